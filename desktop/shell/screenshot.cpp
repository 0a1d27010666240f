#include <QElapsedTimer>
// Renders one view to a PNG: how docs/screenshots is made. Run with QT_QPA_PLATFORM=offscreen.
#include <QApplication>
#include <QComboBox>
#include <QCommandLineParser>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QSettings>
#include <QTemporaryDir>

#include "desktop/bench/bench_page.h"
#include "desktop/bench/bench_stage.h"
#include "desktop/bench/benches_page.h"
#include "desktop/make/make_stage.h"
#include "desktop/make/printed_page.h"
#include "desktop/make/solids_page.h"
#include "desktop/prove/card_page.h"
#include "desktop/prove/prove_stage.h"
#include "desktop/prove/revisions_page.h"
#include "desktop/prove/scale_panel.h"
#include "desktop/prove/tap_page.h"
#include "desktop/rig/elevation_view.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/seam_sheet.h"
#include "desktop/shell/main_window.h"
#include "desktop/studies/study_view.h"
#include "desktop/theme/theme.h"
#include "desktop/threads/fit_panel.h"
#include "desktop/threads/stack_builder.h"
#include "desktop/threads/thread_desk.h"
#include "desktop/travel/shots_panel.h"
#include "desktop/widgets/quantity_field.h"
#include "project/workshop_file.h"

/// A brief before there is a rig: what is to be held under the beam, and where the lens must be.
static bool plan(clampet::desktop::MainWindow& window) {
    using namespace clampet;
    auto& document = window.document();
    bool done = true;
    const auto perform = [&](const project::Edit& edit) { done = done && document.perform(edit); };
    const auto device = [](const char* name) { return rig::Planned{name, "device", {{"device", std::string(name)}}}; };
    perform(project::SetRigName{"Over hands and rope"});
    perform(project::SetPlanned{{{"Camera with lens", "camera", {}}, device("LED panel 20 cm")}});
    perform(project::Build{{}, {}, {}, {{"edge", "Oak beam, 120 mm", {{"thickness", 0.12}, {"depth", 0.16}}}}});
    const auto shot = [&](const char* name, double distance, const rig::Wanted& wanted) {
        perform(project::AddShot{name});
        perform(project::SetShot{document.rig().shots.back().id, name, distance, 0.9, wanted});
    };
    shot("Straight down", 1.1, {0.9, -0.45, rig::straight_down});
    shot("Along the rope", 1.6, {0.6, -0.7, 20 * quantity::degree});
    return done;
}

/// A quick-release plate with a washer and a pad under the demo's camera.
static void show_stack(clampet::desktop::MainWindow& window) {
    using Kind = clampet::families::StackItem::Kind;
    window.bench_stage()->show_thread_desk();
    auto* desk = window.thread_desk();
    desk->thread(0)->setCurrentText("1/4-20 UNC");
    auto design = desk->builder()->design();
    design.screw_length = 0.5 * clampet::quantity::inch;
    design.items = {{Kind::washer, "1/4 in", 0.001651, 0.015875},
                    {Kind::plate, "aluminium 5 mm", 0.005, 0},
                    {Kind::pad, "cork 1.5 mm", 0.0015, 0, 15e6}};
    desk->builder()->adopt(design);
    desk->stack_tab()->click();
}

/// The post of the demo's stand in its tube, and what the picture sees of its play.
static void show_fit(clampet::desktop::MainWindow& window) {
    window.bench_stage()->show_thread_desk();
    auto* desk = window.thread_desk();
    desk->together()->restore({"post 24.6-24.8 mm", "bore 25 mm", "60 mm", "300 mm", "1.5 m", "0.9 m"});
    desk->together_tab()->click();
}

/// A screw from the box of odds.
static void show_identify(clampet::desktop::MainWindow& window) {
    window.bench_stage()->show_thread_desk();
    auto* desk = window.thread_desk();
    desk->identify()->restore({"6.28 mm", "20 per inch", "", "M6"});
    desk->identify_tab()->click();
}

/// Takes what is known by its name on the bench that is open.
static void take(clampet::desktop::MainWindow& window, const std::string& text) {
    const auto equals = text.find('=');
    const auto offer =
        clampet::families::stock_named(window.bench_model().family(), text.substr(equals + 1), text.substr(0, equals));
    if (!offer) return;
    auto inputs = clampet::study::inputs_from(*offer);
    inputs.merge(clampet::study::frictions_from(*offer, window.bench_model().family(),
                                                window.bench_model().bench().element.inputs));
    (void)window.bench_model().set_inputs(inputs);
}

/// What lies below the rig, or over it.
static void show_below(clampet::desktop::RigPage& page, const QCommandLineParser& parser) {
    auto& shots = *page.shots();
    page.question(parser.value("question"))->click();
    if (parser.isSet("shelf")) page.open_shelf({parser.value("shelf").toStdString()});
    if (parser.isSet("likelihood")) shots.likelihood_button()->click();
    if (parser.isSet("worst")) shots.worst_button()->click();
    if (parser.isSet("travel")) {
        const QStringList wanted = parser.value("travel").split('.');
        for (int i = 0; i < shots.axes()->count(); ++i)
            if (shots.axes()->itemData(i).toStringList() == wanted) shots.axes()->setCurrentIndex(i);
        shots.travel_button()->click();
    }
}

