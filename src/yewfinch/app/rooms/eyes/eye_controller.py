"""Editing eyes: which one is in hand, whether its partner goes along, and every change as an undo step."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import eyes
from yewfinch.core.features.eyes.eye import Eye, Point
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError


class Eyes(QObject):
    """One for the window.

    Signals
    -------
    changed : ()
        Another eye is in hand, or it is another.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        #: Both eyes of a pair change together.
        self.linked = True
        self._wish: tuple[dict[str, Eye], str] | None = None
        self._live: LiveEdit | None = None
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self.finish)
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._rechosen)
        self._listen()

    def _listen(self) -> None:
        self._wish = self._live = None
        self._soon.stop()
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
        if self._wish is not None and piece.id in self._wish[0]:
            return self._wish[0]
        other = eyes.partner(self.bench.portrait, piece.id)
        return {p.id: eyes.standing(p) for p in (piece, other) if p is not None}

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
        name = f"Eyes: {what}"
        if self._wish is not None and self._wish[1] != name:
            self.finish()
        self._wish = now, name
        self._soon.start()

    def look_at(self, target: Point) -> None:
        """Let both eyes look at a point, mm."""
        self.change("gaze", lambda e: replace(e, target=target), both=True)

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        wish, self._wish = self._wish, None
        portrait = self.bench.portrait
        if wish is None or any(k not in portrait.pieces for k in wish[0]):
            return
        now, name = wish
        changed = {k: e for k, e in now.items() if e != eyes.standing(portrait.pieces[k])}
        if not changed:
            return
        try:
            edit = eyes.change(portrait, now, name)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        if edit.changes:
            self._live = portrait.going_on(self._live, f"{sorted(now)} {name} {len(edit.changes)}")
            self._live.update(edit)
        self.changed.emit()

    def end_step(self) -> None:
        """What follows is another undo step."""
        self.finish()
        self._live = None

    def cancel(self) -> None:
        """Take back what was changed since the last step ended."""
        self._soon.stop()
        self._wish = None
        if self._live is not None:
            self._live.cancel()
        self._live = None
        self.changed.emit()

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
