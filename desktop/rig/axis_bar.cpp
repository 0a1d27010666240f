#include "desktop/rig/axis_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "rig/free_run.h"
#include "rig/mechanism.h"

namespace clampet::desktop {
namespace {

QString stops_words(const rig::Stops& stops, bool slides) {
    const auto dimension = slides ? quantity::Dimension::length : quantity::Dimension::angle;
    if (!slides && stops.most - stops.least > 6.28) return QObject::tr("all round");
    if (slides && stops.most - stops.least >= 2 * families::longest_slide) return QObject::tr("as far as it goes");
    return QObject::tr("%1 to %2").arg(shown(stops.least, dimension), shown(stops.most, dimension));
}

/// As they were typed, which may be further than the joint goes; else those of the joint.
rig::Stops typed_stops(const rig::Interface& f, const families::Axis& axis) {
    const auto own = f.stops.find(axis.key);
    return own == f.stops.end() ? rig::stops_of(f, axis) : own->second;
}

}  // namespace

AxisBar::AxisBar(project::Document& document, QWidget* parent) : QWidget(parent), document_(document) {
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(16, 4, 16, 8);
    subscription_ = document_.observe([this](const project::Change& change) {
        if (change.everything)
            rebuild();
        else
            refresh();
    });
    hide();
}

void AxisBar::select(const QString& interface) {
    if (interface.toStdString() == selected_) return;
    selected_ = interface.toStdString();
    rebuild();
}

void AxisBar::rebuild() {
    delete inside_;
    inside_ = nullptr;
    rows_.clear();
    const auto* f = document_.rig().interface(selected_);
    const auto axes = f && !f->closes_loop ? rig::motion_in(document_.rig(), *f).axes : std::vector<families::Axis>{};
    setVisible(!axes.empty());
    if (axes.empty()) return;
    inside_ = new QWidget(this);
    auto* line = new QHBoxLayout(inside_);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(10);
    for (const auto& axis : axes) {
        Row row;
        row.axis = axis.key;
        auto* cell = new QWidget(inside_);
        auto* column = new QVBoxLayout(cell);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(1);
        auto* label = new QLabel(text_of(axis.label), cell);
        label->setFont(body_font(0.9, true));
        row.field = new QuantityField(axis.slides ? quantity::Dimension::length : quantity::Dimension::angle, cell);
        row.field->set_name(QString("%1: %2").arg(text_of(f->name), text_of(axis.label)),
                            QObject::tr("Positive is %1, negative %2").arg(text_of(axis.plus), text_of(axis.minus)));
        row.stops = new QPushButton(cell);
        row.stops->setFlat(true);
        row.stops->setCheckable(true);
        row.stops->setFont(body_font(0.8));
        row.stops->setToolTip(tr("How far it may go in this rig: press to change it"));
        row.own = stops_of(row, axis, cell);
        connect(row.stops, &QPushButton::toggled, row.own, &QWidget::setVisible);
        column->addWidget(label);
        column->addWidget(row.field);
        column->addWidget(row.stops, 0, Qt::AlignLeft);
        column->addWidget(row.own);
        column->addStretch(1);  // beside one whose stops are shown
        line->addWidget(cell, 1);
        connect(row.field, &QuantityField::committed, this,
                [this, id = selected_, key = axis.key, field = row.field](double v, quint64 g) {
                    if (const auto done = document_.perform(project::SetPose{id, key, v}, g); !done)
                        field->show_problem(done.problem());
                });
        rows_.push_back(row);
    }
    layout()->addWidget(inside_);
    inside_->show();
    refresh();
}

QWidget* AxisBar::stops_of(Row& row, const families::Axis& axis, QWidget* cell) {
    auto* own = new QWidget(cell);
    auto* line = new QHBoxLayout(own);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(4);
    const auto dimension = axis.slides ? quantity::Dimension::length : quantity::Dimension::angle;
    for (const bool most : {false, true}) {
        auto*& field = most ? row.most : row.least;
        field = new QuantityField(dimension, own);
        field->set_name(QString("%1, %2").arg(text_of(axis.label), most ? tr("most") : tr("least")),
                        tr("Its stop in this rig; 0 is how it is drawn"));
        connect(field, &QuantityField::committed, this,
                [this, key = axis.key, most, field](double v, quint64 g) { set_stop(key, most, v, g, field); });
        line->addWidget(field);
    }
    row.reset = new QPushButton(tr("as made"), own);
    row.reset->setFlat(true);
    row.reset->setToolTip(tr("As far as the joint itself allows"));
    connect(row.reset, &QPushButton::clicked, this, [this, key = axis.key] {
        const auto done = document_.perform(project::SetStops{selected_, key, std::nullopt});
        if (!done) emit problem(QString::fromStdString(done.problem().sentence()));
    });
    line->addWidget(row.reset);
    own->hide();
    return own;
}

void AxisBar::set_stop(const std::string& axis, bool most, double at, project::Gesture gesture, QuantityField* field) {
    const auto* f = document_.rig().interface(selected_);
    for (const auto& each : rig::motion_in(document_.rig(), *f).axes) {
        if (each.key != axis) continue;
        auto stops = typed_stops(*f, each);
        (most ? stops.most : stops.least) = at;
        if (const auto done = document_.perform(project::SetStops{selected_, axis, stops}, gesture); !done)
            field->show_problem(done.problem());
        return;
    }
}

void AxisBar::refresh() {
    const auto* f = document_.rig().interface(selected_);
    if (!f) return;
    const auto axes = rig::motion_in(document_.rig(), *f).axes;
    if (axes.size() != rows_.size()) return rebuild();
    for (std::size_t i = 0; i < axes.size(); ++i) {
        rows_[i].field->show_computed(rig::position_of(*f, axes[i].key));
        const auto stops = rig::stops_of(*f, axes[i]);
        rows_[i].stops->setText(stops_words(stops, axes[i].slides));
        const auto typed = typed_stops(*f, axes[i]);
        rows_[i].least->show_computed(typed.least);
        rows_[i].most->show_computed(typed.most);
        rows_[i].reset->setVisible(f->stops.contains(axes[i].key));
    }
}

const AxisBar::Row* AxisBar::row(const std::string& axis) const {
    for (const auto& row : rows_)
        if (row.axis == axis) return &row;
    return nullptr;
}
QuantityField* AxisBar::field(const std::string& axis) const {
    return row(axis) ? row(axis)->field : nullptr;
}
QPushButton* AxisBar::stops_button(const std::string& axis) const {
    return row(axis) ? row(axis)->stops : nullptr;
}
QuantityField* AxisBar::stop_field(const std::string& axis, bool most) const {
    return !row(axis) ? nullptr : most ? row(axis)->most : row(axis)->least;
}
QPushButton* AxisBar::reset_button(const std::string& axis) const {
    return row(axis) ? row(axis)->reset : nullptr;
}

}  // namespace clampet::desktop