/// Until work beside the window has brought its answers, or ten seconds.
static void wait_for(clampet::desktop::MainWindow& window) {
    QElapsedTimer since;
    since.start();
    const auto busy = [&] {
        auto* shots = window.findChild<clampet::desktop::ShotsPanel*>();
        auto* study = window.findChild<clampet::desktop::RigPage*>();
        for (auto* view :
             study ? study->findChildren<clampet::desktop::StudyView*>() : QList<clampet::desktop::StudyView*>{})
            if (view->is_busy()) return true;
        return shots && shots->is_busy();
    };
    do QApplication::processEvents(QEventLoop::AllEvents, 50);
    while (since.elapsed() < 200 || (busy() && since.elapsed() < 20000));
}

/// A test as it was made, as the page would keep it.
static bool pull(clampet::desktop::MainWindow& window, const QStringList& made) {
    clampet::prove::PullAsked asked;
    asked.seam = made.value(0).toStdString();
    const auto way = clampet::prove::way_named(made.value(1).toStdString());
    const auto outcome = clampet::prove::outcome_named(made.value(3).toStdString());
    if (!way || !outcome) return false;
    asked.way = *way;
    asked.outcome = *outcome;
    asked.force = made.value(2).toDouble();
    asked.date = "2026-11-29";
    const auto explained = clampet::prove::explained(window.document().rig(), asked);
    return explained && window.document().perform(clampet::project::AddPull{*explained});
}

