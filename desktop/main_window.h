#pragma once
#include <filesystem>
#include <functional>
#include <memory>
#include <QElapsedTimer>
#include <QMainWindow>
#include <QTimer>

#include "desktop/bench_model.h"
#include "project/document.h"
#include "project/recovery.h"

class QAction;
class QMenu;
class QStackedWidget;
class QSplitter;

namespace clampet::desktop {

class AxisBar;
class BenchesPage;
class BenchPage;
class BriefPage;
class ElevationView;
class NoticeBar;
class SeamSheet;
class StackView;
class StageBar;
class StageTab;
class StartPage;
class ThreadDesk;

/// The shell: stages along the top, and the open rig below.
class MainWindow : public QMainWindow {
    Q_OBJECT
 public:
    /// `recovery_folder` is where unsaved work is kept against a crash.
    explicit MainWindow(const QString& recovery_folder, QWidget* parent = nullptr);
    ~MainWindow() override;
    project::Document& document() { return document_; }
    void open_demo();
    bool open_file(const QString& path);
    bool save_to(const QString& path);
    void show_brief();
    void show_rig();
    void show_benches();
    void show_thread_desk();
    void open_bench(const QString& family);
    void open_bench_of(const QString& interface, const QString& element);
    void select_seam(const QString& interface);
    /// Shows the window at once, and calls `open` as soon as it has been painted.
    void show_first_then(std::function<void()> open);
    /// Brings back the work of a run that ended without saving; true when there was some.
    bool recover();

    StackView* stack() const { return stack_; }
    ElevationView* elevation() const { return elevation_; }
    AxisBar* axis_bar() const { return axis_bar_; }
    SeamSheet* sheet() const { return sheet_; }
    BenchesPage* benches() const { return benches_; }
    ThreadDesk* thread_desk() const { return thread_desk_; }
    BenchPage* bench() const { return bench_page_; }
    BenchModel& bench_model() { return bench_; }
    StageTab* benches_tab() const { return benches_tab_; }
    BriefPage* brief() const { return brief_; }
    StartPage* start() const { return start_; }
    StageTab* brief_tab() const { return brief_tab_; }
    StageTab* rig_tab() const { return rig_tab_; }
    NoticeBar* notice() const { return notice_; }
    QAction* action(const QString& name) const;

    /// Asks whether to keep changes before they are left behind; replaced by tests.
    enum class Keep { save, discard, cancel };
    std::function<Keep()> ask_to_keep;
    /// Asks what to do with a file that another program has changed since it was opened; replaced by tests.
    enum class Changed { overwrite, copy, cancel };
    std::function<Changed()> ask_about_changed;
    /// Asks for the name of a file to save to; replaced by tests.
    std::function<QString()> ask_where_to_save;
    /// Opens a file by its name as the system knows it, which need not be text.
    bool open_path(const std::filesystem::path& path);

 protected:
    void closeEvent(QCloseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

 private:
    void build_shell();
    void build_rig_page();
    void build_bench_page();
    void leave_bench();
    void put_into_rig();
    bool on_bench() const;
    bool on_thread_desk() const;
    ThreadDesk& make_thread_desk();
    void undo();
    void redo();
    void refresh_undo();
    void listen();
    void build_menus();
    void refresh();
    void refresh_recent();
    void remember(const std::filesystem::path& file);
    void bring_back_more();
    bool may_leave();
    void choose_file_to_open();
    bool save();
    bool save_as();
    bool save_path(const std::filesystem::path& path);
    void start_from(const QString& key);
    void keep_copy();
    void set_appearance(bool dark, double scale);
    QAction* add(QMenu* menu, const QString& name, const QString& text, const QKeySequence& keys,
                 const std::function<void()>& run);

    project::Document document_;
    project::Recovery recovery_;
    BenchModel bench_;
    QTimer autosave_;
    QElapsedTimer unkept_;  ///< since the first change that is not in a copy
    StageBar* bar_ = nullptr;
    StageTab *brief_tab_ = nullptr, *rig_tab_ = nullptr, *benches_tab_ = nullptr;
    NoticeBar* notice_ = nullptr;
    QStackedWidget* pages_ = nullptr;
    StartPage* start_ = nullptr;
    BriefPage* brief_ = nullptr;
    BenchesPage* benches_ = nullptr;
    BenchPage* bench_page_ = nullptr;
    ThreadDesk* thread_desk_ = nullptr;
    QSplitter* rig_page_ = nullptr;
    StackView* stack_ = nullptr;
    ElevationView* elevation_ = nullptr;
    AxisBar* axis_bar_ = nullptr;
    SeamSheet* sheet_ = nullptr;
    QMenu* recent_menu_ = nullptr;
    bool closing_ = false;
    std::function<void()> after_first_paint_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
