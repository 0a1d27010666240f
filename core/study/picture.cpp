#include "study/picture.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "loads/load_case.h"
#include "quantity/conventions.h"
#include "quantity/format.h"
#include "rig/mechanism.h"
#include "rig/ray.h"
#include "rig/sag.h"

namespace clampet::study {
namespace {

using Eigen::Vector3d;
using quantity::picture_pixels;

constexpr int columns = 96, rows = 64;    ///< of rays
constexpr double little = 0.002;          ///< of the picture, that nobody sees; our judgement
constexpr double next_to_subject = 0.97;  ///< what is nearer than that share of the distance is in front of it
/// Close-up lenses as sold [dioptres]; common practice.
constexpr double closeups[] = {1, 2, 3, 4, 10};

/// Nearest that is sharp with a close-up lens of D dioptres, from the lens's front: 1/(1/s + D).
double nearest_with(double nearest, double dioptres) {
    return 1 / (1 / nearest + dioptres);
}

void focus(Picture& p, const rig::Lens& lens, double closeup) {
    if (lens.closest_focus > 0) p.nearest = std::max(0.0, lens.closest_focus - lens.sensor_behind);
    if (closeup > 0) {
        p.farthest = 1 / closeup;
        if (p.nearest > 0) p.nearest = nearest_with(p.nearest, closeup);
    }
    if (!(p.distance > 0)) return;
    p.is_sharp = p.distance >= p.nearest && p.distance <= p.farthest;
    if (p.is_sharp || closeup > 0) return;
    for (const double d : closeups)
        if (nearest_with(p.nearest, d) <= p.distance && p.distance <= 1 / d) {
            p.closeup = d;
            return;
        }
}

std::string corner_words(double x, double y) {
    const char* across = x < -0.33 ? "left" : x > 0.33 ? "right" : "";
    const char* up = y < -0.33 ? "lower" : y > 0.33 ? "upper" : "";
    if (!*across && !*up) return "in the middle";
    if (!*across) return *up == 'l' ? "at the bottom" : "at the top";
    if (!*up) return fmt::format("at the {}", across);
    return fmt::format("{} {}", up, across);
}

void look_for_parts(Picture& p, const rig::Rig& rig, const rig::Placement& at, const rig::Lens& lens) {
    struct Seen {
        int rays = 0;
        double x = 0, y = 0;
    };
    std::vector<Seen> seen(rig.parts.size());
    const Vector3d right = p.frame.looks.cross(p.frame.up);
    const double farthest = p.distance > 0 ? next_to_subject * p.distance : std::numeric_limits<double>::infinity();
    std::vector<std::pair<Vector3d, Eigen::Matrix3d>> own;
    for (const auto& world : at.world_from_part)
        own.emplace_back(world.inverse() * p.frame.eye, world.linear().transpose());
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            const double x = 2 * (column + 0.5) / columns - 1, y = 1 - 2 * (row + 0.5) / rows;
            const Vector3d ray =
                p.frame.looks +
                (x * lens.sensor_width / 2 * right + y * lens.sensor_height / 2 * p.frame.up) / lens.focal_length;
            double nearest = farthest;
            std::optional<std::size_t> hit;
            for (std::size_t i = 0; i < rig.parts.size(); ++i) {
                const auto& part = rig.parts[i];
                if (part.id == p.camera || part.origin == rig::Origin::site) continue;
                for (const auto& shape : part.shapes)
                    if (const auto t = rig::entered(shape, own[i].first, own[i].second * ray); t && *t < nearest) {
                        nearest = *t;
                        hit = i;
                    }
            }
            if (!hit) continue;
            ++seen[*hit].rays;
            seen[*hit].x += x;
            seen[*hit].y += y;
        }
    for (std::size_t i = 0; i < seen.size(); ++i) {
        const double share = static_cast<double>(seen[i].rays) / (columns * rows);
        if (share > little)
            p.in_the_way.push_back(
                {rig.parts[i].id, share, corner_words(seen[i].x / seen[i].rays, seen[i].y / seen[i].rays)});
    }
    std::stable_sort(p.in_the_way.begin(), p.in_the_way.end(),
                     [](const auto& a, const auto& b) { return a.share > b.share; });
}

/// What follows from the frame and what is asked of it.
void judge(Picture& p, const rig::Lens& lens, double closeup) {
    p.pixels_per_metre = picture_pixels / p.frame.width;
    p.pixels_per_radian = picture_pixels * lens.focal_length / lens.sensor_width;
    if (p.wanted > 0) {
        p.needs_distance = p.wanted * lens.focal_length / lens.sensor_width;
        p.is_wide_enough = !(p.distance > 0) || p.frame.width >= 0.999 * p.wanted;
    }
    focus(p, lens, closeup);
}

Picture picture_of(const rig::Rig& rig, const rig::Part& camera, const Scene& scene, const PictureOptions& options) {
    const auto& lens = *camera.lens;
    const rig::Rig now = staged(rig, scene);
    const rig::Placed placed = rig::settled(now);
    const auto& world = placed.world_from_part(camera.id);
    Picture p;
    p.shot = scene.name;
    p.camera = camera.id;
    for (const auto& shot : rig.shots)
        if (shot.id == scene.shot) {
            p.distance = shot.distance;
            p.wanted = shot.frame;
            if (shot.wanted.is_said()) p.reach = reach_of(now, shot, lens_place(now, placed));
        }
    p.frame = frame_at(lens, world, p.distance > 0 ? p.distance : 1);
    judge(p, lens, options.closeup);
    look_for_parts(p, now, placed.placement(), lens);
    p.moves = movements(now, placed, camera.id, {p.frame.eye, p.frame.looks, p.frame.up, p.frame.distance});
    return p;
}

}  // namespace

