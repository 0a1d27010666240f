#!/usr/bin/env python3
"""Factors at which two flat jaws let a tube slip, by brute force with SciPy.

Independent of the program: evenly spaced points along both lines, loads per length from equilibrium of a no-tension
line, slip motions from a general minimiser started in many places, the load multiplied until it slips. Writes
grips.json beside this file. Debian: python3-scipy.
"""
import json
import os
import random

import numpy as np
from scipy.optimize import brentq, minimize

POINTS = 160


def line(x, length, force, moment):
    """p = max(0, a + b x) that carries force and moment; None when the resultant is off the line."""
    if force <= 0 or abs(moment) >= force * length / 2:
        return None
    if abs(moment) <= force * length / 6:
        p = force / length + 12 * moment * x / length**3
    else:
        pressed = 3 * (length / 2 - abs(moment) / force)
        from_edge = length / 2 - np.sign(moment) * x
        p = np.maximum(0, 2 * force / pressed * (1 - from_edge / pressed))
    p = p * length / len(x)
    return p * force / p.sum()


def multiple(x, r, limits, fx, fy, mx, mz, length):
    """Least dissipation of motions of power one: along, across, rolling and yawing."""
    s = length / 2
    sides = np.repeat([1.0, -1.0], len(x))
    both, limit = np.tile(x, 2), np.concatenate(limits)

    def ratio(q):
        power = fx * q[0] + fy * q[1] + mx * q[2] / s + mz * q[3] / s
        if power <= 1e-12:
            return 1e9
        along, across = q[0], q[1] - sides * r * q[2] / s + both * q[3] / s
        return float((limit * np.hypot(along, across)).sum() / power)

    demand = np.array([fx, fy, mx / s, mz / s])
    best = np.inf
    rng = np.random.default_rng(1)
    for k in range(6):
        start = demand / np.linalg.norm(demand) + (0 if k == 0 else 0.8 * rng.normal(size=4))
        if start @ demand <= 0:
            start = -start
        at = minimize(ratio, start, method="Nelder-Mead", options=dict(maxiter=4000, xatol=1e-9, fatol=1e-11))
        at = minimize(ratio, at.x, method="Powell", options=dict(xtol=1e-9, ftol=1e-12))
        best = min(best, at.fun)
    return best


def factor(c):
    x = (np.arange(POINTS) + 0.5) / POINTS * c["length"] - c["length"] / 2
    fx, fy, fz, mx, my, mz = c["wrench"]

    def excess(k):
        # A locked jaw: both sides share a push by halves; the fixed jaw, on top, carries the rocking moment.
        fixed = line(x, c["length"], c["force"] - k * fz / 2, k * my)
        moving = line(x, c["length"], c["force"] + k * fz / 2, 0)
        if fixed is None or moving is None:
            return -1
        limits = [c["friction"] * fixed, c["friction"] * moving]
        return multiple(x, c["diameter"] / 2, limits, k * fx, k * fy, k * mx, k * mz, c["length"]) - 1

    high = 1.0
    while excess(high) > 0:
        high *= 2
    return brentq(excess, 1e-3 if high == 1 else high / 2, high, xtol=1e-4)


def main():
    random.seed(17)
    cases = []
    for _ in range(8):
        def u(low, high):
            return round(random.uniform(low, high), 4)
        c = {"diameter": u(0.02, 0.05), "length": u(0.03, 0.08), "force": u(300, 1500), "friction": u(0.15, 0.5),
             "wrench": [u(-25, 25), u(-25, 25), u(-30, 20), u(-1, 1), u(-3, 3), u(-2, 2)]}
        cases.append({**c, "factor": factor(c)})
        print(cases[-1]["factor"])
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), "grips.json"), "w") as file:
        json.dump(cases, file, indent=1)
        file.write("\n")


if __name__ == "__main__":
    main()
