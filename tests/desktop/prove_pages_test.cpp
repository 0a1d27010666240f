// The pages of Prove beside the pull: a scale on a line, taps, time under load, fits, measured parts, revisions, the
// log and the use card, by what a person presses and types.
#include <cmath>
#include <QCheckBox>
#include <QFile>

#include "desktop/make/list_view.h"
#include "desktop/make/make_stage.h"
#include "desktop/make/solids_page.h"
#include "desktop/prove/card_page.h"
#include "desktop/prove/curve_view.h"
#include "desktop/prove/fit_page.h"
#include "desktop/prove/hang_page.h"
#include "desktop/prove/log_page.h"
#include "desktop/prove/measured_page.h"
#include "desktop/prove/prove_stage.h"
#include "desktop/prove/record_list.h"
#include "desktop/prove/revisions_page.h"
#include "desktop/prove/scale_panel.h"
#include "desktop/prove/tap_page.h"
#include "instruments/simulated_scale.h"
#include "project/workshop_file.h"
#include "prove/tap.h"
#include "window.h"

using namespace clampet;

namespace {

struct ProvePages : DemoWindow {
    explicit ProvePages(std::size_t page, const char* key = nullptr) : DemoWindow(false) {
        REQUIRE(window.document().adopt(key ? *project::starting_rig(key) : project::demo_rig()));
        window.stockroom().adopt(project::demo_workshop());
        QTest::mouseClick(window.tab("prove"), Qt::LeftButton);
        if (page > 0) click(prove().tab(page));
        settle();
        REQUIRE(prove().shown_page() == page);
    }
    desktop::ProveStage& prove() { return *window.stage<desktop::ProveStage>(); }
    const rig::Rig& rig() { return window.document().rig(); }
    void settle() {
        QApplication::processEvents();
        CHECK(QTest::qWaitFor([&] { return !prove().is_looking(); }, 60000));
    }
    static void click(QAbstractButton* button) {
        REQUIRE(button->isEnabled());
        QTest::mouseClick(button, Qt::LeftButton);
        QApplication::processEvents();
    }
    static void enter(desktop::QuantityField* field, const QString& text) {
        type(field->editor(), text);
        QTest::keyClick(field->editor(), Qt::Key_Return);
    }
    static void choose(QComboBox* box, const QString& key) {
        const int at = box->findData(key);
        REQUIRE(at >= 0);
        box->setCurrentIndex(at);
    }
    QString write(const char* name, const QByteArray& text) {
        const QString path = folder.path() + "/" + name;
        QFile file(path);
        REQUIRE(file.open(QIODevice::WriteOnly));
        file.write(text);
        return path;
    }
};

instruments::PullScript quick_pull() {
    instruments::PullScript script;
    script.speed = 6;
    script.lets_go_at = 24;
    return script;
}

/// A rig with an arm that swings.
const char* with_arm() {
    static std::string key;
    for (const auto& point : project::starting_points())
        if (const auto rig = project::starting_rig(point.key); key.empty() && rig && !prove::swinging(*rig).empty())
            key = point.key;
    REQUIRE_FALSE(key.empty());
    return key.c_str();
}

}  // namespace

TEST_CASE("a scale on a line is read live, tells when it let go, and fills the pull", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    instruments::SimulatedScale scale;
    REQUIRE(scale.open(quick_pull()));
    panel.port()->setCurrentText(QString::fromStdString(scale.port()));
    d.click(panel.connect_button());
    CHECK(panel.connect_button()->text() == "Disconnect");
    REQUIRE(QTest::qWaitFor([&] { return panel.said().startsWith("It let go at"); }, 15000));
    CHECK_FALSE(panel.curve()->shown().curves.empty());
    CHECK(panel.curve()->shown().mark);
    CHECK(panel.shows().contains("N"));
    CHECK(d.prove().force()->editor()->text().startsWith("2"));
    CHECK(d.prove().outcome()->currentData().toString() == "slid");
    // The person says how it let go, and keeps it.
    d.click(d.prove().keep());
    d.settle();
    REQUIRE(d.rig().pulls.size() == 1);
    CHECK(std::abs(d.rig().pulls[0].force - 24) < 2);
    // A new pull begins over, on the same line.
    scale.pull();
    REQUIRE(QTest::qWaitFor([&] { return panel.trace().time.size() > 20; }, 5000));
    d.click(panel.connect_button());
    CHECK(panel.connect_button()->text() == "Connect the scale");
    CHECK(panel.said().contains("is kept"));
}

