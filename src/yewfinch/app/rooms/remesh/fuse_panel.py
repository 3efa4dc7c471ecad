"""Fuse pieces into one, cut one out of the others, remesh one: edges and joins in millimetres."""

from __future__ import annotations

import numpy as np
from PyQt6.QtWidgets import QCheckBox, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import fusing
from yewfinch.core.reshape.fuse import COARSEST, FINEST, WIDEST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import counted, phrase

#: Edges that are offered at first along the longest side.
_ALONG = 110


class FusePanel(LivePanel):
    """Two sliders, four buttons, and how many faces would come of it."""

    def __init__(self, bench: Bench) -> None:
        super().__init__(bench, 400)
        self._worker: Worker | None = None
        self._counted: set[str] = set()
        #: What came of the last remesh of this portrait.
        self._last = ""
        #: An edge was chosen by hand since this portrait was opened.
        self._chosen = False
        #: Area in sight, mm2, and of how many pieces.
        self._area, self._shown = 0.0, 0
        self.edge = ValueSlider("Edges", FINEST, COARSEST, "mm", logarithmic=True)
        self.edge.setToolTip("Length of the quads' edges, about; shorter ones keep more")
        self.edge.changed.connect(lambda _: self._set())
        self.join = ValueSlider("Joins", 0.0, WIDEST, "mm", decimals=1)
        self.join.setToolTip("Over how many millimetres the joins are rounded; 0 keeps them sharp")
        self.column.addWidget(self.edge)
        self.column.addWidget(self.join)
        self.apart = QCheckBox("Keep apart what only touches")
        self.apart.setToolTip("Pieces that overlap by less than half an edge stay bodies of their own; with joins at 0")
        self.column.addWidget(self.apart)
        self.fuse, self.take, self.within, self.remesh = QPushButton(), QPushButton(), QPushButton(), QPushButton()
        for button, text, tip, run in (
            (
                self.fuse,
                "Fuse all shown clay",
                "One closed surface of even quads of all clay and solids in sight, eyeballs left out",
                self._fuse,
            ),
            (
                self.take,
                "Cut the chosen piece out",
                "Take the chosen piece away from all other clay in sight",
                self._take,
            ),
            (
                self.within,
                "Keep what lies within it",
                "Keep only that part of all other clay in sight that lies within the chosen piece",
                self._within,
            ),
            (
                self.remesh,
                "Remesh the chosen piece, quick",
                "Quads along a grid: in a moment, for blocking in; what overlaps is fused",
                self._remesh,
            ),
        ):
            button.setText(text)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, r=run: r())
            self.column.addWidget(button)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        bench.selection.changed.connect(self.later)
        self.begin()

    def _listen(self) -> None:
        self._chosen, self._last = False, ""
        # strokes hardly change the count, and measuring all the clay after each would cost more than the stroke
        self.bench.portrait.pieces_changed.connect(self.later)
        self.refresh()

    def shown(self) -> list[Piece]:
        """Clay and solids in sight, eyeballs left out; the chosen one first."""
        held = [
            p for p in self.bench.portrait.pieces.values() if p.visible and not p.see_through and p.armature is None
        ]
        held = [p for p in held if not p.id.startswith("eye_")]
        return sorted(held, key=lambda p: p.id != self.bench.selection.piece_id)

    def _fuse(self) -> None:
        self._work([p.id for p in self.shown()], ())

    def _within(self) -> None:
        self._take(within=True)

    def _take(self, within: bool = False) -> None:
        chosen = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        others = [p.id for p in self.shown() if p is not chosen]
        if chosen is None or not others:
            self.bench.say("Choose the piece to cut out, and let the clay it is cut from be in sight.", "warn")
            return
        self._work(others, () if within else (chosen.id,), (chosen.id,) if within else ())

    def _remesh(self) -> None:
        if self.bench.selection.piece_id in self.bench.portrait.pieces:
            self._work([self.bench.selection.piece_id], ())

    def _work(self, pieces: list[str], take: tuple[str, ...], common: tuple[str, ...] = ()) -> None:
        portrait, edge, join = self.bench.portrait, self.edge.value(), self.join.value()
        apart = self.apart.isChecked()
        if len(pieces) + len(take) + len(common) > 1 and "head" in (*pieces, *take, *common):
            self.bench.say("The base head becomes plain clay by this; undo gives it back.", "note")

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            self.bench.selection.choose(pieces[0])
            made = portrait.pieces[pieces[0]]
            self._say_of(edit, phrase("{0} quads with edges of {1:g} mm", grouped(len(made.surface.faces)), edge))

        self._worker = behind_dialog(
            self,
            "Making one surface …",
            lambda progress: fusing.fuse(
                portrait, pieces, edge, join=join, take=take, common=common, apart=apart, progress=progress
            ),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The pieces were left as they were.",
        )

    def _say_of(self, edit: Edit, what: str) -> None:
        """Say what came of it, in the status line and below the buttons."""
        told = "" if edit.told is None else phrase("; {0}", edit.told.words)
        self._last = phrase("{0}: {1}{2}.", edit.name, what, told)
        self.bench.say(self._last, "note")
        self._say()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def refresh(self) -> None:
        """Count what is in sight, and offer an edge that fits whenever other pieces are, unless one was chosen."""
        chosen = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        shown = self.shown()
        ids = {p.id for p in shown}
        if shown and ids != self._counted and not self._chosen:
            self._counted = ids
            boxes = np.stack([p.surface.bounds() for p in shown])
            longest = float((boxes[:, 1].max(axis=0) - boxes[:, 0].min(axis=0)).max())
            self.edge.set_value(max(FINEST, min(COARSEST, round(longest / _ALONG, 1))))
        self.fuse.setEnabled(len(shown) > 1)
        for button in (self.take, self.within):
            button.setEnabled(chosen is not None and len(shown) > 1)
        self.remesh.setEnabled(chosen is not None)
        self._area = sum(p.surface.area() for p in shown)
        self._shown = len(shown)
        self._say()

    def _set(self) -> None:
        self._chosen = True
        self._say()

    def _say(self) -> None:
        count = grouped(self._area / max(self.edge.value(), 0.1) ** 2)
        sight = counted(
            "{0} piece in sight, about {1} faces.", "{0} pieces in sight, about {1} faces.", self._shown, count
        )
        self.note.setText(f"{sight}\n{self._last}" if self._last else sight)
