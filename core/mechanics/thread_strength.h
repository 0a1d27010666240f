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
    double tan_flank = 0.57735;                     ///< tangent of the flank's half angle
};
MatingSizes basic_sizes(const catalogue::Thread& male, const catalogue::Thread& female);
MatingSizes worst_sizes(const catalogue::Thread& male, const catalogue::Thread& female);

/// Shear area of the screw's thread per engaged length: pi n D_1max [1/(2n) + (d_2min - D_1max) tan alpha] [m^2/m].
/// Source  FED-STD-H28/2, ASME B1.1 appendix. Never negative.
double external_shear_area_per_length(const MatingSizes& sizes) noexcept;
/// Shear area of the socket's thread per engaged length: pi n d_min [1/(2n) + (d_min - D_2max) tan alpha] [m^2/m].
double internal_shear_area_per_length(const MatingSizes& sizes) noexcept;

/// Shear strength of a thread in a material, low and for good [Pa]: of metal 0.577 of its tensile strength (von Mises),
/// of plastic 0.4 of it, of wood 34.5 G^2 MPa (screw withdrawal, Wood Handbook) x 0.7 x 0.6. In every family, socket or
/// screw. 0 where nothing can be threaded.
double thread_shear(const catalogue::Material& material) noexcept;

}  // namespace clampet::mechanics
