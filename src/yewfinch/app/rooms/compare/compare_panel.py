"""The clay beside, under or in colours against a key stage, another piece or another portrait."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QComboBox, QFileDialog, QGridLayout, QHBoxLayout, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.compare.comparison import DENSE, Comparison, Target, Way
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import states
from yewfinch.core.formats import container
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.show.comparison import Apart, apart

_WAYS: tuple[tuple[Way, str, str], ...] = (
    ("beside", "Beside", "It stands beside the clay and turns with it"),
    ("over", "Over", "It lies over the clay, half transparent and blue"),
    ("colours", "Distances", "How far the clay lies outside of it (orange) or within it (blue)"),
)


class ComparePanel(LivePanel):
    """What the clay is compared with, how, and what that comes to.

    Parameters
    ----------
    comparison : Comparison
    frame : callable
        Brings clay and what stands beside it into sight.
    """

    def __init__(self, comparison: Comparison, frame: Callable[[], None]) -> None:
        super().__init__(comparison.bench, 250)
        self.comparison, self._frame = comparison, frame
        self._worker: Worker | None = None
        self.targets = QComboBox()
        self.targets.setAccessibleName("what the clay is compared with")
        self.targets.setToolTip("Stored states of the clay are its key stages, in their order")
        self.targets.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.targets.activated.connect(lambda _: self._choose())
        self.column.addWidget(self.targets)
        self.ways: dict[str, QPushButton] = {}
        row = QHBoxLayout()
        row.setSpacing(4)
        for way, title, tip in _WAYS:
            self.ways[way] = button = QPushButton(title)
            button.setCheckable(True)
            button.setToolTip(phrase("{0}; press again to end", tip))
            button.clicked.connect(lambda on, w=way: self._show(w if on else ""))
            row.addWidget(button)
        self.column.addLayout(row)
        self.most = ValueSlider("Colours to", 0.2, 20.0, "mm", decimals=1)
        self.most.setToolTip("The distance at which colours are deepest")
        self.most.set_value(comparison.most)
        self.most.changed.connect(self._most)
        self.column.addWidget(self.most)
        grid = QGridLayout()
        grid.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        for n, (key, title, tip, act) in enumerate(
            (
                ("before", "Stage before", "Compare with the key stage before this one", lambda: comparison.step(-1)),
                ("after", "Next stage", "Compare with the next key stage", lambda: comparison.step(1)),
                ("earlier", "Earlier in order", "Put this key stage one place earlier", lambda: self._move(-1)),
                ("later", "Later in order", "Put this key stage one place later", lambda: self._move(1)),
                ("store", "Keep as a stage", "Store the clay as it is now as a key stage", self._store),
                ("open", "Portrait …", "Compare with another portrait", self._open),
            )
        ):
            self.buttons[key] = button = QPushButton(title)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, a=act: a())
            grid.addWidget(button, n // 2, n % 2)
        self.column.addLayout(grid)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        comparison.changed.connect(self.refresh)
        comparison.bench.selection.changed.connect(self.later)
        self.begin()

    # --- what it does -----------------------------------------------------------------------

    def _choose(self) -> None:
        self.comparison.target = self.targets.currentData()
        self._show(self.comparison.way)

    def _show(self, way: Way) -> None:
        comparison = self.comparison
        if comparison.target is None:
            comparison.target = self.targets.currentData()
        if way and comparison.target is None:
            self.bench.say("There is nothing to compare with: keep a stage first, or open another portrait.", "warn")
            self.refresh()
            return
        clay, form = comparison.clay(), comparison.form()
        if way == "colours" and clay is not None and form is not None and len(clay.surface) > DENSE:
            surface = clay.surface

            def done(found: Apart) -> None:
                comparison.learn(found)
                comparison.show("colours")

            self._worker = behind_dialog(
                self, "Measuring …", lambda progress: apart(surface, form, progress), done,
                lambda text: self.bench.say(text, "warn"), "Nothing was measured.",
            )  # fmt: skip
            return
        comparison.show(way)
        if way == "beside":
            self._frame()

    def _most(self, value: float) -> None:
        self.comparison.most = value
        if self.comparison.way == "colours":
            self.comparison.show()

    def _state(self) -> str:
        target = self.comparison.target
        return target.key if target is not None and target.kind == "state" else ""

    def _move(self, by: int) -> None:
        clay, key = self.comparison.clay(), self._state()
        if clay is None or not key:
            self.bench.say("Choose a key stage first.", "warn")
            return
        edit = states.move(self.bench.portrait, clay.id, key, by)
        if edit is not None:
            self.bench.portrait.perform(edit)

    def _store(self) -> None:
        clay = self.comparison.clay()
        if clay is None:
            self.bench.say("There is no clay to keep a stage of.", "warn")
            return
        try:
            edit, key = states.store(self.bench.portrait, clay.id, "")
            self.bench.portrait.perform(edit)
        except YewfinchError as error:
            self.bench.say(str(error), "warn")
            return
        self.comparison.target = Target("state", key)
        self.refresh()

    def _open(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, "Compare with a portrait", "", "Portraits (*.yewfinch)")
        if name:
            self.open(Path(name))

    def open(self, file: Path) -> None:
        """Compare with a portrait in a file."""

        def done(portrait: Portrait) -> None:
            portrait.history.close()
            self.comparison.take(file.stem, portrait)
            self._show(self.comparison.way or "beside")

        self._worker = behind_dialog(
            self, "Opening the other portrait …", lambda _: container.load(file), done,
            lambda text: self.bench.say(text, "warn"), "Nothing was opened.",
        )  # fmt: skip

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    # --- what it shows ----------------------------------------------------------------------

    def refresh(self) -> None:
        """Show what is compared, and measure again."""
        comparison = self.comparison
        found = comparison.targets()
        self.targets.clear()
        for target, title in found:
            self.targets.addItem(title, target)
        known = [t for t, _ in found]
        if comparison.target in known:
            self.targets.setCurrentIndex(known.index(comparison.target))
        elif comparison.target is not None:
            comparison.target = None
            comparison.show("")
            return
        for way, button in self.ways.items():
            button.setChecked(comparison.way == way)
        self.most.setVisible(comparison.way == "colours")
        kept = [t for t in known if t.kind == "state"]
        for key in ("before", "after"):
            self.buttons[key].setEnabled(bool(kept))
        for key in ("earlier", "later"):
            self.buttons[key].setEnabled(bool(self._state()) and len(kept) > 1)
        self.note.setText(self._words(bool(known)))

    def _words(self, some: bool) -> str:
        comparison = self.comparison
        if not some:
            return "Nothing to compare with yet: 'Keep as a stage' stores the clay as it is now."
        if not comparison.way:
            return "With a section on, both are cut in one plane: the clay's line is gold, the other one's blue."
        if comparison.way == "colours":
            comparison.keep_up()
        found = comparison.measured()
        return "" if found is None else phrase("The clay is {0}", found.words())
