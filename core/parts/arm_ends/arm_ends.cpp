#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "parts/hull.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_arm_ends {
namespace {

bool is_tapered(const Values& v) {
    return text(v, "section") != "tube" && text(v, "taper") == "tapered";
}

/// Its openings, as many as fit beside each other with as much between them as above and below.
std::vector<std::vector<Eigen::Vector2d>> pockets_of(double from, double to, double height, double high,
                                                     double length) {
    const double between = std::max(0.005, (height - high) / 2);
    const int count = static_cast<int>((to - from - between) / (length + between));
    std::vector<std::vector<Eigen::Vector2d>> all;
    const double start = from + (to - from - count * (length + between) + between) / 2;
    for (int i = 0; i < count; ++i) {
        const double left = start + i * (length + between), right = left + length;
        all.push_back({{left, -high / 2}, {right, -high / 2}, {right, high / 2}, {left, high / 2}});
    }
    return all;
}

/// From one cross-section to another along x: height and width at each, about a height [m].
Result<Shape> tapered(double from, double to, double middle, const Eigen::Vector2d& near, const Eigen::Vector2d& far,
                      bool is_round, Stuff stuff) {
    std::vector<Vector> corners;
    for (const auto& [x, size] : {std::pair{from, near}, {to, far}}) {
        const int count = is_round ? 48 : 4;
        for (int i = 0; i < count; ++i) {
            const double round = 2 * std::numbers::pi * (i + 0.5) / count, wide = is_round ? 1 : std::sqrt(2.0);
            corners.emplace_back(x, wide * size.y() / 2 * std::cos(round),
                                 middle + wide * size.x() / 2 * std::sin(round));
        }
    }
    return hull_of(corners, stuff);
}

/// What it is between its ends, and what goes on behind: made with it, weighed in its seams.
Status add_between(const Values& v, Solids& solids, double density) {
    const double held = number(v, "held"), height = number(v, "height"), free = number(v, "length"),
                 behind = number(v, "behind"), middle = height / 2, root = held / 2;
    const auto& section = text(v, "section");
    const bool is_round = section == "round" || section == "tube";
    const double width = is_round ? height : number(v, "width");
    const Stuff stuff = stuff_of(v);
    const auto bar = [&](double from, double to) {
        const Vector at((from + to) / 2, 0, middle);
        return is_round ? cylinder(at, height, to - from, Vector::UnitX(), stuff)
                        : box(at, {to - from, width, height}, stuff);
    };
    if (behind > 0) solids.add_elsewhere(bar(-root - behind, -root), density);
    if (is_tapered(v)) {
        const double tip = number(v, "tip_height");
        auto shape = tapered(root, root + free, middle, {height, width}, {tip, is_round ? tip : number(v, "tip_width")},
                             is_round, stuff);
        if (!shape) return shape.problem();
        solids.add_elsewhere(std::move(*shape), density);
    } else {
        solids.add_elsewhere(bar(root, root + free), density);
    }
    if (section == "tube") {
        const double inside = height - 2 * number(v, "wall");
        for (const auto& [from, to] : {std::pair{-root - behind, -root}, {root, root + free}})
            if (to > from)
                solids.drill_elsewhere(
                    cylinder({(from + to) / 2, 0, middle}, inside, to - from, Vector::UnitX(), stuff), density);
    }
    if (section == "pocketed")
        for (const auto& pocket :
             pockets_of(root, root + free, height, number(v, "pocket_height"), number(v, "pocket_length"))) {
            const Eigen::Vector2d at = (pocket[0] + pocket[2]) / 2, size = pocket[2] - pocket[0];
            solids.drill_elsewhere(box({at.x(), 0, middle}, {size.x(), width, size.y()}, stuff), density);
        }
    return Done{};
}

/// The held end of an arm that bends. Origin: the middle of its lower face; x along the arm. What lies between it and
/// its far end is in the seam between them, which judges how it bends.
Result<Body> root(const Values& v) {
    const double held = number(v, "held"), height = number(v, "height"), hole = number(v, "hole");
    const std::string& section = text(v, "section");
    const bool is_round = section == "round" || section == "tube";
    const double width = is_round ? height : number(v, "width");
    if (hole >= std::min(held, width))
        return Problem{"arm_part.hole_too_wide", "hole", "The hole is as wide as the held end.",
                       "Give less than its width and its length."};
    if (section == "tube" && 2 * number(v, "wall") >= height)
        return Problem{"arm_part.wall_too_thick", "wall", "The wall is more than half of the tube.",
                       "Give less than half of its diameter."};
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    if (is_round)
        solids.add(cylinder({0, 0, height / 2}, height, held, Vector::UnitX(), stuff), density);
    else
        solids.add(box({0, 0, height / 2}, {held, width, height}, stuff), density);
    if (section == "tube")
        solids.drill(cylinder({0, 0, height / 2}, height - 2 * number(v, "wall"), held, Vector::UnitX(), Stuff::metal),
                     density);
    const Shape bore = cylinder({0, 0, height / 2}, hole, height, Vector::UnitZ(), Stuff::metal);
    if (hole > 0 && section == "tube") {  // through both walls
        solids.cut(bore);
        solids.take(2 * number(v, "wall") * volume_of(bore) / height, bore.at, density);
    } else if (hole > 0) {
        solids.drill(bore, density);
    }
    if (section != "pocketed" || number(v, "pocket_height") < height)
        if (const auto ok = add_between(v, solids, density); !ok) return ok.problem();
    auto below = end_port(
        v, "below", {.length = held, .width = width, .hole = hole, .thickness = height, .surface = text(v, "surface")});
    if (!below) return below.problem();
    Port arm{"arm", families::PortKind::arm, {held / 2, 0, height / 2}};
    arm.sizes = {{"section", section}, {"height", height}};
    if (!is_round) arm.sizes["width"] = width;
    if (section == "tube") arm.sizes["wall"] = number(v, "wall");
    if (section == "pocketed") {
        arm.sizes["pocket_height"] = number(v, "pocket_height");
        arm.sizes["pocket_length"] = number(v, "pocket_length");
        if (number(v, "pocket_height") >= height)
            return Problem{"arm_part.pocket_too_high", "pocket_height", "The pockets are as high as the arm.",
                           "Give less than its height: what is left above and below carries."};
    }
    if (is_tapered(v)) {
        arm.sizes["taper"] = std::string("tapered");
        arm.sizes["tip_height"] = number(v, "tip_height");
        if (!is_round) arm.sizes["tip_width"] = number(v, "tip_width");
    }
    std::vector<Port> ports{std::move(*below)};
    if (const double behind = number(v, "behind"); behind > 0) {
        Port rear = arm;
        rear.id = "rear";
        rear.at.x() = -held / 2;
        rear.x = -Vector::UnitX();
        rear.sizes["length"] = behind;
        for (const char* slimmer : {"taper", "tip_height", "tip_width"}) rear.sizes.erase(slimmer);
        ports.push_back(std::move(rear));
    }
    arm.sizes["length"] = number(v, "length");
    ports.insert(ports.begin() + 1, std::move(arm));
    return solids.body(std::move(ports));
}

/// The far end of an arm. Origin: in the middle of its cross-section, where the arm begins; x on along the arm.
Result<Body> tip(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), height = number(v, "height"),
                 hole = number(v, "hole");
    if (const auto ok = check_hole(v); !ok) return ok.problem();
    const double density = density_of(v);
    Solids solids;
    solids.add(box({length / 2, 0, 0}, {length, width, height}, stuff_of(v)), density);
    if (hole > 0) solids.drill(cylinder({length / 2, 0, 0}, hole, height, Vector::UnitZ(), Stuff::metal), density);
    const EndPlace place{.at = {length / 2, 0, height / 2},
                         .length = length,
                         .width = width,
                         .hole = hole,
                         .thickness = height,
                         .surface = text(v, "surface")};
    auto top = end_port(v, "top", place);
    if (!top) return top.problem();
    return solids.body({Port{"arm", families::PortKind::arm}, std::move(*top)});
}

