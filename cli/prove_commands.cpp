#include <fmt/format.h>

#include "before_after.h"
#include "commands.h"
#include "long_work.h"
#include "project/file.h"
#include "prove/next_tests.h"
#include "prove/trace.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using prove::Believed;
using quantity::Dimension;

namespace {

std::string what_of(const rig::Rig& rig, const Believed& b) {
    if (b.what == Believed::What::hand) return "the hand that tightens";
    if (b.what == Believed::What::friction) return "friction of " + b.name;
    const auto* seam = rig.interface(b.name);
    return fmt::format("{}, tightened as it is", seam ? seam->name : b.name);
}

ordered_json normal_json(const prove::Normal& normal) {
    const auto band = normal.band();
    return {{"mean_ln", normal.mean},
            {"deviation_ln", normal.deviation},
            {"low", band.low},
            {"typical", band.typical},
            {"high", band.high}};
}

ordered_json belief_json(const prove::Belief& belief) {
    ordered_json all = ordered_json::array();
    for (const auto& b : belief.all)
        all.push_back({{"what", b.what == Believed::What::friction ? "friction"
                                : b.what == Believed::What::hand   ? "hand"
                                                                   : "together"},
                       {"name", b.name},
                       {"before", normal_json(b.before)},
                       {"after", normal_json(b.after)},
                       {"tests", b.tests}});
    return {{"believed", all}, {"unlikely", belief.unlikely}};
}

std::string band_words(const prove::Normal& normal) {
    const auto band = normal.band();
    return fmt::format("{:.2f} ({:.2f} to {:.2f})", band.typical, band.low, band.high);
}

void print_belief(const rig::Rig& rig, const prove::Belief& belief) {
    if (belief.all.empty()) return fmt::print("No test yet: all is as the tables have it.\n");
    fmt::print("times what is typical, 5 to 95 %\n  {:<44} {:<24} {:<24} tests\n", "", "before", "after");
    for (const auto& b : belief.all)
        fmt::print("  {:<44} {:<24} {:<24} {}\n", what_of(rig, b), band_words(b.before), band_words(b.after), b.tests);
    for (const auto& id : belief.unlikely)
        fmt::print("! {} lies outside of what was likely: check its force and place, or the model is wrong there.\n",
                   id);
}

/// Force and outcome as a scale wrote them; what a person says of the outcome stands over it.
Status take_trace(const std::string& file, bool json, prove::PullAsked& asked) {
    const auto text = project::read_file(file);
    if (!text) return text.problem();
    const LongWork work("read", json);
    const auto trace = prove::read_trace(*text, work.job(1));
    if (!trace) return trace.problem().at(file + ", " + trace.problem().where);
    const auto let_go = prove::let_go_of(*trace);
    if (!let_go) return let_go.problem().at(file);
    asked.force = let_go->force;
    asked.outcome = let_go->shape == prove::Shape::nothing ? rig::Outcome::held : rig::Outcome::slid;
    return Done{};
}

Result<prove::PullAsked> asked_of(const PullRequest& request, bool json) {
    prove::PullAsked asked;
    asked.seam = request.seam;
    if (request.force.empty() == request.trace.empty())
        return Problem{"pull.force_or_trace", request.force.empty() ? "force" : "trace",
                       "A pull has either a force or a trace.",
                       "Give --force, for example 42N, or --trace and a file."};
    if (!request.trace.empty()) {
        if (const auto ok = take_trace(request.trace, json, asked); !ok) return ok.problem();
    } else {
        const auto force = quantity::parse_pull(request.force);
        if (!force) return force.problem().at("force");
        asked.force = *force;
    }
    if (!request.arm.empty()) {
        const auto arm = quantity::parse(request.arm, Dimension::length);
        if (!arm) return arm.problem().at("arm");
        asked.arm = *arm;
    }
    const auto way = prove::way_named(request.direction);
    if (!way) return way.problem();
    asked.way = *way;
    if (!request.outcome.empty()) {
        const auto outcome = prove::outcome_named(request.outcome);
        if (!outcome) return outcome.problem();
        asked.outcome = *outcome;
    }
    asked.anew = request.anew;
    asked.date = request.date;
    asked.note = request.note;
    return asked;
}

}  // namespace

int pull_command(const PullRequest& request, bool json) {
    const auto asked = asked_of(request, json);
    if (!asked) return fail(asked.problem(), wrong_usage);
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto pull = prove::explained(*rig, *asked);
    if (!pull) return fail(pull.problem(), wrong_usage);
    const auto change = before_after(*rig, project::AddPull{*pull}, pull->seam);
    if (!change) return fail(change.problem(), wrong_usage);
    if (!change->is)
        return fail({"pull.no_result", "seam", "This interface was not checked.", "Check the rig first."}, wrong_usage);
    if (const auto failed = keep(change->rig, request.file, request.keep)) return *failed;
    const auto belief = prove::belief_of(change->rig);
    if (json) {
        auto answer = belief_json(belief);
        answer["pull"] = {{"id", pull->id},
                          {"interface", pull->seam},
                          {"ratio", pull->ratio},
                          {"friction", pull->friction},
                          {"outcome", std::string(prove::name_of(pull->outcome))},
                          {"tightening", pull->tightening}};
        answer.update(json_of(*change));
        answer["kept"] = request.keep;
        print(answer);
    } else {
        fmt::print("{}: {} at {} {}; that takes {:.2f} times what friction and force typically give.\n\n",
                   change->is->name, prove::name_of(pull->outcome), quantity::format(pull->force, Dimension::force),
                   prove::name_of_way(pull->way), pull->ratio);
        print_belief(change->rig, belief);
        print_change(*change);
        say_kept(request.keep);
    }
    return exit_code_of(*change);
}

int belief_command(const std::string& file, bool json) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto belief = prove::belief_of(*rig);
    const auto tests = [&] {
        const LongWork work("looked at", json);
        return prove::tests_to_do(*rig, work.job(0));
    }();
    if (!tests) return fail(tests.problem(), wrong_usage);
    if (json) {
        auto answer = belief_json(belief);
        ordered_json to_do = ordered_json::array();
        for (const auto& t : *tests)
            to_do.push_back({{"interface", t.seam},
                             {"worth", t.worth},
                             {"at", {t.at.x(), t.at.y(), t.at.z()}},
                             {"way", {t.way.x(), t.way.y(), t.way.z()}},
                             {"slides_at", t.slides_at},
                             {"low", t.low},
                             {"high", t.high},
                             {"stop_at", number(t.stop_at)},
                             {"watch", t.watch}});
        answer["tests_to_do"] = to_do;
        print(answer);
        return done;
    }
    print_belief(*rig, belief);
    if (!tests->empty()) fmt::print("\nTests to do, the one that tells most first:\n");
    for (std::size_t i = 0; i < tests->size(); ++i) {
        const auto& t = (*tests)[i];
        fmt::print("{}. {}: {:.0f} % that its verdict changes\n", i + 1, t.name, 100 * t.worth);
        for (const auto& words : t.watch) fmt::print("     {}\n", words);
    }
    return done;
}

}  // namespace clampet::cli
