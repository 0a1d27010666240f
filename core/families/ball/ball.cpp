#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <boost/math/special_functions/ellint_2.hpp>
#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>
#include <numbers>
#include <tuple>

#include "families/ball/ball_joint.h"
#include "families/shared/along_load.h"
#include "families/shared/meeting.h"
#include "mechanics/first_exit.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

constexpr double pi = std::numbers::pi;
constexpr int most_ring_points = 32, search_ring_points = 16;
using quantity::infinite;

enum ModeIndex : std::size_t { slips, rides_out, parts, opens };

const std::array<Mode, 4>& ball_modes() {
    static const std::array<Mode, 4> modes{{
        {"slips", ModeClass::ultimate, "turns|turn in its ring", false},
        {"rides_out", ModeClass::ultimate, "rides|ride out of its seat", false},
        {"parts", ModeClass::ultimate, "is|be pulled off its seat", false},
        {"opens", ModeClass::service, "opens|open on one side of its seat", false},
    }};
    return modes;
}

/// Half of the contact arc of a ring on which a side force has opened a gap, from the ratio H/(N sin theta) in (0.5,
/// 1).
double contact_arc(double ratio) noexcept {
    const auto excess = [ratio](double arc) {
        const double s = std::sin(arc), c = std::cos(arc);
        return (arc - s * c) / (2 * (s - arc * c)) - ratio;
    };
    double low = 1e-3, high = pi;  // below, the quotient is 1 - arc^2/10
    if (!(excess(low) > 0)) return low;
    if (!(excess(high) < 0)) return high;
    std::uintmax_t steps = 30;
    std::tie(low, high) =
        boost::math::tools::toms748_solve(excess, low, high, boost::math::tools::eps_tolerance<double>(45), steps);
    return (low + high) / 2;
}

/// Shares a force out among the points of a ring under a side force: 1 + a cos(phi) while whole, else the clipped form.
/// `towards`: the direction of the side force, a unit vector.
void share_ring(std::span<double> shares, double force, double ratio, const Eigen::Vector2d& towards,
                const std::vector<double>& cosines) noexcept {
    double sum = 0;
    const std::size_t count = shares.size(), quarter = count / 4;
    const bool is_whole = ratio <= 0.5;
    const double cos_arc = is_whole ? -1 : std::cos(contact_arc(std::min(ratio, 0.999999)));
    const auto share = [&](std::size_t i, double sine) {
        const double cos_phi = cosines[i] * towards.x() + sine * towards.y();
        shares[i] = is_whole ? 1 + 2 * ratio * cos_phi : std::max(0.0, cos_phi - cos_arc);
        sum += shares[i];
    };
    for (std::size_t i = 0; i < quarter; ++i) share(i, cosines[i + count - quarter]);
    for (std::size_t i = quarter; i < count; ++i) share(i, cosines[i - quarter]);
    const double each = sum > 0 ? force / sum : 0;
    for (double& s : shares) s *= each;
}

/// A ball in what holds it.
Mating mating(PortSide ball) {
    const bool above = ball == PortSide::payload;
    const PortSide cup = above ? PortSide::support : PortSide::payload;
    return {.support = above ? PortKind::socket : PortKind::ball,
            .payload = above ? PortKind::ball : PortKind::socket,
            .fills = {{"diameter", ball, "diameter"},
                      {"stem_diameter", ball, "stem"},
                      {"screw", cup, "screw"},
                      {"torque", cup, "tight", true}},
            .friction = "friction",
            .derived = above ? +[](const Meeting& meeting) { return squeezed_as(meeting.support); }
                             : +[](const Meeting& meeting) { return squeezed_as(meeting.payload); }};
}

