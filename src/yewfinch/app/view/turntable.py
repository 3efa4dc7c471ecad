"""The turntable: a dial with ticks that turns the work, tilt, and the lens."""

from __future__ import annotations

from dataclasses import replace

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PyQt6.QtWidgets import QCheckBox, QDoubleSpinBox, QHBoxLayout, QLabel, QSlider, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

#: Turn in degrees and name; negative shows the sitter's right side.
TICKS: tuple[tuple[float, str], ...] = (
    (-180, "back"), (-135, ""), (-90, "profile R"), (-40, "¾ R"), (0, "front"),
    (40, "¾ L"), (90, "profile L"), (135, ""), (180, "back"),
)  # fmt: skip
STEP = 15.0
#: Within this many pixels of a tick, a click snaps to it.
SNAP = 9.0


class Dial(QWidget):
    """The dial itself: drag to turn, click a tick to snap, arrow keys for steps."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("turntable")
        self.setMinimumSize(250, 44)
        self.setToolTip("Drag to turn the work, click a tick to snap to it, arrow keys turn by 15°")
        self._pressed: QPointF | None = None
        bench.outlook.changed.connect(lambda: self.update())

    def sizeHint(self) -> QSize:  # noqa: N802 - Qt's name
        """Wide and low."""
        return QSize(460, 46)

    def x_of(self, turn: float) -> float:
        """Where a turn lies on the dial, pixels."""
        return 28 + (turn + 180) / 360 * (self.width() - 56)

    def _turn_at(self, x: float) -> float:
        return min(180.0, max(-180.0, (x - 28) / (self.width() - 56) * 360 - 180))

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Ticks, names and the knob."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        y = 14.0
        p.setPen(QPen(theme.color("line"), 3))
        p.drawLine(QPointF(self.x_of(-180), y), QPointF(self.x_of(180), y))
        font = self.font()
        font.setPixelSize(12)
        p.setFont(font)
        for turn, name in TICKS:
            x = self.x_of(turn)
            p.setPen(QPen(theme.color("soft"), 1.5))
            p.drawLine(QPointF(x, y - 6), QPointF(x, y + 6))
            if name:
                p.drawText(QRectF(x - 40, y + 10, 80, 18), Qt.AlignmentFlag.AlignCenter, name)
        if self.hasFocus():
            p.setPen(QPen(theme.color("yew"), 1, Qt.PenStyle.DotLine))
            p.drawRect(self.rect().adjusted(0, 0, -1, -1))
        if self.bench.standpoint.photo_id is None:
            p.setPen(Qt.PenStyle.NoPen)
            p.setBrush(theme.color("yew"))
            p.drawEllipse(QPointF(self.x_of(self.bench.outlook.view.turn), y), 8, 8)

    def _go(self, turn: float) -> None:
        self.bench.outlook.set_view(self.bench.outlook.view.turned(turn, self.bench.outlook.view.tilt))

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Snap to a tick, or go where the click was."""
        assert event is not None
        self.setFocus()
        x = event.position().x()
        near = min(TICKS, key=lambda t: abs(self.x_of(t[0]) - x))
        self._go(near[0] if abs(self.x_of(near[0]) - x) < SNAP else self._turn_at(x))
        self._pressed = event.position()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Turn the clay along with the dial."""
        assert event is not None
        if self._pressed is not None and abs(event.position().x() - self._pressed.x()) > 3:
            self._go(self._turn_at(event.position().x()))

    def mouseReleaseEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Let go of the dial."""
        self._pressed = None

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Arrows turn and tilt by steps."""
        assert event is not None
        view = self.bench.outlook.view
        steps = {Qt.Key.Key_Left: (-STEP, 0), Qt.Key.Key_Right: (STEP, 0),
                 Qt.Key.Key_Up: (0, STEP), Qt.Key.Key_Down: (0, -STEP)}  # fmt: skip
        move = steps.get(Qt.Key(event.key()))
        if move is None:
            super().keyPressEvent(event)
            return
        self.bench.outlook.set_view(view.turned(view.turn + move[0], view.tilt + move[1]))


class Turntable(QWidget):
    """Dial, tilt, reading and lens in one row."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.setObjectName("turntable")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.bench = bench
        row = QHBoxLayout(self)
        row.setContentsMargins(8, 4, 12, 4)
        row.setSpacing(8)
        self.dial = Dial(bench)
        row.addWidget(self.dial, 1)
        self.reading = QLabel()
        self.reading.setMinimumWidth(84)
        row.addWidget(self.reading)
        row.addWidget(QLabel("Tilt"))
        self.tilt = QSlider(Qt.Orientation.Horizontal)
        self.tilt.setRange(-89, 89)
        self.tilt.setFixedWidth(64)
        self.tilt.setToolTip("Tilt in degrees, from below to above")
        self.tilt.setAccessibleName("tilt")
        self.tilt.valueChanged.connect(self._tilted)
        row.addWidget(self.tilt)
        self.flat = QCheckBox("flat")
        self.flat.setToolTip("Orthographic: parallel lines stay parallel, nothing shrinks with distance (O)")
        self.flat.clicked.connect(lambda on: bench.outlook.set_view(replace(bench.outlook.view, orthographic=on)))
        row.addWidget(self.flat)
        self.lens = QDoubleSpinBox()
        self.lens.setRange(12, 400)
        self.lens.setDecimals(0)
        self.lens.setSuffix(" mm")
        self.lens.setButtonSymbols(QDoubleSpinBox.ButtonSymbols.NoButtons)
        self.lens.setFixedWidth(68)
        self.lens.setKeyboardTracking(False)
        self.lens.setToolTip("Lens of the view, as on a 36 x 24 mm frame")
        self.lens.setAccessibleName("lens")
        self.lens.valueChanged.connect(lambda v: bench.outlook.set_view(bench.outlook.view.with_lens(v)))
        row.addWidget(self.lens)
        bench.outlook.changed.connect(self.refresh)
        bench.standpoint.changed.connect(self.refresh)
        bench.portrait_changed.connect(self.refresh)
        self.refresh()

    def _tilted(self, value: int) -> None:
        self.bench.outlook.set_view(self.bench.outlook.view.turned(self.bench.outlook.view.turn, value))

    def refresh(self) -> None:
        """Show the view in force."""
        view = self.bench.outlook.view
        photo = self.bench.standpoint.photo()
        for widget in (self.tilt, self.flat, self.lens):
            widget.blockSignals(True)
        self.tilt.setValue(round(view.tilt))
        self.flat.setChecked(view.orthographic)
        self.lens.setValue(view.lens)
        self.lens.setEnabled(not view.orthographic)
        if photo is not None and photo.standpoint is not None:
            self.reading.setText(phrase("lens {0:.0f} mm", photo.standpoint.lens))
        else:
            side = "" if abs(view.turn) < 0.5 else (" L" if view.turn > 0 else " R")
            self.reading.setText(phrase("{0:.0f}°{1} · {2:+.0f}°", abs(view.turn), side, view.tilt))
        for widget in (self.tilt, self.flat, self.lens):
            widget.blockSignals(False)
        self.dial.update()
