#include "make/export.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <array>
#include <cctype>

#include "drawing/dxf.h"
#include "make/drills.h"
#include "make/template_sheet.h"

namespace clampet::make {
namespace {

template <class Enum, std::size_t N>
using Names = std::array<std::pair<std::string_view, Enum>, N>;
constexpr Names<What, 3> all_whats{
    {{"templates", What::templates}, {"cutlist", What::cut_list}, {"drills", What::drills}}};
constexpr Names<Format, 4> all_formats{
    {{"pdf", Format::pdf}, {"svg", Format::svg}, {"dxf", Format::dxf}, {"csv", Format::csv}}};
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

Result<std::vector<ToWrite>> templates(const Made& made, const Wish& wish) {
    const auto sheets = templates_of(made, wish.detail);
    std::vector<ToWrite> files;
    if (wish.format == Format::pdf) {
        const auto paper = paper_named(wish.paper);
        if (!paper) return paper.problem();
        auto pdf = drawing::pdf_of(sheets, *paper);
        if (!pdf) return pdf.problem();
        files.push_back({"templates.pdf", std::move(*pdf)});
        return files;
    }
    for (std::size_t i = 0; i < sheets.size(); ++i) {
        auto bytes = wish.format == Format::svg ? drawing::svg_of(sheets[i]) : drawing::dxf_of(sheets[i]);
        if (!bytes) return bytes.problem();
        const std::string words = sheets[i].title.substr(0, sheets[i].title.rfind(':'));
        files.push_back({fmt::format("{:02}-{}.{}", i + 1, file_name(words), name_of(wish.format)), std::move(*bytes)});
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
    if (what == What::templates) return {Format::pdf, Format::svg, Format::dxf};
    return {Format::csv};
}

Result<std::vector<ToWrite>> exported(const Made& made, const Wish& wish) {
    const auto formats = formats_of(wish.what);
    if (std::find(formats.begin(), formats.end(), wish.format) == formats.end()) {
        std::vector<std::string_view> names;
        for (const auto format : formats) names.push_back(name_of(format));
        return Problem{"export.not_in_this_format", "as",
                       fmt::format("{} cannot be had as {}.", name_of(wish.what), name_of(wish.format)),
                       fmt::format("Use {}.", fmt::join(names, ", "))};
    }
    if (made.parts.empty())
        return Problem{
            "export.nothing_to_make", "",
            made.otherwise.empty() ? "No part of this rig is made." : "No part of this rig is made of boards or bars.",
            "Say of a part that it is made: “make” on its sheet."};
    if (wish.what == What::templates) return templates(made, wish);
    if (wish.what == What::drills) return std::vector<ToWrite>{{"drills.csv", csv_of(drill_list(made))}};
    const auto list = cut_list(made, wish.sawing);
    if (!list) return list.problem();
    return std::vector<ToWrite>{{"cutlist.csv", csv_of(*list)}};
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
