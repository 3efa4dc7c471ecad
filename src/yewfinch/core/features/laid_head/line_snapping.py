"""Lines of the face brought to the valleys that define them."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: Lines that run in a valley, and how far across they are looked for, mm.
VALLEYS = {"mouth_line": 2.5, "mouth_line_lower": 2.5, "wing_l": 2.0, "wing_r": 2.0}
#: Spacing across, half of the window in which the surface is bent, and depth given up for each mm squared aside, mm.
_STEP, _WINDOW, _STAY = 0.25, 1.75, 0.01
#: Neighbours along the line that are evened out, in points.
_EVEN = (0.1, 0.2, 0.4, 0.2, 0.1)


def snapped_line(key: str, line: DoubleArray, normals: DoubleArray, clay: Surface) -> DoubleArray:
    """A line brought to the bottom of its valley.

    Parameters
    ----------
    key : str
        Of the line; one that runs in no valley stays as it is.
    line : (n, 3) float64, mm
        Where the laid head has it.
    normals : (n, 3) float64
        Of the laid head there.
    clay : Surface
        In the same frame.

    Returns
    -------
    (n, 3) float64, mm
    """
    reach = VALLEYS.get(key)
    if reach is None or len(line) < 3:
        return line
    along = np.gradient(line, axis=0)
    along /= np.maximum(np.linalg.norm(along, axis=1, keepdims=True), 1e-9)
    across = np.cross(normals, along)
    across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-9)
    aside = np.array([_valley(p, n, c, clay, reach) for p, n, c in zip(line, normals, across, strict=True)])
    smooth = np.convolve(np.pad(aside, 2, mode="edge"), _EVEN, mode="valid")
    out = line.copy()
    for i, (p, n, c) in enumerate(zip(line, normals, across, strict=True)):
        hit = pick(clay, p + c * smooth[i] + n * 3.0, -n)
        if hit is not None and np.linalg.norm(hit.point - p) < reach + 3.0:
            out[i] = hit.point
    return out


def _valley(place: DoubleArray, normal: DoubleArray, across: DoubleArray, clay: Surface, reach: float) -> float:
    """How far aside the surface is most hollow, mm."""
    aside = np.arange(-reach - _WINDOW, reach + _WINDOW + 1e-9, _STEP)
    height = np.full(len(aside), np.nan)
    for i, a in enumerate(aside):
        hit = pick(clay, place + across * a + normal * 4.0, -normal)
        if hit is not None and hit.distance < 9.0:
            height[i] = 4.0 - hit.distance
    n = round(_WINDOW / _STEP)
    hollow = (height[: -2 * n] + height[2 * n :]) / 2 - height[n:-n]
    worth = hollow - _STAY * aside[n:-n] ** 2
    if not np.isfinite(worth).any() or np.nanmax(hollow) < 0.05:
        return 0.0
    return float(aside[n:-n][int(np.nanargmax(worth))])