class Ball : public Family {
 public:
    std::string_view key() const override { return "ball"; }
    std::string_view name() const override { return "Ball in its ring"; }
    std::string_view purpose() const override {
        return "A ball squeezed between rings, or a ring and a plunger: does it turn, ride out or lift?";
    }
    std::span<const Mating> matings() const override {
        static const std::vector<Mating> all{mating(PortSide::payload), mating(PortSide::support)};
        return all;
    }
    std::span<const Parameter> parameters() const override { return ball_parameters(); }
    bool moves() const override { return true; }
    /// Pan about the clamp axis, then to the side about x, then forward about y.
    Motion motion(const Values& v) const override {
        const double swing = number(v, "swing_limit");
        return {{{"pan", "Pan", Eigen::Vector3d::UnitZ(), false, -half_turn, half_turn, "to the left", "to the right"},
                 {"side", "To the side", Eigen::Vector3d::UnitX(), false, -swing, swing, "to the right", "to the left"},
                 {"forward", "Forward", Eigen::Vector3d::UnitY(), false, -swing, swing, "forward", "back"}}};
    }
    /// The stem meets the cup all round at the same angle from the clamp axis.
    bool reaches(const Values& v, std::span<const double> positions) const override {
        const Eigen::Isometry3d at = moved(motion(v).axes, positions);
        return std::acos(std::clamp(at.linear()(2, 2), -1.0, 1.0)) <= number(v, "swing_limit") + 1e-9;
    }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override {
        BallNumbers n;
        n.radius = number(v, "diameter") / 2;
        n.stem_radius = number(v, "stem_diameter") / 2;
        if (!(n.stem_radius < n.radius))
            return Problem{"ball.stem_too_thick", "stem_diameter", "The stem is as thick as the ball.",
                           "Make it thinner than the ball, or the ball larger."};
        n.seat_angle = number(v, "seat_angle");
        n.cap_angle = number(v, "cap_angle");
        n.friction = number(v, "friction");
        n.swing_limit = number(v, "swing_limit");
        const auto& seats = text(v, "seats");
        n.seats = seats == "two_rings"  ? BallSeats::two_rings
                  : seats == "one_ring" ? BallSeats::one_ring
                                        : BallSeats::plunger;
        n.locked = text(v, "cap") == "locked";
        n.seated = text(v, "seating") == "as_tightened";
        auto squeezed = squeeze(v);
        if (!squeezed) return squeezed.problem();
        n.squeeze = *squeezed;
        return std::shared_ptr<const Joint>(std::make_shared<BallJoint>(std::move(n)));
    }
};

}  // namespace

const Family& ball() {
    static const Ball family;
    return family;
}

BallJoint::BallJoint(BallNumbers numbers) : BallJoint(std::move(numbers), most_ring_points, 0.01) {
    // Half the points and a coarser smoothing: within half a per cent, and on the safe side.
    search_ = std::unique_ptr<const BallJoint>(new BallJoint(n_, search_ring_points, 0.06));
}

BallJoint::BallJoint(BallNumbers numbers, int ring_points, double finest)
    : n_(std::move(numbers)), tan_seat_(std::tan(n_.seat_angle)), tan_cap_(std::tan(n_.cap_angle)), finest_(finest) {
    wedging_seat_ = normal_sum(1, n_.seat_angle);
    wedging_cap_ = normal_sum(1, n_.cap_angle);
    for (int i = 0; i < ring_points; ++i) cosines_.push_back(std::cos(2 * pi * i / ring_points));
    const auto sine = [&](std::size_t i) { return cosines_[(i + 3 * cosines_.size() / 4) % cosines_.size()]; };
    const auto ring = [&](double angle, double sign) {
        for (std::size_t i = 0; i < cosines_.size(); ++i)
            contacts_.add(std::sin(angle) * cosines_[i], std::sin(angle) * sine(i), sign * std::cos(angle));
    };
    ring(n_.seat_angle, -1);
    if (n_.seats == BallSeats::two_rings) ring(n_.cap_angle, 1);
    if (n_.seats == BallSeats::plunger) contacts_.add(0, 0, 1);
}

std::span<const Mode> BallJoint::modes() const noexcept {
    return ball_modes();
}

double BallJoint::normal_sum(double axial, double angle) const noexcept {
    return axial / (std::cos(angle) + (n_.seated ? n_.friction * std::sin(angle) : 0));
}

BallJoint::Seating BallJoint::seating(const Wrench& w, CapSide cap_side) const noexcept {
    Seating s;
    const double F = n_.squeeze.force;
    const bool shares = n_.locked && n_.seats != BallSeats::one_ring;
    // Screw-locked: seat and cap share by stiffness, half each, until one side is empty.
    s.seat = shares ? F - w.fz / 2 : F - w.fz;
    s.cap = n_.seats == BallSeats::one_ring ? 0 : shares ? F + w.fz / 2 : F;
    if (s.cap < 0) {
        s.seat = -w.fz;
        s.cap = 0;
    }
    const double side = std::sqrt(w.fx * w.fx + w.fy * w.fy);
    const bool cap_helps = n_.seats == BallSeats::two_rings && (shares || cap_side == CapSide::guided);
    s.seat_side = cap_helps ? side / 2 : side;
    s.cap_side = cap_helps ? side / 2 : 0;
    s.towards = side > 0 ? Eigen::Vector2d(w.fx / side, w.fy / side) : Eigen::Vector2d::UnitX();
    s.in_place = s.seat > 0 && s.seat_side < s.seat * tan_seat_ && (!cap_helps || s.cap_side < s.cap * tan_cap_);
    return s;
}

