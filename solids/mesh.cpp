#include "solids/mesh.h"

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <map>
#include <set>
#include <unordered_map>

namespace clampet::solids {

using parts::Vector;

Mesh welded(const Mesh& mesh) {
    Mesh all;
    if (mesh.corners.empty()) return all;
    Vector least = mesh.corners.front(), most = least;
    for (const auto& p : mesh.corners) {
        least = least.cwiseMin(p);
        most = most.cwiseMax(p);
    }
    // Single precision keeps seven digits of a coordinate.
    const double grain = std::max(1e-12, 1e-6 * (most - least).maxCoeff());
    struct Hash {
        std::size_t operator()(const std::array<std::int64_t, 3>& k) const noexcept {
            return static_cast<std::size_t>(k[0] * 73856093 ^ k[1] * 19349663 ^ k[2] * 83492791);
        }
    };
    std::unordered_map<std::array<std::int64_t, 3>, std::size_t, Hash> known;
    known.reserve(mesh.corners.size());
    std::vector<std::size_t> now;
    now.reserve(mesh.corners.size());
    for (const auto& p : mesh.corners) {
        const Vector cell = (p - least) / grain;
        const auto [at, is_new] = known.emplace(
            std::array<std::int64_t, 3>{std::llround(cell.x()), std::llround(cell.y()), std::llround(cell.z())},
            all.corners.size());
        if (is_new) all.corners.push_back(p);
        now.push_back(at->second);
    }
    for (const auto& t : mesh.triangles) {
        const std::array<std::size_t, 3> same{now[t[0]], now[t[1]], now[t[2]]};
        if (same[0] != same[1] && same[1] != same[2] && same[2] != same[0]) all.triangles.push_back(same);
    }
    return all;
}

namespace {

/// Corners of each cell made one, in their mean.
Mesh clustered(const Mesh& mesh, double cell) {
    std::map<std::array<std::int64_t, 3>, std::size_t> known;
    std::vector<std::size_t> now;
    Mesh all;
    std::vector<double> shares;
    for (const auto& p : mesh.corners) {
        const std::array<std::int64_t, 3> key{std::llround(p.x() / cell), std::llround(p.y() / cell),
                                              std::llround(p.z() / cell)};
        const auto [at, is_new] = known.emplace(key, all.corners.size());
        if (is_new) {
            all.corners.push_back(Vector::Zero());
            shares.push_back(0);
        }
        all.corners[at->second] += p;
        shares[at->second] += 1;
        now.push_back(at->second);
    }
    for (std::size_t i = 0; i < shares.size(); ++i) all.corners[i] /= shares[i];
    std::set<std::array<std::size_t, 3>> there;
    for (const auto& t : mesh.triangles) {
        std::array<std::size_t, 3> same{now[t[0]], now[t[1]], now[t[2]]};
        if (same[0] == same[1] || same[1] == same[2] || same[2] == same[0]) continue;
        std::rotate(same.begin(), std::min_element(same.begin(), same.end()), same.end());
        // Two that lie on each other back to back enclose nothing.
        if (const auto back = there.find({same[0], same[2], same[1]}); back != there.end())
            there.erase(back);
        else
            there.insert(same);
    }
    all.triangles.assign(there.begin(), there.end());
    return all;
}

}  // namespace

Mesh coarsened(const Mesh& mesh, std::size_t most_triangles) {
    if (mesh.triangles.size() <= most_triangles) return mesh;
    Vector least = mesh.corners.front(), most = least;
    for (const auto& p : mesh.corners) {
        least = least.cwiseMin(p);
        most = most.cwiseMax(p);
    }
    constexpr double finest = 200, coarser = 1.25;
    for (double cell = (most - least).maxCoeff() / finest;; cell *= coarser)
        if (Mesh coarse = clustered(mesh, cell); coarse.triangles.size() <= most_triangles) return coarse;
}

MeshProperties properties_of(const Mesh& mesh) {
    MeshProperties p;
    Vector moment = Vector::Zero();
    Eigen::Matrix3d second = Eigen::Matrix3d::Zero();  // of x x^T over the volume
    for (const auto& t : mesh.triangles) {
        const Vector &a = mesh.corners[t[0]], &b = mesh.corners[t[1]], &c = mesh.corners[t[2]];
        p.area += (b - a).cross(c - a).norm() / 2;
        const double six_fold = a.dot(b.cross(c));
        const Vector sum = a + b + c;
        p.volume += six_fold / 6;
        moment += six_fold / 24 * sum;
        second += six_fold / 120 * (sum * sum.transpose() + a * a.transpose() + b * b.transpose() + c * c.transpose());
    }
    if (p.volume == 0) return p;
    p.centroid = moment / p.volume;
    second -= p.volume * p.centroid * p.centroid.transpose();
    p.inertia = second.trace() * Eigen::Matrix3d::Identity() - second;
    return p;
}

std::size_t open_edges_of(const Mesh& mesh) {
    // Each edge once in each direction: what is left over is open, or has a neighbour that is turned over.
    std::unordered_map<std::uint64_t, int> balance;
    balance.reserve(mesh.triangles.size() * 2);
    for (const auto& t : mesh.triangles)
        for (std::size_t i = 0; i < 3; ++i) {
            const auto from = t[i], to = t[(i + 1) % 3];
            const auto key = (static_cast<std::uint64_t>(std::min(from, to)) << 32) | std::max(from, to);
            balance[key] += from < to ? 1 : -1;
        }
    return static_cast<std::size_t>(
        std::count_if(balance.begin(), balance.end(), [](const auto& edge) { return edge.second != 0; }));
}

}  // namespace clampet::solids
