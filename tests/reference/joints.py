#!/usr/bin/env python3
"""Reference factors of pivots, clamps, slots, bolt groups and chains, by brute force with SciPy.

Independent of the program: square grids, pressures and slip motions from limit_surface.py's general minimisers, loads
multiplied until the joint lets go. Writes joints.json beside this file. Debian: python3-scipy.
"""
import json
import math
import os
import random

import numpy as np
from scipy.optimize import minimize, root

from limit_surface import pressure, slip_multiple

random.seed(7)


def rectangle(a, b, n=48):
    xs, ys = (np.arange(n) + 0.5) / n * a - a / 2, (np.arange(n) + 0.5) / n * b - b / 2
    X, Y = np.meshgrid(xs, ys)
    return X.ravel(), Y.ravel()


def ring(outer, inner, n=64):
    X, Y = rectangle(2 * outer, 2 * outer, n)
    r = np.hypot(X, Y)
    keep = (r <= outer) & (r >= inner)
    return X[keep], Y[keep]


def least(lets_go):
    """Smallest multiple of the load at which it lets go, by bisection."""
    low, high = 0.0, 1.0
    while not lets_go(high):
        high *= 2
        if high > 1e6:
            return None
    for _ in range(14):
        mid = (low + high) / 2
        low, high = (low, mid) if lets_go(mid) else (mid, high)
    return (low + high) / 2


def times(w, k):
    return [k * v for v in w]


def wrench(force, moment):
    return [round(random.uniform(-1, 1) * s, 4) for s in (force, force, force / 2, moment, moment, moment)]


def pivot(case):
    """One lap, bolt in a slot: everything is carried by the friction of one face."""
    X, Y = ring(case["outer_diameter"] / 2, case["inner_diameter"] / 2)

    def lets_go(k):
        fx, fy, fz, mx, my, mz = times(case["wrench"], k)
        N = case["force"] - (0.8 * fz if fz < 0 else fz)
        if N <= 0:
            return True
        f = pressure(X, Y, 0, N, my, -mx)
        return f is None or slip_multiple(X, Y, case["friction"] * f, fx, fy, mz) < 1

    return least(lets_go)


def turned_between(X, Y, above, below, sx, sy):
    """A rigid bar between two no-tension beds: one turn for both, so that they are loaded at opposite ends."""
    cell = 1 / len(X)

    def parts(q):
        p = np.maximum(0, q[0] + q[2] * X + q[3] * Y) * cell
        m = np.maximum(0, q[1] - q[2] * X - q[3] * Y) * cell
        return p, m

    size = max(X.max(), Y.max())

    def unbalanced(q):
        p, m = parts((q[0], q[1], q[2] / size, q[3] / size))
        return [p.sum() - above, m.sum() - below, ((p - m) @ X - sx) / size, ((p - m) @ Y - sy) / size]

    best = None
    for s in (0.5, 1, 2, 4):
        guess = [above, below, s * sx / (X @ X * cell) * size / 2, s * sy / (Y @ Y * cell) * size / 2]
        at = root(unbalanced, guess, method="lm", options=dict(xtol=1e-12, ftol=1e-12, maxiter=4000))
        if np.abs(at.fun).max() < 2e-3 * (above + below):
            best = at.x
            break
    if best is None:
        return None
    p, m = parts((best[0], best[1], best[2] / size, best[3] / size))
    return p + m


def slot(case):
    """A locked jaw: both faces share a push by halves; Fz > 0 pulls the bar off the fixed one."""
    X, Y = rectangle(case["length"], case["slot_width"])

    def lets_go(k):
        fx, fy, fz, mx, my, mz = times(case["wrench"], k)
        fixed, moving = case["force"] - fz / 2, case["force"] + fz / 2
        if fixed <= 0:
            return True
        if moving <= 0:
            fixed, moving = -fz, 0
            total = pressure(X, Y, 0, fixed, my, -mx)
        else:
            total = turned_between(X, Y, fixed, moving, my, -mx)
        return total is None or slip_multiple(X, Y, case["friction"] * total, fx, fy, mz) < 1

    return least(lets_go)


def edge(case):
    """Plate above, swivelling pad below; half of the sideways force acts a board's thickness lower."""
    X, Y = rectangle(case["plate_length"], case["plate_width"])
    t = case["board_thickness"]

    def lets_go(k):
        fx, fy, fz, mx, my, mz = times(case["wrench"], k)
        above, below = case["force"] - fz / 2, case["force"] + fz / 2
        if above <= 0 or below < 0:
            return True
        px = math.copysign(abs(my) + abs(fx) / 2 * t, my)
        py = math.copysign(abs(mx) + abs(fy) / 2 * t, -mx)
        f = pressure(X, Y, 0, above, px, py)
        if f is None:
            return True
        limit = np.append(case["friction"] * f, case["lower_friction"] * below)
        return slip_multiple(np.append(X, 0), np.append(Y, 0), limit, fx, fy, mz) < 1

    return least(lets_go)