mechanics::SlipLimit<3> BallJoint::slip(const Wrench& w, const mechanics::KnownEnough& enough,
                                        const mechanics::SlipLimit<3>* near) const noexcept {
    const auto free = slip_seated(w, seating(w), enough, near);
    if (!may_be_guided() || !(free.multiplier > 0) || (w.fx == 0 && w.fy == 0)) return free;
    if (free.multiplier < enough.below) return free;  // it is known to be too little
    const auto guided = slip_seated(w, seating(w, CapSide::guided), enough, near ? near : &free);
    return guided.multiplier < free.multiplier ? guided : free;
}

mechanics::SlipLimit<3> BallJoint::slip_seated(const Wrench& w, const Seating& s, const mechanics::KnownEnough& enough,
                                               const mechanics::SlipLimit<3>* near) const noexcept {
    std::array<double, 2 * most_ring_points + mechanics::sum_block> limit{};
    const std::size_t ring_points = cosines_.size();
    mechanics::SlipLimit<3> none;
    none.multiplier = 0;
    if (!s.in_place) return none;
    const auto ring = [&](std::size_t first, double axial, double side, double wedging, double tangent) {
        const std::span<double> points(limit.data() + first, ring_points);
        share_ring(points, n_.friction * axial * wedging, axial > 0 ? side / (axial * tangent) : 0, s.towards,
                   cosines_);
    };
    ring(0, s.seat, s.seat_side, wedging_seat_, tan_seat_);
    if (n_.seats == BallSeats::two_rings) ring(ring_points, s.cap, s.cap_side, wedging_cap_, tan_cap_);
    if (n_.seats == BallSeats::plunger) limit[ring_points] = n_.friction * s.cap;
    const std::span<const double> limits(limit.data(), contacts_.padded());
    const std::array<double, 3> demand{w.mx / n_.radius, w.my / n_.radius, w.mz / n_.radius};
    const auto moments = contacts_.moments(limits);
    if (std::isfinite(enough.above) && contacts_.surely_bear(moments, demand, enough.above)) {
        mechanics::SlipLimit<3> more;
        more.multiplier = enough.above * (1 + 1e-9);
        return more;
    }
    return mechanics::slip_limit(contacts_, limits, demand, enough, finest_, near, &moments);
}

double BallJoint::riding_out(const Seating& s) const noexcept {
    const auto used = [](double side, double axial, double tangent) {
        return axial > 0 ? side / (axial * tangent) : side > 0 ? infinite : 0.0;
    };
    return std::max(used(s.seat_side, s.seat, tan_seat_), used(s.cap_side, s.cap, tan_cap_));
}

double BallJoint::utilisation(std::size_t mode, const Wrench& w) const noexcept {
    const Seating s = seating(w);
    const double F = n_.squeeze.force;
    if (!(F > 0)) return infinite;
    switch (mode) {
        case slips: {
            if (!drives_slip(w)) return 0;  // it may ride out or lift, but not turn
            if (!s.in_place) return infinite;
            const double multiplier = slip(w).multiplier;
            return multiplier > 0 ? 1 / multiplier : infinite;
        }
        case rides_out: {
            const double free = riding_out(s);
            return may_be_guided() ? std::max(free, riding_out(seating(w, CapSide::guided))) : free;
        }
        case parts:
            return w.fz / (n_.locked && n_.seats != BallSeats::one_ring ? 2 * F : F);
        default:
            return 2 * utilisation(rides_out, w);
    }
}

