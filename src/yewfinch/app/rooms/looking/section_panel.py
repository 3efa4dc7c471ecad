"""Sections: cut the clay by a plane to see its line, measure it, lay it over a photo."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QCheckBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.looking.section_controller import Sections
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.show.section import WAYS

#: How far the slider goes from the first place, mm.
_REACH = 250.0


class SectionPanel(QWidget):
    """Way, place, side, and the line's measures."""

    def __init__(self, sections: Sections) -> None:
        super().__init__()
        self.sections, bench = sections, sections.bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.ways = choices(self, column, [(k, *v) for k, v in WAYS.items()], sections.turn, 2)
        self.at = ValueSlider("Place", -_REACH, _REACH, "mm")
        self.at.setToolTip("How far the plane lies from the middle of the room: left, up, forward, or towards you")
        self.at.changed.connect(sections.move)
        column.addWidget(self.at)
        self.cut = QCheckBox("Cut the clay away")
        self.cut.setToolTip("Off: only the line is drawn, over clay and photo")
        self.cut.clicked.connect(self._cut)
        column.addWidget(self.cut)
        row = QHBoxLayout()
        self.flip, self.through, self.none = (
            QPushButton("Other side"),
            QPushButton("To the landmark"),
            QPushButton("No section"),
        )
        self.flip.setToolTip("Cut the other side away")
        self.through.setToolTip("Through the chosen landmark, or what the view turns round")
        for button, run in (
            (self.flip, self._flip),
            (self.through, self._through),
            (self.none, lambda: bench.outlook.set_looking(section=None)),
        ):
            button.setProperty("small", True)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button)
        column.addLayout(row)
        self.numbers = QLabel()
        self.numbers.setWordWrap(True)
        column.addWidget(self.numbers)
        self.note = QLabel(
            "Stand at a profile photo and the line lies over the photo and the outlines drawn on it. Tools work on "
            "the clay that is left. Drag the round knob above the line to move the plane."
        )
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        for signal in (bench.outlook.changed, bench.selection.changed):
            signal.connect(self.refresh)
        bench.portrait_changed.connect(self._opened)
        self._opened()

    def _opened(self) -> None:
        self.sections.bench.portrait.history.changed.connect(self.refresh)
        self.refresh()

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """What comes into sight is measured."""
        super().showEvent(event)
        self.refresh()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tips."""
        record = actions["section"]
        self.none.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _cut(self, on: bool) -> None:
        section = self.sections.section
        if section is not None:
            self.sections.bench.outlook.set_looking(section=replace(section, cut=on))

    def _flip(self) -> None:
        if self.sections.section is not None:
            self.sections.bench.outlook.set_looking(section=self.sections.section.flipped())

    def _through(self) -> None:
        section = self.sections.section
        if section is not None:
            point = self.sections.middle()
            self.sections.move(sum(float(a) * b for a, b in zip(point, section.normal, strict=True)))

    def refresh(self) -> None:
        """Show the plane and what it cuts."""
        section = self.sections.section
        for way, button in self.ways.items():
            button.setChecked(section is not None and section.way == way)
        for widget in (self.at, self.cut, self.flip, self.through, self.none):
            widget.setEnabled(section is not None)
        if section is None:
            for button in self.ways.values():  # a group keeps one down otherwise
                group = button.group()
                if group is not None:
                    group.setExclusive(False)
                    button.setChecked(False)
                    group.setExclusive(True)
            self.numbers.setText("")
            return
        self.at.set_value(section.at)
        self.cut.setChecked(section.cut)
        if not self.isVisible():
            return
        found = self.sections.measures()
        self.numbers.setText(
            "The plane meets no clay." if found is None
            else phrase("Girth {0:.1f} mm · {1:.1f} × {2:.1f} mm · {3:.1f} cm²",
                found.girth, found.across, found.along, found.area / 100)
        )  # fmt: skip
