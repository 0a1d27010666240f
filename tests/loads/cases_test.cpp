// Every load case by hand statics, on one rig: 3 kg of post with its weight at half a metre, and 2 kg of camera on a
// pan at one metre, its weight 0.1 m ahead and 0.1 m above.
#include "approximately.h"
#include "constants.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "loads/shock.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "rig_builder.h"
#include "study/check.h"

using namespace clampet;
using rig::Vector;

namespace {

using constants::g;

rig::Rig stand() {
    rig::Rig r;
    r.parts = {build::part("floor", 0, Vector::Zero(), {build::port("top", {0, 0, 0})}),
               build::part("post", 3, {0, 0, 0.5}, {build::port("foot", {0, 0, 0}), build::port("head", {0, 0, 1})}),
               build::part("camera", 2, {0.1, 0, 0.1}, {build::port("base", {0, 0, 0})})};
    r.parts[0].role = rig::Role::support;
    r.parts[2].role = rig::Role::payload;
    r.parts[2].inertia = Vector(0.01, 0.01, 0.012);
    r.parts[1].wind_area = 0.05;
    r.parts[2].wind_area = 0.02;
    r.interfaces = {build::join("feet", {"floor", "top"}, {"post", "foot"}, "stance"),
                    build::join("pan", {"post", "head"}, {"camera", "base"}, "friction_pivot")};
    r.cases.clear();
    return r;
}

struct Loaded {
    rig::Rig rig;
    std::shared_ptr<const rig::Placed> placed;
    std::vector<rig::Action> actions;
    rig::SeamLoad on(const char* seam, std::size_t action = 0) const {
        return (*rig::Statics::of(rig, placed)).load(placed->interface(seam), actions.at(action));
    }
};

Loaded loaded(const char* kind, families::Values inputs = {}) {
    Loaded l{stand(), nullptr, {}};
    l.rig.cases = {{kind, kind, std::move(inputs)}};
    REQUIRE(loads::validate(l.rig));
    l.placed = std::make_shared<const rig::Placed>(l.rig);
    l.actions = *loads::actions_of(l.rig, *l.placed, {kind});
    REQUIRE_FALSE(l.actions.empty());
    return l;
}

void is(const mechanics::Wrench& w, std::array<double, 6> forces) {
    CAPTURE(w.fx, w.fy, w.fz, w.mx, w.my, w.mz);
    const std::array<double, 6> own{w.fx, w.fy, w.fz, w.mx, w.my, w.mz};
    for (std::size_t i = 0; i < 6; ++i) {
        CAPTURE(i);
        CHECK(own[i] == absolute(forces[i], 1e-9));
    }
}

}  // namespace

TEST_CASE("rest: weights and nothing else", "[loads]") {
    const auto l = loaded("push");
    const auto load = l.on("feet");
    is(load.permanent(), {0, 0, -5 * g, 0, 2 * g * 0.1, 0});
    is(load.fixed, {});
}

TEST_CASE("a push and a tug act at their point, from any side", "[loads]") {
    const auto push = loaded("push").on("feet");
    REQUIRE(push.free_count == 1);
    is(push.free[0].x, {15, 0, 0, 0, 16.5, 0});
    is(push.free[0].y, {0, 15, 0, -16.5, 0, 1.5});
    is(push.free[0].z, {0, 0, 15, 0, -1.5, 0});
    const auto tug = loaded("tug", {{"x", 0.05}, {"part", std::string("camera")}}).on("feet");
    is(tug.free[0].y, {0, 10, 0, -11, 0, 1.5});
    // What is below what is pushed feels it, what is beside it does not.
    const auto low = loaded("push", {{"part", std::string("post")}});
    is(low.on("pan").free[0].x, {});
    is(low.on("feet").free[0].x, {15, 0, 0, 0, 7.5, 0});
}

