"""The section's line on what the clay is compared with."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QLineF
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.rooms.compare.comparison import Comparison
from yewfinch.app.view.guests import beside_by
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.show.section import segments

_BLUE, _INK = QColor("#3C7AC0"), QColor("#24302B")


def paint(p: QPainter, view: Viewport, comparison: Comparison) -> None:
    """A blue line with a dark rim, where the plane that cuts the clay cuts the other form."""
    outlook = comparison.bench.outlook
    section = outlook.looking.section
    if section is None or not comparison.way:
        return
    camera = view.camera()
    step = camera.rotation[0] * beside_by(comparison.bench) if outlook.beside and outlook.guests else np.zeros(3)
    lines: list[QLineF] = []
    for piece in comparison.other().values():
        if piece.eye is not None:
            continue
        parts = segments(piece.surface, section)
        if len(parts):
            flat = camera.project(parts.reshape(-1, 3) + step).reshape(-1, 4)
            lines += [QLineF(*row) for row in flat[np.isfinite(flat).all(axis=1)].tolist()]
    for pen in (QPen(_INK, 3.0), QPen(_BLUE, 1.6)):
        p.setPen(pen)
        for line in lines:
            p.drawLine(line)