double BallJoint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    if (mode != slips) return Joint::load_factor(mode, ray);
    if (!drives_slip(ray.start) && !drives_slip(ray.direction)) return mechanics::not_driven;
    const double seated = std::min(Joint::load_factor(rides_out, ray), Joint::load_factor(parts, ray));
    if (!(n_.squeeze.force > 0)) return 0;
    const auto used_by = [&](CapSide side, mechanics::SlipLimit<3>& near) {
        return [this, &ray, &near, side](double lambda) {
            const Wrench w = ray.at(lambda);
            // Each look starts from the motion of the last.
            const bool warm = near.multiplier > 0 && std::isfinite(near.multiplier);
            const auto limit = slip_seated(w, seating(w, side), {}, warm ? &near : nullptr);
            if (limit.multiplier > 0) near = limit;
            return limit.multiplier > 0 ? 1 / limit.multiplier : infinite;
        };
    };
    mechanics::SlipLimit<3> near;
    const double free = mechanics::first_exit_below(seated, used_by(CapSide::free, near), 1e-5);
    if (!may_be_guided() || !(free > 0)) return free;
    const auto guided = used_by(CapSide::guided, near);
    const double end = std::isfinite(free) ? free * (1 - 1e-5) : infinite;
    if (std::isfinite(end) && guided(end) < 1) return free;
    near = {};
    return std::min(free, mechanics::first_exit_below(seated, guided, 1e-5));
}

bool BallJoint::drives_slip(const Wrench& w) const noexcept {
    return std::sqrt(w.mx * w.mx + w.my * w.my + w.mz * w.mz) >
           mechanics::least_driving_share * n_.friction * n_.squeeze.force * n_.radius;
}

bool BallJoint::surely_holds(std::size_t mode, const Wrench& w) const noexcept {
    return mode == slips ? !drives_slip(w) || slip(w, {.above = 1, .below = 1}).multiplier > 1
                         : utilisation(mode, w) < 1;
}

Phrase BallJoint::motion(std::size_t mode, const Wrench& w) const {
    if (mode != slips) return {};
    const auto limit = slip(w);
    const double spin = limit.motion[2] * w.mz, tilt = limit.motion[0] * w.mx + limit.motion[1] * w.my;
    return std::abs(spin) > std::abs(tilt) ? "spins|spin" : "tilts|tilt";
}

std::vector<NamedValue> BallJoint::demand(std::size_t mode, const Wrench& w) const {
    if (mode == slips)
        return {{"moment_tilting", std::hypot(w.mx, w.my), Dimension::torque},
                {"moment_spinning", std::abs(w.mz), Dimension::torque}};
    if (mode == parts) return {{"pull", std::max(0.0, w.fz), Dimension::force}};
    return {{"side_force", std::hypot(w.fx, w.fy), Dimension::force}};
}

std::vector<NamedValue> BallJoint::capacity(std::size_t mode, const Wrench& w) const {
    if (mode == slips) {
        const double moment = std::sqrt(w.mx * w.mx + w.my * w.my + w.mz * w.mz);
        const double multiplier = slip(w).multiplier;
        return {{"moment", std::isfinite(multiplier) ? multiplier * moment : 0, Dimension::torque}};
    }
    const Seating s = seating(w);
    if (mode == parts)
        return {{"pull", (n_.locked && n_.seats != BallSeats::one_ring ? 2 : 1) * n_.squeeze.force, Dimension::force}};
    // Seat, cap or a plunger that moves aside: the one that gives way first under this load.
    return {{"side_force",
             in_this_direction(std::hypot(w.fx, w.fy), utilisation(mode, w),
                               std::max(0.0, s.seat) * std::tan(n_.seat_angle) * (mode == opens ? 0.5 : 1)),
             Dimension::force}};
}

std::vector<NamedValue> BallJoint::results(const Load&) const {
    const auto torque = [&](Wrench direction) {
        const double multiplier = slip(direction).multiplier;
        return std::isfinite(multiplier) ? multiplier : 0;
    };
    return {{"clamping_force", n_.squeeze.force, Dimension::force},
            {"seat_normal_force", normal_sum(n_.squeeze.force, n_.seat_angle), Dimension::force},
            {"holding_torque_tilt", torque({0, 0, 0, 1, 0, 0}), Dimension::torque},
            {"holding_torque_spin", torque({0, 0, 0, 0, 0, 1}), Dimension::torque},
            {"swing_limit", n_.swing_limit, Dimension::angle}};
}

