"""What stands in the middle of the window: the clay, or a page that a room puts in its place."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtWidgets import QStackedWidget, QWidget

from yewfinch.core.shared.phrases import phrase


class Pages(QStackedWidget):
    """The clay is the first page; others are made when they are first shown."""

    def __init__(self) -> None:
        super().__init__()
        self._makers: dict[str, Callable[[], QWidget]] = {}
        self._made: dict[str, QWidget] = {}
        self._alone: set[str] = set()

    def declare(self, name: str, make: Callable[[], QWidget], *, alone: bool = False) -> None:
        """Take up a page; some are shown without the rest of the bench.

        Raises
        ------
        ValueError
            If there is one of its name.
        """
        if name in self._makers:
            raise ValueError(phrase("there is a page {0!r} already", name))
        self._makers[name] = make
        if alone:
            self._alone.add(name)

    def page(self, name: str) -> QWidget:
        """A page, made now if it is not there yet.

        Raises
        ------
        KeyError
            If none was declared of that name.
        """
        if name not in self._made:
            self._made[name] = self._makers[name]()
            self.addWidget(self._made[name])
        return self._made[name]

    def turn_to(self, name: str) -> None:
        """Show a page in the place of the clay."""
        self.setCurrentWidget(self.page(name))

    def shows(self, name: str) -> bool:
        """Is a page shown?"""
        return name in self._made and self.currentWidget() is self._made[name]

    @property
    def is_alone(self) -> bool:
        """Is a page shown that wants nothing beside it?"""
        return any(self.shows(name) for name in self._alone)

    def back_to_clay(self) -> None:
        """Show the clay, and give it the keys."""
        self.setCurrentIndex(0)
        clay = self.currentWidget()
        if clay is not None:
            clay.setFocus()
