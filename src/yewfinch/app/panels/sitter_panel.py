"""The sitter: the joint solve, what it rests on, and the clicks that do not fit."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import (
    QComboBox,
    QDoubleSpinBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QProgressBar,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app import theme
from yewfinch.app.bench import Bench
from yewfinch.core.anatomy.landmarks import LANDMARKS
from yewfinch.core.anatomy.measures import MEASURES
from yewfinch.core.sitter.photo import KnownDistance, Sitter
from yewfinch.core.sitter.standpoint import FEWEST

KIND_NAMES = {"any": "an adult", "man": "a man", "woman": "a woman"}


class SitterPanel(QWidget):
    """Solve, say how sure it is, and name bad clicks.

    Signals
    -------
    solve_asked : ()
    mark_asked : (str, str) photo id and landmark to look at
    """

    solve_asked = pyqtSignal()
    cancel_asked = pyqtSignal()
    mark_asked = pyqtSignal(str, str)

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.state = QLabel()
        self.state.setWordWrap(True)
        column.addWidget(self.state)
        row = QHBoxLayout()
        self.solve = QPushButton("Solve the sitter")
        self.solve.setProperty("main", True)
        self.solve.setToolTip("Work out all standpoints and the sitter's landmarks in mm, from all photos together (Ctrl+Return)")
        self.solve.clicked.connect(self.solve_asked)
        row.addWidget(self.solve, 1)
        column.addLayout(row)
        self.progress = QProgressBar()
        self.progress.setRange(0, 100)
        self.progress.setTextVisible(False)
        self.progress.setFixedHeight(6)
        self.progress.setVisible(False)
        column.addWidget(self.progress)
        self.bad_title = QLabel()
        column.addWidget(self.bad_title)
        self.bad = QListWidget()
        self.bad.setAccessibleName("marks that do not fit")
        self.bad.setWordWrap(True)
        self.bad.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.bad.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.bad.itemActivated.connect(self._look)
        self.bad.itemClicked.connect(self._look)
        column.addWidget(self.bad)
        who = QHBoxLayout()
        who.addWidget(QLabel("The sitter is"))
        self.kind = QComboBox()
        for key, name in KIND_NAMES.items():
            self.kind.addItem(name, key)
        self.kind.setToolTip("Whose published spread of heads stands in for what the photos do not show")
        self.kind.setAccessibleName("kind of sitter")
        self.kind.activated.connect(self._kind)
        who.addWidget(self.kind, 1)
        column.addLayout(who)
        column.addWidget(QLabel("Measured on the sitter"))
        self._known = QVBoxLayout()
        self._known.setSpacing(2)
        column.addLayout(self._known)
        grid = QGridLayout()
        grid.setSpacing(4)
        self.measure = QComboBox()
        self.measure.setAccessibleName("what was measured")
        self.measure.setToolTip("A distance taken on the sitter with calipers; it sets the size")
        for m in MEASURES:
            if m.kind == "distance":
                self.measure.addItem(m.title, m.landmarks)
        self.mm = QDoubleSpinBox()
        self.mm.setRange(5.0, 400.0)
        self.mm.setDecimals(1)
        self.mm.setSuffix(" mm")
        self.mm.setButtonSymbols(QDoubleSpinBox.ButtonSymbols.NoButtons)
        self.mm.setAccessibleName("measured distance")
        self.mm.setValue(63.0)
        self.measure.setCurrentText("between the pupils")
        add = QToolButton()
        add.setIcon(theme.icon("plus"))
        add.setToolTip("Use this distance; solve again afterwards")
        add.setAccessibleName("add a known distance")
        add.clicked.connect(self.add_known)
        grid.addWidget(self.measure, 0, 0, 1, 2)
        grid.addWidget(self.mm, 1, 0)
        grid.addWidget(add, 1, 1)
        grid.setColumnStretch(0, 1)
        column.addLayout(grid)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, field: str) -> None:
        if field == "sitter":
            self.refresh()

    def refresh(self) -> None:
        """Show what is solved, and what is wrong."""
        sitter = self.bench.portrait.sitter
        found = sitter.solution
        usable = [p for p in sitter.photos if len(p.usable()) >= FEWEST]
        self.solve.setEnabled(bool(usable))
        n = len(usable)
        self.solve.setText("Solve the sitter" if n == 0 else f"Solve from {n} photo{'' if n == 1 else 's'}")
        if found is None:
            self._say("Mark six or more landmarks on each photo; then all photos are solved together.", "soft")
        elif self.bench.out_of_date():
            self._say("The marks have changed since the sitter was solved.", "warn")
        else:
            self._say(found.words(), "")
        self._list_bad(sitter)
        self.kind.blockSignals(True)
        self.kind.setCurrentIndex(self.kind.findData(sitter.kind))
        self.kind.blockSignals(False)
        while (item := self._known.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        for i, d in enumerate(sitter.known):
            line = QWidget()
            row = QHBoxLayout(line)
            row.setContentsMargins(0, 0, 0, 0)
            row.addWidget(QLabel(f"{_distance_title(d)}: {d.mm:.1f} mm"), 1)
            gone = QPushButton(theme.icon("x", "soft", 14), "")
            gone.setFixedWidth(28)
            gone.setToolTip("Take this distance away")
            gone.setAccessibleName(f"remove {_distance_title(d)}")
            gone.clicked.connect(lambda _=False, n=i: self._forget(n))
            row.addWidget(gone)
            self._known.addWidget(line)

    def _list_bad(self, sitter: Sitter) -> None:
        self.bad.clear()
        found = sitter.solution
        lines: list[tuple[str, str, str]] = []
        if found is not None:
            names = {p.id: p.name for p in sitter.photos}
            for f in found.fits:
                if f.swapped and f.photo in names:
                    lines.append((f.photo, "", f"{names[f.photo]}: left and right are exchanged on the whole photo."))
            lines += [(b.photo, b.key, f"{names[b.photo]}: {b.words()}") for b in found.bad if b.photo in names]
            lines += [(i, "", f"{names[i]}: {text}") for i, text in found.left_out.items() if i in names]
        for photo, key, text in lines:
            item = QListWidgetItem(theme.icon("warning", "gold"), text)
            item.setData(Qt.ItemDataRole.UserRole, (photo, key))
            item.setToolTip("Click to look at it")
            self.bad.addItem(item)
        self.bad_title.setText("Left out, because it does not fit:")
        for widget in (self.bad, self.bad_title):
            widget.setVisible(bool(lines))
        self.bad.setFixedHeight(min(170, 8 + 48 * len(lines)))

    def _look(self, item: QListWidgetItem) -> None:
        photo, key = item.data(Qt.ItemDataRole.UserRole)
        self.mark_asked.emit(photo, key)

    def show_progress(self, fraction: float | None) -> None:
        """A running solve; None when it has ended."""
        self.progress.setVisible(fraction is not None)
        self.progress.setValue(round(100 * (fraction or 0.0)))
        if fraction is None:
            self.refresh()
        else:
            self.solve.setEnabled(False)

    def _kind(self, index: int) -> None:
        kind = self.kind.itemData(index)
        sitter = replace(self.bench.portrait.sitter, kind=kind)
        self.bench.portrait.set_field("sitter", sitter, f"The sitter is {KIND_NAMES[kind]}")

    def add_known(self) -> None:
        """Use the distance that is set."""
        start, end = self.measure.currentData()
        sitter = self.bench.portrait.sitter
        rest = tuple(d for d in sitter.known if (d.start, d.end) != (start, end))
        new = KnownDistance(start, end, self.mm.value())
        self.bench.portrait.set_field(
            "sitter", replace(sitter, known=(*rest, new)), f"Measure {self.measure.currentText()}"
        )

    def _forget(self, index: int) -> None:
        sitter = self.bench.portrait.sitter
        known = sitter.known[:index] + sitter.known[index + 1 :]
        self.bench.portrait.set_field("sitter", replace(sitter, known=known), "Remove a known distance")

    def _say(self, text: str, tone: str) -> None:
        self.state.setText(text)
        for name in ("soft", "warn"):
            self.state.setProperty(name, name == tone)
        style = self.state.style()
        assert style is not None
        style.unpolish(self.state)
        style.polish(self.state)


def _distance_title(d: KnownDistance) -> str:
    for m in MEASURES:
        if m.kind == "distance" and m.landmarks == (d.start, d.end):
            return m.title
    return f"{LANDMARKS[d.start].plain} to {LANDMARKS[d.end].plain}"
