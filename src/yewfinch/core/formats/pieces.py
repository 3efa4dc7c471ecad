"""Between files of other formats and the pieces of a portrait."""

from __future__ import annotations

from pathlib import Path

from yewfinch.core.document.edits import Edit, PieceChange
from yewfinch.core.document.piece import Piece
from yewfinch.core.document.portrait import Portrait
from yewfinch.core.formats.exchange import Shape, format_of, read_shapes, write_shapes
from yewfinch.core.mesh.channels import ROUGH
from yewfinch.core.mesh.order import in_face_order
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.errors import BadFileError, BadSurfaceError
from yewfinch.core.shared.progress import Progress, silent


def read_pieces(path: Path, taken: set[str], progress: Progress = silent) -> list[Piece]:
    """Read a file into pieces with ids that are not taken. Long: run it in a worker.

    Raises
    ------
    BadFileError
    """
    progress(0.0, f"reading {path.name}")
    shapes = read_shapes(path)
    pieces = []
    for i, s in enumerate(shapes):
        progress(0.3 + 0.7 * i / len(shapes), f"sorting {s.name}")
        faces, rows = in_face_order(s.positions, s.faces)
        try:
            surface = Surface(s.positions[rows], faces, None if s.colour is None else s.colour[rows])
            if s.roughness is not None:
                surface.roughness[:] = s.roughness[rows]
        except BadSurfaceError as error:
            raise BadFileError(f"{path.name} cannot be used: {error}.") from error
        number = 1
        while f"piece{number}" in taken:
            number += 1
        taken = taken | {f"piece{number}"}
        pieces.append(Piece(f"piece{number}", s.name.replace("_", " ")[:80] or path.stem, surface))
    progress(1.0, "done")
    return pieces


def add_pieces(portrait: Portrait, pieces: list[Piece], name: str) -> None:
    """Add pieces as one undoable edit."""
    portrait.perform(Edit(name, tuple(PieceChange(None, p) for p in pieces)))


def export(portrait: Portrait, path: Path) -> str:
    """Write all visible pieces; returns what to tell the user about units and colours.

    Raises
    ------
    BadFileError
    """
    kind = format_of(path)
    shapes = [
        Shape(
            p.name, p.surface.positions, p.surface.faces, p.surface.colour,
            None if p.texture is None else p.texture.corners(p.surface.faces),
            p.surface.roughness if (p.surface.roughness != ROUGH).any() else None,
        )
        for p in portrait.pieces.values()
        if p.visible
    ]
    if not shapes:
        raise BadFileError("Every piece is hidden: there is nothing to export. Show one first.")
    write_shapes(path, shapes)
    colours = "with colours" if kind.colours else "without colours, which the format does not carry"
    return f"Exported {path.name}: {kind.units}, {colours}."
