// What is held and what there is to hold on to: pictures to scale, a mark that is dragged, measuring with a scale and a
// pencil, and the second catch of a part.
#include <QComboBox>
#include <QDragEnterEvent>
#include <QMimeData>

#include "desktop/brief/brief_page.h"
#include "desktop/brief/measure_guide.h"
#include "desktop/brief/payload_card.h"
#include "desktop/brief/payload_picture.h"
#include "desktop/brief/place_panel.h"
#include "desktop/brief/planned_panel.h"
#include "desktop/brief/reach_picture.h"
#include "desktop/brief/shots_table.h"
#include "desktop/brief/thing_chip.h"
#include "desktop/rig/catch_panel.h"
#include "desktop/rig/part_sheet.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/widgets/stock_row.h"
#include "window.h"

using namespace clampet;
using desktop::PayloadLayout;
using Pane = desktop::PayloadLayout::Pane;

namespace {

struct Brief : DemoWindow {
    explicit Brief(bool demo = true) : DemoWindow(demo) {
        window.show_stage("brief");
        QApplication::processEvents();
    }
    desktop::BriefPage& page() { return *window.brief(); }
    const rig::Rig& rig() { return window.document().rig(); }
    const rig::Part& camera() { return *rig().part("camera"); }
};

void drag(QWidget& widget, QPointF from, QPointF to) {
    QTest::mousePress(&widget, Qt::LeftButton, {}, from.toPoint());
    // Halfway first: what is drawn moves with it.
    for (const QPointF at : {(from + to) / 2, to}) {
        QMouseEvent move(QEvent::MouseMove, at.toPoint(), widget.mapToGlobal(at.toPoint()), Qt::NoButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(&widget, &move);
    }
    QTest::mouseRelease(&widget, Qt::LeftButton, {}, to.toPoint());
}

}  // namespace

TEST_CASE("the picture of what is held is to scale, its two views alike", "[desktop][brief][layout]") {
    rig::Part part;
    part.centre_of_gravity = {0.02, 0.01, 0.05};
    parts::Shape box;
    box.at = {0.01, 0, 0.05};
    box.size = {0.06, 0.12, 0.10};
    part.shapes = {box};
    const auto l = desktop::layout_payload(part, {400, 220}, 20);
    CHECK(l.scale > 0);
    // A metre is as long in both, up is up, and both stand on one line.
    const auto span = [&](Pane pane, const rig::Vector& a, const rig::Vector& b) {
        const QPointF d = l.place(b, pane) - l.place(a, pane);
        return std::hypot(d.x(), d.y());
    };
    CHECK(span(Pane::side, {0, 0, 0}, {0.1, 0, 0}) == Approx(0.1 * l.scale));
    CHECK(span(Pane::front, {0, 0, 0}, {0, 0.1, 0}) == Approx(0.1 * l.scale));
    CHECK(l.place({0, 0, 0.1}, Pane::side).y() < l.place({0, 0, 0}, Pane::side).y());
    CHECK(l.place({0, 0, 0}, Pane::side).y() == Approx(l.place({0, 0, 0}, Pane::front).y()));
    // All of it lies in its own pane.
    for (const double x : {-0.02, 0.04})
        for (const double z : {0.0, 0.10}) CHECK(l.side.contains(l.place({x, 0, z}, Pane::side)));
    for (const double y : {-0.06, 0.06}) CHECK(l.front.contains(l.place({0, y, 0.10}, Pane::front)));
    // Where a point is dragged to is where it is shown.
    const auto moved = l.moved(part.centre_of_gravity, l.place({-0.01, 0, 0.03}, Pane::side), Pane::side);
    CHECK(moved.x() == Approx(-0.01).margin(1e-9));
    CHECK(moved.y() == 0.01);
    CHECK(moved.z() == Approx(0.03).margin(1e-9));
}

TEST_CASE("where a camera balances is dragged in its picture, and undone as one", "[desktop][brief]") {
    Brief d;
    auto* card = d.page().payload("camera");
    REQUIRE(card);
    auto& picture = *card->picture();
    const auto before = d.camera().centre_of_gravity;
    const auto l = picture.layout();
    drag(picture, l.place(before, Pane::side), l.place(before + rig::Vector(0.020, 0, 0.010), Pane::side));
    const double pixel = 1 / l.scale;
    CHECK(d.camera().centre_of_gravity.x() == Approx(before.x() + 0.020).margin(pixel + 0.0006));
    CHECK(d.camera().centre_of_gravity.z() == Approx(before.z() + 0.010).margin(pixel + 0.0006));
    CHECK(d.camera().centre_of_gravity.y() == before.y());
    CHECK(d.page()
              .centre("camera", 0)
              ->editor()
              ->text()
              .startsWith(QString::number(1000 * d.camera().centre_of_gravity.x()).left(2)));
    d.shortcut("undo");
    CHECK(d.camera().centre_of_gravity == before);
    // Beside the mark nothing is taken hold of.
    drag(picture, l.place(before + rig::Vector(0, 0, 0.08), Pane::side), QPointF(5, 5));
    CHECK(d.camera().centre_of_gravity == before);
    // From the keyboard, to the left in the view from ahead with Alt.
    picture.setFocus();
    QTest::keyClick(&picture, Qt::Key_Right);
    QTest::keyClick(&picture, Qt::Key_Up, Qt::ShiftModifier);
    QTest::keyClick(&picture, Qt::Key_Right, Qt::AltModifier);
    const auto after = d.camera().centre_of_gravity;
    CHECK(after.x() - before.x() == Approx(0.001).margin(0.0006));
    CHECK(after.z() - before.z() == Approx(0.010).margin(0.0006));
    CHECK(after.y() - before.y() == Approx(0.001).margin(0.0006));
}

TEST_CASE("one's own is measured with a scale and a pencil, step by step", "[desktop][brief]") {
    Brief d;
    auto* card = d.page().payload("camera");
    QTest::mouseClick(card->measure_button(), Qt::LeftButton);
    auto& guide = *card->guide();
    CHECK(guide.isVisible());
    CHECK_FALSE(guide.back()->isEnabled());
    CHECK_THAT(guide.asks().toStdString(), Catch::Contains("kitchen scale"));
    Brief::type(guide.field()->editor(), "heavy");
    QTest::mouseClick(guide.next(), Qt::LeftButton);
    CHECK(guide.step() == 0);  // it says what is wrong, and stays
    CHECK_FALSE(guide.field()->problem_text().isEmpty());
    Brief::type(guide.field()->editor(), "845 g");
    QTest::mouseClick(guide.next(), Qt::LeftButton);
    CHECK(d.camera().mass == 0.845);
    CHECK_THAT(guide.asks().toStdString(), Catch::Contains("pencil that lies across"));
    Brief::type(guide.field()->editor(), "31 mm");
    QTest::keyClick(guide.field()->editor(), Qt::Key_Return);
    Brief::type(guide.field()->editor(), "-2 mm");
    QTest::keyClick(guide.field()->editor(), Qt::Key_Return);
    CHECK(guide.next()->text() == "Done");
    Brief::type(guide.field()->editor(), "1 1/2 in");
    QTest::mouseClick(guide.next(), Qt::LeftButton);
    CHECK_FALSE(guide.isVisible());
    CHECK(d.camera().centre_of_gravity.x() == Approx(0.031));
    CHECK(d.camera().centre_of_gravity.y() == Approx(-0.002));
    CHECK(d.camera().centre_of_gravity.z() == Approx(0.0381));
    CHECK_THAT(card->note().toStdString(), Catch::StartsWith("Measured."));
}

TEST_CASE("a light is put on the camera's shoe from the brief, and only one", "[desktop][brief]") {
    Brief d(false);
    d.window.show_stage("rig");
    for (const auto& part : {project::Build{{}, {}, {}, {{"floor"}}}}) REQUIRE(d.window.document().perform(part));
    for (const char* kind : {"post", "camera"})
        REQUIRE(d.window.document().perform(project::Build{d.rig().parts.back().id, {}, {}, {{kind}}}));
    d.window.show_stage("brief");
    QApplication::processEvents();
    auto* light = d.page().also("pocket LED light");
    REQUIRE(light);
    REQUIRE(light->isVisible());
    QTest::mouseClick(light, Qt::LeftButton);
    REQUIRE(d.rig().parts.size() == 4);
    CHECK(d.rig().parts.back().name == "pocket LED light");
    CHECK(d.rig().interfaces.back().elements.front().family == "shoe");
    QApplication::processEvents();
    auto* card = d.page().payload(d.rig().parts.back().id);
    REQUIRE(card);
    REQUIRE(card->classes());
    const int monitor = card->classes()->findText("5-inch monitor");
    card->classes()->setCurrentIndex(monitor);
    emit card->classes()->textActivated("5-inch monitor");
    CHECK(d.rig().parts.back().mass == Approx(0.36).epsilon(0.01));
    QTest::mouseClick(d.page().also("recorder"), Qt::LeftButton);
    CHECK(d.rig().parts.size() == 4);  // both shoes are taken: it says so
    CHECK_THAT(d.window.findChild<desktop::NoticeBar*>()->text().toStdString(), Catch::Contains("no free place"));
}

TEST_CASE("what there is to hold on to is chosen by picture and measured in the brief", "[desktop][brief]") {
    Brief d(false);
    QTest::mouseClick(d.window.findChild<desktop::ShelfCard*>("shelf-edge"), Qt::LeftButton);  // on the start page
    REQUIRE(d.rig().parts.size() == 1);
    d.window.show_stage("brief");
    QApplication::processEvents();
    CHECK_THAT(d.page().place()->says().toStdString(), Catch::StartsWith("It holds on to"));
    auto* edge = d.page().place()->card("edge");
    REQUIRE(edge);
    CHECK(edge->isChecked());
    auto* thickness = d.page().place()->row("thickness");
    REQUIRE(thickness);
    Brief::type(thickness->field()->editor(), "19 mm");
    CHECK(std::get<double>(d.rig().parts.front().values.at("thickness")) == Approx(0.019));
    // Another place instead.
    QTest::mouseClick(d.page().place()->card("floor"), Qt::LeftButton);
    CHECK(d.rig().parts.size() == 1);
    CHECK(d.rig().parts.front().kind == "floor");
    CHECK_FALSE(edge->isChecked());
    d.shortcut("undo");
    CHECK(d.rig().parts.front().kind == "edge");
    CHECK(edge->isChecked());
}

TEST_CASE("a part is tied to what stays, and says what its second catch would do", "[desktop][catches]") {
    DemoWindow d;
    d.window.show_stage("rig");
    d.window.stack()->select_part("camera");
    QApplication::processEvents();
    auto* panel = d.window.part_sheet()->second_catch();
    REQUIRE(panel);
    CHECK_THAT(panel->says().toStdString(), Catch::Contains("when what carries it lets go"));
    const auto& rig = d.window.document().rig();
    const int rail = panel->anchors()->findData("rail");
    REQUIRE(rail > 0);
    panel->anchors()->setCurrentIndex(rail);
    emit panel->anchors()->activated(rail);
    REQUIRE(rig.tethers.size() == 1);
    panel = d.window.part_sheet()->second_catch();
    CHECK_THAT(panel->says().toStdString(), Catch::Contains("lets it fall"));
    CHECK_THAT(panel->says().toStdString(), Catch::Contains("Covers: Camera on its plate"));
    // Too short: it stays as typed, and says that it does not reach.
    DemoWindow::type(panel->row("length")->field()->editor(), "20 mm");
    CHECK_THAT(panel->says().toStdString(), Catch::Contains("does not reach"));
    CHECK_THAT(d.window.tab("rig")->state().toStdString(), Catch::Contains("second catch doubtful"));
    panel->anchors()->setCurrentIndex(0);
    emit panel->anchors()->activated(0);
    CHECK(rig.tethers.empty());
    d.shortcut("undo");
    CHECK(rig.tethers.size() == 1);
}

namespace {

/// A thing that is dragged onto a widget and let go there, as Qt tells it.
bool drop(QWidget& on, const QString& device) {
    std::unique_ptr<QMimeData> data(desktop::carried(device));
    const QPoint middle = on.rect().center();
    QDragEnterEvent enter(middle, Qt::CopyAction, data.get(), Qt::LeftButton, {});
    QApplication::sendEvent(&on, &enter);
    if (!enter.isAccepted()) return false;
    QDropEvent let_go(middle, Qt::CopyAction, data.get(), Qt::LeftButton, {});
    QApplication::sendEvent(&on, &let_go);
    return let_go.isAccepted();
}

}  // namespace

TEST_CASE("a brief is begun before there is a rig: what is held, where the lens must be, and its reach",
          "[desktop][brief]") {
    Brief b(false);
    REQUIRE(b.window.document().is_empty());
    REQUIRE(b.page().isVisible());
    auto* planned = b.page().planned();
    REQUIRE(planned->isVisible());
    QTest::mouseClick(planned->chip("mirrorless with mid zoom"), Qt::LeftButton);
    CHECK(drop(*planned, "on-camera microphone"));
    CHECK_FALSE(drop(*planned, "airship"));
    REQUIRE(b.rig().planned.size() == 2);
    CHECK(planned->cards().size() == 2);
    auto* shots = b.page().shots();
    QTest::mouseClick(shots->add_button(), Qt::LeftButton);
    REQUIRE(b.rig().shots.size() == 1);
    const std::string shot = b.rig().shots.front().id;
    CHECK(shots->name(shot)->hasFocus());
    DemoWindow::type(shots->out(shot)->editor(), "1.1 m");
    DemoWindow::type(shots->height(shot)->editor(), "-20 cm");
    DemoWindow::type(shots->down(shot)->editor(), "90°");
    CHECK(b.rig().shots.front().wanted.out == Approx(1.1));
    CHECK(b.rig().shots.front().wanted.height == Approx(-0.2));
    CHECK_THAT(shots->says(shot).toStdString(),
               Catch::Contains("1100 mm out, 200 mm down, looking straight down") && Catch::Contains("N·m"));
    DemoWindow::type(shots->down(shot)->editor(), "120°");
    CHECK_FALSE(shots->down(shot)->problem_text().isEmpty());
    CHECK(*b.rig().shots.front().wanted.down <= rig::straight_down);  // the last that could be stays in force
    // Emptied it is asked no more.
    DemoWindow::type(shots->down(shot)->editor(), "");
    CHECK(b.rig().shots.front().wanted.down);  // while it may still be typed
    QTest::keyClick(shots->down(shot)->editor(), Qt::Key_Return);
    CHECK_FALSE(b.rig().shots.front().wanted.down);
    CHECK(shots->down(shot)->problem_text().isEmpty());
    // The lens is dragged in the picture of the reach, by mouse and by key; one drag is one step back.
    auto* reach = shots->reach();
    QApplication::processEvents();
    auto l = reach->layout();
    REQUIRE(l.marks.size() == 1);
    const QPointF at = l.marks.front().at;
    // Its scale holds still meanwhile: the lens stays under the pointer, however far out it goes.
    QTest::mousePress(reach, Qt::LeftButton, {}, at.toPoint());
    QMouseEvent far(QEvent::MouseMove, at + QPointF(90, 0), reach->mapToGlobal(at + QPointF(90, 0)), Qt::NoButton,
                    Qt::LeftButton, {});
    QApplication::sendEvent(reach, &far);
    CHECK(reach->layout().marks.front().at.x() == Approx(at.x() + 90).margin(2));
    QTest::mouseRelease(reach, Qt::LeftButton, {}, at.toPoint());
    CHECK(reach->layout().scale < l.scale);  // and then all of it fits again
    b.window.document().undo();
    drag(*reach, at, at + QPointF(0.1 * l.scale, -0.2 * l.scale));
    CHECK(*b.rig().shots.front().wanted.out == Approx(1.2).margin(0.011));
    CHECK(*b.rig().shots.front().wanted.height == Approx(0.0).margin(0.011));
    const double out = *b.rig().shots.front().wanted.out;
    QTest::keyClick(reach, Qt::Key_Left, Qt::ShiftModifier);
    CHECK(*b.rig().shots.front().wanted.out == Approx(out - 0.1));
    b.window.document().undo();
    b.window.document().undo();
    CHECK(*b.rig().shots.front().wanted.out == Approx(1.1));
    // It can be saved and opened, and the first part does not lose it.
    CHECK(b.window.action("save-as")->isEnabled());
    QTest::mouseClick(b.page().place()->card("floor"), Qt::LeftButton);
    CHECK(b.rig().parts.size() == 1);
    CHECK(b.rig().planned.size() == 2);
    CHECK(b.page().isVisible());
}

TEST_CASE("what is to be held is named, weighed and balanced before there is a rig", "[desktop][brief]") {
    Brief b(false);
    auto* panel = b.page().planned();
    QTest::mouseClick(panel->chip("mirrorless with mid zoom"), Qt::LeftButton);
    REQUIRE(panel->cards().size() == 1);
    auto* card = panel->cards().front();
    const auto planned = [&] { return b.rig().planned.front(); };
    const auto part = [&] { return *rig::part_of(planned()); };
    CHECK_THAT(card->note().toStdString(), Catch::Contains("Typical"));
    Brief::type(panel->fields(0).name, "Our camera");
    CHECK(planned().name == "Our camera");
    Brief::type(panel->fields(0).mass->editor(), "1.31 kg");
    CHECK(planned().weighed == Approx(1.31));
    REQUIRE(panel->cards().front() == card);  // what is typed in is not made anew
    CHECK_THAT(panel->says().toStdString(), Catch::Contains("1.31 kg"));
    CHECK_THAT(card->note().toStdString(), Catch::Contains("Weighed"));
    // Its mark is dragged, and one drag is one step back.
    auto* picture = card->picture();
    QApplication::processEvents();
    const auto before = part().centre_of_gravity;
    const auto l = picture->layout();
    const QPoint from = l.place(before, Pane::side).toPoint();
    QTest::mousePress(picture, Qt::LeftButton, {}, from);
    for (const int step : {5, 12}) {
        const QPointF to = from + QPoint(step, 0);
        QMouseEvent move(QEvent::MouseMove, to, picture->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(picture, &move);
    }
    QTest::mouseRelease(picture, Qt::LeftButton, {}, from + QPoint(12, 0));
    CHECK(part().centre_of_gravity.x() > before.x());
    CHECK_THAT(card->note().toStdString(), Catch::Contains("Measured"));
    b.shortcut("undo");
    CHECK_FALSE(planned().balanced);
    // Measured with a scale and a pencil.
    QTest::mouseClick(card->measure_button(), Qt::LeftButton);
    Brief::type(card->guide()->field()->editor(), "1.4 kg");
    QTest::mouseClick(card->guide()->next(), Qt::LeftButton);
    Brief::type(card->guide()->field()->editor(), "33 mm");
    CHECK(part().mass == Approx(1.4));
    CHECK(part().centre_of_gravity.x() == Approx(0.033));
    // Wrong input keeps the last that could be.
    Brief::type(panel->fields(0).mass->editor(), "-3 kg");
    CHECK_FALSE(panel->fields(0).mass->problem_text().isEmpty());
    CHECK(part().mass == Approx(1.4));
    // Another class is another thing; what was measured goes, what it is called stays.
    emit card->classes()->textActivated("phone");
    CHECK_FALSE(planned().weighed);
    CHECK(planned().name == "Our camera");
    // A second is dropped on its picture, the first taken away.
    CHECK(drop(*picture, "on-camera microphone"));
    REQUIRE(panel->cards().size() == 2);
    QTest::mouseClick(panel->take_away(0), Qt::LeftButton);
    REQUIRE(b.rig().planned.size() == 1);
    CHECK(planned().name == "on-camera microphone");
    CHECK(panel->cards().size() == 1);
    CHECK(panel->fields(0).name->text() == "on-camera microphone");
}

TEST_CASE("a brief without a rig is saved, and opened where one goes on with it", "[desktop][brief]") {
    Brief b(false);
    QTest::mouseClick(b.page().planned()->chip("phone"), Qt::LeftButton);
    const std::filesystem::path file = b.folder.filePath("plan.clampet.json").toStdString();
    REQUIRE(b.window.document().save_as(file));
    DemoWindow other(false);
    REQUIRE(other.window.findChild<desktop::StartPage*>()->isVisible());
    REQUIRE(other.window.files().open(file));
    QApplication::processEvents();
    CHECK(other.window.brief()->isVisible());
    CHECK(other.window.document().rig().planned.size() == 1);
    CHECK(other.window.brief()->planned()->cards().size() == 1);
}

TEST_CASE("what is dropped on the picture of a camera stands on it, and balances with it", "[desktop][brief]") {
    Brief b(false);
    b.window.files().start_from("k02");
    b.window.show_stage("brief");
    QApplication::processEvents();
    std::string camera;
    for (const auto& part : b.rig().parts)
        if (part.role == rig::Role::payload) camera = part.id;
    auto* picture = b.page().payload(camera)->picture();
    const auto before = picture->together();
    CHECK(picture->things().size() == 1);
    CHECK(drop(*picture, "on-camera microphone"));
    QApplication::processEvents();
    const auto& microphone = b.rig().parts.back();
    CHECK(microphone.name == "on-camera microphone");
    picture = b.page().payload(camera)->picture();
    REQUIRE(picture->things().size() == 2);
    const auto after = picture->together();
    CHECK(after.first == Approx(before.first + microphone.mass));
    // By moments: it stands above, so the whole balances higher.
    const auto thing = picture->things().back();
    const rig::Vector own = thing.own_from_part * microphone.centre_of_gravity;
    CHECK(after.second.z() ==
          Approx((before.first * before.second.z() + microphone.mass * own.z()) / after.first).epsilon(1e-9));
    CHECK(after.second.z() > before.second.z());
    // Both are in the picture.
    const auto l = picture->layout();
    CHECK(l.side.contains(l.place(own, Pane::side)));
    // The shoe is taken now: a second one is refused with what to do.
    CHECK(drop(*picture, "pocket LED light"));
    CHECK(b.window.notice()->isVisible());
}
