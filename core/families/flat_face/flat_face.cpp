#include "families/flat_face/flat_face.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "families/flat_face/face_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/points_text.h"
#include "families/shared/slip_shares.h"
#include "mechanics/first_exit.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

using mechanics::Patch;
using mechanics::Point;
using quantity::infinite;
constexpr std::size_t most_points = 4096;
constexpr double exact_tolerance = 1e-5, search_tolerance = 3e-3;

std::vector<Mode> modes_of_face(bool soft, bool one_screw) {
    std::vector<Mode> modes{{"slips", ModeClass::ultimate, "slides|slide or twists|twist on its face", false},
                            {"tips", ModeClass::ultimate, "tips|tip over the edge of its face", false},
                            {"parts", ModeClass::ultimate, "is|be pulled off its face", false},
                            // Rubber, cork or felt that is squeezed too hard creeps, and goes on holding.
                            soft ? Mode{"crush", ModeClass::service, "squashes|squash its pad", false}
                                 : Mode{"crush", ModeClass::ultimate, "crushes|crush its face", false},
                            {"opens", ModeClass::service, "opens|open at one edge", false}};
    if (one_screw) modes.push_back({"unscrews", ModeClass::ultimate, "turns|turn and backs|back its screw off", false});
    if (soft) modes.push_back({"sags", ModeClass::service, "sags|sag on its pad", false});
    return modes;
}

std::span<const Mode> face_modes(bool soft, bool one_screw) {
    static const std::array all{modes_of_face(false, false), modes_of_face(false, true), modes_of_face(true, false),
                                modes_of_face(true, true)};
    return all[2 * std::size_t{soft} + std::size_t{one_screw}];
}

enum ModeIndex : std::size_t { slips, tips, parts, crush, opens, unscrews_or_sags };

/// Pressure cone under a head (VDI 2230), or the reach of a plate bending on its pad.
double reach_of(const FaceNumbers& n, double plate_modulus) {
    if (n.bearing == Bearing::cone) return n.head_diameter / 2 + n.plate_thickness * std::tan(std::numbers::pi / 6);
    if (n.bearing != Bearing::pad) return 0;
    constexpr double poisson = 0.3;
    const double t3 = std::pow(n.plate_thickness, 3);
    const double length =
        std::pow(plate_modulus * t3 * n.pad_thickness / (12 * (1 - poisson * poisson) * n.pad_modulus), 0.25);
    return n.head_diameter / 2 + 2 * length;
}

Result<mechanics::PatchShape> shape_of(const Values& v) {
    mechanics::PatchShape shape;
    shape.hole_radius = number(v, "hole_diameter") / 2;
    const auto& kind = text(v, "shape");
    if (kind == "disc") {
        shape.radius = number(v, "diameter") / 2;
        return shape;
    }
    shape.centre = {number(v, "screw_x"), number(v, "screw_y")};
    if (kind == "rectangle") {
        shape.polygon = mechanics::rectangle(number(v, "length"), number(v, "width")).polygon;
        return shape;
    }
    auto points = read_points(text(v, "points"), "points");
    if (!points) return points.problem();
    shape.polygon = *points;
    return shape;
}

/// The faces that meet, and how they bear: a soft lining spreads the load, a stud's collar bears all round.
Values derived(const Meeting& meeting) {
    const PressedFace face = pressed_face(meeting);
    Values v;
    if (face.is_known()) {
        v["shape"] = face.diameter > 0 ? "disc" : "rectangle";
        if (face.diameter > 0) v["diameter"] = face.diameter;
        if (face.diameter == 0) v["length"] = face.length, v["width"] = face.width;
        if (face.hole < face.narrowest()) v["hole_diameter"] = face.hole;
    }
    if (const auto lining = lining_between(meeting)) {
        v["bears"] = "pad";
        if (lining->youngs_modulus > 0) v["pad_modulus"] = lining->youngs_modulus;
        if (lining->bearing > 0) v["allowable_pressure"] = lining->bearing;
        if (lining->retention > 0) v["kept"] = lining->retention;
    }
    const bool has_plate = port_size(meeting.support, "thickness") > 0;
    if (!v.contains("bears")) v["bears"] = has_plate ? "cone" : "whole";
    if (has_plate) v["plate_thickness"] = port_size(meeting.support, "thickness");
    return v;
}

