#include "families/thread/fit_section.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "quantity/format.h"

namespace clampet::families {
namespace of_fit_section {
namespace {

constexpr int samples_per_pitch = 24;
constexpr double turns_shown = 7;

/// Radius of a thread's flank at `x` along the axis, a crest's middle at x = shift + k P.
struct Profile {
    double pitch = 0, pitch_radius = 0, low = 0, high = 0, tangent = 0, shift = 0;
    double radius(double x) const {
        const double u = std::abs(std::remainder(x - shift, pitch));
        return std::clamp(pitch_radius + (pitch / 4 - u) / tangent, low, high);
    }
};

struct Pair {
    Profile male, female;
    double length = 0;
};

Pair profiles(const catalogue::Thread& a, const catalogue::Thread& b) {
    Pair p;
    // The screw as small and the socket as large as their classes allow: what jams here always jams.
    const double d2 = a.external_pitch.low > 0 ? a.external_pitch.low : a.pitch_diameter;
    const double D2 = b.internal_pitch.high > 0 ? b.internal_pitch.high : b.pitch_diameter;
    p.male = {a.pitch, d2 / 2, a.minor_external / 2, a.major / 2, std::tan(a.flank_half_angle), 0};
    p.female = {b.pitch,
                D2 / 2,
                b.minor_internal / 2,
                std::max(b.major, D2 + b.depth_per_side()) / 2,
                std::tan(b.flank_half_angle),
                0};
    const double play = std::max(0.0, (D2 - d2) / 2 * p.male.tangent);
    p.male.shift = a.pitch > b.pitch ? -play : a.pitch < b.pitch ? play : 0;
    p.length = turns_shown * std::max(a.pitch, b.pitch);
    return p;
}

template <class Visit>
void along(const Pair& p, const Visit& visit) {
    const double step = std::min(p.male.pitch, p.female.pitch) / samples_per_pitch;
    const int count = static_cast<int>(std::ceil(p.length / step));
    for (int i = 0; i <= count; ++i) visit(std::min(i * step, p.length));
}

}  // namespace
}  // namespace of_fit_section

double overlap_share(const catalogue::Thread& male, const catalogue::Thread& female) {
    using namespace of_fit_section;
    const Pair p = profiles(male, female);
    double overlapping = 0, all = 0;
    along(p, [&](double x) {
        all += 1;
        // Less than a twentieth of a hair: rounding of the basic sizes.
        overlapping += p.male.radius(x) > p.female.radius(x) + 4e-6;
    });
    return overlapping / all;
}

drawing::Drawing fit_section(const catalogue::Thread& male, const catalogue::Thread& female) {
    using namespace of_fit_section;
    using namespace drawing;
    Drawing d;
    const Pair p = profiles(male, female);
    const double depth = std::max(male.depth_per_side(), female.depth_per_side());
    const double floor = std::min(p.male.low, p.female.low) - 1.2 * depth,
                 top = std::max(p.male.high, p.female.high) + 1.2 * depth;
    std::vector<Point> screw{{0, floor}}, socket{{0, top}};
    along(p, [&](double x) {
        screw.push_back({x, p.male.radius(x)});
        socket.push_back({x, p.female.radius(x)});
    });
    screw.push_back({p.length, floor});
    socket.push_back({p.length, top});
    d.path(std::move(socket), Material::payload);
    d.path(std::move(screw), Material::metal);
    // Metal in metal, each stretch its own.
    std::vector<Point> over, under;
    const auto close = [&] {
        if (over.size() > 1) {
            std::reverse(under.begin(), under.end());
            over.insert(over.end(), under.begin(), under.end());
            d.path(over, Material::rubber, Line::force);
        }
        over.clear();
        under.clear();
    };
    along(p, [&](double x) {
        const double m = p.male.radius(x), f = p.female.radius(x);
        if (m > f + 4e-6) {
            over.push_back({x, m});
            under.push_back({x, f});
        } else {
            close();
        }
    });
    close();
    d.text({p.length / 2, top + 0.5 * depth}, fmt::format("socket {}", female.designation), Align::centre);
    d.text({p.length / 2, floor - 0.5 * depth}, fmt::format("screw {}", male.designation), Align::centre);
    d.dimension({0, floor}, {male.pitch, floor}, -0.9 * depth,
                quantity::format(male.pitch, quantity::Dimension::length));
    d.dimension({0, top}, {female.pitch, top}, 0.9 * depth,
                quantity::format(female.pitch, quantity::Dimension::length));
    d.summary = fmt::format("Profiles of a {} screw in a {} socket; they overlap over {:.0f} % of the length drawn.",
                            male.designation, female.designation, 100 * overlap_share(male, female));
    return d;
}

}  // namespace clampet::families
