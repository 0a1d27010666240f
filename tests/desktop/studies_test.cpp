// Questions about the whole rig: pressed, answered beside, done by one press.
#include "desktop/rig/elevation_view.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/seam_button.h"
#include "desktop/rig/seam_sheet.h"
#include "desktop/rig/stack_view.h"
#include "desktop/studies/advice_view.h"
#include "desktop/studies/balance_view.h"
#include "desktop/studies/limit_view.h"
#include "desktop/studies/picture_view.h"
#include "desktop/studies/room_view.h"
#include "desktop/studies/sight_panel.h"
#include "desktop/theme/theme.h"
#include "desktop/widgets/payload_plot.h"
#include "quantity/format.h"
#include "study/room.h"
#include "window.h"

using namespace clampet;
using desktop::ViewSide;

namespace {

struct StudyWindow : DemoWindow {
    desktop::RigPage& page() { return *window.stage<desktop::RigPage>(); }
    template <class View>
    View& ask(const char* key) {
        QTest::mouseClick(page().question(key), Qt::LeftButton);
        auto* view = page().study<View>();
        REQUIRE(view);
        REQUIRE(view->isVisible());
        wait(*view);
        return *view;
    }
    void wait(desktop::StudyView& view) {
        REQUIRE(QTest::qWaitFor([&] { return !view.is_busy(); }, 240000));
        QApplication::processEvents();
    }
    static QPushButton* button(QWidget& in, const QString& text, int index = 0) {
        for (auto* b : in.findChildren<QPushButton*>())
            if (b->text() == text && b->isVisible() && index-- == 0) return b;
        return nullptr;
    }
    double factor(const char* seam) {
        for (const auto& r : window.document().check().interfaces)
            if (r.id == seam) return r.typical;
        return -1;
    }
};

}  // namespace

TEST_CASE("a change is tried, done with one press, and undone", "[desktop][studies]") {
    StudyWindow d;
    auto& view = d.ask<desktop::AdviceView>("advice");
    REQUIRE_FALSE(view.shown().empty());
    const auto first = view.shown().front();
    auto* take = StudyWindow::button(view, "do it");
    REQUIRE(take);
    QTest::mouseClick(take, Qt::LeftButton);
    CHECK(d.factor(first.interface.c_str()) == Approx(first.after).epsilon(1e-6));
    // The seam that it mends is the one that is looked at, and the answer is asked for anew.
    CHECK(d.window.stack()->selected().toStdString() == first.interface);
    d.wait(view);
    for (const auto& advice : view.shown()) CHECK(advice.interface != first.interface);
    d.window.document().undo();
    CHECK(d.factor(first.interface.c_str()) == Approx(first.before).epsilon(1e-6));
}

TEST_CASE("a change that is looked at shows what every seam would be", "[desktop][studies]") {
    StudyWindow d;
    auto& view = d.ask<desktop::AdviceView>("advice");
    REQUIRE(view.shown().size() > 1);
    const auto advice = view.shown().front();
    auto* seam = d.window.stack()->seam(QString::fromStdString(advice.interface));
    REQUIRE(seam);
    CHECK(seam->previewed().isEmpty());
    const QImage before = seam->grab().toImage();
    auto* take = StudyWindow::button(view, "do it");
    QEvent enter(QEvent::Enter);
    QApplication::sendEvent(take->parentWidget(), &enter);
    CHECK(seam->previewed().toStdString() ==
          "would be " + quantity::format_factor(advice.after) + ", " + std::string(study::name_of(advice.then)));
    CHECK(seam->grab().toImage() != before);
    CHECK(d.factor(advice.interface.c_str()) == Approx(advice.before).epsilon(1e-6));  // nothing is done
    // What it does not change says nothing.
    for (const auto& r : d.window.document().check().interfaces) {
        const bool changes =
            std::any_of(advice.all.begin(), advice.all.end(), [&](const auto& then) { return then.interface == r.id; });
        CHECK(d.window.stack()->seam(QString::fromStdString(r.id))->previewed().isEmpty() == !changes);
    }
    QEvent leave(QEvent::Leave);
    QApplication::sendEvent(take->parentWidget(), &leave);
    CHECK(seam->previewed().isEmpty());
    CHECK(seam->grab().toImage() == before);
    // The keyboard looks too; another question looks away.
    take->setFocus();
    CHECK_FALSE(seam->previewed().isEmpty());
    QTest::mouseClick(d.page().question("rig"), Qt::LeftButton);
    CHECK(seam->previewed().isEmpty());
    // What was said is what comes.
    d.ask<desktop::AdviceView>("advice").take(0);
    for (const auto& then : advice.all) CHECK(d.factor(then.interface.c_str()) >= then.factor * (1 - 1e-6));
}

