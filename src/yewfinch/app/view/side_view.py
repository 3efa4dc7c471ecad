"""The three further views of the four-view split: live, to be turned, and to be gone to."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QPointF, QRectF, Qt, QTimer
from PyQt6.QtGui import QImage, QMouseEvent, QPainter, QPaintEvent, QPen, QResizeEvent, QWheelEvent
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit import theme
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.view import DIRECTIONS, View
from yewfinch.render.scene import bounds_of

#: Directions of the three views at first.
AT_FIRST = ("three-quarter-left", "profile-left", "above")
#: Drawn again so long after a change, ms; each view a little later than the one before.
DELAY = 60


class SideView(QWidget):
    """Drag turns it, the wheel zooms, a double click takes the large view there."""

    def __init__(self, bench: Bench, viewport: Viewport, direction: str, place: int) -> None:
        super().__init__()
        self.bench, self.viewport = bench, viewport
        self.setMinimumSize(120, 90)
        self.setAccessibleName(phrase("view {0}", place + 2))
        self.setToolTip("Drag to turn, wheel to zoom, double click to go there")
        turn, tilt = DIRECTIONS[direction]
        self.view = View().turned(turn, tilt)
        self._fitted = False
        self.image = QImage()
        self._drag: tuple[QPointF, View] | None = None
        self._timer = QTimer(self)
        self._timer.setSingleShot(True)
        self._timer.setInterval(DELAY * (place + 1))
        self._timer.timeout.connect(self.draw)
        bench.portrait_changed.connect(self._opened)
        viewport.stroke_ended.connect(self.refresh)
        self._opened()

    def _opened(self) -> None:
        self._fitted = False
        self.bench.portrait.history.changed.connect(self.refresh)
        self.bench.portrait.pieces_changed.connect(self.refresh)
        self.refresh()

    def refresh(self, *_args: object) -> None:
        """Draw again, soon."""
        if self.isVisible():
            self._timer.start()

    def draw(self) -> None:
        """Draw the clay from here."""
        if not self.isVisible() or self.viewport.busy:
            return
        ratio = self.devicePixelRatioF()
        w, h = round(self.width() * ratio), round(self.height() * ratio)
        if not self._fitted:
            self.view = self.view.fit(bounds_of(self.bench.portrait), w, h)
            self._fitted = True
        self.image = self.viewport.small_picture(self.view.camera(w, h), quick=True)
        self.update()

    def showEvent(self, event: object) -> None:  # noqa: N802
        """A view in sight is a live one."""
        self.refresh()

    def resizeEvent(self, event: QResizeEvent | None) -> None:  # noqa: N802
        """Another size, another picture."""
        self._fitted = False
        self.refresh()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """The picture in a thin frame."""
        p = QPainter(self)
        p.fillRect(self.rect(), theme.color("line"))
        if not self.image.isNull():
            p.drawImage(QRectF(self.rect()), self.image)
        p.setPen(QPen(theme.color("line"), 1))
        p.drawRect(self.rect().adjusted(0, 0, -1, -1))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take hold of the side view."""
        assert event is not None
        self._drag = (event.position(), self.view)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Turn the side view along with the pointer."""
        assert event is not None
        if self._drag is not None:
            start, view = self._drag
            delta = event.position() - start
            self.view = view.turned(view.turn - delta.x() * 0.5, view.tilt + delta.y() * 0.5)
            self.draw()

    def mouseReleaseEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Let go of the side view."""
        self._drag = None

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """The large view looks from here."""
        assert event is not None
        if event.button() == Qt.MouseButton.LeftButton:
            self.bench.outlook.set_view(self.bench.outlook.view.turned(self.view.turn, self.view.tilt))

    def wheelEvent(self, event: QWheelEvent | None) -> None:  # noqa: N802
        """Nearer or further."""
        assert event is not None
        factor = 1.15 ** (event.angleDelta().y() / 120)
        self.view = replace(self.view, distance=min(50_000.0, max(20.0, self.view.distance / factor)))
        self.draw()
