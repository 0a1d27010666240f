#pragma once
#include <cmath>

namespace clampet::mechanics {

/// What the payload side applies to the support side, about the interface's origin, in its frame [N, N m].
/// Frame  z is the normal of the faces or the clamp axis, from support to payload; fz < 0 presses together.
struct Wrench {
    double fx = 0, fy = 0, fz = 0, mx = 0, my = 0, mz = 0;
    /// Acceleration field on what the interface itself weighs, gravity less that of its base [m/s^2]: an arm's own
    /// weight scales and turns with the load it belongs to.
    double gx = 0, gy = 0, gz = 0;

    friend Wrench operator+(const Wrench& a, const Wrench& b) {
        return {a.fx + b.fx, a.fy + b.fy, a.fz + b.fz, a.mx + b.mx, a.my + b.my,
                a.mz + b.mz, a.gx + b.gx, a.gy + b.gy, a.gz + b.gz};
    }
    friend Wrench operator*(double s, const Wrench& w) {
        return {s * w.fx, s * w.fy, s * w.fz, s * w.mx, s * w.my, s * w.mz, s * w.gx, s * w.gy, s * w.gz};
    }
    friend Wrench operator-(const Wrench& a, const Wrench& b) { return a + (-1.0) * b; }
    friend bool operator==(const Wrench&, const Wrench&) = default;
    bool is_finite() const {
        return std::isfinite(fx) && std::isfinite(fy) && std::isfinite(fz) && std::isfinite(mx) && std::isfinite(my) &&
               std::isfinite(mz) && std::isfinite(gx) && std::isfinite(gy) && std::isfinite(gz);
    }
    bool is_zero() const { return *this == Wrench{}; }
};

/// A load split as the load factors need it: G stays, Q is what may grow on its own.
struct Load {
    Wrench permanent, variable;
    Wrench whole() const { return permanent + variable; }
    friend bool operator==(const Load&, const Load&) = default;
};

/// The wrenches start + lambda direction, lambda >= 0.
struct Ray {
    Wrench start, direction;
    Wrench at(double lambda) const { return start + lambda * direction; }
};
inline Ray ray_of_mass(const Load& load) {
    return {{}, load.whole()};
}
inline Ray ray_of_live(const Load& load) {
    return {load.permanent, load.variable};
}

}  // namespace clampet::mechanics
