"""Quads along the form of the chosen piece: how long, where finer, what they follow."""

from __future__ import annotations

import numpy as np
from PyQt6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QLabel, QPushButton, QSpinBox

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.remesh.guide_drawing import GuideDrawing
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs import guides, remeshing
from yewfinch.core.document.verbs.remeshing import MASKED, Layout
from yewfinch.core.reshape.field_aligned.along_form import COARSEST, FINEST, GREATEST, LEAST
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import phrase

#: Edges that are offered at first along the longest side.
_ALONG = 110


class QuadsPanel(LivePanel):
    """Lengths, guides, and two buttons that remesh.

    Parameters
    ----------
    bench : Bench
    drawing : GuideDrawing
        Draws guides.
    """

    def __init__(self, bench: Bench, drawing: GuideDrawing) -> None:
        super().__init__(bench, 400)
        self.drawing = drawing
        self._worker: Worker | None = None
        #: What came of the last remesh of this portrait; the piece whose length was offered last.
        self._last, self._offered = "", ""
        self._add_lengths()
        self._add_guides()
        self._add_buttons()
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        bench.selection.changed.connect(self.later)
        drawing.lines.changed.connect(self._show_drawing)
        bench.mode_changed.connect(self._show_drawing)
        self.begin()

    def _add_lengths(self) -> None:
        self.edge = ValueSlider("Edges", FINEST, COARSEST, "mm", logarithmic=True)
        self.edge.setToolTip("Length of the quads' edges")
        self.bent = ValueSlider("In bends", 0.0, 100.0, "%", decimals=0)
        self.bent.setToolTip(
            "How much shorter edges get where the form bends within their length; where they could not hold it at all, "
            "as along a lid, they get shorter even at 0"
        )
        self.bent.set_value(50.0)
        row = QHBoxLayout()
        label = QLabel("Other on")
        label.setMinimumWidth(66)
        self.where = QComboBox()
        self.where.setAccessibleName("on what edges have another length")
        self.where.setToolTip("On what edges have another length: masked clay, or a region")
        row.addWidget(label)
        row.addWidget(self.where, 1)
        self.there = ValueSlider("There", LEAST * FINEST, GREATEST * COARSEST, "mm", decimals=2, logarithmic=True)
        self.there.setToolTip("Length of the edges there: from a quarter of the others' to four times it")
        self.column.addWidget(self.edge)
        self.column.addWidget(self.bent)
        self.column.addLayout(row)
        self.column.addWidget(self.there)
        self.where.currentIndexChanged.connect(lambda _: self._say())
        for slider in (self.edge, self.bent):
            slider.changed.connect(lambda _: self._say())

    def _add_guides(self) -> None:
        self.follow = QCheckBox("Follow the lines of the face")
        self.follow.setToolTip("Quads run along the lines of lids, lips and ears that lie on the piece")
        self.follow.setChecked(True)
        self.draw, self.clear = QPushButton("Draw guides"), QPushButton("Remove all")
        self.draw.setCheckable(True)
        self.draw.setToolTip("Draw lines on the clay that quads are to follow; with Ctrl, what a line meets goes")
        self.draw.clicked.connect(lambda _=False: self.drawing.toggle())
        self.clear.setToolTip("Remove all guides of the chosen piece")
        self.clear.clicked.connect(lambda _=False: self._clear())
        row = QHBoxLayout()
        row.addWidget(self.draw, 1)
        row.addWidget(self.clear)
        self.column.addWidget(self.follow)
        self.column.addLayout(row)

    def _add_buttons(self) -> None:
        self.remesh = QPushButton("Remesh along the form")
        self.remesh.setToolTip("Quads along the form of the chosen piece, with its colours, masks and landmarks")
        self.remesh.clicked.connect(lambda _=False: self._remesh(0))
        self.detail = QPushButton("Remesh, keep detail")
        self.detail.setToolTip(
            "The same with levels on top; what they lack of the old form becomes a form layer of the finest level"
        )
        self.detail.clicked.connect(lambda _=False: self._remesh(self.levels.value()))
        self.levels = QSpinBox()
        self.levels.setRange(1, 4)
        self.levels.valueChanged.connect(
            lambda n: self.levels.setSuffix(" level on top" if n == 1 else " levels on top")
        )
        self.levels.setSuffix(" level on top")
        self.levels.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
        self.levels.setAccessibleName("levels on top of the remeshed piece")
        self.levels.setToolTip("How many; arrow keys change it")
        row = QHBoxLayout()
        row.addWidget(self.detail, 1)
        row.addWidget(self.levels)
        self.column.addWidget(self.remesh)
        self.column.addLayout(row)

    def _listen(self) -> None:
        self._last, self._offered = "", ""
        self.bench.portrait.pieces_changed.connect(self.later)
        self.bench.portrait.field_changed.connect(self._field)
        self.refresh()

    def _field(self, name: str) -> None:
        if name == "guides":
            self.later()

    @property
    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    def chosen(self) -> Layout:
        """What is set."""
        return Layout(
            self.edge.value(),
            self.bent.value() / 100.0,
            str(self.where.currentData() or ""),
            self.there.value(),
            self.follow.isChecked(),
        )

    def _clear(self) -> None:
        edit = guides.cleared(self.bench.portrait, self.bench.selection.piece_id)
        if edit is not None:
            self.bench.portrait.perform(edit)

    def _remesh(self, count: int) -> None:
        portrait, piece, layout = self.bench.portrait, self.bench.selection.piece_id, self.chosen()
        if piece not in portrait.pieces:
            return

        def done(edit: Edit) -> None:
            portrait.perform(edit)
            told = "" if edit.told is None else phrase("; {0}", edit.told.words)
            faces = grouped(len(portrait.pieces[piece].surface.faces))
            self._last = phrase(
                "{0}: {1} quads{2}{3}.", edit.name, faces, " on the finest level" if count else "", told
            )
            self.bench.say(self._last, "note")
            self._say()

        self._worker = behind_dialog(
            self,
            "Remeshing …",
            lambda progress: (
                remeshing.remesh_with_detail(portrait, piece, layout, count, progress)
                if count
                else remeshing.remesh(portrait, piece, layout, progress)
            ),
            done,
            lambda text: self.bench.say(text, "warn"),
            "The piece was left as it was.",
        )

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def _show_drawing(self) -> None:
        self.draw.setChecked(self.drawing.lines.draws(self.drawing))

    def refresh(self) -> None:
        """Show the chosen piece, its regions and guides; offer a length that fits it when it is another."""
        piece = self.piece
        for widget in (self.remesh, self.detail, self.levels, self.draw):
            widget.setEnabled(piece is not None)
        held = self.where.currentData()
        self.where.blockSignals(True)
        self.where.clear()
        self.where.addItem("nothing", "")
        if piece is not None:
            self.where.addItem("masked clay", MASKED)
            for name in piece.regions:
                self.where.addItem(phrase("region {0}", name), name)
        self.where.setCurrentIndex(max(0, self.where.findData(held)))
        self.where.blockSignals(False)
        self._show_drawing()
        if piece is not None and piece.id != self._offered:
            self._offered = piece.id
            longest = float(np.ptp(piece.surface.bounds(), axis=0).max())
            length = max(FINEST, min(COARSEST, round(longest / _ALONG, 1)))
            self.edge.set_value(length)
            self.there.set_value(length / 2)
        count = 0 if piece is None else len(self.bench.portrait.guides_on(piece.id))
        self.clear.setEnabled(count > 0)
        self.clear.setText("Remove all" if count < 2 else phrase("Remove all {0}", count))
        self._say()

    def _say(self) -> None:
        self.there.setVisible(bool(self.where.currentData()))
        piece = self.piece
        if piece is None:
            self.note.setText("No piece is chosen.")
            return
        about = grouped(piece.surface.area() / self.edge.value() ** 2)
        more = "" if not self.bent.value() and not self.where.currentData() else ", and more where they are shorter"
        self.note.setText(
            phrase("{0}: about {1} quads{2}.", piece.name, about, more) + (f"\n{self._last}" if self._last else "")
        )
