#include "quantity/dimension.h"

#include <algorithm>
#include <numbers>
#include <vector>

namespace clampet::quantity {
namespace {

constexpr Exponents none{}, length{1}, mass{0, 1}, force{1, 1, -2}, torque{2, 1, -2}, stress{-1, 1, -2},
    stiffness{0, 1, -2}, speed{1, 0, -1}, time{0, 0, 1}, angle{0, 0, 0, 1}, money{0, 0, 0, 0, 1}, area{2},
    density{-3, 1}, frequency{0, 0, -1}, rotary{2, 1, -2, -1}, inertia{2, 1};

std::vector<Unit> make_units() {
    std::vector<Unit> all{
        {"m", 1, length},
        {"cm", 1e-2, length},
        {"mm", 1e-3, length},
        {"um", 1e-6, length},
        {"µm", 1e-6, length},
        {"in", inch, length},
        {"inch", inch, length},
        {"inches", inch, length},
        {"\"", inch, length},
        {"″", inch, length},
        {"”", inch, length},
        {"''", inch, length},
        {"thou", inch / 1000, length},
        {"mil", inch / 1000, length},
        {"ft", 12 * inch, length},
        {"foot", 12 * inch, length},
        {"feet", 12 * inch, length},
        {"'", 12 * inch, length},
        {"′", 12 * inch, length},
        {"’", 12 * inch, length},
        {"rad", 1, angle},
        {"deg", std::numbers::pi / 180, angle},
        {"°", std::numbers::pi / 180, angle},
        {"degrees", std::numbers::pi / 180, angle},
        {"kg", 1, mass, true},
        {"g", 1e-3, mass, true},
        {"t", 1e3, mass},
        {"lb", pound, mass, true},
        {"lbs", pound, mass, true},
        {"oz", pound / 16, mass, true},
        {"N", 1, force},
        {"kN", 1e3, force},
        {"mN", 1e-3, force},
        {"kgf", standard_gravity, force},
        {"kp", standard_gravity, force},
        {"gf", 1e-3 * standard_gravity, force},
        {"lbf", pound_force, force},
        {"ozf", pound_force / 16, force},
        {"Nm", 1, torque},
        {"N-m", 1, torque},
        {"Ncm", 1e-2, torque},
        {"N-cm", 1e-2, torque},
        {"Nmm", 1e-3, torque},
        {"N-mm", 1e-3, torque},
        {"in-lb", inch * pound_force, torque},
        {"in-lbs", inch * pound_force, torque},
        {"lb-in", inch * pound_force, torque},
        {"in-lbf", inch * pound_force, torque},
        {"lbf-in", inch * pound_force, torque},
        {"ft-lb", 12 * inch * pound_force, torque},
        {"ft-lbs", 12 * inch * pound_force, torque},
        {"lb-ft", 12 * inch * pound_force, torque},
        {"ft-lbf", 12 * inch * pound_force, torque},
        {"lbf-ft", 12 * inch * pound_force, torque},
        {"in-oz", inch * pound_force / 16, torque},
        {"oz-in", inch * pound_force / 16, torque},
        {"kg-cm", 1e-2 * standard_gravity, torque},
        {"kgf-cm", 1e-2 * standard_gravity, torque},
        {"Pa", 1, stress},
        {"kPa", 1e3, stress},
        {"MPa", 1e6, stress},
        {"GPa", 1e9, stress},
        {"bar", 1e5, stress},
        {"psi", pound_force / (inch * inch), stress},
        {"ksi", 1e3 * pound_force / (inch * inch), stress},
        {"Hz", 1, frequency},
        {"mm2", 1e-6, area},
        {"mm²", 1e-6, area},
        {"cm2", 1e-4, area},
        {"cm²", 1e-4, area},
        {"m2", 1, area},
        {"m²", 1, area},
        {"in2", inch * inch, area},
        {"in²", inch * inch, area},
        {"kg/m3", 1, density},
        {"kg/m³", 1, density},
        {"g/cm3", 1e3, density},
        {"g/cm³", 1e3, density},
        {"lb/ft3", pound / (12 * inch * 12 * inch * 12 * inch), density},
        {"lb/ft³", pound / (12 * inch * 12 * inch * 12 * inch), density},
        {"Nm/rad", 1, rotary},
        {"kgm²", 1, inertia},
        {"kgcm²", 1e-4, inertia},
        {"s", 1, time},
        {"ms", 1e-3, time},
        {"min", 60, time},
        {"h", 3600, time},
        {"day", 86400, time},
        {"d", 86400, time},
        {"days", 86400, time},
        {"km", 1e3, length},
        {"mph", 0.44704, speed},
        {"km/h", 1 / 3.6, speed},
        {"€", 1, money},
        {"$", 1, money},
        {"£", 1, money},
        {"EUR", 1, money},
        {"USD", 1, money},
        {"GBP", 1, money},
        {"%", 0.01, none},
    };
    std::stable_sort(all.begin(), all.end(),
                     [](const Unit& a, const Unit& b) { return a.symbol.size() > b.symbol.size(); });
    return all;
}

struct Entry {
    Dimension dimension;
    std::string_view name;
    Exponents exponents;
    std::string_view example, si;
};
constexpr std::array<Entry, dimension_count> entries{{
    {Dimension::number, "number", none, "0.35", ""},
    {Dimension::length, "length", length, "30 mm or 1 1/4 in", "m"},
    {Dimension::angle, "angle", angle, "45 deg or 0.8 rad", "rad"},
    {Dimension::force, "force", force, "120 N, 12 kgf or 25 lbf", "N"},
    {Dimension::torque, "torque", torque, "0.8 N·m or 7 in·lb", "N·m"},
    {Dimension::mass, "mass", mass, "1.3 kg or 2 lb 3 oz", "kg"},
    {Dimension::stress, "stress", stress, "40 MPa or 5800 psi", "Pa"},
    {Dimension::stiffness, "stiffness", stiffness, "200 N/mm", "N/m"},
    {Dimension::speed, "speed", speed, "0.5 m/s", "m/s"},
    {Dimension::price, "price", money, "3.50 EUR", ""},
    {Dimension::area, "area", area, "20 mm² or 0.03 in²", "m²"},
    {Dimension::density, "density", density, "550 kg/m³", "kg/m³"},
    {Dimension::frequency, "frequency", frequency, "4 Hz", "Hz"},
    {Dimension::time, "time", time, "2 s or 24 h", "s"},
    {Dimension::rotary_stiffness, "rotary stiffness", rotary, "500 N·m/rad", "N·m/rad"},
    {Dimension::inertia, "inertia", inertia, "0.02 kg·m²", "kg·m²"},
}};
const Entry& entry(Dimension dimension) {
    return entries.at(static_cast<std::size_t>(dimension));
}

}  // namespace

Exponents exponents_of(Dimension dimension) {
    return entry(dimension).exponents;
}
std::string_view name_of(Dimension dimension) {
    return entry(dimension).name;
}
std::string_view example_of(Dimension dimension) {
    return entry(dimension).example;
}
std::string_view si_symbol(Dimension dimension) {
    return entry(dimension).si;
}

std::optional<Dimension> dimension_named(std::string_view name) {
    for (const auto& row : entries)
        if (row.name == name) return row.dimension;
    return std::nullopt;
}

std::span<const Unit> units() {
    static const std::vector<Unit> all = make_units();
    return all;
}

std::optional<Unit> unit_named(std::string_view symbol) {
    for (const auto& unit : units())
        if (unit.symbol == symbol) return unit;
    if (symbol == "N·m") return Unit{"N·m", 1, torque};
    if (symbol == "in·lb" || symbol == "in·lbf") return Unit{"in·lb", inch * pound_force, torque};
    if (symbol == "N·m/rad") return Unit{"N·m/rad", 1, rotary};
    if (symbol == "in·lb/rad") return Unit{"in·lb/rad", inch * pound_force, rotary};
    if (symbol == "kg·m²") return Unit{"kg·m²", 1, inertia};
    if (symbol == "kg·cm²") return Unit{"kg·cm²", 1e-4, inertia};
    if (symbol == "lb·in²") return Unit{"lb·in²", pound * inch * inch, inertia};
    if (symbol == "N/mm") return Unit{"N/mm", 1e3, stiffness};
    if (symbol == "N/m") return Unit{"N/m", 1, stiffness};
    if (symbol == "lbf/in") return Unit{"lbf/in", pound_force / inch, stiffness};
    if (symbol == "m/s") return Unit{"m/s", 1, speed};
    if (symbol == "mm/s") return Unit{"mm/s", 1e-3, speed};
    if (symbol == "in/s") return Unit{"in/s", inch, speed};
    return std::nullopt;
}

}  // namespace clampet::quantity
