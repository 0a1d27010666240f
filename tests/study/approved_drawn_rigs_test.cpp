// Every rig to start with, its parts' sizes, its joints and its use drawn at random: what each interface answers and
// what is carried, as it was approved (tests/reference/drawn_rigs.txt). Parts of it are worked by
// hand elsewhere; here nothing moves unnoticed.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "approved.h"
#include "drawn.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "rig/statics.h"
#include "study/check.h"
#include "study/sentences.h"

using namespace clampet;

namespace {

/// About every fourth size, where the part can be made so and the rig still goes together.
void draw_sizes(rig::Rig& rig, Draw& draw) {
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        const auto* kind = parts::kind_named(rig.parts[i].kind);
        if (!kind) continue;
        for (const auto& [key, value] : drawn_values(kind->parameters(), draw)) {
            if (draw.below(2) == 0) continue;
            auto changed = rig;
            changed.parts[i].values.insert_or_assign(key, value);
            auto part = rig::made(changed.parts[i]);
            if (!part) continue;
            changed.parts[i] = std::move(*part);
            if (loads::validate(changed)) rig = std::move(changed);
        }
    }
}

void draw_pose(rig::Rig& rig, Draw& draw) {
    for (auto& interface : rig.interfaces) {
        if (interface.closes_loop) continue;
        for (const auto& axis : rig::motion_of(interface).axes) {
            const double low = std::max(axis.least, -1.0), high = std::min(axis.most, 1.0);
            const double at = draw.between(low, high) * (axis.slides ? 0.05 : 0.5);
            const auto before = interface.pose;
            interface.pose[axis.key] = at;
            if (!rig::is_within_stops(interface)) interface.pose = before;
        }
    }
}

std::string told(const std::string& name, const rig::Rig& rig) {
    const auto check = study::check(rig);
    if (!check) return "# " + name + "\n" + check.problem().sentence() + "\n";
    const auto [mass, centre] = check->placed->mass_beyond(rig.interfaces.front().id);
    std::string all = fmt::format("# {}\nrequired {} carries {:.5g} at {:.4f} {:.4f} {:.4f} : {}\n", name, rig.required,
                                  mass, centre.x(), centre.y(), centre.z(), study::tally(*check));
    for (const auto& i : check->interfaces) {
        all += fmt::format("{} : {} {:.4g} {:.4g} {:.4g} of {} : {}", i.id, static_cast<int>(i.verdict), i.low,
                           i.typical, i.high, i.required, study::short_sentence(i));
        for (const auto& m : i.modes) all += fmt::format(" {} {:.4g} {:.4g}", m.mode, m.mass, m.live);
        for (const auto& a : i.advisories) all += " | " + a.text;
        all += "\n";
    }
    return all;
}

}  // namespace

TEST_CASE("rigs of whatever sizes are drawn answer as approved", "[study][approved]") {
    constexpr int draws = 3;
    std::string all;
    Draw draw(31);
    for (const auto points : {project::demo_rigs(), project::starting_points()})
        for (const auto& point : points) {
            const auto start = project::starting_rig(point.key);
            if (!start || start->interfaces.empty()) continue;
            for (int i = 0; i < draws; ++i) {
                auto rig = *start;
                draw_sizes(rig, draw);
                draw_pose(rig, draw);
                const auto& card = loads::cards()[draw.below(loads::cards().size())];
                if (auto used = loads::used(rig, {std::string(card.key)})) rig = std::move(*used);
                all += told(fmt::format("{} {}", point.key, i), rig);
            }
        }
    is_approved("drawn_rigs", all, {1e-2, 1e-5});
}
