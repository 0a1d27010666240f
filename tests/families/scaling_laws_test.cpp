// Laws that follow from what a load factor is, tried on every family.
#include <random>

#include "families/bench.h"
#include "study/solve.h"

using namespace clampet;
using namespace bench;

namespace {

struct Loads {
    std::mt19937 random{77};
    std::uniform_real_distribution<double> u{-1, 1};
    Wrench next() {
        const double size = std::pow(10, 1.5 * u(random));
        return {size * u(random),        size * u(random),        size * u(random),
                0.05 * size * u(random), 0.05 * size * u(random), 0.05 * size * u(random)};
    }
};
/// Every mode of a joint that the whole load can drive, under some loads.
template <class Visit>
void visit_driven_modes(const families::Joint& joint, int count, Loads& loads, const Visit& visit) {
    for (int k = 0; k < count; ++k) {
        const Wrench w = loads.next();
        for (std::size_t m = 0; m < joint.modes().size(); ++m) {
            const auto& mode = joint.modes()[m];
            if (mode.scale_free || mode.live_only || mode.mode_class == families::ModeClass::service) continue;
            if (families::preload_share(joint, m)) continue;  // what presses alone is too much: a share, whatever comes
            CAPTURE(mode.key, k);
            visit(joint, m, w);
        }
    }
}
/// Of every family as it is by itself, and with each of its choices.
template <class Visit>
void for_each_driven_mode(const Visit& visit) {
    Loads loads;
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        visit_driven_modes(**families::join(*family, {}), 12, loads, visit);
        for (const auto& p : family->parameters())
            for (const auto& choice : p.choices) {
                CAPTURE(p.key, choice.key);
                if (const auto joint = families::join(*family, {{p.key, std::string(choice.key)}}))
                    visit_driven_modes(**joint, 2, loads, visit);
            }
    }
}
/// Root searches stop within this share of the factor.
constexpr double tolerance = 2e-3;

}  // namespace

TEST_CASE("twice the load has half the factor", "[families][law]") {
    for_each_driven_mode([](const families::Joint& joint, std::size_t m, const Wrench& w) {
        const double once = families::factors(joint, m, {{}, w}).mass;
        if (once == 0 || once > 1e6) return;
        CHECK(families::factors(joint, m, {{}, 2 * w}).mass == relative(once / 2, tolerance));
        // No load is so small that it does not count.
        CHECK(families::factors(joint, m, {{}, 1e-3 * w}).mass == relative(1e3 * once, tolerance));
    });
}

TEST_CASE("a push on top of its own kind of weight takes what the weight has left", "[families][law]") {
    // Along one ray the two factors agree: weight w and push w let go at lambda_live = lambda_total − 1.
    for_each_driven_mode([](const families::Joint& joint, std::size_t m, const Wrench& w) {
        const double alone = families::factors(joint, m, {{}, w}).mass;
        if (!(alone > 1.05) || alone > 1e4) return;
        CHECK(families::factors(joint, m, {w, w}).live == relative(alone - 1, tolerance * alone / (alone - 1)));
    });
}

TEST_CASE("more friction never holds less", "[families][law]") {
    Loads loads;
    for (const auto* family : families::registry()) {
        const auto* friction = families::find_parameter(*family, "friction");
        // In a cam and a wedge friction also resists what drives them: the same hand makes less force.
        if (!friction || family->key() == "cam" || family->key() == "wedge") continue;
        for (int k = 0; k < 8; ++k) {
            const Wrench w = loads.next();
            const auto slip = [&](double mu) -> double {
                const auto joint = *families::join(*family, {{"friction", mu}});
                double least = std::numeric_limits<double>::infinity();
                for (std::size_t m = 0; m < joint->modes().size(); ++m)
                    if (joint->modes()[m].key == "slips" || joint->modes()[m].key == "locks" ||
                        joint->modes()[m].key == "stays_shut")
                        least = std::min(least, families::factors(*joint, m, {{}, w}).least());
                return least;
            };
            const double less = slip(0.2), more = slip(0.4);
            CAPTURE(family->key(), k, less, more);
            CHECK(more >= less * (1 - tolerance));
        }
    }
}

TEST_CASE("what a mode asks for and can give is in the order of its factor", "[families][law]") {
    Loads loads;
    for (const auto* family : families::registry()) {
        const auto joint = *families::join(*family, {});
        for (int k = 0; k < 6; ++k) {
            const Wrench w = loads.next();
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                CAPTURE(family->key(), joint->modes()[m].key, k);
                for (const auto& value : joint->demand(m, w)) {
                    CHECK(std::isfinite(value.value));
                    CHECK_FALSE(value.name.empty());
                }
                for (const auto& value : joint->capacity(m, w)) CHECK((std::isfinite(value.value) && value.value >= 0));
            }
        }
    }
}

TEST_CASE("inputs that do not matter change nothing", "[families][law]") {
    for (const auto* family : families::registry()) {
        const auto defaults = *families::complete(*family, {});
        const auto before = families::report(**families::join(*family, {}), {{}, {3, 2, -5, 0.1, 0.2, 0.3}});
        for (const auto& p : family->parameters()) {
            if (p.is_relevant(defaults) || p.kind != families::Kind::quantity) continue;
            const double other = p.whole_number ? p.standard + 1 : p.standard * 1.01 + (p.standard == 0 ? 1e-4 : 0);
            if (!families::check_value(p, families::Value{other})) continue;
            const auto joint = families::join(*family, {{p.key, other}});
            CAPTURE(family->key(), p.key);
            REQUIRE(joint);
            CHECK(families::report(**joint, {{}, {3, 2, -5, 0.1, 0.2, 0.3}}).factor == before.factor);
        }
    }
}

TEST_CASE("what mirrors itself holds the same on both sides", "[families][law]") {
    for (const char* family : {"strap", "bond", "edge_clamp", "fastener_group", "friction_pivot", "ball"}) {
        CAPTURE(family);
        const auto left = report(family, {}, Wrench{0, 7, -9, 0.2, 0, 0.1}),
                   right = report(family, {}, Wrench{0, -7, -9, -0.2, 0, -0.1});
        CHECK(left.factor == relative(right.factor, tolerance));
        const auto ahead = report(family, {}, Wrench{7, 0, -9, 0, 0.2, 0.1}),
                   back = report(family, {}, Wrench{-7, 0, -9, 0, -0.2, -0.1});
        CHECK(ahead.factor == relative(back.factor, tolerance));
    }
}
