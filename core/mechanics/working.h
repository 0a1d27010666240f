#pragma once
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "quantity/dimension.h"

namespace clampet::mechanics {

/// One line of working: quantity = formula = numbers = result, with its source.
struct WorkLine {
    std::string quantity;  ///< snake_case name, "mean_radius"
    std::string formula;   ///< "2/3 (R_o^3 - R_i^3)/(R_o^2 - R_i^2)"
    std::string numbers;   ///< the same with numbers, empty for a plain input
    double value = 0;      ///< SI
    quantity::Dimension dimension = quantity::Dimension::number;
    std::string source;  ///< standard and clause, "derived", "from memory", "input"
};
using Working = std::vector<WorkLine>;

/// A named SI value of a family's results.
struct NamedValue {
    std::string name;
    double value = 0;
    quantity::Dimension dimension = quantity::Dimension::number;
};

}  // namespace clampet::mechanics
