#pragma once
#include "project/background.h"
#include "study/check.h"

namespace clampet::project {

/// Checks a large rig on a worker while the thread that owns the document goes on.
/// Meaning  start() gives up what was under way and begins anew; the answer is handed to `post`, which must run it on
///          the owner's thread. An answer that was given up is never handed over.
class LiveCheck {
 public:
    using Post = Background::Post;
    explicit LiveCheck(Post post) : background_(std::move(post)) {}
    /// `finished` is called on the owner's thread with the check of this rig.
    void start(rig::Rig rig, std::function<void(study::RigCheck)> finished);
    void stop() { background_.stop(); }

 private:
    Background background_;
};

}  // namespace clampet::project
