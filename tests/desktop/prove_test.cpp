// Pulls with a scale on the screen: the test to do, drawn; a pull as it was made; verdicts that follow; one taken back.
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>

#include "desktop/prove/belief_view.h"
#include "desktop/prove/prove_stage.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/quantity_field.h"
#include "project/starting_points.h"
#include "window.h"

using namespace clampet;

namespace {

struct ProveWindow : DemoWindow {
    explicit ProveWindow(const char* key = nullptr) : DemoWindow(false) {
        REQUIRE(window.document().adopt(key ? *project::starting_rig(key) : project::demo_rig()));
        QTest::mouseClick(window.tab("prove"), Qt::LeftButton);
        settle();
    }
    desktop::ProveStage& prove() { return *window.stage<desktop::ProveStage>(); }
    void settle() {
        QApplication::processEvents();
        CHECK(QTest::qWaitFor([&] { return !prove().is_looking(); }, 60000));
    }
    void pulls(const char* force) {
        type(prove().force()->editor(), force);
        QTest::keyClick(prove().force()->editor(), Qt::Key_Return);
        QTest::mouseClick(prove().keep(), Qt::LeftButton);
        settle();
    }
};

std::size_t arrows_in(const drawing::Drawing& drawing) {
    return static_cast<std::size_t>(std::count_if(drawing.elements.begin(), drawing.elements.end(), [](const auto& e) {
        return std::holds_alternative<drawing::Arrow>(e);
    }));
}

}  // namespace

TEST_CASE("the test that tells most comes first, is drawn and told", "[desktop][prove]") {
    ProveWindow d;
    auto& stage = d.prove();
    REQUIRE(stage.tests().size() > 1);
    CHECK(stage.test_button(0)->isChecked());
    CHECK_THAT(stage.watch().toStdString(),
               Catch::Contains("Hook the scale") && Catch::Contains("pencil line") && Catch::Contains("second catch"));
    CHECK(stage.seam()->currentData().toString().toStdString() == stage.tests()[0].seam);
    CHECK_FALSE(stage.picture()->shown().elements.empty());
    QTest::mouseClick(stage.test_button(1), Qt::LeftButton);
    CHECK(stage.seam()->currentData().toString().toStdString() == stage.tests()[1].seam);
    // A pull in the picture's plane has its arrow.
    stage.way()->setCurrentIndex(stage.way()->findData("down"));
    CHECK(arrows_in(stage.picture()->shown()) == 1);
    stage.way()->setCurrentIndex(stage.way()->findData("left"));
    CHECK(arrows_in(stage.picture()->shown()) == 0);
}

TEST_CASE("a pull is typed, verdicts follow, and it can be taken back", "[desktop][prove]") {
    ProveWindow d;
    auto& stage = d.prove();
    const auto seam = stage.tests()[0].seam;
    const auto typical = [&] {
        for (const auto& r : d.window.document().check().interfaces)
            if (r.id == seam) return r.typical;
        return 0.0;
    };
    const double before = typical();
    CHECK(stage.state().words == "no test yet");
    d.pulls(std::to_string(0.5 * stage.tests()[0].slides_at).append(" N").c_str());
    REQUIRE(d.window.document().rig().pulls.size() == 1);
    CHECK_THAT(stage.said().toStdString(), Catch::Contains("times what friction and force typically give"));
    CHECK(typical() < 0.75 * before);
    CHECK(stage.state().words == "1 pull logged");
    REQUIRE(stage.belief()->lines().size() >= 2);
    CHECK_THAT(stage.belief()->lines().front().toStdString(), Catch::Contains("friction of"));
    CHECK_THAT(stage.words_of(0).toStdString(), Catch::Contains("slid at"));
    QTest::mouseClick(stage.counts(0), Qt::LeftButton, {}, {8, stage.counts(0)->height() / 2});
    d.settle();
    CHECK(d.window.document().rig().pulls[0].is_off);
    CHECK(typical() == before);
    CHECK(stage.state().words == "no test yet");
    stage.undo();
    d.settle();
    CHECK(typical() < 0.75 * before);
    // Tightened anew: what is known of the friction stays, its force is drawn again.
    stage.seam()->setCurrentIndex(stage.seam()->findData(QString::fromStdString(seam)));
    QTest::mouseClick(stage.anew_button(), Qt::LeftButton);
    d.settle();
    CHECK(d.window.document().rig().learned.seams.empty());
    CHECK_FALSE(d.window.document().rig().learned.frictions.empty());
}

TEST_CASE("what cannot be is told where it is typed, and nothing is kept", "[desktop][prove]") {
    ProveWindow d;
    auto& stage = d.prove();
    QTest::mouseClick(stage.keep(), Qt::LeftButton);
    CHECK_THAT(stage.force()->problem_text().toStdString(), Catch::Contains("what the scale showed"));
    d.pulls("90 kN");
    CHECK_THAT(stage.said().toStdString(), Catch::Contains("Check the force"));
    CHECK(d.window.document().rig().pulls.empty());
    DemoWindow::type(stage.force()->editor(), "heavy");
    QTest::keyClick(stage.force()->editor(), Qt::Key_Return);
    CHECK_FALSE(stage.force()->problem_text().isEmpty());
    // Farther out than anything is.
    DemoWindow::type(stage.arm()->editor(), "5 km");
    QTest::keyClick(stage.arm()->editor(), Qt::Key_Return);
    d.pulls("10 N");
    CHECK_THAT(stage.said().toStdString(), Catch::Contains("0 to 100 m"));
    CHECK(d.window.document().rig().pulls.empty());
}
