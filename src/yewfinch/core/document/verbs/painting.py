"""Colour layers of a piece in a portrait: begun at a grain, made, weighed, masked, grouped, merged, ended."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import count

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.pieces import LONGEST
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, ByteArray, IndexArray
from yewfinch.core.shared.colour import hex_of
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin import qualities
from yewfinch.core.skin.colour_layer import CLEAR, DEPTH, EVEN, MODES, OPEN, ColourLayer, Kind, channel_of
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.composing import flattened
from yewfinch.core.skin.grain import grain_of, spacing, steps_for
from yewfinch.core.skin.paint_transfer import GROUND, Source, carried
from yewfinch.core.skin.sheet import Sheet

#: Layers of one piece at most.
MOST = 100
#: Grains that can be asked for, mm.
FINEST, COARSEST = 0.02, 20.0
#: What a head is begun with, mm, if nothing is said; samples that layers are laid on quickly.
USUAL, FLUENT = 0.25, 4_000_000


def paintable(portrait: Portrait, key: str) -> Piece:
    """A piece whose colour may be changed; how it stands does not matter.

    Raises
    ------
    YewfinchError
        If it is locked, no clay, or has its colour from elsewhere.
    """
    held = portrait.pieces[key]
    see_unlocked(portrait, held)
    if held.fixed:
        raise YewfinchError(phrase("'{0}' is no clay of its own, so it has no colour layers.", held.name))
    return held


def painting_of(portrait: Portrait, piece: str) -> Painting:
    """The colour layers of a piece.

    Raises
    ------
    YewfinchError
        If it has none.
    """
    painting = portrait.pieces[piece].painting
    if painting is None:
        raise YewfinchError("This piece has no colour layers yet. Begin them in the panel Colour layers.")
    return painting


def grain_in_mm(piece: Piece) -> float | None:
    """How far the colour samples of a piece lie apart, mm; None if it has no layers."""
    return None if piece.painting is None else spacing(piece.surface, piece.painting.grain)


def begin(portrait: Portrait, piece: str, grain: float = USUAL) -> Edit:
    """Give a piece colour layers: its colour so far becomes the lowest one, and an empty one lies over it.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    grain : float, mm
        How far samples lie apart, at most.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted, has layers already, or the grain makes no sense.
    """
    held = paintable(portrait, piece)
    if held.painting is not None:
        raise YewfinchError(phrase("'{0}' has colour layers already.", held.name))
    made = grain_of(held.surface, steps_for(held.surface, sound(grain)))
    ground = ground_layer(made, held.surface.colour, GROUND)
    first = ColourLayer("paint1", "Paint", "paint", Sheet(made.count, CLEAR))
    return Edit(phrase("Colour layers for {0}", held.name), begun_with(held, Painting(made, [first, ground])))


def begun_with(held: Piece, made: Painting) -> tuple[Change, ...]:
    """What gives a piece layers; taken back, its vertices have the colours that they had before."""
    now = replace(held, painting=made)
    if held.painting is not None:
        return (PieceChange(held, now),)
    rows, colour = np.arange(len(held.surface), dtype=INDEX), held.surface.colour.copy()
    return RowsChange(held.id, "colour", rows, colour, colour), PieceChange(held, now)


def regrain(portrait: Portrait, piece: str, grain: float, progress: Progress = silent) -> Edit | None:
    """Keep the colour of a piece finer or coarser; None if it is so already.

    Raises
    ------
    YewfinchError
        If the piece has no layers or the grain makes no sense.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    steps = steps_for(held.surface, sound(grain))
    if grain_of(held.surface, steps).steps == painting.grain.steps:
        return None
    made = carried([Source(held.surface, painting)], held.surface, progress, steps=steps)
    assert made is not None
    return _swapped(held, made, phrase("Grain of {0:.2f} mm", spacing(held.surface, made.grain)))


def usual(surface: Surface) -> float:
    """The grain, mm, that layers are begun with if nothing is said: coarser on bodies, so that they stay fluent."""
    grain = USUAL
    while grain < COARSEST and len(surface.faces) * 4 ** steps_for(surface, grain) > FLUENT:
        grain *= 2.0
    return grain


def sound(grain: float) -> float:
    """A grain that makes sense, mm; raises `YewfinchError` for others."""
    if not (np.isfinite(grain) and FINEST <= grain <= COARSEST):
        raise YewfinchError(
            phrase("A grain of {0:g} mm makes no sense; {1:g} to {2:g} mm do.", grain, FINEST, COARSEST)
        )
    return grain