/// What presses is a screw, another family, where one of them is a thread.
Mating mating(PortKind support, PortKind payload) {
    return {.support = support,
            .payload = payload,
            .friction = "friction",
            .materials = {{PortSide::support, "material"}, {PortSide::payload, "material"}},
            .derived = &derived,
            .only_beside = support == PortKind::thread || payload == PortKind::thread};
}

class FlatFace : public Family {
 public:
    std::string_view key() const override { return "flat_face"; }
    std::string_view name() const override { return "Flat face under a screw"; }
    std::string_view purpose() const override {
        return "Two flat faces pressed together: do they slide, twist, tip, open, crush or unscrew?";
    }
    std::span<const StockUse> own_stock() const override {
        static const std::vector<StockUse> uses{
            {"material",
             "Plate, made of",
             {{"plate_modulus", "youngs_modulus"}, {"allowable_pressure", "bearing"}, {"kept", "retention"}},
             {},
             {},
             "material",
             {},
             {{.input = "friction", .second = true}}},
            {"material",
             "Pad between them",
             {{"pad_modulus", "pad_modulus"}, {"allowable_pressure", "bearing"}, {"kept", "retention"}},
             {},
             {{"bears", "bears"}},
             "pad",
             {},
             {{.input = "friction", .first = true}}},
            {"pad",
             "Pad between them",
             {{"pad_modulus", "pad_modulus"},
              {"allowable_pressure", "bearing"},
              {"kept", "retention"},
              {"pad_thickness", "thickness"}},
             {},
             {{"bears", "bears"}},
             "pad",
             {},
             {{.input = "friction", .first = true}}},
            {"magnet",
             "Pot magnet on steel",
             {{"force", "force"}, {"diameter", "outer"}, {"kept", "kept"}},
             {{"squeezed_by", "force"}, {"shape", "disc"}, {"bears", "whole"}, {"screws", "several"}},
             {},
             "magnet"}};
        return uses;
    }
    std::span<const Mating> matings() const override {
        static const std::vector<Mating> all{
            mating(PortKind::face, PortKind::face), mating(PortKind::face, PortKind::thread),
            mating(PortKind::thread, PortKind::face), mating(PortKind::thread, PortKind::thread),
            mating(PortKind::floor, PortKind::face)};
        return all;
    }
    std::span<const Parameter> parameters() const override { return face_parameters(); }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override;
};

Result<std::shared_ptr<const Joint>> FlatFace::join(const Values& v) const {
    FaceNumbers n;
    auto shape = shape_of(v);
    if (!shape) return shape.problem();
    n.shape = *shape;
    const auto& bears = text(v, "bears");
    n.bearing = bears == "whole"    ? Bearing::whole
                : bears == "cone"   ? Bearing::cone
                : bears == "pad"    ? Bearing::pad
                : bears == "rubber" ? Bearing::rubber
                                    : Bearing::rim;
    n.head_diameter = number(v, "head_diameter");
    n.plate_thickness = number(v, "plate_thickness");
    n.pad_thickness = number(v, "pad_thickness");
    n.pad_modulus = number(v, "pad_modulus");
    n.friction = number(v, "friction");
    n.load_share = number(v, "load_share");
    n.screw = n.shape.centre;
    n.allowable_pressure = number(v, "allowable_pressure");
    n.one_screw = text(v, "screws") == "one";
    n.right_hand = text(v, "thread_hand") == "right";
    n.sag_limit = number(v, "sag_limit");
    n.reach = reach_of(n, number(v, "plate_modulus"));
    auto squeezed = squeeze(v);
    if (!squeezed) return squeezed.problem();
    n.squeeze = *squeezed;
    if (n.one_screw) {
        const auto thread = catalogue::thread_named(text(v, "central_screw"));
        if (!thread) return thread.problem().at("central_screw");
        n.thread_pitch = thread->pitch;
        n.screw_radius = thread->major / 2;
        n.thread_radius_friction =
            number(v, "central_friction") * thread->pitch_diameter / (2 * std::cos(thread->flank_half_angle));
    }
    const auto bedding = n.bearing == Bearing::rubber ? mechanics::Bedding::bonded_rubber
                         : n.bearing == Bearing::rim  ? mechanics::Bedding::rim
                                                      : mechanics::Bedding::even;
    mechanics::PatchShape pressed = n.shape;
    pressed.reach = n.reach;
    const bool in_closed_form = bedding == mechanics::Bedding::even;
    const auto cut = [&](unsigned radial, unsigned around, double tolerance) {
        return mechanics::cut_face({pressed, bedding, radial, around, tolerance * 1e-2, in_closed_form});
    };
    const auto coarse = cut(6, 24, exact_tolerance);
    if (!coarse) return coarse.problem();
    // An opened face may press over a small part of its length: a slender one needs more points along it.
    const auto& patch = (*coarse)->points.patch();
    const double slender = std::clamp(patch.size * patch.size / patch.area, 1.0, 8.0);
    const auto fine =
        cut(static_cast<unsigned>(8 + 2 * slender), static_cast<unsigned>(34 + 6 * slender), exact_tolerance);
    if (!fine) return fine.problem();
    if ((*fine)->points.patch().count() > most_points)
        return Problem{"face.too_many_corners", "points", "The face has too many corners.", "Use fewer corners."};
    const auto rough = cut(4, 14, search_tolerance);
    if (!rough) return rough.problem();
    auto joint = std::make_shared<FaceJoint>(std::move(n), *coarse, *fine, exact_tolerance);
    joint->search_on(*rough, search_tolerance);
    return std::shared_ptr<const Joint>(std::move(joint));
}

}  // namespace

