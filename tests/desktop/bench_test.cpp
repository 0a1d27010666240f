// The benches, as a person uses them: chosen by picture, typed into, clicked on, exported, put into the rig.
#include <QFile>
#include <QImage>
#include <QMenu>

#include "desktop/bench/bench_page.h"
#include "desktop/bench/benches_page.h"
#include "desktop/threads/thread_desk.h"
#include "desktop/widgets/factor_plot.h"
#include "desktop/widgets/payload_plot.h"
#include "desktop/widgets/polar_plot.h"
#include "desktop/widgets/stock_row.h"
#include "window.h"

using namespace clampet;
using desktop::BenchPage;

namespace {

/// A window on the bench of one family.
struct BenchWindow : DemoWindow {
    explicit BenchWindow(const char* family, bool demo = true) : DemoWindow(demo) {
        window.open_bench(family);
        QTest::qWait(20);  // the plots follow the first paint
    }
    BenchPage& bench() { return *window.bench(); }
    QLineEdit* editor(const char* key) {
        auto* row = bench().input(key);
        REQUIRE(row);
        REQUIRE(row->field());
        return row->field()->editor();
    }
    double value(const char* key) { return window.bench_model().value_of(key); }
    double factor() { return window.bench_model().result().report.factor; }
};

}  // namespace

TEST_CASE("benches are chosen by picture and by what they are for", "[desktop][bench]") {
    DemoWindow d(false);
    QTest::mouseClick(d.window.tab("benches"), Qt::LeftButton);
    auto* page = d.window.benches();
    REQUIRE(page->isVisible());
    CHECK(page->shown_cards().size() == families::registry().size());
    DemoWindow::type(page->search(), "hose clamp");
    REQUIRE(page->shown_cards().size() == 1);
    CHECK(page->shown_cards()[0]->found().key == "tube_grip");
    DemoWindow::type(page->search(), "zzz");
    CHECK(page->shown_cards().empty());
    DemoWindow::type(page->search(), "webbing");
    QTest::keyClick(page->search(), Qt::Key_Return);
    REQUIRE(d.window.bench());
    CHECK(d.window.bench()->isVisible());
    CHECK(d.window.bench_model().family().key() == "strap");
    // Without a rig the design has nowhere to go, and says so.
    CHECK_FALSE(d.window.bench()->to_rig_button()->isEnabled());
    QTest::mouseClick(d.window.bench()->back_button(), Qt::LeftButton);
    CHECK(page->isVisible());
}

TEST_CASE("a range is kept as a band, and F1 explains a field", "[desktop][bench]") {
    BenchWindow d("tube_grip");
    auto* row = d.bench().input("diameter");
    REQUIRE(row);
    DemoWindow::type(row->field()->editor(), "33-35 mm");
    CHECK(d.value("diameter") == Approx(0.034));
    const auto& given = d.window.bench_model().bench().element.inputs.at("diameter");
    REQUIRE(std::holds_alternative<rig::Band>(given));
    CHECK(std::get<rig::Band>(given).low == Approx(0.033));
    CHECK_THAT(row->note().toStdString(), Catch::Contains("33 mm to 35 mm"));
    CHECK(row->help_text().isEmpty());
    row->field()->editor()->setFocus();
    QTest::keyClick(row->field()->editor(), Qt::Key_F1);
    CHECK_THAT(row->help_text().toStdString(),
               Catch::Contains("33.7 mm is a handrail") && Catch::Contains("begins at"));
    QTest::keyClick(row->field()->editor(), Qt::Key_F1);
    CHECK(row->help_text().isEmpty());
    auto* jaws = d.bench().input("jaws");
    jaws->choices()->setFocus();
    QTest::keyClick(jaws->choices(), Qt::Key_F1);
    CHECK_THAT(jaws->help_text().toStdString(), Catch::Contains("One of: "));
}

