#include <Bnd_Box.hxx>
#include <BRepAlgoAPI_Cut.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBndLib.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakePolygon.hxx>
#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepBuilderAPI_Sewing.hxx>
#include <BRepCheck_Analyzer.hxx>
#include <BRepFilletAPI_MakeFillet.hxx>
#include <BRepGProp.hxx>
#include <BRepLib.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRepPrimAPI_MakeCone.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <BRepPrimAPI_MakeSphere.hxx>
#include <GProp_GProps.hxx>
#include <ShapeUpgrade_UnifySameDomain.hxx>
#include <Standard_Failure.hxx>
#include <TopExp.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Solid.hxx>
#include <TopTools_IndexedMapOfShape.hxx>
#include <TopTools_ListOfShape.hxx>

#include "solids/occt/occt.h"
#include "solids/occt/solid.h"

namespace clampet::solids {
namespace {

using parts::Shape;
using parts::ShapeKind;
using parts::Vector;

gp_Pnt point(const Vector& p) {
    return {p.x() / millimetre, p.y() / millimetre, p.z() / millimetre};
}
gp_Dir direction(const Vector& v) {
    return {v.x(), v.y(), v.z()};
}

TopoDS_Shape prism_of(const Block& block) {
    BRepBuilderAPI_MakePolygon outline;
    for (const auto& corner : block.foot) outline.Add(point(corner));
    outline.Close();
    const Vector up = block.shape.length / millimetre * block.shape.axis;
    return BRepPrimAPI_MakePrism(BRepBuilderAPI_MakeFace(outline.Wire()).Face(), gp_Vec(up.x(), up.y(), up.z()));
}

TopoDS_Shape hull_of(const Shape& s) {
    BRepBuilderAPI_Sewing faces;
    for (const auto& [a, b, c] : s.faces) {
        const auto corner = [&](int i) { return point(s.at + s.corners[static_cast<std::size_t>(i)]); };
        BRepBuilderAPI_MakePolygon triangle(corner(a), corner(b), corner(c), true);
        faces.Add(BRepBuilderAPI_MakeFace(triangle.Wire()).Face());
    }
    faces.Perform();
    TopTools_IndexedMapOfShape shells;
    TopExp::MapShapes(faces.SewedShape(), TopAbs_SHELL, shells);
    if (shells.Extent() != 1) return {};
    TopoDS_Solid solid = BRepBuilderAPI_MakeSolid(TopoDS::Shell(shells(1))).Solid();
    BRepLib::OrientClosedSolid(solid);
    return solid;
}

TopoDS_Shape shape_of(const Block& block) {
    const Shape& s = block.shape;
    switch (s.kind) {
        case ShapeKind::box: {
            const Vector size = s.size / millimetre;
            return BRepPrimAPI_MakeBox(point(s.at - s.size / 2), size.x(), size.y(), size.z()).Shape();
        }
        case ShapeKind::cylinder: {
            const gp_Ax2 axes(point(s.at - s.length / 2 * s.axis), direction(s.axis));
            return BRepPrimAPI_MakeCylinder(axes, s.diameter / 2 / millimetre, s.length / millimetre).Shape();
        }
        case ShapeKind::sphere:
            return BRepPrimAPI_MakeSphere(point(s.at), s.diameter / 2 / millimetre).Shape();
        case ShapeKind::prism:
            return prism_of(block);
        case ShapeKind::hull:
            return hull_of(s);
    }
    return {};
}

TopTools_ListOfShape list_of(const std::vector<TopoDS_Shape>& shapes, std::size_t from = 0) {
    TopTools_ListOfShape list;
    for (std::size_t i = from; i < shapes.size(); ++i) list.Append(shapes[i]);
    return list;
}

TopoDS_Shape fused(const std::vector<Block>& shapes) {
    std::vector<TopoDS_Shape> all;
    for (const auto& s : shapes)
        if (auto shape = shape_of(s); !shape.IsNull()) all.push_back(std::move(shape));
    if (all.empty()) return {};
    if (all.size() == 1) return all.front();
    BRepAlgoAPI_Fuse fuse;
    TopTools_ListOfShape first;
    first.Append(all.front());
    fuse.SetArguments(first);
    fuse.SetTools(list_of(all, 1));
    fuse.Build();
    if (fuse.HasErrors()) return {};
    ShapeUpgrade_UnifySameDomain merged(fuse.Shape());  // faces that lie in one plane are one
    merged.Build();
    return merged.Shape();
}

TopoDS_Shape without(const TopoDS_Shape& solid, const std::vector<Block>& holes) {
    Bnd_Box of_solid;
    BRepBndLib::Add(solid, of_solid);
    std::vector<TopoDS_Shape> tools;
    for (const auto& hole : holes) {
        auto tool = shape_of(hole);
        if (tool.IsNull()) continue;
        Bnd_Box of_tool;
        BRepBndLib::Add(tool, of_tool);
        if (!of_solid.IsOut(of_tool)) tools.push_back(std::move(tool));
    }
    if (tools.empty()) return solid;
    BRepAlgoAPI_Cut cut;
    TopTools_ListOfShape first;
    first.Append(solid);
    cut.SetArguments(first);
    cut.SetTools(list_of(tools));
    cut.Build();
    return cut.HasErrors() ? TopoDS_Shape() : cut.Shape();
}

double volume_of(const TopoDS_Shape& shape) {
    GProp_GProps properties;
    BRepGProp::VolumeProperties(shape, properties);
    return properties.Mass() * millimetre * millimetre * millimetre;
}

bool is_sound(const TopoDS_Shape& shape) {
    if (shape.IsNull()) return false;
    TopTools_IndexedMapOfShape solids;
    TopExp::MapShapes(shape, TopAbs_SOLID, solids);
    if (solids.Extent() != 1) return false;  // none, or it falls apart
    return BRepCheck_Analyzer(shape).IsValid() && volume_of(shape) > 0;
}

/// An edge is meant where its middle lies so near to what is said [m].
constexpr double meant_within = 1e-4;

/// Rounds the edges that are meant, where the solid grows by it: inner corners; where OCCT cannot, they stay as they
/// are: a rounding is a kindness.
TopoDS_Shape rounded(const TopoDS_Shape& solid, const std::vector<parts::Rounding>& roundings) {
    TopoDS_Shape best = solid;
    for (const auto& rounding : roundings) {
        TopTools_IndexedMapOfShape edges;
        TopExp::MapShapes(best, TopAbs_EDGE, edges);
        BRepFilletAPI_MakeFillet fillet(best);
        bool is_any = false;
        for (int i = 1; i <= edges.Extent(); ++i) {
            GProp_GProps length;
            BRepGProp::LinearProperties(edges(i), length);
            if (length.CentreOfMass().Distance(point(rounding.at)) * millimetre > meant_within) continue;
            fillet.Add(rounding.radius / millimetre, TopoDS::Edge(edges(i)));
            is_any = true;
        }
        if (!is_any) continue;
        try {
            fillet.Build();
            if (fillet.IsDone() && is_sound(fillet.Shape()) && volume_of(fillet.Shape()) > volume_of(best))
                best = fillet.Shape();
        } catch (const Standard_Failure&) {
            continue;
        }
    }
    return best;
}

/// With room for the heads of screws that are let in: cones of 90 degrees.
TopoDS_Shape sunk(const TopoDS_Shape& solid, const std::vector<parts::Sink>& sinks) {
    TopoDS_Shape best = solid;
    for (const auto& sink : sinks) {
        if (best.IsNull()) return best;
        const double deep = sink.head / 2;  // to its point
        const gp_Ax2 axes(point(sink.at), direction(sink.into));
        const auto cone = BRepPrimAPI_MakeCone(axes, sink.head / 2 / millimetre, 0, deep / millimetre).Shape();
        Bnd_Box of_solid, of_cone;
        BRepBndLib::Add(best, of_solid);
        BRepBndLib::Add(cone, of_cone);
        if (!of_solid.IsOut(of_cone)) best = BRepAlgoAPI_Cut(best, cone).Shape();
    }
    return best;
}

TopoDS_Shape solid_of(const Blueprint& print, BuiltSolid& built) {
    auto shape = fused(print.joined);
    if (!is_sound(shape)) return {};
    shape = rounded(shape, print.roundings);
    if (!print.ends.empty()) shape = without(shape, print.ends);
    if (!is_sound(shape)) return {};
    const auto bored = sunk(without(shape, print.holes), print.sinks);
    if (!is_sound(bored)) return {};
    auto threaded = without(bored, print.threads);
    if (!is_sound(threaded)) return {};
    built.filled_volume = volume_of(bored) - volume_of(threaded);
    built.whole = exact_properties_of(threaded);
    return threaded;
}

}  // namespace

std::optional<BuiltSolid> built(const Blueprint& print) {
    try {
        BuiltSolid built;
        auto shape = solid_of(print, built);
        if (shape.IsNull()) return std::nullopt;
        built.solid = std::make_shared<OcctSolid>(std::move(shape));
        return built;
    } catch (const Standard_Failure&) {
        return std::nullopt;
    }
}

}  // namespace clampet::solids
