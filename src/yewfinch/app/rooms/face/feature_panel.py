"""A panel of handles: each with its value on the clay, what is usual, and what the sitter has."""

from __future__ import annotations

from functools import partial

from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.face.face_controller import LEFT, RIGHT, FaceHandles
from yewfinch.app.shell.actions import ActionTable
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_dial import WIDE
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.verbs import handles as verbs
from yewfinch.core.features.handles.faces import FEATURES, HANDLES
from yewfinch.core.features.handles.handle import Handle
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.shared.progress import Progress

_SIDES = (("Both sides", (LEFT, RIGHT)), ("Sitter's left", (LEFT,)), ("Sitter's right", (RIGHT,)))


class FeaturePanel(LivePanel):
    """Handles of some features.

    Parameters
    ----------
    handles : FaceHandles
    features : tuple of str
        Keys of `FEATURES`.
    """

    def __init__(self, handles: FaceHandles, features: tuple[str, ...]) -> None:
        super().__init__(handles.bench, 150)
        self.handles, self.features = handles, features
        self._worker: Worker | None = None
        self.dials: dict[str, ValueSlider] = {}
        self.notes: dict[str, QLabel] = {}
        self.side = QComboBox()
        self.side.setAccessibleName("sides that handles move")
        self.side.setToolTip("Handles that both sides have move both, or one; the value shown is the first one's")
        for title, sides in _SIDES:
            self.side.addItem(title, sides)
        self.side.activated.connect(lambda _: self._sided())
        own = [h for h in HANDLES.values() if h.feature in features]
        self.side.setVisible(any(h.paired for h in own))
        self.column.addWidget(self.side)
        for handle in own:
            self._row(handle)
        self.drag, self.sitter, self.all = QPushButton("In the view"), QPushButton("To the sitter"), QPushButton("All")
        self.drag.setCheckable(True)
        self.drag.clicked.connect(lambda _=False: self._drag())
        names = in_a_row(" and ", (FEATURES[f].lower() for f in features))
        self.sitter.setToolTip(
            phrase("Bring what photos show of {0} over, on the sides chosen above; solve first", names)
        )
        self.sitter.clicked.connect(lambda _=False: self._to_sitter(features))
        self.all.setToolTip("Bring all measures of the whole face that photos show over, on the sides chosen above")
        self.all.clicked.connect(lambda _=False: self._to_sitter(("",)))
        row = QHBoxLayout()
        row.setSpacing(4)
        for button in (self.drag, self.sitter, self.all):
            row.addWidget(button)
        self.column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        handles.bench.mode_changed.connect(self._moded)
        self.begin()

    def explain(self, actions: ActionTable) -> None:
        """Put the shortcut into the tool tip."""
        self.drag.setToolTip(actions.tip("face"))

    def _row(self, handle: Handle) -> None:
        degrees = handle.unit == "°"
        dial = ValueSlider(
            handle.title, handle.low, handle.high, handle.unit, label_width=WIDE + 36, decimals=0 if degrees else 1
        )
        source = phrase(" ({0})", handle.source) if handle.source else ""
        dial.setToolTip(f"{handle.tip}{source}")
        dial.changed.connect(partial(self.handles.set, handle.key))
        dial.released.connect(self.handles.end)
        note = QLabel()
        note.setProperty("soft", True)
        note.setContentsMargins(0, 0, 0, 2)
        self.dials[handle.key], self.notes[handle.key] = dial, note
        self.column.addWidget(dial)
        self.column.addWidget(note)

    # --- what it does -----------------------------------------------------------------------

    def _sided(self) -> None:
        self.handles.end()
        self.handles.sides = self.side.currentData()
        self.refresh()

    def _drag(self) -> None:
        self.handles.feature = in_a_row(" ", self.features)
        self.handles.bench.toggle_mode("face")

    def _moded(self) -> None:
        here = self.handles.feature == in_a_row(" ", self.features)
        self.drag.setChecked(self.handles.bench.mode == "face" and here)

    def _to_sitter(self, features: tuple[str, ...]) -> None:
        handles, bench = self.handles, self.bench
        handles.end()
        portrait, sides = bench.portrait, handles.sides

        def work(progress: Progress) -> tuple[Edit, int]:
            return verbs.to_sitter(portrait, features, sides, progress)

        def done(found: tuple[Edit, int]) -> None:
            edit, count = found
            try:
                portrait.perform(edit)
            except YewfinchError as error:
                bench.say(str(error), "warn")
                return
            bench.say(phrase("{0} measures were brought over to the sitter's.", count), "note")

        self._worker = behind_dialog(
            self,
            "Bringing measures over …",
            work,
            done,
            lambda text: bench.say(text, "warn"),
            "The clay was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    # --- what it shows ----------------------------------------------------------------------

    def refresh(self) -> None:
        """Measure again."""
        handles = self.handles
        self.side.setCurrentIndex(next(i for i, (_, s) in enumerate(_SIDES) if s == handles.sides))
        face = handles.face()
        sitter, sex = handles.sitter(), handles.sex()
        for key, dial in self.dials.items():
            handle, side = HANDLES[key], handles.sides_for(key)[0]
            value = None if face is None else face.value(key, side)
            dial.setEnabled(value is not None)
            if value is not None and not dial.dragging:
                dial.set_value(value)
            self.notes[key].setText(self._numbers(handle, handle.norm(sex), sitter.get((key, side))))
            self.notes[key].setVisible(bool(self.notes[key].text()))
        for button in (self.drag, self.sitter, self.all):
            button.setEnabled(face is not None)
        self.note.setText(
            "" if face is not None else "No clay has landmarks of a face. Lay the head on, or begin with a base head."
        )
        self.note.setVisible(face is None)

    @staticmethod
    def _numbers(handle: Handle, norm: tuple[float, float] | None, sitter: tuple[float, float] | None) -> str:
        """What is usual and what the sitter has."""
        form = "{0} {1:.0f} ± {2:.0f}°" if handle.unit == "°" else "{0} {1:.1f} ± {2:.1f} mm"
        parts = []
        for word, pair in (("usual", norm), ("sitter", sitter)):
            if pair is not None:
                parts.append(phrase(form, word, *pair))
        return in_a_row(" · ", parts)
