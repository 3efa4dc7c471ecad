"""The start page: what to begin with, and what was worked on last."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PyQt6.QtCore import QSize, Qt
from PyQt6.QtGui import QIcon, QPixmap, QShowEvent
from PyQt6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QPushButton, QToolButton, QVBoxLayout, QWidget

from yewfinch.app.kit import theme
from yewfinch.core.formats import container
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.phrases import phrase

#: Side of a recent portrait's picture, pixels, and how many of them stand in the row.
PREVIEW, ROW = 116, 6

#: A way to begin: key, title, what it does, the icon.
WAYS = (
    ("photos", "A head from photos", "Photos of a sitter, a few landmarks, and the bench measures the head.", "camera"),
    ("figure", "A base head or figure", "A man, woman or child of any age, steered in millimetres.", "user"),
    ("ball", "A ball of clay", "Nothing but clay, 180 mm across.", "circle"),
    ("demo", "The demo portrait", "A sitter with five photos, marked and measured, to try it all on.", "user-focus"),
    ("tour", "A tour in eight steps", "On the demo portrait, by your own hand; left at any step.", "map-pin"),
    ("open", "Open…", "A portrait from a file.", "folder-open"),
)  # fmt: skip


class StartPage(QWidget):
    """Ways to begin, and the newest portraits with their pictures.

    Parameters
    ----------
    settings : Settings
    ways : mapping of key to callable
        What each of `WAYS` does.
    recent : callable
        Opens a portrait.
    """

    def __init__(
        self, settings: Settings, ways: dict[str, Callable[[], object]], recent: Callable[[Path], object]
    ) -> None:
        super().__init__()
        self.settings, self._recent = settings, recent
        self.setObjectName("startPage")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        outer = QHBoxLayout(self)
        outer.addStretch(1)
        column = QVBoxLayout()
        column.setSpacing(14)
        outer.addLayout(column, 4)
        outer.addStretch(1)
        column.addStretch(2)
        title = QLabel("What will you work on?")
        title.setProperty("title", True)
        column.addWidget(title)
        grid = QGridLayout()
        grid.setSpacing(12)
        self.ways: dict[str, QPushButton] = {}
        for i, (key, name, words, icon) in enumerate(WAYS):
            button = _card(name, words, icon)
            button.clicked.connect(partial(self._run, ways[key]))
            self.ways[key] = button
            grid.addWidget(button, i // 3, i % 3)
        for i in range(3):
            grid.setColumnStretch(i, 1)
        column.addLayout(grid)
        self.head = QLabel("Worked on last")
        self.head.setProperty("head", True)
        column.addWidget(self.head)
        self._row = QHBoxLayout()
        self._row.setSpacing(10)
        column.addLayout(self._row)
        self.recent: list[QToolButton] = []
        column.addStretch(3)

    def _run(self, way: Callable[[], object], _on: bool = False) -> None:
        way()

    def showEvent(self, event: QShowEvent | None) -> None:  # noqa: N802
        """Show the portraits that are the newest now."""
        while (item := self._row.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.deleteLater()
        self.recent = []
        for name in self.settings.recent[:ROW]:
            path = Path(name)
            button = QToolButton()
            button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextUnderIcon)
            button.setText(button.fontMetrics().elidedText(path.stem, Qt.TextElideMode.ElideMiddle, PREVIEW))
            button.setIconSize(QSize(PREVIEW, PREVIEW))
            button.setFixedSize(PREVIEW + 16, PREVIEW + 38)
            there = path.is_file()
            button.setEnabled(there)
            button.setToolTip(name if there else phrase("{0} is not there any more", name))
            button.setAccessibleName(phrase("open {0}", path.stem))
            button.setIcon(_preview(path) if there else theme.icon("cube", "soft", 48))
            button.clicked.connect(partial(self._open, path))
            self._row.addWidget(button)
            self.recent.append(button)
        self._row.addStretch(1)
        self.head.setVisible(bool(self.recent))
        super().showEvent(event)

    def _open(self, path: Path, _on: bool = False) -> None:
        self._recent(path)


def _card(title: str, words: str, icon: str) -> QPushButton:
    """A large button with a picture, a title and a sentence."""
    button = QPushButton()
    button.setProperty("card", True)
    button.setFixedHeight(112)
    button.setAccessibleName(title)
    button.setAccessibleDescription(words)
    row = QHBoxLayout(button)
    row.setContentsMargins(16, 12, 16, 12)
    row.setSpacing(14)
    look = QLabel()
    look.setPixmap(theme.icon(icon, "yew", 40).pixmap(40, 40))
    look.setAlignment(Qt.AlignmentFlag.AlignTop)
    row.addWidget(look)
    text = QVBoxLayout()
    head, body = QLabel(title), QLabel(words)
    head.setProperty("head", True)
    body.setProperty("soft", True)
    body.setWordWrap(True)
    text.addWidget(head)
    text.addWidget(body)
    text.addStretch(1)
    row.addLayout(text, 1)
    for label in (look, head, body):
        label.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
    return button


def _preview(path: Path) -> QIcon:
    """A portrait's own picture; a plain sign if it has none or cannot be read."""
    data = container.preview_of(path)
    pixmap = QPixmap()
    if data is None or not pixmap.loadFromData(data):
        return theme.icon("cube", "soft", 48)
    return QIcon(pixmap)
