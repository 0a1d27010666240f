#include "loads/cases.h"
#include "loads/where.h"

namespace clampet::loads {
namespace {

using quantity::Dimension;

class Worn : public LoadCase {
 public:
    std::string_view key() const override { return "worn"; }
    std::string_view name() const override { return "Worn on the body"; }
    std::string_view purpose() const override {
        return "Steps and turns shake it any way, and a hand may push besides.";
    }
    std::span<const families::Parameter> parameters() const override {
        static const auto rows = families::joined(
            {{families::quantity_row("shaking", "Shaken by, in g", Dimension::number, 2, {0, 100},
                                     "Beside gravity. Walking is under 1 g, running and jumping 2 g.",
                                     "common practice"),
              families::quantity_row("force", "Push besides", Dimension::force, 15, {0, 1e5},
                                     "A hand or a door frame, at the same time. 0 for none.", "common practice")},
             where_rows("is pushed")});
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        auto point = point_of(values, s);
        if (!point) return point.problem();
        const double shaking = families::number(values, "shaking"), force = families::number(values, "force");
        rig::Action action;
        action.words = "when it is worn";
        action.margin = "this shaking";
        if (shaking > 0)
            action.free.push_back(
                {rig::Directions::sphere, rig::Vector::UnitZ(), {}, shaking * quantity::standard_gravity, 0});
        point->force = rig::Vector(0, 0, force);
        if (force > 0) action.free.push_back({rig::Directions::sphere, rig::Vector::UnitZ(), {*point}, 0, 0});
        if (action.free.empty()) return std::vector<rig::Action>{};
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& worn() {
    static const Worn load_case;
    return load_case;
}

}  // namespace clampet::loads
