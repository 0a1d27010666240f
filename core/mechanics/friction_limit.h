#pragma once
#include <Eigen/Dense>
#include <array>
#include <cmath>
#include <limits>
#include <span>
#include <vector>

namespace clampet::mechanics {

/// Contacts that slip together: for a rigid slip motion q (K numbers) contact i slides with velocity J_i q (D numbers).
/// Rotations are scaled by a length of the contact's size, so that all K numbers are alike in magnitude.
template <int K, int D>
struct SlipContacts {
    std::array<std::vector<double>, static_cast<std::size_t>(D) * K> jacobian;  ///< row-major: [d * K + k][i]
    std::size_t size() const { return jacobian[0].size(); }
    void add(const std::array<double, static_cast<std::size_t>(D) * K>& rows) {
        for (std::size_t j = 0; j < rows.size(); ++j) jacobian[j].push_back(rows[j]);
    }
};

template <int K>
struct SlipLimit {
    double multiplier = std::numeric_limits<double>::infinity();  ///< slip begins at this multiple of the demand
    Eigen::Matrix<double, K, 1> motion = Eigen::Matrix<double, K, 1>::Zero();
};

/// Limit surface of contacts with Coulomb friction: the multiple of `demand` at which they slip.
/// Meaning  min over motions q with demand . q = 1 of sum_i limit_i |J_i q|, by Newton on a smoothed norm.
///          What is returned is the dual value, a set of friction forces that are all within their limits and balance
///          the demand, so that it errs on the safe side (by about 1e-5).
/// Range    limit_i = mu N_i >= 0. No demand gives infinity, no friction gives 0.
/// Source   Upper-bound theorem for rigid bodies with isotropic friction; Goyal, Ruina and Papadopoulos, Wear 143 (1991).
template <int K, int D>
SlipLimit<K> slip_limit(const SlipContacts<K, D>& contacts, std::span<const double> limit, const std::array<double, K>& demand) noexcept {
    using Vector = Eigen::Matrix<double, K, 1>;
    using Square = Eigen::Matrix<double, K, K>;
    using Reduced = Eigen::Matrix<double, K - 1, 1>;
    SlipLimit<K> result;
    Vector w;
    for (int k = 0; k < K; ++k) w[k] = demand[static_cast<std::size_t>(k)];
    const double size = w.norm();
    if (!(size > 0)) return result;
    w /= size;
    const std::size_t n = contacts.size();

    // Columns of Z span the motions that leave the power unchanged.
    const Eigen::HouseholderQR<Vector> qr(w);
    const Square q_full = qr.householderQ();
    const Eigen::Matrix<double, K, K - 1> Z = q_full.template rightCols<K - 1>();

    double value = 0, dual = 0, mean_square = 0, total = 0;
    Vector gradient;
    Square hessian;
    const auto evaluate = [&](const Vector& q, double epsilon) {
        double g[K] = {}, h[K * (K + 1) / 2] = {};
        double f = 0, lower = 0, squares = 0;
        const double e2 = epsilon * epsilon;
        for (std::size_t i = 0; i < n; ++i) {
            double v[D], vv = e2;
            for (int d = 0; d < D; ++d) {
                double sum = 0;
                for (int k = 0; k < K; ++k) sum += contacts.jacobian[static_cast<std::size_t>(d * K + k)][i] * q[k];
                v[d] = sum;
                vv += sum * sum;
            }
            const double s = std::sqrt(vv), c = limit[i] / s;
            f += limit[i] * s;
            lower += c * (vv - e2);
            squares += limit[i] * (vv - e2);
            double jv[K];
            for (int k = 0; k < K; ++k) {
                jv[k] = 0;
                for (int d = 0; d < D; ++d) jv[k] += contacts.jacobian[static_cast<std::size_t>(d * K + k)][i] * v[d];
                g[k] += c * jv[k];
            }
            const double c3 = c / vv;
            int at = 0;
            for (int k = 0; k < K; ++k)
                for (int l = 0; l <= k; ++l, ++at) {
                    double jj = 0;
                    for (int d = 0; d < D; ++d)
                        jj += contacts.jacobian[static_cast<std::size_t>(d * K + k)][i] * contacts.jacobian[static_cast<std::size_t>(d * K + l)][i];
                    h[at] += c * jj - c3 * jv[k] * jv[l];
                }
        }
        value = f;
        dual = lower;
        mean_square = squares;
        int at = 0;
        for (int k = 0; k < K; ++k) {
            gradient[k] = g[k];
            for (int l = 0; l <= k; ++l, ++at) hessian(k, l) = hessian(l, k) = h[at];
        }
    };
    const auto newton_step = [&]() -> Reduced {
        Eigen::Matrix<double, K - 1, K - 1> H = Z.transpose() * hessian * Z;
        H.diagonal().array() += 1e-12 * (H.trace() + 1e-300);
        return -(H.ldlt().solve(Z.transpose() * gradient));
    };

    for (std::size_t i = 0; i < n; ++i) total += limit[i];
    result.multiplier = 0;
    if (!(total > 0)) return result;
    Vector q = w;
    evaluate(q, 1e3);  // so smooth that it is quadratic: one step gives the least-squares motion
    q += Z * newton_step();
    evaluate(q, 0);
    // A motion without any dissipation: nothing holds in this direction.
    if (!(mean_square > 1e-20 * total)) return result;

    const double speed = std::sqrt(mean_square / total);
    for (const double smooth : {0.3, 0.05, 0.008, 0.0015}) {
        const double epsilon = smooth * speed;
        evaluate(q, epsilon);
        for (int iteration = 0; iteration < 25; ++iteration) {
            const Reduced step = newton_step();
            const double decrement = -(Z.transpose() * gradient).dot(step);
            if (!(decrement > (smooth < 0.01 ? 1e-10 : 1e-5) * value)) break;
            const double before = value;
            const Vector from = q;
            double t = 1;
            for (int halving = 0; halving < 30; ++halving, t /= 2) {
                q = from + t * (Z * step);
                evaluate(q, epsilon);
                if (value <= before - 1e-4 * t * decrement) break;
            }
        }
    }
    result.multiplier = dual / size;
    result.motion = q / size;
    return result;
}

}  // namespace clampet::mechanics
