"""One photo large, to be looked at: in the wall, or in a window of its own for a second screen."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QRectF, Qt, pyqtSignal
from PyQt6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QWheelEvent
from PyQt6.QtWidgets import QWidget

from yewfinch.app.kit import theme
from yewfinch.app.view.drawing_paint import paint_drawing
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.framing import framing


class PhotoPane(QWidget):
    """Follows its photo. The wheel zooms, a drag pans, Home shows all of it, Esc is `done`.

    Signals
    -------
    done : ()
    """

    done = pyqtSignal()

    def __init__(self, bench: Bench, photos: PhotoStore, photo_id: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.bench, self.photos, self.photo_id = bench, photos, photo_id
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("photo, large")
        self.zoom, self.shift = 1.0, QPointF(0, 0)
        self._pan: QPointF | None = None
        photos.ready.connect(self._arrived)
        bench.portrait.field_changed.connect(self._changed)

    def _arrived(self, photo_id: str) -> None:
        if photo_id == self.photo_id:
            self.update()

    def _changed(self, _field: str) -> None:
        self.update()

    def paintEvent(self, _event: QPaintEvent | None) -> None:  # noqa: N802
        """The framed photo with its drawings."""
        p = QPainter(self)
        p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        p.fillRect(self.rect(), theme.color("line"))
        sitter = self.bench.portrait.sitter
        found = [q for q in sitter.photos if q.id == self.photo_id]
        if not found:
            p.drawText(self.rect(), Qt.AlignmentFlag.AlignCenter, "This photo was taken off the wall.")
            return
        photo, frame = found[0], framing(found[0])
        s = min(self.width() / frame.width, self.height() / frame.height) * self.zoom
        box = QRectF(
            (self.width() - frame.width * s) / 2 + self.shift.x(),
            (self.height() - frame.height * s) / 2 + self.shift.y(),
            frame.width * s,
            frame.height * s,
        )
        p.drawImage(box, self.photos.image(sitter, photo))

        def to_widget(x: float, y: float) -> QPointF:
            u, v = frame.to_shown((x, y)) * s
            return QPointF(box.left() + float(u), box.top() + float(v))

        for drawing in photo.drawings:
            if drawing.visible:
                paint_drawing(p, drawing, to_widget)

    def wheelEvent(self, event: QWheelEvent | None) -> None:  # noqa: N802
        """Zoom to the cursor."""
        assert event is not None
        before = self.zoom
        self.zoom = min(30.0, max(1.0, before * 1.2 ** (event.angleDelta().y() / 120)))
        rel = event.position() - QPointF(self.width() / 2, self.height() / 2)
        self.shift = rel - (rel - self.shift) * (self.zoom / before)
        if self.zoom == 1.0:
            self.shift = QPointF(0, 0)
        self.update()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Take hold of the photo."""
        assert event is not None
        self.setFocus()
        self._pan = event.position()

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Move the photo along with the pointer."""
        assert event is not None
        if self._pan is not None:
            self.shift += event.position() - self._pan
            self._pan = event.position()
            self.update()

    def mouseReleaseEvent(self, _event: QMouseEvent | None) -> None:  # noqa: N802
        """Let go of the photo."""
        self._pan = None

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Esc ends, Home shows the whole photo."""
        assert event is not None
        if event.key() == Qt.Key.Key_Escape:
            self.done.emit()
        elif event.key() == Qt.Key.Key_Home:
            self.zoom, self.shift = 1.0, QPointF(0, 0)
            self.update()
        else:
            super().keyPressEvent(event)


class PhotoFloat(PhotoPane):
    """A photo in a window of its own, which closes when another portrait is opened."""

    def __init__(self, bench: Bench, photos: PhotoStore, photo_id: str, parent: QWidget) -> None:
        super().__init__(bench, photos, photo_id, parent)
        self.setWindowFlags(Qt.WindowType.Window)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.resize(600, 760)
        self.setWindowTitle(phrase("{0} - Yewfinch", bench.portrait.sitter.photo(photo_id).name))
        self.done.connect(self.close)
        bench.portrait_changed.connect(self._gone)

    def _gone(self) -> None:
        self.close()
