"""Calipers: measures that are taken on the clay; each stays and follows it."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QLineEdit, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.rooms.measures.caliper_paint import caliper_text
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

KINDS: tuple[tuple[str, str, str, str], ...] = (
    ("distance", "Straight", "ruler", "Distance between two points, straight"),
    ("surface", "Along", "ruler", "Distance between two points along the surface"),
    ("angle", "Angle", "angle", "Angle of three points, at the second"),
)


class CalipersPanel(QWidget):
    """Take measures on the clay; each stays and follows it."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row = QHBoxLayout()
        row.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        for mode, text, picture, tip in KINDS:
            button = QPushButton(theme.icon(picture), text)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.clicked.connect(lambda on, m=mode: bench.set_mode(m if on else "tool"))
            self.buttons[mode] = button
            row.addWidget(button)
        column.addLayout(row)
        self._list = QVBoxLayout()
        self._list.setSpacing(2)
        column.addLayout(self._list)
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(150)
        self._timer.timeout.connect(self.refresh)
        bench.mode_changed.connect(self._mode)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(lambda _f: self._timer.start())
        self.bench.portrait.rows_changed.connect(self._later)
        self.refresh()

    def _later(self, *_args: object) -> None:
        if self.bench.portrait.calipers and not self._timer.isActive():
            self._timer.start()

    def _mode(self) -> None:
        for mode, button in self.buttons.items():
            button.setChecked(self.bench.mode == mode)

    def refresh(self) -> None:
        """List all calipers with their present values."""
        while (item := self._list.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        for i, caliper in enumerate(self.bench.portrait.calipers):
            line = QWidget()
            row = QHBoxLayout(line)
            row.setContentsMargins(0, 0, 0, 0)
            name = QLineEdit(caliper.name)
            name.setPlaceholderText(phrase("measure {0}", i + 1))
            name.setToolTip("Name this measure; it stays on the clay and follows it")
            name.setAccessibleName(phrase("name of measure {0}", i + 1))
            name.editingFinished.connect(lambda n=i, box=name: self._name(n, box.text().strip()))
            row.addWidget(name, 1)
            row.addWidget(QLabel(caliper_text(self.bench.portrait, caliper)))
            gone = QPushButton(theme.icon("x", "soft", 14), "")
            gone.setFixedWidth(28)
            gone.setToolTip("Take this measure away")
            gone.clicked.connect(lambda _=False, n=i: self._remove(n))
            row.addWidget(gone)
            self._list.addWidget(line)

    def _name(self, index: int, name: str) -> None:
        held = list(self.bench.portrait.calipers)
        if index < len(held) and held[index].name != name:
            held[index] = replace(held[index], name=name)
            self.bench.portrait.set_field("calipers", tuple(held), phrase("Name a measure {0}", name).rstrip())

    def _remove(self, index: int) -> None:
        held = self.bench.portrait.calipers
        self.bench.portrait.set_field("calipers", held[:index] + held[index + 1 :], "Remove a measure")
