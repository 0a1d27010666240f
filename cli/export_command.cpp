#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <chrono>
#include <ctime>
#include <filesystem>
#include <initializer_list>

#include "commands.h"
#include "long_work.h"
#include "make/export.h"
#include "project/file.h"
#include "project/stockroom.h"
#include "prove/fit_ladder.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"
#include "solids/export.h"
#include "solids/printing.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

/// A length that may have been typed.
struct Typed {
    const char* name;
    const std::string* text;
    double* value;
};
Status take(std::initializer_list<Typed> all) {
    for (const auto& typed : all) {
        if (typed.text->empty()) continue;
        const auto value = quantity::parse(*typed.text, quantity::Dimension::length);
        if (!value) return value.problem().at(typed.name);
        *typed.value = *value;
    }
    return Done{};
}

/// What was typed of the sawing, over what is usual.
Result<make::Sawing> sawing_of(const ExportRequest& request) {
    make::Sawing sawing;
    if (const auto ok = take({{"kerf", &request.kerf, &sawing.kerf},
                              {"allowance", &request.allowance, &sawing.allowance},
                              {"length", &request.length, &sawing.bar},
                              {"sheet", &request.sheet, &sawing.sheet}});
        !ok)
        return ok.problem();
    if (const auto ok = make::check(sawing); !ok) return ok.problem();
    return sawing;
}

bool has_sawing(const ExportRequest& request) {
    return !request.kerf.empty() || !request.allowance.empty() || !request.length.empty() || !request.sheet.empty();
}

/// What was typed counts for what is asked for; nothing is passed over in silence.
Status all_count(const ExportRequest& r, const make::Wish& wish) {
    using make::What;
    const auto is_one_of = [&](std::initializer_list<What> whats) {
        return std::find(whats.begin(), whats.end(), wish.what) != whats.end();
    };
    const bool is_planned = is_one_of({What::hardware, What::cost, What::steps, What::schedule}),
               is_bought = is_one_of({What::hardware, What::cost});
    struct Counts {
        const char* name;
        const std::string* text;
        bool counts;
        const char* only;
    };
    const Counts all[] = {
        {"kerf", &r.kerf, wish.what == What::cut_list || is_bought, "the cut list and what is bought"},
        {"allowance", &r.allowance, wish.what == What::cut_list || is_bought, "the cut list and what is bought"},
        {"length", &r.length, wish.what == What::cut_list || is_bought, "the cut list and what is bought"},
        {"sheet", &r.sheet, wish.what == What::cut_list || is_bought, "the cut list and what is bought"},
        {"paper", &r.paper, wish.format == make::Format::pdf, "a PDF"},
        {"chord", &r.chord, false, "solids"},
        {"holes", &r.holes, false, "solids"},
        {"finish", &r.finish, is_planned, "hardware, cost, steps and schedule"},
        {"glue", &r.glue, is_planned, "hardware, cost, steps and schedule"},
        {"start", &r.start, wish.what == What::schedule, "the schedule"},
        {"hours", &r.hours, wish.what == What::schedule, "the schedule"},
        {"days", &r.days, wish.what == What::schedule, "the schedule"},
        {"off", &r.off, wish.what == What::schedule, "the schedule"},
        {"workshop", &r.workshop, is_bought || wish.what == What::cut_list, "the cut list, hardware and cost"},
        {"rate", &r.rate, wish.what == What::cost, "the cost"},
        {"ready-made", &r.ready_made, wish.what == What::cost, "the cost"},
        {"ready-delivery", &r.ready_delivery, wish.what == What::cost, "the cost"},
        {"printer", &r.printer, false, "solids"}};
    for (const auto& one : all)
        if (!one.text->empty() && !one.counts)
            return Problem{"export.does_not_count", one.name,
                           fmt::format("--{} counts for {} only.", one.name, one.only),
                           "Leave it out, or ask for that."};
    if (r.sawn && (wish.what != What::cut_list || r.workshop.empty()))
        return Problem{"export.nothing_sawn", "sawn", "--sawn counts for a cut list with a drawer only.",
                       "Ask for --what cutlist, with --workshop and its file."};
    return Done{};
}

/// A sum of money, 0 or more.
Result<double> money_of(const std::string& text, const char* name) {
    const auto value = quantity::parse(text, quantity::Dimension::number);
    if (value && *value >= 0 && *value <= 1e9) return *value;
    return Problem{"export.no_money", name, fmt::format("“{}” is no sum of money.", text),
                   "Write a number, for example 12.50."};
}

