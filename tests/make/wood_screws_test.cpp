#include "make/wood_screws.h"

#include "approximately.h"
#include "constants.h"
#include "make/drills.h"

using namespace clampet;
using constants::inch;
using make::MadePart;
using make::wood_screws_of;
using parts::Workpiece;

namespace {

/// A board that is glued and screwed over its length.
Workpiece board(double length, double width, double thickness) {
    Workpiece piece;
    piece.name = "cheek";
    piece.material = "birch plywood";
    piece.length = length;
    piece.width = width;
    piece.thickness = thickness;
    piece.note = "glued and screwed";
    return piece;
}

MadePart of(const std::vector<Workpiece>& pieces) {
    return {"yoke", "Yoke", pieces};
}

}  // namespace

TEST_CASE("a glued board has screws for its thickness, as they are sold", "[make][common practice]") {
    struct Case {
        double thickness;
        const char* row;
        double length;  // in
    };
    for (const auto& c : std::vector<Case>{{0.009, "#6 wood screw", 1},
                                           {0.0119, "#6 wood screw", 1.25},
                                           {0.0121, "#8 wood screw", 1.25},
                                           {0.018, "#8 wood screw", 2},
                                           {0.0199, "#8 wood screw", 2},
                                           {0.0201, "#10 wood screw", 2},
                                           {0.024, "#10 wood screw", 2.5},
                                           {0.06, "#10 wood screw", 3}}) {
        CAPTURE(c.thickness);
        const auto piece = board(0.2, 0.1, c.thickness);
        const auto screws = wood_screws_of(of({piece}), piece);
        REQUIRE(screws);
        CHECK(screws->row->name == c.row);
        CHECK(screws->length == relative(c.length * inch, 1e-9));
        // Never less than two and a half boards, where so long a one is sold.
        if (c.length < 3) CHECK(screws->length >= 2.5 * c.thickness - 1e-6);
    }
    // The thinnest board of the part decides; a round bar is none.
    auto thick = board(0.2, 0.1, 0.024), thin = board(0.2, 0.1, 0.009);
    CHECK(wood_screws_of(of({thick, thin}), thick)->row->name == "#6 wood screw");
    thin.is_round = true;
    CHECK(wood_screws_of(of({thick, thin}), thick)->row->name == "#10 wood screw");
}

TEST_CASE("screws are as many as the joint is long, of all pieces alike", "[make][common practice]") {
    auto piece = board(0.3, 0.1, 0.018);
    CHECK(wood_screws_of(of({piece}), piece)->count == 5);  // one to 60 mm
    piece.count = 2;
    CHECK(wood_screws_of(of({piece}), piece)->count == 10);
    piece = board(0.3, 0.18, 0.018);
    piece.note = "end glued and screwed";  // an end is as long as the board is wide
    CHECK(wood_screws_of(of({piece}), piece)->count == 3);
    piece = board(0.04, 0.03, 0.018);
    CHECK(wood_screws_of(of({piece}), piece)->count == 2);
    piece = board(2, 0.3, 0.018);
    CHECK(wood_screws_of(of({piece}), piece)->count == 8);
    piece.note = "glued";
    CHECK_FALSE(wood_screws_of(of({piece}), piece));
    piece.note = "glued and screwed";
    piece.stuff = parts::Stuff::plastic;
    CHECK_FALSE(wood_screws_of(of({piece}), piece));
}

TEST_CASE("pilots are wider in harder wood", "[make]") {
    const auto piece = board(0.2, 0.1, 0.018);
    const auto screws = *wood_screws_of(of({piece}), piece);
    CHECK(make::name_of(screws) == "#8 wood screw, 51 mm");
    // Oak is over 600 kg/m3, spruce under 500.
    const double oak = make::pilot_of(screws, "oak"), spruce = make::pilot_of(screws, "spruce");
    CHECK(oak > spruce);
    CHECK(oak == screws.row->size("pilot_hard"));
    CHECK(spruce == screws.row->size("pilot_soft"));
    CHECK(make::pilot_of(screws, "no such wood") == screws.row->size("pilot_medium"));
    // Neither wider than the screw's shank (4.2 mm of a #8; common practice).
    CHECK(oak < 0.0042);
    CHECK(spruce > 0.001);
}

TEST_CASE("both drills of a wood screw are of one series", "[make][common practice]") {
    // A #10's clearance is 5.1 mm; its pilot in softwood, 1.93 mm, would be a number drill to the hundredth.
    auto piece = board(0.2, 0.1, 0.024);
    piece.material = "spruce";
    const auto notes = make::drill_list({{of({piece})}, {}}).notes;
    REQUIRE_FALSE(notes.empty());
    CHECK_THAT(notes.front(), Catch::Contains("5.1 mm through the first board, pilot 2 mm in the other"));
}
