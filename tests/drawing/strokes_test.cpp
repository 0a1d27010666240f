// A drawing as a pen draws it: worked out by hand, in metres.
#include "drawing/strokes.h"

#include "approximately.h"
#include "constants.h"
#include "drawing/dxf.h"
#include "drawing/paper.h"
#include "drawing/qr_code.h"

using namespace clampet;
using constants::pi;
using drawing::Align;
using drawing::Drawing;
using drawing::Line;
using drawing::Material;
using drawing::Point;
using drawing::Strokes;
using drawing::TextRole;

namespace {

constexpr double height = 0.003;  // of words

void check_at(const Point& got, const Point& wanted) {
    CHECK(got.x == absolute(wanted.x, 1e-9));
    CHECK(got.y == absolute(wanted.y, 1e-9));
}

Strokes of_dimension(Point from, Point to, double offset) {
    Drawing d;
    d.dimension(from, to, offset, "so much");
    return drawing::strokes_of(d, height);
}

/// How many times a text stands in another.
std::size_t times(const std::string& all, const std::string& text) {
    std::size_t count = 0;
    for (auto at = all.find(text); at != all.npos; at = all.find(text, at + 1)) ++count;
    return count;
}

}  // namespace

TEST_CASE("a dimension stands to the left of what it measures", "[drawing][strokes]") {
    // Along x its left is up: witness lines stay 0.4 of the words' height away and go 0.5 past the line.
    const auto level = of_dimension({0, 0}, {0.05, 0}, 0.008);
    REQUIRE(level.strokes.size() == 5);
    check_at(level.strokes[0].points[0], {0, 0.0012});
    check_at(level.strokes[0].points[1], {0, 0.0095});
    check_at(level.strokes[1].points[0], {0.05, 0.0012});
    check_at(level.strokes[2].points[0], {0, 0.008});
    check_at(level.strokes[2].points[1], {0.05, 0.008});
    check_at(level.words.at(0).at, {0.025, 0.008 + 0.75 * height});
    CHECK(level.words[0].align == Align::centre);
    CHECK(level.words[0].role == TextRole::number);
    CHECK(level.words[0].height == height);
    // Heads at both ends, pointing out, each 0.9 of the words' height long.
    const auto &left = level.strokes[3], &right = level.strokes[4];
    CHECK((left.filled && right.filled));
    check_at(left.points[0], {0, 0.008});
    CHECK(left.points[1].x == absolute(0.9 * height, 1e-9));
    check_at(right.points[0], {0.05, 0.008});
    CHECK(right.points[1].x == absolute(0.05 - 0.9 * height, 1e-9));
    CHECK(std::abs(right.points[1].y - right.points[2].y) == relative(0.32 * height, 1e-9));

    // On the other side with a negative offset: all of it mirrored, and the words still upright.
    const auto below = of_dimension({0, 0}, {0.05, 0}, -0.008);
    check_at(below.strokes[0].points[0], {0, -0.0012});
    check_at(below.strokes[0].points[1], {0, -0.0095});
    check_at(below.words.at(0).at, {0.025, -0.008 - 0.75 * height});
    CHECK(below.words[0].angle == absolute(0, 1e-9));

    // Upright, its left is at negative x.
    const auto up = of_dimension({0, 0}, {0, 0.05}, 0.008);
    check_at(up.strokes[2].points[1], {-0.008, 0.05});

    // Aslant, words are never upside down.
    for (int degrees = -180; degrees <= 180; degrees += 15) {
        CAPTURE(degrees);
        const double a = degrees * pi / 180;
        const auto slant = of_dimension({0, 0}, {0.05 * std::cos(a), 0.05 * std::sin(a)}, 0.008);
        const double angle = slant.words.at(0).angle;
        CHECK(angle > -pi / 2 + 1e-9);
        CHECK(angle <= pi / 2 + 1e-9);
        CHECK(std::abs(std::sin(angle - a)) == absolute(0, 1e-9));  // along what it measures
    }
}

TEST_CASE("heads that do not fit between stand outside and point in", "[drawing][strokes]") {
    const double room = 2.5 * 0.9 * height;
    const auto wide = of_dimension({0, 0}, {room * 1.001, 0}, 0.008),
               narrow = of_dimension({0, 0}, {room * 0.999, 0}, 0.008);
    CHECK(wide.strokes[3].points[1].x > 0);
    CHECK(narrow.strokes[3].points[1].x < 0);
    CHECK(wide.strokes[4].points[1].x < room);
    CHECK(narrow.strokes[4].points[1].x > room);
    CHECK(of_dimension({0.01, 0.02}, {0.01, 0.02}, 0.008).strokes.empty());  // nothing between
}