const Family& flat_face() {
    static const FlatFace family;
    return family;
}

FaceJoint::FaceJoint(FaceNumbers numbers, mechanics::CutFacePtr coarse, mechanics::CutFacePtr fine, double tolerance)
    : n_(std::move(numbers)),
      coarse_face_(std::move(coarse)),
      fine_face_(std::move(fine)),
      coarse_(coarse_face_->points),
      fine_(fine_face_->points),
      block_(fine_face_->block ? &*fine_face_->block : nullptr),
      coarse_contacts_(coarse_face_->contacts),
      fine_contacts_(fine_face_->contacts),
      edges_(coarse_face_->edges),
      modes_(face_modes(soft(), n_.one_screw)),
      tolerance_(tolerance) {
    rest_radius_ = slip({}, false).mean_radius;
}

std::span<const Mode> FaceJoint::modes() const noexcept {
    return modes_;
}

FaceJoint::Pressed FaceJoint::pressed(const Wrench& w) const noexcept {
    const double F = n_.squeeze.force;
    Pressed p;
    p.N = w.fz < 0 ? F - (1 - n_.load_share) * w.fz : F - w.fz;
    const double in_screw = p.N + w.fz;
    p.Sx = n_.screw.x * in_screw + w.my;
    p.Sy = n_.screw.y * in_screw - w.mx;
    return p;
}

/// More than just enough.
constexpr double certainly = 1 + 1e-9;

