"""A complexion laid on a piece of a portrait, as a group of colour layers."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
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
GROUP, _ABOUT = "complexion", 20
#: How large patterns of a layer can be made against the usual.
SMALLEST, LARGEST = 0.25, 4.0
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
        progress(min(at / (2 * _ABOUT), 1.0), phrase("laying on: {0}", doing.lower()))
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
    return Edit(phrase("Complexion of {0}", held.name), painting.begun_with(held, whole))


def lay_again(
    portrait: Portrait, piece: str, key: str, what: Complexion, size: float = 1.0, progress: Progress = silent
) -> Edit:
    """Make one layer of a complexion anew, with other chance and its patterns of another size; how it counts stays.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    key : str
        The layer's id.
    what : Complexion
        Its seed throws all chance.
    size : float
        How much larger than usual spots, lines and patches are.
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If the layer is none of a complexion, is locked, or these dials make none of it, or the size makes no sense.
    """
    held = painting.paintable(portrait, piece)
    paint = painting.painting_of(portrait, piece)
    layer = paint[key]
    kind = key.removeprefix(f"{GROUP}-")
    if kind == key:
        raise YewfinchError(
            phrase("'{0}' is no layer of a complexion. Choose one in the list of colour layers.", layer.name)
        )
    if layer.locked:
        raise YewfinchError(phrase("The layer '{0}' is locked. Unlock it first.", layer.name))
    if not SMALLEST <= size <= LARGEST:
        raise YewfinchError(
            phrase("Patterns can be {0:.0f} to {1:.0f} % as large as usual.", 100 * SMALLEST, 100 * LARGEST)
        )
    progress(0.1, phrase("laying on: {0}", layer.name.lower()))
    body = replace(body_of(portrait, held, paint), grown=size)
    made = next((m for _, m in layers_of(what, body, kind) if m is not None), None)
    if made is None:
        raise YewfinchError(phrase("With these dials there is nothing of '{0}'.", layer.name))
    anew = replace(
        layer,
        sheet=Sheet.of_dense(made.values, EVEN if made.kind == "pigment" else CLEAR),
        values={k: Sheet.of_dense(v, NOTHING) for k, v in made.more.items()},
    )
    return painting.laid(held, paint, paint.changed(anew).layers, phrase("{0} anew", layer.name))


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