TEST_CASE("arrows have their head at the tip and their words beyond it", "[drawing][strokes]") {
    Drawing d;
    d.arrow({0, 0}, {0.03, 0.04}, "push", Line::force);
    d.arrow({0, 0}, {-0.03, 0}, "pull", Line::accent);
    d.arrow({0, 0}, {0, -0.03}, "", Line::force);
    d.arrow({0.1, 0.1}, {0.1, 0.1}, "nothing", Line::force);
    const auto all = drawing::strokes_of(d, height);
    REQUIRE(all.strokes.size() == 6);
    CHECK(all.strokes[0].line == Line::force);
    CHECK(all.strokes[2].line == Line::accent);
    check_at(all.strokes[1].points[0], {0.03, 0.04});
    REQUIRE(all.words.size() == 2);
    // 3, 4 and 5: the words stand their own height beyond the tip.
    check_at(all.words[0].at, {0.03 + 0.6 * height, 0.04 + 0.8 * height});
    CHECK(all.words[0].align == Align::left);
    CHECK(all.words[1].align == Align::right);
}

TEST_CASE("what has no line is not drawn by a pen", "[drawing][strokes]") {
    Drawing d;
    d.rectangle({0, 0}, {0.02, 0.01}, Material::ink, Line::none);
    d.circle({0, 0}, 0.01, Material::wood, Line::none);
    CHECK(drawing::strokes_of(d).strokes.empty());
    CHECK(drawing::strokes_of(d).rings.empty());
    d.rectangle({0, 0}, {0.02, 0.01}, Material::ink, Line::hidden);
    d.circle({0.5, 0.25}, 0.01, Material::wood, Line::centre);
    d.text({0.1, 0.2}, "by hand", Align::right, TextRole::warning);
    const auto all = drawing::strokes_of(d);
    REQUIRE(all.strokes.size() == 1);
    CHECK(all.strokes[0].closed);
    CHECK_FALSE(all.strokes[0].filled);
    REQUIRE(all.rings.size() == 1);
    CHECK(all.rings[0].line == Line::centre);
    check_at(all.rings[0].centre, {0.5, 0.25});
    REQUIRE(all.words.size() == 1);
    CHECK(all.words[0].align == Align::right);
    CHECK(all.words[0].role == TextRole::warning);
    // Outlines are twice as wide as the others (ISO 128); only hidden lines and centre lines are broken.
    CHECK(drawing::pen_of(Line::outline).width > 1.9 * drawing::pen_of(Line::thin).width);
    CHECK(drawing::pen_of(Line::hidden).width == drawing::pen_of(Line::thin).width);
    CHECK(drawing::pen_of(Line::hidden).dashes.size() == 2);
    CHECK(drawing::pen_of(Line::centre).dashes.size() == 4);
    for (const Line full : {Line::outline, Line::thin, Line::force, Line::accent})
        CHECK(drawing::pen_of(full).dashes.empty());
}

TEST_CASE("a drawing is as large as what is in it, its dimension lines included", "[drawing]") {
    Drawing d;
    CHECK(d.extent().width() == 1);  // of nothing
    d.rectangle({0.01, 0.02}, {0.05, 0.03}, Material::metal);
    CHECK(d.extent().width() == relative(0.04, 1e-12));
    CHECK(d.extent().height() == relative(0.01, 1e-12));
    d.circle({0.05, 0.03}, 0.02);
    check_at(d.extent().high, {0.07, 0.05});
    check_at(d.extent().low, {0.01, 0.01});
    d.dimension({0.01, 0.02}, {0.05, 0.02}, -0.02, "40 mm");  // to the right of left to right: below
    CHECK(d.extent().low.y == absolute(0, 1e-12));
    d.dimension({0.05, 0.02}, {0.01, 0.02}, 0.03, "40 mm");  // to the left of right to left: below too
    CHECK(d.extent().low.y == absolute(-0.01, 1e-12));
    d.arrow({0, 0}, {-0.01, 0.09}, "push");
    check_at(d.extent().high, {0.07, 0.09});
    CHECK(d.extent().low.x == absolute(-0.01, 1e-12));
    d.line({0.2, 0}, {0.3, 0});
    CHECK(d.extent().high.x == absolute(0.3, 1e-12));
    d.text({0.4, 0}, "beside it");
    CHECK(d.extent().high.x == absolute(0.4, 1e-12));
}

