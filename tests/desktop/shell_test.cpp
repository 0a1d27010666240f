#include <fcntl.h>

#include <fstream>
#include <QScrollArea>
#include <QScrollBar>

#include "column_rig.h"
#include "desktop/bench/bench_page.h"
#include "desktop/brief/use_panel.h"
#include "desktop/prove/prove_stage.h"
#include "desktop/shell/rig_card.h"
#include "project/file.h"
#include "project/recovery.h"
#include "window.h"

using namespace clampet;
using namespace clampet::desktop;

TEST_CASE("the start page begins something", "[desktop][shell]") {
    DemoWindow d(false);
    CHECK(d.window.start()->isVisible());
    CHECK_FALSE(d.window.tab("rig")->isEnabled());
    QTest::mouseClick(d.window.start()->findChild<QAbstractButton*>("start-floor-post"), Qt::LeftButton);
    CHECK_FALSE(d.window.start()->isVisible());
    CHECK(d.window.document().rig().name == "Post on the floor");
    CHECK(d.window.stack()->seam("stand"));
    d.shortcut("new");
    CHECK(d.window.start()->isVisible());
    QTest::mouseClick(d.window.start()->findChild<QAbstractButton*>("start-demo"), Qt::LeftButton);
    CHECK(d.window.document().rig().name == "Stair rail");
}

TEST_CASE("the brief changes masses and places, and every seam below follows", "[desktop][brief]") {
    DemoWindow d;
    QTest::mouseClick(d.window.tab("brief"), Qt::LeftButton);
    auto* brief = d.window.brief();
    CHECK(brief->isVisible());
    CHECK(brief->mass("camera")->editor()->text() == "1.34 kg");
    CHECK(brief->mass("camera")->other_text() == "2.954 lb");
    const double before = d.window.stack()->seam("rail-clamp")->factors().typical;
    DemoWindow::type(brief->mass("camera")->editor(), "6 lb 2 oz");
    CHECK(d.window.document().rig().part("camera")->mass == Approx(98 * 0.45359237 / 16));
    CHECK(d.window.stack()->seam("rail-clamp")->factors().typical < before);
    CHECK_THAT(d.window.tab("brief")->state().toStdString(), Catch::Contains("2.778 kg"));
    DemoWindow::type(brief->centre("camera", 0)->editor(), "30 mm");
    CHECK(d.window.document().rig().part("camera")->centre_of_gravity.x() == Approx(0.03));
    DemoWindow::type(brief->mass("camera")->editor(), "-3 kg");
    CHECK_THAT(brief->mass("camera")->problem_text().toStdString(), Catch::Contains("from 0 to 10 000 kg"));
    DemoWindow::type(brief->required()->editor(), "3");
    CHECK(d.window.document().rig().required == 3);
    DemoWindow::type(brief->use()->field("push", "force")->editor(), "2 kgf");
    CHECK(std::get<double>(d.window.document().rig().cases[0].inputs.at("force")) == Approx(19.6133));
    DemoWindow::type(brief->rig_name(), "Tower stair");
    CHECK(d.window.document().rig().name == "Tower stair");
    CHECK(d.window.windowTitle().startsWith("Tower stair"));
    DemoWindow::type(brief->part_name("camera"), "Camera B");
    CHECK(d.window.document().rig().part("camera")->name == "Camera B");
    d.shortcut("rig");
    CHECK(d.window.elevation()->isVisible());
    d.shortcut("brief");
    CHECK(brief->isVisible());
}

TEST_CASE("a brief that asks for what is beyond this tool is told so", "[desktop][brief]") {
    DemoWindow d;
    d.window.tab("brief")->click();
    auto* brief = d.window.brief();
    CHECK(brief->beyond_text().isEmpty());
    DemoWindow::type(brief->rig_name(), "Camera on the car's bonnet");
    CHECK_THAT(brief->beyond_text().toStdString(), Catch::Contains("licensed practice"));
    DemoWindow::type(brief->rig_name(), "Carried camera");  // no car in it
    CHECK(brief->beyond_text().isEmpty());
    DemoWindow::type(brief->rig_name(), "Drone over a crowd");
    CHECK_THAT(brief->beyond_text().toStdString(), Catch::Contains("aircraft") && Catch::Contains("venue"));
}

