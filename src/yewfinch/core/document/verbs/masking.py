"""What follows from a mask in a portrait: stored, hidden, made a shell, split off; and clay cut by a line."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import let_go, tied
from yewfinch.core.document.verbs.pieces import LONGEST
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.mesh.repair.mend import Closing, mended
from yewfinch.core.mesh.repair.parts import parts_across_edges, used_rows
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.shell import Where, chosen_faces, shell
from yewfinch.core.reshape.wire_cut import Half, cut
from yewfinch.core.shared.arrays import INDEX, ByteArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.outline import Outline, drawn
from yewfinch.core.sitter.outline_fit import fitted

#: Named masks of one piece at most.
MOST_STORED = 200
#: Rims of up to so many edges are closed when clay is split.
_LONGEST_RIM = 20_000
#: What is split off and cannot be closed across its rim is so thick, mm: the thickness of a lid.
_BACK = 2.0


def mask_edit(piece: Piece, mask: ByteArray, name: str) -> Edit | None:
    """The edit that gives a piece a mask (n, 1) uint8; None if it has it already."""
    before = piece.surface.mask
    rows = np.nonzero(before[:, 0] != mask[:, 0])[0].astype(np.int32)
    if len(rows) == 0:
        return None
    return Edit(name, (RowsChange(piece.id, "mask", rows, before[rows].copy(), mask[rows].copy()),))


def of_region(piece: Piece, name: str, *, add: bool = False) -> ByteArray:
    """A named region of a piece as a mask (n, 1) uint8; on request added to what is held.

    Raises
    ------
    KeyError
        If the piece has no such region.
    """
    own = piece.regions[name][:, None]
    return np.maximum(piece.surface.mask, own) if add else own.copy()


def store(portrait: Portrait, piece: str, name: str) -> Edit:
    """Keep a piece's present mask under a name, as a region of it.

    Raises
    ------
    YewfinchError
        If the name is empty or too long, nothing is masked, there are too many, or the piece is locked or no clay of
        its own.
    """
    held, name = portrait.pieces[piece], in_a_row(" ", name.split())
    see_unlocked(portrait, held)
    if held.follows is not None:
        raise YewfinchError(
            phrase(
                "'{0}' follows '{1}', whose mask it has. Store the mask there, or settle it first.",
                held.name,
                portrait.pieces[held.follows.source].name,
            )
        )
    if held.fixed:
        raise YewfinchError(phrase("'{0}' is no clay yet, so its mask would not stay. Settle it first.", held.name))
    if not 0 < len(name) <= LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    if not held.surface.mask.any():
        raise YewfinchError("Nothing is masked, so there is nothing to store.")
    if name not in held.regions and len(held.regions) >= MOST_STORED:
        raise YewfinchError(phrase("'{0}' has {1} named masks; remove one first.", held.name, MOST_STORED))
    regions = {**held.regions, name: held.surface.mask[:, 0].copy()}
    return Edit(phrase("Store the mask {0}", name), (PieceChange(held, replace(held, regions=regions)),))


def forget(portrait: Portrait, piece: str, name: str) -> Edit:
    """Remove a named mask of a piece.

    Raises
    ------
    YewfinchError
        If it has none of that name, or is locked.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    if name not in held.regions:
        raise YewfinchError(phrase("'{0}' has no mask '{1}'.", held.name, name))
    return Edit(
        phrase("Remove the mask {0}", name),
        (PieceChange(held, replace(held, regions={k: v for k, v in held.regions.items() if k != name})),),
    )


def hide(portrait: Portrait, piece: str, hidden: bool) -> Edit:
    """Leave what is masked out of the picture and out of reach, or show it again."""
    held = portrait.pieces[piece]
    word = "Hide" if hidden else "Show"
    return Edit(
        phrase("{0} what is masked of {1}", word, held.name), (PieceChange(held, replace(held, hide_masked=hidden)),)
    )


