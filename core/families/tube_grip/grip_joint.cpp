#include "families/tube_grip/grip_joint.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "families/shared/along_load.h"
#include "mechanics/first_exit.h"
#include "mechanics/ring_bending.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

constexpr double pi = std::numbers::pi;
using quantity::infinite;
constexpr std::size_t line_points = 32;
static_assert(2 * line_points % mechanics::sum_block == 0);

enum ModeIndex : std::size_t { slips, parts, rocks, crush, opens, marks };

const std::array<Mode, 6>& grip_modes() {
    static const std::array<Mode, 6> modes{{
        {"slips", ModeClass::ultimate, "slides|slide along or turns|turn round the tube", false},
        {"parts", ModeClass::ultimate, "is|be pulled out of its jaw", false, false, true},
        {"rocks", ModeClass::ultimate, "rocks|rock off the ends of its jaw", false, false, true},
        {"crush", ModeClass::ultimate, "crushes|crush the tube or its pads", false, false, true},
        {"opens", ModeClass::service, "opens|open at one end of the jaw", false},
        {"marks", ModeClass::service, "marks|mark the tube", false},
    }};
    return modes;
}

}  // namespace

GripJoint::GripJoint(GripNumbers numbers)
    : n_(std::move(numbers)), sine_(std::sin(n_.half_angle)), cosine_(std::cos(n_.half_angle)) {
    set_ring();
    if (n_.jaws != Jaws::flat) return;
    const double r = n_.radius, scale = std::max(r, n_.length / 2), L = n_.length;
    for (std::size_t i = 0; i <= line_points; ++i) cells_.push_back(L * (static_cast<double>(i) / line_points - 0.5));
    for (const double side : {1.0, -1.0})  // +z first
        for (std::size_t i = 0; i < line_points; ++i)
            lines_.add(-side * r / scale, (cells_[i] + cells_[i + 1]) / 2 / scale);
}

std::span<const Mode> GripJoint::modes() const noexcept {
    return grip_modes();
}

GripJoint::Sides GripJoint::sides(const Wrench& w) const noexcept {
    const double F = n_.squeeze.force, push = n_.into_body * w.fz;
    if (!n_.locked) return {std::max(0.0, F + push), F};  // the spring keeps its force, the body bears the load
    if (push > 2 * F) return {push, 0};
    if (push < -2 * F) return {0, -push};
    return {F + push / 2, F - push / 2};
}

GripJoint::Normals GripJoint::vee_normals(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    // Each side takes its share of what slides by its own friction.
    const double V = n_.friction * vee_force(s), P = n_.other_friction * pad_force(s), sum = P + V / sine_;
    const double unlike = sum > 0 ? (P - V) / sum : 0, up = n_.fixed_on_top != n_.vee_moves ? 1 : -1;
    return {vee_force(s), w.fy - up * unlike * w.mx / n_.radius, w.my + up * unlike * n_.radius * w.fx};
}

GripJoint::Flanks GripJoint::flanks(const Wrench& w) const noexcept {
    const double s = 2 * sine_, c = 2 * cosine_;
    const Normals n = vee_normals(w);
    const double V = n.vee, my = n_.vee_sign * n.my;
    return {{n_.length, V / s + n.fy / c, my / s + w.mz / c}, {n_.length, V / s - n.fy / c, my / s - w.mz / c}};
}

GripJoint::Lines GripJoint::lines(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    const double sum = s.fixed + s.moving;
    const bool collar = n_.jaws == Jaws::collar;
    const double rocking = collar ? std::hypot(w.my, w.mz) : w.my;
    if (!collar && !n_.two_rigid) return {{n_.length, s.fixed, rocking}, {n_.length, s.moving, 0}};
    const double share = sum > 0 ? rocking / sum : rocking, turned = collar ? 1 : -1;
    return {{n_.length, s.fixed, share * s.fixed}, {n_.length, s.moving, turned * share * s.moving}};
}

