#include "rig/clearance.h"

#include <fcl/fcl.h>

#include <algorithm>
#include <array>
#include <numeric>

#include "parts/solids.h"

namespace clampet::rig {
namespace {

using Geometry = std::shared_ptr<fcl::CollisionGeometryd>;

double cross(const Eigen::Vector2d& a, const Eigen::Vector2d& b) {
    return a.x() * b.y() - a.y() * b.x();
}

Geometry hull(const Shape& s) {
    auto faces = std::make_shared<std::vector<int>>();
    for (const auto& face : s.faces) {
        faces->push_back(3);
        faces->insert(faces->end(), face.begin(), face.end());
    }
    return std::make_shared<fcl::Convexd>(
        std::make_shared<std::vector<fcl::Vector3d>>(s.corners.begin(), s.corners.end()),
        static_cast<int>(s.faces.size()), faces);
}

/// A triangle drawn out along the prism's axis, with its faces' corners counter-clockwise from outside.
Geometry wedge(const Shape& s, const std::array<std::size_t, 3>& corners) {
    const auto [u, v] = parts::profile_axes(s.axis);
    auto points = std::make_shared<std::vector<fcl::Vector3d>>();
    for (const double side : {-0.5, 0.5})
        for (const auto i : corners)
            points->push_back(s.profile[i].x() * u + s.profile[i].y() * v + side * s.length * s.axis);
    const Vector outward = ((*points)[1] - (*points)[0]).cross((*points)[2] - (*points)[0]);
    const bool turned = outward.dot(s.axis) < 0;  // the first triangle's corners are to run the other way round
    auto faces = std::make_shared<std::vector<int>>();
    const auto add = [&](std::vector<int> face) {
        if (turned) std::reverse(face.begin(), face.end());
        faces->push_back(static_cast<int>(face.size()));
        faces->insert(faces->end(), face.begin(), face.end());
    };
    add({2, 1, 0});
    add({3, 4, 5});
    for (int i = 0; i < 3; ++i) {
        const int next = (i + 1) % 3;
        add({i, next, next + 3, i + 3});
    }
    return std::make_shared<fcl::Convexd>(points, 5, faces);
}

}  // namespace

std::vector<std::array<std::size_t, 3>> triangles_of(std::span<const Eigen::Vector2d> polygon) {
    std::vector<std::size_t> left(polygon.size());
    std::iota(left.begin(), left.end(), std::size_t{0});
    double twice = 0;
    for (std::size_t i = 0; i < polygon.size(); ++i) twice += cross(polygon[i], polygon[(i + 1) % polygon.size()]);
    if (twice < 0) std::reverse(left.begin(), left.end());
    const auto is_ear = [&](std::size_t at) {
        const auto a = left[(at + left.size() - 1) % left.size()], b = left[at], c = left[(at + 1) % left.size()];
        if (cross(polygon[b] - polygon[a], polygon[c] - polygon[b]) <= 0) return false;
        return std::none_of(left.begin(), left.end(), [&](std::size_t p) {
            if (p == a || p == b || p == c) return false;
            const auto inside = [&](std::size_t from, std::size_t to) {
                return cross(polygon[to] - polygon[from], polygon[p] - polygon[from]) > 0;
            };
            return inside(a, b) && inside(b, c) && inside(c, a);
        });
    };
    std::vector<std::array<std::size_t, 3>> all;
    while (left.size() > 2) {
        std::size_t at = 0;
        while (at < left.size() && !is_ear(at)) ++at;
        if (at == left.size()) at = 0;  // only corners on one line are left
        all.push_back({left[(at + left.size() - 1) % left.size()], left[at], left[(at + 1) % left.size()]});
        left.erase(left.begin() + static_cast<std::ptrdiff_t>(at));
    }
    std::erase_if(all, [&](const auto& t) {
        return std::abs(cross(polygon[t[1]] - polygon[t[0]], polygon[t[2]] - polygon[t[0]])) < 1e-12;
    });
    return all;
}

struct ConvexPieces::Pieces {
    struct Piece {
        Geometry geometry;
        Eigen::Isometry3d own_from_piece;
        Eigen::AlignedBox3d box;  ///< in the thing's own frame
    };
    std::vector<Piece> all;
    Eigen::AlignedBox3d box;

