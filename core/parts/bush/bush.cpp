#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_bush {
namespace {

/// One thread outside, a smaller one inside. Origin: where its flange meets what it is screwed into.
Result<Body> build(const Values& v) {
    const auto outer = major_diameter(v, "outer"), inner = major_diameter(v, "inner");
    if (!outer) return outer.problem();
    if (!inner) return inner.problem();
    const double length = number(v, "length"), flange = number(v, "flange"), thick = number(v, "flange_thickness");
    if (!(*inner < *outer))
        return Problem{"bush.inner_not_smaller", "inner", "The inner thread is no smaller than the outer one.",
                       "Exchange them, or choose a smaller one inside, for example 1/4-20 UNC."};
    if (thick > 0 && flange < *outer)
        return Problem{"bush.flange_too_small", "flange", "The flange is smaller than the thread.",
                       fmt::format("Give at least {}, or a thickness of 0 for none.", mm_up(*outer))};
    Solids solids;
    const double density = density_of(v);
    solids.add(cylinder({0, 0, -length / 2}, *outer, length, Vector::UnitZ(), stuff_of(v)), density);
    if (thick > 0) solids.add(cylinder({0, 0, thick / 2}, flange, thick, Vector::UnitZ(), stuff_of(v)), density);
    solids.drill(cylinder({0, 0, (thick - length) / 2}, *inner, length + thick, Vector::UnitZ(), Stuff::metal),
                 density);
    return solids.body({male_thread("outer", Vector::Zero(), text(v, "outer"), length),
                        female_thread("inner", {0, 0, thick}, text(v, "inner"), length, text(v, "surface"))});
}

void fit(Values& v, const Port& neighbour, bool above) {
    const auto designation = neighbour.sizes.find("designation");
    if (designation != neighbour.sizes.end()) v[above ? "outer" : "inner"] = designation->second;
}

}  // namespace
}  // namespace of_bush

const PartKind& bush_kind() {
    using namespace of_bush;
    static const SimpleKind kind(
        {"bush", "Reducing bush", "One thread outside, a smaller one inside: ⅜ to ¼.", Role::part, Origin::buy},
        {thread_row("outer", "Thread outside", "3/8-16 UNC", "What it is screwed into."),
         thread_row("inner", "Thread inside", "1/4-20 UNC", "What is screwed into it."),
         length_row("length", "Length", 0.011, 0.2, "Below its flange."),
         length_row("flange", "Flange, diameter", 0.016, 0.2, "Of its rim."),
         gap_row("flange_thickness", "Flange, thickness", 0.001, 0.05, "0 for none: it then comes out with its screw."),
         material_row("brass"), surface_row("surface", "It is", "steel", "What stands on it rubs on this.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
