"""What lies to the left and to the right of the clay, and how broad it is; mirrored for the left hand."""

from __future__ import annotations

from PyQt6.QtWidgets import QBoxLayout, QSplitter, QWidget

from yewfinch.core.session.settings import Settings

#: Breadth of wall, clay and inspector to begin with, pixels.
_WIDTHS = [232, 722, 326]


class Sides:
    """Orders wall, clay and inspector: from left to right, or from right to left for the left hand.

    Parameters
    ----------
    settings : Settings
        Keep the order and how broad each is.
    split : QSplitter
    parts : (wall, clay, inspector)
    strip_beside : QBoxLayout
        Holds the strip of tools and the clay.
    """

    def __init__(
        self, settings: Settings, split: QSplitter, parts: tuple[QWidget, QWidget, QWidget], strip_beside: QBoxLayout
    ) -> None:
        self._settings, self._split, self._parts, self._row = settings, split, parts, strip_beside
        self.order()
        split.splitterMoved.connect(self._keep)

    def order(self) -> None:
        """Lay them out as the settings say; what stands in a window of its own stays there."""
        left = self._settings.left_handed
        here = [p for p in (self._parts[::-1] if left else self._parts) if p.parentWidget() is self._split]
        for i, part in enumerate(here):
            self._split.insertWidget(i, part)
            self._split.setStretchFactor(i, int(part is self._parts[1]))
        self._row.setDirection(QBoxLayout.Direction.RightToLeft if left else QBoxLayout.Direction.LeftToRight)
        self.as_kept()

    def as_kept(self) -> None:
        """As broad as they were left."""
        widths = self._settings.arrangement.widths or _WIDTHS
        self._split.setSizes(widths[::-1] if self._settings.left_handed else widths)

    def _keep(self) -> None:
        sizes = self._split.sizes()
        if all(sizes) and len(sizes) == len(_WIDTHS):
            self._settings.arrangement.widths = sizes[::-1] if self._settings.left_handed else sizes
