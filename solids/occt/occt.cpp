#include "solids/occt/occt.h"

#include <BRep_Tool.hxx>
#include <BRepGProp.hxx>
#include <BRepMesh_IncrementalMesh.hxx>
#include <cmath>
#include <GProp_GProps.hxx>
#include <Message.hxx>
#include <Message_Messenger.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Face.hxx>

namespace clampet::solids {

using parts::Vector;

Silence::Silence() : printers_(Message::DefaultMessenger()->Printers()) {
    Message::DefaultMessenger()->ChangePrinters().Clear();
}

Silence::~Silence() {
    Message::DefaultMessenger()->ChangePrinters() = printers_;
}

void append(const Poly_Triangulation& from, const gp_Trsf& place, bool reversed, double scale, Mesh& to) {
    const std::size_t base = to.corners.size();
    for (int i = 1; i <= from.NbNodes(); ++i) {
        const gp_Pnt p = from.Node(i).Transformed(place);
        to.corners.emplace_back(p.X() * scale, p.Y() * scale, p.Z() * scale);
    }
    for (int i = 1; i <= from.NbTriangles(); ++i) {
        int a = 0, b = 0, c = 0;
        from.Triangle(i).Get(a, b, c);
        if (reversed) std::swap(b, c);
        to.triangles.push_back({base + static_cast<std::size_t>(a) - 1, base + static_cast<std::size_t>(b) - 1,
                                base + static_cast<std::size_t>(c) - 1});
    }
}

Mesh triangles_of(const TopoDS_Shape& shape, double chord, double angle) {
    BRepMesh_IncrementalMesh(shape, chord / millimetre, false, angle);
    Mesh mesh;
    for (TopExp_Explorer faces(shape, TopAbs_FACE); faces.More(); faces.Next()) {
        TopLoc_Location place;
        const TopoDS_Face face = TopoDS::Face(faces.Current());
        const auto found = BRep_Tool::Triangulation(face, place);
        if (!found.IsNull())
            append(*found, place.Transformation(), face.Orientation() == TopAbs_REVERSED, millimetre, mesh);
    }
    return mesh;
}

MeshProperties exact_properties_of(const TopoDS_Shape& solid) {
    GProp_GProps of_volume, of_surface;
    BRepGProp::VolumeProperties(solid, of_volume);
    BRepGProp::SurfaceProperties(solid, of_surface);
    MeshProperties exact;
    exact.volume = of_volume.Mass() * std::pow(millimetre, 3);
    exact.area = of_surface.Mass() * std::pow(millimetre, 2);
    const gp_Pnt c = of_volume.CentreOfMass();
    exact.centroid = millimetre * Vector(c.X(), c.Y(), c.Z());
    const gp_Mat inertia = of_volume.MatrixOfInertia();
    for (int i = 0; i < 3; ++i)
        for (int k = 0; k < 3; ++k) exact.inertia(i, k) = inertia(i + 1, k + 1) * std::pow(millimetre, 5);
    return exact;
}

}  // namespace clampet::solids
