"""A pose as a layer over the clay: put on, taken off again, with strokes that were made in it.

Every vertex of the base form has a place and a turn in the pose. The clay's vertex stands beside
that place as it stood beside the form's, turned; so what was modelled at rest is carried into the
pose, and what is modelled in the pose is carried back. Vertices that were not touched meanwhile
come back bit for bit, from the copy that `Posed` keeps.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.anatomy.figure.flesh import Flesh
from yewfinch.core.anatomy.figure.joint_weights import make_rig
from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.anatomy.figure.pose import Pose, Posed
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE, RIGHT_EYE
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.document.model.edits import Change, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.features.teeth.teeth import JAW
from yewfinch.core.mesh.query.blend import carried
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray


@dataclass(frozen=True, eq=False)
class Stance:
    """What a pose does to the pieces of a figure; without arguments, nothing.

    Attributes
    ----------
    moves : dict of piece to (places before, turns, places after)
        Of each vertex: (n, 3) mm, (n, 4) unit quaternions, (n, 3) mm.
    stiff : dict of piece to (turn, shift)
        Of pieces that move as a whole: unit quaternion and mm.
    posed : Posed or None
    jaw : (turn, shift) or None
        The motion of the lower jaw.
    """

    moves: dict[str, tuple[DoubleArray, DoubleArray, DoubleArray]] = field(default_factory=dict)
    stiff: dict[str, tuple[DoubleArray, DoubleArray]] = field(default_factory=dict)
    posed: Posed | None = None
    jaw: tuple[DoubleArray, DoubleArray] | None = None

    def with_guides(self, pieces: Mapping[str, Piece]) -> Stance:
        """The same for skull, pegs and teeth too: the head carries them, the jaw what stands on it."""
        if self.jaw is None or not pieces:
            return self
        (turn, shift), (jaw_turn, jaw_shift) = self.stiff[LEFT_EYE], self.jaw
        moves = dict(self.moves)
        for key, piece in pieces.items():
            on_jaw = (piece.regions[JAW] > 127)[:, None]
            moves[key] = (
                np.zeros((len(on_jaw), 3)),
                np.where(on_jaw, jaw_turn, turn),
                np.where(on_jaw, jaw_shift, shift),
            )
        return replace(self, moves=moves)

    def on(self, piece: str, rest: FloatArray) -> FloatArray:
        """Vertices of a piece in the pose, from those without."""
        found = self._of(piece, len(rest))
        return rest if found is None else carried(rest, *found)

    def off(self, portrait: Portrait, piece: str) -> FloatArray:
        """Vertices of a piece without the pose, from the clay as it stands."""
        at: FloatArray = portrait.surface(piece).positions
        found = self._of(piece, len(at))
        if found is None or self.posed is None:
            return at.copy()
        out = carried(at, *found, back=True)
        held = self.posed.rest.get(piece)
        if held is not None and held.shape == out.shape:
            untouched = (self.on(piece, held) == at).all(axis=1)
            out[untouched] = held[untouched]
        return out

    def _of(self, piece: str, n: int) -> tuple[DoubleArray, DoubleArray, DoubleArray] | None:
        if piece in self.stiff:
            turn, shift = self.stiff[piece]
            return np.zeros((n, 3)), np.tile(turn, (n, 1)), np.tile(shift, (n, 1))
        return self.moves.get(piece)


class Poser:
    """Poses base figures; holds what each extent needs for it."""

    def __init__(self) -> None:
        self._flesh: dict[str, Flesh] = {}
        self._lately: list[tuple[DoubleArray, Pose, int, Stance]] = []

    def at_hand(self, layout: HeadModel | FigureModel, extent: str) -> bool:
        """Whether an extent can be posed at once."""
        return extent in self._flesh and self._flesh[extent].layout is layout

    def flesh(self, layout: HeadModel | FigureModel, extent: str) -> Flesh:
        """The joints of an extent and what follows them; the first time takes a few seconds for a whole figure."""
        if not self.at_hand(layout, extent):
            self._flesh[extent] = Flesh(layout, make_rig(layout, extent))
        return self._flesh[extent]

    def standing(self, layout: HeadModel | FigureModel, figure: Figure, form: DoubleArray, posed: Posed) -> Stance:
        """What a pose does to a figure of this form of the formed level."""
        flesh, level = self.flesh(layout, figure.crop), figure.level
        for held, pose, at_level, found in self._lately:
            if held is form and pose == posed.pose and at_level == level:
                return replace(found, posed=posed)
        moved = flesh.posed(form, posed.pose)
        was, now = (layout.at_level(p, level) for p in (form, moved.places))
        turns = moved.turns[: len(was)] if level <= FORMED else layout.linear_at_level(moved.turns, level)
        turns = turns / np.linalg.norm(turns, axis=1, keepdims=True)
        order = layout.order(level)[1]
        bones = flesh.bones(form)
        motions = bones.motions(posed.pose)
        (turn, shift), (jaw_turn, jaw_shift) = ([m[1 + bones.keys.index(k)] for m in motions] for k in ("head", "jaw"))
        eyes = dict.fromkeys((LEFT_EYE, RIGHT_EYE), (turn, shift))
        found = Stance({HEAD: (was[order], turns[order], now[order])}, eyes, posed, (jaw_turn, jaw_shift))
        self._lately = [(form, posed.pose, level, found), *self._lately[:1]]
        return found


def stood(
    portrait: Portrait, standing: Stance, rest: Mapping[str, FloatArray], posed: Posed | None
) -> tuple[Change, ...]:
    """The changes that put pieces in a pose, from their vertices without it."""
    changes: list[Change] = []
    for key, plain in rest.items():
        at = portrait.surface(key).positions
        rows = np.arange(len(at), dtype=INDEX)  # all of them, so that the step can be amended
        changes.append(RowsChange(key, "positions", rows, at.copy(), standing.on(key, plain)))
    held = None if posed is None else replace(posed, rest=dict(rest) if posed.on else {})
    size = 256 if held is None else 256 + sum(a.nbytes for a in held.rest.values())
    return (*changes, FieldChange("posed", portrait.posed, held, size))
