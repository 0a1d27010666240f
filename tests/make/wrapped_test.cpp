// Bars whose ends, holes and slits are marked by a template wrapped round them, edges that a template is folded over,
// and heads of screws that are let in.
#include <algorithm>
#include <catch2/catch.hpp>
#include <numbers>

#include "approximately.h"
#include "constants.h"
#include "make/cut_list.h"
#include "make/drawing_sheet.h"
#include "make/drills.h"
#include "make/pieces_of.h"
#include "make/template_sheet.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "parts/solids.h"

using namespace clampet;
using constants::pi;
using parts::Vector;
using parts::Workpiece;

namespace {

const Workpiece& named(const std::vector<Workpiece>& all, const std::string& name) {
    const auto found = std::find_if(all.begin(), all.end(), [&](const Workpiece& piece) { return piece.name == name; });
    REQUIRE(found != all.end());
    return *found;
}

/// A bar of beech, Ø30 × 200 mm along x, made of what is drilled by `bore`.
template <class Bore>
Workpiece bar(Bore bore) {
    parts::Solids solids;
    solids.add(parts::cylinder(Vector::Zero(), 0.03, 0.2, Vector::UnitX(), parts::Stuff::wood), 700);
    bore(solids);
    auto body = solids.body({});
    for (auto& made : body.made) made.material = "beech";
    const auto all = parts::sawn_from(body);
    REQUIRE(all.size() == 1);
    return all.front();
}

/// An end of an unrolled bar: 73 points from one of the outline on.
struct End {
    double least = 1, most = -1, middle = 0;
};
End end_of(const Workpiece& piece, std::size_t from) {
    End end;
    for (std::size_t i = 0; i < 73; ++i) {
        const double x = piece.outline[from + i].x();
        end.least = std::min(end.least, x);
        end.most = std::max(end.most, x);
        if (i < 72) end.middle += x / 72;  // the first and the last are one line
    }
    return end;
}

template <class Element>
std::vector<Element> elements(const drawing::Drawing& drawing) {
    std::vector<Element> all;
    for (const auto& element : drawing.elements)
        if (const auto* one = std::get_if<Element>(&element)) all.push_back(*one);
    return all;
}

bool says(const drawing::Drawing& drawing, const std::string& words) {
    const auto texts = elements<drawing::Text>(drawing);
    return std::any_of(texts.begin(), texts.end(),
                       [&](const drawing::Text& text) { return text.text.find(words) != std::string::npos; });
}

}  // namespace

TEST_CASE("a leg's mitre, unrolled, is the sine that descriptive geometry gives", "[make][wrapped]") {
    // A plane that is off square by an angle cuts a round bar, unrolled, in r tan(angle) cos(s/r): any textbook of
    // descriptive geometry. A trestle's leg: its foot to the floor, its top to the upright side of the rail.
    const double height = 0.75, deep = 0.095, spread = 0.5, rail = 0.045, leg = 0.035;
    const auto all = pieces("trestle");
    const auto& piece = named(all, "leg");
    CHECK(piece.count == 4);
    CHECK(piece.is_wrapped());
    const double rise = height - deep / 2, run = spread / 2 - rail / 2, r = leg / 2;
    const double foot_tan = run / rise, top_tan = rise / run, middle = std::hypot(rise, run);
    CHECK(piece.length == relative(middle + r * foot_tan + r * top_tan, 1e-6));
    REQUIRE(piece.outline.size() == 146);
    const auto right = end_of(piece, 0), left = end_of(piece, 73);
    CHECK(right.middle - left.middle == relative(middle, 1e-6));
    // One of its ends is the floor's, the other the rail's.
    const bool is_foot_right = right.most - right.least < left.most - left.least;
    for (std::size_t i = 0; i < piece.outline.size(); ++i) {
        const auto& p = piece.outline[i];
        const bool is_right = i < 73;
        const double slope = is_right == is_foot_right ? foot_tan : top_tan;
        CHECK(std::abs(p.x() - (is_right ? right : left).middle) ==
              absolute(r * slope * std::abs(std::cos(p.y() / r)), 1e-6));
    }
}

TEST_CASE("a leg is hollowed to the post that it meets, as two round bars meet", "[make][wrapped]") {
    // Where a line beside the middle by u meets the post: sqrt(R² − u²) from its axis, over the leg's level share.
    const auto all = pieces("post");
    const auto& piece = named(all, "leg");
    CHECK(piece.count == 3);
    const double r = 0.011, R = 0.0225, spread = 0.42, up = 0.12, length = std::hypot(spread, up),
                 level = spread / length, rise = up / length;
    double farthest = 0, nearest = 1;
    for (int i = 0; i < 360; ++i) {
        const double angle = i * pi / 180, u = r * std::sin(angle), w = r * std::cos(angle);
        // w is towards the axis' upper side: it meets the post later or earlier by the slope.
        const double along = length - std::sqrt(R * R - u * u) / level + w * rise / level;
        farthest = std::max(farthest, along);
        nearest = std::min(nearest, along);
    }
    const double foot = r * level / rise;  // the floor cuts it so far beyond its axis
    CHECK(piece.length == relative(farthest + foot, 1e-4));
    const auto one = end_of(piece, 0), other = end_of(piece, 73);
    const double spans[] = {one.most - one.least, other.most - other.least};
    CHECK(std::min(spans[0], spans[1]) == relative(std::min(farthest - nearest, 2 * foot), 1e-3));
    CHECK(std::max(spans[0], spans[1]) == relative(std::max(farthest - nearest, 2 * foot), 1e-3));
    CHECK_THAT(piece.note, Catch::Contains("hollowed to Ø45.0 mm at 74°"));
}

