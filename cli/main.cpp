#include <fmt/format.h>

#include <algorithm>
#include <CLI/CLI.hpp>
#include <exception>

#include "commands.h"
#include "report.h"

namespace {

using namespace clampet::cli;

struct Arguments {
    bool json = false, params = false, advice = false;
    double required = 2;
    std::string text, unit, family, designation, thread_class, male, female, file, stock, out;
    std::vector<std::string> assignments;
    LoadText load;
    CheckRequest check;
    WorstRequest worst;
    SweepRequest sweep;
    ScatterRequest scatter;
    RoomRequest room;
    PictureRequest picture;
    SightRequest sight;
    AdviseRequest advise;
    StockRequest stock_room;
    std::string balance_workshop;
    SolidRequest solid;
    ExportRequest export_it;
    PullRequest pull;
    TapRequest tap;
    HangRequest hang;
    MeasureRequest measure;
    LogRequest log;
    RevisionsRequest revisions;
    CardRequest card;
    LadderRequest ladder;
    unsigned threads = 0;
    SolveRequest solve;
    clampet::study::FitQuestion together;
    clampet::catalogue::ThreadEvidenceText identify;
    double per_inch = 0;
};

/// "device=phone" among the inputs says what `--device phone` does.
void take_device(std::vector<std::string>& assignments, LoadText& load) {
    constexpr std::string_view key = "device=";
    const auto at = std::find_if(assignments.begin(), assignments.end(),
                                 [&](const std::string& text) { return text.starts_with(key); });
    if (at == assignments.end() || !load.device.empty()) return;
    load.device = at->substr(key.size());
    assignments.erase(at);
}

/// What was seen of a rig, and what is made of it.
void add_records(CLI::App& app, Arguments& a, int& exit_code) {
    const auto json_flag = [&](CLI::App* command) {
        command->add_flag("--json", a.json, "One JSON object with SI numbers");
    };
    const auto rig = [](CLI::App* command, std::string& file) {
        command->add_option("RIG", file, "A .clampet.json file")->required();
    };
    const auto dated = [](CLI::App* command, std::string& date) {
        command->add_option("--date", date, "When, for example 2026-11-29");
    };
    const char* keep = "Write it into the rig's file";

    auto* tap = app.add_subcommand("tap", "A tap: how it swings and settles, against what the model says");
    rig(tap, a.tap.file);
    tap->add_option("--seam", a.tap.seam, "The interface whose arm swings, by id or name")->required();
    tap->add_option("--recording", a.tap.recording, "A table of time and accelerations, as a phone writes it");
    tap->add_option("--frequency", a.tap.frequency, "Instead: as it was counted, for example 4.2Hz");
    tap->add_option("--damping", a.tap.damping, "Of critical, for example 2%");
    tap->add_option("--corrects", a.tap.corrects, "modulus or root_stiffness; modulus if left out");
    dated(tap, a.tap.date);
    tap->add_option("--note", a.tap.note, "What else was seen");
    tap->add_flag("--keep", a.tap.keep, keep);
    json_flag(tap);
    tap->callback([&] { exit_code = tap_command(a.tap, a.json); });

    auto* hang = app.add_subcommand("hang", "A time under load: what creeps, what is kept, when to tighten again");
    rig(hang, a.hang.file);
    hang->add_option("--seam", a.hang.seam, "The interface that was looked at, by id or name")->required();
    hang->add_option("--marks", a.hang.marks, "How far a mark has moved: \"0 = 0 mm, 10 min = 0.2 mm, 8 h = 0.5 mm\"");
    hang->add_option("--forces", a.hang.forces, "What it takes to move it: \"0 = 42 N, 1 h = 38 N, 1 d = 35 N\"");
    dated(hang, a.hang.date);
    hang->add_option("--note", a.hang.note, "What else was seen");
    hang->add_flag("--keep", a.hang.keep, keep);
    json_flag(hang);
    hang->callback([&] { exit_code = hang_command(a.hang, a.json); });

    auto* measure = app.add_subcommand("measure", "A part as it came out: accepted, shimmed or taken off");
    rig(measure, a.measure.file);
    measure->add_option("--part", a.measure.part, "By id or name")->required();
    measure->add_option("--of", a.measure.of, "mass, a key of its sizes, or diagonals")->required();
    measure->add_option("--value", a.measure.value, "What was measured, for example 17.4mm or 380g");
    measure->add_option("--side", a.measure.side, "Of a frame, with diagonals");
    measure->add_option("--other-side", a.measure.other, "Its other side");
    measure->add_option("--diagonal", a.measure.diagonal, "One of its diagonals");
    measure->add_option("--other-diagonal", a.measure.other_diagonal, "The other one");
    measure->add_flag("--leave", a.measure.leave, "The rig stays as it was intended");
    dated(measure, a.measure.date);
    measure->add_flag("--keep", a.measure.keep, keep);
    json_flag(measure);
    measure->callback([&] { exit_code = measure_command(a.measure, a.json); });

    auto* log = app.add_subcommand("log", "What happened to a rig: tests, tightenings, shoots, incidents, revisions");
    rig(log, a.log.file);
    log->add_option("--search", a.log.words, "Only lines with all of these words");
    log->add_option("--add", a.log.add, "An entry: tightened, shoot, incident, attempt or note");
    log->add_option("--text", a.log.text, "Of the entry");
    log->add_option("--seam", a.log.seam, "Of the entry, by id or name");
    dated(log, a.log.date);
    log->add_option("--give", a.log.give, "CSV that is written");
    log->add_option("--take", a.log.take, "CSV whose entries are taken: new ones, and changed ones by their id");
    json_flag(log);
    log->callback([&] { exit_code = log_command(a.log, a.json); });

    auto* revisions = app.add_subcommand("revisions", "A rig's revisions as branches, and what was learned");
    rig(revisions, a.revisions.file);
    revisions->add_option("--keep", a.revisions.keep, "Keeps the rig as it is, by this name");
    revisions->add_option("--why", a.revisions.why, "What was changed, and why");
    dated(revisions, a.revisions.date);
    revisions->add_option("--judge", a.revisions.judge, "A revision of which something is said");
    revisions->add_option("--learned", a.revisions.learned, "What it taught; why it failed");
    revisions->add_flag("--failed", a.revisions.failed, "It was given up");
    revisions->add_option("--compare", a.revisions.compare, "Two of them, or one and now")->expected(2);
    json_flag(revisions);
    revisions->callback([&] { exit_code = revisions_command(a.revisions, a.json); });

    auto* card = app.add_subcommand("card", "What goes with a rig: how tight, what to look at, limits, next check");
    rig(card, a.card.file);
    card->add_option("--out", a.card.out, "A .pdf of A6, or a .png for a phone; as text where it is left out");
    dated(card, a.card.date);
    json_flag(card);
    card->callback([&] { exit_code = card_command(a.card, a.json); });

    auto* ladder = app.add_subcommand("ladder", "Test holes of a printer: what fits, and what to print next");
    ladder->add_option("WORKSHOP", a.ladder.workshop, "A workshop file")->required();
    ladder->add_option("--printer", a.ladder.printer, "By its name; the first one where it is left out");
    ladder->add_option("--pin", a.ladder.pin, "What goes into the holes")->capture_default_str();
    ladder->add_option("--lies", a.ladder.lies, "The holes while they are printed: upright or across")
        ->capture_default_str();
    ladder->add_option("--tried", a.ladder.tried, "\"0.1mm=tight, 0.2mm=right, 0.3mm=loose\"; kept in the workshop");
    dated(ladder, a.ladder.date);
    ladder->add_option("--out", a.ladder.out, "The next test piece: .stl, .3mf, .step, or .pdf to drill by");
    json_flag(ladder);
    ladder->callback([&] { exit_code = ladder_command(a.ladder, a.json); });
}

void add_commands(CLI::App& app, Arguments& a, int& exit_code) {
    const auto json_flag = [&](CLI::App* command) {
        command->add_flag("--json", a.json, "One JSON object with SI numbers");
    };

    auto* check = app.add_subcommand("check", "Will this rig hold? Every interface under every load case");
    check->add_option("RIG", a.check.file, "A rig file")->required();
    check->add_option("--case", a.check.cases, "Only this load case, by its id or kind; rest is one");
    check->add_option("--use", a.check.use, "Used like this instead: bench, carried, worn, moving, people, outdoors")
        ->delimiter(',');
    check->add_option("--shot", a.check.shots, "Only this shot, by its name; all of them otherwise");
    check->add_option("--payload", a.check.sets, "Only this payload set, by its name; all of them otherwise");
    check->add_option("--pose", a.check.pose, "Posed like this instead, for example ball.forward=30deg");
    check->add_flag("--by-case", a.check.by_case, "The factors under each load case on its own, too");
    check->add_option("--required", a.check.required, "Required factor instead of the rig's own")
        ->check(CLI::Range(0.01, 100.0));
    check->add_option("--threads", a.check.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(check);
    check->callback([&] { exit_code = check_command(a.check, a.json); });

    auto* worst = app.add_subcommand("worst", "Where in its travel is this rig nearest to letting go?");
    worst->add_option("RIG", a.worst.file, "A rig file")->required();
    worst->add_option("--seam", a.worst.seam, "Only this interface, by its id");
    worst->add_option("--seed", a.worst.seed, "Of the poses between those of the grid");
    worst->add_option("--poses", a.worst.poses, "How many are looked at before the worst are refined")
        ->check(CLI::Range(std::size_t{27}, std::size_t{100'000'000}));
    worst->add_option("--threads", a.worst.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(worst);
    worst->callback([&] { exit_code = worst_command(a.worst, a.json); });

    auto* scatter = app.add_subcommand("scatter", "How often would this rig let go, over what nobody knows exactly?");
    scatter->add_option("RIG", a.scatter.file, "A rig file")->required();
    scatter->add_option("--draws", a.scatter.draws, "How many")
        ->check(CLI::Range(std::size_t{1}, std::size_t{1'000'000}));
    scatter->add_option("--seed", a.scatter.seed, "Of the draws");
    scatter->add_flag("--as-posed", a.scatter.as_posed, "As the rig stands, not in its shots and payload sets");
    scatter->add_option("--threads", a.scatter.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(scatter);
    scatter->callback([&] { exit_code = scatter_command(a.scatter, a.json); });

    auto* sweep = app.add_subcommand("sweep", "The factors of every interface along the travel of one axis");
    sweep->add_option("RIG", a.sweep.file, "A rig file")->required();
    sweep->add_option("--axis", a.sweep.axis, "interface.axis, for example ball.forward")->required();
    sweep->add_option("--from", a.sweep.from, "Where it begins, for example -30deg; its stop otherwise");
    sweep->add_option("--to", a.sweep.to, "Where it ends");
    sweep->add_option("--steps", a.sweep.steps, "Between the two")
        ->check(CLI::Range(std::size_t{1}, std::size_t{10000}));
    sweep->add_option("--threads", a.sweep.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(sweep);
    sweep->callback([&] { exit_code = sweep_command(a.sweep, a.json); });

    auto* families = app.add_subcommand("families", "The interface families, one line each");
    json_flag(families);
    families->callback([&] { exit_code = families_command(a.json); });

    auto* parts = app.add_subcommand("parts", "The kinds of parts, one line each; or what one of them weighs and has");
    parts->add_option("KIND", a.family, "A kind's key");
    parts->add_option("key=value", a.assignments, "Its sizes, with units; a bare number is SI");
    parts->add_flag("--params", a.params, "List its sizes");
    json_flag(parts);
    parts->callback([&] { exit_code = parts_command(a.family, a.assignments, a.params, a.json); });

    auto* bench = app.add_subcommand("bench", "One interface on its own: modes, factors, working");
    bench->add_option("FAMILY", a.family, "The family's key")->required();
    bench->add_option("key=value", a.assignments, "Inputs, with units; a bare number is SI");
    auto* params = bench->add_flag("--params", a.params, "List its parameters");
    bench->add_option("--wrench", a.load.wrench, "Whole load Fx,Fy,Fz,Mx,My,Mz [N, N·m]");
    bench->add_option("--permanent", a.load.permanent, "The part of it that stays");
    bench->add_option("--stands", a.load.stands, "upright, hung, level_along_x or level_along_y, for its own weight");
    bench->add_option("--payload", a.load.payload, "What it carries, for example 1.3kg, instead of a wrench");
    bench->add_option("--device", a.load.device, "What it carries, by its class, for example \"7-inch monitor\"");
    bench->add_option("--at", a.load.at, "Its centre of gravity x,y,z from the interface, for example 20mm,0,60mm");
    bench->add_option("--push", a.load.push, "A push at the centre of gravity from where it is worst, for example 15N");
    auto* advice =
        bench->add_flag("--advice", a.advice, "What would make it hold: changes of one input, least effort first")
            ->excludes(params);
    bench->add_option("--required", a.required, "The factor that advice is to reach")
        ->check(CLI::Range(0.01, 100.0))
        ->needs(advice);
    json_flag(bench);
    bench->callback([&] {
        take_device(a.assignments, a.load);
        exit_code = a.advice   ? bench_advice_command(a.family, a.assignments, a.load, a.required, a.json)
                    : a.params ? parameters_command(a.family, a.json)
                               : bench_command(a.family, a.assignments, a.load, a.json);
    });

    auto* together =
        app.add_subcommand("fit", "Do these two go together? A post and a bore, a plate and a slot, threads");
    together->add_option("A", a.together.one, "For example \"post 24.8 mm\" or \"33.7 x 2.6 handrail\"")->required();
    together->add_option("B", a.together.other, "For example \"bore 25-25.2 mm\"")->required();
    together->add_option("--depth", a.together.depth, "How far one is in the other, for what the play does");
    together->add_option("--height", a.together.height, "Of the camera above the rim");
    together->add_option("--subject", a.together.subject, "How far away what is filmed is");
    together->add_option("--place", a.together.place, "indoors or outdoors: how far wood moves over the year");
    together->add_option("--frame", a.together.frame, "Width that the picture shows there, for pixels");
    json_flag(together);
    together->callback([&] { exit_code = fit_command(a.together, a.json); });

    auto* room = app.add_subcommand("room", "What touches what in this rig, over its shots and its travel?");
    room->add_option("RIG", a.room.file, "A rig file")->required();
    room->add_option("--steps", a.room.steps, "Along each axis from each shot")->check(CLI::Range(1, 1000));
    room->add_option("--threads", a.room.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(room);
    room->callback([&] { exit_code = room_command(a.room, a.json); });

    auto* balance = app.add_subcommand("balance", "How heavy may its counterweights be, what turns its joints?");
    balance->add_option("RIG", a.file, "A rig file")->required();
    balance->add_option("--workshop", a.balance_workshop, "A workshop file: weights of its drawer come first");
    balance->add_option("--threads", a.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(balance);
    balance->callback([&] { exit_code = balance_command(a.file, a.balance_workshop, a.threads, a.json); });

    auto* loosen =
        app.add_subcommand("loosen", "What must be held while a joint is loose, what turns when it is tightened?");
    loosen->add_option("RIG", a.file, "A rig file")->required();
    json_flag(loosen);
    loosen->callback([&] { exit_code = loosen_command(a.file, a.json); });

    auto* sight = app.add_subcommand("sight", "Is a screen seen from where somebody stands, straight or by a mirror?");
    sight->add_option("RIG", a.sight.file, "A rig file")->required();
    sight->add_option("SCREEN", a.sight.screen, "What is looked at, by its id: a camera, a monitor, a phone")
        ->required();
    sight->add_option("--eye", a.sight.eye, "Where from: ahead; to the left; up")->required();
    sight->add_option("--mirror", a.sight.mirror, "The part that reflects, by its id");
    json_flag(sight);
    sight->callback([&] { exit_code = sight_command(a.sight, a.json); });

    auto* picture = app.add_subcommand("picture", "What does the camera see in each shot, and what is in the way?");
    picture->add_option("RIG", a.picture.file, "A rig file")->required();
    picture->add_option("--shot", a.picture.shots, "Only this shot, by its name; all of them otherwise");
    picture->add_option("--closeup", a.picture.closeup, "Dioptres of a close-up lens that is on");
    json_flag(picture);
    picture->callback([&] { exit_code = picture_command(a.picture, a.json); });

    auto* advise = app.add_subcommand("advise", "The cheapest changes that make this rig hold");
    advise->add_option("RIG", a.advise.file, "A rig file")->required();
    advise->add_option("--seam", a.advise.seam, "Only for this interface, by its id");
    advise->add_option("--workshop", a.advise.workshop, "A workshop file: what is in its drawer comes first");
    advise->add_option("--threads", a.advise.threads, "Workers; the answer is the same for any number")
        ->check(CLI::Range(1, 256));
    json_flag(advise);
    advise->callback([&] { exit_code = advise_command(a.advise, a.json); });

    auto* export_it = app.add_subcommand("export", "What the workshop needs of a rig: templates, lists, solids");
    export_it->add_option("RIG", a.export_it.file, "A rig file")->required();
    export_it
        ->add_option("--what", a.export_it.what,
                     "templates, drawings, cutlist, drills, bom, cost, steps, schedule, report or solids")
        ->required();
    export_it->add_option("--as", a.export_it.as,
                          "pdf, svg or dxf of templates and drawings; csv or pdf of lists; ics of the schedule; html "
                          "or pdf of the report; "
                          "step, stl or 3mf of solids");
    export_it->add_option("--out", a.export_it.out, "A file, or a folder for several; lists without it are printed");
    export_it->add_option("--paper", a.export_it.paper, "Of a PDF: A4, which is usual, A3 or Letter");
    export_it->add_option("--kerf", a.export_it.kerf, "Width of the saw's cut, for example 3mm");
    export_it->add_option("--allowance", a.export_it.allowance, "Left on each end to trim, for example 2mm");
    export_it->add_option("--length", a.export_it.length, "Of boards and bars as they are bought, for example 2.4m");
    export_it->add_option("--sheet", a.export_it.sheet, "Width of plywood as it is bought, for example 60cm");
    export_it->add_option("--finish", a.export_it.finish, "Of what is of wood: none, oil, paint or varnish");
    export_it->add_option("--glue", a.export_it.glue, "For example \"epoxy, slow\"");
    export_it->add_option("--start", a.export_it.start, "When work begins: 2026-11-30 or \"2026-11-30 19:00\"; now");
    export_it->add_option("--hours", a.export_it.hours, "Of work on a day, for example 19:00-22:00");
    export_it->add_option("--days", a.export_it.days, "Of work, for example mon,wed,sat");
    export_it->add_option("--off", a.export_it.off, "Days off, for example 2026-12-24,2026-12-25");
    export_it->add_option("--workshop", a.export_it.workshop,
                          "A workshop file: its drawer comes first, its prices count");
    export_it->add_option("--rate", a.export_it.rate, "What an hour of one's own is worth");
    export_it->add_option("--ready-made", a.export_it.ready_made, "What it would cost to buy ready-made");
    export_it->add_option("--ready-delivery", a.export_it.ready_delivery,
                          "Until that would be here, for example \"5 days\"");
    export_it->add_flag("--sawn", a.export_it.sawn,
                        "With the cut list and --workshop: the boards used leave the drawer, the left-overs go in");
    export_it->add_option(
        "--printer", a.export_it.printer,
        "With solids and --workshop: whose settings, by its name; the first one where it is left out");
    export_it->add_option("--chord", a.export_it.chord, "By how much triangles may leave a curve, for example 0.05mm");
    export_it->add_option("--holes", a.export_it.holes,
                          "Added to the diameter of round holes in prints, for example 0.2mm");
    json_flag(export_it);
    export_it->callback([&] { exit_code = export_command(a.export_it, a.json); });

    auto* pull = app.add_subcommand("pull", "A pull with a scale: what it teaches, before and after");
    pull->add_option("RIG", a.pull.file, "A .clampet.json file")->required();
    pull->add_option("--seam", a.pull.seam, "The interface that was pulled, by id or name")->required();
    pull->add_option("--force", a.pull.force, "When it let go, or the most that it held, for example 42N or 3.5kg");
    pull->add_option("--trace", a.pull.trace, "Instead: a table of time and force, as the scale wrote it");
    pull->add_option(
        "--arm", a.pull.arm,
        "How far out it was hooked, from the interface towards what it carries; where that balances if left out");
    pull->add_option("--direction", a.pull.direction, "down, up, ahead, back, left, right, or three numbers")
        ->capture_default_str();
    pull->add_option("--outcome", a.pull.outcome,
                     "slid, held, tipped, opened or broke; slid if left out, or as the trace has it");
    pull->add_flag("--anew", a.pull.anew, "It was loosened and tightened again before");
    pull->add_option("--date", a.pull.date, "When, for example 2026-11-29");
    pull->add_option("--note", a.pull.note, "What else was seen");
    pull->add_flag("--keep", a.pull.keep, "Write the test into the rig's file");
    json_flag(pull);
    pull->callback([&] { exit_code = pull_command(a.pull, a.json); });

    add_records(app, a, exit_code);
    auto* belief = app.add_subcommand("belief", "What a rig's tests teach, and which to do next");
    belief->add_option("RIG", a.file, "A .clampet.json file")->required();
    json_flag(belief);
    belief->callback([&] { exit_code = belief_command(a.file, a.json); });

    auto* solid = app.add_subcommand("solid", "A part of one's own from STL or STEP: its weight, where it balances");
    solid->add_option("FILE", a.solid.file, "An .stl, .step or .stp file")->required();
    solid->add_option("--unit", a.solid.unit, "What a number of an STL means: mm, cm, m or in");
    solid->add_option("--material", a.solid.material, "By its name in the table of materials");
    solid->add_option("--walls", a.solid.walls, "Thickness of a print's shell, for example 1.2mm");
    solid->add_option("--infill", a.solid.infill, "Share of what is within a print, 0 to 1");
    solid->add_flag("--massive", a.solid.massive, "Solid all through: milled, sawn or cast");
    json_flag(solid);
    solid->callback([&] { exit_code = solid_command(a.solid, a.json); });

    auto* compare = app.add_subcommand("compare", "Two rigs side by side: seam by seam, and what is otherwise");
    compare->add_option("A", a.male, "A rig file")->required();
    compare->add_option("B", a.female, "Another")->required();
    json_flag(compare);
    compare->callback([&] { exit_code = compare_command(a.male, a.female, a.json); });

    auto* stock_room = app.add_subcommand("stock", "What is in the drawer of a workshop");
    stock_room->add_option("WORKSHOP", a.stock_room.file, "A workshop file; begun where there is none")->required();
    stock_room->add_option("--take", a.stock_room.take, "CSV whose items are put into it");
    stock_room->add_option("--give", a.stock_room.give, "CSV that is written");
    stock_room->add_option("--for", a.stock_room.rig, "A rig: where it and this workshop are not the same");
    json_flag(stock_room);
    stock_room->callback([&] { exit_code = stock_command(a.stock_room, a.json); });

    auto* limit =
        app.add_subcommand("limit", "The most that a rig or one interface may carry, and which devices that is");
    limit->add_option("RIG|FAMILY", a.family, "A rig file, or a family's key")->required();
    limit->add_option("key=value", a.assignments, "Inputs, with units; a bare number is SI");
    limit->add_option("--stands", a.load.stands, "upright, hung, level_along_x or level_along_y");
    limit->add_option("--at", a.load.at, "Its centre of gravity x,y,z from the interface, for example 20mm,0,60mm");
    limit->add_option("--push", a.load.push, "A push at the centre of gravity from where it is worst, for example 15N");
    limit->add_option("--required", a.required, "The factor to reach")->check(CLI::Range(0.01, 100.0));
    json_flag(limit);
    limit->callback([&, limit] {
        take_device(a.assignments, a.load);
        exit_code = limit_command(a.family, a.assignments, a.load, limit->count("--required") ? a.required : 0, a.json);
    });

    auto* solve = app.add_subcommand("solve", "The value of one input that gives the required factor");
    solve->add_option("FAMILY", a.solve.family, "The family's key")->required();
    solve->add_option("KEY", a.solve.key, "The input to solve for")->required();
    solve->add_option("key=value", a.solve.assignments, "The other inputs, with units; a bare number is SI");
    solve->add_option("--wrench", a.solve.load.wrench, "Whole load Fx,Fy,Fz,Mx,My,Mz [N, N·m]");
    solve->add_option("--permanent", a.solve.load.permanent, "The part of it that stays");
    solve->add_option("--stands", a.solve.load.stands,
                      "upright, hung, level_along_x or level_along_y, for its own weight");
    solve->add_option("--payload", a.solve.load.payload, "What it carries, for example 1.3kg, instead of a wrench");
    solve->add_option("--device", a.solve.load.device, "What it carries, by its class, for example \"7-inch monitor\"");
    solve->add_option("--at", a.solve.load.at,
                      "Its centre of gravity x,y,z from the interface, for example 20mm,0,60mm");
    solve->add_option("--push", a.solve.load.push,
                      "A push at the centre of gravity from where it is worst, for example 15N");
    solve->add_option("--required", a.solve.required, "The factor to reach")->check(CLI::Range(0.01, 100.0));
    json_flag(solve);
    solve->callback([&] { exit_code = solve_command(a.solve, a.json); });

    auto* search = app.add_subcommand("search", "What answers these words: benches, threads, parts, help");
    search->add_option("WORDS", a.assignments, "What it is called, or what goes wrong")->required();
    json_flag(search);
    search->callback([&] { exit_code = search_command(a.assignments, a.json); });

    auto* thread = app.add_subcommand("thread", "Threads: sizes, fit, stack-up");
    thread->require_subcommand(1);
    auto* show = thread->add_subcommand("show", "Geometry, limits, stress area, drills");
    show->add_option("DESIGNATION", a.designation)->required();
    show->add_option("--class", a.thread_class, "Only this class, for example 2A");
    json_flag(show);
    show->callback([&] { exit_code = thread_show_command(a.designation, a.thread_class, a.json); });
    auto* fit = thread->add_subcommand("fit", "Does this male thread go into this female one?");
    fit->add_option("MALE", a.male)->required();
    fit->add_option("FEMALE", a.female)->required();
    json_flag(fit);
    fit->callback([&] { exit_code = thread_fit_command(a.male, a.female, a.json); });
    auto* identify = thread->add_subcommand("identify", "Which thread is this? From a caliper and what it goes into");
    identify->add_option("--diameter", a.identify.diameter, "Over its crests, for example 6.3mm");
    auto* pitch = identify->add_option("--pitch", a.identify.pitch, "From crest to crest, for example 1.27mm");
    identify->add_option("--per-inch", a.per_inch, "Threads to the inch")
        ->check(CLI::Range(1.0, 200.0))
        ->excludes(pitch);
    identify->add_option("--goes-into", a.identify.goes_into, "A socket that takes it");
    identify->add_option("--not-into", a.identify.not_into, "A socket that does not");
    json_flag(identify);
    identify->callback([&] {
        if (a.per_inch > 0) a.identify.pitch = fmt::format("{} per inch", a.per_inch);
        exit_code = thread_identify_command(a.identify, a.json);
    });
    auto* route = thread->add_subcommand("route", "Shortest chain of adapters between two ends");
    route->add_option("FROM", a.male, "One end, for example \"1/4-20 male\"")->required();
    route->add_option("TO", a.female, "The other, for example \"5/8-27 female\"")->required();
    route->add_option("--stock", a.stock, "A JSON file of adapters at hand, asked first");
    json_flag(route);
    route->callback([&] { exit_code = thread_route_command(a.male, a.female, a.stock, a.json); });
    auto* stack = thread->add_subcommand(
        "stack", "screw=1/4-20x1/2in items=6mm+1.5mm socket=5.5mm [plain= sink= needed= end=through tail= in=wood]");
    stack->add_option("key=value", a.assignments)->required();
    json_flag(stack);
    stack->callback([&] { exit_code = thread_stack_command(a.assignments, a.json); });

    auto* quantity = app.add_subcommand("quantity", "What Clampet understands by a typed quantity");
    quantity->add_option("TEXT", a.text)->required();
    quantity->add_option("--to", a.unit, "In this unit");
    json_flag(quantity);
    quantity->callback([&] { exit_code = quantity_command(a.text, a.unit, a.json); });

    auto* cases = app.add_subcommand("cases", "Load cases with their inputs, and the cards that set them");
    json_flag(cases);
    cases->callback([&] { exit_code = cases_command(a.json); });

    auto* migrate = app.add_subcommand("migrate", "Writes a rig file anew in the present schema");
    migrate->add_option("FILE", a.file)->required();
    migrate->add_option("--out", a.out, "To this file instead of standard output");
    migrate->callback([&] { exit_code = migrate_command(a.file, a.out); });

    auto* schema = app.add_subcommand("schema", "The JSON Schema of a rig file");
    schema->add_flag("--tables", a.params, "The tables of docs/file-format.md instead");
    schema->callback([&] { exit_code = schema_command(a.params); });

    auto* validate = app.add_subcommand("validate", "Is this file a sound rig?");
    validate->add_option("FILE", a.file)->required();
    json_flag(validate);
    validate->callback([&] { exit_code = validate_command(a.file, a.json); });
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Clampet: will every mounting interface hold the camera?", "clampet-cli");
    app.set_version_flag("--version", std::string("clampet-cli ") + CLAMPET_VERSION);
    app.require_subcommand(1);
    Arguments arguments;
    int exit_code = done;
    add_commands(app, arguments, exit_code);
    try {
        app.parse(argc, argv);
    } catch (const CLI::CallForHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForAllHelp& help) {
        return app.exit(help);
    } catch (const CLI::CallForVersion& version) {
        return app.exit(version);
    } catch (const CLI::ParseError& error) {
        fmt::print(stderr, "clampet-cli: {} See clampet-cli --help.\n", one_line(error.what()));
        return wrong_usage;
    } catch (const std::exception& error) {
        fmt::print(stderr, "clampet-cli: an internal error: {}. Please report it with the command.\n", error.what());
        return 70;
    }
    if (std::fflush(stdout) != 0) {
        fmt::print(stderr, "clampet-cli: the answer could not be written: is the disk full?\n");
        return unwritable;
    }
    return exit_code;
}
