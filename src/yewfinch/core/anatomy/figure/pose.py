"""A pose: how far each joint is turned, and where that takes the bones."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.anatomy.body.skeleton import JOINTS, axes, twin
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: No joint is turned further, degrees, whatever its usual range.
FURTHEST = 180.0
#: Moves of joints of the middle that are the other way round in the mirror turn about these.
_SIDED = ("up", "down", "front", "back")


@dataclass(frozen=True)
class Pose:
    """Angles of joints.

    Attributes
    ----------
    angles : mapping of joint to tuple of float
        Degrees for each of the joint's moves; joints that are not turned are left out.
    """

    angles: Mapping[str, tuple[float, ...]] = field(default_factory=dict)

    def angle(self, joint: str, move: int = 0) -> float:
        """Degrees by which a joint is turned in one of its moves."""
        held = self.angles.get(joint)
        return 0.0 if held is None else held[move]

    def all_of(self, joint: str) -> tuple[float, ...]:
        """Degrees of all moves of a joint."""
        return self.angles.get(joint, (0.0,) * len(JOINTS[joint].moves))

    def turned(self, joint: str, move: int, degrees: float) -> Pose:
        """The same with one angle changed, kept in the usual range of the move."""
        own = list(self.all_of(joint))
        range_ = JOINTS[joint].moves[move]
        own[move] = float(np.clip(degrees, range_.low, range_.high))
        return self.with_joint(joint, tuple(own))

    def with_joint(self, joint: str, angles: tuple[float, ...]) -> Pose:
        """The same with all angles of a joint changed."""
        rest = {k: v for k, v in self.angles.items() if k != joint}
        return replace(self, angles={**rest, joint: angles} if any(angles) else rest)

    def mirrored(self) -> Pose:
        """The pose in the mirror."""
        out = {}
        for key, angles in self.angles.items():
            middle = twin(key) == key
            signs = [-1.0 if middle and m.axis in _SIDED else 1.0 for m in JOINTS[key].moves]
            out[twin(key)] = tuple(s * a for s, a in zip(signs, angles, strict=True))
        return Pose(out)

    def both_from(self, side: str) -> Pose:
        """Both sides as one side is; the middle as it was.

        Parameters
        ----------
        side : {"l", "r"}
        """
        own = {k: v for k, v in self.angles.items() if k.endswith(f"_{side}")}
        middle = {k: v for k, v in self.angles.items() if twin(k) == k}
        return Pose({**middle, **own, **{twin(k): v for k, v in own.items()}})

    @property
    def symmetric(self) -> bool:
        """Is it its own mirror image?"""
        return {k: v for k, v in self.mirrored().angles.items() if any(v)} == {
            k: v for k, v in self.angles.items() if any(v)
        }


def checked(pose: Pose) -> Pose:
    """The same pose, if every value makes sense.

    Raises
    ------
    YewfinchError
        Naming the joint that does not.
    """
    for key, angles in pose.angles.items():
        if key not in JOINTS or len(angles) != len(JOINTS[key].moves):
            raise YewfinchError(
                phrase("The pose turns '{0}' {1} ways, but no joint of figures does that.", key, len(angles))
            )
        if not np.isfinite(angles).all() or np.abs(angles).max() > FURTHEST:
            raise YewfinchError(
                phrase(
                    "The pose turns the joint '{0}' by {1} degrees; at most {2:g} make sense.", key, angles, FURTHEST
                )
            )
    return pose


@dataclass(frozen=True)
class Posed:
    """The pose of a portrait's figure.

    Attributes
    ----------
    pose : Pose
    on : bool
        Whether the clay stands in it now; a pose that was taken off is kept to be put on again.
    rest : mapping of piece to (n, 3) float32, mm
        Vertices as they were without the pose when it was put on; empty if it is off. Never
        changed in place.
    """

    pose: Pose
    on: bool = True
    rest: Mapping[str, FloatArray] = field(default_factory=dict, compare=False)


@dataclass(frozen=True, eq=False)
class Bones:
    """Where joints lie and how they turn, for one person.

    Attributes
    ----------
    keys : tuple of str
        Joints, a parent before what hangs from it; bone 0 of everything else is what stays.
    places : mapping of key to (3,) float64, mm
        Of joints and ends of limbs.
    """

    keys: tuple[str, ...]
    places: Mapping[str, DoubleArray]

    def __post_init__(self) -> None:
        object.__setattr__(self, "_axes", {side: axes(self.places, side) for side in ("l", "r")})

    def axis(self, joint: str, move: int) -> DoubleArray:
        """What a move turns about in the rest pose, (3,) unit vector."""
        sides: dict[str, dict[str, DoubleArray]] = self._axes  # type: ignore[attr-defined]  # set where it is made, as a frozen record
        return sides["r" if joint.endswith("_r") else "l"][JOINTS[joint].moves[move].axis]

    def turn(self, joint: str, angles: tuple[float, ...]) -> DoubleArray:
        """Unit quaternion (w, x, y, z) of a joint's own turn, w >= 0."""
        out = np.array([1.0, 0.0, 0.0, 0.0])
        for move, angle in enumerate(angles):
            half = np.radians(angle) / 2
            out = product(out, np.append(np.cos(half), np.sin(half) * self.axis(joint, move)))
        return out if out[0] >= 0 else -out

    def motions(self, pose: Pose) -> tuple[DoubleArray, DoubleArray]:
        """Where a pose takes each bone: x goes to turn(x) + shift.

        Returns
        -------
        (k + 1, 4) float64
            Unit quaternions; the first is of what stays. Along a chain they do not change sign
            for turns of less than 180 degrees against the bone before.
        (k + 1, 3) float64, mm
        """
        turns = np.tile([1.0, 0.0, 0.0, 0.0], (len(self.keys) + 1, 1))
        shifts = np.zeros((len(self.keys) + 1, 3))
        at = {key: i + 1 for i, key in enumerate(self.keys)}
        for key, i in at.items():
            above = at.get(JOINTS[key].parent or "", 0)
            own, place = self.turn(key, _shared(pose, key)), self.places[key]
            turns[i] = product(turns[above], own)
            shifts[i] = rotated(turns[above], place - rotated(own, place)) + shifts[above]
        return turns, shifts

    def carried(self, pose: Pose, bone: str, point: DoubleArray) -> DoubleArray:
        """Where a pose takes a point that hangs from a joint, (3,) mm; by its chain alone."""
        at: str | None = bone
        while at is not None and at in self.keys:
            place = self.places[at]
            point = place + rotated(self.turn(at, _shared(pose, at)), point - place)
            at = JOINTS[at].parent
        return point

    def placed(self, pose: Pose) -> dict[str, DoubleArray]:
        """Where the joints, and the ends of limbs, are in a pose, mm."""
        turns, shifts = self.motions(pose)
        at = {key: i + 1 for i, key in enumerate(self.keys)}
        out = {}
        for key, place in self.places.items():
            i = at.get(key, at.get(key.replace("4_", "3_"), 0))
            out[key] = rotated(turns[i], place) + shifts[i]
        return out


