// Blocks of plywood that no sheet is thick enough for: what is sawn, bought, glued and said of them. That blocks are
// laminated of 18 mm, or of what the rest is made of, is common practice; thicknesses as sold are of data/stock.
#include "make/layers.h"

#include <algorithm>
#include <catch2/catch.hpp>

#include "approximately.h"
#include "make/cut_list.h"
#include "make/drills.h"
#include "make/plan.h"
#include "make/shopping.h"

using namespace clampet;
using parts::Workpiece;

namespace {

Workpiece block(double length, double width, double thickness, const char* material = "birch plywood") {
    Workpiece piece;
    piece.name = "block";
    piece.material = material;
    piece.length = length;
    piece.width = width;
    piece.thickness = thickness;
    return piece;
}

Workpiece bar(double diameter, double length) {
    auto piece = block(length, diameter, diameter);
    piece.name = "bar";
    piece.is_round = true;
    return piece;
}

make::Made made(std::vector<Workpiece> pieces) {
    return {{{"it", "It", std::move(pieces)}}, {}};
}

/// The only thing that is sawn for a piece, beside another one if there is one.
make::SawnPiece sawn(Workpiece piece, std::vector<Workpiece> beside = {}) {
    const std::string name = "It" + (beside.empty() ? "" : ": " + piece.name);
    beside.insert(beside.begin(), std::move(piece));
    const auto all = make::sawn_of(made(std::move(beside)));
    REQUIRE(all.front().name.starts_with(name));
    return all.front();
}

}  // namespace

TEST_CASE("a block thicker than any sheet is glued of 18 mm where that comes out", "[make][layers]") {
    const auto jaw = sawn(block(0.072, 0.0455, 0.054));
    REQUIRE(jaw.of);
    CHECK(jaw.of->count == 3);
    CHECK(jaw.piece.count == 3);
    CHECK(jaw.piece.thickness == 0.018);
    CHECK(jaw.piece.length == 0.072);
    CHECK(jaw.name == "It, layer");
    CHECK(jaw.piece.note == "glue 3 to 54 mm");
    CHECK(make::stock_of(jaw.piece) == "birch plywood 18 mm");
    CHECK(make::stock_of(block(0.072, 0.0455, 0.054)) == "birch plywood 54 mm, in layers");

    // Of two alike there are twice as many layers, and as many in each.
    auto two = block(0.072, 0.0455, 0.054);
    two.count = 2;
    CHECK(sawn(two).piece.count == 6);
    CHECK(sawn(two).of->count == 3);
    // 42 mm is two of 21 mm; of 18 mm it would be three, and 12 mm to plane off.
    CHECK(sawn(block(0.1, 0.1, 0.042)).piece.thickness == 0.021);
    CHECK(sawn(block(0.1, 0.1, 0.042)).of->count == 2);
    // 160 mm: nine of 18 mm, 2 mm off.
    const auto spacer = sawn(block(0.07, 0.07, 0.160));
    CHECK(spacer.of->count == 9);
    CHECK(spacer.of->surplus() == relative(0.002, 1e-9));
    CHECK(spacer.piece.note == "glue 9 to 162 mm, bring it to 160 mm");
    // Inch sheets only where just so many are drawn: two of 3/4 in, not ten of 5/8 in for 158 mm.
    CHECK(sawn(block(0.07, 0.07, 0.0381)).piece.thickness == 0.01905);
    CHECK(sawn(block(0.07, 0.07, 0.158)).of->count == 9);
    // What is done to the whole is said after it.
    auto base = block(0.1, 0.1, 0.036);
    base.note = "glued on";
    CHECK(sawn(base).piece.note == "glue 2 to 36 mm; glued on");
}

