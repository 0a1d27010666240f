#include "parts/rows.h"
#include "quantity/format.h"

namespace clampet::parts {
namespace of_carrier {
namespace {

/// A tray with walls for a power bank, a recorder or a receiver. Origin: the middle of its lower face.
Result<Body> tray(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), wall = number(v, "wall"),
                 floor = number(v, "floor"), high = number(v, "height"), density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double outer = length + 2 * wall, across = width + 2 * wall;
    solids.piece("floor");
    solids.add(box({0, 0, floor / 2}, {outer, across, floor}, stuff), density);
    if (high > 0) {
        for (const double side : {1.0, -1.0}) {
            solids.glued("end");
            solids.add(box({side * (length + wall) / 2, 0, floor + high / 2}, {wall, across, high}, stuff), density);
            solids.glued("side");
            solids.add(box({0, side * (width + wall) / 2, floor + high / 2}, {length, wall, high}, stuff), density);
        }
    }
    auto below = end_port(v, "below",
                          {.length = outer,
                           .width = across,
                           .hole = number(v, "hole"),
                           .thickness = floor,
                           .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), face_port("inside", {0, 0, floor}, length, width, 0, text(v, "lining"))});
}

void fit_tray(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    for (const char* key : {"length", "width"})
        if (const auto size = size_of(neighbour, key)) v[key] = *size + 0.002;
}

/// A rod with plates on it, as a counterweight that is screwed on or hangs. Origin: where its rod is screwed in; z
/// along the rod.
Result<Body> plates(const Values& v) {
    const double rod = number(v, "rod"), length = number(v, "length"), across = number(v, "across"),
                 thick = number(v, "thickness"), count = number(v, "plates");
    const auto thread = major_diameter(v, "thread");
    if (!thread) return thread.problem();
    if (across <= rod)
        return Problem{"plate_carrier.narrower_than_rod", "across", "The plates are no wider than their rod.",
                       fmt::format("Give more than {}.", mm_up(rod))};
    if (count * thick > length)
        return Problem{"plate_carrier.rod_too_short", "length", "The plates are thicker together than the rod is long.",
                       fmt::format("Give at least {}.", mm_up(count * thick))};
    Solids solids;
    solids.piece("rod");
    solids.add(cylinder({0, 0, length / 2}, rod, length, Vector::UnitZ(), Stuff::metal), steel_density);
    const double stack = count * thick;
    for (int i = 0; i < static_cast<int>(count); ++i)
        solids.buy(fmt::format("weight plate of {}", quantity::format(number(v, "plate"), quantity::Dimension::mass)),
                   PutOn::when_made);
    if (count > 0)
        solids.add_weighed(cylinder({0, 0, length - stack / 2}, across, stack, Vector::UnitZ(), Stuff::metal),
                           count * number(v, "plate"));
    Port stud = male_thread("stud", Vector::Zero(), text(v, "thread"), number(v, "stud"), "steel");
    stud.sizes["face"] = std::max(rod, *thread * 1.6);
    return solids.body({stud});
}

void fit_plates(Values& v, const Port& neighbour, bool above) {
    const auto designation = neighbour.sizes.find("designation");
    if (above && designation != neighbour.sizes.end()) v["thread"] = designation->second;
    if (const auto depth = size_of(neighbour, "depth"); above && depth) v["stud"] = std::max(0.003, *depth - 0.001);
}

}  // namespace
}  // namespace of_carrier

const PartKind& carrier_kind() {
    using namespace of_carrier;
    static const SimpleKind kind(
        {"carrier", "Tray or cage", "What a power bank, a recorder or a receiver lies in."},
        with_end({length_row("length", "Inside, length", 0.150, 1, "Ahead, x."),
                  length_row("width", "Inside, width", 0.075, 1, "Across, y."),
                  gap_row("height", "Walls, height", 0.020, 0.5, "0 for a plain plate."),
                  length_row("wall", "Walls, thickness", 0.003, 0.05, "Of them."),
                  length_row("floor", "Floor, thickness", 0.004, 0.05, "Under what lies in it."),
                  shown_for(gap_row("hole", "Hole in its floor", 0, 0.1, "For a screw through it; 0 for none."),
                            "below", {"face"}),
                  material_row("printed PETG"), surface_row("surface", "It is", "printed PETG", "What it is held by."),
                  surface_row("lining", "Lined with", "rubber", "What lies in it rubs on this.")},
                 "below", "It is held by", "socket"),
        tray, {}, fit_tray);
    return kind;
}

const PartKind& plate_carrier_kind() {
    using namespace of_carrier;
    static const SimpleKind kind(
        {"plate_carrier", "Rod with weight plates", "A counterweight of plates on a rod that is screwed on.",
         Role::part, Origin::have},
        {mass_row("plate", "One plate weighs", 0.5, "As it is marked; weigh it."),
         count_row("plates", "How many", 2, {0, 50}, "On the rod."),
         length_row("across", "Plates, across", 0.12, 1, "Their diameter."),
         length_row("thickness", "Plates, thickness", 0.015, 0.3, "Of one."),
         length_row("rod", "Rod", 0.012, 0.2, "Its diameter."), length_row("length", "Rod, length", 0.10, 2, "Free."),
         thread_row("thread", "Stud", "3/8-16 UNC", "That it is screwed in with."),
         length_row("stud", "Stud, length", 0.012, 0.2, "That goes in.")},
        plates, {}, fit_plates);
    return kind;
}

}  // namespace clampet::parts
