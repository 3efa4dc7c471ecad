"""The round: a strip of small live views, refreshed after each stroke. Click to go there."""

from __future__ import annotations

from PyQt6.QtCore import QSize, Qt, QTimer
from PyQt6.QtGui import QImage, QPixmap
from PyQt6.QtWidgets import QHBoxLayout, QToolButton, QWidget

from yewfinch.app.bench import Bench
from yewfinch.app.viewport import Viewport
from yewfinch.core.show.view import DIRECTIONS, View
from yewfinch.render.scene import bounds_of

SHOWN = ("profile-right", "three-quarter-right", "front", "three-quarter-left", "profile-left", "below", "above")
NAMES = {
    "profile-right": "profile, right", "three-quarter-right": "three-quarter, right", "front": "front",
    "three-quarter-left": "three-quarter, left", "profile-left": "profile, left",
    "below": "from below", "above": "from above",
}  # fmt: skip
WIDTH, HEIGHT = 76, 62
#: One small view is drawn per tick, so that the strip never holds up the hand.
TICK = 40


class Round(QWidget):
    """Seven small views."""

    def __init__(self, bench: Bench, viewport: Viewport) -> None:
        super().__init__()
        self.setObjectName("round")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.bench, self.viewport = bench, viewport
        row = QHBoxLayout(self)
        row.setContentsMargins(10, 6, 10, 6)
        row.setSpacing(4)
        self.buttons: dict[str, QToolButton] = {}
        for name in SHOWN:
            button = QToolButton()
            button.setIconSize(QSize(WIDTH, HEIGHT))
            button.setToolTip(f"Go to {NAMES[name]}")
            button.setAccessibleName(NAMES[name])
            button.clicked.connect(lambda _=False, n=name: self.go(n))
            self.buttons[name] = button
            row.addWidget(button)
        row.insertStretch(0, 1)
        row.addStretch(1)
        self._queue: list[str] = []
        self._timer = QTimer(self)
        self._timer.setInterval(TICK)
        self._timer.timeout.connect(self._draw_next)
        bench.portrait_changed.connect(self._opened)
        viewport.stroke_ended.connect(self.refresh)
        self._opened()

    def _opened(self) -> None:
        self.bench.portrait.history.changed.connect(self.refresh)
        self.bench.portrait.pieces_changed.connect(self.refresh)
        self.refresh()

    def go(self, name: str) -> None:
        """Look from there."""
        turn, tilt = DIRECTIONS[name]
        self.bench.set_view(self.bench.view.turned(turn, tilt))

    def refresh(self) -> None:
        """Draw all again, soon."""
        self._queue = list(SHOWN)
        self._timer.start()

    def _draw_next(self) -> None:
        if self.viewport.hands.busy:
            return
        if not self._queue or not self.isVisible():
            self._timer.stop()
            return
        name = self._queue.pop(0)
        ratio = self.devicePixelRatioF()
        w, h = round(WIDTH * ratio), round(HEIGHT * ratio)
        turn, tilt = DIRECTIONS[name]
        view = View().turned(turn, tilt).fit(bounds_of(self.bench.portrait), w, h)
        image: QImage = self.viewport.small_picture(view.camera(w, h))
        if image.isNull():
            self._queue.append(name)
            return
        pixmap = QPixmap.fromImage(image)
        pixmap.setDevicePixelRatio(ratio)
        from PyQt6.QtGui import QIcon

        self.buttons[name].setIcon(QIcon(pixmap))
