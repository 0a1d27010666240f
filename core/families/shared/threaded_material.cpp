#include "families/shared/threaded_material.h"

#include <fmt/format.h>

namespace clampet::families {

Result<catalogue::Material> threaded_material(const Values& values, const std::string& key) {
    auto material = catalogue::material_named(text(values, key));
    if (!material) return material.problem().at(key);
    if (material->thread_shear_lasting >= catalogue::least_thread_shear) return material;
    return Problem{"material.not_threaded", key, fmt::format("A thread does not hold in {}.", material->name),
                   "Choose a metal, a plastic or a wood, for example brass."};
}

}  // namespace clampet::families
