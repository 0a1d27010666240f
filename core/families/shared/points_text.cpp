#include "families/shared/points_text.h"

#include <fmt/format.h>

#include "quantity/parse.h"

namespace clampet::families {

namespace {

/// "x,y" or, where three are allowed, "x,y,z"; lengths, bare ones in mm.
Result<std::vector<std::array<double, 3>>> read(const std::string& text, const std::string& where, std::size_t most) {
    constexpr std::size_t most_points = 64;
    std::vector<std::array<double, 3>> places;
    const std::string example = "Write for example -20 mm,-20 mm; 20 mm,-20 mm; 0 mm,25 mm.";
    std::size_t at = 0;
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find(';', at), text.size());
        const std::string place = text.substr(at, end - at);
        at = end + 1;
        if (place.find_first_not_of(' ') == place.npos) continue;
        std::array<double, 3> numbers{};
        std::size_t count = 0, from = 0;
        bool good = true;
        while (good && from <= place.size()) {
            const std::size_t comma = std::min(place.find(',', from), place.size());
            const auto value = quantity::parse(place.substr(from, comma - from), quantity::Dimension::length, "mm");
            good = value && count < most;
            if (good) numbers[count++] = *value;
            from = comma + 1;
        }
        if (!good || count < 2)
            return Problem{"points.not_a_pair", where, fmt::format("“{}” is not an x,y pair.", place), example};
        places.push_back(numbers);
        if (places.size() > most_points)
            return Problem{"points.too_many", where, fmt::format("There are more than {} points.", most_points),
                           "Use fewer."};
    }
    return places;
}

}  // namespace

Result<std::vector<mechanics::Point>> read_points(const std::string& text, const std::string& where) {
    const auto places = read(text, where, 2);
    if (!places) return places.problem();
    std::vector<mechanics::Point> points;
    for (const auto& p : *places) points.push_back({p[0], p[1]});
    return points;
}

Result<std::vector<std::array<double, 3>>> read_places(const std::string& text, const std::string& where) {
    return read(text, where, 3);
}

std::string points_text(const std::vector<mechanics::Point>& points) {
    std::string written;
    for (const auto& p : points)
        written += fmt::format("{}{:.1f} mm,{:.1f} mm", written.empty() ? "" : "; ", 1000 * p.x, 1000 * p.y);
    return written;
}

}  // namespace clampet::families
