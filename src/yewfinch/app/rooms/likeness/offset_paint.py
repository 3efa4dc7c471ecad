"""How far the clay's landmarks are from the sitter's: at a standpoint as lines to its marks, else as arrows."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QColor, QPainter, QPen

from yewfinch.app.view.brushes import GOLD, INK, PAPER, RUST, arrow, card_width, label
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.likeness import title

#: Arrows are drawn so many times as long as the way.
LONGER = 5.0
#: Offsets larger than this many mm are written beside their landmark.
WORTH_SAYING = 1.0


def paint_offsets(p: QPainter, view: Viewport) -> None:
    """The photo's marks as rings, a line from each to the clay's landmark, and the worst in words."""
    bench = view.bench
    photo = bench.standpoint.photo()
    if photo is None or photo.standpoint is None or (bench.standpoint.overlay.blink and not view.blink_on):
        return
    box, camera = view.standpoint.box(), view.camera()
    points = bench.portrait.landmarks()
    found = view.bench.standpoint.likeness()
    bad = set() if bench.portrait.sitter.solution is None else {
        b.key for b in bench.portrait.sitter.solution.bad if b.photo == photo.id
    }  # fmt: skip
    ranked = [] if found is None else [o for o in found.offsets if o.key in photo.marks and o.size >= WORTH_SAYING]
    said = {o.key for o in ranked[:2] if o.significant}
    if bench.selection.landmark is not None:
        said = {bench.selection.landmark}
    for key, place in photo.usable().items():
        if key not in points:
            continue
        mark = QPointF(*(float(v) for v in view.standpoint.point(photo, place)))
        cx, cy = camera.project(points[key])[0]
        if not np.isfinite([cx, cy]).all():
            continue
        clay = QPointF(float(cx), float(cy))
        colour = RUST if key in bad else GOLD
        for pen in (QPen(INK, 3), QPen(colour, 1.6)):
            p.setPen(pen)
            p.setBrush(Qt.BrushStyle.NoBrush)
            if key in bad:  # a cross: this click does not fit the others
                p.drawLine(mark + QPointF(-4.5, -4.5), mark + QPointF(4.5, 4.5))
                p.drawLine(mark + QPointF(-4.5, 4.5), mark + QPointF(4.5, -4.5))
            else:
                p.drawLine(mark, clay)
                p.drawEllipse(mark, 4.5, 4.5)
        p.setPen(QPen(PAPER, 1))
        p.setBrush(INK)
        p.drawEllipse(clay, 3, 3)
        offset = None if found is None else found.offset(key)
        if key in said and offset is not None:
            _callout(
                p, clay, phrase("{0}: {1}", title(key), offset.short_words()), view, right=clay.x() >= box.center().x()
            )


def _callout(p: QPainter, at: QPointF, text: str, view: Viewport, *, right: bool) -> None:
    """A card at the edge of the view with a thin line to its point, so that it hides little."""
    width = card_width(text)
    x = view.width() - width - 6.0 if right else 6.0
    near = QPointF(x if right else x + width, at.y() + 8)
    for pen in (QPen(QColor(36, 48, 43, 130), 2.4), QPen(PAPER, 1)):
        p.setPen(pen)
        p.drawLine(near, at)
    label(p, QPointF(x, at.y() + 14), text, view)


def paint_arrows(p: QPainter, view: Viewport) -> None:
    """Paint arrows from each of the clay's landmarks to the sitter's."""
    bench = view.bench
    if not bench.outlook.show_arrows or bench.standpoint.photo() is not None:
        return
    found = bench.standpoint.compared()
    if found is None:
        return
    lay = found.alignment
    camera, points = view.camera(), bench.portrait.landmarks()
    for o in found.offsets:
        if o.size < WORTH_SAYING and o.key != bench.selection.landmark:
            continue
        if o.key != bench.selection.landmark and not view.sees(points[o.key]):
            continue
        goal = lay.to_clay(lay.to_sitter(points[o.key]) - o.vector)
        ends = camera.project(np.array([points[o.key], goal]))
        if not np.isfinite(ends).all():
            continue
        a, b = (QPointF(float(x), float(y)) for x, y in ends)
        arrow(p, a, a + (b - a) * LONGER, GOLD if o.significant else PAPER)
    label(
        p,
        QPointF(14, view.height() - 18),
        phrase("Arrows: where the clay has to go, {0:.0f} times as long", LONGER),
        view,
    )
