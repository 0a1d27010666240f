// Advice names a thing, and stays inside what a hand, a shop or the surfaces can give.
#include "study/advice.h"

#include "catalogue/material.h"
#include "families/bench.h"
#include "families/stock_use.h"

using namespace clampet;
using namespace bench;

namespace {

std::vector<study::Advice> advised(const char* family, const Values& given, const Wrench& load, double required = 2,
                                   const study::PairsInForce& pairs = {}) {
    const auto& f = *families::family_named(family);
    const auto found = study::advice(f, *families::complete(f, given), Load{{}, load}, required, pairs);
    REQUIRE(found);
    return *found;
}
const study::Advice* about(const std::vector<study::Advice>& all, std::string_view key) {
    for (const auto& a : all)
        if (a.key == key) return &a;
    return nullptr;
}
/// The factor once it is done, from the family itself.
double factor_with(const char* family, Values given, const study::Advice& a, const Wrench& load) {
    const auto& f = *families::family_named(family);
    for (const auto& [key, input] : a.inputs) {
        if (const auto* number = std::get_if<double>(&input)) given[key] = *number;
        if (const auto* text = std::get_if<std::string>(&input)) given[key] = *text;
        if (const auto* pair = std::get_if<rig::FrictionOf>(&input))
            given[key] = catalogue::friction_named(pair->pair)->typical;
        if (const auto* stock = std::get_if<rig::NamedStock>(&input))
            given[key] = families::stock_value(f, key, stock->name)->value;
    }
    return report(family, given, load).factor;
}

}  // namespace

TEST_CASE("a torque is what a tool by its name gives", "[study][advice]") {
    const Values given{{"squeezed_by", s("screw")}, {"torque", 0.8}, {"kept", 0.7}};
    const Wrench load{0, 0, -20, 0, 0, 9};
    const auto all = advised("friction_pivot", given, load);
    const auto* torque = about(all, "torque");
    REQUIRE(torque);
    CHECK(torque->with.find("knob") != std::string::npos);
    CHECK(std::get<rig::NamedStock>(torque->inputs.front().second).name == torque->with);
    CHECK(factor_with("friction_pivot", given, *torque, load) == relative(torque->least.factor, 1e-6));
    CHECK(torque->least.factor >= 2);
    // The next smaller knob would not do.
    const double gives = std::get<double>(torque->value);
    for (const auto* row : catalogue::stock_group("hand torque"))
        if (row->name.find("knob") != std::string::npos && row->size("torque") < gives) {
            auto smaller = given;
            smaller["torque"] = row->size("torque");
            CHECK(report("friction_pivot", smaller, load).factor < 2);
        }
    // More than any tool gives is not advised.
    CHECK_FALSE(about(advised("friction_pivot", given, {0, 0, -20, 0, 0, 200}), "torque"));
}

TEST_CASE("disc springs are pressed on by a turn of the nut, or others are bought", "[study][advice]") {
    const Values given{{"squeezed_by", s("disc_spring")}, {"nut_turns", 0.12}, {"gives", 0.0}};
    const Wrench load{0, 0, -14, 0, 0, 2.2};
    const auto all = advised("friction_pivot", given, load);
    const auto* turns = about(all, "nut_turns");
    REQUIRE(turns);
    CHECK(&all.front() == turns);
    CHECK(turns->effort == study::Effort::tighten);
    CHECK(factor_with("friction_pivot", given, *turns, load) >= 2);
    const auto* spring = about(all, "spring");
    REQUIRE(spring);
    CHECK_THAT(spring->with, Catch::StartsWith("disc spring"));
    CHECK(factor_with("friction_pivot", given, *spring, load) >= 2);
    // Nobody turns a spring to another diameter.
    for (const char* size : {"disc_outer", "disc_bore", "disc_thickness", "disc_cone"}) CHECK_FALSE(about(all, size));
}

TEST_CASE("another surface is one that is known and keeps one of the two", "[study][advice]") {
    const Values given{{"squeezed_by", s("force")}, {"force", 900.0}, {"friction", 0.26}, {"kept", 0.7}};
    const Wrench load{150, 0, -10, 0, 0, 0};
    const std::string pair = "painted steel on varnished wood";
    const auto all = advised("tube_grip", given, load, 3, {{"friction", pair}});
    const auto* friction = about(all, "friction");
    REQUIRE(friction);
    const auto now = catalogue::friction_named(pair), next = catalogue::friction_named(friction->with);
    REQUIRE(next);
    CHECK((next->a == now->a || next->a == now->b || next->b == now->a || next->b == now->b));
    CHECK(std::get<double>(friction->value) == next->typical);
    CHECK(factor_with("tube_grip", given, *friction, load) >= 3);
    CHECK(study::sentence_of(*families::family_named("tube_grip"), *friction).ends_with(friction->with));
}

TEST_CASE("what is bought by its name fits, and is the least that does", "[study][advice]") {
    const Values given{
        {"jaws", s("band")}, {"squeezed_by", s("force")}, {"force", 40.0}, {"diameter", 0.0337}, {"kept", 0.7}};
    const Wrench load{120, 0, 0, 0, 0, 0};
    const auto all = advised("tube_grip", given, load);
    const auto* band = about(all, "band");
    REQUIRE(band);
    CHECK(factor_with("tube_grip", given, *band, load) == relative(band->least.factor, 1e-6));
    for (const auto* row : catalogue::stock_group("band"))
        if (row->name == band->with && row->sizes.contains("largest")) {
            CHECK(row->size("least") <= 0.0337);
            CHECK(row->size("largest") >= 0.0337);
        }
    // A pad of cork is nothing that a spring clamp's way of building it asks for.
    CHECK_FALSE(about(advised("tube_grip", {{"jaws", s("vee")}, {"force", 40.0}}, load), "band"));
}