    void add(Geometry geometry, const Eigen::Isometry3d& at) {
        geometry->computeLocalAABB();
        const Eigen::AlignedBox3d own(geometry->aabb_local.min_, geometry->aabb_local.max_);
        all.push_back({std::move(geometry), at, own.transformed(at)});
        box.extend(all.back().box);
    }
    void add(const Shape& s) {
        Eigen::Isometry3d at = Eigen::Isometry3d::Identity();
        at.translation() = s.at;
        switch (s.kind) {
            case ShapeKind::box:
                return add(std::make_shared<fcl::Boxd>(s.size), at);
            case ShapeKind::sphere:
                return add(std::make_shared<fcl::Sphered>(s.diameter / 2), at);
            case ShapeKind::cylinder: {
                const Vector across = s.axis.unitOrthogonal();
                at.linear() << across, s.axis.cross(across), s.axis;
                return add(std::make_shared<fcl::Cylinderd>(s.diameter / 2, s.length), at);
            }
            case ShapeKind::hull:
                return add(hull(s), at);
            case ShapeKind::prism:
                for (const auto& corners : triangles_of(s.profile)) add(wedge(s, corners), at);
        }
    }
};

ConvexPieces::ConvexPieces(std::span<const Shape> shapes) : pieces_(std::make_unique<Pieces>()) {
    for (const auto& shape : shapes) pieces_->add(shape);
}
ConvexPieces::~ConvexPieces() = default;
ConvexPieces::ConvexPieces(ConvexPieces&&) noexcept = default;
ConvexPieces& ConvexPieces::operator=(ConvexPieces&&) noexcept = default;

bool ConvexPieces::is_empty() const noexcept {
    return pieces_->all.empty();
}

Eigen::AlignedBox3d ConvexPieces::box_at(const Eigen::Isometry3d& world) const {
    Eigen::AlignedBox3d box;
    for (const auto& piece : pieces_->all) box.extend(piece.box.transformed(world));
    return box;
}

double overlap_of(const ConvexPieces& a, const Eigen::Isometry3d& world_from_a, const ConvexPieces& b,
                  const Eigen::Isometry3d& world_from_b) {
    double deepest = 0;
    const fcl::CollisionRequestd request(1, true);
    for (const auto& one : a.pieces_->all) {
        const auto box = one.box.transformed(world_from_a);
        for (const auto& other : b.pieces_->all) {
            if (!box.intersects(other.box.transformed(world_from_b))) continue;
            fcl::CollisionResultd result;
            fcl::collide(one.geometry.get(), world_from_a * one.own_from_piece, other.geometry.get(),
                         world_from_b * other.own_from_piece, request, result);
            if (result.isCollision()) deepest = std::max(deepest, result.getContact(0).penetration_depth);
        }
    }
    return deepest;
}

double gap_of(const ConvexPieces& a, const Eigen::Isometry3d& world_from_a, const ConvexPieces& b,
              const Eigen::Isometry3d& world_from_b) {
    double least = std::numeric_limits<double>::infinity();
    for (const auto& one : a.pieces_->all)
        for (const auto& other : b.pieces_->all) {
            fcl::DistanceResultd result;
            const double apart =
                fcl::distance(one.geometry.get(), world_from_a * one.own_from_piece, other.geometry.get(),
                              world_from_b * other.own_from_piece, fcl::DistanceRequestd(), result);
            least = std::min(least, std::max(0.0, apart));
        }
    return least;
}

}  // namespace clampet::rig
