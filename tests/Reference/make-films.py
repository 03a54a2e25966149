#!/usr/bin/python3
"""Makes tables/films.json: mixed and layered films by integrating the light that goes up and down in them, and films fitted to ladders by a general least squares.

Source: scipy, integrate.solve_ivp on dR/dx = S - 2 (K + S) R + S R^2 (Kubelka and Munk 1931) from the backing up, and optimize.least_squares.
Run: php -r 'require "vendor/autoload.php"; echo json_encode(MarshTrial\\Core\\Colour\\Bands::rgb());' | /usr/bin/python3 tests/Reference/make-films.py > tests/Reference/tables/films.json
"""
import json
import sys

import numpy as np
import scipy
from scipy.integrate import solve_ivp
from scipy.optimize import least_squares

weights = np.array(json.load(sys.stdin))
rng = np.random.default_rng(11)


def through(k, s, backing):
    return solve_ivp(lambda x, r: s - 2 * (k + s) * r + s * r * r, (0, 1), [backing], rtol=1e-11, atol=1e-13, method="DOP853").y[0, -1]


films = []
for _ in range(40):
    (k1, k2), (s1, s2) = np.exp(rng.uniform(-4, 1, 2)), np.exp(rng.uniform(-5, 0.5, 2))
    a, b, backing = rng.uniform(0.1, 3), rng.uniform(0.1, 3), rng.uniform(0.01, 0.95)
    films.append({
        "k": [k1, k2], "s": [s1, s2], "amounts": [a, b], "backing": backing,
        "mixed": through(a * k1 + b * k2, a * s1 + b * s2, backing),
        "over": through(a * k1, a * s1, through(b * k2, b * s2, backing)),
    })

# The objective of the fit, written anew: 31 logs of absorption, level and slope of scattering, a log amount a place.
RESIDUAL, SHARE, SMOOTH, USUAL_K, LEVEL, USUAL_S, SD_S, SD = 0.003, 0.01, 1.2, -3.0, 0.03, -3.5, 1.5, 0.12
nm = np.arange(400, 701, 10)
fall = np.log(550 / nm)
surface, ink = 0.012, 0.02
beneath = (ink - surface) / (1 - surface)
paper = 0.8 + 0.1 * (nm - 400) / 300


def seen(k, s, backing):
    a = 1 + k / s
    b = np.sqrt(a * a - 1)
    c = b / np.tanh(b * s)
    return weights.T @ (surface + (1 - surface) * (1 - backing * (a - c)) / (a - backing + c))


white = weights.T @ (surface + (1 - surface) * paper)
fits = []
for bumps in ([(620, 40, 0.7)], [(430, 30, 0.9), (520, 25, 0.3)], [(560, 50, 0.5), (450, 60, 0.15)]):
    true_k = 0.01 + sum(h * np.exp(-0.5 * ((nm - at) / w) ** 2) for at, w, h in bumps)
    true_s = np.exp(-4.0 + 0.5 * fall)
    drops = np.array([12, 8, 6, 4, 2, 1.0])
    real = drops / 4 * np.exp(rng.uniform(-0.1, 0.1, 6))
    readings = [(seen(true_k * x, true_s * x, paper), seen(true_k * x, true_s * x, beneath)) for x in real]
    readings = [[(r * (1 + rng.normal(0, 0.005, 3))).round(6) for r in pair] for pair in readings]
    # One unit is the place whose deposit in the key channel is nearest to 0.92.
    deposits = np.array([-np.log(np.maximum(r[0], 1e-4) / white) for r in readings])
    key = int(np.argmax(deposits[np.argmin(np.abs(deposits.max(axis=1) - 0.92))]))
    unit = int(np.argmin(np.abs(deposits[:, key] - 0.92)))
    prior = np.log(drops / drops[unit])

    def residuals(t):
        k, s, x = np.exp(t[:31]), np.exp(t[31] + t[32] * fall), np.exp(t[33:])
        out = []
        for i, (light, dark) in enumerate(readings):
            for measured, backing in ((light, paper), (dark, beneath)):
                out.extend((seen(k * x[i], s * x[i], backing) - measured) / (RESIDUAL + SHARE * measured))
        return np.concatenate([out, (t[33:] - prior) / SD, SMOOTH * np.diff(t[:31], 2), LEVEL * (t[:31] - USUAL_K), [(t[31] - USUAL_S) / SD_S, t[32] - 1]])

    start = np.concatenate([np.full(31, -2.5), [np.log(0.03), 1.0], prior])
    best = least_squares(residuals, start, method="trf", x_scale="jac", ftol=1e-12, xtol=1e-12, gtol=1e-12, max_nfev=3000)
    t = best.x
    fits.append({
        "drops": drops.tolist(), "readings": [[r.tolist() for r in pair] for pair in readings], "key": key, "cost": 2 * best.cost,
        "colours": [[seen(np.exp(t[:31]) * x, np.exp(t[31] + t[32] * fall) * x, b).tolist() for b in (paper, beneath)] for x in np.exp(t[33 + unit]) * np.array([0.3, 1.0, 2.2])],
        "unit": drops[unit] * np.exp(t[33 + unit]),
    })

json.dump({"source": f"scipy {scipy.__version__}, made by make-films.py", "paper": paper.tolist(), "white": white.tolist(), "ink": ink, "films": films, "fits": fits}, sys.stdout)
