#pragma once
#include "rig/rig.h"

namespace clampet::rig {

/// Two ports that a family joins, and which family that is.
struct Way {
    const families::Family* family = nullptr;
    std::string support, payload;  ///< ids of the ports
    const families::Mating* mating = nullptr;
};
/// What is at work where two ports meet so: the family, and those that its mating brings along.
std::vector<Element> elements_of(const Way& way);
/// The ways in which one port can hold another, the family that people mean first.
std::vector<Way> ways_between(const Port& support, const Port& payload);
/// Every way in which a part with these ports can be put on a part of the rig: free ports that some family joins, one
/// way for each family, in the order of the families. Ports that say nothing of themselves are left out.
std::vector<Way> ways_to_join(const Rig& rig, const Part& below, std::span<const Port> ports);
/// Whether an interface uses this port already, and it is none that takes many.
bool is_taken(const Rig& rig, std::string_view part, std::string_view port);

}  // namespace clampet::rig
