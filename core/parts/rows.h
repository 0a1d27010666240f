#pragma once
#include "families/shared/parameter_rows.h"
#include "parts/part_kind.h"
#include "parts/solids.h"
#include "quantity/remedy.h"

namespace clampet::parts {

// What the file of every kind says.
using families::choice_row;
using families::count_row;
using families::gap_row;
using families::length_row;
using families::number;
using families::quantity_row;
using families::shown_for;
using families::text;
using families::Values;

/// What it is made of, by its name in the table of materials: it gives the weight and how it is drawn.
families::Parameter material_row(std::string standard, std::string help = "It gives the weight.");
/// What one of its ports is made of or lined with, as the friction table calls it.
families::Parameter surface_row(std::string key, std::string label, std::string standard, std::string help);
/// A thread, and the rows that say which way it is.
families::Parameter thread_row(std::string key, std::string label, std::string standard, std::string help);
families::Parameter mass_row(std::string key, std::string label, double standard, std::string help);

/// [kg/m^3] of the material that a row names, and how it is drawn.
double density_of(const Values& values, std::string_view key = "material");
Stuff stuff_of(const Values& values, std::string_view key = "material");
/// What a face that is not lined rubs with: the material that a row names, bare. Empty where nothing is known of it.
std::string bare_face(const Values& values, std::string_view key = "material");
/// Major diameter of the thread that a row names [m]. Errors: a Problem at that row.
Result<double> major_diameter(const Values& values, std::string_view key);

using quantity::mm_down;
using quantity::mm_up;

/// Whether the hole through the middle of what has a length and a width is narrower than both.
/// Errors  A Problem at the row `hole`.
Status check_hole(const Values& values);

// [kg/m^3] of screws, pads and knobs that belong to a part of something else; from memory.
inline constexpr double steel_density = 7850, rubber_density = 1200, plastic_density = 1100, hardwood_density = 700;
/// A wheel of rubber on its hub, and the fork that it turns in, for their outlines; from memory.
inline constexpr double wheel_density = 1400, fork_density = 2000;

/// Ports, by what they are.
/// `thickness`: what a screw through the hole goes through [m]; 0 where none does.
Port face_port(std::string id, const Vector& at, double length, double width, double hole, std::string surface,
               double thickness = 0);
Port male_thread(std::string id, const Vector& at, std::string designation, double length, std::string surface = {});
Port female_thread(std::string id, const Vector& at, std::string designation, double depth, std::string surface = {});

/// A piece of what the part is made of. `material`: the row that names it.
Workpiece piece_of(const Values& values, std::string name, double length, double width, double thickness);
/// A hole that a screw of that designation goes through, as close as its joint wants it.
Bore screw_hole(const Eigen::Vector2d& at, std::string thread, bool close = false);
/// A threaded hole of an end, where it is one: rows KEY, KEY_thread and KEY_depth.
std::vector<Bore> end_bores(const Values& values, const std::string& key, const Eigen::Vector2d& at, double thickness,
                            bool from_the_back = false);

/// A ball about the origin on a stem along z up to some height [m], rounded where they meet.
void add_ball_on_stem(Solids& solids, double ball, double stem, double to, Stuff stuff, double density);
/// A cup that a ball snaps into, about the ball's middle: `floor` behind the ball, its mouth ahead along `axis` [m].
/// Range  opening < ball < across.
struct Cup {
    Vector at = Vector::Zero(), axis = Vector::UnitZ();
    double ball = 0, opening = 0, across = 0, floor = 0;
};
void add_cup(Solids& solids, const Cup& cup, Stuff stuff, double density);
/// Half of a split collar along x or y [m]: what lies on one side of its tube, with a lug at each side for a screw.
struct HalfCollar {
    Vector at = Vector::Zero(), along = Vector::UnitX();
    double tube = 0, wall = 0, length = 0, screw = 0;
    double up = 1;       ///< +1 above the tube, -1 below it
    double flat = 0;     ///< of a saddle: how far from the tube's axis its flat lies; 0: it is round outside
    double lug() const;  ///< how far its lugs reach from the tube's axis along z [m]
    double outside() const { return tube / 2 + wall; }
    double screw_at() const { return outside() + 1.2 * screw; }  ///< on both sides of the tube's axis
};
/// Between both halves stays free, to draw them together [m]; common practice.
inline constexpr double collar_gap = 0.002;
void add_half_collar(Solids& solids, const HalfCollar& half, Stuff stuff, double density);
/// Its two screws, through the lugs of both halves, with what they are turned by; rows screw and tight.
void add_collar_screws(Solids& solids, const HalfCollar& half, const Values& values);
/// A socket round z that is slit on one side and drawn together by a screw across the slit; rows screw and tight.
struct SlitSocket {
    double from = 0, depth = 0;  ///< its bottom, and how deep it is [m]
    double bore = 0, wall = 0;   ///< [m]
    double across = 0;           ///< of what it is in, where the screw goes through [m]
};
void add_slit(Solids& solids, const SlitSocket& socket, const Values& values);

/// What a lever or a latch sweeps about its hub: part of a disc about z, from one angle to another, at most half of it.
Shape swing(const Vector& hub, double radius, double from, double to, double height);

/// One end of a part by which it is held or carries: a face, a threaded hole or a stud; rows KEY, KEY_thread, KEY_depth
/// and KEY_stud.
std::vector<families::Parameter> end_rows(const std::string& key, const std::string& label,
                                          const std::string& standard);
/// Rows of a kind, and those of one of its ends.
std::vector<families::Parameter> with_end(std::vector<families::Parameter> rows, const std::string& key,
                                          const std::string& label, const std::string& standard);
struct EndPlace {
    Vector at = Vector::Zero(), z = Vector::UnitZ();
    double length = 0, width = 0;  ///< of the face there; width 0: it is round [m]
    double hole = 0, thickness = 0;
    std::string surface = {};
};
/// Errors  A Problem at the row of its thread.
Result<Port> end_port(const Values& values, const std::string& key, const EndPlace& place);
/// How that end is to be so that it meets a neighbour's port: a stud for a hole, of its thread.
void fit_end(Values& values, const std::string& key, const Port& neighbour);
/// A size of a port, as it says it; nothing where it does not.
std::optional<double> size_of(const Port& port, std::string_view key);

/// "ballast of 15 kg, sandbags or plates".
std::string ballast_in_words(double mass);

/// How tight its screw is, by feel and tool: "snug, star knob, Ø32".
families::Parameter tight_row(std::string standard, std::string help = "By feel and by what is turned.");
/// Errors  A Problem at the row, where nothing of that name is known.
Status check_tight(const Values& values, std::string_view key = "tight");
/// Onto the shopping list, what is turned to tighten its screw and stays on that: a star knob, a wing nut. Of a tool
/// nothing is bought. Rows screw and tight.
void buy_knob(Solids& solids, const Values& values);
/// The same for a bolt that comes through: where a tool turns it, it takes a nut.
void buy_knob_or_nut(Solids& solids, const Values& values);

/// A kind that is its texts, its rows and one function.
class SimpleKind : public PartKind {
 public:
    using Build = Result<Body> (*)(const Values&);
    /// Sizes that suit a neighbour's port; `above` where it is carried by it.
    using Fit = void (*)(Values& values, const Port& neighbour, bool above);
    struct Texts {
        std::string_view key, name, purpose;
        Role role = Role::part;
        Origin origin = Origin::make;
    };
    using Pieces = std::vector<Workpiece> (*)(const Values& values);
    SimpleKind(Texts texts, std::vector<families::Parameter> parameters, Build builder,
               std::vector<families::StockUse> stock = {}, Fit fit = nullptr, Pieces pieces = nullptr)
        : texts_(texts),
          parameters_(std::move(parameters)),
          build_(builder),
          stock_(std::move(stock)),
          fit_(fit),
          pieces_(pieces) {}
    std::string_view key() const override { return texts_.key; }
    std::string_view name() const override { return texts_.name; }
    std::string_view purpose() const override { return texts_.purpose; }
    Role role() const override { return texts_.role; }
    Origin origin() const override { return texts_.origin; }
    std::span<const families::Parameter> parameters() const override { return parameters_; }
    std::span<const families::StockUse> stock() const override { return stock_; }
    Result<Body> build(const Values& values) const override { return build_(values); }
    Values fitted(const Port& neighbour, bool above) const override {
        Values values;
        if (fit_) fit_(values, neighbour, above);
        return values;
    }
    std::vector<Workpiece> workpieces(const Values& values) const override {
        return pieces_ ? pieces_(values) : std::vector<Workpiece>{};
    }

 private:
    Texts texts_;
    std::vector<families::Parameter> parameters_;
    Build build_;
    std::vector<families::StockUse> stock_;
    Fit fit_;
    Pieces pieces_;
};

}  // namespace clampet::parts
