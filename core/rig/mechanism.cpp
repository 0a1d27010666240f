#include "rig/mechanism.h"

#include <algorithm>
#include <cmath>

#include "parts/solids.h"
#include "rig/elements_reach.h"
#include "rig/free_run.h"
#include "rig/in_force.h"

namespace clampet::rig {
namespace {

using families::Axis;
using families::Motion;

std::vector<double> positions_of(const Interface& interface, const std::vector<Axis>& axes) {
    std::vector<double> positions;
    for (const auto& axis : axes) positions.push_back(position_of(interface, axis.key));
    return positions;
}

bool elements_allow(const Interface& interface) {
    return ElementsReach(interface)(positions_of(interface, motion_of(interface).axes));
}

/// Twice the reach of a shape along each of its part's axes.
/// Sides of the box that holds it, along the part's axes [m].
Vector sides_of(const Shape& s) {
    if (s.kind == ShapeKind::box || s.kind == ShapeKind::hull) return s.size;
    if (s.kind == ShapeKind::sphere) return Vector::Constant(s.diameter);
    if (s.kind == ShapeKind::prism) {
        Eigen::Vector2d least = Eigen::Vector2d::Zero(), most = Eigen::Vector2d::Zero();
        for (std::size_t i = 0; i < s.profile.size(); ++i) {
            least = i ? least.cwiseMin(s.profile[i]).eval() : s.profile[i];
            most = i ? most.cwiseMax(s.profile[i]).eval() : s.profile[i];
        }
        const Eigen::Vector2d size = most - least;
        if (std::abs(s.axis.x()) > 0.999) return {s.length, size.x(), size.y()};
        if (std::abs(s.axis.y()) > 0.999) return {size.x(), s.length, size.y()};
        if (std::abs(s.axis.z()) > 0.999) return {size.x(), size.y(), s.length};
    }
    double across = s.kind == ShapeKind::cylinder ? s.diameter : 0;
    for (const auto& corner : s.profile) across = std::max(across, 2 * corner.norm());
    Vector sides;
    for (int i = 0; i < 3; ++i)
        sides[i] = s.length * std::abs(s.axis[i]) + across * std::sqrt(std::max(0.0, 1 - s.axis[i] * s.axis[i]));
    return sides;
}

/// The largest face that it can turn to the wind.
double face_of(const Shape& s) {
    const Vector a = sides_of(s);
    if (s.kind == ShapeKind::cylinder) return std::max(s.diameter * s.length, parts::volume_of(s) / s.length);
    if (s.kind == ShapeKind::sphere) return parts::volume_of(s) * 1.5 / s.diameter;
    if (s.kind == ShapeKind::prism) {
        // Along its axis the wind meets its outline, across it its length times how far the outline reaches.
        const double reach = a.cwiseProduct(Vector::Ones() - s.axis.cwiseAbs()).maxCoeff();
        return std::max(parts::outline_of(s.profile).area, s.length * reach);
    }
    return std::max({a.x() * a.y(), a.x() * a.z(), a.y() * a.z()});
}

/// Of a body that is as heavy all through: each shape as its box, or as a rod along its axis, about the middle of all.
/// The rule for a rod, m L^2/12 across it, is a box's with thin sides.
Vector inertia_of(double mass, const std::vector<Shape>& shapes) {
    double volume = 0;
    Vector middle = Vector::Zero();
    for (const auto& s : shapes) {
        volume += parts::volume_of(s);
        middle += parts::volume_of(s) * parts::centroid_of(s);
    }
    if (!(volume > 0)) return Vector::Zero();
    middle /= volume;
    Vector sum = Vector::Zero();
    for (const auto& s : shapes) {
        const double m = mass * parts::volume_of(s) / volume;
        const Vector a = sides_of(s).cwiseAbs2() / 12 + Vector((parts::centroid_of(s) - middle).cwiseAbs2());
        sum += m * Vector(a.y() + a.z(), a.x() + a.z(), a.x() + a.y());
    }
    return sum;
}

/// What the wind meets of it, and where; where it has no shape the centre stays.
void face_the_wind(Body& body, const std::vector<Shape>& shapes) {
    Vector middle = Vector::Zero();
    for (const auto& shape : shapes) {
        body.wind_area += face_of(shape);
        middle += face_of(shape) * parts::centroid_of(shape);
    }
    if (body.wind_area > 0) body.wind_centre = middle / body.wind_area;
}

}  // namespace

Motion motion_of(const Interface& interface) {
    Motion all;
    bool spans = false;
    for (const auto& element : interface.elements) {
        const auto* family = families::family_named(element.family);
        if (!family || !family->moves()) continue;
        Motion own = family->motion(shape_values(element));
        for (auto& axis : own.axes)
            if (std::none_of(all.axes.begin(), all.axes.end(), [&](const Axis& a) { return a.key == axis.key; }))
                all.axes.push_back(std::move(axis));
        all.contact_moves = all.contact_moves || own.contact_moves;
        if (spans || own.span.isApprox(Eigen::Isometry3d::Identity())) continue;
        spans = true;
        all.span = own.span;
        all.mass = own.mass;
        all.centre_of_gravity = own.centre_of_gravity;
        all.limbs = own.limbs;
    }
    return all;
}

Stops stops_of(const Interface& interface, const Axis& axis) {
    const auto own = interface.stops.find(axis.key);
    if (own == interface.stops.end()) return {axis.least, axis.most};
    return {std::max(axis.least, own->second.least), std::min(axis.most, own->second.most)};
}

double position_of(const Interface& interface, std::string_view axis) {
    const auto at = interface.pose.find(axis);
    return at == interface.pose.end() ? 0 : at->second;
}

bool is_within_stops(const Interface& interface) {
    for (const auto& axis : motion_of(interface).axes) {
        const Stops stops = stops_of(interface, axis);
        const double at = position_of(interface, axis.key);
        if (!(at >= stops.least - 1e-9 && at <= stops.most + 1e-9)) return false;
    }
    return elements_allow(interface);
}

double stopped(const Interface& interface, const Axis& axis, double wanted) {
    const Stops stops = stops_of(interface, axis);
    const double present = position_of(interface, axis.key), to = std::clamp(wanted, stops.least, stops.most);
    const ElementsReach reach(interface);
    const auto axes = motion_of(interface).axes;
    auto tried = positions_of(interface, axes);
    const auto allowed = [&](double position) {
        for (std::size_t k = 0; k < axes.size(); ++k)
            if (axes[k].key == axis.key) tried[k] = position;
        return reach(tried);
    };
    if (allowed(to)) return to;
    // From beyond a stop the way back is to where the axis is at rest; from within it leads to the stop.
    double good = allowed(present) ? present : 0, bad = to;
    if (!allowed(good)) return present;
    for (int i = 0; i < 60; ++i) {
        const double middle = (good + bad) / 2;
        (allowed(middle) ? good : bad) = middle;
    }
    return good;
}

std::vector<Shape> limbs_of(const families::Motion& motion) {
    std::vector<Shape> bars;
    for (const auto& limb : motion.limbs) {
        const Eigen::Vector2d from(limb.from.x(), limb.from.z()), to(limb.to.x(), limb.to.z());
        const double length = (to - from).norm();
        if (!(length > 0) || !(limb.from_height > 0) || !(limb.width > 0)) continue;
        const Eigen::Vector2d across = Eigen::Vector2d(from.y() - to.y(), to.x() - from.x()) / length / 2;
        Shape bar;
        bar.kind = ShapeKind::prism;
        bar.at = {0, limb.from.y(), 0};
        bar.axis = Vector::UnitY();
        bar.length = limb.width;
        bar.profile = {from - limb.from_height * across, to - limb.to_height * across, to + limb.to_height * across,
                       from + limb.from_height * across};
        bar.material = parts::named<Stuff>(limb.drawn_as).value_or(Stuff::metal);
        bars.push_back(bar);
    }
    return bars;
}

Body body_of(const Part& part) {
    Body body;
    body.mass = part.mass;
    body.centre = body.wind_centre = part.centre_of_gravity;
    body.inertia = inertia_of(part.mass, part.shapes);
    face_the_wind(body, part.shapes);
    if (part.inertia) body.inertia = *part.inertia;
    if (part.wind_area) body.wind_area = *part.wind_area;
    if (part.role == Role::support) body.wind_area = 0;  // what the rig stands on or grips stands by itself
    return body;
}

Mechanism::Mechanism(const Rig& rig) : parts_(rig.parts.size()) {
    std::map<std::string_view, std::size_t> index;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) index[rig.parts[i].id] = i;
    for (const auto& f : rig.interfaces) {
        Seam seam;
        seam.support = index.at(f.support.part);
        seam.payload = index.at(f.payload.part);
        seam.part_from_port = rig.parts[seam.support].port(f.support.port)->frame();
        seam.port_from_payload = rig.parts[seam.payload].port(f.payload.port)->frame().inverse();
        seam.motion = motion_in(rig, f);
        seam.closes_loop = f.closes_loop;
        has_loops_ = has_loops_ || f.closes_loop;
        seam.first_axis = axes_.size();
        if (!f.closes_loop)  // what closes a loop stands as the others let it
            for (const auto& axis : seam.motion.axes) axes_.push_back({seams_.size(), axis});
        seams_.push_back(std::move(seam));
    }
    if (rig.parts.empty()) return;
    order_tree(rig);
    gather_bodies(rig);
}

