#include "prove/tap.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

#include "prove/records.h"
#include "quantity/format.h"
#include "rig/in_force.h"

namespace clampet::prove {
namespace {

constexpr const char *modulus = "modulus", *root = "root_stiffness", *damping = "damping", *frequency = "frequency";
constexpr double least_modulus = 1e-3, most_modulus = 1e3;  // over what it is now
constexpr double likely_times = 2;                          // a modulus over the table's
constexpr double softest_root = 1, stiffest_root = 1e7;     // [N m/rad]

/// An element that swings, in an interface that is in force.
struct Swinger {
    rig::Interface interface;
    std::size_t element = 0;
};

std::optional<double> result_of(const rig::Interface& interface, std::size_t element, std::string_view key) {
    const auto prepared = rig::prepare(interface, rig::End::typical);
    if (!prepared || element >= prepared->joints.size()) return std::nullopt;
    for (const auto& result : prepared->joints[element]->results({}))
        if (result.name == key) return result.value;
    return std::nullopt;
}

std::optional<double> input_of(const Swinger& s, const std::string& key) {
    const auto& element = s.interface.elements[s.element];
    const auto values = rig::values_of(element, rig::End::typical, {});
    if (!values) return std::nullopt;
    const auto at = values->find(key);
    const auto* value = at == values->end() ? nullptr : std::get_if<double>(&at->second);
    return value ? std::optional(*value) : std::nullopt;
}

Result<Swinger> swinger_of(const rig::Rig& rig, const std::string& name) {
    const auto* seam = seam_named(rig, name);
    if (!seam)
        return Problem{"tap.no_seam", "seam", fmt::format("There is no interface “{}” in this rig.", name),
                       "Name one that swings."};
    Swinger s{rig::in_force(rig, *seam), 0};
    for (; s.element < s.interface.elements.size(); ++s.element) {
        const auto* family = families::family_named(s.interface.elements[s.element].family);
        if (family && families::find_parameter(*family, modulus) && result_of(s.interface, s.element, frequency))
            return s;
    }
    std::vector<std::string> names;
    for (const auto& id : swinging(rig)) names.push_back(rig.interface(id)->name);
    return Problem{"tap.does_not_swing", "seam", fmt::format("Nothing bends and swings in “{}”.", seam->name),
                   names.empty() ? std::string("This rig has no arm whose swing is computed.")
                                 : fmt::format("Name one of: {}.", fmt::join(names, ", "))};
}

double frequency_with(Swinger s, const std::string& key, double value) {
    s.interface.elements[s.element].inputs[key] = value;
    return result_of(s.interface, s.element, frequency).value_or(0);
}

/// The value of an input with which it swings so; nothing where none does.
std::optional<double> value_for(const Swinger& s, const std::string& key, double wanted, double low, double high) {
    const auto excess = [&](double ln) {
        return std::log(std::max(1e-12, frequency_with(s, key, std::exp(ln)) / wanted));
    };
    double a = std::log(low), b = std::log(high), fa = excess(a), fb = excess(b);
    if (!(fa <= 0 && fb >= 0)) return std::nullopt;
    if (fa == 0) return low;
    if (fb == 0) return high;
    std::uintmax_t steps = 100;
    const auto found = boost::math::tools::toms748_solve(
        excess, a, b, fa, fb, [](double x, double y) { return std::abs(x - y) < 1e-9; }, steps);
    return std::exp((found.first + found.second) / 2);
}

}  // namespace

std::string doubt_of(const rig::Tap& tap) {
    if (tap.corrects != modulus || !(tap.stood > 0)) return {};
    const double times = tap.value / tap.stood;
    if (times > 1 / likely_times && times < likely_times) return {};
    return times < 1
               ? "No such material is that soft: what holds its root gives way (root_stiffness), or more hung on it."
               : "No such material is that stiff: less hung on it, or something else swung.";
}

std::vector<std::string> swinging(const rig::Rig& rig) {
    std::vector<std::string> all;
    for (const auto& f : rig.interfaces)
        for (const auto& element : f.elements) {
            const auto* family = families::family_named(element.family);
            if (!family || !families::find_parameter(*family, modulus) || !families::find_parameter(*family, damping))
                continue;
            all.push_back(f.id);
            break;
        }
    return all;
}

Result<Predicted> predicted_swing(const rig::Rig& rig, const std::string& seam) {
    const auto s = swinger_of(rig, seam);
    if (!s) return s.problem();
    Predicted p;
    p.frequency = *result_of(s->interface, s->element, frequency);
    p.damping = input_of(*s, damping).value_or(0);
    const auto* family = families::family_named(s->interface.elements[s->element].family);
    for (const char* key : {modulus, root})
        if (families::find_parameter(*family, key)) p.corrigible.emplace_back(key);
    return p;
}

Result<rig::Tap> explained(const rig::Rig& rig, const TapAsked& asked) {
    // What it says is told against what was thought before any test.
    auto untaught = rig;
    untaught.learned = {};
    const auto s = swinger_of(untaught, asked.seam);
    if (!s) return s.problem();
    rig::Tap tap;
    tap.id = fresh_record_id(rig, "tap");
    tap.seam = s->interface.id;
    tap.date = asked.date;
    tap.frequency = asked.frequency;
    tap.damping = asked.damping;
    tap.corrects = asked.corrects.empty() ? modulus : asked.corrects;
    tap.note = asked.note;
    if (tap.corrects != modulus && tap.corrects != root)
        return Problem{"tap.corrects_nothing", "corrects",
                       fmt::format("A tap does not say what “{}” is.", tap.corrects),
                       "Use modulus, or root_stiffness where what holds the arm gives way."};
    tap.value = tap.stood = 1;  // looked at before they are known
    if (const auto ok = check(tap); !ok) return ok.problem();
    tap.stood = input_of(*s, tap.corrects).value_or(0);
    const bool is_modulus = tap.corrects == modulus;
    const auto* row =
        families::find_parameter(*families::family_named(s->interface.elements[s->element].family), tap.corrects);
    const double low = is_modulus ? least_modulus * tap.stood : softest_root,
                 high = is_modulus ? most_modulus * tap.stood : stiffest_root;
    const auto value =
        value_for(*s, tap.corrects, asked.frequency, std::max(low, row->least), std::min(high, row->most));
    if (!value) {
        const double now = *result_of(s->interface, s->element, frequency);
        return Problem{
            "tap.cannot_be", "frequency",
            fmt::format("No {} makes it swing at {}; the model swings at {}.", is_modulus ? "modulus" : "root",
                        quantity::format(asked.frequency, quantity::Dimension::frequency),
                        quantity::format(now, quantity::Dimension::frequency)),
            is_modulus ? "Check the frequency, and that the payload was on it; what holds its root may give way: "
                         "correct root_stiffness."
                       : "It swings faster than with a rigid root: correct its modulus."};
    }
    tap.value = *value;
    return tap;
}

}  // namespace clampet::prove
