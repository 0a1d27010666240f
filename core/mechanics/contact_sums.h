#pragma once
#include <array>
#include <cstddef>

namespace clampet::mechanics {

/// The sums over contact points in which nearly all the time goes, compiled for the vector units of several processors;
/// the one at hand is chosen when the program starts. Arrays hold `count` numbers, a multiple of `sum_block`.
inline constexpr std::size_t sum_block = 8;
constexpr std::size_t whole_blocks(std::size_t count) {
    return (count + sum_block - 1) / sum_block * sum_block;
}

/// Sum of L sqrt(v^2 + e2) over points that slide with velocity v(q), its gradient and Hessian (00 01 11 02 12 22).
struct DissipationSums {
    double value = 0, dual = 0;
    std::array<double, 3> gradient{};
    std::array<double, 6> hessian{};
};

/// Points of a plane that slide with (q0 - y q2, q1 + x q2).
void sum_planar(const double* x, const double* y, const double* limit, std::size_t count, const double* q, double e2,
                DissipationSums& out) noexcept;

/// Points of the unit sphere that slide with q x n.
void sum_sphere(const double* x, const double* y, const double* z, const double* limit, std::size_t count,
                const double* q, double e2, DissipationSums& out) noexcept;

/// The same of two lines along a tube, with four numbers of motion.
struct LineSums {
    double value = 0, dual = 0;
    std::array<double, 4> gradient{};
    std::array<double, 10> hessian{};  ///< 00, 01 11, 02 12 22, 03 13 23 33
};

/// Points of lines along a tube that slide with q0 along it and q1 + a q2 + b q3 round and across it.
void sum_lines(const double* a, const double* b, const double* limit, std::size_t count, const double* q, double e2,
               LineSums& out) noexcept;

/// Sums of L, L x, L y, L (x^2 + y^2) over points of a plane.
std::array<double, 4> moments_planar(const double* x, const double* y, const double* limit, std::size_t count) noexcept;
/// What points of a plane bear that turn about (cx, cy), each at its limit L: the force along x and y, and the moment
/// about there.
std::array<double, 3> turning_planar(const double* x, const double* y, const double* limit, std::size_t count,
                                     double cx, double cy) noexcept;
/// Sums of L, L x^2, L x y, L y^2, L x z, L y z, L z^2 over points of the unit sphere.
std::array<double, 7> moments_sphere(const double* x, const double* y, const double* z, const double* limit,
                                     std::size_t count) noexcept;
/// Sums of L, L a, L a^2, L b, L a b, L b^2 over points of lines along a tube.
std::array<double, 6> moments_lines(const double* a, const double* b, const double* limit, std::size_t count) noexcept;

/// Where g = v0 + v1 x + v2 y > 0: sum of k g^2, k, k x, k y, k x^2, k x y, k y^2.
std::array<double, 7> sum_pressed(const double* x, const double* y, const double* stiffness, std::size_t count,
                                  const double* v) noexcept;

/// Into `force`: `times` k max(0, a + b x + c y). Returns their sum.
double press(const double* x, const double* y, const double* stiffness, std::size_t count, const double* abc,
             double times, double* force) noexcept;

}  // namespace clampet::mechanics
