#pragma once
#include <atomic>
#include <functional>
#include <memory>
#include <thread>

#include "study/check.h"

namespace clampet::project {

/// Checks a large rig on a worker while the thread that owns the document goes on.
/// Meaning  start() gives up what was under way and begins anew; the answer is handed to `post`, which must run it on
///          the owner's thread. An answer that was given up is never handed over.
class LiveCheck {
 public:
    using Post = std::function<void(std::function<void()>)>;
    explicit LiveCheck(Post post) : post_(std::move(post)), alive_(std::make_shared<bool>(true)) {}
    LiveCheck(const LiveCheck&) = delete;
    LiveCheck& operator=(const LiveCheck&) = delete;
    ~LiveCheck() { stop(); }
    /// `finished` is called on the owner's thread with the check of this rig.
    void start(rig::Rig rig, std::function<void(study::RigCheck)> finished);
    void stop();

 private:
    Post post_;
    std::shared_ptr<bool> alive_;  ///< false once its run was given up; touched on the owner's thread only
    std::shared_ptr<std::atomic<bool>> cancelled_;
    std::jthread worker_;
};

}  // namespace clampet::project
