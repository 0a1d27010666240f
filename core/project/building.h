#pragma once
#include "project/edits.h"

namespace clampet::project {

/// An id that no part and no interface has: "part-3".
/// `reserved`: an id that is not to be used either.
std::string fresh_id(const rig::Rig& rig, const std::string& stem, const std::string& reserved = {});
/// What acted on a part that is gone acts on another.
void acts_on_instead(rig::Rig& rig, const std::string& gone, const std::string& other);

/// A part of a kind with its sizes, those that follow from a neighbour's port included.
/// Errors  A Problem at the size that cannot be built.
Result<rig::Part> new_part(const NewPart& what, const rig::Port* below, const rig::Port* above);

// Edits that change what a rig is made of. The rig that they give is still to be validated.
// Errors  A Problem that says what does not meet, with what there is.
Result<rig::Rig> built(rig::Rig rig, const Build& edit);
Result<rig::Rig> built(rig::Rig rig, const ReplacePart& edit);
Result<rig::Rig> built(rig::Rig rig, const LiftOut& edit);
Result<rig::Rig> built(rig::Rig rig, const MoveDown& edit);
Result<rig::Rig> built(rig::Rig rig, const MoveBranch& edit);
Result<rig::Rig> built(rig::Rig rig, const Paste& edit);
Result<rig::Rig> built(rig::Rig rig, const CloseLoop& edit);

}  // namespace clampet::project
