#include "solids/occt/occt.h"
#include "solids/occt/solid.h"

namespace clampet::solids {
namespace {

class Occt final : public Kernel {
 public:
    std::optional<BuiltSolid> build(const Blueprint& blueprint) const override { return built(blueprint); }
    Mesh triangles_of(const KernelSolid& solid, double chord, double angle) const override {
        return solids::triangles_of(shape_of(solid), chord, angle);
    }
    std::optional<std::string> step_of(const std::vector<SolidToWrite>& all) const override { return as_step(all); }
    std::optional<std::string> meshes_as(const char* format, const std::vector<MeshToWrite>& meshes) const override {
        return solids::meshes_as(format, meshes);
    }
    std::optional<Mesh> read_stl(const std::string& path, bool is_binary, double scale) const override {
        return stl_of_file(path, is_binary, scale);
    }
    std::optional<StepRead> read_step(const std::string& path) const override { return step_of_file(path); }
};

}  // namespace
}  // namespace clampet::solids

extern "C" __attribute__((visibility("default"))) const clampet::solids::Kernel* clampet_solid_kernel() {
    static const clampet::solids::Occt occt;
    return &occt;
}