void Mechanism::order_tree(const Rig& rig) {
    constexpr auto none = static_cast<std::size_t>(-1);
    std::vector<std::size_t> carried_by(rig.parts.size(), none);
    std::vector<std::vector<std::size_t>> carries(rig.parts.size());
    for (std::size_t i = 0; i < seams_.size(); ++i) {
        if (seams_[i].closes_loop) continue;
        carried_by[seams_[i].payload] = i;
        carries[seams_[i].support].push_back(i);
    }
    for (std::size_t i = 0; i < rig.parts.size(); ++i)
        if (carried_by[i] == none) root_ = i;
    std::vector<std::size_t> reached{root_};
    for (std::size_t at = 0; at < reached.size(); ++at)
        for (const auto seam : carries[reached[at]]) {
            order_.push_back(seam);
            reached.push_back(seams_[seam].payload);
        }
}

void Mechanism::gather_bodies(const Rig& rig) {
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        bodies_.push_back(body_of(rig.parts[i]));
        bodies_.back().part = i;
    }
    std::vector<std::size_t> own(seams_.size(), static_cast<std::size_t>(-1));
    for (std::size_t i = 0; i < seams_.size(); ++i) {
        const auto& motion = seams_[i].motion;
        if (!(motion.mass > 0)) continue;
        own[i] = bodies_.size();
        Body body;
        body.part = seams_[i].support;
        body.between = i;
        body.mass = motion.mass;
        body.centre = body.wind_centre = motion.centre_of_gravity;
        const auto limbs = limbs_of(motion);
        body.inertia = inertia_of(motion.mass, limbs);
        face_the_wind(body, limbs);
        bodies_.push_back(body);
    }
    // Depth first, so that what an interface carries stands in a row.
    carried_.assign(seams_.size(), {0, 0});
    std::vector<std::vector<std::size_t>> above(rig.parts.size());
    for (const auto seam : order_) above[seams_[seam].support].push_back(seam);
    struct Step {
        std::size_t seam;
        bool leaving;
    };
    std::vector<Step> steps;
    for (const auto seam : above[root_]) steps.push_back({seam, false});
    while (!steps.empty()) {
        const Step step = steps.back();
        steps.pop_back();
        if (step.leaving) {
            carried_[step.seam].second = preorder_.size();
            continue;
        }
        if (own[step.seam] < bodies_.size()) preorder_.push_back(own[step.seam]);
        carried_[step.seam].first = preorder_.size();
        preorder_.push_back(seams_[step.seam].payload);
        steps.push_back({step.seam, true});
        for (const auto next : above[seams_[step.seam].payload]) steps.push_back({next, false});
    }
}

