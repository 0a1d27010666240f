#pragma once
#include <QWidget>
#include <vector>

#include "project/document.h"

class QGridLayout;
class QPushButton;

namespace clampet::desktop {

class QuantityField;

/// Exact positions of the axes of the selected seam, with their stops.
class AxisBar : public QWidget {
    Q_OBJECT
 public:
    explicit AxisBar(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    /// Field of an axis of the selected seam; nothing where it has none of that key.
    QuantityField* field(const std::string& axis) const;
    /// Its stops in words, which are pressed to change them; and their fields.
    QPushButton* stops_button(const std::string& axis) const;
    QuantityField* stop_field(const std::string& axis, bool most) const;
    /// Gives the rig's own stops up for those of the family.
    QPushButton* reset_button(const std::string& axis) const;

 signals:
    void problem(const QString& text);

 private:
    void rebuild();
    void refresh();
    struct Row {
        std::string axis;
        QuantityField* field = nullptr;
        QPushButton* stops = nullptr;  ///< pressed: the fields of the stops are shown
        QWidget* own = nullptr;
        QuantityField *least = nullptr, *most = nullptr;
        QPushButton* reset = nullptr;
    };
    const Row* row(const std::string& axis) const;
    QWidget* stops_of(Row& row, const families::Axis& axis, QWidget* cell);
    void set_stop(const std::string& axis, bool most, double at, project::Gesture gesture, QuantityField* field);
    project::Document& document_;
    std::string selected_;
    QWidget* inside_ = nullptr;
    std::vector<Row> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
