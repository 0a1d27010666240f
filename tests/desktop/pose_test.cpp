// Joints are posed on the picture, by keys, and by typing.
#include "desktop/rig/axis_bar.h"
#include "window.h"

using namespace clampet;
using desktop::ViewSide;

namespace {

struct PoseWindow : DemoWindow {
    const desktop::ElevationScene::Handle* handle(const char* seam, const char* axis) {
        for (const auto& h : window.elevation()->scene().handles)
            if (h.interface == seam && h.axis == axis) return &h;
        return nullptr;
    }
    double position(const char* seam, const char* axis) {
        return rig::position_of(*window.document().rig().interface(seam), axis);
    }
    void drag(QPoint from, QPoint to) {
        auto* view = window.elevation();
        QTest::mousePress(view, Qt::LeftButton, {}, from);
        for (int i = 1; i <= 4; ++i) QTest::mouseMove(view, from + (to - from) * i / 4);
        QTest::mouseRelease(view, Qt::LeftButton, {}, to);
    }
};

}  // namespace

TEST_CASE("an axis is stopped in this rig, and let go again", "[desktop][elevation]") {
    PoseWindow d;
    d.click_seam("rail-clamp");
    auto* bar = d.window.axis_bar();
    REQUIRE(bar->stops_button("slide"));
    CHECK_THAT(bar->stops_button("slide")->text().toStdString(), Catch::Contains("253 mm"));  // its rail, less its jaw
    CHECK_FALSE(bar->stop_field("slide", true)->isVisible());
    QTest::mouseClick(bar->stops_button("slide"), Qt::LeftButton);
    REQUIRE(bar->stop_field("slide", true)->isVisible());
    DemoWindow::type(bar->stop_field("slide", true)->editor(), "120 mm");
    DemoWindow::type(bar->stop_field("slide", false)->editor(), "-80 mm");
    const auto& stops = d.window.document().rig().interface("rail-clamp")->stops;
    CHECK(stops.at("slide").least == Approx(-0.08).epsilon(1e-12));
    CHECK(stops.at("slide").most == Approx(0.12).epsilon(1e-12));
    CHECK_THAT(bar->stops_button("slide")->text().toStdString(), Catch::Contains("80 mm to 120 mm"));
    DemoWindow::type(bar->stop_field("slide", true)->editor(), "-20 mm");
    CHECK_FALSE(bar->stop_field("slide", true)->problem_text().isEmpty());
    CHECK(stops.at("slide").most > 0);
    REQUIRE(bar->reset_button("slide")->isVisible());
    QTest::mouseClick(bar->reset_button("slide"), Qt::LeftButton);
    CHECK(d.window.document().rig().interface("rail-clamp")->stops.empty());
    CHECK_THAT(bar->stops_button("slide")->text().toStdString(), Catch::Contains("253 mm"));  // its rail, less its jaw
    CHECK_FALSE(bar->reset_button("slide")->isVisible());
}

TEST_CASE("a grip is dragged along its tube, and everything on it goes along", "[desktop][elevation]") {
    PoseWindow d;
    auto* view = d.window.elevation();
    const auto* slide = d.handle("rail-clamp", "slide");
    REQUIRE(slide);
    const auto from = view->pixel(slide->handle).toPoint();
    const rig::Vector camera = d.window.document().check().placed->world_from_part("camera").translation();
    d.drag(from, from + QPoint(60, 0));
    const double moved = d.position("rail-clamp", "slide");
    CHECK(moved > 0.01);
    CHECK(d.window.document().check().placed->world_from_part("camera").translation().x() ==
          Approx(camera.x() + moved));
    CHECK(view->pose_words().endsWith(" on"));
    d.shortcut("undo");  // one gesture
    CHECK(d.position("rail-clamp", "slide") == 0);
    CHECK_FALSE(d.window.document().can_undo());
}

