#include "families/arm/arm_model.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "mechanics/frame.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace {

constexpr double gravity = quantity::standard_gravity, pi = std::numbers::pi;
constexpr std::size_t straight_elements = 12, tapered_elements = 24;

ArmStation between(const ArmStation& a, const ArmStation& b, double share) {
    ArmStation s = a;
    s.height += share * (b.height - a.height);
    s.width += share * (b.width - a.width);
    s.wall += share * (b.wall - a.wall);
    s.pocket += share * (b.pocket - a.pocket);
    s.floor += share * (b.floor - a.floor);
    return s;
}

/// Simpson's mean over an element: a taper is no row of steps.
template <class Of>
double mean_of(const ArmShape& g, double from, double to, const Of& of) {
    return (of(g.at(from)) + 4 * of(g.at((from + to) / 2)) + of(g.at(to))) / 6;
}

mechanics::FrameBeam beam_of(const Arm& g, double from, double to) {
    const auto mean = [&](auto of) { return mean_of(g, from, to, of); };
    const auto stiff = [&](auto of) { return 1 / mean([&](const ArmStation& a) { return 1 / of(a); }); };
    mechanics::FrameBeam beam;
    beam.axial = g.modulus * stiff([](const ArmStation& a) { return a.area(); });
    beam.bending_y = g.modulus * stiff([](const ArmStation& a) { return a.inertia_y(); });
    beam.bending_z = g.modulus * stiff([](const ArmStation& a) { return a.inertia_z(); });
    beam.torsion = g.shear_modulus * stiff([](const ArmStation& a) { return a.torsion(); });
    beam.shear_y = beam.shear_z = g.shear_modulus * stiff([](const ArmStation& a) { return a.shear_area(); });
    beam.shear_centre = mean([](const ArmStation& a) { return a.shear_centre(); });
    beam.mass = g.density * mean([](const ArmStation& a) { return a.area(); });
    beam.rotary = g.density * mean([](const ArmStation& a) { return a.inertia_y() + a.inertia_z(); });
    return beam;
}

/// The arm as a frame: its legs, what holds them at root and tip, and the payload.
class ArmFrame {
 public:
    ArmFrame(const Arm& g, const Values& v) : g_(g), ends_(g.element_ends()) {
        payload_ = mechanics::body_inertia(number(v, "payload_mass"), {0, 0, number(v, "payload_offset")},
                                           number(v, "payload_gyration"));
        std::vector<std::size_t> roots, tips;
        for (int leg = 0; leg < g.legs; ++leg) {
            const auto nodes = add_leg(g.leg(leg));
            roots.push_back(nodes.front());
            tips.push_back(nodes.back());
        }
        tip_ = held_together(tips, g.place(1));
        if (const double turn = number(v, "root_stiffness"); turn > 0) {
            mechanics::Matrix6 k = mechanics::Matrix6::Zero();
            const double firm = 1e4 * g.modulus * g.root.area() / g.length;
            k.diagonal() << firm, firm, firm, turn, turn, turn;
            frame_.add_spring(held_together(roots, g.place(0)), k);
        } else {
            for (const auto node : roots) frame_.fix(node);
        }
        frame_.add_mass(tip_, payload_);
    }
    Status answer(Arm& g) {
        if (auto ok = frame_.prepare(); !ok) return ok.problem();
        const auto size = static_cast<Eigen::Index>(6 * frame_.node_count()),
                   last = static_cast<Eigen::Index>(6 * tip_);
        const bool wants_stations = g.form != ArmForm::straight;
        if (wants_stations) place_stations(g);
        for (int i = 0; i < 9; ++i) {
            Eigen::VectorXd load = Eigen::VectorXd::Zero(size);
            mechanics::Vector6 unit = mechanics::Vector6::Zero();
            if (i < 6) {
                load[last + i] = 1;
            } else {
                unit[i - 6] = 1;
                load = frame_.weight(unit.head<3>());
                load.segment<6>(last) -= payload_ * unit;  // the payload's weight comes with the load, not with the arm
            }
            const Eigen::VectorXd moved = frame_.solve(load);
            if (i < 6)
                g.compliance.col(i) = moved.segment<6>(last);
            else
                g.sag.col(i - 6) = moved.segment<6>(last);
            if (wants_stations) fill_stations(g, moved, i);
        }
        g.frequency = frame_.least_frequency();
        return Done{};
    }

