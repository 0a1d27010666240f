#include "families/tube_grip/tube_grip.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "families/tube_grip/grip_joint.h"
#include "families/tube_grip/other_grips.h"
#include "mechanics/first_exit.h"
#include "mechanics/quadrature.h"
#include "mechanics/ring_bending.h"

namespace clampet::families {
namespace {

constexpr double pi = std::numbers::pi;
constexpr double infinite = std::numeric_limits<double>::infinity();
constexpr std::size_t line_points = 16;
static_assert(2 * line_points % mechanics::sum_block == 0);

enum ModeIndex : std::size_t { slips, parts, rocks, crush, opens };

const std::array<Mode, 5>& grip_modes() {
    static const std::array<Mode, 5> modes{{
        {"slips", ModeClass::ultimate, "slides along or turns round the tube", false},
        {"parts", ModeClass::ultimate, "is pulled out of its jaw", false},
        {"rocks", ModeClass::ultimate, "rocks off the ends of its jaw", false},
        {"crush", ModeClass::ultimate, "crushes the tube or its pads", false},
        {"opens", ModeClass::service, "opens at one end of the jaw", false},
    }};
    return modes;
}

}  // namespace

Result<Squeeze> grip_squeeze(const Values& v) {
    if (text(v, "squeezed_by") != "spring") return squeeze(v);
    const double opening = number(v, "diameter"), most = number(v, "spring_most");
    if (opening > most)
        return Problem{"spring_most",
                       fmt::format("A tube of {:.3g} mm does not go into a clamp that opens {:.3g} mm.", opening * 1e3,
                                   most * 1e3),
                       "Use a larger clamp, or grip a thinner tube."};
    Squeeze s;
    s.fresh = number(v, "spring_closed") + number(v, "spring_rate") * opening;
    s.force = number(v, "kept") * s.fresh;
    s.working.push_back({"force", "F₀ + k · opening",
                         fmt::format("{:.1f} N + {:.3g} N/mm · {:.2f} mm", number(v, "spring_closed"),
                                     number(v, "spring_rate") * 1e-3, opening * 1e3),
                         s.force, Dimension::force, "spring law"});
    return s;
}

namespace {

Result<std::shared_ptr<const Joint>> join_jaws(const Values& v) {
    GripNumbers n;
    const auto& jaws = text(v, "jaws");
    n.jaws = jaws == "flat" ? Jaws::flat : jaws == "vee" ? Jaws::vee : Jaws::collar;
    n.radius = number(v, "diameter") / 2;
    n.wall = number(v, "wall");
    n.solid = n.wall == 0;
    if (n.wall > n.radius)
        return Problem{"wall", fmt::format("A wall of {:.3g} mm is thicker than the tube's radius.", n.wall * 1e3),
                       fmt::format("Give at most {:.3g} mm, or 0 for a solid bar.", n.radius * 1e3)};
    n.length = number(v, "length");
    n.friction = number(v, "friction");
    n.half_angle = number(v, "half_angle");
    n.flank = number(v, "flank");
    const double touch = n.radius / std::tan(n.half_angle);
    if (n.jaws == Jaws::vee && touch > n.flank)
        return Problem{
            "flank",
            fmt::format("The tube would touch {:.3g} mm from the bottom of the V, and the flank is {:.3g} mm long.",
                        touch * 1e3, n.flank * 1e3),
            fmt::format("Use a flank of at least {:.3g} mm, or a wider V.", touch * 1e3)};
    n.locked = text(v, "squeezed_by") != "spring" && text(v, "jaw_law") == "locked";
    n.seated = text(v, "seating") == "as_tightened";
    n.two_rigid = text(v, "rigid_jaws") == "two";
    // The body lies on the holder's own side: a load towards the support presses its V or fixed jaw on the tube.
    n.into_fixed = text(v, "vee_on") == "moving" && n.jaws == Jaws::vee ? 1 : -1;
    n.fixed_on_top = (n.into_fixed < 0) == (text(v, "held_by") == "payload");
    const auto& fit = text(v, "collar_fit");
    n.collar_share = fit == "cosine" ? 8 / pi : fit == "loose" ? 2 : pi;
    n.tube_strength = number(v, "tube_strength");
    n.pad_width = number(v, "pad_width");
    n.pad_strength = number(v, "pad_strength");
    auto squeezed = grip_squeeze(v);
    if (!squeezed) return squeezed.problem();
    n.squeeze = *squeezed;
    return std::shared_ptr<const Joint>(std::make_shared<GripJoint>(std::move(n)));
}

class TubeGrip : public Family {
 public:
    std::string_view key() const override { return "tube_grip"; }
    std::string_view name() const override { return "Grip round a tube"; }
    std::string_view purpose() const override {
        return "Jaws or a collar on a tube: does it slide, turn, part, rock or crush?";
    }
    std::span<const StockUse> own_stock() const override {
        static const std::vector<StockUse> uses{{"tube", "Tube or rod", {{"diameter", "outer"}, {"wall", "wall"}}, {}}};
        return uses;
    }
    std::span<const Parameter> parameters() const override { return grip_parameters(); }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override {
        auto first = single(v);
        if (!first || text(v, "tubes") == "one") return first;
        auto other = v;
        for (const auto& [key, second] : {std::pair{"diameter", "second_diameter"}, {"wall", "second_wall"}})
            other.insert_or_assign(key, v.find(second)->second);
        auto second = single(other);
        if (!second) return Problem{"second_diameter", second.problem().what, second.problem().remedy};
        return right_angle_pair(*first, *second, number(v, "axes_apart"));
    }

