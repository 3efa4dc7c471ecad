"""Calipers over the clay, with their values."""

from __future__ import annotations

from weakref import WeakKeyDictionary

import numpy as np
from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QPainter, QPen, QPolygonF

from yewfinch.app.view.brushes import GOLD, INK, PAPER, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.geodesic import along_surface
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.geometry import angle, straight
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.calipers import Caliper


def paint(p: QPainter, view: Viewport) -> None:
    """Paint them, and the points of the one that is being taken."""
    bench = view.bench
    camera = view.camera()
    for caliper in bench.portrait.calipers:
        points = [a.on(bench.portrait.surface(a.piece)) for a in caliper.points
                  if a.piece in bench.portrait.pieces]  # fmt: skip
        if len(points) < len(caliper.points):
            continue
        seen = [QPointF(float(x), float(y)) for x, y in camera.project(np.array(points))]
        for pen in (QPen(INK, 3), QPen(PAPER, 1.4)):
            p.setPen(pen)
            p.drawPolyline(QPolygonF(seen))
        p.setBrush(GOLD)
        for s in seen:
            p.drawEllipse(s, 3.5, 3.5)
        middle = seen[1] if caliper.kind == "angle" else (seen[0] + seen[-1]) / 2
        said = caliper_text(bench.portrait, caliper)
        label(p, middle + QPointF(8, -6), phrase("{0}: {1}", caliper.name, said) if caliper.name else said, view)
    p.setPen(QPen(INK, 1))
    p.setBrush(GOLD)
    for a in bench.selection.held:
        x, y = camera.project(a.on(bench.portrait.surface(a.piece)))[0]
        p.drawEllipse(QPointF(float(x), float(y)), 4, 4)


def caliper_text(portrait: Portrait, caliper: Caliper) -> str:
    """The present value of a caliper, with its unit."""
    points = [a.on(portrait.surface(a.piece)) for a in caliper.points]
    if caliper.kind == "angle":
        return phrase("{0:.1f}°", angle(*points))
    if caliper.kind == "surface":
        surface = portrait.surface(caliper.points[0].piece)
        version, lengths = _along.get(surface, (-1, {}))
        if version != surface.version:
            lengths = {}
            _along[surface] = surface.version, lengths
        if caliper not in lengths:
            lengths[caliper] = along_surface(surface, caliper.points[0], caliper.points[1])
        return phrase("{0:.1f} mm along the surface", lengths[caliper])
    return phrase("{0:.1f} mm", straight(*points))


#: Lengths in mm that were measured along a surface as it was at a version.
_along: WeakKeyDictionary[Surface, tuple[int, dict[Caliper, float]]] = WeakKeyDictionary()
