// The drawer on the screen: typed into, counted, found, taken from tables; and what it does for the shelf.
#include "desktop/brief/sets_panel.h"
#include "desktop/brief/shots_table.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/rig/shelf_view.h"
#include "desktop/stock/drawer_card.h"
#include "desktop/stock/stock_stage.h"
#include "desktop/stock/workshop_panel.h"
#include "desktop/studies/variants_view.h"
#include "desktop/widgets/stock_row.h"
#include "inventory/csv.h"
#include "study/scenes.h"
#include "window.h"

using namespace clampet;

namespace {

struct StockWindow : DemoWindow {
    using DemoWindow::DemoWindow;
    desktop::StockStage& stock() {
        window.show_stage("stock");
        return *window.stage<desktop::StockStage>();
    }
    static void edit(QLineEdit* line, const QString& text) {
        type(line, text);
        QTest::keyClick(line, Qt::Key_Return);
    }
    void add(const QString& text) {
        auto& stock = this->stock();
        stock.add_field()->setText(text);
        QTest::keyClick(stock.add_field(), Qt::Key_Return);
    }
    const std::vector<inventory::Item>& items() { return window.stockroom().workshop().items; }
};

}  // namespace

TEST_CASE("things are typed into the drawer, counted, found, and taken out", "[desktop][stock]") {
    StockWindow d(false);
    auto& stock = d.stock();
    CHECK_THAT(stock.state().words.toStdString(), Catch::Contains("empty"));
    d.add("12 wing nut, M6 or 1/4");
    REQUIRE(d.items().size() == 1);
    CHECK(d.items().front().count == 12);
    CHECK(stock.add_field()->text().isEmpty());
    d.add("3/8-16 male to 1/4-20 female");
    d.add("odd brass thing");
    REQUIRE(stock.cards().size() == 3);
    CHECK_THAT(stock.said().toStdString(), Catch::Contains("14 pieces") && Catch::Contains("1 not known"));
    QApplication::processEvents();
    QTest::mouseClick(stock.cards()[0]->fewer_button(), Qt::LeftButton);
    QTest::mouseClick(stock.cards()[0]->fewer_button(), Qt::LeftButton);
    CHECK(d.items().front().count == 10);
    stock.search()->setText("brass");
    CHECK_FALSE(stock.cards()[0]->isVisible());
    CHECK(stock.cards()[2]->isVisible());
    stock.search()->clear();
    QTest::mouseClick(stock.cards()[2], Qt::LeftButton, {}, QPoint(20, 20));
    REQUIRE(stock.item_name()->isVisible());
    CHECK(stock.item_name()->text() == "odd brass thing");
    d.edit(stock.price(), "2,50");
    CHECK(*d.items()[2].price == Approx(2.5));
    d.edit(stock.pack(), "none");  // refused; the drawer stays as it was
    CHECK(d.items()[2].pack == 1);
    CHECK(d.window.notice()->isVisible());
    d.edit(stock.pack(), "2");
    CHECK(d.items()[2].pack == 2);
    QTest::mouseClick(stock.remove_button(), Qt::LeftButton);
    CHECK(d.items().size() == 2);
    stock.undo();
    CHECK(d.items().size() == 3);
}

TEST_CASE("tables go in and out of the drawer", "[desktop][stock]") {
    StockWindow d(false);
    auto& stock = d.stock();
    QTemporaryDir folder;
    const auto file = [&](const char* name, const char* text) {
        const QString path = folder.filePath(name);
        QFile f(path);
        REQUIRE(f.open(QIODevice::WriteOnly));
        f.write(text);
        return path;
    };
    stock.take_csv(file("good.csv", "name,count\nM6 wing nut,4\nstrange,1\n"));
    CHECK(d.items().size() == 2);
    stock.take_csv(file("bad.csv", "name,count\nx,lots\n"));
    CHECK(d.items().size() == 2);
    CHECK(d.window.notice()->isVisible());
    const QString out = folder.filePath("out.csv");
    stock.give_csv(out);
    QFile written(out);
    REQUIRE(written.open(QIODevice::ReadOnly));
    CHECK(*inventory::read_csv(written.readAll().toStdString()) == d.items());
}

