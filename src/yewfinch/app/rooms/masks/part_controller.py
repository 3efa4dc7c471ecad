"""The mask of the chosen piece, and the part that is being turned."""

from __future__ import annotations

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QObject, QTimer

from yewfinch.core.anatomy.lore.region_names import region_title
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import bends, masking
from yewfinch.core.reshape.part_turn import KINDS, SHORTEST, Bent, PartTurn, TurnKind
from yewfinch.core.sculpt import masks
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase


class Parts(QObject):
    """One for the window.

    Signals
    -------
    changed : ()
        The piece, its mask, the line or the angle are others.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.kind: TurnKind = "hinge"
        self.masked = True
        #: The line along the part: joint, end, and the way to the eye it was drawn with.
        self.line: tuple[DoubleArray, DoubleArray, DoubleArray] | None = None
        self.degrees = 0.0
        self._start: tuple[str, FloatArray, Bent | None] | None = None
        self._live: LiveEdit | None = None
        self._wished = False
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.setInterval(0)
        self._soon.timeout.connect(self.finish)
        bench.portrait_changed.connect(self._listen)
        bench.selection.changed.connect(self._rechosen)
        self._listen()

    def _listen(self) -> None:
        self.forget()
        self.bench.portrait.rows_changed.connect(self._heard)
        self.bench.portrait.field_changed.connect(self._field)
        self.bench.portrait.pieces_changed.connect(self.changed.emit)
        self.changed.emit()

    def _heard(self, _piece: str, channel: str, _leaves: object) -> None:
        if channel == "mask":
            self.changed.emit()

    def _field(self, field: str) -> None:
        if field == "bent":
            self.changed.emit()

    def _rechosen(self) -> None:
        self.forget()
        self.changed.emit()

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    @property
    def bent(self) -> Bent | None:
        """Its turned parts."""
        return None if self.piece is None else bends.current(self.bench.portrait, self.piece.id)

    # --- masks ----------------------------------------------------------------------------

    def clear(self) -> None:
        """Let all of the piece be free."""
        if self.piece is not None:
            self._mask(masks.cleared(self.piece.surface), "Clear the mask")

    def invert(self) -> None:
        """Hold what was free."""
        if self.piece is not None:
            self._mask(masks.inverted(self.piece.surface), "Invert the mask")

    def soften(self) -> None:
        """Widen the mask's edge."""
        if self.piece is not None:
            self._mask(masks.softened(self.piece.surface), "Soften the mask")

    def sharpen(self) -> None:
        """Narrow the mask's edge."""
        if self.piece is not None:
            self._mask(masks.sharpened(self.piece.surface), "Sharpen the mask")

    def region(self, name: str) -> None:
        """Add a named region to the mask."""
        if self.piece is not None:
            self._mask(
                masking.of_region(self.piece, name, add=True),
                phrase("Mask the {0}", region_title(name)),
            )

    def _mask(self, mask: ByteArray, name: str) -> None:
        assert self.piece is not None
        edit = masking.mask_edit(self.piece, mask, name)
        if edit is not None:
            self.bench.portrait.perform(edit)

    # --- turning --------------------------------------------------------------------------

    def forget(self) -> None:
        """No line is drawn."""
        self.line = self._start = self._live = None
        self.degrees = 0.0
        self._wished = False

    def toggle(self) -> None:
        """Turn a part in the view, or end it."""
        if self.bench.mode != "part" and self.piece is None:
            self.bench.say("Choose a piece first.", "warn")
        else:
            self.bench.toggle_mode("part")

    def set_kind(self, kind: TurnKind) -> None:
        """How the part is turned; the present turn becomes one of that kind."""
        self.kind = kind
        if self.line is not None and self.degrees:
            self.turn(self.degrees)
        self.changed.emit()

    def set_masked(self, masked: bool) -> None:
        """Whether the masked part turns, or the free one."""
        self.masked = masked
        if self.line is not None and self.degrees:
            self.turn(self.degrees)
        self.changed.emit()

    def draw(self, joint: DoubleArray, end: DoubleArray, to_eye: DoubleArray) -> None:
        """Set the line along the part; what is turned from now on is another step."""
        self.finish()
        self.forget()
        self.line = joint, end, to_eye
        self.bench.outlook.changed.emit()
        self.changed.emit()

    def turn(self, degrees: float) -> None:
        """Turn the part so far from where it was when the line was drawn; soon."""
        self.degrees = float(np.clip(degrees, -360.0, 360.0))
        self._wished = True
        self._soon.start()

    def finish(self) -> None:
        """Carry out what is wished."""
        self._soon.stop()
        piece, portrait = self.piece, self.bench.portrait
        if not self._wished or piece is None or self.line is None:
            return
        self._wished = False
        joint, end, to_eye = self.line
        if np.linalg.norm(end - joint) < SHORTEST:
            return
        posed = portrait.posed
        name = phrase("Turn a part: {0}", KINDS[self.kind][0].lower())
        self._live = portrait.going_on(self._live, "Turn a part")
        if not self._live.done or self._start is None or self._start[0] != piece.id:
            self._start = piece.id, piece.surface.positions.copy(), self.bent
        try:
            if posed is not None and posed.on and piece.id in posed.rest:
                raise YewfinchError("The figure's pose is on. Take it off first (Shift+H).")
            part = PartTurn(self.kind, joint, end, to_eye)
            edit = bends.turn(portrait, piece.id, part, self.degrees, name, masked=self.masked, start=self._start[1:])
        except YewfinchError as error:
            self.degrees = 0.0
            self.bench.say(str(error), "warn")
            self.changed.emit()
            return
        self._live.update(edit)
        self.changed.emit()

    def cancel(self) -> None:
        """Take the turn back that is being set."""
        self.finish()
        if self._live is not None:
            self._live.cancel()
        self._live = self._start = None
        self.degrees = 0.0
        self.changed.emit()

    def set_on(self, on: bool) -> None:
        """Take all turned parts of the piece off, or put them on again."""
        piece = self.piece
        if piece is None:
            return
        self.forget()
        try:
            edit = bends.set_on(self.bench.portrait, piece.id, on)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        if edit.changes:
            self.bench.portrait.perform(edit)
        self.changed.emit()
