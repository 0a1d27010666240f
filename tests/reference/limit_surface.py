#!/usr/bin/env python3
"""Reference values for the limit surface of a face and of a ball, by brute force with SciPy.

Independent of the program: square grids instead of polar ones, pressures from a general minimiser, slip motions
searched by their centre of rotation. Writes limit_surface.json beside this file. Debian: python3-scipy.
"""
import json
import math
import os
import random

import numpy as np
from scipy.optimize import minimize


def grid(shape, n=260):
    a, b = shape["length"], shape["width"]
    xs = (np.arange(n) + 0.5) / n * a - a / 2
    ys = (np.arange(n) + 0.5) / n * b - b / 2
    X, Y = np.meshgrid(xs, ys)
    X, Y = X.ravel(), Y.ravel()
    dA = a * b / n / n
    hole = shape.get("hole", 0.0) / 2
    keep = np.hypot(X - shape.get("screw_x", 0), Y - shape.get("screw_y", 0)) >= hole
    if shape["kind"] == "disc":
        keep &= np.hypot(X, Y) <= a / 2
    return X[keep], Y[keep], dA


def pressure(X, Y, dA, N, Sx, Sy):
    """No-tension pressure a + b x + c y that carries N at moments Sx, Sy; None when it tips."""
    s = max(np.abs(X).max(), np.abs(Y).max())
    x, y = X / s, Y / s
    A = np.array([[1, x.mean(), y.mean()], [x.mean(), (x * x).mean(), (x * y).mean()], [y.mean(), (x * y).mean(), (y * y).mean()]])
    t = np.array([1, Sx / N / s, Sy / N / s])
    q = np.linalg.solve(A, t)
    for _ in range(200):
        g = q[0] + q[1] * x + q[2] * y
        on = g > 0
        if not on.any():
            return None
        f = np.where(on, g, 0)
        r = t - np.array([f.mean(), (f * x).mean(), (f * y).mean()])
        if np.abs(r).max() < 1e-9:
            return N * f / f.sum()
        n = len(x)
        xo, yo = x[on], y[on]
        H = np.array([[on.sum(), xo.sum(), yo.sum()], [xo.sum(), (xo * xo).sum(), (xo * yo).sum()], [yo.sum(), (xo * yo).sum(), (yo * yo).sum()]]) / n
        q = q + 0.7 * np.linalg.solve(H + 1e-12 * np.eye(3), r)
    return None


def slip_multiple(X, Y, limit, fx, fy, mz):
    """min over motions of dissipation / power."""
    s = max(np.abs(X).max(), np.abs(Y).max())

    def ratio(v):
        u, w, r = v
        power = fx * u + fy * w + mz * r / s
        if power <= 1e-12:
            return 1e9
        return float((limit * np.hypot(u - r * Y / s, w + r * X / s)).sum() / power)

    best = 1e9
    f = math.hypot(fx, fy)
    starts = [(fx / f, fy / f, 0.0)] if f > 0 else []
    if mz:
        starts.append((0.0, 0.0, math.copysign(1, mz)))
    for k in range(8):
        a = 2 * math.pi * k / 8
        starts.append((0.5 * math.cos(a) + (fx / f if f else 0), 0.5 * math.sin(a) + (fy / f if f else 0), math.copysign(0.7, mz or 1)))
    starts.sort(key=ratio)
    for v in starts[:4]:
        r = minimize(ratio, v, method="Nelder-Mead", options=dict(xatol=1e-7, fatol=1e-10, maxiter=4000, maxfev=4000))
        r = minimize(ratio, r.x, method="Nelder-Mead", options=dict(xatol=1e-8, fatol=1e-11, maxiter=4000, maxfev=4000))
        best = min(best, r.fun)
    return best


