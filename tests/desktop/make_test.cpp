// What the workshop needs, on the screen: pieces by picture, templates, lists, and all of it in a folder.
#include <fstream>

#include "desktop/make/list_view.h"
#include "desktop/make/make_stage.h"
#include "desktop/make/piece_card.h"
#include "desktop/make/sheet_view.h"
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
    const auto pieces = d.make().cards().size();
    d.make().ask_where = [&] { return QString::fromStdString((folder.path() / "out").string()); };
    QTest::mouseClick(d.make().export_button(), Qt::LeftButton);
    std::size_t files = 0;
    for ([[maybe_unused]] const auto& entry : std::filesystem::directory_iterator(folder.path() / "out")) ++files;
    CHECK(files == 3 + 2 * pieces);
    CHECK(std::filesystem::file_size(folder.path() / "out" / "templates.pdf") > 5000);
    // A file where the folder should be is told, and stays.
    std::ofstream(folder.path() / "file") << "mine";
    d.make().ask_where = [&] { return QString::fromStdString((folder.path() / "file").string()); };
    QTest::mouseClick(d.make().export_button(), Qt::LeftButton);
    CHECK_THAT(d.window.notice()->text().toStdString(), Catch::Contains("folder"));
    CHECK(std::filesystem::file_size(folder.path() / "file") == 4);
}

TEST_CASE("a rig with nothing to make says where that is said", "[desktop][make]") {
    MakeWindow d("k06");
    CHECK(d.make().cards().empty());
    CHECK_THAT(d.make().said().toStdString(), Catch::Contains("said on its sheet"));
    CHECK_FALSE(d.make().export_button()->isEnabled());
    CHECK(d.make().state().words == "nothing to make");
}
