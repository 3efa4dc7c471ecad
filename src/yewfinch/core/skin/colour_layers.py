"""Colour layers: what lies on the samples of a piece, one over the other, and what that comes to.

Colours are blended in sRGB, as the W3C says; layers that lie over others hide, shade or adjust these, within their
masks. Sheets of colour are written to in place; which layers there are, and how each counts, is told by frozen records.

References
----------
W3C Compositing and Blending Level 1.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.channel_spec import CLAY
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, POSITION, ByteArray, FloatArray, IndexArray
from yewfinch.core.skin import _layer_kernels as kernels
from yewfinch.core.skin import _pigment_kernels
from yewfinch.core.skin.adjusting import Adjustment
from yewfinch.core.skin.grain import Grain, grain_of
from yewfinch.core.skin.pigments import curves, flat_tables
from yewfinch.core.skin.sheet import Sheet

#: Blend modes, in the order of their numbers in the loops, and what each is called.
MODES = {
    "normal": "Normal",
    "multiply": "Multiply",
    "screen": "Screen",
    "overlay": "Overlay",
    "darken": "Darken",
    "lighten": "Lighten",
    "color-dodge": "Colour dodge",
    "color-burn": "Colour burn",
    "hard-light": "Hard light",
    "soft-light": "Soft light",
    "difference": "Difference",
    "exclusion": "Exclusion",
    "linear-burn": "Linear burn",
    "add": "Add",
    "hue": "Hue",
    "saturation": "Saturation",
    "color": "Colour",
    "luminosity": "Luminosity",
}
NUMBER = {name: i for i, name in enumerate(MODES)}

Kind = Literal["paint", "pigment", "fill", "adjust", "group"]

#: Channels of changes to samples of a layer's colour, or of its mask: this and the layer's id.
COLOUR, MASK = "paint:", "paint-mask:"
#: Nothing laid on; no pigment added or taken away; nothing masked.
CLEAR, EVEN, OPEN = (0, 0, 0, 0), (128, 128, 128, 128), (255,)
#: Leaves that are worked out in one go: what is in between stays in the processor's cache.
_PART = 256
_NO_SLOT, _NO_POOL = np.empty(0, INDEX), np.empty((0, LEAF_ROWS, 1), np.uint8)


def channel_of(layer: str, *, mask: bool = False) -> str:
    """What changes to samples of a layer name as their channel."""
    return (MASK if mask else COLOUR) + layer


@dataclass(frozen=True, eq=False)
class ColourLayer:
    """One layer.

    Attributes
    ----------
    id, name : str
    kind : {"paint", "pigment", "fill", "adjust", "group"}
    sheet : Sheet
        What was painted, sRGB with alpha, 4 wide; of pigments how far melanin, blood, oxygen and yellow of what lies
        below are moved along their axes, 128 for not at all, 1 and 255 for all the way. Of a fill it is plain with its
        colour.
    opacity : float
        0 to 1.
    mode : str
        A key of `MODES`.
    visible, locked : bool
    clip : bool
        It shows only where the next layer below it that is not clipped itself does.
    mask : Sheet or None
        How far it shows at each sample, 1 wide, 255 fully.
    adjustment : Adjustment
        Of a layer of adjustment.
    parent : str
        The group it lies in; empty for none.
    """

    id: str
    name: str
    kind: Kind
    sheet: Sheet
    opacity: float = 1.0
    mode: str = "normal"
    visible: bool = True
    locked: bool = False
    clip: bool = False
    mask: Sheet | None = None
    adjustment: Adjustment = field(default_factory=Adjustment)
    parent: str = ""

    def touched(self) -> IndexArray | None:
        """Leaves at which it may show; None for all."""
        if self.kind in ("adjust", "group", "fill"):
            return None
        return self.sheet.leaves


class Painting:
    """The colour layers of a piece and what they come to.

    Parameters
    ----------
    grain : Grain
    layers : sequence of ColourLayer
        The uppermost first.
    """

    def __init__(self, grain: Grain, layers: Sequence[ColourLayer]) -> None:
        self.grain = grain
        self.layers = tuple(layers)
        #: What is seen, (N, 4) uint8 sRGB, once it was worked out; only the painting that is in the portrait has it.
        self.held: ByteArray | None = None

    def __getitem__(self, key: str) -> ColourLayer:
        for layer in self.layers:
            if layer.id == key:
                return layer
        raise KeyError(key)

    def __contains__(self, key: str) -> bool:
        return any(v.id == key for v in self.layers)

    def fits(self, surface: Surface) -> bool:
        """Whether it belongs to a surface."""
        return self.grain.fits(surface)

    def with_layers(self, layers: Sequence[ColourLayer]) -> Painting:
        """The same samples with other layers."""
        return Painting(self.grain, layers)

    def changed(self, layer: ColourLayer) -> Painting:
        """The same with a layer in the place of the one with its id."""
        return self.with_layers([layer if v.id == layer.id else v for v in self.layers])

    @property
    def leaf_count(self) -> int:
        """Leaves of 512 samples."""
        return (self.grain.count + LEAF_ROWS - 1) >> LEAF_SHIFT

    @property
    def shown(self) -> ByteArray:
        """What is seen at each sample, (N, 4) uint8, sRGB; not to be written to."""
        if self.held is None:
            self.held = np.empty((self.grain.count, 4), np.uint8)
            self.refresh(np.arange(self.leaf_count, dtype=INDEX))
        return self.held

    @property
    def size(self) -> int:
        """Bytes held by layers."""
        return sum(v.sheet.size + (v.mask.size if v.mask is not None else 0) for v in self.layers)

    def refresh(self, leaves: IndexArray) -> None:
        """Work out anew what is seen at some leaves of samples."""
        out = self.shown if self.held is None else self.held
        for first in range(0, len(leaves), _PART):
            some = np.ascontiguousarray(leaves[first : first + _PART])
            kernels.stored(some, composed(self.layers, some), out)

    def take_over(self, other: Painting | None) -> None:
        """Serve in the place of another painting: what that showed and this does not differ in is kept."""
        if other is None or other is self or other.held is None:
            return
        one, two = self.grain, other.grain
        if one is two or (one.quads is two.quads and one.steps == two.steps):  # on the same net in another array
            self.held, other.held = other.held, None
            self.refresh(differing(other, self))
        else:
            other.held = None

    def write(self, key: str, rows: IndexArray, values: npt.NDArray[np.generic], part: str = "colour") -> None:
        """Write values (k, width) into samples of a layer, or of its mask, and work out what is seen there."""
        sheet = self.sheet(key, part)
        sheet.put(rows, values)
        self.refresh(kernels.leaves_of(rows, self.leaf_count))

    def sheet(self, key: str, part: str = "colour") -> Sheet:
        """The sheet of a layer's colour, or of its mask.

        Raises
        ------
        KeyError
            If there is none.
        """
        layer = self[key]
        if part == "colour":
            return layer.sheet
        if part != "mask" or layer.mask is None:
            raise KeyError(part)
        return layer.mask

    def still(self) -> Painting:
        """The layers as they are now, in arrays of their own."""
        return self.with_layers(
            [replace(v, sheet=v.sheet.copy(), mask=None if v.mask is None else v.mask.copy()) for v in self.layers]
        )

    def renumbered(self, grain: Grain, row: IndexArray) -> Painting:
        """The same colours on other samples: sample i of those is sample `row[i]` of these."""
        return Painting(
            grain,
            [
                replace(v, sheet=v.sheet.renumbered(row), mask=None if v.mask is None else v.mask.renumbered(row))
                for v in self.layers
            ],
        )


def differing(one: Painting, other: Painting) -> IndexArray:
    """Leaves at which two paintings on the same samples may show other things."""
    a, b = {v.id: v for v in one.layers}, {v.id: v for v in other.layers}
    same = [k for k in a if k in b and a[k] is b[k]]
    changed = [v for v in one.layers if v.id not in same] + [v for v in other.layers if v.id not in same]
    order = [k for k in (v.id for v in one.layers) if k in b] != [k for k in (v.id for v in other.layers) if k in a]
    marks = np.zeros(one.leaf_count, np.bool_)
    for layer in [*one.layers, *other.layers] if order else changed:
        touched = layer.touched()
        if touched is None:
            return np.arange(one.leaf_count, dtype=INDEX)
        marks[touched] = True
    return np.flatnonzero(marks).astype(INDEX)


def composed(layers: Sequence[ColourLayer], leaves: IndexArray) -> FloatArray:
    """What layers come to over untouched clay, (l, 512, 4) float32, 0 to 1, at some leaves (l,) of samples."""
    acc = np.empty((len(leaves), LEAF_ROWS, 4), np.float32)
    acc[:] = np.array(CLAY, np.float32) / np.float32(255.0)
    _lay(layers, "", leaves, acc, opaque=True)
    return acc


def flattened(layers: Sequence[ColourLayer], count: int) -> Sheet:
    """What layers come to over nothing, as one sheet of so many samples: sRGB with alpha."""
    out = np.zeros((((count + LEAF_ROWS - 1) >> LEAF_SHIFT), LEAF_ROWS, 4), np.uint8)
    leaves = np.arange(len(out), dtype=INDEX)
    for first in range(0, len(leaves), _PART):
        acc = np.zeros((len(leaves[first : first + _PART]), LEAF_ROWS, 4), np.float32)
        _lay(layers, "", leaves[first : first + _PART], acc, opaque=False)
        acc[..., :3] /= np.maximum(acc[..., 3:], 1e-6)
        out[first : first + _PART] = np.clip(acc * 255.0 + 0.5, 0.0, 255.0).astype(np.uint8)
    return Sheet.of_dense(out.reshape(-1, 4)[:count], CLEAR)


def _lay(layers: Sequence[ColourLayer], parent: str, leaves: IndexArray, acc: FloatArray, *, opaque: bool) -> None:
    """Lay the layers of a group over what is there, the lowest first."""
    own = [v for v in reversed(layers) if v.parent == parent]
    moves: list[FloatArray] = []
    at = 0
    while at < len(own):
        base, end = own[at], at + 1
        while end < len(own) and own[end].clip:
            end += 1
        clipped = [v for v in own[at + 1 : end] if v.visible]
        at = end
        if not base.visible:
            continue
        if base.kind == "pigment" and not clipped:
            _collect(base, leaves, moves)
            continue
        _move(moves, acc)
        if clipped or base.kind == "group":
            inner = np.zeros_like(acc)
            if base.kind == "group":
                _lay(layers, base.id, leaves, inner, opaque=False)
            else:
                _one(replace(base, opacity=1.0, mode="normal"), leaves, inner, opaque=False)
            for layer in clipped:
                if layer.kind == "group":
                    own_acc = np.zeros_like(acc)
                    _lay(layers, layer.id, leaves, own_acc, opaque=False)
                    _join(layer, leaves, own_acc, inner, atop=True)
                else:
                    _one(layer, leaves, inner, opaque=False, atop=True)
            _join(base if base.kind == "group" else replace(base, mask=None), leaves, inner, acc, atop=False)
        else:
            _one(base, leaves, acc, opaque=opaque)
    _move(moves, acc)


def _collect(layer: ColourLayer, leaves: IndexArray, moves: list[FloatArray]) -> None:
    """Add a layer of pigments to others that lie on each other: together they cost no more than one."""
    if not moves:
        moves.append(np.zeros((len(leaves), LEAF_ROWS, 4), np.float32))
    slot, pool, masked = _masked(layer)
    s = layer.sheet
    _pigment_kernels.summed(leaves, s.slot, s.pool, slot, pool, masked, np.float32(layer.opacity), moves[0])


def _move(moves: list[FloatArray], acc: FloatArray) -> None:
    """Move the pigments of what is there by what was collected."""
    if moves:
        (inverse, forward, shape), (light, seen) = flat_tables(), curves()
        _pigment_kernels.shifted(moves.pop(), inverse, forward, shape, light, seen, acc)


def _masked(layer: ColourLayer) -> tuple[IndexArray, ByteArray, bool]:
    return (_NO_SLOT, _NO_POOL, False) if layer.mask is None else (layer.mask.slot, layer.mask.pool, True)


def _one(layer: ColourLayer, leaves: IndexArray, acc: FloatArray, *, opaque: bool, atop: bool = False) -> None:
    slot, pool, masked = _masked(layer)
    opacity = np.float32(layer.opacity)
    if layer.kind == "adjust":
        a = layer.adjustment
        kernels.adjusted(
            leaves, slot, pool, masked, opacity, a.tables(), np.float32(a.saturation), np.float32(a.hue / 360.0), acc
        )
        return
    s = layer.sheet
    if layer.kind == "pigment":
        moves: list[FloatArray] = []
        _collect(layer, leaves, moves)
        _move(moves, acc)
        return
    if opaque and not masked and layer.mode == "normal" and s.plain[3] == 0 and not atop:
        kernels.covered(leaves, s.slot, s.pool, opacity, acc)
        return
    kernels.blended(leaves, s.slot, s.pool, s.plain, slot, pool, masked, opacity, NUMBER[layer.mode], atop, opaque, acc)


def _join(layer: ColourLayer, leaves: IndexArray, source: FloatArray, acc: FloatArray, *, atop: bool) -> None:
    slot, pool, masked = _masked(layer)
    kernels.joined(leaves, source, slot, pool, masked, np.float32(layer.opacity), NUMBER[layer.mode], atop, acc)


def ground_layer(grain: Grain, colour: ByteArray, key: str = "ground", name: str = "Ground") -> ColourLayer:
    """The colour of vertices (n, 4) as a layer: exact at the vertices, linear between them in sRGB."""
    at = np.round(grain.spread(colour)).astype(np.uint8)
    at[: len(colour)] = colour
    at[:, 3] = 255
    return ColourLayer(key, name, "paint", Sheet.of_dense(at, CLEAR))


def alike(layers: Iterable[ColourLayer], others: Iterable[ColourLayer]) -> bool:
    """Whether two stacks hold the same bytes and the same settings."""
    a, b = list(layers), list(others)

    def same(x: Sheet | None, y: Sheet | None) -> bool:
        return (x is None and y is None) or (x is not None and y is not None and np.array_equal(x.dense(), y.dense()))

    return len(a) == len(b) and all(
        (x.id, x.name, x.kind, x.opacity, x.mode, x.visible, x.locked, x.clip, x.adjustment, x.parent)
        == (y.id, y.name, y.kind, y.opacity, y.mode, y.visible, y.locked, y.clip, y.adjustment, y.parent)
        and same(x.sheet, y.sheet)
        and same(x.mask, y.mask)
        for x, y in zip(a, b, strict=True)
    )


def _warm() -> None:
    at = np.array([[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [1.0, 1.0, 0.0], [0.0, 1.0, 0.0]], POSITION)
    surface = Surface(at, np.array([[0, 1, 2, 3]], INDEX))
    grain = grain_of(surface, 1)
    ground = ground_layer(grain, surface.colour)
    mask = Sheet.of_dense(np.zeros((grain.count, 1), np.uint8), OPEN)
    paint = ColourLayer("a", "a", "paint", Sheet(grain.count, CLEAR), mode="hue", mask=mask, clip=True)
    group = ColourLayer("g", "g", "group", Sheet(0, CLEAR))
    adjust = ColourLayer("b", "b", "adjust", Sheet(0, CLEAR), adjustment=Adjustment(hue=20.0, saturation=0.5))
    pigment = ColourLayer("p", "p", "pigment", Sheet.of_dense(np.full((grain.count, 4), 130, np.uint8), EVEN))
    made = Painting(grain, [adjust, pigment, paint, group, ground])
    rows = np.array([1, 2], INDEX)
    made.write("a", rows, made["a"].sheet.at(rows))
    made.write("a", rows, mask.at(rows), "mask")
    kernels.separable(1, 0.5, 0.5)
    kernels.whole(14, np.ones(3, np.float32), np.ones(3, np.float32), np.ones(3, np.float32))
    kernels.first_met(rows, np.zeros(9, INDEX), 1, mask.at(rows), np.empty(2, INDEX), np.empty((2, 1), np.uint8))
    kernels.first_met(
        rows, np.zeros(9, INDEX), 1, made["a"].sheet.at(rows), np.empty(2, INDEX), np.empty((2, 4), np.uint8)
    )


warmup.register("colour layers", _warm)
