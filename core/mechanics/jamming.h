#pragma once
#include "quantity/result.h"

namespace clampet::mechanics {

/// A bore of diameter D through thickness t, tilted on a rod of diameter d until it touches on both sides.
struct TiltedBore {
    double tilt = 0;  ///< phi [rad]
    double span = 0;  ///< h along the rod between the two contacts [m]
};
/// D cos phi - t sin phi = d; h = t cos phi + D sin phi.
/// Errors  A Problem on "bore" when it is not larger than the rod. Source: plane geometry.
Result<TiltedBore> tilted_bore(double rod_diameter, double bore, double thickness);

/// Arm from the rod's axis beyond which a load along the rod locks: [h + (mu_1 - mu_2) d/2]/(mu_1 + mu_2) [m]; h/(2 mu)
/// for alike contacts. Infinity without friction, never under 0. Source: statics of two contacts at their limit.
double jamming_arm(double span, double rod_diameter, double friction_1, double friction_2) noexcept;

/// Eccentric disc R with its pivot offset by e, at angle theta from its lowest lift.
struct Eccentric {
    double radius = 0, offset = 0;                               ///< R, e [m]
    double face_friction = 0, pin_friction = 0, pin_radius = 0;  ///< mu_f, mu_p [1], r_pin [m]
    double lift(double theta) const noexcept;                    ///< e (1 - cos theta) [m]
    double height(double theta) const noexcept;                  ///< R - e cos theta [m]
    /// Closing torque per clamp force: e sin theta + mu_f (R - e cos theta) + mu_p r_pin [m].
    double closing_arm(double theta) const noexcept;
    /// What friction holds against, per clamp force: mu_f (R - e cos theta) + mu_p r_pin [m].
    double friction_arm(double theta) const noexcept;
    /// Self-locking at every angle: e <= R sin(atan mu_f) + r_pin sin(atan mu_p).
    bool locks_everywhere() const noexcept;
};

}  // namespace clampet::mechanics
