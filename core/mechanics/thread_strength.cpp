#include "mechanics/thread_strength.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"

namespace clampet::mechanics {

MatingSizes basic_sizes(const catalogue::Thread& male, const catalogue::Thread& female) {
    return {male.pitch,
            male.major,
            male.pitch_diameter,
            female.minor_internal,
            female.pitch_diameter,
            std::tan(male.flank_half_angle)};
}

MatingSizes worst_sizes(const catalogue::Thread& male, const catalogue::Thread& female) {
    return {male.pitch,
            male.external_major.low,
            male.external_pitch.low,
            female.internal_minor.high,
            female.internal_pitch.high,
            std::tan(male.flank_half_angle)};
}

double external_shear_area_per_length(const MatingSizes& s) noexcept {
    return std::max(0.0, std::numbers::pi / s.pitch * s.internal_minor *
                             (s.pitch / 2 + (s.external_pitch - s.internal_minor) * s.tan_flank));
}

double internal_shear_area_per_length(const MatingSizes& s) noexcept {
    return std::max(0.0, std::numbers::pi / s.pitch * s.external_major *
                             (s.pitch / 2 + (s.external_major - s.internal_pitch) * s.tan_flank));
}

double thread_shear(const catalogue::Material& material) noexcept {
    return material.thread_shear_lasting;
}

}  // namespace clampet::mechanics
