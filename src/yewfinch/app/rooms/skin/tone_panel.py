"""Measures of skin: the colour in hand, under the pointer, of the photo there, and of a region."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QComboBox, QLabel, QTableWidgetItem

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.table import plain_table
from yewfinch.app.view.photo_colour import photo_colour
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.verbs.skin_tones import colour_at, mean_colour
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.skin.colour_difference import ciede2000
from yewfinch.core.skin.skin_readouts import reading

_ROWS = ("L*", "a*", "b*", "ITA", "melanin index", "erythema index")
_HEIGHT = 24


class TonePanel(LivePanel):
    """A table of measures, and what they say.

    Parameters
    ----------
    view : Viewport
    """

    def __init__(self, view: Viewport) -> None:
        super().__init__(view.bench, 150)
        self.view = view
        self.part = QComboBox()
        self.part.setAccessibleName("what is measured")
        self.part.setToolTip("All of the chosen piece, or one of its regions: the mean of its colour")
        self.part.activated.connect(lambda _: self.refresh())
        self.column.addWidget(self.part)
        self.table = plain_table(["", "in hand", "here", "photo", "mean"], "measures of skin")
        self.table.setRowCount(len(_ROWS))
        for i, title in enumerate(_ROWS):
            self.table.setItem(i, 0, QTableWidgetItem(title))
        self.table.setFixedHeight((len(_ROWS) + 1) * _HEIGHT + 14)
        self.table.setToolTip(
            "CIELAB under D65; the individual typology angle; both indices count light that is swallowed, in red, and "
            "in green beyond that"
        )
        self.column.addWidget(self.table)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.note)
        view.hovered.connect(self.later)
        self.bench.selection.changed.connect(self.later)
        self.bench.tools.colour_changed.connect(self.later)
        self.begin()

    def piece(self) -> Piece | None:
        """The chosen piece."""
        return self.bench.portrait.pieces.get(self.bench.selection.piece_id)

    def refresh(self) -> None:
        """Measure again."""
        self._fill_parts()
        shades = (np.array(self.bench.tools.rgb) / 255.0, self._here(), self._photo(), self._mean())
        for column, shade in enumerate(shades, 1):
            self._show(column, shade)
        self.note.setText(self._words(*shades))

    def _here(self) -> DoubleArray | None:
        hit, piece = self.view.hit, self.view.hit_piece
        if hit is None or piece not in self.bench.portrait.pieces:
            return None
        if max(hit.corners) >= len(self.bench.portrait.surface(piece)):
            return None
        return colour_at(self.bench.portrait, piece, hit)

    def _photo(self) -> DoubleArray | None:
        found = None if self.view.pointer is None else photo_colour(self.view, self.view.pointer)
        return None if found is None else np.array(found) / 255.0

    def _mean(self) -> DoubleArray | None:
        piece = self.piece()
        return None if piece is None else mean_colour(self.bench.portrait, piece.id, str(self.part.currentData() or ""))

    def _fill_parts(self) -> None:
        piece = self.piece()
        parts = ["", *(() if piece is None else piece.regions)]
        if [self.part.itemData(i) for i in range(self.part.count())] == parts:
            return
        held = self.part.currentData()
        self.part.clear()
        for name in parts:
            self.part.addItem(name.replace("_", " ") or "mean of the whole piece", name)
        self.part.setCurrentIndex(max(0, self.part.findData(held)))

    def _show(self, column: int, shade: DoubleArray | None) -> None:
        texts = ["–"] * len(_ROWS)
        if shade is not None:
            found = reading(shade)
            numbers = (*found.lab, found.ita, found.melanin, found.erythema)
            texts = [
                phrase("{0:.0f}°", v) if title == "ITA" else phrase("{0:.1f}", v)
                for title, v in zip(_ROWS, numbers, strict=True)
            ]
        for row, text in enumerate(texts):
            item = QTableWidgetItem(text)
            item.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
            self.table.setItem(row, column, item)

    def _words(
        self, hand: DoubleArray, here: DoubleArray | None, photo: DoubleArray | None, mean: DoubleArray | None
    ) -> str:
        told = [phrase("In hand: {0}.", reading(hand).kind)]
        if mean is not None:
            told.append(phrase("On the clay: {0} in the mean.", reading(mean).kind))
        if here is not None and photo is not None:
            off = float(ciede2000(reading(here).lab, reading(photo).lab))
            told.append(phrase("Clay and photo differ here by {0:.1f} ΔE00.", off))
        elif here is None:
            told.append("Move the pointer over the clay to measure it there; stand at a photo to compare.")
        return in_a_row(" ", told)
