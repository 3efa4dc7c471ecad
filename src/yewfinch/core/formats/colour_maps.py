"""Maps of a piece as picture files by its texture places: written, and read onto a layer."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np

from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import layer_values, painting
from yewfinch.core.formats.picture_files import WRITERS, reach_of, read_picture
from yewfinch.core.formats.piece_maps import MAPS, maps_of, texture_corners
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.shared.arrays import ByteArray, FloatArray
from yewfinch.core.shared.errors import BadFileError, YewfinchError
from yewfinch.core.shared.files import write_atomic
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.skin.colour_map import on_samples
from yewfinch.core.skin.unwrap import unwrapped


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
            phrase(
                "'{0}' has no texture places. Lay it out flat first; base heads and models that came "
                "with coordinates have some.",
                piece.name,
            )
        )
    return corners


def lay_out(portrait: Portrait, piece: str, progress: Progress = silent) -> Edit:
    """Give a piece texture places: charts of what looks the same way, side by side.

    They belong to its faces as they are; a remesh or a step between levels ends them.

    Raises
    ------
    YewfinchError
        If the piece cannot be worked on, has places already, or has too many faces.
    """
    held = painting.paintable(portrait, piece)
    if texture_corners(held) is not None:
        raise YewfinchError(phrase("'{0}' has texture places already.", held.name))
    places = CornerPlaces(held.surface.faces, unwrapped(held.surface, progress))
    return Edit(f"Lay {held.name} out flat", (PieceChange(held, replace(held, corners=places)),))


def write_maps(
    portrait: Portrait,
    piece: str,
    path: Path,
    wanted: tuple[str, ...] = ("colour",),
    size: int | None = None,
    progress: Progress = silent,
) -> str:
    """Write maps of a piece as PNG or TIFF, with colour beyond its rims; returns what to tell.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    path : Path
        Its suffix says which kind. Of several maps each is called by its key after the file's own name.
    wanted : tuple of str
        Keys of `piece_maps.MAPS`; colour and all that layers carry if empty.
    size : int, optional
        Side in pixels; as fine as the colour samples if not given.
    progress : Progress
        May cancel until the writing begins.

    Raises
    ------
    YewfinchError
        If the piece has no texture places, or the place cannot be written.
    """
    write = WRITERS.get(path.suffix.lower())
    if write is None:
        raise BadFileError(phrase("{0}: maps are written as PNG or TIFF.", path.name))
    held = portrait.pieces[piece]
    maps = maps_of(held, places_of(held), size, wanted, part(progress, 0.0, 0.7))
    files = {}
    for i, (name, picture) in enumerate(maps.items()):
        file = path if len(maps) == 1 else path.with_name(f"{path.stem}-{name}{path.suffix}")
        progress(0.7 + 0.3 * i / len(maps), f"packing {file.name}")
        files[file] = write(picture)
    for file, data in files.items():
        write_atomic(file, data)
    side = len(next(iter(maps.values())))
    told = ", ".join(MAPS[k].lower() for k in maps)
    more = ""
    if "height" in maps:
        reach = f"{reach_of(maps['height']):.3f} mm"
        more = " Heights are millimetres." if path.suffix.lower() != ".png" else f" Middle grey is 0, white {reach}."
    return f"Wrote {path.name}: {told} of {held.name}, {side} x {side} pixels.{more}"


def read_map(path: Path) -> ByteArray:
    """A picture file as (h, w, 3) or (h, w, 4) uint8.

    Raises
    ------
    BadFileError
        If it cannot be read, is no picture, or too large.
    """
    try:
        data = path.read_bytes()
    except OSError as error:
        raise BadFileError(phrase("{0} cannot be read ({1}).", path.name, error.strerror)) from error
    return read_picture(data, path.name)


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


def take_values(portrait: Portrait, piece: str, key: str, quality: str, path: Path) -> Edit:
    """A grey picture by texture places as what a layer carries of a quality; middle grey is no height.

    Parameters
    ----------
    portrait : Portrait
    piece, key : str
        The layer's id.
    quality : str
        A key of `qualities.QUALITIES`.
    path : Path

    Raises
    ------
    YewfinchError
        If the piece has no texture places or layers, the layer carries colour only, or the file is no picture.
    """
    held = painting.paintable(portrait, piece)
    paint = painting.painting_of(portrait, piece)
    picture = on_samples(paint.grain, places_of(held), read_map(path))
    values = np.empty((paint.grain.count, 2), np.uint8)
    values[:, 0] = np.round(picture[:, :3].mean(axis=1))
    values[:, 1] = picture[:, 3]
    return layer_values.put(portrait, piece, key, quality, values)
