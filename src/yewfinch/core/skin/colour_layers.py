"""Colour layers: what lies on the samples of a piece, one over the other, and what that comes to.

Sheets of layers are written to in place; which layers there are, and how each counts, is told by frozen records.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.channel_spec import ROUGH
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, POSITION, ByteArray, FloatArray, IndexArray
from yewfinch.core.skin import _layer_kernels as kernels
from yewfinch.core.skin import qualities
from yewfinch.core.skin.adjusting import Adjustment
from yewfinch.core.skin.colour_layer import CLEAR, EVEN, OPEN, ColourLayer
from yewfinch.core.skin.composing import press
from yewfinch.core.skin.grain import Grain, grain_of
from yewfinch.core.skin.qualities import CARRIERS, NOTHING, QUALITIES
from yewfinch.core.skin.sheet import Sheet


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
        self._looks: ByteArray | None = None
        self._height: FloatArray | None = None
        self._valued = False
        #: How rough what lies below all layers is, (N,) uint8; untouched clay if empty.
        self.ground_roughness: ByteArray = np.empty(0, np.uint8)

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
        made = Painting(self.grain, layers)
        made.ground_roughness = self.ground_roughness
        return made

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
        sheets = [s for v in self.layers for s in (v.sheet, v.mask, *v.values.values()) if s is not None]
        return sum(s.size for s in sheets)

    def refresh(self, leaves: IndexArray) -> None:
        """Work out anew what is seen at some leaves of samples."""
        out = self.shown if self.held is None else self.held
        press(self.layers, leaves, out)

    @property
    def looks(self) -> ByteArray | None:
        """What is seen besides colour at each sample, (N, 4) uint8 as `qualities.LOOKS`; None if layers carry nothing.

        Not to be written to.
        """
        self._value()
        return self._looks

    @property
    def height(self) -> FloatArray | None:
        """Fine height of each sample, (N,) float32, mm; None if no layer carries any."""
        self._value()
        return self._height

    def _value(self) -> None:
        if not self._valued:
            self.refresh_values(np.arange(self.leaf_count, dtype=INDEX))

    def refresh_values(self, leaves: IndexArray) -> None:
        """Work out anew what is seen besides colour at some leaves; of all if there was nothing before."""
        self._valued = True
        carried = qualities.carried_by(self.layers)
        if not carried:
            self._looks = self._height = None
            return
        fresh = self._looks is None or (self._height is None and "height" in carried)
        if self._looks is None:
            self._looks = np.empty((self.grain.count, 4), np.uint8)
        if "height" not in carried:
            self._height = None
        elif self._height is None:
            self._height = np.empty(self.grain.count, np.float32)
        every = np.arange(self.leaf_count, dtype=INDEX)
        qualities.refresh(self.layers, every if fresh else leaves, self._looks, self._height, self.ground_roughness)

    def take_over(self, other: Painting | None) -> None:
        """Serve in the place of another painting: what that showed and this does not differ in is kept."""
        if other is None or other is self:
            return
        one, two = self.grain, other.grain
        if one is two or (one.quads is two.quads and one.steps == two.steps):  # on the same net in another array
            changed = differing(other, self)
            if other.held is not None:
                self.held = other.held
                self.refresh(changed)
            if other.valued:
                self._looks, self._height = other.looks, other.height
                self.refresh_values(changed)
        other.forget()

    @property
    def valued(self) -> bool:
        """Whether what is seen besides colour was worked out."""
        return self._valued

    def forget(self) -> None:
        """Keep nothing that was worked out."""
        self.held = self._looks = self._height = None
        self._valued = False

    def write(self, key: str, rows: IndexArray, values: npt.NDArray[np.generic], part: str = "colour") -> None:
        """Write values (k, width) into samples of a part of a layer, and work out what is seen there."""
        sheet = self.sheet(key, part)
        sheet.put(rows, values)
        leaves = kernels.leaves_of(rows, self.leaf_count)
        if part not in QUALITIES:
            self.refresh(leaves)
        clipped = any(v.clip and v.values for v in self.layers)  # what these count for hangs on another's colour
        if part in QUALITIES or (self.looks is not None and (part == "mask" or clipped)):
            self.refresh_values(leaves)

    def sheet(self, key: str, part: str = "colour") -> Sheet:
        """The sheet of a layer's colour, of its mask, or of a quality; one that it does not carry yet is begun.

        Raises
        ------
        KeyError
            If there is none.
        """
        layer = self[key]
        if part == "colour":
            return layer.sheet
        if part in QUALITIES and layer.kind in CARRIERS:
            return layer.values.setdefault(part, Sheet(self.grain.count, NOTHING))
        if part != "mask" or layer.mask is None:
            raise KeyError(part)
        return layer.mask

    def still(self) -> Painting:
        """The layers as they are now, in arrays of their own."""
        return self.with_layers([v.with_sheets(Sheet.copy) for v in self.layers])

    def renumbered(self, grain: Grain, row: IndexArray) -> Painting:
        """The same colours on other samples: sample i of those is sample `row[i]` of these."""
        made = Painting(grain, [v.with_sheets(lambda s: s.renumbered(row)) for v in self.layers])
        if len(self.ground_roughness):
            made.ground_roughness = self.ground_roughness[row]
        return made


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


def ground_layer(grain: Grain, colour: ByteArray, key: str = "ground", name: str = "Ground") -> ColourLayer:
    """The colour of vertices (n, 4) as a layer: exact at the vertices, linear between them in sRGB."""
    at = np.round(grain.spread(colour)).astype(np.uint8)
    at[: len(colour)] = colour
    at[:, 3] = 255
    return ColourLayer(key, name, "paint", Sheet.of_dense(at, CLEAR))


def ground_roughness(surface: Surface, grain: Grain) -> ByteArray:
    """How rough a surface is at all samples, (N,) uint8; empty if it is so as untouched clay."""
    if (surface.roughness == ROUGH).all():
        return np.empty(0, np.uint8)
    return np.round(grain.spread(surface.roughness)[:, 0]).astype(np.uint8)


def alike(layers: Iterable[ColourLayer], others: Iterable[ColourLayer]) -> bool:
    """Whether two stacks hold the same bytes and the same settings."""
    a, b = list(layers), list(others)
    empty = Sheet(max((v.sheet.count for v in a), default=0), NOTHING)

    def same(x: Sheet | None, y: Sheet | None) -> bool:
        return (x is None and y is None) or (x is not None and y is not None and np.array_equal(x.dense(), y.dense()))

    return len(a) == len(b) and all(
        (x.id, x.name, x.kind, x.opacity, x.mode, x.visible, x.locked, x.clip, x.adjustment, x.parent, x.depth)
        == (y.id, y.name, y.kind, y.opacity, y.mode, y.visible, y.locked, y.clip, y.adjustment, y.parent, y.depth)
        and same(x.sheet, y.sheet)
        and same(x.mask, y.mask)
        and all(same(x.values.get(k) or empty, y.values.get(k) or empty) for k in {*x.values, *y.values})
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
    made.write("a", rows, np.full((2, 2), 200, np.uint8), "roughness")
    made.write("a", rows, np.full((2, 2), 200, np.uint8), "height")
    qualities.warm(made.layers)
    Painting(grain, [ground]).refresh(np.zeros(1, INDEX))
    kernels.separable(1, 0.5, 0.5)
    kernels.whole(14, np.ones(3, np.float32), np.ones(3, np.float32), np.ones(3, np.float32))
    kernels.first_met(rows, np.zeros(9, INDEX), 1, mask.at(rows), np.empty(2, INDEX), np.empty((2, 1), np.uint8))
    kernels.first_met(
        rows, np.zeros(9, INDEX), 1, made["a"].sheet.at(rows), np.empty(2, INDEX), np.empty((2, 4), np.uint8)
    )


warmup.register("colour layers", _warm)
