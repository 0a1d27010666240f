#include <algorithm>

#include "approximately.h"
#include "catalogue/material.h"
#include "make/cut_list.h"
#include "make/drills.h"
#include "make/export.h"
#include "make/pieces_of.h"
#include "make/template_sheet.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"

using namespace clampet;
using parts::Workpiece;

namespace {

std::string s(const char* text) {
    return text;
}

make::Made one(const char* kind, const families::Values& values = {}) {
    return {{{"it", "It", pieces(kind, values)}}, {}};
}

double volume_of(const Workpiece& piece) {
    const auto corners = parts::outline_of(piece);
    const auto area = [](const std::vector<Eigen::Vector2d>& outline) {
        double twice = 0;
        for (std::size_t i = 0; i < outline.size(); ++i) {
            const auto &a = outline[i], &b = outline[(i + 1) % outline.size()];
            twice += a.x() * b.y() - b.x() * a.y();
        }
        return twice / 2;
    };
    double face = area(corners);
    for (const auto& opening : piece.openings) face -= area(opening);
    double volume = face * piece.thickness;
    if (piece.is_round) volume = M_PI / 4 * piece.width * piece.width * piece.length;
    for (const auto& bore : piece.bores)
        volume -= M_PI / 4 * bore.diameter * bore.diameter * (bore.depth > 0 ? bore.depth : piece.thickness);
    return piece.count * volume;
}

}  // namespace

TEST_CASE("the pieces of a part weigh what the part does", "[make][pieces]") {
    // Sawn and bored, without the screws in it: its body is of the same volume.
    for (const char* kind : {"plate", "block", "link"}) {
        CAPTURE(kind);
        const auto body = parts::built(*parts::kind_named(kind), {});
        REQUIRE(body);
        double mass = 0;
        for (const auto& piece : pieces(kind))
            mass += volume_of(piece) * catalogue::material_named(piece.material)->density;
        CHECK(mass == relative(body->mass - body->bought_mass, 0.005));
    }
}

TEST_CASE("a plate is marked where its screw goes", "[make][pieces]") {
    const auto plate = pieces("plate", {{"top_ahead", 0.012}, {"hole", 0.0064}}).front();
    REQUIRE(plate.bores.size() == 2);
    CHECK(plate.bores[1].at.x() == absolute(0.012, 1e-12));
    const auto sheet = make::template_of({"p", "Plate", {plate}}, plate, "Rig");
    std::vector<drawing::Circle> holes;
    std::vector<std::string> words;
    for (const auto& element : sheet.drawing.elements) {
        if (const auto* circle = std::get_if<drawing::Circle>(&element)) holes.push_back(*circle);
        if (const auto* dimension = std::get_if<drawing::Dimension>(&element)) words.push_back(dimension->label);
    }
    REQUIRE(holes.size() == 2);
    CHECK(holes[1].radius == absolute(0.0032, 1e-12));
    CHECK(holes[1].centre.x == absolute(0.012, 1e-12));
    // Length, width, and both holes from the left and the lower edge: 25 and 37 mm, 19 mm.
    CHECK(words == std::vector<std::string>{"50 mm", "38 mm", "25 mm", "37 mm", "19 mm"});
}

