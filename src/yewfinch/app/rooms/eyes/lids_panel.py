"""Lids: heights, slant, length, white that shows, shut or open; begun, fitted, joined, settled."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PyQt6.QtGui import QShowEvent
from PyQt6.QtWidgets import QGridLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.eyes.eye_controller import Eyes
from yewfinch.app.rooms.eyes.eyes_panel import clay_round
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_dial import dial_of
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import lid_joining
from yewfinch.core.document.verbs import lids as verbs
from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_measures import USUAL, Reading, at_rest, read, with_measure
from yewfinch.core.features.lids.lids import CREASE, Lids
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Measures with what they are called, lowest and highest, mm, and what they do.
_MEASURES = (
    (
        "peak",
        "Peak",
        -2.0,
        10.0,
        "Highest place of the upper margin above the pupil when the eye looks straight ahead",
    ),
    ("trough", "Trough", -2.0, 12.0, "Lowest place of the lower margin below the pupil that looks straight ahead"),
    ("slant", "Slant", -8.0, 10.0, "How far the outer corner lies above the inner one"),
    ("length", "Length", 18.0, 45.0, "From corner to corner"),
    (
        "white_above",
        "White above",
        -8.0,
        6.0,
        "White above the iris as it looks now; less than 0 is covered",
    ),
    (
        "white_below",
        "White below",
        -8.0,
        6.0,
        "White below the iris as it looks now; less than 0 is covered",
    ),
)


class LidsPanel(QWidget):
    """Dials of the lids of the eye in hand, and what can be done with them.

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
        self.dials: dict[str, ValueSlider] = {}
        self._worker: Worker | None = None
        self._read: tuple[Lids, Eye, Reading, Reading] | None = None
        self._dial("close", "Shut", -30.0, 100.0, "%", "Less than 0 is wide open, 100 % is shut", self._shut)
        self._dial(
            "follow", "Follow gaze", 0.0, 100.0, "%",
            "How far the lids go along when the eyes look up or down", self._follow,
        )  # fmt: skip
        for key, title, low, high, tip in _MEASURES:
            usual = phrase("; {0:g} to {1:g} mm are usual", USUAL[key][0], USUAL[key][1]) if key in USUAL else ""
            self._dial(key, title, low, high, "mm", tip + usual, partial(self._measure, key))
        self._buttons()
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        eyes.changed.connect(self.refresh)
        eyes.bench.mode_changed.connect(self._moded)
        self.refresh()

    def _dial(
        self, key: str, title: str, low: float, high: float, unit: str, tip: str, act: Callable[[float], None]
    ) -> None:
        self.dials[key] = dial = dial_of(self.eyes, title, low, high, unit, tip, act)
        self.column.addWidget(dial)

    def _buttons(self) -> None:
        self.drag, self.new = QPushButton("Drag the margins"), QPushButton("New lids")
        self.drag.setCheckable(True)
        self.drag.clicked.connect(lambda _=False: self.eyes.bench.toggle_mode("lids"))
        self.new.setToolTip("Lids with a body of their own on eyes that have none; keep them apart as long as you like")
        self.new.clicked.connect(lambda _=False: self._begin())
        self.sitter, self.alike = QPushButton("To the sitter"), QPushButton("Other as this")
        self.sitter.setToolTip("Lay the margins on the lines of the lids that are drawn on the photos; solve first")
        self.sitter.clicked.connect(lambda _=False: self._to_sitter())
        self.alike.setToolTip("Give the other eye the mirror image of these lids")
        self.alike.clicked.connect(lambda _=False: self._alike())
        self.join, self.settle = QPushButton("Join to the clay"), QPushButton("Settle")
        self.join.setToolTip(
            "Make lids with bodies of their own the clay's skin, with even rows between; the dials stay"
        )
        self.join.clicked.connect(lambda _=False: self._join())
        self.settle.setToolTip(
            "Make clay of lids with bodies of their own: tools work on them, they follow their eye no more"
        )
        self.settle.clicked.connect(lambda _=False: self._settle())
        grid = QGridLayout()
        grid.setSpacing(4)
        for n, button in enumerate((self.drag, self.new, self.sitter, self.alike, self.join, self.settle)):
            grid.addWidget(button, n // 2, n % 2)
        self.column.addLayout(grid)

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        self.drag.setToolTip(actions.tip("lids"))

    # --- what it does -----------------------------------------------------------------------

    def _shut(self, value: float) -> None:
        self.eyes.change_lids("shut", lambda lids, _: replace(lids, close=round(value / 100.0, 3)))

    def _follow(self, value: float) -> None:
        self.eyes.change_lids("follow the gaze", lambda lids, _: replace(lids, follow=round(value / 100.0, 3)))

    def _measure(self, key: str, value: float) -> None:
        self.eyes.change_lids(key.replace("_", " "), lambda lids, eye: with_measure(lids, eye, key, value))

    def _begin(self) -> None:
        portrait = self.eyes.bench.portrait
        bare = [k for k in self.eyes.held() if verbs.held(portrait, k) is None]
        if not self.eyes.held():
            self.eyes.bench.say("There is no eye to lay lids on. Begin two in the panel Eyes.", "warn")
        elif not bare:
            self.eyes.bench.say("These eyes have lids: set them with the dials.", "note")
        elif self.eyes.perform(lambda: verbs.begin(portrait, bare)[0]):
            self.eyes.bench.say("Lids with a body of their own. 'Join to the clay' makes them the clay's skin.", "note")

    def _to_sitter(self) -> None:
        eyes = self.eyes
        eyes.end_step()
        portrait, held = eyes.bench.portrait, list(eyes.held())

        def done(made: dict[str, tuple[Lids, float]]) -> None:
            eyes.put_lids({k: lids for k, (lids, _) in made.items()}, "to the sitter")
            eyes.end_step()
            off = in_a_row(", ", (phrase("{0:.2f} mm", median) for _, median in made.values()))
            eyes.bench.say(phrase("The margins lie on the drawn lines but for {0} (median).", off), "note")

        self._worker = behind_dialog(
            self,
            "Laying the margins on the drawn lines …",
            lambda progress: lid_joining.fit(portrait, held, progress),
            done,
            self._failed,
            "The lids were left as they were.",
        )

    def _failed(self, text: str) -> None:
        self.eyes.bench.say(text, "warn")

    def _alike(self) -> None:
        piece, held = self.eyes.piece, self.eyes.held_lids()
        if piece is None or piece.id not in held:
            return
        other = verbs.alike(self.eyes.bench.portrait, piece.id, held[piece.id])
        if not other:
            self.eyes.bench.say("There is no other eye with lids.", "warn")
            return
        self.eyes.end_step()
        self.eyes.put_lids(other, "other as this")
        self.eyes.end_step()

    def _join(self) -> None:
        eyes, portrait = self.eyes, self.eyes.bench.portrait
        clay = clay_round(eyes)
        if clay is None:
            eyes.bench.say("There is no clay to join lids to. Show it first.", "warn")
            return
        eyes.end_step()
        own = [k for k in eyes.held() if (h := verbs.held(portrait, k)) is not None and h.own]

        def done(edit: Edit) -> None:
            if eyes.perform(lambda: edit):
                eyes.bench.say(phrase("The lids are {0}'s skin now; the dials go on.", clay.name), "note")

        self._worker = behind_dialog(
            self,
            "Joining the lids to the clay …",
            lambda progress: lid_joining.join(portrait, own, clay.id, progress),
            done,
            self._failed,
            "The lids were left as they were.",
        )

    def _settle(self) -> None:
        eyes, portrait = self.eyes, self.eyes.bench.portrait
        own = None if eyes.piece is None else verbs.held(portrait, eyes.piece.id)
        if own is None or not own.own:
            eyes.bench.say("Only lids with a body of their own are settled; these are the clay's skin.", "note")
            return
        eyes.perform(lambda: verbs.settle(portrait, own.piece))

    # --- what it shows ----------------------------------------------------------------------

    def _moded(self) -> None:
        self.drag.setChecked(self.eyes.bench.mode == "lids")

    def refresh(self) -> None:
        """Show the lids of the eye in hand."""
        if not self.isVisible():
            return
        piece, eye = self.eyes.piece, self.eyes.eye
        held = self.eyes.held_lids()
        lids = None if piece is None else held.get(piece.id)
        for dial in self.dials.values():
            dial.setEnabled(lids is not None)
        for button in (self.drag, self.sitter, self.alike, self.join, self.settle):
            button.setEnabled(lids is not None)
        if piece is None or eye is None:
            self.note.setText("There is no eye to lay lids on. Begin two in the panel Eyes.")
        elif lids is None:
            self.note.setText("This eye has no lids yet. 'New lids' lays some on it.")
        else:
            self._show(lids, eye)
            present = self.eyes.lids_found().get(piece.id)
            own = present is not None and present.own
            self.join.setEnabled(own)
            self.settle.setEnabled(own)

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Catch up with what happened while it was folded."""
        super().showEvent(event)
        self.refresh()

    def _show(self, lids: Lids, eye: Eye) -> None:
        if self._read is None or self._read[:2] != (lids, eye):  # a stroke tells of itself with every dab
            self._read = lids, eye, at_rest(lids, eye), read(lids, eye)
        rest, now = self._read[2:]
        values = {
            "close": 100.0 * lids.close, "follow": 100.0 * lids.follow, "peak": rest.peak, "trough": rest.trough,
            "slant": rest.slant, "length": rest.length, "white_above": now.white_above, "white_below": now.white_below,
        }  # fmt: skip
        for key, value in values.items():
            self.dials[key].set_value(value)
        low, high = USUAL["opening"]
        self.note.setText(
            phrase(
                "Open by {0:.1f} mm now ({1:g} to {2:g} mm are usual); highest {3:.1f} mm {4} of the "
                "pupil, lowest {5:.1f} mm {6}; slanted by {7:.0f}°. The crease usually lies {8:g} mm "
                "(men) and {9:g} mm (women) over the margin.",
                now.gap,
                low,
                high,
                abs(rest.peak_at),
                "inside" if rest.peak_at < 0 else "outside",
                abs(rest.trough_at),
                "inside" if rest.trough_at < 0 else "outside",
                now.slant_angle,
                CREASE["man"],
                CREASE["woman"],
            )
        )
