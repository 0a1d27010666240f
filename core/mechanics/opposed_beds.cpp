#include "mechanics/opposed_beds.h"

#include <cmath>
#include <Eigen/Dense>

namespace clampet::mechanics {
namespace {

/// Energy of both beds, what is out of balance and the stiffness, for (a1, a2, b, c).
struct Balance {
    double energy = 0, size = 0;
    Eigen::Vector4d residual;
    Eigen::Matrix4d stiffness;
};

Balance balance_at(const PressureSolver& bed, const Eigen::Vector4d& target, const Eigen::Vector4d& q) noexcept {
    Balance at;
    at.stiffness.setZero();
    for (const int side : {0, 1}) {
        const double sign = side == 0 ? 1 : -1;
        const double abc[] = {q[side], sign * q[2], sign * q[3]};
        const auto [e, k0, kx, ky, kxx, kxy, kyy] = bed.pressed_sums(abc);
        at.size += e;
        at.stiffness(side, side) += k0;
        at.stiffness(side, 2) += sign * kx;
        at.stiffness(side, 3) += sign * ky;
        at.stiffness(2, 2) += kxx;
        at.stiffness(2, 3) += kxy;
        at.stiffness(3, 3) += kyy;
    }
    at.stiffness.triangularView<Eigen::StrictlyLower>() = at.stiffness.transpose();
    at.energy = at.size / 2 - target.dot(q);
    at.residual = target - at.stiffness * q;
    return at;
}

}  // namespace

OpposedPressures opposed_pressures(const PressureSolver& bed, double fixed, double moving, double Sx,
                                   double Sy) noexcept {
    OpposedPressures out;
    if (!(fixed > 0) || !(moving > 0)) {
        if (fixed > 0) out.fixed = bed.solve(fixed, Sx, Sy);
        if (moving > 0) out.moving = bed.solve(moving, -Sx, -Sy);
        out.in_balance = fixed > 0 ? out.fixed.in_balance : out.moving.in_balance;
        return out;
    }
    out.fixed = bed.linear(fixed, Sx / 2, Sy / 2);
    out.moving = bed.linear(moving, -Sx / 2, -Sy / 2);
    out.in_balance = true;
    if (out.fixed.whole && out.moving.whole) return out;
    const double size = bed.patch().size, N = fixed + moving;
    const Eigen::Vector4d target(fixed, moving, Sx, Sy);
    Eigen::Vector4d q(out.fixed.a, out.moving.a, out.fixed.b, out.fixed.c);
    const auto unbalanced = [&](const Balance& b) {
        const auto r = b.residual.cwiseAbs();
        return r[0] + r[1] + (r[2] + r[3]) / size;
    };
    Balance at = balance_at(bed, target, q);
    const Eigen::Vector4d soft = 1e-10 * at.stiffness.diagonal();
    for (int i = 0; i < 60 && unbalanced(at) > 1e-7 * N; ++i) {
        Eigen::Matrix4d H = at.stiffness;
        H.diagonal() += soft;
        const Eigen::Vector4d step = H.ldlt().solve(at.residual), from = q;
        const double before = at.energy, slope = at.residual.dot(step), far = unbalanced(at), sum = at.size;
        double t = 1;
        for (int halving = 0; halving < 40; ++halving, t /= 2) {
            q = from + t * step;
            at = balance_at(bed, target, q);
            if (at.energy <= before - 1e-4 * t * slope + 1e-13 * (std::abs(before) + sum) || unbalanced(at) < far / 2)
                break;
        }
    }
    out.in_balance = unbalanced(at) <= 1e-4 * N;
    out.fixed = {q[0], q[2], q[3], false, out.in_balance};
    out.moving = {q[1], -q[2], -q[3], false, out.in_balance};
    return out;
}

}  // namespace clampet::mechanics
