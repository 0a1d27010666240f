#pragma once
#include <QAbstractButton>

#include "desktop/rig/solid_picture.h"
#include "study/scenes.h"

namespace clampet::desktop {

/// One shot of the strip: the rig as it stands there, and how near it is to letting go.
class ShotCard : public QAbstractButton {
    Q_OBJECT
 public:
    ShotCard(QString shot, QWidget* parent = nullptr);
    const QString& shot() const { return shot_; }
    /// The rig in the shot's pose; what is drawn.
    void show_rig(const rig::Rig& staged, const QString& name);
    /// The worst of its scenes; nothing while it is being checked anew, when what was known stays, marked old.
    void show_check(const study::RigCheck* check);
    double factor() const { return factor_; }
    bool is_old() const { return old_; }
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QString shot_, name_, words_;
    std::vector<PlacedShape> shapes_;  ///< in the world
    study::Verdict verdict_ = study::Verdict::holds;
    double factor_ = 0;
    bool known_ = false, old_ = false;
};

/// All solids of a placed rig in the world but those of its support, for a small picture.
std::vector<PlacedShape> shapes_in_world(const rig::Rig& rig);

}  // namespace clampet::desktop