TEST_CASE("words lead to a bench with its choice preset, to help, to a rig", "[desktop][bench]") {
    DemoWindow d(false);
    QTest::mouseClick(d.window.tab("benches"), Qt::LeftButton);
    auto* page = d.window.benches();
    QTest::qWait(1);
    CHECK(d.window.focusWidget() == page->search());  // the keyboard starts there
    DemoWindow::type(page->search(), "zip tie");
    QTest::keyClick(page->search(), Qt::Key_Return);
    REQUIRE(d.window.bench());
    CHECK(d.window.bench_model().family().key() == "tube_grip");
    CHECK(d.window.bench()->input("jaws")->choices()->currentData() == "band");
    CHECK_FALSE(d.window.bench_model().can_undo());  // it began so
    QTest::mouseClick(d.window.bench()->back_button(), Qt::LeftButton);
    DemoWindow::type(page->search(), "drone");
    CHECK(page->shown_cards().empty());
    CHECK_THAT(page->told().toStdString(), Catch::Contains("Beyond this tool"));
    DemoWindow::type(page->search(), "too long");
    REQUIRE_FALSE(page->shown_cards().empty());
    QTest::mouseClick(page->shown_cards().front(), Qt::LeftButton);
    REQUIRE(d.window.bench_stage()->thread_desk());
    CHECK(d.window.bench_stage()->thread_desk()->isVisible());
    d.window.bench_stage()->show_all();
    DemoWindow::type(page->search(), "M6");
    QTest::mouseClick(page->shown_cards().front(), Qt::LeftButton);
    CHECK(d.window.bench_stage()->thread_desk()->thread(0)->currentText() == "M6");
    d.window.bench_stage()->show_all();
    DemoWindow::type(page->search(), "railing");
    REQUIRE_FALSE(page->shown_cards().empty());
    QTest::mouseClick(page->shown_cards().front(), Qt::LeftButton);
    CHECK(d.window.document().rig().name == project::starting_rig("pole-clamp")->name);
    DemoWindow::type(page->search(), "");
    CHECK(page->shown_cards().size() == families::registry().size());
    CHECK(page->told().isEmpty());
}

TEST_CASE("what a bench carries is chosen by its class, and corrected by a scale", "[desktop][bench]") {
    BenchWindow d("flat_face");
    auto* load = d.bench().load_panel();
    auto* device = load->device();
    const int at = device->findText("7-inch monitor");
    REQUIRE(at > 0);
    device->setCurrentIndex(at);
    emit device->activated(at);
    CHECK(d.window.bench_model().bench().payload.mass == Approx(0.78));
    CHECK(load->field("mass")->editor()->text().toStdString() == "0.78 kg");
    CHECK_THAT(load->device_note().toStdString(), Catch::Contains("; typical, 550 g to 1.1 kg: weigh yours"));
    DemoWindow::type(load->field("mass")->editor(), "700 g");
    CHECK(d.window.bench_model().bench().payload.mass == Approx(0.7));
    CHECK_THAT(load->device_note().toStdString(), Catch::StartsWith("your numbers instead of what is typical, 780 g"));
    device->setCurrentIndex(0);
    emit device->activated(0);
    CHECK(load->device_note().isEmpty());
    CHECK(d.window.bench_model().bench().payload.mass == Approx(0.7));
    d.shortcut("undo");
    CHECK(d.window.bench_model().bench().payload.device == "7-inch monitor");
}

TEST_CASE("a material chosen by name fills its inputs, each says so and can be corrected", "[desktop][bench]") {
    BenchWindow d("arm");
    auto* material = d.bench().stock("material");
    REQUIRE(material);
    CHECK(material->names()->currentText() == "my own numbers");
    const auto take = [&](const QString& name) {
        DemoWindow::type(material->names()->lineEdit(), name);
        QTest::keyClick(material->names()->lineEdit(), Qt::Key_Return);
    };
    take("oak");
    CHECK(d.value("modulus") == Approx(12e9));
    CHECK(d.value("density") == Approx(740));
    CHECK(d.bench().input("modulus")->note() == "from “oak”");
    DemoWindow::type(d.editor("modulus"), "9 GPa");
    CHECK(d.value("modulus") == Approx(9e9));
    CHECK(d.bench().input("modulus")->note().isEmpty());
    CHECK(d.bench().input("density")->note() == "from “oak”");
    CHECK_THAT(material->note().toStdString(), Catch::StartsWith("with numbers of your own; USDA Wood Handbook"));
    // What cannot be used is refused beside the row, and nothing changes.
    take("cork");
    CHECK_THAT(material->note().toStdString(), Catch::StartsWith("“cork” has no Young’s modulus"));
    CHECK(d.value("density") == Approx(740));
    take("aluminium");
    CHECK_THAT(material->note().toStdString(), Catch::Contains("Several are called so"));
    take("PETG");
    CHECK(d.value("modulus") == Approx(1.9e9));
    take("my own numbers");
    CHECK(d.value("modulus") == Approx(1.9e9));
    CHECK(d.bench().input("modulus")->note().isEmpty());
    CHECK(material->note().isEmpty());
}