def end(portrait: Portrait, piece: str) -> Edit:
    """Give the layers up; what shows at the vertices is the colour of the piece from then on."""
    held = paintable(portrait, piece)
    painting_of(portrait, piece)
    return _swapped(held, None, phrase("No colour layers for {0}", held.name))


def add(
    portrait: Portrait,
    piece: str,
    kind: Kind = "paint",
    name: str = "",
    *,
    rgb: tuple[int, int, int] = (200, 120, 100),
    above: str = "",
) -> tuple[Edit, str]:
    """A new layer; its id with it.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    kind : {"paint", "pigment", "fill", "adjust", "group"}
    name : str
    rgb : (int, int, int)
        Of a fill, sRGB 8 bit.
    above : str
        The layer over which it lies, in the same group; on top of all if not given.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted, has no layers, or has too many.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    n = painting.grain.count
    sheet = Sheet(n, (*rgb, 255) if kind == "fill" else EVEN if kind == "pigment" else CLEAR)
    word = {"paint": "Paint", "pigment": "Pigments", "fill": "Fill", "adjust": "Adjustment", "group": "Group"}[kind]
    layer = ColourLayer(_free(painting, kind), _named(name or _next(painting, word)), kind, sheet)
    layers = list(painting.layers)
    at = 0
    if above and above in painting:
        at = layers.index(painting[above])
        layer = replace(layer, parent=painting[above].parent)
    layers.insert(at, layer)
    return laid(held, painting, layers, phrase("Add the layer {0}", layer.name)), layer.id


def put(
    portrait: Portrait,
    piece: str,
    name: str,
    colours: ByteArray,
    mask: ByteArray | None = None,
    *,
    values: dict[str, Sheet] | None = None,
    depth: float = DEPTH,
) -> tuple[Edit, str]:
    """A layer on top with given colours of all samples; its id with it.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    name : str
    colours : (N, 4) uint8
        sRGB with alpha.
    mask : (N, 1) uint8, optional
    values : dict of str to Sheet, optional
        What it carries besides.
    depth : float, mm
        Of its fine height.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = ColourLayer(
        _free(painting, "paint"),
        _named(name),
        "paint",
        Sheet.of_dense(colours, CLEAR),
        mask=None if mask is None else Sheet.of_dense(mask, OPEN),
        values=values or {},
        depth=depth,
    )
    return laid(held, painting, [layer, *painting.layers], phrase("Layer {0}", layer.name)), layer.id


def change(portrait: Portrait, piece: str, key: str, **settings: object) -> Edit:
    """Change settings of a layer: name, opacity, mode, visible, locked, clip, adjustment, depth of its fine height.

    Raises
    ------
    YewfinchError
        If the piece cannot be painted or a setting makes no sense.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = painting[key]
    unknown = set(settings) - {"name", "opacity", "mode", "visible", "locked", "clip", "adjustment", "depth"}
    if unknown:
        raise ValueError(phrase("a layer has no {0}", in_a_row(", ", sorted(unknown))))
    if "name" in settings:
        settings["name"] = _named(str(settings["name"]))
    opacity = settings.get("opacity", layer.opacity)
    if not isinstance(opacity, (int, float)) or not 0.0 <= opacity <= 1.0:
        raise YewfinchError("A layer's opacity lies between 0 and 100 %.")
    depth = settings.get("depth", layer.depth)
    if not isinstance(depth, (int, float)) or not qualities.SHALLOWEST <= depth <= qualities.DEEPEST:
        raise YewfinchError(
            phrase("Fine height goes up to {0:g} to {1:g} mm; more is form.", qualities.SHALLOWEST, qualities.DEEPEST)
        )
    if settings.get("mode", layer.mode) not in MODES:
        raise YewfinchError(phrase("There is no way of blending called {0}.", settings["mode"]))
    made = replace(layer, **settings)  # type: ignore[arg-type]  # looked at above
    return laid(held, painting, painting.changed(made).layers, _told(layer, made))


def _told(old: ColourLayer, new: ColourLayer) -> str:
    if old.name != new.name:
        return phrase("Call the layer {0}", new.name)
    if old.opacity != new.opacity:
        return phrase("{0} at {1:.0f} %", new.name, 100 * new.opacity)
    if old.visible != new.visible:
        return phrase("{0} {1}", "Show" if new.visible else "Hide", new.name)
    if old.mode != new.mode:
        return phrase("{0}: {1}", new.name, MODES[new.mode])
    return phrase("Settings of {0}", new.name)


def recolour(portrait: Portrait, piece: str, key: str, rgb: tuple[int, int, int]) -> Edit:
    """Give a layer that is a fill another colour, sRGB 8 bit."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = painting[key]
    if layer.kind != "fill":
        raise YewfinchError(phrase("'{0}' is no fill.", layer.name))
    made = replace(layer, sheet=Sheet(painting.grain.count, (*rgb, 255)))
    return laid(held, painting, painting.changed(made).layers, phrase("Colour of {0}", layer.name))