TEST_CASE("a bump shakes everything, twice where the sway is not known", "[loads]") {
    const auto l = loaded("bump");
    const auto load = l.on("feet");
    is(load.free[0].x, {-5 * g, 0, 0, 0, -g * (3 * 0.5 + 2 * 1.1), 0});
    CHECK(load.free[0].x.gx == relative(-g, 1e-12));  // what the interface itself weighs is shaken too
    CHECK(l.actions[0].is_brief);
    const auto known = loaded("bump", {{"shock", 1.0}, {"frequency", 3.0}, {"duration", 0.01}});
    CHECK(-known.on("pan").free[0].x.fx == relative(2 * g * loads::half_sine_amplification(3, 0.01), 1e-9));
}

TEST_CASE("the amplification of a half-sine pulse", "[loads][published]") {
    // Clough and Penzien, Dynamics of structures, shock spectrum of the half-sine: 1.77 at most, near t_d/T = 0.8;
    // a short pulse does 4 t_d/T (its impulse at once), a long one goes to 1.
    double most = 0, at = 0;
    for (double t = 0.05; t < 5; t += 0.01)
        if (const double d = loads::half_sine_amplification(1 / 0.02 * t, 0.02); d > most) {
            most = d;
            at = t;
        }
    CHECK(most == relative(1.77, 0.003));
    CHECK(at == relative(0.81, 0.03));
    CHECK(loads::half_sine_amplification(0.01, 1) == relative(0.04, 1e-3));
    CHECK(loads::half_sine_amplification(40, 1) == relative(1, 0.03));
    CHECK(loads::half_sine_amplification(0.5, 1) == relative(M_PI / 2, 1e-9));  // resonance of pulse and payload
    CHECK(loads::half_sine_amplification(0.5001, 1) == relative(M_PI / 2, 1e-3));
    CHECK(loads::half_sine_amplification(0, 1) == 2);
    // Step by step, u'' = p - w^2 u, at four ratios.
    for (const double ratio : {0.3, 0.8, 1.3, 2.2}) {
        const double w = 2 * M_PI * ratio, h = 1e-5;
        double u = 0, v = 0, peak = 0;
        for (double t = 0; t < 4; t += h) {
            const double p = t < 1 ? std::sin(M_PI * t) : 0;
            v += h * (w * w * (p - u));
            u += h * v;
            peak = std::max(peak, std::abs(u));
        }
        CAPTURE(ratio);
        CHECK(loads::half_sine_amplification(ratio, 1) == relative(peak, 2e-3));
    }
}

TEST_CASE("a pan that starts and stops", "[loads]") {
    const auto l = loaded("turn_start");
    REQUIRE(l.actions.size() == 4);  // both senses, start and stop
    const auto found =
        std::find_if(l.actions.begin(), l.actions.end(), [](const auto& a) { return a.turn->acceleration == 5; });
    const auto start = static_cast<std::size_t>(found - l.actions.begin());
    // 2 kg at 0.1 m and 5 rad/s²: 1 N to the right, and 0.012 · 5 N·m of its own.
    is(l.on("feet", start).fixed, {0, -1, 0, 1.1, 0, -0.1 - 0.06});
    // The pan itself gives way about its axis: what tilts it is left.
    is(l.on("pan", start).fixed, {0, -1, 0, 0.1, 0, 0});
    const auto stop = static_cast<std::size_t>(
        std::find_if(l.actions.begin(), l.actions.end(), [](const auto& a) { return a.turn->acceleration == -20; }) -
        l.actions.begin());
    // 20 rad/s² the other way, and 1 rad/s: 0.2 N outwards.
    is(l.on("feet", stop).fixed, {0.2, 4, 0, -4.4, 0.22, 0.4 + 0.24});
}

TEST_CASE("a joint that is turned pulls at those below it, not at those above", "[loads]") {
    const auto l = loaded("turning", {{"handle", 0.25}, {"start", 5.0}});
    REQUIRE(l.actions.size() == 2);
    const auto prepared = *rig::prepare(*l.rig.interface("pan"), rig::End::strong);
    double drag = 0;
    for (const auto& value : prepared.joints[0]->results({}))
        if (value.name == "holding_torque") drag = value.value;
    REQUIRE(drag > 0);
    const auto feet = l.on("feet", 1);
    is(feet.fixed, {0, 0, 0, 0, 0, drag + 5 * (2 * 0.01 + 0.012)});
    CHECK(feet.free[0].x.fx == relative(drag / 0.25, 1e-9));  // the hand at its handle, across the axis
    CHECK(feet.free[0].x.my == relative(drag / 0.25, 1e-9));
    CHECK(l.actions[1].free[0].over == rig::Directions::around);
    is(l.on("pan", 1).fixed, {});
    CHECK(l.on("pan", 1).free[0].is_zero());
    CHECK(l.actions[1].required == 1.5);
}

