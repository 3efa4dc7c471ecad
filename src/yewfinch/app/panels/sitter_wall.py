"""The sitter wall: the photos, always in sight, with how well each is matched."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtCore import QSize, Qt, pyqtSignal
from PyQt6.QtGui import QDragEnterEvent, QDropEvent, QMouseEvent, QPixmap, QResizeEvent
from PyQt6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QScrollArea,
    QSlider,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app import theme
from yewfinch.app.bench import Bench
from yewfinch.app.photos import PhotoStore
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.sitter.likeness import offsets, overall
from yewfinch.core.sitter.photo import SUFFIXES, Photo, read_photo

THUMB = 480


class PhotoCard(QFrame):
    """One photo: click to stand there, or to mark it if it is not matched yet."""

    clicked = pyqtSignal(str)
    mark_asked = pyqtSignal(str)
    remove_asked = pyqtSignal(str)

    def __init__(self, photo: Photo, pixmap: QPixmap) -> None:
        super().__init__()
        self.photo_id = photo.id
        self.setProperty("card", True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(f"photo {photo.name}")
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        column = QVBoxLayout(self)
        column.setContentsMargins(6, 6, 6, 4)
        column.setSpacing(2)
        self._pixmap = pixmap
        self.picture = QLabel()
        self.picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
        column.addWidget(self.picture)
        row = QHBoxLayout()
        row.setSpacing(2)
        texts = QVBoxLayout()
        texts.setSpacing(0)
        self.name = QLabel(photo.name)
        self.state = QLabel()
        texts.addWidget(self.name)
        texts.addWidget(self.state)
        row.addLayout(texts, 1)
        self.mark = QToolButton()
        self.mark.setIcon(theme.icon("map-pin"))
        self.mark.setToolTip("Mark landmarks on this photo")
        self.mark.setAccessibleName(f"mark landmarks on {photo.name}")
        self.mark.clicked.connect(lambda: self.mark_asked.emit(self.photo_id))
        self.remove = QToolButton()
        self.remove.setIcon(theme.icon("trash", "soft"))
        self.remove.setToolTip("Take this photo off the wall (can be undone)")
        self.remove.setAccessibleName(f"remove {photo.name}")
        self.remove.clicked.connect(lambda: self.remove_asked.emit(self.photo_id))
        row.addWidget(self.mark)
        row.addWidget(self.remove)
        column.addLayout(row)

    def show_state(self, text: str, tone: str, chosen: bool) -> None:
        """The line under the name, and whether the sculptor stands here."""
        self.state.setText(text)
        for name in ("soft", "warn"):
            self.state.setProperty(name, tone == name)
        style = self.style()
        assert style is not None
        style.unpolish(self.state)
        style.polish(self.state)
        line = theme.palette().yew if chosen else theme.palette().line
        self.setStyleSheet(f"PhotoCard {{ border: {2 if chosen else 1}px solid {line}; }}")

    def fit(self, width: int, most: int) -> None:
        """Scale the picture to the card."""
        ratio = self.devicePixelRatioF()
        scaled = self._pixmap.scaled(
            QSize(round((width - 16) * ratio), round(most * ratio)), Qt.AspectRatioMode.KeepAspectRatio,
            Qt.TransformationMode.SmoothTransformation,
        )  # fmt: skip
        scaled.setDevicePixelRatio(ratio)
        self.picture.setPixmap(scaled)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """A click on the card."""
        if event is not None and event.button() == Qt.MouseButton.LeftButton:
            self.clicked.emit(self.photo_id)

    def keyPressEvent(self, event: object) -> None:  # noqa: N802
        """Return and space are clicks."""
        from PyQt6.QtGui import QKeyEvent

        assert isinstance(event, QKeyEvent)
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.clicked.emit(self.photo_id)
        else:
            super().keyPressEvent(event)


class SitterWall(QWidget):
    """All photos, overlay controls for the one stood at, and a place to drop more.

    Signals
    -------
    mark_asked : (str,) photo id
    add_asked : () open the dialog
    """

    mark_asked = pyqtSignal(str)
    add_asked = pyqtSignal()

    def __init__(self, bench: Bench, photos: PhotoStore) -> None:
        super().__init__()
        self.bench, self.photos = bench, photos
        self.setAcceptDrops(True)
        self.setMinimumWidth(232)
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 8, 6, 8)
        column.setSpacing(6)
        head = QHBoxLayout()
        title = QLabel("Sitter wall")
        title.setProperty("head", True)
        self.count = QLabel()
        self.count.setProperty("soft", True)
        add = QToolButton()
        add.setIcon(theme.icon("plus"))
        add.setToolTip("Add photos (Ctrl+Shift+O), or drop them here")
        add.setAccessibleName("add photos")
        add.clicked.connect(self.add_asked)
        head.addWidget(title)
        head.addStretch(1)
        head.addWidget(self.count)
        head.addWidget(add)
        column.addLayout(head)
        self.overlay = OverlayBar(bench)
        column.addWidget(self.overlay)
        self._area = QScrollArea()
        self._area.setWidgetResizable(True)
        self._area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._body = QWidget()
        self._cards = QVBoxLayout(self._body)
        self._cards.setContentsMargins(0, 0, 8, 0)
        self._cards.setSpacing(8)
        self._area.setWidget(self._body)
        column.addWidget(self._area, 1)
        self.cards: dict[str, PhotoCard] = {}
        self.drop = QPushButton("drop photos here")
        self.drop.setStyleSheet(
            f"border: 1px dashed {theme.palette().soft}; color: {theme.palette().soft}; padding: 10px;"
        )
        self.drop.setToolTip("Add photos: JPEG, PNG, WebP or TIFF")
        self.drop.clicked.connect(self.add_asked)
        column.addWidget(self.drop)
        bench.portrait_changed.connect(self._listen)
        bench.overlay_changed.connect(self.refresh_states)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.bench.portrait.history.changed.connect(self.refresh_states)
        self.rebuild()

    def _field(self, field: str) -> None:
        if field != "sitter":
            return
        if [p.id for p in self.bench.portrait.sitter.photos] != list(self.cards):
            self.rebuild()
        else:
            self.refresh_states()

    def rebuild(self) -> None:
        """Make the cards anew."""
        while (item := self._cards.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.setParent(None)
                widget.deleteLater()
        self.cards = {}
        sitter = self.bench.portrait.sitter
        for photo in sitter.photos:
            pixmap = QPixmap.fromImage(self.photos.image(sitter, photo, THUMB))
            card = PhotoCard(photo, pixmap)
            card.clicked.connect(self._clicked)
            card.mark_asked.connect(self.mark_asked)
            card.remove_asked.connect(self.remove)
            self.cards[photo.id] = card
            self._cards.addWidget(card)
        if not self.cards:
            hint = QLabel(
                "Photos of the sitter hang here. Drop some below, or press the plus; then mark six "
                "landmarks on one with its pin, and Yewfinch works out where it was taken from."
            )
            hint.setProperty("soft", True)
            hint.setWordWrap(True)
            self._cards.addWidget(hint)
        self._cards.addStretch(1)
        self._fit()
        self.refresh_states()

    def refresh_states(self) -> None:
        """Write under each photo how well it is matched."""
        portrait = self.bench.portrait
        points = portrait.landmarks()
        n = len(portrait.sitter.photos)
        self.count.setText(f"{n} photo" if n == 1 else f"{n} photos")
        for photo in portrait.sitter.photos:
            card = self.cards.get(photo.id)
            if card is None:
                continue
            off = overall(offsets(photo, points))
            if photo.standpoint is not None and off is not None:
                text, tone = f"{photo.standpoint.lens:.0f} mm lens · {off:.1f} mm off", "soft"
            elif photo.marks:
                text, tone = f"{len(photo.marks)} marked, not matched", "warn"
            else:
                text, tone = "not matched yet", "warn"
            card.show_state(text, tone, photo.id == self.bench.standing)

    def _clicked(self, photo_id: str) -> None:
        photo = self.bench.portrait.sitter.photo(photo_id)
        if photo.standpoint is None:
            self.mark_asked.emit(photo_id)
        else:
            self.bench.stand_at(None if self.bench.standing == photo_id else photo_id)

    def remove(self, photo_id: str) -> None:
        """Take a photo off the wall, undoably."""
        if self.bench.standing == photo_id:
            self.bench.stand_at(None)
        sitter = self.bench.portrait.sitter
        name = sitter.photo(photo_id).name
        self.bench.portrait.set_field("sitter", sitter.removed(photo_id), f"Remove photo {name}")

    def add(self, paths: list[Path]) -> int:
        """Add photos from disk; those that cannot be opened are named. Returns how many came."""
        added = 0
        sitter = self.bench.portrait.sitter
        problems = []
        for path in paths:
            try:
                photo, data = read_photo(path, {p.id for p in sitter.photos})
            except BadFileError as error:
                problems.append(str(error))
                continue
            sitter = sitter.added(photo, data)
            added += 1
        if added:
            word = "photo" if added == 1 else f"{added} photos"
            self.bench.portrait.set_field("sitter", sitter, f"Add {word}")
        if problems:
            self.bench.say(" ".join(problems), "error")
        return added

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Files may be dropped."""
        if event is not None and photo_paths(event):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Add what was dropped."""
        if event is not None:
            paths = photo_paths(event)
            if paths:
                self.add(paths)
                event.acceptProposedAction()

    def resizeEvent(self, event: QResizeEvent | None) -> None:  # noqa: N802
        """Pictures fill the wall's width."""
        super().resizeEvent(event)
        self._fit()

    def _fit(self) -> None:
        width = max(120, self.width() - 44)
        for card in self.cards.values():
            card.fit(width, 220 if self.width() < 330 else 420)