def remove(portrait: Portrait, piece: str, key: str) -> Edit:
    """Take a layer away, and with a group all that lies in it."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    gone = {key, *_inside(painting, key)}
    rest = [v for v in painting.layers if v.id not in gone]
    return laid(held, painting, rest, phrase("Remove {0}", painting[key].name))


def duplicate(portrait: Portrait, piece: str, key: str) -> tuple[Edit, str]:
    """The same layer once more above it; a group with all that lies in it."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    some = [key, *_inside(painting, key)]
    ids: dict[str, str] = {}
    copies = []
    for layer in [v for v in painting.layers if v.id in some]:
        ids[layer.id] = _free(painting, layer.kind, ids.values())
    for layer in [v for v in painting.layers if v.id in some]:
        copies.append(
            layer.with_sheets(
                Sheet.copy,
                id=ids[layer.id],
                name=phrase("{0}, copy", layer.name)[:LONGEST] if layer.id == key else layer.name,
                parent=ids.get(layer.parent, layer.parent),
            )
        )
    layers = list(painting.layers)
    at = layers.index(painting[key])
    return laid(
        held, painting, [*layers[:at], *copies, *layers[at:]], phrase("Duplicate {0}", painting[key].name)
    ), ids[key]


def move(portrait: Portrait, piece: str, key: str, by: int) -> Edit | None:
    """Put a layer so many places lower among those of its group, or higher; None if it is there."""
    painting = painting_of(portrait, piece)
    own = [v.id for v in painting.layers if v.parent == painting[key].parent]
    at = own.index(key)
    to = min(max(at + by, 0), len(own) - 1)
    if to == at:
        return None
    rest = [k for k in own if k != key]
    rest.insert(to, key)
    return order(portrait, piece, rest, painting[key].name)


def order(portrait: Portrait, piece: str, ids: Sequence[str], what: str = "layers") -> Edit:
    """Put layers of one group into another order, the uppermost first."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    wanted = iter([painting[k] for k in ids])
    layers = [next(wanted) if v.id in set(ids) else v for v in painting.layers]
    return laid(held, painting, layers, phrase("Order of {0}", what))


def into_group(portrait: Portrait, piece: str, key: str, group: str) -> Edit:
    """Put a layer into a group, on top of what lies in it, or out of all groups if none is given.

    Raises
    ------
    YewfinchError
        If it would lie in itself.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    _see_apart(painting, key, group)
    top = next((v.id for v in painting.layers if v.parent == group and v.id != key), "")
    word = phrase("into {0}", painting[group].name) if group else "out of its group"
    return laid(held, painting, _placed(painting, key, group, top), phrase("{0} {1}", painting[key].name, word))


