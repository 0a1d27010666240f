#pragma once
#include "rig/rig.h"

namespace clampet::rig {

/// Two ports that a family joins, and which family that is.
struct Way {
    const families::Family* family = nullptr;
    std::string support, payload;  ///< ids of the ports
};
/// Every way in which a part with these ports can be put on a part of the rig: free ports that some family joins, one
/// way for each family, in the order of the families. Ports that say nothing of themselves are left out.
std::vector<Way> ways_to_join(const Rig& rig, const Part& below, std::span<const Port> ports);
/// Whether an interface uses this port already.
bool is_taken(const Rig& rig, std::string_view part, std::string_view port);

}  // namespace clampet::rig
