#pragma once
#include <array>
#include <cmath>
#include <Eigen/Dense>
#include <limits>
#include <span>
#include <vector>

#include "mechanics/contact_sums.h"

namespace clampet::mechanics {

/// Sums over all contacts of the smoothed dissipation limit_i sqrt(|v_i|^2 + e^2), its gradient and Hessian.
template <int K>
struct SlipSums {
    double value = 0, dual = 0;
    Eigen::Matrix<double, K, 1> gradient;
    Eigen::Matrix<double, K, K> hessian;
    void take(const DissipationSums& s) requires(K == 3) {
        value = s.value;
        dual = s.dual;
        const auto& h = s.hessian;
        const std::array<double, 9> columns{h[0], h[1], h[3], h[1], h[2], h[4], h[3], h[4], h[5]};
        gradient = Eigen::Map<const Eigen::Vector3d>(s.gradient.data());
        hessian = Eigen::Map<const Eigen::Matrix3d>(columns.data());
    }
    void take(const LineSums& s) requires(K == 4) {
        value = s.value;
        dual = s.dual;
        for (int i = 0, at = 0; i < 4; ++i) {
            gradient[i] = s.gradient[static_cast<std::size_t>(i)];
            for (int j = 0; j <= i; ++j, ++at) hessian(i, j) = hessian(j, i) = s.hessian[static_cast<std::size_t>(at)];
        }
    }
};

/// Sum over all contacts of limit_i J_i^T J_i, and of the limits: what the dissipation is where it is quadratic.
template <int K>
struct SlipMoments {
    double total = 0;
    Eigen::Matrix<double, K, K> matrix = Eigen::Matrix<double, K, K>::Zero();
};
inline SlipMoments<3> planar_moments(const double* x, const double* y, const double* limit,
                                     std::size_t count) noexcept {
    const auto [l, lx, ly, lrr] = moments_planar(x, y, limit, count);
    SlipMoments<3> m;
    m.total = l;
    m.matrix << l, 0, -ly, 0, l, lx, -ly, lx, lrr;
    return m;
}

/// Points of a flat face: they slide with (u - y w, v + x w). Coordinates are scaled by `length`.
class PlanarContacts {
 public:
    static constexpr int K = 3;
    PlanarContacts() = default;
    PlanarContacts(std::span<const double> x, std::span<const double> y, double length)
        : x_(whole_blocks(x.size())), y_(x_.size()) {
        for (std::size_t i = 0; i < x.size(); ++i) {
            x_[i] = x[i] / length;
            y_[i] = y[i] / length;
        }
    }
    /// Limits are given for this many points; those beyond the patch's own are to be zero.
    std::size_t padded() const { return x_.size(); }
    const std::vector<double>& x() const { return x_; }
    const std::vector<double>& y() const { return y_; }
    SlipMoments<3> moments(std::span<const double> limit) const noexcept {
        return planar_moments(x_.data(), y_.data(), limit.data(), x_.size());
    }
    /// Whether they bear `times` the demand for certain: by forces of which some all point one way and the others turn
    /// about the middle of what presses. False tells nothing.
    /// Source  Lower-bound theorem: friction forces within their limits that balance the demand.
    bool surely_bear(std::span<const double> limit, const SlipMoments<3>& moments, const std::array<double, 3>& demand,
                     double times) const noexcept {
        const double l = moments.total, lx = moments.matrix(1, 2), ly = -moments.matrix(0, 2);
        if (!(l > 0)) return false;
        const double cx = lx / l, cy = ly / l;
        const auto [rx, ry, most] = turning_planar(x_.data(), y_.data(), limit.data(), x_.size(), cx, cy);
        const double turned = times * (demand[2] - cx * demand[1] + cy * demand[0]);
        if (!(std::abs(turned) < most)) return false;
        const double share = turned / most;
        const double fx = times * demand[0] - share * rx, fy = times * demand[1] - share * ry;
        return std::sqrt(fx * fx + fy * fy) <= (1 - std::abs(share)) * l;
    }
    void sum(const Eigen::Vector3d& q, double epsilon, std::span<const double> limit, SlipSums<3>& out) const noexcept {
        DissipationSums sums;
        sum_planar(x_.data(), y_.data(), limit.data(), x_.size(), q.data(), epsilon * epsilon + 1e-300, sums);
        out.take(sums);
    }

 private:
    std::vector<double> x_, y_;
};

/// Points of lines along a tube: they slide with q0 along it and q1 + a q2 + b q3 across it.
class LineContacts {
 public:
    static constexpr int K = 4;
    /// Whole blocks of points are to be added.
    void add(double a, double b) {
        a_.push_back(a);
        b_.push_back(b);
    }
    SlipMoments<4> moments(std::span<const double> limit) const noexcept {
        const auto [l, la, laa, lb, lab, lbb] = moments_lines(a_.data(), b_.data(), limit.data(), a_.size());
        SlipMoments<4> m;
        m.total = l;
        m.matrix << l, 0, 0, 0, 0, l, la, lb, 0, la, laa, lab, 0, lb, lab, lbb;
        return m;
    }
    void sum(const Eigen::Vector4d& q, double epsilon, std::span<const double> limit, SlipSums<4>& out) const noexcept {
        LineSums sums;
        sum_lines(a_.data(), b_.data(), limit.data(), a_.size(), q.data(), epsilon * epsilon + 1e-300, sums);
        out.take(sums);
    }

