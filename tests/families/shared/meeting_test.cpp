// What two ports that meet say of how they press.
#include "families/shared/meeting.h"

#include <catch2/catch.hpp>

using namespace clampet;
using families::Values;

TEST_CASE("of two faces that meet the smaller presses, whichever of them is round", "[families][meeting]") {
    using families::Meeting;
    const Values round{{"diameter", 0.03}}, board{{"length", 0.05}, {"width", 0.02}, {"hole", 0.0066}},
        wide{{"length", 0.08}, {"width", 0.06}}, nothing;
    const auto pressed = [](const Values& support, const Values& payload) {
        return families::pressed_face(Meeting{support, payload, "", ""});
    };
    for (const bool swapped : {false, true}) {
        CAPTURE(swapped);
        const auto meet = [&](const Values& one, const Values& other) {
            return swapped ? pressed(other, one) : pressed(one, other);
        };
        // A disc that lies on a wide board presses as a disc; on a narrow one it is cut by the board's width.
        const auto whole = meet(round, wide);
        CHECK(whole.diameter == 0.03);
        const auto cut = meet(round, board);
        CHECK(cut.diameter == 0);
        CHECK(cut.length == 0.03);
        CHECK(cut.width == 0.02);
        CHECK(cut.hole == 0.0066);
        const auto boards = meet(board, wide);
        CHECK(boards.length == 0.05);
        CHECK(boards.width == 0.02);
        CHECK(meet(board, nothing).length == 0.05);
    }
}
