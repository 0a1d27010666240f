#include "families/stock_use.h"

#include "catalogue/material.h"
#include "catalogue/stock.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("what stock fills can be built, and says so where it is not there", "[families][stock]") {
    std::size_t offers = 0;
    for (const auto* family : families::registry())
        for (const auto& use : families::stock_uses(*family)) {
            CAPTURE(family->key(), use.group);
            CHECK_FALSE(catalogue::stock_group(use.group).empty());
            for (const auto& [input, size] : use.fills) CHECK(families::find_parameter(*family, input));
            for (const auto& [input, choice] : use.sets) CHECK(families::find_parameter(*family, input));
        }
    for (const auto* family : families::registry())
        for (const auto& offer : families::stock_offers(*family)) {
            CAPTURE(family->key(), offer.row->name);
            for (const auto& [input, value] : families::values_from(offer))
                if (const auto* size = std::get_if<double>(&value)) {
                    CHECK(*size >= (input == "creep" ? 0 : 1e-12));
                    CHECK(families::check_value(*families::find_parameter(*family, input), value));
                }
            const auto made = families::join(*family, families::values_from(offer));
            if (!made) CHECK_FALSE(made.problem().remedy.empty());
            ++offers;
        }
    CHECK(offers > 60);
    const auto missing = families::stock_named(*families::family_named("tube_grip"), "drainpipe");
    REQUIRE_FALSE(missing);
    CHECK_THAT(missing.problem().remedy, Catch::Contains("33.7 x 2.6 handrail"));
    CHECK_FALSE(families::stock_named(*families::family_named("stance"), "x"));
}

namespace {

families::StockOffer offer(const char* family, const char* name, const char* key = "material") {
    const auto found = families::stock_named(*families::family_named(family), name, key);
    REQUIRE(found);
    return *found;
}
double fills(const families::StockOffer& from, const char* input) {
    return std::get<double>(families::values_from(from).at(input));
}

}  // namespace

TEST_CASE("one material sets all that a bench asks of it", "[families][stock]") {
    const auto oak = offer("arm", "oak");
    const auto material = *catalogue::material_named("oak");
    CHECK(fills(oak, "modulus") == material.youngs_modulus);
    CHECK(fills(oak, "modulus_ratio") == Approx(material.youngs_modulus / material.shear_modulus));
    CHECK(fills(oak, "density") == material.density);
    CHECK(fills(oak, "strength") == material.design_stress);
    CHECK(fills(oak, "creep") == material.creep);
    CHECK(fills(offer("arm", "mild steel"), "strength") == 235e6);  // EN 10025 S235: its yield, no share of it
    CHECK(fills(offer("insert", "oak"), "wood_gravity") == material.gravity_for_screws);
    CHECK(fills(offer("rest", "oak"), "bearing_strength") == material.bearing);
    CHECK(fills(offer("ball_chain", "PETG"), "strain_limit") ==
          catalogue::material_named("PETG, printed")->strain_limit);
    // A pad says how it bears, and what it keeps of a squeeze.
    const auto cork = offer("flat_face", "cork", "pad"), rubber = offer("flat_face", "rubber 60", "pad");
    CHECK(std::get<std::string>(families::values_from(cork).at("bears")) == "pad");
    CHECK(std::get<std::string>(families::values_from(rubber).at("bears")) == "rubber");
    CHECK(fills(cork, "kept") == 0.6);
    // Where a force fades, what is squeezed tells by how much; practice: retention after a day, from memory.
    CHECK(fills(offer("friction_pivot", "birch plywood"), "kept") == 0.7);
    CHECK(fills(offer("wedge", "oak"), "kept") == 0.75);
    CHECK(std::get<std::string>(families::values_from(offer("thread", "beech")).at("socket_material")) == "beech");
}

TEST_CASE("a material that has not what is asked for is refused by that name", "[families][stock]") {
    const auto& arm = *families::family_named("arm");
    const auto cork = families::stock_named(arm, "cork", "material");
    REQUIRE_FALSE(cork);
    CHECK(cork.problem().id == ProblemId("stock.lacks_a_number"));
    CHECK(cork.problem().what == "“cork” has no Young’s modulus, which arm asks for.");
    CHECK_THAT(cork.problem().remedy, Catch::StartsWith("There are for example: "));
    CHECK_FALSE(families::stock_named(*families::family_named("flat_face"), "steel 8.8", "pad"));
    CHECK_FALSE(families::stock_named(*families::family_named("thread"), "cork", "material"));
    CHECK_FALSE(families::stock_named(arm, "aluminium", "material"));  // several
    CHECK_FALSE(families::stock_named(arm, "oak", "pad"));             // not asked for by that key
    // Nothing is screwed into a pad, and no screw is made of one.
    for (const char* input : {"screw_material", "socket_material"}) {
        const auto joint = families::join(*families::family_named("thread"), {{input, std::string("cork")}});
        REQUIRE_FALSE(joint);
        CHECK(joint.problem().where == input);
        CHECK(joint.problem().id == ProblemId("material.not_threaded"));
    }
}

