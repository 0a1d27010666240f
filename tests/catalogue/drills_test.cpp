#include "catalogue/drills.h"

#include <algorithm>

#include "catalogue/named.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {

std::vector<std::string> names(const std::vector<catalogue::SoldDrill>& drills) {
    std::vector<std::string> all;
    for (const auto& drill : drills) all.push_back(drill.label());
    return all;
}

}  // namespace

TEST_CASE("tap drills are those that the handbook pairs with the thread", "[catalogue][drills][published]") {
    // Machinery's Handbook, tap drill sizes, from memory: the usual drill and the share of thread it leaves.
    struct Row {
        const char *thread, *drill;
        double share;
    };
    for (const Row& row : {Row{"1/4-20", "#7", 0.75}, Row{"3/8-16", "5/16 in", 0.77}, Row{"10-32", "#21", 0.76},
                           Row{"10-24", "#25", 0.75}, Row{"8-32", "#29", 0.69}, Row{"5/16-18", "F", 0.77},
                           Row{"M6", "5 mm", 0.77}, Row{"M8", "6.8 mm", 0.74}, Row{"M10", "8.5 mm", 0.77}}) {
        CAPTURE(row.thread);
        const auto drills = catalogue::tap_drills_sold(named(row.thread));
        const auto found =
            std::find_if(drills.begin(), drills.end(), [&](const auto& drill) { return drill.label() == row.drill; });
        REQUIRE(found != drills.end());
        CHECK(found->thread_share == absolute(row.share, 0.006));
    }
}

TEST_CASE("a drill for a hole is the least that is no smaller, one of each series", "[catalogue][drills]") {
    // 6.6 mm is the normal hole for M6, ISO 273: a drill of that size, and the next of the fractions and letters.
    CHECK(names(catalogue::clearance_drills_sold(6.6e-3)) == std::vector<std::string>{"6.6 mm", "G", "17/64 in"});
    for (const double hole : {2.2e-3, 4.5e-3, 7.1e-3, 9e-3, 11e-3})
        for (const auto& drill : catalogue::clearance_drills_sold(hole)) {
            CHECK(drill.diameter >= hole - 1e-7);
            CHECK(drill.diameter <= 1.05 * hole);
            CHECK(drill.thread_share == 0);
        }
    // Nothing of twist drills is sold beside 80 mm.
    CHECK(catalogue::in_words(catalogue::clearance_drills_sold(0.080)) == "none");
}
