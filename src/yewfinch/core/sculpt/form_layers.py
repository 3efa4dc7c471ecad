"""Form layers: named, each a sheet of steps added to the form under it with a strength."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, field, replace
from typing import Any

import numpy as np

from yewfinch.core.mesh.surface.sparse_rows import SparseRows
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, MAX_VERTICES, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.bounds import Name, Positive, Real

#: Strengths on offer.
WEAKEST, STRONGEST = -1.0, 2.0
#: A layer that shows less than this takes no strokes.
FAINTEST = 0.01


@dataclass(frozen=True)
class Unmet:
    """A measure that a layer did not bring to its size when it was begun.

    Attributes
    ----------
    times : float
        How far the layer takes the clay: 1 is the person.
    title : str
        What the measure is called.
    now, aim : float, mm
        How large it is there, and should be.
    """

    times: Real
    title: Name
    now: Positive
    aim: Real


@dataclass(frozen=True, eq=False)
class FormLayer:
    """One layer.

    Attributes
    ----------
    id, name : str
    steps : SparseRows
        (n, 3) float32, mm, at full strength.
    strength : float
        1 is full.
    visible : bool
    mask : SparseRows or None
        (n, 1) uint8: how far the layer is held off, 255 wholly.
    below : SparseRows or None
        (n, 3) float32, mm: what is added to the steps while the strength is less than 0, at rows of theirs.
    above : SparseRows or None
        (n, 3) float32, mm: what all beyond full strength adds besides, for each 1 that it is beyond, at rows of theirs.
    unmet : tuple of Unmet
        Measures that it could not bring to their size when it was begun.
    """

    id: str
    name: str
    steps: SparseRows = field(default_factory=SparseRows)
    strength: float = 1.0
    visible: bool = True
    mask: SparseRows | None = None
    below: SparseRows | None = None
    above: SparseRows | None = None
    unmet: tuple[Unmet, ...] = ()

    def sheets(self) -> dict[str, SparseRows]:
        """All that it keeps for rows, by name."""
        every = {"steps": self.steps, "mask": self.mask, "below": self.below, "above": self.above}
        return {name: sheet for name, sheet in every.items() if sheet is not None}

    def share(self, rows: IndexArray) -> DoubleArray:
        """How much of its steps shows at rows, (k,)."""
        out = np.full(len(rows), self.strength if self.visible else 0.0)
        if self.mask is not None:
            out *= 1.0 - np.asarray(self.mask.at(rows)[:, 0], np.float64) / 255.0
        return out

    def steps_at(self, rows: IndexArray, strength: float) -> DoubleArray:
        """What it adds to rows for each 1 of such a strength, (k, 3) mm, were it held off nowhere."""
        steps = np.asarray(self.steps.at(rows), np.float64)
        if self.below is not None and strength < 0.0:
            steps += np.asarray(self.below.at(rows), np.float64)
        if self.above is not None and strength > 1.0:
            steps += (1.0 - 1.0 / strength) * np.asarray(self.above.at(rows), np.float64)
        return steps

    def shown(self, rows: IndexArray) -> DoubleArray:
        """What it adds to rows, (k, 3) mm."""
        steps = self.steps_at(rows, self.strength)
        steps *= self.share(rows)[:, None] if self.mask is not None else (self.strength if self.visible else 0.0)
        return steps


@dataclass(frozen=True, eq=False)
class FormState:
    """A piece's form as it was once.

    Attributes
    ----------
    id, name : str
    faces : (m, 4) int32
        Those of the surface then.
    level : int
    positions : (n, 3) float32, mm
        Never changed in place.
    """

    id: str
    name: str
    faces: IndexArray
    level: int
    positions: FloatArray


@dataclass(frozen=True, eq=False)
class Stack:
    """The layers of one level of a piece, and the form under them.

    Attributes
    ----------
    faces : (m, 4) int32
        Those of the surface at that level; with others the layers do not belong to it.
    level : int
    base : SparseRows
        (n, 3) float32, mm: the form without any layer, where there is one.
    layers : tuple of FormLayer
        Top first.
    """

    faces: IndexArray
    level: int
    base: SparseRows = field(default_factory=SparseRows)
    layers: tuple[FormLayer, ...] = ()

    def __getitem__(self, key: str) -> FormLayer:
        """A layer by its id."""
        return next(v for v in self.layers if v.id == key)

    def fits(self, surface: Surface) -> bool:
        """Whether it belongs to a surface."""
        return surface.faces is self.faces

    def shown(self, rows: IndexArray) -> DoubleArray:
        """What all layers add to rows, (k, 3) mm."""
        out = np.zeros((len(rows), 3))
        for layer in self.layers:
            if layer.visible and layer.strength:
                held = layer.steps.held(rows)
                if held.all():
                    out += layer.shown(rows)
                elif held.any():
                    own = np.nonzero(held)[0]
                    out[own] += layer.shown(rows[own])
        return out

    def form(self, rows: IndexArray) -> FloatArray:
        """Positions of rows that are kept, with all layers, (k, 3) float32 mm."""
        return np.asarray(np.asarray(self.base.at(rows), np.float64) + self.shown(rows), np.float32)

    def synced(self, rows: IndexArray, at: FloatArray) -> Stack:
        """The same, with a base at the rows of whole leaves such that the form there is `at` (k, 3) mm."""
        held = self.base.held(rows)
        base = np.asarray(self.base.at(rows), np.float32)
        shown = self.shown(rows)
        wrong = ~held | (np.asarray(base + shown, np.float32) != at).any(axis=1)
        if not wrong.any():
            return self
        base[wrong] = np.asarray(at[wrong] - shown[wrong], np.float32)
        return replace(self, base=self.base.with_rows(rows, base))

    def changed(self, layer: FormLayer) -> Stack:
        """The stack with another layer in the place of that of the same id."""
        return replace(self, layers=tuple(layer if v.id == layer.id else v for v in self.layers))

    def touched(self, count: int) -> IndexArray:
        """Rows that any layer is kept at, of a surface with `count` rows."""
        return rows_of({k for v in self.layers for k in v.steps.leaves}, count)


def rows_of(leaves: Collection[int], count: int) -> IndexArray:
    """All rows of some leaves, ascending, of a surface with `count` rows."""
    rows = (np.array(sorted(leaves), np.int64)[:, None] * LEAF_ROWS + np.arange(LEAF_ROWS)).ravel()
    return rows[rows < count].astype(INDEX)


def worked_on(
    stack: Stack, key: str, rows: IndexArray, before: FloatArray, after: FloatArray
) -> tuple[Stack, FloatArray]:
    """Take a stroke over into a layer.

    Parameters
    ----------
    stack : Stack
        Synced at the rows' leaves.
    key : str
        Id of the layer.
    rows : (k,) int32, ascending
    before, after : (k, 3) float32, mm
        Positions before and after the stroke.

    Returns
    -------
    Stack
    (k, 3) float32, mm
        Positions as the layers give them; where the layer does not show those before the stroke.
    """
    layer = stack[key]
    share = layer.share(rows)
    can = np.abs(share) >= FAINTEST
    step = np.where(can[:, None], (after.astype(np.float64) - before) / np.where(can, share, 1.0)[:, None], 0.0)
    steps = layer.steps.with_rows(rows, np.asarray(layer.steps.at(rows), np.float64) + step)
    made = stack.changed(replace(layer, steps=steps))
    return made, made.form(rows)


def merged(stack: Stack, upper: str, lower: str) -> Stack:
    """Two layers as one at full strength, in the place of the lower; what shows stays as it is."""
    a, b = stack[upper], stack[lower]
    rows = rows_of({*a.steps.leaves, *b.steps.leaves}, MAX_VERTICES)
    steps = SparseRows().with_rows(rows, a.shown(rows) + b.shown(rows)).trimmed()
    one = FormLayer(b.id, b.name, steps)
    return replace(stack, layers=tuple(one if v.id == lower else v for v in stack.layers if v.id != upper))


def turned(stack: Stack, rows: IndexArray, turn: DoubleArray) -> Stack:
    """All steps at rows turned along with the form: each (3,) times its (3, 3) of `turn`."""
    layers = []
    for layer in stack.layers:
        steps: dict[str, Any] = {k: _turned(v, rows, turn) for k, v in layer.sheets().items() if k != "mask"}
        layers.append(replace(layer, **steps))
    return replace(stack, layers=tuple(layers))


def _turned(sheet: SparseRows, rows: IndexArray, turn: DoubleArray) -> SparseRows:
    own = np.nonzero(sheet.held(rows))[0]
    steps = np.einsum("nk,nkj->nj", np.asarray(sheet.at(rows[own]), np.float64), turn[own])
    return sheet.with_rows(rows[own], steps)
