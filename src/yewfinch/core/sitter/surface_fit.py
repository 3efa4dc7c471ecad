"""The whole surface brought to the sitter: landmarks and drawn lines together, each with its own weight.

The displacement of the clay is a random field (kriging; Rasmussen & Williams 2006, Gaussian Processes for Machine
Learning, chapter 2, from memory) that is smooth over two lengths. Landmarks say it in all directions, as surely as the
joint solve knows them; a point of a drawn line says only how far the clay has to go across the line. Several photos'
silhouettes are met together, and what no photo shows stays as it is: how much of the field is still open says where.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import scipy

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sitter import _surface_fit_kernels
from yewfinch.core.sitter.outlines import Gap

#: How far the clay lies off between landmarks that are met, mm, and over what lengths that goes along with itself,
#: mm: the
#: wide part and the close one (fitted to the demo's sitter and random base heads against each other).
WIDE, WIDE_REACH = 3.0, 40.0
CLOSE, CLOSE_REACH = 1.2, 16.0
#: Error of a drawn line, mm, and over what length it goes along with itself.
LINE_ERROR, LINE_ALIKE = 0.5, 6.0
#: Farther off than this a drawn line is hair, clothing or another line, mm.
FARTHEST = 12.0
#: Lids lie on the eyeballs: their lines are met by their landmarks, not by bending.
LEFT_ALONE = ("lid_upper", "lid_lower")
#: A place is called seen if less than this part of the field's variance is still open there.
_OPEN = 0.6


@dataclass(frozen=True, eq=False)
class Bending:
    """A displacement of the clay.

    Attributes
    ----------
    places : (n, 3) float64, mm
        Where something is known of it.
    ways : (n, 3) float64
        Unit directions in which it is known.
    weights : (n,) float64
    root : (n, n) float64
        Cholesky factor of the observations' covariance, lower.
    """

    places: DoubleArray
    ways: DoubleArray
    weights: DoubleArray
    root: DoubleArray

    def at(self, points: DoubleArray) -> DoubleArray:
        """Displacements of (k, 3) points, mm."""
        out = np.empty((len(points), 3))
        pulls = np.ascontiguousarray(self.ways * self.weights[:, None])
        _surface_fit_kernels.evaluate(
            np.ascontiguousarray(points, np.float64), self.places, pulls, WIDE, WIDE_REACH, CLOSE, CLOSE_REACH, out
        )
        return out

    def still_open(self, points: DoubleArray) -> DoubleArray:
        """Part of the variance that nothing has settled at points, (k,), in the direction least known on average."""
        total = WIDE**2 + CLOSE**2
        out = np.empty(len(points))
        for i, p in enumerate(points):
            near = _kernel(p[None], self.places)[0]
            known = [scipy.linalg.solve_triangular(self.root, near * self.ways[:, a], lower=True) for a in range(3)]
            out[i] = 1.0 - np.mean([k @ k for k in known]) / total
        return np.clip(out, 0.0, 1.0)


def _kernel(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    square = np.maximum((a**2).sum(axis=1)[:, None] + (b**2).sum(axis=1)[None] - 2.0 * a @ b.T, 0.0)
    wide = WIDE**2 * np.exp(-square / (2 * WIDE_REACH**2))
    return np.asarray(wide + CLOSE**2 * np.exp(-square / (2 * CLOSE_REACH**2)))


def bending(
    landmarks: Mapping[str, DoubleArray],
    steps: Mapping[str, DoubleArray],
    spreads: Mapping[str, DoubleArray],
    gaps: Sequence[Gap],
) -> Bending:
    """The most probable displacement.

    Parameters
    ----------
    landmarks : mapping of key to (3,) mm
        On the clay.
    steps : mapping of key to (3,) mm
        How each would have to move.
    spreads : mapping of key to (3,) mm
        Standard deviation of each along x, y and z.
    gaps : sequence of Gap
        Drawn lines against the clay.

    Raises
    ------
    CannotSolveError
        If nothing is known.
    """
    places, ways, values, errors = [], [], [], []
    for key, step in steps.items():
        if key in landmarks and key in spreads:
            for axis in range(3):
                places.append(landmarks[key])
                ways.append(np.eye(3)[axis])
                values.append(float(step[axis]))
                errors.append(float(spreads[key][axis]))
    for gap in gaps:
        if gap.key.removesuffix("_l").removesuffix("_r") in LEFT_ALONE:
            continue
        good = np.isfinite(gap.signed) & np.isfinite(gap.spots).all(axis=1) & (np.abs(gap.signed) < FARTHEST)
        spots, across = gap.spots[good], gap.ways[good]
        size = np.linalg.norm(across, axis=1)
        if len(spots) < 3:
            continue
        apart = float(np.median(np.linalg.norm(np.diff(spots, axis=0), axis=1)))
        error = LINE_ERROR * np.sqrt(max(LINE_ALIKE / max(apart, 0.1), 1.0))
        # where the clay meets the line the direction is that of its neighbours
        way = across / np.maximum(size, 1e-9)[:, None]
        for i in np.flatnonzero(size < 0.05):
            near = np.argsort(np.abs(np.arange(len(size)) - i))
            first = next((j for j in near if size[j] >= 0.05), i)
            way[i] = way[first]
        told = np.linalg.norm(way, axis=1) > 0.5
        places += list(spots[told])
        ways += list(way[told])
        values += [float(v) for v in (across * way).sum(axis=1)[told]]
        errors += [error] * int(told.sum())
    if not places:
        raise CannotSolveError("Neither landmarks nor drawn lines tell where the surface has to go.")
    at, way = np.array(places), np.array(ways)
    matrix = _kernel(at, at) * (way @ way.T) + np.diag(np.array(errors) ** 2 + 1e-4)
    factor, _ = scipy.linalg.cho_factor(matrix, lower=True)
    weights = scipy.linalg.cho_solve((factor, True), np.array(values))
    return Bending(at, way, np.asarray(weights), np.asarray(np.tril(factor)))


def fitted(
    positions: DoubleArray,
    look: Callable[[DoubleArray], tuple[Mapping[str, DoubleArray], Mapping[str, DoubleArray], Sequence[Gap]]],
    spreads: Mapping[str, DoubleArray],
    rounds: int = 4,
) -> tuple[DoubleArray, Bending]:
    """Bend a surface until landmarks and lines are met as well as they are known.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    look : callable
        Takes positions; returns landmarks on them, their steps to the sitter, and the gaps of drawn lines.
    spreads : mapping of key to (3,) mm
    rounds : int
        Outlines are made by other places of the clay once it has moved, so it is looked at again.

    Returns
    -------
    positions : (n, 3) float64, mm
    last : Bending
        Of the first look: it tells what was seen.
    """
    now, first = positions, None
    start: Mapping[str, DoubleArray] = {}
    for turn in range(rounds):
        landmarks, steps, gaps = look(now)
        start = start or landmarks
        # the field is one from the form as it was: what is done already is part of what it says
        done = {k: landmarks[k] - start[k] for k in landmarks}
        moved = now - positions
        shifted = [_from_start(g, positions, now, moved) for g in gaps]
        found = bending(start, {k: steps[k] + done[k] for k in steps if k in done}, spreads, shifted)
        first = first or found
        now = positions + found.at(positions)
        if turn and np.abs(now - positions - moved).max() < 0.05:
            break
    assert first is not None
    return now, first


def _from_start(gap: Gap, before: DoubleArray, now: DoubleArray, moved: DoubleArray) -> Gap:
    """A gap as seen from the form before it was bent: its places there, and the whole way from them."""
    from scipy.spatial import cKDTree

    good = np.isfinite(gap.spots).all(axis=1)
    spots, ways = gap.spots.copy(), gap.ways.copy()
    if good.any():
        _, row = cKDTree(now).query(gap.spots[good])
        spots[good] = gap.spots[good] - moved[row]
        size = np.linalg.norm(gap.ways[good], axis=1, keepdims=True)
        unit = gap.ways[good] / np.maximum(size, 1e-9)
        ways[good] = gap.ways[good] + unit * (moved[row] * unit).sum(axis=1, keepdims=True)
    return Gap(gap.key, gap.photo, gap.drawn, gap.clay, gap.signed, spots, ways)


def unseen_regions(bend: Bending, regions: Mapping[str, DoubleArray]) -> list[str]:
    """Names of regions that neither landmarks nor lines have settled.

    Parameters
    ----------
    bend : Bending
    regions : mapping of name to (k, 3) mm
        Some places of each.
    """
    return [name for name, places in regions.items() if bend.still_open(places).mean() > _OPEN]


def _warm() -> None:
    corners = np.array([[x, y, z] for x in (0.0, 1.0) for y in (0.0, 1.0) for z in (0.0, 1.0)])
    Bending(corners, corners, np.ones(8), np.eye(8)).at(corners)


warmup.register("fitting surfaces", _warm)
