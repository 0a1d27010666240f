#!/usr/bin/env python3
"""The scatter of a flat face and of two flat jaws round a tube, in NumPy, against the program's own.

    benchmarks/scatter_numpy.py build/dev/benchmarks/clampet-benchmarks

Both sides draw the same frictions and forces, find the factor at which each draw slips under the same load, and give
the 5th percentile: those must agree. All draws go through NumPy at once, in blocks that stay in the cache. The ratio
printed is NumPy's time for a draw over the program's. Debian: python3-numpy, python3-scipy.
"""
import json
import subprocess
import sys
import time

import numpy as np
from scipy.special import ndtri

DRAWS, BLOCK = 2000, 100
WRENCH = np.array([6.0, 9.0, -14.0, 0.5, 1.4, 0.6])


def draws():
    """Friction and clamping force, two-piece log-normal: low, typical, high as in the program's scatter."""
    i = np.arange(DRAWS)
    z = [ndtri((0.5 + (i + 1) * step) % 1) for step in (0.7548776662466927, 0.5698402909980532)]
    low_high = [(0.25, 0.18, 0.35), (1000.0, 700.0, 1500.0)]
    out = []
    for values, (typical, low, high) in zip(z, low_high):
        s = np.where(values < 0, np.log(typical / low), np.log(high / typical)) / 1.645
        out.append(typical * np.exp(values * s))
    return out


def slip_multiple(jx, jy, limit, w):
    """min over q with w.q = 1 of sum limit |J q|, by Newton on a smoothed norm; jx, jy: points x K rows of J."""
    n, K = w.shape
    size = np.linalg.norm(w, axis=1, keepdims=True)
    w = w / size
    h = w.copy()
    h[:, 0] += np.where(w[:, 0] >= 0, 1, -1)
    Z = (np.eye(K) - 2 * h[:, :, None] * h[:, None, :] / (h * h).sum(1)[:, None, None])[:, :, 1:]
    total = limit.sum(1)

    def sums(q, e2):
        u, v = q @ jx.T, q @ jy.T
        s = np.sqrt(u * u + v * v + e2[:, None])
        return u, v, s, limit / s

    def value(q, e2):
        return (limit * sums(q, e2)[2]).sum(1)

    q = w.copy()
    for smooth in (1e3, 0.3, 0.06, 0.01):
        u, v, s, c = sums(q, np.zeros(n) + 1e-300)
        e2 = (smooth * np.sqrt((limit * (u * u + v * v)).sum(1) / total)) ** 2
        for _ in range(1 if smooth > 1 else 12):
            u, v, s, c = sums(q, e2)
            gradient = (c * u) @ jx + (c * v) @ jy
            c3 = c / (s * s)
            H = (np.einsum("np,pi,pj->nij", c - c3 * u * u, jx, jx, optimize=True)
                 + np.einsum("np,pi,pj->nij", c - c3 * v * v, jy, jy, optimize=True)
                 - np.einsum("np,pi,pj->nij", c3 * u * v, jx, jy, optimize=True)
                 - np.einsum("np,pi,pj->nij", c3 * u * v, jy, jx, optimize=True))
            Hz, gz = np.swapaxes(Z, 1, 2) @ H @ Z, (np.swapaxes(Z, 1, 2) @ gradient[:, :, None])
            Hz += 1e-12 * np.trace(Hz, axis1=1, axis2=2)[:, None, None] * np.eye(K - 1)
            step = -np.linalg.solve(Hz, gz)
            decrement = -(gz * step).sum((1, 2))
            before = (limit * s).sum(1)
            if (decrement < 1e-6 * before).all():
                break
            t, full = np.ones(n), (Z @ step)[:, :, 0]
            for _ in range(12):
                bad = value(q + t[:, None] * full, e2) > before - 1e-4 * t * decrement + 1e-12 * before
                if not bad.any():
                    break
                t[bad] /= 2
            q = q + t[:, None] * full
    u, v, s, c = sums(q, e2)
    return (c * (u * u + v * v)).sum(1) / size[:, 0]


def face_points():
    """A disc of 40 mm with a hole of 7 mm, 10 radii by 40 rays as the program's fine grid."""
    x, weight = np.polynomial.legendre.leggauss(10)
    r0, r1 = 0.0035, 0.02
    r = r0 + (x + 1) / 2 * (r1 - r0)
    phi = 2 * np.pi * (np.arange(40) + 0.5) / 40
    R, P = np.meshgrid(r, phi)
    area = np.broadcast_to(weight / 2 * (r1 - r0) * r * 2 * np.pi / 40, R.shape)
    return (R * np.cos(P)).ravel(), (R * np.sin(P)).ravel(), area.ravel()


