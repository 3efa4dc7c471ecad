"""The section's line over the clay, or over a photo."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from PyQt6.QtCore import QLineF
from PyQt6.QtGui import QColor, QPainter, QPen

if TYPE_CHECKING:
    from yewfinch.app.viewport import Viewport

GOLD, INK = QColor("#E0A82E"), QColor("#24302B")


def paint(p: QPainter, view: Viewport) -> None:
    """A gold line with a dark rim; hidden parts are drawn, too, for the line is there to be compared."""
    camera = view.camera()
    lines: list[QLineF] = []
    for parts in view.sections.parts().values():
        flat = camera.project(parts.reshape(-1, 3)).reshape(-1, 4)
        flat = flat[np.isfinite(flat).all(axis=1)]
        lines += [QLineF(*row) for row in flat.tolist()]
    for pen in (QPen(INK, 3.4), QPen(GOLD, 1.8)):
        p.setPen(pen)
        p.drawLines(lines)