def make_shell(
    portrait: Portrait, piece: str, thickness: float, where: Where, progress: Progress = silent
) -> tuple[Edit, str, str]:
    """A piece of its own: a shell over what is masked.

    Returns
    -------
    Edit
    str
        Id of the shell.
    str
        What is to be said of it; empty if it is as it was asked for.

    Raises
    ------
    YewfinchError
        If nothing is masked or the thickness makes no sense.
    """
    held = portrait.pieces[piece]
    progress(0.0, "lifting the shell")
    made_of = shell(held.surface, thickness, where, part(progress, 0.0, 0.8))
    progress(0.8, "putting it in order")
    ordered, order = in_face_order(made_of.positions.astype(np.float32), made_of.faces)
    key = free_id(portrait.ids_taken(), "clay")
    made = Piece(
        key,
        phrase("{0}, shell", held.name)[:LONGEST],
        Surface(made_of.positions[order], ordered, channels=held.surface.channels.at(made_of.rows[order]).free()),
    )
    words = ""
    if made_of.crossings:
        words = phrase(
            "The shell runs through itself in {0} places, where the clay is folded too tightly. "
            "Mask less there, or fuse it: that clears it up.",
            made_of.crossings,
        )
    elif made_of.thin > 0.01:
        least = f"{made_of.thinnest:.1f}" if made_of.thinnest >= 0.1 else "under 0.1"
        words = phrase(
            "In hollows without room for it the shell is thinner ({0:.0f} % of it, {1} mm at the least).",
            100 * made_of.thin,
            least,
        )
    return Edit(phrase("Shell of {0}", held.name), (PieceChange(None, made),)), key, words


def split_off(
    portrait: Portrait, piece: str, progress: Progress = silent, *, closing: Closing = "flat"
) -> tuple[Edit, str]:
    """Make what is masked a piece of its own; both are closed where they were one, if the piece was.

    What is folded so that nothing could close it without crossing it, as a lid round its slit, becomes a thin body with
    a back of its own, as a shell is made.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    progress : Progress
    closing : {"flat", "smooth", "open"}
        How.

    Returns
    -------
    Edit
    str
        Id of what was split off.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or all or nothing of it is masked.
    """
    held = usable(portrait, piece)
    away = chosen_faces(held.surface)
    if not away.any() or away.all():
        raise YewfinchError("Mask a part of the piece first: what is masked becomes a piece of its own.")
    for side in (True, False):  # one face alone makes no body: it goes with those round it
        away[_alone(held.surface, away == side)] = not side
    if not away.any() or away.all():
        raise YewfinchError("Single faces make no body. Mask a larger part of the piece, or a smaller one.")
    was_closed = bool((held.surface.closed[used_rows(held.surface.faces, len(held.surface))[0]] == 1).all())
    lots = []
    for share, rows in ((0.05, ~away), (0.5, away)):
        progress(share, "closing both")
        lots.append(_lot(held, held.surface.faces[rows], closing if was_closed else "open"))
    (stays, _), (goes, crossing) = lots
    backed = _backed(held, away) if crossing else None
    goes = backed or goes
    progress(0.95, "carrying landmarks over")
    key = free_id(portrait.ids_taken(), "clay")
    goes = replace(goes, id=key, name=phrase("{0}, part", held.name)[:LONGEST])
    changes: list[Change] = [PieceChange(held, stays), PieceChange(None, goes), *tied(portrait, {piece: stays})]
    edit = told(portrait, Edit(phrase("Split off a part of {0}", held.name), tuple(changes)))
    if backed and edit.told:
        words = phrase(
            "{0}, the part has a back of its own, {1:g} mm behind it where there is room", edit.told.words, _BACK
        )
        edit = replace(edit, told=replace(edit.told, words=words))
    return edit, key


def _alone(surface: Surface, chosen: np.ndarray) -> np.ndarray:
    """Which faces of some touch no other of them along an edge, as numbers."""
    some = np.nonzero(chosen)[0]
    if not len(some):
        return some
    part = parts_across_edges(surface.faces[some], len(surface))
    return np.asarray(some[np.bincount(part)[part] == 1])


def _lot(held: Piece, faces: np.ndarray, closing: Closing) -> tuple[Piece, int]:
    """Some faces of a piece as a piece without a mask, and how many pairs of triangles cross where it was closed."""
    surface = held.surface
    rows, local = used_rows(faces, len(surface))
    made = mended(
        surface.positions[rows].astype(np.float64),
        local,
        weld=0.0,
        speck=0.0,
        longest=0 if closing == "open" else _LONGEST_RIM,
        flat=closing == "flat",
        crossing=True,
    )
    return _from_rows(held, made.positions, made.faces, rows[made.origin]), made.report.crossing


def _backed(held: Piece, away: np.ndarray) -> Piece | None:
    """Some faces of a piece as a thin body, if there is one that does not cross itself."""
    made = shell(held.surface, _BACK, "inward", faces=away)
    return None if made.crossings else _from_rows(held, made.positions, made.faces, made.rows)


def _from_rows(held: Piece, at: np.ndarray, faces: np.ndarray, back: np.ndarray) -> Piece:
    """A piece without a mask, of places (n, 3) mm and faces, each vertex after the row of another one it comes from."""
    ordered, order = in_face_order(at.astype(np.float32), faces)
    rows = back[order]
    own = Surface(at[order], ordered, channels=held.surface.channels.at(rows).free())
    regions = {k: v[rows] for k, v in held.regions.items() if v[rows].any()}
    return replace(held, surface=own, regions=regions, texture=None, hide_masked=False)


