"""Lines and outlines drawn on the view: for masks, and for cutting."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal, TypeVar

import numpy as np
from psygnal import Signal
from PyQt6.QtCore import QObject

from yewfinch.app.bench import Bench
from yewfinch.app.dialogs.waiting import at_once_or_behind_dialog, behind_dialog
from yewfinch.app.workers import Worker
from yewfinch.core.document import masking, solids
from yewfinch.core.document.edits import Edit
from yewfinch.core.document.piece import Piece
from yewfinch.core.sculpt import mask_makers, masks
from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress
from yewfinch.core.show.camera import Camera
from yewfinch.core.show.outline import Shape, drawn

T = TypeVar("T")
#: Making a mask takes so much less time for a vertex than cutting.
_LIGHT = 20
#: What an outline is drawn for.
Purpose = Literal["mask", "cut", "fit", "tube", "lathe"]
#: How a new mask goes with the present one.
Joining = Literal["add", "take", "replace"]
#: What is done with what a cut takes off.
Fate = Literal["remove", "keep"]


class Outlines(QObject):
    """One for the window: what an outline will do, and doing it.

    Signals
    -------
    changed : ()
        Purpose, shape or settings are others.
    """

    changed = Signal()

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.purpose: Purpose = "mask"
        self.mask_shape: Shape = "lasso"
        self.cut_shape: Shape = "line"
        self.joining: Joining = "add"
        self.through = False
        self.fate: Fate = "remove"
        self.everything = False
        #: How far the form follows a fitted outline, mm, and how thick drawn tubes are.
        self.reach = 45.0
        self.thickness = 12.0
        self._worker: Worker | None = None

    @property
    def shape(self) -> Shape:
        """The shape that is drawn now."""
        return self.mask_shape if self.purpose == "mask" else self.cut_shape if self.purpose == "cut" else "curve"

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.piece_id)

    def begin(self, purpose: Purpose, shape: Shape | None = None) -> None:
        """Draw outlines in the view; once more ends it."""
        again = self.bench.mode == "outline" and self.purpose == purpose and shape in (None, self.shape)
        self.purpose = purpose
        if shape is not None and purpose == "mask":
            self.mask_shape = shape
        elif shape is not None and purpose == "cut":
            self.cut_shape = shape
        self.bench.set_mode("tool" if again else "outline")
        self.changed.emit()

    def set(self, **values: object) -> None:
        """Set `joining`, `through`, `fate` or `everything`."""
        for key, value in values.items():
            setattr(self, key, value)
        self.changed.emit()

    def hint(self) -> str:
        """What to do now, for the view."""
        if self.purpose == "mask":
            way = {"lasso": "Draw round what is to be masked", "box": "Drag a box over what is to be masked"}[self.mask_shape]
            return f"{way}; Ctrl frees it. Esc ends."
        if self.purpose == "fit":
            return "Draw the outline that the clay is to have, near the one it has. Esc ends."
        if self.purpose == "tube":
            return "Draw the tube's course: along clay under the pointer, else across the view. Esc ends."
        if self.purpose == "lathe":
            return "Draw one side of the outline from its axis on: it is turned about the upright through the first point. Esc ends."
        way = {
            "line": "Drag a straight line across the clay", "curve": "Draw a line across the clay",
            "lasso": "Draw round what is to be cut", "box": "Drag a box over what is to be cut",
        }[self.cut_shape]  # fmt: skip
        goes = "the hatched side" if self.fate == "remove" else "both sides stay"
        return f"{way}: {goes} {'goes' if self.fate == 'remove' else 'as pieces'}; Ctrl takes the other side. Esc ends."

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Carry out what was drawn; `other` takes away from the mask, or cuts off the other side."""
        try:
            if self.purpose == "mask":
                self._mask(camera, points, other)
            elif self.purpose == "cut":
                self._cut(camera, points, other)
            elif self.purpose == "fit":
                self._fit(camera, points)
            elif self.purpose == "tube":
                self._solid(*solids.draw_tube(self.bench.portrait, camera, points, self.thickness / 2))
            else:
                self._solid(*solids.draw_lathe(self.bench.portrait, camera, points))
        except YewfinchError as error:
            self.bench.say(str(error), "warn")

    def _mask(self, camera: Camera, points: DoubleArray, take: bool) -> None:
        outline, through, mirrored = drawn(camera, points, self.mask_shape), self.through, self.bench.symmetry
        name = "Mask by box" if self.mask_shape == "box" else "Mask by lasso"
        self.make(name, lambda p: mask_makers.within(p.surface, outline, through=through, mirrored=mirrored), "take" if take else self.joining)

    def _cut(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        outline = drawn(camera, points, self.cut_shape)
        portrait = self.bench.portrait
        if self.everything:
            keys = [k for k, p in portrait.pieces.items() if p.visible and not p.fixed]
        else:
            keys = [self._clay().id]
        keep = self.fate == "keep"

        def done(found: tuple[Edit, str]) -> None:
            edit, words = found
            portrait.perform(edit)
            if self.bench.piece_id not in portrait.pieces:
                self.bench.choose_piece(next(iter(portrait.pieces), ""))
            self.bench.say(words, "note")

        self.work(
            sum(len(portrait.surface(k)) for k in keys), "Cutting …",
            lambda progress: masking.cut_by(portrait, keys, outline, keep=keep, inside=not other, progress=progress), done,
        )  # fmt: skip

    def work(self, size: int, words: str, job: Callable[[Progress], T], done: Callable[[T], None]) -> None:
        """Do something to `size` vertices of clay, behind a dialog if it is long."""
        self._worker = at_once_or_behind_dialog(self, size, words, job, done, lambda text: self.bench.say(text, "warn"), "The clay was left as it was.")

    def _fit(self, camera: Camera, points: DoubleArray) -> None:
        held, portrait, reach, symmetric = self._clay(), self.bench.portrait, self.reach, self.bench.symmetry

        def done(found: tuple[Edit, str]) -> None:
            edit, words = found
            portrait.perform(edit)
            self.bench.say(words, "note")

        self._worker = behind_dialog(
            self, "Fitting the outline …",
            lambda progress: masking.fit_outline(portrait, held.id, camera, points, reach=reach, symmetric=symmetric, progress=progress),
            done, lambda text: self.bench.say(text, "warn"), "The clay was left as it was.",
        )  # fmt: skip

    def _solid(self, edit: Edit, key: str) -> None:
        self.bench.portrait.perform(edit)
        self.bench.choose_piece(key)

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _clay(self) -> Piece:
        held = self.piece
        if held is None:
            raise YewfinchError("Choose a piece first.")
        if held.fixed:
            raise YewfinchError(f"'{held.name}' is locked, or no clay yet.")
        return held

    # --- masks from the form ----------------------------------------------------------------

    def join(self, found: ByteArray, name: str, joining: Joining | None = None) -> None:
        """Add a mask (n, 1) to the present one, take it away from it, or put it in its place."""
        held = self._clay()
        now = held.surface.mask
        how = joining or self.joining
        after = np.maximum(now, found) if how == "add" else np.minimum(now, 255 - found) if how == "take" else found
        edit = masks.change(held, after.astype(np.uint8), name)
        if edit is None:
            self.bench.say("The mask is as it was: nothing more was met.", "note")
        else:
            self.bench.portrait.perform(edit)

    def make(self, name: str, maker: Callable[[Piece], ByteArray], joining: Joining | None = None) -> None:
        """Join a mask that follows from the chosen piece; on dense clay behind a dialog."""
        try:
            held = self._clay()
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        self.work(len(held.surface) // _LIGHT, "Making the mask …", lambda _: maker(held), lambda found: self.join(found, name, joining))