TEST_CASE("zero is taken off once, and the next readings stay there", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    instruments::SimulatedScale scale;
    auto script = quick_pull();
    script.rests = 1000;
    script.offset = 20;
    script.noise = 0.05;
    script.drift = 0;
    REQUIRE(scale.open(script));
    panel.port()->setCurrentText(QString::fromStdString(scale.port()));
    d.click(panel.connect_button());
    REQUIRE(QTest::qWaitFor([&] { return panel.trace().force.size() > 20; }, 10000));
    CHECK(panel.trace().force.back() == Approx(20).margin(1));
    d.click(panel.zero_button());
    const auto before = panel.trace().force.size();
    REQUIRE(QTest::qWaitFor([&] { return panel.trace().force.size() > before + 60; }, 10000));
    CHECK(panel.trace().force.back() == Approx(0).margin(1));
    CHECK(panel.trace().force.front() == Approx(0).margin(1));
}

TEST_CASE("a scale that is unplugged while it is pulled loses nothing", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    instruments::SimulatedScale scale;
    auto script = quick_pull();
    script.rate = 3;
    script.lets_go_at = 400;
    REQUIRE(scale.open(script));
    panel.port()->setCurrentText(QString::fromStdString(scale.port()));
    d.click(panel.connect_button());
    REQUIRE(QTest::qWaitFor([&] { return panel.trace().time.size() > 200; }, 10000));
    const auto before = panel.trace().time.size();
    scale.unplug();
    REQUIRE(QTest::qWaitFor([&] { return panel.connect_button()->text() == "Connect the scale"; }, 10000));
    CHECK(panel.said().contains("broke"));
    CHECK(panel.trace().time.size() >= before);
    CHECK_FALSE(panel.curve()->shown().curves.empty());
}

TEST_CASE("a line that is none is told, and silence and garbage are", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    panel.port()->setCurrentText("/dev/nowhere");
    d.click(panel.connect_button());
    CHECK(panel.said().contains("cannot be opened"));
    CHECK(panel.connect_button()->text() == "Connect the scale");
    instruments::SimulatedScale scale;
    auto script = quick_pull();
    script.readings = 0.2;
    script.speed = 1;
    REQUIRE(scale.open(script));
    panel.port()->setCurrentText(QString::fromStdString(scale.port()));
    d.click(panel.connect_button());
    for (int i = 0; i < 8; ++i) scale.disturb("\x01\xff??\n");
    CHECK(QTest::qWaitFor([&] { return panel.said().contains("no reading"); }, 5000));
    CHECK(QTest::qWaitFor([&] { return panel.said().contains("Nothing comes"); }, 8000));
}

TEST_CASE("a table of a pull is read beside the window", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    QByteArray table = "t (ms);F [kg]\r\n";
    for (int i = 0; i < 200; ++i) {
        const double kg = i < 20 ? 0 : i < 150 ? (i - 20) * 0.02 : 0.1;
        table += QString("%1;%2\r\n").arg(i * 20).arg(QString::number(kg, 'f', 3).replace('.', ',')).toUtf8();
    }
    const auto file = d.write("pull.csv", table);
    panel.read_button()->ask_file = [file] { return file; };
    d.click(panel.read_button());
    REQUIRE(QTest::qWaitFor([&] { return !panel.is_reading(); }, 10000));
    CHECK_THAT(panel.said().toStdString(),
               Catch::StartsWith("It let go at 24.9 N") || Catch::StartsWith("It let go at 25"));
    CHECK(d.prove().force()->editor()->text().left(3).startsWith("2"));
    panel.read(d.write("bad.csv", "time;force\n1;2\n0;3\n"));
    REQUIRE(QTest::qWaitFor([&] { return !panel.is_reading(); }, 10000));
    CHECK(panel.said().contains("readings"));
}

