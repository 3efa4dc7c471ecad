"""Pictures that a model came with, laid onto its samples as a colour layer."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.shared.arrays import ByteArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.skin.colour_layer import CLEAR, ColourLayer
from yewfinch.core.skin.colour_layers import Painting, ground_layer
from yewfinch.core.skin.colour_map import on_samples
from yewfinch.core.skin.grain import Grain, grain_of, steps_for
from yewfinch.core.skin.paint_transfer import GROUND
from yewfinch.core.skin.qualities import NOTHING
from yewfinch.core.skin.sheet import Sheet

#: How far samples lie apart, mm, whatever the pictures; and how many there are at most.
_FINEST, _COARSEST, _MOST = 0.1, 5.0, 10_000_000


def with_pictures(piece: Piece, pictures: Sequence[Mapping[str, ByteArray]], pictured: IndexArray) -> Piece:
    """A piece with the pictures it came with on a layer over its ground, about as fine as they are.

    Parameters
    ----------
    piece : Piece
        With texture places of its corners.
    pictures : sequence of mappings of str to (h, w, c) uint8
        Of each material: colour (sRGB), roughness, metallic, wetness, opacity; top row first.
    pictured : (m,) int32
        Which of them each face shows; -1 for none.
    """
    corners = piece.corners
    if corners is None or not (pictured >= 0).any():
        return piece
    surface = piece.surface
    grain = _grain(piece, corners.uv, pictures, pictured)
    if grain is None:
        return piece
    out = np.zeros((grain.count, 4), np.uint8)
    values: dict[str, ByteArray] = {}
    for number, material in enumerate(pictures):
        shows = pictured == number
        if not shows.any():
            continue
        tiled = corners.uv - np.floor(corners.uv.min(axis=1, keepdims=True))  # pictures go on beyond their rims
        member = np.zeros((len(surface), 1), np.uint8)
        member[np.unique(surface.faces[shows])] = 255
        where = grain.spread(member)[:, 0] > 254.0
        for name, picture in material.items():
            if name == "colour":
                out[where] = on_samples(grain, tiled, picture)[where]
                continue
            table = values.setdefault(name, np.zeros((grain.count, 2), np.uint8))
            table[where, 0] = on_samples(grain, tiled, np.repeat(picture[..., :1], 3, axis=2))[where, 0]
            table[where, 1] = 255
    layer = ColourLayer(
        "map",
        "Map",
        "paint",
        Sheet.of_dense(out, CLEAR),
        values={k: Sheet.of_dense(v, NOTHING) for k, v in values.items()},
    )
    own = ColourLayer("paint1", "Paint", "paint", Sheet(grain.count, CLEAR))
    made = Painting(grain, [own, layer, ground_layer(grain, surface.colour, GROUND)])
    surface.colour[:] = made.shown[: len(surface)]
    return replace(piece, painting=made)


def _grain(
    piece: Piece, uv: FloatArray, pictures: Sequence[Mapping[str, ByteArray]], pictured: IndexArray
) -> Grain | None:
    """Samples about as fine as the finest picture; None if the surface is too dense for any."""
    surface = piece.surface
    at = surface.positions[surface.faces].astype(np.float64)
    area = np.linalg.norm(np.cross(at[:, 2] - at[:, 0], at[:, 3] - at[:, 1]), axis=1) / 2.0
    a, b = uv[:, 2] - uv[:, 0], uv[:, 3] - uv[:, 1]
    flat = np.abs(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0]) / 2.0
    sizes = [max((p.shape[0] * p.shape[1] for p in m.values()), default=1) for m in pictures]
    pixels = np.array(sizes, float)[np.maximum(pictured, 0)]
    shown = pictured >= 0
    spread = float(np.sqrt(area[shown].sum() / max(float((flat * pixels)[shown].sum()), 1.0)))
    least = float(np.sqrt(area.sum() / _MOST))
    try:
        return grain_of(surface, steps_for(surface, float(np.clip(spread, max(_FINEST, least), _COARSEST))))
    except YewfinchError:
        return None