std::vector<std::size_t> Mechanism::from_payload_down() const {
    std::vector<std::size_t> down(order_.rbegin(), order_.rend());
    for (std::size_t i = 0; i < seams_.size(); ++i)
        if (seams_[i].closes_loop) down.push_back(i);
    return down;
}

std::span<const std::size_t> Mechanism::beyond(std::size_t interface) const noexcept {
    const auto [from, to] = carried_[interface];
    return std::span(preorder_).subspan(from, to - from);
}

bool Mechanism::carries(std::size_t interface, std::size_t part) const noexcept {
    const auto all = beyond(interface);
    return std::any_of(all.begin(), all.end(),
                       [&](std::size_t b) { return bodies_[b].part == part && !bodies_[b].between; });
}

std::vector<double> Mechanism::pose_of(const Rig& rig) const {
    std::vector<double> pose;
    for (const auto& named : axes_) pose.push_back(position_of(rig.interfaces[named.interface], named.axis.key));
    return pose;
}

Eigen::Isometry3d Mechanism::loop_end(std::size_t i, const Placement& p) const {
    const Seam& seam = seams_[i];
    const Eigen::Isometry3d& port = p.world_from_port[i];
    Eigen::Isometry3d end = port * seam.motion.span;
    const Vector wanted = (p.world_from_part[seam.payload] * seam.port_from_payload.inverse()).translation();
    for (const auto& axis : seam.motion.axes) {
        if (!axis.slides) continue;
        const Vector direction = port.linear() * axis.direction;
        end.translation() += direction * std::clamp((wanted - end.translation()).dot(direction), axis.least, axis.most);
    }
    return end;
}

