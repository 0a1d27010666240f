#pragma once
#include <QAbstractButton>

#include "project/shelf.h"

namespace clampet::desktop {

/// One kind of part on the shelf: its picture, what it is called, how it would be held, or why it cannot go there.
class ShelfCard : public QAbstractButton {
    Q_OBJECT
 public:
    explicit ShelfCard(project::ShelfItem item, QWidget* parent = nullptr);
    const project::ShelfItem& item() const { return item_; }
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    project::ShelfItem item_;
    std::vector<rig::Shape> shapes_;
    QString name_, says_;
};

}  // namespace clampet::desktop
