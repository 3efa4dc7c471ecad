"""One photo looked at both ways: as its marks say, and with left and right exchanged.

Seen from the front, a head and the inside of its mask look much alike, and in profile one side's landmarks look like
the other's through the head. What tells them apart is how well a head fits, and that landmarks are marked where they
can be seen: not on the side that is turned away.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.camera_pose import Pose, fit_pose
from yewfinch.core.sitter.camera_prior import CameraPrior

#: Fewest marks a standpoint is solved from (6 points not in one plane give 11 degrees of
#: freedom: Hartley & Zisserman 2004, from memory).
FEWEST = 6
#: Expected error of a mark against a head that is not the sitter's: a part of the head's size in the picture.
MARK_SPREAD = 0.012
#: Thinnest spread of the points, smallest over largest, that still counts as not flat.
FLAT = 0.06
#: A landmark whose outward direction is turned away from the camera beyond this cosine is hidden by the head.
_TURNED_AWAY = -0.3
#: What each mark on a hidden landmark costs, and a photo whose sides are exchanged, in squares of expected errors
#: (choices: a mark on a hidden place is one in 10; an exchanged photo one in 150).
HIDDEN_COST, EXCHANGED_COST = 4.6, 10.0
#: Where outward directions come from, mm on the mean head: an upright line in its middle.
_AXIS_FORWARD = -10.0


@dataclass(frozen=True, eq=False)
class Sighting:
    """A head fitted to the marks of one photo in one of two ways.

    Attributes
    ----------
    pose : Pose
    keys : tuple of str
        Landmarks of the marks, exchanged if `swapped`.
    seen : (n, 2) float64, pixels
    swapped : bool
        Left and right of the marks were exchanged.
    cost : float
        Misfit, hidden landmarks and the exchange together.
    typical : float
        Median error, pixels.
    """

    pose: Pose
    keys: tuple[str, ...]
    seen: DoubleArray
    swapped: bool
    cost: float
    typical: float


def both_ways(
    marks: Mapping[str, tuple[float, float]],
    points: Mapping[str, DoubleArray],
    width: int,
    height: int,
    prior: CameraPrior,
    *,
    robust: bool = True,
    part: float = MARK_SPREAD,
) -> list[Sighting]:
    """Fit a head to the marks of one photo as they are and with the sides exchanged.

    Parameters
    ----------
    marks : mapping of landmark key to (x, y) pixels
    points : mapping of landmark key to (3,) mm
        The head.
    width, height : int
        Of the photo, pixels.
    prior : CameraPrior
    robust : bool
        Let gross errors count little.
    part : float
        Expected error of a mark, as a part of the head's size in the picture.

    Returns
    -------
    list of Sighting
        One or two, the likelier first.

    Raises
    ------
    CannotSolveError
        If there are too few marks, they lie in one plane or on one line, or nothing fits.
    """
    keys = [k for k in marks if k in points]
    image = _checked(marks, points, keys)
    extent = float(np.linalg.norm(image.max(axis=0) - image.min(axis=0)))
    expected = max(part * extent, 0.5)
    centre = (width / 2.0, height / 2.0)
    found: list[Sighting] = []
    for swapped in (False, True):
        names = tuple(_twin(k) for k in keys) if swapped else tuple(keys)
        usable = [i for i, k in enumerate(names) if k in points]
        if len(usable) < FEWEST or (swapped and names == tuple(keys)):
            continue
        world, at = np.array([points[names[i]] for i in usable], np.float64), image[usable]
        pose = fit_pose(world, at, centre, width, height, prior, expected, robust=robust)
        if pose is None:
            continue
        gap = _gaps(pose, world, at, centre)
        cost = pose.cost + HIDDEN_COST * int(_hidden(pose, world).sum()) + EXCHANGED_COST * swapped
        found.append(Sighting(pose, tuple(names[i] for i in usable), at, swapped, cost, float(np.median(gap)) * 1.2))
    found.sort(key=lambda s: s.cost)
    flat = np.linalg.svd(image - image.mean(axis=0), compute_uv=False)
    size = float(flat[0]) / np.sqrt(len(keys)) * 2.0
    if not found or found[0].typical > 0.16 * size:
        raise CannotSolveError(phrase("No standpoint fits these marks.{0}", _worst(found, points, centre)))
    return [s for s in found if s.typical <= 0.16 * size]


def _checked(
    marks: Mapping[str, tuple[float, float]], points: Mapping[str, DoubleArray], keys: list[str]
) -> DoubleArray:
    """The marks, (n, 2) pixels, if a standpoint can be solved from them."""
    if len(keys) < FEWEST:
        missing = FEWEST - len(keys)
        raise CannotSolveError(
            phrase(
                "{0} landmarks are marked; the standpoint needs {1}. Mark {2} more, if possible one on an ear.",
                len(keys),
                FEWEST,
                missing,
            )
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
        raise CannotSolveError("The marks lie on one line of the photo. Place each where its landmark is seen.")
    return image


def _twin(key: str) -> str:
    return LANDMARKS[key].twin if key in LANDMARKS else key


def _gaps(pose: Pose, world: DoubleArray, image: DoubleArray, centre: tuple[float, float]) -> DoubleArray:
    c = world @ pose.rotation.T + pose.shift
    seen = c[:, :2] / c[:, 2:] * pose.focal + centre
    return np.asarray(np.linalg.norm(seen - image, axis=1))


def _hidden(pose: Pose, world: DoubleArray) -> DoubleArray:
    """Which landmarks the head hides from the camera, (n,) bool."""
    out = world - np.stack([np.zeros(len(world)), 0.6 * world[:, 1], np.full(len(world), _AXIS_FORWARD)], axis=1)
    towards = -pose.rotation.T @ pose.shift - world
    cosine = (out * towards).sum(axis=1) / np.maximum(
        np.linalg.norm(out, axis=1) * np.linalg.norm(towards, axis=1), 1e-9
    )
    return np.asarray(cosine < _TURNED_AWAY)


def _worst(found: list[Sighting], points: Mapping[str, DoubleArray], centre: tuple[float, float]) -> str:
    if not found:
        return ""
    s = found[0]
    gap = _gaps(s.pose, np.array([points[k] for k in s.keys]), s.seen, centre)
    i = int(np.nanargmax(gap))
    key = _twin(s.keys[i]) if s.swapped else s.keys[i]
    return phrase(" The mark farthest off is '{0}' ({1:.0f} px): look at it first.", LANDMARKS[key].plain, gap[i])
