#include "families/ball_chain/ball_chain.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/friction_limit.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_ball_chain {
namespace {

constexpr double gravity = quantity::standard_gravity, pi = std::numbers::pi;
using quantity::infinite;
constexpr unsigned ring_points = 24;

/// A finger of a slotted socket: a piece of a ring, bent outwards as a cantilever.
struct Finger {
    double stiffness = 0;        ///< 3 E I/L^3 [N/m]
    double strain_per_lift = 0;  ///< 3 c/L^2 [1/m]
};

/// Annular sector of half-angle a between two radii: I = integral of (y - y_mean)^2 dA.
Finger finger_of(double inner, double wall, double half_angle, double length, double modulus) {
    const double outer = inner + wall, a = half_angle;
    const double area = a * (outer * outer - inner * inner);
    const double mean = 2 * std::sin(a) * (std::pow(outer, 3) - std::pow(inner, 3)) / (3 * area);
    const double second =
        (a + std::sin(a) * std::cos(a)) * (std::pow(outer, 4) - std::pow(inner, 4)) / 4 - area * mean * mean;
    const double farthest = std::max(outer - mean, mean - inner * std::cos(a));
    return {3 * modulus * second / std::pow(length, 3), 3 * farthest / (length * length)};
}

struct Chain {
    double joints = 1, pitch = 0, segment_mass = 0, friction = 0, stiffness = 0;
    double ball = 0, opening = 0, stem = 0;  ///< radii [m]
    double fingers = 0, undercut = 0, interference = 0, strain = 0, strain_limit = 0;
    double normal = 0, pull_out = 0, wire_bend = 0, wire_twist = 0, swing = 0;
    double play = 0;               ///< of one joint, from side to side [rad]
    std::vector<double> levers;    ///< from joint k (0 at the base) to the payload's face [m]
    std::vector<double> own_arms;  ///< sum over the segments beyond joint k of mass times distance [kg m]
    Finger finger;
    std::shared_ptr<const mechanics::SphereContacts> contacts;
    std::vector<double> limits;

