"""Editing armatures: which one and which ball are in hand, and every change as an undo step."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_wish import LiveWishes
from yewfinch.core.anatomy.figure.armature_presets import PRESETS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import armatures
from yewfinch.core.reshape.armature import Armature
from yewfinch.core.reshape.armature_skin import QUICK, edge_for
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase

#: What dragging a ball does.
DragWay = Literal["move", "bend", "scale"]
WAYS: dict[DragWay, tuple[str, str]] = {
    "move": ("Move", "Drag a ball across the view; with Shift all that hangs on it comes along"),
    "bend": ("Bend", "Turn a ball about the one above it; lengths stay, what hangs on it comes along"),
    "scale": ("Scale", "Drag up or down: the ball and all that hangs on it grow or shrink"),
}


class Armatures(LiveWishes[tuple[Armature, str]]):
    """One for the window; a ball and a way are in hand, too."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        self.ball = -1
        self.way: DragWay = "move"
        self._worker: Worker | None = None
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._rechosen)
        self._listen()

    def _listen(self) -> None:
        self.forget()
        self.ball = -1
        self.bench.portrait.pieces_changed.connect(self._heard)
        self.changed.emit()

    def _heard(self) -> None:
        held = self.armature
        if held is None or self.ball >= len(held.balls):
            self.ball = -1
        self.changed.emit()

    def _rechosen(self) -> None:
        self.ball = -1
        self.changed.emit()

    # --- what is in hand ------------------------------------------------------------------

    @property
    def piece(self) -> Piece | None:
        """The armature in hand: the chosen piece, else the last visible armature."""
        pieces = self.bench.portrait.pieces
        chosen = pieces.get(self.bench.selection.piece_id)
        if chosen is not None and chosen.armature is not None and chosen.visible:
            return chosen
        return next((p for p in reversed(pieces.values()) if p.armature is not None and p.visible), None)

    @property
    def armature(self) -> Armature | None:
        """Its balls, what is still to be carried out included."""
        if self._wish is not None:
            return self._wish[0]
        return None if self.piece is None else self.piece.armature

    def choose(self, ball: int) -> None:
        """Take a ball in hand; -1 none."""
        self.ball = ball
        self.bench.outlook.changed.emit()
        self.changed.emit()

    def set_way(self, way: DragWay) -> None:
        """What dragging a ball does."""
        self.way = way
        self.changed.emit()

    # --- changes --------------------------------------------------------------------------

    def begin(self, preset: str) -> None:
        """A new armature from a ready-made one."""
        title, make = PRESETS[preset]
        self.end_step()
        edit, key = armatures.begin(self.bench.portrait, make(), phrase("New armature: {0}", title.lower()))
        self.bench.portrait.perform(edit)
        self.bench.selection.choose(key)
        self.bench.set_mode("armature")

    def change(self, armature: Armature, name: str, *, together: bool = False) -> None:
        """Put another armature in the place of the one in hand.

        Parameters
        ----------
        armature : Armature
        name : str
            Of the undo step.
        together : bool
            More of the same name may follow and becomes one step with it; it is carried out soon.
        """
        self._wish = armature, phrase("Armature: {0}", name)
        if together:
            self._soon.start()
            return
        self._live = None
        self.finish()
        self._live = None

    def edit_of(self, wish: tuple[Armature, str]) -> tuple[Edit, str] | None:
        """The edit that makes the armature in hand another one."""
        piece, (armature, name) = self.piece, wish
        return None if piece is None else (armatures.change(self.bench.portrait, piece.id, armature, name), name)

    def toggle(self) -> None:
        """Edit balls in the view, or end it."""
        bench, piece = self.bench, self.piece
        if bench.mode == "armature":
            bench.set_mode("tool")
        elif piece is None:
            bench.say("There is no armature to be seen. Begin one in the panel Armature (stage Block).", "warn")
        else:
            bench.selection.choose(piece.id)
            bench.set_mode("armature")

    def resize(self, factor: float) -> None:
        """Make the ball in hand larger or smaller."""
        held = self.armature
        if held is not None and 0 <= self.ball < len(held.balls):
            self.change(held.sized(self.ball, held.balls[self.ball].radius * factor), "size of a ball", together=True)

    def insert(self) -> None:
        """Put a ball into the link above the one in hand."""
        held = self.armature
        if held is None or not 0 <= self.ball < len(held.balls) or held.balls[self.ball].parent < 0:
            self.bench.say("Choose a ball that is linked to another; the new one comes between them.", "warn")
            return
        made, number = held.inserted(self.ball)
        self.change(made, "insert a ball")
        self.choose(number)

    def remove(self) -> None:
        """Take the ball in hand away."""
        held = self.armature
        if held is None or not 0 <= self.ball < len(held.balls):
            self.bench.say("Choose a ball first.", "warn")
            return
        if len(held.balls) == 1:
            self.bench.say("An armature needs a ball. Remove the whole armature in the list of pieces.", "warn")
            return
        parent = held.balls[self.ball].parent
        self.change(held.removed(self.ball), "remove a ball")
        self.choose(parent)

    def set_fillet(self, fillet: float) -> None:
        """Round the branchings by so many mm."""
        if self.armature is not None:
            self.change(replace(self.armature, fillet=fillet), "fillet", together=True)

    def set_mirrored(self, on: bool) -> None:
        """Let the right half follow the left, or give it balls of its own."""
        held = self.armature
        if held is not None and held.mirrored != on:
            self.change(held.remirrored() if on else held.unmirrored(), "mirrored" if on else "both halves apart")

    # --- clothing -------------------------------------------------------------------------

    def faces_at(self, edge: float) -> int:
        """How many quads the clay would have, about, from the skin that is shown."""
        piece = self.piece
        if piece is None or piece.armature is None:
            return 0
        return round(len(piece.surface.faces) * (edge_for(piece.armature, QUICK) / edge) ** 2)

    def clothe(self, edge: float) -> None:
        """Make clay of the skin, in a thread."""
        self.end_step()
        piece, portrait = self.piece, self.bench.portrait
        if piece is None:
            return

        def done(result: tuple[Edit, str]) -> None:
            edit, key = result
            portrait.perform(edit)
            self.bench.set_mode("tool")
            self.bench.selection.choose(key)
            made = portrait.pieces[key]
            self.bench.say(
                phrase("{0}: {1} quads. The armature is kept, hidden.", made.name, grouped(len(made.surface.faces))),
                "note",
            )

        self._worker = behind_dialog(
            self,
            "Clothing the armature …",
            lambda progress: armatures.clothe(portrait, piece.id, edge, progress),
            done,
            lambda text: self.bench.say(text, "error"),
            "The armature was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is clothing."""
        return self._worker is not None and self._worker.isRunning()