TEST_CASE("an arm is bored where it is held, for a screw through it and for a thread from below", "[make][pieces]") {
    // 60 mm held, 400 on from there and 100 behind: 560 in all, the middle of what is held 130 from its rear end.
    const families::Values on_edge{{"length", 0.40}, {"held", 0.06},   {"behind", 0.10},
                                   {"hole", 0.009},  {"height", 0.06}, {"width", 0.02}};
    const auto with = [](families::Values values, const families::Values& more) {
        for (const auto& [key, value] : more) values[key] = value;
        return pieces("arm", values).front();
    };
    const double held = 0.130 - 0.280;
    const auto edge = with(on_edge, {});
    CHECK(edge.bores.empty());
    REQUIRE(edge.edges.size() == 1);
    CHECK(edge.edges[0].edge == parts::EdgeBores::Edge::lower);
    REQUIRE(edge.edges[0].bores.size() == 1);
    const auto& through = edge.edges[0].bores[0];
    CHECK(through.at.x() == absolute(held, 1e-12));
    CHECK(through.at.y() == absolute(0.010, 1e-12));  // the middle of 20 mm
    CHECK(through.diameter == 0.009);
    CHECK(through.depth == 0);
    // Lying flat it is marked on top, and a thread comes from the other face.
    const families::Values socket{
        {"hole", 0.0}, {"below", s("socket")}, {"below_thread", s("3/8-16 UNC")}, {"below_depth", 0.012}};
    auto flat_values = socket;
    flat_values["height"] = 0.02;
    flat_values["width"] = 0.06;
    const auto flat = with(on_edge, flat_values);
    CHECK(flat.edges.empty());
    REQUIRE(flat.bores.size() == 1);
    CHECK(flat.bores[0].at.x() == absolute(held, 1e-12));
    CHECK(flat.bores[0].thread == "3/8-16 UNC");
    CHECK(flat.bores[0].depth == absolute(0.012, 1e-12));
    CHECK(flat.bores[0].from_the_back);
    // On edge the thread goes into the edge below; round a bar half its circumference from its top line.
    const auto threaded = with(on_edge, socket);
    REQUIRE(threaded.edges.size() == 1);
    CHECK(threaded.edges[0].bores[0].thread == "3/8-16 UNC");
    auto round_values = socket;
    round_values["section"] = s("round");
    const auto round = with(on_edge, round_values);
    REQUIRE(round.bores.size() == 1);
    CHECK(round.bores[0].at.y() == absolute(M_PI * 0.03, 1e-9));
    // Its outline shows one taper; the other, and that of a bar, is said.
    const families::Values tapered{{"taper", s("tapered")}, {"tip_height", 0.03}, {"tip_width", 0.02}};
    CHECK(with(on_edge, tapered).note.empty());
    CHECK(with(on_edge, tapered).outline[2].y() == absolute(-0.015, 1e-12));
    auto thinner = tapered;
    thinner["tip_width"] = 0.012;
    CHECK(with(on_edge, thinner).note == "its thickness planed from 20 to 12 mm over the last 400 mm");
    auto slim_bar = tapered;
    slim_bar["section"] = s("round");
    CHECK(with(on_edge, slim_bar).note == "tapered from 60 to 30 mm over the last 400 mm");
    // A hole through a bar goes in at one side and comes out at the other.
    const auto bar = with(on_edge, {{"section", s("round")}});
    REQUIRE(bar.bores.size() == 2);
    CHECK(bar.bores[0].from_the_back != bar.bores[1].from_the_back);
    CHECK(std::abs(bar.bores[0].at.y() - bar.bores[1].at.y()) == absolute(M_PI * 0.03, 1e-9));
}

TEST_CASE("a board and the same turned over are one piece twice, unless it is bored", "[make][pieces]") {
    // A wedge's two cheeks: one slopes to the left, the other to the right.
    const auto seat = pieces("wedge_seat");
    const auto is_cheek = [](const Workpiece& p) { return p.name == "cheek"; };
    CHECK(std::count_if(seat.begin(), seat.end(), is_cheek) == 1);
    CHECK(std::find_if(seat.begin(), seat.end(), is_cheek)->count == 2);
    const auto cheek = [](double side, bool is_bored) {
        parts::MadeSolid solid;
        solid.name = "cheek";
        solid.material = "beech";
        parts::Shape prism;
        prism.kind = parts::ShapeKind::prism;
        prism.axis = Eigen::Vector3d::UnitZ();
        prism.length = 0.01;
        prism.profile = {{-0.03, side * 0.01}, {0.03, side * 0.01}, {0.03, side * 0.02}, {-0.03, side * 0.03}};
        solid.joined = {prism};
        parts::Shape hole;
        hole.kind = parts::ShapeKind::cylinder;
        hole.at = {-0.02, side * 0.016, 0};
        hole.diameter = 0.004;
        hole.length = 0.02;
        if (is_bored) solid.cut = {hole};
        return solid;
    };
    for (const bool is_bored : {false, true}) {
        parts::Body body;
        body.made = {cheek(1, is_bored), cheek(-1, is_bored)};
        CHECK(parts::sawn_from(body).size() == (is_bored ? 2 : 1));
    }
}