double GripJoint::collar_share() const noexcept {
    return n_.collar_fit == CollarFit::close ? 8 / pi : n_.collar_fit == CollarFit::loose ? 2 : pi;
}

double GripJoint::normal_sum(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    if (n_.jaws == Jaws::collar) return collar_share() * (s.fixed + s.moving) / 2;
    if (n_.jaws == Jaws::flat) return s.fixed + s.moving;
    return pad_force(s) + flank_sum(w);
}

double GripJoint::flank_sum(const Wrench& w) const noexcept {
    const double wedge = sine_ + (n_.seated ? n_.friction * cosine_ : 0);
    // Where the flanks press unlike, the friction that turns the tube on them lifts it out of the V as well; where it
    // draws it in, it earns no credit.
    const double round = std::abs(w.mx) / n_.radius, drag = std::sqrt(w.fx * w.fx + round * round);
    const double lifts = drag > 0 ? n_.friction * round / drag * std::abs(vee_normals(w).fy) : 0;
    return std::max(0.0, vee_force(sides(w)) - lifts) / wedge;
}

double GripJoint::holding(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    if (n_.jaws == Jaws::collar) return n_.friction * normal_sum(w);
    if (n_.jaws == Jaws::flat) return n_.friction * s.fixed + n_.other_friction * s.moving;
    return n_.other_friction * pad_force(s) + n_.friction * flank_sum(w);
}

bool GripJoint::drives_slip(const Wrench& w) const noexcept {
    const double scale = std::max(n_.radius, n_.length / 2);
    const double across = n_.jaws == Jaws::flat ? std::hypot(w.fy, w.mz / scale) : 0;
    const double round = w.mx / n_.radius;
    return std::sqrt(w.fx * w.fx + round * round + across * across) >
           mechanics::least_driving_share * n_.friction * n_.squeeze.force;
}

mechanics::SlipLimit<4> GripJoint::flat_slip(const Wrench& w, const mechanics::SlipLimit<4>* near) const noexcept {
    std::array<double, 2 * line_points> limit{};
    const Lines at = lines(w);
    const auto& above = n_.fixed_on_top ? at.fixed : at.moving;
    const auto& below = n_.fixed_on_top ? at.moving : at.fixed;
    const double mu_above = n_.fixed_on_top ? n_.friction : n_.other_friction,
                 mu_below = n_.fixed_on_top ? n_.other_friction : n_.friction;
    for (std::size_t i = 0; i < line_points; ++i) {
        limit[i] = mu_above * above.force_between(cells_[i], cells_[i + 1]);
        limit[line_points + i] = mu_below * below.force_between(cells_[i], cells_[i + 1]);
    }
    const double scale = std::max(n_.radius, n_.length / 2);
    return mechanics::slip_limit(lines_, std::span<const double>(limit), {w.fx, w.fy, w.mx / scale, w.mz / scale}, {},
                                 0.01, near);
}

double GripJoint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    if (mode == slips && !drives_slip(ray.start) && !drives_slip(ray.direction)) return mechanics::not_driven;
    if (mode == crush || mode == marks) {
        // Towards the end of a jaw, where it rocks off, its pressure grows without bound: it is crushed before.
        const double rocked = Joint::load_factor(rocks, ray), exit = Joint::load_factor(mode, ray);
        if (!(rocked < exit) || utilisation(mode, ray.at(rocked * (1 - 1e-6))) < 1) return exit;
        return mechanics::first_exit(
            [&](double lambda) { return lambda < rocked ? utilisation(mode, ray.at(lambda)) : infinite; });
    }
    if (n_.jaws != Jaws::flat || mode != slips) return Joint::load_factor(mode, ray);
    if (!(n_.squeeze.force > 0)) return 0;
    const double held = mechanics::first_exit([&](double lambda) {
        const Wrench w = ray.at(lambda);
        return std::max(parts_utilisation(w), rocks_utilisation(w, 0.5));
    });
    mechanics::SlipLimit<4> last;  // each look starts from the motion of the one before
    const auto used = [&](double lambda) {
        const Wrench w = ray.at(lambda);
        if (parts_utilisation(w) >= 1 || rocks_utilisation(w, 0.5) >= 1) return infinite;
        const auto limit = flat_slip(w, std::isfinite(last.multiplier) ? &last : nullptr);
        if (!(limit.multiplier > 0)) return infinite;
        last = limit;
        return 1 / limit.multiplier;
    };
    const double exit = mechanics::first_exit_below(held, used, 1e-5);
    // Whole jaws are concave; where one opens or empties, the tube may slip, hold again and slip.
    const double opened = mechanics::first_exit([&](double lambda) {
        const Wrench w = ray.at(lambda);
        return std::max(rocks_utilisation(w, 1.0 / 6), n_.locked ? std::abs(w.fz) / (2 * n_.squeeze.force) : 0);
    });
    return mechanics::look_below(opened, exit, used, 1e-5).exit;
}

