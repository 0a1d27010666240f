#include <numbers>

#include "constants.h"
#include "families/bench.h"
#include "families/stock_use.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::degree;
using constants::pi;
const double r = 0.015, L = 0.06, F = 1000, mu = 0.25;

Values grip(const char* jaws) {
    return {{"jaws", std::string(jaws)},
            {"diameter", 2 * r},
            {"wall", 0.0},
            {"length", L},
            {"friction", mu},
            {"force", F},
            {"half_angle", 45 * degree},
            {"flank", 0.05},
            {"pad_width", 0.0}};
}
Values grip_with(Values v, const char* key, families::Value value) {
    v[key] = std::move(value);
    return v;
}
}  // namespace

TEST_CASE("two flat jaws, closed forms", "[families][tube_grip]") {
    const auto v = grip("flat");
    // |Fy| + |Mx|/r = 2 mu F where Fx = 0; sqrt(Fx^2 + (Mx/r)^2) = 2 mu F where Fy = 0; yaw alone mu F L/2.
    CHECK(factor("tube_grip", v, {1, 0, 0, 0, 0, 0}, "slips") == relative(2 * mu * F, 1e-3));
    CHECK(factor("tube_grip", v, {0, 1, 0, 0, 0, 0}, "slips") == relative(2 * mu * F, 1e-3));
    CHECK(factor("tube_grip", v, {0, 1, 0, 2 * r, 0, 0}, "slips") == relative(2 * mu * F / 3, 2e-3));
    CHECK(factor("tube_grip", v, {3, 0, 0, 4 * r, 0, 0}, "slips") == relative(2 * mu * F / 5, 1e-3));
    CHECK(factor("tube_grip", v, {0, 0, 0, 0, 0, 1}, "slips") == relative(mu * F * L / 2, 5e-3));
    CHECK(mode(report("tube_grip", v, {0, 0, 0, 0, 0, 1}), "slips").motion.does() == "yaws between the jaws");
    CHECK(factor("tube_grip", v, {0, 0, 0, 0, 1, 0}, "rocks") == relative(F * L / 2, 1e-6));
    CHECK(factor("tube_grip", grip_with(v, "rigid_jaws", std::string("two")), {0, 0, 0, 0, 1, 0}, "rocks") ==
          relative(F * L, 1e-6));
}

TEST_CASE("jaw law: a locked jaw parts at twice the force of a sprung one", "[families][tube_grip]") {
    for (const char* jaws : {"flat", "collar"}) {
        CHECK(factor("tube_grip", grip(jaws), {0, 0, 1, 0, 0, 0}, "parts") == relative(2 * F, 1e-9));
        CHECK(factor("tube_grip", grip_with(grip(jaws), "jaw_law", std::string("spring")), {0, 0, 1, 0, 0, 0},
                     "parts") == relative(F, 1e-9));
    }
    CHECK(factor("tube_grip", grip("vee"), {0, 0, 1, 0, 0, 0}, "parts") == relative(2 * F, 1e-9));
    CHECK(factor("tube_grip", grip_with(grip("vee"), "jaw_law", std::string("spring")), {0, 0, 1, 0, 0, 0}, "parts") ==
          relative(F, 1e-9));
    // Pressed into the V it does not part.
    CHECK(std::isinf(factor("tube_grip", grip("vee"), {0, 0, -1, 0, 0, 0}, "parts")));
    // The V on the moving jaw is pulled on by the same load.
    CHECK(factor("tube_grip", grip_with(grip("vee"), "vee_on", std::string("moving")), {0, 0, -1, 0, 0, 0}, "parts") ==
          relative(2 * F, 1e-9));
}