FaceJoint::Slip FaceJoint::slip(const Wrench& w, bool only_limit, const mechanics::KnownEnough& enough,
                                Nearby* near) const noexcept {
    Slip result;
    result.limit.multiplier = 0;
    const Pressed load = pressed(w);
    const mechanics::PressureSolver* solver = &coarse_;
    const auto* contacts = &coarse_contacts_;
    mechanics::ContactPressure p = load.N > 0 ? solver->linear(load.N, load.Sx, load.Sy) : mechanics::ContactPressure{};
    if (!p.whole && load.N > 0) {
        solver = &fine_;
        contacts = &fine_contacts_;
        p = fine_.solve(load.N, load.Sx, load.Sy, near ? &near->pressure : nullptr);
    }
    if (!p.in_balance) return result;
    if (near) near->pressure = p;
    const Patch& patch = solver->patch();
    std::array<double, most_points + mechanics::sum_block> limit;
    solver->forces(p, n_.friction, limit.data());
    // The rotations' power is taken about the interface's origin, as the wrench is.
    const double length = patch.size;
    const std::array demand{w.fx, w.fy, w.mz / length};
    const std::span<const double> given(limit.data(), contacts->padded());
    const auto moments = contacts->moments(given);
    if (only_limit && std::isfinite(enough.above) &&
        contacts->surely_bear(given, moments, demand, enough.above * certainly)) {
        result.limit.multiplier = enough.above * certainly;
        return result;
    }
    const double finest = tolerance_ > 5e-4 ? 0.06 : 0.01;
    const auto* last = near ? &near->slip : nullptr;
    if (p.whole)
        result.limit = mechanics::slip_limit(*contacts, given, demand, enough, finest, last, &moments);
    else {
        const mechanics::BearingContacts<most_points> bearing(*contacts, given);
        result.limit = mechanics::slip_limit(bearing, bearing.limit(), demand, enough, finest, last, &moments);
    }
    if (near) near->slip = result.limit;
    if (only_limit) return result;
    double arm = 0;
    auto& normal = limit;
    const double total = solver->forces(p, 1, normal.data());
    for (std::size_t i = 0; i < patch.count(); ++i)
        arm += normal[i] * std::hypot(patch.x[i] - n_.screw.x, patch.y[i] - n_.screw.y);
    result.mean_radius = total > 0 ? arm / total : 0;
    const double twist = std::abs(w.mz - n_.screw.x * w.fy + n_.screw.y * w.fx);
    result.swing = twist > 0 ? n_.friction * arm / twist : infinite;
    return result;
}

double FaceJoint::unscrewing_torque(const Wrench& w) const noexcept {
    return pressed(w).N *
           (n_.friction * rest_radius_ + n_.thread_radius_friction - n_.thread_pitch / (2 * std::numbers::pi));
}

double FaceJoint::peak_pressure(const Wrench& w, Nearby* near) const noexcept {
    const Pressed load = pressed(w);
    if (!(load.N > 0)) return 0;
    const auto p = (block_ ? *block_ : fine_).solve(load.N, load.Sx, load.Sy, near ? &near->pressure : nullptr);
    if (!p.in_balance) return infinite;
    if (near) near->pressure = p;
    if (n_.bearing == Bearing::rubber) {
        double peak = 0;
        const double edge = fine_.patch().size;
        for (std::size_t i = 0; i < fine_.patch().count(); ++i) {
            const double x = fine_.patch().x[i], y = fine_.patch().y[i], r2 = (x * x + y * y) / (edge * edge);
            peak = std::max(peak, p.at(x, y) * std::max(0.0, 1 - r2));
        }
        return std::max(peak, p.at(0, 0));
    }
    if (n_.bearing == Bearing::rim)
        return fine_.greatest(p) / std::max(1e-9, n_.plate_thickness / 4);  // a rim a quarter of the plate wide
    return fine_.greatest(p);
}

double FaceJoint::tilt(const Wrench& w) const noexcept {
    const double area = fine_.patch().area;
    const double free_area = 2 * std::numbers::pi * std::sqrt(area / std::numbers::pi) * n_.pad_thickness;
    const double shape = area / free_area;
    const double stiff = n_.pad_modulus * (1 + 2 * shape * shape);
    const double ix = fine_.second_moment_x(), iy = fine_.second_moment_y();
    return std::hypot(w.mx / ix, w.my / iy) * n_.pad_thickness / stiff;
}

double FaceJoint::about_screw(const Wrench& w) const noexcept {
    const double x = n_.screw.x * w.fz + w.my, y = n_.screw.y * w.fz - w.mx;
    return std::sqrt(x * x + y * y);
}

double FaceJoint::tips_utilisation(const Wrench& w) const noexcept {
    const double N = n_.squeeze.force;
    double worst = 0;
    if (const auto R = coarse_.patch().round)  // every tangent of a disc round its screw is an edge
        return std::max(0.0, (about_screw(w) / *R + w.fz) / N);
    for (const auto& edge : edges_) {
        const double room = N * (edge.offset - edge.normal.x * n_.screw.x - edge.normal.y * n_.screw.y);
        const double pull = edge.normal.x * w.my - edge.normal.y * w.mx + edge.offset * w.fz;
        if (pull > 0) worst = std::max(worst, room > 0 ? pull / room : infinite);
    }
    return worst;
}

