#pragma once

namespace clampet::quantity {

inline constexpr double a_day = 86400, an_hour = 3600, a_minute = 60;  ///< [s]
/// How many pixels wide the picture is in which a movement of what is seen is told; common practice.
inline constexpr double picture_pixels = 3840;

}  // namespace clampet::quantity
