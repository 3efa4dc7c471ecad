"""Thin parts of the chosen piece: found, shown, and made thicker before edges that could not hold them are laid."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton

from yewfinch.app.controls.live_panel import LivePanel
from yewfinch.app.controls.value_slider import ValueSlider
from yewfinch.app.kit.workers import Worker
from yewfinch.app.rooms.remesh.thin_places import ThinPlaces, thickness_words
from yewfinch.app.shell.dialogs.waiting import behind_dialog
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import tidying
from yewfinch.core.reshape.thin_parts import THICKEST, THINNEST, ThinPart, thin_parts
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.phrases import in_a_row, phrase

#: So many parts are named; a landmark names a place that is no farther away than this, mm.
_NAMED, _NEAR = 4, 25.0


def _where(portrait: Portrait, piece: Piece, part: ThinPart) -> str:
    """The place of a part in words: a region of the piece that it lies in, or a landmark it is near."""
    for name, amount in piece.regions.items():
        if (amount[part.rows] > 127).mean() > 0.5:
            return phrase("in '{0}'", name)
    placed = portrait.landmarks()
    if placed:
        away = {k: float(np.linalg.norm(at - part.place)) for k, at in placed.items() if k in LANDMARKS}
        key = min(away, key=lambda k: away[k], default="")
        if key and away[key] < _NEAR:
            return phrase("near {0}", LANDMARKS[key].plain)
    x, y, z = part.place
    return phrase("at x {0:.0f}, y {1:.0f}, z {2:.0f} mm", x, y, z)


class ThinPanel(LivePanel):
    """A thickness, and two buttons: find what is thinner, make it as thick.

    Parameters
    ----------
    bench : Bench
    places : ThinPlaces
        Shows what was found.
    """

    def __init__(self, bench: Bench, places: ThinPlaces) -> None:
        super().__init__(bench, 310)
        self.places = places
        self._worker: Worker | None = None
        self._said: tuple[str, str] | None = None
        self.least = ValueSlider("Least", THINNEST, THICKEST, "mm", decimals=1, logarithmic=True)
        self.least.set_value(2.0)
        self.least.setToolTip(
            "How thick clay is to be at least; a remesh may lose walls and rods that are thinner than its edges"
        )
        self.look = QPushButton("Find")
        self.look.setToolTip("Show where the chosen piece is thinner; nothing is changed")
        self.look.clicked.connect(lambda _=False: self._find())
        self.thicken = QPushButton("Thicken")
        self.thicken.setToolTip("Make what is thinner as thick as this, half on each side; what is masked stays")
        self.thicken.clicked.connect(lambda _=False: self._thicken())
        row = QHBoxLayout()
        row.addWidget(self.look, 1)
        row.addWidget(self.thicken, 1)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        self.column.addWidget(self.least)
        self.column.addLayout(row)
        self.column.addWidget(self.note)
        bench.selection.changed.connect(self.later)
        self.begin()

    def _find(self) -> None:
        portrait, piece, least = self.bench.portrait, self.bench.selection.piece_id, self.least.value()
        surface = portrait.surface(piece)
        self._worker = behind_dialog(
            self,
            "Looking for thin parts …",
            lambda progress: thin_parts(surface, least),
            lambda parts: self._show(piece, parts, least),
            self._failed,
            "Nothing was looked for.",
        )

    def _thicken(self) -> None:
        portrait, piece, least = self.bench.portrait, self.bench.selection.piece_id, self.least.value()

        def done(edit: Edit | None) -> None:
            if edit is None:
                self._told(piece, phrase("Nothing that may move is thinner than {0:g} mm.", least))
                return
            portrait.perform(edit)
            self._show(piece, thin_parts(portrait.surface(piece), 0.9 * least), 0.9 * least)

        self._worker = behind_dialog(
            self,
            "Thickening …",
            lambda progress: tidying.thicken(portrait, piece, least, progress),
            done,
            self._failed,
            "The piece was left as it was.",
        )

    def _failed(self, text: str) -> None:
        self.bench.say(text, "warn")

    def _show(self, piece: str, parts: Sequence[ThinPart], least: float) -> None:
        portrait = self.bench.portrait
        self.places.show(piece, parts)
        self.places.view.update()
        if not parts:
            self._told(piece, phrase("Nothing is thinner than {0:.1f} mm.", least))
            return
        named = [
            phrase("{0} {1} ({2:.0f} mm²)", thickness_words(p), _where(portrait, portrait.pieces[piece], p), p.area)
            for p in parts[:_NAMED]
        ]
        more = phrase(", and {0} smaller", grouped(len(parts) - _NAMED)) if len(parts) > _NAMED else ""
        count = "1 part is" if len(parts) == 1 else phrase("{0} parts are", grouped(len(parts)))
        self._told(piece, phrase("{0} thinner than {1:.1f} mm: {2}{3}.", count, least, in_a_row(", ", named), more))

    def _told(self, piece: str, text: str) -> None:
        self._said = piece, text
        self.bench.say(text, "note")
        self.refresh()

    def busy(self) -> bool:
        """Whether a thread is at work."""
        return self._worker is not None and self._worker.isRunning()

    def refresh(self) -> None:
        """Show what was last said of the chosen piece."""
        piece = self.bench.portrait.pieces.get(self.bench.selection.piece_id)
        can = piece is not None and not piece.fixed
        self.look.setEnabled(piece is not None)
        self.thicken.setEnabled(can)
        said = self._said is not None and piece is not None and self._said[0] == piece.id
        self.note.setText(self._said[1] if said and self._said else "" if piece is not None else "No piece is chosen.")
