#pragma once
#include "desktop/widgets/panel.h"
#include "project/document.h"
#include "study/sight.h"

class QComboBox;

namespace clampet::desktop {

class QuantityField;

/// Who sees the screen: from where somebody looks at a camera's back or a monitor, straight or by a mirror, and what
/// would have to be turned.
class SightPanel : public Panel {
    Q_OBJECT
 public:
    explicit SightPanel(project::Document& document, QWidget* parent = nullptr);
    void refresh();
    QComboBox* screen() const { return screen_; }
    QComboBox* mirror() const { return mirror_; }
    QuantityField* eye(int axis) const { return eye_[axis]; }
    QString says() const;

 private:
    void fill(QComboBox* box, bool none);
    void answer();
    study::SightQuestion question() const;

    project::Document& document_;
    QComboBox *screen_, *mirror_;
    QuantityField* eye_[3];
    rig::Vector place_ = rig::Vector::Zero();  ///< of the eye, in the world
    bool is_placed_ = false;                   ///< a place to begin with was found
    QLabel* says_;
};

}  // namespace clampet::desktop
