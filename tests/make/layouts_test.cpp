// How pieces lie on boards: the drawer first, left-overs back, strips from wider boards, free outlines.
#include "make/layouts.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "make/cut_list.h"
#include "make/outline_nesting.h"
#include "project/workshop_file.h"

using namespace clampet;
using inventory::Board;
using inventory::Item;
using inventory::Workshop;

namespace {

Item item(const std::string& name, double count = 1, bool by_metre = false) {
    Item one;
    one.name = name;
    one.count = count;
    one.by_metre = by_metre;
    return one;
}

parts::Workpiece board(const char* material, double length, double width, double thickness, unsigned count = 1) {
    parts::Workpiece piece;
    piece.name = "board";
    piece.material = material;
    piece.count = count;
    piece.length = length;
    piece.width = width;
    piece.thickness = thickness;
    return piece;
}

make::Made made(std::vector<parts::Workpiece> pieces) {
    return {{{"it", "It", std::move(pieces)}}, {}};
}

const make::Sawing sawing{.kerf = 0.003, .allowance = 0.002, .bar = 2.4, .sheet = 0.6};

}  // namespace

TEST_CASE("a board says by its name what it is", "[inventory][boards]") {
    CHECK(inventory::board_of(item("birch plywood, 600 × 300 × 17.5 mm")) == Board{"birch plywood", 0.6, 0.3, 0.0175});
    CHECK(inventory::board_of(item("birch plywood, 60 x 30 x 1.75 cm")) == Board{"birch plywood", 0.6, 0.3, 0.0175});
    CHECK(inventory::board_of(item("beech, Ø30 × 900 mm")) == Board{"beech", 0.9, 0, 0, 0.03});
    CHECK(inventory::board_of(item("aluminium 6060-T6, Ø25 × 2 × 1000 mm"))->wall == relative(0.002, 1e-12));
    CHECK(inventory::board_of(item("spruce, 45 × 95 mm", 5, true)) == Board{"spruce", 0, 0.095, 0.045});
    for (const char* none :
         {"M6 wing nut", "beech", "beech, 30 mm", "beech, Ø30 × 20 × 900 mm", "nothing, 1 × 2 × 3 mm",
          "beech, 0 × 20 × 30 mm", "beech, a × b × c", "stud, 1/4-20 both ends"})
        CHECK_FALSE(inventory::board_of(item(none)));
    for (const char* name :
         {"birch plywood, 600 × 300 × 17.5 mm", "beech, Ø30 × 900 mm", "aluminium 6060-T6, Ø25 × 2 × 1000 mm"})
        CHECK(inventory::name_of(*inventory::board_of(item(name))) == name);
    CHECK(inventory::known(item("beech, Ø30 × 900 mm")).as == inventory::Known::As::board);
}

TEST_CASE("boards of the drawer come first, the smallest that does", "[make][cutlist]") {
    Workshop drawer;
    drawer.items = {item("birch plywood, 1200 × 600 × 18 mm"), item("birch plywood, 300 × 200 × 17.4 mm")};
    const auto one = make::layouts_of(made({board("birch plywood", 0.25, 0.12, 0.018)}), sawing, &drawer);
    REQUIRE(one.size() == 1);
    REQUIRE(one[0].own.size() == 1);
    CHECK(one[0].own[0].item == "birch plywood, 300 × 200 × 17.4 mm");
    CHECK(one[0].count() == 0);  // nothing is bought
    // What it does not hold lies on the larger one, and what neither holds is bought.
    const auto more = make::layouts_of(
        made({board("birch plywood", 0.25, 0.12, 0.018, 2), board("birch plywood", 2.0, 0.5, 0.018)}), sawing, &drawer);
    REQUIRE(more.size() == 1);
    CHECK(more[0].own.size() == 2);
    CHECK(more[0].sheets.sheets.size() == 1);
    // Another thickness, another material: not from these.
    CHECK(make::layouts_of(made({board("birch plywood", 0.25, 0.12, 0.012)}), sawing, &drawer)[0].own.empty());
    CHECK(make::layouts_of(made({board("MDF", 0.25, 0.12, 0.018)}), sawing, &drawer)[0].own.empty());
    const auto list = make::cut_list(made({board("birch plywood", 0.25, 0.12, 0.018)}), sawing, &drawer);
    REQUIRE(list);
    const auto text = make::text_of(*list);
    CHECK_THAT(text, Catch::Contains("From the drawer, birch plywood, 300 × 200 × 17.4 mm: It"));
    // It measures less than it is called.
    CHECK_THAT(text,
               Catch::Contains("is 0.6 mm thinner than drawn") && Catch::Contains("type 17.4 mm as the thickness"));
    drawer.items = {item("birch plywood, 300 × 200 × 18.4 mm")};
    CHECK_THAT(make::text_of(*make::cut_list(made({board("birch plywood", 0.25, 0.12, 0.018)}), sawing, &drawer)),
               Catch::Contains("0.4 mm thicker than drawn"));
}

