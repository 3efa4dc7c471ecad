"""Exaggeration: from a norm through the person and beyond, whole, by region, or measure by measure."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QFileDialog, QLabel, QPushButton, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.speech import length
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.person.clay_in_hand import clay_in_hand
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.app.shell.live_turn import LiveTurn
from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import exaggerating as verbs
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.document.verbs.pieces import LONGEST
from yewfinch.core.features.exaggeration import LEAST, MOST
from yewfinch.core.formats import container
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part

#: So many measures are listed.
_LISTED = 12


class ExaggerationPanel(LivePanel):
    """A dial, what it works on, and what makes this face this face."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 400)
        self._dial = LiveTurn(bench, "exaggeration")
        self._worker: Worker | None = None
        self.part = QComboBox()
        self.part.setAccessibleName("what is exaggerated")
        self.part.setToolTip("All of the clay, or one region, which ends softly")
        self.start = QPushButton("Against the mean of sex and age")
        self.start.setToolTip("A form layer of what sets the clay apart from that mean; at first nothing changes")
        self.start.clicked.connect(lambda _=False: self._begin())
        self.others = QPushButton("Against portraits …")
        self.others.setToolTip("Against another portrait, or the mean of several: a norm of your own")
        self.others.clicked.connect(lambda _=False: self._ask())
        self.single = QPushButton("The chosen measure alone")
        self.single.setToolTip("A layer of what makes the measure chosen below unusual")
        self.single.clicked.connect(lambda _=False: self._begin_measure())
        self.layers = QComboBox()
        self.layers.setAccessibleName("layer of exaggeration in hand")
        self.layers.setToolTip("Layers of exaggeration of this clay; they stand among its form layers, too")
        self.layers.activated.connect(lambda _: self._show_strength())
        self.times = ValueSlider("Times", LEAST, MOST, "x", decimals=2)
        self.times.setToolTip("0 is the norm, 1 this person, more than 1 a caricature")
        self.times.changed.connect(self._turn)
        self.times.released.connect(self._dial.end)
        self.astray = QLabel()
        self.astray.setWordWrap(True)
        for widget in (self.part, self.start, self.others, self.single, self.layers, self.times, self.astray):
            self.column.addWidget(widget)
        self.table = plain_table(["measure", "clay", "usual", "z"], "what makes this face this face")
        self.table.setMinimumHeight(150)
        self.column.addWidget(self.table)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        self.rows: list[verbs.Unusual] = []
        bench.selection.changed.connect(self.later)
        self.begin()

    def piece(self) -> Piece | None:
        """The clay that is spoken of."""
        return clay_in_hand(self.bench)

    def _begin(self) -> None:
        portrait, piece, region = self.bench.portrait, self.piece(), str(self.part.currentData() or "")
        if piece is None:
            return
        self._dial.end()
        name = phrase("{0}: {1}", verbs.LAYER, region) if region else verbs.LAYER

        def work(progress: Progress) -> tuple[Edit, str]:
            level = 0 if portrait.figure is None else portrait.figure.level
            mean = new_portrait(Figure(verbs.usual_person(portrait), level))
            mean.history.close()
            return verbs.begin(portrait, piece.id, verbs.usual_of([mean], piece), region, name, progress)

        self._run(work)

    def _ask(self) -> None:
        names, _ = QFileDialog.getOpenFileNames(self, "Exaggerate against portraits", "", "Portraits (*.yewfinch)")
        if names:
            self.begin_against([Path(n) for n in names])

    def begin_against(self, files: Sequence[Path]) -> None:
        """A layer of what sets the clay apart from a portrait, or from the mean of several."""
        portrait, piece, region = self.bench.portrait, self.piece(), str(self.part.currentData() or "")
        if piece is None:
            return
        self._dial.end()
        title = files[0].stem if len(files) == 1 else phrase("{0} portraits", len(files))
        name = phrase("{0}: {1}, against {2}", verbs.LAYER, region or "all", title)[:LONGEST]

        def work(progress: Progress) -> tuple[Edit, str]:
            several = []
            for number, file in enumerate(files):
                progress(0.5 * number / len(files), phrase("opening {0}", file.name))
                several.append(container.load(file))
                several[-1].history.close()
            usual = verbs.usual_of(several, piece)
            return verbs.begin(portrait, piece.id, usual, region, name, part(progress, 0.5, 1.0))

        self._run(work)

    def _begin_measure(self) -> None:
        portrait, piece, row = self.bench.portrait, self.piece(), self.table.currentRow()
        if piece is None or not 0 <= row < len(self.rows):
            self.bench.say("Choose a measure in the list first.", "warn")
            return
        self._dial.end()
        chosen = self.rows[row]
        self._run(lambda progress: verbs.begin_measure(portrait, piece.id, chosen, progress))

    def _run(self, work: Callable[[Progress], tuple[Edit, str]]) -> None:
        def done(found: tuple[Edit, str]) -> None:
            self.bench.portrait.perform(found[0])
            self.refresh()
            self.layers.setCurrentIndex(max(0, self.layers.findData(found[1])))
            self._show_strength()
            self.bench.say("The clay is as it was; the dial takes it to the norm or beyond the person.", "note")

        self._worker = behind_dialog(
            self,
            "Comparing with the norm …",
            work,
            done,
            lambda text: self.bench.say(text, "warn"),
            "The clay was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _turn(self, k: float) -> None:
        piece, key = self.piece(), self.layers.currentData()
        if piece is not None and key is not None:
            self._dial.turn(lambda: verbs.exaggerate(self.bench.portrait, piece.id, key, round(k, 2)))

    def _show_strength(self) -> None:
        piece, key = self.piece(), self.layers.currentData()
        on = piece is not None and key is not None
        self.times.setEnabled(on)
        if piece is not None and key is not None:
            self.times.set_value(verbs.strength(self.bench.portrait, piece.id, key))
        words = verbs.unmet_of(self.bench.portrait, piece.id, key) if piece is not None and key is not None else ""
        self.astray.setVisible(bool(words))
        self.astray.setText(phrase("Not all measures can be had at once; {0}.", words) if words else "")

    def refresh(self) -> None:
        """Measure again."""
        portrait, piece = self.bench.portrait, self.piece()
        sex = verbs.usual_person(portrait).sex
        self.rows = verbs.unusual(portrait, sex)[:_LISTED]
        self.table.setRowCount(len(self.rows))
        for i, u in enumerate(self.rows):
            texts = (
                u.norm.title,
                phrase("{0:.1f} mm", u.value),
                phrase("{0} ± {1}", length(u.usual, ".0f"), length(u.spread, ".0f")),
                phrase("{0:+.1f}", u.z),
            )
            for j, text in enumerate(texts):
                item = QTableWidgetItem(text)
                if j:
                    item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(i, j, item)
        parts = [] if piece is None else list(piece.regions)
        if [self.part.itemData(i) for i in range(self.part.count())] != ["", *parts]:
            self.part.clear()
            self.part.addItem("the whole head", "")
            for name in parts:
                self.part.addItem(name, name)
        stack = () if piece is None else form_layers.stack_of(portrait, piece).layers
        found = [(v.name, v.id) for v in stack if v.name.startswith(verbs.LAYER)]
        if [self.layers.itemData(i) for i in range(self.layers.count())] != [k for _, k in found]:
            held = self.layers.currentData()
            self.layers.clear()
            for name, key in found:
                self.layers.addItem(name, key)
            self.layers.setCurrentIndex(max(0, self.layers.findData(held)))
        self.layers.setVisible(bool(found))
        for widget in (self.start, self.others, self.single, self.part):
            widget.setEnabled(piece is not None)
        self._show_strength()
        kind = "men" if sex > 0.75 else "women" if sex < 0.25 else "people between woman and man"
        self.note.setText(
            phrase(
                "Sorted by how unusual the clay's measures are for {0}: z counts spreads from the published mean.", kind
            )
            if piece is not None
            else "Choose clay with landmarks first."
        )