/// A page of the stage Prove, with a table of a pull or of a tap where one is given.
static void show_prove(clampet::desktop::MainWindow& window, const QCommandLineParser& parser) {
    window.show_stage("prove");
    auto* prove = window.stage<clampet::desktop::ProveStage>();
    prove->show_page(parser.value("list").toUInt() % 8);
    if (parser.isSet("table")) {
        if (prove->shown_page() == 1)
            prove->tap()->read(parser.value("table"));
        else
            prove->scale()->read(parser.value("table"));
    }
    if (prove->shown_page() == 5 && prove->revisions()->compare()->isEnabled()) prove->revisions()->compare()->click();
    while (prove->card()->is_building() || prove->tap()->is_reading() || prove->scale()->is_reading() ||
           prove->revisions()->is_comparing())
        QApplication::processEvents(QEventLoop::WaitForMoreEvents);
}

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QCommandLineParser parser;
    parser.addOptions(
        {{"out", "PNG to write.", "file"},
         {"size", "Window size.", "WxH", "1280x800"},
         {"dark", "Dark colours."},
         {"text", "Text scale.", "scale", "1"},
         {"file", "Rig to open instead of the demo.", "rig"},
         {"scroll", "Down the page, in pixels.", "px"},
         {"page",
          "start, brief, plan (a brief before there is a rig), rig, make, stock-room, benches, threads, stack, "
          "fit or identify.",
          "page", "rig"},
         {"part", "Part to select.", "id"},
         {"seam", "Seam to select.", "id"},
         {"element", "Element of it.", "id"},
         {"bench", "Family whose bench to open, or \"seam\" for the selected seam's.", "family"},
         {"push", "On a bench: a hand's push in newtons.", "N"},
         {"search", "On the benches page: words to look for.", "words"},
         {"take", "On a bench: something known by its name to take, \"material=oak\".", "key=name"},
         {"device", "On a bench: what it carries, by its class.", "class"},
         {"against", "On a bench: what the plot is drawn against, \"/payload\" or an input.", "key"},
         {"advice", "On a bench: what would make it hold."},
         {"shelf", "Open the shelf on this part.", "id"},
         {"travel", "The travel of this axis, interface.axis.", "axis"},
         {"likelihood", "How often it lets go."},
         {"worst", "Search the worst pose."},
         {"front", "Front view."},
         {"top", "View from above."},
         {"turned", "Turned view."},
         {"ghosts", "Where other shots have the payload."},
         {"frame", "What the lens sees."},
         {"question", "rig, advice, limit, balance, room or picture.", "key", "rig"},
         {"use", "Used like this: cards, separated by commas.", "cards"},
         {"more", "A seam's other inputs, too."},
         {"list",
          "On the make page: 0 template, 1 cut list, 2 drills, 3 work, 4 shopping, 5 solids, 6 as printed. On the "
          "prove page: 0 pull, 1 tap, 2 under load, 3 fits, 4 measured, 5 revisions, 6 log, 7 use card.",
          "which", "0"},
         {"table", "On the prove page: what a scale or a phone wrote.", "file"},
         {"pull", "A test that was made: interface:way:newtons:outcome. As often as there are tests.", "pull"},
         {"working", "Show the working."}});
    parser.process(app);
    QTemporaryDir folder;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, folder.path());
    clampet::desktop::load_fonts();
    clampet::desktop::apply_theme(parser.isSet("dark"), parser.value("text").toDouble());
    clampet::desktop::MainWindow window(folder.path());
    window.stockroom().adopt(clampet::project::demo_workshop());
    if (parser.value("page") == "plan") {
        if (!plan(window)) return 1;
    } else if (parser.value("page") != "start") {
        if (!parser.isSet("file"))
            window.files().open_demo();
        else if (!window.files().open(clampet::desktop::path_of(parser.value("file"))))
            return 1;  // what is wrong with a rig `clampet-cli validate` says
    }
    if (parser.isSet("use")) {
        std::vector<std::string> cards;
        for (const auto& card : parser.value("use").split(',')) cards.push_back(card.toStdString());
        if (!window.document().perform(clampet::project::SetUse{cards})) return 1;
    }
    if (parser.value("page") == "brief" || parser.value("page") == "plan") window.show_stage("brief");
    if (parser.value("page") == "make") {
        window.show_stage("make");
        auto* make = window.stage<clampet::desktop::MakeStage>();
        make->view_button(parser.value("list").toUInt() % 7)->click();
        while (make->solids()->is_building() || make->printed()->is_building())
            QApplication::processEvents(QEventLoop::WaitForMoreEvents);
    }
    for (const auto& made : parser.values("pull"))
        if (!pull(window, made.split(':'))) return 1;
    if (parser.value("page") == "prove") show_prove(window, parser);
    if (parser.value("page") == "stock-room") window.show_stage("stock");
    if (parser.isSet("seam")) window.select_seam(parser.value("seam"));
    if (parser.isSet("part")) window.stage<clampet::desktop::RigPage>()->select_part(parser.value("part"));
    if (parser.isSet("element")) window.sheet()->select_element(parser.value("element"));
    if (parser.isSet("front")) window.elevation()->set_view(clampet::desktop::ViewSide::front);
    if (parser.isSet("top")) window.elevation()->set_view(clampet::desktop::ViewSide::top);
    if (parser.isSet("turned")) window.elevation()->set_view(clampet::desktop::ViewSide::turned);
    if (parser.isSet("ghosts")) window.elevation()->ghosts_button()->setChecked(true);
    if (parser.isSet("frame")) window.elevation()->frame_button()->setChecked(true);
    if (parser.isSet("more")) window.sheet()->more_button()->setChecked(true);
    if (parser.isSet("working") && !parser.isSet("bench")) window.sheet()->working_button()->setChecked(true);
    if (parser.value("page") == "benches") window.show_stage("benches");
    if (parser.isSet("search")) window.benches()->search()->setText(parser.value("search"));
    if (parser.value("page") == "threads") window.bench_stage()->show_thread_desk();
    if (parser.value("page") == "stack") show_stack(window);
    if (parser.value("page") == "fit") show_fit(window);
    if (parser.value("page") == "identify") show_identify(window);
    if (parser.value("bench") == "seam")
        window.sheet()->bench_button()->click();
    else if (parser.isSet("bench"))
        window.open_bench(parser.value("bench"));
    if (auto* bench = window.bench()) {
        if (parser.isSet("push")) bench->payload_field("push")->editor()->setText(parser.value("push") + " N");
        if (parser.isSet("push")) emit bench->payload_field("push")->committed(parser.value("push").toDouble(), 1);
        if (parser.isSet("take")) take(window, parser.value("take").toStdString());
        if (const auto load = clampet::study::load_of_device(parser.value("device").toStdString()))
            if (!window.bench_model().set_payload(*load)) return 1;
        if (parser.isSet("against")) {
            auto* against = bench->against();
            against->setCurrentIndex(against->findData(parser.value("against")));
            emit against->activated(against->currentIndex());
        }
        if (parser.isSet("advice")) bench->advice_button()->setChecked(true);
        if (parser.isSet("working")) bench->working_button()->setChecked(true);
    }
    const auto size = parser.value("size").split('x');
    window.resize(size.value(0).toInt(), size.value(1).toInt());
    window.show();
    for (int i = 0; i < 5; ++i) QApplication::processEvents();
    if (auto* page = window.stage<clampet::desktop::RigPage>(); page->shots()) show_below(*page, parser);
    wait_for(window);
    auto* prove = window.stage<clampet::desktop::ProveStage>();
    while (prove->is_looking() || prove->card()->is_building())
        QApplication::processEvents(QEventLoop::WaitForMoreEvents);
    if (parser.isSet("scroll"))
        for (auto* area : window.findChildren<QScrollArea*>())
            if (area->isVisible()) area->verticalScrollBar()->setValue(parser.value("scroll").toInt());
    for (int i = 0; i < 5; ++i) QApplication::processEvents();
    const bool written = window.grab().save(parser.value("out"));
    return written ? 0 : 1;
}
