"""Rings of Python objects are only taken apart in the window's thread: Qt's things must not be deleted in another."""

from __future__ import annotations

import contextlib
import ctypes
import gc

from PyQt6.QtCore import QObject, QTimer

#: Milliseconds between two looks at whether there is anything to do.
_EVERY = 1000
#: Milliseconds before the first of these: what a start leaves is much, and would be in the way of the first picture.
_FIRST = 4000


def _give_back() -> None:
    """Give memory that nobody uses back to the system: the C library keeps it, and what a portrait took is much."""
    with contextlib.suppress(OSError, AttributeError):  # another C library
        ctypes.CDLL(None).malloc_trim(0)


class Garbage(QObject):
    """Does what Python would do by itself in whatever thread happens to allocate.

    Parameters
    ----------
    parent : QObject
        Lives in the window's thread.
    """

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._limits = gc.get_threshold()
        gc.disable()
        self._clock = QTimer(self)
        self._clock.setInterval(_EVERY)
        self._clock.timeout.connect(self.look)
        QTimer.singleShot(_FIRST, self._clock.start)

    def set_apart(self) -> None:
        """What there is now is not looked through again.

        Programs and kernels above all, which took nearly a tenth of a second each time.
        """
        gc.freeze()

    def look_through(self) -> None:
        """Look through all there is, once a portrait has been left for another; it may hold on to itself."""
        gc.unfreeze()
        gc.collect()
        gc.freeze()
        _give_back()

    def look(self) -> None:
        """Collect the youngest generations that have grown past Python's own limits."""
        counts = gc.get_count()
        for generation in (2, 1, 0):
            if counts[generation] > self._limits[generation]:
                gc.collect(generation)
                return
