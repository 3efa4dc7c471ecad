"""What lies over the picture of the clay: photo, marks, landmarks, calipers, tool circle."""

from __future__ import annotations

from functools import lru_cache
from typing import TYPE_CHECKING
from weakref import WeakKeyDictionary

import numpy as np
from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QColor, QFont, QFontMetrics, QImage, QPainter, QPen, QPolygonF

from yewfinch.app import theme
from yewfinch.app.drawing_paint import paint_drawing
from yewfinch.core.document.under_skin import UNDER
from yewfinch.core.mesh.geodesic import along_surface
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared.geometry import angle, straight
from yewfinch.core.sitter.calipers import Caliper
from yewfinch.core.sitter.likeness import title

if TYPE_CHECKING:
    from yewfinch.app.viewport import Viewport

GOLD = QColor("#C98A16")
YEW = QColor("#2E5E4E")
PAPER = QColor("#FBFAF6")
INK = QColor("#24302B")
RUST = QColor("#D0573A")
#: Arrows are drawn so many times as long as the way.
LONGER = 5.0
#: Offsets larger than this many mm are written beside their landmark.
WORTH_SAYING = 1.0


def paint(p: QPainter, view: Viewport) -> None:
    """Paint everything."""
    photo = view.bench.standing_photo()
    if photo is not None:
        from yewfinch.app import fringe_paint

        _photo(p, view)
        if not view.bench.overlay.blink or view.blink_on:
            fringe_paint.paint(p, view)
        _offsets(p, view)
    if view.bench.show_arrows and photo is None:
        _arrows(p, view)
    if view.bench.show_landmarks or view.bench.mode == "landmark" or view.bench.landmark:
        _landmarks(p, view)
    if view.bench.portrait.pieces.keys() & UNDER:
        from yewfinch.app import peg_paint

        peg_paint.paint(p, view)
    if view.bench.mode == "pose":
        from yewfinch.app import joint_paint

        joint_paint.paint(p, view)
    if view.bench.mode == "part":
        from yewfinch.app import part_paint

        part_paint.paint(p, view)
    if view.bench.mode == "place":
        from yewfinch.app import place_paint

        place_paint.paint(p, view)
    if view.bench.mode == "outline":
        from yewfinch.app import outline_paint

        outline_paint.paint(p, view)
    if view.bench.mode == "armature":
        from yewfinch.app import armature_paint

        armature_paint.paint(p, view)
    if view.bench.looking.section is not None:
        from yewfinch.app import section_paint

        section_paint.paint(p, view)
    if view.bench.stencil is not None:
        from yewfinch.app import stencil_paint

        stencil_paint.paint(p, view)
    if view.hands.strokes.curve.on:
        from yewfinch.app import curve_paint

        curve_paint.paint(p, view)
    _calipers(p, view)
    _sheet_marks(p, view)
    if view.bench.mode == "tool":
        view.circle.paint(p, view)
    if view.bench.mode != "tool":
        _hint(p, view)


def _photo(p: QPainter, view: Viewport) -> None:
    """Frame of the photo and the wipe line; the photo itself is drawn by the renderer."""
    overlay, box = view.bench.overlay, view.standing.box()
    photo = view.bench.standing_photo()
    if photo is not None and view.bench.show_fringes:
        for drawing in photo.drawings:
            if drawing.visible:
                paint_drawing(p, drawing, lambda x, y: QPointF(*(float(v) for v in view.standing.point(photo, (x, y)))))
    p.setPen(QPen(QColor(255, 255, 255, 130), 1))
    p.setBrush(Qt.BrushStyle.NoBrush)
    p.drawRect(box)
    if overlay.wipe is None:
        return
    at, a = view.standing.wipe_point(), np.radians(overlay.angle)
    along = QPointF(-float(np.sin(a)), float(np.cos(a)))
    p.save()
    p.setClipRect(box)
    p.setPen(QPen(PAPER, 2))
    p.drawLine(at - along * 4000, at + along * 4000)
    p.restore()
    p.setPen(QPen(PAPER, 2))
    p.setBrush(YEW)
    p.drawEllipse(at, 7, 7)
    p.drawEllipse(at + along * 90, 4, 4)


def _offsets(p: QPainter, view: Viewport) -> None:
    """The photo's marks as rings, a line from each to the clay's landmark, and the worst in words."""
    bench = view.bench
    photo = bench.standing_photo()
    if photo is None or photo.standpoint is None or (bench.overlay.blink and not view.blink_on):
        return
    box, camera = view.standing.box(), view.camera()
    points = bench.portrait.landmarks()
    found = view.bench.likeness()
    bad = set() if bench.portrait.sitter.solution is None else {
        b.key for b in bench.portrait.sitter.solution.bad if b.photo == photo.id
    }  # fmt: skip
    ranked = [] if found is None else [o for o in found.offsets if o.key in photo.marks and o.size >= WORTH_SAYING]
    said = {o.key for o in ranked[:2] if o.significant}
    if bench.landmark is not None:
        said = {bench.landmark}
    for key, place in photo.usable().items():
        if key not in points:
            continue
        mark = QPointF(*(float(v) for v in view.standing.point(photo, place)))
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
            _callout(p, clay, f"{title(key)}: {offset.short_words()}", view, right=clay.x() >= box.center().x())


