"""A surface divided where a value changes its sign: by a plane, or by a line drawn in a view."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair import _divide_kernels as kernels
from yewfinch.core.mesh.repair.holes import half_edges
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

#: Times that a place on an edge is looked for by halving.
_HALVINGS = 24


@dataclass(frozen=True, eq=False)
class Divided:
    """A surface with vertices where it was cut, and its faces in two lots.

    Attributes
    ----------
    positions : (n, 3) float64, mm
        The old vertices first.
    low, high : (m, 4) int32
        Faces where the value is negative, and where it is positive; both with the same vertices along the cut.
    ends : (n, 2) int64
        The old vertices between which each lies; twice itself for an old one.
    share : (n,) float64
        How far from the first to the second.
    on_cut : (n,) bool
        Vertices along the cut.
    """

    positions: DoubleArray
    low: IndexArray
    high: IndexArray
    ends: npt.NDArray[np.int64]
    share: DoubleArray
    on_cut: npt.NDArray[np.bool_]

    def carried(self, channel: npt.NDArray[Any]) -> npt.NDArray[Any]:
        """A channel (old, c) of the old vertices on the new ones."""
        a, b = channel[self.ends[:, 0]].astype(np.float64), channel[self.ends[:, 1]].astype(np.float64)
        t = self.share.reshape(-1, *[1] * (channel.ndim - 1))
        mixed = a + (b - a) * t
        return np.asarray(
            np.round(mixed).astype(np.uint8) if channel.dtype == np.uint8 else mixed.astype(channel.dtype)
        )


def divided(
    positions: DoubleArray,
    faces: IndexArray,
    values: DoubleArray,
    value_at: Callable[[DoubleArray], DoubleArray] | None = None,
) -> Divided:
    """Cut faces where a value changes its sign.

    Parameters
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    values : (n,) float64
        At the vertices; 0 lies on the cut.
    value_at : callable, optional
        The value at points (k, 3); not given, it is linear along edges.

    Returns
    -------
    Divided
        Manifold if the surface was; where it was closed, both lots end in the same rims.
    """
    n = len(positions)
    sign = np.sign(values).astype(np.int64)
    face, start, end = half_edges(faces)
    crossed = sign[start] * sign[end] < 0
    a, b = np.minimum(start, end)[crossed], np.maximum(start, end)[crossed]
    key, which = np.unique(a * n + b, return_inverse=True)
    a, b = key // n, key % n
    va, vb = values[a], values[b]
    t = va / np.where(va == vb, 1.0, va - vb)
    if value_at is not None and len(a):
        low, high = np.zeros(len(a)), np.ones(len(a))
        for _ in range(_HALVINGS):
            t = (low + high) / 2
            same = np.sign(value_at(positions[a] + (positions[b] - positions[a]) * t[:, None])) == np.sign(va)
            low, high = np.where(same, t, low), np.where(same, high, t)
        t = (low + high) / 2
    cut = np.full((len(faces), 4), -1, np.int64)
    heads = np.nonzero(np.r_[True, face[1:] != face[:-1]])[0] if len(face) else np.empty(0, np.int64)
    first = np.full(len(faces), 0)
    first[face[heads]] = heads
    place = np.arange(len(face)) - first[face]
    cut[face[crossed], place[crossed]] = n + which.ravel()
    lower, higher = kernels.split_faces(np.asarray(faces, np.int64), sign, cut)
    added = positions[a] + (positions[b] - positions[a]) * t[:, None]
    own = np.arange(n)
    return Divided(
        np.concatenate([positions, added]), lower.astype(INDEX), higher.astype(INDEX),
        np.concatenate([np.stack([own, own], axis=1), np.stack([a, b], axis=1)]), np.concatenate([np.zeros(n), t]),
        np.concatenate([sign == 0, np.ones(len(a), bool)]),
    )  # fmt: skip


def _warm() -> None:
    divided(np.eye(3) * 2.0, np.array([[0, 1, 2, 2]], INDEX), np.array([-1.0, 1.0, 1.0]))


warmup.register("cuts", _warm)
