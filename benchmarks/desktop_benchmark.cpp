// Two things that a person feels: keystroke to repainted sheet, and start to first paint against an empty Qt window.
#include <fmt/format.h>

#include <algorithm>
#include <QApplication>
#include <QElapsedTimer>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMainWindow>
#include <QProcess>
#include <QSettings>
#include <QTemporaryDir>
#include <QTimer>
#include <vector>

#include "desktop/bench/bench_page.h"
#include "desktop/rig/seam_sheet.h"
#include "desktop/shell/main_window.h"
#include "desktop/theme/theme.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/quantity_field.h"
#include "first_paint.h"

namespace {

using namespace clampet::desktop;

double median(std::vector<double> values) {
    std::nth_element(values.begin(), values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2), values.end());
    return values[values.size() / 2];
}

double keystroke_milliseconds() {
    QTemporaryDir folder;
    MainWindow window(folder.path());
    window.files().open_demo();
    window.show();
    window.select_seam("cup-on-bush");
    window.sheet()->select_element("stud");
    QApplication::processEvents();
    auto* edit = window.sheet()->input("torque")->field()->editor();
    std::vector<double> times, computing;
    for (int i = 0; i < 60; ++i) {
        edit->selectAll();
        QElapsedTimer timer;
        timer.start();
        QKeyEvent press(QEvent::KeyPress, Qt::Key_2, Qt::NoModifier, i % 2 ? "2" : "3");
        QApplication::sendEvent(edit, &press);
        computing.push_back(static_cast<double>(timer.nsecsElapsed()) * 1e-6);
        QApplication::processEvents();  // lays out and paints
        times.push_back(static_cast<double>(timer.nsecsElapsed()) * 1e-6);
    }
    fmt::print("of a keystroke, {:.2f} ms are computing, the rest is layout and paint\n", median(computing));
    return median(times);
}

/// A keystroke on a bench until its drawing and factors are painted anew, and until both plots are too.
struct BenchTimes {
    double picture = 0, plots = 0;
};
BenchTimes bench_milliseconds(const char* family, const char* key) {
    QTemporaryDir folder;
    MainWindow window(folder.path());
    window.show();
    window.open_bench(family);
    QApplication::processEvents();
    auto* edit = window.bench()->input(key)->field()->editor();
    std::vector<double> picture, plots;
    edit->setFocus();
    edit->selectAll();
    for (const char* digit : {"2", "0", "0"}) {
        QKeyEvent press(QEvent::KeyPress, Qt::Key_0, Qt::NoModifier, digit);
        QApplication::sendEvent(edit, &press);
    }
    for (int i = 0; i < 40; ++i) {
        edit->setSelection(0, 1);  // 200 becomes 300, and 200 again
        QElapsedTimer timer;
        timer.start();
        QKeyEvent press(QEvent::KeyPress, Qt::Key_2, Qt::NoModifier, i % 2 ? "2" : "3");
        QApplication::sendEvent(edit, &press);
        QApplication::sendPostedEvents();  // lays out and paints, before the timer that the plots wait for
        picture.push_back(static_cast<double>(timer.nsecsElapsed()) * 1e-6);
        for (int turn = 0; turn < 3; ++turn) QApplication::processEvents();  // plots, and paints the plots
        plots.push_back(static_cast<double>(timer.nsecsElapsed()) * 1e-6);
    }
    return {median(picture), median(plots)};
}

/// Runs programs that show one window each, turn by turn since a machine is quicker at one time than at another, and
/// times each until that window has painted and the program has left.
std::vector<double> start_milliseconds(const std::vector<std::pair<QString, QString>>& programs) {
    std::vector<std::vector<double>> times(programs.size());
    for (int i = 0; i < 15; ++i)
        for (std::size_t k = 0; k < programs.size(); ++k) {
            QElapsedTimer timer;
            timer.start();
            QProcess process;
            process.start(programs[k].first, {programs[k].second});
            process.waitForFinished();
            times[k].push_back(static_cast<double>(timer.nsecsElapsed()) * 1e-6);
        }
    std::vector<double> medians;
    for (auto& each : times) medians.push_back(median(std::move(each)));
    return medians;
}

}  // namespace

int main(int argc, char** argv) {
    if (qEnvironmentVariableIsEmpty("DISPLAY") && qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QTemporaryDir settings;
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());
    load_fonts();
    apply_theme(false, 1);
    if (argc > 1 && (QString(argv[1]) == "demo" || QString(argv[1]) == "rig")) {
        QTemporaryDir folder;
        MainWindow window(folder.path());
        // What is opened is opened once the window has painted: "demo" stops there, "rig" when the rig is painted too.
        FirstPaint rig_paint;
        window.resize(1280, 800);
        window.show_first_then([&] {
            if (QString(argv[1]) == "demo") return QApplication::quit();
            window.files().open_demo();
            window.installEventFilter(&rig_paint);
            window.update();
        });
        return QApplication::exec();
    }
    if (argc > 1 && QString(argv[1]) == "keystroke") {  // for a profiler; of a bench: "keystroke arm length"
        fmt::print("{:.2f} ms\n", argc > 3 ? bench_milliseconds(argv[2], argv[3]).plots : keystroke_milliseconds());
        return 0;
    }
    const QString self = QApplication::applicationFilePath();
    const double key = keystroke_milliseconds();
    const auto starts = start_milliseconds(
        {{QApplication::applicationDirPath() + "/clampet-empty-window", {}}, {self, "demo"}, {self, "rig"}});
    const double empty = starts[0], demo = starts[1], rig = starts[2], wanted = 1.5 * empty;
    fmt::print("{:<34} {:>10} {:>10} {:>10}\n", "what", "measured", "target", "of target");
    fmt::print("{:<34} {:>7.2f} ms {:>7.0f} ms {:>10.2f}\n", "keystroke to repainted sheet", key, 16.0, key / 16);
    fmt::print("{:<34} {:>7.0f} ms {:>7.0f} ms {:>10.2f}\n", "start to first paint", demo, wanted, demo / wanted);
    fmt::print("{:<34} {:>7.0f} ms\n", "  an empty Qt window", empty);
    fmt::print("{:<34} {:>7.0f} ms\n", "start to the demo's rig", rig);
    for (const auto& [family, input] : {std::pair{"cam", "hand_force"},
                                        {"friction_pivot", "force"},
                                        {"ball", "force"},
                                        {"flat_face", "force"},
                                        {"edge_clamp", "force"},
                                        {"tube_grip", "force"},
                                        {"arm", "length"},
                                        {"fastener_group", "lateral_strength"},
                                        {"strap", "force"},
                                        {"dovetail", "force"}}) {
        const auto bench = bench_milliseconds(family, input);
        fmt::print("{:<34} {:>7.2f} ms {:>7.0f} ms {:>10.2f}\n", fmt::format("keystroke on a bench, {}", family),
                   bench.picture, 16.0, bench.picture / 16);
        fmt::print("{:<34} {:>7.2f} ms\n", "  and its plots", bench.plots);
    }
    return 0;
}
