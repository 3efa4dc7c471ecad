"""Stored states of a piece's form: kept under a name, gone back to, compared, worked towards."""

from __future__ import annotations

from itertools import count

import numpy as np

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.detail_levels import current
from yewfinch.core.document.verbs.pieces import LONGEST
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.sculpt.form_layers import FormState
from yewfinch.core.shared.arrays import INDEX
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase

#: States of one piece at most.
MOST = 40


def states_of(portrait: Portrait, piece: Piece) -> tuple[FormState, ...]:
    """The stored states that belong to the piece's present faces."""
    return tuple(s for s in portrait.states.get(piece.id, ()) if s.faces is piece.surface.faces)


def store(portrait: Portrait, piece: str, name: str = "") -> tuple[Edit, str]:
    """Keep the form as it is now; the state's id with it.

    Raises
    ------
    YewfinchError
        If the name is too long, or there are too many.
    """
    held = portrait.pieces[piece]
    kept = portrait.states.get(piece, ())
    if len(kept) >= MOST:
        raise YewfinchError(phrase("'{0}' has {1} stored states; remove one first.", held.name, MOST))
    taken = {s.id for s in kept}
    key = next(k for n in count(1) if (k := f"state{n}") not in taken)
    name = in_a_row(" ", name.split()) or phrase("State {0}", len(kept) + 1)
    if len(name) > LONGEST:
        raise YewfinchError(phrase("A name needs 1 to {0} letters.", LONGEST))
    state = FormState(key, name, held.surface.faces, current(held), held.surface.positions.copy())
    return _edit(portrait, piece, (*kept, state), phrase("Store the state {0}", name)), key


def forget(portrait: Portrait, piece: str, key: str) -> Edit:
    """Remove a stored state."""
    state = state_of(portrait, piece, key)
    rest = tuple(s for s in portrait.states[piece] if s is not state)
    return _edit(portrait, piece, rest, phrase("Remove the state {0}", state.name))


def move(portrait: Portrait, piece: str, key: str, by: int) -> Edit | None:
    """Put a state earlier (less than 0) or later in the order of the piece's states; None if it is at the end already.

    Raises
    ------
    YewfinchError
        If there is none of that id.
    """
    state = state_of(portrait, piece, key)
    kept = list(portrait.states[piece])
    at = kept.index(state)
    to = min(max(at + by, 0), len(kept) - 1)
    if to == at:
        return None
    kept.insert(to, kept.pop(at))
    return _edit(
        portrait, piece, tuple(kept), phrase("Put the state {0} {1}", state.name, "earlier" if by < 0 else "later")
    )


def go_back(portrait: Portrait, piece: str, key: str) -> Edit:
    """Give the form of a state back, where nothing is masked.

    Raises
    ------
    YewfinchError
        If the piece may not be changed, or the form is that already.
    """
    held, state = usable(portrait, piece), state_of(portrait, piece, key)
    surface = held.surface
    if state.faces is not surface.faces:
        raise YewfinchError(
            phrase(
                "The state '{0}' was stored at level {1}, or with other faces. Go there first.",
                state.name,
                state.level + 1,
            )
        )
    free = 1.0 - surface.mask / 255.0
    after = np.where(
        free == 1.0, state.positions, surface.positions + free * (state.positions - surface.positions)
    ).astype(np.float32)
    rows = np.nonzero((after != surface.positions).any(axis=1))[0].astype(INDEX)
    if not len(rows):
        raise YewfinchError(phrase("The form is that of '{0}' already, or all of it is masked.", state.name))
    return Edit(
        phrase("Back to {0}", state.name),
        (RowsChange(piece, "positions", rows, surface.positions[rows].copy(), after[rows]),),
    )


def state_of(portrait: Portrait, piece: str, key: str) -> FormState:
    """A stored state.

    Raises
    ------
    YewfinchError
        If there is none of that id.
    """
    found = next((s for s in portrait.states.get(piece, ()) if s.id == key), None)
    if found is None:
        raise YewfinchError("Choose a stored state first.")
    return found


def _edit(portrait: Portrait, piece: str, states: tuple[FormState, ...], name: str) -> Edit:
    rest = {k: v for k, v in portrait.states.items() if k != piece}
    after = {**rest, piece: states} if states else rest
    return Edit(name, (FieldChange("states", portrait.states, after, sum(s.positions.nbytes for s in states[-1:])),))
