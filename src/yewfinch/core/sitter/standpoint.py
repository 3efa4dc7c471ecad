"""The standpoint of a photo: where it was taken from and through which lens.

Solved from marks on the photo and the same landmarks in millimetres: a first guess from a
perspective-n-point solver at several focal lengths, then Levenberg-Marquardt over rotation,
position and focal length with a prior on the lens.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.show.camera import Camera, focal_px, lens_mm

#: Fewest marks a standpoint is solved from (6 points not in one plane give 11 degrees of
#: freedom: Hartley & Zisserman 2004, from memory).
FEWEST = 6
#: Spread of the logarithm of the lens: given by the photo, or guessed.
KNOWN_LENS, UNKNOWN_LENS = 0.03, 0.45
#: Lens assumed when the photo says nothing, 35 mm equivalent.
USUAL_LENS = 60.0
#: Expected error of a mark against this head: a part of the head's size in the picture.
MARK_SPREAD = 0.012
#: Thinnest spread of the points, smallest over largest, that still counts as not flat.
FLAT = 0.06


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

    Returns
    -------
    Standpoint

    Raises
    ------
    CannotSolveError
        If there are too few marks, they lie in one plane, left and right are swapped, or
        nothing fits. The message says which, and what to do.
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
    best = _best(world, image, centre, width, height, lens)
    size = float(flat[0]) / np.sqrt(len(keys)) * 2.0
    swapped = _swapped(marks, points, keys, centre, width, height, lens)
    if swapped is not None and (best is None or swapped < 0.6 * best[1]) and swapped < 0.09 * size:
        raise CannotSolveError(
            "Left and right seem to be swapped. Left means the sitter's own left, which is on "
            "the right of a photo taken from the front. Swap them and solve again."
        )
    if best is None or best[1] > 0.16 * size:
        worst = "" if best is None else _worst(best[0], keys, image, world)
        raise CannotSolveError(f"No standpoint fits these marks.{worst}")
    return best[0]


def _worst(found: Standpoint, keys: list[str], image: DoubleArray, world: DoubleArray) -> str:
    gap = np.linalg.norm(found.camera().project(world) - image, axis=1)
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
) -> float | None:
    """RMS error in pixels if left and right are exchanged; None if there are no pairs."""
    other = {k: LANDMARKS[k].twin for k in keys if k in LANDMARKS}
    if not any(o != k for k, o in other.items()):
        return None
    usable = [k for k in keys if other.get(k, k) in points]
    if len(usable) < FEWEST:
        return None
    world = np.array([points[other.get(k, k)] for k in usable], np.float64)
    image = np.array([marks[k] for k in usable], np.float64)
    found = _best(world, image, centre, width, height, lens)
    return None if found is None else found[1]


def _best(
    world: DoubleArray,
    image: DoubleArray,
    centre: tuple[float, float],
    width: int,
    height: int,
    lens: float | None,
) -> tuple[Standpoint, float] | None:
    """Best standpoint and its RMS error in pixels."""
    import cv2

    sigma = UNKNOWN_LENS if lens is None else KNOWN_LENS
    prior = float(np.log(focal_px(lens or USUAL_LENS, width, height)))
    extent = float(np.linalg.norm(image.max(axis=0) - image.min(axis=0)))
    spread = max(MARK_SPREAD * extent, 0.5)
    lenses = (lens,) if lens else (24.0, 35.0, 50.0, 85.0, 150.0)
    best: tuple[float, DoubleArray] | None = None
    for guess in lenses:
        focal = focal_px(guess, width, height)
        k = np.array([[focal, 0, centre[0]], [0, focal, centre[1]], [0, 0, 1.0]])
        try:
            ok, rvecs, tvecs, _ = cv2.solvePnPGeneric(
                world, image, k, None, flags=cv2.SOLVEPNP_SQPNP
            )
        except cv2.error:
            continue
        if not ok:
            continue
        for rvec, tvec in zip(rvecs, tvecs, strict=True):
            start = np.concatenate([np.ravel(rvec), np.ravel(tvec), [np.log(focal)]])
            cost, x = _refine(start, world, image, centre, prior, sigma, spread)
            if best is None or cost < best[0]:
                best = (cost, x)
    if best is None:
        return None
    x = best[1]
    rotation, _ = _rotation(x[:3])
    c = world @ rotation.T + x[3:6]
    if (c[:, 2] <= 0).any() or not np.isfinite(x).all():
        return None
    seen = c[:, :2] / c[:, 2:] * np.exp(x[6]) + centre
    rms = float(np.sqrt(((seen - image) ** 2).sum(axis=1).mean()))
    p = -rotation.T @ x[3:6]
    found = Standpoint(
        tuple(float(v) for v in rotation.ravel()), (float(p[0]), float(p[1]), float(p[2])),
        float(np.exp(x[6])), width, height, centre,
    )  # fmt: skip
    return found, rms


def _rotation(vector: DoubleArray) -> tuple[DoubleArray, float]:
    """Rotation matrix of a rotation vector in radians (Rodrigues), and its angle."""
    angle = float(np.linalg.norm(vector))
    if angle < 1e-12:
        return np.eye(3), 0.0
    x, y, z = vector / angle
    k = np.array([[0, -z, y], [z, 0, -x], [-y, x, 0]])
    return np.eye(3) + np.sin(angle) * k + (1 - np.cos(angle)) * (k @ k), angle


def _refine(
    x: DoubleArray,
    world: DoubleArray,
    image: DoubleArray,
    centre: tuple[float, float],
    prior: float,
    sigma: float,
    spread: float,
) -> tuple[float, DoubleArray]:
    """Levenberg-Marquardt on (rotation vector, translation, log focal); returns cost and x.

    Rotations are updated by a small turn on the left, so there is no trouble at 180 degrees.
    """
    rotation, _ = _rotation(x[:3])
    t, log_focal = x[3:6].copy(), float(x[6])
    n = len(world)

    def residual(r: DoubleArray, t: DoubleArray, lf: float) -> tuple[DoubleArray, DoubleArray]:
        c = world @ r.T + t
        z = np.where(np.abs(c[:, 2]) < 1e-6, 1e-6, c[:, 2])
        e = (c[:, :2] / z[:, None] * np.exp(lf) + centre - image) / spread
        return np.append(e.ravel(), (lf - prior) / sigma), c

    e, c = residual(rotation, t, log_focal)
    cost, damping = float(e @ e), 1e-3
    for _ in range(60):
        f = np.exp(log_focal)
        jac = np.zeros((2 * n + 1, 7))
        z = c[:, 2]
        du = np.zeros((n, 3))
        du[:, 0], du[:, 2] = f / z, -f * c[:, 0] / z**2
        dv = np.zeros((n, 3))
        dv[:, 1], dv[:, 2] = f / z, -f * c[:, 1] / z**2
        arm = c - t
        jac[0 : 2 * n : 2, :3] = np.cross(arm, du)
        jac[1 : 2 * n : 2, :3] = np.cross(arm, dv)
        jac[0 : 2 * n : 2, 3:6], jac[1 : 2 * n : 2, 3:6] = du, dv
        jac[0 : 2 * n : 2, 6], jac[1 : 2 * n : 2, 6] = f * c[:, 0] / z, f * c[:, 1] / z
        jac[: 2 * n] /= spread
        jac[2 * n, 6] = 1.0 / sigma
        normal, gradient = jac.T @ jac, jac.T @ e
        step = -np.linalg.lstsq(
            normal + damping * np.diag(np.maximum(np.diag(normal), 1e-12)), gradient, rcond=None
        )[0]
        turn, _ = _rotation(np.asarray(step[:3], np.float64))
        trial = (turn @ rotation, t + step[3:6], float(np.clip(log_focal + step[6], 3.0, 13.0)))
        e2, c2 = residual(*trial)
        cost2 = float(e2 @ e2)
        if np.isfinite(cost2) and cost2 < cost and (c2[:, 2] > 0).all():
            done = cost - cost2 < 1e-12 * cost
            (rotation, t, log_focal), e, c, cost = trial, e2, c2, cost2
            damping = max(damping * 0.3, 1e-9)
            if done:
                break
        else:
            damping *= 4.0
            if damping > 1e8:
                break
    import cv2

    vector = np.ravel(cv2.Rodrigues(rotation)[0])
    return cost, np.concatenate([vector, t, [log_focal]])
