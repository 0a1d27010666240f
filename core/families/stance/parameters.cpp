#include <numbers>

#include "families/shared/parameter_rows.h"
#include "families/stance/stance_joint.h"

namespace clampet::families {

std::span<const Parameter> stance_parameters() {
    const auto laid = [](Parameter p, std::vector<std::string> layouts) {
        return shown_for(std::move(p), "layout", std::move(layouts));
    };
    const auto on_floor = [](Parameter p, std::vector<std::string> on) {
        return shown_for(std::move(p), "on", std::move(on));
    };
    const auto rolling = [&](Parameter p, std::vector<std::string> on) {
        return also_shown_for(on_floor(std::move(p), std::move(on)), "layout", {"legs", "rectangle", "points"});
    };
    static const std::vector<Parameter> rows{
        choice_row("layout", "Stands on",
                   {{"legs", "legs in a circle"},
                    {"rectangle", "a rectangular base"},
                    {"round", "a round base"},
                    {"points", "feet at given places"},
                    {"clamped", "nothing: clamped or bolted"}},
                   "legs", "What touches the floor. Walls, ceilings, rails and clamps do not tip."),
        laid(count_row("feet", "Feet", 3, {3, 12}, "How many legs."), {"legs"}),
        laid(length_row("spread", "Spread, radius", 0.45, 10, "From the middle to a foot.", "input"),
             {"legs", "round"}),
        laid(quantity_row("turn", "Turned by", Dimension::angle, 0, {-2 * std::numbers::pi, 2 * std::numbers::pi},
                          "Angle of the first leg from x.", "input"),
             {"legs"}),
        laid(length_row("length", "Length, along x", 0.6, 10, "Between the outer feet.", "input"), {"rectangle"}),
        laid(length_row("width", "Width, along y", 0.5, 10, "Between the outer feet.", "input"), {"rectangle"}),
        laid(text_row("points", "Feet", "-300 mm,-250 mm; 300 mm,-250 mm; 0 mm,350 mm",
                      "x,y of each foot, separated by semicolons; a third number is how much higher it stands."),
             {"points"}),
        laid(choice_row("feet_are", "The feet", {{"level", "give or are levelled"}, {"rigid", "are rigid"}}, "level",
                        "Four rigid feet on a hard floor stand on three, and rock over a diagonal."),
             {"legs", "rectangle", "points"}),
        laid(choice_row("on", "On the floor",
                        {{"feet", "feet"}, {"casters", "casters, free"}, {"braked", "casters, braked"}}, "feet",
                        "Casters roll before anything tips, and stand where their swivels let them: at their worst."),
             {"legs", "rectangle", "points"}),
        on_floor(friction_row("friction", "Friction on the floor", "rubber on timber floor",
                              "Feet on the floor, dry and clean."),
                 {"feet", "braked"}),
        rolling(
            gap_row("trail", "Caster, trail", 0.025, 0.3, "From the swivel's axis to the wheel's, seen from above."),
            {"casters", "braked"}),
        rolling(
            choice_row("floor", "It rolls on", {{"hard", "a hard floor"}, {"timber", "timber"}, {"carpet", "carpet"}},
                       "hard", "Rolling resistance 0.01, 0.02 and 0.05 of the weight; from memory."),
            {"casters"}),
        rolling(length_row("wheel_radius", "Wheel, radius", 0.025, 0.5, "Half its diameter."), {"casters"}),
        rolling(gap_row("step", "Threshold", 0.005, 0.3, "Height of what the wheels are to be pushed over."),
                {"casters"}),
    };
    return rows;
}

}  // namespace clampet::families
