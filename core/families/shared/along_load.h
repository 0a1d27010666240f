#pragma once
#include <cmath>

namespace clampet::families {

/// What a mode can bear of a load in its own direction, from what is asked and how much of the mode that uses;
/// `otherwise` where it uses nothing.
inline double in_this_direction(double demand, double used, double otherwise) {
    return used > 0 && std::isfinite(used) ? demand / used : otherwise;
}

}  // namespace clampet::families
