#include "loads/cases.h"

namespace clampet::loads {
namespace {

class Moving : public LoadCase {
 public:
    std::string_view key() const override { return "moving"; }
    std::string_view name() const override { return "Moved along"; }
    std::string_view purpose() const override { return "On a cart, a slider or in a van: shaken any way."; }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{families::quantity_row(
            "shaking", "Shaken by, in g", quantity::Dimension::number, 3, {0, 100},
            "Beside gravity. 3 g over kerbs and potholes, 1 g on a smooth floor.", "common practice")};
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation&) const override {
        const double shaking = families::number(values, "shaking");
        if (!(shaking > 0)) return std::vector<rig::Action>{};
        rig::Action action;
        action.words = "when it is moved";
        action.margin = "this shaking";
        // Kerbs and potholes are jolts: what stands on its weight hops, it does not tip.
        action.is_brief = true;
        action.free = {{rig::Directions::sphere, rig::Vector::UnitZ(), {}, shaking * quantity::standard_gravity, 0}};
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& moving() {
    static const Moving load_case;
    return load_case;
}

}  // namespace clampet::loads
