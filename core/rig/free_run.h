#pragma once
#include "rig/mechanism.h"

namespace clampet::rig {

/// How far along a part, from one of its ports, a tube or rod runs, as its shapes have it [m]; nothing where none runs
/// through that port.
/// Frame    `along`: a unit vector in the part's frame.
std::optional<Stops> free_run(const Part& part, const Port& port, const Vector& along);

/// What moves how in a rig: as the elements of the interface say, and what slides along a tube no farther than where
/// its jaw still lies on it whole. Range    A rig whose ports are there.
families::Motion motion_in(const Rig& rig, const Interface& interface);

}  // namespace clampet::rig
