#include <fmt/format.h>

#include <filesystem>

#include "commands.h"
#include "make/drills.h"
#include "make/export.h"
#include "project/file.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

/// What was typed of the sawing, over what is usual.
Result<make::Sawing> sawing_of(const ExportRequest& request) {
    make::Sawing sawing;
    const std::pair<const std::string*, double*> rows[] = {
        {&request.kerf, &sawing.kerf}, {&request.allowance, &sawing.allowance}, {&request.length, &sawing.bar}};
    const char* names[] = {"kerf", "allowance", "length"};
    for (std::size_t i = 0; i < std::size(rows); ++i) {
        if (rows[i].first->empty()) continue;
        const auto value = quantity::parse(*rows[i].first, quantity::Dimension::length);
        if (!value) return value.problem().at(names[i]);
        *rows[i].second = *value;
    }
    if (const auto ok = make::check(sawing); !ok) return ok.problem();
    return sawing;
}

/// What was typed counts for what is asked for; nothing is passed over in silence.
Status all_count(const ExportRequest& request, const make::Wish& wish) {
    const bool has_sawing = !request.kerf.empty() || !request.allowance.empty() || !request.length.empty();
    if (has_sawing && wish.what != make::What::cut_list)
        return Problem{"export.sawing_does_not_count", "what",
                       "Kerf, allowance and length count for the cut list only.",
                       "Add --what cutlist, or leave them out."};
    if (!request.paper.empty() && wish.format != make::Format::pdf)
        return Problem{"export.paper_does_not_count", "paper", "Paper counts for a PDF only.",
                       "Add --as pdf, or leave it out."};
    return Done{};
}

ordered_json json_of(const make::Table& table) {
    ordered_json rows = ordered_json::array();
    for (const auto& row : table.rows) {
        ordered_json one;
        for (std::size_t i = 0; i < row.size(); ++i) one[table.columns[i]] = row[i];
        rows.push_back(std::move(one));
    }
    return {{"title", table.title}, {"rows", rows}, {"notes", table.notes}};
}

/// A list that nobody wants in a file.
int print_list(const make::Table& table, bool json) {
    if (json)
        print(json_of(table));
    else
        fmt::print("{}", make::text_of(table));
    return done;
}

/// One file goes where it is said, several into a folder. Says which were written.
Result<std::vector<std::string>> write(const std::vector<make::ToWrite>& files, const std::string& out) {
    const std::filesystem::path to = out;
    std::error_code error;
    std::vector<std::string> written;
    if (files.size() == 1 && !std::filesystem::is_directory(to, error)) {
        if (const auto ok = project::write_file_atomically(to, files.front().bytes); !ok) return ok.problem();
        return std::vector<std::string>{to.string()};
    }
    std::vector<project::NamedFile> all;
    for (const auto& file : files) all.push_back({file.name, file.bytes});
    if (const auto ok = project::write_files(to, all); !ok) return ok.problem();
    for (const auto& file : files) written.push_back((to / file.name).string());
    return written;
}

}  // namespace

int export_command(const ExportRequest& request, bool json) {
    make::Wish wish;
    const auto what = make::what_named(request.what);
    if (!what) return fail(what.problem(), wrong_usage);
    wish.what = *what;
    wish.format = make::formats_of(*what).front();
    if (!request.as.empty()) {
        const auto format = make::format_named(request.as);
        if (!format) return fail(format.problem(), wrong_usage);
        wish.format = *format;
    }
    const auto sawing = sawing_of(request);
    if (!sawing) return fail(sawing.problem(), wrong_usage);
    wish.sawing = *sawing;
    if (!request.paper.empty()) wish.paper = request.paper;
    if (const auto ok = all_count(request, wish); !ok) return fail(ok.problem(), wrong_usage);
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    wish.detail = rig->name;
    const auto made = make::made_of(*rig);
    if (!made) return fail(made.problem(), unreadable);
    if (request.out.empty() && wish.what == make::What::drills) return print_list(make::drill_list(*made), json);
    if (request.out.empty() && wish.what == make::What::cut_list)
        return print_list(*make::cut_list(*made, *sawing), json);
    const auto files = make::exported(*made, wish);
    if (!files) return fail(files.problem(), wrong_usage);
    if (request.out.empty())
        return fail({"export.no_place", "out", "It is not said where the templates go.",
                     "Add --out templates.pdf, or a folder for SVG or DXF."},
                    wrong_usage);
    const auto written = write(*files, request.out);
    if (!written) return fail(written.problem(), unreadable);
    if (json) {
        print({{"written", *written}});
    } else {
        for (const auto& name : *written) fmt::print("{}\n", name);
    }
    return done;
}

}  // namespace clampet::cli
