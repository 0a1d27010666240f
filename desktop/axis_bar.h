#pragma once
#include <QWidget>
#include <vector>

#include "project/document.h"

class QGridLayout;
class QLabel;

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

 signals:
    void problem(const QString& text);

 private:
    void rebuild();
    void refresh();
    struct Row {
        std::string axis;
        QuantityField* field = nullptr;
        QLabel* stops = nullptr;
    };
    project::Document& document_;
    std::string selected_;
    QWidget* inside_ = nullptr;
    std::vector<Row> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
