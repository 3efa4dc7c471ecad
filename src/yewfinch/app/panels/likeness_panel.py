"""Likeness: how far each clay landmark lies from the photos', worst first."""

from __future__ import annotations

from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtWidgets import QAbstractItemView, QHeaderView, QLabel, QTableWidget, QTableWidgetItem, QVBoxLayout, QWidget

from yewfinch.app.bench import Bench
from yewfinch.core.sitter.likeness import Offset, likeness, overall, short_title, title


class LikenessPanel(QWidget):
    """A table and one figure. Click a row to fly there."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.figure = QLabel()
        self.figure.setWordWrap(True)
        column.addWidget(self.figure)
        self.table = QTableWidget(0, 4)
        self.table.setHorizontalHeaderLabels(["landmark", "off", "up/down", "side"])
        header = self.table.horizontalHeader()
        assert header is not None
        header.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        for i in (1, 2, 3):
            header.setSectionResizeMode(i, QHeaderView.ResizeMode.ResizeToContents)
        vertical = self.table.verticalHeader()
        assert vertical is not None
        vertical.setVisible(False)
        vertical.setDefaultSectionSize(24)
        self.table.setShowGrid(False)
        self.table.setWordWrap(False)
        self.table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setMinimumHeight(190)
        self.table.setAccessibleName("likeness")
        self.table.cellClicked.connect(lambda row, _c: self.fly(row))
        self.table.cellActivated.connect(lambda row, _c: self.fly(row))
        column.addWidget(self.table)
        self.rows: list[Offset] = []
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(120)
        self._timer.timeout.connect(self.refresh)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        portrait = self.bench.portrait
        portrait.rows_changed.connect(self._later)
        portrait.field_changed.connect(self._later)
        portrait.pieces_changed.connect(self._later)
        self.refresh()

    def _later(self, *_args: object) -> None:
        if not self._timer.isActive():
            self._timer.start()

    def refresh(self) -> None:
        """Measure again."""
        portrait = self.bench.portrait
        self.rows = likeness(portrait.sitter, portrait.landmarks())
        names = {p.id: p.name for p in portrait.sitter.photos}
        whole = overall(self.rows)
        self.figure.setProperty("soft", whole is None)
        if whole is None:
            self.figure.setText("Nothing to compare yet: mark six landmarks on a photo and match it.")
        else:
            photos = len({o.photo for o in self.rows})
            word = "photo" if photos == 1 else "photos"
            self.figure.setText(
                f"<b>{whole:.1f} mm</b> off over {len(self.rows)} marks in {photos} {word}"
            )
        self.table.setVisible(whole is not None)
        self.table.setRowCount(len(self.rows))
        for i, o in enumerate(self.rows):
            side = "right" if o.across > 0 else "left"
            cells = (
                short_title(o.key), f"{o.size:.1f} mm",
                f"{abs(o.up):.1f} {'high' if o.up > 0 else 'low'}", f"{abs(o.across):.1f} {side}",
            )  # fmt: skip
            for j, text in enumerate(cells):
                item = QTableWidgetItem(text)
                item.setToolTip(
                    f"{title(o.key)} in '{names.get(o.photo, o.photo)}': the clay is {o.words()}; "
                    f"{o.pixels:.0f} px in the photo. Left and right are those of the picture."
                )
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)

    def fly(self, row: int) -> None:
        """Stand where the row's photo was taken, with its landmark brought out."""
        if 0 <= row < len(self.rows):
            o = self.rows[row]
            self.bench.stand_at(o.photo)
            self.bench.choose_landmark(o.key)
