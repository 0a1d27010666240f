#include "desktop/elevation_scene.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/stance/stance_joint.h"
#include "mechanics/patch.h"
#include "quantity/dimension.h"

namespace clampet::desktop {
namespace {

using rig::Vector;

double depth_of(const Vector& p, ViewSide view) {
    return view == ViewSide::side ? -p.y() : p.x();
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
    const Vector sight = view == ViewSide::side ? Vector::UnitY() : Vector::UnitX();
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
        const auto& world = document.check().placement.world_from_part.at(part.id);
        for (const auto& shape : part.shapes)
            scene.solids.push_back(
                {part.id, shape.material, outline(shape, world, view), depth_of(world * shape.at, view)});
    }
    std::stable_sort(scene.solids.begin(), scene.solids.end(),
                     [](const auto& a, const auto& b) { return a.depth < b.depth - 1e-6; });
    // A rail or a floor runs on beyond the picture: only what stands on it must be seen whole.
    QRectF on_support, all;
    for (const auto& solid : scene.solids) {
        const QRectF box = solid.outline.boundingRect();
        all = all.isNull() ? box : all.united(box);
        if (document.rig().part(solid.part)->role != "support")
            on_support = on_support.isNull() ? box : on_support.united(box);
    }
    const double around = 0.12 * std::max(on_support.width(), on_support.height());
    scene.extent = on_support.isNull()
                       ? all
                       : on_support.united(all.intersected(on_support.adjusted(-around, -around, around, around)));
}

void add_lever(ElevationScene& scene, const project::Document& document, ViewSide view, const std::string& selected) {
    const auto& placement = document.check().placement;
    const auto frame = placement.world_from_interface.find(selected);
    if (frame == placement.world_from_interface.end()) return;
    double mass = 0;
    Vector moment = Vector::Zero();
    for (const auto& id : placement.beyond.at(selected)) {
        const auto& part = *document.rig().part(id);
        mass += part.mass;
        moment += part.mass * placement.centre_of_gravity(part);
    }
    if (!(mass > 0)) return;
    const Vector centre = moment / mass, origin = frame->second.translation();
    const double weight = mass * quantity::standard_gravity;
    const QPointF joint = seen(origin, view), cg = seen(centre, view);
    scene.lever = {joint, cg, std::abs(cg.x() - joint.x()), weight, weight * std::abs(cg.x() - joint.x())};
}

void add_push(ElevationScene& scene, const project::Document& document, ViewSide view, const std::string& selected) {
    for (const auto& result : document.check().interfaces) {
        if (result.id != selected || !result.governs) continue;
        const auto& mode = result.modes[*result.governs];
        const auto point = rig::push_point(document.rig(), document.check().placement);
        if (!mode.direction || !point) return;
        scene.push = {seen(*point, view), seen(*mode.direction, view), document.rig().push.force};
    }
}

void add_ball(ElevationScene& scene, const project::Document& document, ViewSide view) {
    for (const auto& f : document.rig().interfaces) {
        if (!f.pose) continue;
        const auto& frame = document.check().placement.world_from_interface.at(f.id);
        const Vector stem = frame.linear() * f.pose->rotation() * Vector::UnitZ();
        ElevationScene::Ball ball;
        ball.interface = f.id;
        ball.centre = seen(frame.translation(), view);
        ball.axis = seen(frame.linear() * Vector::UnitZ(), view);
        ball.handle = ball.centre + 0.075 * seen(stem, view);
        ball.angle = view == ViewSide::side ? f.pose->forward : f.pose->side;
        ball.tilt = f.pose->tilt();
        ball.limit = std::numbers::pi / 2;
        if (const auto prepared = rig::prepare(f, rig::End::typical))
            for (const auto& joint : prepared->joints)
                for (const auto& value : joint->results({}))
                    if (value.name == "swing_limit") ball.limit = value.value;
        // Only a clamp axis that stands upright in the picture can be dragged by angle.
        ball.can_drag = std::hypot(ball.axis.x(), ball.axis.y()) > 0.7;
        scene.ball = ball;
        return;
    }
}

void add_feet(ElevationScene& scene, const project::Document& document, ViewSide view) {
    for (const auto& f : document.rig().interfaces) {
        if (f.elements.front().family != "stance") continue;
        const auto prepared = rig::prepare(f, rig::End::typical);
        if (!prepared) return;
        const auto* stance = dynamic_cast<const families::StanceJoint*>(prepared->joints.front().get());
        if (!stance) return;
        const auto& frame = document.check().placement.world_from_interface.at(f.id);
        double low = 1e9, high = -1e9, ground = 0;
        for (const auto& corner : stance->polygon()) {
            const QPointF p = seen(frame * Vector(corner.x, corner.y, 0), view);
            low = std::min(low, p.x());
            high = std::max(high, p.x());
            ground = p.y();
        }
        if (low < high) scene.feet = {{low, ground}, {high, ground}};
    }
}

}  // namespace

QPointF seen(const rig::Vector& p, ViewSide view) {
    return {view == ViewSide::side ? p.x() : p.y(), p.z()};
}

ElevationScene make_scene(const project::Document& document, ViewSide view, const std::string& selected) {
    ElevationScene scene;
    if (document.is_empty()) return scene;
    add_solids(scene, document, view);
    add_lever(scene, document, view, selected);
    add_push(scene, document, view, selected);
    add_ball(scene, document, view);
    add_feet(scene, document, view);
    return scene;
}

}  // namespace clampet::desktop
