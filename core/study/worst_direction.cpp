#include "study/worst_direction.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <span>

#include "mechanics/first_exit.h"
#include "quantity/numbers.h"
#include "study/directions.h"

namespace clampet::study {
namespace {

using Eigen::Vector3d;
using mechanics::Load;
using mechanics::Ray;
using mechanics::Wrench;
using quantity::infinite;
constexpr double coarse_angle = 0.16;   // between two of the 162 directions and their middle
constexpr double finest_angle = 0.008;  // 0.5 degrees: the factor is flat there, so this is worth about 4e-5
/// A case that was not the worst one for a mode is looked at anew at an end of the band if the mode's share of what is
/// required is less than this many times what is to be beaten.
constexpr double close_to_governing = 2;
/// A direction must be worse by this share to count; under what is shown.
constexpr double worth_finding = 3e-4;
/// A search's model is good to this share; where it is worse than that, other directions may be the worst. Those nearer
/// to each other than this are taken for one, and at most so many are looked at.
constexpr double search_may_err = 0.01, apart = 0.25;
constexpr int most_looks = 5;
/// A direction found worse by more than this is followed along its slope before others are asked.
constexpr double worth_leading = 0.03;

struct Least {
    double factor = infinite;
    Vector3d direction = Vector3d::UnitX();
};

/// How a search is done.
struct How {
    std::span<const Vector3d> seeds;        ///< worst directions of the same joint at other inputs: looked at first
    const DirectionCells* cells = nullptr;  ///< then all of these
    bool refine = true;
    double exact_below = infinite;  ///< a factor under this is computed anew, to the last digit
};

/// By neighbours ever closer. `is_worse` looks at a direction, and makes it `best` where it is.
template <class IsWorse>
void close_in(const Vector3d& best, double angle, const IsWorse& is_worse) {
    while (angle > finest_angle) {
        bool better = false;
        for (const auto& d : neighbours(best, angle)) better = is_worse(d) || better;
        if (!better) angle /= 2;
    }
}

/// Least load factor over directions, if it is under `below`.
/// Meaning  Most directions are only shown to be no worse than the best so far, and most cells of directions by their
///          corners: where safe loads make a convex set, none within is worse.
class DirectionSearch {
 public:
    /// `rays` gives the ray for a direction: its start stays, and what grows is linear in the direction.
    template <class RayOf>
    DirectionSearch(const families::Joint& exact, std::size_t mode, const RayOf& rays, double below)
        : exact_(exact), joint_(exact.for_search()), mode_(mode) {
        best_.factor = below;
        const Ray none = rays(Vector3d::Zero());
        start_ = none.start;
        still_ = none.direction;
        const auto alone = [&](const Vector3d& axis) { return rays(axis).direction - still_; };
        turns_ = {alone(Vector3d::UnitX()), alone(Vector3d::UnitY()), alone(Vector3d::UnitZ())};
    }
    Least least(const How& how) {
        bool by_seed = false;
        for (const auto& d : how.seeds) by_seed = try_direction(d) || by_seed;
        const double before = best_.factor;
        if (how.cells && best_.factor > 0) over(*how.cells, how);
        if (!found_) return {};
        // A seed is the worst direction of the same joint at other inputs: the worst one here is close to it.
        if (how.refine && best_.factor > 0) refine(by_seed && best_.factor == before ? coarse_angle / 4 : coarse_angle);
        if (!(best_.factor < how.exact_below) || !(best_.factor > 0)) return best_;
        // The direction is the search's; the factor is computed anew, to the last digit.
        const double searched = best_.factor;
        best_.factor = exact_.load_factor(mode_, ray(best_.direction));
        if (how.refine && best_.factor > searched * (1 + search_may_err)) look_again(*how.cells);
        return best_;
    }

