#pragma once
#include <map>
#include <string>
#include <variant>

#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::project {

/// Edits are values that name things by stable id.
struct SetInput {
    std::string interface, element, key;
    rig::Input value;
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
struct SetCentreOfGravity {
    std::string part;
    rig::Vector at;
};
struct SetPartName {
    std::string part, name;
};
struct SetPose {
    std::string interface;
    rig::BallPose pose;
};
struct SetRequired {
    double required = 2;
};
struct SetPush {
    double force = 15;
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
};
/// Takes a part and all that it carries off the rig.
struct RemovePart {
    std::string part;
};
using Edit = std::variant<SetInput, SetInputs, SetMass, SetCentreOfGravity, SetPartName, SetPose, SetRequired, SetPush,
                          SetRigName, AddPart, RemovePart>;

/// The rig with an edit done, validated; or a Problem and the old rig stands.
Result<rig::Rig> edited(const rig::Rig& rig, const Edit& edit);
/// "Undo: change of hand torque" needs a name for each edit.
std::string label_of(const Edit& edit);
/// True when only this interface's own numbers change, so that no other wrench does.
bool is_local(const Edit& edit, std::string& interface);

}  // namespace clampet::project
