#include "parts/rows.h"

namespace clampet::parts {
namespace of_ball_head {
namespace {

/// The lower half of a ball head: a cup with a clamping screw. Origin: the face that it stands on.
Result<Body> cup(const Values& v) {
    const auto thread = major_diameter(v, "thread"), screw = major_diameter(v, "screw");
    if (!thread) return thread.problem();
    if (!screw) return screw.problem();
    const double d = number(v, "diameter"), height = number(v, "height"), rim = number(v, "rim"),
                 ball = number(v, "ball_height"), knob = number(v, "knob"), density = density_of(v);
    if (!(ball > height && ball < height + rim + d))
        return Problem{"ball_head.ball_not_in_cup", "ball_height", "The ball's middle is not in the cup.",
                       "Measure from the face it stands on; it lies a little above the body."};
    const bool male = text(v, "below") == "stud";
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.add(cylinder({0, 0, height / 2}, d, height, Vector::UnitZ(), stuff), density);
    if (rim > 0)  // a ring about the ball: half of it is ball
        solids.add(cylinder({0, 0, height - 0.001 + rim / 2}, 0.9 * d, rim, Vector::UnitZ(), stuff), density / 2);
    const double at = 0.8125 * height, reach = 0.018;
    solids.add_bought(
        cylinder({-(d / 2 + reach / 2 - 0.002), 0, at}, std::max(*screw, 0.007), reach, Vector::UnitX(), Stuff::metal),
        steel_density);
    solids.add_bought(cylinder({-(d / 2 + reach + knob / 2 - 0.003), 0, at}, knob, knob, Vector::UnitX(), Stuff::wood),
                      hardwood_density);
    solids.buy_screw(text(v, "screw"), reach);
    buy_knob(solids, v);
    solids.keep_free(fingers_round({-(d / 2 + reach + knob / 2 - 0.003), 0, at}, knob, knob, -Vector::UnitX()));
    Port below = male ? male_thread("below", Vector::Zero(), text(v, "thread"), number(v, "stud"), text(v, "face"))
                      : female_thread("below", Vector::Zero(), text(v, "thread"), number(v, "depth"), text(v, "face"));
    below.sizes["face"] = d;
    Port seat{"ball", families::PortKind::socket, {0, 0, ball}};
    seat.sizes = {{"screw", text(v, "screw")}, {"tight", text(v, "tight")}};
    seat.surface = text(v, "seat");
    return solids.body({below, seat});
}

/// The upper half: a ball on a stem under a plate. Origin: the ball's middle.
Result<Body> ball_plate(const Values& v) {
    const double ball = number(v, "ball"), stem = number(v, "stem"), up = number(v, "height"),
                 length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 hole = number(v, "hole"), density = density_of(v);
    if (stem >= ball)
        return Problem{"ball_head.stem_too_thick", "stem", "The stem is as thick as the ball.",
                       "Give less than the ball's diameter."};
    if (up - thick <= ball / 2)
        return Problem{"ball_head.plate_in_ball", "height", "The plate sits in the ball.",
                       fmt::format("Give more than {}.", mm_up(ball / 2 + thick))};
    if (const auto ok = check_hole(v); !ok) return ok.problem();
    const Stuff stuff = stuff_of(v);
    const double to = up - thick;
    Solids solids;
    add_ball_on_stem(solids, ball, stem, to, stuff, density);
    solids.add(box({0, 0, up - thick / 2}, {length, width, thick}, stuff), density);
    solids.drill(cylinder({0, 0, up - thick / 2}, hole, thick, Vector::UnitZ(), stuff), density);
    solids.add_bought(cylinder({0, 0, to - 0.0025}, 2 * hole, 0.005, Vector::UnitZ(), Stuff::metal),
                      steel_density);  // the screw's head
    Port below{"ball", families::PortKind::ball};
    below.sizes = {{"diameter", ball}, {"stem", stem}};
    below.surface = text(v, "surface");
    return solids.body({below, face_port("top", {0, 0, up}, length, width, hole, text(v, "lining"), thick)});
}

void fit_cup(Values& v, const Port& neighbour, bool above) {
    Values end;
    if (above && neighbour.kind == families::PortKind::thread) fit_end(end, "below", neighbour);
    for (const auto& [key, own] :
         {std::pair{"below", "below"}, {"below_thread", "thread"}, {"below_stud", "stud"}, {"below_depth", "depth"}})
        if (const auto known = end.find(key); known != end.end()) v[own] = known->second;
}

void fit_ball(Values& v, const Port& neighbour, bool above) {
    if (above)
        if (const auto opening = size_of(neighbour, "opening")) v["ball"] = *opening + 0.0008;
}

}  // namespace
}  // namespace of_ball_head

const PartKind& ball_cup_kind() {
    using namespace of_ball_head;
    static const SimpleKind kind(
        {"ball_cup", "Ball head, cup", "The lower half of a ball head: a cup that a knob tightens.", Role::part,
         Origin::have},
        {length_row("diameter", "Body, diameter", 0.030, 0.3, "Across."),
         length_row("height", "Body, height", 0.032, 0.3, "From the face it stands on to the cup."),
         gap_row("rim", "Rim, height", 0.010, 0.1, "Of the ring about the ball."),
         length_row("ball_height", "Ball's middle at", 0.036, 0.5, "Above the face it stands on."),
         thread_row("screw", "Clamping screw", "M5", "What the knob turns."),
         length_row("knob", "Knob, diameter", 0.016, 0.2, "What the hand turns."),
         choice_row("below", "Below it has", {{"stud", "a stud"}, {"socket", "a threaded hole"}}, "socket",
                    "What it is held by."),
         thread_row("thread", "Thread below", "1/4-20 UNC", "Of its stud or hole."),
         shown_for(length_row("stud", "Stud, length", 0.008, 0.1, "That stands out."), "below", {"stud"}),
         shown_for(length_row("depth", "Hole, depth", 0.010, 0.1, "Of its thread."), "below", {"socket"}),
         surface_row("face", "Stands on", "anodised aluminium", "What its lower face is made of or lined with."),
         surface_row("seat", "Seat of", "acetal", "What the ball turns in."),
         tight_row("hand tight, knob Ø20", "Its knob, by feel."), material_row("aluminium 6061-T6")},
        cup, {}, fit_cup);
    return kind;
}

const PartKind& ball_plate_kind() {
    using namespace of_ball_head;
    static const SimpleKind kind(
        {"ball_plate", "Ball head, ball and plate", "The upper half of a ball head: a ball on a stem under a plate.",
         Role::part, Origin::have},
        {length_row("ball", "Ball, diameter", 0.022, 0.2, "Across the ball."),
         length_row("stem", "Stem, diameter", 0.009, 0.1, "Of the neck under the plate."),
         length_row("height", "Plate's top at", 0.036, 0.5, "Above the ball's middle."),
         length_row("length", "Plate, length", 0.048, 0.5, "Ahead, x."),
         length_row("width", "Plate, width", 0.052, 0.5, "Across, y."),
         length_row("thickness", "Plate, thickness", 0.007, 0.1, "Without its lining."),
         length_row("hole", "Hole", 0.007, 0.1, "For the camera's screw."),
         surface_row("surface", "Ball of", "anodised aluminium", "What turns in the seat."),
         surface_row("lining", "Lined with", "cork", "What the camera stands on."), material_row("aluminium 6061-T6")},
        ball_plate, {}, fit_ball);
    return kind;
}

}  // namespace clampet::parts
