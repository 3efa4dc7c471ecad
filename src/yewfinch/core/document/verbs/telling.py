"""What an edit that gives pieces new faces did to them, in one line that stays in the history."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.core.document.model.edits import Edit, FieldChange, PieceChange, Told
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.difference import difference
from yewfinch.core.sculpt.form_layers import Stack
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress, silent


def told(portrait: Portrait, edit: Edit, progress: Progress = silent, *, whole: bool = True) -> Edit:
    """The edit with what it changes: distances, volume, bodies, hollows, handles, layers that settle.

    Parameters
    ----------
    portrait : Portrait
        As it is before.
    edit : Edit
    progress : Progress
        May cancel.
    whole : bool
        All of the old clay is meant to be there still.

    Returns
    -------
    Edit
        The same, if none of its pieces gets other faces.
    """
    swaps = [c for c in edit.changes if isinstance(c, PieceChange)]
    old = [c.before.surface for c in swaps if c.before is not None and c.before.follows is None and _new_faces(c)]
    new = [c.after.surface for c in swaps if c.after is not None and c.after.follows is None and _new_faces(c)]
    if not old or not new:
        return edit
    found = difference(_apart(old), _apart(new), progress, whole=whole)
    words = found.words()
    if all(twins_of(s) is not None for s in old) and any(twins_of(s) is None for s in new):
        words += ", symmetric no longer"
    settled = _settled(portrait, edit, swaps)
    if settled:
        words += phrase(", settled into the form: {0}", in_a_row(", ", settled))
    place = None if found.place is None else (float(found.place[0]), float(found.place[1]), float(found.place[2]))
    lost = ""
    if found.lost is not None:
        lost = phrase("most lost here: {0:.2f} mm", found.lost)
        if found.thin is not None:
            lost += phrase(" of clay {0:.1f} mm thick", found.thin)
    return replace(edit, told=Told(words, place, lost, found.lost or 0.0))


def _new_faces(change: PieceChange) -> bool:
    before, after = change.before, change.after
    return before is None or after is None or before.surface.faces is not after.surface.faces


def _apart(surfaces: list[Surface]) -> list[Surface]:
    """Each surface once: pieces that follow another have its own."""
    return list({id(s): s for s in surfaces}.values())


def _settled(portrait: Portrait, edit: Edit, swaps: list[PieceChange]) -> list[str]:
    """Names of form layers of pieces that get other faces, and are not among the layers then."""
    kept = {
        stack.faces.ctypes.data
        for c in edit.changes
        if isinstance(c, FieldChange) and c.field == "layers"
        for stacks in c.after.values()
        for stack in stacks
    }
    names: list[str] = []
    for change in swaps:
        if change.before is None or not _new_faces(change):
            continue
        stacks: tuple[Stack, ...] = portrait.layers.get(change.before.id, ())
        names += [layer.name for s in stacks if s.faces.ctypes.data not in kept for layer in s.layers]
    return names
