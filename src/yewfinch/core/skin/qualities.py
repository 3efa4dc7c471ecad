"""What colour layers carry besides colour: how rough, metallic, wet and opaque skin is, and its fine height.

A layer holds each of these as values with a weight, both of 0 to 255: where the weight is 0 the layers below count.
Blend modes mean colour only; opacity, mask, clipping and groups mean these values, too. Heights are added up.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.mesh.surface.channel_spec import ROUGH
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, ByteArray, FloatArray, IndexArray
from yewfinch.core.skin import _layer_kernels, _quality_kernels
from yewfinch.core.skin.colour_layer import DEPTH, ColourLayer
from yewfinch.core.skin.composing import PART, composed_over_nothing
from yewfinch.core.skin.sheet import Sheet


@dataclass(frozen=True)
class Quality:
    """One of them.

    Attributes
    ----------
    id, title : str
    says : str
        What it does, for a tool tip.
    rest : int
        Of untouched clay, 0 to 255.
    usual : int
        What is laid on if nothing was chosen.
    """

    id: str
    title: str
    says: str
    rest: int
    usual: int


#: Fine height lies in the middle of its bytes where there is none; all the way it is the layer's depth.
LEVEL, REACH = 128, 127
#: How high or deep the fine height of a layer may go at most, mm.
SHALLOWEST, DEEPEST = 0.05, 5.0

#: All of them. The first four are kept side by side in this order, the last one apart.
QUALITIES: dict[str, Quality] = {
    q.id: q
    for q in (
        Quality("roughness", "Roughness", "How matt it is: 20 % a wet lip, 40 % an oily nose, 60 % clay", ROUGH, 77),
        Quality("metallic", "Metallic", "100 % is bare metal, for jewellery and casts", 0, 255),
        Quality("wetness", "Wetness", "A film of water over it, with a sharp gleam of its own", 0, 255),
        Quality("opacity", "Opacity", "Below 100 % what lies behind shows through", 255, 128),
        Quality("height", "Fine height", "A bump or a pit that is seen but does not move the clay", LEVEL, LEVEL + 25),
    )
}
LOOKS = tuple(QUALITIES)[:4]
#: Nothing laid on.
NOTHING = (0, 0)
#: Kinds of layers that carry them.
CARRIERS = ("paint", "fill")

_NO_BYTES = np.empty(0, np.uint8)
_NO_SLOT, _NO_POOL = np.empty(0, INDEX), np.empty((0, LEAF_ROWS, 1), np.uint8)


def in_mm(value: float, depth: float) -> float:
    """The height, mm, that a byte means on a layer of a depth, mm."""
    return (value - LEVEL) / REACH * depth


def carried_by(layers: Sequence[ColourLayer]) -> tuple[str, ...]:
    """Which of them any of some layers carries, in the order of `QUALITIES`."""
    found = {k for v in layers if v.kind in CARRIERS for k, s in v.values.items() if s.plain[1] or len(s.leaves)}
    return tuple(k for k in QUALITIES if k in found)


def laid(layers: Sequence[ColourLayer], quality: str, leaves: IndexArray) -> FloatArray:
    """What layers, the uppermost first, come to in one quality at leaves (l,): (l, 512, 2) float32.

    The value times its weight, 0 to 1, and the weight; of heights mm, and no weight.
    """
    acc = np.zeros((len(leaves), LEAF_ROWS, 2), np.float32)
    _lay(layers, "", quality, leaves, acc)
    return acc


def refresh(
    layers: Sequence[ColourLayer],
    leaves: IndexArray,
    looks: ByteArray,
    height: FloatArray | None,
    roughness: ByteArray = _NO_BYTES,
) -> None:
    """Work out at some leaves what is seen besides colour.

    Parameters
    ----------
    layers : sequence of ColourLayer
        The uppermost first.
    leaves : (l,) int32
    looks : (N, 4) uint8
        As `LOOKS`; written to.
    height : (N,) float32 or None
        Fine heights, mm; written to.
    roughness : (N,) uint8
        Of what lies below all layers; untouched clay's if empty.
    """
    carried = carried_by(layers)
    for first in range(0, len(leaves), PART):
        some = np.ascontiguousarray(leaves[first : first + PART])
        for column, name in enumerate(LOOKS):
            acc = laid(layers, name, some) if name in carried else np.zeros((len(some), LEAF_ROWS, 2), np.float32)
            below = roughness if name == "roughness" else _NO_BYTES
            _quality_kernels.stored(some, acc, QUALITIES[name].rest, below, column, looks)
        if height is not None:
            _quality_kernels.raised(some, laid(layers, "height", some), height)


def merged(layers: Sequence[ColourLayer], count: int) -> tuple[dict[str, Sheet], float]:
    """What layers come to over nothing, as sheets of one layer, and its depth, mm."""
    leaves = np.arange((count + LEAF_ROWS - 1) >> LEAF_SHIFT, dtype=INDEX)
    out: dict[str, Sheet] = {}
    depth = DEPTH
    for name in carried_by(layers):
        acc = np.concatenate([laid(layers, name, leaves[k : k + PART]) for k in range(0, len(leaves), PART)])
        flat = acc.reshape(-1, 2)[:count]
        values = np.zeros((count, 2), np.uint8)
        if name == "height":
            depth = float(np.clip(np.abs(flat[:, 0]).max(initial=SHALLOWEST), SHALLOWEST, DEEPEST))
            values[:, 0] = np.clip(np.round(LEVEL + REACH * flat[:, 0] / depth), 1, 255)
            values[:, 1] = np.where(values[:, 0] == LEVEL, 0, 255)
        else:
            values[:, 0] = np.round(255.0 * flat[:, 0] / np.maximum(flat[:, 1], 1e-6))
            values[:, 1] = np.round(255.0 * flat[:, 1])
        values[values[:, 1] == 0] = 0
        out[name] = Sheet.of_dense(values, NOTHING)
    return out, depth


def _lay(layers: Sequence[ColourLayer], parent: str, quality: str, leaves: IndexArray, acc: FloatArray) -> None:
    """Lay the layers of a group over what is there, the lowest first."""
    own = [v for v in reversed(layers) if v.parent == parent]
    cover: FloatArray | None = None  # how much the layer that others are clipped to shows
    shown = True
    for at, layer in enumerate(own):
        if not layer.clip:
            shown = layer.visible
            followed = at + 1 < len(own) and own[at + 1].clip
            cover = _cover(layers, layer, leaves) if shown and followed else None
        if not (shown and layer.visible):
            continue
        over = cover if layer.clip else None
        if layer.kind == "group":
            if not any(quality in v.values for v in layers):
                continue
            inner = np.zeros_like(acc)
            _lay(layers, layer.id, quality, leaves, inner)
            _quality_kernels.joined(leaves, inner, *_weights(layer, over), acc)
        elif layer.kind in CARRIERS and quality in layer.values:
            s = layer.values[quality]
            step = np.float32(layer.depth / REACH) if quality == "height" else np.float32(0.0)
            _quality_kernels.laid(leaves, s.slot, s.pool, s.plain, *_weights(layer, over), step, acc)


def _weights(
    layer: ColourLayer, cover: FloatArray | None
) -> tuple[IndexArray, ByteArray, bool, np.float32, FloatArray, bool]:
    """What a layer counts for, as the loops want it: its mask, its opacity, and what it is clipped to."""
    slot, pool = (_NO_SLOT, _NO_POOL) if layer.mask is None else (layer.mask.slot, layer.mask.pool)
    held = np.empty((0, 0), np.float32) if cover is None else cover
    return slot, pool, layer.mask is not None, np.float32(layer.opacity), held, cover is not None


def _cover(layers: Sequence[ColourLayer], layer: ColourLayer, leaves: IndexArray) -> FloatArray:
    """How much a layer's colour shows at leaves, (l, 512), 0 to 1, whatever its opacity."""
    alone = replace(layer, opacity=1.0, mode="normal", clip=False, parent="")
    inside = [v for v in layers if v.parent == layer.id] if layer.kind == "group" else []
    return np.ascontiguousarray(composed_over_nothing([alone, *inside], leaves)[..., 3])


def warm(layers: Sequence[ColourLayer]) -> None:
    """Compile the loops, by layers that carry something."""
    one = np.zeros(1, INDEX)
    looks, height = np.zeros((LEAF_ROWS, 4), np.uint8), np.zeros(LEAF_ROWS, np.float32)
    refresh(layers, one, looks, height)
    rows, values = np.array([1, 2], INDEX), np.zeros((2, 2), np.uint8)
    _layer_kernels.first_met(rows, np.zeros(9, INDEX), 1, values, np.empty(2, INDEX), np.empty((2, 2), np.uint8))
