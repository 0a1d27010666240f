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
std::optional<Lies> laid_round(const std::vector<Shape>& shapes, const std::vector<EndCut>& ends) {
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
    const Vector side = top_of(first, ends), at = first.at + (from + to) / 2 * first.axis;
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
    if (first.kind == ShapeKind::cylinder) return laid_round(made.joined, made.ends);
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
/// A hole from one point of its axis to another, and what is made of it.
struct Hole {
    Vector from, to;
    double diameter = 0;
    std::string thread = {};
};
std::vector<Hole> holes_of(const MadeSolid& made) {
    std::vector<Hole> holes;
    for (const auto& cut : made.cut) {
        const Vector half = cut.length / 2 * cut.axis;
        if (cut.kind == ShapeKind::cylinder) holes.push_back({cut.at - half, cut.at + half, cut.diameter});
    }
    for (const auto& thread : made.threads) {
        const auto known = catalogue::thread_named(thread.thread);
        holes.push_back({thread.at, thread.at + thread.depth * thread.into, known ? known->major : 0, thread.thread});
    }
    return holes;
}

std::optional<Crossing> crossing_of(const Hole& hole, const Lies& lies) {
    const Vector a = hole.from - lies.at, b = hole.to - lies.at;
    const Vector2d at(a.dot(lies.along), a.dot(lies.across)), end(b.dot(lies.along), b.dot(lies.across));
    if ((at - end).norm() > 1e-6) return std::nullopt;  // it runs another way
    const double half = lies.piece.thickness / 2, low = std::max(-half, std::min(a.dot(lies.out), b.dot(lies.out))),
                 high = std::min(half, std::max(a.dot(lies.out), b.dot(lies.out)));
    if (high - low < 1e-6 || !is_inside(outline_of(lies.piece), at)) return std::nullopt;
    return Crossing{at, low, high};
}

Bore bore_of(const Crossing& crossing, double thickness, const Hole& hole) {
    Bore bore{crossing.at, hole.diameter};
    const bool front = crossing.to > thickness / 2 - 1e-6, back = crossing.from < -thickness / 2 + 1e-6;
    if (!(front && back)) bore.depth = crossing.to - crossing.from;
    bore.from_the_back = back && !front;
    bore.thread = hole.thread;
    if (!hole.thread.empty()) bore.made_for = BoreFor::thread;
    return bore;
}

/// Where the head of a screw is let in at a hole; null where none is.
const Sink* sink_at(const MadeSolid& made, const Hole& hole) {
    for (const auto& sink : made.sinks) {
        const Vector away = sink.at - hole.from, way = (hole.to - hole.from).normalized();
        if ((away - away.dot(way) * way).norm() < 1e-6 && std::abs(sink.into.dot(way)) > 1 - 1e-9) return &sink;
    }
    return nullptr;
}

bool lies_on(const std::vector<Vector2d>& outline, const Vector2d& point) {
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const Vector2d &a = outline[i], &b = outline[(i + 1) % outline.size()];
        if (std::abs((point - a).norm() + (point - b).norm() - (a - b).norm()) < 1e-7) return true;
    }
    return false;
}

/// Holes into the edges of a board, from where its outline reaches farthest.
void bore_edges(Lies& lies, const MadeSolid& made) {
    using Edge = EdgeBores::Edge;
    const auto& piece = lies.piece;
    const double half_length = piece.length / 2, half_width = piece.width / 2, half = piece.thickness / 2;
    const auto edge_at = [&](Edge edge) -> EdgeBores& {
        const auto known = std::find_if(lies.piece.edges.begin(), lies.piece.edges.end(),
                                        [&](const EdgeBores& e) { return e.edge == edge; });
        return known != lies.piece.edges.end() ? *known : lies.piece.edges.emplace_back(EdgeBores{edge, {}});
    };
    for (const auto& hole : holes_of(made)) {
        const Vector way = (hole.to - hole.from).normalized(), from = hole.from - lies.at, to = hole.to - lies.at;
        for (const bool is_across : {true, false}) {
            const Vector& runs = is_across ? lies.across : lies.along;
            const Vector& beside = is_across ? lies.along : lies.across;
            const double reach = is_across ? half_width : half_length, wide = is_across ? half_length : half_width;
            if (std::abs(way.dot(runs)) < 1 - 1e-9) continue;
            const double x = from.dot(beside), below = half - from.dot(lies.out);
            if (std::abs(x) > wide - 1e-6 || below < 1e-6 || below > piece.thickness - 1e-6) continue;
            const double low = std::max(-reach, std::min(from.dot(runs), to.dot(runs))),
                         high = std::min(reach, std::max(from.dot(runs), to.dot(runs)));
            if (high - low < 1e-6) continue;
            const auto is_edge = [&](double at) {
                return lies_on(outline_of(piece), is_across ? Vector2d(x, at) : Vector2d(at, x));
            };
            const bool at_high = high > reach - 1e-6 && is_edge(reach), at_low = low < -reach + 1e-6 && is_edge(-reach);
            if (!at_high && !at_low) continue;  // within it: bored from another piece
            Bore bore{{x, below}, hole.diameter};
            if (!(at_high && at_low)) bore.depth = high - low;
            bore.thread = hole.thread;
            if (!hole.thread.empty()) bore.made_for = BoreFor::thread;
            edge_at(is_across ? (at_high ? Edge::upper : Edge::lower) : (at_high ? Edge::right : Edge::left))
                .bores.push_back(std::move(bore));
        }
    }
}

