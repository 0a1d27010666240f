#pragma once
#include <QLabel>

class QPushButton;
class QScrollArea;

namespace clampet::desktop {

/// A sheet of paper on the bench: rounded, with a thin edge.
class Panel : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;

 protected:
    void paintEvent(QPaintEvent*) override;
};

/// The line above a group.
QLabel* heading(const QString& text, QWidget* parent, double size = 1);
/// Words of less weight, that wrap.
QLabel* quiet_words(const QString& text, QWidget* parent, double size = 0.92);
/// A label of plain words that wrap.
QLabel* wrapped(QWidget* parent, double size = 1, bool strong = false);
/// A field under its name, which is its buddy: pressing the name's letter goes there.
QWidget* under_name(const QString& name, QWidget* field, QWidget* parent);
/// A button that looks like a word.
QPushButton* flat_button(const QString& text, QWidget* parent);
/// Scrolls what is too high for its panel, whose paper shows through.
QScrollArea* scrolled(QWidget* inside, QWidget* parent);

}  // namespace clampet::desktop
