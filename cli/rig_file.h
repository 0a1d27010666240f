#pragma once
#include <string>

#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::cli {

/// A rig file, or a Problem whose place starts with the file's name.
Result<rig::Rig> load_rig(const std::string& file);

}  // namespace clampet::cli
