#pragma once
#include "desktop/studies/study_view.h"
#include "study/room.h"

namespace clampet::desktop {

/// What touches what, in the shots and on the way between, what frees it, and how much room the rig takes.
class RoomView : public StudyView {
    Q_OBJECT
 public:
    explicit RoomView(project::Document& document, QWidget* parent = nullptr);
    const study::Room& shown() const { return room_; }

 protected:
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_room(const Result<study::Room>& found);
    void add_touch(const study::Touch& touch);
    study::Room room_;
};

}  // namespace clampet::desktop
