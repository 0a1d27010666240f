#pragma once
#include <nlohmann/json.hpp>
#include <optional>
#include <string>

#include "project/edits.h"
#include "study/check.h"

namespace clampet::cli {

/// What an edit makes of a rig, and of one of its interfaces.
struct BeforeAfter {
    rig::Rig rig;  ///< as it is then
    std::optional<study::InterfaceResult> was, is;
};
/// Errors  A Problem: the edit or one of the checks.
Result<BeforeAfter> before_after(const rig::Rig& rig, const project::Edit& edit, const std::string& seam);
nlohmann::ordered_json json_of(const BeforeAfter& change);
/// "Arm: doubtful, 1.2 (0.9 to 1.6)" and the same now.
void print_change(const BeforeAfter& change);
/// Writes the rig where it is to be kept, and says whether it was. Returns the exit code of an error; nothing if none.
std::optional<int> keep(const rig::Rig& rig, const std::string& file, bool is_kept);
void say_kept(bool is_kept);
/// 0 where the interface holds now, or there is none.
int exit_code_of(const BeforeAfter& change);

}  // namespace clampet::cli
