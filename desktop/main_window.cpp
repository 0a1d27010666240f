#include "desktop/main_window.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QFile>
#include <QFileDialog>
#include <QMenu>
#include <QMessageBox>
#include <QSettings>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/axis_bar.h"
#include "desktop/bench_page.h"
#include "desktop/benches_page.h"
#include "desktop/brief_page.h"
#include "desktop/elevation_view.h"
#include "desktop/notice_bar.h"
#include "desktop/seam_button.h"
#include "desktop/seam_sheet.h"
#include "desktop/stack_builder.h"
#include "desktop/stack_view.h"
#include "desktop/stage_bar.h"
#include "desktop/start_page.h"
#include "desktop/theme.h"
#include "desktop/thread_desk.h"
#include "desktop/words.h"
#include "loads/cards.h"
#include "project/starting_points.h"
#include "quantity/format.h"
#include "study/sentences.h"

namespace clampet::desktop {
namespace {

constexpr int autosave_delay_ms = 1000;  // after the last change
constexpr int longest_unkept_ms = 5000;  // also while a person types without a pause
constexpr int most_recent = 8;
const char* const file_filter = "Clampet rigs (*.clampet.json);;All files (*)";

std::filesystem::path path_of(const QString& text) {
    return std::filesystem::path(QFile::encodeName(text).toStdString());
}

}  // namespace

MainWindow::MainWindow(const QString& recovery_folder, QWidget* parent)
    : QMainWindow(parent), recovery_(path_of(recovery_folder)) {
    setWindowTitle("Clampet");
    setWindowIcon(QIcon(":/icons/clampet.svg"));
    resize(1280, 800);
    setMinimumSize(820, 560);
    ask_to_keep = [this] {
        QMessageBox box(QMessageBox::Question, tr("Unsaved changes"),
                        tr("Save the changes to “%1”?").arg(QString::fromStdString(document_.rig().name)),
                        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, this);
        const int answer = box.exec();
        return answer == QMessageBox::Save ? Keep::save : answer == QMessageBox::Discard ? Keep::discard : Keep::cancel;
    };
    ask_about_changed = [this] {
        QMessageBox box(QMessageBox::Warning, tr("Changed elsewhere"),
                        tr("Another window or program has changed the file since it was opened here."),
                        QMessageBox::NoButton, this);
        auto* copy = box.addButton(tr("Save a copy…"), QMessageBox::AcceptRole);
        auto* over = box.addButton(tr("Write over it"), QMessageBox::DestructiveRole);
        box.addButton(QMessageBox::Cancel);
        box.exec();
        return box.clickedButton() == copy   ? Changed::copy
               : box.clickedButton() == over ? Changed::overwrite
                                             : Changed::cancel;
    };
    ask_where_to_save = [this] {
        return QFileDialog::getSaveFileName(
            this, tr("Save the rig"), QString::fromStdString(document_.rig().name) + ".clampet.json", file_filter);
    };
    document_.check_in_background([this](std::function<void()> answer) {
        QMetaObject::invokeMethod(this, std::move(answer), Qt::QueuedConnection);
    });
    autosave_.setSingleShot(true);
    connect(&autosave_, &QTimer::timeout, this, &MainWindow::keep_copy);
    build_shell();
    listen();
    refresh();
}

MainWindow::~MainWindow() {
    subscription_.reset();
}

void MainWindow::build_shell() {
    auto* central = new QWidget(this);
    auto* column = new QVBoxLayout(central);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    bar_ = new StageBar(central);
    brief_tab_ = bar_->add_stage(tr("&Brief"));
    rig_tab_ = bar_->add_stage(tr("&Rig"));
    benches_tab_ = bar_->add_stage(tr("Be&nches"));
    benches_tab_->set_state(tr("one interface each"), false);
    connect(benches_tab_, &QAbstractButton::clicked, this, &MainWindow::show_benches);
    connect(brief_tab_, &QAbstractButton::clicked, this, &MainWindow::show_brief);
    connect(rig_tab_, &QAbstractButton::clicked, this, &MainWindow::show_rig);
    build_menus();
    notice_ = new NoticeBar(central);
    pages_ = new QStackedWidget(central);
    start_ = new StartPage(pages_);
    brief_ = new BriefPage(document_, pages_);
    benches_ = new BenchesPage(pages_);
    rig_page_ = nullptr;  // those of an earlier shell go with it
    stack_ = nullptr;
    elevation_ = nullptr;
    axis_bar_ = nullptr;
    sheet_ = nullptr;
    bench_page_ = nullptr;
    thread_desk_ = nullptr;
    connect(brief_, &BriefPage::problem, notice_, &NoticeBar::show_problem);
    connect(brief_, &BriefPage::settled, notice_, &NoticeBar::hide);
    connect(benches_, &BenchesPage::thread_desk_wanted, this, &MainWindow::show_thread_desk);
    connect(benches_, &BenchesPage::bench_wanted, this, &MainWindow::open_bench);
    for (auto* page : std::initializer_list<QWidget*>{new QWidget(pages_), start_, brief_, benches_})
        pages_->addWidget(page);
    column->addWidget(bar_);
    column->addWidget(notice_);
    column->addWidget(pages_, 1);
    setCentralWidget(central);
    connect(start_, &StartPage::demo_wanted, this, &MainWindow::open_demo);
    connect(start_, &StartPage::starting_point_wanted, this, &MainWindow::start_from);
    connect(start_, &StartPage::file_wanted, this, &MainWindow::open_file);
    connect(start_, &StartPage::open_wanted, this, &MainWindow::choose_file_to_open);
}

void MainWindow::build_rig_page() {
    rig_page_ = new QSplitter(Qt::Horizontal, pages_);
    stack_ = new StackView(document_, rig_page_);
    auto* middle = new QWidget(rig_page_);
    elevation_ = new ElevationView(document_, middle);
    axis_bar_ = new AxisBar(document_, middle);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(elevation_, 1);
    column->addWidget(axis_bar_);
    sheet_ = new SeamSheet(document_, rig_page_);
    rig_page_->setHandleWidth(1);
    rig_page_->setChildrenCollapsible(false);
    stack_->setMinimumWidth(250);
    sheet_->setMinimumWidth(300);
    rig_page_->setStretchFactor(0, 0);
    rig_page_->setStretchFactor(1, 1);
    rig_page_->setStretchFactor(2, 0);
    rig_page_->setSizes({qRound(310 * std::min(1.3, text_scale())), 600, qRound(380 * std::min(1.3, text_scale()))});
    pages_->addWidget(rig_page_);
    connect(stack_, &StackView::selected_changed, this, [this](const QString& id) {
        elevation_->select(id);
        axis_bar_->select(id);
        sheet_->select(id);
    });
    connect(sheet_, &SeamSheet::bench_wanted, this, &MainWindow::open_bench_of);
    connect(stack_, &StackView::problem, notice_, &NoticeBar::show_problem);
    connect(elevation_, &ElevationView::problem, notice_, &NoticeBar::show_problem);
    if (!stack_->selected().isEmpty()) axis_bar_->select(stack_->selected());
    if (!stack_->selected().isEmpty()) select_seam(stack_->selected());
    listen();  // anew: the window is to be called after the views that it asks
}

void MainWindow::listen() {
    subscription_ = document_.observe([this](const project::Change&) {
        refresh();
        if (!autosave_.isActive()) unkept_.start();
        autosave_.start(std::clamp(longest_unkept_ms - static_cast<int>(unkept_.elapsed()), 0, autosave_delay_ms));
    });
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
        open();
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
        if (may_leave()) document_.start_new();
    });
    add(file, "open", tr("&Open…"), QKeySequence::Open, [this] { choose_file_to_open(); });
    recent_menu_ = file->addMenu(tr("Of &late"));
    file->addSeparator();
    add(file, "save", tr("&Save"), QKeySequence::Save, [this] { save(); });
    add(file, "save-as", tr("Save &as…"), QKeySequence("Ctrl+Shift+S"), [this] { save_as(); });
    add(file, "unsaved", tr("Unsaved &work"), QKeySequence(), [this] { bring_back_more(); });
    file->addSeparator();
    add(file, "demo", tr("Open the &demo"), QKeySequence(), [this] {
        if (may_leave()) open_demo();
    });
    add(file, "quit", tr("&Quit"), QKeySequence("Ctrl+Q"), [this] { close(); });
    auto* edit = new QMenu(bar_);
    add(edit, "undo", tr("&Undo"), QKeySequence::Undo, [this] { undo(); });
    add(edit, "redo", tr("&Redo"), QKeySequence("Ctrl+Shift+Z"), [this] { redo(); });
    auto* view = new QMenu(bar_);
    add(view, "brief", tr("&Brief"), QKeySequence("Ctrl+1"), [this] { show_brief(); });
    add(view, "rig", tr("&Rig"), QKeySequence("Ctrl+2"), [this] { show_rig(); });
    add(view, "benches", tr("Be&nches"), QKeySequence("Ctrl+3"), [this] { show_benches(); });
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
    const QString selected = stack_ ? stack_->selected() : QString();
    const bool brief = pages_->currentWidget() == brief_, benches = pages_->currentWidget() == benches_,
               desk = on_thread_desk(), bench = on_bench() && !benches && !desk;
    const auto on_desk = thread_desk_ ? std::optional(thread_desk_->state()) : std::nullopt;
    apply_theme(dark, scale);
    QSettings settings;
    settings.setValue("dark", theme().dark);
    settings.setValue("text_scale", text_scale());
    // Colours and sizes are taken when a widget is made: the shell is made anew over the same document.
    for (auto* old : actions()) removeAction(old);
    build_shell();
    refresh();
    if (brief) show_brief();
    if (!selected.isEmpty()) select_seam(selected);
    if (benches) show_benches();
    if (on_desk) make_thread_desk().restore(*on_desk);
    if (desk) show_thread_desk();
    if (bench) build_bench_page();
}

