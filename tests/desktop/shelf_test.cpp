// A rig built on the screen from nothing, by pressing pictures; its shots, its travel and its worst pose.
#include "desktop/rig/part_block.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/rig/shelf_view.h"
#include "desktop/travel/shot_card.h"
#include "desktop/travel/shots_panel.h"
#include "desktop/travel/travel_plot.h"
#include "window.h"

using namespace clampet;

namespace {

struct BuildWindow : DemoWindow {
    explicit BuildWindow(bool demo = false) : DemoWindow(demo) {}
    int presses = 0;
    desktop::RigPage& page() {
        auto* page = window.findChild<desktop::RigPage*>();
        REQUIRE(page);
        return *page;
    }
    desktop::ShelfView& shelf() { return *page().shelf(); }
    desktop::ShotsPanel& shots() { return *page().shots(); }
    void press(QWidget* widget) {
        QApplication::processEvents();  // what was laid out anew is shown
        REQUIRE(widget);
        INFO(widget->metaObject()->className() << " " << widget->objectName().toStdString());
        REQUIRE(widget->isVisible());
        QTest::mouseClick(widget, Qt::LeftButton);
        ++presses;
    }
    void take(const char* kind) {
        REQUIRE(shelf().isVisible());
        auto* card = shelf().card(kind);
        INFO(kind << " on " << shelf().title().toStdString());
        REQUIRE(card);
        REQUIRE(card->isEnabled());
        press(card);
    }
    void begin(const char* site) { press(window.findChild<desktop::ShelfCard*>(QString("shelf-") + site)); }
    const rig::Rig& rig() { return window.document().rig(); }
};

}  // namespace

TEST_CASE("a rig is built from nothing to its verdict by pressing pictures", "[desktop][shelf]") {
    BuildWindow d;
    d.begin("tube");
    CHECK(d.shelf().title() == "What goes on Tube or rod?");
    // Only what can meet a tube is lit: nothing that screws, nothing that stands.
    CHECK(d.shelf().shown_kinds().contains("vee_clamp"));
    CHECK_FALSE(d.shelf().shown_kinds().contains("camera"));
    CHECK_FALSE(d.shelf().card("camera")->isEnabled());
    for (const char* kind : {"vee_clamp", "ball_cup", "ball_plate", "camera"}) d.take(kind);
    // The payload is in place: the rig is shown, judged.
    CHECK_FALSE(d.page().shows_shelf());
    CHECK(d.presses == 5);
    CHECK(d.rig().parts.size() == 5);
    CHECK(d.window.stack()->headline().size() > 10);
    CHECK(d.window.sheet()->isVisible());
    CHECK_FALSE(d.window.sheet()->verdict_text().isEmpty());
    for (int i = 0; i < 5; ++i) d.shortcut("undo");
    CHECK(d.rig().parts.empty());
}

TEST_CASE("the shelf is searched by what people call things, and Return takes the first",
          "[desktop][shelf][keyboard]") {
    BuildWindow d;
    d.begin("edge");
    CHECK(d.shelf().search()->hasFocus());
    QTest::keyClicks(d.shelf().search(), "G clamp");
    CHECK(d.shelf().shown_kinds().contains("screw_clamp"));
    CHECK_FALSE(d.shelf().shown_kinds().contains("end_clamp"));
    QTest::keyClick(d.shelf().search(), Qt::Key_Return);
    CHECK(d.rig().parts.back().kind == "screw_clamp");
    CHECK(std::get<double>(d.rig().parts.back().values.at("on")) == 0.027);  // made for this board
    QTest::keyClicks(d.shelf().search(), "zzzz");
    CHECK(d.shelf().shown_kinds().isEmpty());
    QTest::keyClick(d.shelf().search(), Qt::Key_Escape);
    CHECK_FALSE(d.page().shows_shelf());
}

TEST_CASE("a branch is put on a part in the middle, and stands indented in the column", "[desktop][shelf]") {
    BuildWindow d;
    d.begin("floor");
    for (const char* kind : {"casters", "tube", "ball_cup", "ball_plate", "camera"}) d.take(kind);
    const std::string tube = d.rig().parts[2].id;
    d.press(d.window.stack()->block(QString::fromStdString(tube)));
    CHECK(d.window.stack()->here_button()->text() == "+ on this part");
    d.press(d.window.stack()->here_button());
    d.take("spring_clamp");
    d.take("device");
    CHECK_FALSE(d.page().shows_shelf());
    CHECK(d.window.stack()->depth_of(QString::fromStdString(d.rig().parts.back().id)) == 1);
    CHECK(d.window.stack()->depth_of(QString::fromStdString(tube)) == 0);
    CHECK(d.window.stack()->depth_of(QString::fromStdString(d.rig().parts[5].id)) == 0);
    // From the keyboard: the branch goes with Delete, and comes back.
    auto* block = d.window.stack()->block(QString::fromStdString(d.rig().parts[6].id));
    block->setFocus();
    QTest::keyClick(block, Qt::Key_Space);
    QTest::keyClick(block, Qt::Key_Delete);
    CHECK(d.rig().parts.size() == 6);
    d.shortcut("undo");
    CHECK(d.rig().parts.size() == 8);
}