make::WallTime now() {
    const std::time_t seconds = std::time(nullptr);
    std::tm local{};
    localtime_r(&seconds, &local);
    const std::chrono::year_month_day date{std::chrono::year(local.tm_year + 1900),
                                           std::chrono::month(static_cast<unsigned>(local.tm_mon + 1)),
                                           std::chrono::day(static_cast<unsigned>(local.tm_mday))};
    return make::Day(date) + std::chrono::minutes(local.tm_hour * 60 + local.tm_min);
}

/// How it is planned and what it costs: as the rig says, over that what was typed.
Status take_plan(const ExportRequest& request, const rig::Making& said, make::Wish& wish) {
    rig::Making making = said;
    const std::pair<const std::string*, std::string*> typed[] = {
        {&request.finish, &making.finish}, {&request.glue, &making.glue}, {&request.start, &making.start},
        {&request.hours, &making.hours},   {&request.days, &making.days}, {&request.off, &making.off}};
    for (const auto& [from, to] : typed)
        if (!from->empty()) *to = *from;
    const auto planning = make::planning_of(making, now());
    if (!planning) return planning.problem();
    wish.planning = *planning;
    if (!request.rate.empty()) {
        const auto rate = money_of(request.rate, "rate");
        if (!rate) return rate.problem();
        wish.own_rate = *rate;
    }
    if (!request.ready_made.empty()) {
        const auto ready = money_of(request.ready_made, "ready-made");
        if (!ready) return ready.problem();
        wish.ready_made = *ready;
    }
    if (!request.ready_delivery.empty()) {
        const auto time = quantity::parse(request.ready_delivery, quantity::Dimension::time, "days");
        if (!time) return time.problem().at("ready-delivery");
        wish.ready_delivery = *time;
    }
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

int say_written(const std::vector<std::string>& written, bool json) {
    if (json)
        print({{"written", written}});
    else
        for (const auto& name : written) fmt::print("{}\n", name);
    return done;
}

Result<solids::SolidWish> solid_wish_of(const ExportRequest& request, solids::Allowance& allowance) {
    solids::SolidWish wish;
    if (!request.as.empty()) {
        const auto format = solids::solid_format_named(request.as);
        if (!format) return format.problem();
        wish.format = *format;
    }
    if (const auto ok =
            take({{"chord", &request.chord, &wish.chord}, {"holes", &request.holes, &allowance.printed_holes}});
        !ok)
        return ok.problem();
    if (has_sawing(request) || !request.paper.empty())
        return Problem{"export.solids_have_no_paper", "what",
                       "Paper, kerf, allowance and length do not count for solids.", "Leave them out."};
    if (!request.chord.empty() && wish.format == solids::SolidFormat::step)
        return Problem{"export.step_has_no_chord", "chord", "STEP is exact: it has no chord error.",
                       "Leave it out, or add --as stl or --as 3mf."};
    if (const auto ok = solids::check(wish); !ok) return ok.problem();
    if (const auto ok = solids::check(allowance); !ok) return ok.problem();
    if (request.out.empty())
        return Problem{"export.no_place", "out", "It is not said where the solids go.", "Add --out and a folder."};
    return wish;
}

/// The printer that is asked for; one that is set as is usual where no drawer is given or it has none.
Result<inventory::Printer> printer_of(const ExportRequest& request) {
    if (!request.printer.empty() && request.workshop.empty())
        return Problem{"export.no_drawer", "printer", "It is not said in which drawer that printer is.",
                       "Add --workshop and its file."};
    if (request.workshop.empty()) return inventory::Printer{};
    project::Stockroom room;
    if (const auto ok = room.open(request.workshop); !ok) return ok.problem();
    const auto& printers = room.workshop().printers;
    std::vector<std::string> names;
    for (const auto& printer : printers) {
        if (request.printer.empty() || printer.name == request.printer) return printer;
        names.push_back(printer.name);
    }
    if (request.printer.empty()) return inventory::Printer{};
    return Problem{
        "export.unknown_printer", "printer", fmt::format("There is no printer “{}”.", request.printer),
        names.empty() ? "The drawer has none: leave it out." : fmt::format("Use one of: {}.", fmt::join(names, ", "))};
}

/// Calls for each piece that is printed, with how it is best laid.
template <class Take>
void each_print(const solids::Models& models, const solids::PrintSettings& settings, Take take) {
    for (const auto& part : models.parts)
        for (std::size_t i = 0; i < part.model.pieces().size(); ++i)
            if (part.model.pieces()[i].is_printed) take(part.model.pieces()[i], solids::advice_of(part, i, settings));
}

void print_prints(const solids::Models& models, const solids::PrintSettings& settings) {
    each_print(models, settings, [&](const solids::ModelPiece& piece, const solids::PrintAdvice& advice) {
        fmt::print("{}: {}\n", piece.name, fmt::join(solids::sentences_of(advice, settings), " "));
    });
}

ordered_json prints_json(const solids::Models& models, const solids::PrintSettings& settings) {
    ordered_json prints = ordered_json::array();
    each_print(models, settings, [&](const solids::ModelPiece& piece, const solids::PrintAdvice& advice) {
        prints.push_back({{"piece", piece.name},
                          {"up", {advice.up.x(), advice.up.y(), advice.up.z()}},
                          {"height", advice.height},
                          {"supports", advice.supports},
                          {"weak_way", advice.is_weak},
                          {"mass", advice.mass},
                          {"time", advice.time}});
    });
    return prints;
}

int export_solids(const ExportRequest& request, bool json) {
    solids::Allowance allowance;
    const auto wish = solid_wish_of(request, allowance);
    if (!wish) return fail(wish.problem(), wrong_usage);
    const auto printer = printer_of(request);
    if (!printer) return fail(printer.problem(), wrong_usage);
    const solids::PrintSettings settings{printer->walls, printer->infill};
    // What was typed stands over what its ladder of test holes says.
    const auto ladder = request.holes.empty() ? prove::learned_by(*printer) : std::nullopt;
    if (ladder) allowance = solids::allowed(ladder->clearance);
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const LongWork work("built", json);
    const auto job = work.job(0);
    solids::ModelShop shop;
    const auto models = shop.models_of(*rig, allowance, job);
    if (!models) return fail(models.problem(), unreadable);
    const auto files = solids::exported(*models, *wish, job);
    if (!files) return fail(files.problem(), unreadable);
    const auto written = write(*files, request.out);
    if (!written) return fail(written.problem(), unwritable);
    if (json) {
        print({{"written", *written}, {"holes", allowance.printed_holes}, {"prints", prints_json(*models, settings)}});
        return done;
    }
    print_prints(*models, settings);
    if (ladder)
        fmt::print("Round holes {} wider, as {} fits.\n",
                   quantity::format(allowance.printed_holes, quantity::Dimension::length), printer->name);
    return say_written(*written, json);
}

/// The boards used leave the drawer, and its file; the left-overs go in.
Status saw_out(const rig::Rig& rig, const make::Sawing& sawing, project::Stockroom& room) {
    const auto made = make::made_of(rig);
    if (!made) return made.problem();
    const auto layouts = make::layouts_of(*made, sawing, &room.workshop());
    return room.change(make::sawn_out(room.workshop(), layouts, sawing), "Sawn: left-overs");
}

}  // namespace

