#pragma once
#include <array>
#include <cmath>
#include <Eigen/Dense>
#include <limits>
#include <span>
#include <vector>

namespace clampet::mechanics {

/// Sums over all contacts of the smoothed dissipation limit_i sqrt(|v_i|^2 + e^2), its gradient and Hessian.
template <int K>
struct SlipSums {
    double value = 0, dual = 0, squares = 0;
    Eigen::Matrix<double, K, 1> gradient;
    Eigen::Matrix<double, K, K> hessian;
};

/// Contacts that slip together: for a rigid slip motion q (K numbers) contact i slides with velocity J_i q (D numbers).
/// Rotations are scaled by a length of the contact's size, so that all K numbers are alike in magnitude.
template <int K_, int D>
class SlipContacts {
 public:
    static constexpr int K = K_;
    using Rows = std::array<double, static_cast<std::size_t>(D) * K>;
    std::size_t size() const { return rows_.size(); }
    void add(const Rows& row_major) { rows_.push_back(row_major); }
    void sum(const Eigen::Matrix<double, K, 1>& q, double epsilon, std::span<const double> limit,
             SlipSums<K>& out) const noexcept {
        const double e2 = epsilon * epsilon + 1e-300;
        out.value = out.dual = out.squares = 0;
        out.gradient.setZero();
        out.hessian.setZero();
        for (std::size_t i = 0; i < rows_.size(); ++i) {
            if (limit[i] == 0) continue;
            const Eigen::Map<const Eigen::Matrix<double, D, K, K == 1 ? Eigen::ColMajor : Eigen::RowMajor>> J(
                rows_[i].data());
            const Eigen::Matrix<double, D, 1> v = J * q;
            const double vv = v.squaredNorm(), s = std::sqrt(vv + e2), c = limit[i] / s;
            const Eigen::Matrix<double, K, 1> jv = J.transpose() * v;
            out.value += limit[i] * s;
            out.dual += c * vv;
            out.squares += limit[i] * vv;
            out.gradient += c * jv;
            out.hessian += c * (J.transpose() * J) - (c / (s * s)) * (jv * jv.transpose());
        }
    }

 private:
    std::vector<Rows> rows_;
};

/// Points of a flat face: they slide with (u - y w, v + x w). Coordinates are scaled by `length`. Two at a time.
class PlanarContacts {
 public:
    static constexpr int K = 3;
    PlanarContacts() = default;
    PlanarContacts(std::span<const double> x, std::span<const double> y, double length) : count_(x.size()) {
        const std::size_t padded = (count_ + 3) / 4 * 4;
        x_.resize(padded);
        y_.resize(padded);
        for (std::size_t i = 0; i < count_; ++i) {
            x_[i] = x[i] / length;
            y_[i] = y[i] / length;
        }
    }
    /// Limits are given for this many points; those beyond the patch's own are to be zero.
    std::size_t padded() const { return x_.size(); }
    void sum(const Eigen::Vector3d& q, double epsilon, std::span<const double> limit, SlipSums<3>& out) const noexcept {
        using Two = Eigen::Array<double, 2, 1>;  // one SSE register: the sums stay in registers
        const double e2 = epsilon * epsilon + 1e-300;
        Two f = Two::Zero(), dual = f, squares = f, g0 = f, g1 = f, g2 = f, h00 = f, h01 = f, h11 = f, h02 = f, h12 = f,
            h22 = f;
        for (std::size_t i = 0; i < x_.size(); i += 2) {
            const Two x = Eigen::Map<const Two>(&x_[i]), y = Eigen::Map<const Two>(&y_[i]),
                      L = Eigen::Map<const Two>(&limit[i]);
            const Two u = q[0] - q[2] * y, v = q[1] + q[2] * x, vv = u * u + v * v;
            const Two s2 = vv + e2, inverse = 1 / s2.sqrt(), s = s2 * inverse, c = L * inverse,
                      c3 = c * inverse * inverse, a = x * v - y * u;
            f += L * s;
            dual += c * vv;
            squares += L * vv;
            g0 += c * u;
            g1 += c * v;
            g2 += c * a;
            h00 += c - c3 * u * u;
            h01 -= c3 * u * v;
            h11 += c - c3 * v * v;
            h02 -= c * y + c3 * u * a;
            h12 += c * x - c3 * v * a;
            h22 += c * (x * x + y * y) - c3 * a * a;
        }
        out.value = f.sum();
        out.dual = dual.sum();
        out.squares = squares.sum();
        out.gradient << g0.sum(), g1.sum(), g2.sum();
        const double a01 = h01.sum(), a02 = h02.sum(), a12 = h12.sum();
        out.hessian << h00.sum(), a01, a02, a01, h11.sum(), a12, a02, a12, h22.sum();
    }

