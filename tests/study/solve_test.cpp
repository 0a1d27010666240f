#include "study/solve.h"

#include <cmath>
#include <numbers>

#include "families/bench.h"
#include "study/advice.h"
#include "study/capacity.h"

using namespace clampet;
using namespace bench;

namespace {
Result<study::Solution> solved(const char* family, const Values& values, const char* key, const Wrench& w,
                               double required) {
    return study::solve(*families::family_named(family), values, key, {{}, w}, required);
}
double value(const study::Solution& s) {
    return std::get<double>(s.value);
}
}  // namespace

TEST_CASE("solve meets the required factor exactly where the formula does", "[solve]") {
    // A strap holds mu 2 n F: 100 N at 2× with mu 0.3 and 4 bolts needs 100 × 2/(0.3 × 2 × 4) N each.
    const Values v{{"friction", 0.3}, {"bolts", 4.0}, {"kept", 1.0}};
    const auto s = solved("strap", v, "force", {100, 0, 0, 0, 0, 0}, 2);
    REQUIRE(s);
    CHECK(value(*s) == relative(200 / 2.4, 1e-3));
    CHECK(s->least.factor >= 2);
    CHECK(s->already);
    CHECK(*s->low == value(*s));
    // Friction that must grow.
    const auto more = solved("jam_collar", {{"given_by", std::string("span")}, {"span", 0.02}, {"friction", 0.1}},
                             "friction", {-10, 0, 0, 0, 10 * 0.05, 0}, 2);
    REQUIRE(more);
    CHECK(value(*more) == relative(2 * 0.02 / (2 * 0.05), 1e-5));
    CHECK_FALSE(more->already);
}

TEST_CASE("solve says why no value does it", "[solve]") {
    const auto none = solved("ball", {}, "friction", {0, 0, 0, 9e5, 0, 0}, 2);
    REQUIRE_FALSE(none);
    CHECK_THAT(none.problem().what, Catch::Contains("No value of") && Catch::Contains("the best is"));
    CHECK(solved("ball", {}, "colour", {0, 0, 0, 1, 0, 0}, 2).problem().where == "colour");
    CHECK_THAT(solved("thread", {}, "screw", {0, 0, 1, 0, 0, 0}, 2).problem().what, Catch::Contains("is a text"));
    CHECK_THAT(solved("tube_grip", {}, "slot_width", {0, 0, 1, 0, 0, 0}, 2).problem().what,
               Catch::Contains("does not matter here"));
    CHECK_FALSE(solved("ball", {}, "friction", {0, 0, 0, 1, 0, 0}, -1));
    CHECK_FALSE(solved("ball", {}, "friction", {0, 0, 0, 1, 0, 0}, std::nan("")));
}

TEST_CASE("solve says so where no value can be built, whatever is asked of it", "[solve]") {
    // A stem thicker than its ball: no friction mends that.
    const auto none = solved("ball", {{"stem_diameter", 0.05}}, "friction", {0, 0, 0, 1, 0, 0}, 2);
    REQUIRE_FALSE(none);
    CHECK(none.problem().id == ProblemId("solve.nothing_can_be_built"));
    CHECK_THAT(none.problem().what, Catch::Contains("The stem is as thick as the ball."));
}

TEST_CASE("counts and choices are solved as what they are", "[solve]") {
    const auto faces = solved("friction_pivot", {}, "faces", {0, 0, 0, 0, 0, 3}, 2);
    REQUIRE(faces);
    CHECK(value(*faces) == std::round(value(*faces)));
    CHECK(faces->least.factor >= 2);
    const double one_less = study::least_factor(*joint("friction_pivot", {{"faces", value(*faces) - 1}, {"kept", 0.7}}),
                                                {{}, {0, 0, 0, 0, 0, 3}})
                                .factor;
    CHECK(one_less < 2);
    const auto kept = solved("insert", {{"kind", std::string("wood_screw")}, {"diameter", 0.004}, {"length", 0.02}},
                             "duration", {0, 0, 1800, 0, 0, 0}, 1);
    REQUIRE(kept);
    CHECK(std::get<std::string>(kept->value) == "short");
}

