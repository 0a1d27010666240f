#pragma once
#include "study/scenes.h"

namespace clampet::study {

/// What hands have to do while an interface is loosened, set and tightened again.
struct WhileLoose {
    std::string interface, name;  ///< id; "Ball in its cup"
    std::string held = {};        ///< part that the hand is at: the camera where it carries that, else the heaviest
    std::string shot = {};        ///< name of the scene in which it takes the most
    double mass = 0;              ///< beyond it [kg]
    double force = 0;             ///< that keeps it from turning or sliding away, at the held part [N]
    std::string axis = {};        ///< label of the axis that takes the most of it; empty where none takes any
    bool slides = false;          ///< along it, rather than turning about it
    double torque = 0;            ///< with which it is tightened by a knob or key; 0 where it is not [N m]
    /// An interface below that gives way to that torque, unless what carries the screw is held against it.
    struct GivesWay {
        std::string interface, name;
        double factor = 0;  ///< of the torque, at typical inputs; under required_when_turned
    };
    std::vector<GivesWay> gives_way = {};  ///< the least first
    bool is_more_than_a_hand() const;
};
/// What one hand holds up beside what the other does [N]. Common practice.
inline constexpr double one_hand = 40;
/// What the interfaces below must reach under the torque of a joint that is tightened. Common practice.
inline constexpr double required_when_tightened = 1.5;

/// Of every interface that is loosened to be set, from the payload down; each in the shot in which it takes the most.
/// Meaning  Loose it still carries what it cannot move along: gravity's moment about each of its axes over the held
///          part's way from it, and its force along each that slides; of several axes the root of the squares.
///          Tightened again by a torque about its own clamp axis, either way, with the other hand off what is below.
/// Errors   A Problem when the rig is not valid.
Result<std::vector<WhileLoose>> while_loose(const rig::Rig& rig);
/// The same of one interface, as the rig is posed; nothing where it is not loosened to be set.
/// Range  A valid rig.
std::optional<WhileLoose> while_loose(const rig::Rig& rig, const std::string& interface);
/// "While Ball in its cup is loose, Camera must be held: 7 N at it, as if 0.7 kg hung from it."
std::string sentence_of(const WhileLoose& loose);
/// "Tightened with 1 N m it would turn Spring clamp on the post first (0.8×): hold Post." Empty where nothing gives
/// way.
std::string tightening_sentence(const rig::Rig& rig, const WhileLoose& loose);

}  // namespace clampet::study
