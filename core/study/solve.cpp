#include "study/solve.h"

#include <fmt/format.h>

#include <algorithm>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

#include "quantity/format.h"

namespace clampet::study {

using namespace families;
namespace {

/// What one value of the input gives.
struct Tried {
    double value = 0;
    bool built = false;
    Least least{0, {}};
    double moves = std::numeric_limits<double>::quiet_NaN();
    bool reaches(double required) const { return built && least.factor >= required; }
};

class InputSearch {
 public:
    InputSearch(const Family& family, Values values, const Parameter& parameter, const Load& load, double required)
        : family_(family), values_(std::move(values)), parameter_(parameter), load_(load), required_(required) {}

    void use(Accuracy accuracy) { accuracy_ = accuracy; }
    Tried at(double value) {
        Tried t;
        t.value = value;
        values_.insert_or_assign(parameter_.key, Value{value});
        const auto joint = family_.join(values_);
        if (!joint) {
            refused_ = joint.problem();
            return t;
        }
        t.built = true;
        t.least = least_factor(accuracy_ == Accuracy::picture ? (*joint)->for_search() : **joint, load_);
        t.moves = ease_of_moving(**joint, load_);
        return t;
    }
    /// Between a trial that reaches the factor and one that does not: the last value that does.
    Tried edge(const Tried& good, const Tried& bad) {
        if (parameter_.whole_number) return good;
        const auto excess = [this](double value) { return height(at(value)); };
        const bool rising = bad.value < good.value;
        const double a = rising ? bad.value : good.value, b = rising ? good.value : bad.value;
        const double fa = rising ? height(bad) : height(good), fb = rising ? height(good) : height(bad);
        if (fa == 0 || fb == 0) return good;
        std::uintmax_t steps = 40;
        const auto tolerance = [](double low, double high) {
            return high - low <= 1e-7 * std::max(std::abs(low), std::abs(high));
        };
        const auto [low, high] = boost::math::tools::toms748_solve(excess, a, b, fa, fb, tolerance, steps);
        const Tried one = at(rising ? high : low);
        return one.reaches(required_) ? one : good;
    }
    /// Between three trials of which the middle one is best: climbs until the factor is reached or the peak is found.
    Tried climb(const Tried& before, const Tried& best, const Tried& after, int steps) {
        if (parameter_.whole_number) return best;
        Tried top = best;
        double low = before.value, high = after.value;
        for (int i = 0; i < steps && !top.reaches(required_); ++i) {  // golden section
            const bool upper = high - top.value > top.value - low;
            const double value = upper ? top.value + 0.382 * (high - top.value) : top.value - 0.382 * (top.value - low);
            const Tried t = at(value);
            if (t.built && t.least.factor > top.least.factor) {
                (upper ? low : high) = top.value;
                top = t;
            } else
                (upper ? high : low) = value;
        }
        return top;
    }
    const Problem& refused() const { return refused_; }