TEST_CASE("solve agrees with the factor for every input of every family", "[solve][law]") {
    for (const auto* family : families::registry()) {
        for (const auto& p : family->parameters()) {
            if (p.kind == families::Kind::text) continue;
            const auto s = study::solve(*family, {}, p.key, {{0, 0, -10, 0, 0.3, 0}, {4, 3, 2, 0.1, 0.2, 0.3}}, 1.7);
            if (!s) continue;
            CAPTURE(family->key(), p.key);
            Values v{{p.key, s->value}};
            const auto made = families::join(*family, v);
            REQUIRE(made);
            CHECK(study::least_factor(**made, {{0, 0, -10, 0, 0.3, 0}, {4, 3, 2, 0.1, 0.2, 0.3}}).factor >=
                  1.7 * (1 - 1e-6));
        }
    }
}

TEST_CASE("capacity by direction is the load factor of a unit force", "[capacity]") {
    const auto face = joint("flat_face", {});
    const auto all = study::capacity_by_direction(*face, study::Plane::xz, {0, 0, 0.05}, {}, 24);
    REQUIRE(all.size() == 24);
    for (const auto& d : all) {
        const Wrench w = study::force_at({0, 0, 0.05}, std::cos(d.angle), 0, std::sin(d.angle));
        const double least = study::least_factor(*face, {{}, w}).factor;
        if (std::isinf(least))
            CHECK(std::isinf(d.force));
        else
            CHECK(d.force == relative(least, 1e-4));  // modes that lie this close are not told apart
    }
    // A symmetric face is as strong to the left as to the right.
    CHECK(all[0].force == relative(all[12].force, 1e-3));
}

TEST_CASE("a force and its moment", "[capacity]") {
    const auto w = study::force_at({1, 2, 3}, 4, 5, 6);
    CHECK((w.mx == 2 * 6 - 3 * 5 && w.my == 3 * 4 - 1 * 6 && w.mz == 1 * 5 - 2 * 4));
    const auto up = study::force_in_plane({0, 0, 0}, study::Plane::yz, std::numbers::pi / 2, 7);
    CHECK((up.fz == relative(7, 1e-12) && up.fy == absolute(0, 1e-12)));
}

TEST_CASE("the curve passes through the present factor and skips what cannot be built", "[solve]") {
    const auto* family = families::family_named("friction_pivot");
    const Load load{{}, {0, 0, 0, 0, 0, 1}};
    const auto curve = study::factor_curve(*family, {}, "inner_diameter", load, 0, 0.08, 41);
    REQUIRE(curve.size() == 41);
    CHECK(std::isfinite(curve[0].factor));
    CHECK(std::isnan(curve[40].factor));  // a hole of 80 mm in a face of 40 mm
    CHECK(curve[5].moves > 0);
}

TEST_CASE("advice: every change reaches what is asked, the least effort first", "[solve][advice]") {
    const Load load{{0, 0, -12, 0, 0.8, 0}, {25, 5, 3, 0.4, 1.5, 0.9}};
    std::size_t families_that_lack = 0;
    for (const auto* family : families::registry()) {
        const auto joint = families::join(*family, {});
        const double present = study::least_factor(**joint, load).factor;
        const auto found = study::advice(*family, {}, load, 4);
        REQUIRE(found);
        CAPTURE(family->key(), present);
        if (present >= 4) {
            CHECK(found->empty());
            continue;
        }
        ++families_that_lack;
        auto last = study::Effort::tighten;
        for (const auto& a : *found) {
            CAPTURE(a.key);
            if (!families::find_parameter(*family, a.key)) continue;  // bought by its name: advice_test
            const auto changed = families::join(*family, {{a.key, a.value}});
            REQUIRE(changed);
            CHECK(study::least_factor(**changed, load).factor >= 4 * (1 - 1e-6));
            CHECK(a.least.factor >= 4 * (1 - 1e-6));
            CHECK(a.value != a.present);
            CHECK(a.effort >= last);
            last = a.effort;
            const auto* p = families::find_parameter(*family, a.key);
            CHECK(study::can_be_changed(*p));
            CHECK_THAT(study::sentence_of(*family, a), Catch::StartsWith(p->label + ": "));
        }
    }
    CHECK(families_that_lack > 8);
    CHECK_FALSE(study::advice(*families::family_named("ball"), {{"diameter", -1.0}}, load, 2));
    // What the ball wants first is to be tightened.
    const auto ball = study::advice(*families::family_named("ball"), {{"force", 100.0}}, load, 2);
    REQUIRE(ball);
    REQUIRE_FALSE(ball->empty());
    CHECK(ball->front().key == "force");
}