void fit_root(Values& v, const Port& neighbour, bool above) {
    if (above) fit_end(v, "below", neighbour);
}

void fit_tip(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    const auto height = size_of(neighbour, "tip_height"), width = size_of(neighbour, "tip_width");
    if (const auto own = height ? height : size_of(neighbour, "height")) v["height"] = *own;
    if (const auto own = width ? width : size_of(neighbour, "width")) v["width"] = std::max(0.03, *own);
}

std::vector<families::Parameter> root_rows() {
    const auto flat = [](families::Parameter row) {
        return shown_for(std::move(row), "section", {"rectangle", "pocketed"});
    };
    const auto tapers = [](families::Parameter row) {
        return shown_for(std::move(row), "section", {"rectangle", "round", "pocketed"});
    };
    const auto tapered = [](families::Parameter row, std::vector<std::string> sections) {
        return families::also_shown_for(shown_for(std::move(row), "taper", {"tapered"}), "section",
                                        std::move(sections));
    };
    return with_end(
        {length_row("length", "Arm, length", 0.40, 10, "From its held end to its far end."),
         choice_row("section", "Section",
                    {{"rectangle", "rectangle"}, {"round", "round"}, {"tube", "tube"}, {"pocketed", "with pockets"}},
                    "rectangle", "Its cross-section."),
         length_row("height", "Height or diameter", 0.045, 1, "At the held end, up and down."),
         flat(length_row("width", "Width", 0.020, 1, "At the held end, sideways.")),
         shown_for(length_row("wall", "Wall", 0.002, 0.2, "Of the tube."), "section", {"tube"}),
         shown_for(length_row("pocket_height", "Pockets, height", 0.025, 1, "Of the openings."), "section",
                   {"pocketed"}),
         shown_for(length_row("pocket_length", "Pockets, length", 0.060, 1, "Of one, along the arm."), "section",
                   {"pocketed"}),
         tapers(choice_row("taper", "It is", {{"straight", "as thick all along"}, {"tapered", "tapered"}}, "straight",
                           "A taper saves weight at the far end.")),
         tapered(length_row("tip_height", "Far end, height", 0.025, 1, "Or diameter."),
                 {"rectangle", "round", "pocketed"}),
         tapered(length_row("tip_width", "Far end, width", 0.020, 1, "Sideways."), {"rectangle", "pocketed"}),
         length_row("held", "Held end, length", 0.060, 2, "That lies on what holds it."),
         gap_row("behind", "Behind where it is held", 0, 10,
                 "How far it goes on, for a weight; 0 where it ends there."),
         gap_row("hole", "Hole in the held end", 0.007, 0.5, "Upwards; 0 for none."), material_row("birch plywood"),
         surface_row("surface", "Its faces are", "plywood", "What others rub on.")},
        "below", "It is held by", "face");
}

