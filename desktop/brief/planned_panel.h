#pragma once
#include <QWidget>

#include "desktop/brief/held_fields.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class PayloadCard;
class Session;
class ThingChip;

/// What is to be held before there is a rig that holds it: chosen by class, or dragged here, weighed and balanced; the
/// shelf offers it first.
class PlannedPanel : public QWidget {
    Q_OBJECT
 public:
    explicit PlannedPanel(Session& session, QWidget* parent = nullptr);
    void refresh();
    void add(const QString& device);
    ThingChip* chip(const QString& device) const;
    std::vector<PayloadCard*> cards() const;
    QPushButton* take_away(std::size_t index) const { return held_.at(index).off; }
    void fit_width(int width);
    const HeldFields& fields(std::size_t index) const { return held_.at(index).fields; }
    QString says() const;

 protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

 private:
    void perform(std::vector<rig::Planned> planned);
    struct Held {
        QWidget* holder;
        PayloadCard* card;
        HeldFields fields;
        QPushButton* off;
        std::string kind;
    };
    Held make(std::size_t index);

    Session& session_;
    project::Document& document_;
    QLabel* says_;
    QWidget* chips_;
    QVBoxLayout* things_;
    int width_ = 0;
    std::vector<Held> held_;
};

}  // namespace clampet::desktop
