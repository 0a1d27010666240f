#pragma once
#include <string>
#include <vector>

#include "rig/mechanism.h"
#include "rig/rig.h"

namespace clampet::study {

/// How far the picture wanders at the subject because of one interface.
struct Movement {
    std::string interface;  ///< id
    std::string why;        ///< "bends under a push of 15 N", "has play", "turns within a step"
    double at_subject = 0;  ///< across the view, to either side [m]
};

/// Meaning  Of every interface that carries the camera: what yields moves by its compliance under a push at the camera,
///          across the view and up, the worse of both; what has play turns by it about its own place. A turn θ of the
///          camera about a place moves the picture by θ times the way from there to the subject: δ + θ s. The rest is
///          framed once and is not told.
/// Frame    `eye`, `looks` and `subject` in the world, where the rig stands.
/// Source   Mechanics of small turns; the push is the rig's own case, or 15 N, common practice.
struct Sightline {
    rig::Vector eye = rig::Vector::Zero(), looks = rig::Vector::UnitX(), up = rig::Vector::UnitZ();
    double distance = 1;  ///< to the subject [m]
};
std::vector<Movement> movements(const rig::Rig& rig, const rig::Placed& placed, const std::string& camera,
                                const Sightline& sight);

}  // namespace clampet::study