    double lever(double k) const { return levers[static_cast<std::size_t>(k)]; }
    double length() const { return levers.front(); }
    /// Moment on joint k of a chain held out straight along x, with the weight of the segments beyond it.
    std::array<double, 3> moment(double k, const Wrench& w) const {
        const double d = lever(k), own = own_arms[static_cast<std::size_t>(k)];
        return {w.mx, w.my - d * w.fz - own * w.gz, w.mz + d * w.fy + own * w.gy};
    }
    double used(double k, const Wrench& w) const {
        auto m = moment(k, w);
        // What the wire takes is bending only, and twist where its ends are keyed: a set of moments that balances.
        const double bend = std::hypot(m[1], m[2]), left = bend > 0 ? std::max(0.0, 1 - wire_bend / bend) : 0;
        m[0] = std::copysign(std::max(0.0, std::abs(m[0]) - wire_twist), m[0]);
        m[1] *= left;
        m[2] *= left;
        if (m[0] == 0 && m[1] == 0 && m[2] == 0) return 0;
        const double multiplier =
            mechanics::slip_limit(*contacts, std::span<const double>(limits), {m[1], m[2], m[0]}).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    }
    double bends(const Wrench& w) const {
        // The largest moment is at one end of the chain: it is linear in the distance but for the own weight.
        double most = 0;
        for (double k = 0; k < joints; ++k) most = std::max(most, used(k, w));
        return most;
    }
    double holding(bool twist) const {
        const std::array<double, 3> unit{twist ? 0.0 : 1.0, 0.0, twist ? 1.0 : 0.0};
        return mechanics::slip_limit(*contacts, std::span<const double>(limits), unit).multiplier;
    }
    double droop(const Wrench& w) const {
        double sum = 0;
        for (double k = 0; k < joints; ++k) sum += std::hypot(moment(k, w)[1], moment(k, w)[2]) / stiffness * lever(k);
        return sum;
    }
};

/// The last `at_tip` segments have another pitch, and a mass in proportion.
void set_levers(Chain& g, double at_tip, double tip_pitch) {
    const auto n = static_cast<std::size_t>(g.joints);
    const auto pitch_of = [&](std::size_t k) { return static_cast<double>(n - k) <= at_tip ? tip_pitch : g.pitch; };
    g.levers.assign(n, 0.0);
    g.own_arms.assign(n, 0.0);
    double reach = 0;
    for (std::size_t k = n; k-- > 0;) g.levers[k] = reach += pitch_of(k);
    for (std::size_t k = 0; k < n; ++k)
        for (std::size_t i = k; i < n; ++i)
            g.own_arms[k] += g.segment_mass * pitch_of(i) / g.pitch * (g.levers[k] - g.levers[i] + pitch_of(i) / 2);
}

/// Force to push the ball in, or out again: over the contact's way past the opening.
double snap_force(const Chain& g) {
    double most = 0;
    for (int i = 0; i <= 60; ++i) {
        const double r = g.opening + (g.ball - g.opening) * i / 60, cosine = r / g.ball;
        const double tangent = std::sqrt(std::max(0.0, 1 - cosine * cosine)) / cosine, hold = 1 - g.friction * tangent;
        const double lifted = g.fingers * g.finger.stiffness * (r - g.opening);
        most = std::max(most, hold > 0 ? lifted * (tangent + g.friction) / hold : lifted > 0 ? infinite : 0);
    }
    return most;
}

void add_ring(const Chain& g, mechanics::SphereContacts& contacts, std::vector<double>& limits, double polar,
              double sum) {
    for (unsigned i = 0; i < ring_points; ++i) {
        const double at = 2 * pi * (i + 0.5) / ring_points;
        contacts.add(std::sin(polar) * std::cos(at), std::sin(polar) * std::sin(at), std::cos(polar));
        limits.push_back(g.friction * sum * g.ball / ring_points);
    }
}

drawing::Drawing section(const Chain& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    const double R = g.ball, p = g.pitch;
    const int shown = static_cast<int>(std::min(g.joints, 12.0));
    d.rectangle({-1.6 * R, -1.3 * R}, {-0.7 * R, 1.3 * R}, Material::site);
    Point at{0, 0};
    double angle = 0;
    for (int k = 0; k < shown; ++k) {
        const double m = g.moment(k, w)[1];
        angle += std::clamp(-m / g.stiffness, -0.35, 0.35);
        const Point next{at.x + p * std::cos(angle), at.y + p * std::sin(angle)};
        const Point side{-std::sin(angle) * 0.45 * R, std::cos(angle) * 0.45 * R};
        d.path({{at.x + side.x, at.y + side.y},
                {next.x + side.x, next.y + side.y},
                {next.x - side.x, next.y - side.y},
                {at.x - side.x, at.y - side.y}},
               Material::plastic);
        d.circle(at, R, Material::plastic);
        d.circle(at, 0.16 * R, Material::metal);
        at = next;
    }
    d.rectangle({at.x - 0.2 * R, at.y - 1.2 * R}, {at.x + 1.8 * R, at.y + 1.2 * R}, Material::payload);
    d.line({0, 0}, {p * shown, 0}, Line::centre);
    d.arrow({at.x + 0.8 * R, at.y - 1.2 * R}, {at.x + 0.8 * R, at.y - 4 * R},
            quantity::format(std::hypot(w.fx, w.fy, w.fz), Dimension::force));
    d.dimension({0, 2.4 * R}, {p * shown, 2.4 * R}, 0,
                fmt::format("{:.0f} joints, {}", g.joints, quantity::format(g.length(), Dimension::length)));
    d.summary = fmt::format("A chain of {:.0f} ball joints, {} long, drooping under its load.", g.joints,
                            quantity::format(g.length(), Dimension::length));
    return d;
}

void add_modes(const Chain& g, FormulaParts& parts) {
    FormulaMode bends;
    bends.mode = {"slips", ModeClass::ultimate, "lets|let go at a joint", false, false};
    bends.utilisation = [g](const Wrench& w) { return g.normal > 0 || g.wire_bend > 0 ? g.bends(w) : infinite; };
    bends.demand = [g](const Wrench& w) {
        const auto m = g.moment(0, w);
        return std::vector<NamedValue>{{"base_moment", std::hypot(m[1], m[2]), Dimension::torque},
                                       {"base_twist", std::abs(m[0]), Dimension::torque}};
    };
    bends.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"base_moment", g.holding(false) + g.wire_bend, Dimension::torque},
                                       {"base_twist", g.holding(true) + g.wire_twist, Dimension::torque}};
    };
    bends.motion = [g](const Wrench& w) -> Phrase {
        double worst = 0, at = 0;
        for (double k = 0; k < g.joints; ++k)
            if (const double u = g.used(k, w); u > worst) {
                worst = u;
                at = k;
            }
        return Phrase(fmt::format("lets|let go at joint {:.0f} from the base", at + 1));
    };
    bends.formula = "min Σ μ N R |ω × n| over rim and seat, + wire";
    bends.source = "derived, upper-bound theorem; wire σ_y d³/6 plastic bending";
    parts.modes.push_back(std::move(bends));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "pulls|pull a ball out of its socket", "pull", Dimension::force,
               [](const Wrench& w) { return std::hypot(std::max(0.0, w.fx), w.fy, w.fz); },
               [g](const Wrench&) { return g.pull_out; }, "max n k (r − R_o)(tan a + μ)/(1 − μ tan a)",
               "snap-fit design guides, from memory"}));
    FormulaMode breaks;  // a ratio, whatever the load
    breaks.mode = {"breaks", ModeClass::ultimate, "cracks|crack a finger when it is snapped in", false, true};
    breaks.utilisation = [g](const Wrench&) { return g.strain_limit > 0 ? g.strain / g.strain_limit : infinite; };
    breaks.demand = [g](const Wrench&) { return std::vector<NamedValue>{{"strain", g.strain, Dimension::number}}; };
    breaks.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"strain", g.strain_limit, Dimension::number}};
    };
    breaks.formula = "3 u c/L²";
    breaks.source = "annular cantilever, beam theory";
    parts.modes.push_back(std::move(breaks));
}

