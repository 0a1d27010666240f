#pragma once
#include <string_view>

#include "quantity/dimension.h"
#include "quantity/result.h"

namespace clampet::quantity {

/// A quantity that is known between two values; all alike where it is known as one.
struct Range {
    double low = 0, typical = 0, high = 0;
    bool is_one() const { return low == high; }
};

/// Reads what people know of a size: `25.1 mm`, `24.9-25.1 mm`, `38 to 39 in`, `6–7 in`, `about 12 mm`, `~3 kg`.
/// Meaning  A minus without spaces between two numbers of one unit is a range; "about" is 10 % to either side (common
///          practice); the typical value lies in the middle.
/// Range    `bare_unit`: as in parse(), of a number without one.
/// Errors   As parse(); and a Problem where a range is upside down.
Result<Range> parse_range(std::string_view text, Dimension dimension, std::string_view bare_unit = {});

}  // namespace clampet::quantity
