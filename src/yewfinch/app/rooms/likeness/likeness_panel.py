"""Likeness: how far the clay lies from the sitter, landmark by landmark and as one figure."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtGui import QFont
from PyQt6.QtWidgets import (
    QAbstractItemView,
    QCheckBox,
    QHBoxLayout,
    QHeaderView,
    QLabel,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.table import plain_table
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import length
from yewfinch.app.rooms.likeness.course import Course
from yewfinch.core.features.exaggeration import LEAST, MOST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.likeness import Likeness, Offset, short_title, title

_AXES = (("left", "right"), ("high", "low"), ("forward", "back"))


class LikenessPanel(QWidget):
    """One figure, its course, the parts of the head, and a table. Click a row to fly there."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.figure = QLabel()
        self.figure.setWordWrap(True)
        column.addWidget(self.figure)
        self.course = Course()
        self.course.setToolTip("The figure through this session: lower is nearer")
        column.addWidget(self.course)
        self.parts = QLabel()
        self.parts.setToolTip(phrase("The same figure for each part of the head, {0}", "mm"))
        column.addWidget(self.parts)
        row = QHBoxLayout()
        self.sizeless = QCheckBox("leave size out")
        self.sizeless.setToolTip(
            "Photos do not tell how large the head is. Until an iris or a distance is measured, forms are "
            "compared as if both heads were of one size, here and in every other figure."
        )
        self.sizeless.clicked.connect(lambda on: bench.standpoint.set_scaled(on))
        self.arrows = QCheckBox("arrows on the clay")
        self.arrows.setToolTip("Show where each landmark would have to go (J)")
        self.arrows.clicked.connect(bench.outlook.set_show_arrows)
        row.addWidget(self.sizeless)
        row.addWidget(self.arrows)
        row.addStretch(1)
        column.addLayout(row)
        self.times = ValueSlider("Sitter taken", LEAST, MOST, "x", decimals=2, label_width=76)
        self.times.setToolTip(
            "Compare with the sitter taken so far from the mean of sex and age: 1 is the sitter, more a caricature"
        )
        self.times.set_value(1.0)
        self.times.changed.connect(bench.standpoint.set_times)
        column.addWidget(self.times)
        self.table: QTableWidget = plain_table(["landmark", "off", "±", "the clay is"], "likeness")
        self.table.setMinimumHeight(190)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.table.cellClicked.connect(lambda row, _c: self.fly(row))
        self.table.cellActivated.connect(lambda row, _c: self.fly(row))
        column.addWidget(self.table)
        self.rows: tuple[Offset, ...] = ()
        self._terms: tuple[bool, float] | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(120)
        self._timer.timeout.connect(self.refresh)
        bench.portrait_changed.connect(self._opened)
        bench.outlook.changed.connect(self._look)
        bench.standpoint.changed.connect(self._later)
        self._opened()

    def _opened(self) -> None:
        portrait = self.bench.portrait
        portrait.rows_changed.connect(self._later)
        portrait.field_changed.connect(self._later)
        portrait.pieces_changed.connect(self._later)
        self.course.clear()
        self.refresh()

    def _later(self, *_args: object) -> None:
        if not self._timer.isActive():
            self._timer.start()

    def _look(self) -> None:
        self.arrows.setChecked(self.bench.outlook.show_arrows)

    def refresh(self) -> None:
        """Measure again."""
        found = self.bench.standpoint.compared()
        self.rows = () if found is None else found.offsets
        self.figure.setProperty("soft", found is None)
        self.sizeless.setChecked(self.bench.standpoint.leaves_size_out())
        if not self.times.dragging:
            self.times.set_value(self.bench.standpoint.times)
        for widget in (self.table, self.course, self.parts, self.sizeless, self.arrows, self.times):
            widget.setVisible(found is not None)
        if found is None:
            solved = self.bench.portrait.sitter.solution is not None
            self.figure.setText(
                "The clay has too few landmarks to be compared with the sitter: place more on it."
                if solved
                else "Nothing to compare yet: mark six landmarks on a photo and solve the sitter."
            )
            return
        self._figures(found)
        self._fill()

    def _figures(self, found: Likeness) -> None:
        count = sum(o.significant for o in found.offsets)
        size = (
            " Size left out."
            if self.bench.standpoint.leaves_size_out()
            else phrase(
                " The clay is {0:.1f} % too {1}.", abs(found.size - 1) * 100, "large" if found.size > 1 else "small"
            )
        )
        old = (
            phrase(" <span style='color:{0}'>Marks have changed: solve again.</span>", theme.palette().gold_ink)
            if self.bench.standpoint.out_of_date()
            else ""
        )
        self.figure.setText(
            phrase(
                "<span style='font-size:21px'><b>{0:.1f} mm</b></span> off{1} over {2} landmarks, "
                "{3} beyond doubt.{4}{5}",
                found.overall,
                self._whom(),
                len(found.offsets),
                count,
                size,
                old,
            )
        )
        terms = self.bench.standpoint.leaves_size_out(), self.bench.standpoint.times
        if self._terms != terms:  # figures against other sitters, or with and without size, are not one course
            self._terms = terms
            self.course.clear()
        self.course.add(found.overall)
        soft = theme.palette().soft
        cell = "<td align='center'>&nbsp;<span style='color:{0}'>{1}</span><br><b>{2}</b>&nbsp;</td>"
        cells = in_a_row("", (phrase(cell, soft, name, length(mm)) for name, (mm, _n) in found.regions.items()))
        self.parts.setText(phrase("<table width='100%'><tr>{0}</tr></table>", cells))

    def _whom(self) -> str:
        """What the clay is off, if that is not the sitter as solved."""
        times = self.bench.standpoint.times
        return "" if times == 1.0 else phrase(" the sitter taken {0:.2f} times from the mean", times)

    def _fill(self) -> None:
        names = {p.id: p.name for p in self.bench.portrait.sitter.photos}
        bold = QFont(self.table.font())
        bold.setBold(True)
        header = self.table.horizontalHeader()
        assert header is not None
        modes = [header.sectionResizeMode(j) for j in range(self.table.columnCount())]
        header.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)  # else every cell has all columns measured anew
        self.table.setRowCount(len(self.rows))
        for i, o in enumerate(self.rows):
            axis = int(np.abs(o.vector).argmax())
            word = _AXES[axis][0 if o.vector[axis] > 0 else 1]
            cells = (
                short_title(o.key),
                phrase("{0:.1f} mm", o.size),
                length(o.along),
                phrase("{0} {1}", length(abs(o.vector[axis])), word),
            )
            seen = in_a_row(", ", (names.get(p, p) for p in o.photos))
            sure = (
                "beyond doubt: chance gives so much in under 1 of 20 cases"
                if o.significant
                else "within its uncertainty"
            )
            tip = phrase(
                "{0}: the clay is {1} ({2}). Left and right are the sitter's own. Seen in {3}.",
                title(o.key),
                o.words(),
                sure,
                seen,
            )
            for j, text in enumerate(cells):
                item = self.table.item(i, j)
                if item is None:
                    item = QTableWidgetItem()
                    if j in (1, 2):
                        item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                    self.table.setItem(i, j, item)
                elif item.text() == text and item.toolTip() == tip:
                    continue
                item.setText(text)
                item.setToolTip(tip)
                item.setFont(bold if o.significant and j == 1 else self.table.font())
                item.setForeground(theme.color("ink" if o.significant else "soft"))
        for j, mode in enumerate(modes):
            header.setSectionResizeMode(j, mode)

    def chosen(self) -> list[Offset]:
        """Rows that are selected."""
        model = self.table.selectionModel()
        rows = [] if model is None else [i.row() for i in model.selectedRows()]
        return [self.rows[i] for i in sorted(rows) if i < len(self.rows)]

    def fly(self, row: int) -> None:
        """Stand where the landmark's offset is seen best, with the landmark brought out."""
        if 0 <= row < len(self.rows):
            o = self.rows[row]
            photo = self.bench.standpoint.best_photo(o)
            if photo is not None:
                self.bench.standpoint.take(photo)
            self.bench.selection.choose_landmark(o.key)
