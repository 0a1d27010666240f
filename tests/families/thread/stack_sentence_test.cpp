#include "families/bench.h"
#include "families/thread/stack_design.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a stack's sentences name what would put it right", "[thread]") {
    families::StackDesign d;
    d.screw = d.socket = *catalogue::thread_named("1/4-20");
    d.items = {{families::StackItem::Kind::plate, "plate", 0.008, 0}};
    const auto says = [&] { return families::stack_sentence(d.stack_up(), d.verdict()); };
    CHECK(says().empty());
    d.screw_length = 0.0095;
    CHECK_THAT(says(), Catch::Contains("turns are engaged") && Catch::Contains("use a screw of at least"));
    d.screw_length = 0.03;
    CHECK_THAT(says(), Catch::Contains("it bottoms") && Catch::Contains("or a screw of"));
    d.plain_length = 0.02;
    d.through = true;
    CHECK_THAT(says(), Catch::Contains("plain shank of 20 mm"));
    d.through = false;
    d.plain_length = 0;
    d.socket_depth = 0.002;
    CHECK_THAT(says(), Catch::Contains("no screw length is right"));
    d.screw_length = 0.009;
    CHECK_THAT(says(), Catch::Contains("this socket is too shallow"));
    // Washers that a screw does not go through, or would flop about on it, are not offered.
    for (const auto* washer : families::washers_for(d.screw)) {
        CHECK(washer->size("bore") >= 0.0063);
        CHECK(washer->size("bore") <= 0.0086);
    }
    CHECK(families::within({0.003, 0.001, 0.003, 0.002}, {0.0015, 0.003}) == std::vector<double>{0.002, 0.003});
    CHECK(families::within({0.003}, {1, 0}).empty());
    CHECK(families::StackItem{families::StackItem::Kind::pad, "cork 1.5 mm", 0.0015, 0}.label() == "cork 1.5 mm");
    CHECK(families::StackItem{families::StackItem::Kind::washer, "M6 plain", 0.0016, 0.012}.label() ==
          "M6 plain, 1.6 mm");
}
