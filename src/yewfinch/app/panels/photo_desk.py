"""The marking desk: a photo fills the middle, and landmarks are placed on it one by one."""

from __future__ import annotations

from functools import lru_cache

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import (
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPixmap,
    QWheelEvent,
)
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QListWidget, QListWidgetItem, QPushButton, QVBoxLayout, QWidget

from yewfinch.app import overlays, theme
from yewfinch.app.bench import Bench
from yewfinch.app.photos import PhotoStore
from yewfinch.core.anatomy.landmarks import GUIDED, LANDMARKS
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sitter.photo import Photo
from yewfinch.core.sitter.standpoint import FEWEST

ORDER = (*GUIDED, *(k for k in LANDMARKS if k not in GUIDED))
REACH = 9.0
#: Magnifier: diameter on the screen and enlargement.
LENS, TIMES = 150.0, 4.0


class PhotoCanvas(QWidget):
    """The photo with its marks; click places, drag refines under a magnifier."""

    placed = pyqtSignal(str)
    colour_picked = pyqtSignal(int, int, int)

    def __init__(self, desk: PhotoDesk) -> None:
        super().__init__()
        self.desk = desk
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.CrossCursor)
        self.setMinimumSize(300, 240)
        self.setAccessibleName("photo to mark")
        self.image = QImage()
        self._zoom, self._shift = 1.0, QPointF(0, 0)
        self.dragged: str | None = None
        self._drag_at: tuple[float, float] | None = None
        self._pan: QPointF | None = None

    def show_photo(self, image: QImage) -> None:
        """Show another photo whole."""
        self.image = image
        self._zoom, self._shift = 1.0, QPointF(0, 0)
        self.update()

    def box(self) -> QRectF:
        """Where the photo lies."""
        photo = self.desk.photo
        if photo is None:
            return QRectF()
        s = min(self.width() / photo.width, self.height() / photo.height) * self._zoom
        w, h = photo.width * s, photo.height * s
        left = (self.width() - w) / 2 + self._shift.x()
        return QRectF(left, (self.height() - h) / 2 + self._shift.y(), w, h)

    def to_photo(self, at: QPointF) -> tuple[float, float]:
        """Widget point to photo pixels."""
        box, photo = self.box(), self.desk.photo
        assert photo is not None
        s = photo.width / box.width()
        return (at.x() - box.left()) * s, (at.y() - box.top()) * s

    def to_widget(self, x: float, y: float) -> QPointF:
        """Photo pixels to widget point."""
        box, photo = self.box(), self.desk.photo
        assert photo is not None
        s = box.width() / photo.width
        return QPointF(box.left() + x * s, box.top() + y * s)

    def marks(self) -> dict[str, tuple[float, float]]:
        """The marks, with the one being dragged where it is now."""
        photo = self.desk.photo
        if photo is None:
            return {}
        out = dict(photo.marks)
        if self.dragged is not None and self._drag_at is not None:
            out[self.dragged] = self._drag_at
        return out

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """Photo, marks, names, magnifier."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        p.fillRect(self.rect(), theme.color("line"))
        if self.image.isNull():
            p.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, "This photo cannot be shown.")
            return
        p.drawImage(self.box(), self.image)
        errors = self.desk.errors
        for key, (x, y) in self.marks().items():
            at = self.to_widget(x, y)
            chosen = key == self.desk.current
            p.setBrush(Qt.BrushStyle.NoBrush)
            p.setPen(QPen(overlays.INK, 3.4))
            p.drawEllipse(at, 6, 6)
            p.setPen(QPen(overlays.GOLD if chosen else overlays.PAPER, 1.8))
            p.drawEllipse(at, 6, 6)
            p.drawPoint(at)
            if chosen or key == self.dragged:
                text = LANDMARKS[key].plain
                if key in errors:
                    text += f", {errors[key]:.0f} px from the clay's"
                self._name(p, at, text)
        if self.dragged is not None and self._drag_at is not None:
            self._magnifier(p)

    def _name(self, p: QPainter, at: QPointF, text: str) -> None:
        width = p.fontMetrics().horizontalAdvance(text) + 12
        box = QRectF(min(at.x() + 10, self.width() - width - 4.0), at.y() - 26, width, 21)
        p.setPen(QPen(theme.color("line"), 1))
        p.setBrush(theme.color("card", 235))
        p.drawRoundedRect(box, 4, 4)
        p.setPen(theme.color("ink"))
        p.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def _magnifier(self, p: QPainter) -> None:
        assert self._drag_at is not None and self.desk.photo is not None
        x, y = self._drag_at
        at = self.to_widget(x, y)
        centre = QPointF(at.x() + LENS * 0.8, at.y() - LENS * 0.8)
        if centre.x() + LENS / 2 > self.width():
            centre.setX(at.x() - LENS * 0.8)
        if centre.y() - LENS / 2 < 0:
            centre.setY(at.y() + LENS * 0.8)
        scale = self.image.width() / self.desk.photo.width
        shown = self.box().width() / self.desk.photo.width
        half = LENS / 2 / (shown * TIMES) * scale
        source = QRectF(x * scale - half, y * scale - half, half * 2, half * 2)
        target = QRectF(centre.x() - LENS / 2, centre.y() - LENS / 2, LENS, LENS)
        from PyQt6.QtGui import QPainterPath

        p.save()
        path = QPainterPath()
        path.addEllipse(target)
        p.setClipPath(path)
        p.fillRect(target, theme.color("ink"))
        p.drawImage(target, self.image, source)
        p.setPen(QPen(overlays.GOLD, 1))
        p.drawLine(QPointF(centre.x() - 16, centre.y()), QPointF(centre.x() + 16, centre.y()))
        p.drawLine(QPointF(centre.x(), centre.y() - 16), QPointF(centre.x(), centre.y() + 16))
        p.restore()
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(QPen(overlays.PAPER, 3))
        p.drawEllipse(target)

    def _near(self, at: QPointF) -> str | None:
        best: tuple[float, str] | None = None
        for key, (x, y) in self.marks().items():
            gap = (self.to_widget(x, y) - at).manhattanLength()
            if gap < REACH * 1.5 and (best is None or gap < best[0]):
                best = (gap, key)
        return None if best is None else best[1]

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take hold of a mark, or place the guided one."""
        assert event is not None
        self.setFocus()
        at = event.position()
        if self.desk.photo is None or self.image.isNull():
            return
        if event.button() != Qt.MouseButton.LeftButton:
            self._pan = at
            return
        if event.modifiers() & Qt.KeyboardModifier.AltModifier:
            x, y = self.to_photo(at)
            s = self.image.width() / self.desk.photo.width
            c = self.image.pixelColor(
                max(0, min(self.image.width() - 1, int(x * s))), max(0, min(self.image.height() - 1, int(y * s)))
            )
            self.colour_picked.emit(c.red(), c.green(), c.blue())
            return
        near = self._near(at)
        if near is None and not self.box().contains(at):
            return
        self.dragged = near or self.desk.current
        if near is not None:
            self.desk.choose(near)
        self._drag_at = self.marks().get(self.dragged) if near else self.to_photo(at)
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Refine, or pan."""
        assert event is not None
        at = event.position()
        if self._pan is not None:
            self._shift += at - self._pan
            self._pan = at
            self.update()
        elif self.dragged is not None:
            photo = self.desk.photo
            assert photo is not None
            x, y = self.to_photo(at)
            self._drag_at = (min(max(x, 0.0), float(photo.width)), min(max(y, 0.0), float(photo.height)))
            self.update()

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Set the mark down: one edit."""
        self._pan = None
        if self.dragged is not None and self._drag_at is not None:
            key, at = self.dragged, self._drag_at
            self.dragged = self._drag_at = None
            self.desk.put(key, at)
            self.placed.emit(key)
        self.update()

    def wheelEvent(self, event: QWheelEvent | None) -> None:  # noqa: N802
        """Zoom to the cursor."""
        assert event is not None
        before = self._zoom
        self._zoom = min(30.0, max(1.0, before * 1.2 ** (event.angleDelta().y() / 120)))
        f = self._zoom / before
        middle = QPointF(self.width() / 2, self.height() / 2)
        rel = event.position() - middle
        self._shift = rel - (rel - self._shift) * f
        if self._zoom == 1.0:
            self._shift = QPointF(0, 0)
        self.update()

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Arrows nudge the chosen mark by a pixel (Shift: ten); Delete takes it away."""
        assert event is not None
        key, photo = self.desk.current, self.desk.photo
        moves = {Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1)}
        move = moves.get(Qt.Key(event.key()))
        if photo is not None and key in photo.marks:
            if move is not None:
                step = 10 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
                x, y = photo.marks[key]
                self.desk.put(key, (x + move[0] * step, y + move[1] * step), advance=False)
                return
            if event.key() in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
                self.desk.take_away(key)
                return
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.desk.solve()
            return
        if event.key() == Qt.Key.Key_Escape:
            if self.dragged is not None:
                self.dragged = self._drag_at = None
                self.update()
            else:
                self.desk.done.emit()
            return
        super().keyPressEvent(event)


class PhotoDesk(QWidget):
    """Canvas, guide and buttons.

    Signals
    -------
    done : () go back to the clay
    solved : (str,) photo id
    """

    done = pyqtSignal()
    solved = pyqtSignal(str)

    def __init__(self, bench: Bench, photos: PhotoStore) -> None:
        super().__init__()
        self.bench, self.photos = bench, photos
        self.photo_id: str | None = None
        self.current = ORDER[0]
        self.errors: dict[str, float] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        self.canvas = PhotoCanvas(self)
        self.canvas.colour_picked.connect(lambda r, g, b: bench.set_colour((r, g, b)))
        row.addWidget(self.canvas, 1)
        side = QWidget()
        side.setFixedWidth(236)
        column = QVBoxLayout(side)
        column.setContentsMargins(12, 10, 12, 10)
        column.setSpacing(6)
        self.heading = QLabel()
        self.heading.setProperty("head", True)
        self.heading.setWordWrap(True)
        self.guide = QLabel()
        self.guide.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.guide.setFixedHeight(190)
        self.definition = QLabel()
        self.definition.setWordWrap(True)
        self.definition.setProperty("soft", True)
        self.definition.setMinimumHeight(54)
        self.definition.setAlignment(Qt.AlignmentFlag.AlignTop)
        column.addWidget(self.heading)
        column.addWidget(self.guide)
        column.addWidget(self.definition)
        steps = QHBoxLayout()
        self.back = QPushButton("Back")
        self.back.setToolTip("The landmark before")
        self.back.clicked.connect(lambda: self._step(-1))
        self.skip = QPushButton("Skip")
        self.skip.setToolTip("This landmark is not seen here: go on to the next")
        self.skip.clicked.connect(lambda: self._step(1))
        steps.addWidget(self.back)
        steps.addWidget(self.skip)
        column.addLayout(steps)
        self.list = QListWidget()
        self.list.setAccessibleName("landmarks")
        self.list.itemClicked.connect(lambda i: self.choose(i.data(Qt.ItemDataRole.UserRole)))
        column.addWidget(self.list, 1)
        self.message = QLabel()
        self.message.setWordWrap(True)
        column.addWidget(self.message)
        self.match = QPushButton("Match this photo")
        self.match.setProperty("main", True)
        self.match.setToolTip("Work out where the photo was taken from and through which lens (Return)")
        self.match.clicked.connect(self.solve)
        self.close_button = QPushButton("Back to the clay")
        self.close_button.setToolTip("Leave the marking desk (Esc)")
        self.close_button.clicked.connect(self.done)
        column.addWidget(self.match)
        column.addWidget(self.close_button)
        row.addWidget(side)
        for key in ORDER:
            item = QListWidgetItem()
            item.setData(Qt.ItemDataRole.UserRole, key)
            self.list.addItem(item)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)

    def _field(self, field: str) -> None:
        if field == "sitter" and self.photo_id is not None and self.isVisible():
            if self.photo is None:  # its photo was taken off the wall
                self.done.emit()
            self.refresh()

    @property
    def photo(self) -> Photo | None:
        """The photo on the desk."""
        if self.photo_id is None:
            return None
        try:
            return self.bench.portrait.sitter.photo(self.photo_id)
        except KeyError:
            return None

    def open(self, photo_id: str) -> None:
        """Put a photo on the desk, at its first landmark not yet marked."""
        self.photo_id = photo_id
        photo = self.photo
        assert photo is not None
        self.canvas.show_photo(self.photos.image(self.bench.portrait.sitter, photo))
        self.current = next((k for k in ORDER if k not in photo.marks), ORDER[0])
        self.message.setText("")
        self.refresh()
        self.canvas.setFocus()

    def choose(self, key: str) -> None:
        """Bring out one landmark."""
        self.current = key
        self.refresh()

    def _step(self, by: int) -> None:
        self.choose(ORDER[(ORDER.index(self.current) + by) % len(ORDER)])

    def put(self, key: str, at: tuple[float, float], *, advance: bool = True) -> None:
        """Set a mark as an edit, and go on to the next one that is missing."""
        photo = self.photo
        if photo is None:
            return
        new = key not in photo.marks
        verb = "Mark" if new else "Move"
        self.bench.set_mark(photo.id, key, at, f"{verb} {LANDMARKS[key].plain}")
        if photo.standpoint is not None:
            self._say("The marks have changed: match again when they are right.", "soft")
        if new and advance:
            marks = self.photo.marks if self.photo is not None else {}
            start = ORDER.index(key)
            rest = [*ORDER[start + 1 :], *ORDER[:start]]
            self.current = next((k for k in rest if k not in marks), key)
        self.refresh()

    def take_away(self, key: str) -> None:
        """Remove a mark."""
        if self.photo_id is not None:
            self.bench.set_mark(self.photo_id, key, None, f"Unmark {LANDMARKS[key].plain}")

    def solve(self) -> None:
        """Work out the standpoint; say what came of it."""
        if self.photo_id is None:
            return
        try:
            found = self.bench.solve(self.photo_id)
        except CannotSolveError as error:
            self._say(str(error), "error")
            return
        photo = self.photo
        assert photo is not None
        errors = found.errors(photo.marks, self.bench.portrait.landmarks())
        mean = sum(errors.values()) / max(1, len(errors))
        self._say(f"Matched: {found.lens:.0f} mm lens, marks {mean:.0f} px off on average.", "soft")
        self.solved.emit(self.photo_id)

    def _say(self, text: str, tone: str) -> None:
        self.message.setText(text)
        for name in ("soft", "error"):
            self.message.setProperty(name, name == tone)
        style = self.message.style()
        assert style is not None
        style.unpolish(self.message)
        style.polish(self.message)

    def refresh(self) -> None:
        """Show the marks, the guide and how many are still needed."""
        photo = self.photo
        if photo is None:
            return
        self.errors = {}
        if photo.standpoint is not None:
            self.errors = photo.standpoint.errors(photo.marks, self.bench.portrait.landmarks())
        mark = LANDMARKS[self.current]
        self.heading.setText(mark.plain[0].upper() + mark.plain[1:])
        side = {1: " The sitter's own left.", -1: " The sitter's own right.", 0: ""}[mark.side]
        self.definition.setText(f"{mark.definition[0].upper()}{mark.definition[1:]}.{side}")
        self.guide.setPixmap(guide_picture(self.current, round(self.devicePixelRatioF())))
        n = len(photo.marks)
        self.match.setEnabled(n >= FEWEST)
        self.match.setText("Match this photo" if n >= FEWEST else f"{n} of {FEWEST} marks needed")
        for i, key in enumerate(ORDER):
            item = self.list.item(i)
            assert item is not None
            error = f"   {self.errors[key]:.0f} px" if key in self.errors else ""
            item.setText(("●  " if key in photo.marks else "○  ") + LANDMARKS[key].plain + error)
            item.setForeground(theme.color("ink" if key in photo.marks else "soft"))
            if key == self.current:
                self.list.setCurrentItem(item)
        self.canvas.update()


@lru_cache(maxsize=96)
def guide_picture(key: str, ratio: int = 1) -> QPixmap:
    """Where a landmark sits: a drawing of the base head with a dot, shipped as two pictures."""
    from yewfinch.app.guide import guide_point, guide_view

    view, at = guide_point(key)
    size = 190
    pixmap = QPixmap(QSize(size * ratio, size * ratio))
    pixmap.setDevicePixelRatio(ratio)
    pixmap.fill(Qt.GlobalColor.transparent)
    p = QPainter(pixmap)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    p.drawImage(QRectF(0, 0, size, size), guide_view(view))
    point = QPointF(at[0] * size, at[1] * size)
    p.setPen(QPen(overlays.PAPER, 3.5))
    p.setBrush(overlays.GOLD)
    p.drawEllipse(point, 5.5, 5.5)
    p.setPen(QPen(overlays.INK, 1))
    p.drawEllipse(point, 5.5, 5.5)
    p.end()
    return pixmap
