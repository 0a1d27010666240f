#include "families/ball/ball_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"

namespace clampet::families {

std::span<const Parameter> ball_parameters() {
    using quantity::degree;
    static const std::vector<Parameter> rows = joined({
        {
            length_row("diameter", "Ball", 0.022, 0.5, "Diameter of the ball."),
            choice_row("seats", "Held between",
                       {{"two_rings", "two rings"}, {"one_ring", "one ring"}, {"plunger", "ring and plunger"}},
                       "two_rings",
                       "What touches the ball: a seat ring below and a cap ring above, a ring alone, or a ring and the "
                       "tip of a screw."),
            quantity_row(
                "seat_angle", "Seat ring, from the axis", Dimension::angle, 45 * degree, {5 * degree, 85 * degree},
                "Angle at the ball's centre between the clamp axis and the line where the ball sits.", "input"),
            shown_for(quantity_row("cap_angle", "Cap ring, from the axis", Dimension::angle, 45 * degree,
                                   {5 * degree, 85 * degree}, "The same for the ring above.", "input"),
                      "seats", {"two_rings"}),
            friction_row("friction", "Friction on the ball", "anodised aluminium on acetal",
                         "Ball on ring, dry and clean."),
        },
        squeeze_parameters({.force = 500, .torque = 0.8, .screw = "M5", .bearing_outer = 0.008, .bearing_inner = 0}),
        {
            choice_row(
                "cap", "The cap is", {{"spring", "sprung: keeps its force"}, {"locked", "locked by a screw"}}, "spring",
                "A sprung cap keeps its force when the load changes; a locked one shares the load with the seat."),
            [] {
                Parameter p = choice_row(
                    "seating", "Tightened", {{"jogged", "and jogged"}, {"as_tightened", "once, not moved"}}, "jogged",
                    "Friction holds back part of the wedge action until the joint has been moved a little.");
                p.spread.weak_choice = "as_tightened";
                return p;
            }(),
            quantity_row("swing_limit", "Swings to", Dimension::angle, 60 * degree, {0, 120 * degree},
                         "How far the stem tilts before it meets the cup.", "input"),
            length_row("stem_diameter", "Stem", 0.009, 0.2, "Diameter of the stem on the ball."),
        },
    });
    return rows;
}

}  // namespace clampet::families
