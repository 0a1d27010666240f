#pragma once
#include <functional>
#include <optional>

#include "catalogue/thread.h"
#include "families/family.h"
#include "mechanics/tightening.h"

namespace clampet::families {

/// Inputs shared by all interfaces that a force squeezes: the force itself, the screw and torque that make it, or the
/// disc springs that a nut presses.
/// Keys: squeezed_by, force, screw, torque, thread_friction, bearing_friction, bearing_outer, bearing_inner,
/// disc_outer, disc_bore, disc_thickness, disc_cone, discs_in_row, discs_nested, nut_turns, gives, kept.
struct SqueezeDefaults {
    double force = 500, torque = 0.8;
    std::string screw = "M5";
    double bearing_outer = 0.010, bearing_inner = 0.0055;
    double kept = 0.95;  ///< after a day, of what the family is mostly made of
};
std::vector<Parameter> squeeze_parameters(const SqueezeDefaults& defaults);

/// What squeezes, after what it loses in a day.
struct Squeeze {
    double fresh = 0, force = 0;  ///< [N]
    std::optional<catalogue::Thread> thread;
    mechanics::TightenedScrew screw;
    std::function<Working()> working;  ///< how the force comes about, on demand
};
/// Errors  A Problem naming the thread or the size that is wrong.
Result<Squeeze> squeeze(const Values& values);

/// Whether a jaw shares a load with the other side, as a screw holds it; one that a spring presses keeps its force.
/// Keys: squeezed_by, jaw_law.
bool jaw_is_locked(const Values& values);

}  // namespace clampet::families
