"""The sitter wall: the photos, always in sight, with how well each is matched."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from PyQt6.QtCore import QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QDragEnterEvent,
    QDropEvent,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPixmap,
    QResizeEvent,
)
from PyQt6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QMenu,
    QPushButton,
    QScrollArea,
    QSizePolicy,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.rooms.sitter.overlay_bar import OverlayBar
from yewfinch.app.rooms.sitter.photo_details import PhotoDetails
from yewfinch.app.rooms.sitter.photo_pane import PhotoFloat, PhotoPane
from yewfinch.app.view.photo_store import THUMB, PhotoStore
from yewfinch.core.document.verbs import marking
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import in_a_row, phrase
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.photo import SUFFIXES, Photo
from yewfinch.core.sitter.solution import Solution

#: A search field appears when so many photos hang on the wall.
MANY = 8


class PhotoCard(QFrame):
    """One photo: click to stand there, or to mark it if it is not matched yet.

    Signals
    -------
    clicked, mark_asked, menu_asked : (str,) photo id
    stepped : (str, int) one place up or down
    """

    clicked = pyqtSignal(str)
    mark_asked = pyqtSignal(str)
    menu_asked = pyqtSignal(str)
    stepped = pyqtSignal(str, int)

    def __init__(self, photo: Photo) -> None:
        super().__init__()
        self.photo_id = photo.id
        self.setProperty("card", True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        column = QVBoxLayout(self)
        column.setContentsMargins(6, 6, 6, 4)
        column.setSpacing(2)
        self._pixmap = QPixmap()
        self._room = (160, 200)
        self._shape = photo.height / photo.width
        self.picture = QLabel()
        self.picture.setAlignment(Qt.AlignmentFlag.AlignCenter)
        column.addWidget(self.picture)
        row = QHBoxLayout()
        row.setSpacing(2)
        texts = QVBoxLayout()
        texts.setSpacing(0)
        self.name = QLabel()
        self.state = QLabel()
        for label in (self.name, self.state):  # a narrow wall cuts words, not buttons
            label.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
            texts.addWidget(label)
        row.addLayout(texts, 1)
        self.mark = QToolButton()
        self.mark.setIcon(theme.icon("map-pin"))
        self.mark.setToolTip("Put this photo on the desk: landmarks, lines, scale, drawings, frame")
        self.mark.clicked.connect(lambda: self.mark_asked.emit(self.photo_id))
        self.more = QToolButton()
        self.more.setIcon(theme.icon("dots-three", "soft"))
        self.more.setToolTip("Name, note, tags, order, own window, remove")
        self.more.clicked.connect(lambda: self.menu_asked.emit(self.photo_id))
        row.addWidget(self.mark)
        row.addWidget(self.more)
        column.addLayout(row)
        self.note = QLabel()
        self.note.setWordWrap(True)
        self.note.setProperty("soft", True)
        column.addWidget(self.note)
        self.describe(photo)

    def describe(self, photo: Photo) -> None:
        """Name, note and tags."""
        self.setAccessibleName(phrase("photo {0}", photo.name))
        self.mark.setAccessibleName(phrase("put {0} on the desk", photo.name))
        self.more.setAccessibleName(phrase("more for {0}", photo.name))
        self.name.setText(photo.name)
        tags = in_a_row(" ", (f"#{t}" for t in photo.tags))
        text = phrase("{0}  {1}", photo.note, tags).strip()
        self.note.setText(text)
        self.note.setVisible(bool(text))

    def show_state(self, text: str, tone: str, chosen: bool, tip: str = "") -> None:
        """The line under the name, and whether the sculptor stands here."""
        if self.state.text() == text and self.property("chosen") is chosen and self.property("tone") == tone:
            return
        self.state.setText(text)
        self.state.setToolTip(tip)
        for name in ("soft", "warn"):
            self.state.setProperty(name, tone == name)
        self.setProperty("chosen", chosen)
        self.setProperty("tone", tone)
        style = self.style()
        assert style is not None
        for widget in (self.state, self):
            style.unpolish(widget)
            style.polish(widget)

    def show_picture(self, image: QImage, shape: float) -> None:
        """Another picture; an empty one leaves a quiet field of the same `shape` (height / width)."""
        self._shape = shape
        self._pixmap = QPixmap.fromImage(image)
        self.fit(*self._room)

    def fit(self, width: int, most: int) -> None:
        """Scale the picture to the card."""
        self._room = (width, most)
        ratio = self.devicePixelRatioF()
        w = max(16, width - 16)
        h = min(most, w * self._shape)
        size = QSize(round(min(w, h / self._shape) * ratio), round(h * ratio))
        if self._pixmap.isNull():
            scaled = QPixmap(size)
            scaled.fill(theme.color("line"))
        else:
            scaled = self._pixmap.scaled(
                size, Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation
            )
        scaled.setDevicePixelRatio(ratio)
        self.picture.setPixmap(scaled)

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """A click on the card; the right button opens its menu."""
        if event is not None and event.button() == Qt.MouseButton.LeftButton:
            self.clicked.emit(self.photo_id)
        elif event is not None and event.button() == Qt.MouseButton.RightButton:
            self.menu_asked.emit(self.photo_id)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Return and space are clicks; Alt with up or down moves the card."""
        assert event is not None
        key = Qt.Key(event.key())
        if key in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.clicked.emit(self.photo_id)
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down) and event.modifiers() & Qt.KeyboardModifier.AltModifier:
            self.stepped.emit(self.photo_id, -1 if key == Qt.Key.Key_Up else 1)
        else:
            super().keyPressEvent(event)