TEST_CASE("each view shows the axes that turn in it", "[desktop][elevation]") {
    PoseWindow d;
    auto* view = d.window.elevation();
    CHECK(d.handle("ball", "forward"));
    CHECK_FALSE(d.handle("ball", "pan"));
    QTest::mouseClick(view->top_button(), Qt::LeftButton);
    CHECK(view->view() == ViewSide::top);
    REQUIRE(d.handle("ball", "pan"));
    CHECK_FALSE(d.handle("ball", "forward"));
    d.click_seam("ball");
    CHECK(view->in_hand()->axis == "pan");
    // A quarter to the left, as seen from above.
    const auto* pan = d.handle("ball", "pan");
    const auto pivot = view->pixel(pan->pivot);
    const auto out = view->pixel(pan->handle) - pivot;
    d.drag((pivot + out).toPoint(), (pivot + QPointF(out.y(), -out.x())).toPoint());
    CHECK(d.position("ball", "pan") == Approx(M_PI / 2).margin(0.05));
    CHECK_THAT(view->pose_words().toStdString(), Catch::EndsWith("to the left"));
    QTest::mouseClick(view->front_button(), Qt::LeftButton);
    CHECK(d.handle("ball", "forward"));  // turned by a quarter, it leans across this picture
    CHECK_FALSE(d.handle("ball", "side"));
}

TEST_CASE("arrow keys choose an axis and move it", "[desktop][elevation]") {
    PoseWindow d;
    auto* view = d.window.elevation();
    d.click_seam("rail-clamp");
    view->setFocus();
    REQUIRE(view->in_hand()->axis == "slide");
    QTest::keyClick(view, Qt::Key_Right);
    CHECK(d.position("rail-clamp", "slide") == Approx(0.001));
    QTest::keyClick(view, Qt::Key_Left, Qt::ShiftModifier);
    CHECK(d.position("rail-clamp", "slide") == Approx(-0.009));
    QTest::keyClick(view, Qt::Key_Down);
    CHECK(view->in_hand()->interface == "ball");
    QTest::keyClick(view, Qt::Key_Up);
    CHECK(view->in_hand()->interface == "rail-clamp");
}

TEST_CASE("a position is typed in any unit, with its stops beside it", "[desktop][elevation]") {
    PoseWindow d;
    d.click_seam("ball");
    auto* bar = d.window.axis_bar();
    REQUIRE(bar->isVisible());
    REQUIRE(bar->field("forward"));
    CHECK(bar->field("forward")->editor()->text() == QString::fromUtf8("52°"));
    DemoWindow::type(bar->field("side")->editor(), "0.2 rad");
    CHECK(d.position("ball", "side") == Approx(0.2));
    DemoWindow::type(bar->field("forward")->editor(), "80");
    CHECK(d.position("ball", "forward") == Approx(80 * M_PI / 180));
    for (const auto& seam : d.window.document().check().interfaces)
        if (seam.id == "ball") CHECK(seam.verdict != study::Verdict::holds);
    CHECK(d.window.elevation()->in_hand()->is_beyond);
    DemoWindow::type(bar->field("forward")->editor(), "far");
    CHECK_FALSE(bar->field("forward")->problem_text().isEmpty());
    d.click_seam("rail-clamp");
    CHECK(bar->field("slide"));
    CHECK_FALSE(bar->field("forward"));
    DemoWindow::type(bar->field("slide")->editor(), "2 in");
    CHECK(d.position("rail-clamp", "slide") == Approx(0.0508));
    CHECK_THAT(bar->stops_button("slide")->text().toStdString(), Catch::Contains("253 mm"));  // its rail, less its jaw
    d.click_seam("bush-thread");
    CHECK_FALSE(bar->isVisible());  // nothing of it moves
}

TEST_CASE("stops of the rig hold a dragged joint", "[desktop][elevation]") {
    PoseWindow d;
    REQUIRE(d.window.document().perform(project::SetStops{"rail-clamp", "slide", rig::Stops{-0.01, 0.02}}));
    auto* view = d.window.elevation();
    const auto from = view->pixel(d.handle("rail-clamp", "slide")->handle).toPoint();
    d.drag(from, from + QPoint(300, 0));
    CHECK(d.position("rail-clamp", "slide") == Approx(0.02));
}