/// Round a bar: along it from its middle, and round it from `across` [m].
struct RoundBar {
    const Lies& lies;
    double radius() const { return lies.piece.width / 2; }
    double along(const Vector& p) const { return (p - lies.at).dot(lies.along); }
    double round(const Vector& way) const { return radius() * std::atan2(way.dot(lies.out), way.dot(lies.across)); }
};

/// Holes across a bar, through its axis or beside it: where they go in and come out again.
void bore_round(Lies& lies, const MadeSolid& made) {
    const RoundBar bar{lies};
    for (const auto& hole : holes_of(made)) {
        const Vector way = (hole.to - hole.from).normalized();
        const double x = bar.along(hole.from);
        const Vector foot = lies.at + x * lies.along;
        const double deepest = bar.along(hole.to), end = lies.piece.length / 2;
        const bool goes_in = std::min(x, deepest) < end - 1e-6 && std::max(x, deepest) > 1e-6 - end;
        if (std::abs(way.dot(lies.along)) > 1 - 1e-9 && (hole.from - foot).norm() < 1e-6 && !hole.thread.empty() &&
            goes_in)
            lies.piece.note +=
                fmt::format("{}{} thread or insert, {:.0f} mm deep, in its end", lies.piece.note.empty() ? "" : "; ",
                            hole.thread, (hole.to - hole.from).norm() * 1e3);
        const double from = (hole.from - foot).dot(way), to = (hole.to - foot).dot(way);
        if (std::abs(way.dot(lies.along)) > 1e-9 || std::abs(x) > lies.piece.length / 2) continue;
        const Vector beside = hole.from - foot - from * way;
        const double half = half_chord(lies.piece.width, beside.norm()), skin = half - 1e-6;
        const bool enters = from < -skin && to > -skin, comes_out = to > skin && from < skin;
        if (half <= 0 || (!enters && !comes_out)) continue;
        Bore bore{{x, bar.round(beside + (enters ? -half : half) * way)}, hole.diameter};
        bore.thread = hole.thread;
        if (!hole.thread.empty()) bore.made_for = BoreFor::thread;
        if (!(enters && comes_out)) bore.depth = enters ? to + half : half - from;
        if (beside.norm() > 1e-6)
            lies.piece.note +=
                fmt::format("{}hole of {:.1f} mm across it, {:.1f} mm beside its axis",
                            lies.piece.note.empty() ? "" : "; ", hole.diameter * 1e3, beside.norm() * 1e3);
        if (const auto* sink = sink_at(made, hole)) bore.sink = sink->head;
        lies.piece.bores.push_back(bore);
        if (!(enters && comes_out)) continue;
        bore.at.y() = bar.round(beside + half * way);
        bore.from_the_back = true;  // it comes out there
        lies.piece.bores.push_back(std::move(bore));
    }
}

/// Slits along a bar, through its wall on both sides.
void slit_round(Lies& lies, const MadeSolid& made) {
    const RoundBar bar{lies};
    auto& piece = lies.piece;
    for (const auto& cut : made.cut) {
        if (cut.kind != ShapeKind::box) continue;
        const auto size = [&](const Vector& way) { return std::abs(cut.size.dot(way.cwiseAbs())); };
        const Vector away = cut.at - lies.at;
        const double x = bar.along(cut.at), from = std::max(-piece.length / 2, x - size(lies.along) / 2),
                     to = std::min(piece.length / 2, x + size(lies.along) / 2);
        if (to - from < 1e-6) continue;
        for (const auto& [way, side] : {std::pair{lies.across, lies.out}, {lies.out, lies.across}}) {
            if (std::abs(away.dot(side)) > 1e-6) continue;
            for (const double sign : {1.0, -1.0}) {
                if (sign * away.dot(way) + size(way) / 2 < bar.radius() - 1e-6 || size(side) > bar.radius()) continue;
                const double y = bar.round(sign * way), half = size(side) / 2;
                piece.openings.push_back({{from, y - half}, {to, y - half}, {to, y + half}, {from, y + half}});
            }
        }
        piece.note += fmt::format("{}slit {:.0f} mm long, {:.1f} mm wide", piece.note.empty() ? "" : "; ",
                                  (to - from) * 1e3, std::min(size(lies.across), size(lies.out)) * 1e3);
    }
}

