"""Proportions: sitter, clay and published norms side by side; canons and rules of one's own."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QTableWidgetItem,
    QWidget,
)

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import length
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.measures import MEASURES, TAKES, Measure
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.compare import Compared, compare

GROUPS = (("size", "distances"), ("angle", "angles"), ("canon", "canons"), ("own", "my own rules"))
OWN_KINDS = (
    ("ratio", "this distance / that one"),
    ("distance", "a distance"),
    ("angle", "an angle"),
    ("iris share", "height / iris"),
)


class ProportionsPanel(LivePanel):
    """A table of measures, and a line to make a rule."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench)
        column = self.column
        self.group = QComboBox()
        for key, name in GROUPS:
            self.group.addItem(name, key)
        self.group.setAccessibleName("which measures")
        self.group.activated.connect(lambda _i: self.refresh())
        column.addWidget(self.group)
        self.table = plain_table(["measure", "sitter", "clay", "norm", "z"], "proportions")
        self.table.setMinimumHeight(170)
        self.table.cellClicked.connect(self._show)
        column.addWidget(self.table)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.maker = RuleMaker(bench)
        column.addWidget(self.maker)
        self.remove = QPushButton(theme.icon("trash", "soft"), "Remove the chosen rule")
        self.remove.clicked.connect(self._remove)
        column.addWidget(self.remove)
        self.rows: list[Compared] = []
        self.begin()

    def refresh(self) -> None:
        """Measure again."""
        group = self.group.currentData()
        own = group == "own"
        self.maker.setVisible(own)
        self.remove.setVisible(own and bool(self.bench.portrait.rules))
        notes = {
            "size": "Norm: published mean (spread) of adults of the sitter's kind; z counts spreads from it.",
            "angle": "Angles on the soft tissue, seen as they lie in space.",
            "canon": "Each canon fits only a minority of real faces: a guide, never an error.",
            "own": "A rule holds on sitter and clay alike; the norm column shows what you wish for.",
        }
        scaled = (
            group == "size"
            and self.bench.portrait.sitter.solution is not None
            and self.bench.standpoint.leaves_size_out()
        )
        self.note.setText(
            notes[group] + (" Size is left out: the sitter is measured at the clay's size." if scaled else "")
        )
        measures = self.bench.portrait.rules if own else tuple(m for m in MEASURES if m.group == group)
        portrait = self.bench.portrait
        found = self.bench.standpoint.likeness()
        self.rows = compare(
            measures, portrait.landmarks(), portrait.sitter.solution,
            None if found is None else found.alignment, portrait.sitter.kind, portrait.sitter.age,
        )  # fmt: skip
        if group in ("size", "angle"):  # differences beyond doubt first, then what the photos tell
            self.rows.sort(key=lambda r: (not r.significant, r.sitter is None))
        self.table.setRowCount(len(self.rows))
        unit = all(r.measure.unit == "mm" for r in self.rows) and bool(self.rows)
        first = phrase("measure, {0}", "mm") if unit else "measure"
        self.table.setHorizontalHeaderLabels([first, "sitter", "clay", "norm", "z"])
        for i, row in enumerate(self.rows):
            for j, text in enumerate((row.measure.title, *(bare_texts(row) if unit else row.texts), row.z_text)):
                item = QTableWidgetItem(text)
                item.setToolTip(row.words())
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                if j in (1, 2) and row.significant:
                    font = item.font()
                    font.setBold(True)
                    item.setFont(font)
                self.table.setItem(i, j, item)

    def _show(self, row: int, _column: int) -> None:
        """Fly to where the measure's landmark that is farthest off is seen best."""
        if 0 <= row < len(self.rows):
            keys, found = self.rows[row].measure.landmarks, self.bench.standpoint.likeness()
            offsets = [o for o in (found.offsets if found is not None else ()) if o.key in keys]
            if offsets:
                worst = max(offsets, key=lambda o: o.size)
                photo = self.bench.standpoint.best_photo(worst)
                if photo is not None:
                    self.bench.standpoint.take(photo)
                keys = (worst.key,)
            self.bench.selection.choose_landmark(keys[0])

    def _remove(self) -> None:
        i, rules = self.table.currentRow(), self.bench.portrait.rules
        if 0 <= i < len(rules):
            self.bench.portrait.set_field(
                "rules", rules[:i] + rules[i + 1 :], phrase("Remove rule {0}", rules[i].title)
            )