void Mechanism::place(std::span<const double> pose, Placement& p) const {
    p.world_from_part.resize(parts_, Eigen::Isometry3d::Identity());
    p.world_from_port.resize(seams_.size(), Eigen::Isometry3d::Identity());
    p.world_from_interface.resize(seams_.size(), Eigen::Isometry3d::Identity());
    if (parts_ == 0) return;
    p.world_from_part[root_].setIdentity();
    const auto put = [&](std::size_t i) {
        const Seam& seam = seams_[i];
        const Eigen::Isometry3d port = p.world_from_part[seam.support] * seam.part_from_port;
        p.world_from_port[i] = port;
        const Eigen::Isometry3d end =
            seam.closes_loop
                ? loop_end(i, p)
                : port * families::moved(seam.motion.axes, pose.subspan(seam.first_axis)) * seam.motion.span;
        p.world_from_interface[i] = seam.motion.contact_moves ? end : port;
        return end;
    };
    for (const auto i : order_) {
        const Eigen::Isometry3d end = put(i);
        p.world_from_part[seams_[i].payload] =
            (seams_[i].settled ? end * *seams_[i].settled : end) * seams_[i].port_from_payload;
    }
    for (std::size_t i = 0; i < seams_.size(); ++i)
        if (seams_[i].closes_loop) put(i);
}

Vector wind_centre_of(const Body& body, const Placement& placement) {
    return body.between ? placement.world_from_port[*body.between] * body.wind_centre
                        : placement.world_from_part[body.part] * body.wind_centre;
}
Vector centre_of(const Body& body, const Placement& placement) {
    return (body.between ? placement.world_from_port[*body.between] : placement.world_from_part[body.part]) *
           body.centre;
}
Eigen::Matrix3d axes_of(const Body& body, const Placement& placement) {
    return (body.between ? placement.world_from_port[*body.between] : placement.world_from_part[body.part]).linear();
}

void Mechanism::settle(std::size_t interface, const Eigen::Matrix<double, 6, 1>& moved) {
    const Vector turn = moved.tail<3>();
    const double angle = turn.norm();
    Eigen::Isometry3d by = Eigen::Isometry3d::Identity();
    by.translation() = moved.head<3>();
    if (angle > 0) by.linear() = Eigen::AngleAxisd(angle, turn / angle).toRotationMatrix();
    seams_[interface].settled = by;
}

Placed::Placed(const Rig& rig) : Placed(rig, std::make_shared<const Mechanism>(rig)) {}

Placed::Placed(const Rig& rig, std::shared_ptr<const Mechanism> mechanism) : mechanism_(std::move(mechanism)) {
    mechanism_->place(mechanism_->pose_of(rig), placement_);
    for (std::size_t i = 0; i < rig.parts.size(); ++i) parts_[rig.parts[i].id] = i;
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) interfaces_[rig.interfaces[i].id] = i;
    for (const auto i : mechanism_->from_payload_down()) downward_.push_back(rig.interfaces[i].id);
}

const Eigen::Isometry3d& Placed::world_from_part(std::string_view id) const {
    return placement_.world_from_part[part(id)];
}
const Eigen::Isometry3d& Placed::world_from_port(std::string_view id) const {
    return placement_.world_from_port[interface(id)];
}
const Eigen::Isometry3d& Placed::world_from_interface(std::string_view id) const {
    return placement_.world_from_interface[interface(id)];
}
Vector Placed::centre_of(const Body& body) const {
    return rig::centre_of(body, placement_);
}

std::pair<double, Vector> Placed::mass_beyond(std::string_view id) const {
    double mass = 0;
    Vector moment = Vector::Zero();
    for (const auto b : mechanism_->beyond(interface(id))) {
        const Body& body = mechanism_->bodies()[b];
        mass += body.mass;
        moment += body.mass * centre_of(body);
    }
    return {mass, mass > 0 ? Vector(moment / mass) : Vector::Zero()};
}

}  // namespace clampet::rig
