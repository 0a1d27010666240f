#!/usr/bin/env python3
"""How often a whole rig lets go, drawn with NumPy: weights that slide down a wall, two of them on the same surfaces.

Independent of the program's generator, streams and percentiles: NumPy's own generator, a million draws, percentiles by
sorting. Friction is drawn once for the surfaces that two weights share; every clamping force on its own. Inputs are
two-piece log-normal through their 5 %, typical and 95 % values; a factor is mu N / (m g). Writes scatter_rig.json beside
this file. Debian: python3-numpy.
"""
import json
import os

import numpy as np

DRAWS, G, REQUIRED = 1_000_000, 9.80665, 1.5
STEEL_ON_PLYWOOD = (0.25, 0.38, 0.5)  # as the program's table has it; the test looks
WEIGHTS = [  # kg, friction (None: that shared one), force
    (4.0, None, (150, 300, 600)),
    (5.5, None, (220, 300, 350)),
    (6.0, (0.3, 0.4, 0.8), (120, 300, 400)),
    (2.5, (0.15, 0.2, 0.22), (250, 300, 450)),
]


def drawn(random, band):
    low, typical, high = band
    z = random.standard_normal(DRAWS)
    return typical * np.exp(z * np.where(z < 0, np.log(typical / low), np.log(high / typical)) / 1.6448536269514722)


def main():
    random = np.random.default_rng(20261129)
    shared = drawn(random, STEEL_ON_PLYWOOD)
    factors = []
    for mass, friction, force in WEIGHTS:
        mu = shared if friction is None else drawn(random, friction)
        factors.append(mu * drawn(random, force) / (mass * G))
    factors = np.array(factors)
    seams = [{"mass": w[0], "friction": w[1] or [], "force": w[2], "p5": float(np.sort(f)[DRAWS // 20 - 1]),
              "p50": float(np.median(f)), "chance": float((f < 1).mean())} for w, f in zip(WEIGHTS, factors)]
    answer = {"shared": STEEL_ON_PLYWOOD, "seams": seams, "chance": float((factors < 1).any(0).mean()),
              "two_alike": float((factors[:2] < 1).any(0).mean())}
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), "scatter_rig.json"), "w") as file:
        json.dump(answer, file, indent=1)
        file.write("\n")


if __name__ == "__main__":
    main()
