#include "families/cam/cam.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/jamming.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_cam {
namespace {

using quantity::degree;
using quantity::infinite;
constexpr int travel_steps = 720;
constexpr const char* cam_pair = "steel on plywood";

enum class Kind { eccentric, spiral };

struct Cam {
    Kind kind = Kind::eccentric;
    mechanics::Eccentric disc;
    double pressure_angle = 0;            ///< gamma of a spiral [rad]
    double lever = 0, hand = 0, end = 0;  ///< l [m], Q [N], theta where the lever stops [rad]
    double stiffness = 0, slack = 0;      ///< k [N/m], play before it presses [m]
    double friction_high = 1,
           friction_low = 1;  ///< factors on friction: strong for the peak, shaken while staying shut
    double snag = 0;          ///< what may catch the lever [N]
    double clamped_friction = 0, pad_radius = 0;
    int faces = 1;

    double lift(double theta) const {
        return kind == Kind::spiral ? disc.radius * (std::exp(theta * std::tan(pressure_angle)) - 1) : disc.lift(theta);
    }
    double height(double theta) const {
        return kind == Kind::spiral ? disc.radius * std::exp(theta * std::tan(pressure_angle)) : disc.height(theta);
    }
    double clamp(double theta) const { return stiffness * std::max(0.0, lift(theta) - slack); }
    double friction_arm(double theta, double share) const {
        return share * (disc.face_friction * height(theta) + disc.pin_friction * disc.pin_radius);
    }
    /// What drives the cam open, per clamp force: e sin theta, or h tan gamma.
    double opening_arm(double theta) const {
        return kind == Kind::spiral ? height(theta) * std::tan(pressure_angle) : disc.offset * std::sin(theta);
    }
    double hand_force(double theta, double share = 1) const {
        return clamp(theta) * (opening_arm(theta) + friction_arm(theta, share)) / lever;
    }
    struct Closed {
        double angle = 0, peak = 0;  ///< where it stops, hand force needed on the way
        bool all_the_way = true;
    };
    /// Turns the lever from 0 until it stops or the hand can do no more: the first crossing counts.
    Closed closed() const {
        Closed c{end, 0, true};
        double before = 0;
        for (int i = 1; i <= travel_steps; ++i) {
            const double theta = end * i / travel_steps, needed = hand_force(theta);
            if (needed > hand) {
                double low = before, high = theta;
                for (int k = 0; k < 60; ++k) {
                    const double middle = (low + high) / 2;
                    (hand_force(middle) > hand ? high : low) = middle;
                }
                c.angle = low;
                c.all_the_way = false;
                break;
            }
            before = theta;
        }
        // What the whole travel may ask for, with the friction at its highest.
        for (int i = 1; i <= travel_steps; ++i)
            c.peak = std::max(c.peak, hand_force(end * i / travel_steps, friction_high));
        return c;
    }
    /// Friction against what drives it open; infinite past dead centre or where nothing drives it.
    double stays_shut(double theta) const {
        const double drive = opening_arm(theta);
        return drive > 1e-12 * disc.radius ? friction_arm(theta, friction_low) / drive : infinite;
    }
};

drawing::Drawing section(const Cam& c, double theta, double force) {
    using namespace drawing;
    Drawing d;
    const double R = c.disc.radius, e = c.disc.offset;
    const double height = c.height(theta);
    d.rectangle({-2.2 * R, -0.5 * R}, {2.2 * R, 0}, Material::wood);
    const Point pin{0, height};
    if (c.kind == Kind::eccentric) {
        d.circle({pin.x + e * std::sin(theta), R}, R, Material::metal);
    } else {
        std::vector<Point> outline;
        const double whole = std::max(c.end, theta) + 0.6;
        for (int i = 0; i <= 48; ++i) {
            const double at = whole * i / 48, r = R * std::exp(at * std::tan(c.pressure_angle)),
                         turn = -std::numbers::pi / 2 + (at - theta);
            outline.push_back({pin.x + r * std::cos(turn), pin.y + r * std::sin(turn)});
        }
        outline.push_back(pin);
        d.path(std::move(outline), Material::metal);
    }
    d.circle(pin, std::max(c.disc.pin_radius, 0.06 * R), Material::air);
    const double turn = theta + 20 * degree, l = std::min(c.lever, 4 * R);
    const Point tip{pin.x + l * std::sin(turn), pin.y - l * std::cos(turn) + 0.4 * R};
    const Point side{0.12 * R * std::cos(turn), 0.12 * R * std::sin(turn)};
    d.path({{pin.x + side.x, pin.y + side.y},
            {tip.x + side.x, tip.y + side.y},
            {tip.x - side.x, tip.y - side.y},
            {pin.x - side.x, pin.y - side.y}},
           Material::plastic);
    d.arrow({0, -1.3 * R}, {0, -0.5 * R}, quantity::format(force, Dimension::force));
    d.dimension({-2.0 * R, 0}, {-2.0 * R, height}, 0, quantity::format(height, Dimension::length));
    d.text({1.5 * R, 2.4 * R}, fmt::format("at {}", quantity::format(theta, Dimension::angle)), Align::left,
           TextRole::number);
    d.summary = fmt::format("A cam closed to {}, clamping with {}.", quantity::format(theta, Dimension::angle),
                            quantity::format(force, Dimension::force));
    return d;
}

Result<Cam> read(const Values& v) {
    Cam c;
    c.kind = text(v, "kind") == "spiral" ? Kind::spiral : Kind::eccentric;
    c.disc = {number(v, "radius"), number(v, "offset"), number(v, "friction"), number(v, "pin_friction"),
              number(v, "pin_diameter") / 2};
    c.pressure_angle = number(v, "pressure_angle");
    c.lever = number(v, "lever");
    c.hand = number(v, "hand_force");
    c.end = number(v, "travel");
    // Pad, stack, frame and pin are springs in a row.
    c.stiffness = 1 / (1 / number(v, "pad_stiffness") + 1 / number(v, "frame_stiffness"));
    c.slack = number(v, "slack");
    if (const auto pair = catalogue::friction_named(cam_pair)) c.friction_high = pair->high / pair->typical;
    c.friction_low = text(v, "place") == "shakes" ? 0.5 : 1;
    c.snag = number(v, "snag_force");
    c.clamped_friction = number(v, "clamped_friction");
    c.faces = static_cast<int>(std::lround(number(v, "clamped_faces")));
    c.pad_radius = number(v, "pad_diameter") / 2;
    if (c.kind == Kind::eccentric && !(c.disc.offset < c.disc.radius))
        return Problem{
            "cam.pivot_outside_disc", "offset",
            fmt::format("An offset of {:.3g} mm puts the pivot outside the disc of radius {:.3g} mm.",
                        c.disc.offset * 1e3, c.disc.radius * 1e3),
            fmt::format("Make it less than {}; a tenth of the radius is usual.", quantity::mm_down(c.disc.radius))};
    if (!(c.disc.pin_radius < c.disc.radius))
        return Problem{"cam.pin_too_thick", "pin_diameter", "The pin is as large as the cam.", "Make the pin smaller."};
    return c;
}

void add_modes(const Cam& c, double theta, double peak, double force, FormulaParts& parts) {
    parts.modes.push_back(margin(
        "stays_shut", "opens|open by itself", [c, theta](const Wrench&) { return c.stays_shut(theta); },
        c.kind == Kind::spiral ? "[μ_f h + μ_p r]/(h tan γ)" : "[μ_f (R − e cos θ) + μ_p r]/(e sin θ)",
        "statics of a cam; half of the friction where it shakes"));
    const auto pressed = [force](const Wrench& w) { return std::max(0.0, force - w.fz); };
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "lets|let what it clamps slide or twist", false, false};
    slips.utilisation = [c, pressed](const Wrench& w) {
        const double hold = c.clamped_friction * c.faces * pressed(w), arm = 2.0 / 3 * c.pad_radius;
        // Slide and twist added up: inside the true limit surface, so on the safe side.
        const double asked = std::hypot(w.fx, w.fy) + (arm > 0 ? std::abs(w.mz) / arm : 0);
        return asked > 0 ? (hold > 0 ? asked / hold : infinite) : 0.0;
    };
    slips.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"shear", std::hypot(w.fx, w.fy), Dimension::force},
                                       {"twist", std::abs(w.mz), Dimension::torque}};
    };
    slips.capacity = [c, pressed](const Wrench& w) {
        const double hold = c.clamped_friction * c.faces * pressed(w);
        return std::vector<NamedValue>{{"shear", hold, Dimension::force},
                                       {"twist", hold * 2 / 3 * c.pad_radius, Dimension::torque}};
    };
    slips.formula = "n μ (F − Fz), twist at 2/3 of the pad's radius";
    slips.source = "Coulomb friction; Shigley, uniform pressure";
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pulled open", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [force](const Wrench&) { return force; }, "F", "statics"}));
    FormulaMode closes;
    closes.mode = {"closes_by_hand", ModeClass::service, "is|be too stiff to close by hand", false, true};
    closes.utilisation = [peak, hand = c.hand](const Wrench&) { return hand > 0 ? peak / hand : infinite; };
    closes.demand = [peak](const Wrench&) { return std::vector<NamedValue>{{"hand_force", peak, Dimension::force}}; };
    closes.capacity = [hand = c.hand](const Wrench&) {
        return std::vector<NamedValue>{{"hand_force", hand, Dimension::force}};
    };
    closes.formula = "peak of F[e sin θ + μ_f (R − e cos θ) + μ_p r]/l over the travel";
    closes.source = "statics of a cam";
    parts.modes.push_back(std::move(closes));
    FormulaMode snags;
    const double open = force * (c.friction_arm(theta, c.friction_low) - c.opening_arm(theta));
    snags.mode = {"snags_open", ModeClass::service, "is|be opened by something that catches the lever", false, true};
    snags.utilisation = [open, by = c.snag * c.lever](const Wrench&) { return open > 0 ? by / open : infinite; };
    snags.demand = [by = c.snag * c.lever](const Wrench&) {
        return std::vector<NamedValue>{{"torque", by, Dimension::torque}};
    };
    snags.capacity = [open](const Wrench&) { return std::vector<NamedValue>{{"torque", open, Dimension::torque}}; };
    snags.formula = "F[μ_f (R − e cos θ) + μ_p r − e sin θ]";
    snags.source = "statics of a cam";
    parts.modes.push_back(std::move(snags));
}

