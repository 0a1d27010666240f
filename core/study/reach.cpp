#include "study/reach.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "quantity/dimension.h"
#include "quantity/format.h"
#include "rig/sag.h"
#include "study/picture.h"

namespace clampet::study {
namespace {

using quantity::Dimension;

/// What is out there: the parts of the payload; before there are any, what is planned.
double mass_held(const rig::Rig& rig) {
    double mass = 0;
    for (const auto& part : rig.parts)
        if (part.role == rig::Role::payload) mass += part.mass;
    if (mass > 0) return mass;
    for (const auto& planned : rig.planned)
        if (const auto part = rig::part_of(planned)) mass += part->mass;
    return mass;
}

void compare(Reach& r) {
    if (!r.is) return;
    const double out = r.wanted.out ? r.is->out - *r.wanted.out : 0,
                 up = r.wanted.height ? r.is->height - *r.wanted.height : 0;
    r.short_of = std::hypot(out, up);
    r.turned_by = r.wanted.down ? r.is->down - *r.wanted.down : 0;
    r.is_met = r.short_of <= near_enough && std::abs(r.turned_by) <= level_enough;
}

std::string looks_words(double down) {
    if (std::abs(down - rig::straight_down) < 0.01) return "straight down";
    if (std::abs(down) < 0.01) return "level";
    return fmt::format("{} {}", quantity::format(std::abs(down), Dimension::angle), down > 0 ? "down" : "up");
}

}  // namespace

std::optional<LensPlace> lens_place(const rig::Rig& rig, const rig::Placed& placed) {
    const auto* camera = camera_of(rig);
    if (!camera) return std::nullopt;
    const auto frame = frame_at(*camera->lens, placed.world_from_part(camera->id), 1);
    const double out = std::hypot(frame.eye.x(), frame.eye.y());
    return LensPlace{out, frame.eye.z(), std::asin(std::clamp(-frame.looks.z(), -1.0, 1.0))};
}

Reach reach_of(const rig::Rig& rig, const rig::Shot& shot, const std::optional<LensPlace>& is) {
    Reach r;
    r.shot = shot.id;
    r.wanted = shot.wanted;
    r.mass = mass_held(rig);
    r.is = is;
    r.moment = r.mass * quantity::standard_gravity * r.wanted.out.value_or(r.is ? r.is->out : 0);
    compare(r);
    return r;
}

std::vector<Reach> reaches(const rig::Rig& rig) {
    std::vector<Reach> all;
    for (const auto& shot : rig.shots) {
        if (!shot.wanted.is_said()) continue;
        std::optional<LensPlace> is;
        if (camera_of(rig)) {
            const auto now = rig::posed(rig, shot);
            is = lens_place(now, rig::settled(now));
        }
        all.push_back(reach_of(rig, shot, is));
    }
    return all;
}

std::string trouble_of(const Reach& r) {
    if (r.is_met || !r.is) return {};
    std::vector<std::string> all;
    const auto say = [&](double by, double least, const char* more, const char* less) {
        if (std::abs(by) > least)
            all.push_back(
                fmt::format("{} too {}", quantity::format(std::abs(by), Dimension::length), by > 0 ? more : less));
    };
    if (r.wanted.out) say(r.is->out - *r.wanted.out, near_enough / 2, "far out", "near");
    if (r.wanted.height) say(r.is->height - *r.wanted.height, near_enough / 2, "high", "low");
    std::string words = fmt::format("{}", fmt::join(all, " and "));
    if (std::abs(r.turned_by) > level_enough)
        words +=
            fmt::format("{}looks {} too far {}", words.empty() ? "" : " and ",
                        quantity::format(std::abs(r.turned_by), Dimension::angle), r.turned_by > 0 ? "down" : "up");
    return words;
}

std::string sentence_of(const Reach& r) {
    std::vector<std::string> asked;
    if (r.wanted.out) asked.push_back(quantity::format(*r.wanted.out, Dimension::length) + " out");
    if (r.wanted.height)
        asked.push_back(fmt::format("{} {}", quantity::format(std::abs(*r.wanted.height), Dimension::length),
                                    *r.wanted.height < 0 ? "down" : "up"));
    if (r.wanted.down) asked.push_back("looking " + looks_words(*r.wanted.down));
    std::string words = fmt::format("{}", fmt::join(asked, ", "));
    if (r.moment > 0)
        words += fmt::format(": {} out there is {} at what holds it", quantity::format(r.mass, Dimension::mass),
                             quantity::format(r.moment, Dimension::torque));
    words += ".";
    if (const auto trouble = trouble_of(r); !trouble.empty())
        words += fmt::format(" The rig has the lens {}.", trouble);
    else if (r.is)
        words += " The rig brings it there.";
    return words;
}

}  // namespace clampet::study