TEST_CASE("a choice that a name made says so too", "[desktop][bench]") {
    BenchWindow d("flat_face");
    auto* pad = d.bench().stock("pad")->names();
    DemoWindow::type(pad->lineEdit(), "cork");
    QTest::keyClick(pad->lineEdit(), Qt::Key_Return);
    CHECK(d.bench().input("bears")->choices()->currentData() == "pad");
    CHECK(d.bench().input("bears")->note() == "from “cork”");
    // It is what rubs, too; a friction of one's own stays.
    const auto rubs = [&] {
        const auto& inputs = d.window.bench_model().bench().element.inputs;
        const auto at = inputs.find("friction");
        const auto* pair = at == inputs.end() ? nullptr : std::get_if<rig::FrictionOf>(&at->second);
        return pair ? pair->pair : std::string("a number");
    };
    CHECK(rubs() == "cork on anodised aluminium");
    REQUIRE(d.window.bench_model().set_input("friction", 0.5));
    DemoWindow::type(pad->lineEdit(), "leather");
    QTest::keyClick(pad->lineEdit(), Qt::Key_Return);
    CHECK(rubs() == "a number");
    DemoWindow::type(pad->lineEdit(), "cork");
    QTest::keyClick(pad->lineEdit(), Qt::Key_Return);
    d.bench().input("bears")->choices()->setCurrentIndex(0);
    emit d.bench().input("bears")->choices()->activated(0);
    CHECK(d.bench().input("bears")->note().isEmpty());
}

TEST_CASE("how much a bench may carry is drawn, and a press takes it", "[desktop][bench]") {
    BenchWindow d("edge_clamp");
    auto* against = d.bench().against();
    const int at = against->findData("/payload");
    REQUIRE(at == 0);
    CHECK(against->currentIndex() != 0);
    against->setCurrentIndex(at);
    emit against->activated(at);
    auto* plot = d.bench().payload_plot();
    REQUIRE(plot->isVisible());
    CHECK_FALSE(d.bench().factor_plot()->isVisible());
    const auto limit = d.window.bench_model().largest_payload();
    CHECK_THAT(plot->shown().says.toStdString(), Catch::StartsWith("Good for "));
    CHECK(plot->shown().devices.size() == catalogue::devices().size());
    // Just below the line it holds, well above it does not.
    const QRectF area = plot->area(plot->rect(), desktop::screen_look());
    const double x = plot->x_of(0.1, area);
    double mass = 0;
    for (const auto& point : plot->shown().points)
        if (std::abs(point.overhang - 0.1) < 0.02) mass = point.limit.mass;
    REQUIRE(mass > 0);
    QTest::mouseClick(plot, Qt::LeftButton, {}, QPointF(x, plot->y_of(0.6 * mass, area)).toPoint());
    CHECK(d.window.bench_model().bench().payload.mass == Approx(0.6 * mass).epsilon(0.08));
    CHECK(d.window.bench_model().bench().payload.at[0] == Approx(0.1).margin(0.002));
    CHECK(d.factor() > 2);
    QTest::mouseClick(plot, Qt::LeftButton, {}, QPointF(x, plot->y_of(2 * mass, area)).toPoint());
    CHECK(d.factor() < 2);
    d.shortcut("undo");
    CHECK(d.factor() > 2);
    CHECK(limit.mass > 0);
    // What follows from the payload is not asked again.
    d.window.open_bench("arm");
    CHECK_FALSE(d.bench().input("payload_mass")->isVisible());
    CHECK(d.value("payload_mass") == Approx(d.window.bench_model().bench().payload.mass));
}

