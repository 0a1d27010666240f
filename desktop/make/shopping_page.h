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
    /// What is asked for, but for what it is and what is typed here.
    void refresh(const make::Wish& wish);
    /// With what is typed here.
    make::Wish with_own(make::Wish wish) const;
    ListView* needs() const { return needs_; }
    ListView* cost() const { return cost_; }
    QLineEdit* rate() const { return rate_; }
    QLineEdit* ready_made() const { return ready_made_; }
    QLineEdit* ready_days() const { return ready_days_; }

 private:
    Session& session_;
    make::Wish wish_;
    QLineEdit *rate_, *ready_made_, *ready_days_;
    ListView *needs_, *cost_;
};

}  // namespace clampet::desktop