TEST_CASE("holes round a bar lie where they go in and come out", "[make][wrapped]") {
    const auto piece = bar([](parts::Solids& solids) {
        solids.drill(parts::cylinder({0.05, 0, 0}, 0.006, 0.04, Vector::UnitZ(), parts::Stuff::wood), 700);
        // Blind, square to the first, 10 mm deep.
        solids.drill(parts::cylinder({-0.02, 0.01, 0}, 0.005, 0.01, Vector::UnitY(), parts::Stuff::wood), 700);
    });
    REQUIRE(piece.bores.size() == 3);
    const double quarter = pi * 0.03 / 4;
    const auto &in = piece.bores[0], &out = piece.bores[1], &blind = piece.bores[2];
    CHECK(in.at.x() == absolute(0.05, 1e-12));
    CHECK(std::abs(in.at.y() - out.at.y()) == relative(2 * quarter, 1e-9));
    CHECK(out.from_the_back);
    CHECK(in.depth == 0);
    CHECK(blind.at.x() == absolute(-0.02, 1e-12));
    CHECK(blind.depth == relative(0.010, 1e-9));
    CHECK(std::abs(std::abs(blind.at.y() - in.at.y()) - quarter) < 1e-9);
    CHECK(check_bores(piece));
    const make::Made made{{{"it", "It", {piece}}}, {}};
    const auto drills = make::drill_list(made);
    REQUIRE(drills.rows.size() == 2);  // one is bored from one side, and comes out at the other
    CHECK(drills.rows[0][3] == "10 mm");
    CHECK(drills.rows[1][1] == "1");
    const auto sheet = make::template_of(made.parts[0], piece, "Rig");
    CHECK(says(sheet.drawing, "comes out here"));
    CHECK(says(sheet.drawing, "Wrap it round Ø30 mm"));
    const auto dimensions = elements<drawing::Dimension>(sheet.drawing);
    CHECK(std::any_of(dimensions.begin(), dimensions.end(),
                      [](const auto& d) { return d.label == "94.25 mm round it" || d.label == "94.2 mm round it"; }));
    // On paper a hole is longer round the bar: r asin(a/r) to each side.
    const auto paths = elements<drawing::Path>(sheet.drawing);
    double high = 0;
    const auto mouth =
        std::find_if(paths.begin(), paths.end(), [](const auto& path) { return path.points.size() == 48; });
    REQUIRE(mouth != paths.end());
    for (const auto& p : mouth->points) high = std::max(high, std::abs(p.y - in.at.y()));
    CHECK(high == relative(0.015 * std::asin(0.003 / 0.015), 1e-9));
    // Beyond its end there is no hole.
    auto beside = piece;
    beside.bores[0].at.x() = 0.099;
    CHECK(check_bores(beside).problem().id == ProblemId("workpiece.hole_beside_it"));
}

TEST_CASE("a slit goes through both sides of its tube", "[make][wrapped]") {
    const auto all = pieces("slit_tube");
    const auto& tube = all.front();
    REQUIRE(tube.openings.size() == 2);
    CHECK(tube.openings[0][1].x() - tube.openings[0][0].x() == relative(0.200, 1e-9));
    // From the tube's end on, which the saw runs out of.
    const double end = std::max(std::abs(tube.openings[0][0].x()), std::abs(tube.openings[0][1].x()));
    CHECK(end == relative(tube.length / 2, 1e-9));
    CHECK(tube.openings[0][2].y() - tube.openings[0][1].y() == relative(0.002, 1e-9));
    CHECK(std::abs(tube.openings[0][0].y() - tube.openings[1][0].y()) == relative(pi * tube.width / 2, 1e-6));
    CHECK_THAT(tube.note, Catch::Contains("slit 200 mm long, 2.0 mm wide"));
}