int export_command(const ExportRequest& request, bool json) {
    if (request.what == "solids") return export_solids(request, json);
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
    project::Stockroom room;
    if (!request.workshop.empty()) {
        if (const auto ok = room.open(request.workshop); !ok) return fail(ok.problem(), unreadable);
        wish.workshop = &room.workshop();
    }
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    if (const auto ok = take_plan(request, rig->making, wish); !ok) return fail(ok.problem(), wrong_usage);
    wish.detail = fmt::format("{}, {}", rig->name, make::text_of(now()).substr(0, 10));
    wish.revision = static_cast<unsigned>(rig->variants.size()) + 1;
    if (request.out.empty() && request.as.empty()) {
        const auto list = make::list_of(*rig, wish);
        if (!list) return fail(list.problem(), wrong_usage);
        if (*list) {
            // The list is of the drawer as it was before.
            if (request.sawn)
                if (const auto ok = saw_out(*rig, wish.sawing, room); !ok) return fail(ok.problem(), unwritable);
            return print_list(**list, json);
        }
    }
    const LongWork work("checked", json);
    const auto files = make::exported(*rig, wish, work.job(0));
    if (!files) return fail(files.problem(), wrong_usage);
    if (request.out.empty())
        return fail(
            {"export.no_place", "out", fmt::format("It is not said where the {} goes.", make::name_of(wish.what)),
             "Add --out and a file, or a folder for several."},
            wrong_usage);
    const auto written = write(*files, request.out);
    if (!written) return fail(written.problem(), unwritable);
    if (request.sawn)
        if (const auto ok = saw_out(*rig, wish.sawing, room); !ok) return fail(ok.problem(), unwritable);
    return say_written(*written, json);
}

}  // namespace clampet::cli
