#pragma once
#include <string>

#include "quantity/dimension.h"

namespace clampet::quantity {

enum class System { metric, imperial };

/// The unit in which a field of this dimension shows its value: "mm" or "in" for a length, and so on.
std::string_view display_unit(Dimension dimension, System system);

/// A value as a person would write it: "33.7 mm", "1 1/2 in", "0.8 N·m", "45°".
/// Meaning  As many significant digits as the workshop can use: four for sizes, masses and plain numbers, three for the
///          rest, or as many as `digits` says; inch fractions to 1/64 where they are exact.
/// Range    Finite values; infinity gives "∞" and NaN "–", which parse() refuses.
std::string format(double si, Dimension dimension, System system = System::metric, int digits = 0);

/// The shortest text that parse() reads back as the same value (to the last bit or two): for fields and files.
std::string format_exact(double si, Dimension dimension, System system = System::metric);

/// A load factor as a person reads it: "2.4×", "12×", ">100×"; "–" when the load does not drive it (infinity).
std::string format_factor(double factor);

/// A force as what it would feel like: "as if 3.1 kg hung from it".
std::string as_if_hung(double newton);

}  // namespace clampet::quantity
