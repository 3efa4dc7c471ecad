"""A curve of pressure that is bent by its points."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PyQt6.QtWidgets import QSizePolicy, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.sculpt.pressure_curves import MOST, NEAREST, STRAIGHT, Curve, checked, table

_ROOM, _REACH = 7.0, 10.0


class PressureCurve(QWidget):
    """Pressure to the right, outcome upwards.

    Drag a point; click the line for another; double click or Delete removes one; arrow keys move the chosen one.

    Signals
    -------
    changed : (object,) the Curve
    """

    changed = pyqtSignal(object)

    def __init__(self, name: str) -> None:
        super().__init__()
        self.curve: Curve = STRAIGHT
        self.chosen = 0
        self._held = False
        self.setAccessibleName(name)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setToolTip(
            "Pressure to the right, outcome upwards. Drag points; click the line for another; Delete removes one; "
            "arrow keys move it."
        )

    def sizeHint(self) -> QSize:  # noqa: N802 - Qt's name
        """Low and wide."""
        return QSize(200, 92)

    def set_value(self, curve: Curve) -> None:
        """Show a curve without announcing it."""
        if curve != self.curve:
            self.curve = curve
            self.chosen = min(self.chosen, len(curve) - 1)
            self.update()

    def place(self, point: tuple[float, float]) -> QPointF:
        """Where a point of the curve is on the widget."""
        w, h = self.width() - 2 * _ROOM, self.height() - 2 * _ROOM
        return QPointF(_ROOM + point[0] * w, _ROOM + (1.0 - point[1]) * h)

    def _point(self, at: QPointF) -> tuple[float, float]:
        w, h = max(1.0, self.width() - 2 * _ROOM), max(1.0, self.height() - 2 * _ROOM)
        return min(1.0, max(0.0, (at.x() - _ROOM) / w)), min(1.0, max(0.0, 1.0 - (at.y() - _ROOM) / h))

    def _near(self, at: QPointF) -> int | None:
        gaps = [(self.place(q) - at).manhattanLength() for q in self.curve]
        best = gaps.index(min(gaps))
        return best if gaps[best] <= 1.6 * _REACH else None

    def _put(self, index: int, point: tuple[float, float]) -> None:
        points = list(self.curve)
        x = point[0]
        if index in (0, len(points) - 1):
            x = points[index][0]
        else:
            x = min(max(x, points[index - 1][0] + NEAREST), points[index + 1][0] - NEAREST)
        points[index] = (x, point[1])
        self._set(checked(points))

    def _set(self, curve: Curve) -> None:
        if curve != self.curve:
            self.curve = curve
            self.changed.emit(curve)
            self.update()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take hold of a point, or make one."""
        assert event is not None
        at = event.position()
        found = self._near(at)
        if found is None and len(self.curve) < MOST:
            new = self._point(at)
            found = next((i for i, q in enumerate(self.curve) if q[0] > new[0]), len(self.curve) - 1)
            before, after = self.curve[found - 1], self.curve[found]
            if found == 0 or after[0] - before[0] < 2 * NEAREST:
                return
            x = min(max(new[0], before[0] + NEAREST), after[0] - NEAREST)
            self._set((*self.curve[:found], (x, new[1]), *self.curve[found:]))
        if found is not None:
            self.chosen, self._held = found, True
            self.update()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Drag the point of the curve that is held."""
        assert event is not None
        if self._held:
            self._put(self.chosen, self._point(event.position()))

    def mouseReleaseEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Let go of the point that is held."""
        self._held = False

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take a point out."""
        assert event is not None
        found = self._near(event.position())
        if found is not None:
            self.chosen = found
            self.remove()

    def remove(self) -> None:
        """Take the chosen point out, unless it is an end."""
        if 0 < self.chosen < len(self.curve) - 1:
            self._set((*self.curve[: self.chosen], *self.curve[self.chosen + 1 :]))
            self.chosen -= 1

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Arrows move the chosen point, Page keys choose another, Delete removes it."""
        assert event is not None
        x, y = self.curve[self.chosen]
        step = {
            Qt.Key.Key_Left: (-0.02, 0.0),
            Qt.Key.Key_Right: (0.02, 0.0),
            Qt.Key.Key_Up: (0.0, 0.02),
            Qt.Key.Key_Down: (0.0, -0.02),
        }.get(Qt.Key(event.key()))
        if step is not None:
            self._put(self.chosen, (min(1.0, max(0.0, x + step[0])), min(1.0, max(0.0, y + step[1]))))
        elif event.key() == Qt.Key.Key_Delete:
            self.remove()
        elif event.key() in (Qt.Key.Key_Plus, Qt.Key.Key_Minus):
            self.chosen = (self.chosen + (1 if event.key() == Qt.Key.Key_Plus else -1)) % len(self.curve)
            self.update()
        else:
            super().keyPressEvent(event)

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Draw the curve with its points."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(self.place((0.0, 1.0)), self.place((1.0, 0.0)))
        p.setPen(QPen(theme.color("line"), 1))
        p.setBrush(theme.color("card"))
        p.drawRect(box)
        for t in (0.25, 0.5, 0.75):
            p.drawLine(self.place((t, 0.0)), self.place((t, 1.0)))
            p.drawLine(self.place((0.0, t)), self.place((1.0, t)))
        on = self.isEnabled()
        values = table(self.curve)
        last = len(values) - 1
        p.setPen(QPen(theme.color("yew" if on else "soft"), 2))
        p.drawPolyline(QPolygonF([self.place((i / last, float(values[i]))) for i in range(0, last + 1, 4)]))
        p.setPen(QPen(theme.color("ink" if on else "soft"), 1.2))
        for i, point in enumerate(self.curve):
            p.setBrush(theme.color("gold") if i == self.chosen and self.hasFocus() else theme.color("card"))
            p.drawEllipse(self.place(point), 4.0, 4.0)
        p.end()
