#pragma once
#include <string>
#include <vector>

#include "families/family.h"

namespace clampet::cli {

/// What to say of a family that does not exist.
Problem no_family(const std::string& name);
/// "friction=0.3", "diameter=33.7mm", "friction=steel on plywood", "stock=48.3 x 4.0 scaffold" (what follows wins).
/// Errors: a Problem that names the input.
Result<families::Values> read_assignments(const families::Family& family, const std::vector<std::string>& assignments);
/// "Fx,Fy,Fz,Mx,My,Mz", with units or SI; nothing is no load. Errors: a Problem on `where`.
Result<mechanics::Wrench> read_wrench(const std::string& text, const char* where);

}  // namespace clampet::cli
