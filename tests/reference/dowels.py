#!/usr/bin/env python3
"""Plastic limit of a dowel through a side member into a main member, by linear programming with SciPy.

Independent of the yield equations: the lower-bound theorem on a discretised dowel. Bearing per length is at most D F_e
in either member, the moment at most F_yb D^3/6; the greatest force in the plane between the members is sought. Writes
dowels.json beside this file. Debian: python3-scipy.
"""
import json
import os
import random

import numpy as np
from scipy.optimize import linprog


def limit(D, bending, lm, Fm, ls, Fs, n=240):
    """Cells of the side member, then of the main one; unknowns: bearing in each cell and the force F."""
    hs, hm = ls / n, lm / n
    h = np.concatenate([np.full(n, hs), np.full(n, hm)])
    most = np.concatenate([np.full(n, D * Fs), np.full(n, D * Fm)])
    # Shear after each cell: sum of bearing, plus F once the plane is passed. The side member pushes with +F/-F: the
    # bearing of the side cells sums to F, that of the main cells to -F.
    size = 2 * n + 1
    c = np.zeros(size)
    c[-1] = -1
    A_eq = np.zeros((3, size))
    A_eq[0, :n] = hs
    A_eq[0, -1] = -1
    A_eq[1, n:2 * n] = hm
    A_eq[1, -1] = 1
    edges = np.concatenate([[0], np.cumsum(h)])
    middles = (edges[:-1] + edges[1:]) / 2
    # Moment at an edge: sum over the cells before it of bearing times lever.
    levers = np.maximum(edges[1:, None] - middles[None, :], 0) * h[None, :]
    own = np.tril(np.ones((2 * n, 2 * n)))
    M = levers * own
    A_eq[2, :2 * n] = M[-1]
    scale = bending * D**3 / 6
    A_ub = np.concatenate([M, -M]) / scale
    A_ub = np.concatenate([A_ub, np.zeros((4 * n, 1))], axis=1)
    bounds = [(-m, m) for m in most] + [(0, None)]
    result = linprog(c, A_ub=A_ub, b_ub=np.ones(4 * n), A_eq=A_eq, b_eq=np.zeros(3), bounds=bounds, method="highs")
    return result.x[-1]


def main():
    random.seed(8)
    cases = []
    for _ in range(14):
        case = {
            "diameter": random.uniform(3e-3, 12e-3),
            "bending": random.choice([310e6, 620e6]),
            "main_length": random.uniform(8e-3, 70e-3),
            "main_bearing": random.uniform(15e6, 60e6),
            "side_length": random.uniform(4e-3, 40e-3),
            "side_bearing": random.choice([600e6, random.uniform(15e6, 60e6)]),
        }
        case["limit"] = limit(case["diameter"], case["bending"], case["main_length"], case["main_bearing"],
                              case["side_length"], case["side_bearing"])
        cases.append(case)
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), "dowels.json"), "w") as file:
        json.dump(cases, file, indent=1)
        file.write("\n")


if __name__ == "__main__":
    main()
