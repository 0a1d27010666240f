#include "desktop/rig/elevation_scene.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "desktop/theme/words.h"
#include "mechanics/patch.h"
#include "quantity/dimension.h"
#include "rig/in_force.h"

namespace clampet::desktop {
namespace {

using rig::Vector;

Vector towards_viewer(ViewSide view) {
    return view == ViewSide::side    ? Vector(-Vector::UnitY())
           : view == ViewSide::front ? Vector::UnitX()
                                     : Vector::UnitZ();
}

double depth_of(const Vector& p, ViewSide view) {
    return p.dot(towards_viewer(view));
}

std::pair<Vector, Vector> across(const Vector& axis) {
    // The two axes after `axis`, so that profiles read x, z for y; y, z for x; x, y for z.
    if (std::abs(axis.y()) > 0.9) return {Vector::UnitX(), Vector::UnitZ()};
    if (std::abs(axis.x()) > 0.9) return {Vector::UnitY(), Vector::UnitZ()};
    if (std::abs(axis.z()) > 0.9) return {Vector::UnitX(), Vector::UnitY()};
    const Vector u = axis.unitOrthogonal();
    return {u, axis.cross(u)};
}

std::vector<Vector> corners(const rig::Shape& s) {
    std::vector<Vector> points;
    if (s.kind == rig::ShapeKind::box) {
        for (int i = 0; i < 8; ++i)
            points.push_back(s.at +
                             Vector(i & 1 ? 0.5 : -0.5, i & 2 ? 0.5 : -0.5, i & 4 ? 0.5 : -0.5).cwiseProduct(s.size));
        return points;
    }
    const auto [u, v] = across(s.axis);
    for (const double end : {-0.5, 0.5}) {
        const Vector middle = s.at + end * s.length * s.axis;
        if (s.kind == rig::ShapeKind::prism) {
            for (const auto& c : s.profile) points.push_back(middle + c.x() * u + c.y() * v);
            continue;
        }
        for (int i = 0; i < 32; ++i) {
            const double a = 2 * std::numbers::pi * i / 32;
            points.push_back(middle + s.diameter / 2 * (std::cos(a) * u + std::sin(a) * v));
        }
    }
    return points;
}

QPolygonF outline(const rig::Shape& s, const Eigen::Isometry3d& world, ViewSide view) {
    QPolygonF polygon;
    if (s.kind == rig::ShapeKind::sphere) {
        const QPointF c = seen(world * s.at, view);
        for (int i = 0; i < 40; ++i) {
            const double a = 2 * std::numbers::pi * i / 40;
            polygon << c + s.diameter / 2 * QPointF(std::cos(a), std::sin(a));
        }
        return polygon;
    }
    const auto points = corners(s);
    const Vector sight = towards_viewer(view);
    // A prism seen along its axis keeps its notches; everything else is convex.
    if (s.kind == rig::ShapeKind::prism && std::abs((world.linear() * s.axis).dot(sight)) > 0.999) {
        for (std::size_t i = 0; i < s.profile.size(); ++i) polygon << seen(world * points[i], view);
        return polygon;
    }
    std::vector<mechanics::Point> flat;
    for (const auto& p : points) {
        const QPointF q = seen(world * p, view);
        flat.push_back({q.x(), q.y()});
    }
    for (const auto& p : mechanics::convex_hull(flat)) polygon << QPointF(p.x, p.y);
    return polygon;
}

void add_solids(ElevationScene& scene, const project::Document& document, ViewSide view) {
    for (const auto& part : document.rig().parts) {
        const auto& world = document.check().placed->world_from_part(part.id);
        for (const auto& shape : part.shapes)
            scene.solids.push_back(
                {part.id, shape.material, outline(shape, world, view), depth_of(world * shape.at, view)});
    }
    // An arm that is a seam is seen as it reaches from port to port; it belongs to what carries it.
    const auto& mechanism = document.check().placed->mechanism();
    for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
        for (const auto& limb : rig::limbs_of(mechanism.seams()[i].motion)) {
            const auto& world = document.check().placed->placement().world_from_port[i];
            scene.solids.push_back({document.rig().parts[mechanism.seams()[i].support].id, limb.material,
                                    outline(limb, world, view), depth_of(world * limb.at, view), true});
        }
    std::stable_sort(scene.solids.begin(), scene.solids.end(),
                     [](const auto& a, const auto& b) { return a.depth < b.depth - 1e-6; });
    // A rail or a floor runs on beyond the picture: only what stands on it must be seen whole.
    QRectF on_support, all;
    for (const auto& solid : scene.solids) {
        const QRectF box = solid.outline.boundingRect();
        all = all.isNull() ? box : all.united(box);
        if (solid.is_limb || document.rig().part(solid.part)->role != rig::Role::support)
            on_support = on_support.isNull() ? box : on_support.united(box);
    }
    const double around = 0.12 * std::max(on_support.width(), on_support.height());
    scene.extent = on_support.isNull()
                       ? all
                       : on_support.united(all.intersected(on_support.adjusted(-around, -around, around, around)));
}

void add_lever(ElevationScene& scene, const project::Document& document, ViewSide view, const std::string& selected) {
    const auto& placed = *document.check().placed;
    if (!placed.has_interface(selected) || document.rig().interface(selected)->closes_loop) return;
    const auto [mass, centre] = placed.mass_beyond(selected);
    if (!(mass > 0)) return;
    const double weight = mass * quantity::standard_gravity;
    const QPointF joint = seen(placed.world_from_interface(selected).translation(), view), cg = seen(centre, view);
    const double arm =
        view == ViewSide::top ? std::hypot(cg.x() - joint.x(), cg.y() - joint.y()) : std::abs(cg.x() - joint.x());
    scene.lever = {joint, cg, arm, weight, weight * arm};
}

/// What of an action comes from any side, in words: "push 15 N".
QString words_of_action(const rig::Action& action) {
    const auto& free = action.free.front();
    if (!free.forces.empty())
        return QString("%1 %2").arg(text_of(action.margin).section(' ', 1),
                                    shown(free.forces.front().force.norm(), quantity::Dimension::force));
    if (free.shake != 0)
        return QString("%1 %2 g").arg(text_of(action.margin).section(' ', 1),
                                      QString::number(free.shake / quantity::standard_gravity, 'g', 2));
    return text_of(action.margin).section(' ', 1);
}

void add_push(ElevationScene& scene, const project::Document& document, ViewSide view, const std::string& selected) {
    const auto& check = document.check();
    for (const auto& result : check.interfaces) {
        if (result.id != selected || !result.governs) continue;
        const auto& mode = result.modes[*result.governs];
        if (!mode.direction || mode.action >= check.actions.size()) return;
        const auto& action = check.actions[mode.action];
        if (action.free.empty()) return;
        // A shaken base pushes where the weight sits, the other way round.
        const auto& forces = action.free.front().forces;
        const bool shaken = forces.empty() && action.free.front().shake != 0;
        const Vector at =
            forces.empty() ? check.placed->mass_beyond(selected).second
                           : Vector(check.placed->placement().world_from_part[forces.front().part] * forces.front().at);
        scene.push = {seen(at, view), seen(shaken ? Vector(-*mode.direction) : *mode.direction, view),
                      words_of_action(action)};
    }
}

/// How large the rings stand off, for the size of the rig [m].
double ring_radius(const ElevationScene& scene) {
    return std::clamp(0.14 * std::max(scene.extent.width(), scene.extent.height()), 0.05, 0.5);
}

/// The handle of one axis, where it can be moved in this view.
std::optional<ElevationScene::Handle> handle_of(const project::Document& document, std::size_t seam, std::size_t k,
                                                ViewSide view, double radius) {
    const auto& f = document.rig().interfaces[seam];
    const auto& placed = *document.check().placed;
    const auto& axes = placed.mechanism().seams()[seam].motion.axes;
    const auto& axis = axes[k];
    std::vector<double> before, all;
    for (std::size_t i = 0; i < axes.size(); ++i) {
        all.push_back(rig::position_of(f, axes[i].key));
        if (i < k) before.push_back(all.back());
    }
    const Eigen::Isometry3d port = placed.placement().world_from_port[seam];
    const Eigen::Isometry3d carried = port * families::moved(axes, before), end = port * families::moved(axes, all);
    const Vector direction = carried.linear() * axis.direction;
    const double facing = direction.dot(towards_viewer(view));
    ElevationScene::Handle h;
    h.interface = f.id;
    h.axis = axis.key;
    h.name = text_of(axis.label);
    h.plus = text_of(axis.plus);
    h.minus = text_of(axis.minus);
    h.slides = axis.slides;
    h.position = all[k];
    const auto stops = rig::stops_of(f, axis);
    h.least = stops.least;
    h.most = stops.most;
    if (axis.slides) {
        h.along = seen(direction, view);
        if (std::hypot(h.along.x(), h.along.y()) < 0.7) return std::nullopt;  // it runs into the picture
        const QPointF across(-h.along.y(), h.along.x());
        h.pivot = seen(end.translation(), view);
        h.handle = h.pivot - 0.6 * radius * across * (across.y() < 0 ? -1 : 1);
        return h;
    }
    if (std::abs(facing) < 0.7) return std::nullopt;  // only what turns in the picture can be dragged by angle
    h.sense = facing > 0 ? 1 : -1;
    h.pivot = seen(carried * axis.at, view);
    // The ring stands where something of the moved side points in the picture: its z, or else its x.
    for (const Vector& own : {Vector(Vector::UnitZ()), Vector(Vector::UnitX()), Vector(Vector::UnitY())}) {
        const QPointF d = seen(end.linear() * own, view);
        const double length = std::hypot(d.x(), d.y());
        if (length < 0.7) continue;
        h.handle = h.pivot + radius * d / length;
        return h;
    }
    return std::nullopt;
}

void add_handles(ElevationScene& scene, const project::Document& document, ViewSide view, const std::string& selected) {
    const auto& mechanism = document.check().placed->mechanism();
    const double radius = ring_radius(scene);
    for (const bool own : {true, false})
        for (const auto i : mechanism.from_payload_down()) {
            const auto& f = document.rig().interfaces[i];
            if ((f.id == selected) != own || f.closes_loop) continue;
            const auto& axes = mechanism.seams()[i].motion.axes;
            const bool beyond = !f.pose.empty() && !rig::is_within_stops(f);
            for (std::size_t k = 0; k < axes.size(); ++k)
                if (auto handle = handle_of(document, i, k, view, radius)) {
                    handle->is_selected = own;
                    handle->is_beyond = beyond;
                    scene.handles.push_back(std::move(*handle));
                }
        }
    // Two rings on one spot: the second stands further out.
    for (std::size_t i = 0; i < scene.handles.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            const QPointF apart = scene.handles[i].handle - scene.handles[k].handle;
            if (std::hypot(apart.x(), apart.y()) > 0.3 * radius) continue;
            const QPointF out = scene.handles[i].handle - scene.handles[i].pivot;
            scene.handles[i].handle += 0.5 * out;
        }
}

void add_feet(ElevationScene& scene, const project::Document& document, ViewSide view) {
    const auto& placed = *document.check().placed;
    for (const auto& f : document.rig().interfaces) {
        const auto prepared = document.joints().prepare(rig::in_force(document.rig(), f, &placed), rig::End::typical);
        if (!prepared) continue;
        for (const auto& joint : prepared->joints)
            for (const auto& corner : joint->stands_on())
                scene.feet.push_back(seen(placed.world_from_interface(f.id) * Vector(corner.x(), corner.y(), 0), view));
        if (!scene.feet.empty()) return;
    }
}

}  // namespace

QPointF seen(const rig::Vector& p, ViewSide view) {
    if (view == ViewSide::top) return {p.x(), p.y()};
    return {view == ViewSide::side ? p.x() : p.y(), p.z()};
}

ElevationScene make_scene(const project::Document& document, ViewSide view, const std::string& selected) {
    ElevationScene scene;
    if (document.is_empty() || !document.check().placed) return scene;
    add_solids(scene, document, view);
    add_lever(scene, document, view, selected);
    add_push(scene, document, view, selected);
    add_handles(scene, document, view, selected);
    add_feet(scene, document, view);
    return scene;
}

}  // namespace clampet::desktop
