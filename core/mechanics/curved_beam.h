#pragma once
#include <cmath>

namespace clampet::mechanics {

/// A curved beam of rectangular section, width b, depth h, inner radius r_i.
struct CurvedBeam {
    double inner_radius = 0, depth = 0, width = 0;  ///< [m]
    /// Radius of the neutral axis, h/ln(r_o/r_i) [m].
    double neutral_radius() const noexcept { return depth / std::log1p(depth / inner_radius); }
    double mean_radius() const noexcept { return inner_radius + depth / 2; }
    /// Stress at the inner fibre from a moment M that opens it and a pull N through the centroid [Pa].
    /// Source  Winkler–Bach; Shigley, curved members in flexure.
    double inner_stress(double moment, double pull) const noexcept {
        const double area = width * depth, e = mean_radius() - neutral_radius();
        return pull / area + moment * (neutral_radius() - inner_radius) / (area * e * inner_radius);
    }
};

}  // namespace clampet::mechanics
