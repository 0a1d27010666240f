// What the workshop needs, on the screen: pieces by picture, templates, lists, and all of it in a folder.
#include <fstream>
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "desktop/make/list_view.h"
#include "desktop/make/make_stage.h"
#include "desktop/make/piece_card.h"
#include "desktop/make/printed_page.h"
#include "desktop/make/sheet_view.h"
#include "desktop/make/shopping_page.h"
#include "desktop/make/solids_page.h"
#include "desktop/make/timeline_view.h"
#include "desktop/make/work_page.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/quantity_field.h"
#include "project/starting_points.h"
#include "temporary_folder.h"
#include "window.h"

using namespace clampet;

namespace {

struct MakeWindow : DemoWindow {
    explicit MakeWindow(const char* key) : DemoWindow(false) {
        REQUIRE(window.document().adopt(*project::starting_rig(key)));
        QTest::mouseClick(window.tab("make"), Qt::LeftButton);
        QApplication::processEvents();
    }
    desktop::MakeStage& make() { return *window.stage<desktop::MakeStage>(); }
    desktop::PieceCard* card(const char* words) {
        for (auto* card : make().cards())
            if (card->text().contains(QString::fromUtf8(words))) return card;
        FAIL("no piece " << words);
        return nullptr;
    }
};

/// The label that a dimension of the sheet has.
bool is_measured(const drawing::Drawing& sheet, const std::string& label) {
    for (const auto& element : sheet.elements)
        if (const auto* dimension = std::get_if<drawing::Dimension>(&element); dimension && dimension->label == label)
            return true;
    return false;
}

}  // namespace

TEST_CASE("pieces to make are chosen by picture and shown as they are printed", "[desktop][make]") {
    MakeWindow d("k16");  // a folding arm of plywood links
    REQUIRE(d.make().cards().size() >= 5);
    CHECK_THAT(d.make().said().toStdString(), Catch::Contains("pieces to saw and bore"));
    QTest::mouseClick(d.card("Link 2"), Qt::LeftButton);
    CHECK_THAT(d.make().sheet_title().toStdString(), Catch::Contains("plywood"));
    CHECK(d.make().sheet()->isVisible());
    CHECK(d.card("Link 2")->isChecked());
    QTest::mouseClick(d.make().view_button(2), Qt::LeftButton);
    CHECK(d.make().drills()->isVisible());
    REQUIRE_FALSE(d.make().drills()->shown().rows.empty());
    QTest::mouseClick(d.make().view_button(1), Qt::LeftButton);
    CHECK(d.make().cut_list()->isVisible());
    CHECK(d.make().boards()->isVisible());
    CHECK_FALSE(d.make().boards()->shown().elements.empty());
}

TEST_CASE("a size changed in the rig changes its sheet and its lists", "[desktop][make]") {
    MakeWindow d("k02");
    auto& document = d.window.document();
    const auto block = std::find_if(document.rig().parts.begin(), document.rig().parts.end(),
                                    [](const auto& part) { return part.kind == "block"; });
    REQUIRE(block != document.rig().parts.end());
    QTest::mouseClick(d.card(block->name.c_str()), Qt::LeftButton);
    const std::string id = block->id;
    REQUIRE(document.perform(project::SetPartValue{id, "length", families::Value{0.0777}}));
    QApplication::processEvents();
    CHECK(is_measured(d.make().sheet()->shown(), "77.7 mm"));
    CHECK_THAT(make::text_of(d.make().cut_list()->shown()), Catch::Contains("77.7 mm"));
    document.undo();
    QApplication::processEvents();
    CHECK_FALSE(is_measured(d.make().sheet()->shown(), "77.7 mm"));
}

TEST_CASE("the saw's cut is typed, and a wrong one keeps the list", "[desktop][make]") {
    MakeWindow d("k16");
    QTest::mouseClick(d.make().view_button(1), Qt::LeftButton);
    const auto before = d.make().cut_list()->shown().notes;
    auto* length = d.make().sawing(2);
    DemoWindow::type(length->editor(), "1 m");
    QTest::keyClick(length->editor(), Qt::Key_Return);
    CHECK(d.make().cut_list()->shown().notes != before);
    auto* kerf = d.make().sawing(0);
    DemoWindow::type(kerf->editor(), "30 mm");
    QTest::keyClick(kerf->editor(), Qt::Key_Return);
    CHECK_THAT(kerf->problem_text().toStdString(), Catch::Contains("No saw cuts so wide"));
    CHECK_THAT(make::text_of(d.make().cut_list()->shown()), Catch::Contains("Kerf 3 mm"));
}

