#pragma once
#include <Eigen/Geometry>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "families/family.h"
#include "parts/body.h"
#include "quantity/result.h"
#include "rig/records.h"

namespace clampet::rig {

using Vector = Eigen::Vector3d;

using parts::Lens;
using parts::Origin;
using parts::Port;
using parts::Reach;
using parts::Role;
using parts::Shape;
using parts::ShapeKind;
using parts::Stuff;

/// A rigid piece of the rig: of a kind with its sizes, or one's own, described by what it weighs and looks like.
struct Part {
    std::string id, name;
    Role role = Role::part;
    Origin origin = Origin::have;
    std::string kind;                ///< key of parts::registry(); empty for a part of one's own
    families::Values values;         ///< sizes of its kind; defaults where nothing is said
    std::optional<double> weighed;   ///< corrects what its kind says that it weighs [kg]
    std::optional<Vector> balanced;  ///< corrects where its kind says that it balances [m]
    std::size_t ports_of_kind = 0;   ///< so many of its ports, the first, are its kind's
    // What follows is in force: what its kind gives, or what is described.
    double mass = 0;                            ///< [kg]
    Vector centre_of_gravity = Vector::Zero();  ///< in the part's frame [m]
    /// About its centre of gravity and its own axes [kg m^2]; from its shapes where it is not given.
    std::optional<Vector> inertia;
    std::optional<double> wind_area;  ///< what the wind meets [m^2]; from its shapes where it is not given
    std::vector<Port> ports;
    std::vector<Shape> shapes;
    std::optional<Lens> lens;    ///< of a camera's kind
    std::vector<Reach> reaches;  ///< of its kind
    std::string item = {};       ///< what it is called in the drawer that it is from; empty where it is from none
    const Port* port(std::string_view id) const;
    friend bool operator==(const Part&, const Part&) = default;
};
/// The part with what its kind gives, anew from its values; one of no kind as it is.
/// Errors  A Problem whose `where` is /kind or /values/KEY, relative to the part.
Result<Part> made(Part part);

/// How one input of a family is given.
struct Band {
    double low = 0, typical = 0, high = 0;
    friend bool operator==(const Band&, const Band&) = default;
};
struct FrictionOf {
    std::string pair;                  ///< "steel on plywood"
    std::optional<Band> learned = {};  ///< what tests say of it, instead of the table; never in a file
    friend bool operator==(const FrictionOf&, const FrictionOf&) = default;
};
struct Link {
    std::string element, result;  ///< another element of the same interface, and one of its results
    friend bool operator==(const Link&, const Link&) = default;
};
/// What a thing known by its name says of the input: "birch plywood" its modulus, "snug, Ø40 knob" its torque.
struct NamedStock {
    std::string name;
    friend bool operator==(const NamedStock&, const NamedStock&) = default;
};
using Input = std::variant<double, std::string, Band, FrictionOf, Link, NamedStock>;

/// One family at work in an interface; an interface may have several (a face and the screw that presses it).
struct Element {
    std::string id, family;
    std::map<std::string, Input, std::less<>> inputs;
    friend bool operator==(const Element&, const Element&) = default;
};

struct PortName {
    std::string part, port;
    friend bool operator==(const PortName&, const PortName&) = default;
};

/// How far an axis may be moved in this rig, within what its family allows [rad, m].
struct Stops {
    double least = 0, most = 0;
    friend bool operator==(const Stops&, const Stops&) = default;
};

struct Interface {
    std::string id, name;
    PortName support, payload;
    std::vector<Element> elements;
    std::map<std::string, double, std::less<>> pose;  ///< axis → position [rad, m]; 0 where there is none
    std::map<std::string, Stops, std::less<>> stops;  ///< axis → its stops in this rig
    bool closes_loop = false;                         ///< its payload part is carried by another interface already
    friend bool operator==(const Interface&, const Interface&) = default;
};

/// One load case in force, with what a person set of it; defaults where nothing is set.
struct CaseUse {
    std::string id, kind;  ///< the kind is a key of loads::registry()
    families::Values inputs;
    friend bool operator==(const CaseUse&, const CaseUse&) = default;
};

/// Positions of axes: interface, axis, position [rad, m].
using Positions = std::map<std::string, std::map<std::string, double, std::less<>>, std::less<>>;

/// Where the lens must be in a shot, from where the support stands (its origin), and where it must look. What is not
/// said is not asked.
inline constexpr double straight_down = families::half_turn / 2;  ///< [rad]
struct Wanted {
    std::optional<double> out, height;  ///< level, to whichever side; up, less than 0 for below [m]
    std::optional<double> down;         ///< how far under level it looks: 90 degrees straight down [rad]
    bool is_said() const { return out || height || down; }
    friend bool operator==(const Wanted&, const Wanted&) = default;
};

/// A named pose that the film needs. Axes that it does not name stand as the rig has them.
struct Shot {
    std::string id, name;
    Positions pose;
    double distance = 0;  ///< from the lens to what it must see [m]; 0: not said
    double frame = 0;     ///< how much of that the picture is wide [m]; 0: not said
    Wanted wanted = {};
    friend bool operator==(const Shot&, const Shot&) = default;
};

/// What is on the rig at one time: parts that are off, and parts that weigh otherwise, with another lens on.
struct PayloadSet {
    struct Instead {
        std::string part;
        double mass = 0;                            ///< [kg]
        Vector centre_of_gravity = Vector::Zero();  ///< in the part's frame [m]
        friend bool operator==(const Instead&, const Instead&) = default;
    };
    std::string id, name;
    std::vector<std::string> without;  ///< parts
    std::vector<Instead> instead;
    friend bool operator==(const PayloadSet&, const PayloadSet&) = default;
};

/// A second catch: a cord, a wire rope or a strap that holds a part when what carries it lets go.
struct Tether {
    std::string id, name;
    std::string caught, anchor;                             ///< parts: what it holds, what it is tied to
    std::map<std::string, Input, std::less<>> inputs = {};  ///< of the family `tether`; how far it falls says the rig
    friend bool operator==(const Tether&, const Tether&) = default;
};

/// Something that is to be held, before there is a rig that holds it: of a kind, by its name and sizes.
struct Planned {
    std::string name, kind;
    families::Values values;
    std::optional<double> weighed = {};   ///< corrects what its kind says that it weighs [kg]
    std::optional<Vector> balanced = {};  ///< corrects where its kind says that it balances [m]
    friend bool operator==(const Planned&, const Planned&) = default;
};
/// The part that it will be.
/// Errors  As made().
Result<Part> part_of(const Planned& planned);

/// Whose hands tighten what is tightened by feel.
inline constexpr double weakest_hand = 0.3, strongest_hand = 3;
struct Hands {
    std::string name;
    double strength = 1;  ///< times what is common practice for a hand: weakest_hand to strongest_hand
    friend bool operator==(const Hands&, const Hands&) = default;
};

/// A thing of a workshop that parts of the rig are, as it was there: the rig opens where that workshop is not.
struct Used {
    std::string name, kind;
    families::Values values;
    std::optional<double> price;  ///< of a pack
    double pack = 1;              ///< pieces in a pack
    friend bool operator==(const Used&, const Used&) = default;
};

/// How and when its parts are made, as a person says it; empty: as is usual.
struct Making {
    std::string finish, glue;             ///< of what is of wood; of what is glued
    std::string start, hours, days, off;  ///< "2026-11-30", "19:00-22:00", "mon,wed", "2026-12-24"
    /// Steps that are done, by their keys, and when: "2026-11-30 20:15".
    std::map<std::string, std::string, std::less<>> done = {};
    bool is_said() const { return *this != Making{}; }
    friend bool operator==(const Making&, const Making&) = default;
};

/// What was seen when an interface was pulled.
enum class Outcome { slid, held, tipped, opened, broke };
/// A test with a scale, as it was made. What it says of the friction was worked out with the rig as it stood then, so
/// that a later change of the rig does not change what was seen.
struct Pull {
    std::string id, seam;  ///< its own, and the interface's
    std::string date;      ///< "2026-11-29"; empty where nobody said
    Outcome outcome = Outcome::slid;
    double force = 0;              ///< [N]
    Vector at = Vector::Zero();    ///< where it was hooked, from the interface's middle, in the world [m]
    Vector way = Vector::UnitX();  ///< which way it was pulled, in the world; unit vector
    int tightening = 1;            ///< those with the same number were made without loosening it in between
    double ratio = 1;              ///< friction times force that was needed to hold it, over what is typical
    double spread = 0.10;          ///< of one such test, in ln
    std::string friction;          ///< "rubber on oak"; "interface/element/input" where no pair of the table is meant
    double friction_spread = 0;    ///< what is known of it without tests, standard deviation of its ln
    double hand_spread = 0;        ///< the same of the hand that tightened it; 0: no hand did
    double rest_spread = 0;        ///< and of all else that presses it
    bool is_off = false;           ///< taken back: kept, and counts no more
    std::string note;
    bool operator==(const Pull&) const = default;
};
/// What tests have taught, as factors of what is typical. It follows from the pulls: never in a file.
struct Learned {
    std::map<std::string, Band, std::less<>> frictions;  ///< by pair, or "interface/element/input"
    std::optional<Band> hand;                            ///< of whoever tightens
    std::map<std::string, Band, std::less<>> seams;      ///< tightened as it was tested: friction times force together
    /// An input as taps and hangs say it [SI], and what it was then: it is told of nothing else.
    struct Input {
        Band band;
        std::optional<double> stood = {};  ///< nothing: whatever it was
        friend bool operator==(const Input&, const Input&) = default;
    };
    std::map<std::string, std::map<std::string, Input, std::less<>>, std::less<>> inputs = {};  ///< by interface, key
    friend bool operator==(const Learned&, const Learned&) = default;
};

/// The rig as it once stood, kept to be compared with: as the text of its file.
struct Variant {
    std::string name, text;
    std::string from = {};     ///< the variant that it was made from, by name; empty: the first
    std::string date = {};     ///< when it was kept: "2026-11-29"
    std::string why = {};      ///< what was changed and why
    std::string learned = {};  ///< what it taught; why it failed
    bool has_failed = false;   ///< tried, and given up
    friend bool operator==(const Variant&, const Variant&) = default;
};

struct Rig {
    std::string name;
    std::string note;
    double required = 2;           ///< required factor: bench 1.5, carried 2, over people 3 (our judgement)
    std::vector<std::string> use;  ///< cards: how the rig is used; keys of loads::cards()
    std::vector<CaseUse> cases{{"push", "push", {}}};  ///< beside rest, which is always looked at
    std::vector<Part> parts;
    std::vector<Interface> interfaces;
    std::vector<Shot> shots;       ///< beside the pose that it is in
    std::vector<PayloadSet> sets;  ///< beside all that is on it
    std::vector<Tether> tethers;
    std::vector<Variant> variants;
    std::optional<Hands> hands = {};    ///< common practice's where nobody is said
    std::vector<Planned> planned = {};  ///< what is to be held and is not on it yet
    std::string workshop = {};          ///< what `used` is from, by name; empty where nothing is
    std::vector<Used> used = {};
    Making making = {};
    std::vector<Pull> pulls = {};
    std::map<std::string, int, std::less<>> tightened = {};  ///< interface → which tightening is in force; 1 where none
    Learned learned = {};
    std::vector<Tap> taps = {};
    std::vector<Hang> hangs = {};
    std::vector<Measured> measured = {};
    std::vector<LogEntry> log = {};
    std::string stands_on = {};  ///< the variant that it goes on from, by name
    const Part* part(std::string_view id) const;
    const Interface* interface(std::string_view id) const;
    Part* part(std::string_view id);
    Interface* interface(std::string_view id);
    friend bool operator==(const Rig&, const Rig&) = default;
};

/// The part whose loss the rig is there to prevent: the heaviest of role payload, else the last on the load path.
/// Nothing for an empty rig.
const Part* payload_of(const Rig& rig);

/// The rig as it stands in a shot; axes that are there no longer are passed over.
Rig posed(Rig rig, const Shot& shot);
/// The pose that the rig is in, of every axis that is not at 0.
Positions pose_of(const Rig& rig);
/// The rig with what a payload set has on it: what is off weighs nothing, and the wind does not meet it.
Rig loaded(Rig rig, const PayloadSet& set);

/// Checks that a rig can be computed: names, references, one support, no cycle, every input in its bounds. Its load
/// cases are checked by loads::validate.
/// Errors  A Problem whose `where` is the JSON path, for example /interfaces/2/support/part.
Status validate(const Rig& rig);
/// The same but for the inputs of its interfaces, which prepare() checks: spares building every joint twice.
Status validate_structure(const Rig& rig);
/// A Problem of prepare() with its place in the whole rig.
Problem placed(const Rig& rig, std::string_view interface, const Problem& problem);

/// The end of every input's band that is asked for. `..._turned`: inputs of which more may hold more or less
/// (families::Spread::either) take their other end.
enum class End { weak, typical, strong, weak_turned, strong_turned };
constexpr bool is_weak(End end) {
    return end == End::weak || end == End::weak_turned;
}
/// The weak or strong ends that a family's, or an interface's elements' inputs have: one, or two where some go either
/// way.
std::vector<End> ends_of(const Interface& interface, End end);
/// All at which an interface is computed: typical, weak and strong.
std::vector<End> all_ends_of(const Interface& interface);
std::vector<End> ends_of(const Element& element, End end);

/// An interface's elements, ready to compute.
struct Prepared {
    std::vector<std::shared_ptr<const families::Joint>> joints;  ///< in the order of the elements
};
/// Values of an element's inputs at one end of their bands. Links are resolved by `linked` (element.result → value).
Result<families::Values> values_of(const Element& element, End end, const std::map<std::string, double>& linked);
/// Values of an element that its shape and its axes are made of: typical, and the default for what is linked or wrong.
families::Values shape_values(const Element& element);
/// Errors  A Problem whose `where` is /elements/K/inputs/key, relative to the interface.
Result<Prepared> prepare(const Interface& interface, End end);

}  // namespace clampet::rig
