#include "solids/own_part.h"

#include "catalogue/material.h"
#include "solids/printing.h"

namespace clampet::solids {

Result<double> mass_of(const Imported& solid, const Making& making) {
    const auto material = catalogue::material_named(making.material);
    if (!material) return material.problem().at("material");
    if (!(making.walls >= 0 && making.walls <= 0.1))
        return Problem{"own_part.walls", "walls", "Walls are 0 to 100 mm thick.", "Three lines of 0.4 mm are 1.2 mm."};
    if (!(making.infill >= 0 && making.infill <= 1))
        return Problem{"own_part.infill", "infill", "Infill is a share from 0 to 1.", "Common is 0.2."};
    if (!making.is_printed) return material->density * solid.whole.volume;
    return print_mass(solid.whole.volume, solid.whole.area, material->density, {making.walls, making.infill});
}

Result<rig::Part> own_part(const Imported& solid, const Making& making, const std::string& name,
                           std::vector<rig::Port> ports) {
    const auto mass = mass_of(solid, making);
    if (!mass) return mass.problem();
    rig::Part part;
    part.id = "own";
    part.name = name;
    part.origin = rig::Origin::make;
    part.mass = *mass;
    part.centre_of_gravity = solid.whole.centroid;
    // As if it were as heavy all through: a shell has somewhat more.
    part.inertia = (*mass / solid.whole.volume * solid.whole.inertia.diagonal()).cwiseMax(0);
    rig::Shape hull = solid.hull;
    const auto material = catalogue::material_named(making.material);
    hull.material = parts::named<parts::Stuff>(material->drawn_as).value_or(parts::Stuff::plastic);
    part.shapes = {std::move(hull)};
    part.ports = std::move(ports);
    return part;
}

}  // namespace clampet::solids
