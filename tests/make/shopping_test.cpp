// What has to be bought and what it costs.
#include "make/shopping.h"

#include <algorithm>
#include <catch2/catch.hpp>

#include "approximately.h"
#include "project/starting_points.h"
#include "project/workshop_file.h"

using namespace clampet;
using make::Need;

namespace {

rig::Rig made(const char* kind, const families::Values& values = {}) {
    rig::Rig rig;
    rig::Part part;
    part.id = part.name = part.kind = kind;
    part.values = values;
    part.origin = parts::Origin::make;
    rig.parts.push_back(*rig::made(part));
    return rig;
}

const Need* need(const std::vector<Need>& needs, const std::string& what) {
    const auto found = std::find_if(needs.begin(), needs.end(), [&](const Need& n) { return n.what == what; });
    return found == needs.end() ? nullptr : &*found;
}

}  // namespace

TEST_CASE("screws are at least as long as they must be, and as sold", "[make][shopping]") {
    // ISO 4017 lengths: 50, 55, 60, 65.
    CHECK(make::sold_screw("M8", 0.0521) == "M8 × 55 mm screw");
    CHECK(make::sold_screw("M8", 0.060) == "M8 × 60 mm screw");
    CHECK(make::sold_screw("1/4-20 UNC", 0.0254) == "1/4-20 UNC × 1 in screw");
}

TEST_CASE("a yoke wants its bolt, its knob and its insert", "[make][shopping]") {
    const auto needs = make::needs_of(made("yoke"));
    REQUIRE(needs);
    // Cheeks of 12 about a gap of 18, and 20 for the knob's nut: 62, sold as 65.
    const auto* bolt = need(*needs, "M8 × 65 mm screw");
    REQUIRE(bolt);
    CHECK(bolt->count == 1);
    CHECK(bolt->parts == std::vector<std::string>{"yoke"});
    CHECK(need(*needs, "knob Ø40 mm for M8"));
    CHECK(std::any_of(needs->begin(), needs->end(), [](const Need& n) { return n.kind == "insert"; }));
    CHECK(std::any_of(needs->begin(), needs->end(), [](const Need& n) { return n.kind == "board"; }));
}

TEST_CASE("a knob wants what is captive in it", "[make][shopping]") {
    const auto nut = make::needs_of(made("knob")),
               bolt = make::needs_of(made("knob", {{"below", std::string("stud")}}));
    REQUIRE(nut);
    REQUIRE(bolt);
    CHECK(need(*nut, "M8 nut"));
    // 8 mm of boss and 20 of grip less the head of 0.64 d, and 20 that stand out.
    CHECK(need(*bolt, "M8 hexagon bolt, 43 mm at least"));
}

TEST_CASE("a dimension that is changed changes the list", "[make][shopping]") {
    const auto needs = make::needs_of(made("yoke", {{"gap", 0.025}, {"screw", std::string("M6")}}));
    REQUIRE(needs);
    CHECK(need(*needs, "M6 × 70 mm screw"));
}

TEST_CASE("what is larger than a board as it is sold is bought larger", "[make][shopping]") {
    // A board of 900 x 900 mm is on no sheet of 2400 x 600 mm, 2 mm to trim on each side; its socket's layers are.
    const auto base =
        make::needs_of(made("casters", {{"length", 0.9}, {"width", 0.9}, {"material", std::string("birch plywood")}}));
    REQUIRE(base);
    const auto* board = need(*base, "birch plywood 18 mm, at least 904 mm × 904 mm");
    REQUIRE(board);
    CHECK(board->count == 1);
    REQUIRE(board->board);
    CHECK(board->board->width == Approx(0.904));
    // One bar is enough for a short piece, and much less of it: 240 mm, twice 2 to trim, 3 for the saw.
    const auto said = [](const rig::Rig& rig) {
        const auto needs = make::needs_of(rig);
        REQUIRE(needs);
        for (const auto& row : make::shopping_list(*needs, "EUR").rows)
            if (row[0].find("long") != std::string::npos) return row[3];
        return std::string();
    };
    const auto arm = [](double length) {
        return made("arm", {{"length", length}, {"held", 0.04}, {"material", std::string("spruce")}});
    };
    CHECK(said(arm(0.200)) == "1, or 0.3 m, cut to length");
    CHECK(said(arm(1.800)) == "1, or 1.9 m, cut to length");
    CHECK(said(arm(1.900)) == "1");  // most of a bar
    // A sheet for one block of 70 x 48 mm: 2 mm to trim on each side, and the saw's 3 mm.
    const auto block = make::needs_of(made(
        "block", {{"material", std::string("birch plywood")}, {"length", 0.07}, {"width", 0.048}, {"height", 0.018}}));
    REQUIRE(block);
    const auto list = make::shopping_list(*block, "EUR");
    const auto sheet = std::find_if(list.rows.begin(), list.rows.end(),
                                    [](const auto& row) { return row[0] == "birch plywood 18 mm, 2400 mm × 600 mm"; });
    REQUIRE(sheet != list.rows.end());
    CHECK((*sheet)[3] == "1, or an offcut of 77 mm × 55 mm");
    // An arm longer than a bar.
    const auto boom =
        make::needs_of(made("arm", {{"length", 3.0}, {"held", 0.1}, {"material", std::string("spruce")}}));
    REQUIRE(boom);
    const auto long_one = std::find_if(boom->begin(), boom->end(), [](const Need& n) { return n.kind == "board"; });
    REQUIRE(long_one != boom->end());
    CHECK(long_one->what.ends_with(", at least 3104 mm long"));
    CHECK(long_one->metres == Approx(3.104));
}

