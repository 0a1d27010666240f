#include "quantity/format.h"

#include <fmt/format.h>

#include <cmath>
#include <numeric>

namespace clampet::quantity {
namespace {

constexpr double stiff = 1e9;  // moduli are told in units of their own [Pa]
std::string_view stiff_unit(System system) {
    return system == System::metric ? "GPa" : "ksi";
}

/// Significant digits without an exponent and without trailing zeros.
std::string significant(double value, int digits) {
    if (value == 0) return "0";
    const double magnitude = std::abs(value);
    if (magnitude >= 1e7 || magnitude < 1e-4) return fmt::format("{:.{}g}", value, digits);
    const int decimals = std::max(0, digits - 1 - static_cast<int>(std::floor(std::log10(magnitude))));
    std::string text = fmt::format("{:.{}f}", value, decimals);
    if (text.find('.') != text.npos) {
        while (text.back() == '0') text.pop_back();
        if (text.back() == '.') text.pop_back();
    }
    return text == "-0" ? "0" : text;
}

/// To so many decimals, without trailing zeros.
std::string decimals(double value, int count) {
    std::string text = fmt::format("{:.{}f}", value, count);
    while (count > 0 && text.back() == '0') text.pop_back();
    if (text.back() == '.') text.pop_back();
    return text == "-0" ? "0" : text;
}

/// Inches as a fraction of at most 1/`finest`, where the value is no more than `within` from one; empty otherwise.
std::string inch_fraction(double inches, int finest, double within) {
    const double nearest = std::round(inches * finest) * 64 / finest;
    if (!(std::abs(inches - nearest / 64) <= within) || nearest == 0 || std::abs(nearest) > 64 * 200) return {};
    const long count = std::lround(std::abs(nearest));
    const long whole = count / 64, part = count % 64;
    const char* sign = nearest < 0 ? "-" : "";
    if (part == 0) return fmt::format("{}{}", sign, whole);
    const long divisor = std::gcd(part, 64L);
    if (whole == 0) return fmt::format("{}{}/{}", sign, part / divisor, 64 / divisor);
    return fmt::format("{}{} {}/{}", sign, whole, part / divisor, 64 / divisor);
}

/// Of what is a fraction, to the last digits of a unit's conversion.
std::string exact_inch_fraction(double inches) {
    return inch_fraction(inches, 64, 1e-6 * std::max(1.0 / 64, std::abs(inches)));
}

/// What a ruler or a caliper tells: lengths to 0.1 mm, small ones to 0.01 mm.
std::string workshop_length(double value, System system) {
    const double size = std::abs(value);
    if (system == System::imperial) {
        // The nearest 64th, over an inch the nearest 32nd, where that is within 0.1 mm; else thousandths.
        constexpr double near = 0.1e-3 / inch;
        const int finest = size > 1 ? 32 : 64;
        if (const auto fraction = inch_fraction(value, finest, size < 0.1 ? 1e-6 : near); !fraction.empty())
            return fraction;
        return size >= 0.05 ? decimals(value, 3) : significant(value, 3);
    }
    if (size < 1e-4) return "0";  // a tenth of a micrometre
    if (size >= 10) return decimals(value, 1);
    return size >= 1 ? decimals(value, 2) : significant(value, 3);
}

std::string joined(const std::string& number, std::string_view unit) {
    if (unit.empty()) return number;
    if (unit == "°") return number + "°";
    return fmt::format("{} {}", number, unit);
}

}  // namespace

std::string_view display_unit(Dimension dimension, System system) {
    const bool metric = system == System::metric;
    switch (dimension) {
        case Dimension::number:
            return "";
        case Dimension::length:
            return metric ? "mm" : "in";
        case Dimension::angle:
            return "°";
        case Dimension::force:
            return metric ? "N" : "lbf";
        case Dimension::torque:
            return metric ? "N·m" : "in·lb";
        case Dimension::mass:
            return metric ? "kg" : "lb";
        case Dimension::stress:
            return metric ? "MPa" : "psi";
        case Dimension::stiffness:
            return metric ? "N/mm" : "lbf/in";
        case Dimension::speed:
            return metric ? "m/s" : "mph";
        case Dimension::price:
            return "€";
        case Dimension::area:
            return metric ? "mm²" : "in²";
        case Dimension::density:
            return metric ? "kg/m³" : "lb/ft³";
        case Dimension::frequency:
            return "Hz";
        case Dimension::time:
            return "s";
        case Dimension::rotary_stiffness:
            return metric ? "N·m/rad" : "in·lb/rad";
        case Dimension::inertia:
            return metric ? "kg·cm²" : "lb·in²";
    }
    return "";
}

std::string format(double si, Dimension dimension, System system, int digits) {
    if (std::isnan(si)) return "–";
    if (std::isinf(si)) return si > 0 ? "∞" : "-∞";
    std::string_view unit = display_unit(dimension, system);
    if (dimension == Dimension::mass && system == System::metric && std::abs(si) < 1 && si != 0) unit = "g";
    if (dimension == Dimension::stress && system == System::metric && std::abs(si) < 1e5 && si != 0) unit = "kPa";
    if (dimension == Dimension::stress && std::abs(si) >= stiff) unit = stiff_unit(system);
    const double value = unit.empty() ? si : si / unit_named(unit)->si;
    if (dimension == Dimension::length && digits <= 0) return joined(workshop_length(value, system), unit);
    // Masses to 1 g or three figures: what a workshop can weigh.
    const bool size = (dimension == Dimension::mass && unit != "g") || dimension == Dimension::number;
    return joined(significant(value, digits > 0 ? digits : size ? 4 : 3), unit);
}

std::string mm(double metres) {
    return format(metres, Dimension::length);
}

std::string format_exact(double si, Dimension dimension, System system) {
    std::string_view unit = display_unit(dimension, system);
    if (dimension == Dimension::stress && std::abs(si) >= stiff) unit = stiff_unit(system);
    const double value = unit.empty() ? si : si / unit_named(unit)->si;
    if (dimension == Dimension::length && system == System::imperial) {
        if (const auto fraction = exact_inch_fraction(value); !fraction.empty()) return joined(fraction, unit);
    }
    // 15 digits hide the last-bit noise of a unit conversion ("33.7", not "33.700000000000003").
    const std::string rounded = fmt::format("{:.12g}", value);
    return joined(rounded, unit);
}

std::string format_factor(double factor) {
    if (!(factor < 1e9)) return "–";
    if (factor >= 99.95) return ">100×";
    // Rounded down, so that 1.99 is never shown as a factor of 2 that it does not have; 2e-4 is the solvers' own error.
    if (factor >= 10) return fmt::format("{:.0f}×", std::floor(factor * (1 + 2e-4)));
    const double tenths = std::floor(factor * 10 * (1 + 2e-4)) / 10;
    if (factor < 1) return fmt::format("{:.2f}×", std::floor(factor * 100 * (1 + 2e-4)) / 100);
    return fmt::format("{:.1f}×", tenths);
}

std::string as_if_hung(double newton) {
    // Three figures: it is there to be felt, not to be reckoned with.
    const double hung = std::abs(newton) / standard_gravity;
    const double step = hung > 0 ? std::pow(10.0, std::floor(std::log10(hung)) - 2) : 1;
    return fmt::format("as if {} hung from it", format(std::round(hung / step) * step, Dimension::mass));
}

}  // namespace clampet::quantity
