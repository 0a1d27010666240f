#include "study/job.h"

#include <catch2/catch.hpp>
#include <mutex>
#include <set>
#include <stdexcept>
#include <vector>

#include "column_rig.h"
#include "project/document.h"
#include "project/rig_json.h"
#include "project/starting_points.h"

using namespace clampet;

TEST_CASE("every piece is done once, whatever the workers, and told in order", "[study][job]") {
    for (const unsigned workers : {1u, 2u, 7u, 64u}) {
        std::vector<int> touched(100, 0);
        std::vector<std::size_t> told;
        study::Job job;
        job.workers = workers;
        job.progress = [&](std::size_t done, std::size_t total) {
            CHECK(total == 100);
            told.push_back(done);
        };
        study::run(job, 100, [&](std::size_t i) { ++touched[i]; });
        CHECK(touched == std::vector<int>(100, 1));
        REQUIRE(told.size() == 100);
        for (std::size_t i = 0; i < told.size(); ++i) CHECK(told[i] == i + 1);
    }
    study::run({}, 0, [](std::size_t) { FAIL("nothing to do"); });
}

TEST_CASE("a cancelled job ends with what is known; an exception comes out", "[study][job]") {
    std::atomic<bool> cancelled{false};
    std::atomic<int> done{0};
    study::Job job;
    job.cancelled = &cancelled;
    study::run(job, 1000, [&](std::size_t i) {
        ++done;
        if (i == 9) cancelled = true;
    });
    CHECK(done == 10);
    job.cancelled = nullptr;
    job.workers = 3;
    CHECK_THROWS_AS(study::run(job, 50,
                               [](std::size_t i) {
                                   if (i == 20) throw std::runtime_error("no");
                               }),
                    std::runtime_error);
}

TEST_CASE("a check has the same answer for any number of workers, and stops where it is told", "[study][check][job]") {
    const auto rig = column(30, "tube_grip");
    const auto one = *study::check(rig);
    study::Job job;
    job.workers = 5;
    const auto five = *study::check(rig, {}, job);
    REQUIRE(one.interfaces.size() == 30);
    REQUIRE(five.interfaces.size() == 30);
    for (std::size_t i = 0; i < 30; ++i) {
        CHECK(one.interfaces[i].id == five.interfaces[i].id);
        CHECK(one.interfaces[i].typical == five.interfaces[i].typical);
        CHECK(one.interfaces[i].low == five.interfaces[i].low);
    }
    CHECK(one.worst == five.worst);
    CHECK_FALSE(one.stopped);
    std::atomic<bool> cancelled{false};
    job.cancelled = &cancelled;
    job.workers = 1;
    job.progress = [&](std::size_t done, std::size_t) { cancelled = done >= 12; };
    const auto some = *study::check(rig, {}, job);
    CHECK(some.stopped);
    CHECK(some.interfaces.size() == 12);
}

TEST_CASE("a large rig is checked behind the document's back, and edits go on", "[project][document][job]") {
    // Answers wait here until the owner's thread asks for them, as an event loop would.
    std::mutex door;
    std::vector<std::function<void()>> waiting;
    project::Document d;
    d.check_in_background([&](std::function<void()> answer) {
        const std::lock_guard lock(door);
        waiting.push_back(std::move(answer));
    });
    const auto settle = [&] {
        for (int i = 0; i < 200000 && d.is_checking(); ++i) {
            std::vector<std::function<void()>> now;
            {
                const std::lock_guard lock(door);
                now.swap(waiting);
            }
            for (const auto& answer : now) answer();
            if (d.is_checking()) std::this_thread::sleep_for(std::chrono::milliseconds(1));
        }
        REQUIRE_FALSE(d.is_checking());
    };
    int changes = 0;
    const auto subscription = d.observe([&](const project::Change&) { ++changes; });
    REQUIRE(d.adopt(column(499, "tube_grip")));
    CHECK(d.is_checking());
    CHECK(d.check().interfaces.size() == 499);
    CHECK(d.check().interfaces[3].pending);
    CHECK(changes == 1);
    for (int i = 1; i <= 5; ++i) REQUIRE(d.perform(project::SetMass{"p499", 0.1 * i}));  // each gives the last up
    CHECK(d.is_checking());
    settle();
    CHECK(changes == 7);
    const auto now = *study::check(d.rig(), {.detail = study::Detail::verdict});
    REQUIRE(d.check().interfaces.size() == now.interfaces.size());
    for (std::size_t i = 0; i < now.interfaces.size(); ++i) {
        CHECK_FALSE(d.check().interfaces[i].pending);
        CHECK(d.check().interfaces[i].typical == now.interfaces[i].typical);
    }
    // One seam's own number is computed at once.
    REQUIRE(d.perform(project::SetInput{"s7", "hold", "force", 444.0}));
    CHECK_FALSE(d.is_checking());
    d.undo();
    CHECK(d.is_checking());
    REQUIRE(d.adopt(project::demo_rig()));  // small ones at once, and no late answer of the large one comes in
    CHECK_FALSE(d.is_checking());
    std::this_thread::sleep_for(std::chrono::milliseconds(20));
    for (const auto& answer : waiting) answer();
    CHECK(d.check().interfaces.size() == project::demo_rig().interfaces.size());
}
