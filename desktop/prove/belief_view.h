#pragma once
#include <QWidget>

#include "prove/belief.h"

namespace clampet::desktop {

/// What tests teach, a line each: thin what was thought before, filled what is thought now, over times what is typical;
/// on it the tests, a dot where it slid, an arrow from where it held.
class BeliefView : public QWidget {
    Q_OBJECT
 public:
    explicit BeliefView(QWidget* parent = nullptr);
    void show_belief(prove::Belief belief, const rig::Rig& rig);
    /// Of each line: what it is, and the bands in words.
    const std::vector<QString>& lines() const { return lines_; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {200, sizeHint().height()}; }

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    prove::Belief belief_;
    std::vector<QString> names_, lines_;
};

}  // namespace clampet::desktop
