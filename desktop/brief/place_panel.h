#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"

class QLabel;

namespace clampet::desktop {

class FlowLayout;
class InputRow;
class ShelfCard;

/// What there is to hold on to, by picture, and its sizes: the floor, a tube, a desk edge, a wall or ceiling, a strap.
class PlacePanel : public QWidget {
    Q_OBJECT
 public:
    explicit PlacePanel(project::Document& document, QWidget* parent = nullptr);
    void refresh();
    void fit_width(int width);
    ShelfCard* card(const std::string& kind) const;
    InputRow* row(const std::string& key) const;
    QString says() const;

 signals:
    void problem(const QString& text);

 private:
    void fill_cards();
    void fill_rows(const rig::Part& support);
    void choose(const std::string& kind);
    const rig::Part* support() const;

    project::Document& document_;
    FlowLayout* cards_;
    QLabel* says_;
    QWidget* sizes_ = nullptr;
    int columns_ = 3;
    std::string shown_;  ///< part and kind whose rows stand
    std::map<std::string, ShelfCard*> by_kind_;
    std::map<std::string, InputRow*> rows_;
};

}  // namespace clampet::desktop
