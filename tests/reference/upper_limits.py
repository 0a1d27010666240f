#!/usr/bin/env python3
"""Upper limits of contacts by a linear programme with free normals (SciPy's HiGHS).

Every contact point may press as hard as it likes and rub within a cone round what it presses; only what the clamp makes
is given: the force of a screw, a spring or a jaw. No distribution of pressure that balances can carry more (upper bound
over all of them), so the program's factor of slipping, parting, rocking or tipping must lie under it. Cones are cut by
24 planes outside the circle, which adds at most 0.9 %. Writes upper_limits.json beside this file. Debian: python3-scipy.
"""
import json
import math
import os
import random

import numpy as np
from scipy.optimize import linprog

random.seed(23)
PLANES = 24


class Contacts:
    """Points with a normal along which they push on the body, a friction, and the jaw they belong to."""

    def __init__(self):
        self.at, self.normal, self.mu, self.jaw = [], [], [], []

    def add(self, at, normal, mu, jaw=0):
        self.at.append(np.asarray(at, float))
        self.normal.append(np.asarray(normal, float) / np.linalg.norm(normal))
        self.mu.append(mu)
        self.jaw.append(jaw)

    def most(self, load, given):
        """Largest multiple of `load` (what the contacts must make: force and moment) they can carry.

        `given`: rows (jaw, direction, force): what the points of a jaw push along a direction, all together."""
        n = len(self.at)
        columns = 3 * n + 1  # normal and two tangents a point, and the multiple
        A, b = [], []
        balance = np.zeros((6, columns))
        tangents = []
        for i in range(n):
            p, z = self.at[i], self.normal[i]
            t = np.cross(z, [1, 0, 0] if abs(z[0]) < 0.7 else [0, 1, 0])
            t /= np.linalg.norm(t)
            s = np.cross(z, t)
            tangents.append((t, s))
            for k, v in enumerate((z, t, s)):
                balance[:3, 3 * i + k] = v
                balance[3:, 3 * i + k] = np.cross(p, v)
            for plane in range(PLANES):
                a = 2 * math.pi * plane / PLANES
                row = np.zeros(columns)
                row[3 * i:3 * i + 3] = (-self.mu[i], math.cos(a), math.sin(a))
                A.append(row)
                b.append(0)
        balance[:, -1] = -np.asarray(load, float)
        rows, values = [*balance], [0.0] * 6
        for jaw, direction, force in given:
            row = np.zeros(columns)
            for i in range(n):
                if self.jaw[i] != jaw:
                    continue
                for k, v in enumerate((self.normal[i], *tangents[i])):
                    row[3 * i + k] = np.dot(v, direction)
            rows.append(row)
            values.append(force)
        cost = np.zeros(columns)
        cost[-1] = -1
        bounds = [(0, None) if k % 3 == 0 else (None, None) for k in range(3 * n)] + [(0, None)]
        at = linprog(cost, A_ub=np.array(A), b_ub=np.array(b), A_eq=np.array(rows), b_eq=np.array(values), bounds=bounds,
                     method="highs")
        return None if at.status != 0 else float(at.x[-1])


def r(low, high):
    return round(random.uniform(low, high), 4)


def wrench(force, moment):
    return [round(random.uniform(-1, 1) * s, 4) for s in (force, force, force, moment, moment, moment)]


def face(c):
    """A disc under its screw: the support pushes up on the payload's plate, the screw down with F; W is what the payload
    does, so the face makes −W. All of the pull is carried by the pressure (load share 0 with a pull)."""
    contacts = Contacts()
    R = c["diameter"] / 2
    for ring in (0.25, 0.6, 1.0):
        for k in range(16):
            a = 2 * math.pi * k / 16
            contacts.add([ring * R * math.cos(a), ring * R * math.sin(a), 0], [0, 0, 1], c["friction"])
    # Balance of the plate: contacts + screw (0, 0, −F) + λ W = 0.
    return screwed(contacts, c["wrench"], c["force"])


def screwed(contacts, w, force):
    contacts.add([0, 0, 0], [0, 0, -1], 0, jaw=1)
    return contacts.most([-v for v in w], [(1, [0, 0, -1], force)])


def jaws(c):
    """Sprung flat jaws held by the payload: the fixed one above pushes the tube down, the moving one up with F."""
    contacts, half = Contacts(), c["length"] / 2
    radius = c["diameter"] / 2
    for x in np.linspace(-half, half, 13):
        contacts.add([x, 0, radius], [0, 0, -1], c["friction"], 0)
    contacts.add([0, 0, -radius], [0, 0, 1], 0, 1)  # a swivelling pad presses in its middle…
    for x in np.linspace(-half, half, 13):
        contacts.add([x, 0, -radius], [0, 0, 1], c["friction"], 1)
    return contacts.most(c["wrench"], [(1, [0, 0, 1], c["force"])])


