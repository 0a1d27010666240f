#include <cmath>
#include <numbers>

#include "catalogue/stock.h"
#include "catalogue/thread.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_knob {
namespace {

/// A captive nut, or the head of a captive bolt.
struct Captive {
    double flats = 0, height = 0;  ///< [m]
    double corners() const { return flats * 2 / std::sqrt(3.0); }
    double area() const { return flats * flats * std::sqrt(3.0) / 2; }
};

/// By the table of nuts; where it has none, common proportions: 1.6 of the thread across flats and 0.8 high. A bolt's
/// head is as wide and, by ISO 4017, some 0.64 of the thread high.
Captive captive_nut(const std::string& thread, bool is_bolt) {
    const auto known = catalogue::thread_named(thread);
    const double d = known ? known->major : 0;
    Captive nut{1.6 * d, is_bolt ? 0.64 * d : 0.8 * d};
    for (const auto* row : catalogue::stock_group("nut")) {
        const auto of = row->texts.find("thread"), kind = row->texts.find("kind");
        if (!known || of == row->texts.end() || of->second != known->designation) continue;
        if (kind == row->texts.end() || kind->second != "hex") continue;
        nut.flats = row->size("across_flats");
        if (!is_bolt) nut.height = row->size("height");
        break;
    }
    return nut;
}

/// Its pocket in the knob's outer face.
Shape nut_pocket(const Captive& nut, double outside) {
    Shape pocket;
    pocket.kind = ShapeKind::prism;
    pocket.at = {0, 0, outside - nut.height / 2};
    pocket.length = nut.height;
    for (int i = 0; i < 6; ++i)
        pocket.profile.emplace_back(nut.corners() / 2 * std::cos(i * std::numbers::pi / 3),
                                    nut.corners() / 2 * std::sin(i * std::numbers::pi / 3));
    return pocket;
}

/// A knob with a captive nut or a captive bolt. Origin: the face that it is screwed down with; z away from there.
Result<Body> build(const Values& v) {
    const double across = number(v, "diameter"), thick = number(v, "thickness"), boss = number(v, "boss");
    const auto thread = major_diameter(v, "below_thread");
    if (!thread) return thread.problem();
    if (boss < *thread)
        return Problem{"knob.boss_too_small", "boss", "The boss is narrower than its thread.",
                       fmt::format("Give more than {}.", mm_up(*thread))};
    if (boss > across)
        return Problem{"knob.boss_too_wide", "boss", "The boss is wider than the knob.",
                       "Give less than its diameter."};
    const double density = density_of(v), shank = number(v, "shank");
    Solids solids;
    if (shank > 0) solids.add(cylinder({0, 0, shank / 2}, boss, shank, Vector::UnitZ(), stuff_of(v)), density);
    const Vector at(0, 0, shank + thick / 2);
    solids.add(cylinder(at, across, thick, Vector::UnitZ(), stuff_of(v)), density);
    solids.keep_free(fingers_round(at, across, thick, Vector::UnitZ()));
    const auto nut = captive_nut(text(v, "below_thread"), text(v, "below") == "stud");
    const double outside = shank + thick;
    if (nut.height >= thick)
        return Problem{"knob.too_thin_for_nut", "thickness",
                       fmt::format("The nut or bolt head of {:.1f} mm goes through the knob.", nut.height * 1000),
                       "Give more than that."};
    if (nut.corners() >= across)
        return Problem{"knob.too_small_for_nut", "diameter", "The nut’s corners stand out of the knob.",
                       fmt::format("Give more than {}.", mm_up(nut.corners()))};
    const double left = outside - nut.height;
    solids.cut(nut_pocket(nut, outside));
    solids.take(nut.area() * nut.height, {0, 0, outside - nut.height / 2}, density);
    solids.drill(cylinder({0, 0, left / 2}, 1.1 * *thread, left, Vector::UnitZ(), stuff_of(v)), density);
    const bool is_bolt = text(v, "below") == "stud";
    const auto& thread_name = text(v, "below_thread");
    solids.add_weighed(nut_pocket(nut, outside), nut.area() * nut.height * steel_density,
                       is_bolt ? fmt::format("{} hexagon bolt, {:.0f} mm at least", thread_name,
                                             1000 * (left + number(v, "below_stud")))
                               : thread_name + " nut");
    auto below = end_port(v, "below", {.length = boss, .surface = text(v, "surface")});
    if (!below) return below.problem();
    Body body = solids.body({std::move(*below)});
    for (auto& piece : body.made) piece.threads.clear();  // its thread is the nut's
    return body;
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) fit_end(v, "below", neighbour);
}

}  // namespace
}  // namespace of_knob

const PartKind& knob_kind() {
    using namespace of_knob;
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
