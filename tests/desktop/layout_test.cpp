#include <catch2/catch.hpp>

#include "desktop/rig/elevation_scene.h"
#include "desktop/rig/seam_button.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/hold_bar_layout.h"
#include "project/starting_points.h"

using namespace clampet;
using namespace clampet::desktop;

TEST_CASE("the hold bar's parts are where its numbers are", "[desktop][layout]") {
    const auto bar = layout_hold_bar({0.9, 1.8, 3.5, 2}, QRectF(10, 10, 200, 20));
    CHECK(bar.part_at(bar.required_tick.center()) == HoldBarPart::required_tick);
    CHECK(bar.part_at(bar.typical_mark.center()) == HoldBarPart::typical_mark);
    CHECK(bar.part_at({bar.band.right() - 3, bar.band.center().y()}) == HoldBarPart::band);
    CHECK_FALSE(bar.part_at({bar.track.right(), bar.track.y() + 8}));
    CHECK(bar.band.left() < bar.typical_mark.center().x());
    CHECK(bar.typical_mark.center().x() < bar.required_tick.center().x());
    // Logarithmic: from 1 to 2 is as far as from 5 to 10.
    CHECK(bar.ticks[2] - bar.ticks[1] == Approx(bar.ticks[4] - bar.ticks[3]));
}

TEST_CASE("factors off the scale stay on it, marked", "[desktop][layout]") {
    const QRectF place(0, 0, 150, 20);
    const double infinite = std::numeric_limits<double>::infinity();
    for (const auto& f : {HoldBarFactors{0, 0, 0, 2}, HoldBarFactors{infinite, infinite, infinite, 2},
                          HoldBarFactors{0.01, 50, infinite, 100}}) {
        const auto bar = layout_hold_bar(f, place);
        for (const auto& r : {bar.band, bar.typical_mark, bar.required_tick})
            CHECK(place.adjusted(-2, -1, 2, 1).contains(r));
    }
    CHECK(layout_hold_bar({0, 0, 0, 2}, place).below);
    CHECK(layout_hold_bar({infinite, infinite, infinite, 2}, place).above);
}

TEST_CASE("nothing in a seam's row overlaps", "[desktop][layout]") {
    for (const double em : {12.0, 16.0, 32.0}) {
        const auto row = layout_seam_row({17 * em, 6 + 3.55 * em}, em, {1, 2, 3, 2});
        CHECK_FALSE(row.name.intersects(row.mark));
        CHECK_FALSE(row.mark.intersects(row.verdict));
        CHECK_FALSE(row.symbol.intersects(row.name));
        CHECK_FALSE(row.factor.intersects(row.bar.track));
        CHECK_FALSE(row.factor.intersects(row.sentence));
        CHECK(row.name.width() > 3 * em);
        CHECK(row.sentence.bottom() <= 6 + 3.55 * em + 1);
    }
}

TEST_CASE("a drawing is fitted to scale and upright", "[desktop][layout]") {
    drawing::Drawing d;
    d.rectangle({0, 0}, {0.04, 0.01}, drawing::Material::metal);
    const auto m = fit_drawing(d, QRectF(0, 0, 400, 400));
    CHECK(m.map(QPointF(0.04, 0)).x() - m.map(QPointF(0, 0)).x() == Approx(400));
    CHECK(m.map(QPointF(0, 0.01)).y() < m.map(QPointF(0, 0)).y());
    CHECK(m.map(QPointF(0.02, 0.005)) == QPointF(200, 200));
}

TEST_CASE("the elevation shows the lever arm that the statics use", "[desktop][scene]") {
    project::Document document;
    REQUIRE(document.adopt(project::demo_rig()));
    const auto scene = make_scene(document, ViewSide::side, "ball");
    REQUIRE(scene.lever);
    for (const auto& r : document.check().interfaces)
        if (r.id == "ball")
            CHECK(scene.lever->moment == Approx(std::hypot(r.rest.permanent.mx, r.rest.permanent.my)).epsilon(1e-6));
    REQUIRE_FALSE(scene.handles.empty());
    CHECK(scene.handles.front().interface == "ball");
    CHECK(scene.handles.front().axis == "forward");
    CHECK(scene.handles.front().position == Approx(52 * M_PI / 180));
    REQUIRE(scene.push);
    CHECK(scene.push->words == "push 15 N");
    CHECK(make_scene(document, ViewSide::front, "ball").lever->arm == Approx(0).margin(1e-9));
    REQUIRE(document.adopt(*project::starting_rig("floor-post")));
    CHECK(make_scene(document, ViewSide::side, "stand").feet.size() == 3);
    CHECK(make_scene(document, ViewSide::side, "no such seam").solids.size() > 5);
    document.start_new();
    CHECK(make_scene(document, ViewSide::side, "").solids.empty());
}
