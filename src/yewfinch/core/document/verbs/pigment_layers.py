"""Paint made into pigments: the tone of a photo or of a painted colour, taken over so that it stays skin."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.painting import laid, paintable, painting_of
from yewfinch.core.shared.colour import to_lab, to_srgb
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.colour_layer import EVEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.composing import flattened
from yewfinch.core.skin.pigments import axes_of, colours_at
from yewfinch.core.skin.sheet import Sheet

#: Samples of which the distance is told, at most.
_TOLD = 20_000


def to_pigments(portrait: Portrait, piece: str, key: str) -> tuple[Edit, float]:
    """Make a layer of paint one of pigments that moves what lies below it towards its colours.

    Parameters
    ----------
    portrait : Portrait
    piece, key : str

    Returns
    -------
    Edit
    float
        How far the colours of skin are from those of the paint, CIEDE2000, in the median.

    Raises
    ------
    YewfinchError
        If the layer holds no paint, or is locked.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = painting[key]
    if layer.kind != "paint":
        raise YewfinchError(phrase("'{0}' holds no paint that could become pigments.", layer.name))
    if layer.locked:
        raise YewfinchError(phrase("The layer '{0}' is locked. Unlock it first.", layer.name))
    paint = layer.sheet.dense()
    rows = np.flatnonzero(paint[:, 3])
    if not len(rows):
        raise YewfinchError(phrase("Nothing is painted on '{0}' yet.", layer.name))
    colours = paint[rows, :3]
    wanted = axes_of(colours)
    moves = (wanted - axes_of(_below(painting, layer)[rows])) * (paint[rows, 3:] / 255.0)
    table = np.full((len(paint), 4), 128, np.uint8)
    table[rows] = np.clip(np.round(128.0 + 127.0 * moves), 1, 255)
    some = np.linspace(0, len(rows) - 1, min(len(rows), _TOLD)).astype(int)
    skin = to_lab(np.clip(to_srgb(colours_at(wanted[some])), 0.0, 1.0))
    away = float(np.median(ciede2000(to_lab(colours[some] / 255.0), skin)))
    made = replace(layer, kind="pigment", sheet=Sheet.of_dense(table, EVEN), mode="normal", values={})
    return laid(held, painting, painting.changed(made).layers, phrase("{0} becomes pigments", layer.name)), away


def _below(painting: Painting, layer: ColourLayer) -> np.ndarray:
    """What is seen below a layer within its group, (N, 3) sRGB; where nothing lies there, what is seen now."""
    at = painting.layers.index(layer)
    own = [replace(v, parent="") for v in painting.layers[at + 1 :] if v.parent == layer.parent]
    ids = {v.id for v in own}
    while more := [v for v in painting.layers if v.parent in ids and v.id not in ids]:
        own += more
        ids |= {v.id for v in more}
    flat = flattened(own, painting.grain.count).dense().astype(np.float64)
    share = flat[:, 3:] / 255.0
    return np.round(share * flat[:, :3] + (1.0 - share) * painting.shown[:, :3]).astype(np.uint8)