def face_factor(case):
    """Smallest lambda at which the face slips or loses its balance, G = 0."""
    X, Y, dA = grid(case["shape"])
    F, mu, phi = case["force"], case["friction"], case["load_share"]
    bx, by = case["shape"].get("screw_x", 0), case["shape"].get("screw_y", 0)

    def holds(lam):
        fx, fy, fz, mx, my, mz = [lam * w for w in case["wrench"]]
        N = F - (1 - phi) * fz if fz < 0 else F - fz
        if N <= 0:
            return False
        p = pressure(X, Y, dA, N, bx * (N + fz) + my, by * (N + fz) - mx)
        if p is None:
            return False
        return slip_multiple(X, Y, mu * p, fx, fy, mz) > 1

    low, high = 0.0, 1.0
    while holds(high):
        low, high = high, high * 2
    while high - low > 2e-4 * high:
        mid = (low + high) / 2
        low, high = (mid, high) if holds(mid) else (low, mid)
    return low


def ball_multiple(case):
    R, F, mu = case["diameter"] / 2, case["force"], case["friction"]
    phi = 2 * np.pi * (np.arange(2000) + 0.5) / 2000
    pts, N = [], []
    for angle, sign in ((case["seat_angle"], -1), (case["cap_angle"], 1)):
        pts.append(np.stack([np.sin(angle) * np.cos(phi), np.sin(angle) * np.sin(phi), np.full_like(phi, sign * np.cos(angle))], 1))
        N.append(np.full(len(phi), F / np.cos(angle) / len(phi)))
    P, N = np.concatenate(pts), np.concatenate(N)
    M = np.array(case["moment"])

    def ratio(w):
        power = float(M @ w)
        if power <= 1e-12:
            return 1e9
        return float((mu * N * R * np.linalg.norm(np.cross(w, P), axis=1)).sum() / power)

    best = 1e9
    m = M / np.linalg.norm(M)
    for k in range(6):
        start = m + 0.4 * np.array([math.cos(k), math.sin(k), math.cos(2 * k)])
        r = minimize(ratio, start, method="Nelder-Mead", options=dict(xatol=1e-9, fatol=1e-12, maxiter=8000, maxfev=8000))
        best = min(best, r.fun)
    return best


def main():
    random.seed(41)
    faces, balls = [], []
    for i in range(10):
        kind = "disc" if i % 2 else "rectangle"
        a = random.uniform(0.03, 0.06)
        b = a if kind == "disc" else random.uniform(0.02, 0.06)
        shape = dict(kind=kind, length=a, width=b, hole=0.007)
        if kind == "rectangle" and i % 4 == 0:
            shape.update(screw_x=round(random.uniform(-0.006, 0.006), 4), screw_y=round(random.uniform(-0.004, 0.004), 4))
        tilt = 3.0 if i < 6 else 9.0  # the later ones open before they slip
        case = dict(shape=shape, force=round(random.uniform(400, 900), 1), friction=round(random.uniform(0.2, 0.6), 3), load_share=0.2,
                    wrench=[round(random.uniform(-20, 20), 2), round(random.uniform(-20, 20), 2), round(random.uniform(-25, 10), 2),
                            round(random.uniform(-0.2, 0.2) * tilt, 3), round(random.uniform(-0.2, 0.2) * tilt, 3), round(random.uniform(-0.6, 0.6), 3)])
        case["factor"] = face_factor(case)
        print(i, case["factor"])
        faces.append(case)
    for i in range(8):
        case = dict(diameter=round(random.uniform(0.012, 0.04), 4), force=round(random.uniform(200, 900), 1), friction=round(random.uniform(0.1, 0.4), 3),
                    seat_angle=math.radians(round(random.uniform(25, 70), 1)), cap_angle=math.radians(round(random.uniform(25, 70), 1)),
                    moment=[round(random.uniform(-2, 2), 3) for _ in range(3)])
        case["factor"] = ball_multiple(case)
        balls.append(case)
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), "limit_surface.json"), "w") as f:
        json.dump(dict(faces=faces, balls=balls), f, indent=1)
        f.write("\n")


if __name__ == "__main__":
    main()
