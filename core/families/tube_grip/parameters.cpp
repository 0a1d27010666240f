#include "families/shared/parameter_rows.h"
#include "families/tube_grip/grip_joint.h"
#include "quantity/dimension.h"

namespace clampet::families {

namespace of_parameters {
namespace {

std::vector<Parameter> make_rows() {
    using quantity::degree;
    const auto for_jaws = [](Parameter p, std::vector<std::string> jaws) {
        return shown_for(std::move(p), "jaws", std::move(jaws));
    };
    auto squeezed = squeeze_parameters(
        {.force = 1500, .torque = 3, .screw = "M8", .bearing_outer = 0.016, .bearing_inner = 0.0084, .kept = 0.7});
    for (auto& row : squeezed) {
        if (row.key == "squeezed_by") row.choices.push_back({"spring", "a spring clamp"});
    }
    const auto by_spring = [](Parameter p) { return shown_for(std::move(p), "squeezed_by", {"spring"}); };
    return joined({
        {
            choice_row("jaws", "Jaws",
                       {{"flat", "two flat jaws"},
                        {"vee", "a V and a pad"},
                        {"collar", "a split collar"},
                        {"band", "a band or hose clamp"},
                        {"slit", "a slit tube under bands"},
                        {"slot", "a bar in a padded slot"}},
                       "vee", "What touches the tube."),
            length_row(
                "diameter", "Tube, outside", 0.0337, 1,
                "Outside diameter of the tube, thickness of a bar. 33.7 mm is a handrail, 48.3 mm a scaffold tube."),
            for_jaws(gap_row("wall", "Tube wall", 0.0026, 0.5, "Wall thickness; 0 for a solid bar."),
                     {"flat", "vee", "collar"}),
            length_row("length", "Jaw length", 0.050, 1, "Along the tube; less what a 0.05 mm feeler gauge can enter."),
            for_jaws(
                quantity_row("half_angle", "V, half angle", Dimension::angle, 60 * degree, {10 * degree, 85 * degree},
                             "Half of the angle between the flanks: 45° for a 90° V.", "input"),
                {"vee"}),
            for_jaws(length_row("flank", "V, flank", 0.030, 1, "Length of one flank from the bottom of the V."),
                     {"vee"}),
            friction_row("friction", "Friction on the tube", "painted steel on plywood", "Jaw on tube, dry."),
            for_jaws(choice_row("faces", "Both faces", {{"alike", "are alike"}, {"unlike", "are of unlike stuff"}},
                                "alike", "A hard jaw and a padded one hold each by their own friction."),
                     {"flat", "vee", "slot"}),
            also_shown_for(
                for_jaws(friction_row("other_friction", "Friction on the other face", "rubber on painted steel",
                                      "Of the moving jaw, or of the pad opposite the V."),
                         {"flat", "vee", "slot"}),
                "faces", {"unlike"}),
        },
        squeezed,
        {
            also_shown_for(
                for_jaws(
                    choice_row("jaw_law", "The jaw is",
                               {{"locked", "locked by a screw"}, {"spring", "pressed by a spring or by hand"}},
                               "locked", "A locked jaw shares a load with the other side; a spring keeps its force."),
                    {"flat", "vee", "collar", "slot"}),
                "squeezed_by", {"force", "screw"}),
            for_jaws(choice_row("held_by", "The jaws belong to",
                                {{"payload", "the payload side"}, {"support", "the support side"}}, "payload",
                                "Which side grips and which side is the tube: it decides on which side of the tube the "
                                "fixed jaw lies."),
                     {"flat", "vee"}),
            for_jaws(choice_row("fixed_side", "The fixed jaw",
                                {{"own", "lies between"}, {"far", "hooks round the tube"}}, "own",
                                "Between tube and what holds it, a load that presses both together presses on the "
                                "fixed jaw; hooked round the far side, a load that pulls them apart does."),
                     {"flat", "vee", "collar", "slot"}),
            for_jaws(choice_row("vee_on", "The V is on", {{"body", "the fixed jaw"}, {"moving", "the moving jaw"}},
                                "body", "The other jaw has the pad."),
                     {"vee"}),
            [&] {
                Parameter p = for_jaws(
                    choice_row(
                        "seating", "Tightened", {{"jogged", "and jogged"}, {"as_tightened", "once, not moved"}},
                        "jogged",
                        "Friction on the flanks holds back part of the wedge action until it has been moved a little."),
                    {"vee"});
                p.spread.weak_choice = "as_tightened";
                return p;
            }(),
            for_jaws(choice_row("rigid_jaws", "Rigid jaws", {{"one", "one, the other swivels"}, {"two", "both"}}, "one",
                                "A swivelling pad does not resist rocking."),
                     {"flat"}),
            for_jaws(described(choice_row("collar_fit", "Fit on the tube",
                                          {{"cosine", "close"},
                                           {"loose", "loose: touches on two lines"},
                                           {"lapped", "lapped or shimmed: even"}},
                                          "cosine", "How the collar's pressure is spread.")),
                     {"collar"}),
            for_jaws(length_row("slot_width", "Slot, across the bar", 0.030, 1, "Width of the padded faces."),
                     {"slot"}),
            by_spring(quantity_row("spring_closed", "Spring, closed", Dimension::force, 20, {0, 1e5},
                                   "Force of the clamp just closed.", "input")),
            by_spring(quantity_row("spring_rate", "Spring rate", Dimension::stiffness, 1500, {0, 1e7},
                                   "How much its force grows as it opens: weigh it at two openings.", "input")),
            by_spring(length_row("spring_most", "Opens to", 0.050, 1, "The largest opening of the clamp.")),
            for_jaws(described(choice_row("band_slides", "The band",
                                          {{"dry", "drags on what it rounds"}, {"freely", "is greased"}}, "dry",
                                          "A dry band loses tension round the tube.")),
                     {"band", "slit"}),
            for_jaws(
                quantity_row("band_strength", "Band holds", Dimension::force, 2000, {0, 1e6, false},
                             "Tension at which band, screw or tie gives way: hose clamp of 9 mm 2 kN, of 12 mm 3.5 kN, "
                             "cable tie 200 N.",
                             "from memory"),
                {"band", "slit"}),
            for_jaws(count_row("band_turns", "Bands or turns", 1, {1, 50},
                               "Ties beside each other, or turns of a cord, each pulled as tight."),
                     {"band", "slit"}),
            for_jaws(gap_row("slit_gap", "Slit closes by", 0.001, 0.1,
                             "How much the slit narrows until the bore lies on the tube: π times the clearance."),
                     {"slit"}),
            for_jaws(length_row("slit_wall", "Slit tube, wall", 0.003, 0.1, "Thickness of what is drawn down."),
                     {"slit"}),
            for_jaws(quantity_row("slit_modulus", "Slit tube, modulus", Dimension::stress, 2.3e9, {1e6, 1e12},
                                  "PVC 2.8 GPa, printed PLA 2.3 GPa, aluminium 69 GPa.", "from memory"),
                     {"slit"}),
            choice_row("tubes", "Tubes", {{"one", "one"}, {"right_angle", "two at a right angle"}}, "one",
                       "A pair of grips holds two tubes that cross."),
            shown_for(length_row("second_diameter", "Second tube", 0.0337, 1, "Outside diameter of the other tube."),
                      "tubes", {"right_angle"}),
            shown_for(gap_row("second_wall", "Second tube, wall", 0.0026, 0.5, "Wall thickness; 0 for a solid bar."),
                      "tubes", {"right_angle"}),
            shown_for(length_row("axes_apart", "Axes apart", 0.045, 1, "From axis to axis of the two tubes."), "tubes",
                      {"right_angle"}),
            for_jaws(quantity_row("tube_strength", "Tube, yield strength", Dimension::stress, 235e6, {1e5, 1e10},
                                  "Steel S235 235 MPa, aluminium 160 to 270 MPa, PVC 40 MPa.",
                                  "EN 10025 (S235); others from memory"),
                     {"flat", "vee", "collar"}),
            for_jaws(gap_row("pad_width", "Pad width", 0.010, 0.5,
                             "Width over which a jaw presses, across the tube; 0 leaves the pads unchecked."),
                     {"flat", "vee", "collar"}),
            for_jaws(
                described(choice_row("pads", "What presses is",
                                     {{"hard", "wood, plastic or metal"}, {"soft", "rubber, cork, felt or leather"}},
                                     "hard", "Hard pads crush; soft ones are squashed and creep, and go on holding.")),
                {"flat", "vee", "collar", "slot"}),
            quantity_row("pad_strength", "Pad may bear", Dimension::stress, 8e6, {1e4, 1e10},
                         "Plywood 8 MPa, hardwood 9 MPa, rubber 3 MPa, aluminium 100 MPa.", "from memory"),
        },
    });
}

}  // namespace
}  // namespace of_parameters

std::span<const Parameter> grip_parameters() {
    using namespace of_parameters;
    static const std::vector<Parameter> rows = make_rows();
    return rows;
}

}  // namespace clampet::families
