#pragma once
#include <map>
#include <optional>
#include <string>
#include <variant>

#include "quantity/result.h"
#include "rig/joint_store.h"
#include "rig/rig.h"

namespace clampet::project {

/// Edits are values that name things by stable id.
struct SetInput {
    std::string interface, element, key;
    rig::Input value;
};
/// What was typed is given up: its ports, the rig or its default say it.
struct ClearInput {
    std::string interface, element, key;
};
/// All inputs of an element at once: a design comes back from its bench.
struct SetInputs {
    std::string interface, element;
    std::map<std::string, rig::Input, std::less<>> inputs;
};
struct SetMass {
    std::string part;
    double mass = 0;
};
/// Its kind says again what it weighs.
struct ClearMass {
    std::string part;
};
struct SetCentreOfGravity {
    std::string part;
    rig::Vector at;
};
/// Its kind says again where it balances.
struct ClearCentreOfGravity {
    std::string part;
};
/// One size of a part of a kind; nothing for its default.
struct SetPartValue {
    std::string part, key;
    std::optional<families::Value> value;
};
/// What a port is, its sizes and its surface: seams take them from there.
struct SetPort {
    std::string part, port;
    families::PortKind kind = families::PortKind::unknown;
    families::Values sizes;
    std::string surface;
};
struct SetPartName {
    std::string part, name;
};
/// Moves one axis; beyond a stop it is taken as typed, and the check says so.
struct SetPose {
    std::string interface, axis;
    double position = 0;
};
/// How far an axis may go in this rig; nothing for as far as its family allows.
struct SetStops {
    std::string interface, axis;
    std::optional<rig::Stops> stops;
};
struct SetRequired {
    double required = 2;
};
/// How the rig is used, by cards: sets load cases and the required factor.
struct SetUse {
    std::vector<std::string> cards;
};
/// Puts a load case in force.
struct AddCase {
    std::string kind;
};
struct RemoveCase {
    std::string id;
};
struct SetCaseInput {
    std::string id, key;
    families::Value value;
};
/// Its own inertia and wind area; nothing for what its shapes give.
struct SetBody {
    std::string part;
    std::optional<rig::Vector> inertia;
    std::optional<double> wind_area;
};
struct SetRigName {
    std::string name;
};
/// Puts a new part on top of another, joined by one family at its defaults.
struct AddPart {
    std::string on_part;  ///< the part that will carry it
    std::string name, family;
    double mass = 0;
    std::map<std::string, rig::Input, std::less<>> inputs = {};  ///< of the joining element; defaults where absent
    std::string kind = {};                                       ///< of the part; empty for a plain block of `mass`
};
/// Takes a part and all that it carries off the rig.
struct RemovePart {
    std::string part;
};
using Edit = std::variant<SetInput, ClearInput, SetInputs, SetPort, SetMass, ClearMass, SetCentreOfGravity,
                          ClearCentreOfGravity, SetPartValue, SetPartName, SetPose, SetStops, SetRequired, SetUse,
                          AddCase, RemoveCase, SetCaseInput, SetBody, SetRigName, AddPart, RemovePart>;

/// The rig with an edit done, validated; or a Problem and the old rig stands.
/// Joints that it has to build to know that they can be are put into the store, where there is one.
Result<rig::Rig> edited(const rig::Rig& rig, const Edit& edit, rig::JointStore* joints = nullptr);
/// "Undo: change of hand torque" needs a name for each edit.
std::string label_of(const Edit& edit);
/// The interface whose own numbers are all that an edit changed, so that no other's load did. Nothing where more may
/// have: the length of an arm, what shares a closed loop, the drag of a joint that is turned.
std::optional<std::string> only_interface_changed(const rig::Rig& before, const rig::Rig& after, const Edit& edit);

}  // namespace clampet::project
