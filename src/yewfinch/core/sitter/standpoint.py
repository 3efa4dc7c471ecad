"""The standpoint of a photo: where it was taken from and through which lens.

One photo is solved from marks on it and the same landmarks in millimetres; all photos together
are solved in `joint`, which begins here.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.show.camera import Camera, lens_mm
from yewfinch.core.sitter.pose import Pose, fit_pose

#: Fewest marks a standpoint is solved from (6 points not in one plane give 11 degrees of
#: freedom: Hartley & Zisserman 2004, from memory).
FEWEST = 6
#: Expected error of a mark against this head: a part of the head's size in the picture.
MARK_SPREAD = 0.012
#: Thinnest spread of the points, smallest over largest, that still counts as not flat.
FLAT = 0.06


class SwappedError(CannotSolveError):
    """Left and right are exchanged on the whole photo."""


@dataclass(frozen=True)
class Standpoint:
    """A solved standpoint.

    Attributes
    ----------
    rotation : 9 floats
        World to camera, row by row (x right, y down, z forward).
    position : 3 floats, mm
    focal : float
        Pixels.
    width, height : int
        Of the upright photo, pixels.
    centre : (float, float)
        Principal point, pixels.
    """

    rotation: tuple[float, ...]
    position: tuple[float, float, float]
    focal: float
    width: int
    height: int
    centre: tuple[float, float]

    def camera(self) -> Camera:
        """The camera of the photo."""
        return Camera(
            np.array(self.rotation).reshape(3, 3), np.array(self.position), self.focal,
            self.width, self.height, self.centre,
        )  # fmt: skip

    @property
    def lens(self) -> float:
        """35 mm equivalent, mm."""
        return lens_mm(self.focal, self.width, self.height)

    def errors(
        self, marks: Mapping[str, tuple[float, float]], points: Mapping[str, DoubleArray]
    ) -> dict[str, float]:
        """Distance of each mark from its landmark as seen from here, pixels."""
        keys = [k for k in marks if k in points]
        if not keys:
            return {}
        seen = self.camera().project(np.array([points[k] for k in keys]))
        gap = np.linalg.norm(seen - np.array([marks[k] for k in keys]), axis=1)
        return {k: float(g) for k, g in zip(keys, gap, strict=True)}


def solve(
    marks: Mapping[str, tuple[float, float]],
    points: Mapping[str, DoubleArray],
    width: int,
    height: int,
    lens: float | None = None,
    *,
    robust: bool = False,
    doubt: float = 0.6,
) -> Standpoint:
    """Find where a photo was taken from.

    Parameters
    ----------
    marks : mapping of landmark key to (x, y) pixels
    points : mapping of landmark key to (3,) mm
    width, height : int
        Of the photo, pixels.
    lens : float, optional
        35 mm equivalent in mm, as a prior.
    robust : bool
        Let gross errors count little.
    doubt : float
        Left and right are held to be exchanged if the other way round leaves less than this part
        of the error; 0 never.

    Returns
    -------
    Standpoint

    Raises
    ------
    SwappedError
        If left and right are exchanged.
    CannotSolveError
        If there are too few marks, they lie in one plane, or nothing fits. The message says
        which, and what to do.
    """
    keys = [k for k in marks if k in points]
    if len(keys) < FEWEST:
        missing = FEWEST - len(keys)
        raise CannotSolveError(
            f"{len(keys)} landmarks are marked; the standpoint needs {FEWEST}. "
            f"Mark {missing} more, if possible one on an ear."
        )
    world = np.array([points[k] for k in keys], np.float64)
    image = np.array([marks[k] for k in keys], np.float64)
    if not (np.isfinite(image).all() and np.isfinite(world).all()):
        raise CannotSolveError("A mark has a position that is not a number. Place it again.")
    spread = np.linalg.svd(world - world.mean(axis=0), compute_uv=False)
    if spread[2] < FLAT * spread[0]:
        raise CannotSolveError(
            "The marked landmarks lie nearly in one plane, so many standpoints fit equally well. "
            "Mark one that stands forward or back: the nose tip, the ear notch or an ear lobe."
        )
    flat = np.linalg.svd(image - image.mean(axis=0), compute_uv=False)
    if flat[1] < 1e-3 * max(flat[0], 1.0):
        raise CannotSolveError(
            "The marks lie on one line of the photo. Place each where its landmark is seen."
        )
    centre = (width / 2.0, height / 2.0)
    extent = float(np.linalg.norm(image.max(axis=0) - image.min(axis=0)))
    expected = max(MARK_SPREAD * extent, 0.5)
    best = fit_pose(world, image, centre, width, height, lens, expected, robust=robust)
    size = float(flat[0]) / np.sqrt(len(keys)) * 2.0
    typical = None if best is None else _typical(best, world, image, centre)
    if doubt > 0 and (typical is None or doubt > 1 or typical > 0.5 * expected):
        swapped = _swapped(marks, points, keys, centre, width, height, lens, expected)
        if swapped is not None and (typical is None or swapped < doubt * typical) and swapped < 0.09 * size:
            raise SwappedError(
                "Left and right seem to be swapped. Left means the sitter's own left, which is on "
                "the right of a photo taken from the front. Swap them and solve again."
            )
    if best is None or typical is None or typical > 0.16 * size:
        worst = "" if best is None else _worst(best, keys, image, world, centre)
        raise CannotSolveError(f"No standpoint fits these marks.{worst}")
    return standpoint_of(best.rotation, best.shift, best.focal, centre, width, height)


def standpoint_of(
    rotation: DoubleArray, shift: DoubleArray, focal: float, centre: tuple[float, float], width: int, height: int
) -> Standpoint:
    """A standpoint from a solved camera: X is seen at focal * (R X + shift) + centre."""
    p = -rotation.T @ shift
    return Standpoint(
        tuple(float(v) for v in rotation.ravel()), (float(p[0]), float(p[1]), float(p[2])),
        float(focal), width, height, (float(centre[0]), float(centre[1])),
    )  # fmt: skip


def _gaps(pose: Pose, world: DoubleArray, image: DoubleArray, centre: tuple[float, float]) -> DoubleArray:
    c = world @ pose.rotation.T + pose.shift
    seen = c[:, :2] / c[:, 2:] * pose.focal + centre
    return np.asarray(np.linalg.norm(seen - image, axis=1))


def _typical(pose: Pose, world: DoubleArray, image: DoubleArray, centre: tuple[float, float]) -> float:
    """A root mean square of the errors that one gross error does not change, pixels."""
    return float(np.median(_gaps(pose, world, image, centre))) * 1.2


def _worst(
    pose: Pose, keys: list[str], image: DoubleArray, world: DoubleArray, centre: tuple[float, float]
) -> str:
    gap = _gaps(pose, world, image, centre)
    i = int(np.nanargmax(gap))
    return f" The mark farthest off is '{LANDMARKS[keys[i]].plain}' ({gap[i]:.0f} px): look at it first."


def _swapped(
    marks: Mapping[str, tuple[float, float]],
    points: Mapping[str, DoubleArray],
    keys: list[str],
    centre: tuple[float, float],
    width: int,
    height: int,
    lens: float | None,
    expected: float,
) -> float | None:
    """Typical error in pixels if left and right are exchanged; None if there are no pairs."""
    other = {k: LANDMARKS[k].twin for k in keys if k in LANDMARKS}
    if not any(o != k for k, o in other.items()):
        return None
    usable = [k for k in keys if other.get(k, k) in points]
    if len(usable) < FEWEST:
        return None
    world = np.array([points[other.get(k, k)] for k in usable], np.float64)
    image = np.array([marks[k] for k in usable], np.float64)
    found = fit_pose(world, image, centre, width, height, lens, expected, robust=True)
    return None if found is None else _typical(found, world, image, centre)
