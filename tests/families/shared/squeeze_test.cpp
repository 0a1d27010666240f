#include <cmath>

#include "families/bench.h"
#include "families/stock_use.h"
#include "mechanics/disc_spring.h"

using namespace bench;

namespace {

/// Two discs of EN 16983, 16 x 8.2 x 0.9, for M8, back to back under a nut that presses a face.
Values sprung(double turns) {
    return {{"squeezed_by", s("disc_spring")}, {"screw", s("M8")},     {"disc_outer", 0.016}, {"disc_bore", 0.0082},
            {"disc_thickness", 0.0009},        {"disc_cone", 0.00035}, {"nut_turns", turns},  {"gives", 0.0}};
}

double force(const Values& values) {
    return result(report("flat_face", values, Wrench{1, 0, 0, 0, 0, 0}), "clamping_force");
}

}  // namespace

TEST_CASE("a nut presses disc springs by its way", "[families][squeeze]") {
    // EN 16983: 16 x 8.2 x 0.9 presses 1000 N at three quarters of 0.35 mm, from memory. M8 goes on by 1.25 mm a turn.
    CHECK(force(sprung(2 * 0.75 * 0.35 / 1.25)) == relative(1000, 0.025));
    auto nested = sprung(0.2);
    nested["discs_nested"] = 2.0;
    CHECK(force(nested) == relative(2 * force(sprung(0.2)), 1e-9));
    auto four = sprung(0.4);
    four["discs_in_row"] = 4.0;
    CHECK(force(four) == relative(force(sprung(0.2)), 1e-9));
}

TEST_CASE("disc springs go on pressing when what they squeeze gives", "[families][squeeze]") {
    // Each of two discs comes up by half of what gives; the force is the disc's at that.
    auto gave = sprung(0.4);
    gave["gives"] = 0.1e-3;
    CHECK(force(gave) == relative(force(sprung(0.4 - 0.1 / 1.25)), 1e-9));
    CHECK(force(gave) > 0.7 * force(sprung(0.4)));
    gave["gives"] = 0.6e-3;  // more than they were pressed
    CHECK(force(gave) == 0);
    // What a day leaves of a screw's force is not asked of a spring.
    auto kept = sprung(0.4);
    kept["kept"] = 0.5;
    CHECK(force(kept) == relative(force(sprung(0.4)), 1e-9));
}

TEST_CASE("springs that lie flat or do not go over their screw are refused", "[families][squeeze]") {
    const auto flat = problem("flat_face", sprung(1));
    CHECK(flat.where == "nut_turns");
    CHECK_THAT(flat.remedy, Catch::Contains("at most 0.56 of a turn"));
    auto thick = sprung(0.3);
    thick["screw"] = s("M10");
    CHECK(problem("flat_face", thick).where == "disc_bore");
    thick["screw"] = s("M9");
    CHECK(problem("flat_face", thick).where == "screw");
}

TEST_CASE("a jaw on springs keeps its force whatever it is said to be", "[families][squeeze]") {
    const Wrench pulls{0, 0, 20, 0, 0, 0};
    const Values by_spring{{"squeezed_by", s("disc_spring")}, {"screw", s("M8")}};
    for (const char* family : {"tube_grip", "edge_clamp"}) {
        CAPTURE(family);
        auto values = by_spring;
        if (std::string(family) == "tube_grip") values["jaws"] = s("flat");
        auto locked = values, free = values;
        locked["jaw_law"] = s("locked");
        free["jaw_law"] = s("spring");
        const auto one = report(family, locked, pulls), other = report(family, free, pulls);
        REQUIRE(one.modes.size() == other.modes.size());
        for (std::size_t i = 0; i < one.modes.size(); ++i) {
            CAPTURE(one.modes[i].mode);
            CHECK((one.modes[i].factor == other.modes[i].factor ||
                   one.modes[i].factor == relative(other.modes[i].factor, 1e-9)));
        }
    }
}

TEST_CASE("every disc spring of the stock goes over its screw from the start", "[families][squeeze]") {
    for (const char* family : {"ball", "dovetail", "edge_clamp", "flat_face", "friction_pivot", "strap", "tube_grip"}) {
        CAPTURE(family);
        const auto made = families::join(*families::family_named(family), {{"squeezed_by", s("disc_spring")}});
        CHECK(made);
    }
}

TEST_CASE("a material chosen by name is one of the surfaces that rub", "[families][stock_use]") {
    const auto pair = [](const char* family, const char* key, const char* name, const char* before,
                         std::size_t at = 0) {
        const auto offer = families::stock_named(*families::family_named(family), name, key);
        REQUIRE(offer);
        REQUIRE(offer->use->rubs.size() > at);
        return families::pair_with(*offer, offer->use->rubs[at], before).value_or("none");
    };
    CHECK(pair("friction_pivot", "material", "oak", "plywood on plywood") == "hardwood on hardwood");
    CHECK(pair("flat_face", "material", "oak", "anodised aluminium on anodised aluminium") ==
          "anodised aluminium on hardwood");
    CHECK(pair("flat_face", "pad", "cork", "anodised aluminium on plywood") == "cork on plywood");
    CHECK(pair("flat_face", "pad", "cork 3 mm", "anodised aluminium on plywood") == "cork on plywood");
    CHECK(pair("edge_clamp", "material", "MDF", "rubber on plywood", 1) == "rubber on MDF");
    CHECK(pair("edge_clamp", "cap", "leather", "rubber on plywood") == "leather on plywood");
    // A finish stays where it is one on that material; a pair that nobody has measured is not made up.
    CHECK(pair("flat_face", "material", "aluminium 6060-T6", "cork on anodised aluminium") ==
          "cork on anodised aluminium");
    CHECK(pair("flat_face", "material", "acrylic", "cork on plywood") == "none");
    // What is no pair stays none.
    for (const char* no_pair : {"", "plywood", "plywood,plywood"})
        CHECK(pair("flat_face", "material", "oak", no_pair) == "none");
}

TEST_CASE("pads are known by what they are of and how thick", "[families][stock_use]") {
    const auto& face = *families::family_named("flat_face");
    const auto pad = families::stock_named(face, "neoprene 3 mm", "pad");
    REQUIRE(pad);
    const auto values = families::values_from(*pad);
    CHECK(std::get<double>(values.at("pad_thickness")) == 0.003);
    CHECK(std::get<double>(values.at("pad_modulus")) == relative(4e6, 1e-9));
    CHECK(std::get<std::string>(values.at("bears")) == "rubber");
    // Gent: E = 0.0981 (56 + 7.62336 S)/(0.137505 (254 - 2.54 S)) MPa of the Shore A hardness, from memory.
    for (const auto& [name, hardness] :
         {std::pair{"polyurethane 80 Shore A", 80.0}, {"polyurethane 90 Shore A", 90.0}}) {
        const auto offer = families::stock_named(face, name, "pad");
        REQUIRE(offer);
        CHECK(offer->row->size("pad_modulus") ==
              relative(1e6 * 0.0981 * (56 + 7.62336 * hardness) / (0.137505 * (254 - 2.54 * hardness)), 0.01));
    }
}
