"""Turning a part of any clay: hinged, twisted or bent about a joint, as far as the mask says."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.blend import carried
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.phrases import phrase

TurnKind = Literal["hinge", "bend", "twist"]
KINDS: dict[TurnKind, tuple[str, str]] = {
    "hinge": ("Hinge", "The part turns about the joint, in the plane of the view"),
    "bend": ("Bend", "The part bends along the line, in the plane of the view"),
    "twist": ("Twist", "The part turns about the line, more and more towards its end"),
}
#: A joint's line is at least so long, mm.
SHORTEST = 0.5


@dataclass(frozen=True, eq=False)
class PartTurn:
    """Where a part is turned.

    Attributes
    ----------
    kind : {"hinge", "bend", "twist"}
    joint, end : (3,) float64, mm
        The line that was drawn along the part.
    axis : (3,) float64
        Unit vector towards the eye: hinge and bend turn about it; positive is counter-clockwise.
    """

    kind: TurnKind
    joint: DoubleArray
    end: DoubleArray
    axis: DoubleArray

    def __post_init__(self) -> None:
        if np.linalg.norm(self.end - self.joint) < SHORTEST:
            raise ValueError(phrase("the line of a joint must be at least {0} mm long", SHORTEST))

    def motion(
        self, points: npt.NDArray[np.floating], share: npt.NDArray[np.floating], degrees: float
    ) -> tuple[DoubleArray, DoubleArray]:
        """How every point turns and where it goes.

        Parameters
        ----------
        points : (n, 3) float, mm
        share : (n,) float
            How far each follows, 0 to 1; the angle is taken times it, so nothing is squeezed.
        degrees : float

        Returns
        -------
        (n, 4) float64
            Unit quaternions.
        (n, 3) float64, mm

        References
        ----------
        Barr: Global and local deformations of solid primitives, SIGGRAPH 1984.
        """
        p = np.asarray(points, np.float64) - self.joint
        full = np.radians(degrees) * np.asarray(share, np.float64)
        line = self.end - self.joint
        length = float(np.linalg.norm(line))
        along = line / length
        if self.kind == "hinge":
            turns = _about(self.axis, full)
            return turns, self.joint + _turned(turns, p)
        s = np.clip(p @ along, 0.0, length)
        angle = full * s / length
        if self.kind == "twist":
            turns = _about(along, angle)
            return turns, self.joint + _turned(turns, p)
        axis = self.axis - along * (self.axis @ along)
        axis = axis / np.linalg.norm(axis)
        side = np.cross(axis, along)
        # the middle line becomes an arc; sin(a) / a and (1 - cos a) / a are smooth at 0
        arc = s[:, None] * (
            np.sinc(angle / np.pi)[:, None] * along + (np.sinc(angle / (2 * np.pi)) * np.sin(angle / 2))[:, None] * side
        )
        turns = _about(axis, angle)
        return turns, self.joint + arc + _turned(turns, p - s[:, None] * along)


@dataclass(frozen=True, eq=False)
class Bent:
    """The turned parts of one piece, as a layer that can be taken off.

    Attributes
    ----------
    was, now : (n, 3) float32, mm
        Vertices before anything was turned, and after.
    turns : (n, 4) float64
        Unit quaternions.
    on : bool
    """

    was: FloatArray
    turns: DoubleArray
    now: FloatArray
    on: bool = True

    def off(self, at: FloatArray) -> FloatArray:
        """Vertices as they stand, without the turns; those not touched since come back bit for bit."""
        out = carried(at, self.was.astype(np.float64), self.turns, self.now.astype(np.float64), back=True)
        same = (at == self.now).all(axis=1)
        out[same] = self.was[same]
        return out

    def again(self, at: FloatArray) -> FloatArray:
        """Vertices without the turns, with them again."""
        out = carried(at, self.was.astype(np.float64), self.turns, self.now.astype(np.float64))
        same = (at == self.was).all(axis=1)
        out[same] = self.now[same]
        return out

    def table(self) -> FloatArray:
        """All of it as rows of ten, (n, 10) float32."""
        return np.concatenate([self.was, self.turns, self.now], axis=1).astype(np.float32)

    @classmethod
    def of_table(cls, table: npt.NDArray[np.float32], on: bool) -> Bent:
        """The turned parts that a table of (n, 10) rows, as `table` gives it, describes."""
        turns = table[:, 3:7].astype(np.float64)
        turns /= np.linalg.norm(turns, axis=1, keepdims=True)
        return cls(np.ascontiguousarray(table[:, :3]), turns, np.ascontiguousarray(table[:, 7:]), on)

    @property
    def size(self) -> int:
        """Bytes held."""
        return self.was.nbytes + self.turns.nbytes + self.now.nbytes


def _about(axis: DoubleArray, angles: DoubleArray) -> DoubleArray:
    half = angles / 2
    return np.concatenate([np.cos(half)[:, None], np.sin(half)[:, None] * axis], axis=1)


def _turned(turns: DoubleArray, points: DoubleArray) -> DoubleArray:
    twice = 2.0 * np.cross(turns[:, 1:], points)
    return np.asarray(points + turns[:, :1] * twice + np.cross(turns[:, 1:], twice))


def after(second: DoubleArray, first: DoubleArray) -> DoubleArray:
    """Products of unit quaternions, (n, 4): first one, then the other."""
    w, v, t, u = second[:, :1], second[:, 1:], first[:, :1], first[:, 1:]
    return np.concatenate([w * t - (v * u).sum(axis=1, keepdims=True), w * u + t * v + np.cross(v, u)], axis=1)
