#pragma once
#include "parts/body.h"

namespace clampet::parts {

/// A box of this size about `at` [m].
Shape box(const Vector& at, const Vector& size, Stuff stuff);
/// A round bar about `at`, along `axis` [m].
Shape cylinder(const Vector& at, double diameter, double length, const Vector& axis, Stuff stuff);
/// Fingers round a knob: 25 mm more than it on all sides but the one it is screwed into; common practice.
Reach fingers_round(const Vector& at, double diameter, double length, const Vector& outward);
Shape sphere(const Vector& at, double diameter, Stuff stuff);
/// The two axes in which the outline across an axis is written: of the part's own, those after it.
std::pair<Vector, Vector> profile_axes(const Vector& axis);
/// Of a prism's profile [m^2] and its centroid [m], in its own two axes. Shoelace formula; corners in either sense.
struct Outline {
    double area = 0;
    Eigen::Vector2d centroid = Eigen::Vector2d::Zero();
};
Outline outline_of(const std::vector<Eigen::Vector2d>& profile);
/// Volume [m^3] and centroid [m] of a shape.
double volume_of(const Shape& shape);
Vector centroid_of(const Shape& shape);

/// A sphere about the origin between two planes across z [m]: its volume, and how far up its centroid lies.
/// Range  -diameter/2 <= from <= to <= diameter/2.
struct Zone {
    double volume = 0, up = 0;
};
Zone zone_of_sphere(double diameter, double from, double to);
/// The half of a circle's diameter at some distance from its middle [m]; 0 outside.
double half_chord(double diameter, double away);

/// A stud is a screw in what it stands out of: in wood and plastic it goes in so many times its diameter; common
/// practice.
inline constexpr double stud_depths = 1.5;

/// Where a line along a bar, `out` of its axis, meets an end's cut: from its middle [m].
double met_along(const Shape& bar, const EndCut& end, const Vector& out);
/// Out of a bar's axis, so that what is cut at its first end is the same on both sides of it: unit vector.
Vector top_of(const Shape& bar, const std::vector<EndCut>& ends);
/// Which end of the bar a cut is of: -1 or +1, along its axis.
double end_of(const Shape& bar, const EndCut& end);
/// What is cut away there, as far as it reaches [m].
Shape shape_of(const EndCut& end, double reach);

/// Solids that make up a part: what they weigh together, where they balance, and of what pieces they are made.
class Solids {
 public:
    /// What follows is of a piece of its own.
    void piece(std::string name);
    /// What follows is a board glued to the piece before; printed it is one with it.
    void glued(std::string name);
    /// Of the piece, of what it is made of. Density [kg/m^3], 0 or more.
    void add(Shape shape, double density);
    /// A round bar between two points of its axis whose ends are cut to what they meet: weighed as it is then.
    void add_fitted(const Shape& bar, std::vector<EndCut> ends, double density);
    /// Made with it, but weighed and drawn in the seam that it reaches through: an arm between its ends.
    void add_elsewhere(Shape shape, double density);
    /// Cut out of that.
    void drill_elsewhere(const Shape& hole, double density);
    /// Bought: a pad, a wheel. `what`: as it stands on the shopping list; empty: not on it.
    void add_bought(Shape shape, double density, std::string what = {});
    /// A screw or bolt, bought: its shank, of steel.
    void add_screw(const Shape& shank, const std::string& thread);
    /// Bought, as a thing that has been weighed [kg].
    void add_weighed(Shape shape, double mass, std::string what = {}, PutOn put_on = PutOn::when_made);
    /// On the shopping list only: it is weighed and drawn with something else, or too light for that.
    void buy(std::string what, PutOn put_on = PutOn::when_joined);
    /// The same of a screw, so long under its head at least [m].
    void buy_screw(const std::string& thread, double length);
    /// A hole or bore through what was added: takes its mass away and is not drawn.
    void drill(const Shape& hole, double density);
    /// Lets the head of a screw into what was added, flush, where a hole goes in at `at`.
    void sink(const Vector& at, const Vector& into, double hole, double head, double density);
    /// Cut out of what is made, and weighed apart by take(): what reaches beyond the piece.
    void cut(Shape shape) { cuts_.push_back(std::move(shape)); }
    /// So much less of it [m^3] about a place: what a cut takes, or what two shapes have in common.
    void take(double volume, const Vector& at, double density);
    /// A hole with a thread; filled by what is screwed into it, it weighs as if it were not there.
    void thread(const Vector& at, const Vector& into, double depth, std::string designation);
    /// An inner corner of a print, by the middle of its edge.
    void round_off(const Vector& at, double radius);
    /// Room that must stay free beside it.
    void keep_free(Reach reach) { reaches_.push_back(std::move(reach)); }
    /// Holes through faces and threads are those that its ports ask for, once where two ports share one.
    Body body(std::vector<Port> ports) const;

 private:
    void holes_of(const Port& port);
    /// A stud goes into a hole of its own thread in wood and plastic, and stands out of it so far [m].
    void stud_of(const Port& port, const Vector& into, const MadeSolid& piece, const Shape& in, double depth,
                 double stands_out);

    std::vector<Shape> shapes_;
    std::vector<Reach> reaches_;
    std::vector<MadeSolid> made_;
    std::vector<Shape> cuts_;
    std::vector<ThreadedHole> threads_;
    std::vector<Rounding> roundings_;
    std::vector<Sink> sinks_;
    std::vector<Bought> list_;
    double mass_ = 0, bought_ = 0, elsewhere_ = 0;
    Vector moment_ = Vector::Zero();
};

}  // namespace clampet::parts
