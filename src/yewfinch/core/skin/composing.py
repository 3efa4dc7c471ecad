"""What the colours of layers that lie on each other come to.

Colours are blended in sRGB, as the W3C says; layers that lie over others hide, shade or adjust these, within their
masks.

References
----------
W3C Compositing and Blending Level 1.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.mesh.surface.channel_spec import CLAY
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, ByteArray, FloatArray, IndexArray
from yewfinch.core.skin import _layer_kernels as kernels
from yewfinch.core.skin import _pigment_kernels
from yewfinch.core.skin.colour_layer import CLEAR, NUMBER, ColourLayer
from yewfinch.core.skin.pigments import curves, flat_tables
from yewfinch.core.skin.sheet import Sheet

#: Leaves that are worked out in one go: what is in between stays in the processor's cache.
PART = 256
_NO_SLOT, _NO_POOL = np.empty(0, INDEX), np.empty((0, LEAF_ROWS, 1), np.uint8)


def composed(layers: Sequence[ColourLayer], leaves: IndexArray) -> FloatArray:
    """What layers come to over untouched clay, (l, 512, 4) float32, 0 to 1, at some leaves (l,) of samples."""
    acc = np.empty((len(leaves), LEAF_ROWS, 4), np.float32)
    acc[:] = np.array(CLAY, np.float32) / np.float32(255.0)
    _lay(layers, "", leaves, acc, opaque=True)
    return acc


def composed_over_nothing(layers: Sequence[ColourLayer], leaves: IndexArray) -> FloatArray:
    """What layers come to over nothing, (l, 512, 4) float32, 0 to 1, colour multiplied by alpha."""
    acc = np.zeros((len(leaves), LEAF_ROWS, 4), np.float32)
    _lay(layers, "", leaves, acc, opaque=False)
    return acc


def flattened(layers: Sequence[ColourLayer], count: int) -> Sheet:
    """What layers come to over nothing, as one sheet of so many samples: sRGB with alpha."""
    out = np.zeros((((count + LEAF_ROWS - 1) >> LEAF_SHIFT), LEAF_ROWS, 4), np.uint8)
    leaves = np.arange(len(out), dtype=INDEX)
    for first in range(0, len(leaves), PART):
        acc = composed_over_nothing(layers, leaves[first : first + PART])
        acc[..., :3] /= np.maximum(acc[..., 3:], 1e-6)
        out[first : first + PART] = np.clip(acc * 255.0 + 0.5, 0.0, 255.0).astype(np.uint8)
    return Sheet.of_dense(out.reshape(-1, 4)[:count], CLEAR)


def _lay(layers: Sequence[ColourLayer], parent: str, leaves: IndexArray, acc: FloatArray, *, opaque: bool) -> None:
    """Lay the layers of a group over what is there, the lowest first."""
    own = [v for v in reversed(layers) if v.parent == parent]
    moves: list[FloatArray] = []
    run: list[ColourLayer] = []
    at = 0
    while at < len(own):
        base, end = own[at], at + 1
        while end < len(own) and own[end].clip:
            end += 1
        clipped = [v for v in own[at + 1 : end] if v.visible]
        at = end
        if not base.visible:
            continue
        if base.kind in ("paint", "fill") and base.mode == "normal" and not clipped:
            _move(moves, acc)
            run.append(base)
            continue
        _cover(run, leaves, acc)
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
    _cover(run, leaves, acc)
    _move(moves, acc)


def _cover(run: list[ColourLayer], leaves: IndexArray, acc: FloatArray) -> None:
    """Lay sheets that lie normally over each other over what is there, and empty their list."""
    if run:
        sheets = _Sheets(run)
        kernels.covered(leaves, *sheets.arrays, acc)
        run.clear()


class _Sheets:
    """Sheets and masks of layers as loops take them: by the addresses of their arrays, which it keeps alive."""

    def __init__(self, layers: Sequence[ColourLayer]) -> None:
        n = len(layers)
        self._held = [(s.slot, s.pool) for v in layers for s in (v.sheet, v.mask) if s is not None]
        address, plain = np.zeros((4, n), np.int64), np.empty((n, 4), np.uint8)
        opacity = np.empty(n, np.float32)
        for k, v in enumerate(layers):
            address[:2, k], plain[k], opacity[k] = v.sheet.addresses, v.sheet.plain, v.opacity
            if v.mask is not None:
                address[2:, k] = v.mask.addresses
        self.arrays = len(layers[0].sheet.slot), address[0], address[1], plain, address[2], address[3], opacity


def press(layers: Sequence[ColourLayer], leaves: IndexArray, out: ByteArray) -> None:
    """Work out what layers come to over untouched clay, at some leaves of samples, into `out` (N, 4) sRGB."""
    shown = [v for v in reversed(layers) if v.visible]
    plain = all(v.kind in ("paint", "fill") and v.mode == "normal" and not v.clip and not v.parent for v in shown)
    if shown and plain and not any(v.clip for v in layers):
        kernels.pressed(leaves, *_Sheets(shown).arrays, np.array(CLAY[:3], np.float32) / np.float32(255.0), out)
        return
    for first in range(0, len(leaves), PART):
        some = np.ascontiguousarray(leaves[first : first + PART])
        kernels.stored(some, composed(layers, some), out)


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
    kernels.blended(leaves, s.slot, s.pool, s.plain, slot, pool, masked, opacity, NUMBER[layer.mode], atop, opaque, acc)


def _join(layer: ColourLayer, leaves: IndexArray, source: FloatArray, acc: FloatArray, *, atop: bool) -> None:
    slot, pool, masked = _masked(layer)
    kernels.joined(leaves, source, slot, pool, masked, np.float32(layer.opacity), NUMBER[layer.mode], atop, acc)
