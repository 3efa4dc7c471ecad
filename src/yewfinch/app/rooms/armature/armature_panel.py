"""Armatures: begin one, edit its balls, clothe it into clay."""

from __future__ import annotations

from PyQt6.QtWidgets import QButtonGroup, QCheckBox, QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.armature.armature_controller import WAYS, Armatures
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.figure.armature_presets import PRESETS
from yewfinch.core.reshape.armature import WIDEST
from yewfinch.core.reshape.armature_skin import edge_for
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase

#: Range of the sliders for a radius and for the clay's edges, mm.
_RADII, _EDGES = (1.0, 250.0), (0.5, 40.0)
#: Edges that the clay of a fresh armature is to have along its longest side.
_FINE = 180


class ArmaturePanel(QWidget):
    """What an armature is begun with, how balls are dragged, the ball in hand, and the clay to be made."""

    def __init__(self, armatures: Armatures) -> None:
        super().__init__()
        self.armatures = armatures
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        self.presets = QComboBox()
        self.presets.setAccessibleName("ready-made armatures")
        self.presets.setToolTip("Begin an armature: a new piece of balls and links under a live skin")
        self.presets.addItem("Begin an armature with …", "")
        for key, (title, _) in PRESETS.items():
            self.presets.addItem(title, key)
        self.presets.activated.connect(self._begin)
        column.addWidget(self.presets)
        self.by_hand = QPushButton("Edit balls in the view")
        self.by_hand.setCheckable(True)
        self.by_hand.clicked.connect(armatures.toggle)
        column.addWidget(self.by_hand)
        column.addLayout(self._ways())
        self.radius = ValueSlider("Radius", *_RADII, "mm", logarithmic=True)
        self.radius.setToolTip("Radius of the chosen ball ([ and ] make it smaller and larger)")
        self.radius.changed.connect(self._sized)
        self.fillet = ValueSlider("Fillet", 0.0, WIDEST, "mm", decimals=0)
        self.fillet.setToolTip("How widely the skin is rounded where branches part")
        self.fillet.changed.connect(armatures.set_fillet)
        column.addWidget(self.radius)
        column.addWidget(self.fillet)
        row = QHBoxLayout()
        row.setSpacing(2)
        self.insert, self.remove = QPushButton("Insert ball"), QPushButton("Remove ball")
        for button, tip, run in (
            (
                self.insert,
                "Put a ball into the link above the chosen one; or click the link in the view",
                armatures.insert,
            ),
            (self.remove, "Take the chosen ball away (Del); what hung on it hangs on the one above", armatures.remove),
        ):
            button.setProperty("small", True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button, 1)
        column.addLayout(row)
        self.mirrored = QCheckBox("mirrored")
        self.mirrored.setToolTip("The right half follows the left; unticked, it has balls of its own")
        self.mirrored.clicked.connect(lambda on: armatures.set_mirrored(bool(on)))
        column.addWidget(self.mirrored)
        self.edge = ValueSlider("Edges", *_EDGES, "mm", logarithmic=True)
        self.edge.set_value(4.0)
        self.edge.setToolTip("Length of the clay's edges; shorter ones give more quads")
        self.edge.changed.connect(lambda _: self._count())
        column.addWidget(self.edge)
        self.clothe = QPushButton("Clothe into clay")
        self.clothe.setToolTip("Make clay of even quads from the skin; the armature is kept, hidden")
        self.clothe.clicked.connect(lambda _=False: armatures.clothe(self.edge.value()))
        column.addWidget(self.clothe)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        armatures.changed.connect(self.refresh)
        armatures.bench.mode_changed.connect(self._moded)
        self.refresh()

    def _ways(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(2)
        group = QButtonGroup(self)
        self.ways: dict[str, QPushButton] = {}
        for way, (title, tip) in WAYS.items():
            button = QPushButton(title)
            button.setProperty("small", True)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, w=way: self.armatures.set_way(w))
            group.addButton(button)
            self.ways[way] = button
            row.addWidget(button, 1)
        return row

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["armature_hand"]
        self.by_hand.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _begin(self, index: int) -> None:
        key = self.presets.itemData(index)
        self.presets.setCurrentIndex(0)
        if key:
            self.armatures.begin(key)
            if self.armatures.armature is not None:
                self.edge.set_value(edge_for(self.armatures.armature, _FINE))

    def _sized(self, radius: float) -> None:
        held = self.armatures.armature
        if held is not None and 0 <= self.armatures.ball < len(held.balls):
            self.armatures.change(held.sized(self.armatures.ball, radius), "size of a ball", together=True)

    def _moded(self) -> None:
        self.by_hand.setChecked(self.armatures.bench.mode == "armature")

    def _count(self) -> None:
        held = self.armatures.armature
        if held is None:
            self.note.setText("Begin with a ready-made armature or one ball; then draw on with Ctrl.")
            return
        faces = grouped(self.armatures.faces_at(self.edge.value()))
        self.note.setText(phrase("{0} balls. Clothed, about {1} quads.", len(held.balls), faces))

    def refresh(self) -> None:
        """Show the armature in hand."""
        held, ball = self.armatures.armature, self.armatures.ball
        there = held is not None
        chosen = held is not None and 0 <= ball < len(held.balls)
        for widget in (self.by_hand, *self.ways.values(), self.fillet, self.mirrored, self.edge, self.clothe):
            widget.setEnabled(there)
        for part in (self.radius, self.remove):
            part.setEnabled(chosen)
        self.insert.setEnabled(held is not None and chosen and held.balls[ball].parent >= 0)
        for way, button in self.ways.items():
            button.setChecked(way == self.armatures.way)
        if held is not None:
            self.fillet.set_value(held.fillet)
            self.mirrored.setChecked(held.mirrored)
            if chosen:
                self.radius.set_value(held.balls[ball].radius)
        self._count()
