"""Colours of the clay to be measured: at one place, and the mean of a piece or a region."""

from __future__ import annotations

import numpy as np

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.colour import to_linear, to_srgb
from yewfinch.core.skin.grain import nearest_sample


def colour_at(portrait: Portrait, piece: str, hit: Hit, layer: str = "") -> DoubleArray | None:
    """The clay's colour where a ray meets it, (3,) sRGB, each 0 to 1; of one layer of paint if that is named.

    None if that layer has no paint there.
    """
    held = portrait.pieces[piece]
    if held.painting is not None:
        row = nearest_sample(held.surface, held.painting.grain, hit)
        if layer in held.painting and held.painting[layer].kind in ("paint", "fill"):
            own = held.painting[layer].sheet.at(np.array([row], INDEX))[0]
            return np.asarray(own[:3] / 255.0) if own[3] else None
        return np.asarray(held.painting.shown[row, :3] / 255.0)
    return np.asarray(hit.weights @ held.surface.colour[list(hit.corners), :3] / 255.0)


def mean_colour(portrait: Portrait, piece: str, region: str = "") -> DoubleArray | None:
    """The mean colour of a piece or one of its regions.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    region : str
        Of the piece; empty for all of it.

    Returns
    -------
    (3,) float64 or None
        SRGB, each 0 to 1, the mean of linear light over vertices by their membership; None if there are none.
    """
    held = portrait.pieces[piece]
    colour = held.surface.colour[:, :3]
    weight = np.ones(len(colour)) if not region else held.regions[region].astype(np.float64)
    rows = np.flatnonzero(weight > 0.0)
    if not len(rows):
        return None
    shades = to_linear(np.arange(256) / 255.0)
    return np.asarray(to_srgb(np.average(shades[colour[rows]], axis=0, weights=weight[rows])))