TEST_CASE("a board does for another that is called nearly the same", "[make][cutlist]") {
    // Boards are off what they are called by up to 1.5 mm, bars and tubes by 0.3; common practice.
    const auto is_taken = [](const char* owned, parts::Workpiece piece) {
        Workshop drawer;
        drawer.items = {item(owned)};
        return !make::layouts_of(made({std::move(piece)}), sawing, &drawer)[0].own.empty();
    };
    const auto plywood = board("birch plywood", 0.25, 0.12, 0.018);
    CHECK(is_taken("birch plywood, 300 × 200 × 16.6 mm", plywood));
    CHECK_FALSE(is_taken("birch plywood, 300 × 200 × 16.4 mm", plywood));
    CHECK(is_taken("birch plywood, 300 × 200 × 19.4 mm", plywood));
    CHECK_FALSE(is_taken("birch plywood, 300 × 200 × 19.6 mm", plywood));
    auto bar = board("beech", 0.5, 0.03, 0.03);
    bar.is_round = true;
    CHECK(is_taken("beech, Ø30.2 × 900 mm", bar));
    CHECK_FALSE(is_taken("beech, Ø30.4 × 900 mm", bar));
    CHECK(is_taken("beech, Ø29.8 × 900 mm", bar));
    CHECK_FALSE(is_taken("beech, Ø29.6 × 900 mm", bar));
    bar.material = "aluminium 6060-T6";
    bar.stuff = parts::Stuff::metal;
    bar.wall = 0.002;
    CHECK(is_taken("aluminium 6060-T6, Ø30 × 2.2 × 1000 mm", bar));
    CHECK_FALSE(is_taken("aluminium 6060-T6, Ø30 × 2.4 × 1000 mm", bar));
    CHECK_FALSE(is_taken("aluminium 6060-T6, Ø30 × 1000 mm", bar));
}

TEST_CASE("how it is sawn has limits, each told at its field", "[make][cutlist][input]") {
    struct Limit {
        const char* where;
        double make::Sawing::*of;
        double least, most;
    };
    for (const auto& limit :
         {Limit{"kerf", &make::Sawing::kerf, 0, 0.020}, Limit{"allowance", &make::Sawing::allowance, 0, 0.020},
          Limit{"length", &make::Sawing::bar, 0.1, 20}, Limit{"sheet", &make::Sawing::sheet, 0.05, 5}}) {
        CAPTURE(limit.where);
        for (const double good : {limit.least, limit.most}) {
            auto with = sawing;
            with.*limit.of = good;
            CHECK(make::check(with));
        }
        for (const double bad : {limit.least - 1e-6, limit.most * 1.0001, std::nan("")}) {
            auto with = sawing;
            with.*limit.of = bad;
            const auto refused = make::check(with);
            REQUIRE_FALSE(refused);
            CHECK(refused.problem().where == limit.where);
        }
    }
}

