"""The pose and lens of one camera from known points: a first guess and its refinement.

The guess comes from a perspective-n-point solver (SQPNP: Terzakis & Lourakis 2020, in OpenCV) at
several focal lengths; Levenberg-Marquardt then works on rotation, position and focal length
together, with a prior on the lens and, on request, a loss that gross errors cannot bend.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.show.camera import focal_px

#: Spread of the logarithm of the lens: given by the photo, or guessed.
KNOWN_LENS, UNKNOWN_LENS = 0.03, 0.45
#: Lens assumed when the photo says nothing, 35 mm equivalent.
USUAL_LENS = 60.0
#: Lenses tried when the photo says nothing.
GUESSES = (28.0, 60.0, 150.0)


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
    angle = float(np.linalg.norm(vector))
    if angle < 1e-12:
        return np.eye(3)
    x, y, z = vector / angle
    k = np.array([[0, -z, y], [z, 0, -x], [-y, x, 0]])
    return np.asarray(np.eye(3) + np.sin(angle) * k + (1 - np.cos(angle)) * (k @ k))


def fit_pose(
    world: DoubleArray,
    image: DoubleArray,
    centre: tuple[float, float],
    width: int,
    height: int,
    lens: float | None,
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
    lens : float or None
        35 mm equivalent, mm.
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

    sigma = UNKNOWN_LENS if lens is None else KNOWN_LENS
    prior = float(np.log(focal_px(lens or USUAL_LENS, width, height)))
    best: Pose | None = None
    for guess in (lens,) if lens else GUESSES:
        focal = focal_px(guess, width, height)
        k = np.array([[focal, 0, centre[0]], [0, focal, centre[1]], [0, 0, 1.0]])
        try:
            ok, rvecs, tvecs, _ = cv2.solvePnPGeneric(world, image, k, None, flags=cv2.SOLVEPNP_SQPNP)
        except cv2.error:
            continue
        if not ok:
            continue
        for rvec, tvec in zip(rvecs, tvecs, strict=True):
            start = rotation_of(np.ravel(rvec)), np.ravel(tvec).astype(np.float64), float(np.log(focal))
            found = _refine(start, world, image, centre, prior, sigma, spread, robust)
            if found is not None and (best is None or found.cost < best.cost):
                best = found
    return best


#: Squared error, in units of the expected one, at which a mark counts half in the robust loss.
_TAIL = 4.0


def _refine(
    start: tuple[DoubleArray, DoubleArray, float],
    world: DoubleArray,
    image: DoubleArray,
    centre: tuple[float, float],
    prior: float,
    sigma: float,
    spread: float,
    robust: bool,
) -> Pose | None:
    """Levenberg-Marquardt; rotations are updated by a small turn on the left."""
    rotation, t, log_focal = start
    n = len(world)

    def residual(r: DoubleArray, t: DoubleArray, lf: float) -> tuple[DoubleArray, float, DoubleArray]:
        c = world @ r.T + t
        z = np.where(np.abs(c[:, 2]) < 1e-6, 1e-6, c[:, 2])
        e = (c[:, :2] / z[:, None] * np.exp(lf) + centre - image) / spread
        squares = (e**2).sum(axis=1)
        data = _TAIL * np.log1p(squares / _TAIL).sum() if robust else squares.sum()
        return e, float(data + ((lf - prior) / sigma) ** 2), c

    e, cost, c = residual(rotation, t, log_focal)
    if not np.isfinite(cost):
        return None
    damping = 1e-3
    for _ in range(60):
        f = np.exp(log_focal)
        z = c[:, 2]
        jac = np.zeros((n, 2, 7))
        scale, x, y = f / z, f * c[:, 0] / z**2, f * c[:, 1] / z**2
        ax, ay, az = (c - t).T
        jac[:, 0, 0], jac[:, 0, 1], jac[:, 0, 2] = -ay * x, az * scale + ax * x, -ay * scale
        jac[:, 1, 0], jac[:, 1, 1], jac[:, 1, 2] = -ay * y - az * scale, ax * y, ax * scale
        jac[:, 0, 3], jac[:, 0, 5] = scale, -x
        jac[:, 1, 4], jac[:, 1, 5] = scale, -y
        jac[:, :, 6] = f * c[:, :2] / z[:, None]
        jac /= spread
        weight = 1.0 / (1.0 + (e**2).sum(axis=1) / _TAIL) if robust else np.ones(n)
        weighted = (jac * weight[:, None, None]).reshape(2 * n, 7)
        normal = weighted.T @ jac.reshape(2 * n, 7)
        gradient = weighted.T @ e.ravel()
        normal[6, 6] += 1.0 / sigma**2
        gradient[6] += (log_focal - prior) / sigma**2
        normal[np.diag_indices(7)] += damping * np.maximum(np.diag(normal), 1e-12)
        try:
            step = -np.linalg.solve(normal, gradient)
        except np.linalg.LinAlgError:
            return None
        trial = (
            rotation_of(np.asarray(step[:3], np.float64)) @ rotation, t + step[3:6], float(np.clip(log_focal + step[6], 3.0, 13.0)),
        )  # fmt: skip
        e2, cost2, c2 = residual(*trial)
        if np.isfinite(cost2) and cost2 < cost and (c2[:, 2] > 0).all():
            done = cost - cost2 < 1e-10 * cost
            (rotation, t, log_focal), e, c, cost = trial, e2, c2, cost2
            damping = max(damping * 0.2, 1e-9)
            if done:
                break
        else:
            damping *= 5.0
            if damping > 1e7:
                break
    if (c[:, 2] <= 0).any():
        return None
    rms = float(np.sqrt((e**2).sum(axis=1).mean())) * spread
    return Pose(rotation, t, float(np.exp(log_focal)), cost, rms)
