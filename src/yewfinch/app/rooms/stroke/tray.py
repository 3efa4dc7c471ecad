"""The tray: tools, size and strength, undo, symmetry and the last colours round the cursor, for a hand with a pen."""

from __future__ import annotations

import time
from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QColor, QIcon, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPixmap
from PyQt6.QtWidgets import QGridLayout, QHBoxLayout, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.rooms.stroke.favourites import Favourites
from yewfinch.app.rooms.stroke.tool_picture import picture
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.sculpt.toolbox import tool
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase

#: Side of a cell and of a small button, pixels.
CELL, SMALL = 58, 34
#: A key that is down for less stays a tap, and the tray open; seconds.
TAP = 0.35
#: Pixels of dragging that double the size, and that take the strength from nothing to all.
DOUBLE, WHOLE = 60.0, 160.0
#: So many of the colours used last stand in the tray.
COLOURS = 6
#: Cells of the favourites 1 to 8, row and column, clockwise from the top; the middle is for size and strength.
_ROUND = ((0, 1), (0, 2), (1, 2), (2, 2), (2, 1), (2, 0), (1, 0), (0, 0))


class Tray:
    """Opens at the cursor, and remembers the colours that strokes have laid on.

    Parameters
    ----------
    view : Viewport
    favourites : Favourites
    undo, redo : callable
        Of the window.
    """

    def __init__(
        self, view: Viewport, favourites: Favourites, undo: Callable[[], object], redo: Callable[[], object]
    ) -> None:
        self.view, self.bench, self.favourites = view, view.bench, favourites
        self.undo, self.redo = undo, redo
        self.colours: list[tuple[int, int, int]] = []
        self.sheet: TraySheet | None = None
        view.stroke_ended.connect(self._remember)
        view.second_pressed.connect(self.open)

    def _remember(self) -> None:
        if self.bench.tools.tool.channel == "colour":
            rgb = self.bench.tools.rgb
            self.colours = [rgb, *(c for c in self.colours if c != rgb)][:COLOURS]

    def open(self) -> None:
        """Lay it out round the cursor, as far as the screen reaches."""
        if self.view.busy:
            return
        pointer = self.view.pointer
        at = QPointF(self.view.width() / 2, self.view.height() / 2) if pointer is None else pointer
        self.sheet = TraySheet(self)
        middle = self.view.mapToGlobal(at.toPoint())
        self.sheet.move(middle)
        self.sheet.show()
        corner = self.sheet.pos() + middle - self.sheet.pad.mapToGlobal(self.sheet.pad.rect().center())
        screen = self.view.screen()
        if screen is not None:
            room = screen.availableGeometry()
            corner.setX(min(max(corner.x(), room.left()), room.right() - self.sheet.width()))
            corner.setY(min(max(corner.y(), room.top()), room.bottom() - self.sheet.height()))
        self.sheet.move(corner)


