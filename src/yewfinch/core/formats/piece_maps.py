"""All that a piece is painted with, as maps by its texture places, or by places laid out for the purpose."""

from __future__ import annotations

from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.surface.channel_spec import ROUGH
from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.skin.colour_map import layout, normal_map, size_for
from yewfinch.core.skin.paint_transfer import Source
from yewfinch.core.skin.qualities import LOOKS
from yewfinch.core.skin.unwrap import unwrapped

#: Maps that can be asked for, and what they are called.
MAPS = {
    "colour": "Colour",
    "roughness": "Roughness",
    "metallic": "Metallic",
    "wetness": "Wetness",
    "opacity": "Opacity",
    "height": "Fine height",
    "normal": "Normals of the fine height",
}

Pictures = dict[str, npt.NDArray[Any]]


def texture_corners(piece: Piece) -> FloatArray | None:
    """Texture places of the corners of a piece's faces, (m, 4, 2), v upwards; None if it has none."""
    if piece.texture is not None:
        return piece.texture.corners(piece.surface.faces)
    return None if piece.corners is None else piece.corners.uv


def laid_out(piece: Piece, progress: Progress = silent) -> FloatArray:
    """Its texture places, or some that are made now, (m, 4, 2), v upwards."""
    found = texture_corners(piece)
    return unwrapped(piece.surface, progress) if found is None else found


def maps_of(
    piece: Piece,
    corners: FloatArray,
    size: int | None = None,
    wanted: tuple[str, ...] = (),
    progress: Progress = silent,
) -> Pictures:
    """Maps of a piece.

    Parameters
    ----------
    piece : Piece
    corners : (m, 4, 2) float32
    size : int, optional
        Side in pixels; as fine as the colour samples if not given.
    wanted : tuple of str
        Keys of `MAPS`; colour, and what its layers carry, if empty.
    progress : Progress
        May cancel.

    Returns
    -------
    dict of str to (size, size, c)
        uint8, or float32 mm of heights; colour is sRGB with alpha, normals as glTF 2.0 wants them.

    Raises
    ------
    YewfinchError
        If the size makes no sense.
    """
    surface = piece.surface
    source = Source.plain(surface) if piece.painting is None else Source(surface, piece.painting)
    painting = source.painting
    looks, height = painting.looks, painting.height
    names = wanted or ("colour", *(LOOKS if looks is not None else ()), *(("normal",) if height is not None else ()))
    side = size_for(surface, piece.painting, corners) if size is None else size
    made = layout(surface, painting.grain, corners, side)
    values: dict[str, npt.NDArray[Any]] = {"colour": painting.shown}
    if looks is None and any(k in names for k in LOOKS):
        looks = np.tile(np.array([ROUGH, 0, 0, 255], np.uint8), (painting.grain.count, 1))
        if (surface.roughness != ROUGH).any():
            looks[:, 0] = np.round(painting.grain.spread(surface.roughness)[:, 0])
    if looks is not None:
        values["looks"] = looks
    if "height" in names or "normal" in names:
        values["height"] = (np.zeros(painting.grain.count, np.float32) if height is None else height)[:, None]
    baked: Pictures = made.bake(values, part(progress, 0.0, 0.9))
    out: Pictures = {}
    for name in names:
        if name in LOOKS:
            column = LOOKS.index(name)
            out[name] = np.ascontiguousarray(baked["looks"][..., column : column + 1])
        elif name == "normal":
            out[name] = normal_map(made, np.asarray(baked["height"][..., 0], np.float32))
        else:
            out[name] = baked[name]
    return out
