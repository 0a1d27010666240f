#!/usr/bin/env python3
"""Damped swings by SciPy: an oscillator integrated in time after a tap, and fitted by curve_fit.

Needs python3-numpy and python3-scipy. Numbers for tests/prove/tap_test.cpp: what SciPy finds in the same readings, with
noise from a fixed formula that the test writes down too (no random numbers to agree on).
"""
import numpy as np
from scipy.integrate import solve_ivp
from scipy.optimize import curve_fit


def readings(frequency, damping, rate, seconds, noise):
    """Acceleration of a mass on a spring after half a second of rest and a kick."""
    w = 2 * np.pi * frequency
    t = np.arange(0, seconds, 1 / rate)
    swung = solve_ivp(lambda _, y: [y[1], -2 * damping * w * y[1] - w * w * y[0]], (0, seconds), [0, 0.05], t_eval=t,
                      rtol=1e-10, atol=1e-12)
    a = -2 * damping * w * swung.y[1] - w * w * swung.y[0]
    k = np.arange(len(t))
    return t, a + noise * np.sin(1.7 * k * k)


def fitted(t, a, frequency, damping):
    def model(t, sigma, omega, amplitude, phase, offset):
        return amplitude * np.exp(-sigma * t) * np.cos(omega * t + phase) + offset
    w = 2 * np.pi * frequency
    p, _ = curve_fit(model, t, a, p0=[damping * w, w, np.max(np.abs(a)), 1.5, 0])
    natural = np.hypot(p[0], p[1])
    return natural / (2 * np.pi), p[0] / natural


for case in [(4.2, 0.02, 100, 8, 0.02), (11.5, 0.05, 200, 3, 0.1), (1.3, 0.01, 50, 30, 0.005)]:
    t, a = readings(*case)
    print(case, "->", "%.5f Hz, %.5f" % fitted(t, a, case[0], case[1]))
