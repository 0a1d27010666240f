#pragma once
// What OCCT's readers, builders and writers share. Only .cpp files of this folder include it: OCCT's headers warn.
#include <gp_Trsf.hxx>
#include <Message_SequenceOfPrinters.hxx>
#include <Poly_Triangulation.hxx>
#include <TopoDS_Shape.hxx>

#include "solids/mesh.h"

namespace clampet::solids {

/// OCCT counts in millimetres.
inline constexpr double millimetre = 1e-3;

/// OCCT writes to the terminal what is said better as a Problem.
class Silence {
 public:
    Silence();
    ~Silence();
    Silence(const Silence&) = delete;
    Silence& operator=(const Silence&) = delete;

 private:
    Message_SequenceOfPrinters printers_;
};

/// Appends triangles, `scale` metres to a unit of theirs.
void append(const Poly_Triangulation& from, const gp_Trsf& place, bool reversed, double scale, Mesh& to);
/// A shape's faces as triangles, within a chord error [m] and an angle [rad].
Mesh triangles_of(const TopoDS_Shape& shape, double chord, double angle);
/// Of a solid, exact.
MeshProperties exact_properties_of(const TopoDS_Shape& solid);

}  // namespace clampet::solids