 private:
    static constexpr std::size_t most_points = 162, most_cells = 320;
    Ray ray(const Vector3d& d) const { return {start_, still_ + turns_.along(d)}; }
    bool holds(const Vector3d& d, double share) const {
        return joint_.surely_holds(mode_, ray(d).at(best_.factor * share));
    }
    bool try_direction(const Vector3d& d) {
        const bool bounded = std::isfinite(best_.factor);
        if (bounded && holds(d, 1 - worth_finding)) return false;
        const Ray along = ray(d);
        const auto used = [&](double lambda) { return joint_.utilisation(mode_, along.at(lambda)); };
        const double factor = bounded ? mechanics::first_exit_under(best_.factor, used(best_.factor), used)
                                      : joint_.load_factor(mode_, along);
        if (!(factor < best_.factor)) return false;
        best_ = {factor, d};
        found_ = true;
        return true;
    }
    /// Whether a load so much larger than one from a corner is safe at the best factor so far. Of what was asked at a
    /// larger factor or a larger load nothing is asked again.
    bool is_safe(const DirectionCells& cells, std::size_t point, double stretch) {
        auto& known = safe_[point];
        if (known.factor >= best_.factor && known.stretch >= stretch) return true;
        if (!std::isfinite(best_.factor)) return true;  // a load from there drives nothing
        if (known.unsafe_factor <= best_.factor && known.unsafe_stretch <= stretch) return false;
        const bool safe = holds(stretch * cells.points[point], 1 - worth_finding);
        (safe ? known.factor : known.unsafe_factor) = best_.factor;
        (safe ? known.stretch : known.unsafe_stretch) = stretch;
        return safe;
    }
    /// Looks at a corner, if it is not known to be no worse. Says whether it is the worst so far.
    bool look_at(const DirectionCells& cells, std::size_t point) {
        auto& known = safe_[point];
        if (known.tried || (known.factor >= best_.factor && known.stretch >= 1)) return false;
        known.tried = true;
        return try_direction(cells.points[point]);
    }
    /// Whether a cell may be passed over: nothing within is worse by more than the finest cells leave open. A corner
    /// that lets go under the larger load is looked at under its own, which may lower what is to be shown.
    bool is_passed_over(const DirectionCells& cells, const DirectionCells::Cell& cell) {
        bool passed = true;
        for (const auto corner : cell.corners) {
            while (!is_safe(cells, corner, cell.stretch / cells.left_open)) {
                const double before = best_.factor;
                const bool worse = look_at(cells, corner);
                if (worse && may_lead_ && best_.factor < before * (1 - worth_leading)) lead();
                if (worse && best_.factor > 0) continue;
                passed = false;
                break;
            }
            if (!passed && cell.children > 0) return false;  // its children's corners are looked at
        }
        return passed;
    }
    void over(const DirectionCells& cells, const How& how) {
        may_lead_ = how.refine;
        safe_.fill(nothing);
        for (std::size_t i = 0; i < cells.coarse_points && !std::isfinite(best_.factor); ++i) look_at(cells, i);
        if (found_ && may_lead_) lead();
        for (std::size_t i = cells.corners_of_cells; i < cells.coarse_points && best_.factor > 0; ++i)
            look_at(cells, i);
        // One generation after another: the best factor is small early, and more cells are passed over.
        std::array<std::uint16_t, most_cells> alive{}, next{};
        std::size_t count = std::isfinite(best_.factor) ? cells.coarse_cells : 0;
        for (std::size_t i = 0; i < count; ++i) alive[i] = static_cast<std::uint16_t>(i);
        while (count > 0) {
            std::size_t children = 0;
            for (std::size_t i = 0; i < count && best_.factor > 0; ++i) {
                const auto& cell = cells.cells[alive[i]];
                if (is_passed_over(cells, cell)) continue;
                for (std::size_t c = 0; c < cell.children; ++c)
                    next[children++] = static_cast<std::uint16_t>(cell.first_child + c);
            }
            if (!(best_.factor > 0)) break;
            std::swap(alive, next);
            count = children;
        }
    }
    /// The search's model was too severe where it found the worst, so that worse directions may have been passed over:
    /// the worst few others are looked at exactly.
    void look_again(const DirectionCells& cells) {
        std::vector<Least> others;
        const double limit = best_.factor * (1 + 3 * search_may_err);
        for (const auto& d : cells.points) {
            if (d.dot(best_.direction) > std::cos(apart) || holds(d, 1 + 3 * search_may_err)) continue;
            const Ray along = ray(d);
            const auto used = [&](double lambda) { return joint_.utilisation(mode_, along.at(lambda)); };
            others.push_back({mechanics::first_exit_under(limit, used(limit), used), d});
        }
        std::sort(others.begin(), others.end(), [](const Least& a, const Least& b) { return a.factor < b.factor; });
        for (int looks = 0; looks < most_looks && !others.empty(); ++looks) {
            const Vector3d at = others.front().direction;
            const double factor = exact_.load_factor(mode_, ray(at));
            if (factor < best_.factor) best_ = {factor, at};
            std::erase_if(others, [&](const Least& o) { return o.direction.dot(at) > std::cos(apart); });
        }
    }
    /// Along the slope of the utilisation, as long as that leads to worse directions: at once to the worst one where
    /// the mode is linear in the load. Returns how far around that to look on, at most `angle`.
    double lead(double angle = coarse_angle) {
        for (int step = 0; step < 4 && best_.factor > 0; ++step) {
            const Vector3d from = best_.direction, to = steepest();
            if (!to.allFinite()) break;
            const double turned = (to - from).norm();
            angle = std::min(angle, std::max(2 * turned, 4 * finest_angle));
            if (!try_direction(to) || turned < finest_angle) break;
        }
        return angle;
    }
    /// Along the slope first; then by neighbours ever closer.
    void refine(double angle) {
        angle = lead(angle);
        close_in(best_.direction, angle, [&](const Vector3d& d) { return best_.factor > 0 && try_direction(d); });
    }
    /// Where the utilisation at the best factor would be greatest if it were linear in the direction.
    Vector3d steepest() const {
        constexpr double h = 0.01;
        const Vector3d& d = best_.direction;
        const Vector3d across = d.unitOrthogonal(), other = d.cross(across);
        const auto used = [&](const Vector3d& at) {
            return joint_.utilisation(mode_, ray(at).at(best_.factor * (1 - 2 * h)));
        };
        const double here = used(d);
        return ((used(d + h * d) - here) * d + (used(d + h * across) - here) * across +
                (used(d + h * other) - here) * other)
            .normalized();
    }

