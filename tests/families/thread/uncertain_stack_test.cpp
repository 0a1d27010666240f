#include "families/thread/uncertain_stack.h"

#include <algorithm>

#include "families/bench.h"
#include "families/thread/stack_design.h"

using namespace clampet;
using namespace bench;
using families::screws_for_range;

namespace {

const catalogue::Thread& m6() {
    static const auto thread = *catalogue::thread_named("M6");
    return thread;
}
mechanics::StackUp deep(double socket) {
    return {.socket_depth = socket, .pitch = 1e-3};
}
bool right(mechanics::StackUp stack, double length, double items) {
    stack.screw_length = length;
    stack.items = items;
    return mechanics::judge_stack(stack).state == mechanics::StackState::right;
}

}  // namespace

TEST_CASE("a range of stacks has one length, a short list, or a saw cut", "[families][stack]") {
    // Two turns and a pitch of lead-in, 3 mm, to 7.7 mm: 45 mm is right from 37.3 to 42 mm.
    const auto one = screws_for_range(deep(8e-3), {38e-3, 39e-3}, m6());
    REQUIRE(one.to_buy == std::vector<double>{45e-3});
    CHECK(one.gaps.empty());
    CHECK_THAT(one.sentence(m6()), Catch::Contains("45 mm"));
    const auto several = screws_for_range(deep(8e-3), {10e-3, 22e-3}, m6());
    CHECK(several.to_buy.size() > 1);
    CHECK(several.gaps.empty());
    CHECK(several.always.is_empty());
    // Between 80 and 90 mm no length is sold that would be right here: it is sawn.
    const auto sawn = screws_for_range(deep(4.5e-3), {79e-3, 79.2e-3}, m6());
    CHECK(sawn.to_buy.empty());
    CHECK(sawn.to_saw > sawn.always.high);
    CHECK_THAT(sawn.sentence(m6()), Catch::Contains("saw"));
    CHECK_THAT(screws_for_range(deep(2e-3), {5e-3, 6e-3}, m6()).sentence(m6()), Catch::Contains("too shallow"));
}

TEST_CASE("every stack of the range finds a screw in the list, or is told of as a gap", "[families][stack][law]") {
    for (const double socket : {4.2e-3, 5.5e-3, 8e-3, 12e-3})
        for (int from = 3; from < 60; from += 7)
            for (const double width : {0.0, 0.5e-3, 3e-3, 11e-3}) {
                const mechanics::Interval range{from * 1e-3, from * 1e-3 + width};
                const auto found = screws_for_range(deep(socket), range, m6());
                CAPTURE(socket, range.low, range.high);
                CHECK(std::adjacent_find(found.to_buy.begin(), found.to_buy.end(), std::greater_equal<>()) ==
                      found.to_buy.end());
                for (int i = 0; i <= 40; ++i) {
                    const double items = range.low + width * i / 40;
                    const bool held = std::any_of(found.to_buy.begin(), found.to_buy.end(),
                                                  [&](double s) { return right(deep(socket), s, items); });
                    const bool told = std::any_of(found.gaps.begin(), found.gaps.end(), [&](const auto& gap) {
                        return items >= gap.low - 2e-6 && items <= gap.high + 2e-6;
                    });
                    CHECK((held || told));
                }
            }
}