TEST_CASE("the drawer comes first, and packs are whole", "[make][shopping]") {
    inventory::Workshop drawer;
    drawer.items.push_back({"M5 × 25 mm screw", 1, "", {}, 6.0, 20, ""});
    auto needs = make::needs_of(made("strap_plates"), {}, {}, &drawer);
    REQUIRE(needs);
    const auto screw = std::find_if(needs->begin(), needs->end(), [](const Need& n) { return n.kind == "screw"; });
    REQUIRE(screw != needs->end());
    INFO(screw->what);
    CHECK(screw->count > 1);
    Need pack{"insert", "insert", 21, {}, 0, 14.0, 20};  // inserts in packs of 20: common practice
    CHECK(pack.packs() == 2);
    CHECK(*pack.cost() == Approx(28));
    CHECK(*pack.used_cost() == Approx(21.0 / 20 * 14));
    pack.owned = 1;
    CHECK(pack.packs() == 1);
    pack.owned = 30;
    CHECK(*pack.cost() == 0);
    CHECK_FALSE(Need{"x", "other", 1, {}, 0, {}, 1}.cost());
}

TEST_CASE("made against bought adds up as people's tables do", "[make][shopping]") {
    // Common practice, made and ready-made: 64/194, 64/480, 21/200, 62/460, 99/610 add to 310/1944, saved 1634.
    double made = 0, ready = 0, saved = 0;
    for (const auto& [own, other] :
         {std::pair{64.0, 194.0}, {64.0, 480.0}, {21.0, 200.0}, {62.0, 460.0}, {99.0, 610.0}}) {
        const auto cost = make::cost_of({{"all", "other", 1, {}, 0, own, 1}}, 0, 0, other);
        made += cost.made();
        ready += *cost.ready_made;
        saved += *cost.saved();
    }
    CHECK(made == Approx(310));
    CHECK(ready == Approx(1944));
    CHECK(saved == Approx(1634));
}

TEST_CASE("own hours count where they are wanted, and what has no price is said", "[make][shopping]") {
    const auto cost = make::cost_of({{"a", "other", 2, {}, 0, 3.0, 1}, {"b", "other", 1, {}, 0, {}, 1}}, 5400, 20);
    CHECK(cost.bought == Approx(6));
    CHECK(cost.made() == Approx(6 + 30));
    CHECK(cost.unpriced == 1);
    CHECK_FALSE(cost.saved());
    const auto list = make::cost_list({{"a", "other", 2, {}, 0, 3.0, 1}, {"b", "other", 1, {}, 0, {}, 1}}, cost, "SEK");
    using Rows = std::vector<std::vector<std::string>>;
    CHECK(list.rows == Rows{{"a", "6.00 SEK"},
                            {"bought, as far as it has a price", "6.00 SEK"},
                            {"own work, 1 h 30 min", "30.00 SEK"},
                            {"made", "36.00 SEK"}});
    REQUIRE(list.notes.size() == 1);
    CHECK(list.notes[0].starts_with("1 of the list"));
    // All of it priced, nobody's hours counted.
    const std::vector<Need> priced{{"a", "other", 2, {}, 0, 3.0, 1}};
    const auto all = make::cost_list(priced, make::cost_of(priced, 0), "SEK");
    CHECK(all.rows == Rows{{"a", "6.00 SEK"}, {"bought", "6.00 SEK"}, {"made", "6.00 SEK"}});
    CHECK(all.notes.empty());
}