 private:
    std::size_t count_ = 0;
    std::vector<double> x_, y_;
};

/// Points of a sphere with unit normals n: they slide with w x n. Two at a time.
class SphereContacts {
 public:
    static constexpr int K = 3;
    void add(double x, double y, double z) {
        if (count_ % 4 == 0)
            for (auto* v : {&x_, &y_, &z_}) v->resize(count_ + 4, 0);
        x_[count_] = x;
        y_[count_] = y;
        z_[count_] = z;
        ++count_;
    }
    std::size_t padded() const { return x_.size(); }
    void sum(const Eigen::Vector3d& w, double epsilon, std::span<const double> limit, SlipSums<3>& out) const noexcept {
        using Two = Eigen::Array<double, 2, 1>;  // one SSE register: the sums stay in registers
        const double ww = w.squaredNorm(), e2 = epsilon * epsilon + 1e-300;
        // J^T v = w - (n.w) n and J^T J = 1 - n n^T, so that only sums over n are needed.
        Two f = Two::Zero(), dual = f, squares = f, c0 = f, t0 = f, g0 = f, g1 = f, g2 = f, b0 = f, b1 = f, b2 = f,
            m00 = f, m01 = f, m11 = f, m02 = f, m12 = f, m22 = f;
        for (std::size_t i = 0; i < x_.size(); i += 2) {
            const Two x = Eigen::Map<const Two>(&x_[i]), y = Eigen::Map<const Two>(&y_[i]),
                      z = Eigen::Map<const Two>(&z_[i]), L = Eigen::Map<const Two>(&limit[i]);
            const Two d = w[0] * x + w[1] * y + w[2] * z, vv = (ww - d * d).max(0.0), s2 = vv + e2,
                      inverse = 1 / s2.sqrt(), s = s2 * inverse, c = L * inverse, c3 = c * inverse * inverse,
                      cd = c * d, c3d = c3 * d, m = c + c3d * d;
            f += L * s;
            dual += c * vv;
            squares += L * vv;
            c0 += c;
            t0 += c3;
            g0 += cd * x;
            g1 += cd * y;
            g2 += cd * z;
            b0 += c3d * x;
            b1 += c3d * y;
            b2 += c3d * z;
            m00 += m * x * x;
            m01 += m * x * y;
            m11 += m * y * y;
            m02 += m * x * z;
            m12 += m * y * z;
            m22 += m * z * z;
        }
        out.value = f.sum();
        out.dual = dual.sum();
        out.squares = squares.sum();
        const double c = c0.sum(), t = t0.sum();
        const Eigen::Vector3d b(b0.sum(), b1.sum(), b2.sum());
        out.gradient = c * w - Eigen::Vector3d(g0.sum(), g1.sum(), g2.sum());
        const double a01 = m01.sum(), a02 = m02.sum(), a12 = m12.sum();
        Eigen::Matrix3d M;
        M << m00.sum(), a01, a02, a01, m11.sum(), a12, a02, a12, m22.sum();
        out.hessian =
            c * Eigen::Matrix3d::Identity() - t * (w * w.transpose()) + w * b.transpose() + b * w.transpose() - M;
    }

