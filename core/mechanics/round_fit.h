#pragma once
#include <array>
#include <string_view>

namespace clampet::mechanics {

/// A round post in a bore: sizes as they are when nothing is loaded.
struct RoundFit {
    double post = 0, bore = 0;                                        ///< diameters d, D [m]
    double length = 0;                                                ///< L, of the post in the bore [m]
    double play() const { return bore - post; }                       ///< c; negative where it is pressed in [m]
    double lean() const { return play() > 0 ? play() / length : 0; }  ///< to either side: tan of the angle [1]
    /// Way of a point so high above the rim, from one side to the other: c (1 + 2 h/L) [m].
    double movement(double height) const { return play() > 0 ? play() * (1 + 2 * height / length) : 0; }
};

/// What holds a post in its bore against a side load: the rim and the end of it, opposite each other.
/// Meaning  A side force H at height h above the rim: rim H (1 + h/L), end H h/L. Derived from statics.
struct SideForces {
    double rim = 0, end = 0;  ///< [N]
    double sum() const { return rim + end; }
};
/// Frame  Origin in the middle of the rim, z out of the bore along the post.
SideForces side_forces(double fx, double fy, double mx, double my, double length) noexcept;

/// What a hub and a solid pin of other materials are made of.
struct PressedFit {
    double post = 0, bore = 0, outside = 0;     ///< d, D, D_o [m]; d > D
    double post_modulus = 0, post_poisson = 0;  ///< E_i, nu_i
    double hub_modulus = 0, hub_poisson = 0;    ///< E_o, nu_o
};
/// Pressure between a solid pin and its hub, delta = (p d/E_o)[(D_o^2 + d^2)/(D_o^2 - d^2) + nu_o] + (p d/E_i)(1 -
/// nu_i) [Pa]; 0 without interference. Source  Lamé; Shigley, press and shrink fits.
double pressed_pressure(const PressedFit& fit) noexcept;
/// Hoop stress at the hub's bore for a pressure of 1: (D_o^2 + d^2)/(D_o^2 - d^2). Source  Lamé.
double hub_stress_share(double bore, double outside) noexcept;

/// A tape that is wound round, by its name; thicknesses from memory [m].
struct Tape {
    std::string_view name;
    double thickness = 0;
};
inline constexpr std::array<Tape, 3> tapes{{{"cloth", 0.25e-3}, {"vinyl", 0.15e-3}, {"paper", 0.13e-3}}};

/// Wraps of tape that take up a play: c/(2 t), the tape squeezed to 0.8 of its thickness. From memory.
double wraps_for(double play, double tape_thickness) noexcept;
inline constexpr double squeezed_tape = 0.8;

}  // namespace clampet::mechanics
