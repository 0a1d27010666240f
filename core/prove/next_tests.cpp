#include "prove/next_tests.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

#include "quantity/format.h"
#include "quantity/numbers.h"
#include "study/check.h"

namespace clampet::prove {
namespace {

using rig::Vector;

using quantity::share_below;
using quantity::z95;
constexpr double of_harm = 0.7, of_others = 0.9, of_expected = 1.5;
constexpr double heaviest_pull = 500;  // what a person pulls with a hanging scale, common practice [N]

/// The way in which it slides at the least force, with what else that does.
struct Way {
    Vector way;
    Driven driven;
};
std::optional<Way> best_way(const PullBench& bench, const std::string& seam, const Vector& at) {
    std::optional<Way> best;
    const auto margin = [](const Driven& d) {
        return std::min(of_harm * d.harms_at, of_others * d.tips_at) / d.slides_at;
    };
    for (const Vector& way :
         {Vector(0, 0, -1), Vector(0, 0, 1), Vector(1, 0, 0), Vector(-1, 0, 0), Vector(0, 1, 0), Vector(0, -1, 0)}) {
        const auto driven = bench.driven_by(seam, at, way);
        if (!driven || !std::isfinite(driven->slides_at) || !(driven->slides_at > 0.5)) continue;
        // One that can be pulled to its end comes before one that cannot; then the lightest.
        const auto rank = [&](const Driven& d) {
            return std::pair(margin(d) < 1 || d.slides_at > heaviest_pull, d.slides_at);
        };
        if (!best || rank(*driven) < rank(best->driven)) best = Way{way, *driven};
    }
    return best;
}

/// The chance that the verdict is another once it has been tested.
double worth_of(const study::InterfaceResult& now, double deviation, double spread) {
    if (!(deviation > 0) || !(now.typical > 0) || !std::isfinite(now.typical)) return 0;
    // What a test moves: of what is not known, the part that it tells; the rest stays.
    const double whole = std::hypot(deviation, spread), moved = deviation * deviation / whole,
                 left = deviation * spread / whole;
    // The chance that the typical factor comes out above one.
    const auto above = [&](double factor) { return share_below(std::log(now.typical / factor) / moved); };
    // A warning that forbids it to be called Holds stays, whatever a pull shows.
    const bool is_warned =
        std::any_of(now.advisories.begin(), now.advisories.end(), [](const auto& a) { return a.doubtful; });
    const double holds = is_warned ? 0 : above(std::max(now.required, std::exp(z95 * left))),
                 at_least_doubtful = above(1);
    const double same = now.verdict == study::Verdict::holds      ? holds
                        : now.verdict == study::Verdict::doubtful ? at_least_doubtful - holds
                                                                  : 1 - at_least_doubtful;
    return std::clamp(1 - same, 0.0, 1.0);
}

std::string newtons(double force) {
    return quantity::format(force, quantity::Dimension::force);
}

std::vector<std::string> what_to_watch(const TestToDo& test, const Driven& driven, bool has_tether) {
    std::vector<std::string> all;
    all.push_back(fmt::format("Hook the scale {} from the middle of “{}”, pull {}, slowly and steadily.",
                              quantity::format(test.at.norm(), quantity::Dimension::length), test.name,
                              name_of_way(test.way)));
    all.push_back(
        test.stops_early
            ? fmt::format("Stop at {}, whatever happens: more may harm it. If it has held so far, say “held”.",
                          newtons(test.stop_at))
            : fmt::format("It should slide at about {} ({} to {}); stop at {} and say “held” if it has not.",
                          newtons(test.slides_at), newtons(test.low), newtons(test.high), newtons(test.stop_at)));
    all.push_back("Draw a pencil line across both parts first: it has slid when the line is broken.");
    if (driven.tips_at < 1.3 * test.stop_at && !driven.tips.empty())
        all.push_back(fmt::format("Watch “{}” too: it lets go at about {}.", driven.tips, newtons(driven.tips_at)));
    all.push_back(has_tether
                      ? "Leave its tether on, slack; the camera off, a bag as heavy in its place."
                      : "A second catch first: a cord round what would fall. The camera off, a bag as heavy in its "
                        "place. Keep feet and faces away.");
    return all;
}

}  // namespace

Result<std::vector<TestToDo>> tests_to_do(const rig::Rig& rig, const study::Job& job) {
    const auto checked = study::check(rig, {.detail = study::Detail::verdict}, job);
    if (!checked) return checked.problem();
    const auto bench = PullBench::of(rig);
    if (!bench) return bench.problem();
    std::vector<TestToDo> all;
    for (const auto& result : checked->interfaces) {
        if (job.is_cancelled()) break;
        const auto& placed = *checked->placed;
        const Vector at = placed.mass_beyond(result.id).second - placed.world_from_interface(result.id).translation();
        if (!(at.norm() > 1e-4)) continue;
        const auto best = best_way(*bench, result.id, at);
        if (!best) continue;
        PullAsked asked;
        asked.seam = result.id;
        asked.force = best->driven.slides_at;
        asked.way = best->way;
        const auto pull = explained(rig, asked);
        if (!pull) continue;
        TestToDo test;
        test.seam = result.id;
        test.name = result.name;
        test.at = at;
        test.way = best->way;
        test.slides_at = best->driven.slides_at;
        test.deviation = std::hypot(std::hypot(pull->friction_spread, pull->hand_spread),
                                    std::hypot(pull->rest_spread, between_tightenings));
        if (const auto known = rig.learned.seams.find(result.id); known != rig.learned.seams.end())
            test.deviation = std::log(known->second.high / known->second.low) / (2 * z95);
        test.low = test.slides_at * std::exp(-z95 * test.deviation);
        test.high = test.slides_at * std::exp(z95 * test.deviation);
        test.stop_at = std::min({of_harm * best->driven.harms_at, of_others * best->driven.tips_at,
                                 of_expected * test.high, heaviest_pull});
        test.stops_early = test.stop_at < test.slides_at;
        test.factor = result.typical;
        test.required = result.required;
        test.worth = worth_of(result, test.deviation, asked.spread);
        const bool has_tether = !rig.tethers.empty();
        test.watch = what_to_watch(test, best->driven, has_tether);
        all.push_back(std::move(test));
    }
    std::stable_sort(all.begin(), all.end(), [](const TestToDo& a, const TestToDo& b) { return a.worth > b.worth; });
    return all;
}

}  // namespace clampet::prove
