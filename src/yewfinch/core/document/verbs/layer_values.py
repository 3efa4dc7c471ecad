"""What colour layers carry besides colour: laid on all over, taken away, and fine height made into form."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.document.verbs.painting import laid, paintable, painting_of
from yewfinch.core.shared.arrays import ByteArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.skin import qualities
from yewfinch.core.skin.colour_layer import ColourLayer
from yewfinch.core.skin.qualities import CARRIERS, NOTHING, QUALITIES
from yewfinch.core.skin.sheet import Sheet


def lay_all_over(
    portrait: Portrait, piece: str, key: str, values: Mapping[str, int], *, where_painted: bool = False
) -> Edit:
    """Give a layer one value of some qualities everywhere, or as far as it is painted.

    Parameters
    ----------
    portrait : Portrait
    piece, key : str
    values : mapping of str to int
        By names of `qualities.QUALITIES`, 0 to 255.
    where_painted : bool
        They count as much as the layer's colour covers.

    Raises
    ------
    YewfinchError
        If the layer carries colour only or is locked, or there is nothing to lay on.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = _carrier(painting[key])
    if not values:
        raise YewfinchError("Tick roughness, wetness or another value first.")
    made = dict(layer.values)
    for name, value in values.items():
        if name not in QUALITIES or not 0 <= value <= 255:
            raise ValueError(phrase("no such value: {0} {1}", name, value))
        if layer.kind == "fill" or not where_painted:
            made[name] = Sheet(painting.grain.count, (value, 255))
            continue
        table = np.zeros((painting.grain.count, 2), np.uint8)
        table[:, 1] = layer.sheet.dense()[:, 3]
        table[:, 0] = np.where(table[:, 1] > 0, value, 0)
        made[name] = Sheet.of_dense(table, NOTHING)
    words = _words(list(values))
    return laid(
        held, painting, painting.changed(replace(layer, values=made)).layers, phrase("{0} on {1}", words, layer.name)
    )


def put(portrait: Portrait, piece: str, key: str, quality: str, values: ByteArray) -> Edit:
    """Give a layer values and weights of a quality at all samples, (N, 2) uint8; raises as `lay_all_over`."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = _carrier(painting[key])
    made = {**layer.values, quality: Sheet.of_dense(values, NOTHING)}
    return laid(
        held,
        painting,
        painting.changed(replace(layer, values=made)).layers,
        phrase("{0} on {1}", _words([quality]), layer.name),
    )


def take_away(portrait: Portrait, piece: str, key: str, names: Sequence[str]) -> Edit:
    """Take qualities away from a layer.

    Raises
    ------
    YewfinchError
        If the layer is locked or carries none of them.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = _carrier(painting[key])
    some = [k for k in names if k in layer.values]
    if not some:
        raise YewfinchError(phrase("'{0}' carries none of what is ticked.", layer.name))
    rest = {k: s for k, s in layer.values.items() if k not in some}
    made = replace(layer, values=rest)
    return laid(
        held, painting, painting.changed(made).layers, phrase("No {0} on {1}", _words(some).lower(), layer.name)
    )


def height_to_form(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """Make the fine height that is seen into a form layer, and take it out of the colour layers; the layer's id.

    Between vertices it is lost: the clay has to be as fine as what is to stay.

    Raises
    ------
    YewfinchError
        If there is none at the vertices, or the piece takes no form layers now.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    if painting.height is None or not painting.height[: len(held.surface)].any():
        raise YewfinchError("No layer carries fine height where the clay has vertices. Paint some, or refine the clay.")
    steps = painting.height[: len(held.surface), None].astype(np.float64) * held.surface.normals
    edit, made = form_layers.lay(portrait, piece, steps, "Fine height")
    layers = [
        replace(v, values={k: s for k, s in v.values.items() if k != "height"}) if "height" in v.values else v
        for v in painting.layers
    ]
    rest = laid(held, painting, layers, "")
    return Edit("Fine height becomes form", (*rest.changes, *edit.changes)), made


def _carrier(layer: ColourLayer) -> ColourLayer:
    if layer.kind not in CARRIERS:
        raise YewfinchError(phrase("'{0}' carries colour only. Choose a layer of paint or a fill.", layer.name))
    if layer.locked:
        raise YewfinchError(phrase("The layer '{0}' is locked. Unlock it first.", layer.name))
    return layer


def _words(names: Sequence[str]) -> str:
    first, *rest = [QUALITIES[k].title for k in names]
    return in_a_row(", ", [first, *(w.lower() for w in rest)])


def carried_words(layer: ColourLayer) -> str:
    """What a layer carries besides colour, in words; empty for nothing."""
    names = qualities.carried_by([layer])
    return _words(names) if names else ""
