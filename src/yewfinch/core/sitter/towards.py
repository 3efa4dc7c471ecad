"""Bringing the clay over to the sitter: a smooth deformation that moves chosen landmarks and lines.

The displacement is a thin-plate spline in space: kernel r, which is biharmonic in three
dimensions, with an affine part (Bookstein 1989; facts from Duchon 1977, both from memory), rounded
to sqrt(r^2 + e^2) so that no point is left at a landmark (Hardy 1971, "Multiquadric equations of
topography and other irregular surfaces", J. Geophys. Res. 76:1905). It is exact at landmarks,
close at lines, and nothing moves at the landmarks that are not chosen and on the clay further away
than a reach. Being smooth, it carries fine detail along.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter import _towards_kernels
from yewfinch.core.sitter.likeness import Likeness
from yewfinch.core.sitter.outlines import Gap
from yewfinch.core.sitter.solution import Solution

Part = Literal["all", "symmetric", "asymmetric"]

#: Clay further than this from everything that moves stays where it is, mm.
REACH = 70.0
#: Fixed points of the far clay, at most.
FIXED = 160
#: Unchosen landmarks so near to a chosen line do not hold it, mm.
FREE = 10.0
#: How softly a line's points are followed, mm of the kernel; landmarks are met exactly.
SOFT = 2.0
#: Fields through landmarks are as round at each as a ball of so many mm.
ROUND = 4.0
#: Pieces smaller than this (eyeballs) move as a whole, mm across.
WHOLE = 45.0
#: Farthest that anything is moved, mm.
FARTHEST = 40.0


@dataclass(frozen=True, eq=False)
class Field:
    """A smooth displacement of space.

    Attributes
    ----------
    centres : (n, 3) float64, mm
    weights : (n, 3) float64
    tail : (4, 3) float64
        Constant and linear part.
    rounded : float, mm
        How round it is at its centres; 0 leaves points there.
    """

    centres: DoubleArray
    weights: DoubleArray
    tail: DoubleArray
    rounded: float = 0.0

    def at(self, points: DoubleArray) -> DoubleArray:
        """Displacements of (k, 3) points, mm."""
        out = np.empty((len(points), 3))
        _towards_kernels.evaluate(
            np.ascontiguousarray(points), self.centres, self.weights, self.tail, self.rounded, out
        )
        return out


def thin_plate(
    centres: DoubleArray, steps: DoubleArray, softness: DoubleArray | None = None, rounded: float = 0.0
) -> Field:
    """The smoothest field with given displacements at given points.

    Parameters
    ----------
    centres : (n, 3) float64, mm
        All different, not all in one plane.
    steps : (n, 3) float64, mm
    softness : (n,) float64, optional
        0 to meet a point exactly, larger to pass near it.
    rounded : float, mm
        Radius within which the field is round at a centre instead of pointed; best below the gaps between these.

    Raises
    ------
    CannotSolveError
        If the points are too few or lie in one plane.
    """
    n = len(centres)
    gap = centres[:, None] - centres[None]
    kernel = -np.sqrt((gap**2).sum(axis=2) + rounded**2)
    if softness is not None:
        kernel[np.diag_indices(n)] += softness
    affine = np.concatenate([np.ones((n, 1)), centres], axis=1)
    system = np.block([[kernel, affine], [affine.T, np.zeros((4, 4))]])
    right = np.concatenate([steps, np.zeros((4, 3))])
    if n < 4 or np.linalg.matrix_rank(affine - affine.mean(axis=0) * (0, 1, 1, 1), tol=1e-6) < 4:
        raise CannotSolveError("Too few points stand fast to bend the clay between them. Choose fewer landmarks.")
    solved = np.linalg.solve(system, right)
    weights, tail = np.ascontiguousarray(-solved[:n]), np.ascontiguousarray(solved[n:])
    return Field(np.ascontiguousarray(centres), weights, tail, rounded)


def steps_to_sitter(
    clay: Mapping[str, DoubleArray], found: Likeness, solution: Solution, part: Part = "all"
) -> dict[str, DoubleArray]:
    """How each of the clay's landmarks would have to move, (3,) mm in the clay's frame.

    Parameters
    ----------
    clay : mapping of landmark key to (3,) mm
    found : Likeness
        For the alignment.
    solution : Solution
    part : {"all", "symmetric", "asymmetric"}
        The whole; what left and right have in common; or what they differ in.
    """
    whole = {
        k: found.alignment.to_clay(solution.points[solution.index(k)]) - clay[k]
        for k in clay if k in solution.keys
    }  # fmt: skip
    if part == "all":
        return whole
    flip = np.array([-1.0, 1.0, 1.0])
    out = {}
    for key, step in whole.items():
        other = whole.get(LANDMARKS[key].twin, flip * step if LANDMARKS[key].side else step)
        same = (step + flip * other) / 2
        out[key] = same if part == "symmetric" else step - same
    return out


def field_towards(
    clay: Mapping[str, DoubleArray],
    surfaces: Collection[Surface],
    steps: Mapping[str, DoubleArray],
    chosen: Iterable[str],
    amount: float,
    lines: Iterable[Gap] = (),
) -> Field:
    """The displacement that brings chosen landmarks and lines over.

    Parameters
    ----------
    clay : mapping of landmark key to (3,) mm
        Where the clay's landmarks are.
    surfaces : collection of Surface
        All that moves or stays with them.
    steps : mapping of landmark key to (3,) mm
        The whole way of each.
    chosen : landmark keys
    amount : float
        Part of the way, 0 to 1 and beyond.
    lines : Gap
        Lines drawn on photos; each moves in the plane of its photo.

    Raises
    ------
    CannotSolveError
        If nothing is chosen that can be moved.
    """
    moving = [k for k in chosen if k in steps and k in clay]
    centres = [clay[k] for k in moving]
    ways = [steps[k] * amount for k in moving]
    soft = [0.0] * len(moving)
    spots, spot_ways = _line_steps(lines)
    kept = _thinned(spots, 3.0)
    for i in kept:
        if all(np.linalg.norm(spots[i] - c) > 2.0 for c in centres[: len(moving)]):
            centres.append(spots[i])
            ways.append(spot_ways[i] * amount)
            soft.append(SOFT)
    if not centres:
        raise CannotSolveError("Nothing is chosen that could be moved. Choose landmarks that a photo shows.")
    longest = max(float(np.linalg.norm(w)) for w in ways)
    if longest > FARTHEST:
        raise CannotSolveError(
            phrase(
                "The clay would have to move by {0:.0f} mm; that is no fine adjustment. Look for a "
                "wrong mark, or bring the large forms nearer by hand first.",
                longest,
            )
        )
    moved = np.array(centres)
    for key, point in clay.items():
        if key in moving:
            continue
        if len(kept) and np.linalg.norm(spots - point, axis=1).min() < FREE:
            continue
        if np.linalg.norm(moved - point, axis=1).min() > 0.5:
            centres.append(point)
            ways.append(np.zeros(3))
            soft.append(0.0)
    for point in _far(surfaces, moved):
        centres.append(point)
        ways.append(np.zeros(3))
        soft.append(0.0)
    return thin_plate(np.array(centres), np.array(ways), np.array(soft), ROUND)


def _line_steps(lines: Iterable[Gap]) -> tuple[DoubleArray, DoubleArray]:
    spots, ways = [], []
    for gap in lines:
        good = np.isfinite(gap.signed) & np.isfinite(gap.spots).all(axis=1)
        spots.append(gap.spots[good])
        ways.append(gap.ways[good])
    if not spots:
        return np.zeros((0, 3)), np.zeros((0, 3))
    return np.concatenate(spots), np.concatenate(ways)


def _thinned(points: DoubleArray, apart: float) -> list[int]:
    """Indices of points that keep a distance from each other."""
    kept: list[int] = []
    for i in range(len(points)):
        if not kept or np.linalg.norm(points[kept] - points[i], axis=1).min() >= apart:
            kept.append(i)
    return kept


def _far(surfaces: Collection[Surface], moved: DoubleArray) -> DoubleArray:
    """Points of the clay that stay: evenly taken from what is out of reach."""
    out = []
    for surface in surfaces:
        low, high = surface.bounds()
        if float(np.linalg.norm(high - low)) < WHOLE:
            continue
        every = max(1, len(surface) // 3000)
        some = surface.positions[::every].astype(np.float64)
        gap = np.min([np.linalg.norm(some - m, axis=1) for m in moved], axis=0)
        out.append(some[gap > REACH])
    points = np.concatenate(out) if out else np.zeros((0, 3))
    if len(points) > FIXED:
        points = points[np.linspace(0, len(points) - 1, FIXED).astype(int)]
    return points[_thinned(points, 4.0)] if len(points) else points


def _warm() -> None:
    corners = np.array([[x, y, z] for x in (0.0, 1.0) for y in (0.0, 1.0) for z in (0.0, 1.0)])
    thin_plate(corners, corners).at(corners)


warmup.register("bringing over", _warm)
