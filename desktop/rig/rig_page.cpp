#include "desktop/rig/rig_page.h"

#include <QPushButton>
#include <QResizeEvent>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/rig/axis_bar.h"
#include "desktop/rig/elevation_view.h"
#include "desktop/rig/part_sheet.h"
#include "desktop/rig/seam_button.h"
#include "desktop/rig/seam_sheet.h"
#include "desktop/rig/shelf_view.h"
#include "desktop/rig/stack_view.h"
#include "desktop/studies/advice_view.h"
#include "desktop/studies/balance_view.h"
#include "desktop/studies/limit_view.h"
#include "desktop/studies/picture_view.h"
#include "desktop/studies/room_view.h"
#include "desktop/studies/variants_view.h"
#include "desktop/theme/theme.h"
#include "desktop/travel/shots_panel.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "study/sentences.h"

namespace clampet::desktop {

RigPage::RigPage(Session& session, QWidget* parent) : Stage(session, parent) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    connect(&session, &Session::seam_wanted, this, [this](const QString& interface) {
        emit wanted();
        select_seam(interface);
    });
    connect(&session, &Session::shelf_wanted, this, [this](const QString& part) {
        emit wanted();
        open_shelf({part.toStdString()});
    });
    subscription_ = session.document.observe([this](const project::Change&) { build_when_there_is_one(); });
}

Stage::State RigPage::state() const {
    const auto& d = session().document;
    return {QString::fromStdString(study::tally(d.check())),
            !d.is_empty() && d.check().verdict != study::Verdict::holds, !d.is_empty()};
}

void RigPage::build_when_there_is_one() {
    if (!splitter_ && !session().document.is_empty()) build();
}

void RigPage::build() {
    auto& document = session().document;
    splitter_ = new QSplitter(Qt::Horizontal, this);
    stack_ = new StackView(document, splitter_);
    middle_ = new QStackedWidget(splitter_);
    middle_->addWidget(make_centre());
    shelf_ = new ShelfView(document, middle_);
    shelf_->use_workshop([this]() -> const inventory::Workshop& { return session().stockroom.workshop(); });
    middle_->addWidget(shelf_);
    sheets_ = new QStackedWidget(splitter_);
    sheet_ = new SeamSheet(document, sheets_);
    sheet_->use_workshop([this]() -> const inventory::Workshop& { return session().stockroom.workshop(); });
    part_sheet_ = new PartSheet(document, sheets_);
    sheets_->addWidget(sheet_);
    sheets_->addWidget(part_sheet_);
    splitter_->setHandleWidth(1);
    splitter_->setChildrenCollapsible(false);
    stack_->setMinimumWidth(250);
    sheets_->setMinimumWidth(300);
    splitter_->setStretchFactor(0, 0);
    splitter_->setStretchFactor(1, 1);
    splitter_->setStretchFactor(2, 0);
    splitter_->setSizes({qRound(310 * std::min(1.3, text_scale())), 600, qRound(380 * std::min(1.3, text_scale()))});
    layout()->addWidget(splitter_);
    connect(stack_, &StackView::selected_changed, this, &RigPage::show_seam);
    connect(stack_, &StackView::part_selected, this, &RigPage::show_part);
    connect(elevation_, &ElevationView::part_pressed, this, &RigPage::select_part);
    connect(sheet_, &SeamSheet::bench_wanted, &session(), &Session::seam_bench_wanted);
    connect(shots_, &ShotsPanel::problem, &session(), &Session::problem);
    connect(shots_, &ShotsPanel::seam_wanted, this, &RigPage::select_seam);
    connect(stack_, &StackView::shelf_wanted, this, &RigPage::open_shelf);
    connect(shelf_, &ShelfView::problem, &session(), &Session::problem);
    connect(shelf_, &ShelfView::placed, this, &RigPage::select_part);
    connect(shelf_, &ShelfView::done, this, &RigPage::close_shelf);
    connect(stack_, &StackView::problem, &session(), &Session::problem);
    connect(axis_bar_, &AxisBar::problem, &session(), &Session::problem);
    connect(elevation_, &ElevationView::problem, &session(), &Session::problem);
    if (!stack_->selected().isEmpty()) show_seam(stack_->selected());
}

