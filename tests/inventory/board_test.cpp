#include "inventory/board.h"

#include "approximately.h"
#include "inventory/workshop.h"

using namespace clampet;
using inventory::Board;
using inventory::board_of;
using inventory::Item;
using inventory::name_of;
using inventory::Workshop;

namespace {

Item item_named(const std::string& name, bool by_metre = false) {
    Item item;
    item.name = name;
    item.by_metre = by_metre;
    return item;
}

/// A workshop with one thing, which `change` spoils.
template <class Change>
Status with_item(const Change& change) {
    Workshop workshop;
    workshop.items = {item_named("M6 wing nut"), item_named("M8 nut")};
    change(workshop.items[1]);
    return validate(workshop);
}

}  // namespace

TEST_CASE("boards, bars and tubes are known by material and sizes", "[inventory][board]") {
    struct Case {
        const char* name;
        bool by_metre;
        Board board;
    };
    const std::vector<Case> cases{
        {"birch plywood, 600 × 300 × 17.5 mm", false, {"birch plywood", 0.6, 0.3, 0.0175, 0, 0}},
        {"birch plywood, 600x300x17.5", false, {"birch plywood", 0.6, 0.3, 0.0175, 0, 0}},
        {"birch plywood, 60 X 30 X 1.75 cm", false, {"birch plywood", 0.6, 0.3, 0.0175, 0, 0}},
        {"birch plywood, 0.6 m × 300 mm × 18 mm", false, {"birch plywood", 0.6, 0.3, 0.018, 0, 0}},
        // Along the grain it may be shorter than it is wide; what is thin is the thickness.
        {"birch plywood, 100 × 300 × 18 mm", false, {"birch plywood", 0.1, 0.3, 0.018, 0, 0}},
        {"birch plywood, 100 × 18 × 300 mm", false, {"birch plywood", 0.1, 0.3, 0.018, 0, 0}},
        {"spruce, 95 × 45 mm", true, {"spruce", 0, 0.095, 0.045, 0, 0}},
        {"beech, Ø30 × 900 mm", false, {"beech", 0.9, 0, 0, 0.03, 0}},
        {"beech, Ø30", true, {"beech", 0, 0, 0, 0.03, 0}},
        {"aluminium 6060-T6, Ø25 × 2 × 1000 mm", false, {"aluminium 6060-T6", 1, 0, 0, 0.025, 0.002}},
        {"aluminium 6060-T6, Ø25 × 2 mm", true, {"aluminium 6060-T6", 0, 0, 0, 0.025, 0.002}},
        {"oak, 24 × 4 × 1 in", false, {"oak", 24 * 0.0254, 4 * 0.0254, 0.0254, 0, 0}},
    };
    for (const auto& c : cases) {
        CAPTURE(c.name);
        const auto board = board_of(item_named(c.name, c.by_metre));
        REQUIRE(board);
        CHECK(board->material == c.board.material);
        CHECK(board->length == absolute(c.board.length, 1e-9));
        CHECK(board->width == absolute(c.board.width, 1e-9));
        CHECK(board->thickness == absolute(c.board.thickness, 1e-9));
        CHECK(board->diameter == absolute(c.board.diameter, 1e-9));
        CHECK(board->wall == absolute(c.board.wall, 1e-9));
        CHECK(board->is_round() == (c.board.diameter > 0));
        // What it is called is read as it again.
        const auto again = board_of(item_named(name_of(*board), c.by_metre));
        REQUIRE(again);
        CHECK(again->length == absolute(board->length, 1e-6));
        CHECK(again->thickness == absolute(board->thickness, 1e-6));
        CHECK(again->diameter == absolute(board->diameter, 1e-6));
        CHECK(again->wall == absolute(board->wall, 1e-6));
        CHECK(known(item_named(c.name, c.by_metre)).as == inventory::Known::As::board);
        CHECK(known(item_named(c.name, c.by_metre)).says == (board->is_round() ? "bar or tube" : "board"));
    }
    CHECK(name_of({"birch plywood", 0.6, 0.3, 0.0175, 0, 0}) == "birch plywood, 600 × 300 × 17.5 mm");
    CHECK(name_of({"spruce", 0, 0.095, 0.045, 0, 0}) == "spruce, 95 × 45 mm");
    CHECK(name_of({"beech", 0.9, 0, 0, 0.03, 0}) == "beech, Ø30 × 900 mm");
    CHECK(name_of({"steel S235", 1, 0, 0, 0.025, 0.0015}) == "steel S235, Ø25 × 1.5 × 1000 mm");
}

TEST_CASE("what is no board is none", "[inventory][board]") {
    for (const char* name :
         {"birch plywood", "600 × 300 × 18 mm", "unobtainium, 600 × 300 × 18 mm", "birch plywood, 600 × 300 mm",
          "birch plywood, 600 × 300 × 18 × 5 mm", "birch plywood, 600 × 0 × 18 mm", "birch plywood, 600 × -3 × 18 mm",
          "birch plywood, 600 × 300 × 18 kg", "birch plywood, as long as my arm", "beech, Ø30 mm",
          "aluminium 6060-T6, Ø25 × 12.5 × 1000 mm", "aluminium 6060-T6, Ø25 × 2 × 1000 × 3 mm", "beech, ", ""}) {
        CAPTURE(name);
        CHECK_FALSE(board_of(item_named(name)));
    }
    CHECK_FALSE(board_of(item_named("spruce, 2000 × 95 × 45 mm", true)));  // by the metre it has no length
    CHECK_FALSE(board_of(item_named("aluminium 6060-T6, Ø25 × 2 × 1000 mm", true)));
    auto block = item_named("birch plywood, 600 × 300 × 18 mm");
    block.kind = "block";  // it says itself what it is
    CHECK_FALSE(board_of(block));
}

