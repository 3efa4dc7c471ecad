"""The round: a strip of small live views, refreshed after each stroke. Click to go there."""

from __future__ import annotations

from PyQt6.QtCore import QPointF, QSize, Qt, QTimer
from PyQt6.QtGui import QIcon, QPainter, QPen, QPixmap, QPolygonF
from PyQt6.QtWidgets import QHBoxLayout, QMenu, QToolButton, QWidget

from yewfinch.app.kit import theme
from yewfinch.app.view import brushes
from yewfinch.app.view.viewport import Viewport
from yewfinch.core.session.bench import Bench
from yewfinch.core.session.settings import Settings
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import DIRECTIONS, View
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.photo import Photo
from yewfinch.render.scene import bounds_of

#: Directions shown at first.
SHOWN = ("profile-right", "three-quarter-right", "front", "three-quarter-left", "profile-left", "below", "above")
NAMES = {
    "profile-right": "profile, right", "three-quarter-right": "three-quarter, right", "front": "front",
    "three-quarter-left": "three-quarter, left", "profile-left": "profile, left",
    "back": "back", "below": "from below", "above": "from above",
}  # fmt: skip
#: Names of small views that are photos' standpoints begin so.
PHOTO = "photo:"
WIDTH, HEIGHT = 66, 62
#: Narrower when more than so many stand side by side.
ROOMY, NARROW = 7, 48
#: One small view is drawn per tick, so that the strip never holds up the hand.
TICK = 40
#: The large view goes before for so many ticks.
PATIENCE = 12
#: Small views at most: more do not fit.
MOST = 9


