#pragma once
#include "rig/mechanism.h"

namespace clampet::rig {

class JointStore;

/// What an arm may bend by where its small turns are still added: beyond, it says itself that it is too soft [rad].
inline constexpr double most_settled_turn = 0.35;

/// Where a rig stands under its own weight: what bends has settled, and what it carries stands lower and turned.
/// Meaning  Loads at rest where nothing has bent give how far, and loads there once more; a third look would move it by
///          less than the square of its turn. Typical inputs; what lasts, creep, is in it.
/// Range    A rig whose structure is valid. One with closed loops stands as if it were firm: what bends in a loop is
///          held by the other way.
/// Source   Beam theory, as the family of what bends says.
Placed settled(const Rig& rig, JointStore* joints = nullptr);

}  // namespace clampet::rig