TEST_CASE("a tap is read, compared with the model and kept", "[desktop][prove]") {
    ProvePages d(1, with_arm());
    auto& page = *d.prove().tap();
    CHECK(page.predicted().startsWith("The model swings at"));
    const auto seam = prove::swinging(d.rig()).front();
    const double model = prove::predicted_swing(d.rig(), seam)->frequency, seen = 0.8 * model;
    QByteArray table = "time,x,y,z\n";
    for (int i = 0; i < 1000; ++i) {
        const double t = i / (40 * model), w = 2 * M_PI * seen;
        table +=
            QString("%1,0,0,%2\n").arg(t, 0, 'g', 9).arg(std::exp(-0.02 * w * t) * std::cos(w * t), 0, 'g', 9).toUtf8();
    }
    page.read(d.write("tap.csv", table));
    REQUIRE(QTest::qWaitFor([&] { return !page.is_reading(); }, 10000));
    CHECK(page.said().startsWith("It swings at"));
    CHECK(page.curve()->shown().curves.size() == 2);
    d.click(page.keep());
    REQUIRE(d.rig().taps.size() == 1);
    CHECK(prove::predicted_swing(d.rig(), seam)->frequency == Approx(seen).epsilon(2e-3));
    CHECK(page.said().contains("That takes"));
    CHECK(d.prove().state().words == "1 test logged");
    d.settle();
    REQUIRE(page.list()->count() == 1);
    CHECK(page.list()->words(0).contains("swings at"));
    QTest::mouseClick(page.list()->box(0), Qt::LeftButton, {}, {8, page.list()->box(0)->height() / 2});
    CHECK(d.rig().taps[0].is_off);
    CHECK(prove::predicted_swing(d.rig(), seam)->frequency == Approx(model));
    // Typed, and impossible.
    d.settle();
    d.enter(page.frequency(), "9000 Hz");
    d.click(page.keep());
    CHECK(page.said().contains("No modulus"));
    page.read(d.write("still.csv", "time,x\n1,2\n"));
    REQUIRE(QTest::qWaitFor([&] { return !page.is_reading(); }, 10000));
    CHECK(page.said().contains("readings"));
}

TEST_CASE("a rig without an arm has nothing to tap, and says so", "[desktop][prove]") {
    ProvePages d(1);
    CHECK(d.prove().tap()->predicted().contains("nothing to tap"));
    CHECK_FALSE(d.prove().tap()->keep()->isEnabled());
}

TEST_CASE("readings of a day are added one by one, and kept", "[desktop][prove]") {
    ProvePages d(2);
    auto& page = *d.prove().hang();
    d.choose(page.seam(), "rail-clamp");
    CHECK_FALSE(page.keep()->isEnabled());
    const auto reading = [&](desktop::QuantityField* field, const char* when, const char* what) {
        d.enter(page.time(), when);
        d.enter(field, what);
        d.click(page.add());
    };
    reading(page.moved(), "0", "0 mm");
    reading(page.moved(), "1 h", "0.2 mm");
    CHECK(page.readings().size() == 2);
    reading(page.moved(), "30 min", "0.3 mm");
    CHECK(page.readings().size() == 2);
    CHECK(page.time()->problem_text().contains("not later"));
    reading(page.moved(), "8 h", "0.3 mm");
    d.click(page.keep());
    REQUIRE(d.rig().hangs.size() == 1);
    CHECK(page.said().contains("It settles"));
    CHECK(page.readings().empty());
    d.settle();
    // What is left of the force: the factor follows.
    d.choose(page.of(), "force");
    reading(page.force(), "0", "42 N");
    reading(page.force(), "1 day", "20 N");
    d.click(page.keep());
    REQUIRE(d.rig().hangs.size() == 2);
    CHECK(page.said().contains("After a day it keeps 48 %"));
    d.settle();
    CHECK(page.list()->count() == 2);
    CHECK(page.list()->words(1).contains("keeps 48 %"));
}

