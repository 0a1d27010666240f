#pragma once

namespace clampet::mechanics {

/// Force per length along a straight jaw that presses but does not pull, -L/2 <= x <= L/2.
/// Meaning  Linear while whole; a triangle at one end when the resultant is outside the middle third.
/// Range    in_balance is false when the resultant leaves the jaw or the jaw presses nowhere.
/// Source   Linear no-tension foundation: opens at N L/6, lost at N L/2.
struct LineContact {
    double length = 0, force = 0, moment = 0;  ///< L [m], N [N], moment of the pressure about the middle [N m]
    bool in_balance() const noexcept;
    bool is_whole() const noexcept;
    double density(double x) const noexcept;  ///< [N/m]
    /// Force on a stretch of the jaw, exact where it ends in it [N].
    double force_between(double from, double to) const noexcept;
    /// Greatest density; infinity where the resultant leaves the jaw [N/m].
    double peak() const noexcept;
};

}  // namespace clampet::mechanics
