#pragma once
#include <array>
#include <string>
#include <vector>

#include "mechanics/patch.h"
#include "quantity/result.h"

namespace clampet::families {
/// Reads "x,y; x,y; …" with units: "-20 mm,0 mm; 20 mm,0 mm". Errors: a Problem that names the corner.
Result<std::vector<mechanics::Point>> read_points(const std::string& text, const std::string& where);
/// Points written so, to 0.1 mm.
std::string points_text(const std::vector<mechanics::Point>& points);
/// The same with a third number, a height, where it is given.
Result<std::vector<std::array<double, 3>>> read_places(const std::string& text, const std::string& where);

}  // namespace clampet::families