TEST_CASE("a part is put into a seam, and taken out again by the menu", "[desktop][shelf]") {
    BuildWindow d(true);
    d.click_seam("camera-screw");
    CHECK(d.window.stack()->here_button()->text() == "+ in this seam");
    d.press(d.window.stack()->here_button());
    CHECK(d.shelf().title().startsWith("Between Plate with ball and stem"));
    d.take("block");
    CHECK(d.rig().parts.size() == 7);
    CHECK_FALSE(d.page().shows_shelf());
    d.window.stack()->select_part(QString::fromStdString(d.rig().parts.back().id));
    auto* menu = d.window.stack()->make_menu();
    for (auto* action : menu->actions())
        if (action->text().startsWith("Lift it out")) action->trigger();
    delete menu;
    CHECK(d.rig().parts.size() == 6);
    CHECK(d.window.stack()->seam("camera-screw"));
}

TEST_CASE("poses are kept as shots, each with its factor, and taken up by pressing them", "[desktop][shots]") {
    BuildWindow d(true);
    auto& shots = d.shots();
    CHECK(shots.isVisible());
    d.press(shots.keep_button());
    REQUIRE(d.window.document().perform(project::SetPose{"ball", "forward", 0.0}));
    d.press(shots.keep_button());
    REQUIRE(d.rig().shots.size() == 2);
    auto *leaning = shots.card(QString::fromStdString(d.rig().shots[0].id)),
         *level = shots.card(QString::fromStdString(d.rig().shots[1].id));
    REQUIRE(leaning);
    REQUIRE(level);
    CHECK(level->isChecked());
    CHECK_FALSE(leaning->isChecked());
    REQUIRE(QTest::qWaitFor(
        [&] { return !leaning->is_old() && !level->is_old() && !leaning->accessibleDescription().isEmpty(); }, 20000));
    CHECK_THAT(leaning->accessibleDescription().toStdString(), Catch::Contains("Camera on its plate bottoms"));
    d.press(leaning);
    CHECK(d.rig().interface("ball")->pose.at("forward") > 0.9);
    CHECK(leaning->isChecked());
    auto* menu = shots.make_menu(leaning->shot());
    CHECK(menu->actions().size() == 3);
    menu->actions().back()->trigger();
    delete menu;
    CHECK(d.rig().shots.size() == 1);
    d.shortcut("undo");
    CHECK(d.rig().shots.size() == 2);
}

TEST_CASE("along the travel of a joint its seams are plotted, and dragging poses the rig", "[desktop][travel]") {
    BuildWindow d(true);
    auto& shots = d.shots();
    d.click_seam("ball");
    d.press(shots.travel_button());
    auto* plot = shots.plot();
    CHECK(plot->isVisible());
    const int forward = shots.axes()->findText("forward", Qt::MatchContains);
    REQUIRE(forward >= 0);
    shots.axes()->setCurrentIndex(forward);
    emit shots.axes()->activated(forward);
    REQUIRE(QTest::qWaitFor([&] { return plot->shown_travel().axis == "forward" && !plot->is_old(); }, 20000));
    REQUIRE(plot->worst_point());
    CHECK(plot->shown_travel().ids.size() == 5);
    const QRectF area = plot->area(plot->rect(), desktop::screen_look());
    QTest::mouseClick(plot, Qt::LeftButton, {}, QPoint(qRound(plot->x_of(0.2, area)), qRound(area.center().y())));
    CHECK(d.rig().interface("ball")->pose.at("forward") == Approx(0.2).margin(0.03));
    CHECK_FALSE(plot->is_old());  // where it stands along the axis changes nothing of the curves
    // Another lens does.
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2.0}));
    CHECK(plot->is_old());
    REQUIRE(QTest::qWaitFor([&] { return !plot->is_old(); }, 20000));
}

TEST_CASE("the worst pose is searched beside, shown, and undone", "[desktop][travel]") {
    BuildWindow d(true);
    auto& shots = d.shots();
    // With a stack that does not bottom, the pose decides.
    REQUIRE(d.window.document().perform(project::SetInput{"camera-screw", "screw", "items", 0.0115}));
    const auto before = d.rig().interfaces;
    d.press(shots.worst_button());
    CHECK(shots.worst_button()->text() == "Stop the search");
    REQUIRE(QTest::qWaitFor([&] { return shots.worst_button()->text() == "Worst pose"; }, 120000));
    CHECK_THAT(shots.said().toStdString(), Catch::Contains("Worst of"));
    CHECK_FALSE(d.rig().interfaces == before);
    d.shortcut("undo");
    CHECK(d.rig().interfaces == before);
    // Stopped, nothing moves.
    d.press(shots.worst_button());
    d.press(shots.worst_button());
    CHECK_THAT(shots.said().toStdString(), Catch::Contains("stopped"));
    QTest::qWait(50);
    CHECK(d.rig().interfaces == before);
}
