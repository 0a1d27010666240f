#pragma once
#include "study/scenes.h"

namespace clampet::study {

/// Within which bounds something may be changed so that a rig stands and holds, in all of its shots and payload sets,
/// and with the camera taken off.
struct Window {
    bool holds = false;                              ///< as it is
    bool exists = false;                             ///< whether there is such a window
    double least = 0, most = 0;                      ///< [kg, m]; where there is none, both where it comes nearest
    bool least_is_end = false, most_is_end = false;  ///< of what was looked at: it may go on
    std::string under, over;  ///< what lets go beyond it: "Feet on the floor: tips over"; empty at an end
};
/// A weight that a person can choose: how heavy, where along its tube.
struct Counterweight {
    std::string part;
    double mass = 0;              ///< present [kg]
    Window by_mass;               ///< where it stands
    std::string interface, axis;  ///< by which it slides; empty where it does not
    double position = 0;          ///< present [m]
    Window by_place;              ///< as heavy as it is
};
/// Whether how heavy a part is, is a size of its kind that a person chooses: a counterweight, a sandbag.
bool is_chosen_weight(const rig::Part& part);
/// What the weights beyond a joint turn it with.
struct Pivot {
    std::string interface, axis, label;
    std::string scene;   ///< where it is most
    double moment = 0;   ///< about the axis, right-handed [N m]
    double mass = 0;     ///< that it carries [kg]
    double arm() const;  ///< how far beside the axis that balances, across it and level [m]; 0 where nothing is carried
    double hung_at(double distance) const;  ///< what would balance it, hung so far out on the other side [kg]
};
/// How what stands on its own weight stands.
struct Stand {
    std::string interface;
    std::string scene;    ///< where it is most lopsided
    double lopsided = 0;  ///< the resultant's way from the middle to the edge, 0 to 1; more: it falls
    double slope = 0;     ///< of the floor at which it tips, towards its worst side [rad]
    double push = 0;      ///< least level push where the payload is that tips it [N]
};
struct Balance {
    std::vector<Counterweight> weights;
    std::vector<Pivot> pivots;
    std::vector<Stand> stands;
    bool stopped = false;
};
/// Meaning  Windows go by the seams between a weight and what the rig stands on, every case in force and, where the rig
///          stands on its own weight, the camera taken off; the required factor at typical inputs is reached between
///          their ends. 25 places over what is looked at (a twentieth to twenty times as heavy, the slide's travel),
///          then bisected to 0.5 %.
/// Errors   A Problem when the rig is not valid.
/// Source   Moments of weights about a line.
Result<Balance> balance(const rig::Rig& rig, const Job& job = {});

/// "1.02 to 1.85 kg" or "none: nearest at 1.4 kg".
std::string words_of(const Window& window, quantity::Dimension dimension);

}  // namespace clampet::study