TEST_CASE("what is in the drawer lies on the shelf before what is bought", "[desktop][stock][shelf]") {
    StockWindow d;  // the demo brings its own workshop
    CHECK(d.items().size() > 10);
    auto& page = *d.window.stage<desktop::RigPage>();
    d.window.show_stage("rig");
    page.open_shelf({"rail"});
    QApplication::processEvents();
    auto* own = page.shelf()->findChild<desktop::ShelfCard*>("owned-spring_clamp");
    REQUIRE(own);
    CHECK(own->accessibleName() == "Spring clamp, 50 mm");
    CHECK_THAT(own->accessibleDescription().toStdString(), Catch::StartsWith("3 in the drawer"));
    const auto before = d.window.document().rig().parts.size();
    QTest::mouseClick(own, Qt::LeftButton);
    REQUIRE(d.window.document().rig().parts.size() == before + 1);
    CHECK(d.window.document().rig().parts.back().origin == rig::Origin::have);
}

TEST_CASE("the rig is kept, changed, compared and taken back", "[desktop][variants]") {
    StockWindow d;
    auto& page = *d.window.stage<desktop::RigPage>();
    QTest::mouseClick(page.question("variants"), Qt::LeftButton);
    auto* view = page.study<desktop::VariantsView>();
    REQUIRE(view);
    const auto wait = [&] {
        REQUIRE(QTest::qWaitFor([&] { return !view->is_busy(); }, 60000));
        QApplication::processEvents();
    };
    wait();
    CHECK_THAT(view->said().toStdString(), Catch::Contains("Nothing is kept yet"));
    QTest::mouseClick(view->keep_button(), Qt::LeftButton);
    REQUIRE(d.window.document().rig().variants.size() == 1);
    CHECK(d.window.document().rig().variants.front().name == "A");
    REQUIRE(d.window.document().perform(project::SetPartValue{"clamp", "length", 0.09}));
    wait();
    REQUIRE(view->shown().size() == 1);
    REQUIRE(view->shown().front());
    CHECK(view->shown().front()->differences.size() == 1);
    QPushButton* back = nullptr;
    for (auto* b : view->findChildren<QPushButton*>())
        if (b->isVisible() && b->text() == "go back to it") back = b;
    REQUIRE(back);
    QTest::mouseClick(back, Qt::LeftButton);
    CHECK(d.window.document().rig().part("clamp")->values == project::demo_rig().part("clamp")->values);
}

TEST_CASE("payload sets and what shots must see are said in the brief", "[desktop][brief]") {
    StockWindow d;
    REQUIRE(d.window.document().perform(project::AddShot{"Down"}));
    d.window.show_stage("brief");
    auto* brief = d.window.stage<desktop::BriefPage>();
    auto* sets = brief->sets();
    QTest::mouseClick(sets->add_button(), Qt::LeftButton);
    const auto& rig = d.window.document().rig();
    REQUIRE(rig.sets.size() == 1);
    const std::string id = rig.sets.front().id;
    QApplication::processEvents();
    sets->set_name(id)->setText("Long lens");
    QTest::keyClick(sets->set_name(id), Qt::Key_Return);
    CHECK(rig.sets.front().name == "Long lens");
    DemoWindow::type(sets->mass(id)->editor(), "2.4 kg");
    REQUIRE(rig.sets.front().instead.size() == 1);
    CHECK(rig.sets.front().instead.front().mass == Approx(2.4));
    // Every shot is now looked at with it too.
    CHECK(study::scenes_of(rig).size() == 2);
    sets->part(id, "camera")->click();
    CHECK(rig.sets.front().without == std::vector<std::string>{"camera"});
    CHECK_FALSE(sets->mass(id)->isEnabled());
    sets->part(id, "camera")->click();
    CHECK(rig.sets.front().without.empty());
    auto* shots = brief->shots();
    const std::string shot = rig.shots.front().id;
    DemoWindow::type(shots->distance(shot)->editor(), "20 cm");
    CHECK(rig.shots.front().distance == Approx(0.2));
    CHECK_THAT(shots->says(shot).toStdString(), Catch::Contains("sharp"));
    DemoWindow::type(shots->frame(shot)->editor(), "1 m");
    CHECK_THAT(shots->says(shot).toStdString(), Catch::Contains("step back"));
    DemoWindow::type(shots->distance(shot)->editor(), "far");
    CHECK_FALSE(shots->distance(shot)->problem_text().isEmpty());
    CHECK(rig.shots.front().distance == Approx(0.2));
    sets->remove_button(id)->click();
    CHECK(rig.sets.empty());
    d.window.document().undo();
    CHECK(rig.sets.size() == 1);
}

