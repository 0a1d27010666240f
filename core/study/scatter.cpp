#include "study/scatter.h"

#include <algorithm>
#include <boost/math/special_functions/erf.hpp>
#include <cmath>
#include <random>

#include "families/family.h"
#include "quantity/numbers.h"
#include "rig/in_force.h"
#include "study/scenes.h"

namespace clampet::study {
namespace {

using quantity::infinite;
using quantity::z95;
constexpr std::size_t in_a_block = 64;
constexpr std::size_t shown = 240;
constexpr std::size_t rare = 10;  ///< fewer than so many are no count

double normal_quantile(double p) {
    return -std::sqrt(2.0) * boost::math::erfc_inv(2 * p);
}
double normal_share_below(double z) {
    return 0.5 * std::erfc(-z / std::sqrt(2.0));
}

/// One input that scatters.
struct Scattered {
    std::size_t element = 0;
    std::string key;
    double low = 0, typical = 0, high = 0;
    std::string weak_choice;   ///< instead of a number
    std::size_t variable = 0;  ///< which draw it takes
    /// ln x = ln typical + z s, with a width of its own to either side.
    double at(double z) const {
        if (!(typical > 0)) return typical;
        const double end = z < 0 ? low : high;
        if (!(end > 0)) return typical + (end - typical) * std::min(1.0, std::abs(z) / z95);
        return typical * std::exp(std::abs(z) / z95 * std::log(end / typical));
    }
};

class Variables {
 public:
    std::size_t named(const std::string& name) { return index_.emplace(name, index_.size()).first->second; }
    std::size_t count() const { return index_.size(); }