TEST_CASE("every bench opens, draws and plots", "[desktop][bench]") {
    DemoWindow d;
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        d.window.open_bench(QString::fromStdString(std::string(family->key())));
        auto& bench = *d.window.bench();
        bench.update_plots();
        CHECK(bench.section()->shown().elements.size() > 3);
        CHECK(bench.polar_plot()->shown().own.size() > 20);
        CHECK(bench.factor_plot()->shown().points.size() > 20);
        CHECK_FALSE(bench.mode_rows().empty());
        const QImage picture = bench.grab().toImage();
        CHECK_FALSE(picture.isNull());
    }
}

TEST_CASE("what is typed on a bench shows at once, and a bad entry keeps the last good one", "[desktop][bench]") {
    BenchWindow d("friction_pivot");
    const double before = d.factor();
    const QString verdict = d.bench().verdict_text();
    DemoWindow::type(d.editor("torque"), "4 N·m");
    CHECK(d.value("torque") == 4);
    CHECK(d.factor() > 1.5 * before);
    CHECK(d.bench().verdict_text() != verdict);
    DemoWindow::type(d.editor("torque"), "kg 3");
    CHECK(d.value("torque") == 4);
    CHECK_FALSE(d.bench().input("torque")->problem_text().isEmpty());
    CHECK(d.editor("torque")->text() == "kg 3");
    DemoWindow::type(d.editor("inner_diameter"), "60 mm");  // larger than the face
    CHECK_THAT(d.bench().input("inner_diameter")->problem_text().toStdString(), Catch::Contains("leaves nothing"));
    d.shortcut("undo");  // of the 6 mm that were good on the way to 60
    CHECK(d.value("inner_diameter") == Approx(0.0085));
    CHECK(d.value("torque") == 4);
    d.shortcut("undo");
    CHECK(d.value("torque") == 2);
    CHECK(d.window.document().can_undo() == false);  // the rig is untouched
    d.shortcut("redo");
    CHECK(d.value("torque") == 4);
}

TEST_CASE("solve for: asked, answered, used", "[desktop][bench]") {
    BenchWindow d("strap");
    DemoWindow::type(d.bench().payload_field("mass")->editor(), "60 kg");
    d.bench().stands()->setCurrentIndex(2);
    emit d.bench().stands()->activated(2);
    REQUIRE(d.factor() < 2);
    QTest::mouseClick(d.bench().solve_button("force"), Qt::LeftButton);
    CHECK_THAT(d.bench().answer_text().toStdString(), Catch::StartsWith("2× needs clamping force"));
    REQUIRE(d.bench().use_answer()->isVisible());
    QTest::mouseClick(d.bench().use_answer(), Qt::LeftButton);
    CHECK(d.factor() == Approx(2).epsilon(1e-3));
    DemoWindow::type(d.bench().payload_field("mass")->editor(), "900 kg");
    QTest::mouseClick(d.bench().solve_button("friction"), Qt::LeftButton);
    CHECK_THAT(d.bench().answer_text().toStdString(), Catch::Contains("No value of"));
    CHECK_FALSE(d.bench().use_answer()->isVisible());
    DemoWindow::type(d.bench().payload_field("mass")->editor(), "-2 kg");
    CHECK(d.window.bench_model().bench().payload.mass == 900);
    CHECK_FALSE(d.bench().payload_field("mass")->problem_text().isEmpty());
}

