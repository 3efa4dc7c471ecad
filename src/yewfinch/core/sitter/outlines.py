"""Lines drawn on a photo against the clay's from the same standpoint: signed distances in mm.

Outlines are compared with the edges of what the camera sees of the clay, lines of the face with
the clay's own lines, projected.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES, spaced
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.depth_map import DepthMap
from yewfinch.core.sitter.photo import Photo

#: Samples are this far apart along a drawn line, mm at most.
SPACING = 2.0
MOST_SAMPLES = 160
#: The clay's edge is looked for so far from a drawn outline, mm.
REACH = 30.0

#: What a positive distance means.
_WORDS: dict[str, tuple[str, str]] = {
    "up": ("too high", "too low"),
    "out": ("too far out", "too far in"),
}
_UP = ("lid_upper", "lid_lower", "lip_upper", "lip_lower", "mouth_line", "brow", "hairline")


@dataclass(frozen=True, eq=False)
class Gap:
    """One drawn line against the clay.

    Attributes
    ----------
    key, photo : str
    drawn : (n, 2) float64
        Samples of the drawn line, pixels of the upright photo.
    clay : (n, 2) float64
        The clay's nearest point to each.
    signed : (n,) float64, mm
        Positive: the clay lies further out (outlines, ears, wings) or higher (lids, lips, brows).
        NaN where the clay has no such edge within reach.
    spots : (n, 3) float64, mm
        The clay's points in space.
    ways : (n, 3) float64, mm
        How each would have to move, in the plane of the photo, to lie on the drawn line.
    """

    key: str
    photo: str
    drawn: DoubleArray
    clay: DoubleArray
    signed: DoubleArray
    spots: DoubleArray
    ways: DoubleArray

    @property
    def rms(self) -> float:
        """Root mean square distance, mm; NaN if nothing could be compared."""
        some = self.signed[np.isfinite(self.signed)]
        return float(np.sqrt((some**2).mean())) if len(some) else float("nan")

    @property
    def worst(self) -> int | None:
        """Index of the largest distance."""
        return None if not np.isfinite(self.signed).any() else int(np.nanargmax(np.abs(self.signed)))

    def words(self) -> str:
        """'the clay is ...' at the worst spot."""
        i = self.worst
        if i is None:
            return "not to be seen from here"
        value = float(self.signed[i])
        names = _WORDS["up" if self.key.removesuffix("_l").removesuffix("_r") in _UP else "out"]
        return phrase("up to {0:.1f} mm {1}", abs(value), names[0] if value > 0 else names[1])


def gaps(
    photo: Photo, camera: Camera, lines: Mapping[str, DoubleArray], depth: DepthMap | None, middle: DoubleArray
) -> list[Gap]:
    """All lines drawn on a photo against the clay.

    Parameters
    ----------
    photo : Photo
    camera : Camera
        Of the upright photo, in the clay's frame.
    lines : mapping of curve key to (n, 3) mm
        On the clay.
    depth : DepthMap or None
        The clay from that camera; outlines are left out without one.
    middle : (3,) mm
        Middle of the head: outward is away from it.

    Returns
    -------
    list of Gap
        In the order of `CURVES`; drawn lines that the clay does not have are left out.
    """
    out = []
    centre = camera.project(middle)[0]
    edges: tuple[DoubleArray, DoubleArray] | None = None
    for key, line in CURVES.items():
        drawn = photo.curves.get(key)
        if drawn is None or len(drawn) < 2:
            continue
        size = camera.mm_per_pixel(middle)
        samples = _samples(np.array(drawn, np.float64), size)
        if line.kind == "outline":
            if depth is None:
                continue
            edges = edges or _edges(depth)
            clay, signed, depths = to_edges(samples, edges, depth, camera, centre)
            spots = in_space(clay, depths, camera)
        elif key in lines:
            clay, signed, spots = _to_line(samples, lines[key], camera, key, centre)
        else:
            continue
        step = (samples - clay) * (camera.depths(spots) / camera.focal)[:, None]
        out.append(Gap(key, photo.id, samples, clay, signed, spots, step @ camera.rotation[:2]))
    return out


def _samples(drawn: DoubleArray, mm_per_pixel: float) -> DoubleArray:
    length = float(np.linalg.norm(np.diff(drawn, axis=0), axis=1).sum()) * mm_per_pixel
    return spaced(drawn, int(np.clip(length / SPACING, 4, MOST_SAMPLES)))


def _normals(samples: DoubleArray, towards: DoubleArray) -> DoubleArray:
    """Unit normals of a line that point along `towards`, (n, 2) each."""
    way = np.gradient(samples, axis=0)
    normal = np.stack([-way[:, 1], way[:, 0]], axis=1)
    normal /= np.maximum(np.linalg.norm(normal, axis=1, keepdims=True), 1e-9)
    # one sign for the whole line: the side it faces is a property of the line, not of a point
    sign = np.sign((normal * towards).sum(axis=1).sum()) or 1.0
    return np.asarray(normal * sign)


def _edges(depth: DepthMap) -> tuple[DoubleArray, DoubleArray]:
    rows, columns = np.nonzero(depth.edges())
    # the edge runs along the outer border of the last pixel of clay, half a pixel on; the mean
    # over all directions is what is left out here
    places = np.stack([columns + 0.5, rows + 0.5], axis=1)
    return places, depth.depth[rows, columns].astype(np.float64)


def to_edges(
    samples: DoubleArray,
    edges: tuple[DoubleArray, DoubleArray],
    depth: DepthMap,
    camera: Camera,
    centre: DoubleArray,
    mm: float = REACH,
) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """The nearest place of the clay's edges to samples of a drawn line.

    Parameters
    ----------
    samples : (n, 2) float64, pixels
    edges : (k, 2) map pixels, (k,) mm
        Places and depths of edges, as they lie on the map.
    depth : DepthMap
    camera : Camera
    centre : (2,) pixels
        Outward is away from it.
    mm : float
        How far edges are looked for.

    Returns
    -------
    (n, 2) pixels, (n,) mm, (n,) mm
        Places, signed distances (positive: the clay lies further out) and depths; NaN where there is no edge.
    """
    from scipy.spatial import cKDTree

    places, z = edges
    clay = np.full(samples.shape, np.nan)
    signed = np.full(len(samples), np.nan)
    depths = np.full(len(samples), np.nan)
    if len(places) < 3:
        return clay, signed, depths
    tree = cKDTree(places)
    at = samples * depth.scale
    reach = mm / camera.mm_per_pixel(camera.position + camera.rotation[2] * float(np.median(z))) * depth.scale
    gap, near = tree.query(at, k=1, distance_upper_bound=reach)
    found = np.isfinite(gap)
    normal = _normals(samples, samples - centre)
    # a few neighbouring edge pixels make a line finer than one pixel
    _, some = tree.query(places[near[found]], k=min(7, len(places)))
    for i, group in zip(np.flatnonzero(found), np.atleast_2d(some), strict=True):
        points = places[group]
        point = points.mean(axis=0)
        _, _, vt = np.linalg.svd(points - point)
        across = np.array([-vt[0, 1], vt[0, 0]])
        # outer border of the pixel, half a pixel outwards
        across = across * (np.sign(across @ normal[i]) or 1.0)
        point = point + across * 0.5
        foot = at[i] + across * float((point - at[i]) @ across)
        clay[i] = foot / depth.scale
        depths[i] = float(z[group].mean())
        mm = depths[i] / camera.focal
        step = clay[i] - samples[i]
        signed[i] = float(np.linalg.norm(step)) * mm * (np.sign(step @ normal[i]) or 1.0)
    return clay, signed, depths


def in_space(places: DoubleArray, depths: DoubleArray, camera: Camera) -> DoubleArray:
    """Points seen at `places`, (n, 2) pixels, at `depths` mm before the camera."""
    flat = (places - camera.centre) * (depths / camera.focal)[:, None]
    return np.asarray(np.concatenate([flat, depths[:, None]], axis=1) @ camera.rotation + camera.position)


def _to_line(
    samples: DoubleArray, line: DoubleArray, camera: Camera, key: str, centre: DoubleArray
) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    seen = camera.project(line)
    if not np.isfinite(seen).all():
        return np.full(samples.shape, np.nan), np.full(len(samples), np.nan), np.full((len(samples), 3), np.nan)
    a, b = seen[:-1], seen[1:]
    way = b - a
    t = ((samples[:, None] - a[None]) * way[None]).sum(axis=2) / np.maximum((way**2).sum(axis=1), 1e-12)
    foot = a[None] + np.clip(t, 0.0, 1.0)[:, :, None] * way[None]
    gap = np.linalg.norm(foot - samples[:, None], axis=2)
    best = gap.argmin(axis=1)
    part = np.clip(t[np.arange(len(samples)), best], 0.0, 1.0)[:, None]
    spots = line[best] * (1 - part) + line[best + 1] * part
    clay = foot[np.arange(len(samples)), best]
    up = key.removesuffix("_l").removesuffix("_r") in _UP
    rise = camera.rotation[:2] @ np.array([0.0, 1.0, 0.0])  # the head's up in the picture
    towards = np.tile(rise, (len(samples), 1)) if up else samples - centre
    normal = _normals(samples, towards)
    step = clay - samples
    mm = camera.mm_per_pixel(line.mean(axis=0))
    size = np.linalg.norm(step, axis=1) * mm
    sign = np.sign((step * normal).sum(axis=1))
    return clay, size * np.where(sign == 0, 1.0, sign), spots
