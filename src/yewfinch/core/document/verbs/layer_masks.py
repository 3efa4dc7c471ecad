"""Masks of colour layers: from the clay's own mask, from regions, hollows, facing, distance and colour."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.painting import laid, paintable, painting_of
from yewfinch.core.sculpt import mask_makers
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.colour import to_lab
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.colour_layer import OPEN
from yewfinch.core.skin.sheet import Sheet


def set_mask(portrait: Portrait, piece: str, key: str, mask: ByteArray | None) -> Edit:
    """Give a layer a mask of all samples, (N, 1) uint8, 255 where it shows; None takes it away."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    layer = painting[key]
    if mask is not None and mask.shape != (painting.grain.count, 1):
        raise ValueError(phrase("a mask of shape {0} for {1} samples", mask.shape, painting.grain.count))
    made = replace(layer, mask=None if mask is None else Sheet.of_dense(mask, OPEN))
    name = phrase("Mask of {0}", layer.name) if mask is not None else phrase("No mask for {0}", layer.name)
    return laid(held, painting, painting.changed(made).layers, name)


def mask_from_clay(portrait: Portrait, piece: str, key: str) -> Edit:
    """Let a layer show where the clay is free: the mask that lies on the clay becomes the layer's own.

    Raises
    ------
    YewfinchError
        If nothing of the clay is masked.
    """
    held = paintable(portrait, piece)
    if not held.surface.mask.any():
        raise YewfinchError("Nothing of the clay is masked. Mask what the layer is to leave out first.")
    painting = painting_of(portrait, piece)
    held_off = painting.grain.spread(held.surface.mask)
    return set_mask(portrait, piece, key, np.round(255.0 - held_off).astype(np.uint8))


def mask_from_region(portrait: Portrait, piece: str, key: str, region: str) -> Edit:
    """Let a layer show in a region of the piece only."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    if region not in held.regions:
        raise YewfinchError(phrase("'{0}' has no region '{1}'.", held.name, region))
    member = painting.grain.spread(held.regions[region][:, None])
    return set_mask(portrait, piece, key, np.round(member).astype(np.uint8))


def invert_mask(portrait: Portrait, piece: str, key: str) -> Edit:
    """Let a layer show where its mask hides it, and the other way round."""
    mask = painting_of(portrait, piece)[key].mask
    if mask is None:
        raise YewfinchError("This layer has no mask.")
    return set_mask(portrait, piece, key, 255 - mask.dense())


def mask_from_hollows(portrait: Portrait, piece: str, key: str, share: float = 0.15, *, crests: bool = False) -> Edit:
    """Let a layer show in the hollows of the form, as large a share of it as is said, or on its crests."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    found = mask_makers.hollows(held.surface, share, crests=crests)
    return set_mask(portrait, piece, key, _bytes(painting.grain.spread(found)))


def mask_from_facing(portrait: Portrait, piece: str, key: str, way: DoubleArray, degrees: float = 60.0) -> Edit:
    """Let a layer show where the form faces a way, (3,) unit, by less than so many degrees; it fades out there."""
    held = paintable(portrait, piece)
    painting = painting_of(portrait, piece)
    found = mask_makers.facing(held.surface, way, degrees)
    return set_mask(portrait, piece, key, _bytes(painting.grain.spread(found)))


def mask_from_distance(portrait: Portrait, piece: str, key: str, place: DoubleArray, reach: float) -> Edit:
    """Let a layer show round a place (3,) mm, fully there and fading out to a reach, mm.

    Raises
    ------
    YewfinchError
        If the reach is no length.
    """
    held = paintable(portrait, piece)
    if not (np.isfinite(reach) and reach > 0.0):
        raise YewfinchError("The reach of a mask has to be more than 0 mm.")
    grain = painting_of(portrait, piece).grain
    far = np.linalg.norm(grain.places(held.surface) - np.asarray(place, np.float32), axis=1) / np.float32(reach)
    t = np.clip(1.0 - far, 0.0, 1.0)
    return set_mask(portrait, piece, key, _bytes((255.0 * t * t * (3.0 - 2.0 * t))[:, None]))


def mask_from_colour(
    portrait: Portrait, piece: str, key: str, rgb: tuple[int, int, int], difference: float = 12.0
) -> Edit:
    """Let a layer show where nearly a colour is seen, sRGB 8 bit: within a difference (CIEDE2000), fading beyond."""
    paintable(portrait, piece)
    shown = painting_of(portrait, piece).shown[:, :3]
    colours, which = np.unique(shown.astype(np.uint32) @ np.array([65536, 256, 1], np.uint32), return_inverse=True)
    each = np.stack([colours >> 16, (colours >> 8) & 255, colours & 255], axis=1)
    lab = to_lab(each / 255.0)
    far = ciede2000(lab, np.broadcast_to(to_lab(np.array([rgb]) / 255.0), lab.shape))
    found = np.clip(1.5 - far / max(difference, 0.1), 0.0, 0.5) * 2.0
    return set_mask(portrait, piece, key, _bytes(255.0 * found[which][:, None]))


def _bytes(values: FloatArray | DoubleArray) -> ByteArray:
    return np.clip(np.round(values), 0.0, 255.0).astype(np.uint8)