TEST_CASE("what a sheet is thick enough for is no layer, and timber never is", "[make][layers]") {
    for (const auto& piece : {block(0.1, 0.1, 0.030), block(0.1, 0.1, 0.018), block(0.1, 0.1, 0.054, "beech"),
                              block(0.1, 0.1, 0.054, "aluminium 6082-T6")}) {
        CAPTURE(piece.material, piece.thickness);
        const auto whole = sawn(piece);
        CHECK_FALSE(whole.of);
        CHECK(whole.piece.thickness == piece.thickness);
        CHECK(whole.piece.note.empty());
        CHECK(make::stock_of(piece).find("layers") == std::string::npos);
    }
    CHECK(make::is_layered(block(0.1, 0.1, 0.031)));
    // Chipboard is sold to 38 mm, birch plywood to 30; poplar's thicknesses are not in the table: as plywood's.
    CHECK_FALSE(make::is_layered(block(0.1, 0.1, 0.036, "chipboard")));
    CHECK(make::is_layered(block(0.1, 0.1, 0.040, "chipboard")));
    CHECK(make::is_layered(block(0.1, 0.1, 0.054, "poplar ply")));
    CHECK(sawn(block(0.1, 0.1, 0.054, "poplar ply")).of->count == 3);
}

TEST_CASE("layers are of the sheet that the rest is made of, where little of it is planed off", "[make][layers]") {
    // 72 mm: four of 18 mm or three of 24 mm, as the rest is.
    CHECK(sawn(block(0.1, 0.1, 0.072)).of->count == 4);
    CHECK(sawn(block(0.1, 0.1, 0.072), {block(0.3, 0.2, 0.024)}).of->count == 3);
    // Three of 24 mm for 54 mm would leave 18 mm to plane off.
    CHECK(sawn(block(0.1, 0.1, 0.054), {block(0.3, 0.2, 0.024)}).piece.thickness == 0.018);
    // 6 mm of 18 are sawn off before another sheet is bought; of 120 mm alone five of 24 mm come out.
    CHECK(sawn(bar(0.0774, 0.120), {block(0.3, 0.2, 0.018)}).of->count == 7);
    CHECK(sawn(bar(0.0774, 0.120)).piece.thickness == 0.024);
    // Blocks are not glued of thin sheets, nor of another material.
    CHECK(sawn(block(0.1, 0.1, 0.054), {block(0.3, 0.2, 0.006)}).piece.thickness == 0.018);
    CHECK(sawn(block(0.1, 0.1, 0.072), {block(0.3, 0.2, 0.024, "MDF")}).piece.thickness == 0.018);
}

TEST_CASE("what is round and of plywood is made of squares, or of strips where it is long", "[make][layers]") {
    auto socket = bar(0.058, 0.090);
    socket.wall = 0.012;
    socket.bores.push_back({.diameter = 0.006});
    socket.outline = {{0, 0}, {0.1, 0}, {0.1, 0.1}};
    const auto square = sawn(socket);
    CHECK(square.of->count == 5);
    CHECK(square.piece.length == 0.058);
    CHECK(square.piece.width == 0.058);
    CHECK(square.piece.thickness == 0.018);
    CHECK_FALSE(square.piece.is_round);
    CHECK(square.piece.bores.empty());
    CHECK(square.piece.outline.empty());
    const auto drills = make::drill_list(made({socket}));
    REQUIRE_FALSE(drills.rows.empty());
    const auto row = std::find_if(drills.rows.begin(), drills.rows.end(),
                                  [](const auto& cells) { return cells[2] == "It, along its axis"; });
    REQUIRE(row != drills.rows.end());
    CHECK((*row)[0] == "34 mm (Forstner or hole saw)");
    CHECK((*row)[3] == "through");
    CHECK(square.piece.note == "glue 5 to 90 mm, make it round to 58 mm, bore it to 34 mm");

    const auto strip = sawn(bar(0.036, 0.400));
    CHECK(strip.of->count == 2);
    CHECK(strip.piece.length == 0.400);
    CHECK(strip.piece.width == 0.036);
    CHECK(strip.piece.note == "glue 2 to 36 mm, make it round to 36 mm");

    // One sheet is enough for a disc.
    const auto disc = sawn(bar(0.120, 0.018));
    CHECK_FALSE(disc.of);
    CHECK(disc.name == "It");
    CHECK(disc.piece.length == 0.120);
    CHECK(disc.piece.thickness == 0.018);
    CHECK(disc.piece.note == "make it round to 120 mm");
    CHECK(make::comes_as_sheet(disc.piece));
}

