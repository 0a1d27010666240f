#include "desktop/shell/main_window.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QFile>
#include <QMenu>
#include <QSettings>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/bench/bench_stage.h"
#include "desktop/brief/brief_page.h"
#include "desktop/rig/rig_page.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/stage_bar.h"
#include "desktop/shell/start_page.h"
#include "desktop/theme/theme.h"

namespace clampet::desktop {

MainWindow::MainWindow(const QString& recovery_folder, QWidget* parent)
    : QMainWindow(parent), files_(new Files(session_, recovery_folder, this)) {
    setWindowTitle("Clampet");
    setWindowIcon(QIcon(":/icons/clampet.svg"));
    resize(1280, 800);
    setMinimumSize(820, 560);
    session_.document.check_in_background([this](std::function<void()> answer) {
        QMetaObject::invokeMethod(this, std::move(answer), Qt::QueuedConnection);
    });
    connect(files_, &Files::recent_changed, this, &MainWindow::refresh_recent);
    build_shell();
    refresh();
}

MainWindow::~MainWindow() {
    // A field that has the focus commits what it holds when the window goes: while there is still something to edit.
    hide();
    subscription_.reset();
}

void MainWindow::open_workshop(const QString& path) {
    if (const auto done = files_->use_workshop(path_of(path)); !done)
        emit session_.problem(tr("Your workshop was not read, and its file is left as it is. %1")
                                  .arg(QString::fromStdString(done.problem().sentence())));
}

void MainWindow::build_shell() {
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    bar_ = new StageBar(central);
    notice_ = new NoticeBar(central);
    pages_ = new QStackedWidget(central);
    start_ = new StartPage(pages_);
    pages_->addWidget(new QWidget(pages_));  // what is painted first, before anything is opened
    pages_->addWidget(start_);
    tabs_.clear();
    stages_ = make_stages(session_, pages_);
    for (auto* stage : stages_) {
        pages_->addWidget(stage);
        auto* tab = tabs_[stage] = bar_->add_stage(stage->name());
        connect(tab, &QAbstractButton::clicked, this, [this, stage] { show_stage(stage->key()); });
        connect(stage, &Stage::wanted, this, [this, stage] { show_page(stage); });
        connect(stage, &Stage::undo_changed, this, &MainWindow::refresh_undo);
        connect(stage, &Stage::state_changed, this, &MainWindow::refresh_tabs);
    }
    build_menus();
    connect(&session_, &Session::problem, notice_, &NoticeBar::show_problem);
    connect(&session_, &Session::notice, notice_, &NoticeBar::show_notice);
    connect(&session_, &Session::settled, notice_, &NoticeBar::hide);
    column->addWidget(bar_);
    column->addWidget(notice_);
    column->addWidget(pages_, 1);
    setCentralWidget(central);
    connect(start_, &StartPage::starting_point_wanted, files_, &Files::start_from);
    connect(start_, &StartPage::site_wanted, this, [this](const project::ShelfItem& site) {
        if (const auto done = session_.document.perform(project::edit_for(site, {})); !done)
            return emit session_.problem(QString::fromStdString(done.problem().sentence()));
        emit session_.shelf_wanted(QString::fromStdString(session_.document.rig().parts.front().id));
    });
    connect(&session_, &Session::starting_point_wanted, files_, &Files::start_from);
    connect(start_, &StartPage::file_wanted, files_, [this](const QString& path) { files_->open(path_of(path)); });
    connect(start_, &StartPage::open_wanted, files_, &Files::choose_file_to_open);
    listen();  // after the stages: the window asks them
}

void MainWindow::listen() {
    subscription_ = session_.document.observe([this](const project::Change&) { refresh(); });
    stock_subscription_ = session_.stockroom.observe([this] { refresh(); });
}

void MainWindow::show_first_then(std::function<void()> open) {
    after_first_paint_ = std::move(open);
    pages_->setCurrentIndex(0);
    show();
}

void MainWindow::paintEvent(QPaintEvent* event) {
    QMainWindow::paintEvent(event);
    if (!after_first_paint_) return;
    QTimer::singleShot(0, this, [this, open = std::exchange(after_first_paint_, {})] {
        // What it opens is to be seen next, not the page to begin with.
        is_opening_ = true;
        open();
        is_opening_ = false;
        refresh();
    });
}

QAction* MainWindow::add(QMenu* menu, const QString& name, const QString& text, const QKeySequence& keys,
                         const std::function<void()>& run) {
    auto* action = new QAction(text, menu);
    action->setObjectName(name);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, run);
    menu->addAction(action);
    addAction(action);
    return action;
}