TEST_CASE("how tight is said in words", "[families][stock]") {
    // A star knob of 40 mm: 3 N m by an average hand; snug is 0.7 of it, as hard as I can 1.6; from memory.
    CHECK(fills(offer("flat_face", "star knob, Ø40", "tight"), "torque") == Approx(3));
    CHECK(fills(offer("flat_face", "snug, Ø40 knob", "tight"), "torque") == Approx(2.1));
    CHECK(fills(offer("flat_face", "Ø40 knob, as hard as I can", "tight"), "torque") == Approx(4.8));
    CHECK(fills(offer("flat_face", "finger tight coin", "tight"), "torque") < 0.5);
    const auto told = families::stock_value(offer("flat_face", "snug, Ø40 knob", "tight"), "torque");
    REQUIRE(told);
    CHECK((told->low < 2.1 && 2.1 < told->high));
    const auto nothing = families::stock_named(*families::family_named("flat_face"), "snug", "tight");
    REQUIRE_FALSE(nothing);
    CHECK(nothing.problem().remedy == "Write for example snug, Ø40 knob; or firm, wing nut.");
    CHECK_FALSE(families::stock_named(*families::family_named("flat_face"), "snug, cheese", "tight"));
}

TEST_CASE("what is sold by its size brings its strength, its force and its choices", "[families][stock]") {
    // ASME B36.10: 1 in schedule 40 is 1.315 in outside, 0.133 in thick; A53 is a mild steel.
    const auto pipe = offer("tube_grip", "1 in pipe schedule 40", "tube");
    CHECK(fills(pipe, "diameter") == absolute(1.315 * 0.0254, 1e-6));
    CHECK(fills(pipe, "wall") == absolute(0.133 * 0.0254, 1e-6));
    CHECK(fills(pipe, "tube_strength") == catalogue::material_named("mild steel")->yield);
    // A 200 mm tie of 50 lbf breaks at 222 N and is pulled tight by hand.
    const auto tie = offer("tube_grip", "cable tie 4.8 x 200", "band");
    CHECK(fills(tie, "band_strength") == 222);
    CHECK(std::get<std::string>(families::values_from(tie).at("jaws")) == "band");
    const auto pulled = families::stock_value(tie, "force");
    REQUIRE(pulled);
    CHECK(pulled->low < std::get<double>(pulled->value));
    CHECK(pulled->high > std::get<double>(pulled->value));
    // What breaks it has no band of its own.
    CHECK(families::stock_value(tie, "band_strength")->low == 0);
    // What a row has not is left as it is: a trigger clamp has no screw to buckle.
    CHECK(offer("edge_clamp", "one-hand bar clamp 150", "clamp").fills().size() == 5);
    CHECK(offer("edge_clamp", "hand-screw clamp 100 mm", "clamp").fills().size() == 6);
    // By the name in the shop, where that is one thing.
    CHECK(offer("tube_grip", "1 1/2 in pipe (real 1.9 in)", "tube").row->name == "1 1/2 in pipe schedule 40");
    // A number is meant whole: 1 in is not 1/2 in.
    const auto several = families::stock_named(*families::family_named("tube_grip"), "1 in conduit", "tube");
    REQUIRE_FALSE(several);
    CHECK(several.problem().remedy.find(" 1/2 in EMT") == several.problem().remedy.find("1 1/2 in EMT") + 1);
    // The thread inside comes with the nut.
    CHECK(std::get<std::string>(families::values_from(offer("insert", "M6 hex nut", "nut")).at("thread_inside")) ==
          "M6");
}