TEST_CASE("the brief fits a small window without scrolling sideways", "[desktop][brief][appearance]") {
    DemoWindow d;
    d.window.tab("brief")->click();
    for (const int width : {1280, 1024, 1280}) {
        d.window.resize(width, 700);
        QTest::qWait(50);
        const auto* page = d.window.brief();
        const auto* scroll = page->findChild<QScrollArea*>();
        REQUIRE(scroll);
        CAPTURE(width);
        CHECK(scroll->widget()->minimumSizeHint().width() <= scroll->viewport()->width());
        // Its layout settles a moment later.
        CHECK(QTest::qWaitFor([&] { return !scroll->horizontalScrollBar()->isVisible(); }, 2000));
    }
}

TEST_CASE("save, open and of late", "[desktop][file]") {
    DemoWindow d;
    const QString path = d.folder.filePath("mine.clampet.json");
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    CHECK(d.window.windowTitle().contains('*'));
    REQUIRE(d.window.files().save_to(clampet::desktop::path_of(path)));
    CHECK_FALSE(d.window.windowTitle().contains('*'));
    d.shortcut("new");
    CHECK(d.window.document().is_empty());
    REQUIRE(d.window.files().open(clampet::desktop::path_of(path)));
    CHECK(d.window.document().rig().part("camera")->mass == 2);
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 3}));
    d.shortcut("save");
    CHECK(project::read_rig(*project::read_file(path.toStdString()))->part("camera")->mass == 3);
    d.shortcut("new");
    bool listed = false;
    for (auto* button : d.window.start()->findChildren<QPushButton*>())
        if (button->text() == "mine.clampet.json") {
            QTest::mouseClick(button, Qt::LeftButton);
            listed = true;
            break;
        }
    CHECK(listed);
    CHECK(d.window.document().rig().part("camera")->mass == 3);
}

TEST_CASE("a broken file is refused in words, and what was open stays", "[desktop][file]") {
    DemoWindow d;
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    const QString path = d.folder.filePath("bad.clampet.json");
    std::ofstream(path.toStdString()) << "{\n\"format\": \"clampet-rig\",\n\"schema\" 1}";
    CHECK_FALSE(d.window.files().open(clampet::desktop::path_of(path)));
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("what was open is still here") &&
                                                            Catch::Contains("line 3") &&
                                                            Catch::Contains("missing comma"));
    CHECK(d.window.document().rig().part("camera")->mass == 2);
    CHECK(d.window.notice()->isVisible());
    QTest::mouseClick(d.window.notice()->findChild<QPushButton*>(), Qt::LeftButton);
    CHECK_FALSE(d.window.notice()->isVisible());
    CHECK_FALSE(d.window.files().save_to(clampet::desktop::path_of("/no/such/folder/rig.clampet.json")));
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("The folder is not there"));
    CHECK(d.window.document().is_modified());
}

TEST_CASE("changes are not left behind unasked", "[desktop][file]") {
    DemoWindow d;
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    int asked = 0;
    d.window.files().ask_to_keep = [&] {
        ++asked;
        return Files::Keep::cancel;
    };
    d.shortcut("new");
    CHECK(asked == 1);
    CHECK(d.window.document().rig().part("camera")->mass == 2);
    CHECK_FALSE(d.window.close());
    CHECK(d.window.isVisible());
    d.window.files().ask_to_keep = [] { return Files::Keep::discard; };
    CHECK(d.window.close());
}

TEST_CASE("unsaved work comes back after a crash", "[desktop][recovery]") {
    QTemporaryDir folder;
    {
        project::Recovery crashed(folder.path().toStdString());
        auto rig = project::demo_rig();
        rig.name = "Half done";
        REQUIRE(crashed.keep(rig, {}));
    }  // its lock is gone, its copy is not
    MainWindow window(folder.path());
    CHECK(window.files().recover());
    window.show();
    CHECK(window.document().rig().name == "Half done");
    CHECK(window.document().is_modified());
    CHECK_THAT(window.notice()->text().toStdString(), Catch::Contains("The work is back"));
}

