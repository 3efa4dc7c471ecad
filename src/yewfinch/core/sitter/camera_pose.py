"""The pose and lens of one camera from known points: a first guess and its refinement.

The guess comes from a perspective-n-point solver (SQPNP: Terzakis & Lourakis 2020, in OpenCV), moved to
several focal lengths; Levenberg-Marquardt then works on rotation, position and focal length together,
with priors on lens and distance and, on request, a loss that gross errors cannot bend.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import focal_px
from yewfinch.core.sitter import _pose_kernels
from yewfinch.core.sitter.camera_prior import KNOWN_LENS, CameraPrior

#: Lenses tried when the photo says nothing, 35 mm equivalent, mm.
GUESSES = (28.0, 60.0, 150.0)
#: Squared error, in units of the expected one, at which a mark counts half in the robust loss.
_TAIL = 4.0


@dataclass(frozen=True)
class Pose:
    """A camera: X in mm is seen at focal * (R X + shift) + centre.

    Attributes
    ----------
    rotation : (3, 3) float64, world to camera
    shift : (3,) float64, mm
    focal : float, pixels
    cost : float
        What was minimised: squares in units of the expected error, or the robust loss.
    rms : float
        Root mean square distance of the marks, pixels.
    """

    rotation: DoubleArray
    shift: DoubleArray
    focal: float
    cost: float
    rms: float


def rotation_of(vector: DoubleArray) -> DoubleArray:
    """Rotation matrix of a rotation vector in radians (Rodrigues)."""
    return np.asarray(_pose_kernels.turned(np.ascontiguousarray(vector, np.float64), np.eye(3)))


def fit_pose(
    world: DoubleArray,
    image: DoubleArray,
    centre: tuple[float, float],
    width: int,
    height: int,
    prior: CameraPrior,
    spread: float,
    *,
    robust: bool = False,
) -> Pose | None:
    """The camera that sees `world` at `image`.

    Parameters
    ----------
    world : (n, 3) float64, mm
    image : (n, 2) float64, pixels
    centre : principal point, pixels
    width, height : int
        Of the photo, pixels.
    prior : CameraPrior
        What is known of lens and distance.
    spread : float
        Expected error of a mark, pixels.
    robust : bool
        Let gross errors count little.

    Returns
    -------
    Pose or None
        None if no camera has all points before it.
    """
    import cv2

    world, image = np.ascontiguousarray(world, np.float64), np.ascontiguousarray(image, np.float64)
    known = prior.focal_spread <= KNOWN_LENS
    lenses = (np.exp(prior.focal),) if known else tuple(focal_px(g, width, height) for g in GUESSES)
    first = float(lenses[len(lenses) // 2])
    k = np.array([[first, 0, centre[0]], [0, first, centre[1]], [0, 0, 1.0]])
    try:
        ok, rvecs, tvecs, _ = cv2.solvePnPGeneric(world, image, k, None, flags=cv2.SOLVEPNP_SQPNP)
    except cv2.error:
        return None
    if not ok:
        return None
    middle = world.mean(axis=0)
    best: Pose | None = None
    for rvec, tvec in zip(rvecs, tvecs, strict=True):
        rotation, shift = rotation_of(np.ravel(rvec)), np.ravel(tvec).astype(np.float64)
        for focal in lenses:
            start = shift.copy()
            # another lens sees the middle of the head as large from another distance
            start[2] += (focal / first - 1.0) * (shift[2] + rotation[2] @ middle)
            found = _pose_kernels.refine(
                world, image, np.asarray(centre, np.float64), spread, rotation, start, float(np.log(focal)),
                (prior.focal, prior.focal_spread), (prior.distance, prior.distance_spread), _TAIL if robust else 0.0,
            )  # fmt: skip
            r, t, log_focal, cost, squares = found
            if np.isfinite(cost) and (best is None or cost < best.cost):
                best = Pose(r, t, float(np.exp(log_focal)), float(cost), float(np.sqrt(squares / len(world))))
    return best


def _warm() -> None:
    corners = np.array([[x, y, z] for x in (-50.0, 50.0) for y in (-50.0, 50.0) for z in (0.0, 30.0)])
    seen = corners[:, :2] / (corners[:, 2:] + 900.0) * 1000.0 + 500.0
    fit_pose(corners, seen, (500.0, 500.0), 1000, 1000, CameraPrior(7.0, 0.6, 7.0, 0.6), 1.0, robust=True)


warmup.register("standpoints", _warm)
