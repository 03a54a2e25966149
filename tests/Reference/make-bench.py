"""Makes tables/bench.json: tinting strength by Kubelka-Munk, and shapes, streaks and grains by general image libraries.

Run once by hand with Debian's own Python: /usr/bin/python3 tests/Reference/make-bench.py
"""
import json
import os

import numpy as np
import scipy
import skimage
from scipy.signal import correlate2d
from skimage.feature import structure_tensor
from skimage.measure import label, regionprops

here = os.path.dirname(os.path.abspath(__file__))
random = np.random.default_rng(11)


def film(k, s, x, paper):
    """Kubelka and Munk 1931: a film of thickness x over paper, exactly."""
    a = 1 + k / s
    b = np.sqrt(a * a - 1)
    coth = 1 / np.tanh(b * s * x)
    return (1 - paper * (a - b * coth)) / (a - paper + b * coth)


# Two paints a pair: absorption and scattering of undiluted paint, laid with one load a step from mixtures of known share.
# Strength is the ratio of what each absorbs and scatters back for a trace of paint: the slope of ln R at nothing, by a fine difference.
pairs = []
for _ in range(40):
    paper = random.uniform(0.78, 0.9)
    reflection = random.uniform(0.01, 0.04)
    shares = [0.6, 0.4, 0.3, 0.2, 0.1, 0.05]
    seen = lambda k, s, x: reflection + (1 - reflection) * film(k, s, x, paper)
    bare = reflection + (1 - reflection) * paper
    paints = []
    for _ in range(2):
        k = random.uniform(0.6, 3.0)
        s = k * random.uniform(0.01, 0.12)
        trace = -np.log(seen(k, s, 1e-5) / bare) / 1e-5
        paints.append({"reflectances": [float(seen(k, s, c)) for c in shares], "slope": float(trace)})
    pairs.append({"paper": float(bare), "shares": shares, "paints": paints, "relative": paints[0]["slope"] / paints[1]["slope"]})

# A touch of paint, elliptic with a soft border: deposits on a grid of 0.25 mm.
yy, xx = np.mgrid[0:56, 0:56]
touches = []
for long, wide, turn, border in [(18, 18, 0.0, 2.0), (23, 13, 0.6, 1.5), (14, 11, 1.9, 3.0)]:
    u = (xx - 27.5) * np.cos(turn) + (yy - 28.2) * np.sin(turn)
    v = -(xx - 27.5) * np.sin(turn) + (yy - 28.2) * np.cos(turn)
    deposit = 0.9 / (1 + np.exp((np.hypot(u / long, v / wide) - 1) * np.sqrt(long * wide) / border))
    deposit = deposit.round(3)
    level = 0.45
    region = max(regionprops(label(deposit >= level)), key=lambda r: r.area)
    touches.append({
        "deposit": deposit.tolist(), "level": level,
        "diameterMm": float(region.equivalent_diameter) * 0.25, "longOverWide": float(region.major_axis_length / region.minor_axis_length),
    })

# Streaks: direction and coherence of a structure tensor summed over the whole picture, central differences as in the core.
streaks = []
for degrees in (20, 75, 140):
    t = np.radians(degrees)
    image = np.sin(2 * np.pi * (xx * np.sin(t) - yy * np.cos(t)) / 13) + 0.15 * random.standard_normal(xx.shape)
    image = image.round(3)
    gy, gx = np.gradient(image)
    inner = np.s_[1:-1, 1:-1]
    arr, arc, acc = (np.sum(m[inner]) for m in (gy * gy, gy * gx, gx * gx))
    # scikit-image's own tensor, taken over the whole picture by a wide weight, has to say nearly the same of the direction.
    wide = structure_tensor(image, sigma=12, mode="reflect", order="rc") if "order" in structure_tensor.__code__.co_varnames else structure_tensor(image, sigma=12, mode="reflect")
    srr, src, scc = (float(np.mean(m[16:-16, 16:-16])) for m in wide)
    streaks.append({
        "image": image.tolist(),
        "directionDeg": float((np.degrees(0.5 * np.arctan2(2 * arc, acc - arr)) + 90) % 180),
        "coherence": float(np.hypot(acc - arr, 2 * arc) / (acc + arr)),
        "libraryDirectionDeg": float((np.degrees(0.5 * np.arctan2(2 * src, scc - srr)) + 90) % 180),
    })

# Grains: autocorrelation of a random map along its rows, by direct correlation.
noise = scipy.ndimage.gaussian_filter(random.standard_normal((40, 60)), 1.4)
noise = (noise - noise.mean()).round(4)
full = correlate2d(noise, noise, mode="full")
row = full[39, 59:65] / np.array([40 * (60 - lag) for lag in range(6)])

with open(os.path.join(here, "tables", "bench.json"), "w") as out:
    json.dump({
        "source": f"numpy {np.__version__}, scipy {scipy.__version__}, scikit-image {skimage.__version__}: measure.regionprops, feature.structure_tensor, signal.correlate2d; Kubelka-Munk written out",
        "command": "/usr/bin/python3 tests/Reference/make-bench.py",
        "strength": pairs, "touches": touches, "streaks": streaks,
        "grains": {"map": noise.tolist(), "autocovariance": row.tolist()},
    }, out)
