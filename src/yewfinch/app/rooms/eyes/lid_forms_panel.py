"""What lids are like: crease, fold over it, fold of the inner corner, bag and groove, thickness of the margins."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.shell.live_dial import dial_of
from yewfinch.core.features.lids.lids import BOUNDS

_FORMS = (
    ("crease", "Crease height", "Height of the upper lid's crease over its margin"),
    ("crease_depth", "Crease depth", "How deep the crease is; 0 for none"),
    ("fold", "Fold over it", "How far the skin above hangs down over the crease"),
    ("corner_fold", "Corner fold", "How far a fold hangs over the inner corner"),
    ("bag", "Bag", "How far the lower lid bulges"),
    ("groove", "Groove", "How deep the groove below the bag is"),
    ("thickness", "Thickness", "Of the margins; about 2 mm is usual"),
)


class LidFormsPanel(QWidget):
    """Dials of the form of the lids of the eye in hand.

    Parameters
    ----------
    eyes : Eyes
    """

    def __init__(self, eyes: Eyes) -> None:
        super().__init__()
        self.eyes = eyes
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.dials: dict[str, ValueSlider] = {}
        for key, title, tip in _FORMS:
            self.dials[key] = dial = dial_of(eyes, title, *BOUNDS[key], "mm", tip, partial(self._form, key))
            column.addWidget(dial)
        eyes.changed.connect(self.refresh)
        self.refresh()

    def _form(self, key: str, value: float) -> None:
        self.eyes.change_lids(
            key.replace("_", " "),
            lambda lids, _: replace(lids, **{key: round(value, 2)}),  # type: ignore[arg-type]  # names of its fields
        )

    def refresh(self) -> None:
        """Show the lids of the eye in hand."""
        if not self.isVisible():
            return
        piece = self.eyes.piece
        lids = None if piece is None else self.eyes.held_lids().get(piece.id)
        for key, dial in self.dials.items():
            dial.setEnabled(lids is not None)
            if lids is not None:
                dial.set_value(getattr(lids, key))

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()