namespace {

/// "carried, outdoors", or how many loads it must stand.
QString use_words(const rig::Rig& rig) {
    QStringList names;
    for (const auto& card : loads::cards())
        if (std::find(rig.use.begin(), rig.use.end(), card.key) != rig.use.end()) names << text_of(card.name).toLower();
    if (!names.isEmpty()) return names.join(", ");
    return rig.cases.size() == 1 ? text_of(loads::name_of(rig, rig.cases.front())).section(':', 0, 0).toLower()
                                 : QObject::tr("%1 loads").arg(rig.cases.size());
}

}  // namespace

void MainWindow::refresh() {
    if (!rig_page_ && !document_.is_empty()) build_rig_page();
    const auto& rig = document_.rig();
    const QString name = rig.name.empty() ? tr("New rig") : QString::fromStdString(rig.name);
    const QString where =
        document_.path() ? QFile::decodeName(document_.path()->filename().c_str()) : tr("not in a file yet");
    bar_->set_title(
        name, document_.is_empty() ? QString() : where + (document_.is_modified() ? tr(" · changed") : QString()));
    setWindowTitle(document_.is_empty() ? "Clampet" : name + (document_.is_modified() ? " * – Clampet" : " – Clampet"));
    double payload = 0;
    for (const auto& part : rig.parts)
        if (part.role == "payload") payload += part.mass;
    brief_tab_->set_state(
        document_.is_empty()
            ? tr("nothing yet")
            : tr("%1 · %2").arg(QString::fromStdString(quantity::format(payload, quantity::Dimension::mass)),
                                use_words(rig)),
        false);
    rig_tab_->set_state(QString::fromStdString(study::tally(document_.check())),
                        !document_.is_empty() && document_.check().verdict != study::Verdict::holds);
    refresh_undo();
    action("save")->setEnabled(!document_.is_empty());
    action("save-as")->setEnabled(!document_.is_empty());
    brief_tab_->setEnabled(!document_.is_empty());
    rig_tab_->setEnabled(!document_.is_empty());
    if (document_.is_empty()) {
        refresh_recent();
        if (!after_first_paint_ && !on_bench()) pages_->setCurrentWidget(start_);
    } else if (pages_->currentWidget() != brief_ && pages_->currentWidget() != rig_page_ && !on_bench()) {
        show_rig();
        if (auto* seam = stack_->seam(stack_->selected())) seam->setFocus();
    }
}

