#pragma once
#include <optional>

#include "rig/rig.h"

namespace clampet::rig {

/// Where a ray enters a shape, as a multiple of its direction; 0 where it starts inside.
/// Frame   That of the shape. Range: a direction that is not 0. Nothing where it misses or lies behind.
std::optional<double> entered(const Shape& shape, const Vector& from, const Vector& direction);

}  // namespace clampet::rig