TEST_CASE("V jaw, closed forms", "[families][tube_grip]") {
    const auto spring = grip_with(grip("vee"), "jaw_law", std::string("spring"));
    const double s = std::sin(45 * degree), sum = F + F / s;
    CHECK(factor("tube_grip", spring, {1, 0, 0, 0, 0, 0}, "slips") == relative(mu * sum, 1e-6));
    CHECK(factor("tube_grip", spring, {0, 0, 0, 1, 0, 0}, "slips") == relative(mu * sum * r, 1e-6));
    CHECK(factor("tube_grip", spring, {3, 0, 0, 4 * r, 0, 0}, "slips") == relative(mu * sum / 5, 1e-6));
    // Fz' = 50 lambda into the V: mu (F + (F + 50 l)/s) = 100 l.
    CHECK(factor("tube_grip", spring, {100, 0, -50, 0, 0, 0}, "slips") ==
          relative(mu * sum / (100 - mu * 50 / s), 1e-6));
    // A flank parts at Fy = F cot(beta); yaw opens at F L cot(beta)/6 and is lost at F L cot(beta)/2.
    CHECK(factor("tube_grip", spring, {0, 1, 0, 0, 0, 0}, "parts") == relative(F, 1e-6));
    CHECK(factor("tube_grip", spring, {0, 0, 0, 0, 0, 1}, "opens") == relative(F * L / 6, 1e-6));
    CHECK(factor("tube_grip", spring, {0, 0, 0, 0, 0, 1}, "rocks") == relative(F * L / 2, 1e-6));
    CHECK(factor("tube_grip", spring, {0, 0, 0, 0, 1, 0}, "rocks") == relative(F * L / 2, 1e-6));
    // Seated: N_v = F/(2 (sin + mu cos)).
    CHECK(factor("tube_grip", grip_with(spring, "seating", std::string("as_tightened")), {1, 0, 0, 0, 0, 0}, "slips") ==
          relative(mu * (F + F / (s * (1 + mu))), 1e-6));
}

TEST_CASE("split collar", "[families][tube_grip]") {
    CHECK(factor("tube_grip", grip("collar"), {1, 0, 0, 0, 0, 0}, "slips") == relative(mu * F * 8 / pi, 1e-6));
    CHECK(factor("tube_grip", grip_with(grip("collar"), "collar_fit", std::string("loose")), {0, 0, 0, 1, 0, 0},
                 "slips") == relative(mu * F * 2 * r, 1e-6));
    CHECK(factor("tube_grip", grip_with(grip("collar"), "collar_fit", std::string("lapped")), {1, 0, 0, 0, 0, 0},
                 "slips") == relative(mu * F * pi, 1e-6));
    CHECK(factor("tube_grip", grip("collar"), {0, 0, 0, 0, 1, 0}, "opens") == relative(F * L / 3, 1e-6));
    CHECK(factor("tube_grip", grip("collar"), {0, 0, 0, 0, 0, 1}, "rocks") == relative(F * L, 1e-6));
}

TEST_CASE("a thin tube is marked as Roark's ring", "[families][tube_grip][published]") {
    // Roark: M = 0.3183 F r per length for two opposite loads; sigma = 6 M/(L t^2).
    const double t = 0.0015, sigma = 6 * 0.31831 * F * (r - t / 2) / (L * t * t);  // r to the middle of the wall
    auto v = grip_with(grip_with(grip("flat"), "wall", t), "tube_strength", 2 * sigma);
    // Locked jaws: one side carries F + Fz/2, so twice the stress at Fz = 2F; it parts there too.
    CHECK(factor("tube_grip", v, {0, 0, 1, 0, 0, 0}, "marks") == relative(2 * F, 1e-3));
    CHECK(mode(report("tube_grip", v, {0, 0, 1, 0, 0, 0}), "marks").mode_class == families::ModeClass::service);
    // The squeeze alone is too much: its share, whatever the load.
    CHECK(factor("tube_grip", grip_with(v, "tube_strength", 0.5 * sigma), {1, 0, 0, 0, 0, 0}, "marks") ==
          relative(0.5, 1e-4));
    CHECK(std::isinf(factor("tube_grip", grip("flat"), {0, 0, 1, 0, 0, 0}, "crush")));  // a solid bar, pads unchecked
    // A V bends the ring less than two flats, a close collar much less.
    const auto stress = [&](const char* jaws) {
        return result(report("tube_grip", grip_with(grip(jaws), "wall", t), Wrench{}), "tube_stress");
    };
    CHECK(stress("vee") < stress("flat"));
    CHECK(stress("collar") < 0.5 * stress("flat"));
}

