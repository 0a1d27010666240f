#include <QLineEdit>
#include <QPushButton>
#include <QtTest/QTest>

#include "desktop/bench/bench_stage.h"
#include "desktop/threads/fit_panel.h"
#include "desktop/threads/thread_desk.h"
#include "window.h"

using namespace clampet::desktop;

TEST_CASE("a post and its bore: play, lean, pixels, cures, and what cannot be read", "[desktop][threads]") {
    DemoWindow demo;
    demo.window.bench_stage()->show_thread_desk();
    auto* desk = demo.window.thread_desk();
    QTest::mouseClick(desk->together_tab(), Qt::LeftButton);
    auto* panel = desk->together();
    REQUIRE(panel->isVisible());
    CHECK_FALSE(desk->thread(0)->isVisible());
    DemoWindow::type(panel->field("one"), "post 24.5 mm");
    DemoWindow::type(panel->field("other"), "bore 25 mm");
    DemoWindow::type(panel->field("depth"), "60 mm");
    DemoWindow::type(panel->field("height"), "300 mm");
    const auto says = [&] { return panel->answer_text().toStdString(); };
    // 0.5 mm over 60 mm; 0.5 (1 + 600/60) = 5.5 mm at the camera, from side to side.
    CHECK_THAT(says(), Catch::Contains("loose by 0.5 mm") && Catch::Contains("moves by 5.5 mm") &&
                           Catch::Contains("a wrap of cloth tape") && Catch::Contains("sleeve"));
    REQUIRE(panel->picture()->isVisible());
    CHECK_THAT(panel->picture()->shown().summary, Catch::Contains("24.5 mm in a bore of 25 mm, 60 mm deep"));
    DemoWindow::type(panel->field("subject"), "1.5 m");
    DemoWindow::type(panel->field("frame"), "0.9 m");
    // 5.5 mm and 2 · 0.5/60 · 1.5 m = 25 mm: 30.5 mm of 0.9 m are 130 pixels of 3840.
    CHECK_THAT(says(), Catch::Contains("30.5 mm") && Catch::Contains("130 pixels"));
    DemoWindow::type(panel->field("one"), "post 25.4 mm");
    CHECK_THAT(says(), Catch::Contains("Too tight by 0.4 mm") && Catch::Contains("sand or ream"));
    CHECK_FALSE(panel->picture()->isVisible());
    // Each field says what is wrong with it, and keeps what was typed.
    DemoWindow::type(panel->field("depth"), "60 stones");
    CHECK_THAT(panel->problem_at("depth").toStdString(), Catch::Contains("30 mm"));
    CHECK(panel->problem_at("one").isEmpty());
    CHECK(panel->field("depth")->text() == "60 stones");
    CHECK(says().empty());
    panel->field("depth")->clear();
    CHECK_THAT(panel->problem_at("height").toStdString(), Catch::Contains("Give the depth"));
    panel->field("height")->clear();
    CHECK_THAT(panel->problem_at("subject").toStdString(), Catch::Contains("Give the depth"));
    // Two threads are told of as well.
    for (const char* key : {"subject", "frame"}) panel->field(key)->clear();
    DemoWindow::type(panel->field("one"), "M6");
    DemoWindow::type(panel->field("other"), "1/4-20");
    CHECK_THAT(says(), Catch::Contains("jams"));
    // Other colours keep what lies on the desk.
    DemoWindow::type(panel->field("one"), "plate 4.2 mm");
    DemoWindow::type(panel->field("other"), "slot 5 mm");
    demo.shortcut("dark");
    QApplication::processEvents();
    CHECK_THAT(demo.window.thread_desk()->together()->answer_text().toStdString(), Catch::Contains("a shim of 0.8 mm"));
    CHECK(demo.window.thread_desk()->together()->isVisible());
}

TEST_CASE("a screw without a name is told by what was measured and tried", "[desktop][threads]") {
    DemoWindow demo;
    demo.window.bench_stage()->show_thread_desk();
    auto* desk = demo.window.thread_desk();
    QTest::mouseClick(desk->identify_tab(), Qt::LeftButton);
    auto* panel = desk->identify();
    CHECK_THAT(panel->answer_text().toStdString(), Catch::Contains("Measure it over its crests"));
    DemoWindow::type(panel->field("diameter"), "6.28 mm");
    DemoWindow::type(panel->field("pitch"), "20 per inch");
    CHECK_THAT(panel->answer_text().toStdString(), Catch::StartsWith("Most likely 1/4-20 UNC"));
    DemoWindow::type(panel->field("pitch"), "1 mm");
    DemoWindow::type(panel->field("diameter"), "5.9 mm");
    CHECK_THAT(panel->answer_text().toStdString(), Catch::StartsWith("Most likely M6"));
    DemoWindow::type(panel->field("pitch"), "900 per inch");
    CHECK_THAT(panel->problem_at("pitch").toStdString(), Catch::Contains("20 per inch"));
    panel->field("pitch")->clear();
    DemoWindow::type(panel->field("goes-into"), "cheese");
    CHECK_THAT(panel->problem_at("goes-into").toStdString(), Catch::Contains("not in the catalogue"));
}
