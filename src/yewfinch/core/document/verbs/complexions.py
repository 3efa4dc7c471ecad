"""A complexion laid on a piece of a portrait, as a group of colour layers."""

from __future__ import annotations

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin.colour_layer import CLEAR, EVEN, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.complexion import Complexion, layers_of
from yewfinch.core.skin.grain import grain_of, spacing, steps_for
from yewfinch.core.skin.hands import nails, palms
from yewfinch.core.skin.paint_transfer import GROUND
from yewfinch.core.skin.qualities import NOTHING
from yewfinch.core.skin.sheet import Sheet
from yewfinch.core.skin.zones import Body

#: The id of the group, and how many layers there are in it, about.
GROUP, _ABOUT = "complexion", 19
#: Vertices that lie no farther apart than this, mm, tell zones; else all samples do.
_SOFT = 3.5


def lay_on(
    portrait: Portrait, piece: str, what: Complexion, grain: float | None = None, progress: Progress = silent
) -> Edit:
    """Give a piece a complexion: a group of layers over its ground, in the place of one that it had before.

    Parameters
    ----------
    portrait : Portrait
    piece : str
        With colour layers or without; they are begun then.
    what : Complexion
    grain : float, mm, optional
        How far samples lie apart, if layers are begun; as usual for the piece's size if not given.
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted, or the grain makes no sense.
    """
    held = painting.paintable(portrait, piece)
    old = held.painting
    if old is None:
        wanted = painting.usual(held.surface) if grain is None else painting.sound(grain)
        made = grain_of(held.surface, steps_for(held.surface, wanted))
        own = ColourLayer("paint1", "Paint", "paint", Sheet(made.count, CLEAR))
        old = Painting(made, [own, ground_layer(made, held.surface.colour, GROUND)])
    body = body_of(portrait, held, old)
    layers: list[ColourLayer] = []
    for at, (doing, layer) in enumerate(layers_of(what, body)):
        progress(min(at / (2 * _ABOUT), 1.0), f"laying on: {doing.lower()}")
        if layer is not None:
            plain = EVEN if layer.kind == "pigment" else CLEAR
            sheet = Sheet.of_dense(layer.values, plain)
            more = {k: Sheet.of_dense(v, NOTHING) for k, v in layer.more.items()}
            layers.insert(
                0,
                ColourLayer(
                    f"{GROUP}-{layer.key}",
                    layer.name,
                    layer.kind,
                    sheet,
                    layer.opacity,
                    layer.mode,
                    parent=GROUP,
                    values=more,
                    depth=layer.depth,
                ),
            )
    group = ColourLayer(GROUP, "Complexion", "group", Sheet(old.grain.count, CLEAR))
    rest = [v for v in old.layers if GROUP not in (v.id, v.parent)]
    first = next((i for i, v in enumerate(rest) if v.id == GROUND), len(rest))
    where = next((i for i, v in enumerate(old.layers) if v.id == GROUP), None)
    if where is not None:  # where the one before it lay
        first = sum(GROUP not in (v.id, v.parent) for v in old.layers[:where])
    stack = [*rest[:first], group, *layers, *rest[first:]]
    whole = Painting(old.grain, stack)
    return Edit(f"Complexion of {held.name}", painting.begun_with(held, whole))


def body_of(portrait: Portrait, held: Piece, paint: Painting) -> Body:
    """What zones of the skin are found on: a piece with its samples, regions, landmarks and lines."""
    grain, n = paint.grain, len(held.surface)
    fine = spacing(held.surface, grain_of(held.surface, 0)) < _SOFT

    def spread(values: FloatArray) -> FloatArray:
        return grain.spread(values) if fine else values

    def region(name: str) -> FloatArray | None:
        member = held.regions.get(name)
        if member is None:
            return None
        share = np.asarray(member[:, None] / np.float32(255.0), np.float32)
        return share[:, 0] if fine else grain.spread(share)[:, 0]

    marks: dict[str, DoubleArray] = {
        k: point
        for k, a in portrait.anchors.items()
        if a.piece == held.id and (point := portrait.landmark(k)) is not None
    }
    lines = {
        k: line
        for k, anchors in portrait.lines.items()
        if anchors and anchors[0].piece == held.id and (line := portrait.line(k)) is not None
    }
    samples = grain.places(held.surface)
    own = {k: (m / np.float32(255.0)).astype(np.float32) for k, m in held.regions.items()}

    def member(name: str) -> FloatArray | None:
        return own.get(name)

    hand = palms(held.surface, member)
    return Body(
        samples[:n] if fine else samples,
        samples,
        spread,
        region,
        marks,
        lines,
        hand if fine else grain.spread(hand[:, None])[:, 0],
        tuple(nails(held.surface, member)),
    )
