"""Guides drawn on the chosen piece, for the quads of a remesh to follow."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.view.brushes import GOLD
from yewfinch.app.view.line_hand import LineHand, Purpose
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.locks import chosen_clay
from yewfinch.core.document.verbs import guides
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera

#: Guides are shown in these stages.
_STAGES = ("Block", "Form")


class GuideDrawing(Purpose):
    """Draws guides, and takes them away with Ctrl."""

    id = "guide"

    def __init__(self, lines: LineHand) -> None:
        self.lines, self.bench = lines, lines.bench

    @property
    def hatched(self) -> bool:
        """A guide has no sides."""
        return False

    def toggle(self) -> None:
        """Draw guides, or end it."""
        self.lines.toggle(self)

    def hint(self) -> str:
        """What to do now."""
        return "Draw along the form what quads are to follow; with Ctrl, guides that the line meets go. Esc ends."

    def finish(self, camera: Camera, points: DoubleArray, other: bool) -> None:
        """Lay the line on the chosen piece, or take away what it meets."""
        portrait = self.bench.portrait
        piece = chosen_clay(portrait.pieces.get(self.bench.selection.piece_id))
        if not other:
            portrait.perform(guides.drawn(portrait, piece, camera, points))
            return
        edit = guides.erased(portrait, piece, camera, points)
        if edit is None:
            self.bench.say("The line meets no guide of the chosen piece.", "note")
        else:
            portrait.perform(edit)


def paint(p: QPainter, view: Viewport) -> None:
    """Paint the guides of the chosen piece where they are in sight."""
    bench = view.bench
    portrait, piece = bench.portrait, bench.portrait.pieces.get(bench.selection.piece_id)
    if bench.stage not in _STAGES or piece is None or not piece.visible:
        return
    camera = view.camera()
    for guide in portrait.guides:
        if guide[0].piece != piece.id:
            continue
        points = np.array([a.on(piece.surface) for a in guide])
        normals = np.array([np.asarray(a.weights) @ piece.surface.normals[list(a.corners)] for a in guide])
        flat = camera.project(points)
        away = np.broadcast_to(camera.rotation[2], points.shape) if camera.flat else points - camera.position
        seen = np.isfinite(flat).all(axis=1) & (np.einsum("nk,nk->n", away, normals) < 0.0)
        for wide, colour in ((3.6, QColor(36, 48, 43, 150)), (1.8, GOLD)):
            p.setPen(QPen(colour, wide, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
            for k in np.flatnonzero(seen[:-1] & seen[1:]):
                p.drawLine(QPointF(*flat[k]), QPointF(*flat[k + 1]))
