#pragma once
#include <QWidget>

#include "project/document.h"

class QLabel;

namespace clampet::desktop {

class FlowLayout;
class ShelfCard;
class ThingChip;

/// What is to be held before there is a rig that holds it: chosen by class, or dragged here; the shelf offers it first.
class PlannedPanel : public QWidget {
    Q_OBJECT
 public:
    explicit PlannedPanel(project::Document& document, QWidget* parent = nullptr);
    void refresh();
    void add(const QString& device);
    ThingChip* chip(const QString& device) const;
    std::vector<ShelfCard*> cards() const { return cards_; }
    QString says() const;

 signals:
    void problem(const QString& text);

 protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

 private:
    void perform(std::vector<rig::Planned> planned);

    project::Document& document_;
    QLabel* says_;
    QWidget* chips_;
    FlowLayout* things_;
    std::vector<QWidget*> holders_;
    std::vector<ShelfCard*> cards_;
    std::vector<rig::Planned> shown_;
};

}  // namespace clampet::desktop
