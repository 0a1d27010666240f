#include "parts/rows.h"

namespace clampet::parts {
namespace of_wall {
namespace {

/// A wall, a ceiling, a door or a plate that is there: a face to screw or stick to. Origin: the middle of that face.
Result<Body> build(const Values& v) {
    const double across = number(v, "across"), thick = number(v, "thickness");
    const bool is_wall = text(v, "is") == "wall";
    const Vector z = is_wall ? Vector(Vector::UnitX()) : Vector(-Vector::UnitZ());
    Body body;
    Port face = face_port("face", Vector::Zero(), across, across, 0, text(v, "surface"));
    face.z = z;
    face.x = is_wall ? Vector(Vector::UnitZ()) : Vector(Vector::UnitX());
    body.ports = {face};
    const Vector size = is_wall ? Vector(thick, across, across) : Vector(across, across, thick);
    body.shapes = {box(-z * thick / 2, size, stuff_of(v))};
    return body;
}

}  // namespace
}  // namespace of_wall

const PartKind& wall_kind() {
    using namespace of_wall;
    static const SimpleKind kind(
        {"wall", "Wall or ceiling", "A face that is there, to screw or to stick to.", Role::support, Origin::site},
        {choice_row("is", "It is", {{"wall", "a wall or a door"}, {"ceiling", "a ceiling or the underside of a beam"}},
                    "wall", "Which way its face looks."),
         length_row("across", "Drawn across", 0.5, 20, "How much of it is drawn; it weighs nothing."),
         length_row("thickness", "Thickness", 0.04, 1, "As it is drawn."), material_row("spruce"),
         surface_row("surface", "It is of", "painted wood", "What a plate presses on.")},
        build);
    return kind;
}

}  // namespace clampet::parts