Working BallJoint::working(const Load& load) const {
    Working lines = n_.squeeze.working();
    const Wrench w = load.whole();
    const Seating s = seating(w);
    // The load along the axis presses a side more, or relieves it.
    const bool shares = n_.locked && n_.seats != BallSeats::one_ring;
    const auto pressed = [&](const char* name, double axial, const char* formula) {
        const double more = axial - n_.squeeze.force;
        std::string sum = fmt::format("{:.1f} N", n_.squeeze.force);
        if (std::abs(more) >= 0.05) sum += fmt::format(" {} {:.1f} N", more < 0 ? "−" : "+", std::abs(more));
        lines.push_back({fmt::format("{}_pressed_by", name), formula, std::move(sum), axial, Dimension::force,
                         "derived, by stiffness"});
    };
    const auto ring = [&](const char* name, double axial, double angle) {
        const double N = normal_sum(axial, angle);
        lines.push_back({fmt::format("{}_normal_force", name), n_.seated ? "N = P/(cos θ + μ sin θ)" : "N = P/cos θ",
                         n_.seated ? fmt::format("{:.1f} N/(cos {:.1f}° + {:.3f} · sin {:.1f}°)", axial,
                                                 angle * 180 / pi, n_.friction, angle * 180 / pi)
                                   : fmt::format("{:.1f} N / cos {:.1f}°", axial, angle * 180 / pi),
                         N, Dimension::force, "derived, ring contact"});
        const double k = std::sin(angle);
        lines.push_back({fmt::format("{}_torque_tilt", name), "μ N R (2/π) E(sin θ)",
                         fmt::format("{:.3f} · {:.1f} N · {:.2f} mm · {:.4f}", n_.friction, N, n_.radius * 1e3,
                                     2 / pi * boost::math::ellint_2(k)),
                         n_.friction * N * n_.radius * 2 / pi * boost::math::ellint_2(k), Dimension::torque,
                         "derived; complete elliptic integral"});
        lines.push_back({fmt::format("{}_torque_spin", name), "μ N R sin θ",
                         fmt::format("{:.3f} · {:.1f} N · {:.2f} mm · {:.4f}", n_.friction, N, n_.radius * 1e3, k),
                         n_.friction * N * n_.radius * k, Dimension::torque, "derived"});
    };
    if (s.seat > 0) {
        if (n_.seats != BallSeats::one_ring && !(s.cap > 0))
            lines.push_back({"seat_pressed_by", "P = −Fz, the cap bears nothing", fmt::format("{:.1f} N", s.seat),
                             s.seat, Dimension::force, "derived"});
        else
            pressed("seat", s.seat, shares ? "P = F′ − Fz/2" : "P = F′ − Fz");
        ring("seat", s.seat, n_.seat_angle);
    }
    if (s.cap > 0)
        pressed(n_.seats == BallSeats::plunger ? "plunger" : "cap", s.cap, shares ? "P = F′ + Fz/2" : "P = F′");
    if (n_.seats == BallSeats::two_rings && s.cap > 0) ring("cap", s.cap, n_.cap_angle);
    if (n_.seats == BallSeats::plunger)
        lines.push_back({"plunger_torque_tilt", "μ P R",
                         fmt::format("{:.3f} · {:.1f} N · {:.2f} mm", n_.friction, s.cap, n_.radius * 1e3),
                         n_.friction * s.cap * n_.radius, Dimension::torque, "derived, point contact"});
    const double moment = std::sqrt(w.mx * w.mx + w.my * w.my + w.mz * w.mz);
    lines.push_back({"moment", "M = √(Mx² + My² + Mz²)",
                     fmt::format("√({:.3f}² + {:.3f}² + {:.3f}²)", w.mx, w.my, w.mz), moment, Dimension::torque,
                     "rig statics"});
    const double multiplier = slip(w).multiplier;
    if (std::isfinite(multiplier))
        lines.push_back({"holding_moment", "min over ω of Σ μ N_i R |ω × n_i|, M·ω = |M|", "", multiplier * moment,
                         Dimension::torque, "derived, upper-bound theorem"});
    lines.push_back({"side_force_to_ride_out", "H = P tan θ",
                     fmt::format("{:.1f} N · tan {:.1f}°", std::max(0.0, s.seat), n_.seat_angle * 180 / pi),
                     std::max(0.0, s.seat) * std::tan(n_.seat_angle), Dimension::force, "derived"});
    return lines;
}

std::vector<Advisory> BallJoint::advisories() const {
    if (!(n_.squeeze.force > 0)) return {{"Nothing squeezes the ball.", true}};
    if (n_.squeeze.thread && !mechanics::is_self_locking(n_.squeeze.screw))
        return {{"The knob's screw is not self-locking: it turns back by itself.", true}};
    return {};
}

}  // namespace clampet::families
