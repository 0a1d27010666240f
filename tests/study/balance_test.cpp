// Counterweights and what turns a joint, against moments by hand.
#include "study/balance.h"

#include <cmath>

#include "approximately.h"
#include "constants.h"
#include "parts/solids.h"
#include "project/starting_points.h"

using namespace clampet;

namespace {

using constants::g;

rig::Port port(const std::string& id, const rig::Vector& at, families::PortKind kind = families::PortKind::unknown) {
    rig::Port p;
    p.id = id;
    p.at = at;
    p.kind = kind;
    return p;
}

rig::Part own(const std::string& id, double mass, std::vector<rig::Port> ports) {
    rig::Part p;
    p.id = p.name = id;
    p.mass = mass;
    p.ports = std::move(ports);
    p.shapes = {parts::box(rig::Vector::Zero(), {0.02, 0.02, 0.02}, parts::Stuff::metal)};
    return p;
}

rig::Interface joined(const std::string& id, rig::PortName below, rig::PortName above, const std::string& family,
                      decltype(rig::Element::inputs) inputs) {
    rig::Interface f;
    f.id = f.name = id;
    f.support = std::move(below);
    f.payload = std::move(above);
    f.elements = {{"e", family, std::move(inputs)}};
    return f;
}

/// A base of 4 kg on four feet 0.6 m apart; a camera of 2 kg 0.8 m ahead of its middle, a weight 0.5 m behind, all at
/// the height of nothing: only moments count.
rig::Rig see_saw(double weight) {
    rig::Rig rig;
    rig.name = "see-saw";
    rig.required = 1;
    rig.cases = {{"off", "payload_off", {{"force", 0.0}}}};
    auto floor = own("floor", 0, {port("ground", rig::Vector::Zero())});
    floor.role = rig::Role::support;
    auto base =
        own("base", 4, {port("feet", rig::Vector::Zero()), port("ahead", {0.8, 0, 0}), port("behind", {-0.5, 0, 0})});
    auto camera = own("camera", 2, {port("foot", rig::Vector::Zero())});
    camera.role = rig::Role::payload;
    rig::Part plates;
    plates.id = "plates";
    plates.name = "Plates";
    plates.kind = "weight";
    plates.values = {{"mass", weight}};
    rig.parts = {floor, base, camera, *rig::made(plates)};
    rig.interfaces = {joined("stand", {"floor", "ground"}, {"base", "feet"}, "stance",
                             {{"layout", std::string("rectangle")}, {"length", 0.6}, {"width", 0.6}}),
                      joined("camera", {"base", "ahead"}, {"camera", "foot"}, "bond",
                             {{"duration", std::string("short")}, {"shear_strength", 1e8}, {"tension_strength", 1e8}}),
                      joined("plates", {"base", "behind"}, {"plates", "collar"}, "bond",
                             {{"duration", std::string("short")}, {"shear_strength", 1e8}, {"tension_strength", 1e8}})};
    return rig;
}

}  // namespace

TEST_CASE("a counterweight's window is where moments about the edges of the feet say", "[study][balance]") {
    // Ahead it tips about x = 0.3: 4·0.3 + m·0.8 ≥ 2·0.5 holds for any m. So a heavier camera: 4 kg needs
    // m ≥ (4·0.5 − 4·0.3)/0.8 = 1.0 kg. With it off, behind x = −0.3: m·0.2 ≤ 4·0.3, m ≤ 6 kg.
    for (const double present : {0.6, 2.0, 9.0}) {
        auto rig = see_saw(present);
        rig.part("camera")->mass = 4;
        const auto found = study::balance(rig);
        REQUIRE(found);
        REQUIRE(found->weights.size() == 1);
        const auto& w = found->weights.front().by_mass;
        CAPTURE(present);
        CHECK(w.exists);
        CHECK(w.least == relative(1.0, 0.006));
        CHECK(w.most == relative(6.0, 0.006));
        CHECK(w.holds == (present > 1 && present < 6));
        CHECK_THAT(w.under, Catch::Contains("tips"));
        CHECK_THAT(study::words_of(w, quantity::Dimension::mass), Catch::Contains(" to "));
    }
    const auto light = study::balance(see_saw(2));
    REQUIRE(light);
    CHECK(light->weights.front().by_mass.least_is_end);
}

TEST_CASE("a window narrower than the places that are looked at is found", "[study][balance]") {
    // A camera of 11.6 kg needs m ≥ (11.6·0.5 − 4·0.3)/0.8 = 5.75 kg, and off it allows 6 kg: 4 % of a weight. With
    // less and with more the stand falls over by itself.
    for (const double present : {0.7, 1.5, 2.0, 3.1, 40.0}) {
        auto rig = see_saw(present);
        rig.part("camera")->mass = 11.6;
        const auto found = study::balance(rig);
        REQUIRE(found);
        const auto& w = found->weights.front().by_mass;
        CAPTURE(present, w.least, w.most);
        CHECK(w.exists);
        CHECK_FALSE(w.holds);
        CHECK(w.least == relative(5.75, 0.006));
        CHECK(w.most == relative(6.0, 0.006));
    }
    // One of 12.2 kg leaves none: 6.125 kg would be too much.
    auto rig = see_saw(2);
    rig.part("camera")->mass = 12.2;
    CHECK_FALSE(study::balance(rig)->weights.front().by_mass.exists);
}

TEST_CASE("a stand's lopsidedness, slope and push are those of its weights", "[study][balance]") {
    auto rig = see_saw(1);
    for (auto& port : rig.part("base")->ports)
        if (port.id != "feet") port.at.z() = 0.5;
    const auto found = study::balance(rig);
    REQUIRE(found);
    REQUIRE(found->stands.size() == 1);
    const auto& s = found->stands.front();
    // With the camera on: (2·0.8 − 1·0.5)/7 = 0.157 m ahead of the middle, of 0.3 m to the edge.
    const double ahead = (2 * 0.8 - 1 * 0.5) / 7, high = 3 * 0.5 / 7;
    CHECK(s.lopsided == relative(ahead / 0.3, 1e-6));
    CHECK(s.slope == relative(std::atan2(0.3 - ahead, high), 1e-6));
    CHECK(s.push == relative(7 * g * (0.3 - ahead) / 0.5, 1e-6));
}

TEST_CASE("what turns a joint is the moment of what it carries", "[study][balance]") {
    const auto rig = project::demo_rig();
    const auto found = study::balance(rig);
    REQUIRE(found);
    const auto ball = std::find_if(found->pivots.begin(), found->pivots.end(),
                                   [](const auto& p) { return p.interface == "ball" && p.axis == "forward"; });
    REQUIRE(ball != found->pivots.end());
    // By another way: the weight beyond the seam and where it sits.
    const rig::Placed placed(rig);
    const auto [mass, centre] = placed.mass_beyond("ball");
    const double arm = centre.x() - placed.world_from_interface("ball").translation().x();
    CHECK(ball->mass == relative(mass, 1e-12));
    CHECK(ball->moment == relative(mass * g * arm, 1e-9));
    CHECK(ball->arm() == relative(std::abs(arm), 1e-9));
    CHECK(ball->hung_at(0.1) == relative(mass * std::abs(arm) / 0.1, 1e-9));
    CHECK(found->weights.empty());
}
