"""Eyes: size, place, gaze; begun by two clicks, from a ball or from the sitter; seated in clay, settled."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PyQt6.QtWidgets import (
    QCheckBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.controls.length_box import LengthBox
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.rooms.eyes.gaze_hand import middle_of
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.live_dial import dial_of
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import eyes as verbs
from yewfinch.core.features.eyes.eye import BOUNDS, FAR, Eye
from yewfinch.core.features.eyes.eye_measures import APART, DEPTH, depth_to_rim, pupils_apart, share_of_opening
from yewfinch.core.features.eyes.seat import LEAST, MOST
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.towards import steps_to_sitter

_AXES = ("left", "up", "forward")


def clay_round(eyes: Eyes) -> Piece | None:
    """The clay that eyes stand in: the chosen piece if it is some, else the largest in sight."""
    pieces = eyes.bench.portrait.pieces
    chosen = pieces.get(eyes.bench.selection.piece_id)
    if chosen is not None and not chosen.fixed:
        return chosen
    shown = [p for p in pieces.values() if p.visible and not p.fixed]
    return max(shown, key=lambda p: p.surface.area(), default=None)


class EyesPanel(QWidget):
    """Dials of the eye in hand, and what can be done with eyes.

    Parameters
    ----------
    eyes : Eyes
    """

    def __init__(self, eyes: Eyes) -> None:
        super().__init__()
        self.eyes = eyes
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(4)
        self.linked = QCheckBox("Both eyes alike")
        self.linked.setChecked(True)
        self.linked.setToolTip("What is changed of one eye is changed of the other; without it, of the chosen eye only")
        self.linked.toggled.connect(self._link)
        self.column.addWidget(self.linked)
        self.dials: dict[str, ValueSlider] = {}
        self._sized()
        self._placed()
        self._gazing()
        self._buttons()
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        eyes.changed.connect(self.refresh)
        eyes.bench.mode_changed.connect(self._moded)
        self.refresh()

    # --- what it is made of -----------------------------------------------------------------

    def _dial(
        self, key: str, title: str, low: float, high: float, unit: str, tip: str, act: Callable[[float], None]
    ) -> None:
        self.dials[key] = dial = dial_of(self.eyes, title, low, high, unit, tip, act)
        self.column.addWidget(dial)

    def _sized(self) -> None:
        for key, title, tip in (
            ("diameter", "Eyeball", "Diameter of the eyeball; grown people's are about 24 mm"),
            ("iris", "Iris", "Diameter of the iris from white to white; nearly everybody's is 11 to 12.5 mm"),
        ):
            low, high = BOUNDS[key]
            self._dial(key, title, low, min(high, 40.0), "mm", tip, partial(self._set, key))
        self._dial(
            "share", "Iris, of opening", 15.0, 80.0, "%",
            "The iris as a share of the opening from corner to corner of the lids; sets the iris",
            self._share,
        )  # fmt: skip
        self._dial("pupil", "Pupil", *BOUNDS["pupil"], "mm", "2 to 4 mm in bright light, 4 to 8 mm in the dark",
                   lambda v: self._set("pupil", v))  # fmt: skip

    def _placed(self) -> None:
        self._dial(
            "apart", "Pupils apart", 30.0, 120.0, "mm", "Distance between both pupils when they look far away",
            self._apart,
        )  # fmt: skip
        self._dial(
            "rim", "Before the rim", 0.0, 45.0, "mm",
            "How far the cornea stands before the outer rim of the socket, felt beside the corner of the lids",
            self._deep,
        )  # fmt: skip

    def _gazing(self) -> None:
        self.target = [LengthBox() for _ in _AXES]
        row = QHBoxLayout()
        row.setSpacing(4)
        name = QLabel("Looks at")
        name.setFixedWidth(54)
        row.addWidget(name)
        for axis, box in zip(_AXES, self.target, strict=True):
            box.setRange(-20_000.0, 20_000.0)
            box.setDecimals(0)
            box.setSuffix(" mm")
            box.setKeyboardTracking(False)
            box.setButtonSymbols(LengthBox.ButtonSymbols.NoButtons)
            box.setAccessibleName(phrase("looks at, {0}", axis))
            box.setToolTip(phrase("The point that both eyes look at, {0}", axis))
            box.setMinimumWidth(52)
            box.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
            box.valueChanged.connect(lambda _: self._looks())
            row.addWidget(box, 1)
        self.column.addLayout(row)
        self._dial(
            "converging", "Converging", 0.0, 100.0, "%",
            "0: both axes are parallel; 100: each goes through the point looked at",
            lambda v: self.eyes.change("converging", lambda e: replace(e, converging=v / 100.0), both=True),
        )  # fmt: skip
        tip = "By how much the chosen eye alone looks beside that, in degrees"
        for number, (key, title) in enumerate((("aside", "Own turn, left"), ("up", "Own turn, up"))):
            self._dial(key, title, -30.0, 30.0, "°", tip, partial(self._turn, number))

    def _buttons(self) -> None:
        self.gaze, self.ahead = QPushButton("Drag the gaze"), QPushButton("Look ahead")
        self.gaze.setCheckable(True)
        self.gaze.clicked.connect(lambda _=False: self.eyes.bench.toggle_mode("gaze"))
        self.ahead.setToolTip("Both eyes look straight ahead, far away")
        self.ahead.clicked.connect(lambda _=False: self._look_ahead())
        self.new, self.ball = QPushButton("New eyes"), QPushButton("Take a ball")
        self.new.setCheckable(True)
        self.new.setToolTip("Click one pupil on the clay, then the other: two eyes begin there")
        self.new.clicked.connect(lambda _=False: self.eyes.bench.toggle_mode("new eyes"))
        self.ball.setToolTip("Take the chosen piece, a ball of the size of an eye, for an eye")
        self.ball.clicked.connect(lambda _=False: self._adopt())
        self.sitter, self.settle = QPushButton("To the sitter"), QPushButton("Settle")
        self.sitter.setToolTip("Put the pupils where the photos show the sitter's; solve the sitter first")
        self.sitter.clicked.connect(lambda _=False: self._to_sitter())
        self.settle.setToolTip("Make clay of the eye in hand: tools can work on it then; undo gives its dials back")
        self.settle.clicked.connect(lambda _=False: self._settle())
        grid = QGridLayout()
        grid.setSpacing(4)
        for n, button in enumerate((self.gaze, self.ahead, self.new, self.ball, self.sitter, self.settle)):
            grid.addWidget(button, n // 2, n % 2)
        self.column.addLayout(grid)
        self.gap = ValueSlider("Gap", LEAST, MOST, "mm", decimals=2, logarithmic=True, label_width=40)
        self.gap.set_value(0.1)
        self.gap.setToolTip("How far the clay stays off the eyes")
        self.seat = QPushButton("Seat the eyes")
        self.seat.setToolTip("Press the clay back from the eyes: lids come to lie on them, skin becomes a socket")
        self.seat.clicked.connect(lambda _=False: self._seat())
        row = QHBoxLayout()
        row.addWidget(self.gap, 1)
        row.addWidget(self.seat)
        self.column.addLayout(row)

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        self.gaze.setToolTip(actions.tip("gaze"))

    # --- what it does -----------------------------------------------------------------------

    def _link(self, on: bool) -> None:
        self.eyes.end_step()
        self.eyes.linked = on

    def _set(self, key: str, value: float) -> None:
        self.eyes.change(key, lambda e: replace(e, **{key: round(value, 2)}))  # type: ignore[arg-type]  # names of its fields

    def _share(self, value: float) -> None:
        piece, landmarks = self.eyes.piece, self.eyes.bench.portrait.landmarks()
        if piece is None:
            return

        def by(eye: Eye) -> Eye:
            now = share_of_opening(eye, landmarks, verbs.side_of(eye))
            return eye if now is None else replace(eye, iris=round(eye.iris * value / 100.0 / now, 3))

        self.eyes.change("iris", by)

    def _apart(self, value: float) -> None:
        held = self.eyes.held()
        if len(held) == 2:
            self.eyes.put(verbs.apart(held, value), "pupils apart")

    def _deep(self, value: float) -> None:
        self.eyes.change("depth", lambda e: verbs.at_depth(self.eyes.bench.portrait, e, value))

    def _looks(self) -> None:
        x, y, z = (box.value() for box in self.target)
        self.eyes.look_at((x, y, z))

    def _turn(self, number: int, value: float) -> None:
        def by(eye: Eye) -> Eye:
            aside, up = eye.turn
            return replace(eye, turn=(value, up) if number == 0 else (aside, value))

        self.eyes.change("own turn", by, both=False)

    def _look_ahead(self) -> None:
        middle = middle_of(self.eyes)
        if middle is not None:
            x, y, z = (float(v) for v in middle)
            ahead = (x, y, z + FAR)
            self.eyes.change("gaze", lambda e: replace(e, target=ahead, converging=0.0, turn=(0.0, 0.0)), both=True)
            self.eyes.end_step()

    def _adopt(self) -> None:
        bench = self.eyes.bench
        piece = bench.selection.piece_id
        if piece in bench.portrait.pieces:
            self.eyes.perform(lambda: verbs.adopt(bench.portrait, piece))

    def _settle(self) -> None:
        piece = self.eyes.piece
        if piece is not None:
            self.eyes.perform(lambda: verbs.settle(self.eyes.bench.portrait, piece.id))

    def _to_sitter(self) -> None:
        bench = self.eyes.bench
        found, solution = bench.standpoint.likeness(), bench.portrait.sitter.solution
        if found is None or solution is None:
            bench.say("There is no solved sitter to go by. Mark landmarks on photos and solve first.", "warn")
            return
        clay = bench.portrait.landmarks()
        steps = steps_to_sitter(clay, found, solution)
        pupils = {k[-1]: clay[k] + steps[k] for k in ("p_l", "p_r") if k in steps}
        if not pupils:
            bench.say("No photo shows a pupil that was marked. Mark 'pupil' on a photo and solve.", "warn")
            return
        self.eyes.end_step()
        self.eyes.put(verbs.towards_pupils(bench.portrait, self.eyes.held(), pupils), "to the sitter")
        self.eyes.end_step()

    def _seat(self) -> None:
        bench = self.eyes.bench
        held = list(self.eyes.held())
        clay = clay_round(self.eyes)
        if not held or clay is None:
            bench.say("Begin eyes first, and keep the clay that they stand in in sight.", "warn")
            return
        gap = self.gap.value()
        if self.eyes.perform(lambda: verbs.seat(bench.portrait, held, clay.id, gap)):
            bench.say(phrase("{0} keeps {1:g} mm off the eyes.", clay.name, gap), "note")

    def _moded(self) -> None:
        self.gaze.setChecked(self.eyes.bench.mode == "gaze")
        self.new.setChecked(self.eyes.bench.mode == "new eyes")

    def refresh(self) -> None:
        """Show the eye in hand."""
        piece, eye, held = self.eyes.piece, self.eyes.eye, self.eyes.held()
        on = piece is not None and not piece.locked
        for widget in (*self.dials.values(), *self.target, self.gaze, self.ahead, self.sitter, self.settle, self.seat):
            widget.setEnabled(on)
        self.linked.setEnabled(len(held) == 2)
        if eye is None or piece is None:
            self.note.setText("There is no eye. Click two pupils on the clay, or take a ball for one.")
            return
        portrait = self.eyes.bench.portrait
        share = share_of_opening(eye, portrait.landmarks(), verbs.side_of(eye))
        rim = verbs.rim_of(portrait, eye)
        values = {
            "diameter": eye.diameter, "iris": eye.iris, "pupil": eye.pupil, "converging": 100.0 * eye.converging,
            "aside": eye.turn[0], "up": eye.turn[1],
            "share": None if share is None else 100.0 * share,
            "apart": pupils_apart(*held.values()) if len(held) == 2 else None,
            "rim": None if rim is None else depth_to_rim(eye, rim),
        }  # fmt: skip
        for key, value in values.items():
            self.dials[key].setEnabled(on and value is not None)
            if value is not None:
                self.dials[key].set_value(value)
        for box, number in zip(self.target, eye.target, strict=True):
            box.blockSignals(True)
            box.setValue(number)
            box.blockSignals(False)
        (m, sm), (w, sw) = APART["man"], APART["woman"]
        self.note.setText(
            phrase(
                "{0}. Usual: pupils {1:.0f} ± {2:.0f} mm apart (men), {3:.0f} ± {4:.0f} mm (women); "
                "cornea {5:.0f} mm (men) and {6:.0f} mm (women) before the rim; iris 11.7 ± 0.4 mm.",
                piece.name,
                m,
                sm,
                w,
                sw,
                DEPTH["man"],
                DEPTH["woman"],
            )
        )
