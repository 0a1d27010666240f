#pragma once
#include <optional>

#include "parts/body.h"

namespace clampet::parts {

/// What a hole is for: it decides the drill.
enum class BoreFor {
    plain,      ///< of just that size
    clearance,  ///< a screw goes through
    thread      ///< a thread is cut, or an insert goes in
};

/// A hole, on the face of a piece that is marked.
struct Bore {
    Eigen::Vector2d at = Eigen::Vector2d::Zero();  ///< from the middle of that face, x along the length [m]
    double diameter = 0;                           ///< of the hole; of a thread its major one [m]
    double depth = 0;                              ///< [m]; 0: through
    BoreFor made_for = BoreFor::plain;
    std::string thread = {};     ///< cut, or of the screw: "M8"
    bool from_the_back = false;  ///< bored from the face that lies on the bench while the other is marked
    double sink = 0;             ///< across the head of a screw that is let in flush [m]; 0: none
    friend bool operator==(const Bore&, const Bore&) = default;
};

/// Holes into an edge of a board: what a template folds over it for.
struct EdgeBores {
    enum class Edge { lower, right, upper, left };  ///< as the marked face lies
    Edge edge = Edge::lower;
    std::vector<Bore> bores;  ///< x along the edge from its middle, as the face has it; y below the marked face [m]
    friend bool operator==(const EdgeBores&, const EdgeBores&) = default;
};

/// A piece that is sawn from a board or a bar and bored: what part of a part one makes at once.
/// Frame  Of the marked face: x along its length, y across, from its middle. A round bar's face is its surface,
/// unrolled:
///        y round it from its top line, to half its circumference on either side.
struct Workpiece {
    std::string name;      ///< "cheek"
    unsigned count = 1;    ///< alike
    std::string material;  ///< of the table
    Stuff stuff = Stuff::wood;
    double length = 0, width = 0, thickness = 0;  ///< finished; the grain runs along the length [m]
    std::vector<Eigen::Vector2d> outline = {};    ///< counter-clockwise [m]; empty: the rectangle of both
    std::vector<std::vector<Eigen::Vector2d>> openings = {};
    std::vector<Bore> bores = {};
    bool is_round = false;  ///< a bar or a disc: width is its diameter where it lies, and `wall` that of a tube
    double wall = 0;
    std::string note = {};  ///< what else is done to it
    std::vector<EdgeBores> edges = {};
    /// What round it comes to: of a bar its circumference, else its width [m].
    double around() const;
    /// Whether a template is wrapped round it: a bar that is bored, slit or not square at its ends.
    bool is_wrapped() const { return is_round && (!bores.empty() || !openings.empty() || !outline.empty()); }
};

/// How a piece is fixed to another one for good: "glued and screwed" where it is of wood, else "screwed or riveted".
std::string_view fixed_how(Stuff stuff);
/// Whether a point lies inside an outline, by counting edges; corners in either sense.
bool is_inside(const std::vector<Eigen::Vector2d>& outline, const Eigen::Vector2d& point);
/// The corners of its marked face, the rectangle's where it has no outline of its own; of a bar unrolled.
std::vector<Eigen::Vector2d> outline_of(const Workpiece& piece);
/// What is seen of it from above: a bar's side, else outline_of().
std::vector<Eigen::Vector2d> side_of(const Workpiece& piece);
/// Where a point of its marked face is seen there; nothing of a bar's where it lies behind.
std::optional<Eigen::Vector2d> seen_at(const Workpiece& piece, const Eigen::Vector2d& at);
/// Whether its bores lie on it and do not run into each other.
/// Errors  A Problem that says which.
Status check_bores(const Workpiece& piece);

}  // namespace clampet::parts
