"""Makes tables/filters.json: a Gaussian filter and a homography by scikit-image.

Run once by hand with Debian's own Python: /usr/bin/python3 tests/Reference/make-filters.py
"""
import json
import os

import numpy as np
import skimage
from skimage.filters import gaussian
from skimage.transform import ProjectiveTransform

here = os.path.dirname(os.path.abspath(__file__))
random = np.random.default_rng(7)
image = random.random((14, 19)).round(4)
blurs = {str(s): gaussian(image, sigma=s, mode="reflect", truncate=3.0, preserve_range=True).round(7).tolist() for s in (1.0, 2.5)}
source = np.array([[10, 10], [287, 10], [287, 200], [10, 200]], float)
target = np.array([[131.2, 118.4], [3402.7, 151.9], [3380.1, 2395.3], [108.8, 2362.6]], float)
transform = ProjectiveTransform()
transform.estimate(source, target)
points = np.column_stack([random.uniform(0, 297, 12), random.uniform(0, 210, 12)]).round(3)
with open(os.path.join(here, "tables", "filters.json"), "w") as out:
    json.dump({
        "source": f"scikit-image {skimage.__version__}, filters.gaussian (reflect, truncate 3) and transform.ProjectiveTransform",
        "command": "/usr/bin/python3 tests/Reference/make-filters.py",
        "image": image.tolist(), "blurs": blurs,
        "source_points": source.tolist(), "target_points": target.tolist(),
        "points": points.tolist(), "mapped": transform(points).round(6).tolist(),
    }, out)