TEST_CASE("a board of another thickness than drawn is told from 0.2 mm on", "[make][cutlist]") {
    const auto told = [](const char* owned) {
        Workshop drawer;
        drawer.items = {item(owned)};
        const auto text =
            make::text_of(*make::cut_list(made({board("birch plywood", 0.25, 0.12, 0.018)}), sawing, &drawer));
        return text.find("than drawn") != std::string::npos;
    };
    CHECK(told("birch plywood, 300 × 200 × 17.79 mm"));
    CHECK_FALSE(told("birch plywood, 300 × 200 × 17.81 mm"));
    CHECK(told("birch plywood, 300 × 200 × 18.21 mm"));
    CHECK_FALSE(told("birch plywood, 300 × 200 × 18.19 mm"));
}

TEST_CASE("what is left over goes back into the drawer, what was used is out", "[make][cutlist]") {
    Workshop drawer;
    drawer.items = {item("beech, Ø30 × 900 mm", 2), item("M6 wing nut", 4)};
    parts::Workpiece bar = board("beech", 0.5, 0.03, 0.03, 2);
    bar.is_round = true;
    const auto layouts = make::layouts_of(made({bar}), sawing, &drawer);
    REQUIRE(layouts[0].own.size() == 2);  // 504 mm each: one to a bar of 900
    const auto after = make::sawn_out(drawer, layouts, sawing);
    REQUIRE(after.items.size() == 2);
    CHECK(after.items[0].name == "M6 wing nut");
    // 900 − 504 − 3 mm of kerf.
    CHECK(after.items[1].name == "beech, Ø30 × 393 mm");
    CHECK(after.items[1].count == 2);
    // Of what is bought too; and stubs under 100 mm are thrown away.
    const auto left = make::left_overs_of(make::layouts_of(made({board("oak", 1.0, 0.06, 0.02)}), sawing), sawing);
    REQUIRE(left.size() == 1);
    CHECK(left[0].name == "oak, 1396 × 60 × 20 mm");
    CHECK(make::left_overs_of(make::layouts_of(made({board("oak", 2.35, 0.06, 0.02)}), sawing), sawing).empty());
    CHECK(make::left_overs_of(make::layouts_of(made({board("oak", 2.29, 0.06, 0.02)}), sawing), sawing).size() == 1);
    CHECK(make::left_overs_of(make::layouts_of(made({board("oak", 2.30, 0.06, 0.02)}), sawing), sawing).empty());
}

TEST_CASE("strips of one thickness are ripped from one board where that takes no more wood", "[make][cutlist]") {
    // 55 and 35 mm and the cut between lie side by side on a board of 94 mm; apart they would be ripped from 60
    // and 38.1 (sizes as sold: EN 1313-1, PS 20, from memory).
    const auto together =
        make::layouts_of(made({board("spruce", 2.2, 0.055, 0.020), board("spruce", 2.2, 0.035, 0.020)}), sawing);
    REQUIRE(together.size() == 1);
    CHECK(together[0].count() == 1);
    CHECK(together[0].is_sheet());
    CHECK(together[0].width == relative(0.094, 1e-9));
    CHECK_THAT(together[0].stock, Catch::Contains("board of"));
    // 100 and 20 mm would take a board of 139.7: more than 100 and 20.5.
    const auto apart =
        make::layouts_of(made({board("spruce", 2.2, 0.1, 0.02), board("spruce", 2.2, 0.02, 0.02)}), sawing);
    CHECK(apart.size() == 2);
}