TEST_CASE("worn, moved, blown at, upside down, without its camera, and a force of one's own", "[loads]") {
    const auto worn = loaded("worn").on("pan");
    REQUIRE(worn.free_count == 2);
    is(worn.free[0].y, {0, -4 * g, 0, 0.4 * g, 0, -0.4 * g});
    is(worn.free[1].y, {0, 15, 0, -1.5, 0, 1.5});
    const auto moved = loaded("moving").on("pan");
    is(moved.free[0].z, {0, 0, -6 * g, 0, 0.6 * g, 0});
    const auto wind = loaded("wind", {{"speed", 12.0}, {"drag", 1.3}}).on("feet");
    const double q = 0.5 * 1.225 * 144 * 1.3;
    is(wind.free[0].x, {q * 0.07, 0, 0, 0, q * (0.05 * 0.5 + 0.02 * 1.1), 0});
    is(loaded("inverted").on("feet").permanent(), {0, 0, 5 * g, 0, -0.2 * g, 0});
    const auto off = loaded("payload_off");
    is(off.on("feet").permanent(), {0, 0, -3 * g, 0, 0, 0});
    is(off.on("feet").free[0].x, {15, 0, 0, 0, 15, 0});
    is(off.on("pan").permanent(), {});
    const auto own = loaded("force", {{"fx", 3.0}, {"fy", -4.0}, {"fz", 0.0}, {"z", 0.9}}).on("feet");
    is(own.fixed, {3, -4, 0, 8, 6, -0.4});
    CHECK(own.free_count == 0);
}

TEST_CASE("a load case that does not fit the rig says so", "[loads]") {
    const auto refused = [](const char* kind, families::Values inputs) {
        auto r = stand();
        r.cases = {{"case", kind, std::move(inputs)}};
        const auto ok = loads::validate(r);
        REQUIRE_FALSE(ok);
        CHECK_FALSE(ok.problem().remedy.empty());
        return ok.problem().where;
    };
    CHECK(refused("push", {{"part", std::string("light")}}) == "/cases/0/inputs/part");
    CHECK(refused("push", {{"force", -1.0}}) == "/cases/0/inputs/force");
    CHECK(refused("push", {{"force", std::nan("")}}) == "/cases/0/inputs/force");
    CHECK(refused("push", {{"force", std::string("hard")}}) == "/cases/0/inputs/force");
    CHECK(refused("turn_start", {{"axis", std::string("feet")}}) == "/cases/0/inputs/axis");
    CHECK(refused("turning", {{"axis", std::string("pan.roll")}}) == "/cases/0/inputs/axis");
    CHECK(refused("payload_off", {{"part", std::string("floor")}}) == "/cases/0/inputs/part");
    CHECK(refused("wind", {{"speed", 1e4}}) == "/cases/0/inputs/speed");
    auto r = stand();
    r.cases = {{"rest", "push", {}}};  // the name is taken
    CHECK_FALSE(loads::validate(r));
    CHECK(loads::actions_of(stand(), rig::Placed(stand()), {"wind"}).problem().remedy == "It has: rest.");
}