TEST_CASE("loads, limits and strengths are not advised to change", "[advice]") {
    for (const auto* family : families::registry())
        for (const auto& p : family->parameters())
            if (study::can_be_changed(p)) {
                CAPTURE(family->key(), p.key);
                CHECK(p.kind != families::Kind::text);
                CHECK(p.key.find("required") == std::string::npos);
                CHECK(p.key.find("payload") == std::string::npos);
                CHECK_FALSE(p.key.ends_with("_limit"));
                CHECK(p.dimension != quantity::Dimension::stress);
                CHECK(p.dimension != quantity::Dimension::stiffness);
            }
    // How a force is known is no change; another pair of surfaces is one, below as above.
    const auto changes = [](const char* family, const char* key) {
        return study::can_be_changed(*families::find_parameter(*families::family_named(family), key));
    };
    CHECK_FALSE(changes("ball", "squeezed_by"));
    CHECK_FALSE(changes("ball", "thread_friction"));
    CHECK_FALSE(changes("arm", "modulus"));
    CHECK(changes("edge_clamp", "lower_friction"));
    CHECK(changes("tube_grip", "jaws"));
}

TEST_CASE("a window narrower than the samples is found: a balance point a few millimetres wide", "[solve]") {
    // A counterweight on a metre of rod, a pivot with next to no friction: it balances at payload m1 a1 = m2 x, and
    // holds while g m2 |x − x0| stays under friction/required: a few millimetres.
    const Values v{{"payload_mass", 1.37},
                   {"payload_arm", 0.41},
                   {"rod_mass", 0.0},
                   {"counter_mass", 1.9},
                   {"weight_from", std::string("given")},
                   {"pivot_friction", 0.05}};
    const auto* family = families::family_named("counterweight");
    const double x0 = 1.37 * 0.41 / 1.9;
    for (const double start : {0.05, 0.5, 0.95}) {
        auto from = v;
        from["counter_arm"] = start;
        const auto s = solved("counterweight", from, "counter_arm", {0, 0, -1, 0, 0, 0}, 1.5);
        CAPTURE(start, s ? "" : s.problem().what);
        REQUIRE(s);
        CHECK(value(*s) == absolute(x0, 0.005));
        CHECK(s->least.factor >= 1.5);
        REQUIRE((s->low && s->high));
        CHECK(*s->high - *s->low < 0.006);
        // And the plot shows it.
        double highest = 0;
        for (const auto& p : study::factor_curve(*family, from, "counter_arm", {{}, {0, 0, -1, 0, 0, 0}}, 0.01, 1, 27))
            highest = std::max(highest, p.factor);
        CHECK(highest > 1.5);
    }
}

TEST_CASE("more required asks for more, along every solved input that grows", "[solve][law]") {
    struct Row {
        const char *family, *key;
        Wrench load;
    };
    for (const auto& row :
         {Row{"strap", "force", {300, 0, 0, 0, 0, 2}}, Row{"friction_pivot", "force", {0, 0, 0, 0, 0, 6}},
          Row{"bond", "length", {0, 0, 20, 0, 0.5, 0}}, Row{"tube_grip", "force", {200, 0, -50, 3, 1, 0}},
          Row{"arm", "root_height", {0, 0, -80, 0, 0, 0}}}) {
        double before = 0;
        for (const double required : {1.2, 1.8, 2.6}) {
            const auto found = study::solve(*families::family_named(row.family), {}, row.key, {{}, row.load}, required);
            CAPTURE(row.family, row.key, required);
            REQUIRE(found);
            REQUIRE(found->low);
            CHECK(*found->low > before);
            before = *found->low;
        }
    }
}

TEST_CASE("a choice that gives what is required is kept, though another would too", "[solve]") {
    // A screw of any grade carries this pull: the one in hand stays.
    const auto* family = families::family_named("thread");
    const auto* choice = families::find_parameter(*family, "socket_end");
    REQUIRE(choice);
    REQUIRE(choice->choices.size() == 3);
    for (const auto& present : choice->choices) {
        const auto kept =
            study::solve(*family, {{"socket_end", present.key}, {"screw_length", 0.0127}, {"items", 0.0085}},
                         "socket_end", {{}, {0, 0, 5, 0, 0, 0}}, 1.5);
        REQUIRE(kept);
        CHECK(std::get<std::string>(kept->value) == present.key);
    }
}