def pressures(x, y, area, N, Sx, Sy):
    """No-tension pressures that carry N at the moments Sx, Sy, a row of forces for every draw."""
    size = 0.02
    r = np.stack([np.ones_like(x), x / size, y / size], 1)
    target = np.stack([N, Sx / size, Sy / size], 1)
    outer = np.einsum("pi,pj->pij", r, r).reshape(len(x), 9) * area[:, None]
    q = np.linalg.solve(outer.sum(0).reshape(3, 3), target.T).T
    for _ in range(30):
        g = q @ r.T
        on = g > 0
        residual = target - (np.where(on, g, 0) * area) @ r
        if (np.abs(residual).max(1) < 1e-6 * N).all():
            break
        H = (on @ outer).reshape(-1, 3, 3) + 1e-12 * outer.sum(0).reshape(3, 3)
        q = q + np.linalg.solve(H, residual[:, :, None])[:, :, 0]
    return np.maximum(q @ r.T, 0) * area


def factor(multiple, start):
    """The root of multiple(lambda) = 1 by the secant, for every draw."""
    a = start.copy()
    fa = 1 / multiple(a) - 1
    b = a / (1 + fa)
    for _ in range(8):
        fb = 1 / multiple(b) - 1
        if (np.abs(fb) < 1e-5).all():
            break
        slope = np.where(np.abs(b - a) > 1e-12 * b, (fb - fa) / np.where(b == a, 1, b - a), fb / b + 1e-9)
        a, fa, b = b, fb, np.clip(b - fb / slope, 0.2 * b, 5 * b)
    return b


def scatter_face(friction, force):
    x, y, area = face_points()
    size = 0.02
    jx = np.stack([np.ones_like(x), 0 * x, -y / size], 1)
    jy = np.stack([0 * x, np.ones_like(x), x / size], 1)
    fx, fy, fz, mx, my, mz = WRENCH

    def multiple(mu, F):
        def at(lam):
            N = F - (1 - 0.2) * lam * fz  # a share of 0.2 goes into the screw
            limit = mu[:, None] * pressures(x, y, area, N, lam * my, -lam * mx)
            return slip_multiple(jx, jy, limit, lam[:, None] * np.array([fx, fy, mz / size]))
        return at

    return in_blocks(friction, force, lambda mu, F: factor(multiple(mu, F), np.ones_like(mu)))


def line_load(x, L, force, moment):
    """Load per length of a line contact that can press but not pull, under a force and a moment; rows of draws."""
    force, moment = force[:, None], np.broadcast_to(moment, force.shape)[:, None]
    whole = force / L + 12 * moment * x / L**3
    pressed = 3 * (L / 2 - np.abs(moment) / force)
    opened = 2 * force / pressed * (1 - (L / 2 - np.sign(moment) * x) / pressed)
    return np.where(np.abs(moment) <= force * L / 6, whole, np.maximum(opened, 0))


def scatter_jaws(friction, force):
    """Two line contacts 50 mm long on a tube of 33.7 mm, one jaw rigid: no closed form under a general load."""
    nodes, weight = np.polynomial.legendre.leggauss(16)
    r, L = 0.0337 / 2, 0.05
    x, weight = nodes * L / 2, weight * L / 2
    side = np.repeat([1.0, -1.0], 16)
    o, both = np.ones(32), np.tile(x, 2)
    size = L / 2
    jx = np.stack([o, 0 * o, 0 * o, 0 * o], 1)
    jy = np.stack([0 * o, o, -side * r / size, both / size], 1)
    fx, fy, fz, mx, my, mz = WRENCH

    def multiple(mu, F):
        def at(lam):
            fixed = line_load(x, L, F - lam * fz / 2, lam * my)  # a locked jaw shares the push by halves
            moving = line_load(x, L, F + lam * fz / 2, 0 * lam)  # the fixed jaw, the payload's, lies on top
            limit = mu[:, None] * np.concatenate([fixed, moving], 1) * np.tile(weight, 2)
            return slip_multiple(jx, jy, limit, lam[:, None] * np.array([fx, fy, mx / size, mz / size]))
        return at

    return in_blocks(friction, force, lambda mu, F: factor(multiple(mu, F), np.ones_like(mu)))


def in_blocks(friction, force, block):
    return np.concatenate([block(friction[i:i + BLOCK], force[i:i + BLOCK]) for i in range(0, DRAWS, BLOCK)])


def main():
    if len(sys.argv) != 2:
        sys.exit("usage: scatter_numpy.py PATH_TO/clampet-benchmarks")
    run = subprocess.run([sys.argv[1], "--benchmark_filter=^scatter/", "--benchmark_format=json"], check=True,
                         capture_output=True, text=True)
    program = {b["name"].split("/")[1]: b for b in json.loads(run.stdout)["benchmarks"]}
    friction, force = draws()
    print(f"{'scatter of':<12}{'NumPy':>14}{'program':>14}{'ratio':>8}   5th percentile, NumPy and program")
    for name, scatter in (("flat_face", scatter_face), ("tube_grip", scatter_jaws)):
        begin = time.perf_counter()
        factors = scatter(friction, force)
        each = (time.perf_counter() - begin) / DRAWS * 1e6
        own = program[name]["real_time"] / DRAWS  # microseconds
        fifth = np.sort(factors)[DRAWS // 20]
        print(f"{name:<12}{each:>8.1f} µs/draw{own:>6.1f} µs/draw{each / own:>7.1f}   {fifth:.4f}  {program[name]['fifth']:.4f}")


if __name__ == "__main__":
    main()
