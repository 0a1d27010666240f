#include "parts/made_solid.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <optional>

#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "parts/solids.h"

namespace clampet::parts {
namespace {

using Eigen::Vector2d;

const catalogue::StockRow* insert_for(const catalogue::Thread& thread, std::string_view group) {
    for (const auto* row : catalogue::stock_group(group)) {
        const auto inside = row->texts.find("inside");
        if (inside == row->texts.end()) continue;
        const auto of = catalogue::thread_named(inside->second);
        if (of && of->designation == thread.designation) return row;
    }
    return nullptr;
}

/// A piece as it lies to be marked: its middle, its length, its width and out of the face that is marked.
struct Lies {
    Vector at, along, across, out;
    Workpiece piece;
};

Vector unit(int axis) {
    Vector v = Vector::Zero();
    v[axis] = 1;
    return v;
}

/// How many holes run through a box along an axis.
std::size_t holes_along(const MadeSolid& made, const Shape& box, const Vector& axis) {
    const auto runs = [&](const Vector& from, const Vector& to) {
        const Vector way = (to - from).normalized(), half = box.size / 2 - Vector::Constant(1e-6);
        const Vector low = from.cwiseMin(to) - box.at, high = from.cwiseMax(to) - box.at;
        return std::abs(way.dot(axis)) > 1 - 1e-9 && (low - half).maxCoeff() < 0 && (high + half).minCoeff() > 0;
    };
    return static_cast<std::size_t>(
        std::count_if(made.cut.begin(), made.cut.end(),
                      [&](const Shape& s) {
                          return s.kind == ShapeKind::cylinder &&
                                 runs(s.at - s.length / 2 * s.axis, s.at + s.length / 2 * s.axis);
                      }) +
        std::count_if(made.threads.begin(), made.threads.end(),
                      [&](const ThreadedHole& t) { return runs(t.at, t.at + t.depth * t.into); }));
}

Lies laid(const Shape& box, const MadeSolid& made) {
    std::array<int, 3> axes{0, 1, 2};
    // The face that most holes cross is marked; of like ones the largest.
    std::stable_sort(axes.begin(), axes.end(), [&](int a, int b) { return box.size[a] < box.size[b]; });
    std::stable_sort(axes.begin(), axes.end(),
                     [&](int a, int b) { return holes_along(made, box, unit(a)) > holes_along(made, box, unit(b)); });
    const int thin = axes[0];
    int along = (thin + 1) % 3, across = (thin + 2) % 3;
    Lies lies{box.at, unit(along), unit(across), unit(thin), {}};
    if (box.size[across] > box.size[along]) {
        std::swap(along, across);
        lies.along = unit(along);
        lies.across = -unit(across);
    }
    lies.piece.length = box.size[along];
    lies.piece.width = box.size[across];
    lies.piece.thickness = box.size[thin];
    return lies;
}

Lies laid_prism(const Shape& prism) {
    const auto [u, v] = profile_axes(prism.axis);
    Vector2d least = prism.profile.front(), most = least;
    for (const auto& p : prism.profile) {
        least = least.cwiseMin(p);
        most = most.cwiseMax(p);
    }
    const Vector2d middle = (least + most) / 2;
    Lies lies{prism.at + middle.x() * u + middle.y() * v, u, v, u.cross(v), {}};
    lies.piece.length = most.x() - least.x();
    lies.piece.width = most.y() - least.y();
    lies.piece.thickness = prism.length;
    double area = 0;
    for (std::size_t i = 0; i < prism.profile.size(); ++i) {
        const Vector2d a = prism.profile[i] - middle, b = prism.profile[(i + 1) % prism.profile.size()] - middle;
        area += a.x() * b.y() - a.y() * b.x();
        lies.piece.outline.push_back(a);
    }
    if (area < 0) std::reverse(lies.piece.outline.begin(), lies.piece.outline.end());
    return lies;
}

/// Of round shapes about one axis: the bar that it is turned from, or a disc.
std::optional<Lies> laid_round(const std::vector<Shape>& shapes) {
    const auto& first = shapes.front();
    double from = 0, to = 0, across = 0;
    std::string turned;
    for (const auto& s : shapes) {
        if (s.kind != ShapeKind::cylinder || std::abs(s.axis.dot(first.axis)) < 1 - 1e-9) return std::nullopt;
        const Vector between = s.at - first.at;
        const double along = between.dot(first.axis);
        if ((between - along * first.axis).norm() > 1e-6) return std::nullopt;
        from = &s == &first ? -s.length / 2 : std::min(from, along - s.length / 2);
        to = &s == &first ? s.length / 2 : std::max(to, along + s.length / 2);
        across = std::max(across, s.diameter);
        turned +=
            fmt::format("{}Ø{:.1f} × {:.1f} mm", turned.empty() ? "turned: " : ", ", s.diameter * 1e3, s.length * 1e3);
    }
    const Vector side = first.axis.unitOrthogonal(), at = first.at + (from + to) / 2 * first.axis;
    Lies lies{at, first.axis, side, first.axis.cross(side), {}};
    lies.piece.note = shapes.size() > 1 ? turned : "";
    if (to - from >= across) {
        lies.piece.length = to - from;
        lies.piece.width = lies.piece.thickness = across;
        lies.piece.is_round = true;
        return lies;
    }
    lies.along = side;
    lies.across = first.axis.cross(side);
    lies.out = first.axis;
    lies.piece.length = lies.piece.width = across;
    lies.piece.thickness = to - from;
    for (int i = 0; i < 72; ++i)
        lies.piece.outline.emplace_back(across / 2 * std::cos(i * std::numbers::pi / 36),
                                        across / 2 * std::sin(i * std::numbers::pi / 36));
    return lies;
}

std::optional<Lies> laid_out(const MadeSolid& made) {
    if (made.joined.empty()) return std::nullopt;
    const auto& first = made.joined.front();
    if (first.kind == ShapeKind::cylinder) return laid_round(made.joined);
    if (made.joined.size() > 1) return std::nullopt;
    if (first.kind == ShapeKind::box) return laid(first, made);
    if (first.kind == ShapeKind::prism) return laid_prism(first);
    return std::nullopt;
}

/// A round hole seen from the piece: where it crosses it.
struct Crossing {
    Vector2d at;
    double from = 0, to = 0;  ///< along `out`, from the piece's middle [m]
};
std::optional<Crossing> crossing_of(const Vector& from, const Vector& to, const Lies& lies) {
    const Vector a = from - lies.at, b = to - lies.at;
    const Vector2d at(a.dot(lies.along), a.dot(lies.across)), end(b.dot(lies.along), b.dot(lies.across));
    if ((at - end).norm() > 1e-6) return std::nullopt;  // it runs another way
    const double half = lies.piece.thickness / 2, low = std::max(-half, std::min(a.dot(lies.out), b.dot(lies.out))),
                 high = std::min(half, std::max(a.dot(lies.out), b.dot(lies.out)));
    if (high - low < 1e-6 || !is_inside(outline_of(lies.piece), at)) return std::nullopt;
    return Crossing{at, low, high};
}

Bore bore_of(const Crossing& crossing, double thickness, double diameter) {
    Bore bore{crossing.at, diameter};
    const bool front = crossing.to > thickness / 2 - 1e-6, back = crossing.from < -thickness / 2 + 1e-6;
    if (!(front && back)) bore.depth = crossing.to - crossing.from;
    bore.from_the_back = back && !front;
    return bore;
}

void bore_it(Lies& lies, const MadeSolid& made) {
    auto& piece = lies.piece;
    for (const auto& cut : made.cut) {
        if (cut.kind != ShapeKind::cylinder) continue;
        const Vector half = cut.length / 2 * cut.axis;
        if (piece.is_round) {
            const Vector between = cut.at - lies.at;
            const bool on_axis = std::abs(cut.axis.dot(lies.along)) > 1 - 1e-9 &&
                                 (between - between.dot(lies.along) * lies.along).norm() < 1e-6;
            if (on_axis && cut.length > piece.length - 1e-6 && cut.diameter < piece.width)
                piece.wall = (piece.width - cut.diameter) / 2;
        } else if (const auto at = crossing_of(cut.at - half, cut.at + half, lies)) {
            piece.bores.push_back(bore_of(*at, piece.thickness, cut.diameter));
        }
    }
    if (piece.is_round) return;
    for (const auto& thread : made.threads)
        if (const auto at = crossing_of(thread.at, thread.at + thread.depth * thread.into, lies)) {
            const auto known = catalogue::thread_named(thread.thread);
            auto bore = bore_of(*at, piece.thickness, known ? known->major : 0);
            bore.made_for = BoreFor::thread;
            bore.thread = thread.thread;
            piece.bores.push_back(std::move(bore));
        }
}

bool are_alike(const Workpiece& a, const Workpiece& b) {
    return a.name == b.name && a.material == b.material && std::abs(a.length - b.length) < 1e-9 &&
           std::abs(a.width - b.width) < 1e-9 && std::abs(a.thickness - b.thickness) < 1e-9 && a.outline == b.outline &&
           a.bores == b.bores && a.wall == b.wall;
}

}  // namespace

ThreadHole thread_hole(const std::string& thread, Stuff stuff) {
    const auto known = catalogue::thread_named(thread);
    if (!known) return {};
    const bool is_plastic = stuff == Stuff::plastic;
    if (stuff != Stuff::wood && !is_plastic) return {catalogue::tap_drill(*known), nullptr};
    const auto* insert = is_plastic ? insert_for(*known, "heat-set insert") : nullptr;
    if (!insert) insert = insert_for(*known, "insert");
    if (!insert) return {known->major, nullptr};
    const double hole = insert->size("hole");
    return {hole > 0 ? hole : insert->size("outer") - (is_plastic ? 0.0005 : 0.001), insert};
}

Shape hole_of(const ThreadedHole& thread, Stuff stuff) {
    return cylinder(thread.at + thread.depth / 2 * thread.into, thread_hole(thread.thread, stuff).diameter,
                    thread.depth, thread.into, stuff);
}

bool is_printed(const std::string& material) {
    const auto known = catalogue::material_named(material);
    return known && known->group == "print";
}

std::vector<Workpiece> sawn_from(const Body& body) {
    std::vector<Workpiece> pieces;
    for (const auto& made : body.made) {
        if (is_printed(made.material)) continue;
        auto lies = laid_out(made);
        if (!lies) continue;
        lies->piece.name = made.name;
        lies->piece.material = made.material;
        lies->piece.stuff = made.stuff;
        if (made.is_glued) lies->piece.note = "glued and screwed to what it stands on";
        bore_it(*lies, made);
        const auto like = std::find_if(pieces.begin(), pieces.end(),
                                       [&](const Workpiece& other) { return are_alike(other, lies->piece); });
        if (like != pieces.end())
            ++like->count;
        else
            pieces.push_back(std::move(lies->piece));
    }
    return pieces;
}

}  // namespace clampet::parts