def bare_texts(row: Compared) -> tuple[str, str, str]:
    """The sitter's value, the clay's and the norm, lengths in the unit of the bench, without that unit."""
    if row.measure.unit != "mm":
        return row.texts
    sitter, clay = ("-" if v is None else length(v) for v in (row.sitter, row.clay))
    norm = "" if row.norm is None else phrase("{0} ({1})", *(length(v, ".0f") for v in row.norm))
    return sitter, clay, norm or row.texts[2]


class RuleMaker(QWidget):
    """A measure of one's own from chosen landmarks, with what it should be."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(4)
        self.kind = QComboBox()
        for key, name in OWN_KINDS:
            self.kind.addItem(name, key)
        self.kind.setAccessibleName("kind of rule")
        self.kind.activated.connect(lambda _i: self._shape())
        grid.addWidget(self.kind, 0, 0, 1, 2)
        self.choices: list[QComboBox] = []
        for i in range(4):
            box = QComboBox()
            for key, mark in LANDMARKS.items():
                box.addItem(mark.plain, key)
            box.setMinimumWidth(80)
            box.setAccessibleName(phrase("landmark {0}", i + 1))
            self.choices.append(box)
            grid.addWidget(box, 1 + i // 2, i % 2)
        row = QHBoxLayout()
        self.title = QLineEdit()
        self.title.setPlaceholderText("name of the rule")
        self.title.setAccessibleName("name of the rule")
        self.ideal = QLineEdit()
        self.ideal.setPlaceholderText("wish")
        self.ideal.setToolTip("What it should be: a ratio such as 1 or 1.5, mm or degrees; may stay empty")
        self.ideal.setFixedWidth(56)
        self.ideal.setAccessibleName("wished value")
        add = QPushButton(theme.icon("plus"), "")
        add.setToolTip("Keep this rule")
        add.setAccessibleName("keep this rule")
        add.clicked.connect(self.add)
        self.add_button = add
        row.addWidget(self.title, 1)
        row.addWidget(self.ideal)
        row.addWidget(add)
        grid.addLayout(row, 3, 0, 1, 2)
        self._shape()

    def _shape(self) -> None:
        takes = TAKES[self.kind.currentData()]
        for i, box in enumerate(self.choices):
            box.setVisible(i < takes)

    def add(self) -> None:
        """Keep the rule, or say what is wrong with it."""
        kind = self.kind.currentData()
        keys = tuple(b.currentData() for b in self.choices[: TAKES[kind]])
        if (len(set(keys)) < len(keys) and kind != "ratio") or keys[0] == keys[1]:
            self.bench.say("A rule needs different landmarks.", "warn")
            return
        wish: float | None = None
        text = self.ideal.text().strip().replace(",", ".")
        if text:
            try:
                wish = float(text)
            except ValueError:
                self.bench.say(
                    phrase("'{0}' is no number. Write a ratio such as 1.5, or leave it empty.", text), "error"
                )
                return
        rules = self.bench.portrait.rules
        title = self.title.text().strip() or phrase("rule {0}", len(rules) + 1)
        number = 1 + max((int(r.key[3:]) for r in rules if r.key[3:].isdigit()), default=0)
        rule = replace(Measure(f"own{number}", title, kind, keys), ideal=wish, group="own")
        self.bench.portrait.set_field("rules", (*rules, rule), phrase("Add rule {0}", title))
        self.title.clear()
