#pragma once
#include <functional>
#include <map>
#include <QMainWindow>

#include "desktop/shell/files.h"
#include "desktop/shell/session.h"
#include "desktop/shell/stage.h"

class QAction;
class QMenu;
class QStackedWidget;

namespace clampet::desktop {

class AxisBar;
class BenchesPage;
class BenchPage;
class BenchStage;
class BriefPage;
class ElevationView;
class NoticeBar;
class PartSheet;
class RigPage;
class SeamSheet;
class StackView;
class StageBar;
class StageTab;
class StartPage;
class ThreadDesk;

/// The shell: stages along the top, and the open rig below. It knows stages by what Stage says of them.
class MainWindow : public QMainWindow {
    Q_OBJECT
 public:
    explicit MainWindow(const QString& recovery_folder, QWidget* parent = nullptr);
    ~MainWindow() override;
    project::Document& document() { return session_.document; }
    /// Uses the workshop of a file; says so where it cannot be read, and leaves the file alone.
    void open_workshop(const QString& path);
    project::Stockroom& stockroom() { return session_.stockroom; }
    Files& files() { return *files_; }
    /// Shows a stage by its key: "brief", "rig", "benches".
    void show_stage(const QString& key);
    /// Shows the window at once, and calls `open` as soon as it has been painted.
    void show_first_then(std::function<void()> open);

    /// The stage of a class, made if it was not yet.
    template <class Class>
    Class* stage() const {
        for (auto* each : stages_)
            if (auto* found = qobject_cast<Class*>(each)) {
                found->make();
                return found;
            }
        return nullptr;
    }
    StageTab* tab(const QString& key) const;
    StartPage* start() const { return start_; }
    NoticeBar* notice() const { return notice_; }
    QAction* action(const QString& name) const;

    // What is often asked for, so that nobody has to know on which stage it lies.
    StackView* stack() const;
    ElevationView* elevation() const;
    AxisBar* axis_bar() const;
    SeamSheet* sheet() const;
    PartSheet* part_sheet() const;
    void select_seam(const QString& interface);
    BriefPage* brief() const;
    BenchStage* bench_stage() const;
    BenchesPage* benches() const;
    ThreadDesk* thread_desk() const;
    BenchPage* bench() const;
    BenchModel& bench_model() { return session_.bench; }
    void open_bench(const QString& family);

 protected:
    void closeEvent(QCloseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

 private:
    void build_shell();
    void build_menus();
    void show_page(Stage* stage);
    Stage* shown() const;
    void listen();
    void refresh();
    void refresh_undo();
    void refresh_tabs();
    void refresh_recent();
    void set_appearance(bool dark, double scale);
    QAction* add(QMenu* menu, const QString& name, const QString& text, const QKeySequence& keys,
                 const std::function<void()>& run);

    Session session_;
    Files* files_;
    StageBar* bar_ = nullptr;
    NoticeBar* notice_ = nullptr;
    QStackedWidget* pages_ = nullptr;
    StartPage* start_ = nullptr;
    std::vector<Stage*> stages_;
    std::map<Stage*, StageTab*> tabs_;
    QMenu* recent_menu_ = nullptr;
    std::function<void()> after_first_paint_;
    bool is_opening_ = false;
    project::Document::Subscription subscription_;
    project::Stockroom::Subscription stock_subscription_;
};

}  // namespace clampet::desktop