 private:
    std::map<std::string, std::size_t> index_;
};

/// What an input shares its draw with: the same pair of surfaces, the same hand.
std::string variable_of(const rig::Interface& f, const rig::Element& element, const families::Parameter& p) {
    const auto given = element.inputs.find(p.key);
    if (given != element.inputs.end())
        if (const auto* pair = std::get_if<rig::FrictionOf>(&given->second)) return "friction of " + pair->pair;
    if (given == element.inputs.end() && !p.friction_pair.empty()) return "friction of " + p.friction_pair;
    if (p.key == "torque") return "hand";
    return f.id + "/" + element.id + "/" + p.key;
}

struct SampledSeam {
    rig::Interface interface;  ///< in force
    std::vector<Scattered> inputs;
    const InterfaceResult* result = nullptr;
    std::string scene = {};
};

void add_inputs(const rig::Interface& f, std::size_t e, Variables& variables, std::vector<Scattered>& all) {
    const auto& element = f.elements[e];
    const auto* family = families::family_named(element.family);
    // Links are resolved anew in every draw; here any number will do.
    auto alone = element;
    std::erase_if(alone.inputs, [](const auto& input) { return std::holds_alternative<rig::Link>(input.second); });
    const auto typical = rig::values_of(alone, rig::End::typical, {}), weak = rig::values_of(alone, rig::End::weak, {}),
               strong = rig::values_of(alone, rig::End::strong, {});
    if (!typical || !weak || !strong) return;
    for (const auto& p : family->parameters()) {
        const auto given = element.inputs.find(p.key);
        if (given != element.inputs.end() && std::holds_alternative<rig::Link>(given->second)) continue;
        if (!p.is_relevant(*typical)) continue;
        Scattered s;
        s.element = e;
        s.key = p.key;
        if (p.kind == families::Kind::quantity) {
            const double a = families::number(*weak, p.key), b = families::number(*strong, p.key);
            s.typical = families::number(*typical, p.key);
            s.low = std::min({a, b, s.typical});
            s.high = std::max({a, b, s.typical});
            if (s.low == s.high) continue;
        } else if (!p.spread.weak_choice.empty() && families::text(*typical, p.key) != p.spread.weak_choice) {
            s.weak_choice = p.spread.weak_choice;
        } else {
            continue;
        }
        s.variable = variables.named(variable_of(f, element, p));
        all.push_back(std::move(s));
    }
}

/// Least factor of an interface in one draw.
double factor_in(const SampledSeam& seam, const std::vector<double>& z) {
    auto drawn = seam.interface;
    for (const auto& s : seam.inputs) {
        auto& inputs = drawn.elements[s.element].inputs;
        if (s.weak_choice.empty())
            inputs[s.key] = s.at(z[s.variable]);
        else if (z[s.variable] < -z95)
            inputs[s.key] = s.weak_choice;
    }
    const auto prepared = rig::prepare(drawn, rig::End::typical);
    if (!prepared) return 0;  // it cannot even be put together so
    double least = infinite;
    std::size_t at = 0;
    for (const auto& joint : prepared->joints)
        for (std::size_t m = 0; m < joint->modes().size(); ++m, ++at) {
            const auto& known = seam.result->modes[at];
            if (known.mode_class != families::ModeClass::ultimate) continue;
            least = std::min(least, known.requirement.share(families::factors(*joint, m, known.load).least()));
        }
    if (!seam.result->governs) return least;
    return seam.result->modes[*seam.result->governs].requirement.factor_at(least);
}

std::vector<double> draw_of(std::uint64_t seed, std::size_t i, std::size_t variables) {
    std::seed_seq sequence{static_cast<std::uint32_t>(seed), static_cast<std::uint32_t>(seed >> 32),
                           static_cast<std::uint32_t>(i)};
    std::mt19937_64 random(sequence);
    std::vector<double> z(variables);
    for (auto& value : z) value = normal_quantile((static_cast<double>(random() >> 11) + 0.5) * 0x1.0p-53);
    return z;
}

/// The nearest rank.
double percentile(const std::vector<double>& sorted, double share) {
    const auto rank = static_cast<std::size_t>(std::ceil(share * static_cast<double>(sorted.size())));
    return sorted[std::clamp<std::size_t>(rank, 1, sorted.size()) - 1];
}

void tell(const std::vector<double>& factors, Scatter::Seam& seam) {
    auto sorted = factors;
    std::sort(sorted.begin(), sorted.end());
    seam.p5 = percentile(sorted, 0.05);
    seam.p50 = percentile(sorted, 0.5);
    const auto gone = static_cast<std::size_t>(std::lower_bound(sorted.begin(), sorted.end(), 1.0) - sorted.begin());
    seam.chance = static_cast<double>(gone) / static_cast<double>(sorted.size());
    if (gone < rare && seam.p5 > 0 && std::isfinite(seam.p50) && seam.p50 > seam.p5) {
        const double width = std::log(seam.p50 / seam.p5) / z95;
        seam.chance = normal_share_below(-std::log(seam.p50) / width);
        seam.by_fit = true;
    }
    for (std::size_t i = 0; i < std::min(shown, factors.size()); ++i)
        seam.sample.push_back(static_cast<float>(factors[i]));
}

}  // namespace

double allowed_chance(double required) {
    return required >= 3 ? 0.001 : required >= 2 ? 0.01 : 0.05;
}

Result<Scatter> scatter(const rig::Rig& rig, const ScatterOptions& options, const Job& job) {
    if (options.draws < 1 || options.draws > 1'000'000)
        return Problem{"scatter.impossible_draws", "draws", "That is no number of draws.", "Give 1 to 1 000 000."};
    Job checking = job;
    checking.progress = nullptr;  // of the draws, which take longer
    const auto scenes = options.over_shots ? scenes_of(rig) : std::vector<Scene>{{"", "", "as posed"}};
    CheckOptions asked = options.check;
    asked.detail = Detail::every_mode;  // draws look at each where its worst direction is
    const auto checked = check_scenes(rig, scenes, asked, checking);
    if (!checked) return checked.problem();
    Scatter answer;
    if (checked->stopped || checked->checks.empty()) {
        answer.stopped = true;
        return answer;
    }
    const double required = checked->checks.front().required;
    Variables variables;
    std::vector<SampledSeam> seams;
    for (const auto& worst : checked->worst) {
        const rig::Rig there = staged(rig, scenes[worst.scene]);
        const auto& result = checked->result_of(worst);
        const auto* placed = checked->checks[worst.scene].placed.get();
        SampledSeam seam{rig::in_force(there, *there.interface(result.id), placed), {}, &result};
        if (scenes.size() > 1) seam.scene = scenes[worst.scene].name;
        for (std::size_t e = 0; e < seam.interface.elements.size(); ++e)
            add_inputs(seam.interface, e, variables, seam.inputs);
        seams.push_back(std::move(seam));
    }
    std::vector<std::vector<double>> factors(options.draws);
    const std::size_t blocks = (options.draws + in_a_block - 1) / in_a_block;
    run(job, blocks, [&](std::size_t b) {
        for (std::size_t i = b * in_a_block; i < std::min(options.draws, (b + 1) * in_a_block); ++i) {
            const auto z = draw_of(options.seed, i, variables.count());
            std::vector<double> row;
            for (const auto& seam : seams) row.push_back(factor_in(seam, z));
            factors[i] = std::move(row);
        }
    });
    answer.allowed = allowed_chance(required);
    std::erase_if(factors, [](const auto& row) { return row.empty(); });
    answer.draws = factors.size();
    answer.stopped = answer.draws < options.draws;
    if (seams.empty() || factors.empty()) {
        answer.verdict = checked->verdict;
        return answer;
    }
    std::size_t any = 0;
    for (const auto& row : factors) any += std::any_of(row.begin(), row.end(), [](double f) { return f < 1; }) ? 1 : 0;
    answer.chance = static_cast<double>(any) / static_cast<double>(factors.size());
    for (std::size_t s = 0; s < seams.size(); ++s) {
        const auto& result = *seams[s].result;
        Scatter::Seam seam;
        seam.id = result.id;
        seam.name = result.name;
        seam.scene = seams[s].scene;
        seam.typical = result.typical;
        seam.required = result.required > 0 ? result.required : required;
        std::vector<double> own;
        for (const auto& row : factors) own.push_back(row[s]);
        tell(own, seam);
        const bool doubted =
            std::any_of(result.advisories.begin(), result.advisories.end(), [](const auto& a) { return a.doubtful; });
        seam.verdict = seam.typical < 1                                                          ? Verdict::slips
                       : seam.typical < seam.required || seam.chance > answer.allowed || doubted ? Verdict::doubtful
                                                                                                 : Verdict::holds;
        answer.chance = std::max(answer.chance, seam.chance);
        answer.verdict = std::max(answer.verdict, seam.verdict);
        answer.seams.push_back(std::move(seam));
    }
    return answer;
}

}  // namespace clampet::study
