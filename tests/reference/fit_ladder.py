#!/usr/bin/env python3
"""Ladders of test holes by SciPy: the same model, integrated by a quasi-random draw from its prior instead of a grid.

Needs python3-numpy and python3-scipy. Numbers for tests/prove/fit_ladder_test.cpp, in millimetres. Right is between two
logistic curves at m - w and m + w of steepness s; m is normal, w and s are log-normal before any test.
"""
import numpy as np
from scipy.special import expit
from scipy.stats import norm, qmc

DRAWS = 20  # 2^20


def posterior(tries):
    u = qmc.Sobol(3, seed=7).random_base2(DRAWS)
    # The grid ends at three deviations of w and s.
    low, high = norm.cdf(-3.25), norm.cdf(3.25)
    m = 0.25 + 0.15 * norm.ppf(np.clip(u[:, 0], 1e-9, 1 - 1e-9))
    w = 0.06 * np.exp(0.5 * norm.ppf(low + (high - low) * u[:, 1]))
    s = 0.02 * np.exp(0.5 * norm.ppf(low + (high - low) * u[:, 2]))
    weight = np.ones(len(m))
    for clearance, verdict in tries:
        tight, loose = expit((m - w - clearance) / s), expit((clearance - m - w) / s)
        weight *= {"tight": tight, "loose": loose, "right": np.clip(1 - tight - loose, 1e-12, None)}[verdict]
    weight /= weight.sum()
    mean = (weight * m).sum()
    deviation = np.sqrt((weight * (m - mean) ** 2).sum())
    sure = (weight * np.clip(1 - expit((m - w - mean) / s) - expit((mean - m - w) / s), 0, None)).sum()
    return mean, deviation, sure


LADDERS = {
    "none": [],
    "one rung": [(0.10, "tight"), (0.18, "tight"), (0.25, "right"), (0.33, "right"), (0.40, "loose")],
    "all tight": [(0.10, "tight"), (0.18, "tight"), (0.25, "tight"), (0.33, "tight"), (0.40, "tight")],
    "two of one mind": [(0.10, "tight"), (0.25, "right"), (0.40, "loose"), (0.25, "right"), (0.20, "tight"),
                        (0.30, "loose")],
    "they contradict": [(0.20, "tight"), (0.20, "loose"), (0.20, "right")],
}
if __name__ == "__main__":
    for name, tries in LADDERS.items():
        print(f"{name}: " + ", ".join(f"{x:.5f}" for x in posterior(tries)))
