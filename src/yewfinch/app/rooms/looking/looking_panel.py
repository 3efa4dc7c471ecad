"""Finishes of the clay, studios, corners and cavities, raking light, black outline, wires, mirrored picture."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtWidgets import QCheckBox, QGridLayout, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.show.looking import FINISHES
from yewfinch.core.show.studios import STUDIOS


class LookingPanel(QWidget):
    """What the clay is shown in; nothing of it changes the clay."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        grid = QGridLayout()
        grid.setSpacing(2)
        self.finishes: dict[str, QPushButton] = {}
        for i, (key, finish) in enumerate(FINISHES.items()):
            button = QPushButton(finish.title)
            button.setProperty("small", True)
            button.setCheckable(True)
            button.setToolTip(
                "Its own colours, with light that goes on under the skin where it bends, and two gleams; seen at rest"
                if finish.under is not None
                else "Show the clay in its own colours"
                if finish.colour is None
                else phrase("Show the clay as {0}", finish.title.lower())
            )
            button.clicked.connect(lambda _=False, k=key: bench.outlook.set_looking(finish=k))
            grid.addWidget(button, i // 3, i % 3)
            self.finishes[key] = button
        column.addLayout(grid)
        self.studios = choices(
            self,
            column,
            [(k, v.title, v.hint) for k, v in STUDIOS.items()],
            lambda k: bench.outlook.set_looking(studio=k),
            3,
        )
        self.occlusion = ValueSlider("Corners", 0.0, 100.0, "%", decimals=0)
        self.occlusion.setToolTip("Darker where clay nearby takes the light: ambient occlusion")
        self.occlusion.changed.connect(lambda v: bench.outlook.set_looking(occlusion=v / 100))
        self.reach = ValueSlider("Reach", 2.0, 80.0, "mm", decimals=0, logarithmic=True)
        self.reach.setToolTip("From how far away clay takes the light of a corner")
        self.reach.changed.connect(lambda v: bench.outlook.set_looking(reach=v))
        self.cavity = ValueSlider("Cavities", 0.0, 100.0, "%", decimals=0)
        self.cavity.setToolTip("Hollows darker, edges brighter")
        self.cavity.changed.connect(lambda v: bench.outlook.set_looking(cavity=v / 100))
        for slider in (self.occlusion, self.reach, self.cavity):
            column.addWidget(slider)
        self.raking, self.black, self.mirrored = (
            QCheckBox("Raking light"),
            QCheckBox("Black outline"),
            QCheckBox("Mirrored picture"),
        )
        self.raking.clicked.connect(lambda on: bench.outlook.set_looking(raking=on))
        self.black.clicked.connect(lambda on: bench.outlook.set_looking(black=on))
        self.mirrored.clicked.connect(lambda on: bench.outlook.set_view(replace(bench.outlook.view, mirrored=on)))
        self.wire = QCheckBox("Wires")
        self.wire.clicked.connect(lambda on: bench.outlook.set_looking(wire=on))
        for box in (self.raking, self.black, self.mirrored, self.wire):
            column.addWidget(box)
        bench.outlook.changed.connect(self.refresh)
        self.refresh()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcuts into the tool tips."""
        for box, key in (
            (self.raking, "look_raking"),
            (self.black, "look_black"),
            (self.mirrored, "look_mirrored"),
            (self.wire, "look_wire"),
        ):
            box.setToolTip(phrase("{0} ({1})", actions[key].tip, actions[key].keys))

    def refresh(self) -> None:
        """Show how the clay is looked at."""
        look = self.bench.outlook.looking
        for key, button in self.finishes.items():
            button.setChecked(key == look.finish)
        for key, button in self.studios.items():
            button.setChecked(key == look.studio)
        self.occlusion.set_value(100 * look.occlusion)
        self.reach.set_value(look.reach)
        self.reach.setEnabled(look.occlusion > 0)
        self.wire.setChecked(look.wire)
        self.cavity.set_value(100 * look.cavity)
        self.raking.setChecked(look.raking)
        self.black.setChecked(look.black)
        self.mirrored.setChecked(self.bench.outlook.view.mirrored)
