"""Solids: begin one, set its measures, place and turn, settle it into clay."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from PyQt6.QtCore import QSize
from PyQt6.QtWidgets import (
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.solids.points_table import PointsTable
from yewfinch.app.rooms.solids.solid_controller import Solids
from yewfinch.app.rooms.solids.solid_picture import solid_icon
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.view.line_hand import LineHand, Purpose
from yewfinch.core.reshape.solid import COARSEST, FINEST, KINDS, Solid
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase

_AXES = ("left", "up", "forward")
#: What the points of a line are made of: column and number of the point.
_POINTS: dict[str, dict[str, int]] = {
    "tube": {"left, mm": 0, "up, mm": 1, "forward, mm": 2, "radius, mm": 3}, "lathe": {"radius, mm": 0, "up, mm": 1},
}  # fmt: skip


class SolidsPanel(QWidget):
    """Small pictures of the kinds, and what the chosen solid is like."""

    def __init__(self, solids: Solids, lines: LineHand, drawings: Sequence[Purpose]) -> None:
        super().__init__()
        self.solids, self._lines, self._drawings = solids, lines, drawings
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.kinds: dict[str, QPushButton] = {}
        grid = QGridLayout()
        grid.setSpacing(2)
        for i, (key, kind) in enumerate(KINDS.items()):
            button = QPushButton(solid_icon(key), "")
            button.setIconSize(QSize(28, 28))
            button.setProperty("small", True)
            button.setToolTip(phrase("{0}. {1}", kind.title, kind.hint))
            button.setAccessibleName(phrase("new {0}", kind.title.lower()))
            button.clicked.connect(lambda _=False, k=key: solids.begin(k))
            self.kinds[key] = button
            grid.addWidget(button, i // 5, i % 5)
        column.addLayout(grid)
        self.by_hand = QPushButton("Move solids in the view")
        self.by_hand.setCheckable(True)
        self.by_hand.clicked.connect(lambda: solids.bench.toggle_mode("solid"))
        column.addWidget(self.by_hand)
        #: Solids that are drawn in the view.
        self.draw = {"tube": QPushButton("Draw a tube"), "lathe": QPushButton("Draw a lathe")}
        row = QHBoxLayout()
        row.setSpacing(4)
        for drawing in drawings:
            button = self.draw[drawing.id]
            button.setCheckable(True)
            button.clicked.connect(lambda _=False, d=drawing: lines.toggle(d))
            row.addWidget(button)
        column.addLayout(row)
        self.measures: dict[str, ValueSlider] = {}
        self.points: PointsTable | None = None
        self._box = QVBoxLayout()
        self._box.setSpacing(4)
        column.addLayout(self._box)
        self.place, self.turn = (
            self._numbers(column, "Place", "mm", 10_000.0),
            self._numbers(column, "Turn", "°", 360.0),
        )
        for i, box in enumerate(self.place):
            box.setToolTip(
                phrase("How far its middle lies to the sitter's {0}", _AXES[i])
                if i == 0
                else phrase("How far its middle lies {0}", _AXES[i])
            )
            box.valueChanged.connect(lambda _: self._set(place=tuple(b.value() for b in self.place)))
        for i, box in enumerate(self.turn):
            box.setToolTip(("Nod", "Turn", "Lean")[i] + ", in degrees about the axis of the world")
            box.valueChanged.connect(lambda _: self._set(turn=tuple(b.value() for b in self.turn)))
        self.edge = ValueSlider("Edges", FINEST, COARSEST, "mm", logarithmic=True)
        self.edge.setToolTip("Length of the quads' edges; shorter ones give more of them")
        self.edge.changed.connect(lambda v: self._set(edge=round(v, 2)))
        column.addWidget(self.edge)
        self.settle = QPushButton("Settle into clay")
        self.settle.setToolTip("Tools can work on it from then on; its measures are gone, undo gives them back")
        self.settle.clicked.connect(lambda _=False: solids.settle())
        column.addWidget(self.settle)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self._kind = ""
        solids.changed.connect(self.refresh)
        solids.bench.mode_changed.connect(self._moded)
        lines.changed.connect(self._moded)
        self.refresh()

    def _numbers(self, column: QVBoxLayout, title: str, unit: str, most: float) -> list[LengthBox]:
        row = QHBoxLayout()
        row.setSpacing(4)
        name = QLabel(title)
        name.setFixedWidth(40)
        row.addWidget(name)
        out = []
        for axis in _AXES:
            box = LengthBox()
            box.setRange(-most, most)
            box.setDecimals(1)
            box.setSuffix(phrase(" {0}", unit))
            box.setKeyboardTracking(False)
            box.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
            box.setAccessibleName(phrase("{0}, {1}", title.lower(), axis))
            box.setMinimumWidth(56)
            box.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
            row.addWidget(box, 1)
            out.append(box)
        column.addLayout(row)
        return out

    def explain(self, actions: ActionTable) -> None:
        """Put shortcuts into the tool tips."""
        for key, button in (("solid_hand", self.by_hand), *((f"draw_{k}", b) for k, b in self.draw.items())):
            record = actions[key]
            button.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _moded(self) -> None:
        self.by_hand.setChecked(self.solids.bench.mode == "solid")
        for drawing in self._drawings:
            self.draw[drawing.id].setChecked(self._lines.draws(drawing))

    def _set(self, **changes: object) -> None:
        held = self.solids.solid
        if held is not None:
            self.solids.change(replace(held, **changes), next(iter(changes)))  # type: ignore[arg-type]  # keys are names of its fields

    def _measured(self, key: str, value: float) -> None:
        held = self.solids.solid
        if held is not None:
            self.solids.change(held.with_value(key, round(value, 2)), key)

    def _rebuild(self, solid: Solid | None) -> None:
        kind = "" if solid is None else solid.kind
        if kind == self._kind:
            return
        self._kind = kind
        while (item := self._box.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        self.measures, self.points = {}, None
        if kind in _POINTS:
            self.points = PointsTable(_POINTS[kind])
            self.points.changed.connect(lambda line: self._set(line=line))
            self._box.addWidget(self.points)
        for m in KINDS[kind].measures if kind else ():
            unit = "%" if m.key == "scale" else "mm"
            slider = ValueSlider(m.title, m.low, m.high, unit, logarithmic=m.low > 0, label_width=92)
            slider.changed.connect(lambda v, k=m.key: self._measured(k, v))
            self.measures[m.key] = slider
            self._box.addWidget(slider)

    def refresh(self) -> None:
        """Show the chosen solid."""
        piece, solid = self.solids.piece, self.solids.solid
        self._rebuild(solid)
        on = solid is not None and piece is not None and not piece.locked
        for widget in (*self.measures.values(), *self.place, *self.turn, self.edge, self.settle):
            widget.setEnabled(on)
        if solid is None or piece is None:
            self.note.setText("Choose a solid in the list of pieces or in the view, or begin one above.")
            return
        for key, slider in self.measures.items():
            slider.set_value(solid.value(key))
        if self.points is not None:
            self.points.show_line(solid.line)
            self.points.setEnabled(on)
        for boxes, values in ((self.place, solid.place), (self.turn, solid.turn)):
            for box, value in zip(boxes, values, strict=True):
                box.blockSignals(True)
                box.setValue(value)
                box.blockSignals(False)
        self.edge.set_value(solid.edge)
        count = grouped(len(piece.surface.faces))
        self.note.setText(
            phrase("{0}: {1} faces. It keeps its measures until it is settled.", piece.name, count)
            if on
            else phrase("{0} is locked.", piece.name)
        )