/// 1 where the resultant of the pressure reaches the hull, or nothing presses any more.
double FaceJoint::balance_utilisation(const Wrench& w) const noexcept {
    const double N = pressed(w).N;
    if (!(N > 0)) return infinite;
    double worst = w.fz / n_.squeeze.force;
    if (const auto R = coarse_.patch().round) return std::max(worst, about_screw(w) / (*R * N));
    for (const auto& edge : edges_) {
        const double room = N * (edge.offset - edge.normal.x * n_.screw.x - edge.normal.y * n_.screw.y);
        const double shift = edge.normal.x * (n_.screw.x * w.fz + w.my) + edge.normal.y * (n_.screw.y * w.fz - w.mx);
        worst = std::max(worst, room > 0 ? shift / room : infinite);
    }
    return worst;
}

bool FaceJoint::drives_slip(const Wrench& w) const noexcept {
    return std::sqrt(w.fx * w.fx + w.fy * w.fy + std::pow(w.mz / coarse_.patch().size, 2)) >
           mechanics::least_driving_share * n_.friction * n_.squeeze.force;
}

double FaceJoint::slips_utilisation(const Wrench& w, Nearby* near, double enough) const noexcept {
    if (!drives_slip(w)) return 0;  // it may tip or part, but not slip
    if (pressed(w).N <= 0) return infinite;
    const double multiplier = slip(w, true, {.above = enough}, near).limit.multiplier;
    return multiplier > 0 ? 1 / multiplier : infinite;
}

double FaceJoint::crush_utilisation(const Wrench& w, Nearby* near) const noexcept {
    const double peak = peak_pressure(w, near);
    // Where nothing presses or the balance is lost, it parts or tips: not a crush.
    return std::isfinite(peak) ? peak / n_.allowable_pressure : infinite;
}

double FaceJoint::utilisation(std::size_t mode, const Wrench& w) const noexcept {
    if (!(n_.squeeze.force > 0)) return infinite;
    switch (mode) {
        case slips:
            return slips_utilisation(w, nullptr);
        case tips:
            return tips_utilisation(w);
        case parts:
            return w.fz / n_.squeeze.force;
        case crush:
            return crush_utilisation(w, nullptr);
        case opens: {
            const Pressed load = pressed(w);
            if (load.N <= 0) return infinite;
            const auto p = coarse_.linear(load.N, load.Sx, load.Sy);
            const double mean = p.at(n_.screw.x, n_.screw.y);
            return 1 - coarse_.least(p) / std::max(mean, 1e-300);
        }
        default:
            break;
    }
    if (modes_[mode].key == "sags") return tilt(w) / n_.sag_limit;
    const double N = pressed(w).N, loosening = (n_.right_hand ? 1 : -1) * w.mz;
    if (loosening <= 0) return N > 0 ? 0 : infinite;
    const double hold = unscrewing_torque(w);
    return hold > 0 ? loosening / hold : infinite;
}

double FaceJoint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    if (mode != slips && mode != crush)
        return mechanics::first_exit([&](double lambda) { return utilisation(mode, ray.at(lambda)); });
    Nearby near;
    return searched_factor(mode, ray, near);
}