TEST_CASE("a click on the curve sets the value, arrow keys move it, one drag undoes at once", "[desktop][bench]") {
    BenchWindow d("friction_pivot");
    d.bench().update_plots();
    auto* plot = d.bench().factor_plot();
    REQUIRE(d.bench().against()->currentData().toString() == "torque");
    const QRectF area = plot->area(plot->rect(), desktop::screen_look());
    const auto at = [&](double torque) { return QPoint(qRound(plot->x_of(torque, area)), qRound(area.center().y())); };
    QTest::mousePress(plot, Qt::LeftButton, {}, at(3));
    CHECK(d.value("torque") == Approx(3).margin(0.05));
    QMouseEvent move(QEvent::MouseMove, QPointF(at(3.5)), plot->mapToGlobal(QPointF(at(3.5))), Qt::NoButton,
                     Qt::LeftButton, {});
    QApplication::sendEvent(plot, &move);
    CHECK(d.value("torque") == Approx(3.5).margin(0.05));
    QTest::mouseRelease(plot, Qt::LeftButton, {}, at(3.5));
    d.shortcut("undo");
    CHECK(d.value("torque") == 2);
    plot->setFocus();
    QTest::keyClick(plot, Qt::Key_Right);
    CHECK(d.value("torque") > 2);
    // The window of a pivot: both ends lie where the two curves say.
    d.bench().update_plots();
    const auto both = plot->window();
    REQUIRE(both);
    CHECK(both->first < both->second);
    // It is a window of bolt torque, as the pivot's own numbers give it.
    const auto result_of = [&](const char* name) {
        for (const auto& v : d.window.bench_model().result().report.results)
            if (v.name == name) return v.value;
        return std::nan("");
    };
    const double grain = (plot->shown().to - plot->shown().from) / 100;
    CHECK(both->first == Approx(result_of("window_from")).margin(grain));
    CHECK(both->second == Approx(result_of("window_to")).margin(grain));
}

TEST_CASE("a click in the round plot turns the push", "[desktop][bench]") {
    BenchWindow d("flat_face");
    d.bench().update_plots();
    auto* plot = d.bench().polar_plot();
    QTest::mouseClick(plot, Qt::LeftButton, {}, plot->rect().center() - QPoint(0, 60));
    CHECK(d.window.bench_model().bench().payload.direction == Approx(std::numbers::pi / 2).margin(0.03));
    emit d.bench().plane()->activated(2);
    CHECK(d.window.bench_model().bench().payload.plane == study::Plane::xy);
    d.bench().update_plots();
    CHECK(plot->shown().plane == study::Plane::xy);
}

TEST_CASE("a pinned variant is seen beside the one in work", "[desktop][bench]") {
    BenchWindow d("strap");
    QTest::mouseClick(d.bench().pin_button(), Qt::LeftButton);
    DemoWindow::type(d.editor("force"), "90 N");
    d.bench().update_plots();
    CHECK(d.bench().factor_plot()->shown().pinned.size() == d.bench().factor_plot()->shown().points.size());
    CHECK_FALSE(d.bench().polar_plot()->shown().pinned.empty());
    const auto labels = d.bench().findChildren<QLabel*>();
    CHECK(std::any_of(labels.begin(), labels.end(), [](auto* l) { return l->text().startsWith("pinned "); }));
    QTest::mouseClick(d.bench().pin_button(), Qt::LeftButton);
    d.bench().update_plots();
    CHECK(d.bench().factor_plot()->shown().pinned.empty());
}

TEST_CASE("a seam opens in its bench with its load, and the design comes back", "[desktop][bench]") {
    DemoWindow d;
    d.click_seam("ball");
    QTest::mouseClick(d.window.sheet()->bench_button(), Qt::LeftButton);
    REQUIRE(d.window.bench());
    auto& bench = *d.window.bench();
    CHECK(d.window.bench_model().result().report.factor == Approx(0.68).margin(0.01));  // as the seam's own
    DemoWindow::type(bench.input("torque")->field()->editor(), "1.5 N·m");
    const double on_bench = d.window.bench_model().result().report.factor;
    CHECK(on_bench > 2);
    CHECK_FALSE(d.window.document().can_undo());
    QTest::mouseClick(bench.to_rig_button(), Qt::LeftButton);
    CHECK(d.window.stack()->isVisible());
    CHECK(d.window.stack()->selected() == "ball");
    CHECK_FALSE(d.window.sheet()->verdict_text().endsWith("Slips"));
    d.shortcut("undo");
    CHECK(d.window.sheet()->verdict_text().endsWith("Slips"));
    QTest::mouseClick(d.window.sheet()->bench_button(), Qt::LeftButton);
    QTest::mouseClick(bench.back_button(), Qt::LeftButton);
    CHECK(d.window.stack()->isVisible());
}