 private:
    /// Above 0 where the factor is reached; bounded, so that the bracketing stays sane.
    double height(const Tried& t) const {
        if (!t.built || !(t.least.factor > 0)) return -20;
        return std::clamp(std::log(t.least.factor / required_), -20.0, 20.0) +
               (t.least.factor >= required_ ? 1e-13 : 0);
    }
    const Family& family_;
    Values values_;
    const Parameter& parameter_;
    const Load& load_;
    double required_;
    Accuracy accuracy_ = Accuracy::exact;
    Problem refused_{"solve.nothing_tried", "", "", ""};
};

/// Values to try: by fifths of a decade round the one in force, and evenly over a range of one sign or two.
std::vector<double> samples(const Parameter& p, double present) {
    std::vector<double> values;
    if (p.whole_number) {
        const double from = std::max(p.least, std::min(present, p.least + 60) - 60);
        for (double n = std::ceil(from); n <= std::min(p.most, from + 120); ++n) values.push_back(n);
        return values;
    }
    const double inner = p.least_allowed ? p.least : p.least + 1e-9 * (p.most - p.least);
    values = {inner, present, p.most};
    for (int k = 1; k < 8; ++k) values.push_back(inner + k * (p.most - inner) / 8);
    if (present != 0)
        for (int k = 1; k <= 10; ++k)
            for (const double factor : {std::pow(10, k / 5.0), std::pow(10, -k / 5.0)})
                if (present * factor > inner && present * factor < p.most) values.push_back(present * factor);
    std::sort(values.begin(), values.end());
    values.erase(std::unique(values.begin(), values.end()), values.end());
    return values;
}

Problem none_does(const Parameter& p, const std::vector<Tried>& trials, double required, const Problem& refused) {
    const Tried* best = nullptr;
    for (const auto& t : trials)
        if (t.built && (!best || t.least.factor > best->least.factor)) best = &t;
    if (!best)
        return {"solve.nothing_can_be_built", p.key,
                fmt::format("No value of “{}” can be built: {}", p.label, refused.what), refused.remedy};
    return {"solve.no_value_reaches", p.key,
            fmt::format("No value of “{}” gives {}: the best is {}, at {}, where it {}.", p.label,
                        quantity::format_factor(required), quantity::format_factor(best->least.factor),
                        quantity::format(best->value, p.dimension),
                        best->least.mode.empty() ? "holds" : "fails by “" + best->least.mode + "”"),
            best->least.mode.empty() ? "Ask for less."
                                     : fmt::format("Change an input that “{}” depends on.", best->least.mode)};
}

Result<Solution> solve_choice(const Family& family, Values values, const Parameter& p, const Load& load,
                              double required) {
    const std::string present = text(values, p.key);
    Least best{0, ""};
    std::string best_label = present;
    for (const bool first : {true, false})  // what is in force is asked first
        for (const auto& choice : p.choices) {
            if ((choice.key == present) != first) continue;
            values.insert_or_assign(p.key, Value{choice.key});
            const auto joint = family.join(values);
            if (!joint) continue;
            const Least least = least_factor(**joint, load);
            if (least.factor >= required) return Solution{choice.key, least, {}, {}, first};
            if (least.factor >= best.factor) {
                best = least;
                best_label = choice.label;
            }
        }
    return Problem{"solve.no_choice_reaches", p.key,
                   fmt::format("No choice of “{}” gives {}: the best is {}, with {}.", p.label,
                               quantity::format_factor(required), quantity::format_factor(best.factor), best_label),
                   fmt::format("Change an input that “{}” depends on.", best.mode)};
}

/// A window may be narrower than the samples are apart, such as a balance point: where none reaches the factor, the
/// peaks between them are climbed, the highest first.
void climb_peaks(InputSearch& search, std::vector<Tried>& trials, double required) {
    if (std::any_of(trials.begin(), trials.end(), [&](const Tried& t) { return t.reaches(required); })) return;
    std::vector<std::size_t> peaks;
    const auto height = [&](std::size_t i) { return trials[i].built ? trials[i].least.factor : -1; };
    for (std::size_t i = 1; i + 1 < trials.size(); ++i)
        if (height(i) > 0 && height(i) >= height(i - 1) && height(i) >= height(i + 1)) peaks.push_back(i);
    std::sort(peaks.begin(), peaks.end(), [&](std::size_t a, std::size_t b) { return height(a) > height(b); });
    constexpr std::size_t most_peaks = 3;
    for (std::size_t k = 0; k < std::min(peaks.size(), most_peaks); ++k) {
        const std::size_t i = peaks[k];
        const Tried top = search.climb(trials[i - 1], trials[i], trials[i + 1], 40);
        if (top.value == trials[i].value) continue;
        trials.insert(trials.begin() + static_cast<std::ptrdiff_t>(top.value > trials[i].value ? i + 1 : i), top);
        if (top.reaches(required)) return;
        break;  // places have moved: the highest is enough to say how far it can go
    }
}

}  // namespace

double ease_of_moving(const Joint& joint, const Load& load) noexcept {
    const auto modes = joint.modes();
    for (std::size_t i = 0; i < modes.size(); ++i)
        if (modes[i].key == "moves") {
            const double used = joint.utilisation(i, load.whole());
            return used > 0 ? 1 / used : ModeReport::mechanics_infinity;
        }
    return std::numeric_limits<double>::quiet_NaN();
}

Least least_factor(const Joint& joint, const Load& load) noexcept {
    Least least;
    const auto modes = joint.modes();
    for (std::size_t i = 0; i < modes.size(); ++i) {
        if (modes[i].mode_class != ModeClass::ultimate) continue;
        const double factor = factors(joint, i, load).least();
        if (factor < least.factor) least = {factor, modes[i].key};
    }
    return least;
}

Result<Solution> solve(const Family& family, const Values& given, std::string_view key, const Load& load,
                       double required) {
    const auto values = complete(family, given);
    if (!values) return values.problem();
    const auto* p = find_parameter(family, key);
    if (!p) return complete(family, {{std::string(key), 0.0}}).problem();
    if (!(required > 0) || !std::isfinite(required))
        return Problem{"solve.impossible_factor", "required", "The required factor must be more than 0.",
                       "Ask for example for 2."};
    if (p->kind == Kind::choice) return solve_choice(family, *values, *p, load, required);
    if (p->kind == Kind::text)
        return Problem{"solve.not_solvable", p->key,
                       fmt::format("“{}” is a text: there is nothing to solve for.", p->label),
                       "Solve for a quantity or a choice."};
    if (!p->is_relevant(*values))
        return Problem{"solve.does_not_matter", p->key, fmt::format("“{}” does not matter here.", p->label),
                       fmt::format("It is used when {} is {}.", p->shown_by, fmt::join(p->shown_for, " or "))};
    InputSearch search(family, *values, *p, load, required);
    const double present = number(*values, key);
    std::vector<Tried> trials;
    for (const double value : samples(*p, present)) trials.push_back(search.at(value));
    climb_peaks(search, trials, required);
    // Nearest to what is in force, counted in samples: they are as dense as the input is fine there.
    const auto now = static_cast<std::ptrdiff_t>(std::min_element(trials.begin(), trials.end(),
                                                                  [&](const Tried& a, const Tried& b) {
                                                                      return std::abs(a.value - present) <
                                                                             std::abs(b.value - present);
                                                                  }) -
                                                 trials.begin());
    const auto count = static_cast<std::ptrdiff_t>(trials.size());
    const auto reaches = [&](std::ptrdiff_t i) { return trials[static_cast<std::size_t>(i)].reaches(required); };
    std::ptrdiff_t found = -1;
    for (std::ptrdiff_t away = 0; away < count && found < 0; ++away)
        for (const auto i : {now - away, now + away})
            if (i >= 0 && i < count && reaches(i)) {
                found = i;
                break;
            }
    if (found < 0) return none_does(*p, trials, required, search.refused());
    std::ptrdiff_t first = found, last = found;
    while (first > 0 && reaches(first - 1)) --first;
    while (last + 1 < count && reaches(last + 1)) ++last;
    const auto trial = [&](std::ptrdiff_t i) -> const Tried& { return trials[static_cast<std::size_t>(i)]; };
    Solution s;
    s.already = found == now;
    std::optional<Tried> low, high;
    if (first > 0) low = search.edge(trial(first), trial(first - 1));
    if (last + 1 < count) high = search.edge(trial(last), trial(last + 1));
    if (low) s.low = low->value;
    if (high) s.high = high->value;
    // The end of the interval that is nearer to what is in force; where it has none, what is in force will do.
    const auto distance = [&](const Tried& t) {
        return t.value > 0 && present > 0 ? std::abs(std::log(t.value / present)) : std::abs(t.value - present);
    };
    const Tried* chosen = &trial(found);
    if (low && (!high || s.already || distance(*low) <= distance(*high)))
        chosen = &*low;
    else if (high)
        chosen = &*high;
    s.value = chosen->value;
    s.least = chosen->least;
    return s;
}

std::vector<CurvePoint> factor_curve(const Family& family, const Values& given, std::string_view key, const Load& load,
                                     double from, double to, unsigned points, Accuracy accuracy) {
    std::vector<CurvePoint> curve;
    const auto values = complete(family, given);
    const auto* p = find_parameter(family, key);
    if (!values || !p || p->kind != Kind::quantity) return curve;
    InputSearch search(family, *values, *p, load, ModeReport::mechanics_infinity);
    search.use(accuracy);
    std::vector<Tried> trials;
    for (unsigned i = 0; i < points; ++i) {
        double value = from + (to - from) * i / std::max(1u, points - 1);
        if (p->whole_number) value = std::round(value);
        value = std::clamp(value, p->least_allowed ? p->least : p->least + 1e-9 * (p->most - p->least), p->most);
        const Tried t = search.at(value);
        trials.push_back(t);
    }
    // A peak between the points is drawn with its height.
    const auto best = std::max_element(trials.begin(), trials.end(), [](const Tried& a, const Tried& b) {
        return (a.built ? a.least.factor : -1) < (b.built ? b.least.factor : -1);
    });
    if (best != trials.begin() && best != trials.end() && best + 1 != trials.end() &&
        std::isfinite(best->least.factor)) {
        const auto before = best - 1, after = best + 1;
        const double beside = std::max(before->least.factor, after->least.factor);
        if (before->built && after->built && best->least.factor > 1.005 * beside) {
            const Tried top = search.climb(*before, *best, *after, 12);
            if (top.value != best->value) trials.insert(top.value > best->value ? after : best, top);
        }
    }
    for (const auto& t : trials)
        curve.push_back({t.value, t.built ? t.least.factor : std::nan(""), t.least.mode, t.moves});
    return curve;
}

}  // namespace clampet::study