double FaceJoint::searched_factor(std::size_t mode, const Ray& ray, Nearby& near) const noexcept {
    if (!(n_.squeeze.force > 0)) return 0;
    if (mode == slips && !drives_slip(ray.start) && !drives_slip(ray.direction)) return mechanics::not_driven;
    const auto used = [&](double lambda) {
        return mode == slips ? slips_utilisation(ray.at(lambda), &near) : crush_utilisation(ray.at(lambda), &near);
    };
    if (search_ && !ray.start.is_zero() && !(used(0) < 1)) return 0;
    const double balance = mechanics::first_exit([&](double lambda) {
        const Wrench w = ray.at(lambda);
        if (mode == crush) return balance_utilisation(w);
        const Pressed load = pressed(w);
        return std::max(w.fz / n_.squeeze.force, fine_.outreach(load.N, load.Sx, load.Sy));
    });
    if (mode == crush && block_)  // whatever drives it towards tipping crushes it first
        return mechanics::first_exit([&](double lambda) { return lambda < balance ? used(lambda) : infinite; },
                                     10 * tolerance_);
    // A whole face's capacity is concave; one that opens may slip, hold again elsewhere and slip.
    const double opened = mode == slips
                              ? mechanics::first_exit([&](double lambda) { return utilisation(opens, ray.at(lambda)); })
                              : infinite;
    // Where it is far from slipping, by how much is of no interest there.
    const auto looked = [&](double lambda) {
        return mode == slips ? slips_utilisation(ray.at(lambda), &near, 1 / mechanics::close_call) : used(lambda);
    };
    if (!search_) {
        const double exit = mechanics::first_exit_below(balance, used, tolerance_);
        const auto below = mechanics::look_below(opened, exit, looked, tolerance_);
        near.close_call = below.closest_call;
        return below.exit;
    }
    // The coarse model's factor is within a per cent or so: a few secant steps from there instead of a search from 0.
    const double guess = search_->searched_factor(mode, ray, near);
    const auto call = mode == slips ? near.close_call : std::nullopt;
    double exit = infinite;
    if (guess > 0 && guess < 0.995 * balance && std::isfinite(guess)) {
        const double trusted = guess < 0.8 * balance ? 2e-3 : 0;  // close to tipping the curve bends sharply
        exit = mechanics::exit_near(guess, used, tolerance_, trusted).value_or(infinite);
    }
    if (!std::isfinite(exit)) exit = mechanics::first_exit_below(balance, used, tolerance_);
    // Where the coarse model only just held, or did not while this one does, the place is looked at again.
    if (call && *call < exit)
        exit = mechanics::look_below(std::max(opened, 0.7 * *call), exit, looked, tolerance_).exit;
    if (guess < 0.95 * exit && opened < exit) exit = mechanics::look_below(opened, exit, looked, tolerance_).exit;
    return exit;
}

bool FaceJoint::surely_holds(std::size_t mode, const Wrench& w) const noexcept {
    return mode == slips ? !drives_slip(w) || slip(w, true, {.above = 1, .below = 1}).limit.multiplier > 1
                         : utilisation(mode, w) < 1;
}

Phrase FaceJoint::motion(std::size_t mode, const Wrench& w) const {
    if (mode != slips) return {};
    return SlipShares(slip(w, true).limit, w, coarse_.patch().size).turns() ? "twists|twist" : "slides|slide";
}

std::vector<NamedValue> FaceJoint::demand(std::size_t mode, const Wrench& w) const {
    const std::string& key = modes_[mode].key;
    if (key == "slips")
        return {{"shear", std::hypot(w.fx, w.fy), Dimension::force}, {"twist", std::abs(w.mz), Dimension::torque}};
    if (key == "parts") return {{"pull", std::max(0.0, w.fz), Dimension::force}};
    if (key == "unscrews") return {{"twist", std::max(0.0, (n_.right_hand ? 1 : -1) * w.mz), Dimension::torque}};
    if (key == "crush")
        return {{"pressure", std::isfinite(peak_pressure(w)) ? peak_pressure(w) : 0, Dimension::stress}};
    if (key == "sags") return {{"tilt", tilt(w), Dimension::angle}};
    return {{"moment", std::hypot(w.mx, w.my), Dimension::torque}};
}

std::vector<NamedValue> FaceJoint::capacity(std::size_t mode, const Wrench& w) const {
    const std::string& key = modes_[mode].key;
    const double F = n_.squeeze.force;
    if (key == "slips") {
        const double N = std::max(0.0, pressed(w).N);
        return {{"shear_alone", n_.friction * N, Dimension::force},
                {"twist_alone", n_.friction * N * slip(w, false).mean_radius, Dimension::torque}};
    }
    if (key == "parts") return {{"pull", F, Dimension::force}};
    if (key == "crush") return {{"pressure", n_.allowable_pressure, Dimension::stress}};
    if (key == "sags") return {{"tilt", n_.sag_limit, Dimension::angle}};
    if (key == "unscrews") return {{"twist", std::max(0.0, unscrewing_torque(w)), Dimension::torque}};
    const double used = utilisation(mode, w), moment = std::hypot(w.mx, w.my);
    return {{"moment", used > 0 && std::isfinite(used) ? moment / used : F * coarse_.patch().size, Dimension::torque}};
}

