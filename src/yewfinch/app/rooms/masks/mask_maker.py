"""Masks that are drawn on the view, or follow from the form."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, TypeVar

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QObject

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import at_once_or_behind_dialog
from yewfinch.app.view.line_hand import LineHand, Purpose
from yewfinch.core.document.model.locks import chosen_clay
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import masking
from yewfinch.core.sculpt import mask_makers
from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.outline import Shape, drawn

T = TypeVar("T")
#: Making a mask takes so much less time for a vertex than cutting.
LIGHT = 20
#: How a new mask goes with the present one.
Joining = Literal["add", "take", "replace"]


class MaskMaker(QObject):
    """Joins masks to that of the chosen piece.

    Signals
    -------
    changed : ()
        How masks are drawn or joined is another.
    """

    changed = Signal()

    def __init__(self, lines: LineHand) -> None:
        super().__init__()
        self.lines, self.bench = lines, lines.bench
        self.joining: Joining = "add"
        self.through = False
        self.drawing = MaskDrawing(self)
        self._worker: Worker | None = None

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    def draw(self, shape: Shape) -> None:
        """Draw masks of a shape in the view; once more ends it."""
        if self.lines.draws(self.drawing) and self.drawing.shape == shape:
            self.lines.toggle(self.drawing)
        else:
            self.drawing.drawn_shape = shape
            self.lines.begin(self.drawing)
        self.changed.emit()

    def set_joining(self, joining: Joining) -> None:
        """How a new mask goes with the present one."""
        self.joining = joining
        self.changed.emit()

    def set_through(self, through: bool) -> None:
        """Whether a drawn mask also holds what lies behind."""
        self.through = through
        self.changed.emit()

    def join(self, found: ByteArray, name: str, joining: Joining | None = None) -> None:
        """Add a mask (n, 1) to the present one, take it away from it, or put it in its place."""
        held = chosen_clay(self.piece)
        now = held.surface.mask
        how = joining or self.joining
        after = np.maximum(now, found) if how == "add" else np.minimum(now, 255 - found) if how == "take" else found
        edit = masking.mask_edit(held, after.astype(np.uint8), name)
        if edit is None:
            self.bench.say("The mask is as it was: nothing more was met.", "note")
        else:
            self.bench.portrait.perform(edit)

    def make(self, name: str, maker: Callable[[Piece], ByteArray], joining: Joining | None = None) -> None:
        """Join a mask that follows from the chosen piece; on dense clay behind a dialog."""
        try:
            held = chosen_clay(self.piece)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        self.work(
            len(held.surface) // LIGHT,
            "Making the mask …",
            lambda _: maker(held),
            lambda found: self.join(found, name, joining),
        )

    def work(self, size: int, words: str, job: Callable[[Progress], T], done: Callable[[T], None]) -> None:
        """Do something to `size` vertices of clay, behind a dialog if it is long."""
        self._worker = at_once_or_behind_dialog(
            self, size, words, job, done, lambda text: self.bench.say(text, "warn"), "The clay was left as it was."
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()


class MaskDrawing(Purpose):
    """Masks by lasso and box."""

    id = "mask"

    def __init__(self, maker: MaskMaker) -> None:
        self.maker = maker
        self.drawn_shape: Shape = "lasso"

    @property
    def shape(self) -> Shape:
        """What is drawn."""
        return self.drawn_shape

    def hint(self) -> str:
        """What to do now."""
        way = "Drag a box over what is to be masked" if self.shape == "box" else "Draw round what is to be masked"
        return phrase("{0}; Ctrl frees it. Esc ends.", way)

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Mask what lies within; `other` takes it away from the mask."""
        maker = self.maker
        outline, through, mirrored = drawn(camera, points, self.shape), maker.through, maker.bench.tools.symmetry
        name = "Mask by box" if self.shape == "box" else "Mask by lasso"
        maker.make(
            name,
            lambda p: mask_makers.within(p.surface, outline, through=through, mirrored=mirrored),
            "take" if other else maker.joining,
        )
