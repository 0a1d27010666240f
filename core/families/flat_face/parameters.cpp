#include "families/flat_face/face_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"

namespace clampet::families {

std::span<const Parameter> face_parameters() {
    using quantity::degree;
    const auto shaped = [](Parameter p, std::vector<std::string> shapes) {
        return shown_for(std::move(p), "shape", std::move(shapes));
    };
    const auto bears = [](Parameter p, std::vector<std::string> how) {
        return shown_for(std::move(p), "bears", std::move(how));
    };
    static const std::vector<Parameter> rows = joined({
        {
            choice_row("shape", "Face", {{"disc", "round"}, {"rectangle", "rectangular"}, {"polygon", "with corners"}},
                       "disc", "The outline of the smaller of the two faces."),
            shaped(length_row("diameter", "Outside diameter", 0.040, 1, "Diameter of the smaller face."), {"disc"}),
            shaped(length_row("length", "Length, along x", 0.050, 2, "Along the tube, rail or arm that it sits on."),
                   {"rectangle"}),
            shaped(length_row("width", "Width, along y", 0.040, 2, "Across it."), {"rectangle"}),
            shaped(text_row("points", "Corners", "-20 mm,-20 mm; 20 mm,-20 mm; 0 mm,25 mm",
                            "x,y of each corner, counter-clockwise, separated by semicolons."),
                   {"polygon"}),
            gap_row("hole_diameter", "Hole", 0.007, 1, "The hole for the screw; 0 when there is none."),
            shaped(quantity_row("screw_x", "Screw off centre, x", Dimension::length, 0, {-1, 1},
                                "Where the screw is, from the middle of the face.", "input"),
                   {"rectangle", "polygon"}),
            shaped(quantity_row("screw_y", "Screw off centre, y", Dimension::length, 0, {-1, 1},
                                "Where the screw is, from the middle of the face.", "input"),
                   {"rectangle", "polygon"}),
            described(choice_row(
                "bears", "How it bears",
                {{"cone", "hard on hard, under the head"},
                 {"pad", "on a pad of cork or leather"},
                 {"rubber", "on thin bonded rubber"},
                 {"rim", "on its rim (dished)"},
                 {"whole", "evenly all over"}},
                "cone",
                "Hard faces press only in a cone under the screw's head; a pad spreads it; a dished plate bears "
                "on its rim.")),
            bears(length_row("head_diameter", "Screw head or washer", 0.014, 0.3,
                             "Diameter of the head, knob or washer under the plate."),
                  {"cone", "pad"}),
            bears(length_row("plate_thickness", "Plate", 0.006, 0.3,
                             "Thickness of the plate between the head and the face."),
                  {"cone", "pad"}),
            bears(quantity_row("plate_modulus", "Plate stiffness, E", Dimension::stress, 69e9, {1e6, 1e12},
                               "Young's modulus of the plate: aluminium 69 GPa, plywood 9 GPa.", "from memory"),
                  {"pad"}),
            bears(length_row("pad_thickness", "Pad", 0.0015, 0.05, "Thickness of the pad."), {"pad", "rubber"}),
            bears(
                quantity_row("pad_modulus", "Pad stiffness, E", Dimension::stress, 15e6, {1e4, 1e11},
                             "Young's modulus of the pad: cork 15 MPa, leather 50 MPa, rubber 4.5 MPa.", "from memory"),
                {"pad", "rubber"}),
            friction_row("friction", "Friction between the faces", "anodised aluminium on anodised aluminium",
                         "Dry and clean, at rest."),
        },
        squeeze_parameters(
            {.force = 700, .torque = 0.8, .screw = "1/4-20 UNC", .bearing_outer = 0.014, .bearing_inner = 0.007}),
        {
            quantity_row("load_share", "Share of the load in the screw", Dimension::number, 0.2, {0, 1},
                         "How much of a press or pull the screw itself feels: 0.2 in a hard stack, near 1 on rubber.",
                         "common practice"),
            described(choice_row("screws", "Held by",
                                 {{"one", "one central screw"}, {"several", "several screws or a clamp"}}, "one",
                                 "A single screw can be backed off when the payload twists on it.")),
            shown_for(choice_row("thread_hand", "Thread", {{"right", "right-hand"}, {"left", "left-hand"}}, "right",
                                 "Which way the screw tightens."),
                      "screws", {"one"}),
            shown_for(text_row("central_screw", "Central screw", "1/4-20 UNC",
                               "Its thread, for whether a twist backs it off.", "catalogue"),
                      "screws", {"one"}),
            shown_for(quantity_row("central_friction", "Friction in its thread", Dimension::number, 0.15, {0, 2},
                                   "Dry steel 0.15.", "from memory"),
                      "screws", {"one"}),
            quantity_row("allowable_pressure", "Pressure it may bear", Dimension::stress, 100e6, {1e3, 1e10},
                         "Of the softer face: die-cast aluminium 100 MPa, plywood 8 MPa, cork 1 MPa.", "from memory"),
            bears(quantity_row("sag_limit", "Tilt that may be seen", Dimension::angle, 0.5 * degree,
                               {0.001 * degree, 45 * degree}, "How far the picture may tilt when the pad gives.",
                               "common practice"),
                  {"pad", "rubber"}),
        },
    });
    return rows;
}

}  // namespace clampet::families
