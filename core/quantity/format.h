#pragma once
#include <string>

#include "quantity/dimension.h"

namespace clampet::quantity {

enum class System { metric, imperial };

/// The unit in which a field of this dimension shows its value: "mm" or "in" for a length, and so on.
std::string_view display_unit(Dimension dimension, System system);

/// A value as a person would write it: "33.7 mm", "1 1/2 in", "0.8 N·m", "45°".
/// Meaning  What a workshop can use: lengths to 0.1 mm, under 10 mm to 0.01 mm; inches as the nearest 1/64 (1/32 over
///          1 in) where that is within 0.1 mm, else to 0.001; four figures for masses and plain numbers, three for the
///          rest; or as many figures as `digits` says.
/// Range    Finite values; infinity gives "∞" and NaN "–", which parse() refuses.
std::string format(double si, Dimension dimension, System system = System::metric, int digits = 0);
/// The same for a length [m], metric.
std::string mm(double length);

/// The shortest text that parse() reads back as the same value (to the last bit or two): for fields and files.
std::string format_exact(double si, Dimension dimension, System system = System::metric);

/// A load factor as a person reads it: "2.4×", "12×", ">100×"; "–" when the load does not drive it (infinity).
std::string format_factor(double factor);

/// A force as what it would feel like: "as if 3.1 kg hung from it".
std::string as_if_hung(double newton);

}  // namespace clampet::quantity