TEST_CASE("a free design goes on top of the rig", "[desktop][bench]") {
    BenchWindow d("bond");
    DemoWindow::type(d.editor("length"), "77 mm");
    const auto parts = d.window.document().rig().parts.size();
    QTest::mouseClick(d.bench().to_rig_button(), Qt::LeftButton);
    CHECK(d.window.document().rig().parts.size() == parts + 1);
    const auto& element = d.window.document().rig().interfaces.back().elements[0];
    CHECK(element.family == "bond");
    CHECK(std::get<double>(element.inputs.at("length")) == Approx(0.077));
    d.shortcut("undo");
    CHECK(d.window.document().rig().parts.size() == parts);
    d.window.open_bench("tether");  // lies beside the load path
    CHECK_FALSE(d.bench().to_rig_button()->isEnabled());
}

TEST_CASE("a bench exports as page, picture and table", "[desktop][bench]") {
    BenchWindow d("cam");
    d.bench().update_plots();
    const auto bytes = [&](const char* name) {
        const QString path = d.folder.path() + "/" + name;
        const auto done = d.bench().export_to(path);
        if (!done) FAIL(done.problem().sentence());
        QFile file(path);
        REQUIRE(file.open(QIODevice::ReadOnly));
        return file.readAll();
    };
    CHECK(bytes("a.pdf").startsWith("%PDF"));
    CHECK(bytes("a.svg").contains("<svg"));
    CHECK(QImage::fromData(bytes("a.png")).width() == 2000);
    const QString table = QString::fromUtf8(bytes("a.csv"));
    CHECK(table.startsWith("table,name,value,unit,note\n"));
    for (const char* wanted :
         {"input,radius,0.015,m,", "mode,stays_shut,", "result,clamping_force,", "capacity by direction,"})
        CHECK(table.contains(wanted));
    for (const auto& line : table.split('\n', Qt::SkipEmptyParts)) CHECK(line.count(',') >= 4);
    CHECK_THAT(d.bench().export_to(d.folder.path() + "/a.txt").problem().remedy, Catch::Contains(".pdf"));
    CHECK_THAT(d.bench().export_to("/proc/nowhere/a.pdf").problem().what, Catch::Contains("could not be written"));
}

TEST_CASE("what goes on paper is the same by day and by night, whatever the size of text on the screen",
          "[desktop][bench][export]") {
    BenchWindow d("cam");
    d.bench().update_plots();
    const auto page = [&](const char* name) {
        const QString path = d.folder.path() + "/" + name;
        REQUIRE(d.bench().export_to(path));
        return QImage(path);
    };
    const QImage day = page("day.png");
    desktop::apply_theme(true, 1.5);
    const QImage night = page("night.png");
    const bool still_dark = desktop::theme().dark && desktop::text_scale() == 1.5;
    desktop::apply_theme(false, 1);
    CHECK(still_dark);
    CHECK(day.pixelColor(5, 5) == QColor(Qt::white));
    CHECK(day == night);
}

TEST_CASE("the bench keeps its design when colours and sizes change", "[desktop][bench]") {
    BenchWindow d("wedge");
    DemoWindow::type(d.editor("drive"), "77 N");
    d.shortcut("dark");
    QApplication::processEvents();
    CHECK(d.window.bench()->isVisible());
    CHECK(d.value("drive") == 77);
    d.shortcut("dark");
    QTest::mouseClick(d.bench().working_button(), Qt::LeftButton);
    CHECK_THAT(d.bench().working_text().toStdString(), Catch::Contains("normal force"));
}

TEST_CASE("everything on a bench that takes the keyboard has a name", "[desktop][bench]") {
    BenchWindow d("tube_grip");
    for (auto* widget : d.bench().findChildren<QWidget*>()) {
        if (!widget->isVisible() || !(widget->focusPolicy() & Qt::TabFocus)) continue;
        if (qobject_cast<QComboBox*>(widget->parentWidget())) continue;
        const auto* button = qobject_cast<QAbstractButton*>(widget);
        CAPTURE(widget->metaObject()->className(), widget->objectName().toStdString());
        CHECK((!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty())));
    }
}

