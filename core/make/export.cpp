#include "make/export.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <array>
#include <cctype>

#include "drawing/dxf.h"
#include "make/calendar.h"
#include "make/drawing_sheet.h"
#include "make/drills.h"
#include "make/report.h"
#include "make/template_sheet.h"

namespace clampet::make {
namespace {

template <class Enum, std::size_t N>
using Names = std::array<std::pair<std::string_view, Enum>, N>;
constexpr Names<What, 9> all_whats{{{"templates", What::templates},
                                    {"drawings", What::drawings},
                                    {"cutlist", What::cut_list},
                                    {"drills", What::drills},
                                    {"bom", What::hardware},
                                    {"cost", What::cost},
                                    {"steps", What::steps},
                                    {"schedule", What::schedule},
                                    {"report", What::report}}};
constexpr Names<Format, 6> all_formats{{{"pdf", Format::pdf},
                                        {"svg", Format::svg},
                                        {"dxf", Format::dxf},
                                        {"csv", Format::csv},
                                        {"ics", Format::ics},
                                        {"html", Format::html}}};
constexpr std::size_t longest_name = 60;

template <class Enum, std::size_t N>
std::string_view name_in(const Names<Enum, N>& names, Enum value) {
    return std::find_if(names.begin(), names.end(), [&](const auto& n) { return n.second == value; })->first;
}

/// Nothing where there is none of that name.
template <class Enum, std::size_t N>
const Enum* named_in(const Names<Enum, N>& names, std::string_view name) {
    const auto at = std::find_if(names.begin(), names.end(), [&](const auto& n) { return n.first == name; });
    return at == names.end() ? nullptr : &at->second;
}

template <class Enum, std::size_t N>
std::string all_names(const Names<Enum, N>& names) {
    std::vector<std::string_view> known;
    for (const auto& [key, value] : names) known.push_back(key);
    return fmt::format("Use one of: {}.", fmt::join(known, ", "));
}

std::string not_known(std::string_view name) {
    return fmt::format("“{}” is not known here.", name);
}

Result<drawing::PaperSize> paper_named(const std::string& name) {
    for (const auto& paper : {drawing::a4, drawing::a3, drawing::letter})
        if (paper.name.size() == name.size() &&
            std::equal(name.begin(), name.end(), paper.name.begin(), [](char a, char b) {
                return std::tolower(static_cast<unsigned char>(a)) == std::tolower(static_cast<unsigned char>(b));
            }))
            return paper;
    return Problem{"export.unknown_paper", "paper", fmt::format("“{}” is no paper that is known here.", name),
                   "Use A4, A3 or Letter."};
}

/// As they lie in the title of a drawing: the words before the last comma are the rig, those after it the day.
Title title_of(const Wish& wish) {
    const auto comma = wish.detail.rfind(", ");
    if (comma == std::string::npos) return {wish.detail, "", wish.revision};
    return {wish.detail.substr(0, comma), wish.detail.substr(comma + 2), wish.revision};
}

/// Sheets of pieces: one PDF, else a file a piece.
Result<std::vector<ToWrite>> sheets_as_files(const Made& made, const Wish& wish) {
    const bool is_template = wish.what == What::templates;
    const auto sheets = is_template ? templates_of(made, wish.detail) : drawings_of(made, title_of(wish));
    std::vector<ToWrite> files;
    if (wish.format == Format::pdf) {
        const auto paper = paper_named(wish.paper);
        if (!paper) return paper.problem();
        auto pdf = drawing::pdf_of(sheets, *paper);
        if (!pdf) return pdf.problem();
        files.push_back({std::string(name_of(wish.what)) + ".pdf", std::move(*pdf)});
        return files;
    }
    for (std::size_t i = 0; i < sheets.size(); ++i) {
        auto bytes = wish.format == Format::svg ? drawing::svg_of(sheets[i]) : drawing::dxf_of(sheets[i]);
        if (!bytes) return bytes.problem();
        const std::string words = sheets[i].title.substr(0, sheets[i].title.rfind(':'));
        files.push_back(
            {fmt::format("{:02}-{}{}.{}", i + 1, file_name(words), is_template ? "" : "-drawing", name_of(wish.format)),
             std::move(*bytes)});
    }
    return files;
}

}  // namespace

Result<What> what_named(std::string_view name) {
    if (const auto* found = named_in(all_whats, name)) return *found;
    return Problem{"export.unknown_what", "what", not_known(name), all_names(all_whats)};
}
Result<Format> format_named(std::string_view name) {
    if (const auto* found = named_in(all_formats, name)) return *found;
    return Problem{"export.unknown_format", "as", not_known(name), all_names(all_formats)};
}
std::string_view name_of(What what) {
    return name_in(all_whats, what);
}
std::string_view name_of(Format format) {
    return name_in(all_formats, format);
}

std::vector<Format> formats_of(What what) {
    if (what == What::templates || what == What::drawings) return {Format::pdf, Format::svg, Format::dxf};
    if (what == What::schedule) return {Format::ics, Format::csv, Format::pdf};
    if (what == What::report) return {Format::html, Format::pdf};
    if (what == What::steps) return {Format::pdf, Format::csv};
    return {Format::csv, Format::pdf};
}

namespace {

Status can_be_had(const Wish& wish) {
    const auto formats = formats_of(wish.what);
    if (std::find(formats.begin(), formats.end(), wish.format) != formats.end()) return Done{};
    std::vector<std::string_view> names;
    for (const auto format : formats) names.push_back(name_of(format));
    return Problem{"export.not_in_this_format", "as",
                   fmt::format("{} cannot be had as {}.", name_of(wish.what), name_of(wish.format)),
                   fmt::format("Use {}.", fmt::join(names, ", "))};
}

Status has_pieces(const Made& made) {
    if (!made.parts.empty()) return Done{};
    return Problem{
        "export.nothing_to_make", "",
        made.otherwise.empty() ? "No part of this rig is made." : "No part of this rig is made of boards or bars.",
        "Say of a part that it is made: “make” on its sheet."};
}

bool is_of_pieces(What what) {
    return what == What::templates || what == What::drawings || what == What::cut_list || what == What::drills;
}

Result<Table> pieces_list(const Made& made, const Wish& wish) {
    if (wish.what == What::drills) return drill_list(made);
    return cut_list(made, wish.sawing, wish.workshop);
}

/// A list as a file: rows for a program, or pages to tick off.
Result<std::vector<ToWrite>> as_file(const Table& table, const Wish& wish) {
    const std::string name(name_of(wish.what));
    if (wish.format == Format::csv) return std::vector<ToWrite>{{name + ".csv", csv_of(table)}};
    const auto paper = paper_named(wish.paper);
    if (!paper) return paper.problem();
    auto pdf = drawing::pdf_of(document_of({table}, table.title, wish.detail, true), *paper);
    if (!pdf) return pdf.problem();
    return std::vector<ToWrite>{{name + ".pdf", std::move(*pdf)}};
}

std::string currency_of(const Wish& wish) {
    return wish.workshop ? wish.workshop->currency : inventory::Workshop{}.currency;
}

Result<Table> costs(const rig::Rig& rig, const Wish& wish, const std::vector<Need>& needs) {
    const auto plan = plan_of(rig, wish.planning.work);
    if (!plan) return plan.problem();
    const auto cost = cost_of(needs, plan->hands_on(), wish.own_rate, wish.ready_made);
    auto table = cost_list(needs, cost, currency_of(wish));
    if (const auto schedule = schedule_of(*plan, wish.planning.start, wish.planning.hours, wish.planning.ticks))
        table.notes.push_back(time_in_words(
            cost, std::chrono::duration<double>(schedule->ready - wish.planning.start).count(), wish.ready_delivery));
    return table;
}

Result<std::vector<ToWrite>> calendar(const rig::Rig& rig, const Wish& wish) {
    const auto plan = plan_of(rig, wish.planning.work);
    if (!plan) return plan.problem();
    const auto schedule = schedule_of(*plan, wish.planning.start, wish.planning.hours, wish.planning.ticks);
    if (!schedule) return schedule.problem();
    auto ics = calendar_of(*plan, *schedule, rig.name, wish.planning.start);
    if (!ics) return ics.problem();
    return std::vector<ToWrite>{{"schedule.ics", std::move(*ics)}};
}

Result<std::vector<ToWrite>> report(const rig::Rig& rig, const Wish& wish, const study::Job& job) {
    const auto document = report_of(rig, wish.detail, job);
    if (!document) return document.problem();
    if (wish.format == Format::html) {
        auto html = drawing::html_of(*document);
        if (!html) return html.problem();
        return std::vector<ToWrite>{{"report.html", std::move(*html)}};
    }
    const auto paper = paper_named(wish.paper);
    if (!paper) return paper.problem();
    auto pdf = drawing::pdf_of(*document, *paper);
    if (!pdf) return pdf.problem();
    return std::vector<ToWrite>{{"report.pdf", std::move(*pdf)}};
}

}  // namespace

Result<std::vector<ToWrite>> exported(const Made& made, const Wish& wish) {
    if (const auto ok = can_be_had(wish); !ok) return ok.problem();
    if (const auto ok = has_pieces(made); !ok) return ok.problem();
    if (wish.what == What::templates || wish.what == What::drawings) return sheets_as_files(made, wish);
    const auto list = pieces_list(made, wish);
    if (!list) return list.problem();
    return as_file(*list, wish);
}

Result<std::optional<Table>> list_of(const rig::Rig& rig, const Wish& wish) {
    const auto some = [](Result<Table> list) -> Result<std::optional<Table>> {
        if (!list) return list.problem();
        return std::optional<Table>(std::move(*list));
    };
    switch (wish.what) {
        case What::templates:
        case What::drawings:
        case What::report:
            return std::optional<Table>();
        case What::cut_list:
        case What::drills: {
            const auto made = made_of(rig);
            if (!made) return made.problem();
            return some(pieces_list(*made, wish));
        }
        case What::hardware:
        case What::cost: {
            const auto needs = needs_of(rig, wish.planning.work, wish.sawing, wish.workshop);
            if (!needs) return needs.problem();
            if (wish.what == What::cost) return some(costs(rig, wish, *needs));
            return std::optional<Table>(shopping_list(*needs, currency_of(wish)));
        }
        case What::steps:
        case What::schedule: {
            const auto plan = plan_of(rig, wish.planning.work);
            if (!plan) return plan.problem();
            if (wish.what == What::steps) return std::optional<Table>(step_list(*plan));
            const auto schedule = schedule_of(*plan, wish.planning.start, wish.planning.hours, wish.planning.ticks);
            if (!schedule) return schedule.problem();
            return std::optional<Table>(schedule_list(*plan, *schedule));
        }
    }
    return std::optional<Table>();
}

Result<std::vector<ToWrite>> exported(const rig::Rig& rig, const Wish& wish, const study::Job& job) {
    if (const auto ok = can_be_had(wish); !ok) return ok.problem();
    if (is_of_pieces(wish.what)) {
        const auto made = made_of(rig);
        if (!made) return made.problem();
        return exported(*made, wish);
    }
    if (wish.what == What::report) return report(rig, wish, job);
    if (wish.format == Format::ics) return calendar(rig, wish);
    const auto list = list_of(rig, wish);
    if (!list) return list.problem();
    return as_file(**list, wish);
}

Result<drawing::Document> document_of(const rig::Rig& rig, const Wish& wish, const study::Job& job) {
    if (wish.what == What::report) return report_of(rig, wish.detail, job);
    const auto list = list_of(rig, wish);
    if (!list) return list.problem();
    if (!*list)
        return Problem{"export.no_pages", "what", fmt::format("{} has no pages of words.", name_of(wish.what)),
                       "Choose a list or the report."};
    return document_of({**list}, (*list)->title, wish.detail, true);
}

std::string file_name(std::string_view words) {
    std::string name;
    for (const char c : words) {
        const bool plain = std::isalnum(static_cast<unsigned char>(c)) && static_cast<unsigned char>(c) < 0x80;
        if (plain)
            name += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        else if (!name.empty() && name.back() != '-')
            name += '-';
        if (name.size() == longest_name) break;
    }
    while (!name.empty() && name.back() == '-') name.pop_back();
    return name.empty() ? "piece" : name;
}

}  // namespace clampet::make
