// How a pull and a rig's revisions are drawn, as it was approved (tests/reference/pictures_proved.txt): nothing moves
// unnoticed.
#include <catch2/catch.hpp>

#include "approved.h"
#include "drawing_told.h"
#include "project/starting_points.h"
#include "prove/revisions.h"
#include "prove/test_picture.h"

using namespace clampet;
using rig::Vector;

TEST_CASE("a pull and a line of revisions are drawn as it was approved", "[prove][drawing][approved]") {
    const auto rail = project::demo_rig();
    std::string all;
    const Vector hook(0.02, 0.01, 0.03);
    const std::vector<std::pair<const char*, Vector>> ways{{"ahead", Vector::UnitX()},
                                                           {"down", -Vector::UnitZ()},
                                                           {"away", Vector::UnitY()},
                                                           {"towards", -Vector::UnitY()},
                                                           {"aslant", Vector(0.6, 0, -0.8)}};
    for (const char* seam : {"rail-clamp", "ball"})
        for (const auto& [name, way] : ways)
            all += told_in_short(fmt::format("pull of {}, {}", seam, name), prove::picture_of(rail, seam, hook, way));
    const auto revision = [](const char* name, bool failed, std::optional<std::size_t> from, std::size_t lane) {
        prove::Revision r;
        r.name = name;
        r.date = "2026-05-04";
        r.has_failed = failed;
        r.from = from;
        r.lane = lane;
        return r;
    };
    const std::vector<prove::Revision> line{revision("first", false, std::nullopt, 0), revision("wider", true, 0, 1),
                                            revision("given up", false, 1, 2), revision("kept", false, 0, 0),
                                            revision("now", false, 3, 0)};
    all += told("revisions", prove::picture_of(line));
    drawing::Drawing small;
    small.rectangle({-0.01, -0.02}, {0.03, 0.01}, drawing::Material::wood);
    all += told("revisions with pictures", prove::picture_of(line, {small, small, small, small, small}));
    is_approved("pictures_proved", all);
}
