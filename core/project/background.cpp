#include "project/background.h"

namespace clampet::project {

void Background::start(Work work) {
    stop();
    alive_ = std::make_shared<bool>(true);
    cancelled_ = std::make_shared<std::atomic<bool>>(false);
    worker_ = std::jthread([post = post_, alive = alive_, cancelled = cancelled_, work = std::move(work)] {
        study::Job job;
        job.workers = study::all_cores();
        job.cancelled = cancelled.get();
        auto finished = work(job);
        if (cancelled->load() || !finished) return;
        post([alive, finished] {
            if (*alive) finished();
        });
    });
}

void Background::stop() {
    *alive_ = false;
    if (cancelled_) *cancelled_ = true;
    worker_ = {};  // joins: what looks at its job ends within milliseconds
}

}  // namespace clampet::project
