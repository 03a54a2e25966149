#!/usr/bin/python3
"""Makes tables/spectra.json: XYZ of random smooth reflectances under D65, D50 and A, 2 degree observer.

Source: colormath 3 (Debian package python3-colormath), spectral_to_xyz with its own tables.
Run: /usr/bin/python3 tests/Reference/make-spectra.py > tests/Reference/tables/spectra.json
"""
import json
import math
import random

import numpy
numpy.asscalar = lambda a: a.item()
from colormath.color_conversions import convert_color
from colormath.color_objects import SpectralColor, XYZColor

random.seed(5)
rows = []
for _ in range(60):
    bumps = [(random.uniform(0.05, 0.6), random.uniform(380, 740), random.uniform(15, 90)) for _ in range(3)]
    base = random.uniform(0.02, 0.3)
    at = lambda nm: min(1.0, base + sum(h * math.exp(-0.5 * ((nm - c) / w) ** 2) for h, c, w in bumps))
    values = [round(at(nm), 5) for nm in range(340, 840, 10)]
    row = {'values': values[4:45]}
    for light in ('d65', 'd50', 'a'):
        colour = SpectralColor(observer='2', illuminant=light, **{f'spec_{nm}nm': v for nm, v in zip(range(340, 840, 10), values)})
        xyz = convert_color(colour, XYZColor)
        row[light] = [round(float(v), 6) for v in xyz.get_value_tuple()]
    rows.append(row)
print(json.dumps({'source': 'colormath spectral_to_xyz, made by make-spectra.py', 'fromNm': 380, 'stepNm': 10, 'rows': rows}))