TEST_CASE("a V jaw bends the tube's ring as forces on it do, by Roark", "[families][tube_grip][published]") {
    const double t = 0.0015, mean = r - t / 2;
    const auto stress = [&](double half_angle, const Wrench& w) {
        const auto told =
            report("tube_grip", grip_with(grip_with(grip("vee"), "wall", t), "half_angle", half_angle), w);
        return std::pair{result(told, "tube_stress"), result(told, "clamping_force")};
    };
    // A half angle of 30 degrees: three like forces a third round apart, M = (1/2)(1/theta - cot theta) W R, theta = 60
    // degrees (Roark, circular rings).
    const auto [thirds, force] = stress(30 * degree, {});
    const double m = 0.5 * (3 / pi - 1 / std::tan(pi / 3));
    CHECK(thirds == relative(6 * m * force / L * mean / (t * t), 1e-4));
    // Pushed aside, one flank bears F/(2 sin b) + Fy/(2 cos b), the other so much less; forces superpose (Roark): one
    // at an angle phi bends by [(pi - phi) sin phi - 1 - cos(phi)/2] W R/(2 pi).
    const auto bends = [](double phi) { return ((pi - phi) * std::sin(phi) - 1 - std::cos(phi) / 2) / (2 * pi); };
    for (const double half_angle : {35 * degree, 60 * degree}) {
        const double aside = 0.3 * force, between = pi - 2 * half_angle, to_pad = pi / 2 + half_angle,
                     mean_flank = force / (2 * std::sin(half_angle)), more = aside / (2 * std::cos(half_angle)),
                     a = mean_flank + more, b = mean_flank - more;
        const double at_a = a * bends(0) + b * bends(between) + force * bends(to_pad),
                     at_b = b * bends(0) + a * bends(between) + force * bends(to_pad),
                     at_pad = force * bends(0) + (a + b) * bends(to_pad);
        const double most = std::max({std::abs(at_a), std::abs(at_b), std::abs(at_pad)});
        CAPTURE(half_angle, at_a, at_b, at_pad);
        CHECK(stress(half_angle, {0, aside, 0, 0, 0, 0}).first == relative(6 * most / L * mean / (t * t), 1e-4));
    }
}

TEST_CASE("a tube whose wall is more than a fifth of its radius is told to be thick", "[tube_grip]") {
    const auto told = [](double d, double wall) {
        return notes("tube_grip", grip_with(grip_with(grip("flat"), "diameter", d), "wall", wall))
                   .find("wall is thick") != std::string::npos;
    };
    CHECK_FALSE(told(0.030, 0.0029));
    CHECK(told(0.030, 0.0031));
    CHECK_FALSE(told(0.060, 0.0059));
    CHECK(told(0.060, 0.0061));
    CHECK_FALSE(told(0.030, 0));  // solid
}

TEST_CASE("a tube folds later than it is marked", "[families][tube_grip][published]") {
    // Between long jaws a ring folds on four hinges at 8 M_p/D = f_y t²/r per length (DeRuntz and Hodge 1963), r to the
    // middle of the wall.
    const double fy = 235e6;
    const auto folds_at = [&](double D, double t, double length) {
        auto v = grip_with(grip_with(grip("flat"), "wall", t), "tube_strength", fy);
        v["diameter"] = D;
        v["length"] = length;
        v["force"] = 100.0;  // pressed with more than twice that, the load alone folds it
        return factor("tube_grip", v, {0, 0, -1, 0, 0, 0}, "crush");
    };
    const double D = 0.0337, t = 0.0026;
    CHECK(folds_at(D, t, 1.0) == relative(fy * t * t / ((D - t) / 2), 0.03));
    // Short jaws: DNV-RP-C204, equation for dents under a load of width B, from memory: R = f_y t²/4 √(D/t) (22 + 1.2
    // B/D)(w/D)^(1.925/(3.5 + B/D)), at a dent of 2 % of the diameter.
    for (const auto [d, wall, b] : {std::array{0.0337, 0.0026, 0.05}, std::array{0.0483, 0.0032, 0.03},
                                    std::array{0.060, 0.0015, 0.05}, std::array{0.025, 0.001, 0.02}}) {
        const double dnv =
            fy * wall * wall / 4 * std::sqrt(d / wall) * (22 + 1.2 * b / d) * std::pow(0.02, 1.925 / (3.5 + b / d));
        CAPTURE(d, wall, b, dnv);
        CHECK(folds_at(d, wall, b) == relative(dnv, 0.25));
    }
    // A lapped collar presses a hoop: it yields all at once.
    auto hoop = grip_with(grip_with(grip_with(grip("collar"), "wall", 0.0015), "collar_fit", std::string("lapped")),
                          "tube_strength", 1e6);
    const auto squeezed = report("tube_grip", hoop, {1, 0, 0, 0, 0, 0});
    CHECK(mode(squeezed, "crush").factor == relative(mode(squeezed, "marks").factor, 1e-9));
}

