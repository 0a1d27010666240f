#include "desktop/widgets/form_row.h"

#include <QLabel>
#include <QPushButton>

#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {

FormRow::FormRow(QWidget* parent) : QWidget(parent), row_(new FlowLayout(this)) {}

QWidget* FormRow::add(const QString& name, QWidget* field) {
    if (!name.trimmed().isEmpty()) field->setAccessibleName(name);
    auto* both = under_name(name, field, this);
    row_->addWidget(both);
    return both;
}

QWidget* FormRow::add(QPushButton* button) {
    button->setProperty("pill", true);
    auto* both = add(" ", static_cast<QWidget*>(button));
    button->setAccessibleName(button->text());
    return both;
}

}  // namespace clampet::desktop