TEST_CASE("a ladder is tried hole by hole, kept in the drawer, and printed holes follow", "[desktop][prove]") {
    ProvePages d(3);
    auto& page = *d.prove().fits();
    REQUIRE(page.printer()->count() > 0);
    auto& printers = d.window.stockroom().workshop().printers;
    const auto before = printers.front().fits.size();
    REQUIRE(page.holes() == 5);
    d.click(page.keep());
    CHECK(page.said().contains("Say of one hole"));
    const auto rung = page.rung();
    using inventory::TriedFit;
    const TriedFit how[] = {TriedFit::tight, TriedFit::tight, TriedFit::right, TriedFit::right, TriedFit::loose};
    for (std::size_t i = 0; i < 5; ++i)
        page.tried(i)->setCurrentIndex(page.tried(i)->findData(static_cast<int>(how[i])));
    d.click(page.keep());
    REQUIRE(printers.front().fits.size() == before + 5);
    CHECK(page.learned().startsWith("Right is"));
    CHECK(page.rung().back() - page.rung().front() <= rung.back() - rung.front() + 1e-9);
    CHECK(page.list()->count() == before + 5);
    const auto file = d.folder.path() + "/piece.3mf";
    page.ask_where = [file] { return file; };
    d.click(page.write_button());
    REQUIRE(QTest::qWaitFor([&] { return !page.is_writing(); }, 20000));
    CHECK(QFile(file).size() > 1000);
    page.write_piece(d.folder.path() + "/piece.doc");
    REQUIRE(QTest::qWaitFor([&] { return !page.is_writing(); }, 20000));
    CHECK(page.said().contains("End it in"));
    d.enter(page.pin(), "0 mm");
    CHECK(page.pin()->problem_text().contains("not tried"));
    // Make takes it: holes in prints are so much wider.
    QTest::mouseClick(d.window.tab("make"), Qt::LeftButton);
    auto& solids = *d.window.stage<desktop::MakeStage>()->solids();
    const auto learned = prove::learned_by(printers.front());
    REQUIRE(learned);
    CHECK(solids.holes()->toolTip().contains("test holes"));
    CHECK(solids.holes()->editor()->text().startsWith(
        QString::fromStdString(quantity::format(learned->clearance, quantity::Dimension::length)).left(4)));
}

TEST_CASE("a part is measured, judged, and the rig takes it or is put right", "[desktop][prove]") {
    ProvePages d(4);
    auto& page = *d.prove().measured();
    d.choose(page.part(), "clamp");
    d.choose(page.of(), "thickness");
    CHECK_FALSE(page.take()->isEnabled());
    d.enter(page.length(), "17.3 mm");
    CHECK(page.judged().contains("shim"));
    const auto thickness = [&] { return families::number(d.rig().part("clamp")->values, "thickness"); };
    const double before = d.rig().part("clamp")->values.contains("thickness") ? thickness() : 0.018;
    d.click(page.leave());
    d.settle();
    REQUIRE(d.rig().measured.size() == 1);
    if (d.rig().part("clamp")->values.contains("thickness")) CHECK(thickness() == before);
    d.choose(page.of(), "thickness");
    d.enter(page.length(), "17.3 mm");
    d.click(page.take());
    d.settle();
    CHECK(thickness() == Approx(0.0173));
    CHECK(page.said().contains("it is now"));
    CHECK(page.list()->count() == 2);
    d.choose(page.of(), "mass");
    d.enter(page.mass(), "-3 g");
    CHECK_FALSE(page.take()->isEnabled());
    d.prove().undo();
    CHECK(d.rig().measured.size() == 1);
}