 private:
    static Result<std::shared_ptr<const Joint>> single(const Values& v) {
        const auto& jaws = text(v, "jaws");
        if (jaws == "band" || jaws == "slit") return join_band(v);
        if (jaws == "slot") return join_slot(v);
        return join_jaws(v);
    }
};

}  // namespace

const Family& tube_grip() {
    static const TubeGrip family;
    return family;
}

GripJoint::GripJoint(GripNumbers numbers) : n_(std::move(numbers)) {
    set_ring();
    if (n_.jaws != Jaws::flat) return;
    const double r = n_.radius, scale = std::max(r, n_.length / 2);
    for (const double side : {1.0, -1.0}) {  // +z first
        for (const auto& node : mechanics::gauss_nodes(line_points, -n_.length / 2, n_.length / 2)) {
            if (side > 0) {
                stations_.push_back(node.at);
                weights_.push_back(node.weight);
            }
            lines_.add(-side * r / scale, node.at / scale);
        }
    }
}

std::span<const Mode> GripJoint::modes() const noexcept {
    return grip_modes();
}

GripJoint::Sides GripJoint::sides(const Wrench& w) const noexcept {
    const double F = n_.squeeze.force, push = n_.into_fixed * w.fz;
    Sides s;
    if (!n_.locked) return {F + push, F};
    s.fixed = F + push / 2;
    s.moving = F - push / 2;
    if (s.moving < 0) s = {push, 0};
    if (s.fixed < 0) s = {0, -push};
    return s;
}

GripJoint::Flanks GripJoint::flanks(const Wrench& w) const noexcept {
    const double s = 2 * std::sin(n_.half_angle), c = 2 * std::cos(n_.half_angle);
    const double V = sides(w).fixed;
    const double my = n_.into_fixed * w.my;
    return {{n_.length, V / s + w.fy / c, my / s + w.mz / c}, {n_.length, V / s - w.fy / c, my / s - w.mz / c}};
}

double GripJoint::normal_sum(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    if (n_.jaws == Jaws::collar) return n_.collar_share * (s.fixed + s.moving) / 2;
    if (n_.jaws == Jaws::flat) return s.fixed + s.moving;
    const double wedge = std::sin(n_.half_angle) + (n_.seated ? n_.friction * std::cos(n_.half_angle) : 0);
    return s.moving + std::max(0.0, s.fixed) / wedge;
}

mechanics::SlipLimit<4> GripJoint::flat_slip(const Wrench& w, const mechanics::SlipLimit<4>* near) const noexcept {
    std::array<double, 2 * line_points> limit{};
    const Sides s = sides(w);
    const double rocking = n_.two_rigid ? w.my / 2 : w.my;
    const mechanics::LineContact fixed{n_.length, s.fixed, rocking},
        moving{n_.length, s.moving, n_.two_rigid ? -rocking : 0};
    for (std::size_t i = 0; i < line_points; ++i) {
        const double f = n_.friction * weights_[i];
        limit[i] = f * (n_.fixed_on_top ? fixed : moving).density(stations_[i]);
        limit[line_points + i] = f * (n_.fixed_on_top ? moving : fixed).density(stations_[i]);
    }
    const double scale = std::max(n_.radius, n_.length / 2);
    return mechanics::slip_limit(lines_, std::span<const double>(limit), {w.fx, w.fy, w.mx / scale, w.mz / scale},
                                 infinite, 0.01, near);
}

double GripJoint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    if (n_.jaws != Jaws::flat || mode != slips) return Joint::load_factor(mode, ray);
    if (!(n_.squeeze.force > 0)) return 0;
    const double held = mechanics::first_exit([&](double lambda) {
        const Wrench w = ray.at(lambda);
        return std::max(parts_utilisation(w), rocks_utilisation(w, 0.5));
    });
    mechanics::SlipLimit<4> last;  // each look starts from the motion of the one before
    const auto used = [&](double lambda) {
        const Wrench w = ray.at(lambda);
        const Sides s = sides(w);
        if (s.fixed <= 0 || s.moving < 0 || rocks_utilisation(w, 0.5) >= 1) return infinite;
        const auto limit = flat_slip(w, std::isfinite(last.multiplier) ? &last : nullptr);
        if (!(limit.multiplier > 0)) return infinite;
        last = limit;
        return 1 / limit.multiplier;
    };
    return mechanics::first_exit_below(held, used, 1e-5);
}

