#pragma once
// What the kernel is made of. Only .cpp files of this folder include it: OCCT's headers warn.
#include <TopoDS_Shape.hxx>

#include "solids/kernel.h"

namespace clampet::solids {

/// OCCT's boundary representation, in millimetres.
struct OcctSolid : KernelSolid {
    explicit OcctSolid(TopoDS_Shape of) : shape(std::move(of)) {}
    const TopoDS_Shape shape;
};
inline const TopoDS_Shape& shape_of(const KernelSolid& solid) {
    return static_cast<const OcctSolid&>(solid).shape;
}

std::optional<BuiltSolid> built(const Blueprint& print);
std::optional<std::string> as_step(const std::vector<SolidToWrite>& solids);
std::optional<std::string> meshes_as(const char* format, const std::vector<MeshToWrite>& meshes);
std::optional<Mesh> stl_of_file(const std::string& path, bool is_binary, double scale);
std::optional<StepRead> step_of_file(const std::string& path);

}  // namespace clampet::solids