TEST_CASE("cards set cases, the required factor and what to mind", "[loads]") {
    auto r = *loads::used(stand(), {"carried"});
    const auto has = [&](std::string_view kind) {
        return std::count_if(r.cases.begin(), r.cases.end(), [&](const auto& use) { return use.kind == kind; });
    };
    CHECK(r.required == 2);
    for (const char* kind : {"push", "tug", "bump", "turning", "turn_start", "payload_off"}) CHECK(has(kind) == 1);
    CHECK(has("wind") == 0);
    CHECK(loads::validate(r));
    // A rig on which nothing turns and that stands on nothing needs no such cases.
    const auto clamped = *loads::used(project::demo_rig(), {"carried"});
    for (const auto& use : clamped.cases) CHECK((use.kind == "push" || use.kind == "tug" || use.kind == "bump"));
    r.cases[0].inputs["force"] = 40.0;
    r = *loads::used(r, {"people", "outdoors"});
    CHECK(r.required == 3);
    CHECK(has("wind") == 1);
    CHECK(std::get<double>(r.cases[0].inputs.at("force")) == 40);
    r = *loads::used(r, {"outdoors"});
    CHECK(r.required == 3);  // outdoors asks for no factor of its own
    CHECK(has("tug") == 0);
    CHECK(has("push") == 1);
    r = *loads::used(r, {});
    CHECK(has("wind") == 0);
    CHECK(has("push") == 1);  // changed by hand: it stays
    CHECK_FALSE(loads::used(r, {"underwater"}));
    for (const auto& card : loads::cards())
        for (const auto& kind : card.cases) CHECK(loads::case_named(kind));
    CHECK_FALSE(loads::card_named("people")->caution.empty());
}

TEST_CASE("a milder load of the same kind changes nothing, a heavier one governs", "[loads][study]") {
    auto r = *project::starting_rig("pole-clamp");
    const auto push_alone = *study::check(r);
    r.cases.push_back({"tug", "tug", {}});
    const auto both = *study::check(r);
    for (std::size_t i = 0; i < both.interfaces.size(); ++i) {
        CHECK(both.interfaces[i].typical == relative(push_alone.interfaces[i].typical, 1e-9));
        CHECK(both.interfaces[i].low == relative(push_alone.interfaces[i].low, 2e-3));
        if (both.interfaces[i].governs)
            CHECK(both.interfaces[i].modes[*both.interfaces[i].governs].load_case == "push");
    }
    r.cases[1].inputs["force"] = 30.0;
    const auto heavier = *study::check(r);
    for (const auto& seam : heavier.interfaces)
        if (seam.governs && !seam.modes[*seam.governs].too_tight) CHECK(seam.modes[*seam.governs].load_case == "tug");
}

TEST_CASE("what a check says of a mode is true of the load that it names", "[loads][study][law]") {
    // Neither exaggerated (the factor is that of the load shown) nor missed (no direction tried at random is worse).
    for (const auto& use : {std::vector<std::string>{"carried", "outdoors"}, {"worn"}, {"moving"}}) {
        auto r = *loads::used(*project::starting_rig("pole-clamp"), use);
        const auto check = *study::check(r);
        const auto prepared = *study::prepare(r);
        Eigen::Vector3d d1, d2;
        std::srand(7);
        for (const auto& seam : check.interfaces) {
            const auto joints = *rig::prepare(rig::in_force(r, *r.interface(seam.id)), rig::End::typical);
            std::size_t at = 0;
            for (const auto& joint : joints.joints)
                for (std::size_t m = 0; m < joint->modes().size(); ++m, ++at) {
                    const auto& mode = seam.modes[at];
                    CAPTURE(seam.id, mode.mode, mode.load_case);
                    if (!joint->modes()[m].scale_free && std::isfinite(mode.factor()))
                        CHECK(families::factors(*joint, m, mode.load).least() == relative(mode.factor(), 1e-6));
                    if (mode.mode_class != families::ModeClass::ultimate || joint->modes()[m].scale_free) continue;
                    for (int k = 0; k < 12; ++k) {
                        d1 = Eigen::Vector3d::Random().normalized();
                        d2 = Eigen::Vector3d::Random().normalized();
                        for (const auto& action : prepared.actions) {
                            const auto load = prepared.statics.load(check.placed->interface(seam.id), action);
                            if (!action.free.empty() && action.free[0].over != rig::Directions::sphere) d1.z() = 0;
                            auto q = load.fixed;
                            if (load.free_count > 0) q = q + load.free[0].along(d1.normalized());
                            if (load.free_count > 1) q = q + load.free[1].along(d2);
                            CHECK(mode.factor() <= families::factors(*joint, m, {load.permanent(), q}).least() * 1.003);
                        }
                    }
                }
        }
    }
}