Result<FormulaParts> build(const Values& v) {
    const auto read_cam = read(v);
    if (!read_cam) return read_cam.problem();
    const Cam c = *read_cam;
    const auto closed = c.closed();
    const double kept = number(v, "kept"), force = kept * c.clamp(closed.angle);
    FormulaParts parts;
    parts.working.push_back([=] {
        return Working{
            {"closed_to", "the lever's stop, or where the hand can do no more", "", closed.angle, Dimension::angle,
             "derived"},
            {"lift", c.kind == Kind::spiral ? "h₀(exp(θ tan γ) − 1)" : "s = e(1 − cos θ)",
             c.kind == Kind::spiral
                 ? fmt::format("{:.2f} mm(exp({:.4f} · tan {:.2f}°) − 1)", c.disc.radius * 1e3, closed.angle,
                               c.pressure_angle / degree)
                 : fmt::format("{:.2f} mm(1 − cos {:.1f}°)", c.disc.offset * 1e3, closed.angle / degree),
             c.lift(closed.angle), Dimension::length, "geometry of a cam"},
            {"stiffness", "1/(1/k_pad + 1/k_frame)", "", c.stiffness, Dimension::stiffness, "springs in a row"},
            {"clamping_force", "F = kept · k(s − slack)",
             fmt::format("{:.2f} · {:.0f} N/mm({:.3f} − {:.3f}) mm", kept, c.stiffness * 1e-3,
                         c.lift(closed.angle) * 1e3, c.slack * 1e3),
             force, Dimension::force, "derived"},
            {"peak_hand_force", "max of F[e sin θ + μ_f (R − e cos θ) + μ_p r]/l, μ at its highest", "", closed.peak,
             Dimension::force, "statics of a cam"},
        };
    });
    add_modes(c, closed.angle, closed.peak, force, parts);
    parts.results = {{"clamping_force", force, Dimension::force},
                     {"closed_to", closed.angle, Dimension::angle},
                     {"lift", c.lift(closed.angle), Dimension::length},
                     {"peak_hand_force", closed.peak, Dimension::force},
                     {"stays_shut_margin", c.stays_shut(closed.angle), Dimension::number}};
    parts.section = [c, theta = closed.angle, force](const Load&) { return section(c, theta, force); };
    if (!closed.all_the_way)
        parts.advisories.push_back(
            {fmt::format("A hand of {:.0f} N stops at {:.0f}°, before the lever's end.", c.hand, closed.angle / degree),
             true});
    if (!(force > 0)) parts.advisories.push_back({"The lift does not take up the slack: it clamps nothing.", true});
    if (c.kind == Kind::eccentric && !c.disc.locks_everywhere())
        parts.advisories.push_back(
            {"It does not lock at every angle: a slightly thicker or thinner plate may let it open.", false});
    return parts;
}

}  // namespace
}  // namespace of_cam

