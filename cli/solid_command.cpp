#include <fmt/format.h>

#include "commands.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "solids/own_part.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

Result<solids::FileUnit> unit_named(const std::string& name) {
    if (name == "mm") return solids::FileUnit::millimetre;
    if (name == "cm") return solids::FileUnit::centimetre;
    if (name == "m") return solids::FileUnit::metre;
    if (name == "in") return solids::FileUnit::inch;
    return Problem{"solid.unknown_unit", "unit", fmt::format("“{}” is no unit of a file.", name),
                   "Use mm, cm, m or in."};
}

std::string shown(double si, Dimension dimension) {
    return quantity::format(si, dimension);
}

}  // namespace

int solid_command(const SolidRequest& request, bool json) {
    const auto unit = unit_named(request.unit);
    if (!unit) return fail(unit.problem(), wrong_usage);
    solids::Making making;
    making.material = request.material;
    making.is_printed = !request.massive;
    making.infill = request.infill;
    const auto walls = quantity::parse(request.walls, Dimension::length);
    if (!walls) return fail(walls.problem(), wrong_usage);
    making.walls = *walls;
    const auto solid = solids::read_solid(request.file, *unit);
    if (!solid) return fail(solid.problem(), unreadable);
    const auto mass = solids::mass_of(*solid, making);
    if (!mass) return fail(mass.problem(), wrong_usage);
    const auto& whole = solid->whole;
    const parts::Vector size = solid->most - solid->least;
    if (json) {
        print({{"file", request.file},
               {"triangles", solid->triangles},
               {"closed", solid->is_closed},
               {"volume", whole.volume},
               {"area", whole.area},
               {"size", numbers(size)},
               {"mass", *mass},
               {"centre_of_gravity", numbers(whole.centroid)},
               {"material", making.material},
               {"hull_corners", solid->hull.corners.size()},
               {"notes", solid->notes}});
        return done;
    }
    fmt::print("{} × {} × {}, {:.3g} cm³, {} triangles\n", shown(size.x(), Dimension::length),
               shown(size.y(), Dimension::length), shown(size.z(), Dimension::length), whole.volume * 1e6,
               solid->triangles);
    fmt::print("weighs {} in {}{}\n", shown(*mass, Dimension::mass), making.material,
               making.is_printed ? fmt::format(", walls {}, infill {:.0f} %", shown(making.walls, Dimension::length),
                                               100 * making.infill)
                                 : std::string(", solid all through"));
    fmt::print("balances at x {}, y {}, z {} of the file\n", shown(whole.centroid.x(), Dimension::length),
               shown(whole.centroid.y(), Dimension::length), shown(whole.centroid.z(), Dimension::length));
    for (const auto& note : solid->notes) fmt::print("{}\n", note);
    return done;
}

}  // namespace clampet::cli
