#pragma once
#include <string>

namespace clampet::quantity {

/// A length as a remedy says it, to a tenth of a millimetre: no less than it, and no more. Who follows it is not
/// refused again. Range  0 to some metres [m].
std::string mm_up(double length);
std::string mm_down(double length);

}  // namespace clampet::quantity