TEST_CASE("work is kept by itself a moment after an edit", "[desktop][recovery]") {
    DemoWindow d;
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    const auto copies = [&] { return QDir(d.folder.path() + "/recovery").entryList({"*.recovery.json"}).size(); };
    CHECK(QTest::qWaitFor([&] { return copies() == 1; }, 4000));
    REQUIRE(d.window.files().save_to(clampet::desktop::path_of(d.folder.filePath("a.clampet.json"))));
    CHECK(copies() == 0);
}

TEST_CASE("dark, larger and smaller text keep the rig and the seam", "[desktop][appearance]") {
    DemoWindow d;
    d.click_seam("ball");
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    const auto change = [&](const char* action) {
        d.shortcut(action);
        QTest::qWait(1);  // the old shell goes when the event loop runs, as it does for a person
    };
    change("dark");
    CHECK(theme().dark);
    CHECK(d.window.stack()->selected() == "ball");
    CHECK(d.window.document().rig().part("camera")->mass == 2);
    for (int i = 0; i < 11; ++i) change("larger");
    CHECK(text_scale() == Approx(2.0));
    CHECK(d.window.stack()->seam("ball")->isVisible());
    d.shortcut("undo");
    CHECK(d.window.document().rig().part("camera")->mass == Approx(1.34));
    for (int i = 0; i < 13; ++i) change("smaller");
    CHECK(text_scale() == Approx(0.8));
    change("normal");
    change("dark");
    CHECK_FALSE(theme().dark);
}

TEST_CASE("everything that takes the keyboard has a name", "[desktop][access]") {
    DemoWindow d;
    for (const char* page : {"brief", "rig"}) {
        d.shortcut(page);
        for (auto* w : d.window.findChildren<QWidget*>()) {
            if (!w->isVisible() || !(w->focusPolicy() & Qt::TabFocus)) continue;
            if (qobject_cast<QLineEdit*>(w) && qobject_cast<QComboBox*>(w->parentWidget())) continue;
            QString name = w->accessibleName();
            if (auto* button = qobject_cast<QAbstractButton*>(w); button && name.isEmpty()) name = button->text();
            CAPTURE(w->metaObject()->className(), w->objectName());
            CHECK_FALSE(name.isEmpty());
        }
    }
}

TEST_CASE("it fits a small window, and is not blank", "[desktop][appearance]") {
    DemoWindow d;
    d.window.resize(1024, 700);
    QApplication::processEvents();
    CHECK(d.window.width() == 1024);
    CHECK(d.window.height() == 700);
    CHECK(d.window.elevation()->width() > 250);
    const auto picture = d.window.grab().toImage();
    // Not a blank: the header is dark, the paper is light.
    CHECK(picture.pixelColor(5, 5).lightness() < 90);
    CHECK(picture.pixelColor(picture.width() / 2, picture.height() - 60).lightness() > 180);
}

TEST_CASE("a new rig, then other colours: nothing of the old rig is asked", "[desktop][appearance]") {
    DemoWindow d;
    d.click_seam("ball");
    for (int i = 0; i < 2; ++i) {
        d.shortcut("new");
        QTest::qWait(1);
        d.shortcut("dark");
        QTest::qWait(1);
        CHECK(d.window.document().is_empty());
        CHECK(d.window.stack() == nullptr);
        d.window.files().open_demo();
        REQUIRE(d.window.stack());
        CHECK(d.window.stack()->seam("ball")->isVisible());
    }
}

TEST_CASE("a design goes into a rig, or says that none is open", "[desktop][bench]") {
    DemoWindow d(false);
    d.window.open_bench("ball");
    emit d.window.bench()->rig_wanted();
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("No rig is open"));
}

