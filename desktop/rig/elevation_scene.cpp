#include "desktop/rig/elevation_scene.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <QPainterPath>

#include "desktop/theme/words.h"
#include "mechanics/patch.h"
#include "parts/solids.h"
#include "quantity/dimension.h"
#include "rig/in_force.h"
#include "rig/port_places.h"
#include "study/picture.h"
#include "study/room.h"

namespace clampet::desktop {
namespace {

using rig::Vector;

double depth_of(const Vector& p, const Sight& sight) {
    return p.dot(sight.towards);
}

std::vector<Vector> corners(const rig::Shape& s) {
    std::vector<Vector> points;
    if (s.kind == rig::ShapeKind::box) {
        for (int i = 0; i < 8; ++i)
            points.push_back(s.at +
                             Vector(i & 1 ? 0.5 : -0.5, i & 2 ? 0.5 : -0.5, i & 4 ? 0.5 : -0.5).cwiseProduct(s.size));
        return points;
    }
    for (const auto& corner : s.corners) points.push_back(s.at + corner);
    if (s.kind == rig::ShapeKind::hull) return points;
    const auto [u, v] = parts::profile_axes(s.axis);
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

/// The outline of a solid that is hollow, about its middle: what its triangles that look to the viewer cover.
QPolygonF covered(const rig::Shape& s, const Eigen::Matrix3d& turn, const Sight& sight) {
    QPainterPath path;
    path.setFillRule(Qt::WindingFill);
    for (const auto& face : s.skin_faces) {
        QPolygonF triangle;
        for (const int i : face) triangle << sight.seen(turn * s.skin[static_cast<std::size_t>(i)]);
        const QPointF a = triangle[1] - triangle[0], b = triangle[2] - triangle[0];
        if (a.x() * b.y() - a.y() * b.x() <= 0) continue;
        path.addPolygon(triangle);
        path.closeSubpath();
    }
    // Qt joins what lies closer than a hundredth of its unit: counted in micrometres.
    constexpr double micrometre = 1e-6;
    const auto larger = QTransform::fromScale(1 / micrometre, 1 / micrometre);
    return QTransform::fromScale(micrometre, micrometre).map(larger.map(path).simplified().toFillPolygon());
}

/// covered(), remembered for as long as nothing turns: joining many triangles takes milliseconds.
QPolygonF hollow_outline(const rig::Shape& s, const Eigen::Isometry3d& world, const Sight& sight) {
    struct Known {
        std::vector<Vector> skin;
        Eigen::Matrix3d turn;
        QPolygonF outline;
    };
    constexpr std::size_t most = 48;
    static thread_local std::vector<Known> known;
    Eigen::Matrix3d seen;
    seen << sight.right, sight.up, sight.towards;
    const Eigen::Matrix3d turn = seen.transpose() * world.linear();
    const auto same = [&](const Known& k) { return k.turn.isApprox(turn, 1e-9) && k.skin == s.skin; };
    auto at = std::find_if(known.begin(), known.end(), same);
    if (at == known.end()) {
        if (known.size() >= most) known.erase(known.begin());
        known.push_back({s.skin, turn, covered(s, world.linear(), sight)});
        at = known.end() - 1;
    }
    return at->outline.translated(sight.seen(world * s.at));
}

QPolygonF outline(const rig::Shape& s, const Eigen::Isometry3d& world, const Sight& sight) {
    if (!s.skin.empty()) return hollow_outline(s, world, sight);
    QPolygonF polygon;
    if (s.kind == rig::ShapeKind::sphere) {
        const QPointF c = sight.seen(world * s.at);
        for (int i = 0; i < 40; ++i) {
            const double a = 2 * std::numbers::pi * i / 40;
            polygon << c + s.diameter / 2 * QPointF(std::cos(a), std::sin(a));
        }
        return polygon;
    }
    const auto points = corners(s);
    // A prism seen along its axis keeps its notches; everything else is convex.
    if (s.kind == rig::ShapeKind::prism && std::abs((world.linear() * s.axis).dot(sight.towards)) > 0.999) {
        for (std::size_t i = 0; i < s.profile.size(); ++i) polygon << sight.seen(world * points[i]);
        return polygon;
    }
    std::vector<mechanics::Point> flat;
    for (const auto& p : points) {
        const QPointF q = sight.seen(world * p);
        flat.push_back({q.x(), q.y()});
    }
    for (const auto& p : mechanics::convex_hull(flat)) polygon << QPointF(p.x, p.y);
    return polygon;
}

void add_solids(ElevationScene& scene, const project::Document& document, const Sight& sight) {
    for (const auto& part : document.rig().parts) {
        const auto& world = document.check().placed->world_from_part(part.id);
        for (const auto& shape : part.shapes)
            scene.solids.push_back(
                {part.id, shape.material, outline(shape, world, sight), depth_of(world * shape.at, sight)});
    }
    // An arm that is a seam is seen as it reaches from port to port; it belongs to what carries it.
    const auto& mechanism = document.check().placed->mechanism();
    for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
        for (const auto& limb : rig::limbs_of(mechanism.seams()[i].motion)) {
            const auto& world = document.check().placed->placement().world_from_port[i];
            scene.solids.push_back({document.rig().parts[mechanism.seams()[i].support].id, limb.material,
                                    outline(limb, world, sight), depth_of(world * limb.at, sight), true});
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

void add_lever(ElevationScene& scene, const project::Document& document, const Sight& sight,
               const std::string& selected) {
    const auto& placed = *document.check().placed;
    if (!placed.has_interface(selected) || document.rig().interface(selected)->closes_loop) return;
    const auto [mass, centre] = placed.mass_beyond(selected);
    if (!(mass > 0)) return;
    const double weight = mass * quantity::standard_gravity;
    const Vector at = placed.world_from_interface(selected).translation();
    const QPointF joint = sight.seen(at), cg = sight.seen(centre);
    const double arm = std::abs(sight.up.z()) < 0.999 ? (centre - at).head<2>().norm() : std::abs(cg.x() - joint.x());
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

void add_push(ElevationScene& scene, const project::Document& document, const Sight& sight,
              const std::string& selected) {
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
        scene.push = {sight.seen(at), sight.seen(shaken ? Vector(-*mode.direction) : *mode.direction),
                      words_of_action(action)};
    }
}

/// How large the rings stand off, for the size of the rig [m].
double ring_radius(const ElevationScene& scene) {
    return std::clamp(0.14 * std::max(scene.extent.width(), scene.extent.height()), 0.05, 0.5);
}

/// The handle of one axis, where it can be moved in this view.
std::optional<ElevationScene::Handle> handle_of(const project::Document& document, std::size_t seam, std::size_t k,
                                                const Sight& sight, double radius, double least_facing) {
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
    const double facing = direction.dot(sight.towards);
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
        h.along = sight.seen(direction);
        if (std::hypot(h.along.x(), h.along.y()) < least_facing) return std::nullopt;  // it runs into the picture
        const QPointF across(-h.along.y(), h.along.x());
        h.pivot = sight.seen(end.translation());
        h.handle = h.pivot - 0.6 * radius * across * (across.y() < 0 ? -1 : 1);
        return h;
    }
    if (std::abs(facing) < least_facing) return std::nullopt;  // only what turns in the picture can be dragged by angle
    h.sense = facing > 0 ? 1 : -1;
    h.pivot = sight.seen(carried * axis.at);
    // The ring stands where something of the moved side points across the axis: its z, or else its x.
    QPointF best;
    Vector out = Vector::Zero();
    for (const Vector& own : {Vector(Vector::UnitZ()), Vector(Vector::UnitX()), Vector(Vector::UnitY())}) {
        const Vector way = end.linear() * own, across = way - way.dot(direction) * direction;
        if (across.norm() < 0.7) continue;
        const Vector unit = across.normalized();
        const QPointF d = sight.seen(unit);
        if (std::hypot(d.x(), d.y()) < std::max(0.5, 1.15 * std::hypot(best.x(), best.y()))) continue;
        best = d;
        out = unit;
    }
    if (out.isZero()) return std::nullopt;
    h.out = radius * best;
    h.on = radius * sight.seen(direction.cross(out));
    h.handle = h.pivot + h.out;
    return h;
}

/// Handles of the places where the ports of a seam are on their parts.
void add_places(ElevationScene& scene, const project::Document& document, const rig::Interface& f, const Sight& sight,
                double radius, double least_facing) {
    const auto& placed = *document.check().placed;
    for (const auto& place : rig::places_of(document.rig(), f, placed)) {
        ElevationScene::Handle h;
        h.interface = f.id;
        h.axis = place.part + "/" + place.key;
        h.part = place.part;
        h.key = place.key;
        h.name = text_of(place.label);
        h.slides = h.is_selected = true;
        h.position = place.value;
        h.least = place.least;
        h.most = place.most;
        h.along = sight.seen(place.along);
        if (std::hypot(h.along.x(), h.along.y()) < least_facing) continue;
        const QPointF across(-h.along.y(), h.along.x());
        h.pivot = sight.seen(placed.world_from_port(f.id).translation());
        h.handle = h.pivot + 0.6 * radius * across * (across.y() < 0 ? -1 : 1);
        scene.handles.push_back(std::move(h));
    }
}

void add_handles(ElevationScene& scene, const project::Document& document, const Sight& sight,
                 const std::string& selected, double least_facing) {
    const auto& mechanism = document.check().placed->mechanism();
    const double radius = ring_radius(scene);
    for (const bool own : {true, false})
        for (const auto i : mechanism.from_payload_down()) {
            const auto& f = document.rig().interfaces[i];
            if ((f.id == selected) != own || f.closes_loop) continue;
            const auto& axes = mechanism.seams()[i].motion.axes;
            const bool beyond = !f.pose.empty() && !rig::is_within_stops(f);
            for (std::size_t k = 0; k < axes.size(); ++k)
                if (auto handle = handle_of(document, i, k, sight, radius, least_facing)) {
                    handle->is_selected = own;
                    handle->is_beyond = beyond;
                    scene.handles.push_back(std::move(*handle));
                }
            if (own) add_places(scene, document, f, sight, radius, least_facing);
        }
    // Two rings on one spot: the second stands further out.
    for (std::size_t i = 0; i < scene.handles.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            const QPointF apart = scene.handles[i].handle - scene.handles[k].handle;
            if (std::hypot(apart.x(), apart.y()) > 0.3 * radius) continue;
            auto& handle = scene.handles[i];
            if (handle.slides)
                handle.handle += 0.5 * (handle.handle - handle.pivot);
            else
                handle.out *= 1.5, handle.on *= 1.5, handle.handle = handle.pivot + handle.out;
        }
}

void add_feet(ElevationScene& scene, const project::Document& document, const Sight& sight) {
    const auto& placed = *document.check().placed;
    for (const auto& f : document.rig().interfaces) {
        const auto prepared = document.joints().prepare(rig::in_force(document.rig(), f, &placed), rig::End::typical);
        if (!prepared) continue;
        for (const auto& joint : prepared->joints)
            for (const auto& corner : joint->stands_on())
                scene.feet.push_back(sight.seen(placed.world_from_interface(f.id) * Vector(corner.x(), corner.y(), 0)));
        if (!scene.feet.empty()) return;
    }
}

/// The payload where another shot has it.
void add_ghosts(ElevationScene& scene, const project::Document& document, const Sight& sight) {
    const auto& rig = document.rig();
    const auto* payload = rig::payload_of(rig);
    if (!payload) return;
    const auto here = document.check().placed->world_from_part(payload->id);
    for (const auto& shot : rig.shots) {
        const rig::Placed there(rig::posed(rig, shot));
        const auto& world = there.world_from_part(payload->id);
        constexpr double unmoved = 1e-3;
        if (world.isApprox(here, 1e-6) ||
            (world.translation() - here.translation()).norm() + (world.linear() - here.linear()).norm() * 0.1 < unmoved)
            continue;
        ElevationScene::Ghost ghost{text_of(shot.name), {}};
        for (const auto& shape : payload->shapes) {
            ghost.outlines.push_back(outline(shape, world, sight));
            scene.extent = scene.extent.united(ghost.outlines.back().boundingRect());
        }
        scene.ghosts.push_back(std::move(ghost));
    }
}

/// The frame at what the shot that it is in must see; at 1 m where it is in none.
void add_frame(ElevationScene& scene, const project::Document& document, const Sight& sight) {
    const auto& rig = document.rig();
    const auto* camera = study::camera_of(rig);
    if (!camera) return;
    const auto& placed = *document.check().placed;
    double distance = 1;
    for (const auto& shot : rig.shots)
        if (shot.distance > 0 && rig::posed(rig, shot) == rig) distance = shot.distance;
    const auto frame = study::frame_at(*camera->lens, placed.world_from_part(camera->id), distance);
    ElevationScene::Frame seen;
    seen.eye = sight.seen(frame.eye);
    for (const auto& corner : frame.corners()) seen.corners << sight.seen(corner);
    seen.words = QObject::tr("%1 × %2 at %3")
                     .arg(desktop::shown(frame.width, quantity::Dimension::length),
                          desktop::shown(frame.height, quantity::Dimension::length),
                          desktop::shown(distance, quantity::Dimension::length));
    scene.extent = scene.extent.united(seen.corners.boundingRect());
    scene.frame = std::move(seen);
}

}  // namespace

Sight sight_of(ViewSide view) {
    switch (view) {
        case ViewSide::front:
            return {Vector::UnitY(), Vector::UnitZ(), Vector::UnitX()};
        case ViewSide::top:
            return {Vector::UnitX(), Vector::UnitY(), Vector::UnitZ()};
        case ViewSide::turned:
            return Sight::turned(-0.6, 0.42);
        case ViewSide::side:
            break;
    }
    return {};
}

ElevationScene make_scene(const project::Document& document, const Sight& sight, const std::string& selected,
                          const Shown& shown, double least_facing) {
    ElevationScene scene;
    if (document.is_empty() || !document.check().placed) return scene;
    add_solids(scene, document, sight);
    add_lever(scene, document, sight, selected);
    add_push(scene, document, sight, selected);
    add_handles(scene, document, sight, selected, least_facing);
    if (shown.ghosts) add_ghosts(scene, document, sight);
    if (shown.frame) add_frame(scene, document, sight);
    add_feet(scene, document, sight);
    if (const auto touches = study::touches_as_posed(document.rig()))
        for (const auto& touch : *touches)
            scene.touches.push_back(
                {touch.one, touch.other, QString::fromStdString(study::sentence_of(document.rig(), touch))});
    else
        scene.untold_touches = QObject::tr("Whether parts touch was not looked at. ") +
                               QString::fromStdString(touches.problem().sentence());
    for (const auto& each : document.check().catches.each)
        scene.tethers.emplace_back(sight.seen(each.from), sight.seen(each.tied));
    return scene;
}

}  // namespace clampet::desktop