TEST_CASE("sizes are taken from stock in one step", "[desktop][bench]") {
    BenchWindow d("tube_grip");
    const auto take = [&](const QString& name) {
        auto* names = d.bench().stock(name.contains("scaffold") ? "tube" : "tight")->names();
        const int at = names->findText(name);
        REQUIRE(at > 0);
        names->setCurrentIndex(at);
        emit names->activated(at);
    };
    take("48.3 x 4.0 scaffold");
    CHECK(d.value("diameter") == Approx(0.0483));
    CHECK(d.value("wall") == Approx(0.004));
    take("star knob, Ø40");
    CHECK(d.value("torque") == Approx(3));
    const auto& inputs = d.window.bench_model().bench().element.inputs;
    REQUIRE(std::holds_alternative<rig::NamedStock>(inputs.at("torque")));
    CHECK(d.bench().input("torque")->note() == "2 N·m to 4.5 N·m, from “star knob, Ø40”");
    CHECK(std::get<std::string>(inputs.at("squeezed_by")) == "screw");
    d.shortcut("undo");
    d.shortcut("undo");
    CHECK(d.value("diameter") == Approx(0.0337));
    // How tight is typed as it is said.
    auto* tight = d.bench().stock("tight")->names();
    DemoWindow::type(tight->lineEdit(), "snug, wing nut");
    QTest::keyClick(tight->lineEdit(), Qt::Key_Return);
    CHECK(d.value("torque") == Approx(0.7 * 1.5));
    CHECK(tight->currentText().toStdString() == "snug, wing nut");
    // Nothing of a stance comes from stock.
    d.window.open_bench("stance");
    CHECK_FALSE(d.bench().stock("tube"));
}

TEST_CASE("what a bench shows is what the core computes, for every family", "[desktop][bench]") {
    DemoWindow d(false);
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        d.window.open_bench(QString::fromStdString(std::string(family->key())));
        const auto& model = d.window.bench_model();
        const auto joint = families::join(*family, model.result().values);
        REQUIRE(joint);
        const auto report = families::report(**joint, model.bench().load());
        for (const auto& mode : report.modes) {
            if (mode.mode_class != families::ModeClass::ultimate) continue;
            const QString name = QString::fromStdString(mode.words().does());
            const QString factor = QString::fromStdString(quantity::format_factor(mode.factor));
            bool found = false;
            for (const auto& [shown, value] : d.window.bench()->mode_rows()) found |= shown == name && value == factor;
            CAPTURE(name, factor);
            CHECK(found);
        }
    }
}

TEST_CASE("what would make it hold is shown on demand, and done by pressing it", "[desktop][bench]") {
    BenchWindow d("ball");
    CHECK_FALSE(d.bench().advice_button()->isVisible() == (d.factor() >= 2));
    DemoWindow::type(d.editor("force"), "60 N");
    REQUIRE(d.factor() < 2);
    REQUIRE(d.bench().advice_button()->isVisibleTo(&d.bench()));
    CHECK(d.bench().advice().empty());  // not asked yet
    QTest::mouseClick(d.bench().advice_button(), Qt::LeftButton);
    const auto offered = d.bench().advice();
    REQUIRE_FALSE(offered.empty());
    CHECK(offered.size() <= 5);
    CHECK(offered.front()->objectName() == "force");
    CHECK_THAT(offered.front()->text().toStdString(), Catch::Contains("instead of 60 N"));
    // However long they are, the factors beside the modes stay in sight.
    d.window.resize(1024, 700);
    QApplication::processEvents();
    for (auto* button : offered) CHECK(button->width() < 300);
    QTest::mouseClick(offered.front(), Qt::LeftButton);
    CHECK(d.factor() == Approx(2).epsilon(2e-3));
    d.shortcut("undo");
    CHECK(d.value("force") == 60);
}

