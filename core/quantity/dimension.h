#pragma once
#include <array>
#include <optional>
#include <span>
#include <string_view>

namespace clampet::quantity {

/// The physical dimensions that Clampet's inputs have.
enum class Dimension {
    number,
    length,
    angle,
    force,
    torque,
    mass,
    stress,
    stiffness,
    speed,
    price,
    area,
    density,
    frequency,
    time,
    rotary_stiffness,
    inertia
};
inline constexpr int dimension_count = 16;

/// Exponents of metre, kilogram, second, radian and currency.
struct Exponents {
    int length = 0, mass = 0, time = 0, angle = 0, money = 0;
    friend constexpr bool operator==(const Exponents&, const Exponents&) = default;
    friend constexpr Exponents operator+(Exponents a, Exponents b) {
        return {a.length + b.length, a.mass + b.mass, a.time + b.time, a.angle + b.angle, a.money + b.money};
    }
    friend constexpr Exponents operator-(Exponents a, Exponents b) {
        return {a.length - b.length, a.mass - b.mass, a.time - b.time, a.angle - b.angle, a.money - b.money};
    }
};

/// Exact by definition: inch 0.0254 m, avoirdupois pound 0.45359237 kg (international yard and pound, 1959),
/// standard gravity 9.80665 m/s^2 (3rd CGPM, 1901).
inline constexpr double inch = 0.0254;
inline constexpr double pound = 0.45359237;
inline constexpr double standard_gravity = 9.80665;
inline constexpr double pound_force = pound * standard_gravity;  ///< [N]
inline constexpr double psi = pound_force / (inch * inch);       ///< [Pa]
inline constexpr double degree = 0.017453292519943295;           ///< pi/180 [rad]

/// One unit that a person may type. `weighs` marks mass units that workshop language also uses for force or torque.
struct Unit {
    std::string_view symbol;
    double si;  ///< size in SI
    Exponents exponents;
    bool weighs = false;
};

Exponents exponents_of(Dimension dimension);
std::string_view name_of(Dimension dimension);  ///< "length"
std::optional<Dimension> dimension_named(std::string_view name);
std::string_view example_of(Dimension dimension);  ///< "30 mm or 1 1/4 in"
std::string_view si_symbol(Dimension dimension);   ///< "N·m"; empty for plain numbers
std::span<const Unit> units();                     ///< every unit, longest symbols first
std::optional<Unit> unit_named(std::string_view symbol);

}  // namespace clampet::quantity
