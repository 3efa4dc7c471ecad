"""Points tied to a surface by rows and weights, so that they ride with the clay."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.bounds import Count, Id, Weight


@dataclass(frozen=True)
class Anchor:
    """A point on a triangle of a surface.

    Attributes
    ----------
    piece : str
        Identifier of the piece it sits on.
    corners : (3,) rows
    weights : (3,) barycentric weights, sum 1
    """

    piece: Id
    corners: tuple[Count, Count, Count]
    weights: tuple[Weight, Weight, Weight]

    def on(self, surface: Surface) -> DoubleArray:
        """Where the point is now, (3,) float64, mm."""
        corners = surface.positions[list(self.corners)].astype(np.float64)
        return np.asarray(np.asarray(self.weights) @ corners)


def anchor(piece: str, hit: Hit) -> Anchor:
    """Tie a point to the place of a hit."""
    w = hit.weights
    return Anchor(piece, hit.corners, (float(w[0]), float(w[1]), float(w[2])))