std::vector<families::Parameter> tip_rows() {
    return with_end(
        {length_row("length", "Length", 0.050, 2, "Along the arm, of the piece that carries."),
         length_row("width", "Width", 0.040, 1, "Sideways."), length_row("height", "Height", 0.025, 1, "Up and down."),
         gap_row("hole", "Hole", 0.007, 0.5, "Upwards through it; 0 for none."), material_row("birch plywood"),
         surface_row("surface", "Its faces are", "plywood", "What others rub on.")},
        "top", "It carries by", "face");
}

/// What is bored into it where it is held: upwards through it, and from below for a thread; at so far from its middle.
std::vector<Bore> root_bores(const Values& v, double at) {
    std::vector<Bore> bores;
    if (const double hole = number(v, "hole"); hole > 0) bores.push_back({{at, 0}, hole});
    for (auto& bore : end_bores(v, "below", {at, 0}, number(v, "height"), true)) bores.push_back(std::move(bore));
    return bores;
}

/// What its outline does not show of a taper.
std::string tapers_in_words(std::string_view what, double from, double to, double along) {
    return fmt::format("{} from {:.0f} to {:.0f} mm over the last {:.0f} mm", what, from * 1e3, to * 1e3, along * 1e3);
}

/// A bar or tube, with its bores where they lie round it.
Workpiece bar_piece(const Values& v, double all, const std::vector<Bore>& bores) {
    const double across = number(v, "height");
    auto bar = piece_of(v, "arm", all, across, across);
    bar.is_round = true;
    if (text(v, "section") == "tube") bar.wall = number(v, "wall");
    if (is_tapered(v)) bar.note = tapers_in_words("tapered", across, number(v, "tip_height"), number(v, "length"));
    for (auto bore : bores) {
        if (bore.depth == 0) {  // where it comes out
            bore.from_the_back = true;
            bar.bores.push_back(bore);
        }
        bore.at.y() = std::numbers::pi * across / 2;  // below, round it from its top line
        bore.from_the_back = false;
        bar.bores.push_back(std::move(bore));
    }
    return bar;
}

