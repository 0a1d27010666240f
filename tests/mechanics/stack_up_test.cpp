#include "mechanics/stack_up.h"

#include "approximately.h"

using namespace clampet::mechanics;

namespace {
constexpr StackUp camera{.screw_length = 0.0127,
                         .items = 0.0085,
                         .socket_depth = 0.0055,
                         .through = false,
                         .pitch = 0.00127,
                         .plain_length = 0,
                         .needed = 0,
                         .least_turns = 2};
}

TEST_CASE("a half-inch screw through a plate into a camera", "[mechanics]") {
    const auto v = judge_stack(camera);
    CHECK(v.state == StackState::right);
    CHECK(v.protrusion == absolute(0.0042, 1e-9));
    CHECK(v.engaged == absolute(0.0042 - 0.00127, 1e-9));
    CHECK(v.turns == relative(0.00293 / 0.00127, 1e-9));
    CHECK(v.tail == 0);  // a blind hole
    CHECK(v.extra_items.low == 0);
    CHECK(v.extra_items.high == absolute(0.0042 - 3 * 0.00127, 1e-9));
    CHECK(v.screw_lengths.low == absolute(0.0085 + 3 * 0.00127, 1e-9));
    CHECK(v.screw_lengths.high == absolute(0.0085 + 0.0052, 1e-9));
}

TEST_CASE("states of a stack", "[mechanics]") {
    auto stack = camera;
    stack.screw_length = 0.0159;
    CHECK(judge_stack(stack).state == StackState::bottoms);
    CHECK(judge_stack(stack).extra_items.low == absolute(0.0074 - 0.0052, 1e-9));
    stack.through = true;
    CHECK(judge_stack(stack).state == StackState::right);
    stack = camera;
    stack.plain_length = 0.009;
    CHECK(judge_stack(stack).state == StackState::shank);
    stack = camera;
    stack.screw_length = 0.011;
    CHECK(judge_stack(stack).state == StackState::too_short);
    stack.screw_length = 0.005;  // does not even reach
    CHECK(judge_stack(stack).engaged == 0);
    stack = camera;
    stack.least_turns = 3;  // in wood
    CHECK(judge_stack(stack).state == StackState::too_short);
}

TEST_CASE("the limits are met to a micrometre", "[mechanics]") {
    auto stack = camera;
    stack.screw_length = 0.0085 + 0.0052;
    CHECK(judge_stack(stack).state == StackState::right);
    stack.screw_length += 2e-6;
    CHECK(judge_stack(stack).state == StackState::bottoms);
}

TEST_CASE("a socket too shallow for any screw says so", "[mechanics]") {
    auto stack = camera;
    stack.socket_depth = 0.003;
    const auto v = judge_stack(stack);
    CHECK(v.screw_lengths.is_empty());
    CHECK(v.extra_items.is_empty());
}

TEST_CASE("what is offered is right when it is done", "[mechanics][law]") {
    for (int i = 0; i < 200; ++i) {
        auto stack = camera;
        stack.screw_length = 0.008 + 0.0001 * i;
        const auto v = judge_stack(stack);
        if (!v.extra_items.is_empty()) {
            for (const double extra : {v.extra_items.low, v.extra_items.high}) {
                auto mended = stack;
                mended.items += extra;
                CHECK(judge_stack(mended).state == StackState::right);
            }
        }
        for (const double length : {v.screw_lengths.low, v.screw_lengths.high}) {
            auto mended = stack;
            mended.screw_length = length;
            CHECK(judge_stack(mended).state == StackState::right);
        }
    }
}

TEST_CASE("a screw comes out of its nut by a turn and a half, and by 10 mm at most", "[mechanics]") {
    // Common practice, without a source: the tip's turns are not whole.
    StackUp stack{.screw_length = 0.025,
                  .items = 0.018,
                  .socket_depth = 0.005,
                  .through = true,
                  .pitch = 0.001,
                  .needed = 0.003,
                  .least_tail = nut_tail_turns * 0.001};
    CHECK(judge_stack(stack).tail == Approx(0.002));
    CHECK(judge_stack(stack).state == StackState::right);
    CHECK(judge_stack(stack).screw_lengths.low == Approx(0.0245));
    CHECK(judge_stack(stack).screw_lengths.high == Approx(0.033));
    stack.screw_length = 0.024;
    CHECK(judge_stack(stack).state == StackState::flush);
    CHECK(judge_stack(stack).extra_items.is_empty());  // nothing that is added makes it longer
    stack.screw_length = 0.0225;
    CHECK(judge_stack(stack).state == StackState::flush);
    stack.screw_length = 0.0205;
    CHECK(judge_stack(stack).state == StackState::too_short);
    // Through a plate it may end where it does.
    stack.screw_length = 0.0225;
    stack.least_tail = 0;
    CHECK(judge_stack(stack).state == StackState::right);
}

TEST_CASE("a plate too thin to hold a screw that goes through it offers no length", "[mechanics]") {
    auto stack = camera;
    stack.through = true;
    stack.socket_depth = 1.5 * stack.pitch;  // two turns are needed
    const auto v = judge_stack(stack);
    CHECK(v.screw_lengths.is_empty());
    CHECK(v.extra_items.is_empty());
}
