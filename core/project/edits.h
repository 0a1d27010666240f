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
/// A part that is still to be made.
struct NewPart {
    std::string kind, name = {};             ///< of the registry; its kind's name where none is given
    families::Values values = {};            ///< sizes; what is not given is taken from its neighbours where it follows
    std::string family = {}, port = {};      ///< how and by which of its ports it is held; the first that fits
    std::optional<double> weighed = {};      ///< [kg]
    std::optional<rig::Origin> origin = {};  ///< where it comes from; as its kind says where nothing is said
    std::string item = {};                   ///< what it is called in the drawer that it is from
    std::optional<rig::Vector> balanced = {};  ///< where it balances [m]
};
/// Puts parts one on another onto a part's port, or between the two of an interface; the first of an empty rig is its
/// support.
struct Build {
    std::string on_part = {}, on_port = {};  ///< a port that is not given: the first that fits
    std::string between = {};                ///< an interface that is opened for them; its payload side goes on top
    std::vector<NewPart> parts;
};
/// Another part in the place of one; what joined that joins it, where a port of it fits.
struct ReplacePart {
    std::string part;
    NewPart with;
};
/// Takes a part alone off; what it carried is put on what carried it.
struct LiftOut {
    std::string part;
};
/// A part changes places with the one that carries it.
struct MoveDown {
    std::string part;
};
/// Puts a branch that stands somewhere on another part, or on another port.
struct MoveBranch {
    std::string part, on_part, on_port = {};
};
/// A part with all that it carries, to be put somewhere.
struct Branch {
    std::vector<rig::Part> parts;  ///< the first is held
    std::vector<rig::Interface> interfaces;
    rig::Interface held;  ///< how the first was held; its support is where it came from
    friend bool operator==(const Branch&, const Branch&) = default;
};
/// Errors  A Problem when there is no such part, or it is the support.
Result<Branch> branch_of(const rig::Rig& rig, const std::string& part);
/// Puts a copy of a branch onto a part: under ids of its own. `mirrored`: as far out on the other side of the tube or
/// rail that it slides on.
struct Paste {
    std::string on_part, on_port = {};
    Branch branch;
    bool mirrored = false;
};
/// Keeps the pose that the rig is in as a shot.
struct AddShot {
    std::string name;
};
/// Another name, what it must see, or where the lens must be for it.
struct SetShot {
    std::string id, name;
    double distance = 0, frame = 0;
    rig::Wanted wanted = {};
};
/// What is to be held, before there is a rig that holds it. What is built of it later is taken off this list.
/// How and when its parts are made, and what of that is done.
struct SetMaking {
    rig::Making making;
};
struct SetPlanned {
    std::vector<rig::Planned> planned;
};
/// Whose hands tighten it; nothing for common practice's.
struct SetHands {
    std::optional<rig::Hands> hands;
};
/// A shot takes the pose that the rig is in.
struct TakePose {
    std::string shot;
};
/// Puts the rig into a shot's pose.
struct GoToShot {
    std::string shot;
};
/// Puts axes where they are told to stand, all at once.
struct SetPositions {
    rig::Positions pose;
};
struct RemoveShot {
    std::string shot;
};
/// A payload set, new where none has its id.
struct SetPayloadSet {
    rig::PayloadSet set;
};
struct RemovePayloadSet {
    std::string set;
};
/// A second catch, new where none has its id.
struct SetTether {
    rig::Tether tether;
};
struct RemoveTether {
    std::string tether;
};
/// Keeps the rig as it is, to be compared with later; what follows goes on from it.
struct KeepVariant {
    std::string name;
    std::string date = {}, why = {};
};
/// What a variant taught, and whether it was given up.
struct JudgeVariant {
    std::size_t index = 0;
    std::string why, learned;
    bool has_failed = false;
};
/// The rig becomes a variant again; those that are kept stay.
struct TakeVariant {
    std::size_t index = 0;
};
struct RemoveVariant {
    std::size_t index = 0;
};
/// The two ports of an interface are joined another way that fits them: glued instead of screwed.
struct JoinBy {
    std::string interface, family;
};
/// Ties two ports that meet, so that a part is held by more than one.
struct CloseLoop {
    rig::PortName support, payload;
};
/// Keeps a test, new; where it was tightened anew for it, that tightening is in force.
struct AddPull {
    rig::Pull pull;
};
/// A test counts no more, or again.
struct SetPullOff {
    std::string pull;
    bool is_off = true;
};
struct RemovePull {
    std::string pull;
};
/// An interface was loosened and tightened again: what tests told of its force is told no more.
struct TightenAnew {
    std::string interface;
};
/// Something that was seen of the rig: new, or in the place of that with its id.
struct AddRecord {
    std::variant<rig::Tap, rig::Hang, rig::LogEntry> record;
};
/// A part as it came out; where it is to be taken so, the rig's part is of that size or weight from now on.
struct Measure {
    rig::Measured measured;
    bool is_taken = true;
};
/// A tap or a hang counts no more, or again.
struct SetRecordOff {
    std::string record;
    bool is_off = true;
};
/// Of whatever kind; what it corrected on a part stays.
struct RemoveRecord {
    std::string record;
};
/// All that happened, for example from a table that was edited by hand.
struct SetLog {
    std::vector<rig::LogEntry> log;
};
using Edit =
    std::variant<SetInput, ClearInput, SetInputs, SetPort, SetMass, ClearMass, SetCentreOfGravity, ClearCentreOfGravity,
                 SetPartValue, SetPartName, SetPose, SetStops, SetRequired, SetUse, AddCase, RemoveCase, SetCaseInput,
                 SetBody, SetRigName, AddPart, RemovePart, Build, ReplacePart, LiftOut, MoveDown, MoveBranch, Paste,
                 CloseLoop, AddShot, SetShot, TakePose, GoToShot, SetPositions, RemoveShot, SetPayloadSet,
                 RemovePayloadSet, SetTether, RemoveTether, JoinBy, KeepVariant, TakeVariant, RemoveVariant, SetPlanned,
                 SetHands, SetMaking, AddPull, SetPullOff, RemovePull, TightenAnew, JudgeVariant, AddRecord, Measure,
                 SetRecordOff, RemoveRecord, SetLog>;

/// The rig with an edit done, validated; or a Problem and the old rig stands.
/// Joints that it has to build to know that they can be are put into the store, where there is one.
Result<rig::Rig> edited(const rig::Rig& rig, const Edit& edit, rig::JointStore* joints = nullptr);
/// "Undo: change of hand torque" needs a name for each edit.
std::string label_of(const Edit& edit);
/// The interface whose own numbers are all that an edit changed, so that no other's load did. Nothing where more may
/// have: the length of an arm, what shares a closed loop, the drag of a joint that is turned.
std::optional<std::string> only_interface_changed(const rig::Rig& before, const rig::Rig& after, const Edit& edit);

}  // namespace clampet::project
