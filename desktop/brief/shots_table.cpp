#include "desktop/brief/shots_table.h"

#include <algorithm>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/brief/reach_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "study/picture.h"
#include "study/reach.h"

namespace clampet::desktop {

using quantity::Dimension;

ShotsTable::ShotsTable(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      row_(new QBoxLayout(QBoxLayout::LeftToRight, this)),
      cards_(new QBoxLayout(QBoxLayout::TopToBottom)),
      none_(
          quiet_words(tr("No shots yet. Add one and say where the lens must be; or pose the rig as the film needs it, "
                         "and keep the pose below its picture."),
                      this)),
      add_(new QPushButton(tr("Add a shot"), this)),
      reach_(new ReachPicture(document, this)) {
    row_->setContentsMargins(0, 0, 0, 0);
    row_->setSpacing(14);
    cards_->setSpacing(8);
    cards_->addWidget(none_);
    cards_->addWidget(add_, 0, Qt::AlignLeft);
    cards_->addStretch(1);
    row_->addLayout(cards_, 3);
    row_->addWidget(reach_, 2, Qt::AlignTop);
    connect(add_, &QPushButton::clicked, this, [this] {
        const auto name = tr("Shot %1").arg(document_.rig().shots.size() + 1).toStdString();
        if (const auto done = document_.perform(project::AddShot{name}); !done)
            return emit problem(text_of(done.problem().sentence()));
        refresh();
        const auto& made = document_.rig().shots.back().id;
        reach_->choose(made);
        rows_.at(made).name->setFocus();
        rows_.at(made).name->selectAll();
    });
    connect(reach_, &ReachPicture::problem, this, &ShotsTable::problem);
}

void ShotsTable::fit_width(int width) {
    const bool narrow = width < qRound(900 * text_scale());
    row_->setDirection(narrow ? QBoxLayout::BottomToTop : QBoxLayout::LeftToRight);
}

void ShotsTable::change(const std::string& id, const std::function<void(project::SetShot&)>& how, QuantityField* field,
                        project::Gesture gesture) {
    for (const auto& shot : document_.rig().shots) {
        if (shot.id != id) continue;
        project::SetShot edit{shot.id, shot.name, shot.distance, shot.frame, shot.wanted};
        how(edit);
        const auto done = document_.perform(edit, gesture);
        reach_->choose(id);
        if (done) return;
        if (field) return field->show_problem(done.problem());
        emit problem(QString::fromStdString(done.problem().sentence()));
        return;
    }
}

void ShotsTable::add_row(const rig::Shot& shot) {
    const std::string id = shot.id;
    auto* card = new Panel(this);
    auto* column = new QVBoxLayout(card);
    column->setContentsMargins(12, 10, 12, 10);
    column->setSpacing(6);
    Row row{};
    row.name = new QLineEdit(card);
    row.name->setAccessibleName(tr("Name of a shot"));
    column->addWidget(row.name);
    connect(row.name, &QLineEdit::editingFinished, this, [this, id, field = row.name] {
        const std::string text = field->text().trimmed().toStdString();
        if (!text.empty())
            change(
                id, [&](auto& edit) { edit.name = text; }, nullptr, project::single);
    });
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(10);
    grid->setVerticalSpacing(2);
    int at = 0;
    const auto add = [&](Dimension dimension, const QString& label, const QString& help) {
        auto* field = new QuantityField(dimension, card);
        field->set_name(label, help);
        field->take_nothing();
        auto* words = quiet_words(label, card, 0.88);
        grid->addWidget(words, 2 * (at / 3), at % 3);
        grid->addWidget(field, 2 * (at / 3) + 1, at % 3, Qt::AlignTop);
        ++at;
        return field;
    };
    const auto asks = [&](QuantityField* field, auto set) {
        connect(field, &QuantityField::committed, this, [this, id, field, set](double si, quint64 gesture) {
            change(
                id, [&](auto& edit) { set(edit, std::optional(si)); }, field, gesture);
        });
        connect(field, &QuantityField::cleared, this, [this, id, field, set](quint64 gesture) {
            change(
                id, [&](auto& edit) { set(edit, std::optional<double>()); }, field, gesture);
        });
    };
    using Edit = project::SetShot;
    using Number = std::optional<double>;
    row.out = add(Dimension::length, tr("Lens out"), tr("Level, from what the rig holds on to; empty: not asked"));
    row.height = add(Dimension::length, tr("Lens up"), tr("Above that, less than 0 below; empty: not asked"));
    row.down = add(Dimension::angle, tr("Looks down by"), tr("0 level, 90° straight down; empty: not asked"));
    row.distance =
        add(Dimension::length, tr("Subject away"), tr("From the lens's front to what it must see; empty: not asked"));
    row.frame =
        add(Dimension::length, tr("Frame wide"), tr("How much of it the picture must be wide; empty: not asked"));
    asks(row.out, [](Edit& e, Number v) { e.wanted.out = v; });
    asks(row.height, [](Edit& e, Number v) { e.wanted.height = v; });
    asks(row.down, [](Edit& e, Number v) { e.wanted.down = v; });
    asks(row.distance, [](Edit& e, Number v) { e.distance = v.value_or(0); });
    asks(row.frame, [](Edit& e, Number v) { e.frame = v.value_or(0); });
    for (int i = 0; i < 3; ++i) grid->setColumnStretch(i, 1);
    column->addLayout(grid);
    row.says = wrapped(card, 0.92);
    column->addWidget(row.says);
    cards_->insertWidget(static_cast<int>(rows_.size()) + 1, card);
    panels_.push_back(card);
    card->show();
    rows_[id] = row;
}

void ShotsTable::rebuild() {
    rows_.clear();
    for (auto* panel : panels_) {
        panel->hide();
        panel->deleteLater();
    }
    panels_.clear();
    for (const auto& shot : document_.rig().shots) add_row(shot);
}

QString ShotsTable::says(const std::string& shot) const {
    return rows_.at(shot).says->text();
}

QString ShotsTable::what_is_said(const rig::Shot& shot, bool& is_well) const {
    QStringList words;
    for (const auto& reach : reach_->reaches()) {
        if (reach.shot != shot.id) continue;
        words << text_of(study::sentence_of(reach));
        is_well = is_well && reach.is_met;
    }
    const auto* camera = study::camera_of(document_.rig());
    const auto& parts = document_.rig().parts;
    const bool holds = std::any_of(parts.begin(), parts.end(), [](auto& p) { return p.role == rig::Role::payload; });
    if (!camera && holds && shot.distance > 0) words << tr("No camera says what it sees with.");
    if (camera && shot.distance > 0) {
        // The frame and the focus alone: what is in the way the picture of the rig's page says.
        const auto p = study::picture_without_rays(*camera->lens, shot.distance, shot.frame);
        words << text_of(study::sentence_of(document_.rig(), p)) + '.';
        is_well = is_well && p.is_sharp && p.is_wide_enough;
    }
    return words.join(' ');
}

void ShotsTable::refresh() {
    const auto& rig = document_.rig();
    none_->setVisible(rig.shots.empty());
    bool same = rows_.size() == rig.shots.size();
    for (const auto& shot : rig.shots) same = same && rows_.contains(shot.id);
    if (!same) rebuild();
    reach_->refresh();
    reach_->setVisible(!rig.shots.empty());
    const auto put = [](QuantityField* field, const std::optional<double>& value) {
        value ? field->show_value(*value) : field->show_nothing();
    };
    const auto said = [](double value) { return value > 0 ? std::optional(value) : std::nullopt; };
    for (const auto& shot : rig.shots) {
        auto& row = rows_.at(shot.id);
        if (!row.name->hasFocus() && row.name->text() != text_of(shot.name)) {
            row.name->setText(text_of(shot.name));
            row.name->setCursorPosition(0);
        }
        put(row.out, shot.wanted.out);
        put(row.height, shot.wanted.height);
        put(row.down, shot.wanted.down);
        put(row.distance, said(shot.distance));
        put(row.frame, said(shot.frame));
        bool is_well = true;
        const QString words = what_is_said(shot, is_well);
        row.says->setText(words);
        row.says->setVisible(!words.isEmpty());
        set_text_colour(row.says, is_well ? theme().quiet : theme().slips);
    }
}

}  // namespace clampet::desktop
