// A size is typed once: ports say a seam's inputs, and the rig what it carries.
#include "rig/in_force.h"

#include <fmt/format.h>

#include "approximately.h"
#include "catalogue/material.h"
#include "loads/load_case.h"
#include "project/edits.h"
#include "project/starting_points.h"
#include "rig_builder.h"
#include "study/check.h"

using namespace clampet;
using families::PortKind;
using rig::Vector;

namespace {

const rig::Filled* said(const std::vector<rig::Filled>& all, const char* element, const char* key) {
    const auto at =
        std::find_if(all.begin(), all.end(), [&](const auto& f) { return f.element == element && f.key == key; });
    return at == all.end() ? nullptr : &*at;
}
double number(const rig::Filled* f) {
    REQUIRE(f);
    return std::get<double>(f->value);
}

}  // namespace

TEST_CASE("a tube's size is taken by the clamp on it, and its surface chooses the friction", "[rig][ports]") {
    auto r = project::demo_rig();
    const auto& seam = *r.interface("rail-clamp");
    auto filled = rig::filled_inputs(r, seam);
    CHECK(number(said(filled, "jaw", "diameter")) == 0.0337);
    CHECK(said(filled, "jaw", "diameter")->from == "Stair handrail, steel tube Ø 33.7");
    CHECK(number(said(filled, "jaw", "length")) == 0.054);  // of the jaw, the other side
    REQUIRE(said(filled, "jaw", "friction"));
    CHECK(std::get<rig::FrictionOf>(said(filled, "jaw", "friction")->value).pair == "painted steel on plywood");
    // Another rail: the seam follows.
    r.part("rail")->ports[0].sizes["diameter"] = 0.0424;
    CHECK(number(said(rig::filled_inputs(r, seam), "jaw", "diameter")) == 0.0424);
    // What is typed stands, and is not said to come from anywhere.
    r.interface("rail-clamp")->elements[0].inputs["diameter"] = 0.030;
    filled = rig::filled_inputs(r, *r.interface("rail-clamp"));
    CHECK_FALSE(said(filled, "jaw", "diameter"));
    CHECK(std::get<double>(rig::in_force(r, *r.interface("rail-clamp")).elements[0].inputs.at("diameter")) == 0.030);
    // Surfaces that no table knows say nothing.
    r.part("rail")->ports[0].surface = "cheese";
    CHECK_FALSE(said(rig::filled_inputs(r, seam), "jaw", "friction"));
    // Nor do ports of other kinds.
    r.part("rail")->ports[0].kind = PortKind::face;
    r.part("rail")->ports[0].sizes.clear();
    CHECK(rig::filled_inputs(r, *r.interface("rail-clamp")).empty());
}

TEST_CASE("what a part is made of says what its seam may bear", "[rig][ports]") {
    auto r = project::demo_rig();
    const auto filled = rig::filled_inputs(r, *r.interface("rail-clamp"));
    // The clamp's jaws of birch plywood, the rail of mild steel: each by its name, from the part.
    REQUIRE(said(filled, "jaw", "tube_strength"));
    CHECK(std::get<rig::NamedStock>(said(filled, "jaw", "tube_strength")->value).name == "mild steel");
    // Made of another wood, the seam follows, unless its number is typed.
    auto* clamp = r.part("clamp");
    REQUIRE(clamp->kind == "vee_clamp");
    auto& seam = *r.interface("rail-clamp");
    seam.elements[0].inputs.erase("pad_strength");
    clamp->values["material"] = std::string("oak");
    const auto of_oak = rig::filled_inputs(r, seam);
    REQUIRE(said(of_oak, "jaw", "pad_strength"));
    CHECK(std::get<rig::NamedStock>(said(of_oak, "jaw", "pad_strength")->value).name == "oak");
    CHECK(said(of_oak, "jaw", "pad_strength")->from == clamp->name);
    clamp->values["material"] = std::string("OAK");  // as people write it
    CHECK(std::get<rig::NamedStock>(said(rig::filled_inputs(r, seam), "jaw", "pad_strength")->value).name == "oak");
    seam.elements[0].inputs["pad_strength"] = 5e6;
    CHECK_FALSE(said(rig::filled_inputs(r, seam), "jaw", "pad_strength"));
    // A part of one's own, of no kind, says nothing.
    clamp->kind.clear();
    seam.elements[0].inputs.erase("pad_strength");
    CHECK_FALSE(said(rig::filled_inputs(r, seam), "jaw", "pad_strength"));
}

