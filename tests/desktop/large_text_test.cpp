// Large text in a small window: nothing is cut off beside where one could scroll to.
#include <QComboBox>
#include <QPushButton>
#include <QScrollArea>

#include "desktop/bench/bench_stage.h"
#include "desktop/rig/elevation_view.h"
#include "desktop/rig/rig_page.h"
#include "desktop/shell/stage_bar.h"
#include "desktop/theme/theme.h"
#include "desktop/widgets/panel.h"
#include "families/family.h"
#include "window.h"

using namespace clampet;

namespace {

/// Text of another size while it lives.
struct TextScale {
    explicit TextScale(double scale) { desktop::apply_theme(false, scale); }
    ~TextScale() { desktop::apply_theme(false, 1); }
};

/// What scrolls goes up and down only, and shows all that it holds from side to side.
void nothing_is_cut(QWidget& window, const std::string& where) {
    for (int i = 0; i < 14; ++i) QApplication::processEvents();  // shown, laid out, scrolled
    for (const auto* area : window.findChildren<QScrollArea*>()) {
        if (!area->isVisible() || !area->widget()) continue;
        std::string widest;  // what is the widest of it, to find it by
        for (const auto* child : area->widget()->findChildren<QWidget*>())
            if (child->isVisible() && child->minimumSizeHint().width() > area->viewport()->width() - 40)
                widest += std::string(child->metaObject()->className()) + " " + child->accessibleName().toStdString() +
                          " in " + child->parentWidget()->metaObject()->className() + "; ";
        CAPTURE(where, area->parentWidget()->metaObject()->className(), area->widget()->minimumSizeHint().width(),
                widest);
        CHECK(area->widget()->width() <= area->viewport()->width());
    }
    CHECK(window.width() == 1024);
    // What is pressed can be read.
    for (const auto* button : window.findChildren<QPushButton*>()) {
        if (!button->isVisible() || button->text().isEmpty()) continue;
        for (const auto& line : button->text().remove('&').split('\n')) {
            CAPTURE(where, line.toStdString(), button->width());
            CHECK(QFontMetricsF(button->font()).horizontalAdvance(line) <= button->width());
        }
    }
    for (const auto* tab : window.findChildren<desktop::StageTab*>())
        CHECK(tab->width() >= tab->minimumSizeHint().width());
    // Panels side by side lie on no other, and all on their page.
    const auto panels = window.findChildren<desktop::Panel*>();
    for (const auto* a : panels) {
        if (!a->isVisible()) continue;
        CAPTURE(where, a->metaObject()->className(), a->geometry().right(), a->parentWidget()->width());
        CHECK(a->parentWidget()->rect().contains(a->geometry()));
        for (const auto* b : panels)
            if (a != b && b->isVisible() && a->parent() == b->parent())
                CHECK_FALSE(a->geometry().intersects(b->geometry()));
    }
}

}  // namespace

TEST_CASE("at half as large again, in the least window, nothing is cut off", "[desktop][appearance]") {
    const TextScale large(1.5);
    DemoWindow d;
    d.window.resize(1024, 700);
    for (const auto& interface : d.window.document().rig().interfaces) {
        d.click_seam(interface.id.c_str());
        for (const auto& element : interface.elements) {
            d.window.sheet()->select_element(QString::fromStdString(element.id));
            nothing_is_cut(d.window, interface.id + " " + element.id);
        }
    }
    for (const auto& part : d.window.document().rig().parts) {
        d.window.stage<desktop::RigPage>()->select_part(QString::fromStdString(part.id));
        nothing_is_cut(d.window, "part " + part.id);
    }
    REQUIRE(d.window.document().perform(project::SetUse{{"carried", "people", "outdoors"}}));
    // The picture of the rig has room: what is asked of it folds into a list, and that one works.
    d.window.show_stage("rig");
    for (int i = 0; i < 14; ++i) QApplication::processEvents();
    auto* page = d.window.stage<desktop::RigPage>();
    REQUIRE(page->folded_questions()->isVisible());
    CHECK_FALSE(page->question("room")->isVisible());
    CHECK(page->elevation()->height() > 180);
    const int room = page->folded_questions()->findData("room");
    REQUIRE(room > 0);
    page->folded_questions()->setFocus();
    QTest::keyClicks(page->folded_questions(), "Room");
    QTest::keyClick(page->folded_questions(), Qt::Key_Return);
    emit page->folded_questions()->activated(page->folded_questions()->currentIndex());
    CHECK(page->question("room")->isChecked());
    page->question("rig")->click();
    CHECK(page->folded_questions()->currentIndex() == 0);
    for (const char* stage : {"brief", "make", "prove", "stock", "benches"}) {
        d.window.show_stage(stage);
        nothing_is_cut(d.window, stage);
    }
    for (const auto* family : families::registry()) {
        d.window.open_bench(QString::fromStdString(std::string(family->key())));
        nothing_is_cut(d.window, "bench " + std::string(family->key()));
    }
    d.window.bench_stage()->show_thread_desk();
    nothing_is_cut(d.window, "thread desk");
}