TEST_CASE("the demonstration brings its own workshop, and one's own comes back after it", "[desktop][stock]") {
    StockWindow d(false);
    QTemporaryDir folder;
    d.window.open_workshop(folder.filePath("mine.clampet-workshop.json"));
    d.add("3 odd things of mine");
    CHECK(QFile::exists(folder.filePath("mine.clampet-workshop.json")));
    d.window.files().start_from("boom");
    CHECK(d.items().size() > 10);
    d.window.files().start_from("k03");
    REQUIRE(d.items().size() == 1);
    CHECK(d.items().front().name == "odd things of mine");
    // A file that cannot be read is told, and left as it is.
    QFile broken(folder.filePath("broken.json"));
    REQUIRE(broken.open(QIODevice::WriteOnly));
    broken.write("{ this is not one");
    broken.close();
    d.window.open_workshop(folder.filePath("broken.json"));
    CHECK(d.window.notice()->isVisible());
    CHECK(d.items().size() == 1);
    REQUIRE(broken.open(QIODevice::ReadOnly));
    CHECK(broken.readAll() == "{ this is not one");
}

TEST_CASE("a large rig's seam shows its numbers when they have come", "[desktop][rig]") {
    StockWindow d(false);
    d.window.files().start_from("k05");  // thirteen seams: checked beside the window
    REQUIRE(QTest::qWaitFor([&] { return !d.window.document().is_checking(); }, 60000));
    QApplication::processEvents();
    d.window.select_seam("ball");
    CHECK_THAT(d.window.sheet()->verdict_text().toStdString(), Catch::Contains("Holds"));
    REQUIRE(d.window.document().perform(project::SetMass{"camera", 0.9}));
    CHECK_THAT(d.window.sheet()->verdict_text().toStdString(), Catch::Contains("being checked"));
    REQUIRE(QTest::qWaitFor([&] { return !d.window.document().is_checking(); }, 60000));
    QApplication::processEvents();
    CHECK_THAT(d.window.sheet()->verdict_text().toStdString(), !Catch::Contains("being checked"));
}