TEST_CASE("the weaker of two faces, or what lines them, says what they bear and keep", "[rig][ports]") {
    const auto k = project::starting_rig("k15");
    REQUIRE(k);
    auto r = *k;
    auto& seam = *r.interface("block-on-table");
    auto* block = r.part("block");
    auto* table = r.part("table");
    REQUIRE((block && table));
    const auto bears = [&](const char* element, const char* key) {
        const auto all = rig::filled_inputs(r, seam);
        const auto* f = said(all, element, key);
        REQUIRE(f);
        const auto* named = std::get_if<rig::NamedStock>(&f->value);
        return named ? named->name : fmt::format("{:g}", std::get<double>(f->value));
    };
    // FPL, Wood Handbook, table 5-3: oak across its grain bears far less than any metal.
    for (const bool below : {true, false}) {
        table->values["material"] = std::string(below ? "oak" : "mild steel");
        block->values["material"] = std::string(below ? "mild steel" : "oak");
        CHECK(bears("face", "allowable_pressure") == "oak");
        CHECK(bears("screw", "kept") == "oak");
    }
    // The screw's force has been aged where it comes from.
    CHECK_FALSE(said(rig::filled_inputs(r, seam), "face", "kept"));
    seam.elements[1].inputs["force"] = 900.0;
    CHECK(bears("face", "kept") == "oak");
    const auto line = [&](const char* lining) {
        for (auto& port : block->ports)
            if (port.id == "bottom") port.surface = lining;
    };
    // A lining of cork on one of them bears less than oak, one of leather no more than softwood does.
    line("cork");
    CHECK(bears("face", "allowable_pressure") == "1e+06");
    CHECK(bears("face", "kept") == "0.6");
    // Two linings: the one that bears less, whichever side it is on.
    for (auto& port : table->ports)
        if (port.id == "top") port.surface = "leather";
    CHECK(bears("face", "allowable_pressure") == "1e+06");
    line("leather");
    CHECK(bears("face", "allowable_pressure") == "6e+06");
    block->values["material"] = std::string("pine");
    CHECK(bears("face", "allowable_pressure") == "pine");
}

TEST_CASE("flat jaws go on a tube, a padded slot over a board's edge, in their sizes", "[rig][ports]") {
    auto r = *project::edited({}, project::Build{{}, {}, {}, {{"edge", "", {{"thickness", 0.022}}}}});
    r = *project::edited(r, project::Build{r.parts[0].id, {}, {}, {{"slot_clamp", "", {{"top", "stud"}}}}});
    REQUIRE(r.interfaces.size() == 1);
    CHECK(r.interfaces[0].elements[0].family == "tube_grip");
    auto filled = rig::filled_inputs(r, r.interfaces[0]);
    const auto key = r.interfaces[0].elements[0].id;
    CHECK(std::get<std::string>(said(filled, key.c_str(), "jaws")->value) == "slot");
    CHECK(number(said(filled, key.c_str(), "diameter")) == 0.022);
    CHECK(number(said(filled, key.c_str(), "slot_width")) == 0.060);
    // Lined with rubber: it gives way before the board does, and creeps.
    CHECK(std::get<std::string>(said(filled, key.c_str(), "pads")->value) == "soft");
    CHECK(number(said(filled, key.c_str(), "pad_strength")) == catalogue::material_named("rubber 60 Shore A")->bearing);
    CHECK(std::get<rig::NamedStock>(said(filled, key.c_str(), "kept")->value).name == "spruce");
    r = *project::edited(r, project::Build{r.parts.back().id, {}, {}, {{"camera"}}});
    auto check = study::check(r);
    REQUIRE(check);
    for (const auto& one : check->interfaces)
        if (one.id == r.interfaces[0].id) {
            CHECK(one.typical > 1);
            CHECK(std::isfinite(one.typical));
        }
    // Round a tube they are made for it; on an edge they do not go.
    auto t = *project::edited({}, project::Build{{}, {}, {}, {{"tube", "", {{"diameter", 0.0424}}}}});
    t = *project::edited(t, project::Build{t.parts[0].id, {}, {}, {{"flat_jaws"}}});
    filled = rig::filled_inputs(t, t.interfaces[0]);
    CHECK(std::get<std::string>(said(filled, t.interfaces[0].elements[0].id.c_str(), "jaws")->value) == "flat");
    CHECK(number(said(filled, t.interfaces[0].elements[0].id.c_str(), "diameter")) == 0.0424);
    CHECK(std::get<double>(t.parts.back().values.at("tube")) == 0.0424);
}