const Family& cam() {
    using namespace of_cam;
    const auto stiff = [](std::string key, std::string label, double standard, std::string help) {
        return quantity_row(std::move(key), std::move(label), Dimension::stiffness, standard, {1, 1e12},
                            std::move(help), "from memory");
    };
    static const FormulaFamily family(
        "cam", "Cam lever", "An eccentric, spiral or over-centre lever: how hard does it clamp, and does it stay shut?",
        {
            choice_row("kind", "Cam", {{"eccentric", "eccentric disc"}, {"spiral", "spiral"}}, "eccentric",
                       "A round disc on an offset pin, or a profile that rises evenly."),
            length_row("radius", "Disc radius", 0.015, 0.3, "Of the disc; of a spiral where it starts."),
            shown_for(gap_row("offset", "Pin offset", 0.0015, 0.1,
                              "Rule of thumb: a tenth of the radius on dry steel, a seventh on leather or rubber."),
                      "kind", {"eccentric"}),
            shown_for(quantity_row("pressure_angle", "Rise angle", Dimension::angle, 4 * degree,
                                   {0, 45 * degree, false}, "Of a spiral, against the tangent; constant.", "input"),
                      "kind", {"spiral"}),
            quantity_row("travel", "Lever stops at", Dimension::angle, 120 * degree, {0, 270 * degree, false},
                         "From lowest lift. Past 180° an eccentric has gone over centre and rests on its stop.",
                         "input"),
            length_row("lever", "Lever", 0.070, 1, "From the pin to where the hand presses."),
            quantity_row("hand_force", "Hand", Dimension::force, 60, {0, 2000}, "A thumb 40 N, a hand 60 to 100 N.",
                         "from memory"),
            [] {
                // More keeps it shut, and takes more of the hand: it may clamp harder or less.
                Parameter p =
                    friction_row("friction", "Friction under the cam", cam_pair, "Cam on what it presses, dry.");
                p.spread.either = true;
                return p;
            }(),
            quantity_row("pin_friction", "Friction on the pin", Dimension::number, 0.15, {0, 2}, "Dry steel 0.15.",
                         "from memory"),
            gap_row("pin_diameter", "Pin", 0.006, 0.1, "Diameter of the pin that it turns on."),
            stiff("pad_stiffness", "Pad and stack stiffness", 1e6,
                  "What it squeezes: rubber pad 0.2 kN/mm, plywood 2 kN/mm."),
            stiff("frame_stiffness", "Frame stiffness", 3e6, "Of frame and pin: bent ply 1 kN/mm, steel 10 kN/mm."),
            gap_row("slack", "Slack", 0.0005, 0.05, "Play before it begins to press."),
            described(choice_row("place", "It is used", {{"still", "at rest"}, {"shakes", "where it shakes"}}, "still",
                                 "Bumps and carrying halve the friction that keeps it shut.")),
            quantity_row("snag_force", "What may catch the lever", Dimension::force, 15, {0, 1e4},
                         "A sleeve or a cable 15 N.", "common practice"),
            friction_row("clamped_friction", "Friction of what it clamps", "plywood on plywood",
                         "Between the clamped faces."),
            count_row("clamped_faces", "Friction faces", 1, {1, 20}, "How many faces share the slip."),
            gap_row("pad_diameter", "Clamped pad", 0.030, 1, "Diameter of the pressed area, against twisting."),
            described(quantity_row("kept", "Kept after a day", Dimension::number, 0.95, {0, 1, false},
                                   "Share of the force that is left after a day.", "from memory")),
        },
        &build);
    return family;
}

}  // namespace clampet::families
