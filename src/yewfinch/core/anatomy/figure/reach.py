"""Turning joints so that a point of the figure follows the hand."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np

from yewfinch.core.anatomy.body.skeleton import JOINTS
from yewfinch.core.anatomy.figure.pose import Bones, Pose
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase

#: Rounds of the search, and what holds it back, mm a degree: turning little is preferred to turning much.
_ROUNDS, _HELD = 40, 0.35
#: Joints after the first two turn so much less readily.
_DISTANT = 40.0
#: Angles of a hinge that are looked at before the search.
_TRIES = 25
#: No round turns a joint by more, degrees.
_STEP = 20.0
#: A gap beyond which the search begins again elsewhere, mm, and where in the ranges.
_FAR, _STARTS = 1.0, (0.5, 0.3, 0.7)


def chain(bones: Bones, joint: str, links: int) -> tuple[str, ...]:
    """A joint and the ones above it, at most `links`; those that only twist are stepped over.

    Raises
    ------
    ValueError
        If the figure has no such joint.
    """
    if joint not in bones.keys:
        raise ValueError(phrase("joint must be one of {0}, got {1!r}", bones.keys, joint))
    out: list[str] = []
    at: str | None = joint
    while at is not None and at in bones.keys and len(out) < links:
        if not at.startswith("forearm"):
            out.append(at)
        at = JOINTS[at].parent
    return tuple(out)


def reached(
    bones: Bones, pose: Pose, joints: Sequence[str], bone: str, point: DoubleArray, target: DoubleArray
) -> Pose:
    """The pose in which a point on a bone comes as near to a target as some joints allow.

    Parameters
    ----------
    bones : Bones
    pose : Pose
        To begin with; angles stay in the usual ranges of their moves.
    joints : sequence of str
        What may be turned.
    bone : str
        The joint that carries the point.
    point : (3,) float64, mm
        Where the point is when nothing is turned.
    target : (3,) float64, mm

    Notes
    -----
    Damped least squares (Levenberg 1944) on the angles, slopes by differences.
    """
    moves = [(j, m) for j in joints for m in range(len(JOINTS[j].moves))]
    angles = np.array([pose.angle(j, m) for j, m in moves])
    low = np.array([JOINTS[j].moves[m].low for j, m in moves])
    stiff = np.array([1.0 if joints.index(j) < 2 else _DISTANT for j, _ in moves])
    high = np.array([JOINTS[j].moves[m].high for j, m in moves])

    def posed(values: DoubleArray) -> Pose:
        out = pose
        for j in joints:
            own = tuple(float(values[i]) for i, (k, _) in enumerate(moves) if k == j)
            out = out.with_joint(j, own)
        return out

    def away(values: DoubleArray) -> DoubleArray:
        return bones.carried(posed(values), bone, point) - target

    if len(moves) == 1:  # a hinge: begin where it comes nearest, not at the present side of its range
        tries = [np.array([a]) for a in np.linspace(low[0], high[0], _TRIES)]
        angles = min([angles, *tries], key=lambda a: float(away(a) @ away(a)))
    angles, gap = _descended(away, angles, low, high, stiff)
    if float(np.linalg.norm(gap)) > _FAR and len(moves) > 1:  # held at the end of a range: come from other sides
        for part in _STARTS:
            other, left = _descended(away, low + (high - low) * part, low, high, stiff)
            if left @ left < gap @ gap - _FAR**2:
                angles, gap = other, left
    return posed(angles)


def _descended(
    away: Callable[[DoubleArray], DoubleArray],
    angles: DoubleArray,
    low: DoubleArray,
    high: DoubleArray,
    stiff: DoubleArray,
) -> tuple[DoubleArray, DoubleArray]:
    """The angles downhill from some, and the gap that is left."""
    gap, held = away(angles), _HELD
    for _ in range(_ROUNDS):
        slope = np.stack([(away(angles + step) - gap) for step in np.eye(len(angles)) * 0.5], axis=1) / 0.5
        free = (angles > low) | (slope.T @ gap < 0)
        free &= (angles < high) | (slope.T @ gap > 0)
        slope = slope[:, free]
        if not free.any():
            break
        square, pull = slope.T @ slope, slope.T @ gap
        while held < 1e4:
            step = -np.linalg.solve(square + np.diag((held * stiff[free]) ** 2), pull)
            tried = angles.copy()
            tried[free] += step * min(1.0, _STEP / max(float(np.abs(step).max()), 1e-9))
            tried = np.clip(tried, low, high)
            new = away(tried)
            if new @ new < gap @ gap:
                break
            held *= 3.0
        else:
            break
        done = gap @ gap - new @ new < 1e-4
        angles, gap, held = tried, new, max(held / 2.0, _HELD)
        if done:
            break
    return angles, gap