class Pad(QWidget):
    """The middle of the tray: drag across for the size, up and down for the strength."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        self.setFixedSize(CELL, CELL)
        self.setCursor(Qt.CursorShape.SizeAllCursor)
        self.setAccessibleName("size and strength")
        self.setToolTip("Drag to the right for a larger tool, up for a stronger one")
        self._from: tuple[QPointF, float, float] | None = None

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """The tool in hand with its size and strength."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setPen(theme.color("yew"))
        p.setBrush(theme.color("tint"))
        p.drawRoundedRect(self.rect().adjusted(1, 1, -2, -2), 6, 6)
        p.setPen(theme.color("ink"))
        settings = self.bench.tools.settings
        p.drawText(
            self.rect(),
            Qt.AlignmentFlag.AlignCenter,
            phrase("{0:.3g} mm\n{1} %", settings.size, round(settings.strength * 100)),
        )

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Begin from what is set."""
        assert event is not None
        settings = self.bench.tools.settings
        self._from = event.globalPosition(), settings.size, settings.strength

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Follow the pointer."""
        assert event is not None
        if self._from is not None:
            start, size, strength = self._from
            way = event.globalPosition() - start
            self.bench.tools.change(
                size=size * 2.0 ** (way.x() / DOUBLE), strength=min(max(strength - way.y() / WHOLE, 0.01), 1.0)
            )
            self.update()

    def mouseReleaseEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Let go."""
        self._from = None


class TraySheet(QWidget):
    """The tray while it is open. Choosing closes it; so does a click beside it, Esc, or a held key that goes up."""

    def __init__(self, tray: Tray) -> None:
        super().__init__(tray.view, Qt.WindowType.Popup)
        self.setObjectName("popup")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setAccessibleName("Tray")
        self.tray, self.bench = tray, tray.bench
        self._opened = time.monotonic()
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 8, 8, 8)
        column.setSpacing(6)
        grid = QGridLayout()
        grid.setSpacing(4)
        self.pad = Pad(self.bench)
        grid.addWidget(self.pad, 1, 1)
        self.tools: dict[int, QToolButton] = {}
        for number, (row, col) in enumerate(_ROUND, 1):
            grid.addWidget(self._favourite(number), row, col)
        column.addLayout(grid)
        low = QHBoxLayout()
        low.setSpacing(4)
        self.small: dict[str, QToolButton] = {}
        low.addWidget(self._favourite(9, SMALL))
        low.addStretch(1)
        for name, title, look, run in (
            ("undo", "Undo", "arrow-u-up-left", tray.undo),
            ("redo", "Redo", "arrow-u-up-right", tray.redo),
            ("symmetry", "Symmetry", "flip-horizontal", self._symmetry),
        ):
            button = _small(title, theme.icon(look))
            button.clicked.connect(partial(self._do, run))
            self.small[name] = button
            low.addWidget(button)
        self.small["symmetry"].setCheckable(True)
        self.small["symmetry"].setChecked(self.bench.tools.symmetry)
        column.addLayout(low)
        self.colours: list[QToolButton] = []
        if tray.colours:
            swatches = QHBoxLayout()
            swatches.setSpacing(4)
            for rgb in tray.colours:
                button = _small(phrase("colour {0}, {1}, {2}", rgb[0], rgb[1], rgb[2]), _swatch(rgb))
                button.clicked.connect(partial(self._do, partial(self.bench.tools.set_colour, rgb)))
                self.colours.append(button)
                swatches.addWidget(button)
            swatches.addStretch(1)
            column.addLayout(swatches)

    def _favourite(self, number: int, side: int = CELL) -> QToolButton:
        name = self.tray.favourites.tool_of(number)
        button = QToolButton()
        button.setFixedSize(side, side)
        button.setCheckable(True)
        button.setEnabled(bool(name))
        if name:
            spec = tool(name)
            button.setIcon(picture(spec.section))
            button.setIconSize(QSize(side - 10, side - 10))
            button.setToolTip(phrase("<b>{0}</b> ({1})<br>{2}", spec.title, number, spec.hint))
            button.setAccessibleName(spec.title)
            button.setChecked(name == self.bench.tools.tool_id)
            button.clicked.connect(partial(self._do, partial(self.bench.tools.take, name)))
        else:
            button.setAccessibleName(phrase("key {0}, free", number))
            button.setToolTip(phrase("No tool is on the key {0}", number))
        self.tools[number] = button
        return button

    def _symmetry(self) -> None:
        self.bench.tools.set_symmetry(not self.bench.tools.symmetry)

    def _do(self, run: Callable[[], object], _on: bool = False) -> None:
        self.close()
        run()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Number keys choose; Esc closes."""
        assert event is not None
        number = event.key() - Qt.Key.Key_0
        if 1 <= number <= 9 and self.tools[number].isEnabled():
            self.tools[number].click()
            return
        super().keyPressEvent(event)

    def keyReleaseEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """A held key that goes up chooses what is under the pointer; after a tap the tray stays."""
        assert event is not None
        if event.key() != Qt.Key.Key_Space or event.isAutoRepeat():
            super().keyReleaseEvent(event)
            return
        if time.monotonic() - self._opened < TAP:
            return
        under = next((b for b in self.findChildren(QToolButton) if b.underMouse() and b.isEnabled()), None)
        if under is not None:
            under.click()
        else:
            self.close()


def _small(title: str, look: QIcon) -> QToolButton:
    button = QToolButton()
    button.setFixedSize(SMALL, SMALL)
    button.setIcon(look)
    button.setToolTip(title)
    button.setAccessibleName(title)
    return button


def _swatch(rgb: tuple[int, int, int]) -> QIcon:
    pixmap = QPixmap(22, 22)
    pixmap.fill(QColor(*rgb))
    return QIcon(pixmap)
