"""Signed distances of simple bodies, and smooth ways to join them. All lengths in mm.

Points have shape (k, 3), distances shape (k,), negative inside. The bodies are the usual closed
forms (Hart 1996, "Sphere tracing"); ellipsoids are first-order approximations, exact at the
surface in sign and nearly so in size.
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _field_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray

Point = tuple[float, float, float]


def blend(a: DoubleArray, b: DoubleArray, width: float) -> DoubleArray:
    """Union with a fillet of about `width` mm (polynomial smooth minimum)."""
    h = np.maximum(width - np.abs(a - b), 0.0) / width
    out: DoubleArray = np.minimum(a, b) - h * h * (width * 0.25)
    return out


def carve(a: DoubleArray, b: DoubleArray, width: float) -> DoubleArray:
    """Take `b` away from `a`, with rounded edges of about `width` mm."""
    h = np.maximum(width - np.abs(a + b), 0.0) / width
    out: DoubleArray = np.maximum(a, -b) + h * h * (width * 0.25)
    return out


def ball(p: DoubleArray, centre: Point, radius: float) -> DoubleArray:
    """Distance to a ball."""
    out: DoubleArray = np.linalg.norm(p - centre, axis=1) - radius
    return out


def ellipsoid(
    p: DoubleArray, centre: Point, radii: Point, turn: npt.ArrayLike | None = None, power: float = 2.0
) -> DoubleArray:
    """Distance to an ellipsoid, or with `power` above 2 to a squarer body.

    `turn` is a (3, 3) rotation whose rows are the body's own axes.
    """
    axes_of = np.eye(3) if turn is None else np.ascontiguousarray(turn, float)
    body = np.array(centre, float), np.array(radii, float)
    out: DoubleArray = kernels.body_distance(np.ascontiguousarray(p), *body, axes_of, power)
    return out


def cone(p: DoubleArray, a: Point, b: Point, ra: float, rb: float) -> DoubleArray:
    """Distance to a rod with round ends whose radius goes from `ra` at `a` to `rb` at `b`."""
    out: DoubleArray = kernels.rod_distance(np.ascontiguousarray(p), np.array([(*a, ra), (*b, rb)], float))
    return out


def chain(p: DoubleArray, points: list[Point], radii: list[float], width: float = 0.0) -> DoubleArray:
    """Rods through `points`, joined with `width` mm of fillet."""
    out = cone(p, points[0], points[1], radii[0], radii[1])
    for i in range(1, len(points) - 1):
        d = cone(p, points[i], points[i + 1], radii[i], radii[i + 1])
        out = blend(out, d, width) if width > 0 else np.minimum(out, d)
    return out


def curve(p: DoubleArray, points: list[Point], radii: list[float], steps: int = 4) -> DoubleArray:
    """A rod along a Catmull-Rom spline through `points`, without corners."""
    out: DoubleArray = kernels.rod_distance(np.ascontiguousarray(p), spline(points, radii, steps))
    return out


def spline(points: npt.ArrayLike, radii: npt.ArrayLike, steps: int = 4) -> DoubleArray:
    """A Catmull-Rom spline through points (k, 3) and radii (k,), `steps` pieces between two: rows x, y, z, radius."""
    c = np.concatenate([np.asarray(points, float), np.asarray(radii, float)[:, None]], axis=1)
    c = np.concatenate([2 * c[:1] - c[1:2], c, 2 * c[-1:] - c[-2:-1]])
    dense = [c[1]]
    for i in range(1, len(c) - 2):
        for t in np.linspace(0, 1, steps + 1)[1:]:
            w = np.array([-t + 2 * t**2 - t**3, 2 - 5 * t**2 + 3 * t**3, t + 4 * t**2 - 3 * t**3, t**3 - t**2])
            dense.append(0.5 * w @ c[i - 1 : i + 3])
    return np.array(dense)


def dent(d: DoubleArray, distance: DoubleArray, depth: float, width: float) -> DoubleArray:
    """Press a groove of `depth` mm into `d` where `distance` is small; negative depth raises."""
    out: DoubleArray = d + depth * np.exp(-((distance / width) ** 2))
    return out


def axes(yaw: float = 0.0, pitch: float = 0.0, roll: float = 0.0) -> DoubleArray:
    """Rows are the axes of a body turned by angles in degrees about y, then x, then z."""
    y, x, z = np.radians([yaw, pitch, roll])
    ry = np.array([[np.cos(y), 0, np.sin(y)], [0, 1, 0], [-np.sin(y), 0, np.cos(y)]])
    rx = np.array([[1, 0, 0], [0, np.cos(x), -np.sin(x)], [0, np.sin(x), np.cos(x)]])
    rz = np.array([[np.cos(z), -np.sin(z), 0], [np.sin(z), np.cos(z), 0], [0, 0, 1]])
    out: DoubleArray = (ry @ rx @ rz).T
    return out


def _warm() -> None:
    p = np.zeros((1, 3))
    ellipsoid(p, (0, 0, 1), (1, 1, 1))
    curve(p, [(0, 0, 0), (0, 0, 1)], [1.0, 1.0])


warmup.register("the base head's form", _warm)
