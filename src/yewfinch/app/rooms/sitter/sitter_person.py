"""Who the sitter is: sex and age, which say what heads the joint solve expects."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QSpinBox, QWidget

from yewfinch.core.anatomy.lore.sex_and_age import OLDEST, YOUNGEST, Age, age_of_years
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

AGE_NAMES: dict[Age, str] = {"adult": "an adult", "child": "a child", "old": "an old person"}
KIND_NAMES = {"any": "of either sex", "man": "male", "woman": "female"}


class SitterPerson(QWidget):
    """Age, sex and, if they are known, years."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(4)
        self.age = QComboBox()
        for key, name in AGE_NAMES.items():
            self.age.addItem(name, key)
        self.age.setToolTip(
            "Whose heads stand in for what the photos do not show: a child's are smaller and of another form"
        )
        self.age.setAccessibleName("age of the sitter")
        self.age.activated.connect(self._age)
        self.kind = QComboBox()
        for kind, name in KIND_NAMES.items():
            self.kind.addItem(name, kind)
        self.kind.setToolTip("Whose published spread of heads stands in for what the photos do not show")
        self.kind.setAccessibleName("kind of sitter")
        self.kind.activated.connect(self._kind)
        self.years = QSpinBox()
        self.years.setRange(int(YOUNGEST) - 1, int(OLDEST))
        self.years.setSpecialValueText("years?")
        self.years.setSuffix(" y")
        self.years.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.years.setFixedWidth(58)
        self.years.setToolTip(
            "The sitter's years on the photos, if they are known; the lowest value stands for unknown"
        )
        self.years.setAccessibleName("years of the sitter")
        self.years.editingFinished.connect(self._years)
        for box in (self.age, self.kind):
            box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
            box.setMinimumContentsLength(7)
            row.addWidget(box, 1)
        row.addWidget(self.years)

    def refresh(self) -> None:
        """Show who is told."""
        sitter = self.bench.portrait.sitter
        for widget, value in ((self.age, sitter.age), (self.kind, sitter.kind)):
            widget.blockSignals(True)
            widget.setCurrentIndex(widget.findData(value))
            widget.blockSignals(False)
        self.years.blockSignals(True)
        self.years.setValue(int(YOUNGEST) - 1 if sitter.years is None else round(sitter.years))
        self.years.blockSignals(False)

    def _age(self, index: int) -> None:
        age = self.age.itemData(index)
        sitter = replace(self.bench.portrait.sitter, age=age, years=None)
        self.bench.portrait.set_field("sitter", sitter, phrase("The sitter is {0}", AGE_NAMES[age]))

    def _kind(self, index: int) -> None:
        kind = self.kind.itemData(index)
        sitter = replace(self.bench.portrait.sitter, kind=kind)
        self.bench.portrait.set_field("sitter", sitter, phrase("The sitter is {0}", KIND_NAMES[kind]))

    def _years(self) -> None:
        sitter = self.bench.portrait.sitter
        value = self.years.value()
        years = None if value < YOUNGEST else float(value)
        if years == sitter.years:
            return
        told = replace(sitter, years=years, age=sitter.age if years is None else age_of_years(years))
        self.bench.portrait.set_field("sitter", told, "The sitter's years" if years is not None else "Years unknown")
