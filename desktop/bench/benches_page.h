#pragma once
#include <QAbstractButton>
#include <QWidget>
#include <vector>

#include "drawing/drawing.h"
#include "families/family.h"

class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

/// One family, chosen by its picture.
class BenchCard : public QAbstractButton {
    Q_OBJECT
 public:
    explicit BenchCard(const families::Family& family, QWidget* parent = nullptr);
    const families::Family& family() const { return family_; }
    /// All words of the search occur in its name, its purpose or its inputs.
    bool matches(const QString& search) const;
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    const families::Family& family_;
    drawing::Drawing picture_;
    QString words_;
};

/// All benches, to choose from by picture or by what they are for.
class BenchesPage : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;
    /// Makes the cards, which are made when they are first wanted.
    void prepare();
    QLineEdit* search() const { return search_; }
    QPushButton* thread_desk_button() const { return thread_desk_; }
    std::vector<BenchCard*> shown_cards() const;

 signals:
    void bench_wanted(const QString& family);
    void thread_desk_wanted();

 protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    void build();
    void lay_out();
    QLineEdit* search_ = nullptr;
    QPushButton* thread_desk_ = nullptr;
    QLabel* nothing_ = nullptr;
    QWidget* inside_ = nullptr;
    QGridLayout* grid_ = nullptr;
    std::vector<BenchCard*> cards_;
};

}  // namespace clampet::desktop
