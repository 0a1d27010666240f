// The drawer: what is known of what it holds, its file, tables in and out.
#include <filesystem>
#include <fstream>

#include "approximately.h"
#include "inventory/csv.h"
#include "project/stockroom.h"
#include "project/workshop_file.h"

using namespace clampet;
using inventory::Item;
using inventory::Known;

namespace {

struct Folder {
    std::filesystem::path path;
    Folder() {
        std::string name = (std::filesystem::temp_directory_path() / "clampet-tests-XXXXXX").string();
        REQUIRE(mkdtemp(name.data()));
        path = name;
    }
    ~Folder() { std::filesystem::remove_all(path); }
};

Item item(const std::string& name, double count = 1) {
    Item i;
    i.name = name;
    i.count = count;
    return i;
}

}  // namespace

TEST_CASE("things of the drawer are known by what they are called", "[inventory]") {
    using As = Known::As;
    const auto known = inventory::known(item("3/8-16 male to 1/4-20 female", 4));
    CHECK(known.as == As::adapter);
    REQUIRE(known.adapter);
    CHECK(known.adapter->a == catalogue::ThreadEnd{"3/8-16 UNC", true});
    CHECK(known.adapter->b == catalogue::ThreadEnd{"1/4-20 UNC", false});
    CHECK(known.adapter->count == 4);
    CHECK(inventory::known(item("stud, 1/4-20 both ends")).as == As::adapter);
    CHECK(inventory::known(item("star knob, Ø50")).as == As::stock);
    CHECK(inventory::known(item("pocket LED light")).as == As::device);
    auto head = item("My head");
    head.kind = "ball_cup";
    CHECK(inventory::known(head).as == As::part);
    CHECK_FALSE(inventory::known(item("odd brass thing")).is_known());
    inventory::Workshop workshop;
    workshop.items = {item("stud, 1/4-20 both ends", 2), item("3/8-16 male to 1/4-20 female", 0),
                      item("stud, 1/4-20 both ends", 3)};
    CHECK(inventory::adapters_of(workshop).size() == 2);  // none is there of the other
    CHECK(inventory::owned(workshop, "stud, 1/4-20 both ends") == 5);
}

TEST_CASE("tables are read as spreadsheets write them", "[inventory][csv]") {
    // A byte order mark, semicolons, decimal commas, quotes with quotes, CRLF, an unknown column and name.
    const auto items = inventory::read_csv(
        "\xEF\xBB\xBFName;Count;Price;Pack;Shelf\r\n\"Knob, \"\"big\"\"\";12;3,50;5;left\r\n\r\nodd thing;;;;\r\n");
    REQUIRE(items);
    REQUIRE(items->size() == 2);
    CHECK((*items)[0].name == "Knob, \"big\"");
    CHECK((*items)[0].count == 12);
    CHECK(*(*items)[0].price == relative(3.5, 1e-12));
    CHECK((*items)[0].pack == 5);
    CHECK((*items)[0].note == "shelf: left");
    CHECK((*items)[1].count == 1);
    const auto tabs = inventory::read_csv("name\tcount\nscrew, M6\t3\n");
    REQUIRE(tabs);
    CHECK(tabs->front().name == "screw, M6");
    // Out and in again: the same.
    std::vector<Item> all{item("a, \"b\"\nc", 2.5), item("plain")};
    all[0].price = 1.25;
    all[0].note = "x; y";
    all[1].kind = "plate";
    const auto again = inventory::read_csv(inventory::write_csv(all));
    REQUIRE(again);
    CHECK(*again == all);
    CHECK(inventory::read_csv("name\n")->empty());
}

TEST_CASE("tables that are wrong say in which line", "[inventory][csv][input]") {
    const auto refused = [](const char* text) {
        const auto read = inventory::read_csv(text);
        REQUIRE_FALSE(read);
        CHECK_FALSE(read.problem().remedy.empty());
        return read.problem().where;
    };
    CHECK(refused("what,count\nx,1\n") == "line 1");
    CHECK(refused("") == "line 1");
    CHECK(refused("name,count\na,1\nb,many\n") == "line 3, count");
    CHECK(refused("name,count\na,nan\n") == "line 2, count");
    CHECK(refused("name,count\na,-1\n") == "line 2");
    CHECK(refused("name,pack\na,0\n") == "line 2");
    CHECK(refused("name,kind\na,teapot\n") == "line 2");
    CHECK(refused("name,count\n,4\n") == "line 2");
    CHECK(refused("name\n\"open\nand on\n") == "line 2");
}

