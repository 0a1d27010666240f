#pragma once
#include <map>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <utility>
#include <variant>
#include <vector>

#include "quantity/dimension.h"

namespace clampet::families {

/// SI number, or the key of a choice, or a text such as a thread designation.
using Value = std::variant<double, std::string>;
using Values = std::map<std::string, Value, std::less<>>;

/// What a mounting feature of a part is. Keys are in files: never renamed without a migration.
enum class PortKind {
    unknown,  ///< nothing is said: anything may meet it
    face,
    thread,
    tube,
    bore,
    jaw,
    ball,
    socket,
    pivot,
    dovetail,
    shoe,
    plate,
    edge,
    floor,
    feet,
    spigot,     ///< the end of a post, rod or dowel that goes into a hole; z along it
    arm,        ///< an end of an arm that bends: at its root what it is, at its tip what is put on it; x along it
    strap,      ///< a strap or belt; x along it, z away from what wears it
    cloth,      ///< a pouch or a bag's panel, and the flange on it
    turntable,  ///< what is turned by a servo or a hand, and what turns it; z is the axis
    wedge,      ///< a seat and the wedge that is driven into it; x is the way in
    ledge       ///< what something leans back on; x from its lip to its rest
};
std::string_view name_of(PortKind kind);  ///< "tube"; empty for unknown
std::optional<PortKind> port_kind_named(std::string_view name);
std::span<const PortKind> port_kinds();

/// One size that ports of a kind have.
struct PortSize {
    std::string key, meaning;
    bool is_text = false;  ///< a designation, a layout
    quantity::Dimension dimension = quantity::Dimension::length;
};
/// The sizes of a kind of port, in the order in which people ask for them.
std::span<const PortSize> sizes_of(PortKind kind);
/// Whether more than one thing can be held by such a port: a tube, an edge, a floor. Others take one.
bool takes_many(PortKind kind);

enum class PortSide { support, payload };

/// What two ports that meet say of themselves.
struct Meeting {
    const Values &support, &payload;  ///< their sizes
    std::string_view support_surface, payload_surface;
};

/// Two kinds of ports that a family joins, and what their sizes say of its inputs.
struct Mating {
    PortKind support = PortKind::unknown, payload = PortKind::unknown;
    struct Fill {
        std::string input;
        PortSide from = PortSide::support;
        std::string size;
        bool by_name = false;  ///< the size is the name of a thing that gives the input: "snug, Ø26 knob" its torque
    };
    std::vector<Fill> fills = {};
    std::string friction = {};     ///< the input that the two surfaces choose; empty where none does
    std::string support_sex = {};  ///< of a thread: "male" or "female" where this mating is for that only
    /// Inputs that follow from meeting at all [SI]: a stud in its hole has nothing between.
    std::vector<std::pair<std::string, Value>> sets = {};
    /// Materials that a side's part is made of, by the key under which the family asks for one: "material".
    std::vector<std::pair<PortSide, std::string>> materials = {};
    /// Forms of jaw that it is for, where one side is a jaw that says its form; empty for all.
    std::vector<std::string> forms = {};
    /// A size that the support must have, where it says any: a screw goes through a face only where there is a hole.
    std::string needs = {};
    std::string payload_needs = {};  ///< likewise of the payload
    /// Inputs that follow from both together: two faces are pressed where both have some. Nothing where none do.
    Values (*derived)(const Meeting& meeting) = nullptr;
    /// Another family that is at work in the same interface, and what it takes of this one: input and result. A screw
    /// presses the face round it.
    struct Companion {
        std::string id, family;
        std::vector<std::pair<std::string, std::string>> links;
    };
    std::vector<Companion> companions = {};
    /// It is at work only beside another family: nothing is put there by it alone.
    bool only_beside = false;
};

/// What the rig knows of what an interface carries, in the interface's frame.
enum class RigFact {
    none,
    mass,        ///< [kg]
    distance,    ///< of its centre of gravity from the interface's origin [m]
    off_axis,    ///< of that from the z axis [m]
    along_axis,  ///< of that above the interface, at least 0 [m]
    gyration,    ///< radius about its centre of gravity, the largest [m]
    damping      ///< of what is held by a clamp somewhere below, as a share of critical
};

}  // namespace clampet::families