TEST_CASE("the sheet of a joint that is loosened says what must be held", "[desktop][studies]") {
    StudyWindow d;
    d.window.stack()->select("ball");
    CHECK_THAT(d.window.sheet()->loose_text().toStdString(), Catch::Contains("must be held with"));
    // It follows a change once the hand rests.
    const QString before = d.window.sheet()->loose_text();
    REQUIRE(d.window.document().perform(project::SetPose{"ball", "forward", 0.2}));
    CHECK(QTest::qWaitFor([&] { return d.window.sheet()->loose_text() != before; }, 2000));
    d.window.stack()->select("camera-screw");
    CHECK(d.window.sheet()->loose_text().isEmpty());
}

TEST_CASE("what touches is shown where it does", "[desktop][studies]") {
    StudyWindow d;
    auto& view = d.ask<desktop::RoomView>("room");
    REQUIRE_FALSE(view.shown().touches.empty());
    CHECK_THAT(view.said().toStdString(), Catch::Contains("Nothing touches in the shots"));
    const auto touch = view.shown().touches.front();
    auto* show = StudyWindow::button(view, "show it");
    REQUIRE(show);
    QTest::mouseClick(show, Qt::LeftButton);
    CHECK(d.window.elevation()->isVisible());
    CHECK(rig::position_of(*d.window.document().rig().interface(touch.interface), touch.axis) ==
          Approx(touch.position).margin(1e-9));
}

TEST_CASE("what touches is outlined in the picture while a joint is moved", "[desktop][studies]") {
    StudyWindow d;
    CHECK(d.window.elevation()->scene().touches.empty());
    const auto found = *study::room(d.window.document().rig(), {.with_reaches = false, .with_spacers = false});
    REQUIRE_FALSE(found.touches.empty());
    const auto& touch = found.touches.front();
    const auto clear = rig::position_of(*d.window.document().rig().interface(touch.interface), touch.axis);
    REQUIRE(d.window.document().perform(project::SetPose{touch.interface, touch.axis, touch.position}));
    const auto& touches = d.window.elevation()->scene().touches;
    REQUIRE_FALSE(touches.empty());
    CHECK_THAT(touches.front().words.toStdString(), Catch::Contains("in each other"));
    // Drawn in the colour of what slips.
    const QImage picture = d.window.elevation()->grab().toImage();
    const auto reds = [](const QImage& image) {
        int count = 0;
        for (int y = 0; y < image.height(); ++y)
            for (int x = 0; x < image.width(); ++x) count += image.pixelColor(x, y) == desktop::theme().slips;
        return count;
    };
    REQUIRE(d.window.document().perform(project::SetPose{touch.interface, touch.axis, clear}));
    CHECK(d.window.elevation()->scene().touches.empty());
    CHECK(reds(picture) > reds(d.window.elevation()->grab().toImage()) + 50);
    CHECK(d.window.elevation()->scene().untold_touches.isEmpty());
}

TEST_CASE("what the lens sees follows its focal length", "[desktop][studies]") {
    StudyWindow d;
    auto& view = d.ask<desktop::PictureView>("picture");
    REQUIRE(view.shown().size() == 1);
    const double before = view.shown().front().frame.width;
    REQUIRE(d.window.document().perform(project::SetPartValue{"camera", "focal_length", 0.025}));
    CHECK(view.is_busy());
    d.wait(view);
    const double focal = 0.036 / before;
    CHECK(view.shown().front().frame.width == Approx(before * focal / 0.025).epsilon(1e-6));
    auto* frame = view.findChild<desktop::PictureFrame*>();
    REQUIRE(frame);
    CHECK(frame->height() == Approx(frame->width() * 24.0 / 36.0).margin(1));
    REQUIRE(d.window.document().adopt(*project::starting_rig("k07")));
    d.wait(view);
    CHECK_THAT(view.said().toStdString(), Catch::Contains("Put a camera"));
}

TEST_CASE("how much, and in balance: answered, and taken with a press", "[desktop][studies]") {
    StudyWindow d;
    auto& limit = d.ask<desktop::LimitView>("limit");
    CHECK(limit.shown().devices.size() > 40);
    REQUIRE_FALSE(limit.plot()->shown().points.empty());
    emit limit.plot()->payload_chosen(0.05, 0.4, 0);
    CHECK(d.window.document().rig().part("camera")->mass == Approx(0.4));
    CHECK(d.window.document().rig().part("camera")->centre_of_gravity.x() == Approx(0.05));
    REQUIRE(d.window.document().adopt(*project::starting_rig("boom")));
    auto& balance = d.ask<desktop::BalanceView>("balance");
    REQUIRE(balance.shown().weights.size() == 1);
    const auto bars = balance.findChildren<desktop::WindowBar*>();
    REQUIRE(bars.size() >= 2);
    CHECK(bars.front()->place_of(1.6) > bars.front()->place_of(1.0));
}

TEST_CASE("a question is asked again after a change, and an answer of before is marked", "[desktop][studies]") {
    StudyWindow d;
    auto& view = d.ask<desktop::RoomView>("room");
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 0.9}));
    CHECK(view.is_busy());
    bool told = false;
    for (auto* label : view.findChildren<QLabel*>()) told |= label->isVisible() && label->text().contains("old");
    CHECK(told);
    d.wait(view);
    // What nobody looks at is not asked.
    QTest::mouseClick(d.page().question("rig"), Qt::LeftButton);
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 1.0}));
    CHECK_FALSE(view.is_busy());
}