void MainWindow::build_menus() {
    auto* file = new QMenu(bar_);
    add(file, "new", tr("&New rig"), QKeySequence::New, [this] {
        if (files_->may_leave()) session_.document.start_new();
    });
    add(file, "open", tr("&Open…"), QKeySequence::Open, [this] { files_->choose_file_to_open(); });
    recent_menu_ = file->addMenu(tr("Of &late"));
    file->addSeparator();
    add(file, "save", tr("&Save"), QKeySequence::Save, [this] { files_->save(); });
    add(file, "save-as", tr("Save &as…"), QKeySequence("Ctrl+Shift+S"), [this] { files_->save_as(); });
    add(file, "unsaved", tr("Unsaved &work"), QKeySequence(), [this] { files_->bring_back_more(); });
    file->addSeparator();
    add(file, "demo", tr("Open the &demo"), QKeySequence(), [this] {
        if (files_->may_leave()) files_->open_demo();
    });
    add(file, "quit", tr("&Quit"), QKeySequence("Ctrl+Q"), [this] { close(); });
    auto* edit = new QMenu(bar_);
    const auto on = [this] { return shown() ? shown() : stages_.front(); };
    add(edit, "undo", tr("&Undo"), QKeySequence::Undo, [on] { on()->undo(); });
    add(edit, "redo", tr("&Redo"), QKeySequence("Ctrl+Shift+Z"), [on] { on()->redo(); });
    auto* view = new QMenu(bar_);
    int number = 0;
    for (const auto* stage : stages_)
        add(view, stage->key(), stage->name(), QKeySequence(QString("Ctrl+%1").arg(++number)),
            [this, key = stage->key()] { show_stage(key); });
    view->addSeparator();
    add(view, "dark", tr("&Dark"), QKeySequence("Ctrl+D"), [this] { set_appearance(!theme().dark, text_scale()); });
    add(view, "larger", tr("&Larger text"), QKeySequence("Ctrl++"),
        [this] { set_appearance(theme().dark, text_scale() + 0.1); });
    add(view, "smaller", tr("&Smaller text"), QKeySequence("Ctrl+-"),
        [this] { set_appearance(theme().dark, text_scale() - 0.1); });
    add(view, "normal", tr("&Normal text"), QKeySequence("Ctrl+0"), [this] { set_appearance(theme().dark, 1); });
    action("dark")->setCheckable(true);
    action("dark")->setChecked(theme().dark);
    bar_->add_menu(tr("&File"), file);
    bar_->add_menu(tr("&Edit"), edit);
    bar_->add_menu(tr("&View"), view);
}

QAction* MainWindow::action(const QString& name) const {
    for (auto* action : actions())
        if (action->objectName() == name) return action;
    return nullptr;
}

void MainWindow::set_appearance(bool dark, double scale) {
    const QString key = shown() ? shown()->key() : QString();
    std::map<QString, std::any> memories;
    for (const auto* stage : stages_) memories[stage->key()] = stage->memory();
    apply_theme(dark, scale);
    QSettings settings;
    settings.setValue("dark", theme().dark);
    settings.setValue("text_scale", text_scale());
    // Colours and sizes are taken when a widget is made: the shell is made anew over the same session.
    for (auto* old : actions()) removeAction(old);
    for (auto* old : stages_) session_.disconnect(old);
    session_.disconnect(notice_);
    build_shell();
    for (auto* stage : stages_) stage->recall(memories[stage->key()]);
    for (auto* stage : stages_)
        if (stage->key() == key) show_page(stage);
    refresh();
}

Stage* MainWindow::shown() const {
    return qobject_cast<Stage*>(pages_->currentWidget());
}

