"""Placing the chosen pieces by numbers, the pivot, twins and rings."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PyQt6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QSpinBox,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.pieces.place_controller import Placing
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.waiting import COPIED, at_once_or_behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import pieces
from yewfinch.core.shared.phrases import phrase

_AXES = ("across", "up", "forward")


class PlacePanel(QWidget):
    """Where the pivot is, by how much to turn and scale, and live copies."""

    def __init__(self, placing: Placing) -> None:
        super().__init__()
        self.placing, self.bench = placing, placing.bench
        self._worker: Worker | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.by_hand = QPushButton("Place in the view")
        self.by_hand.setCheckable(True)
        self.by_hand.clicked.connect(lambda: self.bench.toggle_mode("place"))
        column.addWidget(self.by_hand)
        self.pivots = choices(self, column, [
            ("centre", "Middle", "Turn and scale about the middle of what is chosen"),
            ("base", "Base", "About the middle of its underside"),
            ("point", "Point", "About a point of your own: type it below, or click it"),
        ], placing.set_kind)  # fmt: skip
        self.pick = QPushButton("Click the pivot on the clay")
        self.pick.setProperty("small", True)
        self.pick.setToolTip("The next click on the clay sets the pivot there")
        self.pick.clicked.connect(placing.pick_point)
        column.addWidget(self.pick)
        grid = QGridLayout()
        grid.setSpacing(2)
        for i, text in enumerate(_AXES):
            head = QLabel(text)
            head.setProperty("soft", True)
            grid.addWidget(head, 0, i + 1)
        self.place = self._row(
            grid,
            1,
            "At",
            "mm",
            1,
            -9999.0,
            9999.0,
            "Where the pivot is; type another place to move the pieces there",
            self._placed,
        )
        self.turn = self._row(
            grid,
            2,
            "Turn by",
            "°",
            1,
            -360.0,
            360.0,
            "Turn the pieces by so many degrees about the pivot",
            self._turned,
        )
        self.scale = self._row(
            grid, 3, "Scale to", "%", 1, 1.0, 10000.0, "Scale the pieces about the pivot", self._scaled
        )
        column.addLayout(grid)
        self.alike = choices(
            self,
            column,
            [
                (True, "Scale alike", "One number scales in all directions"),
                (False, "Each by itself", "Scale along one axis only"),
            ],
            self._set_alike,
        )
        self._alike = True
        row = QHBoxLayout()
        row.setSpacing(2)
        self.twin = QPushButton("Twin")
        self.twin.setToolTip(
            "A live mirror image on the other side: it shows all that is done to this piece until it is settled"
        )
        self.twin.clicked.connect(self._twin)
        self.settle = QPushButton("Settle copies")
        self.settle.setToolTip("Twins and copies of a ring become pieces of their own; without it they stay linked")
        self.settle.clicked.connect(self._settle)
        row.addWidget(self.twin)
        row.addWidget(self.settle)
        column.addLayout(row)
        row = QHBoxLayout()
        row.setSpacing(2)
        self.count = QSpinBox()
        self.count.setRange(1, pieces.MOST_COPIES)
        self.count.setValue(6)
        self.count.setSuffix(" copies")
        self.count.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.count.setAccessibleName("copies in the ring")
        self.count.setToolTip("How many there are together; 1 takes the ring away")
        self.axis = QComboBox()
        self.axis.setAccessibleName("axis of the ring")
        self.axis.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for text in ("axis from ear to ear", "axis upright", "axis to the front"):
            self.axis.addItem(text)
        self.axis.setCurrentIndex(1)
        self.ring = QPushButton("Ring")
        self.ring.setProperty("small", True)
        self.ring.setToolTip(
            "Live copies round an axis through the pivot, if it is a point of your own, else through the origin"
        )
        self.ring.clicked.connect(self._ring)
        row.addWidget(self.count)
        row.addWidget(self.axis, 1)
        row.addWidget(self.ring)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        placing.changed.connect(self.refresh)
        self.bench.mode_changed.connect(self.refresh)
        self.refresh()

    def _row(
        self,
        grid: QGridLayout,
        row: int,
        title: str,
        unit: str,
        decimals: int,
        low: float,
        high: float,
        tip: str,
        run: Callable[[int, float], None],
    ) -> list[LengthBox]:
        label = QLabel(title)
        grid.addWidget(label, row, 0)
        out = []
        for axis in range(3):
            box = LengthBox()
            box.setRange(low, high)
            box.setDecimals(decimals)
            box.setSuffix(phrase(" {0}", unit))
            box.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
            box.setKeyboardTracking(False)
            box.setMinimumWidth(48)
            box.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
            box.setToolTip(tip)
            box.setAccessibleName(phrase("{0} {1}", title.lower(), _AXES[axis]))
            box.valueChanged.connect(lambda value, a=axis: run(a, value))
            grid.addWidget(box, row, axis + 1)
            out.append(box)
        return out

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["place_hand"]
        self.by_hand.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _set_alike(self, alike: bool) -> None:
        self._alike = alike
        self.refresh()

    def _placed(self, axis: int, value: float) -> None:
        pivot = self.placing.pivot
        if pivot is None:
            return
        if self.placing.kind == "point":
            point = pivot.copy()
            point[axis] = value
            self.placing.set_point(point)
            return
        move = np.zeros(3)
        move[axis] = value - pivot[axis]
        self.placing.once(phrase("Move {0}", _AXES[axis]), move=move)

    def _turned(self, axis: int, value: float) -> None:
        if value:
            turn = np.zeros(3)
            turn[axis] = value
            self.placing.once("Turn", turn=turn)
            self.refresh()

    def _scaled(self, axis: int, value: float) -> None:
        if value != 100.0:
            scale = np.full(3, value / 100.0) if self._alike else np.ones(3)
            scale[axis] = value / 100.0
            self.placing.once("Scale", scale=scale)
            self.refresh()

    def _twin(self) -> None:
        self._carry_out(lambda: pieces.twin(self.bench.portrait, self.bench.selection.piece_id)[0])

    def _settle(self) -> None:
        portrait = self.bench.portrait
        keys = list(dict.fromkeys(f for k in self.placing.pieces for f in (k, *(p.id for p in portrait.followers(k)))))
        self._carry_out(lambda: pieces.settle(portrait, keys))

    def _ring(self) -> None:
        pivot = self.placing.pivot if self.placing.kind == "point" else np.zeros(3)
        if pivot is not None:
            centre = float(pivot[0]), float(pivot[1]), float(pivot[2])
            count, axis = self.count.value(), self.axis.currentIndex()
            self._carry_out(
                lambda: pieces.ring(self.bench.portrait, self.bench.selection.piece_id, count, axis, centre), count
            )

    def _carry_out(self, job: Callable[[], Edit], copies: int = 1) -> None:
        held = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        if held is None:
            self.bench.say("Choose a piece first.", "warn")
            return
        self._worker = at_once_or_behind_dialog(
            self,
            copies * len(held.surface) // COPIED,
            "Working on the pieces …",
            lambda _: job(),
            self.bench.portrait.perform,
            lambda text: self.bench.say(text, "warn"),
            "The pieces were left as they were.",
        )

    def refresh(self) -> None:
        """Show the chosen pieces and their pivot."""
        placing, portrait = self.placing, self.bench.portrait
        chosen = [portrait.pieces[k] for k in placing.pieces]
        self.by_hand.setChecked(self.bench.mode == "place")
        for kind, button in self.pivots.items():
            button.setChecked(kind == placing.kind)
        for alike, button in self.alike.items():
            button.setChecked(alike == self._alike)
        pivot = placing.pivot
        for boxes, values in (
            (self.place, pivot if pivot is not None else np.zeros(3)),
            (self.turn, np.zeros(3)),
            (self.scale, np.full(3, 100.0)),
        ):
            for box, value in zip(boxes, values, strict=True):
                box.blockSignals(True)
                box.setValue(float(value))
                box.blockSignals(False)
                box.setEnabled(bool(chosen))
        follows = any(p.follows is not None for p in chosen) or any(portrait.followers(p.id) for p in chosen)
        self.settle.setEnabled(follows)
        for button in (self.twin, self.ring):
            button.setEnabled(len(chosen) == 1 and chosen[0].follows is None)
        if not chosen:
            self.note.setText("No piece is chosen.")
        elif chosen[0].follows is not None:
            self.note.setText(phrase("{0} follows another piece.", chosen[0].name))
        else:
            names = chosen[0].name if len(chosen) == 1 else phrase("{0} pieces", len(chosen))
            self.note.setText(
                phrase("{0}. What is masked stays where it is.", names)
                if placing.kind != "point"
                else phrase("{0}. 'At' moves the pivot itself now.", names)
            )
