#include "mechanics/disc_spring.h"

#include <fmt/format.h>

#include <cmath>
#include <numbers>

namespace clampet::mechanics {

Status check_column(const DiscColumn& column) {
    if (!(column.bore > 0 && column.outer > column.bore))
        return Problem{"disc_spring.no_ring", "disc_bore",
                       fmt::format("A disc spring of {:.3g} mm has no room for a hole of {:.3g} mm.",
                                   column.outer * 1e3, column.bore * 1e3),
                       "The hole is smaller than the outside: a disc for M8 is 16 mm with 8.2 mm."};
    if (!(column.thickness > 0 && column.cone > 0 && column.cone <= std::numbers::sqrt2 * column.thickness))
        return Problem{"disc_spring.snaps", "disc_cone",
                       fmt::format("A cone of {:.3g} mm on a disc of {:.3g} mm is flat, or snaps through.",
                                   column.cone * 1e3, column.thickness * 1e3),
                       "The cone is the overall height less the thickness: more than 0, at most 1.4 times that."};
    return Done{};
}

double disc_force(const DiscColumn& column, double way) noexcept {
    constexpr double modulus = 206e9, poisson = 0.3;
    const double ratio = column.outer / column.bore, t = column.thickness;
    const double across = (ratio - 1) / ratio;
    const double shape = across * across / ((ratio + 1) / (ratio - 1) - 2 / std::log(ratio)) / std::numbers::pi;
    const double pressed = way / column.in_row / t, cone = column.cone / t;
    return column.nested * 4 * modulus / (1 - poisson * poisson) * t * t * t * t /
           (shape * column.outer * column.outer) * pressed * ((cone - pressed) * (cone - pressed / 2) + 1);
}

}  // namespace clampet::mechanics
