#include "catalogue/adapters.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <set>

#include "catalogue/material.h"
#include "catalogue/stock.h"
#include "catalogue/thread.h"

using namespace clampet;
using catalogue::read_end;

namespace {
auto route(const char* from, const char* to, std::vector<catalogue::Adapter> stock = {}) {
    return catalogue::adapter_route(*read_end(from), *read_end(to), stock);
}
}  // namespace

TEST_CASE("the shortest chain of adapters", "[adapters]") {
    CHECK(route("1/4-20 male", "1/4-20 female")->empty());
    const auto bush = route("1/4-20 male", "3/8-16 female");
    REQUIRE(bush);
    REQUIRE(bush->size() == 1);
    CHECK_THAT(bush->front().adapter.name, Catch::StartsWith("bush"));
    CHECK(bush->front().in.mates(*read_end("1/4-20 male")));
    CHECK(bush->front().out.mates(*read_end("3/8-16 female")));
    const auto two = route("5/8-27 male", "1/4-20 male");
    REQUIRE(two);
    for (std::size_t i = 1; i < two->size(); ++i) CHECK((*two)[i].in.mates((*two)[i - 1].out));
    const auto none = route("M2 male", "1/4-20 female");
    REQUIRE_FALSE(none);
    CHECK_THAT(none.problem().remedy, Catch::Contains("insert"));
}

TEST_CASE("every adapter that can be bought has two threads that are known, a name of its own and a source",
          "[adapters]") {
    std::set<std::string> names;
    for (const auto& adapter : catalogue::adapters()) {
        CAPTURE(adapter.name);
        CHECK(names.insert(adapter.name).second);
        for (const auto& end : {adapter.a, adapter.b})
            CHECK((catalogue::plain_end(end.designation) || catalogue::thread_named(end.designation)));
    }
    CHECK(names.size() > 40);
    // A microphone clip goes on a camera stud in one step.
    CHECK(route("1/4-20 male", "5/8-27 female")->size() == 1);
}

TEST_CASE("a shoe, a light stand's stud and wood are ends too", "[adapters]") {
    for (const auto& plain : catalogue::plain_ends) {
        const auto in = read_end(plain.male), takes = read_end(plain.female);
        REQUIRE(in);
        REQUIRE(takes);
        CHECK(in->mates(*takes));
        CHECK(catalogue::name_of(*in) == plain.male);
        CHECK(catalogue::name_of(*takes) == plain.female);
    }
    // A clip with 5/8-27 onto a camera's shoe; a camera onto a light stand, and onto a beam.
    const auto clip = route("accessory shoe", "5/8-27 female");
    REQUIRE(clip);
    CHECK(clip->size() == 2);
    CHECK_THAT(clip->front().adapter.name, Catch::StartsWith("accessory shoe foot"));
    CHECK(route("16 mm stud", "1/4-20 female")->size() == 1);
    CHECK_THAT(route("wood", "M8 female")->front().adapter.name, Catch::StartsWith("hanger bolt, M8"));
    // Screwed on from both sides, nothing fits: a foot has one end that is a thread.
    CHECK(route("shoe foot", "accessory shoe")->empty());
}

TEST_CASE("what is in the drawer comes first, even when it is longer", "[adapters]") {
    const auto stock = catalogue::read_adapters(
        R"({"adapters": [{"name": "odd stud", "a": "1/4-20 female", "b": "M5 male"}, {"name": "odd bush", "a": "M5 female", "b": "3/8-16 male"}]})");
    REQUIRE(stock);
    const auto steps = route("1/4-20 male", "3/8-16 female", *stock);
    REQUIRE(steps);
    CHECK(steps->size() == 2);
    CHECK(steps->front().in_stock);
}

