"""Editing eyes and their lids: which are in hand, whether the partner goes along, every change as an undo step."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace

from yewfinch.app.shell.live_wish import LiveWishes
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import eyes, lids
from yewfinch.core.document.verbs.lids import Held
from yewfinch.core.features.eyes.eye import Eye, Point
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase


@dataclass
class _Wish:
    """What eyes and lids are to be, by the ids of the eyes, and what the step is called."""

    name: str
    eyes: dict[str, Eye] = field(default_factory=dict)
    lids: dict[str, Lids] = field(default_factory=dict)


class Eyes(LiveWishes[_Wish]):
    """One for the window."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        #: Both eyes of a pair change together.
        self.linked = True
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._rechosen)
        self._listen()

    def _listen(self) -> None:
        self.forget()
        self._skins = lids.Skins()
        self._standing: tuple[tuple[int, str], dict[str, Eye]] | None = None
        self._found: tuple[tuple[int, tuple[str, ...]], dict[str, Held]] | None = None
        self.bench.portrait.pieces_changed.connect(self.changed.emit)
        self.bench.portrait.rows_changed.connect(lambda *_: self.changed.emit())
        self.changed.emit()

    def _rechosen(self) -> None:
        self.end_step()
        self.changed.emit()

    @property
    def piece(self) -> Piece | None:
        """The eye in hand: the chosen piece if it is one, else the sitter's left one of those there are."""
        pieces = self.bench.portrait.pieces
        held = pieces.get(self.bench.selection.piece_id)
        if held is not None and held.eye is not None:
            return held
        found = [p for p in pieces.values() if p.eye is not None]
        return max(found, key=lambda p: eyes.standing(p).place[0], default=None)

    def held(self) -> dict[str, Eye]:
        """The eye in hand by its id, and its partner if there is one; what is still to be carried out included."""
        piece = self.piece
        if piece is None:
            return {}
        if self._wish is not None and piece.id in self._wish.eyes:
            return self._wish.eyes
        key = self.bench.portrait.moment, piece.id
        if self._standing is None or self._standing[0] != key:
            other = eyes.partner(self.bench.portrait, piece.id)
            self._standing = key, {p.id: eyes.standing(p) for p in (piece, other) if p is not None}
        return dict(self._standing[1])

    @property
    def eye(self) -> Eye | None:
        """The eye in hand."""
        piece = self.piece
        return None if piece is None else self.held()[piece.id]

    def change(self, what: str, by: Callable[[Eye], Eye], *, both: bool | None = None) -> None:
        """Change the eye in hand, and its partner if they are linked, soon; the same thing in a row is one step."""
        piece = self.piece
        if piece is None:
            return
        together = self.linked if both is None else both
        try:
            now = {k: by(e) if together or k == piece.id else e for k, e in self.held().items()}
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        self.put(now, what)

    def put(self, now: dict[str, Eye], what: str) -> None:
        """Make them these eyes, soon."""
        self._wished(phrase("Eyes: {0}", what)).eyes = now

    def held_lids(self) -> dict[str, Lids]:
        """The lids of the eyes in hand by the ids of these; what is still to be carried out included."""
        if self._wish is not None and self._wish.lids:
            return self._wish.lids
        return {key: held.lids for key, held in self.lids_found().items()}

    def lids_found(self) -> dict[str, Held]:
        """Where the lids of the eyes in hand are, by the ids of these; read once for each step of the history."""
        portrait = self.bench.portrait
        key = portrait.moment, tuple(self.held())
        if self._found is None or self._found[0] != key:
            found = {k: lids.held(portrait, k) for k in key[1]}
            self._found = key, {k: held for k, held in found.items() if held is not None}
        return self._found[1]

    def change_lids(self, what: str, by: Callable[[Lids, Eye], Lids], *, both: bool | None = None) -> None:
        """Change the lids of the eye in hand, and its partner's if they are linked, soon."""
        piece, eyes_ = self.piece, self.held()
        if piece is None:
            return
        together = self.linked if both is None else both
        held = self.held_lids()
        if not held:
            self.bench.say("This eye has no lids. Press 'New lids', or draw the lines of the lids on the clay.", "warn")
            return
        try:
            now = {k: by(one, eyes_[k]) if together or k == piece.id else one for k, one in held.items()}
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        self.put_lids(now, what)

    def put_lids(self, now: dict[str, Lids], what: str) -> None:
        """Make them these lids, soon."""
        self._wished(phrase("Lids: {0}", what)).lids = now

    def _wished(self, name: str) -> _Wish:
        if self._wish is not None and self._wish.name != name:
            self.finish()
        self._wish = self._wish or _Wish(name)
        self._soon.start()
        return self._wish

    def look_at(self, target: Point) -> None:
        """Let both eyes look at a point, mm."""
        self.change("gaze", lambda e: replace(e, target=target), both=True)

    def edit_of(self, wish: _Wish) -> tuple[Edit, str] | None:
        """The edit that makes eyes and lids others."""
        portrait = self.bench.portrait
        if any(k not in portrait.pieces for k in (*wish.eyes, *wish.lids)):
            return None
        changed = any(e != eyes.standing(portrait.pieces[k]) for k, e in wish.eyes.items())
        if not changed and not wish.lids:
            return None
        edit = lids.change(portrait, wish.eyes, wish.lids, wish.name, self._skins)
        kinds = in_a_row(" ", (type(c).__name__ for c in edit.changes))
        return edit, phrase("{0} {1} {2}", sorted({*wish.eyes, *wish.lids}), wish.name, kinds)

    def perform(self, make: Callable[[], Edit]) -> bool:
        """Carry out an edit of its own, or say why not; was it carried out?"""
        self.end_step()
        try:
            edit = make()
            self.bench.portrait.perform(edit)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return False
        self.changed.emit()
        return True