 private:
    std::vector<std::size_t> add_leg(const Eigen::Vector3d& beside) {
        std::vector<std::size_t> nodes;
        for (const double share : ends_) nodes.push_back(frame_.add_node(g_.place(share) + beside));
        for (std::size_t i = 0; i + 1 < ends_.size(); ++i) {
            auto beam = beam_of(g_, ends_[i], ends_[i + 1]);
            beam.a = nodes[i];
            beam.b = nodes[i + 1];
            frame_.add_beam(beam);
            beams_.push_back({beam, ends_[i], ends_[i + 1]});
        }
        return nodes;
    }
    /// The node in the middle of these, to which they are held by pieces that yield next to nothing beside a leg.
    std::size_t held_together(const std::vector<std::size_t>& ends, const Eigen::Vector3d& middle) {
        const bool has_middle = ends.size() % 2 == 1;
        const std::size_t centre = has_middle ? ends[ends.size() / 2] : frame_.add_node(middle);
        for (const auto node : ends) {
            if (node == centre) continue;
            constexpr double stiffer = 1e4;
            mechanics::FrameBeam beam;
            beam.a = node;
            beam.b = centre;
            const double share = frame_.distance(node, centre) / g_.length;
            beam.axial = stiffer * share * g_.modulus * g_.root.area();
            beam.bending_y = beam.bending_z = beam.torsion =
                stiffer * share * g_.modulus * std::max(g_.root.inertia_y(), g_.root.inertia_z());
            frame_.add_beam(beam);
        }
        return centre;
    }
    void place_stations(Arm& g) const {
        g.stations.clear();
        for (const auto& piece : beams_) {
            g.stations.emplace_back().section = g.at(piece.from);
            g.stations.emplace_back().section = g.at(piece.to);
        }
    }
    void fill_stations(Arm& g, const Eigen::VectorXd& moved, int column) const {
        for (std::size_t i = 0; i < beams_.size(); ++i) {
            const auto ends = frame_.end_forces(beams_[i].beam, moved);
            g.stations[2 * i].beyond.col(column) = -ends.head<6>();
            g.stations[2 * i + 1].beyond.col(column) = ends.tail<6>();
        }
    }
    struct Piece {
        mechanics::FrameBeam beam;
        double from, to;
    };
    const Arm& g_;
    std::vector<double> ends_;
    mechanics::Frame frame_;
    mechanics::Matrix6 payload_;
    std::vector<Piece> beams_;
    std::size_t tip_ = 0;
};

