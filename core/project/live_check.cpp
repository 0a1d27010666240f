#include "project/live_check.h"

namespace clampet::project {

void LiveCheck::start(rig::Rig rig, std::function<void(study::RigCheck)> finished) {
    background_.start([rig = std::move(rig), finished = std::move(finished)](const study::Job& job) {
        auto checked = study::check_valid(rig, {.detail = study::Detail::verdict}, job);
        auto answer = std::make_shared<study::RigCheck>();
        if (checked) {
            *answer = std::move(*checked);
        } else {  // a valid rig is checked; were it not, nobody waits for it for good
            answer->required = rig.required;
            answer->placed = std::make_shared<const rig::Placed>(rig);
        }
        return [answer, finished] { finished(std::move(*answer)); };
    });
}

}  // namespace clampet::project