TEST_CASE("all sheets and lists go into a folder", "[desktop][make]") {
    TemporaryFolder folder;
    MakeWindow d("k16");
    d.make().ask_where = [&] { return QString::fromStdString((folder.path() / "out").string()); };
    QTest::mouseClick(d.make().export_button(), Qt::LeftButton);
    CHECK(QTest::qWaitFor([&] { return !d.make().is_exporting(); }, 60000));
    std::size_t files = 0, templates = 0;
    for (const auto& entry : std::filesystem::directory_iterator(folder.path() / "out")) {
        ++files;
        templates += entry.path().extension() == ".svg";
    }
    CHECK(templates >= 5);
    CHECK(
        files ==
        10 + 2 * templates);  // PDFs of templates and drawings, two lists; hardware, cost, steps, calendar, two reports
    CHECK(std::filesystem::file_size(folder.path() / "out" / "templates.pdf") > 5000);
    // A file where the folder should be is told, and stays.
    std::ofstream(folder.path() / "file") << "mine";
    d.make().ask_where = [&] { return QString::fromStdString((folder.path() / "file").string()); };
    QTest::mouseClick(d.make().export_button(), Qt::LeftButton);
    CHECK(QTest::qWaitFor([&] { return !d.make().is_exporting(); }, 60000));
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("folder"));
    CHECK(std::filesystem::file_size(folder.path() / "file") == 4);
}

TEST_CASE("the work is planned on a line of days, and a step that is ticked moves what follows", "[desktop][make]") {
    MakeWindow d("k01");
    auto& work = *d.make().work();
    const auto clock = [](const char* text) { return *make::wall_time_of(text); };
    work.now = [&] { return clock("2026-11-30 12:00"); };
    work.refresh();
    QTest::mouseClick(d.make().view_button(3), Qt::LeftButton);
    QApplication::processEvents();
    REQUIRE(work.isVisible());
    REQUIRE(work.plan());
    CHECK_THAT(work.said().toStdString(), Catch::Contains("of work, ready 2026-12-0"));
    CHECK_THAT(d.make().state().words.toStdString(), Catch::Contains("of waiting"));
    const auto step = [&](const std::string& key) {
        for (std::size_t i = 0; i < work.plan()->steps.size(); ++i)
            if (work.plan()->steps[i].key == key) return i;
        FAIL("no step " << key);
        return std::size_t{0};
    };
    std::string glue;
    for (const auto& s : work.plan()->steps)
        if (s.key.ends_with("/glue")) glue = s.key;
    REQUIRE_FALSE(glue.empty());
    const auto bar = work.timeline()->bar_of(step(glue));
    CHECK(bar.width() >= 4);
    const auto ready = work.said();
    // Ticked two days late.
    work.now = [&] { return clock("2026-12-10 20:00"); };
    QTest::mouseClick(work.tick(step(glue)), Qt::LeftButton, {}, QPoint(8, work.tick(step(glue))->height() / 2));
    QApplication::processEvents();
    CHECK(d.window.document().rig().making.done.at(glue) == "2026-12-10 20:00");
    CHECK(work.tick(step(glue))->isChecked());
    CHECK(work.said() != ready);
    d.window.document().undo();
    QApplication::processEvents();
    CHECK(d.window.document().rig().making.done.empty());
}

