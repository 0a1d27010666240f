#pragma once
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "parts/body.h"
#include "quantity/module.h"
#include "quantity/result.h"
#include "solids/mesh.h"
#include "solids/model.h"

namespace clampet::solids {

/// A solid that the kernel has built: it alone knows what it is.
class KernelSolid : public Uncopied {};

/// A plain shape, and of a prism the corners of its lower end [m].
struct Block {
    parts::Shape shape;
    std::vector<parts::Vector> foot;
};
/// What one piece is built of, in the part's frame, in this order.
struct Blueprint {
    std::vector<Block> joined;
    std::vector<parts::Rounding> roundings;  ///< where it grows by them
    std::vector<Block> ends;                 ///< taken away from a bar that is longer than it will be
    std::vector<Block> holes;
    std::vector<parts::Sink> sinks;
    std::vector<Block> threads;  ///< holes that screws and inserts fill
};
struct BuiltSolid {
    std::shared_ptr<const KernelSolid> solid;
    MeshProperties whole;      ///< exact, `inertia` for a density of 1
    double filled_volume = 0;  ///< of `threads` [m^3]
};
/// What is written of a piece.
struct SolidToWrite {
    const ModelPiece* piece = nullptr;
    const KernelSolid* solid = nullptr;
};
struct MeshToWrite {
    const ModelPiece* piece = nullptr;
    Mesh mesh;
};
/// What a STEP file has.
struct StepRead {
    Mesh mesh;                            ///< [m]
    std::optional<MeshProperties> exact;  ///< where it is a solid
};

/// What OCCT and lib3mf do for this room. Nothing, where they cannot.
class Kernel : public Uncopied {
 public:
    /// One closed and valid solid, or nothing where it does not come out as one.
    virtual std::optional<BuiltSolid> build(const Blueprint& blueprint) const = 0;
    /// Its faces as triangles, within a chord error [m] and an angle [rad].
    virtual Mesh triangles_of(const KernelSolid& solid, double chord, double angle) const = 0;
    virtual std::optional<std::string> step_of(const std::vector<SolidToWrite>& solids) const = 0;
    /// `format` is "3mf" or "stl".
    virtual std::optional<std::string> meshes_as(const char* format, const std::vector<MeshToWrite>& meshes) const = 0;
    /// `scale`: metres to a unit of the file.
    virtual std::optional<Mesh> read_stl(const std::string& path, bool is_binary, double scale) const = 0;
    virtual std::optional<StepRead> read_step(const std::string& path) const = 0;
};

/// Meaning  The kernel, which is a module of its own: OCCT and lib3mf bring some fifty libraries that take a tenth of a
///          second to load, so they are loaded when the first solid is asked for.
/// Errors   A Problem: the module is not beside the program, nor where it was built, or its libraries are missing.
Result<const Kernel*> kernel();

}  // namespace clampet::solids
