"""Form layers of a piece in a portrait: made, worked on, weighed, merged, taken from states and strokes."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from itertools import count
from typing import Any

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.document.verbs.detail_levels import current
from yewfinch.core.document.verbs.pieces import LONGEST
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.sparse_rows import SparseRows
from yewfinch.core.sculpt.form_layers import (
    FAINTEST,
    STRONGEST,
    WEAKEST,
    FormLayer,
    Stack,
    Unmet,
    merged,
    rows_of,
    worked_on,
)
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Layers of one level at most.
MOST = 60


#: Rows of a surface that are worked out in one go: whole leaves.
_PART = 64 * LEAF_ROWS


def stack_of(portrait: Portrait, piece: Piece) -> Stack:
    """The layers at a piece's present level; an empty stack if there are none."""
    for stack in portrait.layers.get(piece.id, ()):
        if stack.fits(piece.surface):
            return stack
    return Stack(piece.surface.faces, current(piece))


def elsewhere(portrait: Portrait, piece: Piece) -> list[Stack]:
    """Layers of the piece's other levels."""
    known = [] if piece.levels is None else [v.skeleton.faces for v in piece.levels.levels if v.skeleton is not None]
    return [
        s for s in portrait.layers.get(piece.id, ()) if not s.fits(piece.surface) and any(s.faces is f for f in known)
    ]


def add(portrait: Portrait, piece: str, name: str = "") -> tuple[Edit, str]:
    """An empty layer on top of the others; its id with it.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, the name is too long, or there are too many.
    """
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer = _new(portrait, piece, stack, name)
    return _edit(
        portrait, held, replace(stack, layers=(layer, *stack.layers)), phrase("Add the layer {0}", layer.name)
    ), layer.id


def rename(portrait: Portrait, piece: str, key: str, name: str) -> Edit:
    """Give a layer another name.

    Raises
    ------
    YewfinchError
        If it is empty or too long.
    """
    held = portrait.pieces[piece]
    stack = stack_of(portrait, held)
    return _edit(
        portrait,
        held,
        stack.changed(replace(stack[key], name=_named(name))),
        phrase("Call the layer {0}", _named(name)),
    )


def weigh(portrait: Portrait, piece: str, key: str, strength: float) -> Edit:
    """Set a layer's strength, -1 to 2.

    Raises
    ------
    YewfinchError
        If the piece may not be changed or the strength makes no sense.
    """
    if not (np.isfinite(strength) and WEAKEST <= strength <= STRONGEST):
        raise YewfinchError(
            phrase(
                "A layer cannot be {0:g} % strong; {1:g} to {2:g} % make sense.",
                100 * strength,
                100 * WEAKEST,
                100 * STRONGEST,
            )
        )
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer = stack[key]
    return _edit(
        portrait,
        held,
        stack.changed(replace(layer, strength=strength)),
        phrase("{0} at {1:.0f} %", layer.name, 100 * strength),
    )


def show(portrait: Portrait, piece: str, key: str, visible: bool) -> Edit:
    """Show or hide a layer."""
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer = stack[key]
    return _edit(
        portrait,
        held,
        stack.changed(replace(layer, visible=visible)),
        phrase("{0} {1}", "Show" if visible else "Hide", layer.name),
    )


def hold_off(portrait: Portrait, piece: str, key: str) -> Edit:
    """Hold a layer off where the piece is masked now; with nothing masked, nowhere."""
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer, surface = stack[key], held.surface
    rows = np.nonzero(surface.mask[:, 0])[0].astype(INDEX)
    mask = SparseRows(1, "uint8").with_rows(rows, surface.mask[rows]) if len(rows) else None
    return _edit(portrait, held, stack.changed(replace(layer, mask=mask)), phrase("Mask of {0}", layer.name))


