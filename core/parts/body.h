#pragma once
#include <array>
#include <Eigen/Geometry>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "families/family.h"

namespace clampet::parts {

using Vector = Eigen::Vector3d;

/// What a solid is drawn as.
enum class Stuff { metal, wood, plastic, rubber, tube, payload, glass };
/// What a part is in its rig.
enum class Role { payload, part, support };
/// Where a part comes from.
enum class Origin { have, buy, make, site };
enum class ShapeKind { box, cylinder, sphere, prism, hull };

/// Their keys in files, in the order of the enumeration.
template <class Enum>
std::span<const std::string_view> names();
template <>
std::span<const std::string_view> names<Stuff>();
template <>
std::span<const std::string_view> names<Role>();
template <>
std::span<const std::string_view> names<Origin>();
template <>
std::span<const std::string_view> names<ShapeKind>();
template <class Enum>
std::string_view name_of(Enum value) {
    return names<Enum>()[static_cast<std::size_t>(value)];
}
template <class Enum>
std::optional<Enum> named(std::string_view name) {
    const auto all = names<Enum>();
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i] == name) return static_cast<Enum>(i);
    return std::nullopt;
}

/// A solid of a part's picture, in the part's frame.
struct Shape {
    ShapeKind kind = ShapeKind::box;
    Vector at = Vector::Zero();             ///< its middle [m]
    Vector size = Vector::Constant(0.02);   ///< of a box [m]
    double diameter = 0.02, length = 0.02;  ///< of a cylinder (and a prism's depth) or a sphere [m]
    Vector axis = Vector::UnitZ();          ///< of a cylinder or prism, unit length
    std::vector<Eigen::Vector2d> profile;   ///< of a prism, in the two axes after `axis` (y: x, z; x: y, z; z: x, y)
    std::vector<Vector> corners = {};       ///< of a hull, from its middle [m]
    std::vector<std::array<int, 3>> faces = {};  ///< of a hull, triangles of its corners; from parts::hull_of
    /// What is drawn of a hull that stands for a hollow solid: its own surface [m], from its middle; counter-clockwise
    /// from outside. Empty: the hull itself.
    std::vector<Vector> skin = {};
    std::vector<std::array<int, 3>> skin_faces = {};
    Stuff material = Stuff::metal;
    friend bool operator==(const Shape&, const Shape&) = default;
};

/// A mounting feature of a part. On the support side of an interface z points to the payload; on the payload side it
/// points into the part.
struct Port {
    std::string id;
    families::PortKind kind = families::PortKind::unknown;
    Vector at = Vector::Zero();                       ///< origin in the part's frame [m]
    Vector z = Vector::UnitZ(), x = Vector::UnitX();  ///< unit vectors, perpendicular
    families::Values sizes = {};  ///< of its kind: a tube's diameter and wall, a thread's designation
    std::string surface = {};     ///< what it is made of or lined with, as the friction table calls it; empty: not said
    Eigen::Isometry3d frame() const;
    friend bool operator==(const Port&, const Port&) = default;
};

/// What a camera sees with.
struct Lens {
    Vector at = Vector::Zero();  ///< middle of its front, in the part's frame [m]
    Vector along = Vector::UnitX(),
           up = Vector::UnitZ();                 ///< the way it looks, and the top of the picture; unit vectors
    double sensor_width = 0, sensor_height = 0;  ///< [m]
    double focal_length = 0;                     ///< [m]
    double sensor_behind = 0;                    ///< from its front to the sensor, where focus scales begin [m]
    double closest_focus = 0;                    ///< from the sensor [m]; 0: not said
    friend bool operator==(const Lens&, const Lens&) = default;
};

/// Room beside its solids that a hand or something that moves needs.
struct Reach {
    std::string what;  ///< "fingers round the knob", "the lens on its way out"
    Shape shape;
    friend bool operator==(const Reach&, const Reach&) = default;
};

/// An inner corner where what is printed would break: it is rounded.
struct Rounding {
    Vector at;          ///< the middle of its edge [m]
    double radius = 0;  ///< [m]
};
/// A threaded hole: what is bored for it depends on what it is cut in.
struct ThreadedHole {
    Vector at;         ///< where it begins, on the surface [m]
    Vector into;       ///< unit vector
    double depth = 0;  ///< [m]
    std::string thread;
};
/// An end of a round bar that is not square to it: sawn to a plane, or hollowed to the round thing that it meets.
struct EndCut {
    Vector at;            ///< a point of the plane, or of the round thing's axis [m]
    Vector way;           ///< out of the plane's far side, or along the round thing; unit vector
    double diameter = 0;  ///< of the round thing; 0: a plane [m]
};
/// Where the head of a screw is let in flush, at 90 degrees.
struct Sink {
    Vector at;      ///< the middle of the hole on the surface [m]
    Vector into;    ///< unit vector
    double hole{};  ///< diameter of the hole [m]
    double head{};  ///< of the head, on the surface [m]
};
/// When what is bought is put on: while its part is made, when that is joined to another, or when it stands.
enum class PutOn { when_made, when_joined, when_it_stands };
/// What is bought for a part beside what is made of it.
struct Bought {
    std::string what;   ///< "M8 screw", "rubber pad 50 × 20 × 3 mm"
    double length = 0;  ///< of a screw, under its head at least [m]; 0: as it is said
    PutOn put_on = PutOn::when_made;
};
/// A piece of a part as it is made, in the part's frame: what is joined, and what is cut out of that.
struct MadeSolid {
    std::string name;      ///< "upper jaw"; empty: the part itself
    std::string material;  ///< of the table of materials
    Stuff stuff = Stuff::wood;
    double density = 0;     ///< [kg/m^3]
    bool is_glued = false;  ///< to the one before it, from which a print is not apart
    std::vector<Shape> joined, cut;
    std::vector<ThreadedHole> threads;
    std::vector<Rounding> roundings;
    std::vector<EndCut> ends;  ///< of a single round bar that is as long as it must be before they are cut
    std::vector<Sink> sinks;
};

/// A rigid piece: what it weighs, where it balances, where others are joined to it and what is drawn of it.
struct Body {
    double mass = 0;                            ///< [kg]
    Vector centre_of_gravity = Vector::Zero();  ///< in its own frame [m]
    std::vector<Port> ports;
    std::vector<Shape> shapes;
    std::optional<Lens> lens = {};
    std::vector<Reach> reaches = {};
    std::vector<MadeSolid> made = {};  ///< what is sawn, turned or printed of it; empty: it is bought as it is
    double bought_mass = 0;            ///< screws, pads and the like: what of the mass is not in `made` [kg]
    std::vector<Bought> bought = {};   ///< they, one by one
    double elsewhere_mass = 0;         ///< made with it, but weighed in a seam: an arm between its ends [kg]
};

}  // namespace clampet::parts