def _callout(p: QPainter, at: QPointF, text: str, view: Viewport, *, right: bool) -> None:
    """A card at the edge of the view with a thin line to its point, so that it hides little."""
    width = card_width(text)
    x = view.width() - width - 6.0 if right else 6.0
    near = QPointF(x if right else x + width, at.y() + 8)
    for pen in (QPen(QColor(36, 48, 43, 130), 2.4), QPen(PAPER, 1)):
        p.setPen(pen)
        p.drawLine(near, at)
    label(p, QPointF(x, at.y() + 14), text, view)


def _arrows(p: QPainter, view: Viewport) -> None:
    """Where each of the clay's landmarks would have to go: arrows to the sitter's."""
    bench = view.bench
    found, solution = bench.likeness(), bench.portrait.sitter.solution
    if found is None or solution is None:
        return
    from yewfinch.app.hands import viewport_sees

    camera, points = view.camera(), bench.portrait.landmarks()
    for o in found.offsets:
        if o.size < WORTH_SAYING and o.key != bench.landmark:
            continue
        if o.key != bench.landmark and not viewport_sees(view, points[o.key]):
            continue
        goal = found.alignment.to_clay(solution.points[solution.index(o.key)])
        ends = camera.project(np.array([points[o.key], goal]))
        if not np.isfinite(ends).all():
            continue
        a, b = (QPointF(float(x), float(y)) for x, y in ends)
        arrow(p, a, a + (b - a) * LONGER, GOLD if o.significant else PAPER)
    label(p, QPointF(14, view.height() - 18), f"Arrows: where the clay has to go, {LONGER:.0f} times as long", view)


def arrow(p: QPainter, a: QPointF, b: QPointF, colour: QColor) -> None:
    """An arrow with a dark rim, so that it reads on any ground."""
    way = b - a
    length = float(np.hypot(way.x(), way.y()))
    if length < 2.0:
        return
    unit = way / length
    side = QPointF(-unit.y(), unit.x())
    head = min(7.0, length * 0.6)
    for pen in (QPen(INK, 4), QPen(colour, 2)):
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        p.setPen(pen)
        p.drawLine(a, b)
        p.drawLine(b, b - unit * head + side * head * 0.55)
        p.drawLine(b, b - unit * head - side * head * 0.55)


def _landmarks(p: QPainter, view: Viewport) -> None:
    from yewfinch.app.hands import viewport_sees

    bench = view.bench
    camera = view.camera()
    everything = bench.show_landmarks or bench.mode == "landmark"
    for key, point in bench.portrait.landmarks().items():
        chosen = key == bench.landmark
        if not (everything or chosen):
            continue
        x, y = camera.project(point)[0]
        if not np.isfinite([x, y]).all() or not (chosen or viewport_sees(view, point)):
            continue
        at = QPointF(float(x), float(y))
        p.setPen(QPen(PAPER, 1.2))
        p.setBrush(GOLD if chosen else YEW)
        p.drawEllipse(at, 5 if chosen else 3.2, 5 if chosen else 3.2)
        near = view.pointer is not None and (view.pointer - at).manhattanLength() < 14
        if near or (chosen and bench.standing is None):
            label(p, at + QPointF(10, -8), title(key), view)


def _sheet_marks(p: QPainter, view: Viewport) -> None:
    sheet = view.shown_sheet()
    if sheet is None:
        return
    left, top, width, _ = sheet.box(view.camera())
    s = width / sheet.width
    for i, (x, y) in enumerate(sheet.marks):
        at = QPointF(left + x * s, top + y * s)
        for pen in (QPen(INK, 3.2), QPen(GOLD, 1.6)):
            p.setPen(pen)
            p.drawLine(at + QPointF(-9, 0), at + QPointF(9, 0))
            p.drawLine(at + QPointF(0, -9), at + QPointF(0, 9))
        label(p, at + QPointF(12, -4), f"mark {i + 1}", view)


def _calipers(p: QPainter, view: Viewport) -> None:
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
        said = caliper_text(view, caliper)
        label(p, middle + QPointF(8, -6), f"{caliper.name}: {said}" if caliper.name else said, view)
    p.setPen(QPen(INK, 1))
    p.setBrush(GOLD)
    for a in bench.held:
        x, y = camera.project(a.on(bench.portrait.surface(a.piece)))[0]
        p.drawEllipse(QPointF(float(x), float(y)), 4, 4)


