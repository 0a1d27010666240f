#pragma once
#include <optional>
#include <string>
#include <vector>

#include "drawing/drawing.h"
#include "rig/rig.h"

namespace clampet::prove {

/// A rig as it was kept, or as it is now, in its place among the others.
struct Revision {
    std::string name;  ///< "now" of the rig as it is
    std::string date, why, learned;
    bool has_failed = false;
    std::optional<std::size_t> variant = {};  ///< of the rig's; nothing: as it is now
    std::optional<std::size_t> from = {};     ///< in the same list; nothing: the first
    std::size_t lane = 0;                     ///< 0: leads to what is now; branches that were given up lie beside it
};
/// In the order in which they were kept, the rig as it is now last.
std::vector<Revision> revisions_of(const rig::Rig& rig);
/// As a branching line, the first on the left: dots with names, given up ones crossed out, what is now filled; over
/// each dot its rig's picture, as far as `pictures` has them, in the order of the revisions.
drawing::Drawing picture_of(const std::vector<Revision>& revisions, const std::vector<drawing::Drawing>& pictures = {});

}  // namespace clampet::prove
