"""Windows for a second screen: the clay from another side, and the sitter wall."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtGui import QCloseEvent
from PyQt6.QtWidgets import QVBoxLayout, QWidget

from yewfinch.app.view.side_view import SideView
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench

#: The side that the second view shows at first.
_FROM = "three-quarter-right"


class SecondView(QWidget):
    """The clay from another side, live: drag turns it, the wheel zooms, a double click takes the large view there."""

    def __init__(self, bench: Bench, viewport: Viewport, parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Window)
        self.setWindowTitle("Yewfinch: second view")
        self.resize(720, 720)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.view = SideView(bench, viewport, _FROM, 3)
        column.addWidget(self.view)


class WallWindow(QWidget):
    """The sitter wall on its own; closing the window hangs it in its place again.

    Parameters
    ----------
    wall : QWidget
    back : callable
        Takes the wall back.
    """

    def __init__(self, wall: QWidget, back: Callable[[], None], parent: QWidget) -> None:
        super().__init__(parent, Qt.WindowType.Window)
        self.setWindowTitle("Yewfinch: the sitter")
        self.setObjectName("panelWindow")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._back = back
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(wall)
        wall.show()
        self.resize(520, 760)

    def closeEvent(self, event: QCloseEvent | None) -> None:  # noqa: N802
        """The wall goes back to where it hung."""
        self._back()
        super().closeEvent(event)
        self.deleteLater()