std::vector<NamedValue> FaceJoint::results(const Load& load) const {
    const Wrench w = load.whole();
    const Slip s = slip(w, false);
    const Slip unloaded = slip({}, false);
    std::vector<NamedValue> values{
        {"clamping_force", n_.squeeze.force, Dimension::force},
        {"effective_radius", coarse_.patch().size, Dimension::length},
        {"mean_radius", unloaded.mean_radius, Dimension::length},
        {"peak_pressure", std::isfinite(peak_pressure(w)) ? peak_pressure(w) : 0, Dimension::stress}};
    if (std::isfinite(s.swing) && s.swing > 0) values.push_back({"swing_factor", s.swing, Dimension::number});
    return values;
}

Working FaceJoint::working(const Load& load) const {
    Working lines = n_.squeeze.working();
    const Wrench w = load.whole();
    const Pressed p = pressed(w);
    const double R = coarse_.patch().size;
    if (n_.bearing == Bearing::cone)
        lines.push_back({"effective_radius", "R_e = min(R, r_head + t tan 30°)",
                         fmt::format("{:.2f} mm + {:.2f} mm · 0.577", n_.head_diameter * 500, n_.plate_thickness * 1e3),
                         R, Dimension::length, "VDI 2230, pressure cone"});
    else if (n_.bearing == Bearing::pad)
        lines.push_back({"effective_radius", "R_e = min(R, r_head + 2ℓ), ℓ = [E t³ t_p/(12(1−ν²)E_p)]^¼", "", R,
                         Dimension::length, "plate on elastic bedding, derived"});
    else
        lines.push_back({"effective_radius", "R_e = R", "", R, Dimension::length, "input"});
    lines.push_back({"normal_force", w.fz < 0 ? "N = F − (1 − φ) Fz" : "N = F − Fz",
                     fmt::format("{:.1f} N, Fz = {:.2f} N, φ = {:.2f}", n_.squeeze.force, w.fz, n_.load_share), p.N,
                     Dimension::force, "joint stiffness, VDI 2230"});
    if (!(p.N > 0)) return lines;
    const Slip s = slip(w, false);
    lines.push_back({"mean_radius", "r̄ = ∫ p r dA / N", "", s.mean_radius, Dimension::length,
                     "Shigley, friction clutches; derived for other shapes"});
    lines.push_back({"shear_alone", "μ N", fmt::format("{:.3f} · {:.1f} N", n_.friction, p.N), n_.friction * p.N,
                     Dimension::force, "Coulomb friction"});
    lines.push_back({"twist_alone", "μ N r̄",
                     fmt::format("{:.3f} · {:.1f} N · {:.2f} mm", n_.friction, p.N, s.mean_radius * 1e3),
                     n_.friction * p.N * s.mean_radius, Dimension::torque, "Shigley, uniform pressure"});
    if (std::isfinite(s.limit.multiplier))
        lines.push_back({"slip_multiple", "min ∫ μ p |v + ω × r|, f·v + Mz ω = 1",
                         fmt::format("shear {:.2f} N, twist {:.3f} N·m", std::hypot(w.fx, w.fy), w.mz),
                         s.limit.multiplier, Dimension::number, "limit surface, Goyal et al. 1991"});
    if (std::isfinite(s.swing) && s.swing > 0)
        lines.push_back({"swing_multiple", "μ N r̄ / |M about the screw|", "", s.swing, Dimension::number,
                         "with the screw bearing on its hole; derived"});
    if (std::isfinite(peak_pressure(w)))
        lines.push_back({"peak_pressure", "p_max of the no-tension block", "", peak_pressure(w), Dimension::stress,
                         "no-tension foundation"});
    return lines;
}

std::vector<Advisory> FaceJoint::advisories() const {
    std::vector<Advisory> list;
    if (!(n_.squeeze.force > 0)) list.push_back({"Nothing presses the faces together.", true});
    if (n_.squeeze.thread && !mechanics::is_self_locking(n_.squeeze.screw))
        list.push_back({"The screw is not self-locking: it turns back by itself.", true});
    return list;
}

}  // namespace clampet::families