Result<Chain> read(const Values& v) {
    Chain g;
    g.joints = number(v, "joints");
    g.pitch = number(v, "pitch");
    g.segment_mass = number(v, "segment_mass");
    g.play = number(v, "play");
    const double at_tip = number(v, "tip_joints");
    if (at_tip > g.joints)
        return Problem{"ball_chain.more_at_tip_than_all", "tip_joints",
                       fmt::format("{:.0f} joints at the tip are more than all {:.0f}.", at_tip, g.joints),
                       fmt::format("Give at most {:.0f}.", g.joints)};
    set_levers(g, at_tip, number(v, "tip_pitch"));
    g.friction = number(v, "friction");
    g.stiffness = number(v, "joint_stiffness");
    g.ball = number(v, "ball_diameter") / 2;
    g.opening = number(v, "opening_diameter") / 2;
    g.stem = number(v, "stem_diameter") / 2;
    if (g.opening >= g.ball)
        return Problem{
            "ball_chain.opening_too_wide", "opening_diameter",
            fmt::format("An opening of {:.3g} mm does not hold a ball of {:.3g} mm.", 2e3 * g.opening, 2e3 * g.ball),
            fmt::format("Make the opening smaller than {:.3g} mm.", 2e3 * g.ball)};
    if (g.stem >= g.opening)
        return Problem{"ball_chain.stem_too_thick", "stem_diameter", "The stem does not go through the opening.",
                       fmt::format("Make it thinner than {:.3g} mm.", 2e3 * g.opening)};
    g.fingers = number(v, "fingers");
    g.undercut = g.ball - g.opening;
    g.interference = number(v, "interference");
    const double half_angle = pi / g.fingers * (1 - number(v, "slot_share"));
    g.finger = finger_of(g.ball, number(v, "wall"), half_angle, number(v, "finger_length"), number(v, "modulus"));
    g.strain = g.finger.strain_per_lift * g.undercut;
    g.strain_limit = number(v, "strain_limit") * (text(v, "layers") == "across" ? 0.5 : 1);
    const double polar = std::asin(g.opening / g.ball);
    g.normal = g.fingers * g.finger.stiffness * g.interference / std::pow(std::sin(polar), 2);
    auto contacts = std::make_shared<mechanics::SphereContacts>();
    add_ring(g, *contacts, g.limits, polar, g.normal);
    const double seat = number(v, "seat_angle");
    add_ring(g, *contacts, g.limits, pi - seat, g.normal * std::cos(polar) / std::cos(seat));
    g.limits.resize(contacts->padded(), 0.0);
    g.contacts = std::move(contacts);
    const double wire = number(v, "wire_diameter"), yield = number(v, "wire_yield"), wall = number(v, "wire_wall");
    if (2 * wall > wire)
        return Problem{"ball_chain.core_all_wall", "wire_wall",
                       fmt::format("A wall of {:.3g} mm does not fit a core of {:.3g} mm.", wall * 1e3, wire * 1e3),
                       fmt::format("Give at most {}, or 0 for a solid wire.", quantity::mm_down(wire / 2))};
    // Of a tube core, plastic through: the round less its bore.
    const double cubed = std::pow(wire, 3) - (wall > 0 ? std::pow(wire - 2 * wall, 3) : 0);
    g.wire_bend = yield * cubed / 6;
    g.wire_twist = text(v, "wire_ends") == "keyed" ? yield * pi * cubed / (12 * std::sqrt(3.0)) : 0;
    g.pull_out = snap_force(g);
    g.swing = std::asin(g.opening / g.ball) - std::asin(g.stem / g.ball);
    return g;
}

