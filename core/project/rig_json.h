#pragma once
#include <string>
#include <string_view>

#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::project {

inline constexpr int schema_version = 2;

/// Reads a rig file's text, SI or texts with a unit. See docs/file-format.md.
/// Errors  A Problem whose `where` is "line N, /path": broken JSON, a missing or unknown key, a wrong type, a newer
/// schema,
///         or a rig that rig::validate refuses. Nothing is returned in part.
Result<rig::Rig> read_rig(std::string_view text);

/// Writes a rig so that read_rig gives back an equal one. Keys in a fixed order, two spaces of indent.
std::string write_rig(const rig::Rig& rig);
/// The text by which a rig is kept as a variant: without those that it keeps itself.
std::string text_of_variant(rig::Rig rig);

}  // namespace clampet::project