TEST_CASE("a hole that runs out of its piece is a problem of the part", "[make][pieces]") {
    Workpiece piece;
    piece.name = "plate";
    piece.length = 0.05, piece.width = 0.03, piece.thickness = 0.006;
    piece.bores = {{{0.022, 0}, 0.008}};
    CHECK(check_bores(piece).problem().id == ProblemId("workpiece.hole_beside_it"));
    piece.bores = {{{0, 0}, 0.008}, {{0.007, 0}, 0.008}};
    CHECK(check_bores(piece).problem().id == ProblemId("workpiece.holes_meet"));
    piece.bores = {{{0, 0}, 0.008, 0.01}};
    CHECK(check_bores(piece).problem().id == ProblemId("workpiece.hole_too_deep"));
    piece.bores = {{{0, 0}, 0.008, 0.003}, {{0, 0}, 0.004}};  // a thread over a through hole
    CHECK(check_bores(piece));
}

TEST_CASE("drills come in the order of use, as they are sold", "[make][drills]") {
    // Machinery's Handbook: M8 is tapped after 6.8 mm (77 % of the thread); ISO 273: M8 goes through 8.4 mm (fine).
    const parts::Bore tapped{{0, 0}, 0.008, 0.012, parts::BoreFor::thread, "M8"};
    CHECK(make::drill_for(tapped, parts::Stuff::metal).drill == "6.8 mm");
    CHECK_THAT(make::drill_for(tapped, parts::Stuff::metal).then, Catch::StartsWith("tap M8"));
    CHECK_THAT(make::drill_for(tapped, parts::Stuff::wood).then, Catch::StartsWith("insert M8 in wood"));
    const auto list = make::drill_list(one("yoke"));
    REQUIRE(list.rows.size() == 2);
    CHECK(list.rows[0][0] == "8.4 mm");
    CHECK(list.rows[0][1] == "2");  // one in each cheek
    CHECK(list.rows[1][3] == "through");
    // 8.4 mm in wood at 90 m/min: 90/(π 0.0084) = 3410, no more than 3000; a wide one turns slower.
    CHECK(list.rows[0][5] == "3000");
    const auto wide = make::drill_list(one("block", {{"hole", 0.030}, {"material", s("aluminium 6061-T6")}}));
    CHECK(wide.rows[0][5] == "300");  // 25/(π 0.030) = 265
    CHECK_THAT(list.rows[1][4], Catch::EndsWith("from the other face"));
    const auto block = make::drill_list(one("block", {{"top", s("thread")}, {"top_depth", 0.01}, {"hole", 0.0}}));
    REQUIRE(block.rows.size() == 1);
    CHECK(block.rows[0][3] == "10 mm");
}

TEST_CASE("the cut list says what is sawn from what, and how it lies on boards", "[make][cutlist]") {
    make::Made made = one("yoke");
    made.parts.push_back({"arm", "Boom", pieces("arm", {{"length", 2.0}, {"held", 0.06}, {"material", s("oak")}})});
    made.otherwise = {"Cup"};
    const auto list = make::cut_list(made, {.kerf = 0.003, .allowance = 0.002, .bar = 2.4});
    REQUIRE(list);
    REQUIRE(list->rows.size() == 3);
    const auto boom =
        std::find_if(list->rows.begin(), list->rows.end(), [](const auto& row) { return row[1] == "Boom"; });
    REQUIRE(boom != list->rows.end());
    CHECK((*boom)[3] == "2060 mm");
    CHECK((*boom)[6] == "2064 mm");
    CHECK_THAT(make::text_of(*list), Catch::Contains("Cup is not sawn"));
    CHECK_THAT(make::text_of(*list), Catch::Contains("1 × 2400 mm: Boom 2064 mm, 33"));
    const auto shorter = make::cut_list(made, {.bar = 1.2});
    REQUIRE(shorter);
    CHECK_THAT(make::text_of(*shorter), Catch::Contains("Boom is longer than 1200 mm"));
    CHECK(make::cut_list(made, {.kerf = -0.001}).problem().where == "kerf");
    CHECK(make::cut_list(made, {.bar = std::numeric_limits<double>::quiet_NaN()}).problem().where == "length");
    // A comma in a name stays in its cell.
    made.parts[1].name = "Boom, long";
    CHECK_THAT(make::csv_of(*make::cut_list(made)), Catch::Contains("\"Boom, long\",1,2060 mm"));
}

