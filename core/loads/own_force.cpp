#include "loads/cases.h"
#include "loads/where.h"

namespace clampet::loads {
namespace {

using quantity::Dimension;

class OwnForce : public LoadCase {
 public:
    std::string_view key() const override { return "force"; }
    std::string_view name() const override { return "A force of your own"; }
    std::string_view purpose() const override { return "So hard, that way, there: an elbow, a hose, an actor's hand."; }
    std::span<const families::Parameter> parameters() const override {
        const auto along = [](const char* key, const char* label) {
            return families::quantity_row(key, label, Dimension::force, key[1] == 'z' ? -20 : 0, {-1e5, 1e5},
                                          "In the world: x ahead, y to the left, z up.", "input");
        };
        static const auto rows =
            families::joined({{along("fx", "Force ahead"), along("fy", "Force to the left"), along("fz", "Force up")},
                              where_rows("it acts on")});
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        auto point = point_of(values, s);
        if (!point) return point.problem();
        point->force =
            rig::Vector(families::number(values, "fx"), families::number(values, "fy"), families::number(values, "fz"));
        if (point->force.isZero()) return std::vector<rig::Action>{};
        rig::Action action;
        action.words = "pushed as given";
        action.margin = "this force";
        action.forces = {*point};
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& own_force() {
    static const OwnForce load_case;
    return load_case;
}

}  // namespace clampet::loads
