"""Landmarks over the clay."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen

from yewfinch.app.view.brushes import GOLD, PAPER, YEW, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sitter.likeness import title


def paint(p: QPainter, view: Viewport) -> None:
    """Paint all, or the chosen one."""
    bench = view.bench
    camera = view.camera()
    everything = bench.outlook.show_landmarks or bench.mode == "landmark"
    if not everything and not bench.selection.landmark:
        return
    for key, point in bench.portrait.landmarks().items():
        chosen = key == bench.selection.landmark
        if not (everything or chosen):
            continue
        x, y = camera.project(point)[0]
        if not np.isfinite([x, y]).all() or not (chosen or view.sees(point)):
            continue
        at = QPointF(float(x), float(y))
        p.setPen(QPen(PAPER, 1.2))
        p.setBrush(GOLD if chosen else YEW)
        p.drawEllipse(at, 5 if chosen else 3.2, 5 if chosen else 3.2)
        near = view.pointer is not None and (view.pointer - at).manhattanLength() < 14
        if near or (chosen and bench.standpoint.photo_id is None):
            label(p, at + QPointF(10, -8), title(key), view)
