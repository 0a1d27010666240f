#pragma once
#include "families/family.h"
#include "families/shared/squeeze.h"

namespace clampet::families {

/// What squeezes a grip; a spring clamp's force is that at the opening which the tube asks for.
/// Errors: a Problem when the clamp does not open that far.
Result<Squeeze> grip_squeeze(const Values& values);
/// Friction on the moving jaw or the pad: its own where the faces are unlike.
double other_friction(const Values& values);
/// A band or hose clamp, or a slit tube that bands draw down. Errors: a Problem on the key that cannot be built.
Result<std::shared_ptr<const Joint>> join_band(const Values& values);
/// A flat bar in a padded slot: two faces, each as a preloaded flat face. `like`: the face of a like one, or nothing.
Result<std::shared_ptr<const Joint>> join_slot(const Values& values);
/// Two grips whose tubes cross at a right angle, `apart` from axis to axis along z: the second one's frame is turned by
/// 90 degrees about z. Each has all its modes.
std::shared_ptr<const Joint> right_angle_pair(std::shared_ptr<const Joint> first, std::shared_ptr<const Joint> second,
                                              double apart);

}  // namespace clampet::families
