"""Colours that are kept in the portrait: a row of small squares, and one that keeps the colour in hand."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QGridLayout, QToolButton, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import swatches
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.colour import hex_of
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Squares in a line.
_ACROSS = 9


class SwatchRow(QWidget):
    """Click a square to take its colour in hand; Ctrl and a click drop it."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.grid = QGridLayout(self)
        self.grid.setContentsMargins(0, 2, 0, 4)
        self.grid.setSpacing(3)
        self.squares: list[QToolButton] = []
        self.keep = QToolButton()
        self.keep.setText("+")
        self.keep.setFixedSize(26, 26)
        self.keep.setToolTip("Keep the colour in hand in the portrait")
        self.keep.setAccessibleName("keep the colour in hand")
        self.keep.clicked.connect(self._keep)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, field: str) -> None:
        if field == "swatches":
            self.refresh()

    def _keep(self) -> None:
        self._do(lambda: swatches.keep_swatch(self.bench.portrait, self.bench.tools.rgb))

    def _do(self, job) -> None:  # type: ignore[no-untyped-def]  # one of the two verbs
        try:
            edit: Edit | None = job()
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        if edit is not None:
            self.bench.portrait.perform(edit)

    def _clicked(self, rgb: tuple[int, int, int], *, drop: bool) -> None:
        if drop:
            self._do(lambda: swatches.drop_swatch(self.bench.portrait, rgb))
        else:
            self.bench.tools.set_colour(rgb)

    def refresh(self) -> None:
        """Show the colours that are kept."""
        for square in self.squares:
            self.grid.removeWidget(square)
            square.deleteLater()
        self.squares = []
        line = theme.palette().line
        for rgb in self.bench.portrait.swatches:
            square = QToolButton()
            square.setFixedSize(26, 26)
            square.setStyleSheet(f"background: {hex_of(rgb)}; border: 1px solid {line}; border-radius: 4px;")
            square.setToolTip(phrase("{0}: click to take it in hand, Ctrl and click to drop it", hex_of(rgb)))
            square.setAccessibleName(phrase("colour {0}", hex_of(rgb)))
            square.clicked.connect(lambda _=False, c=rgb: self._clicked(c, drop=_with_ctrl()))
            self.squares.append(square)
        for i, widget in enumerate([*self.squares, self.keep]):
            self.grid.addWidget(widget, i // _ACROSS, i % _ACROSS, Qt.AlignmentFlag.AlignLeft)
        self.grid.setColumnStretch(_ACROSS, 1)
        lines = -(-(len(self.squares) + 1) // _ACROSS)
        self.setMinimumHeight(30 * lines + 6)


def _with_ctrl() -> bool:
    from PyQt6.QtWidgets import QApplication

    return bool(QApplication.keyboardModifiers() & Qt.KeyboardModifier.ControlModifier)
