#pragma once
#include <memory>
#include <span>

#include "rig/rig.h"

namespace clampet::rig {

/// What is solid of one thing, as convex pieces, to find how far apart two things are.
/// Meaning  Boxes, cylinders and spheres are themselves; a prism is cut into triangles along its profile.
///          Without the library (convex.h) there are none: what answers a person asks for it first.
class ConvexPieces {
 public:
    explicit ConvexPieces(std::span<const Shape> shapes);
    ~ConvexPieces();
    ConvexPieces(ConvexPieces&&) noexcept;
    ConvexPieces& operator=(ConvexPieces&&) noexcept;
    bool is_empty() const noexcept;
    /// The box about it at a place of the world [m].
    Eigen::AlignedBox3d box_at(const Eigen::Isometry3d& world) const;

 private:
    friend double overlap_of(const ConvexPieces&, const Eigen::Isometry3d&, const ConvexPieces&,
                             const Eigen::Isometry3d&);
    friend double gap_of(const ConvexPieces&, const Eigen::Isometry3d&, const ConvexPieces&, const Eigen::Isometry3d&);
    struct Pieces;
    std::unique_ptr<Pieces> pieces_;
};

/// How deep one lies in the other, the deepest of their pieces [m]; 0 where they are apart.
/// Source  Penetration depth of convex bodies, by the FCL library.
double overlap_of(const ConvexPieces& a, const Eigen::Isometry3d& world_from_a, const ConvexPieces& b,
                  const Eigen::Isometry3d& world_from_b);
/// Least distance between two that are apart [m]; 0 where they touch; infinity where one is empty.
double gap_of(const ConvexPieces& a, const Eigen::Isometry3d& world_from_a, const ConvexPieces& b,
              const Eigen::Isometry3d& world_from_b);

/// A simple polygon cut into triangles, by their corners' numbers; corners in either sense.
/// Source  Ear clipping.
std::vector<std::array<std::size_t, 3>> triangles_of(std::span<const Eigen::Vector2d> polygon);

}  // namespace clampet::rig
