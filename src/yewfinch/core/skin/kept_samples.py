"""Colour samples of faces that stay as they are while a surface gets another net in places: the same ones, under other
numbers.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, FloatArray, IndexArray
from yewfinch.core.skin import _transfer_kernels as kernels
from yewfinch.core.skin.grain import Grain

#: Odd numbers that places and faces are multiplied by to be told apart (Fibonacci hashing; Knuth, vol. 3, 6.4).
_MIXERS = np.array([0x9E3779B97F4A7C15, 0xC2B2AE3D27D4EB4F, 0x165667B19E3779F9, 0x27D4EB2F165667C5], np.uint64)


@dataclass(frozen=True, eq=False)
class Kept:
    """Faces of a surface that another one had already.

    Attributes
    ----------
    face : (m,) int32
        The old face of each, -1 for new ones.
    turn : (m,) int32
        Its corner c is the old one's corner c + turn.
    """

    face: IndexArray
    turn: IndexArray

    @property
    def share(self) -> float:
        """The part of the faces that stayed, 0 to 1."""
        return float((self.face >= 0).mean()) if len(self.face) else 0.0

    def samples(self, old: Grain, new: Grain) -> IndexArray | None:
        """The old sample at which each of the new ones lies, (N,), -1 for those of new faces.

        None if the edges are halved another number of times, or never.
        """
        if old.steps != new.steps or new.steps == 0:
            return None
        out = np.full(new.count, -1, INDEX)
        kernels.kept(
            self.face, self.turn, new.faces, new.first, new.quads, new.edge, new.corners, new.edges, new.across,
            len(new.made) > 0, old.first, old.quads, old.edge, old.corners, old.edges, old.across, len(old.made) > 0,
            1 << (new.steps - 1), out,
        )  # fmt: skip
        return out


def kept_faces(old: Surface, new: Surface) -> Kept:
    """Which faces of a surface have the places, to the bit, and the turning direction of a face of an older one.

    Parameters
    ----------
    old, new : Surface
        Numbered as they like.
    """
    vertex = _found(_mixed(_bits(old.positions)), _mixed(_bits(new.positions)))
    vertex[~np.equal(old.positions[vertex], new.positions).all(axis=1)] = -1
    same = (vertex[new.faces] >= 0).all(axis=1)
    turned, by = _turned(vertex[new.faces])
    old_turned, old_by = _turned(old.faces)
    face = _found(_mixed(old_turned), _mixed(turned))
    same &= (old_turned[face] == turned).all(axis=1)
    corners = np.where(new.faces[:, 2] == new.faces[:, 3], 3, 4)
    turn = (old_by[face] - by) % corners
    return Kept(np.where(same, face, -1).astype(INDEX), np.where(same, turn, 0).astype(INDEX))


def _bits(at: FloatArray) -> npt.NDArray[np.uint32]:
    """Places as bits; zero below zero is zero."""
    return np.ascontiguousarray(at + np.float32(0.0)).view(np.uint32)


def _mixed(rows: npt.NDArray[np.integer]) -> npt.NDArray[np.uint64]:
    """A number for each row (k, 3 or 4): the same for the same rows, and hardly ever for others."""
    out = np.zeros(len(rows), np.uint64)
    for k in range(rows.shape[1]):
        out = (out ^ rows[:, k].astype(np.uint64)) * _MIXERS[k]
        out ^= out >> np.uint64(29)
    return out


def _found(keys: npt.NDArray[np.uint64], wanted: npt.NDArray[np.uint64]) -> IndexArray:
    """The row of the key at or after each that is wanted; whether it is the same one is not looked at."""
    order = np.argsort(keys, kind="stable")
    at = np.minimum(np.searchsorted(keys[order], wanted), len(keys) - 1)
    return order[at].astype(INDEX)


def _turned(faces: IndexArray) -> tuple[IndexArray, IndexArray]:
    """Faces turned so that their lowest corner comes first (a triangle's last one again), and by how many corners."""
    corners = np.where(faces[:, 2] == faces[:, 3], 3, 4)
    by = np.argmin(faces, axis=1)
    at = np.arange(4)[None, :]
    at = np.where((corners == 3)[:, None] & (at == 3), 2, at)
    return np.take_along_axis(faces, (by[:, None] + at) % corners[:, None], axis=1), by.astype(INDEX)
