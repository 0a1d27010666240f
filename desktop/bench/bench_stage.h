#pragma once
#include "desktop/shell/stage.h"
#include "project/search.h"

class QStackedLayout;

namespace clampet::desktop {

class BenchesPage;
class BenchPage;
class ThreadDesk;

/// The benches, one interface each, and the thread desk beside them.
class BenchStage : public Stage {
    Q_OBJECT
 public:
    explicit BenchStage(Session& session, QWidget* parent = nullptr);
    QString name() const override { return tr("Be&nches"); }
    QString key() const override { return "benches"; }
    State state() const override { return {tr("one interface each")}; }
    bool needs_rig() const override { return false; }
    Undo undo_state() const override;
    void undo() override;
    void redo() override;
    void enter() override { show_all(); }
    std::any memory() const override;
    void recall(const std::any& memory) override;

    /// Shows all benches to choose from.
    void show_all();
    void show_thread_desk();
    void open_bench(const QString& family);
    /// Goes where words led, with what they preset.
    void go_to(const project::Found& found);
    void open_bench_of(const QString& interface, const QString& element);
    BenchesPage* all() const { return all_; }
    BenchPage* bench() const { return bench_; }
    ThreadDesk* thread_desk() const { return desk_; }

 private:
    ThreadDesk& make_thread_desk();
    BenchPage& make_bench();
    void show_bench();
    void show(QWidget* page);
    void leave_bench();
    void put_into_rig();
    bool is_shown(const QWidget* page) const;

    QStackedLayout* pages_;
    BenchesPage* all_;
    BenchPage* bench_ = nullptr;  ///< made when they are first wanted
    ThreadDesk* desk_ = nullptr;
};

}  // namespace clampet::desktop
