#pragma once

namespace clampet::desktop {

/// The factors that a plot has room for; what lies beyond is drawn at its edge.
inline constexpr double least_shown = 0.25, most_shown = 20;

}  // namespace clampet::desktop
