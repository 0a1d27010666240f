#include "families/arm/section_properties.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clampet::families {
namespace of_section_properties {
namespace {

constexpr double pi = std::numbers::pi;

// Products instead of std::pow and std::hypot: a stress is asked for at every station of every look of a search.
double cube(double x) {
    return x * x * x;
}
double length_of(double x, double y) {
    return std::sqrt(x * x + y * y);
}

/// Torsion of a rectangle, long side a, short side b: J = a b^3 [1/3 - 0.21 b/a (1 - b^4/(12 a^4))] (Roark).
double rectangle_torsion(double one, double other) {
    const double a = std::max(one, other), b = std::min(one, other);
    return a * b * b * b * (1.0 / 3 - 0.21 * b / a * (1 - cube(b / a) * b / a / 12));
}
/// Largest shear stress of a twisted rectangle with half sides a > b:
/// 3T/(8ab²) [1 + 0.6095 b/a + 0.8865 (b/a)² − 1.8023 (b/a)³ + 0.9100 (b/a)⁴] (Roark).
double rectangle_twist_stress(double twist, double one, double other) {
    const double a = std::max(one, other) / 2, b = std::min(one, other) / 2, q = b / a;
    return 3 * twist / (8 * a * b * b) * (1 + q * (0.6095 + q * (0.8865 + q * (-1.8023 + q * 0.91))));
}

}  // namespace
}  // namespace of_section_properties

double ArmStation::area() const {
    using namespace of_section_properties;
    switch (kind) {
        case ArmSection::round:
            return pi / 4 * height * height;
        case ArmSection::tube:
            return pi * wall * (height - wall);
        case ArmSection::pocketed:
            return width * (height - pocket) + floor * pocket;
        case ArmSection::box:
            return width * height - (width - 2 * wall) * (height - 2 * wall);
        case ArmSection::profile:
            return table.area;
        case ArmSection::rectangle:
            break;
    }
    return width * height;
}

double ArmStation::inertia_y() const {
    using namespace of_section_properties;
    const auto fourth = [](double d) { return pi / 64 * cube(d) * d; };
    switch (kind) {
        case ArmSection::round:
            return fourth(height);
        case ArmSection::tube:
            return fourth(height) - fourth(height - 2 * wall);
        case ArmSection::pocketed:
            return (width * cube(height) - (width - floor) * cube(pocket)) / 12;
        case ArmSection::box:
            return (width * cube(height) - (width - 2 * wall) * cube(height - 2 * wall)) / 12;
        case ArmSection::profile:
            return table.up;
        case ArmSection::rectangle:
            break;
    }
    return width * cube(height) / 12;
}

double ArmStation::inertia_z() const {
    using namespace of_section_properties;
    if (kind == ArmSection::profile) return table.side;
    if (kind == ArmSection::round || kind == ArmSection::tube) return inertia_y();
    if (kind == ArmSection::box) return (height * cube(width) - (height - 2 * wall) * cube(width - 2 * wall)) / 12;
    if (kind == ArmSection::pocketed) {
        const double flanges = (height - pocket) * width, web = pocket * floor, c = centroid_offset();
        const double apart = web_offset() - c;
        return flanges * (width * width / 12 + c * c) + web * (floor * floor / 12 + apart * apart);
    }
    return height * cube(width) / 12;
}

double ArmStation::torsion() const {
    using namespace of_section_properties;
    if (kind == ArmSection::profile) return table.torsion;
    if (kind == ArmSection::round || kind == ArmSection::tube) return 2 * inertia_y();
    if (kind == ArmSection::pocketed)
        return 2 * rectangle_torsion((height - pocket) / 2, width) + (floor > 0 ? rectangle_torsion(pocket, floor) : 0);
    if (kind == ArmSection::box) {
        const double a = height - wall, b = width - wall;
        return 2 * wall * a * a * b * b / (a + b);  // Bredt: 4 A² t/s
    }
    return rectangle_torsion(height, width);
}

double ArmStation::shear_centre() const {
    using namespace of_section_properties;
    if (kind != ArmSection::pocketed || !one_sided || !(floor > 0)) return 0;
    const double flange = (height - pocket) / 2, b = width - floor / 2, h = height - flange;
    return web_offset() + 3 * b * b * flange / (6 * b * flange + h * floor);
}

double ArmStation::shear_area() const {
    using namespace of_section_properties;
    const bool thin = kind == ArmSection::tube || kind == ArmSection::box || kind == ArmSection::profile;
    return area() * (kind == ArmSection::round ? 0.9 : thin ? 0.5 : 5.0 / 6);
}

double ArmStation::stress(double along, double across_y, double across_z, double twist, double my, double mz) const {
    using namespace of_section_properties;
    const double A = area(), direct = std::abs(along) / A;
    if (kind == ArmSection::round || kind == ArmSection::tube) {
        const double r = height / 2, I = inertia_y();
        const double sigma = direct + length_of(my, mz) * r / I;
        const double tau = std::abs(twist) * r / (2 * I) +
                           (kind == ArmSection::tube ? 2.0 : 4.0 / 3) * length_of(across_y, across_z) / A;
        return std::sqrt(sigma * sigma + 3 * tau * tau);
    }
    const double farthest = width / 2 + (kind == ArmSection::pocketed ? std::abs(centroid_offset()) : 0);
    double sigma = direct + std::abs(my) * height / 2 / inertia_y() + std::abs(mz) * farthest / inertia_z();
    double tau = 1.5 * length_of(across_y, across_z) / A;
    if (kind == ArmSection::profile) {
        // Half of its section carries the shear; a thin open section of J = A t²/3 twists at T t/J.
        tau = 2 * length_of(across_y, across_z) / A + std::abs(twist) * std::sqrt(3 / (A * torsion()));
    } else if (kind == ArmSection::box) {
        // Bredt: T/(2 A t); the webs carry the shear of a thin box, here half its section.
        tau = 2 * length_of(across_y, across_z) / A + std::abs(twist) / (2 * (height - wall) * (width - wall) * wall);
    } else if (kind == ArmSection::pocketed) {
        const double flange = (height - pocket) / 2;
        if (floor > 0) {
            // The web carries the shear, V Q/(I b); an open section shares a twist as its parts' torsion constants.
            const double moment_of_area = width * flange * (height - flange) / 2 + floor * pocket * pocket / 8;
            const double J = torsion(), of_flange = rectangle_torsion(flange, width),
                         of_web = rectangle_torsion(pocket, floor), T = std::abs(twist);
            tau = std::abs(across_z) * moment_of_area / (inertia_y() * floor) + 1.5 * std::abs(across_y) / A +
                  std::max(rectangle_twist_stress(T * of_flange / J, flange, width),
                           rectangle_twist_stress(T * of_web / J, pocket, floor));
        } else {
            sigma += 1.5 * std::abs(across_z) * pocket_length / (width * flange * flange);
            tau += rectangle_twist_stress(std::abs(twist) / 2, flange, width);
        }
    } else {
        tau += rectangle_twist_stress(std::abs(twist), height, width);
    }
    return std::sqrt(sigma * sigma + 3 * tau * tau);
}

}  // namespace clampet::families
