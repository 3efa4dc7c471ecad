"""Colour layers while clay steps between its detail levels: the samples stay, only their numbers change."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.levels.halfedges import Net, Rise, mixed
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import grain_of, risen
from yewfinch.core.skin.sheet import Sheet


def up(painting: Painting, fine: Surface, net: Net, rise: Rise) -> Painting:
    """The layers on the next finer level; where its vertices are finer than the grain, they become the grain.

    Parameters
    ----------
    painting : Painting
        Of the coarser level.
    fine : Surface
    net, rise : Net, Rise
        Of the coarser level.
    """
    if painting.grain.steps == 0:
        grain = grain_of(fine, 0)
        return Painting(grain, [v.with_sheets(lambda s: _sown(s, net, rise)) for v in painting.layers])
    grain = grain_of(fine, painting.grain.steps - 1)
    return painting.renumbered(grain, risen(painting.grain, grain, net, rise))


def down(painting: Painting, coarse: Surface, net: Net, rise: Rise) -> Painting:
    """The layers on the next coarser level; all samples stay.

    Parameters
    ----------
    painting : Painting
        Of the finer level.
    coarse : Surface
    net, rise : Net, Rise
        Of the coarser level.
    """
    grain = grain_of(coarse, painting.grain.steps + 1)
    row = risen(grain, painting.grain, net, rise)
    back = np.empty(len(row), INDEX)
    back[row] = np.arange(len(row), dtype=INDEX)
    return painting.renumbered(grain, back)


def _sown(sheet: Sheet, net: Net, rise: Rise) -> Sheet:
    """Values of vertices on the next level, by means of edge ends and face corners; alpha weighs colour."""
    plain = tuple(int(v) for v in sheet.plain)
    if not len(sheet.leaves):
        return Sheet(rise.size, plain)
    values = sheet.dense().astype(np.float32)
    if sheet.plain[-1] > 0:  # no alpha
        return Sheet.of_dense(np.round(mixed(net, rise, values)).astype(np.uint8), plain)
    values[:, :-1] *= values[:, -1:] / 255.0
    out = mixed(net, rise, values)
    out[:, :-1] *= 255.0 / np.maximum(out[:, -1:], 1e-6)
    return Sheet.of_dense(np.clip(np.round(out), 0, 255).astype(np.uint8), plain)