const rig::Part* camera_of(const rig::Rig& rig) {
    const rig::Part* best = nullptr;
    for (const auto& part : rig.parts)
        if (part.lens && (!best || part.mass > best->mass)) best = &part;
    return best;
}

Frame frame_at(const rig::Lens& lens, const Eigen::Isometry3d& world_from_camera, double distance) {
    Frame f;
    f.eye = world_from_camera * lens.at;
    f.looks = world_from_camera.linear() * lens.along;
    f.up = world_from_camera.linear() * lens.up;
    f.distance = distance;
    f.width = lens.sensor_width * distance / lens.focal_length;
    f.height = lens.sensor_height * distance / lens.focal_length;
    return f;
}

Picture picture_without_rays(const rig::Lens& lens, double distance, double wanted, double closeup) {
    Picture p;
    p.distance = distance;
    p.wanted = wanted;
    p.frame = frame_at(lens, Eigen::Isometry3d::Identity(), distance);
    judge(p, lens, closeup);
    return p;
}

std::array<Vector3d, 4> Frame::corners() const {
    const Vector3d middle = eye + distance * looks, x = looks.cross(up) * width / 2, y = up * height / 2;
    return {middle - x + y, middle + x + y, middle + x - y, middle - x - y};
}

Result<std::vector<Picture>> pictures(const rig::Rig& rig, const PictureOptions& options) {
    if (!(options.closeup >= 0) || options.closeup > 50)
        return Problem{"picture.impossible_closeup", "closeup", "That is no close-up lens.",
                       "Give its dioptres, for example 2; 0 for none."};
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    const auto* camera = camera_of(rig);
    if (!camera)
        return Problem{"picture.no_camera", "", "Nothing on this rig says what it sees with.",
                       "Put a camera of the kind “camera” on it and say its sensor and focal length."};
    std::vector<Picture> all;
    for (const auto& scene : scenes_of(rig))
        if (scene.set.empty()) all.push_back(picture_of(rig, *camera, scene, options));
    return all;
}

std::string sentence_of(const rig::Rig& rig, const Picture& p, const Movement& m) {
    return fmt::format("{} {}: {} at the subject, {:.2g} pixels of 3840", rig.interface(m.interface)->name, m.why,
                       quantity::format(m.at_subject, quantity::Dimension::length), m.at_subject * p.pixels_per_metre);
}

std::string sentence_of(const rig::Rig& rig, const Picture& p) {
    const auto length = [](double si) { return quantity::format(si, quantity::Dimension::length); };
    std::string words = fmt::format("{} × {} at {}", length(p.frame.width), length(p.frame.height),
                                    p.distance > 0 ? length(p.distance) : "1 m");
    if (p.wanted > 0 && !p.is_wide_enough)
        words += fmt::format("; {} wanted: step back to {}", length(p.wanted), length(p.needs_distance));
    if (!p.is_sharp) {
        if (p.distance > p.farthest)
            words += fmt::format("; not sharp: with that close-up lens nothing beyond {} is", length(p.farthest));
        else if (p.closeup > 0)
            words += fmt::format("; not sharp nearer than {}: a close-up lens of +{:.0f} makes it sharp",
                                 length(p.nearest), p.closeup);
        else
            words += fmt::format("; not sharp nearer than {}", length(p.nearest));
    } else if (p.distance > 0 && p.nearest > 0) {
        words += "; sharp";
    }
    for (const auto& part : p.in_the_way) {
        const auto* of = rig.part(part.part);
        words += fmt::format("; {} takes {:.2g} % {}", of ? of->name : part.part, 100 * part.share, part.where);
    }
    return words;
}

}  // namespace clampet::study
