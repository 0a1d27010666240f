#include <fmt/format.h>

#include <cmath>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_plate {
namespace {

/// What stands on a washer or grommet stands clear of lips, walls and knobs of what holds the plate.
Result<Port> raised_top(const Values& v, Solids& solids, const Vector& over) {
    const double across = number(v, "washer"), high = number(v, "raised"), hole = number(v, "hole"),
                 thick = number(v, "thickness");
    if (across <= hole)
        return Problem{"plate.washer_in_hole", "washer", "The washer is no wider than the hole.",
                       fmt::format("Give more than {}.", mm_up(hole))};
    solids.add_bought(cylinder(over + Vector(0, 0, thick + high / 2), across, high, Vector::UnitZ(), Stuff::rubber),
                      rubber_density * (1 - hole * hole / (across * across)),
                      fmt::format("washer or grommet Ø{:.3g} × {:.3g} mm", across * 1000, high * 1000));
    // Its hole is weighed with it: the screw's hole takes nothing more of the plate there.
    if (hole > 0)
        solids.cut(cylinder(over + Vector(0, 0, thick + high / 2), hole, high, Vector::UnitZ(), Stuff::rubber));
    Port top =
        face_port("top", over + Vector(0, 0, thick + high), across, across, hole, text(v, "lining"), thick + high);
    top.sizes.erase("length");  // it is round
    top.sizes.erase("width");
    top.sizes["diameter"] = across;
    return top;
}

/// A flat plate under a payload. Origin: the middle of its lower face; x is the way in and out of a release.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 hole = number(v, "hole"), density = density_of(v);
    if (const auto ok = check_hole(v); !ok) return ok.problem();
    const Vector over(number(v, "top_ahead"), number(v, "top_aside"), 0);
    if (std::abs(over.x()) > length / 2 || std::abs(over.y()) > width / 2)
        return Problem{"plate.top_beside_it", "top_ahead", "What stands on top would stand beside the plate.",
                       "Give less than half of its length and width."};
    Solids solids;
    Shape board = box({0, 0, thick / 2}, {length, width, thick}, stuff_of(v));
    if (text(v, "held_as") == "dovetail") {
        const double under = thick / std::tan(number(v, "flank_angle"));
        if (2 * under >= width)
            return Problem{"plate.flanks_meet", "thickness", "The flanks meet below the plate’s top.",
                           fmt::format("Give less than {}, or a steeper flank.", mm_down(thick * width / 2 / under))};
        board.kind = ShapeKind::prism;
        board.axis = Vector::UnitX();
        board.length = length;
        board.profile = {{-width / 2, -thick / 2},
                         {width / 2, -thick / 2},
                         {width / 2 - under, thick / 2},
                         {under - width / 2, thick / 2}};
    }
    solids.add(std::move(board), density);
    const auto drill = [&](const Vector& at) {
        solids.drill(cylinder(at + Vector(0, 0, thick / 2), hole, thick, Vector::UnitZ(), Stuff::metal), density);
    };
    const double sink = std::max(hole, number(v, "sink"));
    if (sink > hole && !(hole > 0))
        return Problem{"plate.sink_without_hole", "sink", "There is no hole for that head.", "Give the hole’s size."};
    if ((sink - hole) / 2 >= thick || sink >= std::min(length, width))
        return Problem{"plate.sink_too_deep", "sink", "The head goes through the plate or beyond its edge.",
                       "Give less, or a thicker plate."};
    const auto let_in = [&](const Vector& at) { solids.sink(at, Vector::UnitZ(), hole, sink, density); };
    if (hole > 0) drill(Vector::Zero()), let_in(Vector::Zero());
    if (hole > 0 && over.norm() > hole / 2) drill(over), let_in(over);
    Port below = face_port("below", Vector::Zero(), length, width, sink, text(v, "surface"));
    if (text(v, "held_as") == "plate") {
        below.kind = families::PortKind::plate;
        below.sizes = {{"width", width}, {"depth", length}, {"thickness", thick}};
    } else if (text(v, "held_as") == "dovetail") {
        below.kind = families::PortKind::dovetail;
        below.sizes = {{"width", width}, {"height", thick}, {"angle", number(v, "flank_angle")}};
    }
    if (text(v, "top") == "raised") {
        auto top = raised_top(v, solids, over);
        if (!top) return top.problem();
        return solids.body({std::move(below), std::move(*top)});
    }
    // Off its middle, what bears is what lies evenly round the hole.
    Port top = face_port("top", over + Vector(0, 0, thick), length - 2 * std::abs(over.x()),
                         width - 2 * std::abs(over.y()), hole, text(v, "lining"), thick);
    return solids.body({std::move(below), std::move(top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return;
    const auto take = [&](const char* key, const char* size, double less) {
        if (const auto known = size_of(neighbour, size)) v[key] = *known - less;
    };
    if (neighbour.kind == families::PortKind::shoe) {
        v["held_as"] = "plate";
        take("width", "width", 0.0002);
        take("length", "depth", 0.0002);
        take("thickness", "gap", 0.0001);
        v["hole"] = 0.0;
    } else if (neighbour.kind == families::PortKind::jaw) {
        v["held_as"] = "dovetail";
        if (const auto most = size_of(neighbour, "most")) v["width"] = *most - 0.004;
        take("length", "length", 0);
    }
}

std::vector<Workpiece> pieces(const Values& v) {
    auto plate = piece_of(v, "plate", number(v, "length"), number(v, "width"), number(v, "thickness"));
    const Eigen::Vector2d over(number(v, "top_ahead"), number(v, "top_aside"));
    const double hole = number(v, "hole");
    const double sink = number(v, "sink") > hole ? number(v, "sink") : 0;
    const auto bore = [&](const Eigen::Vector2d& at) {
        plate.bores.push_back({at, hole, 0, BoreFor::plain, {}, sink > 0, sink});
    };
    if (hole > 0) bore(Eigen::Vector2d::Zero());
    if (hole > 0 && over.norm() > hole / 2) bore(over);
    if (text(v, "held_as") == "dovetail")
        plate.note = fmt::format("both long edges to {:.0f}°", number(v, "flank_angle") / quantity::degree);
    return {std::move(plate)};
}

}  // namespace
}  // namespace of_plate

const PartKind& plate_kind() {
    using namespace of_plate;
    static const SimpleKind kind(
        {"plate", "Mounting plate", "A flat plate under a camera: screwed on, slid into a shoe or held by its flanks."},
        {length_row("length", "Length", 0.050, 2, "Ahead, x; the way in and out of a release."),
         length_row("width", "Width", 0.038, 2, "Across, y."),
         length_row("thickness", "Thickness", 0.008, 0.2, "Up, z."),
         gap_row("hole", "Hole", 0.007, 0.5, "Through its middle, and where the top is joined; 0 for none."),
         gap_row("sink", "Let in from below, a head of", 0, 0.05,
                 "Across the head of a countersunk screw: it lies flush; 0 for none."),
         quantity_row("top_ahead", "Joined on top, ahead", quantity::Dimension::length, 0, {-1, 1},
                      "How far ahead of its middle what stands on it is screwed; less than 0 behind.", "input"),
         quantity_row("top_aside", "Joined on top, to the left", quantity::Dimension::length, 0, {-1, 1},
                      "How far to the left of its middle; less than 0 to the right.", "input"),
         material_row("aluminium 6061-T6"),
         surface_row("surface", "It is", "anodised aluminium", "What holds it rubs on this."),
         surface_row("lining", "Lined on top with", "cork", "What the camera stands on."),
         choice_row("top", "It carries on", {{"flat", "its upper face"}, {"raised", "a washer or grommet"}}, "flat",
                    "Raised, it is clear of lips and knobs of what holds the plate."),
         shown_for(
             length_row("raised", "Washer or grommet, height", 0.005, 0.1, "Between the plate and what it carries."),
             "top", {"raised"}),
         shown_for(length_row("washer", "Washer or grommet, across", 0.022, 0.5, "Its outside diameter."), "top",
                   {"raised"}),
         choice_row(
             "held_as", "It is held",
             {{"face", "on its lower face"}, {"plate", "in a shoe, by its sides"}, {"dovetail", "by its flanks"}},
             "face", "What joins it to what is below."),
         shown_for(quantity_row("flank_angle", "Flank angle", quantity::Dimension::angle, 45 * quantity::degree,
                                {20 * quantity::degree, 80 * quantity::degree}, "Between a flank and the plate.",
                                "common practice"),
                   "held_as", {"dovetail"})},
        build, {}, fit, pieces);
    return kind;
}

}  // namespace clampet::parts
