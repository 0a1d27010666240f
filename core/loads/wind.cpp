#include "loads/cases.h"

namespace clampet::loads {
namespace {

using quantity::Dimension;

class Wind : public LoadCase {
 public:
    std::string_view key() const override { return "wind"; }
    std::string_view name() const override { return "Wind"; }
    std::string_view purpose() const override { return "It blows from any side on everything but what it stands on."; }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{
            families::quantity_row("speed", "Wind", Dimension::speed, 12, {0, 60},
                                   "A gust: 5 m/s moves leaves, 12 large branches, 17 is hard to walk "
                                   "against. A stand is taken down before that.",
                                   "common practice"),
            families::quantity_row("drag", "Drag coefficient", Dimension::number, 1.3, {0.1, 3},
                                   "Boxes 1.0 to 1.3, plates 1.2, round bars 1.2.", "from memory"),
            families::quantity_row("air_density", "Air", Dimension::density, 1.225, {0.1, 2}, "At sea level and 15 °C.",
                                   "ISO 2533")};
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation&) const override {
        const double speed = families::number(values, "speed");
        if (!(speed > 0)) return std::vector<rig::Action>{};
        rig::Action action;
        action.words = "with the wind blowing";
        action.margin = "this wind";
        action.tell_direction = true;
        const double pressure =
            families::number(values, "air_density") * speed * speed / 2 * families::number(values, "drag");
        action.free = {{rig::Directions::level, rig::Vector::UnitZ(), {}, 0, pressure}};
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& wind() {
    static const Wind load_case;
    return load_case;
}

}  // namespace clampet::loads
