#include "desktop/travel/shots_panel.h"

#include <algorithm>
#include <QComboBox>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>
#include <utility>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/travel/likelihood_view.h"
#include "desktop/travel/shot_card.h"
#include "desktop/travel/travel_plot.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "study/travel.h"

namespace clampet::desktop {

ShotsPanel::ShotsPanel(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      said_(quiet_words({}, this)),
      hint_(quiet_words(
          tr("No shots yet: pose the rig as the film needs it and keep the pose. Every shot is then checked."), this)),
      keep_(new QPushButton(tr("+ Keep this pose"), this)),
      worst_(new QPushButton(tr("Worst pose"), this)),
      travel_(new QPushButton(tr("Travel"), this)),
      likelihood_(new QPushButton(tr("Likelihood"), this)),
      axes_(new QuietComboBox(this)),
      travel_place_(new QWidget(this)),
      plot_(new TravelPlot(travel_place_)),
      likelihood_view_(new LikelihoodView(this)),
      later_(new QTimer(this)),
      checking_(std::make_unique<project::Background>(post())),
      travelling_(std::make_unique<project::Background>(post())),
      searching_job_(std::make_unique<project::Background>(post())),
      drawing_(std::make_unique<project::Background>(post())) {
    setAccessibleName(tr("Shots"));
    // While somebody types or drags, nothing is begun that would only be given up.
    later_->setSingleShot(true);
    later_->setInterval(120);
    connect(later_, &QTimer::timeout, this, &ShotsPanel::begin);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 6, 12, 8);
    outer->setSpacing(5);
    auto* place = new QWidget(this);
    auto* tools = new FlowLayout(place);
    for (auto* button : {keep_, worst_, travel_, likelihood_}) {
        button->setProperty("pill", true);
        tools->addWidget(button);
    }
    keep_->setToolTip(tr("Keep the pose as a shot: it is then checked with all others"));
    worst_->setToolTip(tr("Look through the whole travel of every joint for where the rig is nearest to letting go"));
    travel_->setToolTip(tr("The factor of every seam along the travel of one joint"));
    travel_->setCheckable(true);
    likelihood_->setToolTip(tr("How often each seam would let go, over what nobody knows exactly"));
    likelihood_->setCheckable(true);
    outer->addWidget(place);
    said_->setWordWrap(false);
    said_->setMinimumWidth(40);
    said_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    said_->hide();
    outer->addWidget(said_);
    auto* inside = new QWidget;
    cards_row_ = new QHBoxLayout(inside);
    cards_row_->setContentsMargins(0, 0, 0, 0);
    cards_row_->setSpacing(6);
    cards_row_->addWidget(hint_, 1000);  // all the width, while there is no card
    cards_row_->addStretch(1);
    auto* scroll = scrolled(inside, this);
    scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    scroll->setObjectName("shots-scroll");
    outer->addWidget(scroll);
    auto* column = new QVBoxLayout(travel_place_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    axes_->setAccessibleName(tr("Joint to look along"));
    axes_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    axes_->setMinimumContentsLength(14);
    column->addWidget(axes_);
    column->addWidget(plot_);
    travel_place_->hide();
    outer->addWidget(travel_place_);
    likelihood_view_->hide();
    outer->addWidget(likelihood_view_);
    connect(likelihood_, &QPushButton::toggled, this, [this](bool on) {
        likelihood_view_->setVisible(on);
        if (on) travel_->setChecked(false);  // one of both: the rig keeps its room
        if (on) refresh();
    });
    connect(keep_, &QPushButton::clicked, this,
            [this] { perform(project::AddShot{tr("Shot %1").arg(document_.rig().shots.size() + 1).toStdString()}); });
    connect(worst_, &QPushButton::clicked, this, &ShotsPanel::find_worst);
    connect(travel_, &QPushButton::toggled, this, [this](bool on) {
        travel_place_->setVisible(on);
        if (on) likelihood_->setChecked(false);
        if (on) refresh();
    });
    connect(axes_, &QComboBox::activated, this, [this] { refresh(); });
    connect(plot_, &TravelPlot::position_chosen, this, [this](double position, quint64 gesture) {
        const QStringList axis = axes_->currentData().toStringList();
        if (axis.size() == 2)
            perform(project::SetPose{axis[0].toStdString(), axis[1].toStdString(), position}, gesture);
    });
    subscription_ = document_.observe([this](const project::Change&) { refresh(); });
    refresh();
}

project::Background::Post ShotsPanel::post() {
    return [this](std::function<void()> answer) {
        QMetaObject::invokeMethod(this, std::move(answer), Qt::QueuedConnection);
    };
}

void ShotsPanel::perform(const project::Edit& edit, project::Gesture gesture) {
    const auto done = document_.perform(edit, gesture);
    if (!done) emit problem(QString::fromStdString(done.problem().sentence()));
}

void ShotsPanel::say(const QString& words) {
    said_in_full_ = words;
    said_->setVisible(!words.isEmpty());
    said_->setText(QFontMetrics(said_->font()).elidedText(words, Qt::ElideRight, said_->width()));
    said_->setToolTip(words);
    said_->setAccessibleName(words);
}

void ShotsPanel::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    say(said_in_full_);
}

bool ShotsPanel::is_busy() const {
    const bool unchecked = std::any_of(cards_.begin(), cards_.end(), [](const auto& c) { return c.second->is_old(); });
    const bool travels = travel_->isChecked() && (plot_->is_old() || plot_->shown_travel().points.empty());
    const bool draws =
        likelihood_->isChecked() && (likelihood_view_->is_old() || likelihood_view_->shown_scatter().seams.empty());
    return searching_ || unchecked || travels || draws;
}

QString ShotsPanel::said() const {
    return said_in_full_;
}

void ShotsPanel::select(const QString& interface) {
    selected_ = interface.toStdString();
    // The joint that is chosen in the column, where it moves; else the one that was looked along stays.
    for (int i = 0; i < axes_->count(); ++i)
        if (axes_->itemData(i).toStringList().value(0) == interface) {
            if (axes_->currentData().toStringList().value(0) != interface) axes_->setCurrentIndex(i);
            break;
        }
    refresh();
}

void ShotsPanel::fill_axes() {
    const QStringList present = axes_->currentData().toStringList();
    QList<QStringList> all;
    QStringList names;
    for (const auto& f : document_.rig().interfaces)
        if (!f.closes_loop)
            for (const auto& axis : rig::motion_of(f).axes) {
                all << QStringList{text_of(f.id), text_of(axis.key)};
                names << tr("%1: %2").arg(text_of(f.name), text_of(axis.label).toLower());
            }
    bool same = axes_->count() == all.size();
    for (int i = 0; same && i < all.size(); ++i)
        same = axes_->itemData(i).toStringList() == all[i] && axes_->itemText(i) == names[i];
    if (same) return;
    axes_->clear();
    for (int i = 0; i < all.size(); ++i) axes_->addItem(names[i], all[i]);
    axes_->setCurrentIndex(std::max(0, static_cast<int>(all.indexOf(present))));
}

void ShotsPanel::refresh() {
    if (document_.is_empty()) return;
    fill_axes();
    travel_->setEnabled(axes_->count() > 0);
    worst_->setEnabled(axes_->count() > 0);
    if (shown_shots_ != document_.rig().shots) rebuild_cards();
    for (const auto& shot : document_.rig().shots) {
        const auto posed = rig::posed(document_.rig(), shot);
        auto* at = card(text_of(shot.id));
        at->setChecked(posed.interfaces == document_.rig().interfaces);
        at->show_rig(posed, text_of(shot.name));
    }
    if (checked_ != document_.revision()) check_shots();
    if (travel_->isChecked()) look_along();
    if (likelihood_->isChecked() && drawn_ != document_.revision()) draw_likelihood();
}

void ShotsPanel::rebuild_cards() {
    shown_shots_ = document_.rig().shots;
    for (auto& [_, card] : cards_) {
        cards_row_->removeWidget(card);
        card->deleteLater();
    }
    cards_.clear();
    int at = 0;
    for (const auto& shot : shown_shots_) {
        auto* card = new ShotCard(text_of(shot.id), this);
        card->setContextMenuPolicy(Qt::CustomContextMenu);
        connect(card, &QAbstractButton::clicked, this, [this, id = shot.id] { perform(project::GoToShot{id}); });
        connect(card, &QWidget::customContextMenuRequested, this,
                [this, card](QPoint where) { make_menu(card->shot())->popup(card->mapToGlobal(where)); });
        cards_row_->insertWidget(at++, card);
        card->show();
        cards_[card->shot()] = card;
    }
    hint_->setVisible(shown_shots_.empty());
    if (auto* scroll = findChild<QScrollArea*>("shots-scroll")) {
        const int wanted =
            shown_shots_.empty() ? hint_->sizeHint().height() + 8 : cards_.begin()->second->sizeHint().height() + 14;
        scroll->setFixedHeight(wanted);
    }
    checked_ = 0;
}

void ShotsPanel::check_shots() {
    checked_ = document_.revision();
    if (document_.rig().shots.empty()) {
        pending_check_ = false;
        checking_->stop();
        scenes_ = {};
        return;
    }
    for (auto& [_, card] : cards_) card->show_check(nullptr);
    pending_check_ = true;
    later_->start();
}

void ShotsPanel::begin() {
    if (std::exchange(pending_check_, false)) begin_check();
    if (std::exchange(pending_travel_, false)) begin_travel();
    if (std::exchange(pending_draws_, false)) begin_draws();
}

void ShotsPanel::begin_check() {
    checking_->start([this, rig = document_.rig()](const study::Job& job) -> std::function<void()> {
        auto all = study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict}, job);
        if (!all || all->stopped) return {};
        auto answer = std::make_shared<study::ScenesCheck>(std::move(*all));
        return [this, answer] {
            scenes_ = std::move(*answer);
            // A shot shows the payload set with which it is worst.
            for (auto& [id, card] : cards_) {
                const study::RigCheck* worst = nullptr;
                for (std::size_t i = 0; i < scenes_.checks.size(); ++i) {
                    if (text_of(scenes_.scenes[i].shot) != id || !scenes_.checks[i].worst) continue;
                    const auto factor = [](const study::RigCheck& c) { return c.interfaces[*c.worst].typical; };
                    if (!worst || factor(scenes_.checks[i]) < factor(*worst)) worst = &scenes_.checks[i];
                }
                card->show_check(worst);
            }
            say(text_of(study::headline(scenes_)));
        };
    });
}