TEST_CASE("the cut list has layers, and says what they really come to", "[make][layers]") {
    auto jaw = block(0.072, 0.0455, 0.054);
    jaw.outline = {{-0.036, -0.02275}, {0.036, -0.02275}, {0.036, 0.02275}, {-0.036, 0.01}};
    jaw.bores.push_back({.diameter = 0.006});
    const auto list = make::cut_list(made({jaw}), {});
    REQUIRE(list);
    REQUIRE(list->rows.size() == 1);
    CHECK(list->rows[0] == std::vector<std::string>{"birch plywood 18 mm", "It, layer", "3", "72 mm", "45.5 mm",
                                                    "18 mm", "76 mm", "glue 3 to 54 mm"});
    const auto said = [&](const char* words) {
        return std::any_of(list->notes.begin(), list->notes.end(),
                           [&](const std::string& note) { return note.find(words) != std::string::npos; });
    };
    CHECK(said("birch plywood 18 mm: 1 of 2400 mm × 600 mm: 3 × It, layer"));
    // 18 mm of birch measures 17.6: three are 52.8.
    CHECK(said("It, layer: 3 of 18 mm measure about 52.8 mm, 1.2 mm less than drawn: one more, or type 52.8 mm"));
    // Nine of 17.6 mm are 158.4, enough for 158 and not for 160.
    const auto falls_short = [](double thickness) {
        const auto notes = make::cut_list(made({block(0.07, 0.07, thickness)}), {})->notes;
        return std::any_of(notes.begin(), notes.end(),
                           [](const std::string& note) { return note.find("less than drawn") != std::string::npos; });
    };
    CHECK(falls_short(0.160));
    CHECK_FALSE(falls_short(0.158));
    // Half a millimetre is not felt.
    CHECK_FALSE(falls_short(0.0532));
    CHECK(falls_short(0.0534));
}

TEST_CASE("layers are sawn and glued before anything is drilled in them, and the glue and the sheet are bought",
          "[make][layers][plan]") {
    rig::Rig rig;
    rig.name = "mount";
    rig::Part part;
    part.id = part.name = "spacer";
    part.kind = "block";
    part.values = {{"height", 0.072}};
    part.origin = parts::Origin::make;
    rig.parts.push_back(*rig::made(part));
    const auto plan = make::plan_of(rig);
    REQUIRE(plan);
    const auto at = [&](const char* key) {
        const auto found =
            std::find_if(plan->steps.begin(), plan->steps.end(), [&](const auto& step) { return step.key == key; });
        if (found == plan->steps.end()) FAIL("no step " << key);
        return static_cast<std::size_t>(found - plan->steps.begin());
    };
    const auto saw = at("spacer/saw/layers"), glue = at("spacer/glue/layers"), mark = at("spacer/mark");
    CHECK(plan->steps[saw].what == "Saw 4 layers for spacer");
    CHECK(plan->steps[saw].hands_on == relative(4 * 6 * 60 * 1.1, 1e-9));
    CHECK(plan->steps[glue].after == std::vector{saw});
    CHECK(plan->steps[glue].waiting == 24 * 3600);
    CHECK(plan->steps[mark].after == std::vector{glue});

    const auto needs = make::needs_of(rig, {}, {}, nullptr);
    REQUIRE(needs);
    const auto wanted = [&](const char* what) {
        return std::any_of(needs->begin(), needs->end(), [&](const auto& need) { return need.what == what; });
    };
    CHECK(wanted("birch plywood 18 mm, 2400 mm × 600 mm"));
    CHECK(wanted("PVA wood glue (D2, D3)"));
}
