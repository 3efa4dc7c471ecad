"""Bodies, hollows and handles of the inside points of a grid, and changes of points that leave them as they are.

Inside points hang together by their sides, outside points by their sides and edges (6+, 18), as `sheets.py` has it.

References
----------
Bertrand & Malandain 1994, "A new characterization of three-dimensional simple points".
Han, Xu & Prince 2003, "A topology preserving level set method for geometric deformable models".
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.reshape import _digital_kernels as kernels
from yewfinch.core.reshape import _grid_net_kernels as grid_kernels
from yewfinch.core.reshape.sheets import sheets
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import ByteArray, IndexArray

_STEPS = np.array([s for s in np.ndindex(3, 3, 3) if s != (1, 1, 1)]) - 1
_SIZE = np.abs(_STEPS).sum(axis=1)
_APART = np.abs(_STEPS[:, None] - _STEPS[None]).sum(axis=2)
_REACH = np.abs(_STEPS[:, None] - _STEPS[None]).max(axis=2)


def _bits(member: np.ndarray) -> np.ndarray:
    return np.asarray((member.astype(np.int64) << np.arange(26)).sum(axis=-1))


_SIDES, _EDGES = np.int64(_bits(_SIZE == 1)), np.int64(_bits(_SIZE == 2))
_NEAR6, _NEAR18 = _bits(_APART == 1), _bits((_REACH == 1) & (_APART <= 2))
_TABLES = (_SIDES, _EDGES, _NEAR6, _NEAR18)
#: How deep, in steps of the grid, points are left as they are if they make a ball.
_DEEP = (3, 6, 12)
#: Round a point in a plane, sides first.
_RING = np.array([[1, 0], [1, 1], [0, 1], [-1, 1], [-1, 0], [-1, -1], [0, -1], [1, -1]])


def is_simple(solid: ByteArray, point: tuple[int, int, int]) -> bool:
    """Can a point (x, y, z) change sides without a body, a hollow or a handle coming or going?"""
    return bool(kernels.is_simple(kernels.bits_at(solid, *point, _STEPS), *_TABLES))


def ball_within(target: ByteArray, *, half: bool = False) -> ByteArray:
    """As much of some points as makes one body without hollows or handles, the deepest first: handles are cut.

    Parameters
    ----------
    target : (x, y, z) uint8
        0 on all outer sides, but the first in x of a half.
    half : bool
        The first two layers in x are mirror images; what comes of both halves is one such body.

    Returns
    -------
    (x, y, z) uint8
    """
    depth = kernels.depths(target, half)
    ball = _core(depth, half)
    if ball is None:
        at = depth[1] if half else depth
        ball = np.zeros_like(target)
        (ball[1] if half else ball).reshape(-1)[int(at.argmax())] = 1
    wanted = target - (target & ball)
    return np.asarray(kernels.reached(ball, wanted, depth, half, _STEPS, _RING, *_TABLES))


def ball_around(target: ByteArray, *, half: bool = False) -> ByteArray:
    """Some points, and as many more as make one body without hollows or handles of them: handles are filled.

    Parameters and what is returned are those of `ball_within`.
    """
    ball = np.ones_like(target)
    for side in (0, -1):
        for axis in range(3):
            if not (half and axis == 0 and side == 0):
                ball[(slice(None),) * axis + (side,)] = 0
    wanted = ball - target
    depth = kernels.depths(wanted, half)
    core = _core(depth, half, outside=ball)
    if core is not None:
        ball, wanted = core, wanted & core
    return np.asarray(kernels.reached(ball, wanted, depth, half, _STEPS, _RING, *_TABLES))


def is_beside(some: ByteArray, others: ByteArray) -> bool:
    """Has each point of some (x, y, z) one of the others among its 26 neighbours?"""
    at = np.argwhere(some)
    near = np.zeros(len(at), bool)
    for step in _STEPS:
        near |= others[tuple(np.clip(at + step, 0, np.array(some.shape) - 1).T)] > 0
    return bool(near.all())


def _core(depth: npt.NDArray[np.int32], half: bool, outside: ByteArray | None = None) -> ByteArray | None:
    """A ball to begin with, that only lacks points near the surface; None if what is deep is none.

    Parameters
    ----------
    depth : (x, y, z) int32
        Thirds of a step, of what is to be turned.
    half : bool
    outside : (x, y, z) uint8, optional
        What is deep is taken away from this instead.
    """
    for steps in _DEEP:
        core = _largest(depth > 3 * steps, 1 if outside is None else 2)
        if half:
            core[0] = core[1]
        if outside is not None:
            core = outside - core
        if is_ball(core, half=half):
            return core
    return None


def _largest(member: npt.NDArray[np.bool_], near: int) -> ByteArray:
    """The largest part of points that hangs together, by sides (1) or by edges, too (2)."""
    from scipy import ndimage

    label, count = ndimage.label(member, ndimage.generate_binary_structure(3, near))
    if count < 2:
        return member.astype(np.uint8)
    return (label == 1 + np.bincount(label.ravel())[1:].argmax()).astype(np.uint8)


def is_ball(solid: ByteArray, *, half: bool = False) -> bool:
    """Are points (x, y, z) one body without hollows or handles? The first layers of a `half` are mirror images."""
    from scipy import ndimage

    whole = np.concatenate([solid[:0:-1], solid[1:]]) if half else solid
    near6, near18 = (ndimage.generate_binary_structure(3, n) for n in (1, 2))
    if ndimage.label(whole, near6)[1] != 1 or ndimage.label(1 - whole, near18)[1] != 1:
        return False
    count = np.zeros(len(whole) - 1, np.int64)
    grid_kernels.sheet_count(whole, sheets().count, np.arange(len(count)), count)
    faces = sum(np.count_nonzero(np.diff(whole.view(np.int8), axis=axis)) for axis in range(3))
    return int(count.sum()) - faces == 2


def turned(solid: ByteArray, sides: IndexArray, fixed: ByteArray, *, half: bool = False) -> int:
    """Change a corner of each of some sides of cells, so that what is inside no longer meets crosswise there.

    Parameters
    ----------
    solid : (x, y, z) uint8
        Changed.
    sides : (k, 4) int
        The cell below the side, and the axis along which it lies beyond it.
    fixed : (x, y, z) uint8
        Where it is 1, a point is changed only if no other will do.
    half : bool
        The first two layers in x are mirror images.

    Returns
    -------
    int
        Sides at which something was changed.
    """
    return int(kernels.turned(solid, sides, half, fixed, _STEPS, *_TABLES))


def _warm() -> None:
    solid = np.zeros((5, 5, 5), np.uint8)
    solid[1:3, 1:3, 1:3] = 1
    is_simple(solid, (2, 2, 2))
    for half in (False, True):
        ball_within(solid, half=half)
        ball_around(solid, half=half)
    turned(solid, np.array([[1, 1, 1, 0]], np.int32), np.zeros_like(solid))


warmup.register("digital topology", _warm)
