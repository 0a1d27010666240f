#include "desktop/prove/prove_stage.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QDate>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QScrollArea>
#include <QSignalBlocker>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/prove/belief_view.h"
#include "desktop/prove/card_page.h"
#include "desktop/prove/fit_page.h"
#include "desktop/prove/hang_page.h"
#include "desktop/prove/log_page.h"
#include "desktop/prove/measured_page.h"
#include "desktop/prove/record_list.h"
#include "desktop/prove/revisions_page.h"
#include "desktop/prove/scale_panel.h"
#include "desktop/prove/tap_page.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "prove/test_picture.h"

namespace clampet::desktop {

using quantity::Dimension;

ProveStage::ProveStage(Session& session, QWidget* parent)
    : Stage(session, parent), background_([here = QPointer<ProveStage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }) {
    subscription_ = session.document.observe([this](const project::Change&) {
        is_old_ = true;
        if (isVisible()) refresh();
    });
    drawer_ = session.stockroom.observe([this] {
        if (isVisible()) show_page(shown_page());
    });
}

void ProveStage::furnish() {
    says_ = wrapped(this, 0.95);
    watch_ = wrapped(this, 0.95);
    answer_ = wrapped(this, 0.95);
    inside_tests_ = new QWidget;
    pulls_ =
        new RecordList(tr("None yet. Pull with a hanging scale as it is drawn, type what it showed, and every "
                          "verdict follows."));
    test_column_ = new QVBoxLayout(inside_tests_);
    pages_ = new QStackedWidget(this);
    tap_ = new TapPage(session(), this);
    hang_ = new HangPage(session(), this);
    fits_ = new FitPage(session(), this);
    measured_ = new MeasuredPage(session(), this);
    revisions_ = new RevisionsPage(session(), this);
    log_ = new LogPage(session(), this);
    card_ = new CardPage(session(), this);
    others_ = {tap_, hang_, fits_, measured_, revisions_, log_, card_};
    scale_ = new ScalePanel(this);
    picture_ = new DrawingView(this);
    belief_ = new BeliefView(this);
    seam_ = new QuietComboBox(this);
    way_ = new QuietComboBox(this);
    outcome_ = new QuietComboBox(this);
    force_ = new QuantityField(Dimension::force, this);
    arm_ = new QuantityField(Dimension::length, this);
    note_ = new QLineEdit(this);
    anew_ = new QCheckBox(tr("Loosened and tightened again before"), this);
    keep_ = new QPushButton(tr("Keep this test"), this);
    tightened_ = new QPushButton(tr("It was tightened anew"), this);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(24, 12, 24, 12);
    column->addWidget(make_tabs());
    column->addWidget(pages_, 1);
    auto* pull_page = new QWidget;
    auto* outer = new QHBoxLayout(pull_page);
    outer->setContentsMargins(0, 4, 0, 0);
    outer->setSpacing(18);
    pages_->addWidget(pull_page);
    for (auto* page : others_) pages_->addWidget(page);
    auto* left = new QVBoxLayout;
    left->addWidget(heading(tr("Tests to do"), this, 1.3));
    left->addWidget(says_);
    test_column_->setContentsMargins(0, 0, 0, 0);
    left->addWidget(scrolled(inside_tests_, this), 2);
    left->addWidget(heading(tr("Tests made"), this, 1.1));
    left->addWidget(scrolled(pulls_, this), 2);
    outer->addLayout(left, 3);
    // All of it scrolls where letters are large.
    auto* inside = new QWidget;
    auto* right = new QVBoxLayout(inside);
    right->setContentsMargins(0, 0, 6, 0);
    picture_->setMinimumHeight(190);
    right->addWidget(picture_, 1);
    right->addWidget(watch_);
    right->addWidget(scale_);
    right->addWidget(make_form());
    right->addWidget(answer_);
    right->addWidget(heading(tr("What the tests teach"), this, 1.1));
    right->addWidget(belief_);
    outer->addWidget(scrolled(inside, this), 4);
    connect(scale_, &ScalePanel::let_go, this, &ProveStage::take_let_go);
}

QWidget* ProveStage::make_tabs() {
    auto* row = new QWidget(this);
    auto* tabs = new FlowLayout(row);
    auto* group = new QButtonGroup(this);
    for (const auto& words : {tr("Pull"), tr("Tap"), tr("Under load"), tr("Fits"), tr("Measured"), tr("Revisions"),
                              tr("Log"), tr("Use card")}) {
        auto* tab = new QPushButton(words, row);
        tab->setCheckable(true);
        tab->setProperty("pill", true);
        group->addButton(tab, static_cast<int>(tabs_.size()));
        tabs->addWidget(tab);
        tabs_.push_back(tab);
    }
    tabs_.front()->setChecked(true);
    connect(group, &QButtonGroup::idClicked, this, [this](int page) { show_page(static_cast<std::size_t>(page)); });
    return row;
}

std::size_t ProveStage::shown_page() const {
    return static_cast<std::size_t>(pages_->currentIndex());
}

void ProveStage::show_page(std::size_t page) {
    tabs_.at(page)->setChecked(true);
    pages_->setCurrentIndex(static_cast<int>(page));
    if (page > 0) others_[page - 1]->refresh();
}

void ProveStage::take_let_go(const prove::LetGo& how) {
    typed_force_ = how.force;
    force_->show_computed(how.force);
    const bool has_held = how.shape == prove::Shape::nothing;
    outcome_->setCurrentIndex(outcome_->findData(has_held ? "held" : "slid"));
}

QWidget* ProveStage::make_form() {
    auto* form = new FormRow(this);
    for (const auto& [words, key] : {std::pair{tr("down"), "down"},
                                     {tr("up"), "up"},
                                     {tr("ahead"), "ahead"},
                                     {tr("back"), "back"},
                                     {tr("to the left"), "left"},
                                     {tr("to the right"), "right"}})
        way_->addItem(words, QString(key));
    for (const auto& [words, key] : {std::pair{tr("it slid"), "slid"},
                                     {tr("it held"), "held"},
                                     {tr("it tipped first"), "tipped"},
                                     {tr("it opened first"), "opened"},
                                     {tr("something broke"), "broke"}})
        outcome_->addItem(words, QString(key));
    force_->set_name(tr("The scale showed"),
                     tr("When it let go, or the most that it was pulled with: 42 N, 3.5 kg, 9 lb."));
    force_->take_masses();
    arm_->set_name(tr("Hooked so far out"), tr("From the middle of the seam, towards what it carries."));
    arm_->take_nothing();
    arm_->editor()->setPlaceholderText(tr("as drawn"));
    for (auto* field : {force_, arm_}) field->setFixedWidth(qRound(150 * std::min(1.5, text_scale())));
    form->add(tr("Seam"), seam_);
    form->add(tr("Pulled"), way_);
    form->add(tr("Hooked so far out"), arm_);
    form->add(tr("The scale showed"), force_);
    form->add(tr("What it did"), outcome_);
    note_->setPlaceholderText(tr("what else was seen"));
    form->add(tr("Note"), note_);
    form->add(" ", anew_);
    form->add(keep_);
    tightened_->setToolTip(tr("Its force is common practice's again; what was learned of the friction stays."));
    form->add(tightened_);
    connect(force_, &QuantityField::committed, this, [this](double si, quint64) { typed_force_ = si; });
    connect(arm_, &QuantityField::committed, this, [this](double si, quint64) {
        typed_arm_ = si;
        show_picture();
    });
    connect(arm_, &QuantityField::cleared, this, [this](quint64) {
        typed_arm_.reset();
        show_picture();
    });
    connect(seam_, &QComboBox::currentIndexChanged, this, &ProveStage::show_picture);
    connect(way_, &QComboBox::currentIndexChanged, this, &ProveStage::show_picture);
    connect(keep_, &QPushButton::clicked, this, &ProveStage::keep_pull);
    connect(tightened_, &QPushButton::clicked, this,
            [this] { perform(project::TightenAnew{seam_->currentData().toString().toStdString()}); });
    return form;
}

Stage::State ProveStage::state() const {
    const auto& rig = session().document.rig();
    const auto counting = [](const auto& all) {
        return std::count_if(all.begin(), all.end(), [](const auto& test) { return !test.is_off; });
    };
    const auto count = counting(rig.pulls), all = count + counting(rig.taps) + counting(rig.hangs);
    if (all != count) return {all == 1 ? tr("1 test logged") : tr("%1 tests logged").arg(all)};
    return {count == 0 ? tr("no test yet") : count == 1 ? tr("1 pull logged") : tr("%1 pulls logged").arg(count)};
}

void ProveStage::enter() {
    if (!buttons_.empty()) buttons_[std::min(chosen_, buttons_.size() - 1)]->setFocus();
}

void ProveStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    if (is_old_) refresh();
}

