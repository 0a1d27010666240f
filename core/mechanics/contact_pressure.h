#pragma once
#include <array>
#include <Eigen/Core>
#include <optional>
#include <span>

#include "mechanics/contact_sums.h"
#include "mechanics/patch.h"
#include "mechanics/pressed_region.h"

namespace clampet::mechanics {

/// Pressure under a rigid block that can press but not pull: p = stiffness density * max(0, a + b x + c y).
struct ContactPressure {
    double a = 0, b = 0, c = 0;
    bool whole = false;       ///< the whole patch is pressed
    bool in_balance = false;  ///< false: the resultant lies outside the hull, or nothing presses
    double at(double x, double y) const { return a + b * x + c * y; }
};

/// How the pressed part is integrated: over the patch's points, so that forces() balances, or in closed form, which is
/// exact right up to tipping and quicker, for an even bedding.
enum class Integration { points, exact };

/// Solves pressures on one patch again and again; built once.
class PressureSolver {
 public:
    /// `tolerance` of the balance, as a share of N.
    explicit PressureSolver(const Patch& patch, double tolerance = 1e-9, Integration = Integration::points);
    /// Pressure that carries force N at the moments sum(x p) = Sx and sum(y p) = Sy.
    /// Range   N <= 0, or a resultant outside the hull, gives in_balance = false.
    /// Source  Linear no-tension foundation; a kern of R/4 for a disc and a/6 for a rectangle follows from it.
    /// `near`: the answer for a load close by, from which to start.
    ContactPressure solve(double N, double Sx, double Sy, const ContactPressure* near = nullptr) const noexcept;
    /// How far the resultant has gone from the centre towards the hull that can carry it: 1 where balance is lost.
    /// Range   Infinity for N <= 0. The centre must lie inside the hull.
    double outreach(double N, double Sx, double Sy) const noexcept;
    /// As solve(), but linear even where it pulls: for "opens".
    ContactPressure linear(double N, double Sx, double Sy) const noexcept;
    /// Into `out` (whole_blocks(patch().count()) numbers): `times` the force in each point. Returns their sum.
    double forces(const ContactPressure& p, double times, double* out) const noexcept {
        const double abc[] = {p.a, p.b, p.c};
        return press(padded_.x.data(), padded_.y.data(), padded_.stiffness.data(), padded_.x.size(), abc, times, out);
    }
    /// Least and greatest value of a + b x + c y over the outline.
    double least(const ContactPressure& p) const noexcept;
    double greatest(const ContactPressure& p) const noexcept;
    const Patch& patch() const { return patch_; }
    /// Second moments of the patch about its centroid [stiffness m^2]: Ixx = sum y^2, Iyy = sum x^2.
    double second_moment_x() const { return inertia_x_; }
    double second_moment_y() const { return inertia_y_; }

    /// Where g = a + b x + c y > 0: sum of k g^2, k, k x, k y, k x^2, k x y, k y^2.
    std::array<double, 7> pressed_sums(const double* abc) const noexcept {
        return region_
                   ? region_->sums(abc)
                   : sum_pressed(padded_.x.data(), padded_.y.data(), padded_.stiffness.data(), padded_.x.size(), abc);
    }

 private:
    struct Points {
        std::vector<double> x, y, stiffness;
    };
    Patch patch_;
    double tolerance_;
    std::optional<PressedRegion> region_;
    Points padded_;  ///< whole blocks of points, for several at a time
    std::vector<HullEdge> edges_;
    Eigen::Matrix3d compliance_;  // from (N, Sx, Sy) to (a, b, c), whole contact
    double inertia_x_ = 0, inertia_y_ = 0;
};

}  // namespace clampet::mechanics