TEST_CASE("unlike faces hold each by its own friction", "[families][tube_grip]") {
    const auto unlike = [](Values v, double other) {
        return grip_with(grip_with(std::move(v), "faces", std::string("unlike")), "other_friction", other);
    };
    const auto sprung = [](const char* jaws) { return grip_with(grip(jaws), "jaw_law", std::string("spring")); };
    // Flat: μ₁ F + μ₂ F. V: the pad holds μ₂ F, its flanks μ₁ F/sin β.
    CHECK(factor("tube_grip", unlike(sprung("flat"), 0.8), {1, 0, 0, 0, 0, 0}, "slips") ==
          relative((mu + 0.8) * F, 1e-3));
    CHECK(factor("tube_grip", unlike(sprung("vee"), 0.8), {1, 0, 0, 0, 0, 0}, "slips") ==
          relative((mu / std::sin(45 * degree) + 0.8) * F, 1e-6));
    auto slot = unlike(sprung("slot"), 0.8);
    slot["slot_width"] = 0.03;
    CHECK(factor("tube_grip", slot, {1, 0, 0, 0, 0, 0}, "slips") == relative((mu + 0.8) * F, 1e-3));
    CHECK(result(report("tube_grip", unlike(sprung("flat"), 0.8), Wrench{}), "holding_force_along") ==
          relative((mu + 0.8) * F, 1e-9));
    // Both the same: nothing changes.
    for (const char* jaws : {"flat", "vee"})
        CHECK(factor("tube_grip", unlike(sprung(jaws), mu), {3, 1, -2, 0.02, 0, 0.01}, "slips") ==
              relative(factor("tube_grip", sprung(jaws), {3, 1, -2, 0.02, 0, 0.01}, "slips"), 1e-9));
    // The grippy face is the one that is pressed: a push into it holds more than one into the slippery one.
    const auto pressed = [&](const char* side) {
        auto v = grip_with(unlike(grip("flat"), 0.8), "fixed_side", std::string(side));
        return mode(report("tube_grip", v, Load{{0, 0, -800, 0, 0, 0}, {1, 0, 0, 0, 0, 0}}), "slips").factor_live;
    };
    CHECK(pressed("own") == relative(mu * (F + 400) + 0.8 * (F - 400), 1e-3));
    CHECK(pressed("far") == relative(mu * (F - 400) + 0.8 * (F + 400), 1e-3));
}

TEST_CASE("soft pads are squashed, hard ones crushed", "[families][tube_grip]") {
    auto v = grip_with(grip_with(grip("flat"), "pad_width", 0.01), "pad_strength", 0.5 * F / (L * 0.01));
    CHECK(report("tube_grip", v, {1, 0, 0, 0, 0, 0}).factor == relative(0.5, 1e-6));
    v["pads"] = std::string("soft");
    const auto soft = report("tube_grip", v, {1, 0, 0, 0, 0, 0});
    CHECK(soft.governs == "slips");
    CHECK(mode(soft, "marks").factor == relative(0.5, 1e-6));
    CHECK(mode(soft, "marks").motion.does() == "squashes its pads");
    // Named, rubber is soft and oak is hard.
    const auto jaws = families::stock_named(*families::family_named("tube_grip"), "rubber 60 Shore A", "material");
    REQUIRE(jaws);
    CHECK(std::get<std::string>(families::values_from(*jaws).at("pads")) == "soft");
}

TEST_CASE("a grip that cannot be built", "[families][tube_grip]") {
    const auto p = problem("tube_grip", {{"diameter", 0.1}, {"flank", 0.02}, {"half_angle", 60 * degree}});
    CHECK(p.where == "flank");
    CHECK(p.remedy == "Use a flank of at least 28.9 mm, or a wider V.");
    CHECK(problem("tube_grip", {{"wall", 0.03}}).where == "wall");
    CHECK(report("tube_grip", {{"force", 0.0}}, {1, 0, 0, 0, 0, 0}).factor == 0);
}

TEST_CASE("mirrored loads give the same factors", "[families][tube_grip][law]") {
    for (const char* jaws : {"flat", "vee", "collar"}) {
        const Wrench w{20, 15, -10, 0.4, 0.8, 0.5};
        const Wrench mirrored{20, -15, -10, -0.4, 0.8, -0.5};  // in the x-z plane
        for (const char* m : {"slips", "rocks", "parts"})
            CHECK(factor("tube_grip", grip(jaws), w, m) ==
                  relative(factor("tube_grip", grip(jaws), mirrored, m), 1e-3));
    }
}

