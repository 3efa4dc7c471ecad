"""Bodies that only touch, told from those that overlap."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.body import Body
from yewfinch.core.reshape.scan import inside_grid
from yewfinch.core.shared.arrays import INDEX

#: Points of the grid on which an overlap is looked for, at most.
_POINTS = 4_000_000


def overlapping(surfaces: Sequence[Surface], depth: float) -> list[list[int]]:
    """Lots of closed surfaces that overlap, each other or by others between them.

    Parameters
    ----------
    surfaces : sequence of Surface
    depth : float, mm
        An overlap that is thinner than this is touch.

    Returns
    -------
    list of lists of int
        Numbers of the surfaces; every one is in one lot.
    """
    bodies = [Body(s) for s in surfaces]
    lots = [{k} for k in range(len(bodies))]
    for k, one in enumerate(bodies):
        for j in range(k):
            mine, other = (next(lot for lot in lots if n in lot) for n in (k, j))
            if mine is not other and _overlap(one, bodies[j], depth):
                mine |= other
                lots.remove(other)
    return [sorted(lot) for lot in lots]


def _overlap(one: Body, two: Body, depth: float) -> bool:
    """Whether some point of a grid as fine as `depth` lies within both."""
    low, high = np.maximum(one.box[0], two.box[0]), np.minimum(one.box[1], two.box[1])
    if (high - low < depth).any():
        return False
    cell = max(depth, float(np.cbrt(np.prod(high - low) / _POINTS)))
    count = np.maximum(np.ceil((high - low) / cell).astype(int), 1)
    shape = (int(count[0]), int(count[1]), int(count[2]))
    first = (low + high) / 2 - cell * (count - 1) / 2
    return bool((inside_grid(*one.mesh, first, cell, shape) & inside_grid(*two.mesh, first, cell, shape)).any())


def together(surfaces: Sequence[Surface]) -> Surface:
    """Surfaces beside each other as one, their faces and channels as they are."""
    firsts = np.cumsum([0, *(len(s) for s in surfaces)])
    faces = [s.faces + first for s, first in zip(surfaces, firsts[:-1], strict=True)]
    return Surface(
        np.concatenate([s.positions for s in surfaces]),
        np.concatenate(faces).astype(INDEX),
        channels=Channels.joined([s.channels for s in surfaces]),
    )
