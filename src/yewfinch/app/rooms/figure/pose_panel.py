"""The pose: on or off, ready-made ones, and the moves of one joint in degrees."""

from __future__ import annotations

from PyQt6.QtWidgets import QButtonGroup, QComboBox, QGridLayout, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.figure.pose_controller import Posing
from yewfinch.app.shell.actions import ActionTable
from yewfinch.core.anatomy.body.skeleton import JOINTS, twin
from yewfinch.core.anatomy.figure.pose import Pose
from yewfinch.core.anatomy.figure.pose_presets import PRESETS
from yewfinch.core.shared.phrases import phrase

#: Moves that a joint has at most.
_MOVES = 3


class PosePanel(QWidget):
    """A panel for poses: at rest or posed, a list of poses, a joint and its sliders."""

    def __init__(self, posing: Posing) -> None:
        super().__init__()
        self.posing = posing
        self._keys: tuple[str, ...] = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addLayout(self._states())
        self.presets = QComboBox()
        self.presets.setAccessibleName("ready-made poses")
        self.presets.setToolTip("Take a ready-made pose; joints that it does not name stay as they are")
        self.presets.activated.connect(self._take)
        column.addWidget(self.presets)
        self.by_hand = QPushButton("Turn joints on the clay")
        self.by_hand.setCheckable(True)
        self.by_hand.clicked.connect(posing.toggle)
        column.addWidget(self.by_hand)
        self.joints = QComboBox()
        self.joints.setAccessibleName("joint")
        self.joints.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.joints.setToolTip("The joint that the sliders turn; or click its dot on the clay")
        self.joints.activated.connect(lambda i: posing.choose(str(self.joints.itemData(i))))
        column.addWidget(self.joints)
        self.moves: list[ValueSlider] = []
        self.titles: list[QLabel] = []
        for i in range(_MOVES):
            slider = ValueSlider("", -180.0, 180.0, "°", decimals=0, label_width=4)
            slider.changed.connect(lambda v, i=i: posing.turn(posing.bench.selection.joint, i, v))
            title = QLabel()
            title.setBuddy(slider.box)
            self.moves.append(slider)
            self.titles.append(title)
            column.addWidget(title)
            column.addWidget(slider)
        column.addLayout(self._buttons())
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        posing.changed.connect(self.refresh)
        posing.bench.outlook.changed.connect(self._follow)
        posing.bench.mode_changed.connect(self._moded)
        self.refresh()

    def _states(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(2)
        self.rest, self.on = QPushButton("At rest"), QPushButton("In the pose")
        group = QButtonGroup(self)
        for button, on, tip in (
            (self.rest, False, "Take the pose off; it is kept, and symmetric modelling goes on"),
            (self.on, True, "Put the pose on again"),
        ):
            button.setProperty("small", True)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, v=on: self._set_on(v))
            group.addButton(button)
            row.addWidget(button, 1)
        return row

    def _buttons(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setSpacing(2)
        self.buttons: dict[str, QPushButton] = {}
        rows = (
            ("joint", "Joint to rest", "Turn this joint back", 0, 0),
            ("all", "All to rest", "Turn every joint back", 0, 1),
            ("left", "Left to both", "Both sides as the left one is", 1, 0),
            ("right", "Right to both", "Both sides as the right one is", 1, 1),
            ("mirror", "Mirror the pose", "Left for right", 2, 0),
            ("other", "Joint on the other side", "Take the same joint of the other side", 2, 1),
        )
        for key, title, tip, row, at in rows:
            button = QPushButton(title)
            button.setProperty("small", True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, k=key: self._pressed(k))
            self.buttons[key] = button
            grid.addWidget(button, row, at)
        return grid

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        record = actions["pose_hand"]
        self.by_hand.setToolTip(phrase("{0} ({1})", record.tip, record.keys))

    def _set_on(self, on: bool) -> None:
        if on != self.posing.on:
            self.posing.set_on(on)
        self.refresh()

    def _take(self, index: int) -> None:
        key = self.presets.itemData(index)
        self.presets.setCurrentIndex(0)
        if key:
            self.posing.put_on(PRESETS[key])

    def _pressed(self, key: str) -> None:
        posing, joint = self.posing, self.posing.bench.selection.joint
        title = JOINTS[joint].title
        if key == "joint":
            posing.take(posing.pose.with_joint(joint, ()), phrase("Pose: {0}{1} to rest", title[0].lower(), title[1:]))
        elif key == "all":
            posing.take(Pose(), "Pose: all to rest")
        elif key == "mirror":
            posing.take(posing.pose.mirrored(), "Pose: mirrored")
        elif key == "other":
            posing.choose(twin(joint))
        else:
            posing.take(posing.pose.both_from(key[0]), phrase("Pose: {0} to both sides", key))

    def _moded(self) -> None:
        self.by_hand.setChecked(self.posing.bench.mode == "pose")

    def _follow(self) -> None:
        if self.joints.currentData() != self.posing.bench.selection.joint:
            self.refresh()

    def refresh(self) -> None:
        """Show the present pose and joint."""
        posing = self.posing
        why, keys = posing.why_not(), posing.joints
        if keys != self._keys:
            self._keys = keys
            self.joints.clear()
            for key in (k for k in JOINTS if k in keys):
                self.joints.addItem(JOINTS[key].title, key)
            self.presets.clear()
            self.presets.addItem("Take a ready-made pose …", "")
            figure = posing.bench.portrait.figure
            for key, preset in PRESETS.items():
                if figure is not None and preset.fits(figure.crop):
                    self.presets.addItem(preset.title, key)
        joint = (
            posing.bench.selection.joint if posing.bench.selection.joint in keys else ("head" if "head" in keys else "")
        )
        self.joints.setCurrentIndex(self.joints.findData(joint))
        record = JOINTS.get(joint)
        for i, (slider, title) in enumerate(zip(self.moves, self.titles, strict=True)):
            there = record is not None and i < len(record.moves)
            slider.setVisible(there)
            title.setVisible(there)
            if record is not None and there:
                move = record.moves[i]
                slider.set_range(move.low, move.high, "°")
                slider.set_value(posing.pose.angle(joint, i))
                title.setText(move.title)
                tip = phrase("{0}: {1:g} to {2:g} degrees, 0 at rest", move.title, move.low, move.high)
                slider.setToolTip(tip)
                for part in (slider.slider, slider.box):
                    part.setAccessibleName(phrase("{0}: {1}", record.title, move.title))
        self.on.setChecked(posing.on)
        self.rest.setChecked(not posing.on)
        can = not why
        self.on.setEnabled(can and (posing.on or bool(posing.pose.angles)))
        self.rest.setEnabled(can)
        for widget in (self.presets, self.by_hand, self.joints, *self.moves, *self.buttons.values()):
            widget.setEnabled(can)
        self.buttons["other"].setEnabled(can and twin(joint) != joint)
        if why:
            self.note.setText(why)
        elif posing.on:
            self.note.setText(
                "Strokes made in the pose stay when it is taken off. Symmetry rests while the pose is lopsided."
            )
        else:
            self.note.setText("A pose lies over the clay and can be taken off again.")
