"""The photo on the desk: marks, lines and drawings on it, under the hand."""

from __future__ import annotations

import numpy as np
from PyQt6.QtCore import QEvent, QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import (
    QColor,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
    QPolygonF,
    QWheelEvent,
)
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit import theme
from yewfinch.app.kit.speech import shown
from yewfinch.app.rooms.sitter.desk import Desk
from yewfinch.app.view import brushes
from yewfinch.app.view.drawing_paint import paint_drawing
from yewfinch.core.anatomy.head.face_lines import spaced
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.framing import Framing, framing
from yewfinch.core.sitter.photo import Certainty, Drawing

#: How near a press must be to take hold of a point, pixels of the screen.
REACH = 9.0
#: Magnifier: diameter on the screen and enlargement.
LENS, TIMES = 150.0, 4.0
#: Points of a freehand line closer than this are not kept, pixels of the screen.
STRIDE = 4.0

_CERTAIN: dict[Qt.Key, Certainty] = {
    Qt.Key.Key_1: "clear", Qt.Key.Key_2: "guessed", Qt.Key.Key_3: "hidden",
}  # fmt: skip
_MOVES = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1),
}  # fmt: skip


class PhotoCanvas(QWidget):
    """Click places, drag refines under a magnifier; wheel zooms, right drag pans."""

    colour_picked = pyqtSignal(int, int, int)

    def __init__(self, desk: Desk) -> None:
        super().__init__()
        self.desk = desk
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.CrossCursor)
        self.setMinimumSize(300, 240)
        self.setAccessibleName("photo to mark")
        self.image = QImage()
        self._zoom, self._shift = 1.0, QPointF(0, 0)
        self.dragged: str | None = None
        self._drag_at: tuple[float, float] | None = None
        self._pan: QPointF | None = None
        self._line: list[tuple[float, float]] | None = None
        self.chosen_point: int | None = None
        self._point: int | None = None
        self._start: tuple[float, float] | None = None
        self._now: tuple[float, float] | None = None

    # --- where things are ----------------------------------------------------------------

    def show_whole(self) -> None:
        """Show the whole photo."""
        self._zoom, self._shift = 1.0, QPointF(0, 0)
        self.update()

    def show_photo(self, image: QImage) -> None:
        """Show another picture of the photo."""
        self.image = image
        self.update()

    def frame(self) -> Framing:
        """How the photo is framed; whole while its crop is being drawn."""
        from dataclasses import replace

        photo = self.desk.photo
        assert photo is not None
        return framing(replace(photo, crop=None) if self.desk.mode == "crop" else photo)

    def box(self) -> QRectF:
        """Where the framed photo lies."""
        if self.desk.photo is None:
            return QRectF()
        frame = self.frame()
        s = min(self.width() / frame.width, self.height() / frame.height) * self._zoom
        w, h = frame.width * s, frame.height * s
        left = (self.width() - w) / 2 + self._shift.x()
        return QRectF(left, (self.height() - h) / 2 + self._shift.y(), w, h)

    def scale(self) -> float:
        """Screen pixels a photo pixel."""
        return self.box().width() / self.frame().width

    def to_photo(self, at: QPointF) -> tuple[float, float]:
        """Widget point to pixels of the upright photo."""
        box = self.box()
        x, y = self.frame().to_photo(((at.x() - box.left()) / self.scale(), (at.y() - box.top()) / self.scale()))
        return float(x), float(y)

    def to_widget(self, x: float, y: float) -> QPointF:
        """Pixels of the upright photo to widget point."""
        box = self.box()
        u, v = self.frame().to_shown((x, y)) * self.scale()
        return QPointF(box.left() + float(u), box.top() + float(v))

    def _inside(self, at: QPointF) -> tuple[float, float]:
        """Pixels of the upright photo, kept within it."""
        photo = self.desk.photo
        assert photo is not None
        x, y = self.to_photo(at)
        return min(max(x, 0.0), float(photo.width)), min(max(y, 0.0), float(photo.height))

    def marks(self) -> dict[str, tuple[float, float]]:
        """The marks, with the one being dragged where it is now."""
        photo = self.desk.photo
        if photo is None:
            return {}
        out = dict(photo.marks)
        if self.dragged is not None and self._drag_at is not None:
            out[self.dragged] = self._drag_at
        return out

    # --- painting ------------------------------------------------------------------------

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Photo, drawings, lines, marks, magnifier."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        p.fillRect(self.rect(), theme.color("line"))
        photo = self.desk.photo
        if photo is None:
            return
        if self.image.isNull():
            busy = self.desk.photos.busy()
            text = "Opening the photo …" if busy else "This photo cannot be shown."
            p.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, text)
            return
        p.drawImage(self.box(), self.image)
        for drawing in photo.drawings:
            if drawing.visible:
                paint_drawing(p, drawing, self.to_widget)
        self._lines(p)
        self._spans(p)
        if self.desk.mode == "landmarks":
            self._marks(p)
        else:
            self._faint_marks(p)
        if self._start is not None and self._now is not None:
            self._being_drawn(p)
        at = self._drag_at
        if at is not None and (self.dragged is not None or self._point is not None):
            self._magnifier(p, at)

    def _marks(self, p: QPainter) -> None:
        photo, solution = self.desk.photo, self.desk.bench.portrait.sitter.solution
        assert photo is not None
        bad = {} if solution is None else {b.key: b for b in solution.bad if b.photo == photo.id}
        self._expected(p)
        for key, (x, y) in self.marks().items():
            certainty = photo.certainty.get(key, "clear")
            at, chosen = self.to_widget(x, y), key == self.desk.current
            p.setBrush(Qt.BrushStyle.NoBrush)
            dark, light = QPen(brushes.INK, 3.4), QPen(brushes.GOLD if chosen else brushes.PAPER, 1.8)
            if key in bad:
                light.setColor(brushes.RUST)
            if certainty != "clear":
                light.setStyle(Qt.PenStyle.DotLine if certainty == "hidden" else Qt.PenStyle.DashLine)
            for pen in (dark, light):
                p.setPen(pen)
                p.drawEllipse(at, 6, 6)
            p.drawPoint(at)
            if key in bad and self.dragged != key:
                goal = self.to_widget(*bad[key].expected)
                brushes.arrow(p, at, goal, brushes.RUST)
            if chosen or key == self.dragged:
                text = LANDMARKS[key].plain
                if certainty != "clear":
                    text += phrase(" ({0})", certainty)
                self._name(p, at, text)

    def _expected(self, p: QPainter) -> None:
        """Where the solve expects the current landmark, with its uncertainty (two sigma)."""
        photo, solution = self.desk.photo, self.desk.bench.portrait.sitter.solution
        key = self.desk.current
        if photo is None or photo.standpoint is None or solution is None or key not in solution.keys:
            return
        ellipses = solution.ellipses.get(photo.id)
        if ellipses is None:
            return
        i = solution.index(key)
        centre = photo.standpoint.camera().project(solution.points[i])[0]
        if not np.isfinite(centre).all():
            return
        xx, xy, yy = ellipses[i]
        values, vectors = np.linalg.eigh(np.array([[xx, xy], [xy, yy]]))
        turn = np.linspace(0, 2 * np.pi, 41)
        ring = centre + 2 * (
            np.sqrt(max(values[0], 0)) * np.cos(turn)[:, None] * vectors[:, 0]
            + np.sqrt(max(values[1], 0)) * np.sin(turn)[:, None] * vectors[:, 1]
        )
        shape = QPolygonF([self.to_widget(float(x), float(y)) for x, y in ring])
        p.setPen(QPen(QColor(36, 48, 43, 140), 3))
        p.setBrush(QColor(201, 138, 22, 46))
        p.drawPolygon(shape)
        p.setPen(QPen(brushes.GOLD, 1.2, Qt.PenStyle.DashLine))
        p.drawPolygon(shape)

    def _faint_marks(self, p: QPainter) -> None:
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(QPen(QColor(251, 250, 246, 150), 1.2))
        for x, y in self.marks().values():
            p.drawEllipse(self.to_widget(x, y), 3, 3)

    def _lines(self, p: QPainter) -> None:
        photo = self.desk.photo
        assert photo is not None
        for key, points in photo.curves.items():
            chosen = self.desk.mode == "lines" and key == self.desk.curve
            shown = self._line if chosen and self._line is not None else list(points)
            self._polyline(p, shown, brushes.GOLD if chosen else brushes.PAPER, chosen)
        if self.desk.mode == "lines" and self._line is not None and self.desk.curve not in photo.curves:
            self._polyline(p, self._line, brushes.GOLD, True)

    def _polyline(self, p: QPainter, points: list[tuple[float, float]], colour: QColor, chosen: bool) -> None:
        smooth = np.array(points) if len(points) < 3 else spaced(np.array(points), max(12, 6 * len(points)))
        shape = QPolygonF([self.to_widget(float(x), float(y)) for x, y in smooth])
        for pen in (QPen(brushes.INK, 3.2), QPen(colour, 1.5)):
            p.setPen(pen)
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.drawPolyline(shape)
        if chosen:
            for i, (x, y) in enumerate(points):
                p.setPen(QPen(brushes.INK, 1))
                p.setBrush(brushes.PAPER if i == self.chosen_point else colour)
                p.drawEllipse(self.to_widget(x, y), 4, 4)

    def _spans(self, p: QPainter) -> None:
        photo = self.desk.photo
        assert photo is not None
        for key, (x1, y1, x2, y2) in photo.spans.items():
            a, b = self.to_widget(x1, y1), self.to_widget(x2, y2)
            colour = brushes.GOLD if self.desk.mode == "scale" and key == self.desk.span else brushes.PAPER
            middle, radius = (a + b) / 2, float(np.hypot(b.x() - a.x(), b.y() - a.y())) / 2
            for pen in (QPen(brushes.INK, 3), QPen(colour, 1.4)):
                p.setPen(pen)
                p.setBrush(Qt.BrushStyle.NoBrush)
                p.drawLine(a, b)
                p.drawEllipse(middle, radius, radius)

    def _being_drawn(self, p: QPainter) -> None:
        assert self._start is not None and self._now is not None
        a, b = self.to_widget(*self._start), self.to_widget(*self._now)
        mode = self.desk.mode
        if mode == "crop":
            p.setPen(QPen(brushes.PAPER, 1.6))
            p.setBrush(QColor(36, 48, 43, 60))
            p.drawRect(QRectF(a, b).normalized())
        elif mode == "scale":
            for pen in (QPen(brushes.INK, 3), QPen(brushes.GOLD, 1.4)):
                p.setPen(pen)
                p.drawLine(a, b)
        elif mode == "draw":
            points = self._line if self._line else [self._start, self._now]
            paint_drawing(p, Drawing(self.desk.drawing_kind, tuple(points), self.desk.drawing_colour), self.to_widget)

    def _name(self, p: QPainter, at: QPointF, text: str) -> None:
        width = p.fontMetrics().horizontalAdvance(shown(text)) + 12
        box = QRectF(min(at.x() + 10, self.width() - width - 4.0), at.y() - 26, width, 21)
        p.setPen(QPen(theme.color("line"), 1))
        p.setBrush(theme.color("card", 235))
        p.drawRoundedRect(box, 4, 4)
        p.setPen(theme.color("ink"))
        p.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def _magnifier(self, p: QPainter, place: tuple[float, float]) -> None:
        at = self.to_widget(*place)
        centre = QPointF(at.x() + LENS * 0.8, at.y() - LENS * 0.8)
        if centre.x() + LENS / 2 > self.width():
            centre.setX(at.x() - LENS * 0.8)
        if centre.y() - LENS / 2 < 0:
            centre.setY(at.y() + LENS * 0.8)
        box = self.box()
        scale = self.image.width() / box.width()
        half = LENS / 2 / TIMES * scale
        x, y = (at.x() - box.left()) * scale, (at.y() - box.top()) * scale
        target = QRectF(centre.x() - LENS / 2, centre.y() - LENS / 2, LENS, LENS)
        p.save()
        path = QPainterPath()
        path.addEllipse(target)
        p.setClipPath(path)
        p.fillRect(target, theme.color("ink"))
        p.drawImage(target, self.image, QRectF(x - half, y - half, half * 2, half * 2))
        p.setPen(QPen(brushes.GOLD, 1))
        p.drawLine(QPointF(centre.x() - 16, centre.y()), QPointF(centre.x() + 16, centre.y()))
        p.drawLine(QPointF(centre.x(), centre.y() - 16), QPointF(centre.x(), centre.y() + 16))
        p.restore()
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(QPen(brushes.PAPER, 3))
        p.drawEllipse(target)

    # --- pointer -------------------------------------------------------------------------

    def _near(self, at: QPointF) -> str | None:
        best: tuple[float, str] | None = None
        for key, (x, y) in self.marks().items():
            gap = (self.to_widget(x, y) - at).manhattanLength()
            if gap < REACH and (best is None or gap < best[0]):
                best = (gap, key)
        return None if best is None else best[1]

    def _near_point(self, at: QPointF, points: list[tuple[float, float]]) -> int | None:
        gaps = [(self.to_widget(x, y) - at).manhattanLength() for x, y in points]
        if not gaps or min(gaps) >= REACH:
            return None
        return int(np.argmin(gaps))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take hold of something, or place something."""
        assert event is not None
        self.setFocus()
        at = event.position()
        photo = self.desk.photo
        if photo is None or self.image.isNull():
            return
        if event.button() != Qt.MouseButton.LeftButton:
            self._pan = at
            return
        if event.modifiers() & Qt.KeyboardModifier.AltModifier:
            self._pick_colour(at)
            return
        mode = self.desk.mode
        if mode == "landmarks":
            near = self._near(at)
            if near is None and not self.box().contains(at):
                return
            self.dragged = near or self.desk.current
            if near is not None:
                self.desk.choose(near)
            self._drag_at = self.marks().get(self.dragged) if near else self.to_photo(at)
        elif mode == "lines":
            self._press_line(at)
        else:
            self._start = self._now = self._inside(at)
            self._line = [self._start] if mode == "draw" and self.desk.freehand() else None
        self.update()

    def _press_line(self, at: QPointF) -> None:
        photo = self.desk.photo
        assert photo is not None
        points = list(photo.curves.get(self.desk.curve, ()))
        held = self.desk.begun if self.desk.curve not in photo.curves else None
        points = list(held) if held else points
        near = self._near_point(at, points)
        if near is None:
            place = self._inside(at)
            near = _where_to_insert(points, place, REACH / max(self.scale(), 1e-6))
            points.insert(near, place)
        self._line, self._point, self.chosen_point = points, near, near
        self._drag_at = points[near]

    def _pick_colour(self, at: QPointF) -> None:
        box = self.box()
        s = self.image.width() / box.width()
        x, y = int((at.x() - box.left()) * s), int((at.y() - box.top()) * s)
        c = self.image.pixelColor(max(0, min(self.image.width() - 1, x)), max(0, min(self.image.height() - 1, y)))
        self.colour_picked.emit(c.red(), c.green(), c.blue())

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Refine, draw, or pan."""
        assert event is not None
        at = event.position()
        if self._pan is not None:
            self._shift += at - self._pan
            self._pan = at
        elif self.dragged is not None:
            self._drag_at = self._inside(at)
        elif self._point is not None and self._line is not None:
            self._drag_at = self._line[self._point] = self._inside(at)
        elif self._start is not None:
            self._now = self._inside(at)
            if self._line is not None:
                last = self.to_widget(*self._line[-1])
                if (at - last).manhattanLength() >= STRIDE:
                    self._line.append(self._now)
        else:
            return
        self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Set it down: one edit."""
        self._pan = None
        if self.dragged is not None and self._drag_at is not None:
            key, at = self.dragged, self._drag_at
            self.dragged = self._drag_at = None
            self.desk.put(key, at)
        elif self._point is not None and self._line is not None:
            points = tuple(self._line)
            self._point = self._line = self._drag_at = None
            self.desk.put_curve(points)
        elif self._start is not None and self._now is not None:
            start, now, line = self._start, self._now, self._line
            self._start = self._now = self._line = None
            self.desk.drawn(start, now, tuple(line) if line else ())
        self.update()

    def wheelEvent(self, event: QWheelEvent | None) -> None:  # noqa: N802
        """Zoom to the cursor."""
        assert event is not None
        before = self._zoom
        self._zoom = min(30.0, max(1.0, before * 1.2 ** (event.angleDelta().y() / 120)))
        f = self._zoom / before
        middle = QPointF(self.width() / 2, self.height() / 2)
        rel = event.position() - middle
        self._shift = rel - (rel - self._shift) * f
        if self._zoom == 1.0:
            self._shift = QPointF(0, 0)
        self.update()

    def let_go(self) -> bool:
        """Drop what is being dragged; False if nothing is."""
        held = self.dragged is not None or self._point is not None or self._start is not None
        self.dragged = self._drag_at = self._point = self._line = self._start = self._now = None
        self.update()
        return held

    def event(self, event: QEvent | None) -> bool:
        """While landmarks are marked, 1 to 3 say how sure they are; elsewhere these keys take tools."""
        if (
            isinstance(event, QKeyEvent)
            and event.type() == QEvent.Type.ShortcutOverride
            and self.desk.mode == "landmarks"
            and not event.modifiers()
            and event.key() in _CERTAIN
        ):
            event.accept()
            return True
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Arrows nudge what is chosen by a pixel (Shift: ten); Delete takes it away."""
        assert event is not None
        key = Qt.Key(event.key())
        if key in _MOVES and self.desk.photo is not None:
            step = 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
            if self.desk.nudge(_MOVES[key][0] * step, _MOVES[key][1] * step):
                return
        if key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and self.desk.delete_chosen():
            return
        if key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.desk.next_or_solve()
            return
        if self.desk.mode == "landmarks" and key in _CERTAIN:
            self.desk.rate(_CERTAIN[key])
            return
        if key == Qt.Key.Key_Escape:
            if not self.let_go():
                self.desk.done.emit()
            return
        super().keyPressEvent(event)


def _where_to_insert(points: list[tuple[float, float]], at: tuple[float, float], reach: float) -> int:
    """Index for a new point: within a segment it is near, else at the nearer end."""
    if len(points) < 2:
        return len(points)
    a, b, q = np.array(points[:-1]), np.array(points[1:]), np.array(at)
    way = b - a
    t = np.clip(((q - a) * way).sum(axis=1) / np.maximum((way**2).sum(axis=1), 1e-9), 0.0, 1.0)
    gap = np.linalg.norm(a + t[:, None] * way - q, axis=1)
    i = int(np.argmin(gap))
    if gap[i] < reach and 0.02 < t[i] < 0.98:
        return i + 1
    first, last = np.linalg.norm(q - points[0]), np.linalg.norm(q - points[-1])
    return 0 if first < last else len(points)
