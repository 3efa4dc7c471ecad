"""Pieces that follow another.

Its twin across the midline, copies of it round an axis. Their surfaces are its images.
"""

from __future__ import annotations

import weakref
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import FloatArray

#: Across the midline, or one of several round an axis.
FollowKind = Literal["twin", "ring"]


@dataclass(frozen=True)
class Follow:
    """What a piece follows, and how it stands to it.

    Attributes
    ----------
    source : str
        Id of the piece that is worked on.
    matrix : twelve floats
        Row by row, a rigid motion or a mirroring: the first three of each row turn, the last moves, mm.
    kind : {"twin", "ring"}
    """

    source: str
    matrix: tuple[float, ...]
    kind: FollowKind = "twin"

    def image(self, positions: FloatArray) -> FloatArray:
        """Where the source's vertices (n, 3) lie on the follower, mm."""
        m = np.array(self.matrix).reshape(3, 4)
        if self.matrix == MIRRORED:
            return positions * np.array([-1, 1, 1], np.float32)
        return np.asarray((positions.astype(np.float64) @ m[:, :3].T + m[:, 3]).astype(np.float32))

    @property
    def flips(self) -> bool:
        """Whether left and right are exchanged."""
        return bool(np.linalg.det(np.array(self.matrix).reshape(3, 4)[:, :3]) < 0)

    def surface(self, source: Surface) -> Surface:
        """The follower's surface, row by row the image of its source's."""
        at = self.image(source.positions)
        made = source.turned(at) if self.flips else source.moved(at)
        self._remember(made, source)
        return made

    def _remember(self, own: Surface, source: Surface) -> None:
        _KNOWN[own] = self.matrix, weakref.ref(source), source.version, own.version

    def fits(self, own: Surface, source: Surface) -> bool:
        """Whether a surface is the image of its source as that is now."""
        known = _KNOWN.get(own)
        if (
            known is not None
            and known[0] == self.matrix
            and known[1]() is source
            and known[2:] == (source.version, own.version)
        ):
            return own.channels.same(source.channels)
        fits = (
            len(own) == len(source) and own.faces.shape == source.faces.shape
            and np.array_equal(own.faces, turned_round(source.faces) if self.flips else source.faces)
            and np.array_equal(own.positions, self.image(source.positions))
            and own.channels.same(source.channels)
        )  # fmt: skip
        if fits:
            self._remember(own, source)
        return fits


#: Surfaces that were images, and of what: matrix, source, and versions of both. Comparing dense ones takes long.
_KNOWN: weakref.WeakKeyDictionary[Surface, tuple[tuple[float, ...], weakref.ref[Surface], int, int]] = (
    weakref.WeakKeyDictionary()
)

#: Mirrored across the midline.
MIRRORED = (-1.0, 0.0, 0.0, 0.0, 0.0, 1.0, 0.0, 0.0, 0.0, 0.0, 1.0, 0.0)


def round_axis(axis: int, centre: tuple[float, float, float], degrees: float) -> tuple[float, ...]:
    """The motion that turns about an axis (0 across, 1 up, 2 forward) through a point, mm."""
    t = np.radians(degrees)
    u, v = (axis + 1) % 3, (axis + 2) % 3
    turn = np.eye(3)
    turn[u, u], turn[u, v], turn[v, u], turn[v, v] = np.cos(t), -np.sin(t), np.sin(t), np.cos(t)
    move = np.array(centre) - turn @ np.array(centre)
    return tuple(float(x) for x in np.concatenate([turn, move[:, None]], axis=1).ravel())
