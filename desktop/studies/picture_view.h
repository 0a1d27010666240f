#pragma once
#include "desktop/studies/study_view.h"
#include "study/picture.h"

namespace clampet::desktop {

class SightPanel;

/// One shot as the lens has it: what of the rig is in the way stands in it.
class PictureFrame : public QWidget {
    Q_OBJECT
 public:
    PictureFrame(rig::Rig staged, study::Picture picture, QWidget* parent = nullptr);
    const study::Picture& picture() const { return picture_; }
    QSize sizeHint() const override { return {420, height_for(420)}; }
    QSize minimumSizeHint() const override { return {160, 100}; }

 protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    int height_for(int width) const;
    rig::Rig rig_;
    study::Picture picture_;
};

/// What the camera sees in each shot: how much, whether it is sharp, what is in the way.
class PictureView : public StudyView {
    Q_OBJECT
 public:
    explicit PictureView(project::Document& document, QWidget* parent = nullptr);
    const std::vector<study::Picture>& shown() const { return pictures_; }
    SightPanel* sight() const { return sight_; }

 protected:
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_pictures(const rig::Rig& rig, const Result<std::vector<study::Picture>>& found);
    std::vector<study::Picture> pictures_;
    SightPanel* sight_;
};

}  // namespace clampet::desktop