TEST_CASE("boards are drawn with what is sawn from them, to scale", "[make][cutlist]") {
    make::Made made = one("link", {{"length", 0.7}, {"material", s("oak")}});
    made.parts.push_back({"b", "Second", pieces("link", {{"length", 0.5}, {"material", s("oak")}})});
    const make::Sawing sawing{.kerf = 0.003, .allowance = 0.002, .bar = 2.4};
    const auto layouts = make::layouts_of(made, sawing);
    REQUIRE(layouts.size() == 1);  // of one timber and one width
    CHECK(layouts[0].nested.bars.size() == 1);
    const auto picture = make::drawing_of(layouts, sawing);
    std::vector<drawing::Path> boxes;
    for (const auto& element : picture.elements)
        if (const auto* path = std::get_if<drawing::Path>(&element)) boxes.push_back(*path);
    REQUIRE(boxes.size() == 3);
    const auto wide = [](const drawing::Path& box) { return box.points[1].x - box.points[0].x; };
    CHECK(wide(boxes[0]) == absolute(2.4, 1e-12));
    CHECK(wide(boxes[1]) == absolute(0.7 + 0.05 + 0.004, 1e-9));  // its ends go round the bolts
    CHECK(boxes[2].points[0].x - boxes[1].points[1].x == absolute(0.003, 1e-9));
}

TEST_CASE("plywood is sawn from sheets, with the grain along them", "[make][cutlist]") {
    const auto made = one("yoke", {{"height", 0.25}});  // a base and two cheeks of 12 mm plywood
    const make::Sawing sawing{.bar = 1.2, .sheet = 0.3};
    const auto layouts = make::layouts_of(made, sawing);
    REQUIRE(layouts.size() == 1);
    REQUIRE(layouts[0].sheets.sheets.size() == 1);
    CHECK(layouts[0].sheets.sheets[0].size() == 3);
    CHECK_THAT(make::text_of(*make::cut_list(made, sawing)),
               Catch::Contains("birch plywood 12 mm: 1 of 1200 mm × 300 mm: ") && Catch::Contains("It: cheek + "));
    CHECK_THAT(make::text_of(*make::cut_list(made, {.bar = 0.2})), Catch::Contains("cheek is larger than a sheet"));
    CHECK(make::cut_list(made, {.sheet = 0}).problem().where == "sheet");
    // The sheet, then what lies on it, inside.
    std::vector<drawing::Path> boxes;
    for (const auto& element : make::drawing_of(layouts, sawing).elements)
        if (const auto* path = std::get_if<drawing::Path>(&element)) boxes.push_back(*path);
    REQUIRE(boxes.size() == 4);
    for (std::size_t i = 1; i < boxes.size(); ++i)
        for (const auto& p : boxes[i].points) {
            CHECK(p.x <= boxes[0].points[1].x + 1e-9);
            CHECK(p.y >= boxes[0].points[0].y - 1e-9);
        }
}

TEST_CASE("kinds without sheets of their own have the pieces that their bodies are of", "[make][pieces]") {
    const auto base = pieces("casters");
    REQUIRE(base.size() == 2);
    CHECK(base[0].name == "board");
    const auto ledge = pieces("ledge", {{"hole", 0.007}});
    const auto& board = ledge.front();
    REQUIRE(board.bores.size() == 1);
    CHECK(board.bores[0].diameter == absolute(0.007, 1e-9));
    CHECK(board.bores[0].depth == 0);
    // The jaws of a V clamp: bored for its screws, the lower through, the upper on a template of its end.
    const auto jaws = pieces("vee_clamp");
    REQUIRE(jaws.size() == 2);
    CHECK(jaws[0].outline.size() == 7);
    CHECK(jaws[1].bores.size() == 2);
    // Turned: one bar as wide as the widest.
    const auto knob = pieces("knob");
    REQUIRE(knob.size() == 1);
    CHECK(knob[0].width == absolute(0.050, 1e-9));
    CHECK_THAT(knob[0].note, Catch::StartsWith("turned: "));
    CHECK(pieces("segment").empty());  // printed
    CHECK(pieces("yoke", {{"material", s("PETG, printed")}}).empty());
    // Its screw goes through the lower wall only: the back lies flat.
    for (const auto& piece : pieces("slot_clamp"))
        if (piece.name == "back") CHECK(piece.thickness < 0.03);
    for (const auto& piece : pieces("trestle"))
        if (piece.name == "leg") CHECK(piece.count == 4);
}

