"""Names and depths of tissue-depth pegs: of the chosen one, and of the one under the pointer."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen

from yewfinch.app.view.brushes import GOLD, INK, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.anatomy.head.skull import point_of, title_of
from yewfinch.core.document.figure.under_skin import PEGS, pegs
from yewfinch.core.shared.phrases import phrase

#: How near the pointer must be, pixels.
_REACH = 9.0


def paint(p: QPainter, view: Viewport) -> None:
    """Paint them, if the pegs are in sight."""
    portrait = view.bench.portrait
    held = portrait.pieces.get(PEGS)
    if held is None or not held.visible:
        return
    found = pegs(portrait)
    if not found or portrait.figure is None:
        return
    keys = list(found)
    seen = view.camera().project(np.array([end for both in found.values() for end in both])).reshape(-1, 2, 2)
    named = {view.bench.selection.peg} & set(keys)
    if view.pointer is not None and not view.busy:
        away = np.linalg.norm(seen - (view.pointer.x(), view.pointer.y()), axis=2).min(axis=1)
        nearest = int(np.argmin(np.where(np.isfinite(away), away, np.inf)))
        if away[nearest] < _REACH:
            named.add(keys[nearest])
    for key in named:
        if key is None:
            continue
        bone, skin = (QPointF(float(x), float(y)) for x, y in seen[keys.index(key)])
        if key == view.bench.selection.peg:
            for pen in (QPen(INK, 6), QPen(GOLD, 3.4)):
                p.setPen(pen)
                p.drawLine(bone, skin)
        depth = point_of(key).in_age(portrait.figure.person.age)
        label(p, skin + QPointF(10, -8), phrase("{0}: {1:.1f} mm", title_of(key), depth), view)
