#include "project/live_check.h"

namespace clampet::project {

void LiveCheck::start(rig::Rig rig, std::function<void(study::RigCheck)> finished) {
    stop();
    alive_ = std::make_shared<bool>(true);
    cancelled_ = std::make_shared<std::atomic<bool>>(false);
    worker_ = std::jthread(
        [post = post_, alive = alive_, cancelled = cancelled_, rig = std::move(rig), finished = std::move(finished)] {
            study::Job job;
            job.workers = study::all_cores();
            job.cancelled = cancelled.get();
            auto checked = study::check_valid(rig, {}, job);
            if (cancelled->load()) return;
            auto answer = std::make_shared<study::RigCheck>();
            if (checked) {
                *answer = std::move(*checked);
            } else {  // a valid rig is checked; were it not, nobody waits for it for good
                answer->required = rig.required;
                answer->placed = std::make_shared<const rig::Placed>(rig);
            }
            post([alive, answer, finished] {
                if (*alive) finished(std::move(*answer));
            });
        });
}

void LiveCheck::stop() {
    *alive_ = false;
    if (cancelled_) *cancelled_ = true;
    worker_ = {};  // joins: a seam's check ends within milliseconds
}

}  // namespace clampet::project