def bolts(case):
    """Round zones under the heads, each with its preload less the pull that prying gives it (stiff plate)."""
    at = case["at"]
    zx, zy = ring(case["zone_diameter"] / 2, 0, 22)
    X = np.concatenate([zx + x for x, _ in at])
    Y = np.concatenate([zy + y for _, y in at])

    def lets_go(k):
        fx, fy, fz, mx, my, mz = times(case["wrench"], k)
        m = math.hypot(mx, my)
        ux, uy = (-my / m, mx / m) if m > 0 else (1, 0)
        half = (abs(ux) * case["plate_length"] + abs(uy) * case["plate_width"]) / 2
        d = np.array([max(0.0, ux * x + uy * y + half) for x, y in at])
        pull = fz / len(at) + m * d / (d * d).sum() if fz <= 0 else (m + fz * half) * d / (d * d).sum()
        normal = case["preload"] - pull
        if (normal <= 0).any():
            return True
        limit = np.concatenate([np.full(len(zx), case["friction"] * n / len(zx)) for n in normal])
        return slip_multiple(X, Y, limit, fx, fy, mz) < 1

    return least(lets_go)


def chain(case):
    """Least dissipation of the rim and the seat ring over all axes, for a bending or twisting moment of unit size."""
    R, polar, seat, N, mu = (case[k] for k in ("ball_radius", "polar", "seat", "rim_force", "friction"))
    points, weights = [], []
    for angle, total in ((polar, N), (math.pi - seat, N * math.cos(polar) / math.cos(seat))):
        for i in range(400):
            a = 2 * math.pi * (i + 0.5) / 400
            points.append((math.sin(angle) * math.cos(a), math.sin(angle) * math.sin(a), math.cos(angle)))
            weights.append(mu * total * R / 400)
    points, weights = np.array(points), np.array(weights)

    def dissipated(w):
        return float((weights * np.linalg.norm(np.cross(w, points), axis=1)).sum())

    out = []
    for axis in ((1, 0, 0), (0, 0, 1)):
        free = [i for i in range(3) if axis[i] == 0]

        def ratio(v):
            w = np.array(axis, float)
            w[free] = v
            return dissipated(w)

        out.append(min(minimize(ratio, s, method="Nelder-Mead", options=dict(xatol=1e-9, fatol=1e-13)).fun
                       for s in ((0, 0), (0.3, 0.2), (-0.4, 0.1))))
    return out


def r3(low, high):
    return round(random.uniform(low, high), 4)


cases = {"friction_pivot": [], "tube_grip": [], "edge_clamp": [], "fastener_group": [], "ball_chain": []}
for _ in range(5):
    c = {"outer_diameter": r3(0.03, 0.06), "inner_diameter": r3(0.006, 0.012), "force": r3(200, 800), "friction": r3(0.15, 0.5),
         "wrench": wrench(20, 0.6)}
    cases["friction_pivot"].append({**c, "factor": pivot(c)})
    c = {"length": r3(0.03, 0.08), "slot_width": r3(0.015, 0.04), "force": r3(100, 500), "friction": r3(0.2, 0.6), "wrench": wrench(15, 0.8)}
    cases["tube_grip"].append({**c, "factor": slot(c)})
    c = {"plate_length": r3(0.04, 0.08), "plate_width": r3(0.03, 0.08), "board_thickness": r3(0.016, 0.04), "force": r3(400, 1500),
         "friction": r3(0.15, 0.4), "lower_friction": r3(0.3, 0.8), "wrench": wrench(40, 2)}
    cases["edge_clamp"].append({**c, "factor": edge(c)})
    a, b = r3(0.02, 0.04), r3(0.015, 0.03)
    c = {"at": [[-a, -b], [a, -b], [a, b], [-a, b]], "plate_length": round(2 * a + 0.03, 4), "plate_width": round(2 * b + 0.03, 4),
         "preload": r3(500, 2000), "friction": r3(0.15, 0.4), "zone_diameter": r3(0.012, 0.02), "wrench": wrench(60, 4)}
    cases["fastener_group"].append({**c, "factor": bolts(c)})
for _ in range(4):
    c = {"ball_radius": r3(0.008, 0.014), "polar": r3(0.9, 1.3), "seat": r3(0.5, 1.0), "rim_force": r3(20, 90), "friction": r3(0.15, 0.4)}
    cases["ball_chain"].append({**c, "moments": chain(c)})
path = os.path.join(os.path.dirname(os.path.abspath(__file__)), "joints.json")
with open(path, "w") as f:
    json.dump(cases, f, indent=1)
    f.write("\n")
