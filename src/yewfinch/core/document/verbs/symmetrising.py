"""Symmetry of shape in a portrait: one side onto the other, both onto their mean, sectors round an axis."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import tied
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.mesh.repair.symmetry import Plane, Side, evened, matched, mirrored_half
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.sectors import sectors
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Planes on offer.
Where = Literal["sitter", "across", "up", "forward"]
WHERE: dict[Where, tuple[str, str]] = {
    "sitter": ("The sitter's midline", "The plane in which all work is mirrored"),
    "across": ("Middle of the piece, left and right", "Upright, through the middle of the piece"),
    "up": ("Middle of the piece, above and below", "Level, through the middle of the piece"),
    "forward": ("Middle of the piece, front and back", "Upright from ear to ear, through the middle of the piece"),
}
_AXES = {"sitter": 0, "across": 0, "up": 1, "forward": 2}
#: Differences up to this do not count, mm.
_SAME = 1e-4


@dataclass(frozen=True)
class Report:
    """What was found.

    Attributes
    ----------
    pairs : int
        Vertices that have an image, those on the plane included.
    missing : int
        Vertices without one.
    most : float, mm
        Largest distance of a vertex from where its image wants it.
    moved : int
        Vertices that were moved.
    renewed : bool
        The net of faces was not symmetric, so one half was taken whole and welded to its image.
    """

    pairs: int
    missing: int
    most: float
    moved: int = 0
    renewed: bool = False

    def words(self) -> str:
        """What was found, as a sentence."""
        if self.renewed:
            return phrase("{0} vertices had no image, so one half was welded to its own image.", grouped(self.missing))
        text = phrase(
            "{0} vertices have an image, {1} have none; largest difference {2:.2f} mm.",
            grouped(self.pairs),
            grouped(self.missing),
            self.most,
        )
        return text + (phrase(" {0} were moved.", grouped(self.moved)) if self.moved else "")


def plane_of(piece: Piece, where: Where) -> Plane:
    """The plane that is meant for a piece."""
    axis = _AXES[where]
    normal = [0.0, 0.0, 0.0]
    normal[axis] = 1.0
    middle = piece.surface.bounds().astype(np.float64).mean(axis=0)
    point = [0.0, 0.0, 0.0] if where == "sitter" else [float(v) for v in middle]
    return Plane((point[0], point[1], point[2]), (normal[0], normal[1], normal[2]))


def looked_over(portrait: Portrait, piece: str, where: Where) -> Report:
    """How symmetric a piece is; nothing is changed."""
    held = portrait.pieces[piece]
    plane = plane_of(held, where)
    at = held.surface.positions.astype(np.float64)
    match = matched(at, held.surface.faces, plane)
    has = match.twin >= 0
    away = np.linalg.norm(at[has] - plane.image(at[match.twin[has]]), axis=1)
    return Report(int(has.sum()), match.missing, float(away.max(initial=0.0)))


def even(portrait: Portrait, piece: str, where: Where, keep: Side) -> tuple[Edit | None, Report]:
    """Make one side the image of the other, or both their mean; what is masked stays.

    Where the net of faces is not symmetric, one whole half is welded to its image.

    Returns
    -------
    Edit or None
        None if it was symmetric already.
    Report

    Raises
    ------
    YewfinchError
        If the piece may not be changed, one half is empty, or both sides are asked for where vertices have no image.
    """
    held = usable(portrait, piece)
    plane = plane_of(held, where)
    surface = held.surface
    at = surface.positions.astype(np.float64)
    match = matched(at, surface.faces, plane)
    if match.missing:
        if keep == "both":
            raise YewfinchError(
                phrase(
                    "{0} vertices of '{1}' have no image, so there is no mean of both sides. Take one "
                    "side, or remesh it.",
                    grouped(match.missing),
                    held.name,
                )
            )
        return _renewed(portrait, held, plane, keep, match.missing)
    now = evened(at, match, plane, keep)
    free = 1.0 - surface.mask.astype(np.float64) / 255.0
    now = (at + (now - at) * free).astype(np.float32)
    away = np.linalg.norm(at - plane.image(at[match.twin]), axis=1)
    rows = np.nonzero((np.abs(now - surface.positions) > 0).any(axis=1))[0].astype(np.int32)
    report = Report(len(at), 0, float(away.max(initial=0.0)), len(rows))
    if not len(rows) or report.most < _SAME:
        return None, replace(report, moved=0)
    change = RowsChange(piece, "positions", rows, surface.positions[rows].copy(), now[rows])
    return Edit(_name(held, keep), (change,)), report


def _name(piece: Piece, keep: Side) -> str:
    words = {
        "left": "Left side of {0} to the right",
        "right": "Right side of {0} to the left",
        "both": "Even both sides of {0}",
    }
    return phrase(words[keep], piece.name)


def _renewed(portrait: Portrait, held: Piece, plane: Plane, keep: Side, missing: int) -> tuple[Edit, Report]:
    surface = held.surface
    at, faces, cut, rows = mirrored_half(surface.positions.astype(np.float64), surface.faces, plane, keep)
    if not len(faces):
        raise YewfinchError(phrase("Nothing of '{0}' lies on that side.", held.name))
    ordered, order = in_face_order(at.astype(np.float32), faces)
    back = rows[order]
    own = Surface(at[order], ordered, channels=Channels.unpacked(cut.carried(surface.channels.packed())[back]))
    _see_closed(held, own)
    regions = {k: cut.carried(v)[back] for k, v in held.regions.items()}
    whole = replace(held, surface=own, regions=regions, texture=None)
    changes: list[Change] = [PieceChange(held, whole), *tied(portrait, {held.id: whole})]
    return told(portrait, Edit(_name(held, keep), tuple(changes))), Report(len(own), missing, 0.0, 0, True)


def round_axis(portrait: Portrait, piece: str, count: int, axis: int, *, own: bool = True, start: float = 0.0) -> Edit:
    """Make a piece of so many equal sectors round an axis.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    count : int
    axis : int
        0 across, 1 up, 2 forward.
    own : bool
        Through the middle of the piece; else through the origin.
    start : float, degrees
        Where the half sector begins that is kept.

    Raises
    ------
    YewfinchError
        If the piece may not be changed or the count makes no sense.
    """
    held = usable(portrait, piece)
    surface = held.surface
    middle = surface.bounds().astype(np.float64).mean(axis=0) if own else np.zeros(3)
    made, source = sectors(
        surface.positions.astype(np.float64),
        surface.faces,
        count,
        axis,
        (float(middle[0]), float(middle[1]), float(middle[2])),
        start,
    )
    faces, order = in_face_order(made.positions.astype(np.float32), made.faces)
    rows = source[made.origin[order]]
    new = Surface(made.positions[order], faces, channels=surface.channels.at(rows))
    _see_closed(held, new)
    whole = replace(held, surface=new, regions={k: v[rows] for k, v in held.regions.items()}, texture=None)
    changes: list[Change] = [PieceChange(held, whole), *tied(portrait, {piece: whole})]
    return told(portrait, Edit(phrase("{0} sectors of {1}", count, held.name), tuple(changes)))


def _see_closed(held: Piece, made: Surface) -> None:
    if (held.surface.closed == 1).all() and not (made.closed == 1).all():
        raise YewfinchError(
            phrase(
                "'{0}' touches itself where its sides would meet, so they cannot be joined. Smooth "
                "it there, or remesh it first.",
                held.name,
            )
        )
