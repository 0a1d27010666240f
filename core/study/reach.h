#pragma once
#include <optional>
#include <string>
#include <vector>

#include "quantity/dimension.h"
#include "rig/mechanism.h"

namespace clampet::study {

/// Where a lens is and where it looks, from where the support stands.
struct LensPlace {
    double out = 0, height = 0;  ///< level, and up [m]
    double down = 0;             ///< under level [rad]
};
/// Of the camera, where the rig stands now; nothing where it has none that says what it sees with.
std::optional<LensPlace> lens_place(const rig::Rig& rig, const rig::Placed& placed);

/// What a shot asks of a rig before there is one, and what the rig makes of it.
struct Reach {
    std::string shot;  ///< id
    rig::Wanted wanted;
    std::optional<LensPlace> is;  ///< with the rig in that shot; nothing where no rig carries a camera yet
    double mass = 0;              ///< that is out there: what is held, or is to be held [kg]
    double moment = 0;            ///< of that at what the rig holds on to, by the way out alone [N m]
    bool is_met = true;           ///< within near_enough and level_enough of what is asked
    double short_of = 0;          ///< how far the lens is from where it must be [m]
    double turned_by = 0;         ///< how far it looks past where it must [rad]
};
/// A lens is where it must be within this [m], and looks there within this [rad]; our judgement.
inline constexpr double near_enough = 0.01, level_enough = 2 * quantity::degree;

/// Of one shot that says where the lens must be; `is`: where the rig has it there.
Reach reach_of(const rig::Rig& rig, const rig::Shot& shot, const std::optional<LensPlace>& is);
/// Of every shot that says where the lens must be.
/// Frame    Of the support: its origin, z up.
/// Range    A rig whose structure is valid; it may be empty but for its shots and what is planned.
std::vector<Reach> reaches(const rig::Rig& rig);
/// "1100 mm out, 400 mm up, looking straight down: 1.34 kg out there is 14.5 N·m at what holds it. The rig has the lens
/// 38 mm too low."
std::string sentence_of(const Reach& reach);
/// What is wrong alone: "38 mm too low and looks 4° too far down"; empty where it is met.
std::string trouble_of(const Reach& reach);

}  // namespace clampet::study
