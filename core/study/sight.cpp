#include "study/sight.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "quantity/format.h"
#include "rig/ray.h"
#include "rig/sag.h"

namespace clampet::study {
namespace {

using quantity::Dimension;
using rig::Vector;

/// A face that looks back from its part, in the world.
struct Face {
    Vector middle = Vector::Zero(), looks = Vector::UnitX();
    double width = 0, height = 0;
};

double angle_between(const Vector& a, const Vector& b) {
    return std::atan2(a.cross(b).norm(), a.dot(b));
}

/// Of the largest box that a part is made of.
Result<Face> face_of(const rig::Rig& rig, const rig::Placed& placed, const std::string& id, const char* where) {
    const auto* part = rig.part(id);
    if (!part)
        return Problem{"sight.no_part", where, fmt::format("There is no part “{}”.", id), "Use one that check lists."};
    const rig::Shape* largest = nullptr;
    for (const auto& shape : part->shapes)
        if (shape.kind == rig::ShapeKind::box && (!largest || shape.size.prod() > largest->size.prod()))
            largest = &shape;
    if (!largest)
        return Problem{"sight.no_face", where, fmt::format("{} has no flat face to look at.", part->name),
                       "Use a camera, a monitor or a phone."};
    const auto& at = placed.world_from_part(id);
    const Vector middle = largest->at - Vector(largest->size.x() / 2, 0, 0);
    return Face{at * middle, at.linear() * -Vector::UnitX(), largest->size.y(), largest->size.z()};
}

/// How large what must be seen is.
Eigen::Vector2d shown_of(const rig::Rig& rig, const SightQuestion& q, const Face& face) {
    const bool is_camera = rig.part(q.screen)->lens.has_value();
    const Eigen::Vector2d own = is_camera ? Eigen::Vector2d(0.075, 0.05) : Eigen::Vector2d(face.width, face.height);
    return {q.screen_width > 0 ? q.screen_width : own.x(), q.screen_height > 0 ? q.screen_height : own.y()};
}

/// Parts between two points.
void add_in_the_way(const rig::Rig& rig, const rig::Placed& placed, const Vector& from, const Vector& to,
                    const SightQuestion& q, std::vector<std::string>& all) {
    for (const auto& part : rig.parts) {
        if (part.id == q.screen || part.id == q.mirror) continue;
        const Eigen::Isometry3d into = placed.world_from_part(part.id).inverse();
        const Vector start = into * from, way = into.linear() * (to - from);
        const bool hit = std::any_of(part.shapes.begin(), part.shapes.end(), [&](const auto& shape) {
            const auto t = rig::entered(shape, start, way);
            return t && *t < 1;
        });
        if (hit && std::find(all.begin(), all.end(), part.id) == all.end()) all.push_back(part.id);
    }
}

std::string degrees(double angle) {
    return quantity::format(angle, Dimension::angle);
}

}  // namespace

bool Sight::is_seen() const {
    return off_screen <= readable_within && in_the_way.empty() && (!by_mirror || turn <= set_within);
}

Result<Sight> sight(const rig::Rig& rig, const SightQuestion& q) {
    if (!q.eye.allFinite() || !(q.screen_width >= 0) || !(q.screen_height >= 0))
        return Problem{"sight.bad_eye", "eye", "It is not known from where it is looked at.",
                       "Give three lengths: ahead, to the left, up."};
    const rig::Placed placed = rig::settled(rig);
    const auto screen = face_of(rig, placed, q.screen, "screen");
    if (!screen) return screen.problem();
    Sight found;
    found.by_mirror = !q.mirror.empty();
    if (q.mirror.empty()) {
        const Vector way = q.eye - screen->middle;
        if (!(way.norm() > 1e-6))
            return Problem{"sight.bad_eye", "eye", "The eye is on the screen.", "Put it somewhere else."};
        found.off_screen = found.turn = angle_between(screen->looks, way);
        found.distance = way.norm();
        add_in_the_way(rig, placed, q.eye, screen->middle, q, found.in_the_way);
        return found;
    }
    const auto mirror = face_of(rig, placed, q.mirror, "mirror");
    if (!mirror) return mirror.problem();
    const Vector to_screen = screen->middle - mirror->middle, to_eye = q.eye - mirror->middle;
    const double near = to_eye.norm(), far = to_screen.norm();
    if (!(near > 1e-6) || !(far > 1e-6))
        return Problem{"sight.bad_eye", "eye", "The eye or the screen is on the mirror.", "Put it somewhere else."};
    const Vector right = to_screen / far + to_eye / near;
    found.half_angle = angle_between(to_screen, to_eye) / 2;
    found.turn = right.norm() > 1e-9 ? angle_between(mirror->looks, right) : std::numbers::pi / 2;
    found.off_screen = angle_between(screen->looks, -to_screen);
    found.distance = near + far;
    const Eigen::Vector2d shown = shown_of(rig, q, *screen);
    // Whichever way it is turned, that side is seen aslant.
    const double share = near / (near + far), slant = std::max(1e-3, std::cos(found.half_angle));
    const bool turned_level = std::abs(to_screen.cross(to_eye).normalized().z()) > std::numbers::sqrt2 / 2;
    found.least_width = share * shown.x() / (turned_level ? slant : 1);
    found.least_height = share * shown.y() / (turned_level ? 1 : slant);
    found.width = mirror->width;
    found.height = mirror->height;
    add_in_the_way(rig, placed, q.eye, mirror->middle, q, found.in_the_way);
    add_in_the_way(rig, placed, mirror->middle, screen->middle, q, found.in_the_way);
    return found;
}

std::string sentence_of(const rig::Rig& rig, const SightQuestion& q, const Sight& s) {
    const auto name = [&](const std::string& id) { return rig.part(id) ? rig.part(id)->name : id; };
    const auto length = [](double l) { return quantity::format(l, Dimension::length); };
    const bool by_mirror = !q.mirror.empty();
    std::string words = fmt::format("{} is {}seen from there{}, over {}.", name(q.screen), s.is_seen() ? "" : "not ",
                                    by_mirror ? " by " + name(q.mirror) : "", length(s.distance));
    if (by_mirror && s.turn > set_within)
        words += fmt::format(" Turn {} by {}: it must halve the angle of {} between screen and eye.", name(q.mirror),
                             degrees(s.turn), degrees(2 * s.half_angle));
    if (s.off_screen > readable_within)
        words += fmt::format(" The screen is looked at {} aslant; beyond {} little is made out.", degrees(s.off_screen),
                             degrees(readable_within));
    if (by_mirror)
        words += fmt::format(
            " A mirror there must be {} by {} at least{}.", length(s.least_width), length(s.least_height),
            s.is_large_enough() ? "" : fmt::format("; this one is {} by {}", length(s.width), length(s.height)));
    for (std::size_t i = 0; i < s.in_the_way.size(); ++i)
        words += fmt::format(" {} is in the way.", name(s.in_the_way[i]));
    return words;
}

}  // namespace clampet::study