    const families::Joint &exact_, &joint_;
    std::size_t mode_;
    Wrench start_, still_;
    rig::SeamLoad::Map turns_;
    Least best_;
    bool found_ = false, may_lead_ = false;
    struct Known {
        double factor, stretch, unsafe_factor, unsafe_stretch;
        bool tried;
    };
    static constexpr Known nothing{-1, 0, infinite, infinite, false};
    std::array<Known, most_points> safe_;  // where cells are gone through
};

/// The search for one mode under one case.
class CaseSearch {
 public:
    CaseSearch(const families::Joint& joint, std::size_t mode, const CaseLoad& load, const std::vector<Vector3d>* hints,
               bool governs, double exact_below)
        : joint_(joint),
          mode_(mode),
          case_(load),
          exact_below_(hints ? 0 : load.required.factor_at(exact_below)),
          stands_(joint.modes()[mode].live_only && !joint.stands_on().empty()) {
        if (hints) hints_ = *hints;
        at_typical_ = !hints;
        wide_ = at_typical_ || governs;
        for (std::size_t k = 0; k < free_count(); ++k)
            if (case_.over[k].over == rig::Directions::around) around_[k] = directions_around(case_.over[k].about);
    }

    std::size_t free_count() const { return case_.load.free_count; }
    /// A stand that a knock moves by millimetres, and that hands push level or down.
    bool stands() const { return stands_; }
    Wrench variable(const Vector3d& first, const Vector3d& second) const {
        Wrench q = case_.load.fixed;
        if (free_count() > 0) q = q + case_.load.free[0].along(first);
        if (free_count() > 1) q = q + case_.load.free[1].along(second);
        return q;
    }
    Load load(const Vector3d& first, const Vector3d& second) const {
        return {case_.permanent, variable(first, second)};
    }

