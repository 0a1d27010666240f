#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_post {
namespace {

/// A post on legs. Origin: on the floor, below its middle.
Result<Body> build(const Values& v) {
    const double height = number(v, "height"), d = number(v, "diameter"), spread = number(v, "spread"),
                 leg = number(v, "leg_diameter"), up = number(v, "legs_from"), clear = number(v, "clearance"),
                 cap = number(v, "cap_thickness"), cap_d = number(v, "cap_diameter");
    const int legs = static_cast<int>(number(v, "feet"));
    if (up >= height)
        return Problem{"post.legs_above_top", "legs_from", "The legs leave the post above its top.",
                       "Give less than the height."};
    if (clear + cap >= height)
        return Problem{"post.nothing_left", "clearance", "Nothing is left of the post.", "Give less than the height."};
    if (leg >= d)
        return Problem{"post.leg_too_thick", "leg_diameter", "The legs are as thick as the post that they meet.",
                       "Give less than the post’s diameter."};
    if (2 * spread <= d)
        return Problem{"post.legs_too_short", "spread", "The legs end within the post.",
                       "Give more than half its diameter."};
    if (const auto thread = major_diameter(v, "thread"); !thread) return thread.problem();
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("post");
    solids.add(cylinder({0, 0, (clear + height - cap) / 2}, d, height - cap - clear, Vector::UnitZ(), stuff), density);
    for (int i = 0; i < legs; ++i) {
        const double round = 2 * std::numbers::pi * i / legs;
        const Vector foot(spread * std::cos(round), spread * std::sin(round), 0), top(0, 0, up);
        solids.piece("leg");
        solids.add_fitted(cylinder((foot + top) / 2, leg, (foot - top).norm(), (foot - top).normalized(), stuff),
                          {{foot, -Vector::UnitZ()}, {top, Vector::UnitZ(), d}}, density);
    }
    solids.glued("cap");
    if (cap > 0) solids.add(cylinder({0, 0, height - cap / 2}, cap_d, cap, Vector::UnitZ(), stuff), density);
    Port feet{"feet", families::PortKind::feet};
    feet.sizes = {{"layout", "legs"}, {"feet", static_cast<double>(legs)}, {"spread", spread}};
    feet.surface = text(v, "feet_of");
    Port side{"side", families::PortKind::tube, {0, 0, height / 2}, Vector::UnitX(), Vector::UnitZ()};
    side.sizes = {{"diameter", d}, {"length", height - cap - std::max(clear, up)}};
    return solids.body({feet, male_thread("top", {0, 0, height}, text(v, "thread"), number(v, "stud"), "steel"), side});
}

}  // namespace
}  // namespace of_post

const PartKind& post_kind() {
    using namespace of_post;
    static const SimpleKind kind(
        {"post", "Post with legs", "A post that stands on the floor on three legs or more, with a stud on top."},
        {length_row("height", "Height", 0.9, 10, "From the floor to the face on its top."),
         length_row("diameter", "Post, diameter", 0.045, 1, "Of the post itself."),
         count_row("feet", "Legs", 3, {3, 12}, "How many; three never rock."),
         length_row("spread", "Legs reach out", 0.42, 5, "From the middle to a foot."),
         length_row("leg_diameter", "Legs, diameter", 0.022, 0.5, "Of one leg."),
         length_row("legs_from", "Legs leave at", 0.12, 10, "Height at which they leave the post."),
         gap_row("clearance", "Post ends above", 0.08, 10, "How far it ends above the floor."),
         length_row("cap_diameter", "Cap, diameter", 0.07, 1, "Of the disc on its top."),
         gap_row("cap_thickness", "Cap, thickness", 0.02, 0.5, "0 for none."),
         thread_row("thread", "Stud", "1/4-20 UNC", "What stands out of its top."),
         length_row("stud", "Stud stands out", 0.010, 0.2, "Above the cap."), material_row("beech"),
         surface_row("feet_of", "Feet of", "rubber", "What stands on the floor.")},
        build);
    return kind;
}

}  // namespace clampet::parts
