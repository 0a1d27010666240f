#pragma once
#include <QWidget>

class QPushButton;

namespace clampet::desktop {

class FlowLayout;

/// Fields under their names and buttons beside them, in as many rows as they need.
class FormRow : public QWidget {
    Q_OBJECT
 public:
    explicit FormRow(QWidget* parent = nullptr);
    /// Returns  the field with its name, to be hidden together.
    QWidget* add(const QString& name, QWidget* field);
    QWidget* add(QPushButton* button);

 private:
    FlowLayout* row_;
};

}  // namespace clampet::desktop