def _shared(pose: Pose, key: str) -> tuple[float, ...]:
    """Angles of a joint after shoulder blade and arm have shared the arm's raising.

    Above 30 degrees the blade takes a third (Inman, Saunders, Abbott 1944, from memory).
    """
    angles = pose.all_of(key)
    if key.startswith("shoulder"):
        return angles[0], angles[1] - max(angles[1] - 30.0, 0.0) / 3.0, angles[2]
    if key.startswith("collar"):
        return angles[0] + max(pose.angle(key.replace("collar", "shoulder"), 1) - 30.0, 0.0) / 3.0, angles[1]
    return angles


def product(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    """Product of two quaternions (w, x, y, z): first b, then a."""
    (p, q, r, s), (t, x, y, z) = a.tolist(), b.tolist()
    return np.array(
        [
            p * t - q * x - r * y - s * z,
            p * x + q * t + r * z - s * y,
            p * y - q * z + r * t + s * x,
            p * z + q * y - r * x + s * t,
        ]
    )


def rotated(turn: DoubleArray, point: DoubleArray) -> DoubleArray:
    """A point (3,) turned by a unit quaternion."""
    twice = product(product(turn, np.append(0.0, point)), turn * (1.0, -1.0, -1.0, -1.0))
    return twice[1:]
