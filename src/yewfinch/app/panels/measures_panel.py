"""Calipers, the clay's landmarks, and the canon of thirds and fifths."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QTimer
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app import theme
from yewfinch.app.bench import Bench, Mode
from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.overlays import caliper_text
from yewfinch.app.viewport import Viewport
from yewfinch.core.anatomy.canon import Share, fifths, thirds
from yewfinch.core.anatomy.landmarks import LANDMARKS

KINDS: tuple[tuple[Mode, str, str, str], ...] = (
    ("distance", "Straight", "ruler", "Distance between two points, straight"),
    ("surface", "Along", "ruler", "Distance between two points along the surface"),
    ("angle", "Angle", "angle", "Angle of three points, at the second"),
)


class CalipersPanel(QWidget):
    """Take measures on the clay; each stays and follows it."""

    def __init__(self, bench: Bench, viewport: Viewport) -> None:
        super().__init__()
        self.bench, self.viewport = bench, viewport
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
            name.setPlaceholderText(f"measure {i + 1}")
            name.setToolTip("Name this measure; it stays on the clay and follows it")
            name.setAccessibleName(f"name of measure {i + 1}")
            name.editingFinished.connect(lambda n=i, box=name: self._name(n, box.text().strip()))
            row.addWidget(name, 1)
            row.addWidget(QLabel(caliper_text(self.viewport, caliper)))
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
            self.bench.portrait.set_field("calipers", tuple(held), f"Name a measure {name}".rstrip())

    def _remove(self, index: int) -> None:
        held = self.bench.portrait.calipers
        self.bench.portrait.set_field(
            "calipers", held[:index] + held[index + 1 :], "Remove a measure"
        )


class LandmarksPanel(QWidget):
    """See, choose and move the landmarks on the clay."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        self.show_all = QCheckBox("show all on the clay")
        self.show_all.clicked.connect(bench.set_show_landmarks)
        self.move_button = QPushButton(theme.icon("map-pin"), "Move")
        self.move_button.setCheckable(True)
        self.move_button.setToolTip("Drag landmarks along the surface (L)")
        self.move_button.clicked.connect(lambda on: bench.set_mode("landmark" if on else "tool"))
        self.choice = QComboBox()
        self.choice.addItem("choose a landmark", None)
        for key, mark in LANDMARKS.items():
            self.choice.addItem(f"{mark.plain}  ({key.replace('_', ' ')})", key)
        self.choice.setAccessibleName("landmark")
        self.choice.activated.connect(lambda i: bench.choose_landmark(self.choice.itemData(i)))
        self.about = QLabel()
        self.about.setProperty("soft", True)
        self.about.setWordWrap(True)
        grid.addWidget(self.show_all, 0, 0)
        grid.addWidget(self.move_button, 0, 1)
        grid.addWidget(self.choice, 1, 0, 1, 2)
        grid.addWidget(self.about, 2, 0, 1, 2)
        bench.view_changed.connect(self.refresh)
        bench.mode_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the chosen landmark."""
        key = self.bench.landmark
        self.choice.blockSignals(True)
        self.choice.setCurrentIndex(max(0, self.choice.findData(key)))
        self.choice.blockSignals(False)
        self.about.setText(f"{LANDMARKS[key].name}: {LANDMARKS[key].definition}." if key else "")
        self.about.setVisible(bool(key))
        self.move_button.setChecked(self.bench.mode == "landmark")
        self.show_all.setChecked(self.bench.show_landmarks)


class CanonPanel(LivePanel):
    """Thirds and fifths of the clay. A guide, never an error."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        column = self.column
        self.text = QLabel()
        self.text.setWordWrap(True)
        column.addWidget(self.text)
        note = QLabel("Each canon fits only a minority of real faces.")
        note.setProperty("soft", True)
        note.setWordWrap(True)
        column.addWidget(note)
        self.begin()

    def refresh(self) -> None:
        """Measure again."""
        points = self.bench.portrait.landmarks()
        solution = self.bench.portrait.sitter.solution
        seen = {} if solution is None else solution.landmarks()
        rows = [
            *_rows("Thirds", thirds(points), thirds(seen)), *_rows("Fifths", fifths(points), fifths(seen))
        ]  # fmt: skip
        self.text.setText("<table width='100%' cellspacing='0' cellpadding='2'>" + "".join(rows) + "</table>")


def _rows(heading: str, shares: list[Share], sitter: list[Share]) -> list[str]:
    soft = theme.palette().soft
    heads = "".join(f"<td align='right' style='color:{soft}'>{t}</td>" for t in ("sitter", "clay", "mm", "canon"))
    out = [f"<tr><td><b>{heading}</b></td>{heads}</tr>"]
    for i, s in enumerate(shares):
        theirs = f"{sitter[i].share * 100:.0f} %" if sitter else "-"
        out.append(
            f"<tr><td>{s.title}</td><td align='right'>{theirs}</td><td align='right'>{s.share * 100:.0f} %</td>"
            f"<td align='right'>{s.size:.1f}</td>"
            f"<td align='right' style='color:{soft}'>{s.ideal * 100:.0f} %</td></tr>"
        )
    if not shares:
        out.append(f"<tr><td colspan='5' style='color:{soft}'>needs landmarks that are not placed</td></tr>")
    return out