double GripJoint::slips_utilisation(const Wrench& w) const noexcept {
    if (!drives_slip(w)) return 0;  // it may part or rock, but not slip
    if (parts_utilisation(w) >= 1) return infinite;
    if (n_.jaws == Jaws::flat) {
        if (rocks_utilisation(w, 0.5) >= 1) return infinite;
        const double multiplier = flat_slip(w).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    }
    const double hold = holding(w);
    const double round = w.mx / n_.radius;
    return hold > 0 ? std::sqrt(w.fx * w.fx + round * round) / hold : infinite;
}

double GripJoint::rocks_utilisation(const Wrench& w, double lost_at) const noexcept {
    const auto of = [&](const mechanics::LineContact& c) {
        return c.force > 0 ? std::abs(c.moment) / (c.force * c.length * lost_at) : c.moment != 0 ? infinite : 0.0;
    };
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        return std::max(of(f.a), of(f.b));
    }
    const Lines at = lines(w);
    return std::max(of(at.fixed), of(at.moving));
}

double GripJoint::parts_utilisation(const Wrench& w) const noexcept {
    const double F = n_.squeeze.force, share = n_.locked ? 2 : 1, push = n_.into_body * w.fz / share;
    const double body = -push / F;  // pressed into the body it stays; pulled from it, its jaw empties
    if (n_.jaws != Jaws::vee) return body;
    // A flank is empty when V/sin = |Fy|/cos; V is what presses on the V under the load.
    const double vee = n_.vee_moves ? (n_.locked ? push : 0) : -push;
    return std::max(body, (std::abs(vee_normals(w).fy) * sine_ / cosine_ + vee) / F);
}

void GripJoint::set_ring() {
    if (n_.jaws != Jaws::vee) return;
    const double off = pi / 2 - n_.half_angle;
    const std::array<double, 3> loads{off, -off, pi};
    // Where each presses: between them the ring bends less, whatever their shares.
    for (int i = 0; i < 3; ++i)
        for (int k = 0; k < 3; ++k)
            ring_table_(i, k) =
                mechanics::ring_influence(loads[static_cast<std::size_t>(i)] - loads[static_cast<std::size_t>(k)]);
}

double GripJoint::ring_stress(const Wrench& w) const noexcept {
    const double mean_radius = n_.radius - n_.wall / 2, bending = 6 * mean_radius / (n_.wall * n_.wall);
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        const double pad = pad_force(sides(w)) / n_.length;
        if (!std::isfinite(f.a.peak()) || !std::isfinite(f.b.peak())) return infinite;
        double most = 0;
        const bool alike = f.a.moment == 0 && f.b.moment == 0;
        for (const double end : {n_.length / 2, -n_.length / 2}) {
            const double a = f.a.density(end), b = f.b.density(end);
            most = std::max(
                most, (ring_table_.col(0) * a + ring_table_.col(1) * b + ring_table_.col(2) * pad).abs().maxCoeff());
            if (alike) break;
        }
        return bending * most;
    }
    const Lines at = lines(w);
    const double line = std::max(at.fixed.peak(), at.moving.peak());
    if (n_.jaws == Jaws::flat) return bending * line / pi;
    switch (n_.collar_fit) {
        case CollarFit::close:
            return bending * line * mechanics::cosine_collar_moment;
        case CollarFit::loose:
            return bending * line / pi;
        default:
            return line / (2 * n_.wall);  // even pressure bends nothing: the wall is pressed round its hoop
    }
}

