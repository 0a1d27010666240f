#pragma once
#include "quantity/dimension.h"
#include "rig/mechanism.h"

namespace clampet::study {

/// Somebody looks at a screen, straight or by way of a mirror.
struct SightQuestion {
    std::string screen;                     ///< part: a camera, seen from behind, or a monitor or phone
    std::string mirror = {};                ///< part that reflects with its face; empty: looked at straight
    rig::Vector eye = rig::Vector::Zero();  ///< in the world [m]
    /// Of what must be seen [m]; 0: a camera's 3-inch screen, 75 by 50 mm, common practice; else all of the face.
    double screen_width = 0, screen_height = 0;
};
/// What is seen, and what would have to be turned.
struct Sight {
    double off_screen = 0;  ///< between the screen's own direction and the way to the eye, or to the mirror [rad]
    double distance = 0;    ///< of all the way from the screen to the eye [m]
    double turn = 0;        ///< by which the mirror, or where there is none the screen, must be turned [rad]
    double half_angle = 0;  ///< between the mirror's right direction and either way [rad]
    bool by_mirror = false;
    double least_width = 0, least_height = 0;  ///< of a mirror there that shows it all [m]
    double width = 0, height = 0;              ///< of the mirror's face [m]
    std::vector<std::string> in_the_way;       ///< parts
    bool is_seen() const;
    bool is_large_enough() const { return width >= least_width && height >= least_height; }
};
/// A picture is still told apart so far from a screen's own direction [rad]; common practice.
inline constexpr double readable_within = 60 * quantity::degree;
/// A mirror that is off by this shows something else [rad]; common practice.
inline constexpr double set_within = 2 * quantity::degree;

/// Meaning  Faces look back, along −x of their part. A mirror is right where its direction halves the angle between the
///          ways to the screen and to the eye; it must then be at least d_eye/(d_eye + d_screen) of the screen, over
///          the cosine of that half angle along the turn.
/// Source   Law of reflection.
/// Errors   A Problem when a part is not there or has no shape, or the eye is in it.
Result<Sight> sight(const rig::Rig& rig, const SightQuestion& question);
/// "Camera is seen by 7-inch monitor over 1.3 m; the mirror is turned right to 0.5°." and what would mend it.
std::string sentence_of(const rig::Rig& rig, const SightQuestion& question, const Sight& sight);

}  // namespace clampet::study