TEST_CASE("pages are as many as it takes, and lie as needs fewer", "[drawing][paper]") {
    // A4 less 12 mm at each edge shows 186 by 273 mm; 6 mm stay free round the drawing; pages share 10 mm.
    const auto tiles = [](double width, double high) {
        return drawing::tiling_of({{0, 0}, {width, high}}, drawing::a4);
    };
    CHECK(tiles(0.173, 0.260).pages() == 1);
    CHECK_FALSE(tiles(0.173, 0.260).on_its_side);
    CHECK(tiles(0.260, 0.173).pages() == 1);
    CHECK(tiles(0.260, 0.173).on_its_side);
    CHECK(tiles(0.175, 0.260).pages() == 2);
    // Two pages beside each other show 186 + 176 mm.
    CHECK(tiles(0.349, 0.260).across == 2);
    CHECK(tiles(0.349, 0.260).pages() == 2);
    // 350 mm with their margins: 362 mm is two pages upright, 363 three.
    CHECK(tiles(0.3495, 0.500).pages() == 4);
    const auto many = tiles(1.0, 0.1);
    CHECK(many.on_its_side);  // 273 + 3 · 263 mm show 1.012 m in four
    CHECK(many.across == 4);
    CHECK(many.up == 1);
}

TEST_CASE("a square code is square, dark on light, with its three corners", "[drawing][qr]") {
    const auto code = drawing::qr_code("rig: pole clamp, 2026-11-30", 0.03);
    REQUIRE(code);
    CHECK(code->extent().width() == relative(0.03, 1e-12));
    CHECK(code->extent().height() == relative(0.03, 1e-12));
    // The quiet border: four modules on each side that nothing dark enters. The finder at the upper left begins with a
    // run of seven modules (ISO/IEC 18004, 6.3).
    double left = 1, right = 0, low = 1, high = 0, first_run = 0;
    for (const auto& element : code->elements) {
        const auto& path = std::get<drawing::Path>(element);
        if (path.material != Material::ink) continue;
        left = std::min(left, path.points[0].x);
        right = std::max(right, path.points[2].x);
        low = std::min(low, path.points[0].y);
        high = std::max(high, path.points[2].y);
        if (first_run == 0) first_run = path.points[2].x - path.points[0].x;
    }
    const double module = first_run / 7;
    CHECK(left == relative(4 * module, 1e-9));
    CHECK(right == relative(0.03 - 4 * module, 1e-9));
    CHECK(low == relative(4 * module, 1e-9));
    CHECK(high == relative(0.03 - 4 * module, 1e-9));
    const double modules = 0.03 / module - 8;
    CHECK(modules == absolute(std::round(modules), 1e-6));
    CHECK(std::fmod(std::round(modules) - 21, 4) == 0);  // versions are 21, 25, 29 … wide
    CHECK(drawing::qr_code(std::string(1200, 'x'), 0.05));
    CHECK(drawing::qr_code(std::string(1201, 'x'), 0.05).problem().id == ProblemId("qr.length"));
    CHECK(drawing::qr_code("", 0.05).problem().id == ProblemId("qr.length"));
}

TEST_CASE("a DXF says lines by their layers and letters beyond ASCII by their numbers", "[drawing][dxf]") {
    drawing::Sheet sheet;
    auto& d = sheet.drawing;
    d.line({0, 0}, {0.01, 0}, Line::outline);
    d.line({0, 0}, {0.02, 0}, Line::hidden);
    d.line({0, 0}, {0.03, 0}, Line::centre);
    d.circle({0.01, 0.02}, 0.005, Material::none, Line::thin);
    d.text({0, 0}, "é ⅜ 🎥 ~\t|", Align::right);
    const auto text = drawing::dxf_of(sheet);
    REQUIRE(text);
    CHECK(times(*text, "\\U+00E9") == 1);
    CHECK(times(*text, "\\U+215C") == 1);
    CHECK(times(*text, "\\U+1F3A5") == 1);
    CHECK(times(*text, " ~ |") == 1);  // a tab is a blank
    // A layer in its table and on what is drawn.
    for (const char* layer : {"outline", "hidden", "centre", "thin", "words"}) {
        CAPTURE(layer);
        CHECK(times(*text, std::string("\n") + layer) >= 2);
    }
    CHECK(times(*text, "DASHED") >= 2);
    CHECK(times(*text, "CENTER") >= 2);
    CHECK(times(*text, "AC1009") == 1);
}