def place(portrait: Portrait, piece: str, key: str, group: str = "", above: str = "") -> Edit | None:
    """Put a layer, with all in it, into a group or out of all, above one that lies there; None if it lies so.

    Parameters
    ----------
    portrait : Portrait
    piece, key : str
    group : str
        Empty for no group.
    above : str
        The layer there that it comes to lie on; the lowest place if empty.

    Raises
    ------
    YewfinchError
        If it would lie in itself.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    _see_apart(painting, key, group)
    layers = _placed(painting, key, group, above)
    before = [(v.id, v.parent) for v in painting.layers]
    if _order([(v.id, v.parent) for v in layers]) == _order(before):
        return None
    return laid(held, painting, layers, phrase("Place of {0}", painting[key].name))


def _placed(painting: Painting, key: str, group: str, above: str) -> list[ColourLayer]:
    """All layers with one of them in a group, right above one that lies there; lowest of all if none does."""
    rest = [v for v in painting.layers if v.id != key]
    at = next((i for i, v in enumerate(rest) if v.id == above and v.parent == group), len(rest))
    return [*rest[:at], replace(painting[key], parent=group), *rest[at:]]


def _order(layers: Sequence[tuple[str, str]]) -> dict[str, list[str]]:
    """The layers of each group in their order."""
    out: dict[str, list[str]] = {}
    for key, parent in layers:
        out.setdefault(parent, []).append(key)
    return out


def merge(portrait: Portrait, piece: str, key: str) -> tuple[Edit, str]:
    """Merge a layer with the one below it; what they come to stays as long as both are blended normally.

    Raises
    ------
    YewfinchError
        If there is none below it in its group, or that is no paint.
    """
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = painting[key]
    own = [v for v in painting.layers if v.parent == layer.parent]
    at = own.index(layer)
    if at + 1 == len(own):
        raise YewfinchError("There is no layer below this one to merge it with.")
    lower = own[at + 1]
    if lower.kind not in ("paint", "fill"):
        raise YewfinchError(phrase("'{0}' holds no paint, so nothing can be merged into it.", lower.name))
    inside = [v for v in painting.layers if v.id in _inside(painting, key)]
    some = [replace(layer, parent="", clip=layer.clip), *inside, replace(lower, parent="", mode="normal", clip=False)]
    count = painting.grain.count
    values, depth = qualities.merged(some, count)
    made = replace(
        lower, kind="paint", sheet=flattened(some, count), opacity=1.0, mask=None, values=values, depth=depth
    )
    gone = {key, *(v.id for v in inside)}
    layers = [made if v is lower else v for v in painting.layers if v.id not in gone]
    return laid(held, painting, layers, phrase("Merge {0} into {1}", layer.name, lower.name)), lower.id


def collapse(portrait: Portrait, piece: str) -> tuple[Edit, str]:
    """All that shows as one more layer on top; the others stay as they are."""
    painting = painting_of(portrait, piece)
    values, depth = qualities.merged(painting.layers, painting.grain.count)
    return put(portrait, piece, "All of it", painting.shown.copy(), values=values, depth=depth)


def alone(portrait: Portrait, piece: str, key: str) -> Edit:
    """Show one layer alone, with the group it lies in and the ground; done again it shows all."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    shown = {key, *_inside(painting, key), *_around(painting, key), GROUND}
    is_alone = all(v.visible == (v.id in shown) for v in painting.layers)
    layers = [
        v if v.visible == (is_alone or v.id in shown) else replace(v, visible=is_alone or v.id in shown)
        for v in painting.layers
    ]
    return laid(held, painting, layers, "Show all layers" if is_alone else phrase("{0} alone", painting[key].name))