TEST_CASE("a frame is measured corner to corner, and its lean is kept", "[desktop][prove]") {
    ProvePages d(4);
    auto& page = *d.prove().measured();
    d.choose(page.part(), "clamp");
    d.choose(page.of(), "diagonals");
    CHECK_FALSE(page.length()->isVisible());
    CHECK_FALSE(page.take()->isVisible());
    const auto before = d.rig().parts;
    d.enter(page.frame(0), "400 mm");
    d.enter(page.frame(1), "300 mm");
    d.enter(page.frame(2), "900 mm");
    CHECK_FALSE(page.leave()->isEnabled());
    d.enter(page.frame(3), "48.98 cm");
    CHECK(page.said().contains("no diagonals"));
    CHECK_FALSE(page.leave()->isEnabled());
    d.enter(page.frame(2), "510 mm");
    d.settle();
    CHECK(page.judged().startsWith("leans by 2.4"));
    CHECK(page.said().isEmpty());
    d.click(page.leave());
    d.settle();
    REQUIRE(d.rig().measured.size() == 1);
    CHECK(d.rig().measured[0].of == "diagonals");
    CHECK(d.rig().parts == before);
    CHECK(page.list()->count() == 1);
    d.choose(page.of(), "thickness");
    CHECK_FALSE(page.frame(0)->isVisible());
    CHECK(page.take()->isVisible());
}

TEST_CASE("revisions are kept, noted, branched and compared", "[desktop][prove]") {
    ProvePages d(5);
    auto& page = *d.prove().revisions();
    // The rig is seen at its dot, and once more when another is kept.
    const auto shapes = page.line()->shown().elements.size();
    CHECK(shapes > 10);
    const double before_thickness = families::number(d.rig().part("clamp")->values, "thickness");
    const auto before = d.rig().variants.size();
    d.click(page.keep());
    CHECK(page.said().contains("no name"));
    d.type(page.name(), "Thick jaw");
    d.type(page.why(), "as drawn");
    d.click(page.keep());
    REQUIRE(d.rig().variants.size() == before + 1);
    CHECK(d.rig().stands_on == "Thick jaw");
    CHECK(page.line()->shown().elements.size() > 2 * shapes - 5);
    REQUIRE(d.window.document().perform(project::SetPartValue{"clamp", "thickness", families::Value(0.012)}));
    d.settle();
    page.chosen()->setCurrentIndex(page.chosen()->count() - 1);
    d.type(page.learned(), "the jaw bends");
    page.failed()->setChecked(true);
    d.click(page.judge());
    CHECK(d.rig().variants.back().learned == "the jaw bends");
    CHECK(d.rig().variants.back().has_failed);
    CHECK_THAT(page.line()->shown().summary, Catch::Contains("Thick jaw (given up), now"));
    page.a()->setCurrentIndex(page.a()->count() - 2);
    page.b()->setCurrentIndex(page.b()->count() - 1);
    d.click(page.compare());
    REQUIRE(QTest::qWaitFor([&] { return !page.is_comparing(); }, 30000));
    REQUIRE(page.differences()->shown().rows.size() == 1);
    CHECK(page.differences()->shown().rows[0][2] == "12 mm");
    CHECK(page.seams()->shown().rows.size() == d.rig().interfaces.size());
    page.chosen()->setCurrentIndex(page.chosen()->count() - 1);
    d.click(page.go_back());
    CHECK(families::number(d.rig().part("clamp")->values, "thickness") == before_thickness);
}

