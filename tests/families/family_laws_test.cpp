// What every family must do, whatever it is.
#include <random>
#include <set>

#include "families/bench.h"

using namespace clampet;
using namespace bench;
using families::Kind;

namespace {
bool is_scale_free(const families::Family& family, const std::string& key) {
    const auto joint = *families::join(family, {});
    for (const auto& m : joint->modes())
        if (m.key == key) return m.scale_free;
    return false;
}
}  // namespace

TEST_CASE("keys are unique, defaults are within their bounds, and everything is explained", "[families]") {
    std::set<std::string_view> families;
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        CHECK(families.insert(family->key()).second);
        CHECK_FALSE(family->purpose().empty());
        std::set<std::string> keys;
        for (const auto& p : family->parameters()) {
            CAPTURE(p.key);
            CHECK(keys.insert(p.key).second);
            CHECK_FALSE(p.help.empty());
            CHECK_FALSE(p.source.empty());
            CHECK(families::check_value(
                p, p.kind == Kind::quantity ? families::Value{p.standard} : families::Value{p.standard_text}));
            if (!p.shown_by.empty()) CHECK(families::find_parameter(*family, p.shown_by));
        }
        CHECK(families::join(*family, {}));
    }
}

TEST_CASE("every door refuses what is out of range, by name", "[families]") {
    for (const auto* family : families::registry())
        for (const auto& p : family->parameters()) {
            CAPTURE(family->key(), p.key);
            if (p.kind == Kind::quantity) {
                for (const double bad : {std::nan(""), std::numeric_limits<double>::infinity(),
                                         -std::numeric_limits<double>::infinity(), p.most * 2 + 1, p.least - 1}) {
                    const auto made = families::join(*family, {{p.key, bad}});
                    REQUIRE_FALSE(made);
                    CHECK(made.problem().where == p.key);
                    CHECK_THAT(made.problem().remedy, Catch::StartsWith("It must be "));
                }
            } else {
                CHECK_FALSE(families::join(*family, {{p.key, 3.0}}));
                if (p.kind == Kind::choice)
                    CHECK_THAT(families::join(*family, {{p.key, std::string("nonsense")}}).problem().remedy,
                               Catch::StartsWith("Choose one of: "));
            }
        }
    CHECK_THAT(problem("ball", {{"colour", 1.0}}).what, Catch::Contains("has no parameter “colour”"));
}

TEST_CASE("no load, and no variable load, drives nothing that holds", "[families]") {
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        const auto r = families::report(**families::join(*family, {}), {});
        for (const auto& m : r.modes)
            if (m.mode_class == families::ModeClass::ultimate && !is_scale_free(*family, m.mode))
                CHECK((std::isinf(m.factor) || m.mode == "strips" || m.mode == "breaks" || m.mode == "crush"));
    }
}

TEST_CASE("factors are never NaN or negative, and the load at the factor is the limit", "[families][law]") {
    std::mt19937 random(20261125);
    std::uniform_real_distribution<double> u(-1, 1);
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        const auto joint = *families::join(*family, {});
        for (int k = 0; k < 60; ++k) {
            const double size = std::pow(10, 3 * u(random));
            const Wrench g{size * u(random),        size * u(random),        -size * std::abs(u(random)),
                           size * 0.05 * u(random), size * 0.05 * u(random), size * 0.05 * u(random)};
            const Wrench q{size * u(random),        size * u(random),        size * u(random),
                           size * 0.05 * u(random), size * 0.05 * u(random), size * 0.05 * u(random)};
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                CAPTURE(joint->modes()[m].key, k);
                const auto f = families::factors(*joint, m, {g, q});
                CHECK(f.mass >= 0);
                CHECK(f.live >= 0);
                if (joint->modes()[m].key == "overtightens" || joint->modes()[m].scale_free) continue;
                const auto at = [&](double lambda) { return joint->utilisation(m, g + lambda * q); };
                if (f.live > 0 && f.live < 1e6) {
                    CHECK(at(f.live * 0.999) < 1);
                    CHECK(at(f.live * 1.001 + 1e-9) > 0.9989);
                }
                if (f.live == 0) CHECK(at(1e-6) >= 0.999);
            }
        }
    }
}

TEST_CASE("a quick test for searches never passes what lets go", "[families][law]") {
    std::mt19937 random(11);
    std::uniform_real_distribution<double> u(-1, 1);
    for (const auto* family : families::registry()) {
        const auto joint = *families::join(*family, {});
        const auto& search = joint->for_search();
        for (int k = 0; k < 60; ++k) {
            const Wrench q{200 * u(random), 200 * u(random), 200 * u(random),
                           10 * u(random),  10 * u(random),  10 * u(random)};
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                CAPTURE(family->key(), joint->modes()[m].key, k);
                if (search.surely_holds(m, q)) CHECK(search.utilisation(m, q) < 1.001);
                const double exact = joint->utilisation(m, q), rough = search.utilisation(m, q);
                if (std::isfinite(exact) && std::isfinite(rough) && exact < 3 && joint->modes()[m].key != "crush")
                    CHECK(rough == absolute(exact, 0.05 * std::max(1.0, exact)));
            }
        }
    }
}

TEST_CASE("huge loads and none are answered", "[families]") {
    for (const auto* family : families::registry())
        for (const double size : {1e-12, 1e9}) {
            CAPTURE(family->key(), size);
            for (int axis = 0; axis < 6; ++axis)
                for (const double sign : {-1.0, 1.0}) {
                    double v[6] = {};
                    v[axis] = sign * size;
                    const auto r =
                        families::report(**families::join(*family, {}), {{}, {v[0], v[1], v[2], v[3], v[4], v[5]}});
                    for (const auto& m : r.modes) CHECK_FALSE(std::isnan(m.factor));
                    for (const auto& value : r.results) CHECK(std::isfinite(value.value));
                    for (const auto& line : r.working) CHECK(std::isfinite(line.value));
                }
        }
}

TEST_CASE("every family draws its section and shows its working", "[families]") {
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        const auto joint = *families::join(*family, {});
        const auto section = joint->section({{3, 2, -13, 0.4, 1.1, 0.2}, {5, 0, 0, 0, 0.5, 0}});
        CHECK(section.elements.size() > 3);
        CHECK_FALSE(section.summary.empty());
        const auto box = section.extent();
        CHECK((std::isfinite(box.low.x) && std::isfinite(box.high.y) && box.width() > 0 && box.height() > 0));
        for (const auto& line : joint->working({{3, 2, -13, 0.4, 1.1, 0.2}, {}})) {
            CHECK_FALSE(line.formula.empty());
            CHECK_FALSE(line.source.empty());
        }
    }
}

TEST_CASE("a family that says that it does not move has no motion, and one that does has", "[families]") {
    std::size_t moving = 0;
    for (const auto* family : families::registry()) {
        bool has = false;
        for (const auto& p : family->parameters()) {
            const std::size_t tries = p.kind == families::Kind::choice ? p.choices.size() : 1;
            for (std::size_t c = 0; c < tries; ++c) {
                families::Values given;
                if (p.kind == families::Kind::choice) given[p.key] = std::string(p.choices[c].key);
                const auto values = families::complete(*family, given);
                if (!values) continue;
                const auto motion = family->motion(*values);
                has = has || !motion.axes.empty() || !motion.limbs.empty() || motion.contact_moves;
            }
        }
        CAPTURE(family->key());
        CHECK(has == family->moves());
        moving += family->moves();
    }
    CHECK(moving >= 9);
}
