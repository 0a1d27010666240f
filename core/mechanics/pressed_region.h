#pragma once
#include <array>

#include "mechanics/patch.h"

namespace clampet::mechanics {

/// The part of an evenly stiff patch on which a + b x + c y > 0, integrated in closed form.
/// Meaning  A convex outline or a disc, less a round hole about its centre, cut by one straight line.
/// Range    Patches of Bedding::even only: stiffness 1 an area. An outline that stands for an arc (180 sides) is
///          inscribed, so that it is 2e-4 too small.
/// Source   Green's theorem for the polygon; areas and moments of circular segments (Roark, properties of sections).
class PressedRegion {
 public:
    explicit PressedRegion(const Patch& patch);
    /// Sum of k g^2, k, k x, k y, k x^2, k x y, k y^2, as sum_pressed() gives for points.
    std::array<double, 7> sums(const double* abc) const noexcept;

 private:
    /// Integrals of 1, x, y, x^2, xy, y^2 about the centre [m^2 to m^4].
    using Moments = std::array<double, 6>;
    /// Where a + b x + c y > 0, about the centre.
    struct Line {
        double a, b, c;
    };
    Moments in_polygon(const Line& line) const noexcept;
    static Moments in_disc(double radius, const Line& line) noexcept;

    std::vector<Point> outline_;  ///< about the centre; empty for a disc
    double radius_ = 0, hole_radius_ = 0;
    Point centre_;
};

}  // namespace clampet::mechanics