def cut_by(
    portrait: Portrait,
    pieces: Sequence[str],
    outline: Outline,
    *,
    keep: bool,
    inside: bool = True,
    progress: Progress = silent,
) -> tuple[Edit, str]:
    """Cut pieces along a line or outline drawn on a view; masked clay stays whole.

    Parameters
    ----------
    portrait : Portrait
    pieces : sequence of ids
        Those that are not met stay as they are.
    outline : Outline
    keep : bool
        Keep both halves, the one that would go as a piece of its own.
    inside : bool
        What lies within, or to the right of an open line, goes; else the rest.
    progress : Progress
        May cancel between pieces.

    Returns
    -------
    Edit
    str
        What was done, as a sentence.

    Raises
    ------
    YewfinchError
        If a piece may not be changed, none is met, or all of one would go.
    """
    changes: list[Change] = []
    after: dict[str, Piece] = {}
    taken = portrait.ids_taken()
    met = 0
    for number, key in enumerate(pieces):
        progress(number / len(pieces), "cutting")
        held = usable(portrait, key)
        masked = held.surface.mask[:, 0] > 127
        low, high = cut(held.surface, outline, held=masked if masked.any() else None)
        if low is None or high is None:
            whole_goes = (low is not None) == inside
            if whole_goes and not keep and len(pieces) > 1:
                changes.append(PieceChange(held, None))
                met += 1
            elif whole_goes and not keep:
                raise YewfinchError(
                    phrase(
                        "All of '{0}' lies on the side that goes. Draw the line the other way, or hide the piece.",
                        held.name,
                    )
                )
            continue
        met += 1
        goes, stays = (low, high) if inside else (high, low)
        rest = _dressed(held, stays)
        changes.append(PieceChange(held, rest))
        after[key] = rest
        if keep:
            new = free_id(taken, "clay")
            taken.add(new)
            changes.append(
                PieceChange(
                    None, replace(_dressed(held, goes), id=new, name=phrase("{0}, cut off", held.name)[:LONGEST])
                )
            )
    if not met:
        raise YewfinchError("The line meets no clay. Draw it across the piece that is to be cut.")
    changes += tied(portrait, after)
    changes = [
        *let_go(
            portrait,
            [c.before.id for c in changes if isinstance(c, PieceChange) and c.before is not None and c.after is None],
        ),
        *changes,
    ]
    name = portrait.pieces[next(iter(after), pieces[0])].name if met == 1 else phrase("{0} pieces", met)
    edit = told(portrait, Edit(phrase("Cut {0}", name), tuple(changes)), whole=keep)
    return edit, phrase("{0} cut{1}.", name, ", both halves kept" if keep else "")


def fit_outline(
    portrait: Portrait,
    piece: str,
    camera: Camera,
    line: np.ndarray,
    *,
    reach: float,
    symmetric: bool,
    progress: Progress = silent,
) -> tuple[Edit, str]:
    """Bring a piece's silhouette to a line drawn on a view; masked clay stays.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    camera : Camera
    line : (k, 2) float, pixels
    reach : float, mm
    symmetric : bool
    progress : Progress

    Returns
    -------
    Edit
    str
        How far the silhouette was from the line, and is.

    Raises
    ------
    YewfinchError
        If the piece may not be changed or the line meets no silhouette.
    """
    held = usable(portrait, piece)
    outline = drawn(camera, line, "curve")
    found = fitted(held.surface, camera, outline.points, reach=reach, symmetric=symmetric, progress=progress)
    before = held.surface.positions
    after = found.positions.astype(np.float32)
    rows = np.nonzero((after != before).any(axis=1))[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError("The silhouette lies on that line already, or all of it is masked.")
    change = RowsChange(piece, "positions", rows, before[rows].copy(), after[rows])
    words = phrase("The outline was {0:.1f} mm from the line in the mean, now {1:.1f} mm.", found.before, found.after)
    return Edit(phrase("Fit the outline of {0}", held.name), (change,)), words


def _dressed(held: Piece, half: Half) -> Piece:
    surface = half.surface
    own = Surface(
        surface.positions,
        surface.faces.astype(INDEX),
        channels=Channels.unpacked(half.carried(held.surface.channels.packed())),
    )
    regions = {k: half.carried(v) for k, v in held.regions.items()}
    return replace(held, surface=own, regions={k: v for k, v in regions.items() if v.any()}, texture=None)
