#include "families/points_text.h"

#include <fmt/format.h>

#include "quantity/parse.h"

namespace clampet::families {

Result<std::vector<mechanics::Point>> read_points(const std::string& text, const std::string& where) {
    constexpr std::size_t most_points = 64;
    std::vector<mechanics::Point> points;
    const std::string example = "Write for example -20 mm,-20 mm; 20 mm,-20 mm; 0 mm,25 mm.";
    std::size_t at = 0;
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find(';', at), text.size());
        const std::string pair = text.substr(at, end - at);
        at = end + 1;
        if (pair.find_first_not_of(' ') == pair.npos) continue;
        const std::size_t comma = pair.find(',');
        if (comma == pair.npos) return Problem{where, fmt::format("“{}” is not an x,y pair.", pair), example};
        const auto x = quantity::parse(pair.substr(0, comma), quantity::Dimension::length, "mm");
        const auto y = quantity::parse(pair.substr(comma + 1), quantity::Dimension::length, "mm");
        if (!x || !y) return Problem{where, fmt::format("“{}” is not an x,y pair.", pair), example};
        points.push_back({*x, *y});
        if (points.size() > most_points)
            return Problem{where, fmt::format("There are more than {} points.", most_points), "Use fewer."};
    }
    return points;
}

}  // namespace clampet::families
