"""Towards the sitter: bring landmarks and lines of the clay over by a part of the way."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QProgressDialog,
    QPushButton,
    QSlider,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.likeness.fringes import Fringes
from yewfinch.app.rooms.likeness.likeness_panel import LikenessPanel
from yewfinch.core.anatomy.lore.landmarks import REGIONS, region_of
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.live_edit import LiveEdit
from yewfinch.core.document.verbs.towards_sitter import bend
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.outlines import Gap
from yewfinch.core.sitter.towards import Part, field_towards, steps_to_sitter

PARTS: dict[Part, str] = {
    "all": "as the sitter is", "symmetric": "only what both sides share", "asymmetric": "only what the sides differ in",
}  # fmt: skip
#: Clay larger than this is bent in a thread, behind a dialog.
LARGE = 400_000


class TowardsPanel(QWidget):
    """What, how far, which part. The step stays adjustable until something else is done."""

    def __init__(self, bench: Bench, likeness: LikenessPanel, fringes: Fringes) -> None:
        super().__init__()
        self.bench, self.likeness, self.fringes = bench, likeness, fringes
        self._live: LiveEdit | None = None
        self._plan: tuple[tuple[str, ...], tuple[Gap, ...], Part] | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        about = QLabel("Bends the clay smoothly; detail goes along, other landmarks and locked pieces stay.")
        about.setWordWrap(True)
        about.setProperty("soft", True)
        column.addWidget(about)
        grid = QGridLayout()
        grid.setSpacing(4)
        self.what = QComboBox()
        self.what.setAccessibleName("landmarks to bring over")
        self.what.addItem("all beyond doubt", "sure")
        self.what.addItem("the rows chosen above", "rows")
        for region in REGIONS:
            self.what.addItem(phrase("the {0}", region), region)
        self.what.addItem("none, only lines", "none")
        self.part = QComboBox()
        self.part.setAccessibleName("symmetric or asymmetric part")
        for key, name in PARTS.items():
            self.part.addItem(name, key)
        grid.addWidget(QLabel("what"), 0, 0)
        grid.addWidget(self.what, 0, 1)
        grid.addWidget(QLabel("part"), 1, 0)
        grid.addWidget(self.part, 1, 1)
        grid.setColumnStretch(1, 1)
        column.addLayout(grid)
        self.with_lines = QCheckBox("with the lines drawn on the photos")
        column.addWidget(self.with_lines)
        row = QHBoxLayout()
        self.amount = QSlider(Qt.Orientation.Horizontal)
        self.amount.setRange(0, 150)
        self.amount.setValue(50)
        self.amount.setToolTip("How much of the way; after a step, moving this changes the same step")
        self.amount.setAccessibleName("part of the way")
        self.value = QLabel("50 %")
        self.value.setFixedWidth(44)
        row.addWidget(self.amount, 1)
        row.addWidget(self.value)
        column.addLayout(row)
        self.go = QPushButton("Bring over by 50 %")
        self.go.setToolTip("One step of its own; undo takes it back")
        self.go.clicked.connect(self.bring)
        column.addWidget(self.go)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.amount.valueChanged.connect(self._moved)
        self.amount.sliderReleased.connect(self._adjust)
        bench.portrait_changed.connect(self._forget)

    def _forget(self) -> None:
        self._live = None
        self._say()

    def _moved(self, value: int) -> None:
        self.value.setText(phrase("{0} %", value))
        self._say()
        if not self.amount.isSliderDown():
            self._adjust()

    def _say(self) -> None:
        verb = "Change to" if self._adjustable() else "Bring over by"
        self.go.setText(phrase("{0} {1} %", verb, self.amount.value()))

    def _adjustable(self) -> bool:
        """Whether the last thing done is the step of this panel."""
        return self._live is not None and self._live.done

    def _adjust(self) -> None:
        if self._adjustable():
            self.bring()

    def chosen(self) -> tuple[str, ...]:
        """Landmarks that are to move."""
        found = self.bench.standpoint.likeness()
        if found is None:
            return ()
        what = self.what.currentData()
        if what == "sure":
            return tuple(o.key for o in found.offsets if o.significant)
        if what == "rows":
            return tuple(o.key for o in self.likeness.chosen())
        return tuple(o.key for o in found.offsets if region_of(o.key) == what)

    def bring(self) -> None:
        """Do it, or do it again by another amount."""
        again = self._adjustable() and self._plan is not None
        portrait = self.bench.portrait
        if again:
            assert self._plan is not None and self._live is not None
            self._live.cancel()
            plan = self._plan
        else:
            lines = (
                tuple(g for g in self.fringes.everything() if g.worst is not None)
                if self.with_lines.isChecked()
                else ()
            )
            plan = (self.chosen(), lines, self.part.currentData())
        self._live = None
        self._plan = plan
        amount = self.amount.value() / 100.0
        if amount <= 0:
            self._say()
            return
        if sum(len(p.surface) for p in portrait.pieces.values()) > LARGE:
            self._in_thread(plan, amount)
            return
        try:
            self._done(self._edit(plan, amount, silent))
        except CannotSolveError as error:
            self._failed(str(error))

    def _edit(self, plan: tuple[tuple[str, ...], tuple[Gap, ...], Part], amount: float, progress: Progress) -> Edit:
        keys, lines, part = plan
        portrait = self.bench.portrait
        found, solution = self.bench.standpoint.likeness(), portrait.sitter.solution
        if solution is None:
            raise CannotSolveError("Solve the sitter first: it tells where the clay has to go.")
        if found is None:
            raise CannotSolveError("The clay has too few landmarks to be laid onto the sitter. Place more on it.")
        clay = portrait.landmarks()
        steps = steps_to_sitter(clay, found, solution, part)
        field = field_towards(clay, portrait.surfaces(), steps, keys, amount, lines)
        near = [clay[k] for k in keys if k in clay] + [s for g in lines for s in g.spots[::4] if np.isfinite(s).all()]
        count = len(keys) + len(lines)
        word = (
            "one landmark"
            if count == 1 and keys
            else phrase("{0} landmarks and lines", count)
            if lines
            else phrase("{0} landmarks", count)
        )
        return bend(
            portrait, field, phrase("Bring {0} over by {1:.0f} %", word, amount * 100), np.array(near), progress
        )

    def _in_thread(self, plan: tuple[tuple[str, ...], tuple[Gap, ...], Part], amount: float) -> None:
        # the dialog is modal: nothing else touches the clay while the thread reads it
        dialog = QProgressDialog("Bending the clay …", "Cancel", 0, 100, self)
        dialog.setWindowModality(Qt.WindowModality.ApplicationModal)
        dialog.setMinimumDuration(0)
        worker = Worker(lambda progress: self._edit(plan, amount, progress))
        worker.progressed.connect(lambda f, _t: dialog.setValue(round(f * 100)))
        worker.done.connect(self._done)
        worker.failed.connect(self._failed)
        worker.finished.connect(dialog.reset)
        dialog.canceled.connect(worker.cancel)
        worker.start()
        dialog.show()

    def _done(self, edit: Edit) -> None:
        if not edit.changes:
            self._failed("Nothing moved: the pieces are locked, or too far away.")
            return
        self._live = self.bench.portrait.editing(edit.name)
        self._live.update(edit)
        self.note.setText("Move the slider to change this step; go on working to keep it.")
        self._say()

    def _failed(self, text: str) -> None:
        self.note.setText(text)
        self.bench.say(text, "error")
        self._say()