TEST_CASE("hands and printers of the workshop are typed, used and taken away", "[desktop][stock]") {
    StockWindow d;
    d.window.show_stage("stock");
    QApplication::processEvents();
    auto* workshop = d.window.findChild<desktop::WorkshopPanel*>();
    REQUIRE(workshop);
    REQUIRE(workshop->isVisible());
    const auto before = d.window.stockroom().workshop().hands.size();
    QTest::mouseClick(workshop->add_hand(), Qt::LeftButton);
    REQUIRE(workshop->hands().size() == before + 1);
    DemoWindow::type(workshop->hands()[before].name, "Little hands");
    QTest::keyClick(workshop->hands()[before].name, Qt::Key_Return);
    DemoWindow::type(workshop->hands()[before].strength, "0.7");
    QTest::keyClick(workshop->hands()[before].strength, Qt::Key_Return);
    const inventory::Hand small{"Little hands", 0.7};
    CHECK(d.window.stockroom().workshop().hands.back() == small);
    DemoWindow::type(workshop->hands()[before].strength, "lots");
    QTest::keyClick(workshop->hands()[before].strength, Qt::Key_Return);
    CHECK(d.window.notice()->isVisible());
    CHECK(d.window.stockroom().workshop().hands.back() == small);
    // It tightens the rig, which says so when these hands are gone.
    QTest::mouseClick(workshop->hands()[before].tightens, Qt::LeftButton);
    REQUIRE(d.window.document().rig().hands);
    CHECK(d.window.document().rig().hands->strength == Approx(0.7));
    QTest::mouseClick(workshop->hands()[before].remove, Qt::LeftButton);
    CHECK(workshop->hands().size() == before);
    CHECK_THAT(workshop->rig_says().toStdString(), Catch::Contains("Little hands"));
    const auto printers = d.window.stockroom().workshop().printers.size();
    QTest::mouseClick(workshop->add_printer(), Qt::LeftButton);
    REQUIRE(workshop->printers().size() == printers + 1);
    DemoWindow::type(workshop->printers()[printers].walls, "1.6 mm");
    QTest::keyClick(workshop->printers()[printers].walls, Qt::Key_Return);
    CHECK(d.window.stockroom().workshop().printers.back().walls == Approx(0.0016));
    QTest::mouseClick(workshop->printers()[printers].remove, Qt::LeftButton);
    CHECK(d.window.stockroom().workshop().printers.size() == printers);
}

TEST_CASE("a saved rig comes with what it took from the drawer, and opens without it", "[desktop][stock]") {
    StockWindow d;
    auto& page = *d.window.stage<desktop::RigPage>();
    d.window.show_stage("rig");
    page.open_shelf({"rail"});
    QApplication::processEvents();
    auto* own = page.shelf()->findChild<desktop::ShelfCard*>("owned-spring_clamp");
    REQUIRE(own);
    QTest::mouseClick(own, Qt::LeftButton);
    QTemporaryDir folder;
    const std::filesystem::path file = folder.filePath("mine.clampet.json").toStdString();
    REQUIRE(d.window.document().save_as(file));
    CHECK_FALSE(d.window.document().is_modified());
    d.window.open_workshop(folder.filePath("bare.clampet-workshop.json"));
    d.window.files().open(file);
    const auto& used = d.window.document().rig().used;
    CHECK(std::any_of(used.begin(), used.end(), [](const auto& u) { return u.name == "Spring clamp, 50 mm"; }));
    CHECK(d.window.document().rig().workshop == "Ringing-room bench");
    REQUIRE(d.window.notice()->isVisible());
    CHECK_THAT(d.window.notice()->text().toStdString(),
               Catch::Contains("is not in this drawer: it came with the rig from Ringing-room bench."));
}

TEST_CASE("where a thing is chosen by its name, what is in the drawer comes first", "[desktop][stock]") {
    StockWindow d;
    d.window.show_stage("rig");
    d.click_seam("ball");
    auto* row = d.window.sheet()->stock("tight");
    REQUIRE(row);
    // Knobs and a wing nut of the drawer, then a line, then all that there is.
    CHECK(row->names()->itemText(0) == "my own numbers");
    std::vector<std::string> first;
    int at = 1;
    for (; at < row->names()->count() && !row->names()->itemText(at).isEmpty(); ++at)
        first.push_back(row->names()->itemText(at).toStdString());
    CHECK(first.size() == 3);
    CHECK(std::find(first.begin(), first.end(), "star knob, Ø40") != first.end());
    CHECK(row->names()->count() > at + 3);
    CHECK_THAT(row->names()->itemData(1, Qt::ToolTipRole).toString().toStdString(), Catch::Contains("in the drawer"));
    // Chosen, it fills its input as before.
    row->names()->setCurrentIndex(1);
    emit row->names()->activated(1);
    CHECK_FALSE(row->note().isEmpty());
}
