"""Lines drawn on photos as observations of the joint solve: each point tells where the head's line is seen, across it.

Lines of the face (lids, lips, brows, wings, ears) are compared with the base head's own, outlines (face, jaw) with the
contour of its surface, both bent so that they meet the landmarks. What lies between landmarks is a sitter's own by a
millimetre or two, and alike over a stretch of the line: that is part of the expected error, so that a line of a hundred
points does not say more than it knows.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import scipy

from yewfinch.core.anatomy.figure.head_lines import HeadLines, head_lines
from yewfinch.core.anatomy.head.face_lines import CURVES, spaced
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.sitter.bundle import Ints, Lines, State
from yewfinch.core.sitter.head_prior import Factors, HeadPrior
from yewfinch.core.sitter.noise import CLICK_PX, MARK_MM

#: How far a sitter's line lies from the base head's that meets the landmarks, mm, and over what length that goes along
#: with itself, mm: of lines of the face, and of outlines (choice, after the demo's sitter and random heads).
_LINE_OFF, _LINE_ALIKE = 1.0, 8.0
_OUTLINE_OFF, _OUTLINE_ALIKE = 2.2, 25.0
#: Points are taken so far apart along a drawn outline, mm.
_APART = 6.0
#: A drawn line farther off than this is another line or hair, mm.
_REACH = 9.0
#: Landmarks that outlines show from some side.
_ON_OUTLINES = (
    "v", "tr", "g", "n", "se", "prn", "sn", "ls", "sto", "li", "sl", "pg", "gn", "op", "eu", "ft", "sci", "zy", "go",
)  # fmt: skip
#: Squared error, in units of the expected one, at which a point counts half.
_TAIL = 4.0
#: Cosine by which the directions of a drawn outline and the surface's contour agree at least.
_AGREE = 0.75


@dataclass(frozen=True, eq=False)
class Drawn:
    """One drawn line.

    Attributes
    ----------
    photo : int
        Number of its photo among those that are solved.
    key : str
        Of the curve, with the sides exchanged if the photo's are.
    points : (n, 2) float64, pixels
    px_per_mm : float
    """

    photo: int
    key: str
    points: DoubleArray
    px_per_mm: float


@dataclass(frozen=True, eq=False)
class _Met:
    """Places of the mean head that are seen on a drawn line.

    Attributes
    ----------
    place : (r, 3) float64, mm
    weights : (r, k) float64
        Of all landmarks.
    normal : (r, 2) float64
        Of the drawn line.
    seen : (r, 2) float64, pixels
        On the drawn line.
    gap : (r,) float64, pixels
        How far off, across the line, the places are as it stands.
    apart : float, mm
        How far the places lie from each other.
    """

    place: DoubleArray
    weights: DoubleArray
    normal: DoubleArray
    seen: DoubleArray
    gap: DoubleArray
    apart: float


def curve_of(key: str, *, swapped: bool) -> str:
    """The curve that is meant on a photo whose sides are exchanged, or not."""
    return CURVES[key].twin if swapped else key


def landmarks_on(key: str) -> set[str]:
    """Landmarks that a line of the face runs through, or that an outline may show."""
    line = CURVES[key]
    if line.kind == "outline":
        return {
            k for k, mark in LANDMARKS.items() if k.removesuffix("_l").removesuffix("_r") in _ON_OUTLINES and mark.rigid
        }
    names = {p for p in line.through if isinstance(p, str)}
    return {LANDMARKS[k].twin if line.side < 0 and k.endswith("_l") else k for k in names}


class LineFinder:
    """Finds, for a state of the solve, which places of the head are seen on the drawn lines."""

    def __init__(self, drawn: list[Drawn], prior: HeadPrior) -> None:
        self.drawn, self.prior = drawn, prior
        self.head: HeadLines = head_lines()
        rows = np.array([self.head.keys.index(k) for k in prior.keys])
        # the mean head of the prior: the plain one bent to its landmarks
        self._move = prior.mean - self.head.rest[rows]
        self._rows = rows

    def lines(self, state: State, factors: Factors, precision: DoubleArray) -> Lines | None:
        """The observations; None if nothing drawn is near."""
        full, gain, _ = self.prior.completed(factors, precision, state.points)
        away = (full - self.prior.mean).ravel()
        n = state.points.size
        photo: list[Ints] = []
        parts: list[tuple[DoubleArray, ...]] = []
        for d in self.drawn:
            outline = CURVES[d.key].kind == "outline"
            found = self._outline(d, state, away) if outline else self._line(d, state, away)
            if found is None:
                continue
            r = len(found.place)
            follows = np.einsum("rk,cd->rckd", found.weights, np.eye(3)).reshape(r, 3, -1) @ gain
            off, alike = (_OUTLINE_OFF, _OUTLINE_ALIKE) if outline else (_LINE_OFF, _LINE_ALIKE)
            alone = np.hypot(off, 1.5 * MARK_MM) * np.sqrt(max(alike / found.apart, 1.0))
            spread = np.hypot(alone * d.px_per_mm, CLICK_PX) * np.sqrt(
                (_TAIL + (found.gap / (off * d.px_per_mm)) ** 2) / _TAIL
            )
            photo.append(np.full(r, d.photo, np.int64))
            parts.append((found.place, follows.reshape(r, 3, n), found.normal, found.seen, spread))
        if not parts:
            return None
        place, follows, normal, seen, spread = (np.concatenate(p) for p in zip(*parts, strict=True))
        return Lines(np.concatenate(photo), place, follows, normal, seen, spread)

    def _bent(self, places: DoubleArray, weights: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
        """Places on the mean head and weights of the prior's landmarks."""
        own = weights[:, self._rows]
        return places + own @ self._move, own

    def _line(self, d: Drawn, state: State, away: DoubleArray) -> _Met | None:
        made = self.head.lines.get(d.key)
        if made is None:
            return None
        place, weights = self._bent(made.places[1:-1], made.weights[1:-1])
        x = place + weights @ away.reshape(-1, 3)
        seen = _project(x, state, d.photo)
        foot, normal, inside = _feet(seen, d.points)
        gap = ((seen - foot) * normal).sum(axis=1)
        good = inside & (np.abs(gap) < _REACH * d.px_per_mm)
        if good.sum() < 3:
            return None
        apart = float(np.linalg.norm(np.diff(x, axis=0), axis=1).mean())
        return _Met(place[good], weights[good], normal[good], foot[good], gap[good], apart)

    def _outline(self, d: Drawn, state: State, away: DoubleArray) -> _Met | None:
        surface = self.head.surface
        place, weights = self._bent(surface.places, surface.weights)
        x = place + weights @ away.reshape(-1, 3)
        rotation, shift = state.rotation[d.photo], state.shift[d.photo]
        ends, part, normal = contour(x, self.head.faces, -rotation.T @ shift)
        if len(part) < 8:
            return None
        at = x[ends[:, 0]] * (1 - part)[:, None] + x[ends[:, 1]] * part[:, None]
        edge, outward = _project(at, state, d.photo), normal @ rotation[:2].T
        outward /= np.maximum(np.linalg.norm(outward, axis=1, keepdims=True), 1e-9)
        length = float(np.linalg.norm(np.diff(d.points, axis=0), axis=1).sum()) / d.px_per_mm
        count = int(np.clip(length / _APART, 6, 120))
        samples = spaced(d.points, count)[1:-1]
        way = np.gradient(samples, axis=0)
        across = np.stack([-way[:, 1], way[:, 0]], axis=1)
        across /= np.maximum(np.linalg.norm(across, axis=1, keepdims=True), 1e-9)
        near, which = scipy.spatial.cKDTree(edge).query(
            samples, k=min(8, len(edge)), distance_upper_bound=_REACH * d.px_per_mm
        )
        chosen = np.full(len(samples), -1)
        for i in range(len(samples)):
            for gap, j in zip(near[i], which[i], strict=True):
                if np.isfinite(gap) and abs(outward[j] @ across[i]) > _AGREE:
                    chosen[i] = j
                    break
        good = np.flatnonzero(chosen >= 0)
        if len(good) < 3:
            return None
        j = chosen[good]
        share = part[j][:, None]
        mean = place[ends[j, 0]] * (1 - share) + place[ends[j, 1]] * share
        own = weights[ends[j, 0]] * (1 - share) + weights[ends[j, 1]] * share
        gap = ((edge[j] - samples[good]) * across[good]).sum(axis=1)
        return _Met(mean, own, np.asarray(across[good]), samples[good], np.asarray(gap), length / count)


