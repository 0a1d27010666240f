#include "families/shared/parameter_rows.h"
#include "families/thread/thread_joint.h"

namespace clampet::families {

std::span<const Parameter> thread_parameters() {
    const auto padded = [](Parameter p) { return shown_for(std::move(p), "soft", {"yes"}); };
    const auto spun = [](Parameter p, const char* what) { return shown_for(std::move(p), "turned", {what}); };
    static const std::vector<Parameter> rows = [&] {
        Parameter torque = quantity_row(
            "torque", "Hand torque", Dimension::torque, 0.8, {0, 1e3},
            "What the hand puts on it: Ø12 knurled 0.3 N·m, Ø20 0.8, coin slot 0.8, spinning a camera by hand 3.",
            "from memory");
        torque.spread = {1 / 1.5, 1.5, true, {}};
        const auto rubbing = [](std::string key, std::string label, std::string help) {
            Parameter p = quantity_row(std::move(key), std::move(label), Dimension::number, 0.15, {0, 2},
                                       std::move(help), "from memory");
            p.spread = screw_friction_spread;
            return p;
        };
        Parameter face_friction = spun(rubbing("face_friction", "Friction of the face",
                                               "Metal 0.2, cork 0.45: the whole face rubs while it is spun on."),
                                       "payload");
        face_friction.standard = 0.25;
        Parameter limits = described(
            choice_row("limits", "Thread sizes", {{"basic", "nominal"}, {"worst", "worst the class allows"}}, "basic",
                       "Nominal sizes are typical; the worst that the class allows are the weak end."));
        limits.spread.weak_choice = "worst";
        return std::vector<Parameter>{
            text_row("screw", "Screw", "1/4-20 UNC", "Its thread, for example 1/4-20, 3/8-16, M5.", "catalogue"),
            text_row("socket", "Socket", "1/4-20 UNC", "The thread it goes into.", "catalogue"),
            length_row("screw_length", "Screw, under the head", 0.0127, 0.5, "From under the head to the tip."),
            gap_row("items", "Stack between", 0.008, 0.5,
                    "Everything between head and socket: plate, washers, pads. Write 6 mm + 1.5 mm."),
            choice_row("head", "Head", {{"raised", "on top"}, {"countersunk", "countersunk"}}, "raised",
                       "A countersunk screw is as long as it is over all, head included."),
            shown_for(gap_row("sink", "Head below the surface", 0, 0.1, "0 where it lies flush."), "head",
                      {"countersunk"}),
            described(gap_row("neck_diameter", "Neck", 0, 0.1,
                              "Diameter where the shank is thinner than the thread's core, as a captive screw's; 0: "
                              "none.")),
            gap_row("plain_length", "Plain shank", 0, 0.5,
                    "Unthreaded length under the head; 0 when threaded all the way."),
            described(
                length_row("socket_depth", "Socket, depth", 0.0055, 0.5,
                           "Run the bare screw in by fingers until it stops: its length less what sticks out. Camera "
                           "sockets are often 5.5 mm (¼) and 8.5 mm (⅜).",
                           "from memory")),
            described(choice_row(
                "socket_end", "Socket is", {{"blind", "blind"}, {"through", "open at the far end"}, {"nut", "a nut"}},
                "blind",
                "A screw cannot bottom in a through socket; out of a nut it should come by a turn and a half.")),
            text_row("screw_material", "Screw of", "stainless A2-70",
                     "A material of the catalogue: steel 8.8, steel 4.6, stainless A2-70, brass, nylon 12, printed.",
                     "catalogue"),
            text_row(
                "socket_material", "Socket of", "aluminium die casting",
                "A material of the catalogue: aluminium die casting, brass, mild steel, birch plywood, PETG, printed.",
                "catalogue"),
            choice_row("turned", "What is turned",
                       {{"screw", "the screw: its head rubs"}, {"payload", "camera or plate on a fixed stud"}}, "screw",
                       "Spinning the camera on makes the whole face rub, and leaves far less preload."),
            torque,
            described(choice_row("tightened_by", "Tightened by",
                                 {{"torque", "that torque"}, {"turn", "turning on past snug"}}, "torque",
                                 "Past snug every part of a turn stretches the stack by as much of a pitch: soft ones "
                                 "gain little, hard ones yield.")),
            shown_for(quantity_row("past_snug", "Turned on by", Dimension::number, 0.5, {0, 20},
                                   "Turns past snug: half a turn is 0.5.", "input"),
                      "tightened_by", {"turn"}),
            shown_for(quantity_row("stack_modulus", "What is clamped, E", Dimension::stress, 69e9, {1e6, 1e12},
                                   "Aluminium 69 GPa, plywood across its face 0.5, oak across the grain 0.9, "
                                   "printed PETG 1.9.",
                                   "Wood Handbook, from memory"),
                      "tightened_by", {"turn"}),
            rubbing("thread_friction", "Friction in the thread", "Dry steel in aluminium 0.15; oiled 0.10."),
            spun(rubbing("bearing_friction", "Friction under the head", "Where the head or knob rubs."), "screw"),
            spun(gap_row("bearing_outer", "Head, outside", 0.014, 0.3, "Outer diameter of what rubs under the head."),
                 "screw"),
            spun(gap_row("bearing_inner", "Head, hole", 0.007, 0.3, "Hole in the plate under the head."), "screw"),
            face_friction,
            spun(gap_row("face_outer", "Face, outside", 0.040, 1, "Outer diameter of the face that rubs."), "payload"),
            spun(gap_row("face_inner", "Face, hole", 0.007, 1, "Hole in that face."), "payload"),
            described(quantity_row("kept", "Kept after a day", Dimension::number, 0.95, {0, 1, false},
                                   "Share of the preload that is left: steel stack 0.95, plywood 0.7, rubber 0.7.",
                                   "from memory")),
            described(choice_row("soft", "In the stack", {{"no", "all is hard"}, {"yes", "a soft pad too"}}, "no",
                                 "Cork, rubber, leather and felt give way under the screw.")),
            padded(length_row("pad_free", "Pad, not squeezed", 0.0015, 0.1,
                              "Its free thickness, beside the rest of the stack.")),
            padded(length_row("pad_outer", "Pad, outside", 0.040, 1, "Outside diameter of what is squeezed.")),
            padded(described(quantity_row("pad_modulus", "Pad, Young’s modulus", Dimension::stress, 15e6, {1e4, 1e10},
                                          "Cork 15 MPa, rubber of 60 Shore 4.5 MPa, leather 50 MPa.", "from memory"))),
            quantity_row("pad_stiffness", "Pads, measured", Dimension::stiffness, 0, {0, 1e12},
                         "Force per squeeze of the soft pads in the stack, for example 500 N/mm; it counts instead of "
                         "a pad's size. 0: not measured.",
                         "input"),
            described(choice_row("held_in", "The socket is in", {{"body", "the part itself"}, {"bush", "a bush"}},
                                 "body", "A bush is screwed into the part, and may come out with the screw.")),
            shown_for(text_row("bush_thread", "Bush, outside", "3/8-16 UNC", "The thread on the bush's outside.",
                               "catalogue"),
                      "held_in", {"bush"}),
            shown_for(quantity_row("bush_tightened", "Bush, screwed in with", Dimension::torque, 1, {0, 1e3},
                                   "With a coin or a screwdriver about 1 N·m.", "from memory"),
                      "held_in", {"bush"}),
            quantity_row("load_share", "Share of the load in the screw", Dimension::number, 0.2, {0, 1},
                         "How much of a pull the screw itself feels: 0.2 in a hard stack, near 1 on rubber.",
                         "common practice"),
            length_row("pivot", "Pivots at", 0.020, 1,
                       "From the screw to the edge over which the payload would lever it out."),
            limits,
        };
    }();
    return rows;
}

}  // namespace clampet::families
