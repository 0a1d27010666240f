#pragma once
#include "rig/mechanism.h"

namespace clampet::rig {

/// A size of a part of a kind that says where on it one of its ports is, and nothing else: where on its board a hole
/// is.
struct PortPlace {
    std::string part, key, label;
    Vector along = Vector::UnitX();         ///< in the world: where what is carried goes when the size grows; unit
    double value = 0, least = 0, most = 0;  ///< of the size [m]
};
/// Those of both ports of an interface.
/// Meaning  Found by trying: a size that, larger by a hair, moves the port by as much along its face, and no other
///          port, and leaves the part's shape as it is.
/// Range    A rig whose structure is valid, where it stands.
std::vector<PortPlace> places_of(const Rig& rig, const Interface& interface, const Placed& placed);

}  // namespace clampet::rig