QString ProveStage::watch() const {
    return watch_->text();
}
QString ProveStage::said() const {
    return answer_->text();
}
QString ProveStage::words_of(std::size_t pull) const {
    return pulls_->words(pull);
}
QCheckBox* ProveStage::counts(std::size_t pull) const {
    return pulls_->box(pull);
}

void ProveStage::perform(const project::Edit& edit) {
    if (const auto done = session().document.perform(edit); !done)
        emit session().problem(text_of(done.problem().sentence()));
}

void ProveStage::refresh() {
    is_old_ = false;
    const auto& rig = session().document.rig();
    const QString before = seam_->currentData().toString();
    {
        const QSignalBlocker quiet(seam_);
        seam_->clear();
        for (const auto& seam : rig.interfaces) seam_->addItem(text_of(seam.name), text_of(seam.id));
        seam_->setCurrentIndex(std::max(0, seam_->findData(before)));
    }
    const bool is_any = !rig.interfaces.empty();
    for (QWidget* field :
         std::initializer_list<QWidget*>{seam_, way_, outcome_, force_, arm_, note_, anew_, keep_, tightened_})
        field->setEnabled(is_any);
    show_pulls();
    belief_->show_belief(prove::belief_of(rig), rig);
    look();
    if (shown_page() > 0) others_[shown_page() - 1]->refresh();
}

