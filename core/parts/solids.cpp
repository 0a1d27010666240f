#include "parts/solids.h"

#include <fmt/format.h>

#include <cmath>
#include <numbers>

#include "catalogue/thread.h"
#include "parts/made_solid.h"
#include "parts/rows.h"
#include "parts/workpiece.h"

namespace clampet::parts {

using std::numbers::pi;

Shape box(const Vector& at, const Vector& size, Stuff stuff) {
    Shape s;
    s.at = at;
    s.size = size;
    s.material = stuff;
    return s;
}

Shape cylinder(const Vector& at, double diameter, double length, const Vector& axis, Stuff stuff) {
    Shape s;
    s.kind = ShapeKind::cylinder;
    s.at = at;
    s.diameter = diameter;
    s.length = length;
    s.axis = axis;
    s.material = stuff;
    return s;
}

Shape sphere(const Vector& at, double diameter, Stuff stuff) {
    Shape s;
    s.kind = ShapeKind::sphere;
    s.at = at;
    s.diameter = diameter;
    s.material = stuff;
    return s;
}

Outline outline_of(const std::vector<Eigen::Vector2d>& profile) {
    double twice = 0;
    Eigen::Vector2d moment = Eigen::Vector2d::Zero();
    for (std::size_t i = 0; i < profile.size(); ++i) {
        const auto &a = profile[i], &b = profile[(i + 1) % profile.size()];
        const double cross = a.x() * b.y() - b.x() * a.y();
        twice += cross;
        moment += cross * (a + b);
    }
    if (twice == 0) return {};
    return {std::abs(twice) / 2, moment / (3 * twice)};
}

std::pair<Vector, Vector> profile_axes(const Vector& axis) {
    if (std::abs(axis.y()) > 0.9) return {Vector::UnitX(), Vector::UnitZ()};
    if (std::abs(axis.x()) > 0.9) return {Vector::UnitY(), Vector::UnitZ()};
    if (std::abs(axis.z()) > 0.9) return {Vector::UnitX(), Vector::UnitY()};
    const Vector u = axis.unitOrthogonal();
    return {u, axis.cross(u)};
}

namespace {

/// Volume of a hull, and its moment about its middle: of the tetrahedra from there to its faces.
std::pair<double, Vector> hull_moment(const Shape& s) {
    double volume = 0;
    Vector moment = Vector::Zero();
    for (const auto& [a, b, c] : s.faces) {
        const Vector &p = s.corners[static_cast<std::size_t>(a)], &q = s.corners[static_cast<std::size_t>(b)],
                     &r = s.corners[static_cast<std::size_t>(c)];
        const double piece = p.dot(q.cross(r)) / 6;
        volume += piece;
        moment += piece * (p + q + r) / 4;
    }
    return {volume, moment};
}

}  // namespace

double volume_of(const Shape& s) {
    switch (s.kind) {
        case ShapeKind::box:
            return s.size.prod();
        case ShapeKind::cylinder:
            return pi / 4 * s.diameter * s.diameter * s.length;
        case ShapeKind::sphere:
            return pi / 6 * s.diameter * s.diameter * s.diameter;
        case ShapeKind::prism:
            return outline_of(s.profile).area * s.length;
        case ShapeKind::hull:
            return hull_moment(s).first;
    }
    return 0;
}

Vector centroid_of(const Shape& s) {
    if (s.kind == ShapeKind::hull) {
        const auto [volume, moment] = hull_moment(s);
        return volume > 0 ? Vector(s.at + moment / volume) : s.at;
    }
    if (s.kind != ShapeKind::prism) return s.at;
    const auto c = outline_of(s.profile).centroid;
    const auto [u, v] = profile_axes(s.axis);
    return s.at + c.x() * u + c.y() * v;
}

Reach fingers_round(const Vector& at, double diameter, double length, const Vector& outward) {
    constexpr double fingers = 0.025;
    return {"fingers round the knob",
            cylinder(at + outward * fingers / 2, diameter + 2 * fingers, length + fingers, outward, Stuff::payload)};
}

Zone zone_of_sphere(double diameter, double from, double to) {
    const double r2 = diameter * diameter / 4;
    const auto volume = [&](double z) { return pi * (r2 * z - z * z * z / 3); };
    const auto moment = [&](double z) { return pi * (r2 * z * z / 2 - z * z * z * z / 4); };
    const double v = volume(to) - volume(from);
    return {v, v > 0 ? (moment(to) - moment(from)) / v : from};
}

double half_chord(double diameter, double away) {
    return std::sqrt(std::max(0.0, diameter * diameter / 4 - away * away));
}

Vector top_of(const Shape& bar, const std::vector<EndCut>& ends) {
    for (const auto& end : ends)
        if (const Vector side = end.way - end.way.dot(bar.axis) * bar.axis; side.norm() > 1e-6)
            return side.normalized();
    return bar.axis.unitOrthogonal();
}

double met_along(const Shape& bar, const EndCut& end, const Vector& out) {
    const Vector from = bar.at + out;
    if (!(end.diameter > 0)) return (end.at - from).dot(end.way) / bar.axis.dot(end.way);
    // Of a line and a round thing: what lies nearer to the bar's middle.
    const Vector away = from - end.at, a = bar.axis - bar.axis.dot(end.way) * end.way,
                 b = away - away.dot(end.way) * end.way;
    const double p = b.dot(a) / a.squaredNorm(),
                 q = (b.squaredNorm() - end.diameter * end.diameter / 4) / a.squaredNorm(), root = p * p - q;
    if (root < 0) return end_of(bar, end) * bar.length / 2;  // it passes beside it
    const double one = -p - std::sqrt(root), other = -p + std::sqrt(root);
    return std::abs(one) < std::abs(other) ? one : other;
}

double end_of(const Shape& bar, const EndCut& end) {
    return (end.at - bar.at).dot(bar.axis) < 0 ? -1 : 1;
}

Shape shape_of(const EndCut& end, double reach) {
    if (end.diameter > 0) return cylinder(end.at, end.diameter, reach, end.way, Stuff::wood);
    Shape half;
    half.kind = ShapeKind::prism;
    half.axis = end.way;
    half.length = reach;
    half.at = end.at + reach / 2 * end.way;
    half.profile = {{-reach, -reach}, {reach, -reach}, {reach, reach}, {-reach, reach}};
    return half;
}

namespace {

/// Whether a point lies in a shape, not of a hull.
bool holds(const Shape& s, const Vector& point) {
    const Vector from = point - s.at;
    const double along = from.dot(s.axis);
    switch (s.kind) {
        case ShapeKind::box:
            return (from.cwiseAbs() - s.size / 2).maxCoeff() <= 1e-9;
        case ShapeKind::cylinder:
            return std::abs(along) <= s.length / 2 + 1e-9 && (from - along * s.axis).norm() <= s.diameter / 2;
        case ShapeKind::sphere:
            return from.norm() <= s.diameter / 2;
        case ShapeKind::prism: {
            const auto [u, v] = profile_axes(s.axis);
            return std::abs(along) <= s.length / 2 + 1e-9 && is_inside(s.profile, {from.dot(u), from.dot(v)});
        }
        case ShapeKind::hull:
            return false;
    }
    return false;
}

/// How much of a round hole is cut already by another on its axis: the length that they share, as deep as the
/// narrower.
double shared_volume(const Shape& a, const Shape& b) {
    if (a.kind != ShapeKind::cylinder || b.kind != ShapeKind::cylinder || std::abs(a.axis.dot(b.axis)) < 1 - 1e-9)
        return 0;
    const Vector between = b.at - a.at;
    const double along = between.dot(a.axis);
    if ((between - along * a.axis).norm() > 1e-6) return 0;
    const double from = std::max(-a.length / 2, along - b.length / 2),
                 to = std::min(a.length / 2, along + b.length / 2), d = std::min(a.diameter, b.diameter);
    return pi / 4 * d * d * std::max(0.0, to - from);
}

}  // namespace

void Solids::piece(std::string name) {
    made_.push_back({std::move(name), {}, Stuff::wood, 0, false, {}, {}, {}, {}, {}, {}});
}

void Solids::glued(std::string name) {
    piece(std::move(name));
    made_.back().is_glued = true;
}

void Solids::add(Shape shape, double density) {
    if (made_.empty()) piece("");
    auto& piece = made_.back();
    piece.stuff = shape.material;
    piece.density = density;
    piece.joined.push_back(shape);
    const double mass = density * volume_of(shape);
    mass_ += mass;
    moment_ += mass * centroid_of(shape);
    shapes_.push_back(std::move(shape));
}

void Solids::add_fitted(const Shape& bar, std::vector<EndCut> ends, double density) {
    if (made_.empty()) piece("");
    constexpr int rings = 40, round = 72;
    const Vector u = top_of(bar, ends), w = bar.axis.cross(u);
    const auto out = [&](int i, double share) -> Vector {
        const double angle = 2 * pi * i / round;
        return share * bar.diameter / 2 * (std::cos(angle) * u + std::sin(angle) * w);
    };
    constexpr double spare = 0.002;  // no cut ends just where the blank does [m]
    // As long as it must be before it is cut: to where the farthest line along its surface ends.
    Shape blank = bar;
    double low = -bar.length / 2, high = bar.length / 2;
    for (const auto& end : ends) {
        double farthest = 0;
        for (int i = 0; i < round; ++i)
            farthest = std::max(farthest, end_of(bar, end) * met_along(bar, end, out(i, 1)));
        (end_of(bar, end) < 0 ? low : high) = end_of(bar, end) * (farthest + spare);
    }
    blank.length = high - low;
    blank.at = bar.at + (low + high) / 2 * bar.axis;
    auto& piece = made_.back();
    piece.stuff = bar.material;
    piece.density = density;
    piece.joined.push_back(blank);
    piece.ends = ends;
    // Its volume: lines along it by their lengths, over rings of like area.
    double length = 0, moment = 0;
    for (int k = 0; k < rings; ++k)
        for (int i = 0; i < round; ++i) {
            double from = -bar.length / 2, to = bar.length / 2;
            for (const auto& end : ends)
                (end_of(bar, end) < 0 ? from : to) = met_along(bar, end, out(i, std::sqrt((k + 0.5) / rings)));
            length += to - from;
            moment += (to * to - from * from) / 2;
        }
    const double of_line = density * pi / 4 * bar.diameter * bar.diameter / (rings * round);
    mass_ += of_line * length;
    moment_ += of_line * (length * bar.at + moment * bar.axis);
    shapes_.push_back(bar);
}

void Solids::sink(const Vector& at, const Vector& into, double hole, double head, double density) {
    if (!(head > hole)) return;
    sinks_.push_back({at, into, hole, head});
    const double r = hole / 2, big = head / 2, deep = big - r;  // at 90 degrees
    take(pi * deep / 3 * (big * big + big * r + r * r) - pi * r * r * deep, at + deep / 2 * into, density);
}

void Solids::add_elsewhere(Shape shape, double density) {
    elsewhere_ += density * volume_of(shape);
    made_.back().joined.push_back(std::move(shape));
}

void Solids::drill_elsewhere(const Shape& hole, double density) {
    elsewhere_ -= density * volume_of(hole);
    cut(hole);
}

void Solids::add_bought(Shape shape, double density, std::string what) {
    const double mass = density * volume_of(shape);
    add_weighed(std::move(shape), mass, std::move(what));
}

void Solids::add_screw(const Shape& shank, const std::string& thread) {
    add_bought(shank, steel_density);
    buy_screw(thread, shank.length);
}

void Solids::buy_screw(const std::string& thread, double length) {
    list_.push_back({thread + " screw", length, PutOn::when_joined});
}

void Solids::buy(std::string what, PutOn put_on) {
    list_.push_back({std::move(what), 0, put_on});
}

void Solids::add_weighed(Shape shape, double mass, std::string what, PutOn put_on) {
    if (!what.empty()) buy(std::move(what), put_on);
    mass_ += mass;
    bought_ += mass;
    moment_ += mass * centroid_of(shape);
    shapes_.push_back(std::move(shape));
}

void Solids::drill(const Shape& hole, double density) {
    double volume = volume_of(hole);
    for (const auto& other : cuts_) volume -= shared_volume(hole, other);
    take(std::max(0.0, volume), centroid_of(hole), density);
    cut(hole);
}

void Solids::take(double volume, const Vector& at, double density) {
    mass_ -= density * volume;
    moment_ -= density * volume * at;
}

void Solids::thread(const Vector& at, const Vector& into, double depth, std::string designation) {
    threads_.push_back({at, into, depth, std::move(designation)});
}

void Solids::round_off(const Vector& at, double radius) {
    roundings_.push_back({at, radius});
}

void Solids::holes_of(const Port& port) {
    const bool is_face = port.kind == families::PortKind::face || port.kind == families::PortKind::plate,
               is_thread = port.kind == families::PortKind::thread;
    const auto size = [&](const char* key) {
        const auto found = port.sizes.find(key);
        const auto* value = found == port.sizes.end() ? nullptr : std::get_if<double>(&found->second);
        return value ? *value : 0.0;
    };
    const auto sex = port.sizes.find("sex");
    const bool is_female = sex != port.sizes.end() && sex->second == families::Value(std::string("female"));
    const auto stud = [&]() -> double {
        const auto known = catalogue::thread_named(std::get<std::string>(port.sizes.at("designation")));
        return known ? stud_depths * known->major : 0;
    };
    const double depth = is_face ? size("thickness") : is_thread && is_female ? size("depth") : is_thread ? stud() : 0;
    if (!(depth > 0) || (is_face && !(size("hole") > 0))) return;
    // A stud may be longer than what it stands in is thick.
    const double within = is_thread && !is_female ? 0.001 : depth / 2;
    for (const double way : {-1.0, 1.0})
        for (const auto& piece : made_)
            for (const auto& shape : piece.joined) {
                if (!holds(shape, port.at + way * within * port.z)) continue;
                if (is_thread && !is_female) return stud_of(port, way * port.z, piece, shape, depth, size("length"));
                if (is_thread)
                    return thread(port.at, way * port.z, depth, std::get<std::string>(port.sizes.at("designation")));
                return drill(cylinder(port.at + way * depth / 2 * port.z, size("hole"), depth, port.z, piece.stuff),
                             piece.density);
            }
}

void Solids::stud_of(const Port& port, const Vector& into, const MadeSolid& piece, const Shape& in, double depth,
                     double stands_out) {
    if (piece.stuff != Stuff::wood && piece.stuff != Stuff::plastic) return;
    while (depth > 0.001 && !holds(in, port.at + depth * into)) depth -= 0.0005;  // through, where it is no thicker
    const auto designation = std::get<std::string>(port.sizes.at("designation"));
    buy(fmt::format("{} threaded rod, {:.0f} mm", designation, std::ceil((depth + stands_out) * 1e3)),
        PutOn::when_made);
    // Where the hole would leave next to nothing about it, the rod is cast or glued in as one with the part.
    constexpr double wall = 0.001;
    const double out = thread_hole(designation, piece.stuff).diameter / 2 + wall;
    const Vector side = into.unitOrthogonal(), other = into.cross(side), middle = port.at + depth / 2 * into;
    for (const Vector& way : {side, other})
        if (!holds(in, middle + out * way) || !holds(in, middle - out * way)) return;
    thread(port.at, into, depth, designation);
}

Body Solids::body(std::vector<Port> ports) const {
    Solids whole = *this;
    for (const auto& port : ports) whole.holes_of(port);
    Body b;
    b.mass = std::max(0.0, whole.mass_);
    b.bought_mass = bought_;
    b.elsewhere_mass = elsewhere_;
    b.bought = whole.list_;
    if (b.mass > 0) b.centre_of_gravity = whole.moment_ / b.mass;
    for (double& x : b.centre_of_gravity)
        if (std::abs(x) < 1e-12) x = 0;  // what rounding leaves of a symmetry [m]
    b.ports = std::move(ports);
    b.shapes = shapes_;
    b.reaches = reaches_;
    b.made = std::move(whole.made_);
    std::erase_if(b.made, [](const MadeSolid& piece) { return piece.joined.empty(); });
    for (auto& piece : b.made) {
        piece.cut = whole.cuts_;
        piece.threads = whole.threads_;
        piece.roundings = roundings_;
        piece.sinks = sinks_;
    }
    return b;
}

}  // namespace clampet::parts
