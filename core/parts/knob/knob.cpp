#include "parts/rows.h"

namespace clampet::parts {
namespace {

/// A knob with a captive nut or a captive bolt. Origin: the face that it is screwed down with; z away from there.
Result<Body> build(const Values& v) {
    const double across = number(v, "diameter"), thick = number(v, "thickness"), boss = number(v, "boss");
    const auto thread = major_diameter(v, "below_thread");
    if (!thread) return thread.problem();
    if (boss < *thread)
        return Problem{"knob.boss_too_small", "boss", "The boss is narrower than its thread.",
                       fmt::format("Give more than {:.1f} mm.", *thread * 1000)};
    if (boss > across)
        return Problem{"knob.boss_too_wide", "boss", "The boss is wider than the knob.",
                       "Give less than its diameter."};
    const double density = density_of(v), shank = number(v, "shank");
    Solids solids;
    if (shank > 0) solids.add(cylinder({0, 0, shank / 2}, boss, shank, Vector::UnitZ(), stuff_of(v)), density);
    const Vector at(0, 0, shank + thick / 2);
    solids.add(cylinder(at, across, thick, Vector::UnitZ(), stuff_of(v)), density);
    solids.keep_free(fingers_round(at, across, thick, Vector::UnitZ()));
    auto below = end_port(v, "below", {.length = boss, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) fit_end(v, "below", neighbour);
}

}  // namespace

const PartKind& knob_kind() {
    static const SimpleKind kind(
        {"knob", "Knob", "A captive nut or bolt in a grip for the hand."},
        {length_row("diameter", "Diameter", 0.050, 0.3, "Of what the hand turns."),
         length_row("thickness", "Thickness", 0.020, 0.2, "Of that."),
         length_row("boss", "Boss, diameter", 0.022, 0.2, "Of what it is screwed down with."),
         gap_row("shank", "Boss, length", 0.008, 0.3, "From its face to the grip; 0 for none."),
         choice_row("below", "It has", {{"socket", "a captive nut"}, {"stud", "a captive bolt"}}, "socket",
                    "What it screws with."),
         thread_row("below_thread", "Thread", "M8", "Of its nut or bolt."),
         shown_for(length_row("below_depth", "Thread, depth", 0.012, 0.2, "Of its nut and what lies before it."),
                   "below", {"socket"}),
         shown_for(length_row("below_stud", "Bolt, length", 0.020, 0.2, "That stands out."), "below", {"stud"}),
         material_row("beech"), surface_row("surface", "Its face is", "hardwood", "What it is screwed down with.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
