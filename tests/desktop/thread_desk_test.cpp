// The thread desk, as a person uses it.
#include "desktop/threads/thread_desk.h"

#include "approximately.h"
#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "desktop/bench/bench_page.h"
#include "desktop/bench/benches_page.h"
#include "desktop/threads/stack_builder.h"
#include "desktop/threads/stack_canvas.h"
#include "desktop/widgets/interval_bar.h"
#include "desktop/widgets/quantity_field.h"
#include "families/thread/fit_section.h"
#include "window.h"

using namespace clampet;
using namespace clampet::desktop;

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
    QTest::mouseClick(d.window.tab("benches"), Qt::LeftButton);
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
    CHECK_THAT(desk->sizes_text().toStdString(), Catch::Contains("#7 (75 %), 5.1 mm (76 %)"));
    desk->sex(1)->setCurrentIndex(0);  // two screws
    CHECK_THAT(desk->verdict_text().toStdString(), Catch::StartsWith("Two screws meet"));
    CHECK_FALSE(desk->picture()->isVisible());
    CHECK_FALSE(desk->stack_tab()->isEnabled());
    desk->sex(1)->setCurrentIndex(1);
    desk->thread(1)->setCurrentText("accessory shoe");
    CHECK(desk->sex(1)->currentText() == "accessory shoe");
    CHECK(desk->sex(1)->itemText(0) == "shoe foot");
    CHECK_THAT(desk->verdict_text().toStdString(), Catch::Contains("meets accessory shoe: something must lie"));
    CHECK_FALSE(desk->picture()->isVisible());
    CHECK_THAT(desk->sizes_text().toStdString(), Catch::StartsWith("1/4-20 UNC: outside"));
    choose(desk->thread(1), "1/4-20");
    CHECK(desk->sex(1)->currentText() == "socket");
    QTest::mouseClick(desk->stack_tab(), Qt::LeftButton);
    QTest::mouseClick(desk->builder()->bench_button(), Qt::LeftButton);
    REQUIRE(d.window.bench());
    CHECK(d.window.bench()->isVisible());
    CHECK(std::get<std::string>(d.window.bench_model().result().values.at("screw")) == "1/4-20 UNC");
    d.window.bench_stage()->show_thread_desk();
    d.shortcut("dark");
    QApplication::processEvents();
    CHECK(d.window.thread_desk()->isVisible());
    d.shortcut("dark");
    QApplication::processEvents();
    QTest::mouseClick(d.window.thread_desk()->back_button(), Qt::LeftButton);
    CHECK(d.window.benches()->isVisible());
}

