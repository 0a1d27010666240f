#include "desktop/bench/bench_stage.h"

#include <QComboBox>
#include <QLineEdit>
#include <QStackedLayout>

#include "desktop/bench/bench_page.h"
#include "desktop/bench/benches_page.h"
#include "desktop/threads/stack_builder.h"
#include "desktop/threads/thread_desk.h"

namespace clampet::desktop {

BenchStage::BenchStage(Session& session, QWidget* parent)
    : Stage(session, parent), pages_(new QStackedLayout(this)), all_(new BenchesPage(this)) {
    pages_->setContentsMargins(0, 0, 0, 0);
    pages_->addWidget(all_);
    connect(all_, &BenchesPage::thread_desk_wanted, this, &BenchStage::show_thread_desk);
    connect(all_, &BenchesPage::wanted, this, &BenchStage::go_to);
    connect(&session, &Session::seam_bench_wanted, this, &BenchStage::open_bench_of);
    connect(&session.bench, &BenchModel::changed, this, &Stage::undo_changed);
}

bool BenchStage::is_shown(const QWidget* page) const {
    return page && pages_->currentWidget() == page;
}

void BenchStage::show(QWidget* page) {
    pages_->setCurrentWidget(page);
    emit wanted();
    emit undo_changed();
}

void BenchStage::show_all() {
    all_->prepare();
    show(all_);
    // What was made just now is shown by a queued call: before that it takes no focus.
    auto* search = all_->search();
    QMetaObject::invokeMethod(
        search, [search] { search->setFocus(); }, Qt::QueuedConnection);
}

ThreadDesk& BenchStage::make_thread_desk() {
    if (desk_) return *desk_;
    desk_ = new ThreadDesk(this);
    pages_->addWidget(desk_);
    connect(desk_, &ThreadDesk::back_wanted, this, &BenchStage::show_all);
    connect(desk_, &ThreadDesk::changed, this, &Stage::undo_changed);
    connect(desk_, &ThreadDesk::bench_wanted, this, [this] {
        const auto inputs = desk_->builder()->inputs();
        open_bench("thread");
        if (const auto done = session().bench.set_inputs(inputs); !done)
            emit session().problem(QString::fromStdString(done.problem().sentence()));
    });
    return *desk_;
}

void BenchStage::show_thread_desk() {
    show(&make_thread_desk());
}

BenchPage& BenchStage::make_bench() {
    if (!bench_) {
        bench_ = new BenchPage(session().bench, this);
        pages_->addWidget(bench_);
        connect(bench_, &BenchPage::back_wanted, this, &BenchStage::leave_bench);
        connect(bench_, &BenchPage::rig_wanted, this, &BenchStage::put_into_rig);
        connect(bench_, &BenchPage::problem, &session(), &Session::problem);
        connect(bench_, &BenchPage::exported, this,
                [this](const QString& path) { emit session().notice(tr("Written: %1").arg(path)); });
    }
    const auto& document = session().document;
    bench_->set_rig_name(document.is_empty() ? QString() : QString::fromStdString(document.rig().name));
    return *bench_;
}

void BenchStage::show_bench() {
    show(&make_bench());
}

void BenchStage::open_bench(const QString& family) {
    const auto* found = families::family_named(family.toStdString());
    if (!found) return;
    const auto& document = session().document;
    session().bench.open_family(*found, document.is_empty() ? 2 : document.rig().required);
    show_bench();
}

void BenchStage::go_to(const project::Found& found) {
    using catalogue::LeadsTo;
    if (found.leads_to == LeadsTo::start) emit session().starting_point_wanted(QString::fromStdString(found.key));
    if (found.leads_to == LeadsTo::thread_desk) {
        show_thread_desk();
        if (!found.key.empty()) desk_->thread(0)->setCurrentText(QString::fromStdString(found.key));
    }
    if (found.leads_to != LeadsTo::bench) return;
    open_bench(QString::fromStdString(found.key));
    if (found.inputs.empty()) return;
    if (const auto done = session().bench.start_with(found.inputs); !done)
        emit session().problem(QString::fromStdString(done.problem().sentence()));
}

void BenchStage::open_bench_of(const QString& interface, const QString& element) {
    session().bench.open_seam(session().document, interface.toStdString(), element.toStdString());
    if (session().bench.is_open()) show_bench();
}

void BenchStage::leave_bench() {
    const auto& origin = session().bench.origin();
    if (!origin || session().document.is_empty()) return show_all();
    emit session().seam_wanted(QString::fromStdString(origin->interface));
}

void BenchStage::put_into_rig() {
    auto& document = session().document;
    if (document.is_empty())
        return emit session().problem(tr("No rig is open. Start one, or open one, then put the design into it."));
    const auto& model = session().bench;
    const auto& element = model.bench().element;
    const auto& origin = model.origin();
    const auto done =
        origin
            ? document.perform(project::SetInputs{origin->interface, origin->element, model.inputs_for(document.rig())})
            : document.perform(project::AddPart{document.top_part(), tr("New part").toStdString(), element.family, 0.1,
                                                element.inputs});
    if (!done) return emit session().problem(QString::fromStdString(done.problem().sentence()));
    emit session().seam_wanted(
        QString::fromStdString(origin ? origin->interface : document.rig().interfaces.back().id));
}

Stage::Undo BenchStage::undo_state() const {
    if (is_shown(desk_))
        return {desk_->builder()->can_undo(), desk_->builder()->can_redo(), tr("&Undo on the thread desk"),
                tr("&Redo on the thread desk")};
    if (is_shown(bench_))
        return {session().bench.can_undo(), session().bench.can_redo(), tr("&Undo on the bench"),
                tr("&Redo on the bench")};
    return Stage::undo_state();
}
void BenchStage::undo() {
    if (is_shown(desk_)) return desk_->builder()->undo();
    is_shown(bench_) ? session().bench.undo() : Stage::undo();
}
void BenchStage::redo() {
    if (is_shown(desk_)) return desk_->builder()->redo();
    is_shown(bench_) ? session().bench.redo() : Stage::redo();
}

namespace {

struct Memory {
    bool bench = false, desk = false;
    std::optional<ThreadDesk::State> on_desk;
};

}  // namespace

std::any BenchStage::memory() const {
    return Memory{is_shown(bench_), is_shown(desk_), desk_ ? std::optional(desk_->state()) : std::nullopt};
}

void BenchStage::recall(const std::any& memory) {
    const auto* known = std::any_cast<Memory>(&memory);
    if (!known) return;
    if (known->on_desk) make_thread_desk().restore(*known->on_desk);
    if (known->desk) pages_->setCurrentWidget(desk_);
    if (known->bench && session().bench.is_open()) pages_->setCurrentWidget(&make_bench());
}

}  // namespace clampet::desktop
