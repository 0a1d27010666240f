#pragma once
#include <functional>
#include <span>
#include <string>
#include <vector>

#include "families/family.h"

namespace clampet::cli {

/// What to say of a family that does not exist.
Problem no_family(const std::string& name);
/// "friction=0.3", "diameter=33.7mm", "friction=steel on plywood", "stock=48.3 x 4.0 scaffold" (what follows wins).
/// Errors: a Problem that names the input.
Result<families::Values> read_assignments(const families::Family& family, const std::vector<std::string>& assignments);
/// The values that a name in stock gives.
using StockNamed = std::function<Result<families::Values>(const std::string&)>;
/// The same for any rows of parameters, of what is called `name`.
Result<families::Values> read_assignments(std::span<const families::Parameter> rows, std::string_view name,
                                          const std::vector<std::string>& assignments, const StockNamed& stock);
/// A load on one interface as the command line gives it.
struct LoadText {
    std::string wrench, permanent;  ///< "Fx,Fy,Fz,Mx,My,Mz", with units or SI; empty: none
    std::string stands;             ///< how the interface stands, for what it weighs itself; empty: upright
};
/// Whether nothing is asked of it.
bool has_no_load(const LoadText& text);
/// Errors: a Problem on the option that cannot be read.
Result<mechanics::Load> read_load(const LoadText& text);

}  // namespace clampet::cli
