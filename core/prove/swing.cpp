#include <algorithm>
#include <cmath>
#include <Eigen/Eigenvalues>
#include <numbers>
#include <unsupported/Eigen/FFT>
#include <unsupported/Eigen/NonLinearOptimization>
#include <unsupported/Eigen/NumericalDiff>

#include "prove/tap.h"

namespace clampet::prove {
namespace {

using Eigen::MatrixXd;
using Eigen::VectorXd;
constexpr double pi = std::numbers::pi;
constexpr Eigen::Index most_samples = 1 << 15;  // after the tap
// Our judgement.
constexpr double least_frequency = 0.2, most_damping = 0.9, least_explained = 0.5;
constexpr double lasting = 3;  // a swing is looked at until this many times its decay is over
constexpr double least_cycles = 2;

/// Readings at equal steps, along one axis.
struct Samples {
    double step = 0, start = 0;
    VectorXd values;
};

rig::Vector strongest_axis(const Recording& r) {
    rig::Vector mean = rig::Vector::Zero();
    for (const auto& a : r.acceleration) mean += a;
    mean /= static_cast<double>(r.acceleration.size());
    Eigen::Matrix3d spread = Eigen::Matrix3d::Zero();
    for (const auto& a : r.acceleration) spread += (a - mean) * (a - mean).transpose();
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> axes(spread);
    rig::Vector axis = axes.eigenvectors().col(2);
    Eigen::Index most = 0;
    axis.cwiseAbs().maxCoeff(&most);
    return axis[most] < 0 ? -axis : axis;
}

/// At equal steps by straight lines between readings: phones do not keep time exactly.
Samples resampled(const Recording& r, const rig::Vector& axis) {
    Samples s;
    const std::size_t count = r.time.size();
    s.start = r.time.front();
    s.step = (r.time.back() - s.start) / static_cast<double>(count - 1);
    s.values.resize(static_cast<Eigen::Index>(count));
    std::size_t at = 0;
    for (std::size_t i = 0; i < count; ++i) {
        const double t = s.start + s.step * static_cast<double>(i);
        while (at + 2 < r.time.size() && r.time[at + 1] < t) ++at;
        const double gap = r.time[at + 1] - r.time[at],
                     share = gap > 0 ? std::clamp((t - r.time[at]) / gap, 0.0, 1.0) : 0;
        s.values[static_cast<Eigen::Index>(i)] =
            axis.dot(r.acceleration[at] * (1 - share) + r.acceleration[at + 1] * share);
    }
    s.values.array() -= s.values.tail(std::max<Eigen::Index>(8, s.values.size() / 4)).mean();
    return s;
}

/// From its largest reading on.
Samples from_the_tap(const Samples& s) {
    Eigen::Index most = 0;
    s.values.cwiseAbs().maxCoeff(&most);
    return {s.step, s.start + s.step * static_cast<double>(most),
            VectorXd(s.values.segment(most, std::min(most_samples, s.values.size() - most)))};
}

/// The strongest line of the spectrum from the least frequency on [Hz].
double strongest_line(const Samples& s) {
    std::size_t length = 1;
    while (length < 4 * static_cast<std::size_t>(s.values.size())) length *= 2;
    std::vector<double> padded(length, 0);
    for (Eigen::Index i = 0; i < s.values.size(); ++i) padded[static_cast<std::size_t>(i)] = s.values[i];
    Eigen::FFT<double> fft;
    std::vector<std::complex<double>> lines;
    fft.fwd(lines, padded);
    const double width = 1 / (s.step * static_cast<double>(length));
    double best = 0, at = 0;
    for (std::size_t k = 1; k < length / 2; ++k) {
        const double f = width * static_cast<double>(k);
        if (f >= least_frequency && std::abs(lines[k]) > best) {
            best = std::abs(lines[k]);
            at = f;
        }
    }
    return at;
}

/// A e^(-σt) cos ωt + B e^(-σt) sin ωt + c; for a decay and a pulsation the other three follow linearly.
MatrixXd basis_of(const Samples& s, double sigma, double omega) {
    MatrixXd basis(s.values.size(), 3);
    for (Eigen::Index i = 0; i < s.values.size(); ++i) {
        const double t = s.step * static_cast<double>(i), decay = std::exp(-sigma * t);
        basis.row(i) << decay * std::cos(omega * t), decay * std::sin(omega * t), 1;
    }
    return basis;
}

VectorXd fitted_to(const Samples& s, double sigma, double omega) {
    const MatrixXd basis = basis_of(s, sigma, omega);
    const Eigen::Vector3d amplitudes = (basis.transpose() * basis).ldlt().solve(basis.transpose() * s.values);
    return basis * amplitudes;
}

/// Variable projection: what is left of the readings over ln σ and ln ω.
struct Left {
    using Scalar = double;
    using InputType = VectorXd;
    using ValueType = VectorXd;
    using JacobianType = MatrixXd;
    enum { InputsAtCompileTime = Eigen::Dynamic, ValuesAtCompileTime = Eigen::Dynamic };
    const Samples& samples;
    int inputs() const { return 2; }
    int values() const { return static_cast<int>(samples.values.size()); }
    int operator()(const VectorXd& x, VectorXd& left) const {
        left = samples.values - fitted_to(samples, std::exp(x[0]), std::exp(x[1]));
        return 0;
    }
};

struct Fit {
    double sigma = 0, omega = 0, left = 0;
};

Fit fit_from(const Samples& s, double frequency, double damping) {
    VectorXd x(2);
    x << std::log(2 * pi * frequency * damping), std::log(2 * pi * frequency);
    const Left left{s};
    Eigen::NumericalDiff<Left> differences(left);
    Eigen::LevenbergMarquardt<Eigen::NumericalDiff<Left>> search(differences);
    search.parameters.xtol = 1e-10;
    search.parameters.maxfev = 400;
    search.minimize(x);
    const double sigma = std::exp(x[0]), omega = std::exp(x[1]);
    return {sigma, omega, (s.values - fitted_to(s, sigma, omega)).squaredNorm()};
}

Fit best_fit(const Samples& s, double frequency) {
    Fit best{0, 0, std::numeric_limits<double>::infinity()};
    for (const double damping : {0.005, 0.03, 0.15, 0.5}) {
        const Fit fit = fit_from(s, frequency, damping);
        if (std::isfinite(fit.left) && fit.left < best.left) best = fit;
    }
    return best;
}

/// What comes long after it has settled is noise.
Samples while_it_lasts(const Samples& s, double sigma, double omega) {
    const double until = std::max(lasting / sigma, 2 * least_cycles * 2 * pi / omega);
    const auto count = static_cast<Eigen::Index>(std::min(static_cast<double>(s.values.size()), until / s.step + 1));
    return {s.step, s.start,
            VectorXd(s.values.head(std::max<Eigen::Index>(std::min<Eigen::Index>(32, s.values.size()), count)))};
}

Problem does_not_swing(const char* why) {
    return {"recording.no_swing", "", why,
            "Lay the phone or the sensor on the rig, tap it once, and let it come to rest while it records."};
}

}  // namespace

Result<Swing> swing_of(const Recording& recording) {
    if (recording.time.size() < 32 || recording.time.size() != recording.acceleration.size() ||
        !(recording.time.back() > recording.time.front()))
        return does_not_swing("There is too little in this recording.");
    Swing swing;
    swing.along = strongest_axis(recording);
    Samples s = from_the_tap(resampled(recording, swing.along));
    if (s.values.size() < 32 || !(s.values.cwiseAbs().maxCoeff() > 1e-6))
        return does_not_swing("Nothing moves in this recording, or only at its very end.");
    const double line = strongest_line(s);
    if (!(line > 0)) return does_not_swing("Nothing swings in this recording.");
    Fit fit = best_fit(s, line);
    if (!std::isfinite(fit.left)) return does_not_swing("Nothing swings in this recording.");
    s = while_it_lasts(s, fit.sigma, fit.omega);
    fit = fit_from(s, fit.omega / (2 * pi), std::clamp(fit.sigma / fit.omega, 1e-4, 2.0));
    const double natural = std::hypot(fit.sigma, fit.omega), whole = s.values.squaredNorm();
    swing.frequency = natural / (2 * pi);
    swing.damping = fit.sigma / natural;
    swing.explained = whole > 0 ? std::max(0.0, 1 - fit.left / whole) : 0;
    swing.from = s.start;
    swing.to = s.start + s.step * static_cast<double>(s.values.size() - 1);
    const VectorXd fitted = fitted_to(s, fit.sigma, fit.omega);
    for (Eigen::Index i = 0; i < s.values.size(); ++i) {
        swing.time.push_back(s.step * static_cast<double>(i));
        swing.seen.push_back(s.values[i]);
        swing.fitted.push_back(fitted[i]);
    }
    if (swing.explained < least_explained)
        return does_not_swing("No swing stands out of what else moves there: it is tapped more than once, or shaken.");
    const double cycles = (swing.to - swing.from) * fit.omega / (2 * pi);
    if (cycles < least_cycles && swing.damping < 0.3)
        return does_not_swing("It swings less than twice in this recording.");
    if (swing.frequency < least_frequency || swing.frequency > 0.5 / s.step || swing.damping > most_damping)
        return does_not_swing("It creeps back rather than swings, or it swings faster than was recorded.");
    return swing;
}

}  // namespace clampet::prove
