"""In which order the keyboard goes through the bench: as it is read, part by part."""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QApplication, QScrollArea, QWidget

#: Controls whose upper edges differ by less are of one row, pixels.
_ROW = 10


class FocusOrder:
    """Goes to the next control, or to the next part of the bench.

    Parameters
    ----------
    parts : sequence of QWidget
        In their order; those that are folded away are left out.
    """

    def __init__(self, parts: Sequence[QWidget]) -> None:
        self._parts = parts
        self._last: dict[int, QWidget] = {}

    def step(self, forward: bool) -> bool:
        """To the next control in reading order, or to the one before; False if there is none."""
        now = QApplication.focusWidget()
        order = [c for part in self._shown() for c in _controls(part)]
        if not order:
            return False
        at = order.index(now) if now in order else (-1 if forward else 0)
        self._take(order[(at + (1 if forward else -1)) % len(order)], forward)
        return True

    def step_part(self, forward: bool) -> None:
        """To the next part of the bench, or to the one before: there to where the keyboard was last."""
        now = QApplication.focusWidget()
        parts = [p for p in self._shown() if _controls(p)]
        if not parts:
            return
        at = next((i for i, p in enumerate(parts) if now is not None and (p is now or p.isAncestorOf(now))), None)
        if at is not None and now is not None:
            self._last[id(parts[at])] = now
        there = parts[0 if at is None else (at + (1 if forward else -1)) % len(parts)]
        controls, last = _controls(there), self._last.get(id(there))
        self._take(last if last in controls else controls[0], True)

    def _shown(self) -> list[QWidget]:
        shown = [p for p in self._parts if p.isVisible() and p.window() is self._parts[0].window()]
        return [p for p in shown if not any(p is not other and p.isAncestorOf(other) for other in shown)]

    @staticmethod
    def _take(control: QWidget, forward: bool) -> None:
        control.setFocus(Qt.FocusReason.TabFocusReason if forward else Qt.FocusReason.BacktabFocusReason)


def _controls(part: QWidget) -> list[QWidget]:
    """What in a part can be reached by the keyboard, row by row from above, each row from the left."""
    areas = [a for a in part.findChildren(QScrollArea) if a.isVisible()]
    found = [
        c
        for c in (part, *part.findChildren(QWidget))
        if c.focusPolicy() & Qt.FocusPolicy.TabFocus and c.isVisible() and c.isEnabled() and c.focusProxy() is None
    ]

    def place(c: QWidget, within: QWidget) -> tuple[int, int]:
        at = c.mapTo(within, QPoint(0, 0)) if c is not within else QPoint(-1, -_ROW)
        return at.y() // _ROW, at.x()

    def way(c: QWidget) -> tuple[tuple[int, int], ...]:
        """Its place, after that of what it is scrolled in, so that this is gone through as a whole."""
        over = next((a for a in areas if a is not c and a.isAncestorOf(c)), None)
        return (place(c, part),) if over is None else (place(over, part), place(c, over))

    return sorted((c for c in found if type(c) is not QScrollArea), key=way)
