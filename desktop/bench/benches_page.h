#pragma once
#include <QAbstractButton>
#include <QWidget>
#include <vector>

#include "drawing/drawing.h"
#include "project/search.h"

class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

/// One place that words lead to, chosen by its picture: a bench, the thread desk, a rig to begin with.
class BenchCard : public QAbstractButton {
    Q_OBJECT
 public:
    explicit BenchCard(const project::Found& found, QWidget* parent = nullptr);
    const project::Found& found() const { return found_; }
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    project::Found found_;
    drawing::Drawing picture_;
};

/// All benches, to choose from by picture, or what answers the words that are typed.
class BenchesPage : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;
    /// Makes the cards, which are made when they are first wanted.
    void prepare();
    QLineEdit* search() const { return search_; }
    QPushButton* thread_desk_button() const { return thread_desk_; }
    std::vector<BenchCard*> shown_cards() const;
    /// What is told beside the cards: help, parts, what is beyond this tool.
    QString told() const;

 signals:
    void wanted(const clampet::project::Found& found);
    void thread_desk_wanted();

 protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    void build();
    void lay_out();
    void look();
    void add_card(std::vector<BenchCard*>& cards, const project::Found& found);
    QLineEdit* search_ = nullptr;
    QPushButton* thread_desk_ = nullptr;
    QLabel *nothing_ = nullptr, *told_ = nullptr;
    QWidget* inside_ = nullptr;
    QGridLayout* grid_ = nullptr;
    std::vector<BenchCard*> all_, found_;
};

}  // namespace clampet::desktop