TEST_CASE("only what is moved by hand has a window", "[desktop][bench]") {
    desktop::FactorPlot plot;
    desktop::FactorCurve curve;
    curve.required = 2;
    curve.from = 0;
    curve.to = 4;
    for (int i = 0; i <= 4; ++i) curve.points.push_back({double(i), double(i), "slips"});
    plot.show_curve(curve);
    CHECK_FALSE(plot.has_to_move());
    CHECK_FALSE(plot.window());
    // Holds from 2 on, moves up to 3.5: 4/4 = 1 at 4 would be the end, 3.5/value at 3.5.
    for (auto& p : curve.points) p.moves = 3.5 / std::max(0.1, p.value);
    curve.points[4].factor = std::nan("");  // cannot be built there
    plot.show_curve(curve);
    CHECK(plot.has_to_move());
    REQUIRE(plot.window());
    CHECK(plot.window()->first == Approx(2));
    CHECK(plot.window()->second == Approx(3));  // nothing is claimed beyond the last point that was built
    curve.points[4].factor = 4;
    plot.show_curve(curve);
    CHECK(plot.window()->second == Approx(3.5).margin(0.1));
}

TEST_CASE("a cliff of the curve says what happens there", "[desktop][bench]") {
    desktop::FactorPlot plot;
    desktop::FactorCurve curve;
    curve.dimension = quantity::Dimension::force;
    curve.from = 0;
    curve.to = 3000;
    curve.words = {{"crush", "dents the board"}, {"slips", "slides"}};
    curve.points = {
        {0, 0.5, "slips"}, {1000, 12, "slips"}, {2000, 25, "slips"}, {2100, 0.98, "crush"}, {3000, 0.7, "crush"}};
    plot.show_curve(curve);
    const auto cliffs = plot.cliffs();
    // A steep rise of one mode is none.
    REQUIRE(cliffs.size() == 1);
    CHECK(cliffs[0].value == Approx(2050));
    CHECK(cliffs[0].words == "dents the board from 2050 N");
    curve.points = {{0, 0.9, "crush"}, {1000, 12, "slips"}};
    plot.show_curve(curve);
    REQUIRE(plot.cliffs().size() == 1);
    CHECK(plot.cliffs()[0].words == "dents the board up to 500 N");
    // The edge clamp has one, and it stands on its bench.
    BenchWindow d("edge_clamp");
    d.bench().update_plots();
    REQUIRE_FALSE(d.bench().factor_plot()->cliffs().empty());
    CHECK_THAT(d.bench().factor_plot()->cliffs()[0].words.toStdString(),
               Catch::StartsWith("bends its frame open from"));
}

TEST_CASE("a curve that leaves the scale says where", "[desktop][bench]") {
    desktop::FactorPlot plot;
    desktop::FactorCurve curve;
    curve.required = 2;
    curve.from = 0;
    curve.to = 5;
    curve.present = 3;
    curve.factor = 8;
    for (const double factor : {300.0, std::numeric_limits<double>::infinity(), 15.0, 8.0, 0.5, 0.1})
        curve.points.push_back({double(curve.points.size()), factor, "slips"});
    plot.show_curve(curve);
    const auto ways = plot.ways_off();
    REQUIRE(ways.size() == 2);
    CHECK(ways[0].above);
    CHECK(ways[0].middle == Approx(0.5));  // from 0 to 1
    CHECK_FALSE(ways[1].above);
    CHECK(ways[1].middle == Approx(5));
    // Between them it is drawn where it is: no line runs along the top, where a clamped curve would lie.
    QImage picture(520, 200, QImage::Format_RGB32);
    picture.fill(Qt::white);
    QPainter painter(&picture);
    plot.paint(painter, QRectF(0, 0, 520, 200), desktop::screen_look());
    painter.end();
    const QRectF area = plot.area(QRectF(0, 0, 520, 200), desktop::screen_look());
    const auto dark_at = [&](double value) {
        const QColor c = picture.pixelColor(QPoint(qRound(plot.x_of(value, area)), qRound(area.top())));
        return c.lightness() < 100;
    };
    CHECK_FALSE(dark_at(0.25));
    CHECK_FALSE(dark_at(0.75));
}
