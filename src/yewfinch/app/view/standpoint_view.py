"""At a standpoint: how the photo lies in the large view, enlarged and shifted, and the line that wipes it away."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import numpy.typing as npt
from PyQt6.QtCore import QPointF, QRectF
from PyQt6.QtWidgets import QWidget

from yewfinch.core.session.bench import Bench
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.photo import Photo

#: Pixels within which the wipe line is taken hold of.
_NEAR = 7.0
#: How much a photo can be made smaller and larger.
_LEAST, _MOST = 0.5, 40.0


class StandpointView:
    """The photo of the standpoint in the view.

    Parameters
    ----------
    bench : Bench
    widget : QWidget
        The view, for its size.
    redraw : callable
        Has the clay drawn anew.
    """

    def __init__(self, bench: Bench, widget: QWidget, redraw: Callable[[], None]) -> None:
        self.bench, self._widget, self._redraw = bench, widget, redraw
        #: Enlargement and shift of each photo, kept while one stands elsewhere.
        self._zooms: dict[str, tuple[float, float, float]] = {}
        self._drag: tuple[QPointF, tuple[float, float, float]] | None = None
        #: The wipe line is in the hand.
        self.wiping = False

    @property
    def zoom(self) -> tuple[float, float, float]:
        """Enlargement and shift, pixels, of the photo."""
        return self._zooms.get(self.bench.standpoint.photo_id or "", (1.0, 0.0, 0.0))

    def _set_zoom(self, value: tuple[float, float, float]) -> None:
        if self.bench.standpoint.photo_id is not None:
            self._zooms[self.bench.standpoint.photo_id] = value
            self._redraw()

    def forget(self) -> None:
        """Another portrait: other photos."""
        self._zooms.clear()

    def reset_zoom(self) -> None:
        """Show the whole photo again."""
        self._zooms.pop(self.bench.standpoint.photo_id or "", None)
        self._redraw()

    # --- where it lies -------------------------------------------------------------------

    def camera(self) -> Camera | None:
        """The camera of the standpoint, its photo fitted into the widget, in logical pixels.

        None if one stands nowhere.
        """
        standing = self.bench.standpoint.camera()
        if standing is None:
            return None
        w, h = float(max(1, self._widget.width())), float(max(1, self._widget.height()))
        camera, _ = standing.fitted(w, h)
        s, dx, dy = self.zoom
        return Camera(
            camera.rotation, camera.position, camera.focal * s, w, h,
            (camera.centre[0] * s + dx, camera.centre[1] * s + dy),
        )  # fmt: skip

    def box(self) -> QRectF:
        """Where the framed photo lies, logical pixels."""
        standing = self.bench.standpoint.camera()
        if standing is None:
            return QRectF()
        _, (x, y, w, h) = standing.fitted(self._widget.width(), self._widget.height())
        s, dx, dy = self.zoom
        return QRectF(x * s + dx, y * s + dy, w * s, h * s)

    def point(self, photo: Photo, at: npt.ArrayLike) -> npt.NDArray[np.float64]:
        """Photo pixels, (..., 2), on the widget."""
        frame, box = framing(photo), self.box()
        return np.asarray(frame.to_shown(at) * (box.width() / frame.width) + (box.left(), box.top()))

    # --- moved and enlarged --------------------------------------------------------------

    def enlarge(self, factor: float, at: QPointF) -> None:
        """Make the photo larger, keeping what is under a point there."""
        s, dx, dy = self.zoom
        f = float(np.clip(s * factor, _LEAST, _MOST)) / s
        self._set_zoom((s * f, at.x() - (at.x() - dx) * f, at.y() - (at.y() - dy) * f))

    def take(self, at: QPointF) -> None:
        """Take hold of the photo."""
        self._drag = (at, self.zoom)

    def drag(self, at: QPointF) -> bool:
        """Shift the photo, or the wipe line, if it is in the hand."""
        if self._drag is None:
            return False
        start, (s, dx, dy) = self._drag
        self._set_zoom((s, dx + at.x() - start.x(), dy + at.y() - start.y()))
        return True

    def drop(self) -> None:
        """Let go of the wipe line or the photo."""
        self._drag = None

    # --- the wipe line -------------------------------------------------------------------

    def wipe_point(self) -> QPointF:
        """The middle of the wipe line on the widget."""
        wipe = self.bench.standpoint.overlay.wipe
        way, extent = self._wipe_way()
        return self.box().center() + way * (((0.5 if wipe is None else wipe) - 0.5) * extent)

    def _wipe_way(self) -> tuple[QPointF, float]:
        """Across the wipe line, towards the clay's side, and how far the photo reaches that way."""
        a, box = np.radians(self.bench.standpoint.overlay.angle), self.box()
        way = QPointF(float(np.cos(a)), float(np.sin(a)))
        return way, max(1.0, abs(way.x()) * box.width() + abs(way.y()) * box.height())

    def near_wipe(self, at: QPointF) -> bool:
        """Is a point on the wipe line?"""
        if self.bench.standpoint.overlay.wipe is None or self.bench.standpoint.photo() is None:
            return False
        return abs(QPointF.dotProduct(at - self.wipe_point(), self._wipe_way()[0])) < _NEAR

    def wipe_to(self, at: QPointF, turn: bool) -> None:
        """Drag the wipe line to a point, or turn it about its middle."""
        if turn:
            way = at - self.wipe_point()
            angle = float(np.degrees(np.arctan2(way.y(), way.x()))) - 90.0
            self.bench.standpoint.set_overlay(angle=round((angle + 90.0) % 180.0 - 90.0, 1))
            return
        way, extent = self._wipe_way()
        t = 0.5 + QPointF.dotProduct(at - self.box().center(), way) / extent
        self.bench.standpoint.set_overlay(wipe=min(1.0, max(0.0, t)))
