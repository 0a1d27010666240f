#pragma once
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "quantity/dimension.h"

namespace clampet::families {

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
    feet
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

enum class PortSide { support, payload };

/// Two kinds of ports that a family joins, and what their sizes say of its inputs.
struct Mating {
    PortKind support = PortKind::unknown, payload = PortKind::unknown;
    struct Fill {
        std::string input;
        PortSide from = PortSide::support;
        std::string size;
    };
    std::vector<Fill> fills;
    std::string friction;     ///< the input that the two surfaces choose; empty where none does
    std::string support_sex;  ///< of a thread: "male" or "female" where this mating is for that only
    /// Inputs that follow from meeting at all [SI]: a stud in its hole has nothing between.
    std::vector<std::pair<std::string, double>> sets = {};
    /// Materials that a side's part is made of, by the key under which the family asks for one: "material".
    std::vector<std::pair<PortSide, std::string>> materials = {};
};

/// What the rig knows of what an interface carries, in the interface's frame.
enum class RigFact {
    none,
    mass,        ///< [kg]
    distance,    ///< of its centre of gravity from the interface's origin [m]
    off_axis,    ///< of that from the z axis [m]
    along_axis,  ///< of that above the interface, at least 0 [m]
    gyration     ///< radius about its centre of gravity, the largest [m]
};

}  // namespace clampet::families