double GripJoint::pad_pressure(const Wrench& w) const noexcept {
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        return std::max({f.a.peak(), f.b.peak(), pad_force(sides(w)) / n_.length}) / n_.pad_width;
    }
    const Lines at = lines(w);
    const double line = std::max(at.fixed.peak(), at.moving.peak());
    if (n_.jaws == Jaws::flat || n_.collar_fit == CollarFit::loose) return line / n_.pad_width;
    return line / (n_.radius * (n_.collar_fit == CollarFit::close ? pi / 2 : 2));  // p0 of a cosine; even
}

double GripJoint::utilisation(std::size_t mode, const Wrench& w) const noexcept {
    if (!(n_.squeeze.force > 0)) return infinite;
    switch (mode) {
        case slips:
            return slips_utilisation(w);
        case parts:
            return parts_utilisation(w);
        case rocks:
            return rocks_utilisation(w, 0.5);
        case opens:
            return rocks_utilisation(w, 1.0 / 6.0);
        case marks:
            return marks_utilisation(w);
        default:
            return crush_utilisation(w);
    }
}

double GripJoint::folding_stress() const noexcept {
    if (n_.jaws == Jaws::collar && n_.collar_fit == CollarFit::lapped) return n_.tube_strength;  // a hoop yields
    const bool two_lines = n_.jaws == Jaws::flat || (n_.jaws == Jaws::collar && n_.collar_fit == CollarFit::loose);
    return n_.tube_strength * (two_lines ? mechanics::folds_between_lines : mechanics::folds_at_least) *
           (1 + mechanics::length_drawn_in(2 * n_.radius - n_.wall, n_.wall) / n_.length);
}

double GripJoint::crush_utilisation(const Wrench& w) const noexcept {
    const double tube = n_.solid ? 0 : ring_stress(w) / folding_stress();
    const double pads = n_.pad_width > 0 && !n_.soft_pads ? pad_pressure(w) / n_.pad_strength : 0;
    return std::max(tube, pads);
}

double GripJoint::marks_utilisation(const Wrench& w) const noexcept {
    const double tube = n_.solid ? 0 : ring_stress(w) / n_.tube_strength;
    const double pads = n_.pad_width > 0 && n_.soft_pads ? pad_pressure(w) / n_.pad_strength : 0;
    return std::max(tube, pads);
}

Phrase GripJoint::motion(std::size_t mode, const Wrench& w) const {
    if (mode == marks && n_.soft_pads && n_.pad_width > 0 &&
        (n_.solid || pad_pressure(w) / n_.pad_strength > ring_stress(w) / n_.tube_strength))
        return "squashes|squash its pads";
    if (mode == crush && n_.pad_width > 0 && !n_.soft_pads) {
        const double tube = n_.solid ? 0 : ring_stress(w) / folding_stress();
        return tube > pad_pressure(w) / n_.pad_strength ? "crushes|crush the tube" : "crushes|crush its pads";
    }
    if (mode != slips) return {};
    if (n_.jaws != Jaws::flat)
        return std::abs(w.mx) / n_.radius > std::abs(w.fx) ? "turns|turn round the tube"
                                                           : "slides|slide along the tube";
    const auto limit = flat_slip(w);
    const double scale = std::max(n_.radius, n_.length / 2);
    const std::array<std::pair<double, Phrase>, 4> shares{
        {{limit.motion[0] * w.fx, "slides|slide along the tube"},
         {limit.motion[1] * w.fy, "slides|slide across the jaws"},
         {limit.motion[2] * w.mx / scale, "turns|turn round the tube"},
         {limit.motion[3] * w.mz / scale, "yaws|yaw between the jaws"}}};
    return std::max_element(shares.begin(), shares.end(),
                            [](const auto& a, const auto& b) { return std::abs(a.first) < std::abs(b.first); })
        ->second;
}

