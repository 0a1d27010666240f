#pragma once
#include "parts/body.h"

namespace clampet::parts {

/// A box of this size about `at` [m].
Shape box(const Vector& at, const Vector& size, Stuff stuff);
/// A round bar about `at`, along `axis` [m].
Shape cylinder(const Vector& at, double diameter, double length, const Vector& axis, Stuff stuff);
/// Fingers round a knob: 25 mm more than it on all sides but the one it is screwed into; common practice.
Reach fingers_round(const Vector& at, double diameter, double length, const Vector& outward);
Shape sphere(const Vector& at, double diameter, Stuff stuff);
/// The two axes in which the outline across an axis is written: of the part's own, those after it.
std::pair<Vector, Vector> profile_axes(const Vector& axis);
/// Of a prism's profile [m^2] and its centroid [m], in its own two axes. Shoelace formula; corners in either sense.
struct Outline {
    double area = 0;
    Eigen::Vector2d centroid = Eigen::Vector2d::Zero();
};
Outline outline_of(const std::vector<Eigen::Vector2d>& profile);
/// Volume [m^3] and centroid [m] of a shape.
double volume_of(const Shape& shape);
Vector centroid_of(const Shape& shape);

/// Solids that make up a part, each of one material: what they weigh together and where they balance.
class Solids {
 public:
    /// Density [kg/m^3], 0 or more.
    void add(Shape shape, double density);
    /// As a thing that has been weighed [kg].
    void add_weighed(Shape shape, double mass);
    /// A hole or bore through what was added: takes its mass away and is not drawn.
    void drill(const Shape& hole, double density);
    /// Room that must stay free beside it.
    void keep_free(Reach reach) { reaches_.push_back(std::move(reach)); }
    Body body(std::vector<Port> ports) const;

 private:
    std::vector<Shape> shapes_;
    std::vector<Reach> reaches_;
    double mass_ = 0;
    Vector moment_ = Vector::Zero();
};

}  // namespace clampet::parts
