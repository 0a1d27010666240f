#include "solids/writers.h"

#include "solids/kernel.h"

namespace clampet::solids {
namespace {

Result<std::string> meshes_as(const char* format, const std::vector<MeshToWrite>& meshes) {
    const auto loaded = kernel();
    if (!loaded) return loaded.problem();
    if (auto bytes = (*loaded)->meshes_as(format, meshes)) return std::move(*bytes);
    return Problem{"model.mesh_not_written", "out", "The triangles could not be written.",
                   "Try again with a larger chord error: it takes fewer of them."};
}

}  // namespace

Result<std::string> step_of(const std::vector<Model>& models) {
    if (auto bytes = Model::as_step(models)) return std::move(*bytes);
    return Problem{"model.not_written", "out", "The STEP file could not be made.",
                   "Free some space where temporary files go, and try again."};
}

Result<std::string> threemf_of(const std::vector<Model>& models, double chord) {
    std::vector<MeshToWrite> meshes;
    for (const auto& model : models)
        for (std::size_t i = 0; i < model.pieces().size(); ++i)
            meshes.push_back({&model.pieces()[i], model.mesh(i, chord)});
    return meshes_as("3mf", meshes);
}

Result<std::string> stl_of(const Model& model, std::size_t piece, double chord) {
    return meshes_as("stl", {{&model.pieces().at(piece), model.mesh(piece, chord)}});
}

}  // namespace clampet::solids