Status can_be_built(const ArmShape& g) {
    const bool box = g.root.kind == ArmSection::box;
    const double least =
        std::min({g.root.height, g.tip.height, box ? std::min(g.root.width, g.tip.width) : g.root.height});
    if ((g.root.kind == ArmSection::tube || box) && 2 * g.root.wall > least)
        return Problem{
            "arm.wall_too_thick", "wall",
            fmt::format("A wall of {:.3g} mm does not fit a tube of {:.3g} mm.", g.root.wall * 1e3, least * 1e3),
            fmt::format("Give at most {}.", quantity::mm_down(least / 2))};
    if (g.root.kind == ArmSection::pocketed && g.root.pocket > 0.95 * g.root.height)
        return Problem{"arm.pocket_leaves_no_flanges", "pocket_height", "The pocket leaves no flanges.",
                       fmt::format("Give at most {}.", quantity::mm_down(0.95 * g.root.height))};
    if (g.root.kind == ArmSection::pocketed && g.root.floor >= std::min(g.root.width, g.tip.width))
        return Problem{"arm.pocket_has_no_depth", "pocket_floor",
                       fmt::format("A floor of {:.3g} mm leaves no pocket in an arm {:.3g} mm wide.",
                                   g.root.floor * 1e3, std::min(g.root.width, g.tip.width) * 1e3),
                       "Give what is left of the width at the bottom of the pocket."};
    if (g.holed != ArmShape::Hole::none) {
        const auto there = g.at(std::min(1.0, g.hole_at / g.length));
        const double across = g.holed == ArmShape::Hole::across ? there.height : there.width;
        if (g.hole_at > g.length)
            return Problem{"arm.hole_beyond_end", "hole_at", "The hole lies beyond the tip.",
                           fmt::format("Give at most {}.", quantity::mm_down(g.length))};
        if (g.hole >= 0.95 * across)
            return Problem{
                "arm.hole_leaves_nothing", "hole_diameter",
                fmt::format("A hole of {} leaves nothing of {}.", quantity::format(g.hole, Dimension::length),
                            quantity::format(across, Dimension::length)),
                "Make the hole smaller or the arm larger."};
    }
    if (g.form == ArmForm::bent && !(g.bend_at < g.length))
        return Problem{
            "arm.bend_beyond_end", "bend_at",
            fmt::format("The bend lies {} from the root, and the arm is {} long.",
                        quantity::format(g.bend_at, Dimension::length), quantity::format(g.length, Dimension::length)),
            "Give less than the length along the arm, or make the arm longer."};
    const bool round = g.root.kind == ArmSection::round || g.root.kind == ArmSection::tube;
    const double across =
        round || g.above_each_other ? std::max(g.root.height, g.tip.height) : std::max(g.root.width, g.tip.width);
    if (g.legs > 1 && g.spacing < across)
        return Problem{
            "arm.rods_overlap", "leg_spacing",
            fmt::format("The rods are {} across and {} from middle to middle: they overlap.",
                        quantity::format(across, Dimension::length), quantity::format(g.spacing, Dimension::length)),
            fmt::format("Give at least {}.", quantity::mm_up(across))};
    return Done{};
}

}  // namespace

ArmStation ArmShape::at(double share) const {
    return between(root, tip, share);
}

Eigen::Vector3d ArmShape::place(double share) const {
    const double s = share * length;
    if (form != ArmForm::bent || s <= bend_at) return {s, 0, 0};
    return Eigen::Vector3d(bend_at, 0, 0) + (s - bend_at) * direction(1);
}

Eigen::Vector3d ArmShape::direction(double share) const {
    if (form != ArmForm::bent || share * length <= bend_at) return Eigen::Vector3d::UnitX();
    return {std::cos(bend), 0, std::sin(bend)};
}

Eigen::Vector3d ArmShape::leg(int i) const {
    const double beside = spacing * (i - (legs - 1) / 2.0);
    return above_each_other ? Eigen::Vector3d(0, 0, beside) : Eigen::Vector3d(0, beside, 0);
}

std::vector<double> ArmShape::element_ends() const {
    const double ratio = tip.height / root.height;
    const bool even = std::abs(ratio - 1) < 1e-6;
    const std::size_t n = even ? straight_elements : tapered_elements;
    std::vector<double> ends;
    for (std::size_t i = 0; i <= n; ++i) {
        const double share = static_cast<double>(i) / static_cast<double>(n);
        ends.push_back(even ? share : (std::pow(ratio, share) - 1) / (ratio - 1));
    }
    ends.back() = 1;
    if (form != ArmForm::bent) return ends;
    const double knee = bend_at / length;
    const auto after = std::lower_bound(ends.begin(), ends.end(), knee - 1e-6);
    if (after != ends.end() && std::abs(*after - knee) < 1e-6)
        *after = knee;
    else
        ends.insert(after, knee);
    return ends;
}

double ArmShape::mass() const {
    // A tapered prism, by Simpson's rule: exact.
    return legs * density * length * (root.area() + 4 * at(0.5).area() + tip.area()) / 6;
}