void MainWindow::refresh_recent() {
    const QStringList files = QSettings().value("recent").toStringList();
    start_->show_recent(files);
    recent_menu_->clear();
    recent_menu_->setEnabled(!files.isEmpty());
    for (const auto& file : files)
        connect(recent_menu_->addAction(file), &QAction::triggered, this, [this, file] { open_file(file); });
}

void MainWindow::remember(const std::filesystem::path& file) {
    const QString path = QFile::decodeName(file.c_str());
    if (path_of(path) != file) return;  // a name that is no text cannot be kept in a list of texts
    QSettings settings;
    QStringList files = settings.value("recent").toStringList();
    files.removeAll(path);
    files.prepend(path);
    while (files.size() > most_recent) files.removeLast();
    settings.setValue("recent", files);
    refresh_recent();
}

void MainWindow::show_brief() {
    if (document_.is_empty()) return;
    pages_->setCurrentWidget(brief_);
    brief_tab_->setChecked(true);
    refresh_undo();
}

void MainWindow::show_rig() {
    if (document_.is_empty()) return;
    pages_->setCurrentWidget(rig_page_);
    rig_tab_->setChecked(true);
    refresh_undo();
}

void MainWindow::show_benches() {
    benches_->prepare();
    pages_->setCurrentWidget(benches_);
    benches_tab_->setChecked(true);
    refresh_undo();
    benches_->search()->setFocus();
}

