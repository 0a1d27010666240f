#pragma once
#include <nlohmann/json.hpp>
#include <span>

#include "families/family.h"

namespace clampet::cli {

/// The rows of a family, of a kind of part or of a load case: key, dimension, default, bounds, when it counts, help.
nlohmann::ordered_json parameters_json(std::span<const families::Parameter> parameters);
void print_parameters(std::span<const families::Parameter> parameters);
nlohmann::ordered_json values_json(const families::Values& values);

}  // namespace clampet::cli