Eigen::Vector3d ArmShape::centre() const {
    const double a = root.area(), middle = at(0.5).area(), b = tip.area();
    if (form != ArmForm::bent) return {length * (2 * middle + b) / (a + 4 * middle + b), 0, 0};
    Eigen::Vector3d moment = Eigen::Vector3d::Zero();
    double sum = 0;
    const auto ends = element_ends();
    for (std::size_t i = 0; i + 1 < ends.size(); ++i) {
        const double piece = (ends[i + 1] - ends[i]) *
                             mean_of(*this, ends[i], ends[i + 1], [](const ArmStation& s) { return s.area(); });
        sum += piece;
        moment += piece * place((ends[i] + ends[i + 1]) / 2);
    }
    return moment / sum;
}

ArmShape arm_shape(const Values& v) {
    ArmShape g;
    const auto &kind = text(v, "section"), &form = text(v, "form");
    g.root.kind = kind == "round"      ? ArmSection::round
                  : kind == "tube"     ? ArmSection::tube
                  : kind == "pocketed" ? ArmSection::pocketed
                  : kind == "box"      ? ArmSection::box
                  : kind == "profile"  ? ArmSection::profile
                                       : ArmSection::rectangle;
    g.form = form == "bent" ? ArmForm::bent : form == "legs" ? ArmForm::legs : ArmForm::straight;
    g.length = number(v, "length");
    if (g.form == ArmForm::bent) {
        g.bend_at = number(v, "bend_at");
        g.bend = number(v, "bend");
    }
    if (g.form == ArmForm::legs) {
        g.legs = static_cast<int>(number(v, "legs"));
        g.spacing = number(v, "leg_spacing");
        g.above_each_other = text(v, "legs_lie") == "above";
    }
    const auto& holed = text(v, "holed");
    if (g.form == ArmForm::straight && g.root.kind == ArmSection::rectangle && holed != "no") {
        g.holed = holed == "across" ? ArmShape::Hole::across : ArmShape::Hole::down;
        g.hole = number(v, "hole_diameter");
        g.hole_at = number(v, "hole_at");
    }
    g.root.height = number(v, "root_height");
    g.root.width = number(v, "root_width");
    g.root.wall = number(v, "wall");
    g.root.pocket = number(v, "pocket_height");
    g.root.pocket_length = number(v, "pocket_length");
    const auto& pockets = text(v, "pockets");
    g.root.floor = pockets == "through" ? 0 : number(v, "pocket_floor");
    g.root.one_sided = pockets == "one";
    g.root.table = {number(v, "profile_area"), number(v, "inertia_up"), number(v, "inertia_side"),
                    number(v, "profile_torsion")};
    g.tip = g.root;
    if (g.root.kind != ArmSection::profile && text(v, "taper") == "tapered") {
        g.tip.height = number(v, "tip_height");
        g.tip.width = number(v, "tip_width");
        g.tip.pocket *= g.tip.height / g.root.height;
    }
    g.density = number(v, "density");
    return g;
}

double Arm::push_along(const Wrench& w) const {
    const auto along = [&](const Eigen::Vector3d& d) {
        return -(w.fx * d.x() + w.fy * d.y() + w.fz * d.z()) -
               0.315 * own_mass * (w.gx * d.x() + w.gy * d.y() + w.gz * d.z());
    };
    const double root_part = along(direction(0));
    return form == ArmForm::bent ? std::max(root_part, along(direction(1))) : root_part;
}

double Arm::amplified(const Wrench& w) const {
    const double used = std::max(0.0, push_along(w)) / buckling;
    return used < 1 ? std::min(1e12, 1 / (1 - used)) : 1e12;
}

mechanics::Vector6 Arm::moved(const Wrench& w) const {
    mechanics::Vector6 load;
    load << w.fx, w.fy, w.fz, w.mx, w.my, w.mz;
    return amplified(w) * creep * (compliance * load + sag * Eigen::Vector3d(w.gx, w.gy, w.gz));
}

double Arm::own_sag() const {
    return gravity * std::abs(sag(2, 2));
}

double Arm::drop(const Wrench& w) const {
    const auto u = moved(w);
    return form == ArmForm::bent ? u.head<3>().norm() : std::hypot(u[1], u[2]);
}

