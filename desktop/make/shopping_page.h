#pragma once
#include <QWidget>

#include "desktop/shell/session.h"
#include "make/export.h"

class QLineEdit;

namespace clampet::desktop {

class ListView;

/// What has to be had, the drawer first, and what it costs against buying it ready-made.
class ShoppingPage : public QWidget {
    Q_OBJECT
 public:
    explicit ShoppingPage(Session& session, QWidget* parent = nullptr);
    void refresh(const make::Work& work, const make::Sawing& sawing);
    ListView* needs() const { return needs_; }
    ListView* cost() const { return cost_; }
    QLineEdit* rate() const { return rate_; }
    QLineEdit* ready_made() const { return ready_made_; }
    /// What an hour of one's own is worth, and what it would cost to buy.
    double own_rate() const;
    std::optional<double> bought() const;

 private:
    Session& session_;
    make::Work work_;
    make::Sawing sawing_;
    QLineEdit *rate_, *ready_made_;
    ListView *needs_, *cost_;
};

}  // namespace clampet::desktop