def duplicate(portrait: Portrait, piece: str, key: str) -> tuple[Edit, str]:
    """The same layer once more above it, hidden: to show it counts it twice."""
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer = stack[key]
    twin = replace(
        _new(portrait, piece, stack, phrase("{0}, copy", layer.name)[:LONGEST]),
        steps=layer.steps,
        strength=layer.strength,
        mask=layer.mask,
        below=layer.below,
        above=layer.above,
        unmet=layer.unmet,
        visible=False,
    )
    at = stack.layers.index(layer)
    return _edit(
        portrait,
        held,
        replace(stack, layers=(*stack.layers[:at], twin, *stack.layers[at:])),
        phrase("Duplicate {0}", layer.name),
    ), twin.id


def remove(portrait: Portrait, piece: str, key: str, *, settle: bool = False) -> Edit:
    """Take a layer away with what it does, or settle what shows of it into the form."""
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    layer = stack[key]
    made = replace(stack, layers=tuple(v for v in stack.layers if v is not layer))
    if settle:
        stack = _synced(stack, held)
        rows = rows_of(layer.steps.leaves, len(held.surface))
        made = replace(
            made, base=stack.base.with_rows(rows, np.asarray(stack.base.at(rows), np.float64) + layer.shown(rows))
        )
    return _edit(portrait, held, made, phrase("{0} {1}", "Settle" if settle else "Remove", layer.name))


def merge(portrait: Portrait, piece: str, key: str) -> tuple[Edit, str]:
    """Merge a layer with the one below it; what shows stays.

    Raises
    ------
    YewfinchError
        If it is the lowest.
    """
    held = usable(portrait, piece)
    stack = stack_of(portrait, held)
    at = stack.layers.index(stack[key])
    if at + 1 == len(stack.layers):
        raise YewfinchError("There is no layer below this one. Settle it to make it part of the form.")
    lower = stack.layers[at + 1]
    return _edit(
        portrait, held, merged(stack, key, lower.id), phrase("Merge {0} into {1}", stack[key].name, lower.name)
    ), lower.id


def move(portrait: Portrait, piece: str, key: str, by: int) -> Edit | None:
    """Put a layer so many places lower in the list, or higher; None if it is there."""
    held = portrait.pieces[piece]
    stack = stack_of(portrait, held)
    layer = stack[key]
    rest = [v for v in stack.layers if v is not layer]
    to = min(max(stack.layers.index(layer) + by, 0), len(rest))
    layers = (*rest[:to], layer, *rest[to:])
    if layers == stack.layers:
        return None
    return _edit(portrait, held, replace(stack, layers=layers), phrase("Order of {0}", layer.name))


def last_strokes(portrait: Portrait, piece: str, count: int = 1) -> tuple[Edit, str]:
    """What the last steps of the history did to the form of a piece, as a layer of its own: it can be weighed and
    hidden from now on.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    count : int
        So many strokes; steps that did something else end the row.

    Raises
    ------
    YewfinchError
        If the last step moved nothing of the piece, or did so on a layer.
    """
    held = usable(portrait, piece)
    before = held.surface.positions.copy()
    names: list[str] = []
    for edit in portrait.history.recent(max(1, count)):
        moved = [c for c in edit.changes if isinstance(c, RowsChange) and c.piece == piece and c.channel == "positions"]
        if len(moved) != 1 or len(edit.changes) != 1:
            break
        before[moved[0].rows] = moved[0].before
        names.append(edit.name)
    if not names:
        raise YewfinchError("The last step was no stroke on the form itself, so there is nothing to put onto a layer.")
    return difference(portrait, piece, before, names[0] if len(names) == 1 else phrase("{0} strokes", len(names)))


