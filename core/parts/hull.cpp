#include "parts/hull.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>
#include <numbers>
#include <set>

extern "C" {
#include <libqhull_r/qhull_ra.h>
}

namespace clampet::parts {
namespace {

const Problem flat{"hull.flat", "", "These corners do not enclose a solid.",
                   "Give four or more that do not lie in one plane."};

/// Triangles of the hull of points about 0; empty where Qhull makes none of them.
std::vector<std::array<int, 3>> triangles(std::vector<double> coordinates) {
    qhT qh_own;
    qhT* qh = &qh_own;
    qh_zero(qh, nullptr);
    char command[] = "qhull Qt Pp";
    std::FILE* silent = std::fopen("/dev/null", "w");
    std::vector<std::array<int, 3>> all;
    const int failed = qh_new_qhull(qh, 3, static_cast<int>(coordinates.size() / 3), coordinates.data(), False, command,
                                    nullptr, silent);
    if (!failed) {
        facetT* facet = nullptr;
        FORALLfacets {
            const setT* vertices = qh_facet3vertex(qh, facet);
            std::array<int, 3> face{};
            int count = 0;
            vertexT *vertex = nullptr, **vertexp = nullptr;
            FOREACHvertex_(const_cast<setT*>(vertices)) {
                if (count < 3) face[static_cast<std::size_t>(count)] = qh_pointid(qh, vertex->point);
                ++count;
            }
            qh_settempfree(qh, const_cast<setT**>(&vertices));
            if (count == 3) all.push_back(face);
        }
    }
    qh_freeqhull(qh, qh_ALL);
    int left = 0, memory = 0;
    qh_memfreeshort(qh, &left, &memory);
    if (silent) std::fclose(silent);
    return all;
}

}  // namespace

Result<Shape> hull_of(std::span<const Vector> points, Stuff stuff) {
    if (points.size() < 4) return flat;
    Vector least = points.front(), most = points.front();
    for (const auto& p : points) {
        if (!p.allFinite())
            return Problem{"hull.not_a_place", "", "A corner is no place.", "Give three finite numbers for each."};
        least = least.cwiseMin(p);
        most = most.cwiseMax(p);
    }
    // Qhull ends the program on a flat simplex that it cannot widen: what is flat along an axis is refused here.
    if ((most - least).minCoeff() <= 1e-9 * (most - least).maxCoeff()) return flat;
    Shape shape;
    shape.kind = ShapeKind::hull;
    shape.material = stuff;
    shape.at = (least + most) / 2;
    shape.size = most - least;
    std::vector<double> coordinates;
    for (const auto& p : points)
        for (int i = 0; i < 3; ++i) coordinates.push_back(p[i] - shape.at[i]);
    const auto faces = triangles(std::move(coordinates));
    if (faces.size() < 4) return flat;
    std::map<int, int> renumbered;
    for (const auto& face : faces)
        for (const int i : face) renumbered.emplace(i, 0);
    for (auto& [old, now] : renumbered) {
        now = static_cast<int>(shape.corners.size());
        shape.corners.push_back(points[static_cast<std::size_t>(old)] - shape.at);
    }
    // The middle of their box may lie outside of them, as a corner of a cube's has it; their mean does not.
    Vector inside = Vector::Zero();
    for (const auto& corner : shape.corners) inside += corner / static_cast<double>(shape.corners.size());
    for (auto face : faces) {
        for (int& i : face) i = renumbered.at(i);
        const auto corner = [&](int i) {
            return shape.corners[static_cast<std::size_t>(face[static_cast<std::size_t>(i)])];
        };
        if ((corner(1) - corner(0)).cross(corner(2) - corner(0)).dot(corner(0) - inside) < 0)
            std::swap(face[1], face[2]);
        shape.faces.push_back(face);
    }
    std::sort(shape.faces.begin(), shape.faces.end());
    return shape;
}

std::vector<Vector> farthest_of(std::span<const Vector> points, std::size_t directions) {
    std::vector<Vector> ways;
    for (int axis = 0; axis < 3; ++axis)
        for (const double side : {1.0, -1.0}) ways.push_back(side * Vector::Unit(axis));
    // Evenly over a sphere: the golden angle from one to the next.
    const double golden = std::numbers::pi * (3 - std::sqrt(5.0));
    for (std::size_t i = 0; i < directions; ++i) {
        const double z = 1 - 2 * (static_cast<double>(i) + 0.5) / static_cast<double>(directions);
        const double round = std::sqrt(1 - z * z), turn = golden * static_cast<double>(i);
        ways.push_back({round * std::cos(turn), round * std::sin(turn), z});
    }
    std::set<std::size_t> kept;
    for (const auto& way : ways) {
        std::size_t best = 0;
        for (std::size_t i = 1; i < points.size(); ++i)
            if (points[i].dot(way) > points[best].dot(way)) best = i;
        if (!points.empty()) kept.insert(best);
    }
    std::vector<Vector> all;
    for (const auto i : kept) all.push_back(points[i]);
    return all;
}

}  // namespace clampet::parts