QWidget* RigPage::make_centre() {
    auto& document = session().document;
    auto* middle = new QWidget(middle_);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    questions_ = new QWidget(middle);
    auto* row = new FlowLayout(questions_);
    row->setContentsMargins(14, 10, 8, 2);
    auto* folded = new QWidget(middle);
    auto* only = new QVBoxLayout(folded);
    only->setContentsMargins(14, 10, 12, 2);
    folded_ = new QuietComboBox(folded);
    only->addWidget(folded_);
    folded_->setObjectName("questions-folded");
    folded_->setAccessibleName(tr("What is asked of the rig"));
    folded->hide();
    connect(folded_, &QComboBox::activated, this,
            [this](int index) { question(folded_->itemData(index).toString())->click(); });
    centre_ = new QStackedWidget(middle);
    auto* picture = new QWidget(centre_);
    elevation_ = new ElevationView(document, picture);
    axis_bar_ = new AxisBar(document, picture);
    auto* below = new QVBoxLayout(picture);
    below->setContentsMargins(0, 0, 0, 0);
    below->setSpacing(0);
    below->addWidget(elevation_, 1);
    below->addWidget(axis_bar_);
    add_question("rig", tr("The rig"), picture);
    auto* advice = new AdviceView(document, centre_);
    advice->use_workshop([this]() -> const inventory::Workshop& { return session().stockroom.workshop(); });
    connect(advice, &AdviceView::looked_at, this, [this, advice](int looked_at) {
        if (!stack_) return;
        std::vector<StackView::Preview> then;
        if (looked_at >= 0 && static_cast<std::size_t>(looked_at) < advice->shown().size())
            for (const auto& each : advice->shown()[static_cast<std::size_t>(looked_at)].all)
                then.push_back({QString::fromStdString(each.interface), each.factor, each.verdict});
        stack_->preview(then);
    });
    add_question("advice", tr("What to change"), advice);
    add_question("limit", tr("How much"), new LimitView(document, centre_));
    auto* balance = new BalanceView(document, centre_);
    balance->use_workshop([this]() -> const inventory::Workshop& { return session().stockroom.workshop(); });
    add_question("balance", tr("Balance"), balance);
    add_question("room", tr("Room"), new RoomView(document, centre_));
    add_question("picture", tr("Picture"), new PictureView(document, centre_));
    add_question("variants", tr("Variants"), new VariantsView(document, centre_));
    question("rig")->setChecked(true);
    shots_ = new ShotsPanel(document, middle);
    column->addWidget(questions_);
    column->addWidget(folded);
    column->addWidget(centre_, 1);
    middle->installEventFilter(this);
    column->addWidget(shots_);
    return middle;
}

void RigPage::add_question(const QString& key, const QString& name, QWidget* view) {
    auto* button = new QPushButton(name, questions_);
    button->setObjectName("question-" + key);
    button->setProperty("tab", true);
    button->setCheckable(true);
    button->setAutoExclusive(true);
    questions_->layout()->addWidget(button);
    folded_->addItem(name, key);
    centre_->addWidget(view);
    connect(button, &QPushButton::clicked, this, [this, view, key] {
        centre_->setCurrentWidget(view);
        folded_->setCurrentIndex(folded_->findData(key));
    });
    if (auto* study = qobject_cast<StudyView*>(view)) {
        connect(study, &StudyView::problem, &session(), &Session::problem);
        connect(study, &StudyView::seam_wanted, this, &RigPage::select_seam);
        connect(study, &StudyView::parts_wanted, this, [this](const QStringList& parts) {
            question("rig")->click();
            std::vector<std::string> all;
            for (const auto& part : parts) all.push_back(part.toStdString());
            elevation_->mark_parts(std::move(all));
        });
    }
}

bool RigPage::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Resize) fold_questions(static_cast<QResizeEvent*>(event)->size().width());
    return Stage::eventFilter(watched, event);
}

void RigPage::fold_questions(int width) {
    // Large letters in a narrow window: the picture needs the room more than a third line of questions does.
    constexpr double lines = 2.6;
    const auto* first = questions_->layout()->itemAt(0);
    const bool fold = questions_->layout()->heightForWidth(width) > lines * first->sizeHint().height();
    questions_->setVisible(!fold);
    folded_->parentWidget()->setVisible(fold);
}

QPushButton* RigPage::question(const QString& key) const {
    return questions_ ? questions_->findChild<QPushButton*>("question-" + key) : nullptr;
}

bool RigPage::shows_shelf() const {
    return middle_ && middle_->currentWidget() == shelf_;
}

void RigPage::open_shelf(const project::ShelfPlace& place) {
    build_when_there_is_one();
    if (!middle_) return;
    middle_->setCurrentWidget(shelf_);
    shelf_->show_place(place);
}

void RigPage::close_shelf() {
    middle_->setCurrentIndex(0);
    // What was built is judged: the seam that would let go first comes up, with the keyboard.
    const auto& check = session().document.check();
    if (check.worst) select_seam(QString::fromStdString(check.interfaces[*check.worst].id));
    take_keyboard();
}

void RigPage::show_seam(const QString& interface) {
    elevation_->select(interface);
    axis_bar_->select(interface);
    shots_->select(interface);
    sheet_->select(interface);
    sheets_->setCurrentWidget(sheet_);
    elevation_->mark_parts({});
}

void RigPage::show_part(const QString& part) {
    sheets_->setCurrentWidget(part_sheet_);
    part_sheet_->select(part.toStdString());
    elevation_->mark_parts({part.toStdString()});
}

void RigPage::select_seam(const QString& interface) {
    if (stack_) stack_->select(interface);
}
void RigPage::select_part(const QString& part) {
    if (stack_) stack_->select_part(part);
}

void RigPage::take_keyboard() {
    if (!stack_) return;
    if (auto* seam = stack_->seam(stack_->selected())) seam->setFocus();
}

namespace {

/// What was selected, and from where the rig was looked at.
struct Memory {
    QString seam, part;
    ViewSide view = ViewSide::side;
};

}  // namespace

std::any RigPage::memory() const {
    if (!stack_) return {};
    return Memory{stack_->selected(), stack_->selected_part(), elevation_->view()};
}

void RigPage::recall(const std::any& memory) {
    const auto* known = std::any_cast<Memory>(&memory);
    build_when_there_is_one();
    if (!known || !stack_) return;
    elevation_->set_view(known->view);
    select_seam(known->seam);
    if (!known->part.isEmpty()) select_part(known->part);
}

}  // namespace clampet::desktop
