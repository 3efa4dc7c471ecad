"""A drawn outline that the clay's silhouette takes, the form round it following smoothly."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.head.face_lines import spaced
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.geometry import smooth_step
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.outlines import in_space, to_edges
from yewfinch.core.sitter.towards import thin_plate

#: Reach of the bending round the outline on offer, mm.
NEAREST, FARTHEST = 5.0, 200.0
#: Vertices that stay are told apart by this, mm: loose triangles have several in one place.
_TOGETHER = 0.5
#: Samples of a drawn line: apart, mm, and at most; rounds; pixels of the map; fixed points.
_APART, _MOST, _ROUNDS, _MAP, _FIXED = 3.0, 120, 4, 1100, 140
#: How softly the line is met, mm of the kernel.
_SOFT = 1.0
#: A flat view is looked at from so far away, mm.
_AFAR = 60_000.0


@dataclass(frozen=True, eq=False)
class Fitted:
    """The clay with its new silhouette.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    before, after : float, mm
        Root mean square distance of the drawn line from the silhouette.
    """

    positions: DoubleArray
    before: float
    after: float


def fitted(
    surface: Surface,
    camera: Camera,
    line: DoubleArray,
    *,
    reach: float = 45.0,
    symmetric: bool = False,
    progress: Progress = silent,
) -> Fitted:
    """Move the silhouette of a surface to a line drawn on a view; masked clay stays.

    Parameters
    ----------
    surface : Surface
    camera : Camera
    line : (k, 2) float64, pixels
        Drawn along the silhouette, within `reach` of it.
    reach : float, mm
        Clay farther than this from the silhouette that moves stays.
    symmetric : bool
        The mirror image across x = 0 moves alike.
    progress : Progress

    Raises
    ------
    YewfinchError
        If the line is too short or meets no silhouette.

    Notes
    -----
    In a few rounds the nearest places of the silhouette on a depth map are moved onto the line by a
    thin-plate spline in space (Duchon 1977), faded out over the reach.
    """
    if not (np.isfinite(reach) and NEAREST <= reach <= FARTHEST):
        raise YewfinchError(
            phrase("The form cannot follow over {0:g} mm; {1:g} to {2:g} mm make sense.", reach, NEAREST, FARTHEST)
        )
    eye = _perspective(camera, surface)
    size = eye.mm_per_pixel(surface.bounds().astype(np.float64).mean(axis=0))
    length = float(np.linalg.norm(np.diff(line, axis=0), axis=1).sum()) * size
    if len(line) < 3 or length < 2 * _APART:
        raise YewfinchError("That line is too short. Draw along the outline that the clay is to have.")
    samples = spaced(np.asarray(line, np.float64), int(np.clip(length / _APART, 4, _MOST)))
    own = Surface(surface.positions, surface.faces)
    free = 1.0 - surface.mask[:, 0].astype(np.float64) / 255.0
    middle = eye.project(surface.bounds().astype(np.float64).mean(axis=0))[0]
    first = last = float("nan")
    for number in range(_ROUNDS + 1):
        progress(number / (_ROUNDS + 1), "looking at the outline")
        spots, ways = _gaps(own, eye, samples, middle, reach)
        if not len(spots):
            raise YewfinchError(
                "The line meets no outline of the clay. Draw it nearer to the silhouette, or choose another piece."
            )
        last = float(np.sqrt((ways**2).sum(axis=1).mean()))
        first = last if number == 0 else first
        if number == _ROUNDS or last < 0.05:
            break
        moved = _bent(own.positions.astype(np.float64), spots, ways, free, reach, symmetric)
        own.set_rows(np.arange(len(own), dtype=INDEX), moved.astype(np.float32))
    return Fitted(own.positions.astype(np.float64), first, last)


def _perspective(camera: Camera, surface: Surface) -> Camera:
    """The same view for a depth map, which knows no flat ones: such a one from far away."""
    if not camera.flat:
        return camera
    middle = surface.bounds().astype(np.float64).mean(axis=0)
    far = float(camera.depths(middle)[0]) - _AFAR
    return replace(camera, position=camera.position + camera.rotation[2] * far, focal=_AFAR / camera.flat, flat=0.0)


def _gaps(
    surface: Surface, eye: Camera, samples: DoubleArray, middle: DoubleArray, reach: float
) -> tuple[DoubleArray, DoubleArray]:
    """Places of the silhouette (k, 3) mm, and how each would have to move."""
    depth = DepthMap(eye, _MAP)
    depth.draw({"": surface})
    clay = np.isfinite(depth.depth)
    inner = clay.copy()
    inner[1:-1, 1:-1] &= clay[2:, 1:-1] & clay[:-2, 1:-1] & clay[1:-1, 2:] & clay[1:-1, :-2]
    inner[[0, -1]] = True
    inner[:, [0, -1]] = True  # the picture's border is no edge
    rows, columns = np.nonzero(clay & ~inner)
    edges = np.stack([columns + 0.5, rows + 0.5], axis=1), depth.depth[rows, columns].astype(np.float64)
    places, signed, depths = to_edges(samples, edges, depth, eye, middle, reach)
    good = np.isfinite(signed)
    spots = in_space(places[good], depths[good], eye)
    step = (samples[good] - places[good]) * (depths[good] / eye.focal)[:, None]
    return spots, step @ eye.rotation[:2]


def _bent(
    at: DoubleArray, spots: DoubleArray, ways: DoubleArray, free: DoubleArray, reach: float, symmetric: bool
) -> DoubleArray:
    """The surface bent so that the spots go their ways."""
    flip = np.array([-1.0, 1.0, 1.0])
    kept: list[int] = []
    for i in range(len(spots)):
        if not kept or np.linalg.norm(spots[kept] - spots[i], axis=1).min() >= 0.8 * _APART:
            kept.append(i)
    # what lies so near that it counts as one goes the mean way
    owner = np.linalg.norm(spots[:, None] - spots[kept][None], axis=2).argmin(axis=1)
    mean = (
        np.stack([np.bincount(owner, ways[:, k], len(kept)) for k in range(3)], axis=1)
        / np.bincount(owner, minlength=len(kept))[:, None]
    )
    centres = spots[kept]
    if symmetric:
        flat = np.abs(centres[:, 0]) < 0.4 * _APART
        mean[flat, 0] = centres[flat, 0] = 0.0
        centres, mean = np.concatenate([centres, centres[~flat] * flip]), np.concatenate([mean, mean[~flat] * flip])
    from scipy.spatial import cKDTree

    gap = cKDTree(centres).query(at)[0]
    still = np.nonzero(gap > reach)[0]
    still = still[:: max(1, len(still) // _FIXED)]
    corners = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)]) * (4 * reach) + centres.mean(
        axis=0
    )
    _, apart = np.unique(np.round(at[still] / _TOGETHER), axis=0, return_index=True)  # one of those in one place
    fixed = np.concatenate([at[still[np.sort(apart)]], corners])
    field = thin_plate(
        np.concatenate([centres, fixed]),
        np.concatenate([mean, np.zeros_like(fixed)]),
        np.r_[np.full(len(centres), _SOFT), np.zeros(len(fixed))],
    )
    near = np.nonzero(gap < reach)[0]
    out = at.copy()
    ease = smooth_step((reach - gap[near]) / (0.5 * reach)) * free[near]
    steps = field.at(at[near])
    if symmetric:
        steps = (steps + field.at(at[near] * flip) * flip) / 2
    out[near] += steps * ease[:, None]
    return out
