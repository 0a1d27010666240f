// How the rig is used: cards and load cases in the Brief, as a person sets them.
#include "desktop/brief/use_panel.h"
#include "loads/cards.h"
#include "window.h"

using namespace clampet;
using desktop::UsePanel;

namespace {

struct BriefWindow : DemoWindow {
    BriefWindow() { window.show_stage("brief"); }
    UsePanel* use() { return window.brief()->use(); }
    const rig::Rig& rig() { return window.document().rig(); }
    std::vector<std::string> kinds() {
        std::vector<std::string> all;
        for (const auto& c : rig().cases) all.push_back(c.kind);
        return all;
    }
    void press_card(const char* key) { QTest::mouseClick(use()->card(key), Qt::LeftButton); }
    void add(const char* kind) {
        auto* choice = use()->add_choice();
        const int index = choice->findData(kind);
        REQUIRE(index > 0);
        choice->setCurrentIndex(index);
        emit choice->activated(index);
    }
};

}  // namespace

TEST_CASE("a card sets loads, factor and cautions, and undoes as one", "[desktop][brief]") {
    BriefWindow d;
    CHECK(d.kinds() == std::vector<std::string>{"push"});
    CHECK_FALSE(d.use()->cautions()->isVisible());
    d.press_card("people");
    CHECK(d.rig().required == 3);
    CHECK(d.use()->card("people")->text().startsWith(QString::fromUtf8("✓")));  // not by colour alone
    CHECK(d.window.brief()->required()->editor()->text() == "3");
    CHECK_THAT(d.use()->cautions()->text().toStdString(), Catch::Contains("second, independent catch"));
    CHECK(d.kinds() == std::vector<std::string>{"push", "tug", "bump"});
    CHECK(d.window.tab("brief")->state().endsWith("over people or equipment"));
    d.press_card("outdoors");
    CHECK(d.rig().use == std::vector<std::string>{"people", "outdoors"});
    CHECK(d.kinds().back() == "wind");
    REQUIRE(d.use()->field("wind", "speed"));
    d.shortcut("undo");
    d.shortcut("undo");
    CHECK(d.kinds() == std::vector<std::string>{"push"});
    CHECK_FALSE(d.use()->card("people")->isChecked());
    CHECK(d.rig().required == 2);
}

TEST_CASE("a load case is added, changed, and left out", "[desktop][brief]") {
    BriefWindow d;
    d.window.show_stage("rig");
    const double before = d.window.stack()->seam("rail-clamp")->factors().typical;
    d.window.show_stage("brief");
    d.add("moving");
    CHECK(d.kinds().back() == "moving");
    auto* shaking = d.use()->field("moving", "shaking");
    CHECK(shaking->editor()->text() == "3");
    CHECK(d.window.stack()->seam("rail-clamp")->factors().typical < before);
    DemoWindow::type(shaking->editor(), "-1");
    CHECK_THAT(shaking->problem_text().toStdString(), Catch::Contains("at least 0"));
    CHECK(d.rig().cases[1].inputs.count("shaking") == 0);
    DemoWindow::type(shaking->editor(), "0.001");
    CHECK(shaking->problem_text().isEmpty());
    CHECK(d.window.stack()->seam("rail-clamp")->factors().typical == Approx(before));
    QTest::mouseClick(d.use()->remove_button("moving"), Qt::LeftButton);
    CHECK(d.kinds() == std::vector<std::string>{"push"});
    // A second push has a name of its own and acts elsewhere.
    d.add("push");
    REQUIRE(d.rig().cases.size() == 2);
    CHECK(d.rig().cases[1].id == "push-2");
    auto* part = d.use()->choice("push-2", "part");
    const int index = part->findData("cup");
    REQUIRE(index > 0);
    part->setCurrentIndex(index);
    emit part->activated(index);
    CHECK(std::get<std::string>(d.rig().cases[1].inputs.at("part")) == "cup");
    bool told = false;
    for (auto* label : d.use()->findChildren<QLabel*>())
        told = told || label->text() == "Push of a hand: Ball cup with knob";
    CHECK(told);
}

TEST_CASE("what is typed in a load case lives on while the rest follows", "[desktop][brief]") {
    BriefWindow d;
    auto* force = d.use()->field("push", "force");
    DemoWindow::type(force->editor(), "3 kgf");
    CHECK(force->editor()->text() == "3 kgf");
    CHECK(force->other_text() == "6.61 lbf");
    CHECK(std::get<double>(d.rig().cases[0].inputs.at("force")) == Approx(3 * 9.80665));
    CHECK(d.use()->field("push", "x")->other_text().isEmpty());  // no second unit for zero
    d.press_card("carried");
    CHECK(std::get<double>(d.rig().cases[0].inputs.at("force")) == Approx(3 * 9.80665));
    CHECK(force->editor()->text() == "3 kgf");
}

TEST_CASE("every card and load case can be reached and has a name", "[desktop][brief]") {
    BriefWindow d;
    for (const auto& card : loads::cards()) {
        auto* button = d.use()->card(std::string(card.key));
        CHECK_FALSE(button->accessibleName().isEmpty());
        CHECK((button->focusPolicy() & Qt::TabFocus) != 0);
    }
    CHECK(d.use()->add_choice()->count() == static_cast<int>(loads::registry().size()) + 1);
    for (const auto* kind : loads::registry()) d.add(std::string(kind->key()).c_str());
    CHECK(d.rig().cases.size() == loads::registry().size() + 1);
    for (auto* choice : d.use()->findChildren<QComboBox*>()) CHECK_FALSE(choice->accessibleName().isEmpty());
}
