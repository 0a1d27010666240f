#include "desktop/axis_bar.h"

#include <QHBoxLayout>
#include <QLabel>

#include "desktop/quantity_field.h"
#include "desktop/theme.h"
#include "desktop/words.h"
#include "rig/mechanism.h"

namespace clampet::desktop {
namespace {

QString stops_words(const rig::Stops& stops, bool slides) {
    const auto dimension = slides ? quantity::Dimension::length : quantity::Dimension::angle;
    if (!slides && stops.most - stops.least > 6.28) return QObject::tr("all round");
    if (slides && stops.most - stops.least >= 2 * families::longest_slide) return QObject::tr("as far as it goes");
    return QObject::tr("%1 to %2").arg(shown(stops.least, dimension), shown(stops.most, dimension));
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
    const auto axes = f && !f->closes_loop ? rig::motion_of(*f).axes : std::vector<families::Axis>{};
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
        row.stops = new QLabel(cell);
        row.stops->setFont(body_font(0.8));
        set_text_colour(row.stops, theme().quiet);
        column->addWidget(label);
        column->addWidget(row.field);
        column->addWidget(row.stops);
        line->addWidget(cell, 1);
        connect(row.field, &QuantityField::committed, this,
                [this, id = selected_, key = axis.key, field = row.field](double v, quint64 g) {
                    if (const auto done = document_.perform(project::SetPose{id, key, v}, g); !done)
                        field->show_problem(done.problem());
                });
        rows_.push_back(row);
    }
    layout()->addWidget(inside_);
    refresh();
}

void AxisBar::refresh() {
    const auto* f = document_.rig().interface(selected_);
    if (!f) return;
    const auto axes = rig::motion_of(*f).axes;
    if (axes.size() != rows_.size()) return rebuild();
    for (std::size_t i = 0; i < axes.size(); ++i) {
        rows_[i].field->show_computed(rig::position_of(*f, axes[i].key));
        rows_[i].stops->setText(stops_words(rig::stops_of(*f, axes[i]), axes[i].slides));
    }
}

QuantityField* AxisBar::field(const std::string& axis) const {
    for (const auto& row : rows_)
        if (row.axis == axis) return row.field;
    return nullptr;
}

}  // namespace clampet::desktop