TEST_CASE("the demo's list is of its own drawer's currency and names nothing twice", "[make][shopping]") {
    const auto workshop = project::demo_workshop();
    const auto needs = make::needs_of(project::demo_rig(), {}, {}, &workshop);
    REQUIRE(needs);
    for (const auto& n : *needs)
        CHECK(std::count_if(needs->begin(), needs->end(), [&](const Need& other) { return other.what == n.what; }) ==
              1);
    CHECK(make::shopping_list(*needs, workshop.currency).rows.size() == needs->size());
}

TEST_CASE("timber is priced by the metre, salvage costs nothing, and the last delivery is said", "[make][shopping]") {
    rig::Rig rig = made("link", {{"length", 0.7}, {"material", std::string("oak")}});
    rig.interfaces.clear();
    inventory::Workshop drawer;
    const auto plain = make::needs_of(rig, {}, {}, &drawer);
    REQUIRE(plain);
    const auto board = std::find_if(plain->begin(), plain->end(), [](const Need& n) { return n.kind == "board"; });
    REQUIRE(board != plain->end());
    // Its ends go round the bolts: 750 mm, with 2 mm at each end and the kerf.
    CHECK(board->metres == relative(0.757, 1e-9));
    inventory::Item by_metre;
    by_metre.name = inventory::name_of({"oak", 0, board->board->width, board->board->thickness});
    by_metre.by_metre = true;
    by_metre.price = 9.5;
    by_metre.count = 0;
    by_metre.delivery = 3 * 86400;
    inventory::Item glue;
    glue.name = "oil, a small tin";
    glue.salvaged = true;
    glue.count = 0;
    drawer.items = {by_metre, glue};
    const auto needs = make::needs_of(rig, {}, {}, &drawer);
    REQUIRE(needs);
    const auto* timber = need(*needs, board->what);
    REQUIRE(timber);
    CHECK(timber->by_metre);
    CHECK(*timber->cost() == relative(0.8 * 9.5, 1e-9));  // to the next decimetre
    CHECK(*timber->used_cost() == relative(0.757 * 9.5, 1e-9));
    // Timber of another section is not it: by more than 0.3 mm.
    for (const double off : {0.0002, 0.0004, -0.0002, -0.0004})
        for (const bool is_wide : {true, false}) {
            auto other = by_metre;
            other.name = inventory::name_of(
                {"oak", 0, board->board->width + (is_wide ? off : 0), board->board->thickness + (is_wide ? 0 : off)});
            drawer.items = {other};
            const auto found = make::needs_of(rig, {}, {}, &drawer);
            CAPTURE(other.name);
            CHECK(need(*found, board->what)->by_metre == (std::abs(off) < 3e-4));
        }
    const auto cost = make::cost_of(*needs, 3600);
    CHECK(cost.delivery == 3 * 86400);
    CHECK(cost.salvaged == std::vector<std::string>{"oil, a small tin"});
    const auto list = make::shopping_list(*needs, "EUR");
    const auto text = make::text_of(list);
    CHECK_THAT(text, Catch::Contains("0.8 m, cut to length, 7.60 EUR, comes in 3 days"));
    CHECK_THAT(text, Catch::Contains("1, from salvage"));
    CHECK_THAT(make::text_of(make::cost_list(*needs, cost, "EUR")), Catch::Contains("From salvage, nothing paid: oil"));
    CHECK(make::time_in_words(cost, 2 * 86400, 7 * 86400) ==
          "Oak 18 mm, strip of 50 mm, 2400 mm long comes last, 3 days after it is ordered; the work takes 2 days with "
          "its "
          "waiting; ready-made it would be here in 7 days: 2 days later.");
    CHECK_THAT(make::time_in_words(cost, 5.5 * 86400, 7 * 86400), Catch::EndsWith("2 days sooner."));
    CHECK(make::time_in_words(make::Cost{}, 86400, 0) == "The work takes 1 day with its waiting.");
}

