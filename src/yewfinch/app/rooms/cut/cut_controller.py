"""Cutting clay along drawn lines, and bringing its silhouette to a drawn outline."""

from __future__ import annotations

from typing import Literal

from psygnal import Signal
from PyQt6.QtCore import QObject

from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import at_once_or_behind_dialog, behind_dialog
from yewfinch.app.view.line_hand import LineHand, Purpose
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.locks import chosen_clay
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import masking
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.outline import Shape, drawn

#: What is done with what a cut takes off.
Fate = Literal["remove", "keep"]
_LEFT = "The clay was left as it was."


class Cutting(QObject):
    """How lines cut, and doing it.

    Signals
    -------
    changed : ()
        What is set is another.
    """

    changed = Signal()

    def __init__(self, lines: LineHand) -> None:
        super().__init__()
        self.lines, self.bench = lines, lines.bench
        self.fate: Fate = "remove"
        self.everything = False
        #: How far the form follows a fitted outline, mm.
        self.reach = 45.0
        self.cut, self.fit = WireCut(self), OutlineFit(self)
        self._worker: Worker | None = None

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    def draw_cut(self, shape: Shape) -> None:
        """Draw cuts of a shape."""
        self.cut.drawn_shape = shape
        self.lines.begin(self.cut)
        self.changed.emit()

    def set_fate(self, fate: Fate) -> None:
        """What is done with what a cut takes off."""
        self.fate = fate
        self.changed.emit()

    def set_everything(self, everything: bool) -> None:
        """Whether a cut goes through all clay in sight."""
        self.everything = everything
        self.changed.emit()

    def cut_off(self, camera: Camera, points: DoubleArray, shape: Shape, *, inside: bool) -> None:
        """Cut along what was drawn."""
        outline = drawn(camera, points, shape)
        portrait = self.bench.portrait
        if self.everything:
            keys = [k for k, p in portrait.pieces.items() if p.visible and not p.fixed]
        else:
            keys = [chosen_clay(self.piece).id]
        keep = self.fate == "keep"

        def done(found: tuple[Edit, str]) -> None:
            edit, words = found
            portrait.perform(edit)
            if self.bench.selection.piece_id not in portrait.pieces:
                self.bench.selection.choose(next(iter(portrait.pieces), ""))
            self.bench.say(words, "note")

        self._worker = at_once_or_behind_dialog(
            self,
            sum(len(portrait.surface(k)) for k in keys),
            "Cutting …",
            lambda progress: masking.cut_by(portrait, keys, outline, keep=keep, inside=inside, progress=progress),
            done,
            self._warn,
            _LEFT,
        )

    def fit_to(self, camera: Camera, points: DoubleArray) -> None:
        """Bring the silhouette of the chosen piece to what was drawn."""
        held, portrait, reach, symmetric = (
            chosen_clay(self.piece),
            self.bench.portrait,
            self.reach,
            self.bench.tools.symmetry,
        )

        def done(found: tuple[Edit, str]) -> None:
            edit, words = found
            portrait.perform(edit)
            self.bench.say(words, "note")

        self._worker = behind_dialog(
            self,
            "Fitting the outline …",
            lambda progress: masking.fit_outline(
                portrait, held.id, camera, points, reach=reach, symmetric=symmetric, progress=progress
            ),
            done,
            self._warn,
            _LEFT,
        )

    def _warn(self, text: str) -> None:
        self.bench.say(text, "warn")

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()


class WireCut(Purpose):
    """A cut along a line or outline."""

    id = "cut"
    cuts = True

    def __init__(self, cutting: Cutting) -> None:
        self.cutting = cutting
        self.drawn_shape: Shape = "line"

    @property
    def shape(self) -> Shape:
        """What is drawn."""
        return self.drawn_shape

    @property
    def hatched(self) -> bool:
        """Only what goes is hatched."""
        return self.cutting.fate == "remove"

    def hint(self) -> str:
        """What to do now."""
        way = {
            "line": "Drag a straight line across the clay", "curve": "Draw a line across the clay",
            "lasso": "Draw round what is to be cut", "box": "Drag a box over what is to be cut",
        }[self.shape]  # fmt: skip
        fate = "the hatched side goes" if self.hatched else "both sides stay as pieces"
        return phrase("{0}: {1}; Ctrl takes the other side. Esc ends.", way, fate)

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Cut; `other` cuts off the other side."""
        self.cutting.cut_off(camera, points, self.shape, inside=not other)


class OutlineFit(Purpose):
    """The outline that the chosen piece is to have."""

    id = "fit"

    def __init__(self, cutting: Cutting) -> None:
        self.cutting = cutting

    def hint(self) -> str:
        """What to do now."""
        return "Draw the outline that the clay is to have, near the one it has. Esc ends."

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Fit the silhouette to the drawn line."""
        self.cutting.fit_to(camera, points)