TEST_CASE("blind holes from both faces that meet are told", "[make][drills]") {
    const auto socket = [](double deep) {
        return make::text_of(make::drill_list(
            one("post_socket", {{"depth", 0.06}, {"floor", 0.012}, {"below", s("socket")}, {"below_depth", deep}})));
    };
    CHECK_THAT(socket(0.018), Catch::Contains("the holes from both faces meet, 60 mm and 18 mm deep in 72 mm"));
    CHECK_THAT(socket(0.010), !Catch::Contains("meet"));
    // Nothing to bore is said, not shown as an empty list.
    CHECK_THAT(make::text_of(make::drill_list(one("plate", {{"hole", 0.0}}))), Catch::Contains("No piece has a hole"));
}

TEST_CASE("what is exported has names that every system has", "[make][export]") {
    CHECK(make::file_name("Büchse/№ 7: \"left\"") == "b-chse-7-left");
    CHECK(make::file_name("…") == "piece");
    CHECK(make::file_name(std::string(300, 'a')).size() == 60);
    const auto made = one("yoke");
    const auto svg = make::exported(made, {.format = make::Format::svg});
    REQUIRE(svg);
    REQUIRE(svg->size() == 2);
    CHECK((*svg)[0].name == "01-it-base.svg");
    CHECK((*svg)[1].name == "02-it-cheek.svg");
    CHECK(make::exported(made, {.format = make::Format::csv}).problem().where == "as");
    CHECK(make::exported(made, {.paper = "A9"}).problem().where == "paper");
    CHECK(make::exported(make::Made{}, {}).problem().id == ProblemId("export.nothing_to_make"));
    CHECK(*make::what_named("templates") == make::What::templates);
    CHECK(make::what_named("wishes").problem().id == ProblemId("export.unknown_what"));
    CHECK(*make::format_named("svg") == make::Format::svg);
    CHECK(make::format_named("gif").problem().where == "as");
    CHECK(make::document_of(project::demo_rig(), {.what = make::What::templates}).problem().id ==
          ProblemId("export.no_pages"));
    const auto cuts = make::exported(made, {.what = make::What::cut_list, .format = make::Format::csv});
    REQUIRE(cuts);
    CHECK(std::count((*cuts)[0].bytes.begin(), (*cuts)[0].bytes.end(), '\n') == 3);
}

TEST_CASE("every rig of the project can be made as far as it is of boards and bars", "[make][rigs]") {
    std::size_t pieces = 0;
    for (const auto& start : project::starting_points()) {
        CAPTURE(start.key);
        const auto rig = project::starting_rig(start.key);
        REQUIRE(rig);
        const auto made = make::made_of(*rig);
        if (!made) FAIL_CHECK(made.problem().sentence());
        const bool is_made = std::any_of(rig->parts.begin(), rig->parts.end(),
                                         [](const auto& part) { return part.origin == parts::Origin::make; });
        if (!is_made) continue;
        for (const auto what : {make::What::hardware, make::What::cost, make::What::steps, make::What::schedule}) {
            for (const auto format : make::formats_of(what)) {
                const auto files = make::exported(*rig, {.what = what, .format = format});
                if (!files) FAIL_CHECK(files.problem().sentence());
            }
        }
        if (!made || made->parts.empty()) continue;
        pieces += made->pieces();
        const auto pdf = make::exported(*made, {.detail = rig->name});
        if (!pdf) FAIL_CHECK(pdf.problem().sentence());
        CHECK(make::cut_list(*made)->rows.size() >= made->parts.size());
    }
    CHECK(pieces > 15);
}
