// A face is cut once for all joints that press on it, and anew when anything of the cut changes.
#include "mechanics/cut_face.h"

#include <thread>

#include "families/bench.h"

using namespace clampet;
using namespace mechanics;

namespace {

Cut plain(double length) {
    return {rectangle(length, 0.03), Bedding::even, 3, 12, 1e-6, false};
}

}  // namespace

TEST_CASE("a face is cut again only when its cut changes", "[mechanics]") {
    const auto first = *cut_face(plain(0.0501));
    CHECK(*cut_face(plain(0.0501)) == first);
    std::vector<Cut> others(8, plain(0.0501));
    others[0].shape = rectangle(0.0502, 0.03);
    others[1].shape.hole_radius = 0.004;
    others[2].shape.reach = 0.01;
    others[3].bedding = Bedding::rim;
    others[4].radial = 4;
    others[5].around = 16;
    others[6].tolerance = 1e-5;
    others[7].in_closed_form = true;
    for (std::size_t i = 0; i < others.size(); ++i) {
        CAPTURE(i);
        const auto other = *cut_face(others[i]);
        CHECK(other != first);
        CHECK(other->cut == others[i]);
        CHECK(other->block.has_value() == others[i].in_closed_form);
    }
    CHECK(*cut_face(plain(0.0501)) == first);
}

TEST_CASE("a face that is asked for stays, and one that is long forgotten is cut to the same points", "[mechanics]") {
    const auto first = *cut_face(plain(0.06));
    const auto points = first->points.patch().x;
    const std::weak_ptr<const CutFace> seldom = *cut_face(plain(0.061));
    for (int i = 0; i < 300; ++i) {
        REQUIRE(cut_face(plain(0.07 + 1e-5 * i)));
        CHECK(*cut_face(plain(0.06)) == first);
    }
    CHECK(seldom.expired());
    CHECK((*cut_face(plain(0.061)))->points.patch().x.size() == points.size());
    CHECK((*cut_face(plain(0.06)))->points.patch().x == points);
}

TEST_CASE("what cannot be cut is refused each time", "[mechanics]") {
    Cut holed = plain(0.05);
    holed.shape.hole_radius = 0.04;
    for (int i = 0; i < 2; ++i) CHECK_FALSE(cut_face(holed));
}

TEST_CASE("many threads cut faces at once", "[mechanics]") {
    std::vector<std::vector<double>> areas(4);
    std::vector<std::thread> threads;
    for (auto& own : areas)
        threads.emplace_back([&own] {
            for (int i = 0; i < 200; ++i)
                own.push_back((*cut_face(plain(0.05 + 1e-4 * (i % 60))))->points.patch().area);
        });
    for (auto& t : threads) t.join();
    for (const auto& own : areas)
        for (std::size_t i = 0; i < own.size(); ++i)
            CHECK(own[i] == relative(0.03 * (0.05 + 1e-4 * static_cast<double>(i % 60)), 1e-9));
}