TEST_CASE("how and when is typed, is the rig's, and a wrong one is told and not kept", "[desktop][make]") {
    MakeWindow d("k01");
    auto& work = *d.make().work();
    QTest::mouseClick(d.make().view_button(3), Qt::LeftButton);
    DemoWindow::type(work.start(), "2026-12-07");
    QTest::keyClick(work.start(), Qt::Key_Return);
    QApplication::processEvents();
    CHECK(d.window.document().rig().making.start == "2026-12-07");
    CHECK_THAT(work.words_of_step(0).toStdString(), Catch::Contains("Saw 7 layers for Base with ballast"));
    DemoWindow::type(work.hours(), "late");
    QTest::keyClick(work.hours(), Qt::Key_Return);
    CHECK_THAT(work.said().toStdString(), Catch::Contains("19:00-22:00"));
    CHECK(work.hours()->text() == "late");
    CHECK(d.window.document().rig().making.hours.empty());
    DemoWindow::type(work.hours(), "09:00-17:00");
    QTest::keyClick(work.hours(), Qt::Key_Return);
    CHECK(d.window.document().rig().making.hours == "09:00-17:00");
    const auto coats = [&] {
        return std::count_if(work.plan()->steps.begin(), work.plan()->steps.end(),
                             [](const auto& s) { return s.key.find("/coat/") != std::string::npos; });
    };
    const auto oiled = coats();
    work.finish()->setCurrentIndex(work.finish()->findData("none"));
    emit work.finish()->activated(work.finish()->currentIndex());
    QApplication::processEvents();
    CHECK(oiled > 0);
    CHECK(coats() == 0);
}

TEST_CASE("the shopping list counts what an hour is worth", "[desktop][make]") {
    MakeWindow d("k01");
    QTest::mouseClick(d.make().view_button(4), Qt::LeftButton);
    auto& shop = *d.make().shopping();
    CHECK_THAT(make::text_of(shop.needs()->shown()), Catch::Contains("screw") && Catch::Contains("insert"));
    DemoWindow::type(shop.rate(), "20");
    DemoWindow::type(shop.ready_made(), "480,50");
    QApplication::processEvents();
    CHECK_THAT(make::text_of(shop.cost()->shown()),
               Catch::Contains("own work") && Catch::Contains("480.50") && Catch::Contains("saved by making"));
}

TEST_CASE("solids are built beside the window, printed advice included, and written", "[desktop][make][solids]") {
    TemporaryFolder folder;
    MakeWindow d("k05");  // printed clamps on two rods
    auto& page = *d.make().solids();
    const auto card = std::find_if(d.make().cards().begin(), d.make().cards().end(), [](const auto* c) {
        return c->text().contains("rinted") || c->toolTip().contains("printed");
    });
    REQUIRE(card != d.make().cards().end());
    QTest::mouseClick(*card, Qt::LeftButton);
    REQUIRE(page.isVisible());
    CHECK(QTest::qWaitFor([&] { return !page.is_building(); }, 60000));
    REQUIRE(page.models());
    CHECK(page.pieces()->count() > 4);
    CHECK(page.pieces()->currentText().startsWith((*card)->text()));
    CHECK_THAT(page.advice().toStdString(), Catch::Contains("Print it ") && Catch::Contains("infill"));
    page.format()->setCurrentIndex(2);
    page.ask_where = [&] { return QString::fromStdString((folder.path() / "solids").string()); };
    QTest::mouseClick(page.write_button(), Qt::LeftButton);
    std::size_t files = 0;
    for (const auto& entry : std::filesystem::directory_iterator(folder.path() / "solids"))
        files += entry.path().extension() == ".3mf";
    CHECK(files == page.models()->parts.size());
    // A wrong allowance keeps the solids.
    DemoWindow::type(page.holes()->editor(), "5 mm");
    QTest::keyClick(page.holes()->editor(), Qt::Key_Return);
    CHECK_THAT(page.holes()->problem_text().toStdString(), Catch::Contains("0 to 2 mm"));
    CHECK(page.models());
}

TEST_CASE("building solids can be stopped", "[desktop][make][solids]") {
    MakeWindow d("k05");
    auto& page = *d.make().solids();
    QTest::mouseClick(d.make().view_button(5), Qt::LeftButton);
    REQUIRE(page.is_building());
    CHECK(page.cancel_button()->isVisible());
    QTest::mouseClick(page.cancel_button(), Qt::LeftButton);
    CHECK_FALSE(page.is_building());
    CHECK_THAT(page.said().toStdString(), Catch::StartsWith("Stopped"));
    QTest::mouseClick(d.make().view_button(5), Qt::LeftButton);
    CHECK(QTest::qWaitFor([&] { return !page.is_building(); }, 60000));
    CHECK(page.models());
}

