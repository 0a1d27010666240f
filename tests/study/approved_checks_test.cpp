// The demo rig and every starting point, used in every way: what each interface answers, in numbers and in words, as it
// was approved (tests/reference/checks.txt). Parts of it are worked by hand elsewhere; here nothing moves unnoticed.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "approved.h"
#include "loads/cards.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "study/check.h"
#include "study/sentences.h"

using namespace clampet;

namespace {

std::string told(const std::string& name, const rig::Rig& given, const std::vector<std::string>& cards) {
    const auto used = *loads::used(given, cards);
    const auto check = study::check(used);
    // Of directions that are alike by symmetry either may be told: that part of a sentence is left out.
    const auto without_direction = [](const std::string& sentence) { return sentence.substr(0, sentence.find(", ")); };
    std::string all = "# " + name;
    for (const auto& card : cards) all += " " + card;
    all += fmt::format("\nrequired {} : {}\n{}\n", used.required, without_direction(study::headline(*check)),
                       study::tally(*check));
    for (const auto& i : check->interfaces) {
        all +=
            fmt::format("{} : {} {:.4g} {:.4g} {:.4g} of {} : {} : {}\n", i.id, static_cast<int>(i.verdict), i.low,
                        i.typical, i.high, i.required, without_direction(study::sentence(i)), study::short_sentence(i));
        for (const auto& m : i.modes)
            all += fmt::format("  {} {:.4g} {:.4g} {} of {}\n", m.mode, m.mass, m.live, m.load_case, m.required);
        for (const auto& a : i.advisories) all += fmt::format("  {} {}\n", a.doubtful ? "doubtful:" : "note:", a.text);
    }
    return all;
}

}  // namespace

TEST_CASE("the demo and the starting points answer as approved, however they are used", "[study][approved]") {
    std::vector<std::pair<std::string, rig::Rig>> rigs{{"demo", project::demo_rig()}};
    // The eighteen rigs of data/rigs/ have tests of their own.
    for (const auto& start : project::starting_points())
        if (start.key.front() == 'k')
            continue;
        else if (auto rig = project::starting_rig(start.key))
            rigs.emplace_back(start.key, std::move(*rig));
    auto clamping = project::demo_rig();
    clamping.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    // Every joint that moves, a third of the way to its stop, one way and the other.
    for (const double share : {-0.3, 0.3}) {
        auto posed = clamping;
        for (auto& interface : posed.interfaces) {
            const auto axes = rig::motion_of(interface).axes;
            for (const auto& axis : axes) {
                const double end = share < 0 ? axis.least : axis.most;
                interface.pose[axis.key] = std::isfinite(end) && std::abs(end) < 3 ? std::abs(share) * end : share;
            }
        }
        rigs.emplace_back(share < 0 ? "demo posed one way" : "demo posed the other way", std::move(posed));
    }
    rigs.emplace_back("demo with a screw that clamps", std::move(clamping));
    std::string all;
    for (const auto& [name, rig] : rigs) {
        if (rig.interfaces.empty()) continue;
        all += told(name, rig, {});
        for (const auto& card : loads::cards()) all += told(name, rig, {std::string(card.key)});
    }
    // Directions within a flat minimum differ from machine to machine by more than the factors do.
    is_approved("checks", all, {5e-3, 1e-9});
}
