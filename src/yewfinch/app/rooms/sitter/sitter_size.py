"""How large the sitter is: distances taken with calipers, and what is said until there is one."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import shown
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.measures import MEASURES
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import counted, in_a_row, phrase
from yewfinch.core.sitter.photo import KnownDistance

#: What is said while nothing measures the size.
ASKED = (
    "Photos do not tell how large a head is. Take one distance on the sitter with calipers, or drag across an iris "
    "on a "
    "photo (Mark, then Scale). Until then every figure leaves size out."
)


class SitterSize(QWidget):
    """Asks for one distance, and lists those that there are."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.state = QLabel()
        self.state.setWordWrap(True)
        column.addWidget(self.state)
        self._known = QVBoxLayout()
        self._known.setSpacing(2)
        column.addLayout(self._known)
        self.measure = QComboBox()
        self.measure.setAccessibleName("what was measured")
        self.measure.setToolTip("A distance taken on the sitter with calipers; it sets the size")
        for m in MEASURES:
            if m.kind == "distance":
                self.measure.addItem(m.title, m.landmarks)
        self.measure.setCurrentIndex(self.measure.findText(shown("between the pupils")))
        self.measure.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.measure.setMinimumContentsLength(10)
        self.mm = LengthBox()
        self.mm.setRange(5.0, 400.0)
        self.mm.setDecimals(1)
        self.mm.setSuffix(" mm")
        self.mm.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
        self.mm.setAccessibleName("measured distance")
        self.mm.setValue(63.0)
        self.mm.setFixedWidth(84)
        add = QToolButton()
        add.setIcon(theme.icon("plus"))
        add.setToolTip("Use this distance; solve again afterwards")
        add.setAccessibleName("add a known distance")
        add.clicked.connect(self.add_known)
        row = QHBoxLayout()
        row.setSpacing(4)
        row.addWidget(self.measure, 1)
        row.addWidget(self.mm)
        row.addWidget(add)
        column.addLayout(row)

    def refresh(self) -> None:
        """Show what is measured, or ask for it."""
        sitter = self.bench.portrait.sitter
        measured = sitter.size_measured
        irises = sum(p.measures_iris for p in sitter.photos)
        if not measured:
            self.state.setText(ASKED)
        else:
            by_iris = counted("from the iris on {0} photo", "from the iris on {0} photos", irises) if irises else ""
            by_hand = "from calipers" if sitter.known else ""
            self.state.setText(phrase("Size {0}.", in_a_row(" and ", (t for t in (by_hand, by_iris) if t))))
        self.state.setProperty("warn", not measured)
        style = self.state.style()
        assert style is not None
        style.unpolish(self.state)
        style.polish(self.state)
        while (item := self._known.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        for i, d in enumerate(sitter.known):
            line = QWidget()
            row = QHBoxLayout(line)
            row.setContentsMargins(0, 0, 0, 0)
            row.addWidget(QLabel(phrase("{0}: {1:.1f} mm", _title(d), d.mm)), 1)
            gone = QPushButton(theme.icon("x", "soft", 14), "")
            gone.setFixedWidth(28)
            gone.setToolTip("Take this distance away")
            gone.setAccessibleName(phrase("remove {0}", _title(d)))
            gone.clicked.connect(lambda _=False, n=i: self._forget(n))
            row.addWidget(gone)
            self._known.addWidget(line)

    def add_known(self) -> None:
        """Use the distance that is set."""
        start, end = self.measure.currentData()
        sitter = self.bench.portrait.sitter
        rest = tuple(d for d in sitter.known if (d.start, d.end) != (start, end))
        new = KnownDistance(start, end, self.mm.value())
        self.bench.portrait.set_field(
            "sitter", replace(sitter, known=(*rest, new)), phrase("Measure {0}", self.measure.currentText())
        )

    def _forget(self, index: int) -> None:
        sitter = self.bench.portrait.sitter
        known = sitter.known[:index] + sitter.known[index + 1 :]
        self.bench.portrait.set_field("sitter", replace(sitter, known=known), "Remove a known distance")


def _title(d: KnownDistance) -> str:
    for m in MEASURES:
        if m.kind == "distance" and m.landmarks == (d.start, d.end):
            return m.title
    return phrase("{0} to {1}", LANDMARKS[d.start].plain, LANDMARKS[d.end].plain)
