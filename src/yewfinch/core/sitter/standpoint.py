"""The standpoint of a photo: where it was taken from and through which lens.

One photo is solved from marks on it and the same landmarks in millimetres; all photos together
are solved in `joint`, which begins here.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated

import numpy as np
from msgspec import Meta

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.bounds import Mm, Pixels, Side
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sight.camera import Camera, lens_mm
from yewfinch.core.sitter.camera_prior import camera_prior
from yewfinch.core.sitter.sides import both_ways

#: An element of a rotation, and a focal length in pixels.
Cosine = Annotated[float, Meta(ge=-1.001, le=1.001)]
Focal = Annotated[float, Meta(ge=1.0, le=1e7)]


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

    rotation: tuple[Cosine, Cosine, Cosine, Cosine, Cosine, Cosine, Cosine, Cosine, Cosine]
    position: tuple[Mm, Mm, Mm]
    focal: Focal
    width: Side
    height: Side
    centre: tuple[Pixels, Pixels]

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

    def errors(self, marks: Mapping[str, tuple[float, float]], points: Mapping[str, DoubleArray]) -> dict[str, float]:
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
    ways = both_ways(marks, points, width, height, camera_prior(width, height, lens), robust=robust)
    if ways[0].swapped:
        raise SwappedError(
            "Left and right seem to be swapped. Left means the sitter's own left, which is on "
            "the right of a photo taken from the front. Swap them and solve again."
        )
    pose = ways[0].pose
    return standpoint_of(pose.rotation, pose.shift, pose.focal, (width / 2.0, height / 2.0), width, height)


def standpoint_of(
    rotation: DoubleArray, shift: DoubleArray, focal: float, centre: tuple[float, float], width: int, height: int
) -> Standpoint:
    """A standpoint from a solved camera: X is seen at focal * (R X + shift) + centre."""
    p = -rotation.T @ shift
    a, b, c, d, e, f, g, h, i = (float(v) for v in rotation.ravel())
    return Standpoint(
        (a, b, c, d, e, f, g, h, i), (float(p[0]), float(p[1]), float(p[2])),
        float(focal), width, height, (float(centre[0]), float(centre[1])),
    )  # fmt: skip