    struct Found {
        double factor = infinite;
        Vector3d first = Vector3d::UnitX(), second = Vector3d::UnitX();
    };
    /// Least factor of the whole load, or of what is variable alone.
    Found least(bool whole, double below) const {
        const auto ray = [&](const Vector3d& a, const Vector3d& b) {
            const Wrench q = variable(a, b);
            return whole ? Ray{{}, case_.permanent + q} : Ray{case_.permanent, q};
        };
        if (free_count() == 0) {
            const Ray alone = ray(Vector3d::UnitX(), Vector3d::UnitX());
            if (std::isfinite(below) && joint_.surely_holds(mode_, alone.at(below))) return {};
            const double factor = joint_.load_factor(mode_, alone);
            return factor < below ? Found{factor} : Found{};
        }
        // Both along the same direction first; then each with the other held, as long as that finds something worse.
        auto best = search([&](const Vector3d& d) { return ray(d, d); }, 0, below);
        Found found{best.factor, best.direction, best.direction};
        if (free_count() < 2) return found;
        if (!std::isfinite(found.factor)) found.first = found.second = hints_.empty() ? Vector3d::UnitX() : hints_[0];
        for (int round = 0; round < most_rounds; ++round) {
            const double before = std::min(below, found.factor);
            best = search([&](const Vector3d& d) { return ray(found.first, d); }, 1, before);
            if (best.factor < before) found = {best.factor, found.first, best.direction};
            const double between = std::min(below, found.factor);
            best = search([&](const Vector3d& d) { return ray(d, found.second); }, 0, between);
            if (best.factor < between) found = {best.factor, best.direction, found.second};
            if (!(found.factor < before * (1 - worth_finding))) break;
        }
        return found;
    }
    /// A lock's margin does not grow with the load: the least over all directions of the whole.
    Found margin(double below) const {
        Found found;
        found.factor = below;
        bool any = false;
        const auto take = [&](const Vector3d& a, const Vector3d& b) {
            const double here = families::factors(joint_, mode_, load(a, b)).least();
            if (!(here < found.factor)) return false;
            found = {here, a, b};
            return any = true;
        };
        if (free_count() == 0) take(Vector3d::UnitX(), Vector3d::UnitX());
        if (free_count() == 1) {
            const auto alone = [&](const Vector3d& d) { return take(d, d); };
            each(0, alone);
            if (any && how(0).refine) close_in(found.first, coarse_angle, alone);
        }
        if (free_count() > 1) {
            each(0, [&](const Vector3d& d) { take(d, d); });
            const auto second = [&](const Vector3d& d) { return take(found.first, d); };
            each(1, second);
            if (any && how(1).refine) close_in(found.second, coarse_angle, second);
            if (any && how(0).refine)
                close_in(found.first, coarse_angle, [&](const Vector3d& d) { return take(d, found.second); });
        }
        return any ? found : Found{};
    }

 private:
    static constexpr int most_rounds = 3;
    bool on_a_sphere(std::size_t k) const { return case_.over[k].over == rig::Directions::sphere && !stands_; }
    How how(std::size_t k) const {
        if (case_.over[k].over == rig::Directions::around) return {{}, &around_[k], false, exact_below_};
        if (case_.over[k].over == rig::Directions::level) return {{}, &level_directions(), false, exact_below_};
        if (!on_a_sphere(k)) return {{}, &tipping_directions(), false, exact_below_};
        if (at_typical_) return {{}, &sphere_directions(), true, exact_below_};
        return {hints_, wide_ || hints_.empty() ? &few_directions() : nullptr, true, exact_below_};
    }
    template <class RayOf>
    Least search(const RayOf& ray_of, std::size_t k, double below) const {
        return DirectionSearch(joint_, mode_, ray_of, below).least(how(k));
    }
    template <class Take>
    void each(std::size_t k, const Take& take) const {
        const How h = how(k);
        for (const auto& d : h.seeds) take(d);
        if (h.cells)
            for (const auto& d : h.cells->points) take(d);
    }

