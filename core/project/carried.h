#pragma once
#include <string>
#include <vector>

#include "inventory/workshop.h"
#include "rig/rig.h"

namespace clampet::project {

/// The rig with the things of a drawer that its parts are, as they lie there: so it opens where that drawer is not. Of
/// what is there no longer stays what it came with.
rig::Rig carrying(rig::Rig rig, const inventory::Workshop& workshop);

/// Where a rig and the workshop in use are not the same.
struct Difference {
    std::string about;  ///< name of the thing, or of the hand
    std::string says;   ///< "“Ash dowel” is not in this drawer: it came with the rig from Bell loft."
    friend bool operator==(const Difference&, const Difference&) = default;
};
/// Meaning  A thing that is not there, that is there otherwise than the rig was made with, or of which the rig takes
///          more than there are; hands that are not known here, or are otherwise.
std::vector<Difference> differences(const rig::Rig& rig, const inventory::Workshop& workshop);

}  // namespace clampet::project
