#include <mutex>
#include <OSD_Path.hxx>
#include <RWStl.hxx>
#include <Standard_Failure.hxx>
#include <STEPControl_Reader.hxx>
#include <TopExp_Explorer.hxx>

#include "solids/occt/occt.h"
#include "solids/occt/solid.h"

namespace clampet::solids {
namespace {

/// OCCT's messenger is one for the whole program: files are read one at a time, and silently.
template <class Read>
auto alone(Read read) -> decltype(read()) {
    static std::mutex one_at_a_time;
    const std::scoped_lock lock(one_at_a_time);
    const Silence silence;
    try {
        return read();
    } catch (const Standard_Failure&) {
        return std::nullopt;
    }
}

}  // namespace

std::optional<Mesh> stl_of_file(const std::string& path, bool is_binary, double scale) {
    return alone([&]() -> std::optional<Mesh> {
        const OSD_Path place(path.c_str());
        const auto found = is_binary ? RWStl::ReadBinary(place) : RWStl::ReadAscii(place);
        if (found.IsNull()) return std::nullopt;
        Mesh mesh;
        append(*found, gp_Trsf(), false, scale, mesh);
        return mesh;
    });
}

std::optional<StepRead> step_of_file(const std::string& path) {
    return alone([&]() -> std::optional<StepRead> {
        STEPControl_Reader reader;
        if (reader.ReadFile(path.c_str()) != IFSelect_RetDone || reader.TransferRoots() == 0) return std::nullopt;
        const TopoDS_Shape shape = reader.OneShape();  // in millimetres, whatever the file is in
        if (shape.IsNull()) return std::nullopt;
        constexpr double chord = 0.05 * millimetre, angle = 0.3;  // of the triangles that stand for its faces: m, rad
        StepRead step;
        step.mesh = triangles_of(shape, chord, angle);
        if (TopExp_Explorer(shape, TopAbs_SOLID).More()) step.exact = exact_properties_of(shape);
        return step;
    });
}

}  // namespace clampet::solids
