#include "quantity/result.h"

#include <catch2/catch.hpp>

using clampet::Problem;

TEST_CASE("a problem found elsewhere keeps its id and its words", "[quantity][problem]") {
    const Problem deep{"thread.unknown", "thread", "The thread “M99” is not in the catalogue.", "Write M6."};
    const Problem shown = deep.at("/interfaces/2/elements/0/inputs/screw");
    CHECK(shown.id == clampet::ProblemId("thread.unknown"));
    CHECK(shown.where == "/interfaces/2/elements/0/inputs/screw");
    CHECK(shown.sentence() ==
          "/interfaces/2/elements/0/inputs/screw: The thread “M99” is not in the catalogue. Write M6.");
    CHECK(deep.where == "thread");
    CHECK(deep.at("").sentence() == "The thread “M99” is not in the catalogue. Write M6.");
}