TEST_CASE("the log is added to, searched, written and taken back", "[desktop][prove]") {
    ProvePages d(6);
    auto& page = *d.prove().log();
    const auto before = page.list()->count();
    d.choose(page.event(), "shoot");
    d.choose(page.seam(), "ball");
    d.type(page.date(), "2026-11-20");
    d.type(page.text(), "Stairs; first night");
    d.click(page.add());
    d.settle();
    REQUIRE(page.list()->count() == before + 1);
    d.type(page.date(), "tomorrow");
    d.type(page.text(), "x");
    d.click(page.add());
    CHECK(page.said().contains("is no date"));
    d.type(page.search(), "FIRST stairs");
    CHECK(page.list()->count() == 1);
    const auto file = d.folder.path() + "/log.csv";
    page.write(file);
    CHECK(page.said().contains("1 line written"));
    QFile table(file);
    REQUIRE(table.open(QIODevice::Append));
    table.write(";note;;by hand;\r\n");
    table.close();
    page.read(file);
    REQUIRE(QTest::qWaitFor([&] { return !page.is_reading(); }, 10000));
    CHECK(page.said().contains("2 entries"));
    page.read(d.write("bad.csv", "a;b\n1;2\n"));
    REQUIRE(QTest::qWaitFor([&] { return !page.is_reading(); }, 10000));
    CHECK(page.said().contains("names no column"));
    page.write("/nowhere/log.csv");
    CHECK(page.said().contains("/nowhere"));
}

TEST_CASE("the use card is shown as it will print, and written", "[desktop][prove]") {
    ProvePages d(7);
    auto& page = *d.prove().card();
    REQUIRE(QTest::qWaitFor([&] { return !page.is_building(); }, 60000));
    REQUIRE(page.card());
    REQUIRE(page.pages() >= 1);
    CHECK(page.page(0).height() > page.page(0).width());
    for (const char* name : {"card.pdf", "card.png"}) {
        const auto file = d.folder.path() + "/" + name;
        page.ask_where = [file] { return file; };
        d.click(page.write_button());
        CHECK(page.said() == "Written: " + file + ".");
        CHECK(QFile(file).size() > 2000);
    }
    page.write("/nowhere/card.pdf");
    CHECK(page.said().contains("/nowhere"));
}

TEST_CASE("a table of a million readings tells how far it is and can be stopped", "[desktop][prove]") {
    ProvePages d(0);
    auto& panel = *d.prove().scale();
    QByteArray table = "time;force\n";
    table.reserve(16'000'000);
    for (int i = 0; i < 1'000'000; ++i) table += QByteArray::number(i * 0.01) + ";" + QByteArray::number(i % 50) + "\n";
    const auto file = d.write("long.csv", table);
    panel.read_button()->ask_file = [file] { return file; };
    d.click(panel.read_button());
    CHECK(panel.is_reading());
    REQUIRE(QTest::qWaitFor([&] { return panel.read_button()->text().contains("%"); }, 20000));
    d.click(panel.read_button());
    CHECK_FALSE(panel.is_reading());
    CHECK(panel.said().contains("It was stopped"));
    CHECK(panel.read_button()->text() == "Read a table…");
    CHECK(panel.trace().time.empty());
}

TEST_CASE("the demonstration's scale is the first line that is offered", "[desktop][prove]") {
    ProvePages d(0);
    qputenv("CLAMPET_SCALE", "/dev/pts/99");
    CHECK(desktop::ScaleLink::ports().value(0) == "/dev/pts/99");
    // Plugged in after the stage was first shown: it is there when it is shown again.
    auto& panel = *d.prove().scale();
    CHECK(panel.port()->findText("/dev/pts/99") < 0);
    QTest::mouseClick(d.window.tab("rig"), Qt::LeftButton);
    QTest::mouseClick(d.window.tab("prove"), Qt::LeftButton);
    CHECK(panel.port()->findText("/dev/pts/99") == 0);
    qunsetenv("CLAMPET_SCALE");
}