void MainWindow::show_page(Stage* stage) {
    if (stage->needs_rig() && session_.document.is_empty()) return;
    stage->make();
    pages_->setCurrentWidget(stage);
    tabs_.at(stage)->setChecked(true);
    refresh_undo();
}

void MainWindow::show_stage(const QString& key) {
    for (auto* stage : stages_) {
        if (stage->key() != key) continue;
        show_page(stage);
        if (shown() == stage) stage->enter();
    }
}

void MainWindow::refresh() {
    const auto& document = session_.document;
    const bool empty = document.is_empty();
    const QString name = document.rig().name.empty() ? tr("New rig") : QString::fromStdString(document.rig().name);
    const QString where =
        document.path() ? QFile::decodeName(document.path()->filename().c_str()) : tr("not in a file yet");
    bar_->set_title(name, document.rig() == rig::Rig{}
                              ? QString()
                              : where + (document.is_modified() ? tr(" · changed") : QString()));
    setWindowTitle(empty ? "Clampet" : name + (document.is_modified() ? " * – Clampet" : " – Clampet"));
    refresh_tabs();
    refresh_undo();
    const bool nothing = document.rig() == rig::Rig{};
    action("save")->setEnabled(!nothing);
    action("save-as")->setEnabled(!nothing);
    const auto* at = shown();
    if (empty) {
        refresh_recent();
        const bool is_on_brief = at && !at->needs_rig();
        if (!nothing && !is_on_brief)
            show_page(stage<BriefPage>());  // a brief before there is a rig has been opened
        else if (!after_first_paint_ && !is_opening_ && !is_on_brief)
            pages_->setCurrentWidget(start_);
    } else if (!at) {
        // A rig has been opened from the start page: it is what one wants to see.
        auto* rig = stage<RigPage>();
        show_page(rig);
        rig->take_keyboard();
    }
}

void MainWindow::refresh_tabs() {
    for (const auto& [stage, tab] : tabs_) {
        const auto state = stage->state();
        tab->set_state(state.words, state.warns);
        tab->setEnabled(state.enabled);
    }
}

void MainWindow::refresh_undo() {
    const auto state = (shown() ? shown() : stages_.front())->undo_state();
    action("undo")->setEnabled(state.can_undo);
    action("redo")->setEnabled(state.can_redo);
    action("undo")->setText(state.undo);
    action("redo")->setText(state.redo);
}

void MainWindow::refresh_recent() {
    const QStringList files = files_->recent();
    start_->show_recent(files);
    recent_menu_->clear();
    recent_menu_->setEnabled(!files.isEmpty());
    for (const auto& file : files)
        connect(recent_menu_->addAction(file), &QAction::triggered, files_,
                [this, file] { files_->open(path_of(file)); });
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!files_->may_leave()) {
        event->ignore();
        return;
    }
    files_->close();
    event->accept();
}

StageTab* MainWindow::tab(const QString& key) const {
    for (const auto& [stage, tab] : tabs_)
        if (stage->key() == key) return tab;
    return nullptr;
}
StackView* MainWindow::stack() const {
    return stage<RigPage>()->stack();
}
ElevationView* MainWindow::elevation() const {
    return stage<RigPage>()->elevation();
}
AxisBar* MainWindow::axis_bar() const {
    return stage<RigPage>()->axis_bar();
}
SeamSheet* MainWindow::sheet() const {
    return stage<RigPage>()->sheet();
}
PartSheet* MainWindow::part_sheet() const {
    return stage<RigPage>()->part_sheet();
}
void MainWindow::select_seam(const QString& interface) {
    stage<RigPage>()->select_seam(interface);
}
BriefPage* MainWindow::brief() const {
    return stage<BriefPage>();
}
BenchStage* MainWindow::bench_stage() const {
    return stage<BenchStage>();
}
BenchesPage* MainWindow::benches() const {
    return bench_stage()->all();
}
ThreadDesk* MainWindow::thread_desk() const {
    return bench_stage()->thread_desk();
}
BenchPage* MainWindow::bench() const {
    return bench_stage()->bench();
}
void MainWindow::open_bench(const QString& family) {
    bench_stage()->open_bench(family);
}

}  // namespace clampet::desktop
