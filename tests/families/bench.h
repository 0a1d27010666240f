#pragma once
#include <concepts>

#include "approximately.h"
#include "families/family.h"

namespace bench {

using namespace clampet;
using families::Load;
using families::Values;
using families::Wrench;

/// Closed forms are of the force as it was tightened; what a day leaves of it has tests of its own.
inline Values as_tightened(const families::Family& family, Values values) {
    const auto* kept = families::find_parameter(family, "kept");
    if (!kept || values.contains("kept")) return values;
    const auto whole = families::complete(family, values);
    if (whole && kept->is_relevant(*whole)) values["kept"] = 1.0;
    return values;
}
inline std::shared_ptr<const families::Joint> joint(const char* family, const Values& values) {
    const auto& known = *families::family_named(family);
    auto made = families::join(known, as_tightened(known, values));
    if (!made) FAIL(made.problem().sentence());
    return *made;
}
// A template, so that six numbers in braces are always a wrench.
template <std::same_as<Load> L>
families::Report report(const char* family, const Values& values, const L& load) {
    return families::report(*joint(family, values), load);
}
inline families::Report report(const char* family, const Values& values, const Wrench& variable) {
    return report(family, values, Load{{}, variable});
}
inline families::ModeReport mode(const families::Report& r, const char* key) {
    for (const auto& m : r.modes)
        if (m.mode == key) return m;
    FAIL("no mode " << key);
    return {};
}
inline double factor(const char* family, const Values& values, const Wrench& variable, const char* key) {
    return mode(report(family, values, variable), key).factor;
}
inline double result(const families::Report& r, const char* name) {
    for (const auto& v : r.results)
        if (v.name == name) return v.value;
    FAIL("no result " << name);
    return 0;
}
/// The value of a line of the working.
inline double worked(const families::Report& r, const char* name) {
    for (const auto& line : r.working)
        if (line.quantity == name) return line.value;
    FAIL("no working " << name);
    return 0;
}
inline std::string s(const char* text) {
    return text;
}
/// All that a joint warns of, a line each.
inline std::string notes(const char* family, const Values& values) {
    std::string all;
    for (const auto& a : joint(family, values)->advisories()) all += a.text + "\n";
    return all;
}
inline Problem problem(const char* family, const Values& values) {
    const auto made = families::join(*families::family_named(family), values);
    REQUIRE_FALSE(made);
    return made.problem();
}

}  // namespace bench