TEST_CASE("a template is folded over the edges that are bored", "[make][wrapped]") {
    // A post socket held by a side screw: the post's hole goes into its end, the screw's into its side.
    const auto all = pieces("post_socket", {{"held", std::string("side_screw")}, {"screw", std::string("M6")}});
    const auto& block = all.front();
    REQUIRE(block.edges.size() == 1);
    REQUIRE(block.edges[0].bores.size() == 1);
    const auto& hole = block.edges[0].bores[0];
    CHECK(hole.diameter == relative(0.0254, 1e-9));
    CHECK(hole.depth == relative(0.060, 1e-9));
    CHECK(hole.at.y() == relative(block.thickness / 2, 1e-9));  // in the middle of the end
    const make::Made made{{{"it", "Socket", {block}}}, {}};
    const auto drills = make::drill_list(made);
    REQUIRE(drills.rows.size() == 2);
    CHECK_THAT(drills.rows[1][2], Catch::Contains("Socket, right end") || Catch::Contains("Socket, left end"));
    const auto sheet = make::template_of(made.parts[0], block, "Rig");
    CHECK(says(sheet.drawing, "Fold it down over the edge"));
    const auto circles = elements<drawing::Circle>(sheet.drawing);
    REQUIRE(circles.size() == 2);
    CHECK(std::abs(circles[0].centre.x) == relative(block.length / 2 + block.thickness / 2, 1e-9));
    // The stock is told by its shortest side, sawn along its longest: no board of 72 mm.
    CHECK(make::stock_of(block) == "beech 49.4 mm");
    CHECK(make::cut_list(made)->rows[0][3] == "72 mm");
    const auto drawn = make::drawing_of(made.parts[0], block, {"Rig", "2026-11-29", 1});
    CHECK(says(drawn.drawing, "below the face"));
}

TEST_CASE("the grain is drawn on wood, and nowhere else", "[make][wrapped]") {
    Workpiece piece{"cheek", 1, "beech", parts::Stuff::wood, 0.10, 0.06, 0.018};
    const auto sheet_of = [](const Workpiece& made) { return make::template_of({"it", "It", {made}}, made, "Rig"); };
    const auto arrows_of = [](const drawing::Sheet& sheet) {
        std::vector<std::string> labels;
        for (const auto& arrow : elements<drawing::Arrow>(sheet.drawing)) labels.push_back(arrow.label);
        return labels;
    };
    CHECK(arrows_of(sheet_of(piece)) == std::vector<std::string>{"grain"});
    CHECK_FALSE(says(sheet_of(piece).drawing, "grain"));
    // A block that stands taller than it is long is marked on its end.
    piece.thickness = 0.15;
    CHECK(says(sheet_of(piece).drawing, "end grain: it runs through the sheet"));
    CHECK(arrows_of(sheet_of(piece)).empty());
    piece.thickness = 0.004;
    piece.stuff = parts::Stuff::metal;
    piece.material = "aluminium 6061";
    CHECK_FALSE(says(sheet_of(piece).drawing, "grain"));
    CHECK(arrows_of(sheet_of(piece)).empty());
}

TEST_CASE("a head is let in where the plate says", "[make][wrapped][errors]") {
    const auto all = pieces("plate", {{"sink", 0.0127}});
    REQUIRE(all[0].bores.size() == 1);
    CHECK(all[0].bores[0].sink == relative(0.0127, 1e-12));
    const make::Made made{{{"it", "Plate", all}}, {}};
    CHECK_THAT(make::drill_list(made).rows[0][4], Catch::Contains("countersink to 12.7 mm from the other face"));
    CHECK(says(make::template_of(made.parts[0], all[0], "").drawing, "countersink to 12.7 mm behind"));
    // A cone of 90° less the hole: the plate weighs so much less.
    const auto* plate = parts::kind_named("plate");
    const double r = 0.0035, big = 0.00635, deep = big - r;
    const double frustum = pi * deep / 3 * (big * big + big * r + r * r) - pi * r * r * deep;
    CHECK(parts::built(*plate, {})->mass - parts::built(*plate, {{"sink", 0.0127}})->mass ==
          relative(2700 * frustum, 1e-3));
    CHECK(parts::built(*plate, {{"sink", 0.030}}).problem().where == "sink");
    CHECK((parts::built(*plate, {{"sink", 0.012}, {"hole", 0.0}}).problem().id == "plate.sink_without_hole"));
    CHECK((parts::built(*parts::kind_named("post"), {{"leg_diameter", 0.05}}).problem().id == "post.leg_too_thick"));
    CHECK((parts::built(*parts::kind_named("post"), {{"spread", 0.02}}).problem().id == "post.legs_too_short"));
    CHECK((parts::built(*parts::kind_named("trestle"), {{"spread", 0.10}}).problem().id == "trestle.feet_too_near"));
}

TEST_CASE("a stud in wood goes into it, a stud in metal is part of it", "[make][wrapped]") {
    const auto list = make::drill_list({{{"it", "Post", pieces("post")}}, {}});
    REQUIRE(list.rows.size() == 1);
    CHECK_THAT(list.rows[0][4], Catch::StartsWith("insert 1/4-20 in wood"));
    const auto post = parts::built(*parts::kind_named("post"), {});
    REQUIRE(post->bought.size() == 1);
    CHECK(post->bought[0].what == "1/4-20 UNC threaded rod, 20 mm");  // 9.5 in the cap, 10 out of it
    const auto metal = parts::built(*parts::kind_named("post"), {{"material", std::string("aluminium 6061-T6")}});
    CHECK(metal->bought.empty());
    CHECK(metal->made.front().threads.empty());
}
