#!/usr/bin/env python3
"""The worst pose of a column of twelve flat faces on six axes, in NumPy, against the program's own.

    benchmarks/worst_pose_numpy.py build/dev/benchmarks/clampet-benchmarks build/dev/cli/clampet-cli

NumPy places the column in so many poses, takes the load of every interface under rest, a push and a tug from fourteen
sides each, and finds the factor at which each slips: all poses at once, in blocks that stay in the cache. Some of those
factors are asked of `clampet-cli bench flat_face` too and must agree. The program's benchmark is of 46,656 poses of a
like column, three of whose faces are pivots and one a ball, and looks at every mode, not at slip alone. The ratio
printed is NumPy's time for that many poses over the program's. Debian: python3-numpy, python3-scipy.
"""
import json
import subprocess
import sys
import time

import numpy as np

from scatter_numpy import BLOCK, face_points, factor, pressures, slip_multiple

POSES, ALL_POSES, SEAMS, GRAVITY = 2, 46656, 12, 9.80665
FRICTION, FORCE, SHARE, SIZE = 0.25, 1000.0, 0.2, 0.02
CHECKED = 12  # factors that are asked of the program too
PUSH, TUG = 15.0, 20.0  # newtons, at the payload


def rotation(axis, angle):
    axis = np.asarray(axis, float) / np.linalg.norm(axis)
    K = np.cross(np.eye(3), axis)
    return np.eye(3) + np.sin(angle)[:, None, None] * -K + (1 - np.cos(angle))[:, None, None] * (K @ K)


def directions():
    ways = [(x, y, z) for x in (-1, 0, 1) for y in (-1, 0, 1) for z in (-1, 0, 1) if abs(x) + abs(y) + abs(z) in (1, 3)]
    return np.array([np.array(w) / np.linalg.norm(w) for w in ways], float)


def loads(poses):
    """Wrenches of all interfaces, cases and sides: poses x interfaces x rays x 6, in the interface's frame."""
    turns = {2: [(0, 0.8, 0.6)], 5: [(0, 0.8, 0.6)], 8: [(0, 0.8, 0.6)], 10: [(1, 0, 0), (0, 1, 0), (0, 0, 1)]}
    n = len(poses)
    R, p = np.broadcast_to(np.eye(3), (n, 3, 3)), np.zeros((n, 3))
    frames, centres, masses, column = [], [], [], 0
    for i in range(SEAMS):
        p = p + (R @ np.array([0.02 if i in turns else 0, 0, 0.08 if i in turns else 0.01]))
        frames.append((R, p))
        for axis in turns.get(i, []):
            R = R @ rotation(axis, poses[:, column])
            column += 1
        last = i == SEAMS - 1
        masses.append(1.3 if last else 0.01 + 0.001 * ((i + 1) % 7))
        centres.append(p + R @ np.array([0.03, 0.01, 0.06] if last else [0.001, 0, 0.005]))
    rays = [np.zeros((1, 3)), PUSH * directions(), TUG * directions()]
    force = np.concatenate(rays)
    out = np.empty((n, SEAMS, len(force), 6))
    for i, (frame, origin) in enumerate(frames):
        beyond = range(i, SEAMS)
        weight = np.array([0, 0, -GRAVITY])
        F = sum(masses[k] for k in beyond) * weight
        M = sum(np.cross(centres[k] - origin, masses[k] * weight) for k in beyond)
        arm = centres[-1] - origin
        f = F[None, None] + force[None]
        m = M[:, None] + np.cross(arm[:, None], force[None])
        out[:, i, :, :3] = f @ frame
        out[:, i, :, 3:] = m @ frame
    return out


def slips(w):
    """The factor of every row of wrenches: the secant, and halving for those that it does not find."""
    x, y, area = face_points()
    jx = np.stack([np.ones_like(x), 0 * x, -y / SIZE], 1)
    jy = np.stack([0 * x, np.ones_like(x), x / SIZE], 1)

    def block(w):
        def multiple_of(rows):
            fx, fy, fz, mx, my, mz = w[rows].T
            along = np.stack([fx + 1e-9, fy, mz / SIZE], 1)  # a face that nothing drives has no direction

            def at(lam):
                N = np.maximum(FORCE - (1 - SHARE) * lam * fz, 1e-3)
                p = pressures(x, y, area, N, lam * my, -lam * mx)
                tips = ~((np.abs(p.sum(1) - N) < 1e-2 * N) & (np.abs(p @ x - lam * my) < 1e-2 * N * SIZE)
                         & (np.abs(p @ y + lam * mx) < 1e-2 * N * SIZE))
                p[tips] = 1e-6  # no pressure carries that: it has slipped before
                return np.maximum(slip_multiple(jx, jy, FRICTION * p, lam[:, None] * along), 1e-9)

            return at

        with np.errstate(all="ignore"):
            every = np.arange(len(w))
            root = factor(multiple_of(every), np.ones(len(w)))
            lost = ~np.isfinite(root)
            lost[~lost] = np.abs(1 / multiple_of(every[~lost])(root[~lost]) - 1) > 2e-3
            if lost.any():
                at, low, high = multiple_of(every[lost]), np.full(lost.sum(), 1e-3), np.full(lost.sum(), 1e3)
                for _ in range(26):
                    middle = np.sqrt(low * high)
                    holds = at(middle) > 1
                    low, high = np.where(holds, middle, low), np.where(holds, high, middle)
                root[lost] = low
        return root

    return np.concatenate([block(w[i:i + BLOCK]) for i in range(0, len(w), BLOCK)])


def of_program(cli, wrench):
    run = subprocess.run([cli, "bench", "flat_face", "bears=whole", f"force={FORCE}N", f"friction={FRICTION}",
                          f"load_share={SHARE}", "kept=1", "--wrench", ",".join(f"{v:.12g}" for v in wrench), "--json"],
                         capture_output=True, text=True)
    modes = json.loads(run.stdout)["modes"]
    return next(m["factor"] for m in modes if m["mode"] == "slips")


def main():
    if len(sys.argv) != 3:
        sys.exit("usage: worst_pose_numpy.py PATH_TO/clampet-benchmarks PATH_TO/clampet-cli")
    poses = np.random.default_rng(1).uniform(-0.8, 0.8, (POSES, 6))
    begin = time.perf_counter()
    w = loads(poses)
    found = slips(w.reshape(-1, 6))
    each = (time.perf_counter() - begin) / POSES
    for k in np.random.default_rng(2).integers(0, len(found), CHECKED):
        own = of_program(sys.argv[2], w.reshape(-1, 6)[k])
        if abs(found[k] / own - 1) > 0.01:
            sys.exit(f"they differ: NumPy {found[k]:.4f}, program {own:.4f} under {w.reshape(-1, 6)[k]}")
    run = subprocess.run([sys.argv[1], "--benchmark_filter=^worst_pose_of_twelve_seams", "--benchmark_format=json"],
                         check=True, capture_output=True, text=True)
    own = json.loads(run.stdout)["benchmarks"][0]["real_time"] / 1e3
    print(f"NumPy {each * 1e3:.0f} ms a pose, {each * ALL_POSES:.0f} s for {ALL_POSES}; the program {own:.2f} s for as "
          f"many: ratio {each * ALL_POSES / own:.0f}; {CHECKED} factors agree to 1 %")


if __name__ == "__main__":
    main()