 private:
    std::size_t count_ = 0;
    std::vector<double> x_, y_, z_;
};

template <int K>
struct SlipLimit {
    double multiplier = std::numeric_limits<double>::infinity();  ///< slip begins at this multiple of the demand
    Eigen::Matrix<double, K, 1> motion = Eigen::Matrix<double, K, 1>::Zero();
};

/// Newton's step among the motions spanned by Z.
template <int K>
Eigen::Matrix<double, K - 1, 1> newton_step(const SlipSums<K>& at, const Eigen::Matrix<double, K, K - 1>& Z) noexcept {
    Eigen::Matrix<double, K - 1, K - 1> H = Z.transpose() * at.hessian * Z;
    H.diagonal().array() += 1e-12 * (H.trace() + 1e-300);
    const Eigen::Matrix<double, K - 1, 1> g = Z.transpose() * at.gradient;
    return -(H.inverse() * g);
}

/// Limit surface of contacts with Coulomb friction: the multiple of `demand` at which they slip.
/// Meaning  min over motions q with demand . q = 1 of sum_i limit_i |J_i q|, by Newton on a smoothed norm.
///          What is returned is the dual value, a set of friction forces that are all within their limits and balance
///          the demand, so that it errs on the safe side (by about 1e-4, less where the motion is not a rotation about
///          a point of the patch).
///          The search stops early once the multiplier is known to exceed `enough`. `finest` is the last smoothing, as
///          a share of the mean speed: 0.01, or 0.06 for a search (about 3e-3 on the safe side).
/// Range    limit_i = mu N_i >= 0. No demand gives infinity, no friction gives 0.
/// Source   Upper-bound theorem for rigid bodies with isotropic friction; Goyal, Ruina and Papadopoulos, Wear 143
/// (1991).
template <class Contacts>
SlipLimit<Contacts::K> slip_limit(const Contacts& contacts, std::span<const double> limit,
                                  const std::array<double, Contacts::K>& demand,
                                  double enough = std::numeric_limits<double>::infinity(),
                                  double finest = 0.01) noexcept {
    constexpr int K = Contacts::K;
    using Vector = Eigen::Matrix<double, K, 1>;
    using Square = Eigen::Matrix<double, K, K>;
    SlipLimit<K> result;
    Vector w = Eigen::Map<const Vector>(demand.data());
    const double size = w.norm();
    if (!(size > 0)) return result;
    w /= size;
    double total = 0;
    for (const double l : limit) total += l;
    result.multiplier = 0;
    if (!(total > 0)) return result;

    // Columns of Z span the motions that leave the power unchanged: a Householder reflection that takes w to an axis.
    Vector h = w;
    h[0] += w[0] >= 0 ? 1 : -1;
    const Square reflection = Square::Identity() - 2 / h.squaredNorm() * (h * h.transpose());
    const Eigen::Matrix<double, K, K - 1> Z = reflection.template rightCols<K - 1>();

    SlipSums<K> at;
    Vector q = w;
    contacts.sum(q, 1e3, limit, at);  // so smooth that it is quadratic: one step gives the least-squares motion
    q += Z * newton_step<K>(at, Z);
    contacts.sum(q, 0, limit, at);
    // A motion without any dissipation: nothing holds in this direction.
    if (!(at.squares > 1e-20 * total)) return result;

    const double speed = std::sqrt(at.squares / total);
    struct Stage {
        double smooth, balance;
    };
    for (const Stage stage : {Stage{0.3, 3e-3}, Stage{0.06, 1e-3}, Stage{0.01, 1e-8}}) {
        const double smooth = stage.smooth;
        if (smooth < finest * 0.999) break;
        const double wanted = smooth <= finest * 1.001 ? std::min(stage.balance, 1e-5) : stage.balance;
        const double epsilon = smooth * speed;
        contacts.sum(q, epsilon, limit, at);
        double unbalanced = 1;
        for (int iteration = 0; iteration < 25; ++iteration) {
            const Eigen::Matrix<double, K - 1, 1> step = newton_step<K>(at, Z);
            const double decrement = -(Z.transpose() * at.gradient).dot(step);
            unbalanced = decrement / at.value;
            if (!(unbalanced > wanted)) break;
            const double before = at.value;
            const Vector from = q;
            double t = 1;
            for (int halving = 0; halving < 30; ++halving, t /= 2) {
                q = from + t * (Z * step);
                contacts.sum(q, epsilon, limit, at);
                if (at.value <= before - 1e-4 * t * decrement) break;
            }
        }
        if (at.dual / size > enough * (1 + 4 * std::sqrt(std::max(0.0, unbalanced)))) break;
    }
    result.multiplier = at.dual / size;
    result.motion = q / size;
    return result;
}

}  // namespace clampet::mechanics
