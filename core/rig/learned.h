#pragma once
#include "rig/rig.h"

namespace clampet::rig {

/// Whether an input is a friction between two surfaces.
bool is_friction(const families::Parameter& parameter);
/// What tests call the friction of an element's input: its pair, or "interface/element/input" of a number of its own.
std::string friction_name(const Interface& interface, const Element& element, const families::Parameter& parameter);

/// Puts what tests taught in the place of what is commonly so.
/// Meaning  Where the interface stands as it was tightened for a test, friction times force is known together: the
///          friction takes that, and the hand's torque is taken as typical. Else friction and hand each take their own.
void learn(Interface& interface, const Learned& learned);

}  // namespace clampet::rig