 private:
    std::vector<double> a_, b_;
};

/// The points of a face that bear, and no others: where it has opened, half of them or fewer. For one evaluation.
template <std::size_t Most>
class BearingContacts {
 public:
    static constexpr int K = 3;
    /// Those of `all` whose limit is above zero.
    BearingContacts(const PlanarContacts& all, std::span<const double> limit) noexcept {
        for (std::size_t i = 0; i < limit.size(); ++i) {
            x_[count_] = all.x()[i];
            y_[count_] = all.y()[i];
            limit_[count_] = limit[i];
            count_ += limit[i] > 0;
        }
        for (; count_ % sum_block != 0; ++count_) x_[count_] = y_[count_] = limit_[count_] = 0;
    }
    std::span<const double> limit() const noexcept { return {limit_.data(), count_}; }
    SlipMoments<3> moments(std::span<const double> limit) const noexcept {
        return planar_moments(x_.data(), y_.data(), limit.data(), count_);
    }
    void sum(const Eigen::Vector3d& q, double epsilon, std::span<const double> limit, SlipSums<3>& out) const noexcept {
        DissipationSums sums;
        sum_planar(x_.data(), y_.data(), limit.data(), count_, q.data(), epsilon * epsilon + 1e-300, sums);
        out.take(sums);
    }

