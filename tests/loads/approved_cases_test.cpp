// How every load case acts on the demo rig, as it stands, with each choice, and with each number a tenth more, as it
// was approved (tests/reference/load_cases.txt). Each case is worked by hand statics elsewhere.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "loads/load_case.h"
#include "project/starting_points.h"

using namespace clampet;
using families::Kind;
using families::Values;

namespace {

std::string at(const rig::Vector& v) {
    return fmt::format("{:.5g} {:.5g} {:.5g}", v.x() + 0.0, v.y() + 0.0, v.z() + 0.0);
}

std::string told(const rig::Action& a) {
    std::string all = fmt::format("  {} : {}{}{}", a.words, a.margin, a.tell_direction ? " tells its direction" : "",
                                  a.is_brief ? " brief" : "");
    all += fmt::format(" gravity {} base {} required {}", at(a.gravity), at(a.acceleration), a.required);
    for (const auto part : a.absent) all += fmt::format(" without {}", part);
    for (const auto& f : a.forces) all += fmt::format(" force {} on {} at {}", at(f.force), f.part, at(f.at));
    if (a.turn)
        all += fmt::format(" turn {} about {} at {} with {:.5g} {:.5g}", a.turn->interface, at(a.turn->axis),
                           at(a.turn->at), a.turn->acceleration, a.turn->speed);
    for (const auto& c : a.couples) all += fmt::format(" couple {} at {}", at(c.moment), c.interface);
    for (const auto& f : a.free) {
        all += fmt::format(" free {} about {} shake {:.5g} wind {:.5g}", static_cast<int>(f.over), at(f.about), f.shake,
                           f.wind_pressure);
        for (const auto& each : f.forces)
            all += fmt::format(" of {:.5g} on {} at {}", each.force.norm(), each.part, at(each.at));
    }
    return all + "\n";
}

std::string told(const loads::LoadCase& kind, const std::string& name, const Values& given) {
    const auto rig = project::demo_rig();
    const rig::Placed placed(rig);
    std::string all = "# " + std::string(kind.key()) + name + "\n";
    const auto values = families::complete(kind.parameters(), kind.name(), given);
    if (!values) return all + values.problem().sentence() + "\n";
    const auto actions = kind.actions(*values, {rig, placed});
    if (!actions) return all + actions.problem().sentence() + "\n";
    for (const auto& a : *actions) all += told(a);
    return all;
}

}  // namespace

TEST_CASE("every load case acts as it was approved", "[loads][approved]") {
    std::string all;
    for (const auto* kind : loads::registry()) {
        all += told(*kind, "", {});
        for (const auto& p : kind->parameters()) {
            Values values;
            if (!p.shown_by.empty()) values[p.shown_by] = p.shown_for.front();
            if (p.kind == Kind::quantity) {
                const double more = p.whole_number    ? p.standard + 1
                                    : p.standard != 0 ? p.standard * 1.1
                                                      : 0.05 * p.most;
                values[p.key] = more;
                all += told(*kind, fmt::format(", {} {:.6g}", p.key, more), values);
            }
            for (const auto& choice : p.choices) {
                values[p.key] = choice.key;
                all += told(*kind, ", " + p.key + " " + choice.key, values);
            }
        }
    }
    is_approved("load_cases", all, {1e-4, 1e-9});
}
