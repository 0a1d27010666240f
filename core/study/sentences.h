#pragma once
#include <string>

#include "study/check.h"

namespace clampet::study {

/// "Ball in its cup tilts at 0.68× this push, with a push down." One sentence about a seam, the same on screen and on
/// the command line.
std::string sentence(const InterfaceResult& interface);
/// "would twist first", "bottoms before it clamps".
std::string short_sentence(const InterfaceResult& interface);
/// The worst seam of the rig, in one sentence.
std::string headline(const RigCheck& check);
/// "falls 460 mm, is caught with 812 N and holds 2.5× of that", or why it catches nothing.
std::string sentence(const CatchResult& tether);
/// "1 slips · 1 doubtful", "all 4 hold".
std::string tally(const RigCheck& check);
/// "when pushed from the left and above", for a push direction in the world.
std::string direction_words(const Eigen::Vector3d& push);

}  // namespace clampet::study
