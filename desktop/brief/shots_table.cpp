#include "desktop/brief/shots_table.h"

#include <algorithm>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "quantity/format.h"
#include "study/picture.h"

namespace clampet::desktop {

using quantity::Dimension;

ShotsTable::ShotsTable(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      grid_(nullptr),
      none_(quiet_words(tr("No shots yet: pose the rig as the film needs it, and keep the pose below its picture."),
                        this)) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(none_);
}

void ShotsTable::change(const std::string& id, const std::function<void(project::SetShot&)>& how, QuantityField* field,
                        project::Gesture gesture) {
    for (const auto& shot : document_.rig().shots) {
        if (shot.id != id) continue;
        project::SetShot edit{shot.id, shot.name, shot.distance, shot.frame};
        how(edit);
        const auto done = document_.perform(edit, gesture);
        if (done) return;
        if (field) return field->show_problem(done.problem());
        emit problem(QString::fromStdString(done.problem().sentence()));
        return;
    }
}

void ShotsTable::add_row(const rig::Shot& shot, int at) {
    const std::string id = shot.id;
    auto* place = grid_->parentWidget();
    Row row{new QLineEdit(place), new QuantityField(Dimension::length, place),
            new QuantityField(Dimension::length, place), wrapped(place, 0.92)};
    row.name->setAccessibleName(tr("Name of a shot"));
    row.name->setMinimumWidth(qRound(140 * text_scale()));
    row.distance->set_name(tr("Subject away"), tr("From the lens's front to what it must see; 0: not asked"));
    row.frame->set_name(tr("Frame wide"), tr("How much of it the picture must be wide; 0: not asked"));
    connect(row.name, &QLineEdit::editingFinished, this, [this, id, field = row.name] {
        const std::string text = field->text().trimmed().toStdString();
        if (!text.empty())
            change(
                id, [&](auto& edit) { edit.name = text; }, nullptr, project::single);
    });
    connect(row.distance, &QuantityField::committed, this,
            [this, id, field = row.distance](double si, quint64 gesture) {
                change(
                    id, [&](auto& edit) { edit.distance = si; }, field, gesture);
            });
    connect(row.frame, &QuantityField::committed, this, [this, id, field = row.frame](double si, quint64 gesture) {
        change(
            id, [&](auto& edit) { edit.frame = si; }, field, gesture);
    });
    grid_->addWidget(row.name, at, 0, Qt::AlignTop);
    grid_->addWidget(row.distance, at, 1, Qt::AlignTop);
    grid_->addWidget(row.frame, at, 2, Qt::AlignTop);
    grid_->addWidget(row.says, at, 3, Qt::AlignTop);
    rows_[id] = row;
}

void ShotsTable::rebuild() {
    rows_.clear();
    if (grid_) {
        grid_->parentWidget()->hide();
        grid_->parentWidget()->deleteLater();
    }
    auto* place = new QWidget(this);
    grid_ = new QGridLayout(place);
    grid_->setContentsMargins(0, 0, 0, 0);
    grid_->setHorizontalSpacing(14);
    grid_->setColumnStretch(3, 1);
    int column = 0;
    for (const QString& head : {tr("shot"), tr("subject away"), tr("frame must be wide"), tr("what the lens does")})
        grid_->addWidget(quiet_words(head, place), 0, column++);
    int at = 0;
    for (const auto& shot : document_.rig().shots) add_row(shot, ++at);
    place->setVisible(at > 0);
    static_cast<QVBoxLayout*>(layout())->addWidget(place);
}

QString ShotsTable::says(const std::string& shot) const {
    return rows_.at(shot).says->text();
}

void ShotsTable::refresh() {
    const auto& rig = document_.rig();
    none_->setVisible(rig.shots.empty());
    bool same = grid_ && rows_.size() == rig.shots.size();
    for (const auto& shot : rig.shots) same = same && rows_.contains(shot.id);
    if (!same) rebuild();
    const auto* camera = study::camera_of(rig);
    for (const auto& shot : rig.shots) {
        auto& row = rows_.at(shot.id);
        if (!row.name->hasFocus()) row.name->setText(text_of(shot.name));
        row.distance->show_value(shot.distance);
        row.frame->show_value(shot.frame);
        if (!camera || !(shot.distance > 0)) {
            row.says->setText(camera ? QString() : tr("no camera says what it sees with"));
            continue;
        }
        // The frame and the focus alone: what is in the way the picture of the rig's page says.
        const auto p = study::picture_without_rays(*camera->lens, shot.distance, shot.frame);
        row.says->setText(text_of(study::sentence_of(rig, p)));
        set_text_colour(row.says, p.is_sharp && p.is_wide_enough ? theme().quiet : theme().slips);
    }
}

}  // namespace clampet::desktop
