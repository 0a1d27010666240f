#pragma once
#include "study/scenes.h"

namespace clampet::study {

/// Two things of a rig that get into each other's way.
struct Touch {
    std::string one, other;  ///< parts
    std::string reach;       ///< what of `one` must stay free; empty: the things themselves touch
    std::string shot;        ///< name of the shot in which they do; empty: only on the way between
    std::string interface,
        axis;             ///< what was moved alone, and how far, where they are deepest in each other; empty in a shot
    double position = 0;  ///< [rad, m]
    double begins = 0;    ///< the position nearest to where it stands at which they touch, to a hundredth of the travel
    double depth = 0;     ///< how deep they are in each other: what would have to be trimmed [m]
    rig::Positions pose;  ///< of every axis, there
    /// The least that frees them: a spacer in a seam between them.
    struct Spacer {
        std::string interface;             ///< opened for it
        double thickness = 0;              ///< [m]
        std::string then;                  ///< "still holds everywhere", "Ball in its cup: 1.4× becomes 0.9×"
        Verdict verdict = Verdict::holds;  ///< of the whole rig with it, in all its scenes
    };
    std::optional<Spacer> spacer;  ///< nothing where none of up to 60 mm does
};
/// How much room the rig itself takes.
struct Envelope {
    std::string shot;                                ///< name of the scene
    Eigen::Vector3d size = Eigen::Vector3d::Zero();  ///< ahead, across, high [m]
    double over_support = 0;  ///< from the lowest of what it stands on or grips to its highest [m]
};
struct Room {
    std::vector<Touch> touches;  ///< those in a shot first, then the deepest first
    std::vector<Envelope> envelopes;
    std::size_t poses = 0;  ///< that were looked at
    bool stopped = false;
};
struct RoomOptions {
    std::size_t steps = 24;      ///< along each axis from each shot
    double deeper_than = 0.001;  ///< pictures of parts are no better than that [m]
    bool with_reaches = true;    ///< whether hands and what moves need their room
    bool with_spacers = true;    ///< whether what frees them is looked for
};
/// Meaning  In every shot, and from there along the whole travel of each axis alone: which solids of parts that no seam
///          joins lie in each other, and what reaches into the room that a hand or a moving thing needs.
/// Range    What is joined by a seam touches by purpose and is not looked at. The envelope leaves the site out.
/// Errors   A Problem when the rig is not valid, or the library that finds what touches is not there.
/// Source   Penetration of convex solids by the FCL library; spacers by bisection.
Result<Room> room(const rig::Rig& rig, const RoomOptions& options = {}, const Job& job = {});

/// Two parts that lie in each other as a rig is posed.
struct TouchNow {
    std::string one, other;
    double depth = 0;  ///< [m]
};
/// As room() finds them, of one pose and of the things themselves: while something is dragged.
/// Range   A valid rig.
/// Errors  A Problem: the library that finds what touches is not there.
Result<std::vector<TouchNow>> touches_as_posed(const rig::Rig& rig, double deeper_than = 0.001);
/// "Camera and Ball cup are 3.2 mm in each other".
std::string sentence_of(const rig::Rig& rig, const TouchNow& touch);

/// "Straight down: Camera and Ball cup are 3.2 mm in each other" or "Ball in its cup, Forward, from 62° on: Camera and
/// Ball cup touch".
std::string sentence_of(const rig::Rig& rig, const Touch& touch);

}  // namespace clampet::study
