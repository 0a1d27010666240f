#include "solids/model.h"

#include <fmt/format.h>

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

#include "parts/made_solid.h"
#include "parts/solids.h"
#include "solids/model_shapes.h"
#include "solids/occt.h"

namespace clampet::solids {
namespace {

constexpr double most_wider = 0.002;  // holes in prints [m]

using parts::MadeSolid;
using parts::Shape;
using parts::ShapeKind;
using parts::Vector;

gp_Pnt point(const Vector& p) {
    return {p.x() / millimetre, p.y() / millimetre, p.z() / millimetre};
}
gp_Dir direction(const Vector& v) {
    return {v.x(), v.y(), v.z()};
}

TopoDS_Shape prism_of(const Shape& s) {
    const auto [u, v] = parts::profile_axes(s.axis);
    BRepBuilderAPI_MakePolygon outline;
    const Vector foot = s.at - s.length / 2 * s.axis;
    for (const auto& p : s.profile) outline.Add(point(foot + p.x() * u + p.y() * v));
    outline.Close();
    const Vector up = s.length / millimetre * s.axis;
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

TopoDS_Shape shape_of(const Shape& s) {
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
            return prism_of(s);
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

TopoDS_Shape fused(const std::vector<Shape>& shapes) {
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

TopoDS_Shape without(const TopoDS_Shape& solid, const std::vector<Shape>& holes) {
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

/// The pieces that are apart: what is glued of a print joins the one before.
std::vector<MadeSolid> apart(const parts::Body& body) {
    std::vector<MadeSolid> pieces;
    for (const auto& made : body.made) {
        if (made.is_glued && !pieces.empty() && parts::is_printed(made.material))
            pieces.back().joined.insert(pieces.back().joined.end(), made.joined.begin(), made.joined.end());
        else
            pieces.push_back(made);
    }
    return pieces;
}

/// A pocket for a nut or a bolt's head: six corners, as far from its middle and from each other.
bool is_hexagon(const Shape& shape) {
    if (shape.kind != ShapeKind::prism || shape.profile.size() != 6) return false;
    const double out = shape.profile.front().norm();
    for (std::size_t i = 0; i < 6; ++i) {
        const double side = (shape.profile[(i + 1) % 6] - shape.profile[i]).norm();
        if (std::abs(shape.profile[i].norm() - out) > 1e-3 * out || std::abs(side - out) > 1e-3 * out) return false;
    }
    return true;
}

struct Cuts {
    std::vector<Shape> holes, threads;
};
Cuts cuts_of(const MadeSolid& made, const Allowance& allowance) {
    const double wider = parts::is_printed(made.material) ? allowance.printed_holes : 0;
    Cuts cuts{made.cut, {}};
    for (auto& hole : cuts.holes)
        if (hole.kind == ShapeKind::cylinder)
            hole.diameter += wider;
        else if (is_hexagon(hole))  // across its flats
            for (auto& corner : hole.profile) corner *= 1 + wider / (std::sqrt(3.0) * corner.norm());
    for (const auto& thread : made.threads) cuts.threads.push_back(parts::hole_of(thread, made.stuff));
    return cuts;
}

/// A bar whose ends are cut to what they meet.
TopoDS_Shape ended(const TopoDS_Shape& bar, const MadeSolid& made) {
    if (made.ends.empty()) return bar;
    std::vector<Shape> away;
    const auto& blank = made.joined.front();
    for (const auto& end : made.ends) away.push_back(parts::shape_of(end, 2 * (blank.length + blank.diameter)));
    return without(bar, away);
}

/// With room for the heads of screws that are let in: cones of 90 degrees.
TopoDS_Shape sunk(const TopoDS_Shape& solid, const MadeSolid& made) {
    TopoDS_Shape best = solid;
    for (const auto& sink : made.sinks) {
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

Problem unsound(const std::string& name) {
    return {"model.not_closed", "", fmt::format("“{}” does not come out as one closed solid.", name),
            "Its walls or holes run into each other: give it more room, or less hole."};
}

Result<TopoDS_Shape> solid_of(const MadeSolid& made, const Allowance& allowance, ModelPiece& piece) {
    auto shape = fused(made.joined);
    if (!is_sound(shape)) return unsound(piece.name);
    if (piece.is_printed) shape = rounded(shape, made.roundings);
    shape = ended(shape, made);
    if (!is_sound(shape)) return unsound(piece.name);
    const auto cuts = cuts_of(made, allowance);
    const auto bored = sunk(without(shape, cuts.holes), made);
    if (!is_sound(bored)) return unsound(piece.name);
    const auto threaded = without(bored, cuts.threads);
    if (!is_sound(threaded)) return unsound(piece.name);
    piece.filled_volume = volume_of(bored) - volume_of(threaded);
    piece.whole = exact_properties_of(threaded);
    return threaded;
}

}  // namespace

Allowance allowed(double clearance) {
    return {std::clamp(clearance, 0.0, most_wider)};
}

Status check(const Allowance& allowance) {
    if (!(allowance.printed_holes >= 0 && allowance.printed_holes <= most_wider))
        return Problem{"model.allowance", "holes", "Printed holes cannot be made wider by that much.",
                       "Give 0 to 2 mm, for example 0.2 mm."};
    return Done{};
}

Result<Model> Model::of(const parts::Body& body, const std::string& part, const Allowance& allowance,
                        const study::Job& job) {
    if (const auto ok = check(allowance); !ok) return ok.problem();
    if (body.made.empty())
        return Problem{"model.nothing_made", "", fmt::format("“{}” has no solid that is made here.", part),
                       "Solids are of parts to make, not of what is bought or there."};
    auto shapes = std::make_shared<Shapes>();
    const auto pieces = apart(body);
    for (const auto& made : pieces) {
        if (job.is_cancelled()) return Problem{"model.stopped", "", "It was stopped.", "Start it again."};
        ModelPiece piece{pieces.size() == 1 || made.name.empty() ? part : part + ": " + made.name,
                         made.material,
                         made.stuff,
                         made.density,
                         parts::is_printed(made.material),
                         {},
                         0};
        try {
            auto solid = solid_of(made, allowance, piece);
            if (!solid) return solid.problem();
            shapes->solids.push_back(std::move(*solid));
        } catch (const Standard_Failure&) {
            return unsound(piece.name);
        }
        shapes->pieces.push_back(std::move(piece));
    }
    Model model;
    model.shapes_ = std::move(shapes);
    return model;
}

const std::vector<ModelPiece>& Model::pieces() const {
    return shapes_->pieces;
}

Mesh Model::mesh(std::size_t piece, double chord) const {
    constexpr double angle = 0.35;  // between facets of an arc [rad]
    return welded(triangles_of(shapes_->solids.at(piece), chord, angle));
}

}  // namespace clampet::solids
