"""Surface texture over a masked area: layers of patterns, shown at once, laid on as one step."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QTimer
from PyQt6.QtGui import QHideEvent
from PyQt6.QtWidgets import QComboBox, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from yewfinch.app.controls.choices import choices
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import at_once_or_behind_dialog
from yewfinch.core.document.verbs import texturing
from yewfinch.core.document.verbs.texturing import Ground
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.texture import HIGHEST, LARGEST, LONGEST, MOST, PATTERNS, PRESETS, SMALLEST, TextureLayer
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Milliseconds after a change before it is worked out.
_PAUSE = 60


class TexturePanel(QWidget):
    """What is tried is drawn only; the clay changes when it is laid on."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.layers: list[TextureLayer] = list(PRESETS["cheek"][1])
        self.where: texturing.Where = "masked"
        self.chosen = 0
        self._wanted = False
        self._ground: Ground | None = None
        self._worker: Worker | None = None
        self._again = False
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        row = QHBoxLayout()
        self.presets = QComboBox()
        self.presets.setAccessibleName("textures to begin with")
        self.presets.addItem("Begin with ...", "")
        for key, (title, _) in PRESETS.items():
            self.presets.addItem(title, key)
        self.presets.activated.connect(self._preset)
        row.addWidget(self.presets, 1)
        column.addLayout(row)
        self.wheres = choices(
            self,
            column,
            [
                ("masked", "Where masked", "On the masked part"),
                ("free", "Where free", "On all that is not masked"),
                ("all", "All over", "Whatever is masked"),
            ],
            self._set_where,
        )
        self.list = QVBoxLayout()
        self.list.setSpacing(2)
        column.addLayout(self.list)
        self.rows: list[QPushButton] = []
        row = QHBoxLayout()
        self.add, self.drop = QPushButton("Add a layer"), QPushButton("Drop it")
        for button, run in ((self.add, self._add), (self.drop, self._drop)):
            button.setProperty("small", True)
            button.clicked.connect(lambda _=False, r=run: r())
            row.addWidget(button)
        column.addLayout(row)
        self.patterns = choices(
            self,
            column,
            [(k, v, phrase("{0} of the chosen layer", v)) for k, v in PATTERNS.items()],
            lambda p: self._change(pattern=p),
        )
        self.size_of = ValueSlider("Size", SMALLEST, LARGEST, "mm", decimals=2, logarithmic=True)
        self.size_of.setToolTip("From one hollow to the next, about")
        self.size_of.changed.connect(lambda v: self._change(size=v))
        self.height_of = ValueSlider("Height", -HIGHEST / 4, HIGHEST / 4, "mm", decimals=2)
        self.height_of.changed.connect(lambda v: self._change(height=v))
        self.along = ValueSlider("Drawn out", 1.0, LONGEST, "times", decimals=1)
        self.along.setToolTip("Along the skin's lines: round the eyes and the mouth, across the forehead")
        self.along.changed.connect(lambda v: self._change(along=v))
        self.seed = ValueSlider("Chance", 1.0, 99.0, "", decimals=0)
        self.seed.setToolTip("Another number, another pattern of the same kind")
        self.seed.changed.connect(lambda v: self._change(seed=round(v)))
        self.strength = ValueSlider("Strength", 0.0, 200.0, "%", decimals=0)
        self.strength.set_value(100.0)
        self.strength.setToolTip("Of all layers together")
        self.strength.changed.connect(lambda _: self._later())
        for slider in (self.size_of, self.height_of, self.along, self.seed, self.strength):
            column.addWidget(slider)
        row = QHBoxLayout()
        self.show_it, self.lay = QPushButton("Show it"), QPushButton("Lay it on")
        self.show_it.setCheckable(True)
        self.show_it.setToolTip("Draw the texture on the chosen piece without touching the clay")
        self.show_it.clicked.connect(self._toggle)
        self.lay.setProperty("main", True)
        self.lay.setToolTip("Lay the texture on, on the chosen form layer if there is one; one step of the history")
        self.lay.clicked.connect(self._lay)
        row.addWidget(self.show_it)
        row.addWidget(self.lay)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self._clock = QTimer(self)
        self._clock.setSingleShot(True)
        self._clock.setInterval(_PAUSE)
        self._clock.timeout.connect(self._work)
        bench.portrait_changed.connect(self._opened)
        bench.selection.changed.connect(self._moved_on)
        self._opened()
        self.refresh()

    # --- what is set -------------------------------------------------------------------------

    def _preset(self, index: int) -> None:
        key = self.presets.itemData(index)
        if key in PRESETS:
            self.layers, self.chosen = list(PRESETS[key][1]), 0
            self.refresh()
            self._later()

    def _set_where(self, where: texturing.Where) -> None:
        self.where = where
        self._ground = None
        self.refresh()
        self._later()

    def _add(self) -> None:
        if len(self.layers) < MOST:
            self.layers.append(TextureLayer("noise", 4.0, 0.1, 1.0, len(self.layers) + 1))
            self.chosen = len(self.layers) - 1
            self.refresh()
            self._later()

    def _drop(self) -> None:
        if len(self.layers) > 1:
            del self.layers[self.chosen]
            self.chosen = min(self.chosen, len(self.layers) - 1)
            self.refresh()
            self._later()

    def _choose(self, index: int) -> None:
        self.chosen = index
        self.refresh()

    def _change(self, **changes: object) -> None:
        self.layers[self.chosen] = replace(self.layers[self.chosen], **changes)  # type: ignore[arg-type]  # keys are names of its fields
        self.refresh()
        self._later()

    def refresh(self) -> None:
        """Show the layers."""
        while len(self.rows) > len(self.layers):
            gone = self.rows.pop()
            gone.setParent(None)
            gone.deleteLater()
        while len(self.rows) < len(self.layers):
            button = QPushButton()
            button.setProperty("small", True)
            button.setCheckable(True)
            index = len(self.rows)
            button.clicked.connect(lambda _=False, i=index: self._choose(i))
            self.rows.append(button)
            self.list.addWidget(button)
        for i, (button, layer) in enumerate(zip(self.rows, self.layers, strict=True)):
            button.setText(phrase("{0}, {1:.1f} mm, {2:+.2f} mm", PATTERNS[layer.pattern], layer.size, layer.height))
            button.setChecked(i == self.chosen)
        layer = self.layers[self.chosen]
        for pattern, button in self.patterns.items():
            button.setChecked(pattern == layer.pattern)
        for where, button in self.wheres.items():
            button.setChecked(where == self.where)
        for slider, value in (
            (self.size_of, layer.size),
            (self.height_of, layer.height),
            (self.along, layer.along),
            (self.seed, layer.seed),
        ):
            slider.set_value(value)
        self.drop.setEnabled(len(self.layers) > 1)
        self.add.setEnabled(len(self.layers) < MOST)
        self.show_it.setChecked(self.shown)

    # --- what is shown -----------------------------------------------------------------------

    @property
    def shown(self) -> bool:
        """Is a texture being tried?"""
        return self._wanted

    def busy(self) -> bool:
        """Whether a thread works it out."""
        return self._clock.isActive() or (self._worker is not None and self._worker.isRunning())

    def _opened(self) -> None:
        self.stop()
        self.bench.portrait.history.changed.connect(self._moved_on)

    def _moved_on(self) -> None:
        """Another piece, or the clay itself changed: what is shown would be a lie."""
        on = self._ground
        if on is None:
            return
        piece = self.bench.portrait.pieces.get(on.piece)
        if (
            piece is None
            or piece.surface is not on.surface
            or on.surface.version != on.version
            or self.bench.selection.piece_id != on.piece
        ):
            self.stop()

    def _toggle(self) -> None:
        if self.shown:
            self.stop()
        elif self._begin():
            self._wanted = True
            self._later()
        self.show_it.setChecked(self.shown)

    def _begin(self) -> bool:
        """Look at what the texture goes on; False, and why is said, if there is nothing."""
        bench = self.bench
        piece = bench.portrait.pieces.get(bench.selection.piece_id)
        try:
            if piece is None:
                raise YewfinchError("Choose a piece of clay first.")
            self._ground = texturing.ground(bench.portrait, piece, self.where, symmetric=bench.tools.symmetry)
        except YewfinchError as error:
            self.stop()
            bench.say(str(error), "warn")
            return False
        edge = _edge(piece.surface)
        smallest = min(layer.size for layer in self.layers)
        self.note.setText(
            phrase(
                "The clay's edges are {0:.1f} mm long: patterns under {1:.1f} mm do not show. Add levels first.",
                edge,
                2 * edge,
            )
            if smallest < 2 * edge
            else ""
        )
        return True

    def _later(self) -> None:
        if self.shown:
            self._clock.start()

    def _work(self) -> None:
        if self._worker is not None and self._worker.isRunning():
            self._again = True
            return
        if not self._wanted or (self._ground is None and not self._begin()):
            return
        on = self._ground
        assert on is not None
        layers, strength = tuple(self.layers), self.strength.value() / 100
        self._worker = Worker(lambda _: on.shown(layers, strength))
        self._worker.done.connect(lambda made: self._came(on, made))
        self._worker.failed.connect(lambda text: self.bench.say(text, "warn"))
        self._worker.start()

    def _came(self, on: Ground, made: Surface) -> None:
        if self._ground is on:
            self.bench.outlook.show_instead({on.piece: made})
        if self._again:
            self._again = False
            self._clock.start()
        self.refresh()

    def stop(self) -> None:
        """Show the clay as it is."""
        self._ground = None
        self._wanted = self._again = False
        self._clock.stop()
        if self.bench.outlook.instead:
            self.bench.outlook.show_instead({})
        self.show_it.setChecked(False)
        self.note.setText("")

    def close_down(self) -> None:
        """Show nothing any more, and let the thread end."""
        self.stop()
        if self._worker is not None:
            self._worker.wait()

    def _lay(self) -> None:
        bench = self.bench
        if self._ground is None and not self._begin():
            return
        on = self._ground
        assert on is not None
        layers, strength, key, portrait = (
            tuple(self.layers),
            self.strength.value() / 100,
            bench.selection.layer_of.get(on.piece, ""),
            bench.portrait,
        )
        self.stop()

        def done(change: RowsChange) -> None:
            try:
                texturing.carry_out(portrait, on, change, key)
            except YewfinchError as error:
                bench.say(str(error), "warn")

        self._worker = (
            at_once_or_behind_dialog(
                self,
                len(on.rows),
                "Laying the texture on",
                lambda _: texturing.laid(portrait, on, layers, strength, key),
                done,
                lambda text: bench.say(text, "warn"),
                "The clay is as it was.",
            )
            or self._worker
        )

    def hideEvent(self, event: QHideEvent | None) -> None:  # noqa: N802
        """Folded away or another stage: nothing is tried any more."""
        self.stop()
        super().hideEvent(event)


def _edge(surface: Surface) -> float:
    """Length of the edges, mm, about: of a quad as large as the mean face."""
    return float((surface.area() / max(len(surface.faces), 1)) ** 0.5)