TEST_CASE("a drawer has room for so many items, and no more", "[project][workshop]") {
    inventory::Workshop drawer;
    drawer.items.assign(20'000, Item{});
    for (auto& item : drawer.items) item.name = "M6 wing nut", item.count = 1;
    CHECK(inventory::validate(drawer));
    drawer.items.push_back(drawer.items.back());
    CHECK(inventory::validate(drawer).problem().id == ProblemId("workshop.too_many_items"));
}

TEST_CASE("a workshop's file gives back what was written, and refuses what is none", "[project][workshop]") {
    const auto demo = project::demo_workshop();
    CHECK(demo.items.size() > 10);
    const auto text = project::write_workshop(demo);
    const auto read = project::read_workshop(text);
    REQUIRE(read);
    CHECK(*read == demo);
    CHECK(project::write_workshop(*read) == text);
    std::size_t unknown = 0;
    for (const auto& i : demo.items) unknown += !inventory::known(i).is_known();
    CHECK(unknown == 1);  // the odd brass thing
    const auto refused = [](std::string wrong) {
        const auto bad = project::read_workshop(wrong);
        REQUIRE_FALSE(bad);
        return bad.problem();
    };
    CHECK(refused("{").id == ProblemId("json.cut_off"));
    CHECK(refused("[]").id == ProblemId("file.not_an_object"));
    CHECK(refused(R"({"format": "clampet-rig", "schema": 1, "items": []})").id == ProblemId("workshop.not_one"));
    CHECK(refused(R"({"format": "clampet-workshop", "schema": 9, "items": []})").id ==
          ProblemId("workshop.unknown_schema"));
    const auto count =
        refused("{\"format\": \"clampet-workshop\", \"schema\": 1,\n\"items\": [{\"name\": \"x\",\n\"count\": -2}]}");
    CHECK(count.id == ProblemId("workshop.impossible_count"));
    CHECK_THAT(count.where, Catch::StartsWith("line 3"));
    CHECK(refused(R"({"format": "clampet-workshop", "schema": 1, "items": [{"name": "x", "kind": "teapot"}]})")
              .where.find("kind") != std::string::npos);
    CHECK_FALSE(project::read_workshop(
        R"({"format": "clampet-workshop", "schema": 1, "items": [{"name": "x", "colour": 1}]})"));
}

TEST_CASE("the stockroom keeps every change in its file, and takes it back", "[project][workshop]") {
    const Folder folder;
    const auto path = folder.path / "deep" / "workshop.json";
    project::Stockroom room;
    REQUIRE(room.open(path));  // none yet: an empty one, and no file is made
    CHECK_FALSE(std::filesystem::exists(path));
    int told = 0;
    const auto subscription = room.observe([&] { ++told; });
    REQUIRE(room.put({item("M6 wing nut", 4), item("odd thing")}, "table"));
    REQUIRE(room.put({item("M6 wing nut", 3)}, "table"));
    CHECK(room.workshop().items.size() == 2);
    CHECK(room.workshop().items.front().count == 7);
    CHECK(told == 2);
    project::Stockroom other;
    REQUIRE(other.open(path));
    CHECK(other.workshop() == room.workshop());
    REQUIRE(room.undo());
    REQUIRE(other.open(path));
    CHECK(other.workshop().items.front().count == 4);
    REQUIRE(room.redo());
    CHECK(room.workshop().items.front().count == 7);
    auto wrong = room.workshop();
    wrong.items.front().count = std::nan("");
    CHECK(room.change(wrong, "x").problem().id == ProblemId("workshop.impossible_count"));
    CHECK(room.workshop().items.front().count == 7);
    // A broken file is refused and left alone; what is in use stays.
    std::ofstream(folder.path / "broken.json") << "{";
    CHECK_FALSE(room.open(folder.path / "broken.json"));
    CHECK(room.workshop().items.size() == 2);
    CHECK(*room.path() == path);
    // Where it cannot be written, the change is told and kept in memory.
    std::ofstream(folder.path / "file") << "x";
    project::Stockroom stuck;
    REQUIRE(stuck.open(folder.path / "file" / "workshop.json"));
    CHECK_FALSE(stuck.put({item("nut")}, "x"));
    CHECK(stuck.workshop().items.size() == 1);
}