double GripJoint::slips_utilisation(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    if (s.fixed <= 0 || s.moving < 0) return infinite;
    if (n_.jaws == Jaws::flat) {
        if (rocks_utilisation(w, 0.5) >= 1) return infinite;
        const double multiplier = flat_slip(w).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    }
    const double hold = n_.friction * normal_sum(w), drag = std::hypot(w.fx, w.mx / n_.radius);
    return hold > 0 ? drag / hold : drag > 0 ? infinite : 0;
}

double GripJoint::rocks_utilisation(const Wrench& w, double lost_at) const noexcept {
    const double L = n_.length;
    const auto of = [&](double moment, double force) {
        return force > 0 ? std::abs(moment) / (force * L * lost_at) : moment != 0 ? infinite : 0.0;
    };
    const Sides s = sides(w);
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        return std::max(of(f.a.moment, f.a.force), of(f.b.moment, f.b.force));
    }
    if (n_.jaws == Jaws::collar) return of(std::hypot(w.my, w.mz) / 2, std::min(s.fixed, s.moving));
    if (n_.two_rigid) return of(w.my / 2, std::min(s.fixed, s.moving));
    return of(w.my, s.fixed);
}

double GripJoint::parts_utilisation(const Wrench& w) const noexcept {
    const double F = n_.squeeze.force, push = n_.into_fixed * w.fz, share = n_.locked ? 2 : 1;
    if (n_.jaws != Jaws::vee) return std::abs(push) / (share * F);
    // A flank is empty when (F + push/share)/sin = |Fy|/cos.
    return (std::abs(w.fy) * std::tan(n_.half_angle) - push / share) / F;
}

