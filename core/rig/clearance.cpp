#include "rig/clearance.h"

#include <algorithm>
#include <array>
#include <numeric>

#include "parts/solids.h"
#include "rig/convex.h"

namespace clampet::rig {
namespace {

using Faces = std::vector<std::vector<int>>;

double cross(const Eigen::Vector2d& a, const Eigen::Vector2d& b) {
    return a.x() * b.y() - a.y() * b.x();
}

ConvexLibrary::Made hull(const ConvexLibrary& library, const Shape& s) {
    Faces faces;
    for (const auto& face : s.faces) faces.emplace_back(face.begin(), face.end());
    return library.hull({s.corners.begin(), s.corners.end()}, faces);
}

/// A triangle drawn out along the prism's axis, with its faces' corners counter-clockwise from outside.
ConvexLibrary::Made wedge(const ConvexLibrary& library, const Shape& s, const std::array<std::size_t, 3>& corners) {
    const auto [u, v] = parts::profile_axes(s.axis);
    std::vector<Vector> points;
    for (const double side : {-0.5, 0.5})
        for (const auto i : corners)
            points.push_back(s.profile[i].x() * u + s.profile[i].y() * v + side * s.length * s.axis);
    Faces faces = {{2, 1, 0}, {3, 4, 5}};
    for (int i = 0; i < 3; ++i) {
        const int next = (i + 1) % 3;
        faces.push_back({i, next, next + 3, i + 3});
    }
    const Vector outward = (points[1] - points[0]).cross(points[2] - points[0]);
    if (outward.dot(s.axis) < 0)  // the first triangle's corners are to run the other way round
        for (auto& face : faces) std::reverse(face.begin(), face.end());
    return library.hull(std::move(points), faces);
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
        ConvexLibrary::Made solid;
        Eigen::Isometry3d own_from_piece;
        Eigen::AlignedBox3d box;  ///< in the thing's own frame
        PlacedConvex at(const Eigen::Isometry3d& world_from_own) const {
            return {solid.get(), world_from_own * own_from_piece};
        }
    };
    const ConvexLibrary* library = nullptr;  ///< nothing where it is missing: then there are no pieces
    std::vector<Piece> all;

    void add(ConvexLibrary::Made solid, const Eigen::Isometry3d& at) {
        const auto box = solid->box().transformed(at);
        all.push_back({std::move(solid), at, box});
    }
    void add(const Shape& s) {
        Eigen::Isometry3d at = Eigen::Isometry3d::Identity();
        at.translation() = s.at;
        switch (s.kind) {
            case ShapeKind::box:
                return add(library->box(s.size), at);
            case ShapeKind::sphere:
                return add(library->sphere(s.diameter / 2), at);
            case ShapeKind::cylinder: {
                const Vector across = s.axis.unitOrthogonal();
                at.linear() << across, s.axis.cross(across), s.axis;
                return add(library->cylinder(s.diameter / 2, s.length), at);
            }
            case ShapeKind::hull:
                return add(hull(*library, s), at);
            case ShapeKind::prism:
                for (const auto& corners : triangles_of(s.profile)) add(wedge(*library, s, corners), at);
        }
    }
};

ConvexPieces::ConvexPieces(std::span<const Shape> shapes) : pieces_(std::make_unique<Pieces>()) {
    const auto library = convex_library();
    if (!library) return;
    pieces_->library = *library;
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
    for (const auto& one : a.pieces_->all) {
        const auto box = one.box.transformed(world_from_a);
        for (const auto& other : b.pieces_->all)
            if (box.intersects(other.box.transformed(world_from_b)))
                deepest =
                    std::max(deepest, a.pieces_->library->overlap_of(one.at(world_from_a), other.at(world_from_b)));
    }
    return deepest;
}

double gap_of(const ConvexPieces& a, const Eigen::Isometry3d& world_from_a, const ConvexPieces& b,
              const Eigen::Isometry3d& world_from_b) {
    double least = std::numeric_limits<double>::infinity();
    for (const auto& one : a.pieces_->all)
        for (const auto& other : b.pieces_->all)
            least = std::min(least,
                             std::max(0.0, a.pieces_->library->gap_of(one.at(world_from_a), other.at(world_from_b))));
    return least;
}

}  // namespace clampet::rig