TEST_CASE("two names are two steps, and a refused one says why", "[desktop][brief]") {
    DemoWindow d;
    d.shortcut("brief");
    auto* camera = d.window.brief()->part_name("camera");
    const auto before = d.window.document().rig().part("camera")->name;
    DemoWindow::type(camera, "One");
    QTest::keyClick(camera, Qt::Key_Return);
    DemoWindow::type(camera, "Two");
    QTest::keyClick(camera, Qt::Key_Return);
    CHECK(d.window.document().rig().part("camera")->name == "Two");
    d.window.document().undo();
    CHECK(d.window.document().rig().part("camera")->name == "One");
    d.window.document().undo();
    CHECK(d.window.document().rig().part("camera")->name == before);
    DemoWindow::type(camera, QString(300, 'x'));
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("1 to 200 characters"));
    CHECK(d.window.notice()->isVisible());
    const auto good = d.window.document().rig().part("camera")->name;
    d.window.brief()->part_name("bush")->setFocus();
    CHECK(camera->text().size() == 300);  // the text stays, the last good name in force
    CHECK(d.window.document().rig().part("camera")->name == good);
    DemoWindow::type(camera, "Three");
    CHECK(d.window.document().rig().part("camera")->name == "Three");
    CHECK_FALSE(d.window.notice()->isVisible());
}

TEST_CASE("a large rig shows every seam at once, and its results when they are there", "[desktop][rig]") {
    DemoWindow d(false);
    REQUIRE(d.window.document().adopt(column(40)));
    CHECK(d.window.document().is_checking());
    auto* top = d.window.stack()->seam("s40");
    REQUIRE(top);
    CHECK(top->accessibleName() == "s40: being checked");
    CHECK(d.window.tab("rig")->state() == "being checked");
    CHECK(QTest::qWaitFor([&] { return !d.window.document().is_checking(); }, 20000));
    CHECK(top->accessibleName().contains(QString::fromUtf8("×")));
    CHECK_THAT(d.window.tab("rig")->state().toStdString(), !Catch::Contains("being"));
}

TEST_CASE("work is kept at least every five seconds while a person types on", "[desktop][recovery]") {
    DemoWindow d;
    const auto copies = [&] { return QDir(d.folder.path() + "/recovery").entryList({"*.recovery.json"}).size(); };
    QElapsedTimer clock;
    clock.start();
    double mass = 2;
    // Far longer than five seconds, for a machine that does much else meanwhile.
    while (clock.elapsed() < 30000 && copies() == 0) {
        REQUIRE(d.window.document().perform(project::SetMass{"camera", mass += 0.01}));
        QTest::qWait(300);  // never a second of rest
    }
    CHECK(copies() == 1);
}

TEST_CASE("a file changed by another window: asked, and nothing lost", "[desktop][file]") {
    DemoWindow d;
    const QString path = d.folder.filePath("mine.clampet.json"), copy = d.folder.filePath("copy.clampet.json");
    REQUIRE(d.window.files().save_to(clampet::desktop::path_of(path)));
    {
        project::Document other;
        REQUIRE(other.open(path.toStdString()));
        REQUIRE(other.perform(project::SetMass{"camera", 3}));
        REQUIRE(other.save());
    }
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    const auto mass_in = [](const QString& file) {
        return project::read_rig(*project::read_file(file.toStdString()))->part("camera")->mass;
    };
    d.window.files().ask_about_changed = [] { return Files::Changed::cancel; };
    d.shortcut("save");
    CHECK(mass_in(path) == 3);
    CHECK(d.window.document().is_modified());
    d.window.files().ask_about_changed = [] { return Files::Changed::copy; };
    d.window.files().ask_where_to_save = [&] { return copy; };
    d.shortcut("save");
    CHECK(mass_in(path) == 3);
    CHECK(mass_in(copy) == 2);
    CHECK_FALSE(d.window.document().is_modified());
}

