#pragma once
#include "desktop/studies/study_view.h"
#include "inventory/ballast.h"
#include "study/balance.h"

namespace clampet::desktop {

/// A window on a line: what holds is filled, what there is now is marked.
class WindowBar : public QWidget {
    Q_OBJECT
 public:
    WindowBar(study::Window window, double present, quantity::Dimension dimension, QWidget* parent = nullptr);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {140, sizeHint().height()}; }
    /// Where a value lies, in pixels from the left.
    double place_of(double value) const;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    study::Window window_;
    double present_, from_, to_;
    quantity::Dimension dimension_;
};

/// How heavy counterweights may be and where, how lopsided it stands, what turns its joints.
class BalanceView : public StudyView {
    Q_OBJECT
 public:
    explicit BalanceView(project::Document& document, QWidget* parent = nullptr);
    const study::Balance& shown() const { return balance_; }
    /// What lies in its drawer is told before what is sold.
    void use_workshop(std::function<const inventory::Workshop&()> workshop) { workshop_ = std::move(workshop); }

 protected:
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_balance(const Result<study::Balance>& found);
    void add_window(const QString& title, const study::Window& window, double present, quantity::Dimension dimension,
                    std::function<project::Edit(double)> edit);
    std::optional<inventory::Heap> heap_for(const study::Window& window, quantity::Dimension dimension) const;
    void add_pivots();
    study::Balance balance_;
    std::function<const inventory::Workshop&()> workshop_;
};

}  // namespace clampet::desktop