TEST_CASE("ends and stock lists that cannot be read", "[adapters]") {
    CHECK_THAT(read_end("1/4-20").problem().remedy, Catch::Contains("male"));
    CHECK_FALSE(read_end("M99 male"));
    CHECK_FALSE(read_end(""));
    CHECK_FALSE(catalogue::read_adapters("not json"));
    CHECK_FALSE(catalogue::read_adapters("[]"));
    CHECK_THAT(catalogue::read_adapters(R"({"adapters": [{"a": "M5 male", "b": 3}]})").problem().what,
               Catch::StartsWith("Adapter 1"));
}

TEST_CASE("every row of stock has a source, sizes in order, and a name of its own", "[stock]") {
    std::set<std::string> names;
    for (const auto& row : catalogue::stock()) {
        CAPTURE(row.group, row.name);
        CHECK_FALSE(row.source.empty());
        CHECK(names.insert(row.group + row.name).second);
        // Metres, newton metres and shares; not what is a force, a stress or a stiffness.
        const bool lengths = row.group == "washer" || row.group == "nut" || row.group == "drill" ||
                             row.group == "wood screw" || row.group == "lag" || row.group == "timber" ||
                             row.group == "head" || row.group == "clearance hole" || row.group == "disc spring";
        const bool no_length = row.group == "disc spring";
        for (const auto& [key, value] : row.sizes)
            CHECK(((value > 0 || key == "creep") &&
                   (!lengths || (no_length && (key == "force" || key == "rate")) || value < 10)));
        for (const auto& [key, low] : row.sizes)
            if (key.ends_with("_low")) {
                const std::string what = key.substr(0, key.size() - 4);
                CHECK(low <= row.size(what));
                CHECK(row.size(what) <= row.size(what + "_high"));
            }
        // A material that is not in the catalogue would bring nothing, unseen.
        if (const auto of = row.texts.find("material"); of != row.texts.end())
            CHECK(catalogue::material_named(of->second));
        if (row.group == "nut") CHECK(row.size("across_corners") > row.size("across_flats"));
        if (row.group == "wood screw" || row.group == "lag") {
            CHECK(row.size("root") < row.size("shank"));
            CHECK(row.size("shank") < row.size("head"));
        }
        if (row.group == "washer") CHECK(row.size("bore") < row.size("outer"));
        // Birch plywood is sold in the middle of its tolerance, a little over its name.
        if (row.group == "timber" || row.group == "plywood")
            CHECK(row.size("thickness") <= 1.02 * std::max(row.size("nominal"), row.size("nominal_thickness")));
        if (row.group == "tube") CHECK(2 * row.size("wall") <= row.size("outer") + 1e-9);
    }
    CHECK(catalogue::stock_group("washer").size() > 10);
    CHECK(catalogue::stock_group("nothing").empty());
}

TEST_CASE("a chain uses no adapter more often than there are of it", "[adapters]") {
    // From one quarter-inch stud to another: a bush, a coupling, and the bush again the other way round.
    const auto stock = [](const char* bushes) {
        return *catalogue::read_adapters(
            std::string(R"({"adapters":[{"name":"bush","a":"1/4-20 female","b":"3/8-16 female")") + bushes +
            R"(},{"name":"stud","a":"3/8-16 male","b":"3/8-16 male"}]})");
    };
    const auto all_from_stock = [](const auto& route) {
        return std::all_of(route.begin(), route.end(), [](const auto& step) { return step.in_stock; });
    };
    const auto one = route("1/4-20 male", "1/4-20 male", stock(""));
    REQUIRE(one);
    CHECK_FALSE(all_from_stock(*one));
    const auto two = route("1/4-20 male", "1/4-20 male", stock(R"(,"count":2)"));
    REQUIRE(two);
    CHECK(two->size() == 3);
    CHECK(all_from_stock(*two));
    CHECK_THAT(catalogue::read_adapters(R"({"adapters":[{"a":"M6 male","b":"M8 male","count":-1}]})").problem().remedy,
               Catch::Contains("\"count\": 2"));
}