def fill(portrait: Portrait, piece: str, rgb: tuple[int, int, int], key: str = "") -> Edit:
    """Give all of a piece one colour, sRGB 8 bit: on a layer of it if it has any, within the clay's mask.

    Parameters
    ----------
    portrait : Portrait
    piece : str
        With layers or without; solids and armatures have a colour, too.
    rgb : (int, int, int)
    key : str
        The layer; the lowest one if not given.

    Raises
    ------
    YewfinchError
        If the piece cannot be coloured, or the layer is locked.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    painting = held.painting
    if painting is None:
        if held.follows is not None:
            raise YewfinchError(phrase("'{0}' follows another piece and has the colour of that one.", held.name))
        rows = np.arange(len(held.surface), dtype=INDEX)
        before = held.surface.colour
        after = np.tile(np.array([*rgb, 255], np.uint8), (len(rows), 1))
        return Edit(
            phrase("Fill {0} {1}", held.name, hex_of(rgb)), (RowsChange(piece, "colour", rows, before.copy(), after),)
        )
    layer = painting[key if key in painting else painting.layers[-1].id]
    if layer.locked or layer.kind != "paint":
        raise YewfinchError(phrase("'{0}' takes no paint. Choose another layer.", layer.name))
    free = 255 - np.round(painting.grain.spread(held.surface.mask)).astype(np.uint8)
    over = ColourLayer(
        "over", "over", "fill", Sheet(painting.grain.count, (*rgb, 255)), mask=Sheet.of_dense(free, OPEN)
    )
    below = replace(layer, parent="", mode="normal", clip=False, opacity=1.0, mask=None, visible=True)
    made = replace(layer, sheet=flattened([over, below], painting.grain.count))
    return laid(held, painting, painting.changed(made).layers, phrase("Fill {0}", layer.name))


def coloured(portrait: Portrait, piece: str, rows: IndexArray, colours: ByteArray) -> RowsChange:
    """What gives some vertices (k,) colours (k, 4), sRGB: on clay with layers the lowest one of paint, between them.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    rows : (k,) int32, ascending
    colours : (k, 4) uint8
    """
    held = portrait.pieces[piece]
    painting = held.painting
    layer = None if painting is None else next((v for v in reversed(painting.layers) if v.kind == "paint"), None)
    if painting is None or layer is None:
        return RowsChange(piece, "colour", rows, held.surface.colour[rows].copy(), colours)
    mark, table = np.zeros((len(held.surface), 1), np.uint8), held.surface.colour.copy()
    mark[rows], table[rows] = 255, colours
    samples = np.flatnonzero(painting.grain.spread(mark)[:, 0] > 254.5).astype(INDEX)
    after = np.round(painting.grain.spread(table)[samples]).astype(np.uint8)
    after[:, 3] = 255
    return RowsChange(piece, channel_of(layer.id), samples, layer.sheet.at(samples), after)


def in_hand(painting: Painting, chosen: str) -> str:
    """The id of the layer that strokes go on: the chosen one, else the uppermost of paint; empty if there is none."""
    if chosen in painting:
        return chosen
    return next((v.id for v in painting.layers if v.kind == "paint"), "")


def can_paint_on(painting: Painting, key: str, *, part: str = "colour", pigments: bool = False) -> str:
    """Why a layer takes no strokes now; empty if it does.

    Parameters
    ----------
    painting : Painting
    key : str
        The layer's id; empty if none is chosen.
    part : str
        What the stroke would go on: its colour, its mask, or a quality.
    pigments : bool
        The tool knows how to work on pigments.
    """
    if key not in painting:
        return "Choose a layer in the panel Colour layers to paint on."
    layer = painting[key]
    if part == "mask":
        if layer.mask is None:
            return phrase("The layer '{0}' has no mask to paint on.", layer.name)
    elif part != "colour":
        if layer.kind not in qualities.CARRIERS:
            return phrase("'{0}' carries colour only. Choose a layer of paint, or add one.", layer.name)
    elif layer.kind == "pigment" and not pigments:
        return phrase(
            "'{0}' holds pigments: the tool Tint works on it. Choose a layer of paint for other tools.", layer.name
        )
    elif layer.kind not in ("paint", "pigment"):
        return phrase("'{0}' holds no paint. Choose a layer of paint, or add one.", layer.name)
    if layer.locked:
        return phrase("The layer '{0}' is locked. Unlock it to paint on it.", layer.name)
    hidden = [v for v in (key, *_around(painting, key)) if not painting[v].visible]
    if hidden:
        return phrase("The layer '{0}' is hidden. Show it to paint on '{1}'.", painting[hidden[0]].name, layer.name)
    if layer.opacity == 0.0:
        return phrase("The layer '{0}' has no opacity. Give it some to paint on it.", layer.name)
    return ""


def laid(held: Piece, painting: Painting, layers: Sequence[ColourLayer], name: str) -> Edit:
    """The edit that gives a piece other layers on the same samples."""
    if len(layers) > MOST:
        raise YewfinchError(phrase("{0} layers are the most that a piece has. Merge some first.", MOST))
    return _swapped(held, painting.with_layers(layers), name)


# --- how it is done ------------------------------------------------------------------------------


def _swapped(held: Piece, painting: Painting | None, name: str) -> Edit:
    return Edit(name, (PieceChange(held, replace(held, painting=painting)),))


def _see_apart(painting: Painting, key: str, group: str) -> None:
    """Refuse to put a layer into what is no group, or lies in it."""
    if group and (group == key or group in _inside(painting, key) or painting[group].kind != "group"):
        raise YewfinchError("A group cannot lie in itself.")


def _inside(painting: Painting, key: str) -> list[str]:
    """All that lies in a group, and in groups in it."""
    out: list[str] = []
    for layer in painting.layers:
        if layer.parent == key:
            out += [layer.id, *_inside(painting, layer.id)]
    return out


def _around(painting: Painting, key: str) -> list[str]:
    """The groups that a layer lies in, the innermost first."""
    out, parent = [], painting[key].parent
    while parent:
        out.append(parent)
        parent = painting[parent].parent
    return out


def _free(painting: Painting, stem: str, more: object = ()) -> str:
    taken = {v.id for v in painting.layers} | set(more)  # type: ignore[call-overload]  # any ids
    return next(k for n in count(1) if (k := f"{stem}{n}") not in taken)


def _next(painting: Painting, word: str) -> str:
    names = {v.name for v in painting.layers}
    return next(k for n in count(1) if (k := word if n == 1 else phrase("{0} {1}", word, n)) not in names)


def _named(name: str) -> str:
    name = in_a_row(" ", name.split())
    if not 0 < len(name) <= LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    return name
