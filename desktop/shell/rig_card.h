#pragma once
#include <QAbstractButton>

#include "desktop/rig/solid_picture.h"
#include "rig/rig.h"
#include "study/verdict.h"

namespace clampet::desktop {

/// A rig to begin with: its picture, what it is called, and how it stands.
class RigCard : public QAbstractButton {
    Q_OBJECT
 public:
    RigCard(const QString& title, const QString& says, QWidget* parent = nullptr);
    /// Draws it, and checks it once it is on the screen, and as long as that is so.
    void show_rig(rig::Rig rig);
    const QString& standing() const { return standing_; }  ///< "2 slip · 1 doubtful"; empty until it is known
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;
    void showEvent(QShowEvent* event) override;

 private:
    void judge();
    rig::Rig rig_;
    std::vector<PlacedShape> shapes_;  ///< in the world
    QString title_, says_, standing_;
    bool is_judged_ = true;
    study::Verdict verdict_ = study::Verdict::holds;
};

}  // namespace clampet::desktop
