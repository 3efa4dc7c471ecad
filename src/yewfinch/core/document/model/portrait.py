"""The portrait: the document. All changes go through a few methods, and each is announced."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Any

import numpy as np
from psygnal import Signal

from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.anatomy.figure.pose import Posed
from yewfinch.core.anatomy.lore.measures import Measure
from yewfinch.core.document.model import painted
from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.history import History
from yewfinch.core.document.model.laid import Laid
from yewfinch.core.document.model.live_edit import LiveEdit, Steps
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.rows_change import Channel, RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.part_turn import Bent
from yewfinch.core.sculpt.form_layers import FormState, Stack
from yewfinch.core.sculpt.stamps import Stamp
from yewfinch.core.sculpt.stencil import Stencil
from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, DoubleArray, IndexArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.calipers import Caliper
from yewfinch.core.sitter.photo import Sitter

#: What is announced: rows of a channel of a piece in some leaves, a field, or that pieces changed.
_News = tuple[str, str, IndexArray] | tuple[str] | tuple[()]

#: Fields of the portrait that an edit may replace as a whole.
FIELDS = (
    "sitter",
    "anchors",
    "lines",
    "guides",
    "calipers",
    "rules",
    "name",
    "figure",
    "posed",
    "bent",
    "layers",
    "states",
    "laid",
    "swatches",
    "stamps",
    "stencil",
    "order",
)


class Portrait:
    """Pieces of clay, the sitter, landmarks on the clay, calipers and the history of edits.

    Signals
    -------
    rows_changed : (piece id, channel, leaves)
        Rows of a channel changed; `leaves` is the dirty range in leaves of 512 rows.
    pieces_changed : ()
        Pieces came, went, were renamed, hidden or locked.
    field_changed : (field name,)
        One of `FIELDS` was replaced.
    net_changed : (piece id, box)
        A stroke under way has given a piece other faces, within a box (2, 3) mm. The two above follow when it ends.
    """

    rows_changed = Signal(str, str, object)
    pieces_changed = Signal()
    field_changed = Signal(str)
    net_changed = Signal(str, object)

    def __init__(self) -> None:
        self.name = "Untitled portrait"
        self.pieces: dict[str, Piece] = {}
        self.anchors: dict[str, Anchor] = {}
        #: Lines of the face on the clay: a row of anchors each.
        self.lines: dict[str, tuple[Anchor, ...]] = {}
        #: Lines drawn on pieces for the quads of a remesh to follow: a row of anchors each, all on one piece.
        self.guides: tuple[tuple[Anchor, ...], ...] = ()
        self.sitter = Sitter()
        self.calipers: tuple[Caliper, ...] = ()
        #: Proportion rules of the sculptor's own.
        self.rules: tuple[Measure, ...] = ()
        #: The base head that the clay was begun with, as it stands now.
        self.figure: Figure | None = None
        #: The pose of that figure, on or taken off; None if it was never posed.
        self.posed: Posed | None = None
        #: Parts of pieces that were turned, and how they stood before.
        self.bent: Mapping[str, Bent] = {}
        #: Form layers of pieces, a stack for each level that has any.
        self.layers: Mapping[str, tuple[Stack, ...]] = {}
        #: Stored states of pieces.
        self.states: Mapping[str, tuple[FormState, ...]] = {}
        #: What came of laying the base head on pieces, by their ids.
        self.laid: Mapping[str, Laid] = {}
        #: Colours kept to be used again, sRGB 8 bit.
        self.swatches: tuple[tuple[int, int, int], ...] = ()
        #: Stamps made of pictures of the sculptor's own.
        self.stamps: tuple[Stamp, ...] = ()
        #: The stencil over the view, if there is one.
        self.stencil: Stencil | None = None
        #: The manifest as it was read: keys we do not know survive a round trip.
        self.unknown: dict[str, Any] = {}
        self.history = History(self._prepare)
        #: What a stroke under way has changed and nobody has been told yet.
        self._held_back: list[tuple[str, ...]] = []

    @property
    def order(self) -> tuple[str, ...]:
        """Ids of the pieces as they are listed."""
        return tuple(self.pieces)

    @order.setter
    def order(self, ids: Sequence[str]) -> None:
        first = [k for k in ids if k in self.pieces]
        self.pieces = {k: self.pieces[k] for k in [*first, *(k for k in self.pieces if k not in set(first))]}

    def followers(self, piece: str) -> list[Piece]:
        """The pieces that follow another."""
        return [p for p in self.pieces.values() if p.follows is not None and p.follows.source == piece]

    def surface(self, piece: str) -> Surface:
        """The surface of a piece."""
        return self.pieces[piece].surface

    def surfaces(self) -> list[Surface]:
        """The surfaces of all pieces."""
        return [p.surface for p in self.pieces.values()]

    def landmark(self, key: str) -> DoubleArray | None:
        """Where a landmark is on the clay now, (3,) mm; None if it is not placed."""
        found = self.anchors.get(key)
        if found is None or found.piece not in self.pieces:
            return None
        return found.on(self.pieces[found.piece].surface)

    def landmarks(self) -> dict[str, DoubleArray]:
        """All placed landmarks, mm."""
        out = {}
        for key in self.anchors:
            point = self.landmark(key)
            if point is not None:
                out[key] = point
        return out

    def line(self, key: str) -> DoubleArray | None:
        """Where a line of the face is on the clay now, (n, 3) mm; None if it is not placed."""
        found = self.lines.get(key)
        if not found or any(a.piece not in self.pieces for a in found):
            return None
        if len({a.piece for a in found}) > 1:
            return np.array([a.on(self.pieces[a.piece].surface) for a in found])
        positions = self.pieces[found[0].piece].surface.positions
        corners = positions[[a.corners for a in found]].astype(np.float64)
        return np.asarray(np.einsum("nk,nkj->nj", [a.weights for a in found], corners))

    def ids_taken(self) -> set[str]:
        """Ids that no new piece may have: of pieces, and of those that are gone but landmarks and lines sleep on."""
        asleep = [*self.anchors.values(), *(a for line in self.lines.values() for a in line)]
        asleep += [*(a for guide in self.guides for a in guide), *(a for c in self.calipers for a in c.points)]
        return {*self.pieces, *(a.piece for a in asleep)}

    def guides_on(self, piece: str) -> list[DoubleArray]:
        """Where the guides on a piece are now, each (k, 3) mm."""
        surface = self.pieces[piece].surface
        return [np.array([a.on(surface) for a in guide]) for guide in self.guides if guide[0].piece == piece]

    # --- changes -------------------------------------------------------------------------

    def set_field(self, field: str, value: Any, edit_name: str) -> None:
        """Replace one of `FIELDS` as an undoable edit.

        Raises
        ------
        ValueError
            If `field` is not one of `FIELDS`.
        """
        if field not in FIELDS:
            raise ValueError(phrase("field must be one of {0}, got {1!r}", FIELDS, field))
        before = getattr(self, field)
        if before == value:
            return
        self.perform(Edit(edit_name, (FieldChange(field, before, value),)))

    def put_piece(self, piece: Piece, edit_name: str) -> None:
        """Add a piece, or replace the one with the same id, as an undoable edit."""
        self.perform(Edit(edit_name, (PieceChange(self.pieces.get(piece.id), piece),)))

    def remove_piece(self, piece_id: str) -> None:
        """Take a piece out, as an undoable edit; landmarks on it go to sleep with it."""
        piece = self.pieces[piece_id]
        self.perform(Edit(phrase("Remove {0}", piece.name), (PieceChange(piece, None),)))

    def editing(self, name: str) -> LiveEdit:
        """An open edit, for what is tried live: updated, then committed or cancelled, and one step of the history."""
        return LiveEdit(self, name)

    def going_on(self, live: LiveEdit | None, name: str) -> LiveEdit:
        """An open edit if more of a name becomes one with it, else a new one."""
        return live if live is not None and live.goes_on(self, name) else LiveEdit(self, name)

    def steps_from_here(self) -> Steps:
        """The steps of the history that are to come, to be joined or dropped together."""
        return Steps(self.history)

    def perform(self, edit: Edit) -> None:
        """Carry an edit out and remember it; if one of its changes fails, none is done."""
        done, news = self._do(painted.along(edit.changes), True)
        self.history.push(replace(edit, changes=done))
        self._tell(edit.changes, news)

    @property
    def moment(self) -> int:
        """A number that is another one after each step of the history."""
        return self.history.moment

    def keep_stroke(self, name: str, change: RowsChange, more: Sequence[Change], *, going: bool = False) -> None:
        """Carry out what follows from a stroke that is done but not remembered yet, and remember both as one step.

        While the stroke is `going` on, only what the picture needs is announced; `announce` has to follow.
        """
        changes, news = self._do(painted.along(more), True)
        self.history.push(Edit(name, (change, *changes)))
        self._tell(more, news, going=going)

    def announce(self) -> None:
        """Tell everybody what was held back while a stroke was going on."""
        held, self._held_back = self._held_back, []
        for what in held:
            if what:
                self.field_changed.emit(*what)
            else:
                self.pieces_changed.emit()

    def append(self, more: Sequence[Change], *, going: bool = False) -> None:
        """Carry changes out that follow from the last step of the history, and make them part of it.

        While a stroke is `going` on, only what the picture needs is announced; `announce` has to follow.

        Raises
        ------
        ValueError
            If there is no such step.
        """
        if self.history.last() is None:
            raise ValueError("there is no step that anything could follow from")
        changes, news = self._do(painted.along(more), True)
        self.history.append(changes)
        self._tell(more, news, going=going)

    def amend(self, edit: Edit) -> None:
        """Carry an edit out and let it become one with the last step of the history.

        Raises
        ------
        ValueError
            If the last step changed other things; nothing is done then.
        """
        edit = replace(edit, changes=painted.along(edit.changes))
        self.history.amendable(edit)
        _, news = self._do(edit.changes, True)
        self.history.amend(edit)
        self._tell(edit.changes, news)

    def take_back(self, change: RowsChange) -> None:
        """Undo a stroke that never came into the history, because it was cancelled."""
        self._prepare((change,), False)()

    def rows_written(self, piece: str, channel: Channel, leaves: IndexArray) -> None:
        """Announce rows written by a running stroke (which records its own edit)."""
        if painted.is_paint(channel):
            channel = "colour"
        self.rows_changed.emit(piece, channel, leaves)
        self._lead(piece, channel, leaves)

    def _lead(self, piece: str, channel: str, leaves: IndexArray) -> None:
        """Bring what follows a piece along, where rows of it changed."""
        for held in self.followers(piece):
            source, own = self.pieces[piece].surface, held.surface
            rows = (np.asarray(leaves, np.int64)[:, None] * LEAF_ROWS + np.arange(LEAF_ROWS)).ravel()
            rows = rows[rows < len(own)].astype(INDEX)
            if channel == "positions":
                assert held.follows is not None
                moved = own.set_rows(rows, held.follows.image(source.positions[rows]))
            else:
                own.values(channel)[rows] = source.values(channel)[rows]
                moved = own.leaves_of(rows)
            self.rows_changed.emit(held.id, channel, moved)

    def _gather(self) -> None:
        """Bring all followers along, after pieces came, went or got other surfaces."""
        for key, held in list(self.pieces.items()):
            if held.follows is None or held.follows.source not in self.pieces:
                continue
            source = self.pieces[held.follows.source].surface
            if not held.follows.fits(held.surface, source):
                self.pieces[key] = replace(held, surface=held.follows.surface(source), regions={}, texture=None)

    def _seat(self, piece: Piece, seat: int | None) -> int:
        """Put a piece into the list at a place, else last; where it is."""
        known = piece.id in self.pieces
        self.pieces[piece.id] = piece
        if not known and seat is not None:
            ids = [k for k in self.pieces if k != piece.id]
            ids.insert(seat, piece.id)
            self.order = ids
        return list(self.pieces).index(piece.id)

    def _prepare(self, changes: Sequence[Change], forward: bool) -> Callable[[], None]:
        """Do changes, or take them back; what announces them is returned."""
        _, news = self._do(changes, forward)
        return lambda: self._tell(changes, news)

    def _do(self, changes: Sequence[Change], forward: bool) -> tuple[tuple[Change, ...], list[_News]]:
        """Do changes, or take them back, all or none; the changes as they were done, and what has to be announced.

        In between, landmarks may name rows that the surface does not have.
        """
        news: list[_News] = []
        done: list[Change] = []
        pieces = dict(self.pieces)
        fields: list[tuple[str, Any]] = []
        rows: list[tuple[Piece, RowsChange]] = []
        try:
            for change in changes:
                done.append(change)
                if isinstance(change, RowsChange):
                    held = self.pieces[change.piece]
                    _check(held, change)
                    rows.append((held, change))
                    leaves = _written(held, change, change.after if forward else change.before)
                    news.append(
                        (change.piece, "colour" if painted.is_paint(change.channel) else change.channel, leaves)
                    )
                elif isinstance(change, PieceChange):
                    done[-1] = self._changed(change, forward)
                    if () not in news:
                        news.append(())
                else:
                    fields.append((change.field, getattr(self, change.field)))
                    setattr(self, change.field, change.after if forward else change.before)
                    news.append((change.field,))
                    if change.field == "order" and () not in news:
                        news.append(())
            if () in news:
                self._gather()
        except BaseException:
            for held, written in reversed(rows):
                _written(held, written, written.before if forward else written.after)
            for field, value in reversed(fields):
                setattr(self, field, value)
            gone, self.pieces = self.pieces, pieces
            for key, piece in pieces.items():
                if piece is not gone.get(key):
                    painted.settle(piece, gone.get(key))
            raise
        return tuple(done), news

    def _changed(self, change: PieceChange, forward: bool) -> PieceChange:
        """Let a piece come, go or be replaced; the change with its seat in the list."""
        old, new = (change.before, change.after) if forward else (change.after, change.before)
        if new is None:
            assert old is not None
            seat = list(self.pieces).index(old.id)
            del self.pieces[old.id]
            return replace(change, seat=seat)
        seat = self._seat(new, change.seat)
        painted.settle(new, old)
        return change if old is not None else replace(change, seat=seat)

    def _tell(self, changes: Sequence[Change], news: Sequence[_News], *, going: bool = False) -> None:
        """Announce changes that were done.

        Everybody is told, even if one who listens fails; its error is raised in the end.
        """
        boxes = [c for c in changes if isinstance(c, PieceChange)]
        if (
            going
            and not any(self.followers(c.after.id) if c.after is not None else True for c in boxes)
            and all(c.within is not None for c in boxes)
        ):
            self._held_back += [w for w in news if len(w) < 2 and w not in self._held_back]
            for change in boxes:
                assert change.after is not None
                self.net_changed.emit(change.after.id, change.within)
            return
        failed: Exception | None = None
        for what in news:
            try:
                if len(what) == 3:
                    self.rows_changed.emit(*what)
                    self._lead(*what)
                elif what:
                    self.field_changed.emit(*what)
                else:
                    self.pieces_changed.emit()
            except Exception as error:
                failed = failed or error
        if failed is not None:
            raise failed


def _check(piece: Piece, change: RowsChange) -> None:
    """Refuse rows that a piece does not have and values that do not fit them, before anything is written."""
    if painted.is_paint(change.channel):
        painted.check(piece, change)
        return
    surface, count = piece.surface, len(change.rows)
    if count and not 0 <= int(change.rows.min()) <= int(change.rows.max()) < len(surface):
        raise IndexError(
            phrase("rows {0} to {1} of a surface of {2} vertices", change.rows.min(), change.rows.max(), len(surface))
        )
    shape = (count, *surface.values(change.channel).shape[1:])
    if change.before.shape != shape or change.after.shape != shape:
        raise ValueError(
            phrase(
                "values of shapes {0} and {1} for {2} of shape {3}",
                change.before.shape,
                change.after.shape,
                change.channel,
                shape,
            )
        )


def _written(piece: Piece, change: RowsChange, values: np.ndarray) -> IndexArray:
    """Write the values of a change into its rows; the leaves that they lie in."""
    surface = piece.surface
    if painted.is_paint(change.channel):
        return painted.write(piece, change.channel, change.rows, values)
    if change.channel == "positions":
        return surface.set_rows(change.rows, values)
    surface.values(change.channel)[change.rows] = values
    return surface.leaves_of(change.rows)