class Round(QWidget):
    """Small views of chosen directions, and of photos with the lines drawn on them."""

    def __init__(self, bench: Bench, viewport: Viewport, settings: Settings) -> None:
        super().__init__()
        self.setObjectName("round")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.bench, self.viewport, self.settings = bench, viewport, settings
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(10, 6, 10, 6)
        self._row.setSpacing(4)
        self.setFixedHeight(HEIGHT + 26)
        self.buttons: dict[str, QToolButton] = {}
        self.more = QToolButton()
        self.more.setIcon(theme.icon("plus", "soft"))
        self.more.setToolTip("Choose which views stand here: directions, and photos with their lines")
        self.more.setAccessibleName("choose the small views")
        self.more.clicked.connect(self._choose)
        self._wide = WIDTH
        self._queue: list[str] = []
        self._waited = 0
        self._timer = QTimer(self)
        self._timer.setInterval(TICK)
        self._timer.timeout.connect(self._draw_next)
        bench.portrait_changed.connect(self._opened)
        viewport.stroke_ended.connect(self.refresh)
        bench.outlook.changed.connect(self._looked)
        self._look = bench.outlook.looking
        self._opened()

    def _opened(self) -> None:
        self.bench.portrait.history.changed.connect(self._changed)
        self.bench.portrait.pieces_changed.connect(self.refresh)
        self._build()

    def _changed(self) -> None:
        if list(self.buttons) != self.shown():
            self._build()
        self.refresh()

    def _looked(self) -> None:
        """Another finish, another light: all pictures alike."""
        now, then = self.bench.outlook.looking, self._look
        if (now.finish, now.studio, now.raking, now.black) != (then.finish, then.studio, then.raking, then.black):
            self.refresh()
        self._look = now

    def shown(self) -> list[str]:
        """Names of the views that can be shown now, in order."""
        photos = {f"{PHOTO}{p.name}" for p in self.bench.portrait.sitter.photos if p.standpoint is not None}
        wanted = self.settings.round or list(SHOWN)
        return [n for n in wanted if n in DIRECTIONS or n in photos][:MOST]

    def _build(self) -> None:
        while self._row.takeAt(0) is not None:
            pass
        for button in self.buttons.values():
            button.hide()  # it goes only when the event loop comes round
            button.deleteLater()
        self.buttons = {}
        self._row.addStretch(1)
        names = self.shown()
        self._wide = WIDTH if len(names) <= ROOMY else NARROW
        for name in names:
            button = QToolButton()
            button.setIconSize(QSize(self._wide, HEIGHT))
            title = NAMES.get(name, name.removeprefix(PHOTO))
            button.setToolTip(phrase("Go to {0}", title))
            button.setAccessibleName(title)
            button.clicked.connect(lambda _=False, n=name: self.go(n))
            self.buttons[name] = button
            self._row.addWidget(button)
        self._row.addWidget(self.more)
        self._row.addStretch(1)
        self.refresh()

    def menu(self) -> QMenu:
        """What can stand here, ticked if it does."""
        menu = QMenu(self)
        shown = self.shown()
        photos = [f"{PHOTO}{p.name}" for p in self.bench.portrait.sitter.photos if p.standpoint is not None]
        for name in (*NAMES, *photos):
            if photos and name == photos[0]:
                menu.addSeparator()
            action = menu.addAction(NAMES.get(name, phrase("photo '{0}'", name.removeprefix(PHOTO))))
            assert action is not None
            action.setCheckable(True)
            action.setChecked(name in shown)
            action.setEnabled(name in shown or len(shown) < MOST)
            action.toggled.connect(lambda on, n=name: self.show_view(n, on))
        return menu

    def _choose(self) -> None:
        self.menu().popup(self.more.mapToGlobal(self.more.rect().topLeft()))

    def show_view(self, name: str, on: bool) -> None:
        """Put a view into the strip, or take it out; kept for the next start."""
        names = [n for n in self.shown() if n != name] + ([name] if on else [])
        order = [*SHOWN, *(n for n in NAMES if n not in SHOWN)]
        names.sort(key=lambda n: order.index(n) if n in order else len(order))
        self.settings.round = names
        self.settings.save()
        self._build()

    def go(self, name: str) -> None:
        """Look from there."""
        if name in DIRECTIONS:
            turn, tilt = DIRECTIONS[name]
            self.bench.outlook.set_view(self.bench.outlook.view.turned(turn, tilt))
            return
        photo = self._photo(name)
        if photo is not None:
            self.bench.standpoint.take(photo.id)

    def _photo(self, name: str) -> Photo | None:
        return next((p for p in self.bench.portrait.sitter.photos if f"{PHOTO}{p.name}" == name), None)

    def refresh(self) -> None:
        """Draw all again, soon."""
        self._queue, self._waited = list(self.buttons), 0
        self._timer.start()

    @property
    def waits(self) -> bool:
        """Is any of its pictures still to be drawn?"""
        return bool(self._queue)

    def _draw_next(self) -> None:
        if self.viewport.busy:
            return
        if self._waited < PATIENCE and self.viewport.isVisible() and not self.viewport.picture.full:
            self._waited += 1
            return
        if not self._queue or not self.isVisible():
            self._timer.stop()
            return
        name = self._queue.pop(0)
        if name not in self.buttons:
            return
        ratio = self.devicePixelRatioF()
        w, h = round(self._wide * ratio), round(HEIGHT * ratio)
        photo = self._photo(name)
        camera = self._camera(name, photo, w, h)
        if camera is None:
            return
        image = self.viewport.small_picture(camera, quick=True)
        if image.isNull():
            self._queue.append(name)
            return
        pixmap = QPixmap.fromImage(image)
        if photo is not None:
            self._lines(pixmap, photo, w, h)
        pixmap.setDevicePixelRatio(ratio)
        self.buttons[name].setIcon(QIcon(pixmap))

    def _camera(self, name: str, photo: Photo | None, w: int, h: int) -> Camera | None:
        if photo is None:
            turn, tilt = DIRECTIONS[name]
            return View().turned(turn, tilt).fit(bounds_of(self.bench.portrait), w, h).camera(w, h)
        whole = self.bench.standpoint.photo_camera(photo, self.bench.standpoint.lay_on())
        return None if whole is None else whole.fitted(w, h)[0]

    def _lines(self, pixmap: QPixmap, photo: Photo, w: int, h: int) -> None:
        """What is drawn on the photo, over the clay seen from there."""
        frame = framing(photo)
        s = min(w / frame.width, h / frame.height)
        left, top = (w - frame.width * s) / 2, (h - frame.height * s) / 2
        p = QPainter(pixmap)
        p.setRenderHint(QPainter.RenderHint.Antialiasing)
        for points in photo.curves.values():
            line = QPolygonF([QPointF(float(x) * s + left, float(y) * s + top) for x, y in frame.to_shown(points)])
            for pen in (QPen(brushes.INK, 2.2), QPen(brushes.GOLD, 1.1)):
                p.setPen(pen)
                p.drawPolyline(line)
        p.end()