namespace {

/// The thread desk with a 1/4-20 screw in its socket and the stack laid open.
struct OnDesk {
    DemoWindow demo{false};
    StackBuilder* builder = nullptr;
    OnDesk() {
        demo.window.bench_stage()->show_thread_desk();
        auto* desk = demo.window.thread_desk();
        choose(desk->thread(0), "1/4-20");
        choose(desk->thread(1), "1/4-20");
        QTest::mouseClick(desk->stack_tab(), Qt::LeftButton);
        builder = desk->builder();
        QApplication::processEvents();
    }
    const std::vector<families::StackItem>& items() const { return builder->design().items; }
    TrayChip* chip(const char* name) const {
        for (auto* c : builder->chips())
            if (c->item().name == name) return c;
        return nullptr;
    }
    /// Presses in the middle of a chip, moves to a point of the canvas and lets go there.
    void drag(TrayChip* chip, QPointF to) const {
        const QPoint target = chip->mapFromGlobal(builder->canvas()->mapToGlobal(to.toPoint()));
        QTest::mousePress(chip, Qt::LeftButton, {}, chip->rect().center());
        move(chip, target);
        QTest::mouseRelease(chip, Qt::LeftButton, {}, target);
    }
    static void move(QWidget* widget, QPoint to) {
        QMouseEvent event(QEvent::MouseMove, to, widget->mapToGlobal(to), Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(widget, &event);
    }
    void drag_item(int item, QPointF to) const {
        auto* canvas = builder->canvas();
        QTest::mousePress(canvas, Qt::LeftButton, {}, canvas->middle_of(item).toPoint());
        move(canvas, to.toPoint());
        QTest::mouseRelease(canvas, Qt::LeftButton, {}, to.toPoint());
    }
    QPointF beside(QPointF at, double y) const { return at + QPointF(0, y); }
};

void type(QuantityField* field, const char* text) {
    DemoWindow::type(field->editor(), text);
}

}  // namespace

TEST_CASE("washers, plates and pads are dragged into a stack, along it and out of it", "[desktop][threads]") {
    OnDesk d;
    auto* canvas = d.builder->canvas();
    REQUIRE(d.items().size() == 1);
    REQUIRE(d.chip("1/4 in"));
    CHECK_FALSE(d.chip("M3 plain"));                                  // too small for this screw
    d.drag(d.chip("1/4 in"), canvas->middle_of(0) + QPointF(0, 60));  // under the plate: next to the head
    REQUIRE(d.items().size() == 2);
    CHECK(d.items()[0].name == "1/4 in");
    QTest::mouseClick(d.chip("cork 1.5 mm"), Qt::LeftButton);  // pressed: next to the socket
    REQUIRE(d.items().size() == 3);
    CHECK(d.items()[2].name == "cork 1.5 mm");
    CHECK(d.builder->design().thickness() == absolute(0.008 + 0.001651 + 0.0015, 1e-12));
    // The drawing names them all.
    std::string texts;
    for (const auto& e : canvas->shown().elements)
        if (const auto* t = std::get_if<drawing::Text>(&e)) texts += t->text + "|";
    CHECK_THAT(texts, Catch::Contains("1/4 in, 1.65") && Catch::Contains("cork 1.5 mm"));
    // The washer is put between plate and pad.
    const QPointF above_plate = (canvas->middle_of(1) + canvas->middle_of(2)) / 2;
    d.drag_item(0, above_plate);
    CHECK(d.items()[0].name == "plate");
    CHECK(d.items()[1].name == "1/4 in");
    // Dragged away from the screw, it is off the stack.
    d.drag_item(1, QPointF(canvas->width() - 8, canvas->middle_of(1).y()));
    REQUIRE(d.items().size() == 2);
    CHECK(d.items()[1].name == "cork 1.5 mm");
    for (int i = 0; i < 4; ++i) d.demo.shortcut("undo");
    REQUIRE(d.items().size() == 1);
    d.demo.shortcut("redo");
    CHECK(d.items()[0].name == "1/4 in");
    // A chip let go beside everything changes nothing.
    d.drag(d.chip("1/4 in"), QPointF(-60, 20));
    CHECK(d.items().size() == 2);
}

TEST_CASE("the stack says what is wrong, and standard sizes put it right", "[desktop][threads]") {
    OnDesk d;
    auto* b = d.builder;
    type(b->length_field(), "5/8 in");
    CHECK_THAT(b->verdict_text().toStdString(), Catch::EndsWith("It bottoms"));
    CHECK_THAT(b->sentence_text().toStdString(), Catch::Contains("add washers of 2.68 mm to 4.07 mm"));
    // The longest standard screw that is right lies on the bar: it is pressed.
    auto* bar = b->length_bar();
    CHECK_THAT(bar->accessibleDescription().toStdString(), Catch::Contains("1/2 in"));  // as it is sold
    CHECK(bar->is_right(0.0127));
    CHECK_FALSE(bar->is_right(0.015875));
    QTest::mouseClick(bar, Qt::LeftButton, {}, bar->place_of(0.0127).toPoint());
    CHECK(b->design().screw_length == absolute(0.0127, 1e-9));
    CHECK_THAT(b->verdict_text().toStdString(), Catch::EndsWith("It is right"));
    d.demo.shortcut("undo");
    CHECK(b->design().screw_length == absolute(0.015875, 1e-9));
    // Which washers these are is told by name and kind: what is of nylon says so, and two of a kind do as well as one.
    CHECK_THAT(b->washer_names().toStdString(), Catch::StartsWith("For example M6 nylon 3, 3 mm, nylon; or "));
    CHECK_THAT(b->washer_names().toStdString(), Catch::Contains("2 × "));
    // Or a washer of 3 mm is laid on.
    auto* washers = b->washer_bar();
    REQUIRE(washers->is_right(0.003));
    QTest::mouseClick(washers, Qt::LeftButton, {}, washers->place_of(0.003).toPoint());
    CHECK(d.items().size() == 2);
    CHECK_THAT(b->verdict_text().toStdString(), Catch::EndsWith("It is right"));
    // It is chosen now; its thickness can be typed, and it can be taken off.
    REQUIRE(b->thickness_field()->isVisible());
    type(b->thickness_field(), "1.2 mm");
    CHECK(d.items()[1].thickness == absolute(0.0012, 1e-12));
    CHECK_THAT(b->verdict_text().toStdString(), Catch::EndsWith("It bottoms"));
    type(b->thickness_field(), "-2 mm");
    CHECK_FALSE(b->thickness_field()->problem_text().isEmpty());
    CHECK(d.items()[1].thickness == absolute(0.0012, 1e-12));
    QTest::mouseClick(b->remove_button(), Qt::LeftButton);
    CHECK(d.items().size() == 1);
    // Through the socket nothing bottoms.
    b->end_box()->setCurrentIndex(1);
    emit b->end_box()->activated(1);
    CHECK(b->design().through);
    type(b->depth_field(), "0");
    CHECK_FALSE(b->depth_field()->problem_text().isEmpty());
}

TEST_CASE("a stack is built with the keyboard alone, and goes to its bench", "[desktop][threads]") {
    OnDesk d;
    auto* canvas = d.builder->canvas();
    d.chip("leather 2 mm")->setFocus();
    QTest::keyClick(d.chip("leather 2 mm"), Qt::Key_Space);
    REQUIRE(d.items().size() == 2);
    canvas->setFocus();
    QTest::keyClick(canvas, Qt::Key_Down, Qt::AltModifier);
    CHECK(d.items()[0].name == "leather 2 mm");
    QTest::keyClick(canvas, Qt::Key_Up);
    QTest::keyClick(canvas, Qt::Key_Delete);
    REQUIRE(d.items().size() == 1);
    CHECK(d.items()[0].name == "leather 2 mm");
    QTest::keyClick(d.builder->length_bar(), Qt::Key_Left);
    CHECK(d.builder->design().screw_length == absolute(0.0111125, 1e-9));
    QTest::mouseClick(d.builder->bench_button(), Qt::LeftButton);
    const auto& values = d.demo.window.bench_model().result().values;
    // Leather gives way: it is a pad at its free thickness there too.
    CHECK(std::get<double>(values.at("items")) == absolute(0, 1e-12));
    CHECK(std::get<double>(values.at("pad_free")) == absolute(0.002, 1e-12));
    CHECK(std::get<double>(values.at("screw_length")) == absolute(0.0111125, 1e-9));
}

TEST_CASE("pads, countersunk heads and a thickness nobody knows, on the stack's page", "[desktop][threads]") {
    OnDesk d;
    auto* b = d.builder;
    // Without a pad nothing gives way, and the torque is not asked for.
    CHECK_FALSE(b->torque_field()->isVisible());
    CHECK_FALSE(b->sink_field()->isVisible());
    QTest::mouseClick(d.chip("cork 1.5 mm"), Qt::LeftButton);
    REQUIRE(b->torque_field()->isVisible());
    CHECK_THAT(b->sentence_text().toStdString(), Catch::Contains("The pads give"));
    type(b->length_field(), "14.6 mm");
    type(b->torque_field(), "3 N·m");
    CHECK_THAT(b->verdict_text().toStdString(), Catch::EndsWith("The screw stops"));
    CHECK_THAT(b->sentence_text().toStdString(), Catch::Contains("the pad holds with"));
    type(b->torque_field(), "-1");
    CHECK_FALSE(b->torque_field()->problem_text().isEmpty());
    // A countersunk head counts with its length, and lies as deep as it is sunk.
    const double before = b->design().verdict().protrusion;
    b->head_box()->setCurrentIndex(1);
    emit b->head_box()->activated(1);
    REQUIRE(b->sink_field()->isVisible());
    type(b->sink_field(), "0.5 mm");
    CHECK(b->design().sink == absolute(0.0005, 1e-12));
    CHECK(b->design().verdict().protrusion > before);
    // The chosen plate is between 7 and 9 mm: what to buy.
    emit b->canvas()->selected(0);
    type(b->thickness_field(), "7-9 mm");
    CHECK(b->design().items[0].is_range());
    CHECK_THAT(b->sentence_text().toStdString(), Catch::Contains("Buy") || Catch::Contains("buy"));
    type(b->thickness_field(), "8 mm");
    CHECK_FALSE(b->design().items[0].is_range());
}

TEST_CASE("a stack survives new colours, and another system of threads", "[desktop][threads]") {
    OnDesk d;
    QTest::mouseClick(d.chip("1/4 in"), Qt::LeftButton);
    d.demo.shortcut("dark");
    QApplication::processEvents();
    auto* desk = d.demo.window.thread_desk();
    REQUIRE(desk->builder()->isVisible());
    CHECK(desk->builder()->design().items.size() == 2);
    choose(desk->thread(0), "M6");
    choose(desk->thread(1), "M6");
    const double length = desk->builder()->design().screw_length;
    CHECK(length == absolute(0.012, 1e-9));  // the nearest metric one
    bool metric = false;
    for (auto* chip : desk->builder()->chips()) metric |= chip->item().name == "M6 plain";
    CHECK(metric);
    d.demo.shortcut("dark");
}

TEST_CASE("a bar of sizes: the band, the marks, and pressing beside them", "[desktop][threads]") {
    IntervalBar bar;
    bar.resize(300, 62);
    bar.show_sizes({0.001, 0.002, 0.003, 0.004, 0.05}, {0.0018, 0.0032}, 0.001);
    CHECK(bar.place_of(0.002).x() < bar.place_of(0.003).x());
    CHECK((bar.is_right(0.002) && bar.is_right(0.003)));
    CHECK_FALSE(bar.is_right(0.004));
    CHECK_THAT(bar.accessibleDescription().toStdString(), Catch::Contains("2 mm, 3 mm"));
    std::vector<double> picked;
    QObject::connect(&bar, &IntervalBar::picked, [&](double size) { picked.push_back(size); });
    QTest::mouseClick(&bar, Qt::LeftButton, {}, bar.place_of(0.003).toPoint());
    QTest::mouseClick(&bar, Qt::LeftButton, {}, QPoint(2, 40));  // far from every mark
    QTest::keyClick(&bar, Qt::Key_Right);
    QTest::keyClick(&bar, Qt::Key_Left);  // nothing is smaller than the present one
    REQUIRE(picked.size() == 2);
    CHECK(picked[0] == 0.003);
    CHECK(picked[1] == 0.002);
    bar.show_sizes({0.001}, {1, 0}, 0.001);
    CHECK_FALSE(bar.is_right(0.001));
    CHECK_THAT(bar.accessibleDescription().toStdString(), Catch::Contains("No standard size"));
    bar.show_sizes({0.01, 0.02}, {0.008, std::numeric_limits<double>::infinity()}, 0.01);  // through: no upper end
    CHECK(bar.is_right(0.02));
    CHECK_FALSE(bar.grab().isNull());
}

TEST_CASE("everything on the stack's page that takes the keyboard has a name", "[desktop][threads]") {
    OnDesk d;
    for (auto* widget : d.demo.window.thread_desk()->findChildren<QWidget*>()) {
        if (!widget->isVisible() || !(widget->focusPolicy() & Qt::TabFocus)) continue;
        const auto* button = qobject_cast<QAbstractButton*>(widget);
        CAPTURE(widget->metaObject()->className());
        CHECK((!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()) ||
               qobject_cast<QScrollArea*>(widget)));
    }
}