class OverlayBar(QWidget):
    """Opacity, wipe and blink, while standing where a photo was taken."""

    def __init__(self, bench: Bench) -> None:
        super().__init__()
        self.bench = bench
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 4, 0)
        row.setSpacing(4)
        self.leave = QToolButton()
        self.leave.setIcon(theme.icon("arrow-left"))
        self.leave.setToolTip("Leave the standpoint (Esc, or turn the view)")
        self.leave.setAccessibleName("leave the standpoint")
        self.leave.clicked.connect(lambda: bench.stand_at(None))
        self.opacity = QSlider(Qt.Orientation.Horizontal)
        self.opacity.setRange(0, 100)
        self.opacity.setToolTip("How strongly the photo lies over the clay")
        self.opacity.setAccessibleName("photo opacity")
        self.opacity.valueChanged.connect(lambda v: bench.set_overlay(opacity=v / 100))
        self.value = QLabel()
        self.value.setFixedWidth(36)
        self.wipe = QToolButton()
        self.wipe.setIcon(theme.icon("square-split-horizontal"))
        self.wipe.setCheckable(True)
        self.wipe.setToolTip("Wipe: photo on one side, clay on the other; drag the line (W)")
        self.wipe.setAccessibleName("wipe")
        self.wipe.clicked.connect(lambda on: bench.set_overlay(wipe=0.5 if on else None))
        self.blink = QToolButton()
        self.blink.setIcon(theme.icon("eye"))
        self.blink.setCheckable(True)
        self.blink.setToolTip("Blink: photo and clay in turn (B)")
        self.blink.setAccessibleName("blink")
        self.blink.clicked.connect(lambda on: bench.set_overlay(blink=on))
        for widget in (self.leave, self.opacity, self.value, self.wipe, self.blink):
            row.addWidget(widget)
        bench.overlay_changed.connect(self.refresh)
        bench.portrait_changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Show the overlay in force."""
        o = self.bench.overlay
        self.setVisible(self.bench.standing_photo() is not None)
        self.opacity.blockSignals(True)
        self.opacity.setValue(round(o.opacity * 100))
        self.opacity.blockSignals(False)
        self.value.setText(f"{o.opacity * 100:.0f} %")
        self.wipe.setChecked(o.wipe is not None)
        self.blink.setChecked(o.blink)


def photo_paths(event: QDropEvent) -> list[Path]:
    """Local files of a drop that look like photos."""
    data = event.mimeData()
    if data is None:
        return []
    paths = [Path(u.toLocalFile()) for u in data.urls() if u.isLocalFile()]
    return [p for p in paths if p.suffix.lower() in SUFFIXES]
