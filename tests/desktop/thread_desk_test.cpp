// The thread desk, as a person uses it.
#include "desktop/thread_desk.h"

#include "catalogue/thread.h"
#include "desktop/bench_page.h"
#include "desktop/benches_page.h"
#include "families/thread/fit_section.h"
#include "window.h"

using namespace clampet;

namespace {
void choose(QComboBox* box, const char* thread) {
    box->setCurrentText(QString::fromStdString(catalogue::thread_named(thread)->designation));
}
}  // namespace

TEST_CASE("profiles overlap exactly where threads jam", "[desktop][threads]") {
    const auto share = [](const char* male, const char* female) {
        return families::overlap_share(*catalogue::thread_named(male), *catalogue::thread_named(female));
    };
    for (const auto& t : catalogue::threads()) {
        CAPTURE(t.designation);
        CHECK(families::overlap_share(t, t) == 0);
    }
    CHECK(share("M6", "1/4-20") > 0.1);      // jams after about one turn
    CHECK(share("3/8-16", "M10") > 0);       // after three to five of the seven turns shown
    CHECK(share("M4", "M12") == 0);          // never touches
    CHECK(share("3/8-16", "1/4-20") > 0.8);  // does not even enter
}

TEST_CASE("the thread desk says what fits, what joins and what to drill", "[desktop][threads]") {
    DemoWindow d(false);
    QTest::mouseClick(d.window.benches_tab(), Qt::LeftButton);
    QTest::mouseClick(d.window.benches()->thread_desk_button(), Qt::LeftButton);
    auto* desk = d.window.thread_desk();
    REQUIRE(desk);
    REQUIRE(desk->isVisible());
    CHECK_THAT(desk->verdict_text().toStdString(), Catch::Contains("jams"));
    CHECK(desk->picture()->shown().elements.size() > 4);
    choose(desk->thread(0), "1/4-20");
    CHECK_THAT(desk->verdict_text().toStdString(), Catch::Contains("fits"));
    CHECK_THAT(desk->route_text().toStdString(), Catch::Contains("screw together"));
    choose(desk->thread(1), "3/8-16");
    CHECK_THAT(desk->route_text().toStdString(), Catch::StartsWith("bush"));
    CHECK_THAT(desk->sizes_text().toStdString(), Catch::Contains("tap drill"));
    desk->sex(1)->setCurrentIndex(0);  // two screws
    CHECK_THAT(desk->verdict_text().toStdString(), Catch::StartsWith("Two screws meet"));
    CHECK_FALSE(desk->picture()->isVisible());
    CHECK_FALSE(desk->stack_button()->isEnabled());
    desk->sex(1)->setCurrentIndex(1);
    choose(desk->thread(1), "1/4-20");
    QTest::mouseClick(desk->stack_button(), Qt::LeftButton);
    REQUIRE(d.window.bench());
    CHECK(d.window.bench()->isVisible());
    CHECK(std::get<std::string>(d.window.bench_model().result().values.at("screw")) == "1/4-20 UNC");
    d.window.show_thread_desk();
    d.shortcut("dark");
    QApplication::processEvents();
    CHECK(d.window.thread_desk()->isVisible());
    d.shortcut("dark");
    QApplication::processEvents();
    QTest::mouseClick(d.window.thread_desk()->back_button(), Qt::LeftButton);
    CHECK(d.window.benches()->isVisible());
}