ThreadDesk& MainWindow::make_thread_desk() {
    if (thread_desk_) return *thread_desk_;
    thread_desk_ = new ThreadDesk(pages_);
    pages_->addWidget(thread_desk_);
    connect(thread_desk_, &ThreadDesk::back_wanted, this, &MainWindow::show_benches);
    connect(thread_desk_, &ThreadDesk::changed, this, &MainWindow::refresh_undo);
    connect(thread_desk_, &ThreadDesk::bench_wanted, this, [this] {
        const auto inputs = thread_desk_->builder()->inputs();
        open_bench("thread");
        if (const auto done = bench_.set_inputs(inputs); !done)
            notice_->show_problem(QString::fromStdString(done.problem().sentence()));
    });
    return *thread_desk_;
}

void MainWindow::show_thread_desk() {
    make_thread_desk();
    pages_->setCurrentWidget(thread_desk_);
    benches_tab_->setChecked(true);
    refresh_undo();
}

void MainWindow::build_bench_page() {
    if (!bench_page_) {
        bench_page_ = new BenchPage(bench_, pages_);
        pages_->addWidget(bench_page_);
        connect(bench_page_, &BenchPage::back_wanted, this, &MainWindow::leave_bench);
        connect(bench_page_, &BenchPage::rig_wanted, this, &MainWindow::put_into_rig);
        connect(bench_page_, &BenchPage::problem, notice_, &NoticeBar::show_problem);
        connect(bench_page_, &BenchPage::exported, this,
                [this](const QString& path) { notice_->show_notice(tr("Written: %1").arg(path)); });
        connect(&bench_, &BenchModel::changed, bench_page_, [this] { refresh_undo(); });
    }
    bench_page_->set_rig_name(document_.is_empty() ? QString() : QString::fromStdString(document_.rig().name));
    pages_->setCurrentWidget(bench_page_);
    benches_tab_->setChecked(true);
    refresh_undo();
}

void MainWindow::open_bench(const QString& family) {
    const auto* found = families::family_named(family.toStdString());
    if (!found) return;
    bench_.open_family(*found, document_.is_empty() ? 2 : document_.rig().required);
    build_bench_page();
}

void MainWindow::open_bench_of(const QString& interface, const QString& element) {
    bench_.open_seam(document_, interface.toStdString(), element.toStdString());
    if (bench_.is_open()) build_bench_page();
}

bool MainWindow::on_thread_desk() const {
    return thread_desk_ && pages_->currentWidget() == thread_desk_;
}

bool MainWindow::on_bench() const {
    const auto* page = pages_->currentWidget();
    return page == benches_ || on_thread_desk() || (bench_page_ && page == bench_page_);
}

void MainWindow::leave_bench() {
    if (!bench_.origin() || document_.is_empty()) return show_benches();
    show_rig();
    select_seam(QString::fromStdString(bench_.origin()->interface));
}

void MainWindow::put_into_rig() {
    if (document_.is_empty())
        return notice_->show_problem(tr("No rig is open. Start one, or open one, then put the design into it."));
    const auto& element = bench_.bench().element;
    Status done = Done{};
    if (const auto& origin = bench_.origin()) {
        done = document_.perform(
            project::SetInputs{origin->interface, origin->element, bench_.inputs_for(document_.rig())});
    } else {
        project::AddPart edit{stack_->top_part(), tr("New part").toStdString(), element.family, 0.1, element.inputs};
        done = document_.perform(edit);
    }
    if (!done) return notice_->show_problem(QString::fromStdString(done.problem().sentence()));
    show_rig();
    if (const auto& origin = bench_.origin())
        select_seam(QString::fromStdString(origin->interface));
    else
        select_seam(QString::fromStdString(document_.rig().interfaces.back().id));
}

void MainWindow::undo() {
    if (on_thread_desk()) return thread_desk_->builder()->undo();
    bench_page_ && pages_->currentWidget() == bench_page_ ? bench_.undo() : document_.undo();
}
void MainWindow::redo() {
    if (on_thread_desk()) return thread_desk_->builder()->redo();
    bench_page_ && pages_->currentWidget() == bench_page_ ? bench_.redo() : document_.redo();
}