def difference(portrait: Portrait, piece: str, before: FloatArray, name: str) -> tuple[Edit, str]:
    """A layer that holds how the form differs from positions (n, 3) mm; without it the form is those.

    Raises
    ------
    YewfinchError
        If there is no difference, or the positions are those of other faces.
    """
    held = usable(portrait, piece)
    surface = held.surface
    if before.shape != surface.positions.shape:
        raise YewfinchError("That state has other faces than the piece has now, so they cannot be compared.")
    rows = np.nonzero((before != surface.positions).any(axis=1))[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError("There is no difference to put onto a layer.")
    stack = _synced(stack_of(portrait, held), held)
    layer = _new(portrait, piece, stack, name)
    whole = _whole(rows, len(surface))
    stack = replace(stack, layers=(layer, *stack.layers)).synced(whole, before[whole])
    made, _ = worked_on(stack, layer.id, rows, before[rows], surface.positions[rows])
    return _edit(portrait, held, made, phrase("Layer {0}", layer.name)), layer.id


def lay(
    portrait: Portrait,
    piece: str,
    steps: DoubleArray,
    name: str,
    strength: float = 1.0,
    below: DoubleArray | None = None,
    above: DoubleArray | None = None,
    unmet: tuple[Unmet, ...] = (),
) -> tuple[Edit, str]:
    """A layer on top with given steps (n, 3) mm at full strength; what is moved nowhere is not kept.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    steps : (n, 3) float64, mm
    name : str
    strength : float
    below : (n, 3) float64, mm, optional
        The steps while the strength is less than 0, if they are others.
    above : (n, 3) float64, mm, optional
        What full strength on is added for each 1 beyond it, if that is something else.
    unmet : tuple of Unmet
        Measures that it does not bring to their size.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, nothing moves, or there are too many layers.
    """
    held = usable(portrait, piece)
    apart = {k: v - steps for k, v in (("below", below), ("above", above)) if v is not None}
    moved = np.max([np.abs(v).max(axis=1) for v in (steps, *apart.values())], axis=0)
    rows = np.nonzero(moved > 1e-5)[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError("There is no difference to put onto a layer.")
    whole = _whole(rows, len(held.surface))
    stack = _synced(stack_of(portrait, held), held).synced(whole, held.surface.positions[whole])
    kept = SparseRows().with_rows(rows, steps[rows])
    rest: dict[str, Any] = {k: SparseRows().with_rows(rows, v[rows]).trimmed() for k, v in apart.items()}
    layer = replace(_new(portrait, piece, stack, name), steps=kept, strength=strength, unmet=unmet, **rest)
    return _edit(
        portrait, held, replace(stack, layers=(layer, *stack.layers)), phrase("Layer {0}", layer.name)
    ), layer.id


def relay(portrait: Portrait, piece: str, key: str, steps: DoubleArray) -> Edit:
    """Give a layer other steps, (n, 3) mm at full strength, in the place of all that it has.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or nothing would move.
    """
    held = usable(portrait, piece)
    rows = np.nonzero((np.abs(steps) > 1e-5).any(axis=1))[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError("There is no difference to put onto a layer.")
    stack = _synced(stack_of(portrait, held), held)
    whole = _whole(rows, len(held.surface))
    stack = stack.synced(whole, held.surface.positions[whole])
    layer = stack[key]
    made = replace(layer, steps=SparseRows().with_rows(rows, steps[rows]), below=None, above=None, unmet=())
    return _edit(portrait, held, stack.changed(made), phrase("Layer {0}", layer.name))


def after_stroke(portrait: Portrait, piece: str, key: str, change: RowsChange) -> Sequence[Change]:
    """What follows from a stroke on a layer, which changed positions of the piece: see `StrokeContext.after`."""
    held = portrait.pieces[piece]
    surface = held.surface
    whole = _whole(change.rows, len(surface))
    at = surface.positions[whole]
    at[np.searchsorted(whole, change.rows)] = change.before
    stack = stack_of(portrait, held).synced(whole, at)
    made, form = worked_on(
        stack, key, change.rows, np.asarray(change.before, np.float32), np.asarray(change.after, np.float32)
    )
    out: list[Change] = [_stored(portrait, piece, made)]
    differ = np.nonzero((form != change.after).any(axis=1))[0]
    if len(differ):
        out.append(RowsChange(piece, "positions", change.rows[differ], change.after[differ], form[differ]))
    return out


def without(portrait: Portrait, piece: Piece, key: str) -> Callable[[IndexArray], FloatArray]:
    """Where rows of a piece are without a layer, as they were before a stroke; see `StrokeContext.reference`."""
    layer = stack_of(portrait, piece)[key]
    start = piece.surface.positions.copy()
    return lambda rows: np.asarray(start[rows] - layer.shown(rows), np.float32)


def ready(portrait: Portrait, piece: Piece, key: str) -> str:
    """Why a layer takes no strokes now; empty if it does."""
    stack = stack_of(portrait, piece)
    layer = next((v for v in stack.layers if v.id == key), None)
    if layer is None:
        return "That layer was made at another level. Go there, or choose one of this level."
    try:
        at_rest(portrait, piece)
    except YewfinchError as error:
        return str(error)
    if not layer.visible:
        return phrase("The layer '{0}' is hidden. Show it to work on it.", layer.name)
    if abs(layer.strength) < FAINTEST:
        return phrase("The layer '{0}' has no strength. Give it some to work on it.", layer.name)
    return ""


# --- how it is done ------------------------------------------------------------------------------


def _new(portrait: Portrait, piece: str, stack: Stack, name: str) -> FormLayer:
    if len(stack.layers) >= MOST:
        raise YewfinchError(phrase("There are {0} layers already. Merge or settle some first.", MOST))
    taken = {v.id for s in (*portrait.layers.get(piece, ()), stack) for v in s.layers}
    key = next(k for n in count(1) if (k := f"layer{n}") not in taken)
    return FormLayer(key, _named(name) if name else phrase("Layer {0}", len(stack.layers) + 1))


def _named(name: str) -> str:
    name = in_a_row(" ", name.split())
    if not 0 < len(name) <= LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    return name


def _synced(stack: Stack, held: Piece) -> Stack:
    rows = stack.touched(len(held.surface))
    return stack.synced(rows, held.surface.positions[rows])


def _whole(rows: IndexArray, size: int) -> IndexArray:
    return rows_of(set((rows >> LEAF_SHIFT).tolist()), size)


def _stored(portrait: Portrait, piece: str, made: Stack) -> FieldChange:
    """The stack in the place of the one of its level."""
    rest = tuple(s for s in portrait.layers.get(piece, ()) if s.faces is not made.faces)
    every = {k: v for k, v in portrait.layers.items() if k != piece}
    stacks = (*rest, made) if made.layers else rest
    after = {**every, piece: stacks} if stacks else every
    old = next((s for s in portrait.layers.get(piece, ()) if s.faces is made.faces), None)
    return FieldChange("layers", portrait.layers, after, 256 + _grown(old, made))


def _grown(old: Stack | None, new: Stack) -> int:
    """Bytes that only one of two stacks holds."""

    def blocks(stack: Stack | None) -> dict[int, int]:
        sheets = [] if stack is None else [stack.base, *(s for v in stack.layers for s in v.sheets().values())]
        return {id(b): b.nbytes for s in sheets for b in s.leaves.values()}

    a, b = blocks(old), blocks(new)
    return sum(n for k, n in a.items() if k not in b) + sum(n for k, n in b.items() if k not in a)


def _edit(portrait: Portrait, held: Piece, made: Stack, name: str) -> Edit:
    """The step from the present layers to others: the form goes along."""
    surface = held.surface
    old = stack_of(portrait, held)
    size = len(surface)
    rows = rows_of({k for s in (old, made) for v in s.layers for k in v.steps.leaves}, size)
    parts = [rows[k : k + _PART] for k in range(0, len(rows), _PART)]  # so much at a time as stays in the cache
    synced = old
    for part in parts:
        synced = synced.synced(part, surface.positions[part])
    if made.base is old.base:
        made = replace(made, base=synced.base)
    changes: list[Change] = [_stored(portrait, held.id, made)]
    which: list[IndexArray] = []
    before: list[FloatArray] = []
    after: list[FloatArray] = []
    for part in parts:
        was, form = surface.positions[part], made.form(part)
        differ = (form != was).any(axis=1)
        if differ.any():
            some = slice(None) if differ.all() else differ
            which.append(part[some])
            before.append(was[some])
            after.append(form[some])
    if which:
        changes.append(
            RowsChange(held.id, "positions", np.concatenate(which), np.concatenate(before), np.concatenate(after))
        )
    return Edit(name, tuple(changes))
