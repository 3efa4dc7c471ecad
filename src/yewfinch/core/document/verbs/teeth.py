"""Teeth, gums and tongue in a portrait: begun behind the lips, set, settled."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.piece import Piece, free_id
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.both_sides import same_on_both
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.document.verbs.lips import clay_of, is_symmetric, lines_on, lips_now, with_teeth
from yewfinch.core.document.verbs.painting import coloured
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.clearing import kept_apart
from yewfinch.core.features.lips.jaw import hinge_of, turn_for
from yewfinch.core.features.lips.lip_chart import net_at_edges, of_upper
from yewfinch.core.features.lips.lip_measures import parted, read
from yewfinch.core.features.lips.lips import MIDDLE, frame_of
from yewfinch.core.features.teeth.mouth_bag import colours, inside_of, laid
from yewfinch.core.features.teeth.teeth import BEHIND_LIP, JAW, SHOWN, Teeth, axes, checked
from yewfinch.core.features.teeth.teeth_form import GUM_OUT, on_jaw, teeth_as_they_stand, teeth_surface
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import INDEX, POSITION
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: A mouth of this width, mm, has teeth of the usual size (Farkas 1994, from memory: 50 to 55).
_USUAL_WIDTH = 52.0
#: The inside of the mouth is looked for within so far of its middle, mm.
_NEAR = 75.0


def of_clay(portrait: Portrait, clay: str | None) -> Piece | None:
    """The teeth in the mouth of a piece; None if it has none."""
    return next((p for p in portrait.pieces.values() if p.teeth is not None and p.teeth.clay == clay), None)


def standing(piece: Piece) -> Teeth:
    """The teeth that a piece is, after what moved it.

    Raises
    ------
    YewfinchError
        If it is none.
    """
    if piece.teeth is None:
        raise YewfinchError(phrase("'{0}' are no teeth.", piece.name))
    return teeth_as_they_stand(piece.teeth, piece.surface.positions)


def begin(portrait: Portrait, progress: Progress = silent) -> tuple[Edit, str]:
    """Teeth, gums and tongue behind the clay's lips; the inside of the mouth is laid out round them.

    Returns
    -------
    Edit
    str
        Id of the piece.

    Raises
    ------
    YewfinchError
        If the clay has no mouth, no inside of one, teeth already, or may not be changed.
    """
    clay = clay_of(portrait)
    if clay is None:
        raise YewfinchError("No clay has lines of a mouth. Draw them, or begin with a base head.")
    present = of_clay(portrait, clay)
    if present is not None:
        raise YewfinchError(phrase("The mouth has teeth already: they are '{0}'.", present.name))
    piece = usable(portrait, clay)
    surface, lines, landmarks = piece.surface, lines_on(portrait, clay), portrait.landmarks()
    lips = lips_now(portrait, clay)
    frame = frame_of(lips)
    near = surface.rows_in_ball(frame.origin, _NEAR).astype(np.int64)
    progress(0.2, "looking for the inside of the mouth")
    inside = inside_of(surface, lips, lines, near, of_upper(surface, near, lines.upper_rows, lines.lower_rows))
    hinge = hinge_of(lips, landmarks)
    open_by = read(lips, landmarks).part
    closed = parted(lips, landmarks, 0.0) if open_by > 0.0 else lips
    size = float(np.clip(read(lips, landmarks).width / _USUAL_WIDTH, 0.75, 1.25))
    own_edge, own_border = frame.own(closed.upper_edge)[MIDDLE], frame.own(closed.upper)[MIDDLE]
    shown = sum(SHOWN.values()) / len(SHOWN)
    place = frame.out(np.array([0.0, own_edge[1] - shown * size, own_border[2] - BEHIND_LIP * size]))
    made = checked(
        Teeth(
            _point(place),
            _point(hinge),
            clay,
            turn=_turn(frame.axes),
            size=size,
            arch=35.0 * size,
            jaw=float(np.degrees(turn_for(open_by, lips, hinge))),
        )
    )
    front = float(own_edge[2] - frame.own(place)[2]) - GUM_OUT * size
    progress(0.5, "laying it out")
    goes = laid(surface, lips, inside, front, size)
    edges, net = net_at_edges(surface, lips, np.sort(near))
    rows = np.union1d(inside.rows, edges).astype(INDEX)
    before = surface.positions[rows].copy()
    after, painted = before.astype(np.float64), surface.colour[rows].copy()
    where = np.searchsorted(rows, inside.rows)
    after[where], painted[where, :3] = goes, colours(inside, lips, goes)
    where, at = np.searchsorted(rows, edges), surface.positions[edges].astype(np.float64)
    after[where] = at + kept_apart(at, net, after[where] - at)
    placed = after.astype(POSITION)
    if is_symmetric(lips):
        placed = same_on_both(surface, rows, placed)
    key = free_id(portrait.ids_taken(), "teeth")
    body = teeth_surface(made)
    new = Piece(key, "Teeth and tongue", body, regions={JAW: np.where(on_jaw(), 255, 0).astype(np.uint8)}, teeth=made)
    changes: list[Change] = [
        RowsChange(clay, "positions", rows, before, placed),
        coloured(portrait, clay, rows, painted),
        PieceChange(None, new),
    ]
    return Edit("New teeth", tuple(changes)), key


def _point(at: np.ndarray) -> tuple[float, float, float]:
    x, y, z = at.tolist()
    return x, y, z


def _turn(axes: np.ndarray) -> tuple[float, float, float]:
    from scipy.spatial.transform import Rotation

    return _point(np.degrees(Rotation.from_matrix(axes).as_rotvec()))


@dataclass(frozen=True)
class Setting:
    """How teeth stand behind lips, mm.

    Attributes
    ----------
    lower : float
        How far the upper incisors' edges lie below the upper lip's edge.
    behind : float
        From the upper lip's border back to the front of the incisors.
    """

    lower: float
    behind: float


def set_in(portrait: Portrait, teeth: Teeth | None) -> Setting | None:
    """How teeth stand behind the lips of their clay; None if there are none, or the clay has no mouth."""
    if teeth is None or clay_of(portrait) != teeth.clay:
        return None
    lips, own = lips_now(portrait, teeth.clay), axes(teeth)
    edge, border = ((x[MIDDLE] - np.array(teeth.place)) @ own for x in (lips.upper_edge, lips.upper))
    return Setting(float(edge[1]), float(border[2]))


def change(portrait: Portrait, piece: str, teeth: Teeth, name: str) -> Edit:
    """Give a piece other teeth.

    Raises
    ------
    YewfinchError
        If it is locked or no teeth, stands in a pose, or there can be no such teeth.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    at_rest(portrait, held)
    if held.teeth is None:
        raise YewfinchError(phrase("'{0}' are no teeth.", held.name))
    checked(teeth)
    return Edit(name, () if teeth == held.teeth == standing(held) else (with_teeth(held, teeth),))


def settle(portrait: Portrait, piece: str) -> Edit:
    """Make clay of teeth: tools can work on them, they follow the jaw no more.

    Raises
    ------
    YewfinchError
        If they are locked or no teeth.
    """
    held = portrait.pieces[piece]
    see_unlocked(portrait, held)
    if held.teeth is None:
        raise YewfinchError(phrase("'{0}' are no teeth.", held.name))
    return Edit(phrase("Settle {0}", held.name), (PieceChange(held, replace(held, teeth=None)),))