void ProveStage::look() {
    is_looking_ = true;
    says_->setText(tr("Looking for the tests that tell most …"));
    background_.start([here = QPointer<ProveStage>(this),
                       rig = session().document.rig()](const study::Job& job) -> std::function<void()> {
        auto tests = prove::tests_to_do(rig, job);
        return [here, tests = std::move(tests)] {
            if (here) here->took(tests);
        };
    });
}

void ProveStage::took(const Result<std::vector<prove::TestToDo>>& tests) {
    is_looking_ = false;
    tests_ = tests ? *tests : std::vector<prove::TestToDo>{};
    for (auto* button : buttons_) button->deleteLater();
    buttons_.clear();
    for (std::size_t i = 0; i < tests_.size(); ++i) {
        const auto& test = tests_[i];
        const QString worth = test.worth < 0.005 ? tr("its verdict stays as it is")
                                                 : tr("%1 % that its verdict changes").arg(qRound(100 * test.worth));
        auto* button = new QPushButton(
            tr("%1\n%2, %3").arg(text_of(test.name), tr("pull %1").arg(text_of(prove::name_of_way(test.way))), worth),
            inside_tests_);
        button->setCheckable(true);
        button->setAutoExclusive(true);
        button->setStyleSheet(QString("QPushButton { text-align: left; padding: 6px 10px; }"
                                      "QPushButton:checked { border: 2px solid %1; }")
                                  .arg(theme().accent.name()));
        connect(button, &QPushButton::clicked, this, [this, i] { choose(i); });
        test_column_->insertWidget(static_cast<int>(i), button);
        buttons_.push_back(button);
    }
    if (test_column_->count() == static_cast<int>(buttons_.size())) test_column_->addStretch(1);
    says_->setText(!tests           ? text_of(tests.problem().sentence())
                   : tests_.empty() ? tr("No seam of this rig goes by friction that a pull would tell of.")
                                    : tr("The one that tells most comes first."));
    set_text_colour(says_, tests ? theme().quiet : theme().slips);
    if (!tests_.empty())
        choose(std::min(chosen_, tests_.size() - 1));
    else
        show_picture();
    emit state_changed();
}