TEST_CASE("what is glued and screwed wants its screws, by the boards' thickness", "[make][shopping]") {
    // Common practice: two and a half times the board screwed through, #8 from 12 to 20 mm; one to 60 mm of the joint.
    const auto needs = make::needs_of(made("yoke"));
    REQUIRE(needs);
    const auto screws = std::find_if(needs->begin(), needs->end(),
                                     [](const Need& n) { return n.what.find("wood screw") != n.what.npos; });
    REQUIRE(screws != needs->end());
    CHECK(screws->what == "#8 wood screw, 32 mm");  // 12 mm cheeks: 30, as sold 1¼ in
    CHECK(screws->count == 4);                      // two in each
    CHECK(std::none_of(needs->begin(), needs->end(), [](const Need& n) { return n.what.find("#6") != n.what.npos; }));
    const auto printed = make::needs_of(made("yoke", {{"material", std::string("PETG, printed")}}));
    REQUIRE(printed);
    CHECK(std::none_of(printed->begin(), printed->end(),
                       [](const Need& n) { return n.what.find("wood screw") != n.what.npos; }));
}

TEST_CASE("every screw has what turns it, or a nut where a tool does", "[make][shopping]") {
    struct Case {
        const char* kind;
        families::Values values;
        const char* what;
        double count;
    };
    const auto tight = [](const char* how) { return families::Values{{"tight", std::string(how)}}; };
    const auto in_socket = [&](const char* held) {
        return families::Values{{"held", std::string(held)}, {"tight", std::string("hand tight, star knob Ø40")}};
    };
    // A collar is drawn together by two screws, a pair of collars by four, plates on a strap by four.
    const std::vector<Case> cases{
        {"collar", tight("hand tight, hex key 5 mm"), "M6 nut", 2},
        {"collar", tight("snug, wing nut"), "M6 wing nut", 2},
        {"pair", tight("hand tight, hex key 5 mm"), "M6 nut", 4},
        {"strap_plates", tight("hand tight, wing nut"), "M6 wing nut", 4},
        {"link", tight("firm, star knob Ø50"), "star knob Ø50 mm for M8", 1},
        {"link", tight("firm, spanner 13 mm"), "M8 nut", 1},
        {"screw_clamp", tight("hand tight, T-bar, 60 mm"), "T-bar of 60 mm for M8", 1},
        {"post_socket", in_socket("side_screw"), "star knob Ø40 mm for M6", 1},
        {"post_socket", in_socket("clamped"), "star knob Ø40 mm for M6", 1},
        {"casters", tight("firm, star knob, Ø50"), "star knob Ø50 mm for M6", 1},
        {"dovetail_clamp", {}, "knob Ø20 mm for M6", 1},
        {"dovetail_clamp", {}, "M6 × 70 mm screw", 1},  // jaws of 12 beside a plate of 38, and the nut
        {"yoke", {{"knob", 0.0}, {"tight", std::string("firm, spanner 13 mm")}}, "M8 nut", 1},
    };
    for (const auto& c : cases) {
        INFO(c.kind << ": " << c.what);
        const auto needs = make::needs_of(made(c.kind, c.values));
        REQUIRE(needs);
        const auto* found = need(*needs, c.what);
        REQUIRE(found);
        CHECK(found->count == c.count);
    }
    // A tool is not bought with its screw, and a screw that goes into a thread takes no nut.
    const auto plain = make::needs_of(
        made("post_socket", {{"held", std::string("side_screw")}, {"tight", std::string("firm, hex key 5 mm")}}));
    REQUIRE(plain);
    for (const auto& n : *plain) {
        INFO(n.what);
        CHECK(n.what.find("nut") == std::string::npos);
        CHECK(n.what.find("hex key") == std::string::npos);
    }
}

TEST_CASE("a socket that is clamped is slit, bored across and has its screw", "[make][shopping]") {
    // 34.1 mm inside and walls of 12: the screw's middle is 23.05 from the axis, where a round socket of 58.1 mm is
    // 35.35 mm thick; the nut takes 6 more, sold as 45. A square one is 58.1 thick: 64.1, sold as 65.
    const auto round = make::needs_of(made("casters")),
               square = make::needs_of(made("post_socket", {{"held", std::string("clamped")}, {"bore", 0.0341}}));
    REQUIRE(round);
    REQUIRE(square);
    CHECK(need(*round, "M6 × 45 mm screw"));
    CHECK(need(*square, "M6 × 65 mm screw"));
    const auto made_parts = make::made_of(made("casters"));
    REQUIRE(made_parts);
    const auto& pieces = made_parts->parts.front().pieces;
    const auto socket = std::find_if(pieces.begin(), pieces.end(), [](const auto& p) { return p.name == "socket"; });
    REQUIRE(socket != pieces.end());
    CHECK(socket->openings.size() == 1);  // the slit is on one side only
    CHECK(std::any_of(socket->bores.begin(), socket->bores.end(),
                      [](const auto& bore) { return bore.diameter == Approx(0.0066); }));
}