TEST_CASE("a rig with nothing to make says where that is said", "[desktop][make]") {
    MakeWindow d("k06");
    CHECK(d.make().cards().empty());
    CHECK_THAT(d.make().said().toStdString(), Catch::Contains("said on its sheet"));
    CHECK_FALSE(d.make().export_button()->isEnabled());
    CHECK(d.make().state().words == "nothing to make");
}

TEST_CASE("boards of the drawer come first, and the left-overs go back into it", "[desktop][make]") {
    MakeWindow d("k16");
    const auto cuts = [&] { return make::text_of(d.make().cut_list()->shown()); };
    inventory::Workshop drawer;
    inventory::Item board;
    board.name = "birch plywood, 800 × 300 × 9 mm";
    drawer.items = {board};
    // Whichever thickness its first link has: a board of the drawer that fits it.
    const auto made = make::made_of(d.window.document().rig());
    REQUIRE(made);
    const auto& piece = made->parts.front().pieces.front();
    drawer.items[0].name =
        inventory::name_of({piece.material, 0.8, 0.3, piece.is_round ? 0.02 : piece.thickness, 0, 0});
    d.window.stockroom().adopt(drawer);
    QTest::mouseClick(d.make().view_button(1), Qt::LeftButton);
    QApplication::processEvents();
    CHECK_THAT(cuts(), Catch::Contains("From the drawer, " + drawer.items[0].name));
    QTest::mouseClick(d.make().put_back_button(), Qt::LeftButton);
    const auto& items = d.window.stockroom().workshop().items;
    REQUIRE_FALSE(items.empty());
    CHECK(
        std::none_of(items.begin(), items.end(), [&](const auto& item) { return item.name == drawer.items[0].name; }));
    CHECK(std::all_of(items.begin(), items.end(),
                      [](const auto& item) { return inventory::board_of(item).has_value(); }));
    REQUIRE(d.window.stockroom().undo());
    CHECK(d.window.stockroom().workshop() == drawer);
}

TEST_CASE("what will be printed is seen page by page", "[desktop][make]") {
    MakeWindow d("k01");
    QTest::mouseClick(d.make().view_button(6), Qt::LeftButton);
    auto* printed = d.make().printed();
    CHECK(QTest::qWaitFor([&] { return !printed->is_building() && printed->pages() > 1; }, 60000));
    CHECK_THAT(printed->said().toStdString(), Catch::Contains("pages of A4, as they are printed"));
    // It is ink on white, in either theme.
    CHECK(printed->page(0).pixelColor(2, 2) == QColor(Qt::white));
    const auto report = printed->pages();
    printed->which()->setCurrentText("Drills");
    CHECK(QTest::qWaitFor([&] { return !printed->is_building(); }, 60000));
    CHECK(printed->pages() < report);
    d.make().paper()->setCurrentText("A3");
    CHECK(QTest::qWaitFor([&] { return !printed->is_building() && printed->said().contains("A3"); }, 60000));
    CHECK(printed->page(0).width() == Approx(0.297 * 4000).margin(1));
}

TEST_CASE("print settings are those of the printer that is chosen", "[desktop][make][solids]") {
    MakeWindow d("k04");
    inventory::Workshop drawer;
    drawer.printers = {{"Thin", "PETG, printed", 0.8e-3, 0.1}, {"Stout", "PETG, printed", 3e-3, 0.8}};
    d.window.stockroom().adopt(drawer);
    QTest::mouseClick(d.make().view_button(5), Qt::LeftButton);
    auto* solids = d.make().solids();
    CHECK(QTest::qWaitFor([&] { return !solids->is_building() && solids->models().has_value(); }, 60000));
    REQUIRE(solids->printer()->count() == 2);
    CHECK_THAT(solids->advice().toStdString(), Catch::Contains("Walls 0.8 mm, infill 10 %"));
    solids->printer()->setCurrentText("Stout");
    CHECK_THAT(solids->advice().toStdString(), Catch::Contains("Walls 3 mm, infill 80 %"));
}
