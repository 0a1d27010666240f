#pragma once
#include <array>
#include <Eigen/Geometry>
#include <memory>
#include <vector>

#include "quantity/module.h"

namespace clampet::rig {

/// A convex solid that the library has made: it alone knows what it is.
class Convex : public Uncopied {
 public:
    /// The box about it, in its own frame [m].
    virtual Eigen::AlignedBox3d box() const = 0;
};
/// One of them at a place of the world.
struct PlacedConvex {
    const Convex* solid = nullptr;
    Eigen::Isometry3d world_from_own = Eigen::Isometry3d::Identity();
};

/// What the FCL library does for this room.
class ConvexLibrary : public Uncopied {
 public:
    using Made = std::unique_ptr<const Convex>;
    virtual Made box(const Eigen::Vector3d& size) const = 0;
    virtual Made sphere(double radius) const = 0;
    /// Along z, its middle at the origin.
    virtual Made cylinder(double radius, double length) const = 0;
    /// Each face by the numbers of its corners, counter-clockwise from outside.
    virtual Made hull(std::vector<Eigen::Vector3d> corners, const std::vector<std::vector<int>>& faces) const = 0;
    /// How deep one lies in the other [m]; 0 where they are apart.
    virtual double overlap_of(const PlacedConvex& one, const PlacedConvex& other) const = 0;
    /// Least distance [m]; 0 or less where they touch.
    virtual double gap_of(const PlacedConvex& one, const PlacedConvex& other) const = 0;
};

/// Meaning  The library, which is a module of its own: FCL is half of what a start would have to load, and nothing but
///          what touches needs it.
/// Errors   A Problem: the module is not beside the program, nor where it was built, or its libraries are missing.
Result<const ConvexLibrary*> convex_library();
/// Where it is looked for.
const Module& convex_module();

}  // namespace clampet::rig