TEST_CASE("the rig is turned by hand, pressed and posed in that view", "[desktop][elevation]") {
    StudyWindow d;
    auto* view = d.window.elevation();
    QTest::mouseClick(view->turned_button(), Qt::LeftButton);
    CHECK(view->view() == ViewSide::turned);
    view->grab();
    // Every axis of the ball has a ring here, and dragging one poses it.
    d.click_seam("ball");
    std::vector<std::string> axes;
    for (const auto& h : view->scene().handles)
        if (h.interface == "ball") axes.push_back(h.axis);
    CHECK(axes.size() == 3);
    const auto pan = std::find_if(view->scene().handles.begin(), view->scene().handles.end(),
                                  [](const auto& h) { return h.interface == "ball" && h.axis == "pan"; });
    REQUIRE(pan != view->scene().handles.end());
    const auto handle = *pan;
    const double angle = 0.5;
    const QPoint from = view->pixel(handle.handle).toPoint(),
                 to = view->pixel(handle.pivot + std::cos(angle) * handle.out + std::sin(angle) * handle.on).toPoint();
    QTest::mousePress(view, Qt::LeftButton, {}, from);
    QTest::mouseMove(view, (from + to) / 2);
    QTest::mouseMove(view, to);
    QTest::mouseRelease(view, Qt::LeftButton, {}, to);
    CHECK(rig::position_of(*d.window.document().rig().interface("ball"), "pan") == Approx(angle).margin(0.06));
    // Beside the rig, a drag turns it: the same point of the world is elsewhere in the picture.
    view->grab();
    const auto before = view->scene().solids.front().outline;
    const QPoint empty(12, view->height() / 2);
    QTest::mousePress(view, Qt::LeftButton, {}, empty);
    QTest::mouseMove(view, empty + QPoint(60, 25));
    QTest::mouseRelease(view, Qt::LeftButton, {}, empty + QPoint(60, 25));
    CHECK(view->scene().solids.front().outline != before);
    // A part is chosen by pressing what is seen of it.
    view->grab();
    bool pressed = false;
    QObject::connect(view, &desktop::ElevationView::part_pressed,
                     [&](const QString& part) { pressed |= part == "camera"; });
    for (int y = 60; y < view->height() && !pressed; y += 6)
        for (int x = 10; x < view->width() && !pressed; x += 6)
            if (view->part_at(QPointF(x, y)) == std::optional<std::string>("camera"))
                QTest::mouseClick(view, Qt::LeftButton, {}, QPoint(x, y));
    CHECK(pressed);
    QTest::keyClick(view, Qt::Key_Left, Qt::AltModifier);
    CHECK(view->view() == ViewSide::turned);
}

TEST_CASE("other shots and what the lens sees stand in the picture of the rig", "[desktop][elevation]") {
    StudyWindow d;
    auto* view = d.window.elevation();
    CHECK_FALSE(view->ghosts_button()->isVisible());  // there are no shots yet
    REQUIRE(d.window.document().perform(project::AddShot{"As it is"}));
    REQUIRE(d.window.document().perform(project::SetPose{"ball", "forward", 0.0}));
    REQUIRE(d.window.document().perform(project::AddShot{"Level"}));
    QApplication::processEvents();
    REQUIRE(view->ghosts_button()->isVisible());
    QTest::mouseClick(view->ghosts_button(), Qt::LeftButton);
    REQUIRE(view->scene().ghosts.size() == 1);  // of the shot that it is not in
    CHECK(view->scene().ghosts.front().shot == "As it is");
    QTest::mouseClick(view->frame_button(), Qt::LeftButton);
    REQUIRE(view->scene().frame);
    CHECK(view->scene().extent.contains(view->scene().frame->corners.boundingRect().center()));
    view->grab();
}

TEST_CASE("who sees the screen is asked below what the lens sees", "[desktop][studies][sight]") {
    StudyWindow d;
    auto& view = d.ask<desktop::PictureView>("picture");
    auto* sight = view.sight();
    REQUIRE(sight->isVisible());
    REQUIRE(sight->screen()->count() > 0);
    // To begin with, whoever operates it stands behind the camera.
    CHECK_THAT(sight->says().toStdString(), Catch::Contains("seen from there"));
    const QString before = sight->says();
    DemoWindow::type(sight->eye(2)->editor(), "-3 m");
    CHECK(sight->says() != before);
    DemoWindow::type(sight->eye(2)->editor(), "somewhere");
    CHECK_FALSE(sight->eye(2)->problem_text().isEmpty());
    // By a mirror that is the thing looked at nothing is seen: it is said, and nothing breaks.
    sight->mirror()->setCurrentIndex(sight->mirror()->findData(sight->screen()->currentData()));
    emit sight->mirror()->activated(sight->mirror()->currentIndex());
    CHECK_FALSE(sight->says().isEmpty());
}