/// The ends of a bar, unrolled, where they are not square.
void end_round(Lies& lies, const MadeSolid& made) {
    constexpr int parts = 72;
    const Shape& bar = made.joined.front();
    if (made.ends.empty() || made.joined.size() != 1) return;
    auto& piece = lies.piece;
    std::vector<Vector2d> left, right;
    for (int i = 0; i <= parts; ++i) {
        const double angle = std::numbers::pi * (2.0 * i / parts - 1);
        double from = -piece.length / 2, to = piece.length / 2;
        for (const auto& end : made.ends)
            (end_of(bar, end) < 0 ? from : to) =
                met_along(bar, end, piece.width / 2 * (std::cos(angle) * lies.across + std::sin(angle) * lies.out));
        left.emplace_back(from, angle * piece.width / 2);
        right.emplace_back(to, angle * piece.width / 2);
    }
    const auto by_x = [](const Vector2d& a, const Vector2d& b) { return a.x() < b.x(); };
    const double low = std::min_element(left.begin(), left.end(), by_x)->x(),
                 high = std::max_element(right.begin(), right.end(), by_x)->x(), middle = (low + high) / 2;
    for (auto* side : {&left, &right})
        for (auto& p : *side) p.x() -= middle;
    for (auto& bore : piece.bores) bore.at.x() -= middle;
    piece.length = high - low;
    piece.outline = right;
    piece.outline.insert(piece.outline.end(), left.rbegin(), left.rend());
    for (const auto& end : made.ends) {
        const double lean = std::acos(std::min(1.0, std::abs(end.way.dot(bar.axis)))) * 180 / std::numbers::pi;
        piece.note +=
            fmt::format("{}one end {}", piece.note.empty() ? "" : "; ",
                        end.diameter > 0 ? fmt::format("hollowed to Ø{:.1f} mm at {:.0f}°", end.diameter * 1e3, lean)
                                         : fmt::format("sawn {:.0f}° off square", lean));
    }
}

void bore_it(Lies& lies, const MadeSolid& made) {
    auto& piece = lies.piece;
    if (!piece.is_round) {
        for (const auto& hole : holes_of(made))
            if (const auto at = crossing_of(hole, lies)) {
                auto& bore = piece.bores.emplace_back(bore_of(*at, piece.thickness, hole));
                if (const auto* sink = sink_at(made, hole)) {
                    bore.sink = sink->head;
                    bore.from_the_back = sink->into.dot(lies.out) > 0;
                }
            }
        if (made.joined.front().kind != ShapeKind::cylinder) bore_edges(lies, made);
        return;
    }
    for (const auto& cut : made.cut) {
        if (cut.kind != ShapeKind::cylinder) continue;
        const Vector between = cut.at - lies.at;
        const bool on_axis = std::abs(cut.axis.dot(lies.along)) > 1 - 1e-9 &&
                             (between - between.dot(lies.along) * lies.along).norm() < 1e-6;
        if (on_axis && cut.length > piece.length - 1e-6 && cut.diameter < piece.width)
            piece.wall = (piece.width - cut.diameter) / 2;
    }
    bore_round(lies, made);
    slit_round(lies, made);
    end_round(lies, made);
}

bool are_alike(const std::vector<Vector2d>& a, const std::vector<Vector2d>& b) {
    return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                      [](const Vector2d& p, const Vector2d& q) { return (p - q).norm() < 1e-9; });
}

/// Whether one outline is the other turned over, from whichever corner on.
bool is_turned_over(const std::vector<Vector2d>& a, const std::vector<Vector2d>& b) {
    if (a.size() != b.size() || a.empty()) return false;
    std::vector<Vector2d> over(a.rbegin(), a.rend());
    for (auto& p : over) p.y() = -p.y();
    for (std::size_t first = 0; first < over.size(); ++first) {
        if (are_alike(over, b)) return true;
        std::rotate(over.begin(), over.begin() + 1, over.end());
    }
    return false;
}

bool is_bored(const Workpiece& piece) {
    return !(piece.bores.empty() && piece.openings.empty() && piece.edges.empty());
}

/// What is sawn and bored alike; a board that is not bored may lie with either face up.
bool are_alike(const Workpiece& a, const Workpiece& b) {
    if (a.name != b.name || a.material != b.material || std::abs(a.length - b.length) > 1e-9 ||
        std::abs(a.width - b.width) > 1e-9 || std::abs(a.thickness - b.thickness) > 1e-9 || a.wall != b.wall)
        return false;
    if (!is_bored(a) && !is_bored(b) && !a.is_round && is_turned_over(a.outline, b.outline)) return true;
    return are_alike(a.outline, b.outline) && a.bores == b.bores && a.openings == b.openings && a.edges == b.edges;
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
        if (made.is_glued) lies->piece.note = fmt::format("{} to what it stands on", fixed_how(made.stuff));
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