void ProveStage::choose(std::size_t index) {
    chosen_ = index;
    const auto& test = tests_[index];
    buttons_[index]->setChecked(true);
    QStringList lines;
    for (const auto& words : test.watch) lines << text_of(words);
    watch_->setText(lines.join("\n"));
    {
        const QSignalBlocker quiet_seam(seam_), quiet_way(way_);
        seam_->setCurrentIndex(seam_->findData(text_of(test.seam)));
        way_->setCurrentIndex(way_->findData(text_of(prove::name_of_way(test.way))));
    }
    typed_arm_.reset();
    arm_->show_nothing();
    show_picture();
}

void ProveStage::show_picture() {
    const auto& rig = session().document.rig();
    const auto seam = seam_->currentData().toString().toStdString();
    const auto way = prove::way_named(way_->currentData().toString().toStdString());
    if (rig.parts.empty() || !rig.interface(seam) || !way) return picture_->show_drawing({});
    const auto at = prove::hook_of(rig, seam, typed_arm_);
    picture_->show_drawing(prove::picture_of(rig, seam, at, *way));
}

void ProveStage::keep_pull() {
    if (!typed_force_) {
        force_->show_problem(
            {"prove.no_force", "force", "It is not said what the scale showed.", "For example 42 N or 3.5 kg."});
        return;
    }
    const auto& rig = session().document.rig();
    prove::PullAsked asked;
    asked.seam = seam_->currentData().toString().toStdString();
    asked.way = *prove::way_named(way_->currentData().toString().toStdString());
    asked.outcome = *prove::outcome_named(outcome_->currentData().toString().toStdString());
    asked.force = *typed_force_;
    asked.arm = typed_arm_;
    asked.anew = anew_->isChecked();
    asked.date = QDate::currentDate().toString(Qt::ISODate).toStdString();
    asked.note = note_->text().toStdString();
    const auto pull = prove::explained(rig, asked);
    if (!pull) {
        answer_->setText(text_of(pull.problem().sentence()));
        set_text_colour(answer_, theme().slips);
        return;
    }
    const auto result_of = [&]() -> QString {
        for (const auto& r : session().document.check().interfaces)
            if (r.id == pull->seam) return tr("%1 %2").arg(text_of(study::name_of(r.verdict)), factor_text(r.typical));
        return {};
    };
    const QString before = result_of();
    const auto done = session().document.perform(project::AddPull{*pull});
    answer_->setText(
        done ? tr("That takes %1 times what friction and force typically give. The seam was: %2; it is now: %3.")
                   .arg(pull->ratio, 0, 'f', 2)
                   .arg(before, result_of())
             : text_of(done.problem().sentence()));
    set_text_colour(answer_, done ? theme().text : theme().slips);
    if (!done) return;
    typed_force_.reset();
    force_->show_nothing();
    note_->clear();
    anew_->setChecked(false);
    scale_->start_over();
}

void ProveStage::show_pulls() {
    const auto& rig = session().document.rig();
    pulls_->clear();
    const auto belief = prove::belief_of(rig);
    for (const auto& pull : rig.pulls) {
        const auto* seam = rig.interface(pull.seam);
        const bool is_unlikely =
            std::find(belief.unlikely.begin(), belief.unlikely.end(), pull.id) != belief.unlikely.end();
        const auto words =
            tr("%1 %2 at %3, pulled %4: %5 of what is typical%6%7")
                .arg(text_of(seam ? seam->name : pull.seam), text_of(prove::name_of(pull.outcome)),
                     shown(pull.force, Dimension::force), text_of(prove::name_of_way(pull.way)),
                     factor_text(pull.ratio), pull.note.empty() ? "" : ". " + text_of(pull.note),
                     is_unlikely ? tr(". ! Outside of what was likely: check the force and its place") : "");
        pulls_->add({text_of(pull.date), words, pull.is_off,
                     [this, id = pull.id](bool on) {
                         perform(project::SetPullOff{id, !on});
                     },
                     [this, id = pull.id] { perform(project::RemovePull{id}); }});
    }
    pulls_->finish();
}

}  // namespace clampet::desktop
