// What a record may say: files are read with the same rules as fields are typed.
#include <catch2/catch.hpp>
#include <cmath>
#include <functional>
#include <limits>

#include "prove/fit_ladder.h"
#include "prove/pull.h"
#include "prove/records.h"

using namespace clampet;

namespace {

/// A number of a record, and the least and most that it may be.
template <class Record>
struct Limit {
    std::string where;
    std::function<double&(Record&)> of;
    double least, most;
    bool without_least = false;  ///< more than the least
};

/// Just within both ends it is taken, just beyond them, and where it is no number, refused with its place.
template <class Record>
void check_limits(const Record& good, const std::vector<Limit<Record>>& limits) {
    REQUIRE(prove::check(good));
    for (const auto& limit : limits) {
        const auto said = [&](double value) {
            Record record = good;
            limit.of(record) = value;
            return prove::check(record);
        };
        CAPTURE(limit.where, limit.least, limit.most);
        const double hair = limit.least == 0 ? 1e-9 : 1e-6 * std::abs(limit.least);
        CHECK(said(limit.without_least ? limit.least + hair : limit.least));
        CHECK(said(limit.most));
        for (const double bad : {limit.without_least ? limit.least : limit.least - hair, limit.most * 1.001,
                                 std::nan(""), std::numeric_limits<double>::infinity()}) {
            CAPTURE(bad);
            const auto refused = said(bad);
            REQUIRE_FALSE(refused);
            CHECK(refused.problem().where == limit.where);
            CHECK_FALSE(refused.problem().remedy.empty());
        }
    }
}

}  // namespace

TEST_CASE("a pull says what can come out of a test", "[prove][records][input]") {
    rig::Pull pull;
    pull.id = "pull-1", pull.seam = "screw", pull.friction = "steel on plywood";
    pull.force = 40, pull.ratio = 1, pull.spread = 0.1, pull.friction_spread = 0.3, pull.hand_spread = 0.2;
    using P = rig::Pull;
    check_limits<P>(pull, {{"force", [](P& p) -> double& { return p.force; }, 0, 1e5, true},
                           {"ratio", [](P& p) -> double& { return p.ratio; }, 1e-3, 1e3},
                           {"spread", [](P& p) -> double& { return p.spread; }, 0.01, 1},
                           {"friction_spread", [](P& p) -> double& { return p.friction_spread; }, 1e-6, 5},
                           {"hand_spread", [](P& p) -> double& { return p.hand_spread; }, 0, 5},
                           {"rest_spread", [](P& p) -> double& { return p.rest_spread; }, 0, 5},
                           {"at", [](P& p) -> double& { return p.at.x(); }, -100, 100}});
    const auto where = [&](const std::function<void(P&)>& spoil) {
        auto bad = pull;
        spoil(bad);
        const auto refused = prove::check(bad);
        return refused ? std::string("taken") : refused.problem().where;
    };
    CHECK(where([](P& p) { p.way *= 1.0009; }) == "taken");
    CHECK(where([](P& p) { p.way *= 1.0011; }) == "way");
    CHECK(where([](P& p) { p.way *= 0.9989; }) == "way");
    CHECK(where([](P& p) { p.tightening = 0; }) == "tightening");
    CHECK(where([](P& p) { p.tightening = 100000; }) == "taken");
    CHECK(where([](P& p) { p.tightening = 100001; }) == "tightening");
    CHECK(where([](P& p) { p.seam.clear(); }) == "interface");
    CHECK(where([](P& p) { p.friction.clear(); }) == "friction");
}

TEST_CASE("a tap says how something swings", "[prove][records][input]") {
    rig::Tap tap;
    tap.id = "tap-1", tap.seam = "arm", tap.corrects = "modulus";
    tap.frequency = 4, tap.damping = 0.03, tap.value = 9e9, tap.stood = 10e9;
    using T = rig::Tap;
    check_limits<T>(tap, {{"frequency", [](T& t) -> double& { return t.frequency; }, 1e-3, 1e4},
                          {"damping", [](T& t) -> double& { return t.damping; }, 0, 0.99},
                          {"value", [](T& t) -> double& { return t.value; }, 1e-12, 1e15},
                          {"stood", [](T& t) -> double& { return t.stood; }, 0, 1e15},
                          {"spread", [](T& t) -> double& { return t.spread; }, 1e-3, 1}});
}

TEST_CASE("what was read under load is a length or a share, by time", "[prove][records][input]") {
    rig::Hang hang;
    hang.id = "hang-1", hang.seam = "arm", hang.readings = {{0, 0}, {60, 0.001}};
    using H = rig::Hang;
    const auto first = [](H& h) -> double& { return h.readings[0].value; };
    const auto later = [](H& h) -> double& { return h.readings[1].value; };
    check_limits<H>(hang, {{"readings", later, -10, 10},
                           {"readings", [](H& h) -> double& { return h.readings[1].time; }, 0, 1e10, true},
                           {"stood", [](H& h) -> double& { return h.stood; }, 0, 1}});
    hang.of = rig::HangOf::force;
    hang.readings = {{0, 1}, {60, 0.9}};
    check_limits<H>(hang, {{"readings", later, 0, 100}, {"readings", first, 0, 100, true}});
    hang.readings = {{0, 1}};
    CHECK_FALSE(prove::check(hang));
    hang.readings.clear();
    for (int i = 0; i < 1000; ++i) hang.readings.push_back({static_cast<double>(i), 1});
    CHECK(prove::check(hang));
    hang.readings.push_back({1000, 1});
    CHECK_FALSE(prove::check(hang));
}

TEST_CASE("what was measured is a size or a weight, and only a lean or a balance may be less than none",
          "[prove][records][input]") {
    rig::Measured measured{"measured-1", "post", "2026-11-29", "mass", 0.5, 0.52};
    using M = rig::Measured;
    const auto intended = [](M& m) -> double& { return m.intended; };
    const auto value = [](M& m) -> double& { return m.value; };
    check_limits<M>(measured, {{"intended", intended, 0, 1e6}, {"value", value, 0, 1e6, true}});
    for (const char* of : {prove::diagonals, prove::balance_keys[0]}) {
        measured.of = of;
        check_limits<M>(measured, {{"intended", intended, -100, 1e6}, {"value", value, -100, 1e6}});
    }
}

TEST_CASE("a fit that was tried is of a pin and a clearance that a test piece has", "[prove][records][input]") {
    inventory::FitTried tried;
    tried.material = "PETG", tried.pin = 0.010, tried.clearance = 0.0002;
    using F = inventory::FitTried;
    check_limits<F>(tried, {{"pin", [](F& f) -> double& { return f.pin; }, 1e-3, 60e-3},
                            {"clearance", [](F& f) -> double& { return f.clearance; }, -1e-3, 3e-3}});
}