 private:
    std::size_t count_ = 0;
    std::array<double, Most + sum_block> x_, y_, limit_;
};

/// Points of a sphere with unit normals n: they slide with w x n.
class SphereContacts {
 public:
    static constexpr int K = 3;
    void add(double x, double y, double z) {
        if (count_ % sum_block == 0)
            for (auto* v : {&x_, &y_, &z_}) v->resize(count_ + sum_block, 0);
        x_[count_] = x;
        y_[count_] = y;
        z_[count_] = z;
        ++count_;
    }
    std::size_t padded() const { return x_.size(); }
    SlipMoments<3> moments(std::span<const double> limit) const noexcept {
        const auto [l, xx, xy, yy, xz, yz, zz] =
            moments_sphere(x_.data(), y_.data(), z_.data(), limit.data(), x_.size());
        SlipMoments<3> m;  // J^T J = 1 - n n^T
        m.total = l;
        m.matrix << l - xx, -xy, -xz, -xy, l - yy, -yz, -xz, -yz, l - zz;
        return m;
    }
    /// Whether they bear `times` the demand for certain: by forces that grow with the distance from an axis, of which
    /// none can be more than at the equator. False tells nothing.
    /// Source  Lower-bound theorem, as of PlanarContacts.
    bool surely_bear(const SlipMoments<3>& moments, const std::array<double, 3>& demand, double times) const noexcept {
        const auto& m = moments.matrix;
        const double volume = m.determinant(), size = m.trace();
        if (!(volume > 1e-9 * size * size * size)) return false;  // turned about one axis next to nothing resists
        const Eigen::Vector3d turned = m.inverse() * Eigen::Map<const Eigen::Vector3d>(demand.data());
        return times * turned.norm() <= 1;
    }
    void sum(const Eigen::Vector3d& w, double epsilon, std::span<const double> limit, SlipSums<3>& out) const noexcept {
        DissipationSums sums;
        sum_sphere(x_.data(), y_.data(), z_.data(), limit.data(), x_.size(), w.data(), epsilon * epsilon + 1e-300,
                   sums);
        out.take(sums);
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

/// What need not be known of a multiplier more exactly: the search for it stops once it is certain to be over `above`,
/// or under `below`.
struct KnownEnough {
    double above = std::numeric_limits<double>::infinity(), below = 0;
};

/// Limit surface of contacts with Coulomb friction: the multiple of `demand` at which they slip.
/// Meaning  min over motions q with demand . q = 1 of sum_i limit_i |J_i q|, by Newton on a smoothed norm.
///          What is returned is the dual value, a set of friction forces that are all within their limits and balance
///          the demand, so that it errs on the safe side (by about 1e-4, less where the motion is not a rotation about
///          a point of the patch).
///          `near` is the answer for a demand and limits close by, from which to start; `known` are the moments of
///          these limits, where they are known already.
///          The search stops early as `enough` says: what balances the demand bounds the multiplier from below, what a
///          motion dissipates from above. `finest` is the last smoothing, as a share of the mean speed: 0.01, or 0.06
///          for a search (about 3e-3 on the safe side).
/// Range    limit_i = mu N_i >= 0. No demand gives infinity, no friction gives 0.
/// Source   Upper-bound theorem for rigid bodies with isotropic friction; Goyal, Ruina and Papadopoulos, Wear 143
/// (1991).
template <class Contacts>
SlipLimit<Contacts::K> slip_limit(const Contacts& contacts, std::span<const double> limit,
                                  const std::array<double, Contacts::K>& demand, const KnownEnough& enough = {},
                                  double finest = 0.01, const SlipLimit<Contacts::K>* near = nullptr,
                                  const SlipMoments<Contacts::K>* known = nullptr) noexcept {
    constexpr int K = Contacts::K;
    using Vector = Eigen::Matrix<double, K, 1>;
    using Square = Eigen::Matrix<double, K, K>;
    using Step = Eigen::Matrix<double, K - 1, 1>;  // among the motions that leave the power unchanged
    using Among = Eigen::Matrix<double, K - 1, K - 1>;
    SlipLimit<K> result;
    Vector w = Eigen::Map<const Vector>(demand.data());
    const double size = w.norm();
    if (!(size > 0)) return result;
    w /= size;
    const SlipMoments<K> moments = known ? *known : contacts.moments(limit);
    const double total = moments.total;
    result.multiplier = 0;
    if (!(total > 0)) return result;

    // Columns of Z span the motions that leave the power unchanged: a Householder reflection that takes w to an axis.
    Vector h = w;
    h[0] += w[0] >= 0 ? 1 : -1;
    const Square reflection = Square::Identity() - 2 / h.squaredNorm() * (h * h.transpose());
    const Eigen::Matrix<double, K, K - 1> Z = reflection.template rightCols<K - 1>();

    SlipSums<K> at;
    const auto among = [&Z](const Square& m) -> Among { return Z.transpose().lazyProduct(m.lazyProduct(Z).eval()); };
    const auto newton_step = [&]() -> Step {
        Among H = among(at.hessian);
        H.diagonal().array() += 1e-12 * (H.trace() + 1e-300);
        const Step g = Z.transpose() * at.gradient;
        return -(H.inverse() * g);
    };
    Vector q = w;
    const double near_power = near ? near->motion.dot(w) : 0;
    bool warm = near && std::isfinite(near_power) && near_power > 0.02 * near->motion.norm();
    if (warm) q = near->motion / near_power;
    // The least-squares motion: where all is so smooth that the dissipation is quadratic.
    Among quadratic = among(moments.matrix);
    quadratic.diagonal().array() += 1e-12 * (quadratic.trace() + 1e-300);
    const Step slope = Z.transpose() * (moments.matrix * q), least_squares = -(quadratic.inverse() * slope);
    // The motion of a load unlike this one is much too fast: no start.
    if (-slope.dot(least_squares) > 0.75 * q.dot(moments.matrix * q)) warm = false;
    if (!warm) q += Z * least_squares;
    const double squares = q.dot(moments.matrix * q);
    // A motion without any dissipation: nothing holds in this direction.
    if (!(squares > 1e-20 * total)) return result;

    const double speed = std::sqrt(squares / total), too_little = enough.below * size;
    // By Cauchy and Schwarz, what the least-squares motion dissipates.
    if (speed * total < too_little) return result;
    struct Stage {
        double smooth, balance;
    };
    for (const Stage stage : {Stage{0.3, 3e-3}, Stage{0.06, 1e-3}, Stage{0.01, 1e-8}}) {
        const double smooth = stage.smooth;
        if (smooth < finest * 0.999) break;
        if (warm && smooth > finest * 1.001) continue;
        const double wanted = smooth <= finest * 1.001 ? std::min(stage.balance, 1e-5) : stage.balance;
        const double epsilon = smooth * speed;
        contacts.sum(q, epsilon, limit, at);
        double unbalanced = 1;
        for (int iteration = 0; iteration < 25 && at.value >= too_little; ++iteration) {
            const Step step = newton_step();
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
        if (at.value < too_little) break;
        // What started too fast has smoothed the norm away: the dual says so.
        if (warm && !(at.dual > 0.97 * at.value))
            return slip_limit(contacts, limit, demand, enough, finest, nullptr, &moments);
        if (at.dual / size > enough.above * (1 + 4 * std::sqrt(std::max(0.0, unbalanced)))) break;
    }
    result.multiplier = at.dual / size;
    result.motion = q / size;
    return result;
}

// Compiled once, in friction_limit.cpp.
extern template SlipLimit<3> slip_limit(const PlanarContacts&, std::span<const double>, const std::array<double, 3>&,
                                        const KnownEnough&, double, const SlipLimit<3>*,
                                        const SlipMoments<3>*) noexcept;
extern template SlipLimit<4> slip_limit(const LineContacts&, std::span<const double>, const std::array<double, 4>&,
                                        const KnownEnough&, double, const SlipLimit<4>*,
                                        const SlipMoments<4>*) noexcept;
extern template SlipLimit<3> slip_limit(const SphereContacts&, std::span<const double>, const std::array<double, 3>&,
                                        const KnownEnough&, double, const SlipLimit<3>*,
                                        const SlipMoments<3>*) noexcept;

}  // namespace clampet::mechanics