void ShotsPanel::look_along() {
    const QStringList axis = axes_->currentData().toStringList();
    if (axis.size() != 2) return;
    const std::string interface = axis[0].toStdString(), key = axis[1].toStdString();
    const auto* f = document_.rig().interface(interface);
    if (!f) return;
    plot_->show_position(rig::position_of(*f, key), text_of(selected_));
    // Posed along the axis that is looked along, the curves stay: they do not depend on where it stands.
    auto rig = document_.rig();
    rig.interface(interface)->pose.erase(key);
    if (travelled_axis_ == interface + "." + key && travelled_ == rig) return;
    travelled_ = rig;
    travelled_axis_ = interface + "." + key;
    plot_->mark_old();
    travelled_key_ = key;
    travelled_seam_ = interface;
    pending_travel_ = true;
    later_->start();
}

void ShotsPanel::begin_travel() {
    travelling_->start([this, rig = travelled_, interface = travelled_seam_,
                        key = travelled_key_](const study::Job& job) -> std::function<void()> {
        auto found = study::travel(rig, interface, key, {}, job);
        if (!found || found->stopped) return {};
        auto answer = std::make_shared<study::Travel>(std::move(*found));
        return [this, answer] { plot_->show_travel(std::move(*answer)); };
    });
}

void ShotsPanel::draw_likelihood() {
    drawn_ = document_.revision();
    likelihood_view_->mark_old();
    pending_draws_ = true;
    later_->start();
}