TEST_CASE("a tube of the drawer is a board too", "[inventory][board]") {
    Item tube = item_named("the tube from the old stand");
    tube.kind = "tube";
    tube.values = {
        {"material", std::string("aluminium 6060-T6")}, {"diameter", 0.025}, {"wall", 0.002}, {"length", 1.2}};
    const auto board = board_of(tube);
    REQUIRE(board);
    CHECK(*board == Board{"aluminium 6060-T6", 1.2, 0, 0, 0.025, 0.002});
    for (const char* key : {"material", "diameter", "length"}) {
        CAPTURE(key);
        Item without = tube;
        without.values.erase(key);
        CHECK_FALSE(board_of(without));
    }
    tube.values.erase("wall");
    CHECK(board_of(tube)->wall == 0);
}

TEST_CASE("what a workshop cannot have is refused, and its place is said", "[inventory][input]") {
    CHECK(with_item([](Item&) {}));
    const double nan = std::numeric_limits<double>::quiet_NaN();
    struct Case {
        const char* where;
        std::function<void(Item&)> spoil;
    };
    const std::vector<Case> cases{
        {"/items/1/name", [](Item& i) { i.name.clear(); }},
        {"/items/1/name", [](Item& i) { i.name.assign(201, 'x'); }},
        {"/items/1/count", [](Item& i) { i.count = -1; }},
        {"/items/1/count", [nan](Item& i) { i.count = nan; }},
        {"/items/1/count", [](Item& i) { i.count = 1.1e7; }},
        {"/items/1/pack", [](Item& i) { i.pack = 0; }},
        {"/items/1/pack", [nan](Item& i) { i.pack = nan; }},
        {"/items/1/price", [](Item& i) { i.price = -0.01; }},
        {"/items/1/price", [nan](Item& i) { i.price = nan; }},
        {"/items/1/delivery", [](Item& i) { i.delivery = -1; }},
        {"/items/1/delivery", [](Item& i) { i.delivery = 367 * 86400.0; }},
        {"/items/1/kind", [](Item& i) { i.kind = "teleporter"; }},
    };
    for (const auto& c : cases) {
        const auto status = with_item(c.spoil);
        CAPTURE(c.where);
        REQUIRE_FALSE(status);
        CHECK(status.problem().where == c.where);
        CHECK_FALSE(status.problem().remedy.empty());
    }
    for (const auto& keep : std::vector<std::function<void(Item&)>>{
             [](Item& i) { i.name.assign(200, 'x'); }, [](Item& i) { i.count = 0; }, [](Item& i) { i.count = 1e7; },
             [](Item& i) { i.price = 0; }, [](Item& i) { i.delivery = 366 * 86400.0; },
             [](Item& i) { i.kind = "tube"; }})
        CHECK(with_item(keep));

    Workshop workshop;
    workshop.hands = {{"the assistant", 0.5}, {"", 1}};
    CHECK(validate(workshop).problem().where == "/hands/1");
    workshop.hands = {{"the assistant", rig::weakest_hand * 0.99}};
    CHECK(validate(workshop).problem().where == "/hands/0");
    workshop.hands = {{"the assistant", rig::strongest_hand * 1.01}};
    CHECK_FALSE(validate(workshop));
    workshop.hands = {{"the assistant", rig::weakest_hand}, {"the grip", rig::strongest_hand}};
    CHECK(validate(workshop));

    inventory::Printer printer;
    printer.name = "the printer in the corner";
    workshop.printers = {printer};
    CHECK(validate(workshop));
    for (const auto& spoil : std::vector<std::function<void(inventory::Printer&)>>{
             [](auto& p) { p.name.clear(); }, [](auto& p) { p.walls = 0; }, [](auto& p) { p.walls = 1.01; },
             [](auto& p) { p.infill = -0.01; }, [](auto& p) { p.infill = 1.01; }}) {
        auto other = printer;
        spoil(other);
        workshop.printers = {printer, other};
        REQUIRE_FALSE(validate(workshop));
        CHECK(validate(workshop).problem().where == "/printers/1");
    }
    printer.material = "moon dust";
    workshop.printers = {printer};
    CHECK(validate(workshop).problem().where == "/printers/0/material");
}

TEST_CASE("how many of a thing there are is all of its rows", "[inventory]") {
    Workshop workshop;
    workshop.items = {item_named("M6 wing nut"), item_named("M6 nut"), item_named("M6 wing nut")};
    workshop.items[0].count = 3;
    workshop.items[2].count = 0.5;
    CHECK(owned(workshop, "M6 wing nut") == 3.5);
    CHECK(owned(workshop, "M6 nut") == 1);
    CHECK(owned(workshop, "M6") == 0);
    // Adapters are those of which there is a whole one.
    workshop.items = {item_named("3/8-16 male to 1/4-20 female"), item_named("1/4-20 male to 1/4-20 male"),
                      item_named("bush 3/8-16 male to 1/4-20 female"), item_named("M6 wing nut")};
    workshop.items[0].count = 2.7;
    workshop.items[1].count = 0.9;
    const auto adapters = adapters_of(workshop);
    REQUIRE(adapters.size() == 2);
    CHECK(adapters[0].count == 2);
    CHECK(adapters[1].name == "bush 3/8-16 male to 1/4-20 female");
}
