#include "prove/belief.h"

#include <algorithm>
#include <cmath>
#include <Eigen/Dense>
#include <map>
#include <numbers>
#include <optional>

#include "prove/hang.h"
#include "quantity/numbers.h"

namespace clampet::prove {
namespace {

using Eigen::MatrixXd;
using Eigen::VectorXd;
using rig::Outcome;
using rig::Pull;

using quantity::share_below;
using quantity::z95;
constexpr unsigned most_rounds = 200;
constexpr double settled = 1e-10;

double density(double z) {
    return std::exp(-z * z / 2) / std::sqrt(2 * std::numbers::pi);
}
/// φ(z)/Φ(z), also where both vanish.
double hazard(double z) {
    if (z > -30) return density(z) / share_below(z);
    return -z - 1 / z;  // asymptotic
}

/// What a test tells of, a column each.
class Unknowns {
 public:
    std::size_t named(const std::string& name, double deviation) {
        const auto [at, is_new] = index_.emplace(name, deviations_.size());
        if (is_new) deviations_.push_back(deviation);
        return at->second;
    }
    const std::map<std::string, std::size_t>& index() const { return index_; }
    MatrixXd prior() const {
        MatrixXd covariance = MatrixXd::Zero(size(), size());
        for (Eigen::Index i = 0; i < size(); ++i)
            covariance(i, i) = deviations_[static_cast<std::size_t>(i)] * deviations_[static_cast<std::size_t>(i)];
        return covariance;
    }
    Eigen::Index size() const { return static_cast<Eigen::Index>(deviations_.size()); }