/// How many joints a payload allows before the base lets go, held out level; its centre of gravity lies `offset` beyond
/// the last segment.
double longest(const Chain& g, double mass, double offset) {
    const double hold = g.holding(false) + g.wire_bend;
    const auto moment = [&](double n) {
        return gravity * (mass * (n * g.pitch + offset) + g.segment_mass * n * n * g.pitch / 2);
    };
    double n = 0;
    while (n < 1000 && moment(n + 1) <= hold) ++n;
    return n;
}

Result<FormulaParts> build(const Values& v) {
    const auto made = read(v);
    if (!made) return made.problem();
    const Chain g = *made;
    FormulaParts parts;
    const double reach = longest(g, number(v, "payload_mass"), number(v, "payload_offset"));
    parts.working.push_back([=] {
        return Working{{"undercut", "R_ball − R_opening", "", g.undercut, Dimension::length, "geometry"},
                       {"finger_stiffness", "3 E I/L³, I of the annular sector", "", g.finger.stiffness,
                        Dimension::stiffness, "beam theory"},
                       {"finger_strain", "3 u c_max/L²", "", g.strain, Dimension::number, "beam theory"},
                       {"rim_force", "ΣN = n k i/sin² θ", "", g.normal, Dimension::force, "derived"},
                       {"friction_torque", "bending, rim and seat", "", g.holding(false), Dimension::torque,
                        "derived, rings as of a ball joint"},
                       {"wire_torque", "M_p = σ_y (d³ − d_i³)/6", "", g.wire_bend, Dimension::torque,
                        "plastic bending of a round"},
                       {"snaps_in_at", "max n k (r − R_o)(tan a + μ)/(1 − μ tan a)", "", g.pull_out, Dimension::force,
                        "snap-fit design guides, from memory"},
                       {"swing", "asin(R_o/R) − asin(r_stem/R)", "", g.swing, Dimension::angle, "geometry"}};
    });
    parts.results = {{"joint_torque", g.holding(false) + g.wire_bend, Dimension::torque},
                     {"joint_twist", g.holding(true) + g.wire_twist, Dimension::torque},
                     {"swing", g.swing, Dimension::angle},
                     {"bend_radius", g.pitch / (2 * std::sin(g.swing / 2)), Dimension::length},
                     {"length", g.length(), Dimension::length},
                     {"longest_joints", reach, Dimension::number},
                     {"longest_reach", reach * g.pitch, Dimension::length},
                     {"snap_force", g.pull_out, Dimension::force}};
    double loose = 0;
    for (const double lever : g.levers) loose += g.play * lever;
    if (g.play > 0) {
        parts.results.push_back({"loose_at_payload", loose, Dimension::length});
        parts.advisories.push_back({fmt::format("Its joints have play: at the payload it moves {} from side to side "
                                                "before anything holds it.",
                                                quantity::format(loose, Dimension::length)),
                                    false});
    }
    parts.loaded_results = [g](const Load& load) {
        return std::vector<NamedValue>{{"droop", g.droop(load.whole()), Dimension::length}};
    };
    add_modes(g, parts);
    parts.section = [g](const Load& load) { return section(g, load); };
    const double lasting = g.finger.strain_per_lift * g.interference;
    if (lasting > g.strain_limit / 4)
        parts.advisories.push_back(
            {"The interference strains the fingers for good by more than a quarter of their limit: they will relax.",
             true});
    if (gravity * g.own_arms.front() > g.holding(false) + g.wire_bend)
        parts.advisories.push_back({"Held out level the chain does not even carry itself.", true});
    return parts;
}