double Arm::tilt(const Wrench& w) const {
    return moved(w).tail<3>().norm();
}

double Arm::stress_at_hole(const Wrench& w) const {
    if (holed == Hole::none) return 0;
    const double share = hole_at / length;
    ArmStation left = at(share);
    if (holed == Hole::down) {
        left.width -= hole;
    } else {
        left.kind = ArmSection::pocketed;
        left.pocket = left.pocket_length = hole;
    }
    return stress_in(left, share, w);
}

double Arm::stress_in(const ArmStation& here, double share, const Wrench& w) const {
    const double d = (1 - share) * length;  // from the tip
    // Own weight beyond the station: a tapered prism, by Simpson.
    const double mid = at((1 + share) / 2).area(), end = tip.area(), now = here.area();
    const double beyond = density * d * (now + 4 * mid + end) / 6;
    const double lever = d > 0 ? d * (2 * mid + end) / (now + 4 * mid + end) : 0;
    // (d, 0, 0) × F: the nodding moment grows with what pulls down, the swinging one with what pulls aside.
    const double my = w.my - d * w.fz - beyond * lever * w.gz, mz = w.mz + d * w.fy + beyond * lever * w.gy;
    const double k = amplified(w);
    const double down = w.fz + beyond * w.gz;
    return here.stress(w.fx + beyond * w.gx, w.fy + beyond * w.gy, down, w.mx - down * here.shear_centre(), k * my,
                       k * mz);
}

double Arm::stress(const Wrench& w) const {
    double most = 0;
    if (!stations.empty()) {
        Eigen::Matrix<double, 9, 1> load;
        load << w.fx, w.fy, w.fz, w.mx, w.my, w.mz, w.gx, w.gy, w.gz;
        const double k = amplified(w);
        for (const auto& s : stations) {
            const mechanics::Vector6 f = s.beyond * load;
            const double twist = f[3] - f[2] * s.section.shear_centre();
            most = std::max(most, s.section.stress(f[0], f[1], f[2], twist, k * f[4], k * f[5]));
        }
        return most;
    }
    // In a taper the peak lies between root and tip, so it is closed in on.
    constexpr int looks = 24;
    double at_most = 0;
    for (int i = 0; i <= looks; ++i) {
        const double share = static_cast<double>(i) / looks, here = stress_at(share, w);
        if (here > most) {
            most = here;
            at_most = share;
        }
    }
    if (!is_tapered()) return most;
    double low = std::max(0.0, at_most - 1.0 / looks), high = std::min(1.0, at_most + 1.0 / looks);
    for (int i = 0; i < 14; ++i) {
        const double a = low + 0.382 * (high - low), b = high - 0.382 * (high - low);
        const double at_a = stress_at(a, w), at_b = stress_at(b, w);
        (at_a < at_b ? low : high) = at_a < at_b ? a : b;
        most = std::max({most, at_a, at_b});
    }
    return most;
}

Result<Arm> arm_model(const Values& v) {
    Arm g;
    static_cast<ArmShape&>(g) = arm_shape(v);
    if (auto ok = can_be_built(g); !ok) return ok.problem();
    g.modulus = number(v, "modulus");
    g.shear_modulus = g.modulus / number(v, "modulus_ratio");
    g.strength = number(v, "strength");
    g.creep = text(v, "duration") == "lasting" ? 1 + number(v, "creep") : 1;
    g.drop_limit = number(v, "drop_limit");
    g.tilt_limit = number(v, "tilt_limit");
    g.least_frequency = number(v, "frequency_limit");
    g.damping = number(v, "damping");
    g.own_mass = g.mass();
    // Each leg as if it stood alone, and a bent arm as if it were straight: what the frame adds is no part of it.
    const double weakest = std::min({g.root.inertia_y(), g.root.inertia_z(), g.tip.inertia_y(), g.tip.inertia_z()});
    g.buckling = g.legs * pi * pi * g.modulus * weakest / (4 * g.length * g.length);
    if (auto ok = ArmFrame(g, v).answer(g); !ok) return ok.problem();
    return g;
}

}  // namespace clampet::families
