#include "mechanics/contact_sums.h"

#include <cmath>

// One version a processor generation (x86-64-v4 AVX-512, v3 AVX2, plain). Sanitizers start too late for the choice.
#if defined(__GNUC__) && !defined(__clang__) && defined(__x86_64__) && !defined(__SANITIZE_ADDRESS__)
#define CLAMPET_VECTOR __attribute__((target_clones("arch=x86-64-v4", "arch=x86-64-v3", "default")))
#else
#define CLAMPET_VECTOR
#endif

namespace clampet::mechanics {

CLAMPET_VECTOR
void sum_planar(const double* x, const double* y, const double* limit, std::size_t count, const double* q, double e2,
                DissipationSums& out) noexcept {
    const double q0 = q[0], q1 = q[1], q2 = q[2];
    double f = 0, dual = 0, g0 = 0, g1 = 0, g2 = 0, h00 = 0, h01 = 0, h11 = 0, h02 = 0, h12 = 0, h22 = 0;
#pragma omp simd reduction(+ : f, dual, g0, g1, g2, h00, h01, h11, h02, h12, h22)
    for (std::size_t i = 0; i < count; ++i) {
        const double xi = x[i], yi = y[i], L = limit[i];
        const double u = q0 - q2 * yi, v = q1 + q2 * xi, vv = u * u + v * v, s2 = vv + e2;
        const double inverse = 1 / std::sqrt(s2), c = L * inverse, c3 = c * inverse * inverse, a = xi * v - yi * u;
        const double c3u = c3 * u, c3v = c3 * v;
        f += c * s2;
        dual += c * vv;
        g0 += c * u;
        g1 += c * v;
        g2 += c * a;
        h00 += c - c3u * u;
        h01 -= c3u * v;
        h11 += c - c3v * v;
        h02 -= c * yi + c3u * a;
        h12 += c * xi - c3v * a;
        h22 += c * (xi * xi + yi * yi) - c3 * a * a;
    }
    out = {f, dual, {g0, g1, g2}, {h00, h01, h11, h02, h12, h22}};
}

CLAMPET_VECTOR
void sum_sphere(const double* x, const double* y, const double* z, const double* limit, std::size_t count,
                const double* q, double e2, DissipationSums& out) noexcept {
    const double w0 = q[0], w1 = q[1], w2 = q[2], ww = w0 * w0 + w1 * w1 + w2 * w2;
    // J^T v = w - (n.w) n and J^T J = 1 - n n^T, so that only sums over n are needed.
    double f = 0, dual = 0, c0 = 0, t0 = 0, g0 = 0, g1 = 0, g2 = 0, b0 = 0, b1 = 0, b2 = 0, m00 = 0, m01 = 0, m11 = 0,
           m02 = 0, m12 = 0, m22 = 0;
#pragma omp simd reduction(+ : f, dual, c0, t0, g0, g1, g2, b0, b1, b2, m00, m01, m11, m02, m12, m22)
    for (std::size_t i = 0; i < count; ++i) {
        const double xi = x[i], yi = y[i], zi = z[i], L = limit[i];
        const double d = w0 * xi + w1 * yi + w2 * zi, rest = ww - d * d, vv = rest > 0 ? rest : 0, s2 = vv + e2;
        const double inverse = 1 / std::sqrt(s2), c = L * inverse, c3 = c * inverse * inverse, cd = c * d, c3d = c3 * d,
                     m = c + c3d * d, mx = m * xi, my = m * yi;
        f += c * s2;
        dual += c * vv;
        c0 += c;
        t0 += c3;
        g0 += cd * xi;
        g1 += cd * yi;
        g2 += cd * zi;
        b0 += c3d * xi;
        b1 += c3d * yi;
        b2 += c3d * zi;
        m00 += mx * xi;
        m01 += mx * yi;
        m11 += my * yi;
        m02 += mx * zi;
        m12 += my * zi;
        m22 += m * zi * zi;
    }
    out = {f,
           dual,
           {c0 * w0 - g0, c0 * w1 - g1, c0 * w2 - g2},
           {c0 - t0 * w0 * w0 + 2 * w0 * b0 - m00, -t0 * w0 * w1 + w0 * b1 + w1 * b0 - m01,
            c0 - t0 * w1 * w1 + 2 * w1 * b1 - m11, -t0 * w0 * w2 + w0 * b2 + w2 * b0 - m02,
            -t0 * w1 * w2 + w1 * b2 + w2 * b1 - m12, c0 - t0 * w2 * w2 + 2 * w2 * b2 - m22}};
}

CLAMPET_VECTOR
void sum_lines(const double* a, const double* b, const double* limit, std::size_t count, const double* q, double e2,
               LineSums& out) noexcept {
    const double q0 = q[0], q1 = q[1], q2 = q[2], q3 = q[3];
    double f = 0, dual = 0, c0 = 0, g1 = 0, g2 = 0, g3 = 0, t0 = 0, t1 = 0, t2 = 0, t3 = 0, h11 = 0, h12 = 0, h22 = 0,
           h13 = 0, h23 = 0, h33 = 0;
#pragma omp simd reduction(+ : f, dual, c0, g1, g2, g3, t0, t1, t2, t3, h11, h12, h22, h13, h23, h33)
    for (std::size_t i = 0; i < count; ++i) {
        const double ai = a[i], bi = b[i], L = limit[i], v = q1 + ai * q2 + bi * q3, vv = q0 * q0 + v * v, s2 = vv + e2;
        const double inverse = 1 / std::sqrt(s2), c = L * inverse, c3 = c * inverse * inverse, cv = c * v, t = c3 * v;
        const double y = c - t * v, ya = y * ai, yb = y * bi;
        f += c * s2;
        dual += c * vv;
        c0 += c;
        g1 += cv;
        g2 += cv * ai;
        g3 += cv * bi;
        t0 += c3;
        t1 += t;
        t2 += t * ai;
        t3 += t * bi;
        h11 += y;
        h12 += ya;
        h22 += ya * ai;
        h13 += yb;
        h23 += ya * bi;
        h33 += yb * bi;
    }
    out = {f,
           dual,
           {c0 * q0, g1, g2, g3},
           {c0 - t0 * q0 * q0, -q0 * t1, h11, -q0 * t2, h12, h22, -q0 * t3, h13, h23, h33}};
}

CLAMPET_VECTOR
std::array<double, 4> moments_planar(const double* x, const double* y, const double* limit,
                                     std::size_t count) noexcept {
    double l = 0, lx = 0, ly = 0, lrr = 0;
#pragma omp simd reduction(+ : l, lx, ly, lrr)
    for (std::size_t i = 0; i < count; ++i) {
        const double xi = x[i], yi = y[i], L = limit[i];
        l += L;
        lx += L * xi;
        ly += L * yi;
        lrr += L * (xi * xi + yi * yi);
    }
    return {l, lx, ly, lrr};
}

CLAMPET_VECTOR
std::array<double, 3> turning_planar(const double* x, const double* y, const double* limit, std::size_t count,
                                     double cx, double cy) noexcept {
    double fx = 0, fy = 0, m = 0;
#pragma omp simd reduction(+ : fx, fy, m)
    for (std::size_t i = 0; i < count; ++i) {
        const double xi = x[i] - cx, yi = y[i] - cy, rr = xi * xi + yi * yi, c = limit[i] / std::sqrt(rr + 1e-300);
        fx -= c * yi;
        fy += c * xi;
        m += c * rr;
    }
    return {fx, fy, m};
}

CLAMPET_VECTOR
std::array<double, 7> moments_sphere(const double* x, const double* y, const double* z, const double* limit,
                                     std::size_t count) noexcept {
    double l = 0, xx = 0, xy = 0, yy = 0, xz = 0, yz = 0, zz = 0;
#pragma omp simd reduction(+ : l, xx, xy, yy, xz, yz, zz)
    for (std::size_t i = 0; i < count; ++i) {
        const double L = limit[i], lx = L * x[i], ly = L * y[i], lz = L * z[i];
        l += L;
        xx += lx * x[i];
        xy += lx * y[i];
        yy += ly * y[i];
        xz += lx * z[i];
        yz += ly * z[i];
        zz += lz * z[i];
    }
    return {l, xx, xy, yy, xz, yz, zz};
}

CLAMPET_VECTOR
std::array<double, 6> moments_lines(const double* a, const double* b, const double* limit, std::size_t count) noexcept {
    double l = 0, la = 0, laa = 0, lb = 0, lab = 0, lbb = 0;
#pragma omp simd reduction(+ : l, la, laa, lb, lab, lbb)
    for (std::size_t i = 0; i < count; ++i) {
        const double ai = a[i], bi = b[i], L = limit[i], li = L * ai, lj = L * bi;
        l += L;
        la += li;
        laa += li * ai;
        lb += lj;
        lab += li * bi;
        lbb += lj * bi;
    }
    return {l, la, laa, lb, lab, lbb};
}

CLAMPET_VECTOR
std::array<double, 7> sum_pressed(const double* x, const double* y, const double* stiffness, std::size_t count,
                                  const double* v) noexcept {
    const double v0 = v[0], v1 = v[1], v2 = v[2];
    double e = 0, k0 = 0, kx = 0, ky = 0, kxx = 0, kxy = 0, kyy = 0;
#pragma omp simd reduction(+ : e, k0, kx, ky, kxx, kxy, kyy)
    for (std::size_t i = 0; i < count; ++i) {
        const double xi = x[i], yi = y[i], g = v0 + v1 * xi + v2 * yi, k = g > 0 ? stiffness[i] : 0.0, kxi = k * xi,
                     kyi = k * yi;
        e += k * g * g;
        k0 += k;
        kx += kxi;
        ky += kyi;
        kxx += kxi * xi;
        kxy += kxi * yi;
        kyy += kyi * yi;
    }
    return {e, k0, kx, ky, kxx, kxy, kyy};
}

CLAMPET_VECTOR
double press(const double* x, const double* y, const double* stiffness, std::size_t count, const double* abc,
             double times, double* force) noexcept {
    const double a = abc[0], b = abc[1], c = abc[2];
    double total = 0;
#pragma omp simd reduction(+ : total)
    for (std::size_t i = 0; i < count; ++i) {
        const double p = a + b * x[i] + c * y[i], one = p > 0 ? times * stiffness[i] * p : 0.0;
        force[i] = one;
        total += one;
    }
    return total;
}

}  // namespace clampet::mechanics