def caliper_text(view: Viewport, caliper: Caliper) -> str:
    """The present value of a caliper, with its unit."""
    portrait = view.bench.portrait
    points = [a.on(portrait.surface(a.piece)) for a in caliper.points]
    if caliper.kind == "angle":
        return f"{angle(*points):.1f}°"
    if caliper.kind == "surface":
        surface = portrait.surface(caliper.points[0].piece)
        version, lengths = _along.get(surface, (-1, {}))
        if version != surface.version:
            lengths = {}
            _along[surface] = surface.version, lengths
        if caliper not in lengths:
            lengths[caliper] = along_surface(surface, caliper.points[0], caliper.points[1])
        return f"{lengths[caliper]:.1f} mm along the surface"
    return f"{straight(*points):.1f} mm"


#: Lengths in mm that were measured along a surface as it was at a version.
_along: WeakKeyDictionary[Surface, tuple[int, dict[Caliper, float]]] = WeakKeyDictionary()


def _hint(p: QPainter, view: Viewport) -> None:
    from yewfinch.core.anatomy.landmarks import LANDMARKS

    bench = view.bench
    chosen = bench.landmark
    missing = chosen is not None and chosen not in bench.portrait.anchors
    text = {
        "pick colour": "Click the clay to take its colour. Esc ends.",
        "pick photo": "Click the photo to take its colour. Esc ends.",
        "distance": f"Click point {len(bench.held) + 1} of 2. Esc ends.",
        "surface": f"Click point {len(bench.held) + 1} of 2, on one piece. Esc ends.",
        "sheet": "Click two points on the sheet, the upper one first. Esc ends.",
        "angle": f"Click point {len(bench.held) + 1} of 3; the angle is at the second. Esc ends.",
        "pose": "Drag the clay or a dot to turn its joint; with Ctrl the joints above it too. Esc ends.",
        "part": "Draw a line along the part, from its joint; then drag its far end round. Esc ends.",
        "outline": "" if view.outline_hands.outlines is None else view.outline_hands.outlines.hint(),
        "place": "Drag a handle, or a piece; Ctrl goes in steps, Ctrl+click chooses more, Shift sticks to a surface. Esc ends.",
        "solid": "Drag a solid; with Shift it sticks to what lies under the pointer. Esc ends.",
        "stencil": "Drag a handle of the grid to bend the stencil; drag inside to move it. Esc ends." if view.stencil_hands.warping
        else "Drag the stencil to move it, a corner to size it, the gold knob to turn it (Ctrl in steps). Esc ends.",
        "armature": "Drag a ball; Ctrl draws a new one from it; click a link to insert one; Del removes. Esc ends.",
        "landmark": f"Click where {LANDMARKS[chosen].plain} sits." if missing and chosen
        else "Drag a landmark along the clay. Esc ends.",
    }[bench.mode]  # fmt: skip
    label(p, QPointF(14, view.height() - 18), text, view)


def label(p: QPainter, at: QPointF, text: str, view: Viewport) -> None:
    """A small card with text, kept inside the view."""
    picture = _card(text, view.devicePixelRatioF(), theme.palette().card)
    width, height = picture.deviceIndependentSize().width(), picture.deviceIndependentSize().height()
    x = min(max(4.0, at.x()), view.width() - width - 4.0)
    y = min(max(4.0, at.y() - 17), view.height() - height - 4.0)
    p.drawImage(QRectF(x, y, width, height), picture)


def card_width(text: str) -> float:
    """How wide the card of a text is, pixels."""
    return float(QFontMetrics(_font()).horizontalAdvance(text) + 16)


def _font() -> QFont:
    font = QFont("Source Sans Pro")
    font.setPixelSize(13)
    return font


@lru_cache(maxsize=128)
def _card(text: str, ratio: float, _variant: str) -> QImage:
    """The card as a picture. Text is not drawn straight into the OpenGL view: its glyphs would
    be uploaded with the pixel alignment that reading pictures back leaves behind.
    """
    width, height = card_width(text), 23
    image = QImage(round(width * ratio), round(height * ratio), QImage.Format.Format_ARGB32_Premultiplied)
    image.setDevicePixelRatio(ratio)
    image.fill(Qt.GlobalColor.transparent)
    p = QPainter(image)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setFont(_font())
    box = QRectF(0.5, 0.5, width - 1, height - 1)
    p.setPen(QPen(theme.color("line"), 1))
    p.setBrush(theme.color("card", 240))
    p.drawRoundedRect(box, 5, 5)
    p.setPen(theme.color("ink"))
    p.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
    p.end()
    return image