TEST_CASE("a screw is known by its mark, and is no board", "[families][stock]") {
    const auto mark = offer("thread", "10.9", "grade");
    CHECK(std::get<std::string>(families::values_from(mark).at("screw_material")) == "steel 10.9");
    CHECK(std::get<std::string>(families::values_from(offer("screw_drive", "A4-80", "grade")).at("screw_material")) ==
          "stainless A4-80");
    const auto& arm = *families::family_named("arm");
    CHECK_FALSE(families::stock_named(arm, "steel 10.9", "material"));
    // A grade that is a bar's as well is both.
    CHECK(families::stock_named(arm, "steel 8.8", "material"));
    CHECK(families::stock_named(*families::family_named("thread"), "steel 8.8", "grade"));
}

TEST_CASE("a head is asked for where a head rubs, not where a tip does", "[families][stock]") {
    const auto asks = [](const char* family) {
        return families::is_stock_key(families::stock_uses(*families::family_named(family)), "head");
    };
    CHECK(asks("flat_face"));
    CHECK(asks("thread"));
    CHECK_FALSE(asks("edge_clamp"));
    CHECK_FALSE(asks("ball"));
    // ISO 4762: the head of an M6 is 10 mm across.
    CHECK(fills(offer("flat_face", "socket cap M6", "head"), "bearing_outer") == absolute(0.010, 1e-6));
}

TEST_CASE("what fills the same is asked for once", "[families][stock]") {
    const auto questions = families::stock_questions(*families::family_named("edge_clamp"));
    std::size_t boards = 0, uses = 0;
    for (const auto& asked : questions) {
        uses += asked.size();
        const bool board = asked.front().fills.front().first == "board_thickness";
        boards += board;
        if (board) CHECK(asked.size() == 3);  // boards, plywood, timber
    }
    CHECK(boards == 1);
    CHECK(uses == families::stock_uses(*families::family_named("edge_clamp")).size());
    // Two parts of one table are two questions: what the board is of, and the frame.
    CHECK(questions.size() == uses - 2);
}

TEST_CASE("disc springs and magnets press with what their rows say", "[families][stock_use]") {
    // EN 16983 (DIN 2093), series B 20 x 10.2 x 0.8: 745 N at three quarters of its way, from memory.
    const auto& pivot = *families::family_named("friction_pivot");
    const auto spring = families::stock_named(pivot, "20 x 10.2 x 0.8", "spring");
    REQUIRE(spring);
    auto values = families::values_from(*spring);
    CHECK(std::get<std::string>(values.at("squeezed_by")) == "disc_spring");
    values["discs_in_row"] = 1.0;
    values["gives"] = 0.0;
    values["nut_turns"] = 0.75 * 0.55 / 1.25;  // of M8
    // A yoke has two faces, 0.4 of friction, a mean radius of 13.83 mm (Shigley, uniform pressure).
    values["friction"] = 0.4;
    CHECK(result(report("friction_pivot", values, Wrench{0, 0, 0, 0, 0, 1}), "holding_torque") ==
          relative(2 * 0.4 * 745 * 0.01383, 0.025));
    // A magnet holds a face on by friction alone.
    const auto& face = *families::family_named("flat_face");
    const auto magnet = families::stock_named(face, "Ø32", "magnet");
    REQUIRE(magnet);
    auto held = families::values_from(*magnet);
    held["friction"] = 0.2;
    CHECK(factor("flat_face", held, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.2 * 250, 2e-3));
    CHECK(factor("flat_face", held, {0, 0, 1, 0, 0, 0}, "parts") == relative(250.0, 1e-6));
    // Tools by name: a hex key's torque comes with its band.
    const auto key = families::stock_named(*families::family_named("thread"), "hex key 4 mm", "tight");
    REQUIRE(key);
    const auto told = families::stock_value(*key, "torque");
    REQUIRE(told);
    CHECK(told->low < std::get<double>(told->value));
    CHECK(std::get<double>(told->value) < told->high);
}

TEST_CASE("a clamp as sold does not break its frame by its own force", "[families][stock_use]") {
    for (const auto* row : catalogue::stock_group("screw clamp")) {
        const auto offer = families::stock_named(*families::family_named("edge_clamp"), row->name, "clamp");
        CAPTURE(row->name);
        REQUIRE(offer);
        auto values = families::values_from(*offer);
        values["kept"] = 1.0;
        values["plate_length"] = 0.03;
        const Wrench light{0, 0, -1, 0, 0, 0};
        CHECK(mode(report("edge_clamp", values, light), "breaks").factor > 1);
        values["force"] = 1.1 * row->size("force_high");
        CHECK(mode(report("edge_clamp", values, light), "breaks").factor < 1);
    }
}
