#include "parts/workpiece.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace {

using Eigen::Vector2d;

double distance_to_edge(const Vector2d& p, const Vector2d& a, const Vector2d& b) {
    const Vector2d along = b - a;
    const double share = along.squaredNorm() > 0 ? std::clamp((p - a).dot(along) / along.squaredNorm(), 0.0, 1.0) : 0;
    return (p - a - share * along).norm();
}

double distance_to_edges(const Vector2d& p, const std::vector<Vector2d>& outline) {
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < outline.size(); ++i)
        least = std::min(least, distance_to_edge(p, outline[i], outline[(i + 1) % outline.size()]));
    return least;
}

}  // namespace

bool is_inside(const std::vector<Vector2d>& outline, const Vector2d& p) {
    bool inside = false;
    for (std::size_t i = 0; i < outline.size(); ++i) {
        const auto &a = outline[i], &b = outline[(i + 1) % outline.size()];
        if ((a.y() > p.y()) != (b.y() > p.y()) && p.x() < a.x() + (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()))
            inside = !inside;
    }
    return inside;
}

double Workpiece::around() const {
    return is_round ? std::numbers::pi * width : width;
}

std::vector<Vector2d> outline_of(const Workpiece& piece) {
    if (!piece.outline.empty()) return piece.outline;
    const double a = piece.length / 2, b = piece.around() / 2;
    return {{-a, -b}, {a, -b}, {a, b}, {-a, b}};
}

std::vector<Vector2d> side_of(const Workpiece& piece) {
    if (!piece.is_round) return outline_of(piece);
    const double a = piece.length / 2, b = piece.width / 2;
    return {{-a, -b}, {a, -b}, {a, b}, {-a, b}};
}

std::optional<Vector2d> seen_at(const Workpiece& piece, const Vector2d& at) {
    if (!piece.is_round) return at;
    const double r = piece.width / 2, angle = at.y() / r;
    if (std::abs(angle) > std::numbers::pi / 2 + 1e-6) return std::nullopt;
    return Vector2d(at.x(), r * std::sin(angle));
}

std::string_view fixed_how(Stuff stuff) {
    return stuff == Stuff::wood ? "glued and screwed" : "screwed or riveted";
}

Status check_bores(const Workpiece& piece) {
    const auto outline = outline_of(piece);
    const auto said = [](const Bore& bore) {
        return fmt::format("The hole of {:.1f} mm at {:.1f}, {:.1f} mm", bore.diameter * 1e3, bore.at.x() * 1e3,
                           bore.at.y() * 1e3);
    };
    for (std::size_t i = 0; i < piece.bores.size(); ++i) {
        const auto& bore = piece.bores[i];
        // Round a bar the seam of its template is no edge: only its ends are.
        const bool is_beside =
            piece.is_round ? std::abs(bore.at.x()) + bore.diameter / 2 > piece.length / 2
                           : !is_inside(outline, bore.at) || distance_to_edges(bore.at, outline) < bore.diameter / 2;
        if (is_beside)
            return Problem{"workpiece.hole_beside_it", "", fmt::format("{} runs out of “{}”.", said(bore), piece.name),
                           "Make the piece larger, or the hole smaller."};
        const double deepest = piece.is_round ? piece.width : piece.thickness;
        if (bore.depth > deepest + 1e-9)
            return Problem{"workpiece.hole_too_deep", "",
                           fmt::format("{} is deeper than “{}” is thick.", said(bore), piece.name),
                           fmt::format("Give at most {}.", mm_down(deepest))};
        for (std::size_t k = 0; k < i; ++k) {
            const auto& other = piece.bores[k];
            const bool one_hole = (bore.at - other.at).norm() < 1e-6;  // a thread over a through hole
            if (!one_hole && (bore.at - other.at).norm() < (bore.diameter + other.diameter) / 2)
                return Problem{"workpiece.holes_meet", "",
                               fmt::format("{} runs into another one in “{}”.", said(bore), piece.name),
                               "Move them apart."};
        }
    }
    return Done{};
}

}  // namespace clampet::parts