void MainWindow::refresh_undo() {
    if (on_thread_desk()) {
        action("undo")->setEnabled(thread_desk_->builder()->can_undo());
        action("redo")->setEnabled(thread_desk_->builder()->can_redo());
        action("undo")->setText(tr("&Undo on the thread desk"));
        action("redo")->setText(tr("&Redo on the thread desk"));
        return;
    }
    if (bench_page_ && pages_->currentWidget() == bench_page_) {
        action("undo")->setEnabled(bench_.can_undo());
        action("redo")->setEnabled(bench_.can_redo());
        action("undo")->setText(tr("&Undo on the bench"));
        action("redo")->setText(tr("&Redo on the bench"));
        return;
    }
    action("undo")->setEnabled(document_.can_undo());
    action("redo")->setEnabled(document_.can_redo());
    action("undo")->setText(document_.can_undo() ? tr("&Undo: %1").arg(QString::fromStdString(document_.undo_label()))
                                                 : tr("&Undo"));
    action("redo")->setText(document_.can_redo() ? tr("&Redo: %1").arg(QString::fromStdString(document_.redo_label()))
                                                 : tr("&Redo"));
}

void MainWindow::select_seam(const QString& interface) {
    if (stack_) stack_->select(interface);
}

void MainWindow::open_demo() {
    if (const auto done = document_.adopt(project::demo_rig()); !done)
        notice_->show_problem(QString::fromStdString(done.problem().sentence()));
    else
        notice_->hide();
}

void MainWindow::start_from(const QString& key) {
    if (!may_leave()) return;
    auto rig = project::starting_rig(key.toStdString());
    const auto done = rig ? document_.adopt(std::move(*rig)) : Status(rig.problem());
    if (!done) notice_->show_problem(QString::fromStdString(done.problem().sentence()));
}

bool MainWindow::open_file(const QString& path) {
    return open_path(path_of(path));
}

bool MainWindow::open_path(const std::filesystem::path& path) {
    if (!may_leave()) return false;
    const auto done = document_.open(path);
    if (!done) {
        notice_->show_problem(
            tr("Not opened; what was open is still here. %1").arg(QString::fromStdString(done.problem().sentence())));
        return false;
    }
    recovery_.discard();
    notice_->hide();
    remember(path);
    return true;
}

void MainWindow::choose_file_to_open() {
    const QString path = QFileDialog::getOpenFileName(this, tr("Open a rig"), {}, file_filter);
    if (!path.isEmpty()) open_file(path);
}

bool MainWindow::save_to(const QString& path) {
    return save_path(path_of(path));
}

bool MainWindow::save_path(const std::filesystem::path& path) {
    auto over = project::Document::Over::nothing;
    if (document_.was_changed_elsewhere(path)) {
        const auto answer = ask_about_changed();
        if (answer == Changed::cancel) return false;
        if (answer == Changed::copy) return save_as();
        over = project::Document::Over::changes;
    }
    const auto done = document_.save_as(path, over);
    if (!done) {
        notice_->show_problem(QString::fromStdString(done.problem().sentence()));
        return false;
    }
    recovery_.discard();
    notice_->hide();
    remember(path);
    return true;
}

bool MainWindow::save() {
    if (document_.is_empty()) return false;
    return document_.path() ? save_path(std::filesystem::path(*document_.path())) : save_as();
}

bool MainWindow::save_as() {
    QString path = ask_where_to_save();
    if (path.isEmpty()) return false;
    if (!path.contains('.')) path += ".clampet.json";
    return save_to(path);
}

bool MainWindow::may_leave() {
    if (!document_.is_modified()) return true;
    switch (ask_to_keep()) {
        case Keep::save:
            return save();
        case Keep::discard:
            recovery_.discard();
            return true;
        case Keep::cancel:
            return false;
    }
    return false;
}

void MainWindow::keep_copy() {
    if (closing_) return;
    if (!document_.is_modified()) {
        recovery_.discard();
        return;
    }
    if (const auto done = recovery_.keep(document_.rig(), document_.path()); !done)
        notice_->show_problem(tr("The automatic copy could not be written; save by hand. %1")
                                  .arg(QString::fromStdString(done.problem().sentence())));
}

bool MainWindow::recover() {
    auto orphan = recovery_.take_orphan();
    if (!orphan) return false;
    const auto done = document_.adopt(std::move(orphan->rig), orphan->path, true);
    if (!done) return false;
    const bool more = recovery_.orphans() > 0;
    notice_->show_notice(tr("Clampet ended without saving last time. The work is back; save it to keep it.") +
                         (more ? tr(" Another rig was open too: File, Unsaved work brings it.") : QString()));
    return true;
}

void MainWindow::bring_back_more() {
    if (recovery_.orphans() == 0) return notice_->show_notice(tr("There is no other unsaved work."));
    if (may_leave() && !recover())
        notice_->show_problem(tr("The unsaved work could not be read; it is left in place."));
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!may_leave()) {
        event->ignore();
        return;
    }
    closing_ = true;
    autosave_.stop();
    recovery_.discard();
    event->accept();
}

}  // namespace clampet::desktop
