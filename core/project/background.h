#pragma once
#include <atomic>
#include <functional>
#include <memory>
#include <thread>

#include "study/job.h"

namespace clampet::project {

/// Long work beside the thread that owns a document: one piece at a time, the newest.
/// Meaning  start() gives up what was under way. What the work returns is run on the owner's thread through `post`,
///          never when it was given up.
class Background {
 public:
    using Post = std::function<void(std::function<void()>)>;
    using Work = std::function<std::function<void()>(const study::Job&)>;
    explicit Background(Post post) : post_(std::move(post)), alive_(std::make_shared<bool>(true)) {}
    Background(const Background&) = delete;
    Background& operator=(const Background&) = delete;
    ~Background() { stop(); }
    void start(Work work);
    void stop();

 private:
    Post post_;
    std::shared_ptr<bool> alive_;  ///< false once its work was given up; touched on the owner's thread only
    std::shared_ptr<std::atomic<bool>> cancelled_;
    std::jthread worker_;
};

}  // namespace clampet::project