TEST_CASE("a rig with a closed loop is shown with its tie and is checked", "[desktop][stack]") {
    DemoWindow d(false);
    auto r = project::demo_rig();
    // The camera's plate also rests on a shelf that belongs to the rail.
    const rig::Placed placed(r);
    const auto at = placed.world_from_part("plate") * r.part("plate")->port("top")->at;
    rig::Port shelf{"shelf", {}, at}, under{"under", {}, r.part("plate")->port("top")->at};
    const Eigen::Isometry3d plate_from_world = placed.world_from_part("plate").inverse();
    under.z = plate_from_world.linear() * rig::Vector::UnitZ();
    under.x = plate_from_world.linear() * rig::Vector::UnitX();
    r.part("rail")->ports.push_back(shelf);
    r.part("plate")->ports.push_back(under);
    rig::Interface tie;
    tie.id = "tie";
    tie.name = "Plate on a shelf";
    tie.support = {"rail", "shelf"};
    tie.payload = {"plate", "under"};
    tie.closes_loop = true;
    tie.elements = {{"rest", "rest", {}}};
    r.interfaces.push_back(tie);
    REQUIRE(d.window.document().adopt(r));
    auto* button = d.window.stack()->seam("tie");
    REQUIRE(button);
    CHECK(button->isVisible());
    CHECK(button->mapTo(d.window.stack(), QPoint()).y() >
          d.window.stack()->seam("rail-clamp")->mapTo(d.window.stack(), QPoint()).y());
    bool told = false;
    for (auto* label : d.window.stack()->findChildren<QLabel*>())
        told = told || label->text().contains("is also held by");
    CHECK(told);
    d.click_seam("tie");
    CHECK(d.window.sheet()->isVisible());
    CHECK_FALSE(d.window.elevation()->scene().lever);
}

TEST_CASE("where a plate is screwed on is dragged on it, from the side and turned", "[desktop][elevation][places]") {
    PoseWindow d;
    rig::Rig r = *project::edited({}, project::Build{{}, {}, {}, {{"floor"}}});
    for (const char* kind : {"post", "plate", "camera"})
        r = *project::edited(r, project::Build{r.parts.back().id, {}, {}, {{kind}}});
    REQUIRE(d.window.document().adopt(r));
    const std::string plate = r.parts[2].id, seam = r.interfaces[1].id;  // it lies on the post by its upper face
    auto* view = d.window.elevation();
    const auto place = [&]() -> const desktop::ElevationScene::Handle* {
        for (const auto& h : view->scene().handles)
            if (h.key == "top_ahead") return &h;
        return nullptr;
    };
    for (const ViewSide side : {ViewSide::side, ViewSide::turned}) {
        d.click_seam(seam.c_str());
        view->set_view(side);
        QApplication::processEvents();
        REQUIRE(place());
        const double before = place()->position;
        const auto from = view->pixel(place()->handle).toPoint();
        const QPointF along = view->pixel(place()->handle + 0.010 * place()->along) - view->pixel(place()->handle);
        d.drag(from, from + along.toPoint());
        const auto& values = d.window.document().rig().part(plate)->values;
        REQUIRE(values.contains("top_ahead"));
        CHECK(std::get<double>(values.at("top_ahead")) == Approx(before + 0.010).margin(0.0025));
        // Far beyond its end it stays at the last place that there is; one drag is one step back.
        const auto again = view->pixel(place()->handle).toPoint();
        d.drag(again, again + (30 * along).toPoint());
        CHECK(std::get<double>(d.window.document().rig().part(plate)->values.at("top_ahead")) <= 0.0251);
        d.window.document().undo();
    }
    CHECK_THAT(view->pose_words().toStdString(), Catch::Contains("mm"));
}