TEST_CASE("which side grips decides where the fixed jaw lies", "[tube_grip]") {
    // A pressed fixed jaw holds more than the other; above or below the tube, the picture is upside down: a force along
    // y with a moment about x on one is the same force with the opposite moment on the other.
    const Values above{{"jaws", std::string("flat")}, {"held_by", std::string("payload")}},
        below{{"jaws", std::string("flat")}, {"held_by", std::string("support")}};
    const Wrench w{0, 100, -800, 3, 0, 0}, turned{0, 100, -800, -3, 0, 0};
    const double one = factor("tube_grip", above, w, "slips");
    CHECK(factor("tube_grip", below, turned, "slips") == relative(one, 1e-6));
    CHECK(std::abs(factor("tube_grip", below, w, "slips") / one - 1) > 0.01);
    const auto drawn = [](const Values& v) { return joint("tube_grip", v)->section({}); };
    const auto body = [](const drawing::Drawing& d) { return std::get<drawing::Path>(d.elements[2]).points.front().y; };
    CHECK(body(drawn(above)) == relative(-body(drawn(below)), 1e-9));
}

TEST_CASE("a collar presses its tube as a cosine, lapped as a hoop", "[families][tube_grip]") {
    // p = (2F/pi r)|cos| per length: the ring's moment from the Fourier series of |cos|, M_n = r^2 q_n/(n^2 − 1),
    // summed here term by term; a lapped collar only presses the hoop, F/(2 L t).
    const double t = 0.0015, rm = r - t / 2;
    double m = 0;  // at the split, 90 degrees from the bolts' axis
    for (int k = 1; k < 4000; ++k) m += 1 / std::pow(4.0 * k * k - 1, 2);
    m *= 2 / pi * 4 / pi;
    const auto stress = [&](const char* fit) {
        return result(report("tube_grip",
                             grip_with(grip_with(grip("collar"), "wall", t), "collar_fit", std::string(fit)), Wrench{}),
                      "tube_stress");
    };
    CHECK(stress("cosine") == relative(6 * m * F * rm / (L * t * t), 1e-5));
    CHECK(stress("lapped") == relative(F / (2 * L * t), 1e-9));
    CHECK(stress("loose") == relative(6 / pi * F * rm / (L * t * t), 1e-5));
    // Pads by the peak: p0 of a cosine is 4/pi of the mean; a rocking moment presses one end more: F/L (1 + 6 M/(F L)).
    auto padded = grip_with(grip_with(grip("collar"), "pad_width", 0.01), "pad_strength", 10e6);
    CHECK(factor("tube_grip", padded, {0, 0, -1, 0, 0, 0}, "crush") ==
          relative(10e6 * pi * r * L / 2, 1e-6));  // past 2F the moving half is empty, the fixed one carries it all
    auto flat = grip_with(grip_with(grip("flat"), "pad_width", 0.01), "pad_strength", 2 * F / (L * 0.01));
    CHECK(factor("tube_grip", flat, {0, 0, 0, 0, 1, 0}, "crush") == relative(F * L / 6, 1e-6));
}

TEST_CASE("what presses on a sprung grip does not part it", "[families][tube_grip]") {
    for (const char* jaws : {"flat", "collar"}) {
        const auto sprung = grip_with(grip(jaws), "jaw_law", std::string("spring"));
        CHECK(std::isinf(factor("tube_grip", sprung, {0, 0, -1, 0, 0, 0}, "parts")));
        // Its body bears the load, the spring keeps its force: the sum grows by the load.
        const double more = factor("tube_grip", sprung, {1, 0, 0, 0, 0, 0}, "slips");
        const auto pressed = report("tube_grip", sprung, Load{{0, 0, -400, 0, 0, 0}, {1, 0, 0, 0, 0, 0}});
        CHECK(mode(pressed, "slips").factor_live == relative(more * (2 * F + 400) / (2 * F), 1e-3));
        // Hooked round the tube, the load that pulls presses, and the other parts it.
        const auto hooked = grip_with(sprung, "fixed_side", std::string("far"));
        CHECK(std::isinf(factor("tube_grip", hooked, {0, 0, 1, 0, 0, 0}, "parts")));
        CHECK(factor("tube_grip", hooked, {0, 0, -1, 0, 0, 0}, "parts") == relative(F, 1e-9));
    }
}

