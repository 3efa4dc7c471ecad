"""Where a remesh or the like lost most of the old clay: a ring and its distance, until something else is done."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen

from yewfinch.app.view.brushes import GOLD, INK, label
from yewfinch.app.view.viewport import Viewport

#: Radius of the ring, pixels.
_RING = 9.0


def paint(p: QPainter, view: Viewport) -> None:
    """Paint it, if the last edit in force has such a place."""
    told = view.bench.portrait.history.newest_told
    if told is None or told.place is None or view.busy:
        return
    x, y = view.camera().project(np.array([told.place]))[0]
    if not (np.isfinite(x) and np.isfinite(y)):
        return
    at = QPointF(float(x), float(y))
    for pen in (QPen(INK, 4), QPen(GOLD, 2)):
        p.setPen(pen)
        p.drawEllipse(at, _RING, _RING)
    label(p, at + QPointF(_RING + 4, 0), told.lost, view)