def vee(c):
    """A V above, held by the payload, a sprung pad below."""
    contacts, half, radius, beta = Contacts(), c["length"] / 2, c["diameter"] / 2, c["half_angle"]
    for x in np.linspace(-half, half, 13):
        for side in (-1, 1):
            n = np.array([0, side * math.cos(beta), math.sin(beta)])
            contacts.add([x, radius * n[1], radius * n[2]], -n, c["friction"], 0)
        contacts.add([x, 0, -radius], [0, 0, 1], c["friction"], 1)
    return contacts.most(c["wrench"], [(1, [0, 0, 1], c["force"])])


def ball(c):
    """Two rings; the sprung cap pushes the ball down with F. The ball is the payload's: it makes −W of the rings."""
    contacts, R = Contacts(), c["diameter"] / 2
    for jaw, polar, sign in ((0, c["seat_angle"], -1), (1, c["cap_angle"], 1)):
        for k in range(24):
            a = 2 * math.pi * k / 24
            n = np.array([math.sin(polar) * math.cos(a), math.sin(polar) * math.sin(a), sign * math.cos(polar)])
            contacts.add(R * n, -n, c["friction"], jaw)
    return contacts.most([-v for v in c["wrench"]], [(1, [0, 0, -1], c["force"])])


def dovetail(c):
    """A sprung jaw: the rail's flanks and base; the jaw pushes along −y with F, the rail is the payload's."""
    contacts, half = Contacts(), c["length"] / 2
    a, h, w = c["flank_angle"], c["height"], c["width"]
    into = h / math.tan(a) / 2
    for x in np.linspace(-half, half, 9):
        for side, jaw in ((1, 1), (-1, 0)):
            contacts.add([x, side * (w / 2 - into), h / 2], [0, -side * math.sin(a), -math.cos(a)], c["friction"], jaw)
        for y in (-w / 2, 0, w / 2):
            contacts.add([x, y, 0], [0, 0, 1], c["friction"], 0)
    return contacts.most([-v for v in c["wrench"]], [(1, [0, -1, 0], c["force"])])


def pivot(c):
    """One lap, its bolt loose: a disc with a hole under F."""
    contacts = Contacts()
    for ring in np.linspace(c["inner_diameter"] / 2, c["outer_diameter"] / 2, 3):
        for k in range(16):
            t = 2 * math.pi * k / 16
            contacts.add([ring * math.cos(t), ring * math.sin(t), 0], [0, 0, 1], c["friction"])
    return screwed(contacts, c["wrench"], c["force"])


FAMILIES = {
    "flat_face": (face, lambda: {"diameter": r(0.02, 0.06), "force": r(200, 900), "friction": r(0.15, 0.6), "wrench": wrench(40, 1)}),
    "flat_jaws": (jaws, lambda: {"diameter": r(0.02, 0.05), "length": r(0.02, 0.08), "force": r(200, 900), "friction": r(0.15, 0.5),
                                 "wrench": wrench(50, 1)}),
    "vee": (vee, lambda: {"diameter": r(0.02, 0.05), "length": r(0.03, 0.08), "half_angle": r(0.6, 1.2), "force": r(200, 900),
                          "friction": r(0.15, 0.5), "wrench": wrench(60, 2)}),
    "ball": (ball, lambda: {"diameter": r(0.015, 0.04), "seat_angle": r(0.5, 1.2), "cap_angle": r(0.5, 1.2), "force": r(200, 900),
                            "friction": r(0.1, 0.35), "wrench": wrench(40, 1)}),
    "dovetail": (dovetail, lambda: {"width": r(0.03, 0.05), "height": r(0.004, 0.008), "length": r(0.03, 0.07), "flank_angle": r(0.8, 1.2),
                                    "force": r(200, 900), "friction": r(0.1, 0.35), "wrench": wrench(60, 2)}),
    "friction_pivot": (pivot, lambda: {"outer_diameter": r(0.03, 0.06), "inner_diameter": r(0.006, 0.012), "force": r(200, 800),
                                       "friction": r(0.15, 0.5), "wrench": wrench(30, 1)}),
}


def main():
    out = {}
    for name, (limit, draw) in FAMILIES.items():
        out[name] = []
        while len(out[name]) < 10:
            case = draw()
            most = limit(case)
            if most is not None:
                out[name].append({**case, "most": round(most, 6)})
    path = os.path.join(os.path.dirname(os.path.abspath(__file__)), "upper_limits.json")
    with open(path, "w") as f:
        json.dump(out, f, indent=1)
        f.write("\n")


if __name__ == "__main__":
    main()
