"""Editing solids: which one is in hand, and every change as an undo step."""

from __future__ import annotations

from dataclasses import replace

from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import solids
from yewfinch.core.reshape.solid import Solid
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError


class Solids(QObject):
    """One for the window.

    Signals
    -------
    changed : ()
        Another solid is in hand, or it is another.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self._wish: tuple[str, Solid, str] | None = None
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
        self.changed.emit()

    def _rechosen(self) -> None:
        self.end_step()
        self.changed.emit()

    @property
    def piece(self) -> Piece | None:
        """The chosen piece, if it is a solid."""
        held = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        return held if held is not None and held.solid is not None else None

    @property
    def solid(self) -> Solid | None:
        """The solid in hand, what is still to be carried out included."""
        if self._wish is not None:
            return self._wish[1]
        return None if self.piece is None else self.piece.solid

    def begin(self, kind: str) -> None:
        """A new solid, beside what is there."""
        self.end_step()
        x = 0.0
        shown = [p.surface.bounds() for p in self.bench.portrait.pieces.values() if p.visible]
        if shown:
            x = float(max(b[1, 0] for b in shown)) + 70.0
        edit, key = solids.begin(self.bench.portrait, kind, (round(x, 1), 0.0, 0.0))
        self.bench.portrait.perform(edit)
        self.bench.selection.choose(key)
        self.bench.set_mode("solid")

    def change(self, solid: Solid, what: str) -> None:
        """Make it another solid, soon; changes of the same thing in a row are one step."""
        if self.piece is not None:
            self._wish = self.piece.id, solid, f"Solid: {what}"
            self._soon.start()

    def place(self, place: tuple[float, float, float], what: str = "move") -> None:
        """Put it there, mm."""
        if self.solid is not None:
            self.change(replace(self.solid, place=place), what)

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        wish, self._wish = self._wish, None
        portrait = self.bench.portrait
        if wish is None or wish[0] not in portrait.pieces:
            return
        key, solid, name = wish
        if portrait.pieces[key].solid == solid:
            return
        try:
            edit = solids.change(portrait, key, solid, name)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        self._live = portrait.going_on(self._live, f"{key} {name}")
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

    def settle(self) -> None:
        """Make clay of it."""
        self.end_step()
        if self.piece is None:
            return
        name = self.piece.name
        try:
            self.bench.portrait.perform(solids.settle(self.bench.portrait, self.piece.id))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        if self.bench.mode == "solid":
            self.bench.set_mode("tool")
        self.bench.say(f"{name} is clay now; undo gives its measures back.", "note")
        self.changed.emit()