/// It stands out along x, as long as it is. A single segment swings in its socket; a chain that is bent is made of
/// single ones, each with its own load.
Motion motion(const Values& v) {
    Motion m;
    const double joints = number(v, "joints"), at_tip = std::min(joints, number(v, "tip_joints"));
    const double length = (joints - at_tip) * number(v, "pitch") + at_tip * number(v, "tip_pitch");
    m.span.translation() = Eigen::Vector3d(length, 0, 0);
    m.contact_moves = true;  // the load is taken at its end
    m.mass = joints * number(v, "segment_mass");
    m.centre_of_gravity = {length / 2, 0, 0};
    const double across = number(v, "ball_diameter");
    m.limbs = {{{0, 0, 0}, {length, 0, 0}, across, across, across, "plastic"}};
    if (joints > 1) return m;
    const double opening = number(v, "opening_diameter"), ball = number(v, "ball_diameter"),
                 stem = number(v, "stem_diameter");
    const double swing = stem < opening && opening < ball ? std::asin(opening / ball) - std::asin(stem / ball) : 0;
    m.axes = {{"roll", "Round its own axis", Eigen::Vector3d::UnitX(), false, -half_turn, half_turn},
              {"swing", "Sideways", Eigen::Vector3d::UnitZ(), false, -swing, swing, "to the left", "to the right"},
              {"nod", "Nod", Eigen::Vector3d::UnitY(), false, -swing, swing, "down", "up"}};
    return m;
}

/// The chain begins in a cup and ends in a ball.
Mating chain_in_cup() {
    return {.support = PortKind::socket,
            .payload = PortKind::ball,
            .fills = {{"ball_diameter", PortSide::payload, "diameter"},
                      {"opening_diameter", PortSide::support, "opening"},
                      {"stem_diameter", PortSide::payload, "stem"}},
            .friction = "friction"};
}

}  // namespace
}  // namespace of_ball_chain