void ShotsPanel::begin_draws() {
    drawing_->start([this, rig = document_.rig()](const study::Job& job) -> std::function<void()> {
        study::ScatterOptions options;
        options.draws = 2000;  // for a picture; the command line draws more
        auto found = study::scatter(rig, options, job);
        if (!found || found->stopped) return {};
        auto answer = std::make_shared<study::Scatter>(std::move(*found));
        return [this, answer] { likelihood_view_->show_scatter(std::move(*answer)); };
    });
}

void ShotsPanel::find_worst() {
    if (searching_) {  // pressed again: enough
        searching_job_->stop();
        searching_ = false;
        worst_->setText(tr("Worst pose"));
        return say(tr("The search was stopped; the rig stands as it was."));
    }
    searching_ = true;
    worst_->setText(tr("Stop the search"));
    say(tr("Looking through the travel of every joint…"));
    searching_job_->start([this, rig = document_.rig()](const study::Job& job) -> std::function<void()> {
        study::WorstPoseOptions options;
        options.most_poses = 4096;  // a person waits; the command line looks closer
        auto found = std::make_shared<Result<study::WorstPose>>(study::worst_pose(rig, options, job));
        return [this, found] {
            searching_ = false;
            worst_->setText(tr("Worst pose"));
            if (!*found) {
                say({});
                return emit problem(QString::fromStdString(found->problem().sentence()));
            }
            show_worst(**found);
        };
    });
}

void ShotsPanel::show_worst(const study::WorstPose& found) {
    if (!found.worst) return say(tr("Nothing of this rig moves."));
    const auto& worst = found.seams[*found.worst];
    perform(project::SetPositions{worst.pose});
    emit seam_wanted(text_of(worst.id));
    say(tr("Worst of %1 poses: %2 at %3. Undo takes the rig back.")
            .arg(QString::number(found.poses), text_of(worst.name), factor_text(worst.factor)));
}

QMenu* ShotsPanel::make_menu(const QString& id) {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const auto& shots = document_.rig().shots;
    const auto shot = std::find_if(shots.begin(), shots.end(), [&](const auto& s) { return text_of(s.id) == id; });
    if (shot == shots.end()) return menu;
    connect(menu->addAction(tr("Name it…")), &QAction::triggered, this, [this, now = *shot] {
        bool ok = false;
        const QString name = QInputDialog::getText(this, tr("Name of the shot"), tr("What the film calls it:"),
                                                   QLineEdit::Normal, text_of(now.name), &ok);
        if (ok) perform(project::SetShot{now.id, name.trimmed().toStdString(), now.distance, now.frame});
    });
    connect(menu->addAction(tr("Give it the pose that the rig is in")), &QAction::triggered, this,
            [this, own = shot->id] { perform(project::TakePose{own}); });
    connect(menu->addAction(tr("Remove it")), &QAction::triggered, this,
            [this, own = shot->id] { perform(project::RemoveShot{own}); });
    return menu;
}

ShotCard* ShotsPanel::card(const QString& shot) const {
    const auto at = cards_.find(shot);
    return at == cards_.end() ? nullptr : at->second;
}

}  // namespace clampet::desktop
