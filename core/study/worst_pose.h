#pragma once
#include "study/check.h"

namespace clampet::study {

/// Where in its travel a rig is nearest to letting go.
struct WorstPose {
    struct Seam {
        std::string id, name;
        rig::Positions pose;  ///< of every axis, where this interface is at its worst
        double factor = 0;    ///< typical, as check() gives it there; infinity where nothing drives it
        double required = 0;
        Verdict verdict = Verdict::holds;
        std::string load_case, mode;
    };
    std::vector<Seam> seams;           ///< from the payload down
    std::optional<std::size_t> worst;  ///< of all
    std::size_t poses = 0;             ///< that were looked at, of the interface with the most
    bool stopped = false;              ///< cancelled: the best of what was looked at
};
struct WorstPoseOptions {
    std::string seam;                ///< only this interface; empty for all
    std::size_t most_poses = 46656;  ///< of an interface: each axis gets as many steps as fit, 3 to 13
    std::uint64_t seed = 1;          ///< of the poses where they make no grid
    CheckOptions check = {};
};
/// Searches all axes over their travel.
/// Meaning  Each interface over a grid of the axes that change anything about its loads; where there are too many for
///          that, as many poses spread over all of it. The worst few are then refined axis by axis. What the rig stands
///          in is looked at too, so that the answer is never better than check(). Loads from any side are taken from 14
///          directions on the way and from check()'s at the end. The same answer for any number of workers.
/// Range    Axes that are loosened first are moved as well: every pose that can be set is one that may be used.
/// Errors   A Problem when the rig is not valid or closes a loop, or there is no such interface.
Result<WorstPose> worst_pose(const rig::Rig& rig, const WorstPoseOptions& options = {}, const Job& job = {});

}  // namespace clampet::study
