"""Laying the clay onto the sitter: the best rigid motion, on request with a scale.

Weighted orthogonal Procrustes (Gower 1975; without reflection: Kabsch 1978, both from memory).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.solution import Solution

#: Landmarks that tell how the clay lies; with fewer no direction is known.
FEWEST = 4
#: Added to each landmark's spread before it is weighted, mm: how far clay is off under way (choice).
CLAY_MM = 1.0


@dataclass(frozen=True, eq=False)
class Alignment:
    """Clay to sitter: x becomes scale * rotation x + shift.

    Attributes
    ----------
    rotation : (3, 3) float64
    shift : (3,) float64, mm
    scale : float
    """

    rotation: DoubleArray
    shift: DoubleArray
    scale: float = 1.0

    def to_sitter(self, points: npt.ArrayLike) -> DoubleArray:
        """Points of the clay, (..., 3) mm, in the sitter's frame."""
        return np.asarray(self.scale * (np.asarray(points, np.float64) @ self.rotation.T) + self.shift)

    def to_clay(self, points: npt.ArrayLike) -> DoubleArray:
        """The other way round."""
        return np.asarray((np.asarray(points, np.float64) - self.shift) @ self.rotation / self.scale)

    def camera(self, camera: Camera) -> Camera:
        """A camera of the sitter's frame in the clay's: it sees the laid-on clay."""
        return Camera(
            camera.rotation @ self.rotation, self.to_clay(camera.position), camera.focal,
            camera.width, camera.height, camera.centre, camera.flat / self.scale,
        )  # fmt: skip


#: Clay and sitter share a frame.
AS_IS = Alignment(np.eye(3), np.zeros(3))


def procrustes(
    source: DoubleArray, target: DoubleArray, weight: DoubleArray | None = None, *, scaled: bool = False
) -> Alignment:
    """Best rigid motion of `source` onto `target` in weighted least squares.

    Parameters
    ----------
    source, target : (n, 3) float64, mm
    weight : (n,) float64, optional
    scaled : bool
        Let the size change too.

    Returns
    -------
    Alignment
        Never a reflection.

    Raises
    ------
    ValueError
        If the shapes differ or there are fewer than three points.
    """
    if source.shape != target.shape or source.ndim != 2 or source.shape[1] != 3 or len(source) < 3:
        raise ValueError(
            phrase(
                "source and target must both be (n, 3) with n of 3 or more, got {0} and {1}", source.shape, target.shape
            )
        )
    w = np.ones(len(source)) if weight is None else np.asarray(weight, np.float64)
    w = w / w.sum()
    a, b = w @ source, w @ target
    p, q = source - a, target - b
    u, s, vt = np.linalg.svd((q * w[:, None]).T @ p)
    sign = np.array([1.0, 1.0, np.sign(np.linalg.det(u @ vt))])
    rotation = (u * sign) @ vt
    scale = 1.0
    if scaled:
        scale = float((s * sign).sum() / max(float(w @ (p**2).sum(axis=1)), 1e-12))
    return Alignment(np.asarray(rotation), np.asarray(b - scale * (rotation @ a)), scale)


def align(
    clay: Mapping[str, DoubleArray], solution: Solution, *, scaled: bool = False
) -> tuple[Alignment, tuple[str, ...], DoubleArray]:
    """Lay the clay's landmarks onto the sitter's.

    Parameters
    ----------
    clay : mapping of landmark key to (3,) mm
    solution : Solution
    scaled : bool

    Returns
    -------
    alignment : Alignment
    keys : tuple of str
        Landmarks used: those a photo shows and the clay has.
    weight : (n,) float64
        Their weights.

    Raises
    ------
    CannotSolveError
        If fewer than four are shared.
    """
    keys = tuple(k for k in solution.keys if k in solution.seen and k in clay)
    if len(keys) < FEWEST:
        raise CannotSolveError(
            phrase(
                "The clay and the sitter share {0} landmarks; {1} are needed to lay one onto the "
                "other. Place more on the clay, or mark more on the photos.",
                len(keys),
                FEWEST,
            )
        )
    source = np.array([clay[k] for k in keys], np.float64)
    target = np.array([solution.points[solution.index(k)] for k in keys])
    weight = np.array([1.0 / (solution.spread(k) ** 2 + CLAY_MM**2) for k in keys])
    return procrustes(source, target, weight, scaled=scaled), keys, weight


def relative_covariance(
    solution: Solution, keys: tuple[str, ...], weight: DoubleArray, *, scaled: bool = False
) -> DoubleArray:
    """Covariance of the landmarks that is left once the alignment has taken its motion out.

    Returns
    -------
    (3 n, 3 n) float64, mm squared
        For `keys` in their order.
    """
    index = np.concatenate([3 * solution.index(k) + np.arange(3) for k in keys])
    points = solution.points[[solution.index(k) for k in keys]]
    points = points - points.mean(axis=0)
    modes = np.zeros((len(index), 7 if scaled else 6))
    for axis in range(3):
        unit = np.zeros(3)
        unit[axis] = 1.0
        modes[axis::3, axis] = 1.0
        modes[:, 3 + axis] = np.cross(unit, points).ravel() / 100.0
    if scaled:
        modes[:, 6] = points.ravel() / 100.0
    w = np.repeat(weight / weight.max(), 3)
    take = np.eye(len(index)) - modes @ np.linalg.solve(modes.T @ (w[:, None] * modes), modes.T * w)
    return np.asarray(take @ solution.covariance[np.ix_(index, index)] @ take.T)
