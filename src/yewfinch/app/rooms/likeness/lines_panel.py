"""Outlines and lines: how far the clay lies from what is drawn on the photos."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QCheckBox, QHeaderView, QLabel, QTableWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.controls.table import plain_table
from yewfinch.app.rooms.likeness.fringes import Fringes
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.outlines import Gap


class LinesPanel(QWidget):
    """A table of all drawn lines, the worst first. Click a row to stand at its photo."""

    def __init__(self, bench: Bench, fringes: Fringes) -> None:
        super().__init__()
        self.bench, self.fringes = bench, fringes
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.text = QLabel("Draw outlines, lids or lips on a solved photo (its desk, Lines) to compare them.")
        self.text.setWordWrap(True)
        self.text.setProperty("soft", True)
        column.addWidget(self.text)
        self.show_them = QCheckBox("fringes on the photo")
        self.show_them.setToolTip("Colour how far the clay lies from each drawn line (F)")
        self.show_them.clicked.connect(bench.outlook.set_show_fringes)
        column.addWidget(self.show_them)
        self.table = plain_table(["line", "off", "worst", "photo"], "lines")
        self.table.setMinimumHeight(150)
        header = self.table.horizontalHeader()
        assert header is not None
        header.setSectionResizeMode(3, QHeaderView.ResizeMode.Fixed)
        header.resizeSection(3, 72)
        self.table.cellClicked.connect(lambda row, _c: self.fly(row))
        self.table.cellActivated.connect(lambda row, _c: self.fly(row))
        column.addWidget(self.table)
        self.rows: list[Gap] = []
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(250)
        self._timer.timeout.connect(self.refresh)
        bench.portrait_changed.connect(self._opened)
        bench.outlook.changed.connect(self._look)
        self._opened()

    def _opened(self) -> None:
        self.bench.portrait.history.changed.connect(self._later)
        self._later()

    def _later(self, *_args: object) -> None:
        self._timer.start()

    def _look(self) -> None:
        self.show_them.setChecked(self.bench.outlook.show_fringes)

    def showEvent(self, event: object) -> None:  # noqa: N802
        """Only a panel in sight measures."""
        self._later()

    def refresh(self) -> None:
        """Measure again."""
        if not self.isVisible():
            return
        self._look()
        self.rows = self.fringes.everything()
        names = {p.id: p.name for p in self.bench.portrait.sitter.photos}
        self.text.setVisible(not self.rows)
        self.table.setVisible(bool(self.rows))
        self.show_them.setVisible(bool(self.rows))
        self.table.setRowCount(len(self.rows))
        for i, gap in enumerate(self.rows):
            worst = "-" if gap.worst is None else phrase("{0:+.1f}", float(gap.signed[gap.worst]))
            off = phrase("{0:.1f} mm", gap.rms) if np.isfinite(gap.rms) else "-"
            short = CURVES[gap.key].plain.replace(", left", " L").replace(", right", " R")
            for j, text in enumerate((short, off, worst, names.get(gap.photo, ""))):
                item = QTableWidgetItem(text)
                item.setToolTip(
                    phrase("{0}: the clay is {1}. Plus is further out, or higher.", CURVES[gap.key].plain, gap.words())
                )
                if j in (1, 2):
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)

    def fly(self, row: int) -> None:
        """Stand at the row's photo."""
        if 0 <= row < len(self.rows):
            self.bench.outlook.set_show_fringes(True)
            self.bench.standpoint.take(self.rows[row].photo)