TEST_CASE("a thread's ends fill screw and socket, whichever of them stands up", "[rig][ports]") {
    const auto r = project::demo_rig();
    const auto bush = rig::filled_inputs(r, *r.interface("bush-thread"));
    CHECK(std::get<std::string>(said(bush, "bush", "screw")->value) == "3/8-16 UNC");
    CHECK(number(said(bush, "bush", "screw_length")) == relative(0.011, 1e-12));
    CHECK(number(said(bush, "bush", "socket_depth")) == relative(0.018, 1e-12));
    CHECK(said(bush, "bush", "socket_depth")->from == "V-jaw clamp, birch ply 18 mm");
    // A stud in its hole has nothing between, until a washer is typed.
    auto bare = r;
    bare.interface("bush-thread")->elements[0].inputs.erase("items");
    CHECK(number(said(rig::filled_inputs(bare, *bare.interface("bush-thread")), "bush", "items")) == 0);
    bare.interface("bush-thread")->elements[0].inputs["items"] = 0.001;
    for (const auto& filled : rig::filled_inputs(bare, *bare.interface("bush-thread"))) CHECK(filled.key != "items");
    const auto post = *project::starting_rig("floor-post");  // its stud stands up
    const auto stud = rig::filled_inputs(post, *post.interface("cup-on-post"));
    CHECK(number(said(stud, "stud", "screw_length")) == relative(0.010, 1e-12));
    CHECK(said(stud, "stud", "screw_length")->from == "Post with three legs");
    CHECK(said(stud, "stud", "socket_depth")->from == "Ball cup with knob");
}

TEST_CASE("every mating names inputs and sizes that are there", "[families][ports]") {
    for (const auto* family : families::registry())
        for (const auto& mating : family->matings()) {
            CAPTURE(family->key());
            CHECK(mating.support != PortKind::unknown);
            if (!mating.friction.empty()) {
                const auto* p = families::find_parameter(*family, mating.friction);
                REQUIRE(p);
                CHECK_FALSE(p->friction_pair.empty());
            }
            for (const auto& [input, value] : mating.sets) {
                const auto* set = families::find_parameter(*family, input);
                REQUIRE(set);
                CHECK(families::check_value(*set, value));
            }
            for (const auto& fill : mating.fills) {
                CAPTURE(fill.input, fill.size);
                const auto* p = families::find_parameter(*family, fill.input);
                REQUIRE(p);
                const auto kind = fill.from == families::PortSide::support ? mating.support : mating.payload;
                const auto sizes = families::sizes_of(kind);
                const auto size =
                    std::find_if(sizes.begin(), sizes.end(), [&](const auto& s) { return s.key == fill.size; });
                REQUIRE(size != sizes.end());
                if (fill.by_name) {
                    CHECK(size->is_text);
                    continue;
                }
                CHECK(size->is_text == (p->kind != families::Kind::quantity));
                if (!size->is_text) CHECK(size->dimension == p->dimension);
            }
        }
    for (const auto kind : families::port_kinds())
        CHECK(families::port_kind_named(families::name_of(kind)) == std::optional(kind));
    CHECK_FALSE(families::port_kind_named("magnet"));
}

TEST_CASE("what an arm carries is weighed by the rig", "[rig][ports]") {
    rig::Rig r;
    r.parts = {build::part("wall", 0, Vector::Zero(), {build::port("face", {0, 0, 1})}),
               build::part("plate", 0.5, {0, 0, 0}, {build::port("base", {0, 0, 0}), build::port("top", {0, 0, 0.1})}),
               build::part("camera", 1.5, {0, 0, 0.1}, {build::port("base", {0, 0, 0})})};
    r.interfaces = {build::join("arm", {"wall", "face"}, {"plate", "base"}, "arm"),
                    build::join("screw", {"plate", "top"}, {"camera", "base"}, "flat_face")};
    const auto filled = rig::filled_inputs(r, r.interfaces[0]);
    CHECK(number(said(filled, "hold", "payload_mass")) == relative(2, 1e-12));
    CHECK(number(said(filled, "hold", "payload_offset")) == relative(1.5 * 0.2 / 2, 1e-12));
    // Two points of 0.5 and 1.5 kg, 0.2 m apart: m1 m2/(m1 + m2)² d².
    CHECK(number(said(filled, "hold", "payload_gyration")) == relative(0.2 * std::sqrt(0.5 * 1.5) / 2, 1e-9));
    CHECK(said(filled, "hold", "payload_mass")->from.empty());
    r.interfaces[0].elements[0].inputs["payload_mass"] = 9.0;
    CHECK_FALSE(said(rig::filled_inputs(r, r.interfaces[0]), "hold", "payload_mass"));
    // A heavier camera sways slower, and nobody typed its mass twice.
    r.interfaces[0].elements[0].inputs.erase("payload_mass");
    const auto sways = [&] {
        const auto check = *study::check(r);
        for (const auto& seam : check.interfaces)
            if (seam.id == "arm")
                for (const auto& mode : seam.modes)
                    if (mode.mode == "sways") return mode.factor();
        return 0.0;
    };
    const double light = sways();
    r.parts[2].mass = 6;
    CHECK(sways() < 0.8 * light);
}