TEST_CASE("a sprung V that moves keeps its force; its fixed pad takes the load", "[families][tube_grip]") {
    // Statics of the tube: V up on the moving jaw F, the pad F − Fz; sum F − Fz + F/sin.
    auto v = grip_with(grip_with(grip("vee"), "jaw_law", std::string("spring")), "vee_on", std::string("moving"));
    const double s = std::sin(45 * degree);
    const auto pulled = report("tube_grip", v, Load{{0, 0, 600, 0, 0, 0}, {1, 0, 0, 0, 0, 0}});
    CHECK(mode(pulled, "slips").factor_live == relative(mu * (F - 600 + F / s), 1e-6));
    CHECK(factor("tube_grip", v, {0, 0, 1, 0, 0, 0}, "parts") == relative(F, 1e-9));
    CHECK(std::isinf(factor("tube_grip", v, {0, 0, -1, 0, 0, 0}, "parts")));
    CHECK(factor("tube_grip", v, {0, 1, -5, 0, 0, 0}, "parts") == relative(F, 1e-9));  // F cot 45°: Fz does not help
}

TEST_CASE("a V's flanks take a nod and a yaw together with the signs of statics", "[families][tube_grip]") {
    // V above the tube, held by the payload, flank a at +y pushes (−cos, −sin): m_a + m_b = My/sin, m_a − m_b =
    // −Mz/cos, N_a − N_b = −Fy/cos. A push to the side that relieves a flank and moments that rock the same flank are
    // worse than the same moments on the other flank.
    const auto body = grip_with(grip("vee"), "jaw_law", std::string("spring"));
    const double s = std::sin(45 * degree), c = std::cos(45 * degree), Fy = 400, My = 4, Mz = 5;
    const auto rocks = [&](const Values& v, double fy, double my, double mz) {
        const double a_force = F / (2 * s) - fy / (2 * c), b_force = F / (2 * s) + fy / (2 * c);
        const double a = std::abs(my / (2 * s) - mz / (2 * c)) / (a_force * L / 2),
                     b = std::abs(my / (2 * s) + mz / (2 * c)) / (b_force * L / 2);
        CHECK(joint("tube_grip", v)->utilisation(2, {0, fy, 0, 0, my, mz}) == relative(std::max(a, b), 1e-9));
        return std::max(a, b);
    };
    CHECK(rocks(body, Fy, My, -Mz) > 1.5 * rocks(body, Fy, My, Mz));
    // The V on the moving jaw lies below: My turns over.
    const auto moving = grip_with(body, "vee_on", std::string("moving"));
    CHECK(joint("tube_grip", moving)->utilisation(2, {0, Fy, 0, 0, -My, Mz}) ==
          relative(joint("tube_grip", body)->utilisation(2, {0, Fy, 0, 0, My, Mz}), 1e-9));
    // Seen from the other side, body and tube change places and the force its sign: the same flanks.
    const auto below = grip_with(body, "held_by", std::string("support"));
    CHECK(joint("tube_grip", below)->utilisation(2, {0, Fy, 0, 0, My, Mz}) ==
          relative(joint("tube_grip", body)->utilisation(2, {0, Fy, 0, 0, My, Mz}), 1e-9));
}

TEST_CASE("flat jaws that only nod do not slip", "[families][tube_grip]") {
    const auto r = report("tube_grip", grip("flat"), {0, 0, -5, 0, 2, 0});
    CHECK(std::isinf(mode(r, "slips").factor));
    CHECK(r.governs == "rocks");
}

TEST_CASE("pushed harder than it is squeezed, one jaw bears all and the other one nothing", "[families][tube_grip]") {
    // A screw holds both at one distance: each bears half of a push into the body, until one of them is free.
    const auto v = grip("flat");
    const auto bears = [&](double fz, const char* side) {
        return worked(report("tube_grip", v, {0, 0, fz, 0, 0, 0}), side);
    };
    for (const double push : {0.0, 0.5 * F, 1.9 * F, 2.5 * F, 40 * F})
        for (const double way : {1.0, -1.0}) {
            CAPTURE(push, way);
            const double one = bears(way * push, "force_fixed_side"), other = bears(way * push, "force_moving_side");
            CHECK(std::max(one, other) == relative(push > 2 * F ? push : F + push / 2, 1e-12));
            CHECK(std::min(one, other) == absolute(push > 2 * F ? 0 : F - push / 2, 1e-9));
        }
}