std::vector<NamedValue> GripJoint::crushing(const Wrench& w) const {
    std::vector<NamedValue> values{{"tube_stress", n_.solid ? 0 : ring_stress(w), Dimension::stress},
                                   {"pad_pressure", n_.pad_width > 0 ? pad_pressure(w) : 0, Dimension::stress}};
    std::erase_if(values, [](const NamedValue& v) { return !std::isfinite(v.value); });
    return values;
}

std::vector<NamedValue> GripJoint::demand(std::size_t mode, const Wrench& w) const {
    switch (mode) {
        case slips:
            return {{"along", std::abs(w.fx), Dimension::force}, {"round", std::abs(w.mx), Dimension::torque}};
        case parts:
            return {{"pull", std::hypot(w.fy, w.fz), Dimension::force}};
        case crush:
        case marks:
            return crushing(w);
        default:
            return {{"rocking_moment", std::hypot(w.my, w.mz), Dimension::torque}};
    }
}

std::vector<NamedValue> GripJoint::capacity(std::size_t mode, const Wrench& w) const {
    const double F = n_.squeeze.force;
    switch (mode) {
        case slips:
            return {{"along", holding(w), Dimension::force}, {"round", holding(w) * n_.radius, Dimension::torque}};
        case parts:
            // Along this load: flanks that lose their side force part before the jaws do.
            return {{"pull", in_this_direction(std::hypot(w.fy, w.fz), utilisation(mode, w), (n_.locked ? 2 : 1) * F),
                     Dimension::force}};
        case crush:
        case marks:
            return {{"tube_stress", mode == marks || n_.solid ? n_.tube_strength : folding_stress(), Dimension::stress},
                    {"pad_pressure", n_.pad_strength, Dimension::stress}};
        default: {
            const double arm = n_.length * (mode == opens ? 1.0 / 6 : 0.5);
            return {{"rocking_moment", in_this_direction(std::hypot(w.my, w.mz), utilisation(mode, w), F * arm),
                     Dimension::torque}};
        }
    }
}

std::vector<NamedValue> GripJoint::results(const Load&) const {
    return {{"clamping_force", n_.squeeze.force, Dimension::force},
            {"normal_force_sum", normal_sum({}), Dimension::force},
            {"holding_force_along", holding({}), Dimension::force},
            {"holding_torque_round", holding({}) * n_.radius, Dimension::torque},
            {"tube_stress", n_.solid ? 0 : ring_stress({}), Dimension::stress}};
}

