// The module that knows FCL.
#include <fcl/fcl.h>

#include <algorithm>

#include "rig/convex.h"

namespace clampet::rig {
namespace {

class Solid : public Convex {
 public:
    explicit Solid(std::unique_ptr<fcl::CollisionGeometryd> made) : geometry(std::move(made)) {
        geometry->computeLocalAABB();
    }
    Eigen::AlignedBox3d box() const override { return {geometry->aabb_local.min_, geometry->aabb_local.max_}; }
    const std::unique_ptr<fcl::CollisionGeometryd> geometry;
};

const fcl::CollisionGeometryd* geometry_of(const PlacedConvex& placed) {
    return static_cast<const Solid*>(placed.solid)->geometry.get();
}

template <class Shape, class... Sizes>
std::unique_ptr<const Convex> made(Sizes&&... sizes) {
    return std::make_unique<Solid>(std::make_unique<Shape>(std::forward<Sizes>(sizes)...));
}

class Fcl : public ConvexLibrary {
 public:
    Made box(const Eigen::Vector3d& size) const override { return made<fcl::Boxd>(size); }
    Made sphere(double radius) const override { return made<fcl::Sphered>(radius); }
    Made cylinder(double radius, double length) const override { return made<fcl::Cylinderd>(radius, length); }
    Made hull(std::vector<Eigen::Vector3d> corners, const std::vector<std::vector<int>>& faces) const override {
        auto list = std::make_shared<std::vector<int>>();
        for (const auto& face : faces) {
            list->push_back(static_cast<int>(face.size()));
            list->insert(list->end(), face.begin(), face.end());
        }
        return made<fcl::Convexd>(std::make_shared<std::vector<fcl::Vector3d>>(std::move(corners)),
                                  static_cast<int>(faces.size()), list);
    }
    double overlap_of(const PlacedConvex& one, const PlacedConvex& other) const override {
        const fcl::CollisionRequestd request(1, true);
        fcl::CollisionResultd result;
        fcl::collide(geometry_of(one), one.world_from_own, geometry_of(other), other.world_from_own, request, result);
        return result.isCollision() ? std::max(0.0, result.getContact(0).penetration_depth) : 0;
    }
    double gap_of(const PlacedConvex& one, const PlacedConvex& other) const override {
        fcl::DistanceResultd result;
        return fcl::distance(geometry_of(one), one.world_from_own, geometry_of(other), other.world_from_own,
                             fcl::DistanceRequestd(), result);
    }
};

}  // namespace
}  // namespace clampet::rig

extern "C" __attribute__((visibility("default"))) const clampet::rig::ConvexLibrary* clampet_convex_library() {
    static const clampet::rig::Fcl library;
    return &library;
}