TEST_CASE("no stack is right for threads that do not go together", "[desktop][threads]") {
    OnDesk d;
    auto* desk = d.demo.window.thread_desk();
    CHECK_THAT(d.builder->verdict_text().toStdString(), Catch::EndsWith("It is right"));
    choose(desk->thread(1), "3/8-16");  // the screw falls through
    CHECK_THAT(d.builder->verdict_text().toStdString(), Catch::EndsWith("The threads do not fit"));
    CHECK_FALSE(d.builder->sentence_text().isEmpty());
    choose(desk->thread(0), "M6");
    choose(desk->thread(1), "1/4-20");  // jams within the turns engaged
    CHECK_THAT(d.builder->verdict_text().toStdString(), Catch::EndsWith("The threads do not fit"));
    CHECK_THAT(d.builder->sentence_text().toStdString(), Catch::Contains("jams"));
    // A socket of wood goes to the bench as one.
    choose(desk->thread(0), "1/4-20");
    CHECK(std::get<std::string>(d.builder->inputs().at("socket_material")) == "aluminium die casting");
    auto design = d.builder->design();
    design.soft_socket = true;
    d.builder->adopt(design);
    const auto material = catalogue::material_named(std::get<std::string>(d.builder->inputs().at("socket_material")));
    REQUIRE(material);
    CHECK(material->soft_thread);
}
