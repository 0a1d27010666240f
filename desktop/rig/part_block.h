#pragma once
#include <optional>
#include <QAbstractButton>

#include "rig/rig.h"

namespace clampet::desktop {

/// One part of the column: name, mass, and where it came from. Pressed, its sizes are shown.
class PartBlock : public QAbstractButton {
    Q_OBJECT
 public:
    explicit PartBlock(QWidget* parent = nullptr);
    void show_part(const rig::Part& part);
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QString name_, detail_, origin_;
    std::optional<rig::Part> shown_;
};

}  // namespace clampet::desktop
