#include <QApplication>
#include <QCommandLineParser>
#include <QFile>
#include <QSettings>
#include <QStandardPaths>

#include "desktop/shell/main_window.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/theme/theme.h"

namespace {

/// The argument as it was given, byte for byte: a file's name need not be text, and Qt's is.
std::filesystem::path file_named(const QString& text, int argc, char** argv) {
    for (int i = 1; i < argc; ++i)
        if (QString::fromLocal8Bit(argv[i]) == text) return argv[i];
    return QFile::encodeName(text).toStdString();
}

}  // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName("clampet");
    QApplication::setApplicationDisplayName("Clampet");
    QApplication::setOrganizationName("clampet");
    QApplication::setApplicationVersion(CLAMPET_VERSION);
    QCommandLineParser parser;
    parser.setApplicationDescription("Clampet: will every mounting interface hold the camera?");
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo("demo", "Open the demonstration rig.");
    parser.addOption(demo);
    parser.addPositionalArgument("file", "A rig to open.", "[file]");
    parser.process(app);

    clampet::desktop::load_fonts();
    const QSettings settings;
    clampet::desktop::apply_theme(settings.value("dark", clampet::desktop::system_prefers_dark()).toBool(),
                                  settings.value("text_scale", 1.0).toDouble());
    clampet::desktop::MainWindow window(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) +
                                        "/recovery");
    const QString workshop =
        QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + "/workshop.clampet-workshop.json";
    window.show_first_then([&] {
        window.open_workshop(workshop);
        const bool recovered = window.files().recover();
        if (!parser.positionalArguments().isEmpty()) {
            if (recovered)
                window.notice()->show_notice(QObject::tr(
                    "Unsaved work came back and is open instead of the file; save it first, then open the file."));
            else
                window.files().open(file_named(parser.positionalArguments().first(), argc, argv));
        } else if (parser.isSet(demo) && !recovered)
            window.files().open_demo();
    });
    return QApplication::exec();
}