 private:
    std::map<std::string, std::size_t> index_;
    std::vector<double> deviations_;
};

std::string friction_key(const Pull& pull) {
    return "friction " + pull.friction;
}
std::string tightening_key(const std::string& seam, int tightening) {
    return "tightening " + seam + " " + std::to_string(tightening);
}
const std::string hand_key = "hand";

double deviation_of_tightening(const Pull& pull) {
    return std::hypot(between_tightenings, pull.rest_spread);
}

/// One test: a row of what it tells of, what it says and how sure it is; as a normal factor with precision and shift.
struct Site {
    const Pull* pull;
    VectorXd row;
    double said = 0, variance = 0;
    double precision = 0, shift = 0;  ///< of the normal that stands for it
};

VectorXd row_of(const Pull& pull, Unknowns& unknowns) {
    const std::size_t friction = unknowns.named(friction_key(pull), pull.friction_spread),
                      tightening =
                          unknowns.named(tightening_key(pull.seam, pull.tightening), deviation_of_tightening(pull));
    std::vector<std::size_t> all{friction, tightening};
    if (pull.hand_spread > 0) all.push_back(unknowns.named(hand_key, pull.hand_spread));
    VectorXd row = VectorXd::Zero(unknowns.size());
    for (const auto i : all) row[static_cast<Eigen::Index>(i)] = 1;
    return row;
}

struct State {
    VectorXd mean;
    MatrixXd covariance;
    Normal along(const VectorXd& row) const {
        return {row.dot(mean), std::sqrt(std::max(0.0, row.dot(covariance * row)))};
    }
};

State state_of(const MatrixXd& prior, const std::vector<Site>& sites) {
    // One site after another; a precision may be small but is never negative.
    State state{VectorXd::Zero(prior.rows()), prior};
    for (const auto& site : sites) {
        if (!(site.precision > 0)) continue;
        const VectorXd gain = state.covariance * site.row;
        const double variance = site.row.dot(gain) + 1 / site.precision;
        state.mean += gain * ((site.shift / site.precision - site.row.dot(state.mean)) / variance);
        state.covariance -= gain * gain.transpose() / variance;
    }
    return state;
}

/// The normal that stands for a test that held, so that mean and variance are those of the true product.
void refine(Site& site, const State& state) {
    const Normal now = state.along(site.row);
    const double variance = now.deviation * now.deviation;
    if (!(variance > 0)) return;
    // Without the site itself.
    const double precision = 1 / variance - site.precision, shift = now.mean / variance - site.shift;
    if (!(precision > 0)) return;
    const double v = 1 / precision, m = shift * v, scale = std::sqrt(v + site.variance), z = (m - site.said) / scale,
                 h = hazard(z);
    const double mean = m + v / scale * h, left = v - v * v / (scale * scale) * h * (z + h);
    if (!(left > 0)) return;
    site.precision = std::max(0.0, 1 / left - precision);
    site.shift = mean / left - shift;
}

/// Tests that count, in the rig's order.
std::vector<const Pull*> counted(const rig::Rig& rig) {
    std::vector<const Pull*> all;
    for (const auto& pull : rig.pulls)
        if (!pull.is_off && pull.ratio > 0) all.push_back(&pull);
    return all;
}

int tightening_now(const rig::Rig& rig, const std::string& seam) {
    const auto at = rig.tightened.find(seam);
    return at == rig.tightened.end() ? 1 : at->second;
}

/// Whether a pull is one of those that tell of it.
bool tells_of(const Pull& pull, const Believed& b, const rig::Rig& rig) {
    if (b.what == Believed::What::friction) return pull.friction == b.name;
    if (b.what == Believed::What::hand) return pull.hand_spread > 0;
    return pull.seam == b.name && pull.tightening == tightening_now(rig, pull.seam);
}

}  // namespace

rig::Band Normal::band() const {
    return {std::exp(mean - z95 * deviation), std::exp(mean), std::exp(mean + z95 * deviation)};
}

Belief belief_of(const rig::Rig& rig) {
    const auto pulls = counted(rig);
    Belief belief;
    if (pulls.empty()) return belief;
    Unknowns unknowns;
    for (const auto* pull : pulls) row_of(*pull, unknowns);  // all of them, before any row has its length
    const MatrixXd prior = unknowns.prior();
    std::vector<Site> sites;
    for (const auto* pull : pulls) {
        Site site{pull, row_of(*pull, unknowns), std::log(pull->ratio), pull->spread * pull->spread};
        const Normal before = State{VectorXd::Zero(prior.rows()), prior}.along(site.row);
        const double z = site.said / std::hypot(before.deviation, pull->spread);
        const bool is_bound = pull->outcome != Outcome::slid;
        if (is_bound ? z > z95 : std::abs(z) > z95) belief.unlikely.push_back(pull->id);
        if (!is_bound) {
            site.precision = 1 / site.variance;
            site.shift = site.said / site.variance;
        }
        sites.push_back(std::move(site));
    }
    State state = state_of(prior, sites);
    for (unsigned round = 0; round < most_rounds; ++round) {
        const VectorXd before = state.mean;
        for (auto& site : sites)
            if (site.pull->outcome != Outcome::slid) {
                refine(site, state);
                state = state_of(prior, sites);
            }
        if ((state.mean - before).cwiseAbs().maxCoeff() < settled) break;
    }
    const State none{VectorXd::Zero(prior.rows()), prior};
    const auto add = [&](Believed::What what, const std::string& name, const VectorXd& row, std::size_t tests) {
        belief.all.push_back({what, name, none.along(row), state.along(row), tests, {}});
    };
    const auto unit = [&](const std::string& key) {
        VectorXd row = VectorXd::Zero(prior.rows());
        row[static_cast<Eigen::Index>(unknowns.index().at(key))] = 1;
        return row;
    };
    std::map<std::string, std::size_t> frictions;
    std::size_t by_hand = 0;
    for (const auto* pull : pulls) {
        ++frictions[pull->friction];
        by_hand += pull->hand_spread > 0;
    }
    for (const auto& [name, tests] : frictions) add(Believed::What::friction, name, unit("friction " + name), tests);
    if (by_hand > 0) add(Believed::What::hand, hand_key, unit(hand_key), by_hand);
    std::map<std::string, std::pair<VectorXd, std::size_t>> together;
    for (const auto& site : sites)
        if (site.pull->tightening == tightening_now(rig, site.pull->seam)) {
            auto& [row, tests] = together[site.pull->seam];
            row = site.row;
            ++tests;
        }
    for (const auto& [seam, found] : together) add(Believed::What::together, seam, found.first, found.second);
    for (auto& b : belief.all)
        for (const auto* pull : pulls)
            if (tells_of(*pull, b, rig)) b.told.push_back({std::log(pull->ratio), pull->outcome != Outcome::slid});
    return belief;
}

rig::Learned learned_of(const rig::Rig& rig, const Belief& belief) {
    rig::Learned learned;
    for (const auto& b : belief.all) switch (b.what) {
            case Believed::What::friction:
                learned.frictions[b.name] = b.after.band();
                break;
            case Believed::What::hand:
                learned.hand = b.after.band();
                break;
            case Believed::What::together:
                if (rig.interface(b.name)) learned.seams[b.name] = b.after.band();
        }
    return learned;
}

namespace {

/// Of the damping that one recording shows, in ln: it goes with how far it swings; our judgement.
constexpr double damping_spread = 0.2;

/// What taps and hangs say of inputs: those of one input that were made while it stood the same are averaged, in ln.
void learn_inputs(const rig::Rig& rig, rig::Learned& learned) {
    struct Said {
        std::optional<double> stood = {};
        double sum = 0, spread = 0;
        std::size_t count = 0;
    };
    std::map<std::pair<std::string, std::string>, Said> all;
    const auto add = [&](const std::string& seam, const std::string& key, double value, std::optional<double> stood,
                         double spread) {
        if (!rig.interface(seam)) return;
        auto& said = all[{seam, key}];
        if (said.stood != stood) said = {stood};
        said.sum += std::log(value);
        said.spread += spread * spread;
        ++said.count;
    };
    for (const auto& tap : rig.taps) {
        if (tap.is_off) continue;
        add(tap.seam, tap.corrects, tap.value, tap.stood, tap.spread);
        if (tap.damping > 0) add(tap.seam, "damping", tap.damping, std::nullopt, damping_spread);
    }
    for (const auto& [place, said] : all) {
        const double n = static_cast<double>(said.count);
        learned.inputs[place.first][place.second] = {Normal{said.sum / n, std::sqrt(said.spread) / n}.band(),
                                                     said.stood};
    }
    for (const auto& hang : rig.hangs) {
        if (hang.is_off || hang.of != rig::HangOf::force || hang.stood <= 0 || !rig.interface(hang.seam)) continue;
        if (const auto kept = kept_by(hang)) learned.inputs[hang.seam]["kept"] = {kept->after_a_day, hang.stood};
    }
}

}  // namespace

rig::Rig taught(rig::Rig rig) {
    rig.learned = learned_of(rig, belief_of(rig));
    learn_inputs(rig, rig.learned);
    return rig;
}

}  // namespace clampet::prove
