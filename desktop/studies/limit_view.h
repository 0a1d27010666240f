#pragma once
#include "desktop/studies/study_view.h"
#include "study/payload_limit.h"

namespace clampet::desktop {

class PayloadPlot;

/// The most that the rig may carry against how far ahead that is; a press takes that payload.
class LimitView : public StudyView {
    Q_OBJECT
 public:
    explicit LimitView(project::Document& document, QWidget* parent = nullptr);
    PayloadPlot* plot() const { return plot_; }
    const study::RigLimits& shown() const { return limits_; }

 protected:
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_limits(const Result<study::RigLimits>& found);
    study::RigLimits limits_;
    PayloadPlot* plot_;
    QWidget* list_;
};

}  // namespace clampet::desktop