TEST_CASE("work that came back after a crash knows that its file was changed since", "[desktop][file][recovery]") {
    QTemporaryDir folder;
    const QString path = folder.filePath("mine.clampet.json"), copies = folder.filePath("recovery");
    {
        project::Document mine;
        REQUIRE(mine.adopt(project::demo_rig()));
        REQUIRE(mine.save_as(path.toStdString()));
        REQUIRE(mine.perform(project::SetMass{"camera", 2}));
        project::Recovery crashed(copies.toStdString());
        REQUIRE(crashed.keep(mine.rig(), mine.path(), mine.file_mark()));
    }
    const auto mass_in = [&] {
        return project::read_rig(*project::read_file(path.toStdString()))->part("camera")->mass;
    };
    SECTION("another window saved over it in between: asked") {
        project::Document other;
        REQUIRE(other.open(path.toStdString()));
        REQUIRE(other.perform(project::SetMass{"camera", 3}));
        REQUIRE(other.save());
        MainWindow window(copies);
        REQUIRE(window.files().recover());
        int asked = 0;
        window.files().ask_about_changed = [&] {
            ++asked;
            return Files::Changed::cancel;
        };
        CHECK_FALSE(window.files().save_to(clampet::desktop::path_of(path)));
        CHECK(asked == 1);
        CHECK(mass_in() == 3);
        CHECK(window.document().is_modified());
    }
    SECTION("nobody touched it, and the work crashed once more before it was saved: not asked") {
        { CHECK(project::Recovery(copies.toStdString()).take_orphan()->file_mark); }
        MainWindow window(copies);
        REQUIRE(window.files().recover());
        window.files().ask_about_changed = [] {
            FAIL("asked for nothing");
            return Files::Changed::cancel;
        };
        CHECK(window.files().save_to(clampet::desktop::path_of(path)));
        CHECK(mass_in() == 2);
    }
}

TEST_CASE("after two windows crashed both works are offered", "[desktop][recovery]") {
    QTemporaryDir folder;
    for (const char* name : {"One", "Two"}) {
        project::Recovery crashed(folder.path().toStdString());
        auto rig = project::demo_rig();
        rig.name = name;
        REQUIRE(crashed.keep(rig, {}));
    }
    MainWindow window(folder.path());
    window.files().ask_to_keep = [] { return Files::Keep::discard; };
    REQUIRE(window.files().recover());
    const auto first = window.document().rig().name;
    CHECK_THAT(window.notice()->text().toStdString(), Catch::Contains("Another rig was open too"));
    window.action("unsaved")->trigger();
    CHECK(window.document().rig().name != first);
    window.action("unsaved")->trigger();
    CHECK_THAT(window.notice()->text().toStdString(), Catch::Contains("no other unsaved work"));
}

TEST_CASE("a file whose name is no text is opened, saved and told", "[desktop][file]") {
    DemoWindow d;
    const std::filesystem::path path = d.folder.path().toStdString() + "/half-\xff.clampet.json";
    REQUIRE(project::write_file_atomically(path, project::write_rig(project::demo_rig())));
    REQUIRE(d.window.files().open(path));
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 2}));
    d.shortcut("save");
    CHECK_FALSE(d.window.document().is_modified());
    CHECK(project::read_rig(*project::read_file(path))->part("camera")->mass == 2);
}

TEST_CASE("a start makes what is looked at, and nothing else", "[desktop][speed]") {
    QTemporaryDir folder;
    desktop::MainWindow window(folder.path());
    bool is_open = false;
    window.show_first_then([&] {
        window.files().open_demo();
        is_open = true;
    });
    REQUIRE(QTest::qWaitFor([&] { return is_open; }));
    for (int turn = 0; turn < 3; ++turn) QApplication::processEvents();
    // The rig is what one sees: the page to begin with was never filled, and its rigs never checked.
    CHECK(window.stack()->isVisible());
    CHECK(window.start()->findChildren<desktop::RigCard*>().isEmpty());
    auto* prove = window.findChild<desktop::ProveStage*>();
    REQUIRE(prove);
    CHECK(prove->findChildren<QPushButton*>().isEmpty());
    window.show_stage("prove");
    CHECK_FALSE(prove->findChildren<QPushButton*>().isEmpty());
}

TEST_CASE("a rig to begin with is checked when it is looked at, not behind another page", "[desktop][speed]") {
    desktop::RigCard card("Stair rail", "On the stairs.");
    card.show_rig(*project::starting_rig(project::demo_rigs().front().key));
    QTest::qWait(20);
    CHECK(card.standing().isEmpty());
    card.show();
    card.hide();
    QTest::qWait(20);
    CHECK(card.standing().isEmpty());
    card.show();
    CHECK(QTest::qWaitFor([&] { return card.standing() == "2 slip · 1 doubtful"; }));
}
