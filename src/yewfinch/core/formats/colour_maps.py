"""Colour maps as picture files: a piece's colour by its texture places written, and one read onto a layer."""

from __future__ import annotations

import io
from pathlib import Path

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import painting
from yewfinch.core.formats.transfer import texture_corners
from yewfinch.core.shared.arrays import ByteArray, FloatArray
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.pictures import reading
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin.colour_map import baked, on_samples, size_for

#: Pixels of a picture that is read, at most; kinds of files.
_MOST = 16384 * 16384
KINDS = ("PNG", "JPEG", "TIFF", "WEBP")


def places_of(piece: Piece) -> FloatArray:
    """Texture places of a piece's corners.

    Raises
    ------
    YewfinchError
        If it has none.
    """
    corners = texture_corners(piece)
    if corners is None:
        raise YewfinchError(
            f"'{piece.name}' has no texture places. Base heads have some, and models that came with coordinates."
        )
    return corners


def write_map(portrait: Portrait, piece: str, path: Path, size: int | None = None, progress: Progress = silent) -> str:
    """Write a piece's colour as a PNG, sRGB, with colour beyond its rims; returns what to tell.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    path : Path
    size : int, optional
        Side in pixels; as fine as the colour samples if not given.
    progress : Progress
        May cancel until the writing begins.

    Raises
    ------
    YewfinchError
        If the piece has no texture places, or the place cannot be written.
    """
    from PIL import Image

    held = portrait.pieces[piece]
    corners = places_of(held)
    side = size_for(held.surface, held.painting, corners) if size is None else size
    progress(0.1, "working out the map")
    picture = baked(held.surface, held.painting, corners, side)
    progress(0.7, f"writing {path.name}")
    out = io.BytesIO()
    Image.fromarray(picture).save(out, "PNG")
    write_atomic(path, out.getvalue())
    return f"Wrote {path.name}: the colour of {held.name}, {side} x {side} pixels."


def read_map(path: Path) -> ByteArray:
    """A picture file as (h, w, 3) or (h, w, 4) uint8.

    Raises
    ------
    BadFileError
        If it is no picture, or too large.
    """
    from PIL import Image

    try:
        data = path.read_bytes()
    except OSError as error:
        raise BadFileError(f"{path.name} cannot be read ({error.strerror}).") from error
    sentence = f"{path.name} is no picture that can be read. Use a PNG, JPEG, TIFF or WebP file."
    with reading(sentence), Image.open(io.BytesIO(data), formats=KINDS) as image:
        if image.width * image.height > _MOST:
            raise BadFileError(f"{path.name} has {image.width} x {image.height} pixels, which is too many.")
        image.load()
        return np.asarray(image.convert("RGBA" if "A" in image.getbands() else "RGB"), np.uint8)


def take_map(portrait: Portrait, piece: str, path: Path) -> tuple[Edit, str]:
    """A picture by texture places as a layer on top of a piece's others; its id with it.

    Raises
    ------
    YewfinchError
        If the piece has no texture places or layers, or the file is no picture.
    """
    held = painting.paintable(portrait, piece)
    paint = painting.painting_of(portrait, piece)
    return painting.put(
        portrait, piece, path.stem[:60] or "Map", on_samples(paint.grain, places_of(held), read_map(path))
    )
