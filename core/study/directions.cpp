#include "study/directions.h"

#include <array>
#include <cmath>
#include <Eigen/Geometry>
#include <map>
#include <numbers>

namespace clampet::study {
namespace {

std::vector<Eigen::Vector3d> subdivided_icosahedron(int times) {
    const double phi = std::numbers::phi;
    std::vector<Eigen::Vector3d> points;
    for (const double a : {-1.0, 1.0})
        for (const double b : {-phi, phi}) {
            points.push_back(Eigen::Vector3d(0, a, b).normalized());
            points.push_back(Eigen::Vector3d(a, b, 0).normalized());
            points.push_back(Eigen::Vector3d(b, 0, a).normalized());
        }
    std::vector<std::array<std::size_t, 3>> faces;
    const double edge = 1.0514622242382672;  // of the unit icosahedron
    const auto adjacent = [&](std::size_t i, std::size_t j) {
        return std::abs((points[i] - points[j]).norm() - edge) < 1e-6;
    };
    for (std::size_t i = 0; i < 12; ++i)
        for (std::size_t j = i + 1; j < 12; ++j)
            for (std::size_t k = j + 1; k < 12; ++k)
                if (adjacent(i, j) && adjacent(j, k) && adjacent(i, k)) faces.push_back({i, j, k});
    for (int round = 0; round < times; ++round) {
        std::map<std::pair<std::size_t, std::size_t>, std::size_t> middles;
        std::vector<std::array<std::size_t, 3>> finer;
        const auto middle = [&](std::size_t a, std::size_t b) {
            const auto key = std::minmax(a, b);
            const auto [at, fresh] = middles.emplace(std::pair(key.first, key.second), points.size());
            if (fresh) points.push_back((points[a] + points[b]).normalized());
            return at->second;
        };
        for (const auto& f : faces) {
            const std::size_t ab = middle(f[0], f[1]), bc = middle(f[1], f[2]), ca = middle(f[2], f[0]);
            finer.insert(finer.end(), {{f[0], ab, ca}, {f[1], bc, ab}, {f[2], ca, bc}, {ab, bc, ca}});
        }
        faces = std::move(finer);
    }
    return points;
}

}  // namespace

const std::vector<Eigen::Vector3d>& sphere_directions() {
    static const auto all = subdivided_icosahedron(2);
    return all;
}

const std::vector<Eigen::Vector3d>& few_directions() {
    static const std::vector<Eigen::Vector3d> few(sphere_directions().begin(), sphere_directions().begin() + 42);
    return few;
}

const std::vector<Eigen::Vector3d>& tipping_directions() {
    static const auto all = [] {
        std::vector<Eigen::Vector3d> list;
        for (int i = 0; i < 72; ++i) {
            const double a = 2 * std::numbers::pi * i / 72;
            list.emplace_back(std::cos(a), std::sin(a), 0);
        }
        list.emplace_back(0, 0, -1);
        return list;
    }();
    return all;
}

std::vector<Eigen::Vector3d> directions_around(const Eigen::Vector3d& axis) {
    const Eigen::Vector3d across = axis.unitOrthogonal(), other = axis.normalized().cross(across);
    std::vector<Eigen::Vector3d> list;
    for (int i = 0; i < 72; ++i) {
        const double a = 2 * std::numbers::pi * i / 72;
        list.push_back(std::cos(a) * across + std::sin(a) * other);
    }
    return list;
}

std::vector<Eigen::Vector3d> neighbours(const Eigen::Vector3d& direction, double angle) {
    const Eigen::Vector3d across = direction.unitOrthogonal(), other = direction.cross(across);
    std::vector<Eigen::Vector3d> list;
    for (int i = 0; i < 6; ++i) {
        const double a = std::numbers::pi / 3 * i;
        list.push_back((std::cos(angle) * direction + std::sin(angle) * (std::cos(a) * across + std::sin(a) * other))
                           .normalized());
    }
    return list;
}

}  // namespace clampet::study
