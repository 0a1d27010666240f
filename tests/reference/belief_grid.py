#!/usr/bin/env python3
"""Beliefs by brute force: SciPy's normal distributions on grids, no conjugacy. Numbers for tests/prove/belief_test.cpp.

Needs python3-numpy and python3-scipy. Unknowns: friction a, hand h, tightenings b1, b2 (ln of factors). A pull that
slid is N(y; a + h + b, s), one that held is Phi((a + h + b - y) / s).
"""
import numpy as np
from scipy.stats import norm

FRICTION, HAND, TIGHTENING, PULL = 0.30, 0.25, 0.12, 0.10
N = 81


def grid(deviation, n=N):
    return np.linspace(-6 * deviation, 6 * deviation, n)


def moments(weight, value):
    weight = weight / weight.sum()
    mean = (weight * value).sum()
    return mean, np.sqrt((weight * (value - mean) ** 2).sum())


def case(name, tests, now):
    """tests: (tightening, outcome, y)."""
    a, h, b1, b2 = np.meshgrid(grid(FRICTION), grid(HAND), grid(TIGHTENING, 61), grid(TIGHTENING, 61), indexing="ij",
                               sparse=True)
    log = (norm.logpdf(a, 0, FRICTION) + norm.logpdf(h, 0, HAND) + norm.logpdf(b1, 0, TIGHTENING)
           + norm.logpdf(b2, 0, TIGHTENING))
    for tightening, outcome, y in tests:
        total = a + h + (b1 if tightening == 1 else b2)
        log = log + (norm.logpdf(total, y, PULL) if outcome == "slid" else norm.logcdf((total - y) / PULL))
    w = np.exp(log - log.max())
    shape = w.shape
    for what, value in (("friction", a), ("hand", h), ("together", a + h + (b1 if now == 1 else b2))):
        print(name, what, "%.4f %.4f" % moments(w, np.broadcast_to(value, shape)))


case("slid", [(1, "slid", np.log(0.7))], 1)
case("held", [(1, "held", np.log(1.2))], 1)
case("same", [(1, "slid", np.log(0.8)), (1, "held", np.log(0.75)), (1, "slid", np.log(0.85))], 1)
case("anew", [(1, "slid", np.log(0.8)), (2, "slid", np.log(0.95)), (2, "held", np.log(1.0))], 2)