def _project(points: DoubleArray, state: State, photo: int) -> DoubleArray:
    c = points @ state.rotation[photo].T + state.shift[photo]
    return np.asarray(c[:, :2] / np.maximum(c[:, 2:], 1.0) * np.exp(state.log_focal[photo]) + state.centre[photo])


def _feet(points: DoubleArray, line: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """The nearest places of a drawn line, its unit normals there, and whether they lie before its ends."""
    a, way = line[:-1], np.diff(line, axis=0)
    size = np.maximum((way**2).sum(axis=1), 1e-12)
    t = ((points[:, None] - a[None]) * way[None]).sum(axis=2) / size
    kept = np.clip(t, 0.0, 1.0)
    foot = a[None] + kept[:, :, None] * way[None]
    best = ((foot - points[:, None]) ** 2).sum(axis=2).argmin(axis=1)
    row = np.arange(len(points))
    normal = np.stack([-way[best, 1], way[best, 0]], axis=1) / np.sqrt(size[best])[:, None]
    beyond = ((best == 0) & (t[row, best] < 0)) | ((best == len(a) - 1) & (t[row, best] > 1))
    return foot[row, best], normal, ~beyond


def contour(points: DoubleArray, faces: IndexArray, eye: DoubleArray) -> tuple[Ints, DoubleArray, DoubleArray]:
    """Where a surface turns away from an eye.

    Parameters
    ----------
    points : (n, 3) float64, mm
    faces : (m, 4) int
        Quads.
    eye : (3,) float64, mm

    Returns
    -------
    ends : (k, 2) int64
        Edges along which the surface turns away.
    part : (k,) float64
        Where on each, from the first end.
    normal : (k, 3) float64
        Unit normals there.
    """
    cross = np.cross(points[faces[:, 2]] - points[faces[:, 0]], points[faces[:, 3]] - points[faces[:, 1]])
    sums: DoubleArray = np.zeros((len(points), 3))
    for axis in range(3):
        sums[:, axis] = np.bincount(faces.ravel(), np.repeat(cross[:, axis], 4), len(points))
    normal = sums / np.maximum(np.linalg.norm(sums, axis=1, keepdims=True), 1e-12)
    facing = (normal * (eye - points)).sum(axis=1)
    edges = np.concatenate([faces[:, [0, 1]], faces[:, [1, 2]], faces[:, [2, 3]], faces[:, [3, 0]]])
    edges = edges[edges[:, 0] < edges[:, 1]].astype(np.int64)  # each inner edge once
    a, b = facing[edges[:, 0]], facing[edges[:, 1]]
    edges, a, b = (v[a * b < 0] for v in (edges, a, b))
    part = a / (a - b)
    between = normal[edges[:, 0]] * (1 - part)[:, None] + normal[edges[:, 1]] * part[:, None]
    return edges, part, between / np.maximum(np.linalg.norm(between, axis=1, keepdims=True), 1e-12)