const Family& ball_chain() {
    using namespace of_ball_chain;
    static const FormulaFamily family(
        "ball_chain", "Chain of balls and sockets",
        "A printed chain with or without a core wire: how far does it reach, where does it let go, how does it droop?",
        {
            count_row("joints", "Joints", 4, {1, 100},
                      "Counted from the base; the payload sits one pitch beyond the last."),
            length_row("pitch", "Pitch", 0.030, 0.5, "From ball to ball."),
            count_row("tip_joints", "Of them, with another pitch", 0, {0, 100}, "Counted from the tip; 0: all alike."),
            length_row("tip_pitch", "Pitch of those", 0.025, 0.5, "From ball to ball, at the tip."),
            length_row("ball_diameter", "Ball", 0.020, 0.2, "Diameter."),
            length_row("opening_diameter", "Opening", 0.0192, 0.2, "Of the socket's rim; less than the ball."),
            length_row("stem_diameter", "Stem", 0.008, 0.2, "Below the ball."),
            count_row("fingers", "Fingers", 4, {2, 24}, "Between the slots of a socket."),
            quantity_row("slot_share", "Slots take", Dimension::number, 0.1, {0, 0.9}, "Share of the rim that is slot.",
                         "input"),
            length_row("wall", "Finger, wall", 0.002, 0.05, "Thickness of the socket."),
            length_row("finger_length", "Finger, length", 0.016, 0.1, "From where it is held to the rim."),
            quantity_row("modulus", "Stiffness, E", Dimension::stress, 1.9e9, {1e6, 1e12},
                         "PLA 2.3 GPa, PETG 1.9, ABS 2.0, nylon 12 1.6, as printed.", "from memory"),
            quantity_row("strain_limit", "Strain limit", Dimension::number, 0.04, {0.0001, 1},
                         "PLA 0.02, ABS 0.03, PETG 0.04, nylon 12 0.06.", "from memory"),
            choice_row("layers", "Fingers bend", {{"along", "along the layers"}, {"across", "across the layers"}},
                       "along", "Across its layers a print takes half the strain."),
            quantity_row("interference", "Interference", Dimension::length, 0.0001, {0, 0.01},
                         "How far each finger is lifted by the ball in its seat, in radius.", "input"),
            friction_row("friction", "Friction", "printed PLA on printed PLA", "Ball in socket."),
            quantity_row("seat_angle", "Seat, from the axis", Dimension::angle, 0.7854, {0.0175, 1.5},
                         "Where the ball rests at the bottom of its socket.", "input"),
            quantity_row("joint_stiffness", "Joint stiffness, N·m/rad", Dimension::number, 20, {0.01, 1e9},
                         "How far a joint turns before it slips; for the droop.", "from memory"),
            gap_row("wire_diameter", "Core wire", 0.002, 0.02, "Bendable wire through all segments; 0 for none."),
            gap_row("wire_wall", "Core, wall", 0, 0.01, "Of a tube core; 0 for a solid wire."),
            quantity_row("wire_yield", "Wire yields at", Dimension::stress, 120e6, {1e5, 3e9},
                         "Soft aluminium 60 to 120 MPa, soft steel 250, copper 70.", "from memory"),
            choice_row("wire_ends", "Wire ends are", {{"free", "free to turn"}, {"keyed", "keyed"}}, "free",
                       "A keyed wire also resists twist."),
            quantity_row("play", "Play of a joint", Dimension::angle, 0, {0, 1},
                         "How far one joint moves freely, from side to side; 0 where it is snug.", "input"),
            quantity_row("segment_mass", "Segment", Dimension::mass, 0.012, {0, 10}, "Mass of one.", "input"),
            from_rig(quantity_row("payload_mass", "Payload", Dimension::mass, 0.15, {0, 100}, "For the longest reach.",
                                  "input"),
                     RigFact::mass),
            from_rig(gap_row("payload_offset", "Payload, beyond the chain", 0.02, 2,
                             "Its centre of gravity, from the end of the last segment, for the longest reach."),
                     RigFact::distance),
        },
        &build, true,
        {{"material",
          "Material of the links",
          {{"modulus", "youngs_modulus"}, {"strain_limit", "strain_limit"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .first = true, .second = true}}},
         {"material", "Core wire", {{"wire_yield", "yield"}}, {}, {}, "wire"}},
        &motion, {chain_in_cup()}, {.mass = 0.15, .at = {0, 0, 0.02}, .push = 0});
    return family;
}

}  // namespace clampet::families