TEST_CASE("free outlines lie closer than the rectangles about them", "[make][nesting]") {
    // Two right-angled triangles make a rectangle: one sheet holds both, as rectangles it takes two.
    make::Cut triangle{0.5, 0.3};
    triangle.outline = {{-0.25, -0.15}, {0.25, -0.15}, {-0.25, 0.15}};
    const std::vector<make::Cut> two{triangle, triangle};
    CHECK(make::nest_on_sheets(two, 0.52, 0.32, 0).sheets.size() == 2);
    const auto nested = make::nest_outlines(two, 0.52, 0.32, 0);
    REQUIRE(nested.sheets.size() == 1);
    CHECK(nested.fewest);
    CHECK(nested.sheets[0][0].is_half_turned != nested.sheets[0][1].is_half_turned);
    CHECK(make::is_better(nested, make::nest_on_sheets(two, 0.52, 0.32, 0), two));
    // Just as large, with room for the cut between them only where there is some.
    CHECK(make::nest_outlines(two, 0.5, 0.3, 0).sheets.size() == 1);
    CHECK(make::nest_outlines(two, 0.5, 0.3, 0.01).sheets.size() == 2);
    CHECK(make::nest_outlines(two, 0.4, 0.3, 0).too_large.size() == 2);
    // No two of them meet: areas of what lies there are apart, however many.
    std::vector<make::Cut> many(14, triangle);
    many.push_back({0.2, 0.1});
    const auto all = make::nest_outlines(many, 2.4, 0.6, 0.003);
    std::size_t laid = 0;
    for (const auto& sheet : all.sheets) laid += sheet.size();
    CHECK(laid == many.size());
    const auto at = [&](const make::Laid& l, double x, double y) {  // whether a point lies in it
        const double u = (x - l.x - 0.25) * (l.is_half_turned ? -1 : 1),
                     w = (y - l.y - 0.15) * (l.is_half_turned ? -1 : 1);
        return parts::is_inside(triangle.outline, {u, w});
    };
    for (const auto& sheet : all.sheets)
        for (double x = 0.01; x < 2.4; x += 0.017)
            for (double y = 0.01; y < 0.6; y += 0.013)
                CHECK(std::count_if(sheet.begin(), sheet.end(),
                                    [&](const make::Laid& l) { return l.cut < 14 && at(l, x, y); }) <= 1);
}

TEST_CASE("tapered boards of a sheet are laid by their outlines", "[make][cutlist]") {
    auto wedge = board("birch plywood", 1.0, 0.30, 0.018, 2);
    wedge.outline = {{-0.5, -0.15}, {0.5, -0.15}, {0.5, -0.10}, {-0.5, 0.15}};
    make::Sawing narrow = sawing;
    narrow.sheet = 0.40;
    narrow.bar = 1.1;
    const auto layouts = make::layouts_of(made({wedge}), narrow);
    REQUIRE(layouts.size() == 1);
    CHECK(layouts[0].sheets.sheets.size() == 1);
    // They are drawn as they lie: with the sheet, two paths of four corners that are no rectangles.
    std::size_t slanted = 0;
    for (const auto& element : make::drawing_of(layouts, narrow).elements)
        if (const auto* path = std::get_if<drawing::Path>(&element))
            slanted += path->points.size() == 4 && std::abs(path->points[2].y - path->points[3].y) > 0.01;
    CHECK(slanted == 2);
}

TEST_CASE("what the drawer says of a board is kept in its file", "[inventory][boards]") {
    Workshop drawer;
    drawer.items = {item("spruce, 95 × 45 mm", 6, true), item("oak, 500 × 60 × 20 mm")};
    drawer.items[0].price = 3.2;
    drawer.items[0].delivery = 3 * 86400;
    drawer.items[1].salvaged = true;
    const auto text = project::write_workshop(drawer);
    const auto back = project::read_workshop(text);
    REQUIRE(back);
    CHECK(*back == drawer);
    const auto days = project::read_workshop(
        R"({"format":"clampet-workshop","schema":1,"items":[{"name":"oak, 1 x 2 x 3 mm","delivery":"5 days"}]})");
    REQUIRE(days);
    CHECK(days->items[0].delivery == 5 * 86400);
    drawer.items[0].delivery = 400 * 86400.0;
    CHECK((inventory::validate(drawer).problem().id == "workshop.impossible_delivery"));
}
