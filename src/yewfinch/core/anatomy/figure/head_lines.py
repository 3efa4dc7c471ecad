"""How the lines of the face and the head's surface follow the landmarks.

The base head is bent by a smooth displacement of space that meets its landmarks (thin-plate spline, see `head_shape`);
here are the plain head's lines and a coarse surface with the weights by which each of their points goes along with each
landmark. What lies between landmarks is so the most probable form, not the sitter's own.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from yewfinch.core.anatomy.figure.head_shape import plain_shaper
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: Subdivision level of the surface whose outline is looked for: edges of about 4 mm.
LEVEL = 1


@dataclass(frozen=True, eq=False)
class Followers:
    """Points that go along with landmarks.

    Attributes
    ----------
    places : (n, 3) float64, mm
        On the plain head.
    weights : (n, k) float64
        Part of each landmark's displacement.
    """

    places: DoubleArray
    weights: DoubleArray


@dataclass(frozen=True, eq=False)
class HeadLines:
    """Lines and surface of the plain head.

    Attributes
    ----------
    keys : tuple of str
        Landmarks, in the order of the weights.
    rest : (k, 3) float64, mm
        Landmarks of the plain head.
    lines : dict of curve key to Followers
    surface : Followers
        Vertices.
    faces : (m, 4) int32
    """

    keys: tuple[str, ...]
    rest: DoubleArray
    lines: dict[str, Followers]
    surface: Followers
    faces: IndexArray


@lru_cache(maxsize=1)
def head_lines() -> HeadLines:
    """The lines of the base head in use; takes half a second the first time."""
    shaper = plain_shaper()
    lines = {}
    for key, anchors in shaper.plain.lines.items():
        on_head = [a for a in anchors if a.piece == "head"]
        if on_head:
            rows = np.array([shaper.model_rows(a) for a in on_head])
            share = np.array([a.weights for a in on_head], np.float64)
            lines[key] = Followers(
                np.einsum("na,nac->nc", share, shaper.model.positions[rows]),
                np.einsum("na,nak->nk", share, shaper.warp_of(rows.ravel()).reshape(*rows.shape, -1)),
            )  # fmt: skip
    number = np.arange(shaper.model.size(LEVEL))
    surface = Followers(shaper.model.positions[number].astype(np.float64), shaper.warp_of(number))
    return HeadLines(shaper.keys, shaper.rest_landmarks, lines, surface, shaper.model.faces(LEVEL))