TEST_CASE("an arm weighs on what holds it as what it is made of does", "[rig][ports]") {
    auto r = *project::starting_rig("k18");
    const auto carried = [&] {
        const auto check = *study::check(r);
        for (const auto& seam : check.interfaces)
            if (seam.id == "arm-on-post") return -seam.rest.whole().fz;
        return 0.0;
    };
    auto* arm = r.part("arm");
    const auto made_of = [&](const char* material) {
        arm->values["material"] = std::string(material);
        *arm = *rig::made(*arm);
        return carried();
    };
    // Free 250 mm and held 70 mm of 20 x 60 mm, less its hole of 9 mm: the difference of the densities, 2700 and 660
    // kg/m³.
    const double plywood = made_of("birch plywood"), metal = made_of("aluminium 6082-T6");
    const double volume = 0.020 * 0.060 * (0.250 + 0.070);
    const double denser =
        catalogue::material_named("aluminium 6082-T6")->density - catalogue::material_named("birch plywood")->density;
    CHECK(metal - plywood == relative(volume * denser * 9.80665, 0.02));
}

TEST_CASE("an arm that a clamp holds is damped as clamps are", "[rig][ports]") {
    // Common practice, without a source: 0.05 of clamps and desks; birch plywood alone 0.012, from memory.
    auto r = *project::starting_rig("k18");
    const auto damping = [&] {
        const auto filled = rig::filled_inputs(r, *r.interface("arm"));
        const auto* f = said(filled, "arm", "damping");
        REQUIRE(f);
        return *f;
    };
    CHECK(std::get<double>(damping().value) == 0.05);
    CHECK(damping().from == r.part("clamp")->name);
    // What damps more by itself goes on doing so.
    r.part("arm")->values["material"] = std::string("TPU 95A, printed");
    CHECK(std::get<rig::NamedStock>(damping().value).name == "TPU 95A, printed");
    r.part("arm")->values["material"] = std::string("birch plywood");
    // Standing on a floor it has its material's only.
    auto* desk = r.part("desk");
    for (auto& port : desk->ports) port.kind = PortKind::floor, port.sizes.clear();
    CHECK(std::get<rig::NamedStock>(damping().value).name == "birch plywood");
}

TEST_CASE("a port's sizes are those of its kind", "[rig][ports]") {
    const auto refused = [](auto spoil) {
        auto r = project::demo_rig();
        spoil(r.part("rail")->ports[0]);
        const auto ok = loads::validate(r);
        REQUIRE_FALSE(ok);
        CHECK_FALSE(ok.problem().remedy.empty());
        return ok.problem().where;
    };
    CHECK(refused([](rig::Port& p) { p.sizes["colour"] = 1.0; }) == "/parts/0/ports/0/sizes/colour");
    CHECK(refused([](rig::Port& p) { p.sizes["diameter"] = -0.01; }) == "/parts/0/ports/0/sizes/diameter");
    CHECK(refused([](rig::Port& p) { p.sizes["diameter"] = std::nan(""); }) == "/parts/0/ports/0/sizes/diameter");
    CHECK(refused([](rig::Port& p) { p.sizes["diameter"] = std::string("wide"); }) ==
          "/parts/0/ports/0/sizes/diameter");
    CHECK(refused([](rig::Port& p) { p.kind = PortKind::floor; }) == "/parts/0/ports/0/sizes/diameter");
}

TEST_CASE("a force that a screw brings is not aged twice", "[rig]") {
    rig::Element face{"face", "flat_face", {{"force", rig::Link{"stud", "preload"}}}};
    const auto brought = rig::values_of(face, rig::End::typical, {{"stud.preload", 500.0}});
    REQUIRE(brought);
    CHECK(families::number(*brought, "kept") == 1);
    face.inputs["force"] = 500.0;
    CHECK(families::number(*rig::values_of(face, rig::End::typical, {}), "kept") == 0.95);
    face.inputs["force"] = rig::Link{"stud", "preload"};
    face.inputs["kept"] = 0.6;
    CHECK(families::number(*rig::values_of(face, rig::End::typical, {{"stud.preload", 500.0}}), "kept") == 0.6);
}