class SitterWall(QWidget):
    """All photos, overlay controls for the one stood at, and a place to drop more.

    Signals
    -------
    mark_asked : (str,) photo id
    add_asked : () open the dialog
    dropped : (list of Path,) photos to add
    """

    mark_asked = pyqtSignal(str)
    add_asked = pyqtSignal()
    dropped = pyqtSignal(object)

    def __init__(self, bench: Bench, photos: PhotoStore) -> None:
        super().__init__()
        self.bench, self.photos = bench, photos
        self.setAcceptDrops(True)
        self.setMinimumWidth(232)
        column = self._column = QVBoxLayout(self)
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
        self.search = QLineEdit()
        self.search.setPlaceholderText("find by name, note or tag")
        self.search.setClearButtonEnabled(True)
        self.search.setAccessibleName("find photos")
        self.search.textChanged.connect(self._filter)
        column.addWidget(self.search)
        self._area = QScrollArea()
        self._area.setAccessibleName("photos")
        self._area.setWidgetResizable(True)
        self._area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self._body = QWidget()
        self._cards = QVBoxLayout(self._body)
        self._cards.setContentsMargins(0, 0, 8, 0)
        self._cards.setSpacing(8)
        self._area.setWidget(self._body)
        column.addWidget(self._area, 1)
        self.cards: dict[str, PhotoCard] = {}
        self._looks: dict[str, tuple[object, ...]] = {}
        self.drop = QPushButton("drop photos here")
        self.drop.setProperty("dashed", True)
        self.drop.setToolTip("Add photos: JPEG, PNG, WebP or TIFF")
        self.drop.clicked.connect(self.add_asked)
        column.addWidget(self.drop)
        self.pane: PhotoPane | None = None
        self.all_button = QPushButton("All photos")
        self.all_button.setToolTip("Hang all photos again (Esc)")
        self.all_button.clicked.connect(lambda: self.fill(None))
        self.all_button.setVisible(False)
        column.addWidget(self.all_button)
        self.floats: list[PhotoFloat] = []
        photos.ready.connect(self._arrived)
        bench.portrait_changed.connect(self._listen)
        bench.standpoint.changed.connect(self.refresh_states)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)
        self.rebuild()

    def _field(self, field: str) -> None:
        if field != "sitter":
            return
        photos = self.bench.portrait.sitter.photos
        if [p.id for p in photos] != list(self.cards):
            self.rebuild()
            return
        for photo in photos:
            looks = (photo.turn, photo.crop, photo.exposure, photo.warmth)
            if self._looks.get(photo.id) != looks:
                self._picture(photo)
                self._looks[photo.id] = looks
        self.refresh_states()

    def rebuild(self) -> None:
        """Make the cards anew."""
        if self.pane is not None and self.pane.photo_id not in {p.id for p in self.bench.portrait.sitter.photos}:
            self.fill(None)
        while (item := self._cards.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.setParent(None)
                widget.deleteLater()
        self.cards = {}
        sitter = self.bench.portrait.sitter
        for photo in sitter.photos:
            card = PhotoCard(photo)
            card.clicked.connect(self._clicked)
            card.mark_asked.connect(self.mark_asked)
            card.menu_asked.connect(self.menu)
            card.stepped.connect(self._step)
            self.cards[photo.id] = card
            self._cards.addWidget(card)
            self._picture(photo)
            self._looks[photo.id] = (photo.turn, photo.crop, photo.exposure, photo.warmth)
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

    def _picture(self, photo: Photo) -> None:
        """Show what there is of a photo's picture; the rest arrives later."""
        frame = framing(photo)
        self.cards[photo.id].show_picture(
            self.photos.image(self.bench.portrait.sitter, photo, THUMB), frame.height / frame.width
        )

    def _arrived(self, photo_id: str) -> None:
        if photo_id in self.cards:
            try:
                self._picture(self.bench.portrait.sitter.photo(photo_id))
            except KeyError:
                return

    def _filter(self, text: str) -> None:
        words = text.lower().replace("#", "").split()
        for photo in self.bench.portrait.sitter.photos:
            told = phrase("{0} {1} {2}", photo.name, photo.note, in_a_row(" ", photo.tags)).lower()
            self.cards[photo.id].setVisible(all(w in told for w in words))

    def refresh_states(self) -> None:
        """Write under each photo how well it is matched."""
        sitter = self.bench.portrait.sitter
        n = len(sitter.photos)
        self.count.setText(phrase("{0} photo", n) if n == 1 else phrase("{0} photos", n))
        self.search.setVisible(n >= MANY and self.pane is None)
        old = self.bench.standpoint.out_of_date()
        for photo in sitter.photos:
            card = self.cards.get(photo.id)
            if card is None:
                continue
            card.describe(photo)
            text, tone, tip = _state(photo, sitter.solution, old)
            card.show_state(text, tone, photo.id == self.bench.standpoint.photo_id, tip)

    def _clicked(self, photo_id: str) -> None:
        photo = self.bench.portrait.sitter.photo(photo_id)
        if photo.standpoint is None:
            self.mark_asked.emit(photo_id)
        else:
            self.bench.standpoint.take(None if self.bench.standpoint.photo_id == photo_id else photo_id)

    def remove(self, photo_id: str) -> None:
        """Take a photo off the wall, undoably."""
        if self.bench.standpoint.photo_id == photo_id:
            self.bench.standpoint.take(None)
        sitter = self.bench.portrait.sitter
        name = sitter.photo(photo_id).name
        self.bench.portrait.set_field("sitter", sitter.removed(photo_id), phrase("Remove photo {0}", name))

    def menu(self, photo_id: str) -> None:
        """Everything else that can be done with a photo."""
        made = self.menu_of(photo_id)
        card = self.cards[photo_id]
        made.popup(card.more.mapToGlobal(card.more.rect().bottomLeft()))

    def menu_of(self, photo_id: str) -> QMenu:
        """The menu of a card."""
        menu = QMenu(self)
        for text, run in (
            ("Name, note, tags, lens…", lambda: self.details(photo_id)),
            ("Own window", lambda: self.float(photo_id)),
            ("Fill the wall", lambda: self.fill(photo_id)),
            ("Earlier  (Alt+Up)", lambda: self._step(photo_id, -1)),
            ("Later  (Alt+Down)", lambda: self._step(photo_id, 1)),
            ("Remove (can be undone)", lambda: self.remove(photo_id)),
        ):
            action = menu.addAction(text)
            assert action is not None
            action.triggered.connect(lambda _=False, r=run: r())
        return menu

    def details(self, photo_id: str) -> None:
        """Ask for name, note, tags and lens."""
        sitter = self.bench.portrait.sitter
        others = {p.name for p in sitter.photos if p.id != photo_id}
        dialog = PhotoDetails(sitter.photo(photo_id), others, self)
        dialog.accepted_photo.connect(
            lambda p: marking.change_photo(self.bench.portrait, p, phrase("Describe {0}", p.name))
        )
        dialog.open()

    def fill(self, photo_id: str | None) -> None:
        """One photo fills the wall; None hangs all of them again."""
        if self.pane is not None:
            self.pane.setParent(None)
            self.pane.deleteLater()
            self.pane = None
        if photo_id is not None:
            self.pane = PhotoPane(self.bench, self.photos, photo_id)
            self.pane.done.connect(lambda: self.fill(None))
            self._column.insertWidget(self._column.indexOf(self._area), self.pane, 1)
            self.pane.setFocus()
        self._area.setVisible(photo_id is None)
        self.drop.setVisible(photo_id is None)
        self.all_button.setVisible(photo_id is not None)
        self.refresh_states()

    def float(self, photo_id: str) -> PhotoFloat:
        """Show a photo in a window of its own, for a second screen."""
        window = PhotoFloat(self.bench, self.photos, photo_id, self)
        self.floats = [f for f in self.floats if f.isVisible()] + [window]
        window.show()
        return window

    def _step(self, photo_id: str, by: int) -> None:
        sitter = self.bench.portrait.sitter
        at = [p.id for p in sitter.photos].index(photo_id) + by
        if 0 <= at < len(sitter.photos):
            self.bench.portrait.set_field("sitter", sitter.moved(photo_id, at), "Reorder the photos")
            self.cards[photo_id].setFocus()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:  # noqa: N802
        """Files may be dropped."""
        if event is not None and photo_paths(event):
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:  # noqa: N802
        """Add what was dropped."""
        if event is not None:
            paths = photo_paths(event)
            if paths:
                self.dropped.emit(paths)
                event.acceptProposedAction()

    def resizeEvent(self, event: QResizeEvent | None) -> None:  # noqa: N802
        """Pictures fill the wall's width."""
        super().resizeEvent(event)
        self._fit()

    def _fit(self) -> None:
        width = max(120, self.width() - 44)
        for card in self.cards.values():
            card.fit(width, 220 if self.width() < 330 else 420)


def _state(photo: Photo, solution: Solution | None, old: bool) -> tuple[str, str, str]:
    """The line under a photo's name, its tone, and its tool tip."""
    fit = None if solution is None else solution.fit(photo.id)
    if photo.standpoint is not None and fit is not None:
        distance = float(np.linalg.norm(photo.standpoint.position))
        mm = fit.rms * distance / photo.standpoint.focal
        lens = phrase("{0:.0f}{1}", photo.standpoint.lens, " mm")  # in mm whatever unit lengths are shown in
        text = phrase("{0} · fits {1:.1f} mm", lens, mm)
        tip = phrase(
            "Lens {0:.0f} mm ±{1:.0f} %, taken from {2:.2f} m ±{3:.2f}, direction ±{4:.1f}°; {5} marks used.",
            photo.standpoint.lens,
            fit.lens_spread * 100,
            distance / 1000,
            fit.distance_spread / 1000,
            fit.turn_spread,
            fit.marks,
        )
        return ("changed: solve again", "warn", tip) if old else (text, "soft", tip)
    if photo.standpoint is not None:
        return phrase("{0:.0f} mm lens", photo.standpoint.lens), "soft", ""
    if photo.marks:
        return phrase("{0} marked, not solved", len(photo.usable())), "warn", "Solve the sitter to use this photo"
    return "not marked yet", "warn", "Click to mark landmarks on it"


def photo_paths(event: QDropEvent) -> list[Path]:
    """Local files of a drop that look like photos."""
    data = event.mimeData()
    if data is None:
        return []
    paths = [Path(u.toLocalFile()) for u in data.urls() if u.isLocalFile()]
    return [p for p in paths if p.suffix.lower() in SUFFIXES]