/// A board on edge is marked on its side, another on its top.
Workpiece board_piece(const Values& v, double all, std::vector<Bore> bores) {
    const double free = number(v, "length"), height = number(v, "height"), width = number(v, "width"),
                 root = all / 2 - free;
    const bool on_edge = height > width;
    const double across = on_edge ? height : width, thick = on_edge ? width : height;
    auto board = piece_of(v, "arm", all, across, thick);
    if (is_tapered(v)) {
        const double tip = number(v, on_edge ? "tip_height" : "tip_width"),
                     thin = number(v, on_edge ? "tip_width" : "tip_height");
        board.outline = {{-all / 2, -across / 2}, {root, -across / 2}, {all / 2, -tip / 2},
                         {all / 2, tip / 2},      {root, across / 2},  {-all / 2, across / 2}};
        if (std::abs(thin - thick) > 1e-6) board.note = tapers_in_words("its thickness planed", thick, thin, free);
    }
    if (on_edge && text(v, "section") == "pocketed")
        board.openings = pockets_of(root, all / 2, height, number(v, "pocket_height"), number(v, "pocket_length"));
    if (!on_edge) {
        board.bores = std::move(bores);
    } else if (!bores.empty()) {
        for (auto& bore : bores) {
            bore.at.y() = thick / 2;
            bore.from_the_back = false;
        }
        board.edges.push_back({EdgeBores::Edge::lower, std::move(bores)});
    }
    return board;
}

/// The whole of it, with what goes on behind.
std::vector<Workpiece> root_pieces(const Values& v) {
    const double behind = number(v, "behind"), held = number(v, "held"), all = behind + held + number(v, "length");
    auto bores = root_bores(v, -all / 2 + behind + held / 2);  // the middle of what is held
    const auto& section = text(v, "section");
    if (section == "round" || section == "tube") return {bar_piece(v, all, bores)};
    return {board_piece(v, all, std::move(bores))};
}

std::vector<Workpiece> tip_pieces(const Values& v) {
    const double height = number(v, "height"), hole = number(v, "hole");
    auto block = piece_of(v, "far end", number(v, "length"), number(v, "width"), height);
    if (hole > 0) block.bores.push_back({Eigen::Vector2d::Zero(), hole});
    for (auto& bore : end_bores(v, "top", Eigen::Vector2d::Zero(), height)) block.bores.push_back(std::move(bore));
    block.note = fmt::format("{} under or on the arm’s end, or one with it", fixed_how(block.stuff));
    return {std::move(block)};
}

}  // namespace
}  // namespace of_arm_ends

const PartKind& arm_kind() {
    using namespace of_arm_ends;
    static const SimpleKind kind(
        {"arm", "Arm, its held end", "A board, rod or tube that reaches out and bends: what it is, and its held end."},
        root_rows(), root, {}, fit_root, root_pieces);
    return kind;
}

const PartKind& arm_tip_kind() {
    using namespace of_arm_ends;
    static const SimpleKind kind({"arm_tip", "Arm, its far end", "What an arm carries with: a face, a hole or a stud."},
                                 tip_rows(), tip, {}, fit_tip, tip_pieces);
    return kind;
}

}  // namespace clampet::parts
