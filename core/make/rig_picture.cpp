#include "make/rig_picture.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <optional>

#include "parts/solids.h"
#include "rig/mechanism.h"

namespace clampet::make {
namespace {

using drawing::Point;
using parts::ShapeKind;
using parts::Vector;

struct Seen {
    double nearness = 0;
    std::vector<Point> outline;
    drawing::Material material = drawing::Material::metal;
};

std::vector<Vector> corners_of(const parts::Shape& s) {
    std::vector<Vector> corners;
    if (s.kind == ShapeKind::box) {
        for (int i = 0; i < 8; ++i)
            corners.push_back(s.at +
                              Vector((i & 1) - 0.5, ((i >> 1) & 1) - 0.5, ((i >> 2) & 1) - 0.5).cwiseProduct(s.size));
        return corners;
    }
    if (s.kind == ShapeKind::hull) {
        for (const auto& c : s.corners) corners.push_back(s.at + c);
        return corners;
    }
    constexpr int around = 24;
    if (s.kind == ShapeKind::sphere) {
        for (int i = 0; i < around; ++i) {
            const double a = 2 * std::numbers::pi * i / around;
            for (const auto& [u, v] : {std::pair{0, 2}, {0, 1}, {1, 2}}) {
                Vector p = s.at;
                p[u] += s.diameter / 2 * std::cos(a);
                p[v] += s.diameter / 2 * std::sin(a);
                corners.push_back(p);
            }
        }
        return corners;
    }
    const auto [u, v] = parts::profile_axes(s.axis);
    for (const double end : {-0.5, 0.5}) {
        const Vector middle = s.at + end * s.length * s.axis;
        if (s.kind == ShapeKind::prism) {
            for (const auto& p : s.profile) corners.push_back(middle + p.x() * u + p.y() * v);
            continue;
        }
        for (int i = 0; i < around; ++i) {
            const double a = 2 * std::numbers::pi * i / around;
            corners.push_back(middle + s.diameter / 2 * (std::cos(a) * u + std::sin(a) * v));
        }
    }
    return corners;
}

/// Andrew's monotone chain.
std::vector<Point> hull_of(std::vector<Point> points) {
    std::sort(points.begin(), points.end(),
              [](const Point& a, const Point& b) { return a.x < b.x || (a.x == b.x && a.y < b.y); });
    std::vector<Point> hull;
    const auto half = [&](auto from, auto to) {
        const std::size_t start = hull.size();
        for (auto p = from; p != to; ++p) {
            while (hull.size() >= start + 2) {
                const Point &a = hull[hull.size() - 2], &b = hull.back();
                if ((b.x - a.x) * (p->y - a.y) - (b.y - a.y) * (p->x - a.x) > 0) break;
                hull.pop_back();
            }
            hull.push_back(*p);
        }
        hull.pop_back();
    };
    half(points.begin(), points.end());
    half(points.rbegin(), points.rend());
    return hull;
}

drawing::Material material_of(parts::Stuff stuff) {
    switch (stuff) {
        case parts::Stuff::wood:
            return drawing::Material::wood;
        case parts::Stuff::plastic:
            return drawing::Material::plastic;
        case parts::Stuff::rubber:
            return drawing::Material::rubber;
        case parts::Stuff::payload:
        case parts::Stuff::glass:
            return drawing::Material::payload;
        case parts::Stuff::tube:
            return drawing::Material::tube;
        case parts::Stuff::metal:
            break;
    }
    return drawing::Material::metal;
}

Seen seen(const parts::Shape& shape, const Eigen::Isometry3d& world, bool is_site) {
    Seen s;
    std::vector<Point> points;
    double near = -1e9;
    for (const auto& c : corners_of(shape)) {
        const Vector w = world * c;
        points.push_back({w.x(), w.z()});
        near = std::max(near, -w.y());  // the right-hand side looks at us
    }
    s.outline = hull_of(std::move(points));
    s.nearness = near;
    s.material = is_site ? drawing::Material::site : material_of(shape.material);
    return s;
}

/// What is nearer over what is farther.
drawing::Drawing painted(std::vector<Seen> all) {
    drawing::Drawing picture;
    std::stable_sort(all.begin(), all.end(), [](const Seen& a, const Seen& b) { return a.nearness < b.nearness; });
    for (auto& s : all)
        if (s.outline.size() > 2) picture.path(std::move(s.outline), s.material);
    return picture;
}

/// A length that a reader can take with dividers.
double scale_bar(double width) {
    double bar = 0.5;
    for (const double shorter : {0.2, 0.1, 0.05, 0.02})
        if (bar > width / 2) bar = shorter;
    return bar;
}

}  // namespace

namespace {

/// From its right side, or from ahead where it is wider than long.
Eigen::Isometry3d sight_on(const std::vector<std::pair<parts::Shape, Eigen::Isometry3d>>& all) {
    Vector low = Vector::Constant(1e9), high = -low;
    for (const auto& [shape, world] : all)
        for (const auto& c : corners_of(shape)) {
            low = low.cwiseMin(world * c);
            high = high.cwiseMax(world * c);
        }
    Eigen::Isometry3d turned = Eigen::Isometry3d::Identity();
    if (high.y() - low.y() > 1.2 * (high.x() - low.x()))
        turned.linear() = Eigen::AngleAxisd(-std::numbers::pi / 2, Vector::UnitZ()).toRotationMatrix();
    return turned;
}

}  // namespace

namespace {

/// The axis that most of its profiles and bores run along; the part's y where none does.
int axis_of(const std::vector<parts::MadeSolid>& made) {
    std::array<int, 3> votes{0, 1, 0};
    const auto vote = [&](const parts::Shape& s) {
        if (s.kind != ShapeKind::prism && s.kind != ShapeKind::cylinder) return;
        for (int i = 0; i < 3; ++i) votes[static_cast<std::size_t>(i)] += std::abs(s.axis[i]) > 0.999 ? 2 : 0;
    };
    for (const auto& piece : made)
        for (const auto& shape : piece.joined) vote(shape);
    if (!made.empty())
        for (const auto& cut : made.front().cut) vote(cut);
    return static_cast<int>(std::max_element(votes.begin(), votes.end()) - votes.begin());
}

/// So that what lies along an axis looks at us: along x seen from ahead, along z from above.
Eigen::Isometry3d looking_along(int axis) {
    Eigen::Isometry3d turned = Eigen::Isometry3d::Identity();
    if (axis == 0) turned.linear() = Eigen::AngleAxisd(-std::numbers::pi / 2, Vector::UnitZ()).toRotationMatrix();
    if (axis == 2) turned.linear() = Eigen::AngleAxisd(std::numbers::pi / 2, Vector::UnitX()).toRotationMatrix();
    return turned;
}

/// The outline of a prism as it is where we look along it: it may be hollow.
std::optional<std::vector<Point>> true_outline(const parts::Shape& s, const Eigen::Isometry3d& world) {
    if (s.kind != ShapeKind::prism || std::abs((world.linear() * s.axis).y()) < 0.999) return std::nullopt;
    const auto [u, v] = parts::profile_axes(s.axis);
    std::vector<Point> outline;
    for (const auto& p : s.profile) {
        const Vector w = world * (s.at + p.x() * u + p.y() * v);
        outline.push_back({w.x(), w.z()});
    }
    return outline;
}

}  // namespace

drawing::Drawing picture_of(const std::vector<parts::MadeSolid>& made) {
    const auto sight = looking_along(axis_of(made));
    std::vector<Seen> all;
    for (const auto& piece : made)
        for (const auto& shape : piece.joined) {
            auto one = seen(shape, sight, false);
            if (auto outline = true_outline(shape, sight)) one.outline = std::move(*outline);
            all.push_back(std::move(one));
        }
    auto picture = painted(std::move(all));
    if (made.empty()) return picture;
    for (const auto& cut : made.front().cut) {
        if (cut.kind != ShapeKind::cylinder || std::abs((sight.linear() * cut.axis).y()) < 0.999) continue;
        const Vector at = sight * cut.at;
        picture.circle({at.x(), at.z()}, cut.diameter / 2, drawing::Material::air);
    }
    return picture;
}

drawing::Drawing picture_of(const rig::Rig& rig) {
    drawing::Drawing picture;
    picture.summary = rig.name;
    if (rig.parts.empty()) return picture;
    const rig::Placed placed(rig);
    std::vector<std::pair<parts::Shape, Eigen::Isometry3d>> shapes;
    std::vector<bool> is_site;
    for (const auto& part : rig.parts)
        for (const auto& shape : part.shapes) {
            shapes.emplace_back(shape, placed.world_from_part(part.id));
            is_site.push_back(part.origin == rig::Origin::site);
        }
    const auto& seams = placed.mechanism().seams();
    for (std::size_t i = 0; i < seams.size(); ++i)
        for (const auto& limb : rig::limbs_of(seams[i].motion)) {
            shapes.emplace_back(limb, placed.placement().world_from_port[i]);
            is_site.push_back(false);
        }
    const auto sight = sight_on(shapes);
    picture.summary = fmt::format("{}, from {}", rig.name, sight.linear().isIdentity() ? "the side" : "ahead");
    std::vector<Seen> all;
    for (std::size_t i = 0; i < shapes.size(); ++i)
        all.push_back(seen(shapes[i].first, sight * shapes[i].second, is_site[i]));
    picture.elements = painted(std::move(all)).elements;
    if (picture.elements.empty()) return picture;
    const auto box = picture.extent();
    const double bar = scale_bar(box.width()), below = box.low.y - 0.08 * std::max(box.width(), box.height());
    picture.line({box.low.x, below}, {box.low.x + bar, below}, drawing::Line::outline);
    picture.text({box.low.x + bar, below}, fmt::format("  {:.0f} mm", bar * 1000));
    return picture;
}

}  // namespace clampet::make
