#pragma once
#include "rig/mechanism.h"

namespace clampet::rig {

/// An input that nobody typed, because a part or the rig says it.
struct Filled {
    std::string element, key;
    Input value;
    std::string from;  ///< the part that says it; empty: the rig, by what it carries
};

/// Mass, centre of gravity and radius of gyration of what an interface carries, as it sees them.
struct Carried {
    double mass = 0, gyration = 0;   ///< gyration 0: not known
    double damping = 0;              ///< 0: no clamp holds it
    std::string clamped_by = {};     ///< the clamp that does
    Vector centre = Vector::Zero();  ///< in the interface's frame
};
/// What of an element's inputs follows from what it carries. What is typed there stands.
std::vector<Filled> filled_by(const Element& element, const Carried& carried);

/// What the ports of an interface say of its elements' inputs, and what the rig knows of what it carries. What is typed
/// there stands; a size that an input may not have is left out.
/// Range  A rig whose structure is valid. `placed`: where it stands; made where it is needed and not given.
std::vector<Filled> filled_inputs(const Rig& rig, const Interface& interface, const Placed* placed = nullptr);

/// The interface with what the sizes of its ports say of its inputs, for where its axes and its span are and what lies
/// between weighs: no friction, of materials their density only, nothing that a name or the rig says.
Interface shaped(const Rig& rig, const Interface& interface);

/// The interface with those inputs given: what is computed.
Interface in_force(const Rig& rig, const Interface& interface, const Placed* placed = nullptr);

/// Whether another element brings its force: it has been aged where it comes from, and nothing of it is lost twice.
bool is_force_brought(const Element& element);

/// What is bought to join the two parts of an interface, of all that is at work in it.
std::vector<families::Fastener> fasteners_of(const Rig& rig, const Interface& interface);

/// The mating of a family that two ports fit; nothing where it says nothing of them.
const families::Mating* mating_of(const families::Family& family, const Port& support, const Port& payload);

}  // namespace clampet::rig
