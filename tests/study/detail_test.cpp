// What is left out of a check that only wants the verdict changes nothing about it: every rig to start with, at rest,
// carried and over people, in each of its shots, worked out whole and in short.
#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "loads/cards.h"
#include "project/starting_points.h"
#include "study/scenes.h"

using namespace clampet;
using study::Detail;

namespace {

std::vector<std::pair<std::string, rig::Rig>> rigs() {
    std::vector<std::pair<std::string, rig::Rig>> all{{"demo", project::demo_rig()}};
    for (const auto& start : project::starting_points())
        if (auto rig = project::starting_rig(start.key)) all.emplace_back(start.key, std::move(*rig));
    return all;
}

/// Infinite, or as close as searches from different starts are to each other.
void check_near(const char* which, double here, double there) {
    INFO(which);
    if (std::isinf(there))
        CHECK(std::isinf(here));
    else
        CHECK(here == relative(there, 1e-2));
}

void compare(const study::RigCheck& whole, const study::RigCheck& brief) {
    REQUIRE(brief.interfaces.size() == whole.interfaces.size());
    CHECK(brief.verdict == whole.verdict);
    CHECK(brief.worst == whole.worst);
    for (std::size_t i = 0; i < whole.interfaces.size(); ++i) {
        const auto &a = whole.interfaces[i], &b = brief.interfaces[i];
        INFO(a.id);
        CHECK(b.verdict == a.verdict);
        CHECK(b.required == a.required);
        check_near("typical", b.typical, a.typical);
        check_near("low", b.low, a.low);
        check_near("high", b.high, a.high);
        REQUIRE(b.governs.has_value() == a.governs.has_value());
        if (!a.governs) continue;
        const auto &led = a.modes[*a.governs], &leads = b.modes[*b.governs];
        // Two that are as bad as each other may change places.
        if (leads.mode != led.mode) CHECK(leads.share() == relative(led.share(), 1e-2));
        for (const auto& mode : b.modes) CHECK(mode.share() <= 10 * leads.share() * (1 + 1e-9) + 1e-9);
    }
}

}  // namespace

TEST_CASE("a check in short says of every rig what the whole one says", "[study]") {
    for (const auto& [name, rig] : rigs())
        for (const auto& cards : std::vector<std::vector<std::string>>{{}, {"carried"}, {"moving", "people"}}) {
            const auto used = loads::used(rig, cards);
            REQUIRE(used);
            const auto scenes = study::scenes_of(*used);
            const auto whole = study::check_scenes(*used, scenes);
            const auto brief = study::check_scenes(*used, scenes, {.detail = Detail::verdict});
            REQUIRE(whole);
            REQUIRE(brief);
            for (std::size_t s = 0; s < scenes.size(); ++s) {
                INFO(name << (cards.empty() ? "" : ", " + cards.back()) << ", " << scenes[s].name);
                compare(whole->checks[s], brief->checks[s]);
            }
        }
}

TEST_CASE("a check for the factor alone has no band, one for the verdict no far mode, and a whole one every mode",
          "[study]") {
    const auto rig = *loads::used(*project::starting_rig("k01"), {"carried"});
    const auto whole = *study::check(rig), verdict = *study::check(rig, {.detail = Detail::verdict}),
               factor = *study::check(rig, {.detail = Detail::factor});
    std::size_t every = 0, near = 0;
    for (std::size_t i = 0; i < whole.interfaces.size(); ++i) {
        INFO(whole.interfaces[i].id);
        check_near("typical", factor.interfaces[i].typical, whole.interfaces[i].typical);
        CHECK(factor.interfaces[i].low == factor.interfaces[i].typical);
        CHECK(factor.interfaces[i].high == factor.interfaces[i].typical);
        every += whole.interfaces[i].modes.size();
        near += verdict.interfaces[i].modes.size();
    }
    CHECK(near * 3 < every * 2);
    for (const auto& i : verdict.interfaces)
        for (const auto& mode : i.modes) CHECK(mode.mode_class == families::ModeClass::ultimate);
}