void GripJoint::set_ring() {
    if (n_.jaws == Jaws::vee) {
        const double off = pi / 2 - n_.half_angle;
        const std::array<double, 3> loads{off, -off, pi};
        const auto add = [&](double at) {
            ring_table_.push_back({mechanics::ring_influence(at - loads[0]), mechanics::ring_influence(at - loads[1]),
                                   mechanics::ring_influence(at - loads[2])});
        };
        for (const double load : loads) add(load);
        for (int i = 0; i < 36; ++i) add(2 * pi * i / 36);
        return;
    }
    std::vector<mechanics::RadialForce> unit{{0, 1}, {pi, 1}};
    const bool even = n_.collar_share > 3, loose = n_.collar_share < 2.2;
    if (n_.jaws == Jaws::collar && !loose) {
        unit.clear();
        for (int i = 0; i < 24; ++i) {
            const double angle = 2 * pi * (i + 0.5) / 24;
            // Per radian: 2F/pi |cos| from two close halves, F/2 from a lapped one.
            unit.push_back({angle, (even ? 0.5 : 2 / pi * std::abs(std::cos(angle))) * 2 * pi / 24});
        }
    }
    ring_coefficient_ = mechanics::ring_moment_per_radius(unit);
}

double GripJoint::ring_stress(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    double per_radius = ring_coefficient_ * std::max(s.fixed, s.moving);
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        const double a = std::max(0.0, f.a.force), b = std::max(0.0, f.b.force);
        for (const auto& row : ring_table_)
            per_radius = std::max(per_radius, std::abs(row[0] * a + row[1] * b + row[2] * s.moving));
    }
    return 6 * per_radius * n_.radius / (n_.length * n_.wall * n_.wall);
}

double GripJoint::pad_pressure(const Wrench& w) const noexcept {
    const Sides s = sides(w);
    double most = std::max(s.fixed, s.moving);
    if (n_.jaws == Jaws::vee) {
        const Flanks f = flanks(w);
        most = std::max({f.a.force, f.b.force, s.moving});
    }
    const double width = n_.jaws == Jaws::collar ? 2 * n_.radius : n_.pad_width;
    return most / (n_.length * width);
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
        default:
            break;
    }
    const double tube = n_.solid ? 0 : ring_stress(w) / n_.tube_strength;
    const double pads = n_.pad_width > 0 ? pad_pressure(w) / n_.pad_strength : 0;
    return std::max(tube, pads);
}

std::string GripJoint::motion(std::size_t mode, const Wrench& w) const {
    if (mode != slips) return {};
    if (n_.jaws != Jaws::flat)
        return std::abs(w.mx) / n_.radius > std::abs(w.fx) ? "turns round the tube" : "slides along the tube";
    const auto limit = flat_slip(w);
    const double scale = std::max(n_.radius, n_.length / 2);
    const std::array<std::pair<double, const char*>, 4> shares{
        {{limit.motion[0] * w.fx, "slides along the tube"},
         {limit.motion[1] * w.fy, "slides across the jaws"},
         {limit.motion[2] * w.mx / scale, "turns round the tube"},
         {limit.motion[3] * w.mz / scale, "yaws between the jaws"}}};
    return std::max_element(shares.begin(), shares.end(),
                            [](const auto& a, const auto& b) { return std::abs(a.first) < std::abs(b.first); })
        ->second;
}

std::vector<NamedValue> GripJoint::demand(std::size_t mode, const Wrench& w) const {
    switch (mode) {
        case slips:
            return {{"along", std::abs(w.fx), Dimension::force}, {"round", std::abs(w.mx), Dimension::torque}};
        case parts:
            return {{"pull", std::hypot(w.fy, w.fz), Dimension::force}};
        case crush:
            return {{"tube_stress", n_.solid ? 0 : ring_stress(w), Dimension::stress},
                    {"pad_pressure", n_.pad_width > 0 ? pad_pressure(w) : 0, Dimension::stress}};
        default:
            return {{"rocking_moment", std::hypot(w.my, w.mz), Dimension::torque}};
    }
}

