"""Editing solids: which one is in hand, and every change as an undo step."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.app.shell.live_wish import LiveWishes
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import solids
from yewfinch.core.reshape.solid import Solid
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


class Solids(LiveWishes[tuple[str, Solid, str]]):
    """One for the window."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._rechosen)
        self._listen()

    def _listen(self) -> None:
        self.forget()
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
            self._wish = self.piece.id, solid, phrase("Solid: {0}", what)
            self._soon.start()

    def place(self, place: tuple[float, float, float], what: str = "move") -> None:
        """Put it there, mm."""
        if self.solid is not None:
            self.change(replace(self.solid, place=place), what)

    def edit_of(self, wish: tuple[str, Solid, str]) -> tuple[Edit, str] | None:
        """The edit that makes a solid another one."""
        key, solid, name = wish
        portrait = self.bench.portrait
        if key not in portrait.pieces or portrait.pieces[key].solid == solid:
            return None
        return solids.change(portrait, key, solid, name), phrase("{0} {1}", key, name)

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
        self.bench.say(phrase("{0} is clay now; undo gives its measures back.", name), "note")
        self.changed.emit()
