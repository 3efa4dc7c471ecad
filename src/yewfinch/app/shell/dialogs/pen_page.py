"""The settings' page for the pen: a curve for all tools, and a field to try it in."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QColor, QMouseEvent, QPainter, QPaintEvent, QPen, QTabletEvent
from PyQt6.QtWidgets import QLabel, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from yewfinch.app.controls.pressure_curve import PressureCurve
from yewfinch.app.kit import theme
from yewfinch.core.sculpt.pressure_curves import STRAIGHT, Curve, outcome
from yewfinch.core.shared.phrases import phrase

#: Breadth of a line in the field at full pressure, pixels.
_BROAD = 16.0


class PenPage(QWidget):
    """What the pen's pressure is worth before any tool makes something of it.

    Parameters
    ----------
    curve : Curve
    changed : callable
        Told each new curve.
    """

    def __init__(self, curve: Curve, changed: Callable[[Curve], None]) -> None:
        super().__init__()
        self._changed = changed
        column = QVBoxLayout(self)
        told = QLabel(
            "How hard your hand presses, and what counts as that for every tool. Tools have curves of their own for "
            "size and strength in the panel Stroke; this one comes before them."
        )
        told.setWordWrap(True)
        column.addWidget(told)
        self.curve = PressureCurve("curve of the pen")
        self.curve.set_value(curve)
        self.curve.changed.connect(self._take)
        column.addWidget(self.curve)
        self.straight = QPushButton("As the pen says")
        self.straight.setToolTip("A straight curve again")
        self.straight.clicked.connect(lambda _=False: self._take(STRAIGHT))
        column.addWidget(self.straight, 0, Qt.AlignmentFlag.AlignLeft)
        self.field = PressureField(lambda: self.curve.curve)
        column.addWidget(self.field, 1)

    def _take(self, curve: Curve) -> None:
        self.curve.set_value(curve)
        self._changed(curve)


class PressureField(QWidget):
    """A field to draw in with the pen: lines are as broad as their pressure counts, which is said below.

    Parameters
    ----------
    curve : callable
        The curve as it is now.
    """

    def __init__(self, curve: Callable[[], Curve]) -> None:
        super().__init__()
        self._curve = curve
        self.lines: list[list[tuple[QPointF, float]]] = []
        self.said = ""
        self.setAccessibleName("field to try the pen")
        self.setToolTip("Draw here with the pen; a double click empties the field")
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)

    def sizeHint(self) -> QSize:  # noqa: N802 - Qt's name
        """Wide and not too low."""
        return QSize(400, 180)

    def _point(self, at: QPointF, pressure: float, *, first: bool) -> None:
        counts = outcome(self._curve(), pressure)
        if first or not self.lines:
            self.lines.append([])
        self.lines[-1].append((at, counts))
        self.said = phrase("pressed {0:.0f} %, counts {1:.0f} %", 100.0 * pressure, 100.0 * counts)
        self.update()

    def tabletEvent(self, event: QTabletEvent | None) -> None:  # noqa: N802
        """The pen draws."""
        assert event is not None
        if event.type() in (event.Type.TabletPress, event.Type.TabletMove) and event.pressure() > 0.0:
            self._point(event.position(), event.pressure(), first=event.type() == event.Type.TabletPress)
        event.accept()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Without a pen all presses are full ones."""
        assert event is not None
        self._point(event.position(), 1.0, first=True)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Go on with the line."""
        assert event is not None
        if event.buttons() & Qt.MouseButton.LeftButton:
            self._point(event.position(), 1.0, first=False)

    def mouseDoubleClickEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Empty again."""
        self.lines, self.said = [], ""
        self.update()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """The lines, and what the last pressure counted."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        palette = theme.palette()
        p.fillRect(self.rect(), QColor(palette.card))
        p.setPen(QPen(QColor(palette.line), 1))
        p.drawRect(self.rect().adjusted(0, 0, -1, -1))
        for line in self.lines:
            for (a, _), (b, counts) in zip(line, line[1:], strict=False):
                pen = QPen(QColor(palette.ink), max(0.5, _BROAD * counts))
                pen.setCapStyle(Qt.PenCapStyle.RoundCap)
                p.setPen(pen)
                p.drawLine(a, b)
        p.setPen(QColor(palette.soft))
        p.drawText(self.rect().adjusted(10, 6, -10, -6), Qt.AlignmentFlag.AlignBottom, self.said or "Draw here")
