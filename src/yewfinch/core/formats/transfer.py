"""Between files of other formats and the pieces of a portrait."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

import numpy as np

from yewfinch.core.document.model.edits import Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.formats.exchange.model import UNITS, Model, Shape, exported
from yewfinch.core.formats.imported_maps import with_pictures
from yewfinch.core.formats.model_files import format_of, read_model, write_shapes
from yewfinch.core.formats.piece_maps import Pictures, laid_out, maps_of, texture_corners
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError, BadSurfaceError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Formats that carry maps.
_MAPPED = (".glb", ".obj")


def read_pieces(path: Path, taken: set[str], progress: Progress = silent, unit: str | None = None) -> list[Piece]:
    """Read a file into pieces with ids that are not taken. Long: run it in a worker.

    Parameters
    ----------
    path : Path
    taken : set of str
    progress : Progress
    unit : str, optional
        Of its numbers, a key of `UNITS`; as it says, or the likely one, if not given.

    Raises
    ------
    BadFileError
    """
    progress(0.0, f"reading {path.name}")
    model = read_model(path)
    return pieces_of(model, path.name, taken, unit or model.likely(), progress)


def pieces_of(model: Model, name: str, taken: set[str], unit: str, progress: Progress = silent) -> list[Piece]:
    """Pieces of a model that was read, with ids that are not taken. Long.

    Raises
    ------
    BadFileError
        If a body cannot be used, for instance because it is kilometres large.
    """
    shapes = model.in_mm(unit)
    pieces = []
    number = 0
    for i, s in enumerate(shapes):
        progress(0.3 + 0.7 * i / len(shapes), f"sorting {s.name}")
        faces, rows = in_face_order(s.positions, s.faces)
        try:
            surface = Surface(s.positions[rows], faces, None if s.colour is None else s.colour[rows])
        except BadSurfaceError as error:
            raise BadFileError(phrase("{0} cannot be used: {1}.", name, error)) from error
        for key, values in s.channels.items():
            surface.channels[key][:] = values[rows]
        corners, pictured = None, None
        if s.corners is not None:
            new = np.empty(len(rows), np.int32)
            new[rows] = np.arange(len(rows), dtype=np.int32)
            corners = CornerPlaces.in_order_of(new[s.faces], s.corners, surface.faces)
            if s.pictures and s.pictured is not None:
                each = np.repeat(s.pictured.astype(np.float32), 8).reshape(-1, 4, 2)
                pictured = CornerPlaces.in_order_of(new[s.faces], each, surface.faces).uv[:, 0, 0].astype(np.int32)
        number += 1
        while f"piece{number}" in taken:
            number += 1
        pieces.append(
            Piece(
                f"piece{number}",
                s.name.replace("_", " ").strip()[:80] or Path(name).stem[:80],
                surface,
                corners=corners,
            )
        )
        if pictured is not None:
            progress(0.3 + 0.7 * (i + 0.5) / len(shapes), f"laying the pictures of {s.name} on")
            pieces[-1] = with_pictures(pieces[-1], s.pictures, pictured)
    progress(1.0, "done")
    return pieces


def told_of(found: list[Piece], model: Model, unit: str) -> str:
    """What was read, in a sentence or more: vertices, height and unit, and what was left out."""
    count = sum(len(p.surface) for p in found)
    why = "as the file says" if model.unit == unit else "as you chose"
    return " ".join(
        [
            f"{grouped(count)} vertices, {model.height * UNITS[unit][1]:.0f} mm at its longest, taken as "
            f"{UNITS[unit][0]} {why}.",
            *model.notes,
        ]
    )


def renamed(pieces: list[Piece], portrait: Portrait) -> list[Piece]:
    """The same pieces with ids that no piece of a portrait has, as it may have got others while they were read."""
    taken = set(portrait.pieces)
    out = []
    for piece in pieces:
        number = 1
        key = piece.id
        while key in taken:
            key, number = f"piece{number}", number + 1
        taken.add(key)
        out.append(replace(piece, id=key))
    return out


def add_pieces(portrait: Portrait, pieces: list[Piece], name: str) -> None:
    """Add pieces as one undoable edit."""
    portrait.perform(Edit(name, tuple(PieceChange(None, p) for p in pieces)))


def export(portrait: Portrait, path: Path, progress: Progress = silent) -> str:
    """Write all visible pieces; returns what to tell the user about units and colours. `progress` may cancel it until
    the writing begins.

    Raises
    ------
    BadFileError
    """
    kind = format_of(path)
    shapes: list[Shape] = []
    for p in portrait.pieces.values():
        if p.visible:
            now, then = (0.8 * (len(shapes) + k) / len(portrait.pieces) for k in (0, 1))
            progress(now, f"gathering {p.name}")
            shapes.append(_shape(p, kind.suffix, part(progress, now, then)))
    if not shapes:
        raise BadFileError("Every piece is hidden: there is nothing to export. Show one first.")
    progress(0.8, f"writing {path.name}")
    write_shapes(path, shapes)
    colours = "with colours" if kind.colours else "without colours, which the format does not carry"
    mapped = sum(bool(s.maps) for s in shapes)
    if mapped:
        colours = f"with colours, and maps of {mapped} of its pieces"
    return f"Exported {path.name}: {kind.units}, {colours}."


def _shape(p: Piece, suffix: str, progress: Progress) -> Shape:
    """A piece on its way out; painted ones take maps along where the format carries them, laid out flat for it if they
    have no texture places.
    """
    corners, surface = texture_corners(p), p.surface
    maps: Pictures = {}
    if suffix in _MAPPED and p.painting is not None:
        corners = laid_out(p, progress)
        maps = maps_of(p, corners, progress=progress)
    return Shape(
        p.name,
        surface.positions,
        surface.faces,
        surface.colour,
        corners,
        {s.name: values for s in exported() if not s.is_plain(values := surface.channels[s.name])},
        normals=surface.normals if suffix == ".glb" else None,
        maps=maps,
    )