    const families::Joint& joint_;
    std::size_t mode_;
    const CaseLoad& case_;
    double exact_below_ = infinite;
    bool stands_, at_typical_ = true, wide_ = true;
    std::vector<Vector3d> hints_;
    std::array<DirectionCells, 2> around_;
};

/// How heavy a case is, as a force at a hand's width; only the order counts.
double weight_of(const CaseLoad& c) {
    constexpr double arm = 0.1;
    const auto size = [&](const Wrench& w) {
        return std::abs(w.fx) + std::abs(w.fy) + std::abs(w.fz) +
               (std::abs(w.mx) + std::abs(w.my) + std::abs(w.mz)) / arm;
    };
    double sum = size(c.load.fixed);
    for (std::size_t k = 0; k < c.load.free_count; ++k)
        sum += size(c.load.free[k].x) + size(c.load.free[k].y) + size(c.load.free[k].z);
    return sum / c.required.required;
}

/// `mild` is `heavy` times something from 0 to 1.
bool contains(const CaseLoad& heavy, const CaseLoad& mild) {
    if (heavy.load.free_count != 1 || mild.load.free_count != 1 || !heavy.load.fixed.is_zero() ||
        !mild.load.fixed.is_zero() || heavy.required.required < mild.required.required ||
        heavy.over[0].over != mild.over[0].over || heavy.over[0].over != rig::Directions::sphere)
        return false;
    const auto &a = heavy.load.free[0], &b = mild.load.free[0];
    const auto entries = [](const rig::SeamLoad::Map& m) {
        std::array<double, 27> e;
        std::size_t i = 0;
        for (const auto* w : {&m.x, &m.y, &m.z})
            for (const double v : {w->fx, w->fy, w->fz, w->mx, w->my, w->mz, w->gx, w->gy, w->gz}) e[i++] = v;
        return e;
    };
    const auto ea = entries(a), eb = entries(b);
    double dot = 0, square = 0, most = 0;
    for (std::size_t i = 0; i < ea.size(); ++i) {
        dot += ea[i] * eb[i];
        square += ea[i] * ea[i];
        most = std::max(most, std::abs(eb[i]));
    }
    if (!(square > 0)) return most == 0;
    const double k = dot / square;
    if (std::abs(k) > 1 + 1e-12) return false;
    for (std::size_t i = 0; i < ea.size(); ++i)
        if (std::abs(eb[i] - k * ea[i]) > 1e-9 * most) return false;
    return true;
}

}  // namespace

void leave_out_the_mild(std::vector<CaseLoad>& cases,
                        const std::function<bool(std::size_t, std::size_t)>& same_weights) {
    std::vector<bool> out(cases.size(), false);
    // What does nothing to this interface, where another case has the same weights.
    for (std::size_t a = 0; a < cases.size(); ++a) {
        const auto& load = cases[a].load;
        bool idle = load.fixed.is_zero() && !cases[a].is_rest;
        for (std::size_t k = 0; k < load.free_count; ++k) idle = idle && load.free[k].is_zero();
        for (std::size_t b = 0; idle && b < cases.size() && !out[a]; ++b)
            out[a] =
                a != b && !out[b] && same_weights(a, b) && cases[a].required.required <= cases[b].required.required;
    }
    for (std::size_t a = 0; a < cases.size(); ++a)
        for (std::size_t b = 0; b < cases.size() && !out[a]; ++b)
            if (a != b && !out[b] && same_weights(a, b) && contains(cases[a], cases[b])) out[b] = true;
    std::vector<CaseLoad> kept;
    for (std::size_t i = 0; i < cases.size(); ++i)
        if (!out[i]) kept.push_back(std::move(cases[i]));
    std::stable_sort(kept.begin(), kept.end(), [](const CaseLoad& a, const CaseLoad& b) {
        return a.is_rest != b.is_rest ? b.is_rest : weight_of(a) > weight_of(b);
    });
    cases = std::move(kept);
}

WorstFound worst_of(const families::Joint& joint, std::size_t mode, const std::vector<CaseLoad>& cases,
                    const Wanted& wanted) {
    const auto [below, hints, around, exact_below, both] = wanted;
    WorstFound worst;
    worst.directions.resize(cases.size());
    if (cases.empty()) return worst;
    worst.load = {cases.back().permanent, {}};
    worst.at = cases.size() - 1;
    if (const auto share = families::preload_share(joint, mode)) {
        worst.mass = worst.live = *share;
        worst.share = cases[worst.at].required.share(*share);
        worst.too_tight = *share > 0;
        return worst;
    }
    const auto& kind = joint.modes()[mode];
    double least_mass = infinite, least_live = infinite;  // shares
    for (std::size_t c = 0; c < cases.size(); ++c) {
        const auto& load = cases[c];
        // A weight alone is never worse than the worst push on it: the factors' inverse is convex in the load.
        if (hints && load.is_rest && cases.size() > 1) continue;
        // Where a case was not the worst one, the directions of that which was, if the mode is not about to govern.
        const std::vector<Vector3d>* known = hints ? &hints->directions[c] : nullptr;
        if (hints && known->empty() && hints->share > close_to_governing * below) known = &hints->directions[hints->at];
        // At an end a case that is far from governing at typical inputs is only tried where it was worst.
        const CaseSearch search(
            joint, mode, load, known,
            hints && around == Around::everywhere && hints->at == c && !(hints->share > far_from_governing * below),
            exact_below);
        // Half a sine of 0.5 g over 20 ms leaves 0.06 m/s; rocking over takes ten times that.
        if (search.stands() && load.is_brief) continue;
        const auto take = [&](const CaseSearch::Found& found, double& factor, double& least) {
            const double share = load.required.share(found.factor);
            if (!(share < least)) return;
            if (search.free_count() > 0) {
                worst.directions[c].push_back(found.first);
                if (search.free_count() > 1) worst.directions[c].push_back(found.second);
            }
            const bool leads = share < std::min(least_mass, least_live);
            factor = found.factor;
            least = share;
            if (!leads) return;
            worst.at = c;
            worst.load = search.load(found.first, found.second);
            worst.direction.reset();
            if (search.free_count() > 0) worst.direction = found.first;
        };
        const auto under = [&](double share) { return load.required.factor_at(share); };
        const double limit = under(below);
        // Where only the lesser factor is wanted, a search for the other one is over once it is not close to that: of
        // two that are close each has a direction of its own.
        const auto of_interest = [&](double least) {
            const double either = std::min(least_mass, least_live);
            return std::min(limit, under(hints ? either : both ? least : (1 + factors_are_close) * either));
        };
        if (kind.scale_free) {
            const auto found = search.margin(std::min(limit, under(std::min(least_mass, least_live))));
            take(found, worst.mass, least_mass);
            worst.live = worst.mass;
            least_live = least_mass;
        } else {
            if (!kind.live_only) take(search.least(true, of_interest(least_mass)), worst.mass, least_mass);
            if (!load.load.fixed.is_zero() || search.free_count() > 0) {
                take(search.least(false, of_interest(least_live)), worst.live, least_live);
            } else if (kind.live_only) {
                // Without anything that comes and goes: whether it stands at all.
                const double stands = families::factors(joint, mode, {load.permanent, {}}).live;
                if (stands < infinite) take({stands}, worst.live, least_live);
            } else if (!(joint.utilisation(mode, load.permanent) < 1)) {
                take({0}, worst.live, least_live);
            }
        }
        // A mode that has let go with the weight alone, or before any load, cannot get worse.
        if (std::min(least_mass, least_live) == 0) break;
    }
    worst.share = std::min(least_mass, least_live);
    return worst;
}

}  // namespace clampet::study
