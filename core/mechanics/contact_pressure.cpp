#include "mechanics/contact_pressure.h"

#include <cmath>
#include <Eigen/Dense>
#include <limits>

#include "mechanics/contact_sums.h"

namespace clampet::mechanics {
namespace {

/// The sides of the hull in which a resultant can be carried: of the points themselves, or of the outline. None for an
/// exact disc.
std::vector<HullEdge> bearing_edges(const Patch& patch, Integration integration) {
    if (integration == Integration::exact) return patch.round ? std::vector<HullEdge>{} : hull_edges(patch);
    Patch points;
    points.outline = convex_hull(patch.outermost);
    return hull_edges(points);
}

}  // namespace

PressureSolver::PressureSolver(const Patch& patch, double tolerance, Integration integration)
    : patch_(patch),
      tolerance_(tolerance),
      padded_{patch.x, patch.y, patch.stiffness},
      edges_(bearing_edges(patch, integration)) {
    for (auto* v : {&padded_.x, &padded_.y, &padded_.stiffness}) v->resize(whole_blocks(patch.count()), 0);
    if (integration == Integration::exact) region_.emplace(patch);
    const double everywhere[] = {1, 0, 0};
    const auto [e, k, kx, ky, kxx, kxy, kyy] = pressed_sums(everywhere);
    Eigen::Matrix3d stiffness;
    stiffness << k, kx, ky, kx, kxx, kxy, ky, kxy, kyy;
    compliance_ = stiffness.inverse();
    const double A = stiffness(0, 0);
    inertia_y_ = stiffness(1, 1) - stiffness(0, 1) * stiffness(0, 1) / A;
    inertia_x_ = stiffness(2, 2) - stiffness(0, 2) * stiffness(0, 2) / A;
}

ContactPressure PressureSolver::linear(double N, double Sx, double Sy) const noexcept {
    const Eigen::Vector3d t = compliance_ * Eigen::Vector3d(N, Sx, Sy);
    ContactPressure p{t[0], t[1], t[2], false, N > 0};
    p.whole = least(p) >= 0;
    return p;
}

double PressureSolver::least(const ContactPressure& p) const noexcept {
    if (patch_.round) return p.at(patch_.centre.x, patch_.centre.y) - *patch_.round * std::sqrt(p.b * p.b + p.c * p.c);
    double low = p.at(patch_.outline[0].x, patch_.outline[0].y);
    for (const auto& v : patch_.outline) low = std::min(low, p.at(v.x, v.y));
    return low;
}

double PressureSolver::greatest(const ContactPressure& p) const noexcept {
    return -least({-p.a, -p.b, -p.c});
}

double PressureSolver::outreach(double N, double Sx, double Sy) const noexcept {
    if (!(N > 0)) return std::numeric_limits<double>::infinity();
    const double x = Sx - patch_.centre.x * N, y = Sy - patch_.centre.y * N;
    if (edges_.empty()) return std::sqrt(x * x + y * y) / (*patch_.round * N);
    double worst = 0;
    for (const auto& edge : edges_) {
        const double room = edge.offset - edge.normal.x * patch_.centre.x - edge.normal.y * patch_.centre.y;
        const double out = edge.normal.x * x + edge.normal.y * y;
        if (out > 0) worst = std::max(worst, room > 0 ? out / (room * N) : std::numeric_limits<double>::infinity());
    }
    return worst;
}

ContactPressure PressureSolver::solve(double N, double Sx, double Sy, const ContactPressure* near) const noexcept {
    if (!(N > 0)) return {};
    ContactPressure p = linear(N, Sx, Sy);
    if (p.whole) return p;
    if (!(outreach(N, Sx, Sy) < 1)) return {};

    // Newton on the convex energy sum(stiffness max(0, q)^2)/2 - t.q, halved where it overshoots.
    const Eigen::Vector3d target(N, Sx, Sy);
    if (near && near->in_balance && !near->whole) p = *near;
    Eigen::Vector3d q(p.a, p.b, p.c);
    const double scale = patch_.size;
    double energy = 0, e_scale = 0;
    Eigen::Vector3d residual;
    Eigen::Matrix3d stiffness;
    const auto evaluate = [&](const Eigen::Vector3d& v) {
        const auto [e, k0, kx, ky, kxx, kxy, kyy] = pressed_sums(v.data());
        stiffness.col(0) = Eigen::Vector3d(k0, kx, ky);
        stiffness.col(1) = Eigen::Vector3d(kx, kxx, kxy);
        stiffness.col(2) = Eigen::Vector3d(ky, kxy, kyy);
        // The energy is a difference of two sums: their rounding must not be taken for an overshoot.
        e_scale = e;
        energy = e / 2 - target.dot(v);
        residual = target - stiffness * v;
    };
    const auto unbalanced = [&] {
        return std::abs(residual[0]) + (std::abs(residual[1]) + std::abs(residual[2])) / scale;
    };
    evaluate(q);
    for (int iteration = 0; iteration < 60 && unbalanced() > tolerance_ * N; ++iteration) {
        Eigen::Matrix3d H = stiffness;
        H(0, 0) += 1e-12 / compliance_(0, 0);
        H(1, 1) += 1e-12 / compliance_(1, 1);
        H(2, 2) += 1e-12 / compliance_(2, 2);
        const Eigen::Vector3d step = H.inverse() * residual;
        const double before = energy, slope = residual.dot(step), far = unbalanced();
        const Eigen::Vector3d from = q;
        double t = 1;
        for (int halving = 0; halving < 40; ++halving, t /= 2) {
            q = from + t * step;
            evaluate(q);
            // A step that halves the unbalance is a good one too: close to tipping the energy is lost in rounding.
            if (energy <= before - 1e-4 * t * slope + 1e-13 * (std::abs(before) + e_scale) || unbalanced() < far / 2)
                break;
        }
    }
    // Balance that cannot be met on the points: the resultant is within a grid step of the edge. Treat it as lost.
    if (unbalanced() > std::max(1e-4, 2 * tolerance_) * N) return {};
    return {q[0], q[1], q[2], false, true};
}

}  // namespace clampet::mechanics