Working GripJoint::working(const Load& load) const {
    Working lines = n_.squeeze.working();
    const Wrench w = load.whole();
    const Sides s = sides(w);
    const double sum = normal_sum(w);
    lines.push_back({"force_fixed_side", n_.locked ? "F + push/2" : "F + push",
                     fmt::format("{:.1f} N, push {:.2f} N", n_.squeeze.force, n_.into_body * w.fz), s.fixed,
                     Dimension::force, n_.locked ? "locked jaw, derived" : "spring jaw, derived"});
    lines.push_back({"force_moving_side", n_.locked ? "F − push/2" : "F", "", s.moving, Dimension::force, "derived"});
    const double degrees = n_.half_angle * 180 / pi;
    if (n_.jaws == Jaws::vee)
        lines.push_back(
            {"normal_force_sum", n_.seated ? "ΣN = F_pad + F_V/(sin β + μ cos β)" : "ΣN = F_pad + F_V/sin β",
             n_.seated ? fmt::format("{:.1f} N + {:.1f} N/(sin {:.1f}° + {:.3f} · cos {:.1f}°)", pad_force(s),
                                     vee_force(s), degrees, n_.friction, degrees)
                       : fmt::format("{:.1f} N + {:.1f} N / sin {:.1f}°", pad_force(s), vee_force(s), degrees),
             sum, Dimension::force, "derived, wedge action of the V"});
    else if (n_.jaws == Jaws::collar)
        lines.push_back({"normal_force_sum", "ΣN = k F, k = 8/π close, 2 loose, π lapped",
                         fmt::format("{:.4f} · {:.1f} N", collar_share(), (s.fixed + s.moving) / 2), sum,
                         Dimension::force, "derived, cosine pressure"});
    else
        lines.push_back({"normal_force_sum", "ΣN = F_fixed + F_moving", "", sum, Dimension::force, "derived"});
    const bool alike = n_.friction == n_.other_friction;
    lines.push_back({"holding_force", alike ? "μ ΣN" : "Σ μ N, each face its own",
                     alike ? fmt::format("{:.3f} · {:.1f} N", n_.friction, sum)
                           : fmt::format("μ {:.3f} and {:.3f}", n_.friction, n_.other_friction),
                     holding(w), Dimension::force, "Coulomb friction"});
    if (n_.jaws == Jaws::flat) {
        const double multiplier = flat_slip(w).multiplier;
        if (std::isfinite(multiplier))
            lines.push_back({"slip_multiple", "min Σ μ N_i |v_i|, power = 1, over both lines", "", multiplier,
                             Dimension::number, "derived, upper-bound theorem"});
    } else
        lines.push_back({"drag", "√(Fx² + (Mx/r)²)",
                         fmt::format("√({:.2f}² + ({:.3f}/{:.5f})²)", w.fx, w.mx, n_.radius),
                         std::hypot(w.fx, w.mx / n_.radius), Dimension::force,
                         "derived: every contact lies on the tube's surface"});
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        lines.push_back({"lesser_flank", "F_V/(2 sin β) − |Fy|/(2 cos β)", "", std::min(f.a.force, f.b.force),
                         Dimension::force, "derived"});
    }
    if (!n_.solid) {
        lines.push_back({"tube_stress", "σ = 6 m f r/t², f the greatest force per length, r to the middle of the wall",
                         fmt::format("r {:.2f} mm, L {:.1f} mm, t {:.2f} mm", (n_.radius - n_.wall / 2) * 1e3,
                                     n_.length * 1e3, n_.wall * 1e3),
                         ring_stress(w), Dimension::stress, "Roark, circular rings"});
        const bool hoop = n_.jaws == Jaws::collar && n_.collar_fit == CollarFit::lapped;
        lines.push_back({"folding_stress", hoop ? "f_y" : "k f_y (1 + L_t/L), k 6/π between lines, else 1.5",
                         hoop ? ""
                              : fmt::format("L_t {:.1f} mm of tube drawn in",
                                            mechanics::length_drawn_in(2 * n_.radius - n_.wall, n_.wall) * 1e3),
                         folding_stress(), Dimension::stress,
                         hoop ? "hoop" : "DeRuntz and Hodge 1963; Wierzbicki and Suh 1988, from memory"});
    }
    if (n_.pad_width > 0)
        lines.push_back(
            {"pad_pressure", "greatest force per length/b", "", pad_pressure(w), Dimension::stress, "derived"});
    std::erase_if(lines, [](const WorkLine& line) { return !std::isfinite(line.value); });  // rocked off: no stress
    return lines;
}

std::vector<Advisory> GripJoint::advisories() const {
    std::vector<Advisory> list;
    if (!(n_.squeeze.force > 0)) list.push_back({"Nothing squeezes the tube.", true});
    if (n_.squeeze.thread && !mechanics::is_self_locking(n_.squeeze.screw))
        list.push_back({"The clamp screw is not self-locking: it turns back by itself.", true});
    if (!n_.solid && n_.wall > 0.2 * n_.radius)
        list.push_back({"The tube's wall is thick: the ring formula is on the safe side for it.", false});
    return list;
}

}  // namespace clampet::families
