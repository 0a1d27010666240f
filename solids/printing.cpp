#include "solids/printing.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

#include "make/operations.h"
#include "make/plan.h"
#include "quantity/format.h"

namespace clampet::solids {
namespace {

using parts::Vector;
using quantity::Dimension;

constexpr double chord = 1e-4;         // of the triangles that are looked at [m]
constexpr double on_the_bed = 5e-5;    // [m]
constexpr double steepest = 0.7071;    // cosine: what leans by more than 45 degrees hangs over
constexpr double across_layers = 0.7;  // cosine to the layers' normal from which they are pulled apart

/// The way that its seams pull and bend: from the first of them to the last, else out of the first.
Vector pulled_along(const parts::Body& body) {
    if (body.ports.empty()) return Vector::UnitZ();
    const Vector between = body.ports.back().at - body.ports.front().at;
    return between.norm() > 0.005 ? Vector(between.normalized()) : body.ports.front().z;
}

PrintAdvice laid(const Mesh& mesh, const Vector& up) {
    PrintAdvice advice;
    advice.up = up;
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (const auto& p : mesh.corners) {
        low = std::min(low, p.dot(up));
        high = std::max(high, p.dot(up));
    }
    advice.height = high - low;
    for (const auto& t : mesh.triangles) {
        const Vector &a = mesh.corners[t[0]], &b = mesh.corners[t[1]], &c = mesh.corners[t[2]];
        const Vector twice = (b - a).cross(c - a);
        const double area = twice.norm() / 2;
        if (!(area > 0) || twice.dot(up) / (2 * area) > -steepest) continue;
        const bool is_on_bed = std::max({a.dot(up), b.dot(up), c.dot(up)}) < low + on_the_bed;
        (is_on_bed ? advice.bed : advice.supports) += area;
    }
    return advice;
}

const char* down_words(const Vector& up) {
    if (up.z() > 0.5) return "as it stands";
    if (up.z() < -0.5) return "upside down";
    if (up.x() > 0.5) return "with its back down";
    if (up.x() < -0.5) return "with its front down";
    return up.y() > 0.5 ? "with its right side down" : "with its left side down";
}

}  // namespace

double print_mass(double volume, double area, double density, const PrintSettings& settings) {
    const double shell = std::min(volume, area * settings.walls);
    return density * (shell + settings.infill * (volume - shell));
}

PrintAdvice advice_of(const PartModel& part, std::size_t piece, const PrintSettings& settings) {
    const Mesh mesh = part.model.mesh(piece, chord);
    const Vector along = pulled_along(part.body);
    PrintAdvice best;
    bool is_first = true;
    for (const Vector& axis : std::array{Vector(0, 0, 1), Vector(1, 0, 0), Vector(0, 1, 0)})
        for (const double sign : {1.0, -1.0}) {
            auto advice = laid(mesh, sign * axis);
            advice.is_weak = std::abs(advice.up.dot(along)) > across_layers;
            // What stands on next to nothing falls over.
            const auto worth = [](const PrintAdvice& a) {
                return std::array{a.bed > 1e-5 ? 0.0 : 1.0, a.is_weak ? 1.0 : 0.0, a.supports, a.height};
            };
            if (is_first || worth(advice) < worth(best)) best = advice;
            is_first = false;
        }
    const auto& made = part.model.pieces()[piece];
    best.mass = print_mass(made.whole.volume, made.whole.area, made.density, settings);
    best.time = best.mass / make::print_rate().mass_per_second;
    return best;
}

std::vector<std::string> sentences_of(const PrintAdvice& advice, const PrintSettings& settings) {
    std::vector<std::string> says;
    says.push_back(fmt::format("Print it {}, {} high: {} of plastic, about {}.", down_words(advice.up),
                               quantity::format(advice.height, Dimension::length),
                               quantity::format(advice.mass, Dimension::mass), make::duration_in_words(advice.time)));
    says.push_back(fmt::format("Walls {}, infill {:.0f} %.", quantity::format(settings.walls, Dimension::length),
                               100 * settings.infill));
    says.push_back(advice.supports > 1e-5 ? fmt::format("Supports under {:.1f} cm².", advice.supports * 1e4)
                                          : std::string("No supports."));
    says.push_back(advice.is_weak
                       ? "Layers lie across what its seams pull: this is the weak way, bends part them. Every "
                         "other way stands on next to nothing."
                       : "Layers lie along what its seams pull and bend: the strong way.");
    return says;
}

}  // namespace clampet::solids
