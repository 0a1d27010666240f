#include "mechanics/contact_pressure.h"

#include <cmath>
#include <Eigen/Dense>

#include "mechanics/contact_sums.h"

namespace clampet::mechanics {

PressureSolver::PressureSolver(const Patch& patch, double tolerance)
    : patch_(patch),
      tolerance_(tolerance),
      padded_{patch.x, patch.y, patch.stiffness},
      edges_(patch.round ? std::vector<HullEdge>{} : hull_edges(patch)) {
    for (auto* v : {&padded_.x, &padded_.y, &padded_.stiffness}) v->resize(whole_blocks(patch.count()), 0);
    Eigen::Matrix3d stiffness = Eigen::Matrix3d::Zero();
    for (std::size_t i = 0; i < patch_.count(); ++i) {
        const Eigen::Vector3d r(1, patch_.x[i], patch_.y[i]);
        stiffness += patch_.stiffness[i] * r * r.transpose();
    }
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
    if (patch_.round) return p.at(patch_.centre.x, patch_.centre.y) - *patch_.round * std::hypot(p.b, p.c);
    double low = p.at(patch_.outline[0].x, patch_.outline[0].y);
    for (const auto& v : patch_.outline) low = std::min(low, p.at(v.x, v.y));
    return low;
}

double PressureSolver::greatest(const ContactPressure& p) const noexcept {
    return -least({-p.a, -p.b, -p.c});
}

ContactPressure PressureSolver::solve(double N, double Sx, double Sy, const ContactPressure* near) const noexcept {
    if (!(N > 0)) return {};
    ContactPressure p = linear(N, Sx, Sy);
    if (p.whole) return p;
    if (patch_.round && !(std::hypot(Sx - patch_.centre.x * N, Sy - patch_.centre.y * N) < *patch_.round * N))
        return {};
    for (const auto& edge : edges_)
        if (!(edge.normal.x * Sx + edge.normal.y * Sy < edge.offset * N)) return {};

    // Newton on the convex energy sum(stiffness max(0, q)^2)/2 - t.q, halved where it overshoots.
    const Eigen::Vector3d target(N, Sx, Sy);
    if (near && near->in_balance && !near->whole) p = *near;
    Eigen::Vector3d q(p.a, p.b, p.c);
    const double scale = patch_.size;
    double energy = 0, e_scale = 0;
    Eigen::Vector3d residual;
    Eigen::Matrix3d stiffness;
    const auto evaluate = [&](const Eigen::Vector3d& v) {
        const auto [e, k0, kx, ky, kxx, kxy, kyy] =
            sum_pressed(padded_.x.data(), padded_.y.data(), padded_.stiffness.data(), padded_.x.size(), v.data());
        stiffness << k0, kx, ky, kx, kxx, kxy, ky, kxy, kyy;
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
        const double before = energy, slope = residual.dot(step);
        const Eigen::Vector3d from = q;
        double t = 1;
        for (int halving = 0; halving < 40; ++halving, t /= 2) {
            q = from + t * step;
            evaluate(q);
            if (energy <= before - 1e-4 * t * slope + 1e-13 * (std::abs(before) + e_scale)) break;
        }
    }
    // Balance that cannot be met on the points: the resultant is within a grid step of the edge. Treat it as lost.
    if (unbalanced() > std::max(1e-4, 2 * tolerance_) * N) return {};
    return {q[0], q[1], q[2], false, true};
}

}  // namespace clampet::mechanics