TEST_CASE("weights that are put together are on the list, by what they weigh", "[make][shopping]") {
    const auto base = make::needs_of(made("casters", {{"ballast", 15.0}})),
               heavy = make::needs_of(made("weighted_base", {{"ballast", 2.5}})),
               weight = make::needs_of(made("weight", {{"mass", 2.5}, {"rod", 0.015}})),
               plates = make::needs_of(made("plate_carrier", {{"plate", 0.5}, {"plates", 3.0}}));
    REQUIRE(base);
    REQUIRE(heavy);
    REQUIRE(weight);
    REQUIRE(plates);
    CHECK(need(*base, "ballast of 15 kg, sandbags or plates"));
    CHECK(need(*heavy, "ballast of 2.5 kg, sandbags or plates"));
    CHECK(need(*weight, "plates or a full bottle, 2.5 kg with the collar"));
    CHECK(need(*weight, "split collar for Ø15 mm"));
    REQUIRE(need(*plates, "weight plate of 500 g"));
    CHECK(need(*plates, "weight plate of 500 g")->count == 3);
}

TEST_CASE("what joins a made part is on the list, of its seam", "[make][shopping]") {
    auto rig = *project::starting_rig("k11");
    const auto& seam = *rig.interface("camera-screw");
    REQUIRE(rig.part(seam.support.part)->origin == parts::Origin::make);
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0159;
    const auto needs = make::needs_of(rig);
    REQUIRE(needs);
    // No longer one: that would bottom in the camera.
    const auto* screw = need(*needs, "1/4-20 UNC × 5/8 in screw");
    REQUIRE(screw);
    CHECK(screw->parts == std::vector<std::string>{seam.name});
    CHECK(make::shopping_list(*needs, "EUR").notes.back().find("just so long") != std::string::npos);
    // Two that are there have been joined before.
    rig.part(seam.support.part)->origin = parts::Origin::have;
    const auto there = make::needs_of(rig);
    REQUIRE(there);
    CHECK_FALSE(need(*there, screw->what));
}

TEST_CASE("screws of a group are counted by their places and called by their gauge", "[make][shopping]") {
    auto rig = *project::starting_rig("k09");
    auto& inputs = rig.interface("ledge-on-collar")->elements[0].inputs;
    inputs["positions"] = std::string("-20 mm,0 mm; 0 mm,0 mm; 20 mm,0 mm");
    inputs["screw_shank"] = 0.004166;  // no. 8: 0.060 + 8 × 0.013 = 0.164 in, ASME B18.6.1
    inputs["side_thickness"] = 0.012;
    inputs["screw_in_wood"] = 0.02;
    auto needs = make::needs_of(rig);
    REQUIRE(needs);
    REQUIRE(need(*needs, "#8 wood screw, 32 mm"));
    CHECK(need(*needs, "#8 wood screw, 32 mm")->count == 3);
    inputs["screw_shank"] = 0.0043;  // between no. 8, 4.17, and no. 9, 4.50
    needs = make::needs_of(rig);
    REQUIRE(needs);
    CHECK(need(*needs, "wood screw of 4.3 mm, 32 mm"));
    inputs["screw_kind"] = std::string("lag");
    inputs["screw_shank"] = 0.00635;
    needs = make::needs_of(rig);
    REQUIRE(needs);
    CHECK(need(*needs, "1/4 in lag screw, 32 mm"));
    inputs["kind"] = std::string("preloaded");
    needs = make::needs_of(rig);
    REQUIRE(needs);
    REQUIRE(need(*needs, "bolt with its nut and washers"));
    CHECK(need(*needs, "bolt with its nut and washers")->count == 3);
}

TEST_CASE("metal is riveted, not glued as wood is", "[make][shopping]") {
    const auto needs_with = [](const char* material) {
        return make::needs_of(made("yoke", {{"material", std::string(material)}}));
    };
    const auto metal = needs_with("aluminium 6061-T6"), wood = needs_with("birch plywood");
    REQUIRE(metal);
    REQUIRE(wood);
    const std::string rivet = "blind rivet Ø4 mm, or M4 screw with its nut", glue = make::Work{}.glue;
    CHECK_FALSE(need(*metal, glue));
    CHECK(need(*wood, glue));
    CHECK_FALSE(need(*wood, rivet));
    // Two to a cheek: its end of 40 mm wants one to 60 mm, and two at least.
    REQUIRE(need(*metal, rivet));
    CHECK(need(*metal, rivet)->count == 4);
}
