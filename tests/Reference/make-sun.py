"""Makes tables/sun.json: altitude and azimuth of the sun by PyEphem, over a year at six latitudes, polar day and night among them.

Run once by hand with Debian's own Python: /usr/bin/python3 tests/Reference/make-sun.py
"""
import json
import math
import os

import ephem

here = os.path.dirname(os.path.abspath(__file__))
rows = []
for latitude, longitude in [(69.6, 18.9), (53.4, 1.9), (23.5, -80.0), (0.0, 36.8), (-34.0, 18.4), (-77.8, 166.7)]:
    place = ephem.Observer()
    place.lat, place.lon, place.pressure, place.elevation = str(latitude), str(longitude), 0, 0
    for day in range(0, 366, 14):
        for hour in (0.0, 5.3, 9.7, 12.0, 16.4, 20.9):
            place.date = ephem.Date("2024/1/1") + day + hour / 24
            sun = ephem.Sun(place)
            rows.append([latitude, longitude, place.date.datetime().strftime("%Y-%m-%dT%H:%M:%SZ"), round(math.degrees(sun.alt), 4), round(math.degrees(sun.az), 4)])
with open(os.path.join(here, "tables", "sun.json"), "w") as out:
    json.dump({"source": f"PyEphem {ephem.__version__}, Sun without refraction", "command": "/usr/bin/python3 tests/Reference/make-sun.py", "rows": rows}, out)
