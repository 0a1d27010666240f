#pragma once
#include "catalogue/thread.h"

namespace clampet::catalogue {
struct Material;
}

namespace clampet::mechanics {

/// Sizes that decide how much thread is sheared: basic ("typical") or the worst that the class allows.
struct MatingSizes {
    double pitch = 0;
    double external_major = 0, external_pitch = 0;  ///< d_min, d_2min [m]
    double internal_minor = 0, internal_pitch = 0;  ///< D_1max, D_2max [m]
};
MatingSizes basic_sizes(const catalogue::Thread& male, const catalogue::Thread& female);
MatingSizes worst_sizes(const catalogue::Thread& male, const catalogue::Thread& female);

/// Shear area of the screw's thread per engaged length: pi n D_1max [1/(2n) + (d_2min - D_1max)/sqrt 3] [m^2/m].
/// Source  FED-STD-H28/2, ASME B1.1 appendix. Never negative.
double external_shear_area_per_length(const MatingSizes& sizes) noexcept;
/// Shear area of the socket's thread per engaged length: pi n d_min [1/(2n) + (d_min - D_2max)/sqrt 3] [m^2/m].
double internal_shear_area_per_length(const MatingSizes& sizes) noexcept;

/// Ultimate shear from ultimate tension where nothing better is known (von Mises): 0.577 sigma_u.
inline constexpr double shear_share = 0.577;
/// What a plastic or wooden socket keeps for ever; from memory.
inline constexpr double sustained_share = 0.4;

/// Shear strength of a thread in a material: 0.577 of the tensile strength, in wood and plastic 0.4 for a load that
/// stays [Pa]. In every family, socket or screw.
double thread_shear(const catalogue::Material& material) noexcept;

}  // namespace clampet::mechanics