std::vector<NamedValue> GripJoint::capacity(std::size_t mode, const Wrench& w) const {
    const double F = n_.squeeze.force;
    switch (mode) {
        case slips:
            return {{"along", n_.friction * normal_sum(w), Dimension::force},
                    {"round", n_.friction * normal_sum(w) * n_.radius, Dimension::torque}};
        case parts:
            return {{"pull", (n_.locked ? 2 : 1) * F, Dimension::force}};
        case crush:
            return {{"tube_stress", n_.tube_strength, Dimension::stress},
                    {"pad_pressure", n_.pad_strength, Dimension::stress}};
        default: {
            const double used = utilisation(mode, w), moment = std::hypot(w.my, w.mz);
            const double arm = n_.length * (mode == opens ? 1.0 / 6 : 0.5);
            return {{"rocking_moment", used > 0 && std::isfinite(used) ? moment / used : F * arm, Dimension::torque}};
        }
    }
}

std::vector<NamedValue> GripJoint::results(const Load&) const {
    return {{"clamping_force", n_.squeeze.force, Dimension::force},
            {"normal_force_sum", normal_sum({}), Dimension::force},
            {"holding_force_along", n_.friction * normal_sum({}), Dimension::force},
            {"holding_torque_round", n_.friction * normal_sum({}) * n_.radius, Dimension::torque},
            {"tube_stress", n_.solid ? 0 : ring_stress({}), Dimension::stress}};
}

Working GripJoint::working(const Load& load) const {
    Working lines = n_.squeeze.working;
    const Wrench w = load.whole();
    const Sides s = sides(w);
    const double sum = normal_sum(w);
    lines.push_back({"force_fixed_side", n_.locked ? "F + push/2" : "F + push",
                     fmt::format("{:.1f} N, push {:.2f} N", n_.squeeze.force, n_.into_fixed * w.fz), s.fixed,
                     Dimension::force, n_.locked ? "locked jaw, derived" : "spring jaw, derived"});
    lines.push_back({"force_moving_side", n_.locked ? "F − push/2" : "F", "", s.moving, Dimension::force, "derived"});
    const double degrees = n_.half_angle * 180 / pi;
    if (n_.jaws == Jaws::vee)
        lines.push_back({"normal_force_sum",
                         n_.seated ? "ΣN = F_pad + F_V/(sin β + μ cos β)" : "ΣN = F_pad + F_V/sin β",
                         fmt::format("{:.1f} N + {:.1f} N / sin {:.1f}°", s.moving, s.fixed, degrees), sum,
                         Dimension::force, "derived, wedge action of the V"});
    else if (n_.jaws == Jaws::collar)
        lines.push_back({"normal_force_sum", "ΣN = k F, k = 8/π close, 2 loose, π lapped",
                         fmt::format("{:.4f} · {:.1f} N", n_.collar_share, (s.fixed + s.moving) / 2), sum,
                         Dimension::force, "derived, cosine pressure"});
    else
        lines.push_back({"normal_force_sum", "ΣN = F_fixed + F_moving", "", sum, Dimension::force, "derived"});
    lines.push_back({"holding_force", "μ ΣN", fmt::format("{:.3f} · {:.1f} N", n_.friction, sum), n_.friction * sum,
                     Dimension::force, "Coulomb friction"});
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
    if (!n_.solid)
        lines.push_back(
            {"tube_stress", "σ = 6 m F r/(L t²)",
             fmt::format("r {:.2f} mm, L {:.1f} mm, t {:.2f} mm", n_.radius * 1e3, n_.length * 1e3, n_.wall * 1e3),
             ring_stress(w), Dimension::stress, "Roark, circular rings"});
    if (n_.pad_width > 0)
        lines.push_back({"pad_pressure", "N/(L b)", "", pad_pressure(w), Dimension::stress, "derived"});
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
