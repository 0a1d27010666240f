#include "parts/rows.h"

namespace clampet::parts {
namespace of_handle {
namespace {

/// A pan arm or handle: a rod with a stud at its end. Origin: where its shoulder is screwed against; z along the rod.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), d = number(v, "diameter"), grip = number(v, "grip");
    const auto thread = major_diameter(v, "thread");
    if (!thread) return thread.problem();
    if (grip >= length)
        return Problem{"handle.all_grip", "grip", "The grip is as long as the handle.", "Give less than its length."};
    Solids solids;
    solids.add(cylinder({0, 0, length / 2}, d, length, Vector::UnitZ(), stuff_of(v)), density_of(v));
    if (grip > 0)
        solids.add_bought(cylinder({0, 0, length - grip / 2}, 1.6 * d, grip, Vector::UnitZ(), Stuff::rubber),
                          rubber_density * (1.6 * 1.6 - 1) / (1.6 * 1.6),
                          fmt::format("rubber grip for Ø{:.0f} mm, {:.0f} mm long", d * 1000, grip * 1000));
    solids.keep_free(
        fingers_round({0, 0, length - std::max(grip, 0.08) / 2}, 1.6 * d, std::max(grip, 0.08), Vector::UnitZ()));
    Port stud = male_thread("stud", Vector::Zero(), text(v, "thread"), number(v, "stud"), text(v, "surface"));
    stud.sizes["face"] = d;
    return solids.body({stud});
}

void fit(Values& v, const Port& neighbour, bool above) {
    const auto designation = neighbour.sizes.find("designation");
    if (above && designation != neighbour.sizes.end()) v["thread"] = designation->second;
    if (const auto depth = size_of(neighbour, "depth"); above && depth) v["stud"] = *depth - 0.001;
}

}  // namespace
}  // namespace of_handle

const PartKind& handle_kind() {
    using namespace of_handle;
    static const SimpleKind kind(
        {"handle", "Pan arm or handle", "A rod with a stud that a hand turns a head by."},
        {length_row("length", "Length", 0.25, 2, "From its shoulder to its end."),
         length_row("diameter", "Diameter", 0.014, 0.2, "Of the rod."),
         gap_row("grip", "Grip, length", 0.10, 1, "Of rubber at its end; 0 for none."),
         thread_row("thread", "Stud", "M8", "Its thread."),
         length_row("stud", "Stud, length", 0.016, 0.3, "That stands out."), material_row("beech"),
         surface_row("surface", "Its shoulder is", "hardwood", "What it is screwed against.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
