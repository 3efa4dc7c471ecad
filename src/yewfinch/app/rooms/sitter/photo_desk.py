"""The marking desk: a photo fills the middle, to be marked, measured, drawn on and framed."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import lru_cache

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt, pyqtSignal
from PyQt6.QtGui import QPainter, QPen, QPixmap
from PyQt6.QtWidgets import (
    QCheckBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QListWidget,
    QListWidgetItem,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from yewfinch.app.kit import theme
from yewfinch.app.rooms.sitter.desk import DeskMode
from yewfinch.app.rooms.sitter.desk_pages import DrawPage, FramePage, LinesPage, ScalePage
from yewfinch.app.rooms.sitter.photo_canvas import PhotoCanvas
from yewfinch.app.view import brushes
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import GUIDED, LANDMARKS
from yewfinch.core.document.verbs import marking
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.framing import framing
from yewfinch.core.sitter.photo import Certainty, Drawing, DrawingKind, Photo
from yewfinch.core.sitter.sides import FEWEST

ORDER = (*GUIDED, *(k for k in LANDMARKS if k not in GUIDED))
MODES: tuple[tuple[DeskMode, str, str], ...] = (
    ("landmarks", "Marks", "Place landmarks"),
    ("lines", "Lines", "Draw lids, lips, brows, wings, ears and outlines"),
    ("scale", "Scale", "Measure the iris"),
    ("draw", "Draw", "Rhythm lines, planes, guides and grids"),
    ("crop", "Frame", "Turn, crop and light the photo for looking"),
)
CERTAIN: tuple[tuple[Certainty, str, str], ...] = (
    ("clear", "Clear", "The landmark is seen here (1)"),
    ("guessed", "Guessed", "It is behind hair or in shade: the mark counts less (2)"),
    ("hidden", "Hidden", "It cannot be seen in this photo: the mark is not used (3)"),
)


class PhotoDesk(QWidget):
    """Canvas, pages and buttons.

    Signals
    -------
    done : () go back to the clay
    solve_asked : () all photos together
    """

    done = pyqtSignal()
    solve_asked = pyqtSignal()

    def __init__(self, bench: Bench, photos: PhotoStore) -> None:
        super().__init__()
        self.bench, self.photos = bench, photos
        self.photo_id: str | None = None
        self.mode: DeskMode = "landmarks"
        self.current = ORDER[0]
        self.curve = next(iter(CURVES))
        self.span = "iris_l"
        self.begun: tuple[tuple[float, float], ...] = ()
        self._editing = False
        self.drawing_kind: DrawingKind = "rhythm"
        self.drawing_colour = "#c98a16"
        self.errors: dict[str, float] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        self.canvas = PhotoCanvas(self)
        self.canvas.colour_picked.connect(lambda r, g, b: bench.tools.set_colour((r, g, b)))
        row.addWidget(self.canvas, 1)
        row.addWidget(self._side())
        photos.ready.connect(self._arrived)
        bench.portrait_changed.connect(self._listen)
        self._listen()

    # --- building ------------------------------------------------------------------------

    def _side(self) -> QWidget:
        side = QWidget()
        side.setFixedWidth(268)
        column = QVBoxLayout(side)
        column.setContentsMargins(12, 8, 12, 10)
        column.setSpacing(6)
        modes = QHBoxLayout()
        modes.setSpacing(2)
        self.mode_buttons: dict[DeskMode, QPushButton] = {}
        for mode, text, tip in MODES:
            button = QPushButton(text)
            button.setCheckable(True)
            button.setProperty("segment", True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, m=mode: self.set_mode(m))
            self.mode_buttons[mode] = button
            modes.addWidget(button)
        column.addLayout(modes)
        self.pages = QStackedWidget()
        self.lines_page, self.scale_page = LinesPage(self), ScalePage(self)
        self.draw_page, self.frame_page = DrawPage(self), FramePage(self)
        for page in (self._landmark_page(), self.lines_page, self.scale_page, self.draw_page, self.frame_page):
            self.pages.addWidget(page)
        column.addWidget(self.pages, 1)
        self.message = QLabel()
        self.message.setWordWrap(True)
        column.addWidget(self.message)
        self.match = QPushButton("Solve the sitter")
        self.match.setProperty("main", True)
        self.match.setToolTip(
            "Work out from all marked photos where each was taken from, and the sitter in mm (Return)"
        )
        self.match.clicked.connect(self.solve_asked)
        self.close_button = QPushButton("Back to the clay")
        self.close_button.setToolTip("Leave the desk (Esc)")
        self.close_button.clicked.connect(self.done)
        column.addWidget(self.match)
        column.addWidget(self.close_button)
        return side

    def _landmark_page(self) -> QWidget:
        page = QWidget()
        column = QVBoxLayout(page)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.heading = QLabel()
        self.heading.setProperty("head", True)
        self.heading.setWordWrap(True)
        self.guide = QLabel()
        self.guide.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.guide.setFixedHeight(170)
        self.definition = QLabel()
        self.definition.setWordWrap(True)
        self.definition.setProperty("soft", True)
        self.definition.setMinimumHeight(40)
        self.definition.setAlignment(Qt.AlignmentFlag.AlignTop)
        column.addWidget(self.heading)
        column.addWidget(self.guide)
        column.addWidget(self.definition)
        grid = QGridLayout()
        grid.setSpacing(4)
        self.certain: dict[str, QPushButton] = {}
        for i, (key, text, tip) in enumerate(CERTAIN):
            button = QPushButton(text)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.clicked.connect(lambda _=False, k=key: self.rate(k))
            self.certain[key] = button
            grid.addWidget(button, 0, 2 * i, 1, 2)
        self.back = QPushButton("Back")
        self.back.setToolTip("The landmark before")
        self.back.clicked.connect(lambda: self._step(-1))
        self.skip = QPushButton("Skip")
        self.skip.setToolTip("Go on to the next landmark")
        self.skip.clicked.connect(lambda: self._step(1))
        grid.addWidget(self.back, 1, 0, 1, 3)
        grid.addWidget(self.skip, 1, 3, 1, 3)
        column.addLayout(grid)
        self.mouth_open = QCheckBox("mouth open on this photo")
        self.mouth_open.setToolTip(
            "Jaw and lips do not show the form at rest here: the solve lets them move on this photo"
        )
        self.mouth_open.clicked.connect(self._open_mouth)
        column.addWidget(self.mouth_open)
        self.list = QListWidget()
        self.list.setAccessibleName("landmarks")
        self.list.itemClicked.connect(lambda i: self.choose(i.data(Qt.ItemDataRole.UserRole)))
        column.addWidget(self.list, 1)
        for landmark in ORDER:
            item = QListWidgetItem()
            item.setData(Qt.ItemDataRole.UserRole, landmark)
            self.list.addItem(item)
        return page

    # --- the photo -----------------------------------------------------------------------

    def _listen(self) -> None:
        self.bench.portrait.field_changed.connect(self._field)

    def _field(self, field: str) -> None:
        if field == "sitter" and self.photo_id is not None and self.isVisible() and not self._editing:
            if self.photo is None:  # its photo was taken off the wall
                self.done.emit()
            self.refresh()

    def _arrived(self, photo_id: str) -> None:
        if photo_id == self.photo_id:
            self._show_picture()

    @property
    def photo(self) -> Photo | None:
        """The photo on the desk."""
        if self.photo_id is None:
            return None
        try:
            return self.bench.portrait.sitter.photo(self.photo_id)
        except KeyError:
            return None

    def open(self, photo_id: str, key: str = "") -> None:
        """Put a photo on the desk, at a landmark or the first one not yet marked."""
        self.photo_id = photo_id
        photo = self.photo
        assert photo is not None
        self.canvas.let_go()
        self.canvas.show_whole()
        self.begun = ()
        first = next((k for k in ORDER if k not in photo.marks and photo.certainty.get(k) != "hidden"), ORDER[0])
        self.current = key or first
        self.message.setText("")
        self.set_mode("landmarks")
        self.canvas.setFocus()

    def set_mode(self, mode: DeskMode) -> None:
        """What the hand does on the photo."""
        self.canvas.let_go()
        self.mode = mode
        self.begun = ()
        for key, button in self.mode_buttons.items():
            button.setChecked(key == mode)
        self.pages.setCurrentIndex([m for m, _, _ in MODES].index(mode))
        self.refresh()

    def _show_picture(self) -> None:
        photo = self.photo
        if photo is None:
            return
        shown = replace(photo, crop=None) if self.mode == "crop" else photo
        self.canvas.show_photo(self.photos.image(self.bench.portrait.sitter, shown))

    def change(self, photo: Photo, name: str) -> None:
        """An edit of the photo on the desk."""
        self._edit(lambda: marking.change_photo(self.bench.portrait, photo, name))

    def _edit(self, edit: Callable[[], object]) -> None:
        """Make an edit, and show the desk anew once, after it."""
        self._editing = True
        try:
            edit()
        finally:
            self._editing = False
        self.refresh()

    # --- landmarks -----------------------------------------------------------------------

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

        def edit() -> None:
            marking.set_mark(
                self.bench.portrait,
                photo.id,
                key,
                at,
                phrase("{0} {1}", "Mark" if new else "Move", LANDMARKS[key].plain),
            )
            if new and advance:
                self._go_on(key)

        self._edit(edit)

    def _go_on(self, key: str) -> None:
        photo = self.photo
        if photo is not None:
            start = ORDER.index(key)
            rest = [*ORDER[start + 1 :], *ORDER[:start]]
            done = {*photo.marks, *(k for k, c in photo.certainty.items() if c == "hidden")}
            self.current = next((k for k in rest if k not in done), key)

    def rate(self, certainty: Certainty) -> None:
        """Say how sure the current mark is; a hidden one is passed over."""
        if self.photo_id is None:
            return
        key = self.current
        photo = self.photo_id

        def edit() -> None:
            marking.rate(
                self.bench.portrait, photo, key, certainty, phrase("{0}: {1}", LANDMARKS[key].plain, certainty)
            )
            if certainty == "hidden":
                self._go_on(key)

        self._edit(edit)
        self.canvas.setFocus()

    def _open_mouth(self, on: bool) -> None:
        photo = self.photo
        if photo is not None:
            self.change(replace(photo, mouth_open=on), "Mouth open" if on else "Mouth closed")

    # --- lines, scale, drawings, frame ---------------------------------------------------

    def choose_curve(self, key: str) -> None:
        """Bring out one line."""
        self.curve, self.begun, self.canvas.chosen_point = key, (), None
        self.refresh()

    def put_curve(self, points: tuple[tuple[float, float], ...]) -> None:
        """Set the current line; its first point alone is only begun."""
        photo = self.photo
        if photo is None:
            return
        if len(points) < 2:
            self.begun = points
            self.refresh()
            return
        self.begun = ()
        verb = "Change" if self.curve in photo.curves else "Draw"
        self.change(photo.curved(self.curve, points), phrase("{0} {1}", verb, CURVES[self.curve].plain))

    def freehand(self) -> bool:
        """Whether the chosen kind of drawing follows the hand."""
        return self.drawing_kind in ("outline", "plane", "rhythm", "free")

    def drawn(
        self, start: tuple[float, float], end: tuple[float, float], line: tuple[tuple[float, float], ...]
    ) -> None:
        """What was dragged on the photo: a span, a drawing or a crop."""
        photo = self.photo
        if photo is None:
            return
        far = max(abs(start[0] - end[0]), abs(start[1] - end[1]))
        if self.mode == "scale" and far >= 3:
            self.change(
                photo.spanned(self.span, (*start, *end)), phrase("Measure {0}", self.scale_page.title(self.span))
            )
            return
        points = line if self.freehand() else (start, end)
        if self.mode == "draw" and (len(points) > 1 or self.drawing_kind == "free"):
            new = Drawing(self.drawing_kind, points, self.drawing_colour)
            self.change(replace(photo, drawings=(*photo.drawings, new)), phrase("Draw {0}", self.drawing_kind))
            return
        if self.mode == "crop" and far >= 32:
            whole = framing(replace(photo, crop=None))
            corners = whole.to_shown((start, end))
            low, high = corners.min(axis=0), corners.max(axis=0)
            crop = (float(low[0]), float(low[1]), float(high[0]), float(high[1]))
            self.change(replace(photo, crop=crop), "Crop the photo")
            return
        self.refresh()  # what was begun is gone

    # --- keys ----------------------------------------------------------------------------

    def nudge(self, dx: float, dy: float) -> bool:
        """Move what is chosen by photo pixels."""
        photo = self.photo
        if photo is None:
            return False
        if self.mode == "landmarks" and self.current in photo.marks:
            x, y = photo.marks[self.current]
            self.put(self.current, (x + dx, y + dy), advance=False)
            return True
        i = self.canvas.chosen_point
        points = list(photo.curves.get(self.curve, ()))
        if self.mode == "lines" and i is not None and i < len(points):
            points[i] = (points[i][0] + dx, points[i][1] + dy)
            self.put_curve(tuple(points))
            return True
        return False

    def delete_chosen(self) -> bool:
        """Take away the chosen mark, point or span."""
        photo = self.photo
        if photo is None:
            return False
        if self.mode == "landmarks" and self.current in photo.marks:
            marking.set_mark(
                self.bench.portrait, photo.id, self.current, None, phrase("Unmark {0}", LANDMARKS[self.current].plain)
            )
            return True
        if self.mode == "scale" and self.span in photo.spans:
            self.change(photo.spanned(self.span, None), phrase("Remove {0}", self.scale_page.title(self.span)))
            return True
        points = list(photo.curves.get(self.curve, ()))
        if self.mode == "lines" and points:
            i = self.canvas.chosen_point
            points.pop(len(points) - 1 if i is None or i >= len(points) else i)
            self.canvas.chosen_point = None
            self.change(photo.curved(self.curve, tuple(points)), phrase("Change {0}", CURVES[self.curve].plain))
            return True
        return False

    def next_or_solve(self) -> None:
        """Return: the next line while lines are drawn, else solve."""
        if self.mode == "lines":
            keys = list(CURVES)
            self.choose_curve(keys[(keys.index(self.curve) + 1) % len(keys)])
        else:
            self.solve_asked.emit()

    # --- showing -------------------------------------------------------------------------

    def say(self, text: str, tone: str) -> None:
        """A sentence over the buttons."""
        self.message.setText(text)
        for name in ("soft", "error", "warn"):
            self.message.setProperty(name, name == tone)
        style = self.message.style()
        assert style is not None
        style.unpolish(self.message)
        style.polish(self.message)

    def refresh(self) -> None:
        """Show the marks, the guide and what is still needed."""
        photo = self.photo
        if photo is None:
            return
        self._show_picture()
        show: dict[DeskMode, Callable[[], None]] = {
            "landmarks": self._show_landmarks, "lines": self.lines_page.refresh, "scale": self.scale_page.refresh,
            "draw": self.draw_page.refresh, "crop": self.frame_page.refresh,
        }  # fmt: skip
        show[self.mode]()
        n = len(photo.usable())
        ready = any(len(p.usable()) >= FEWEST for p in self.bench.portrait.sitter.photos)
        self.match.setEnabled(ready)
        self.match.setText("Solve the sitter" if n >= FEWEST or ready else phrase("{0} of {1} marks needed", n, FEWEST))
        self.canvas.update()

    def _show_landmarks(self) -> None:
        photo, solution = self.photo, self.bench.portrait.sitter.solution
        assert photo is not None
        self.errors = {}
        if photo.standpoint is not None and solution is not None:
            self.errors = photo.standpoint.errors(photo.usable(), solution.landmarks())
        self.mouth_open.setChecked(photo.mouth_open)
        mark = LANDMARKS[self.current]
        self.heading.setText(mark.plain[0].upper() + mark.plain[1:])
        side = {1: " The sitter's own left.", -1: " The sitter's own right.", 0: ""}[mark.side]
        loose = "" if mark.rigid else " It does not move with the head: kept, but not used to solve."
        self.definition.setText(f"{mark.definition[0].upper()}{mark.definition[1:]}.{side}{loose}")
        self.guide.setPixmap(guide_picture(self.current, round(self.devicePixelRatioF())))
        now = photo.certainty.get(self.current, "clear")
        for name, button in self.certain.items():
            button.setChecked(name == now and (self.current in photo.marks or name != "clear"))
        signs = {"clear": "●", "guessed": "◐", "hidden": "–"}
        for i, key in enumerate(ORDER):
            item = self.list.item(i)
            assert item is not None
            error = phrase("   {0:.0f} px", self.errors[key]) if key in self.errors else ""
            certainty = photo.certainty.get(key, "clear")
            marked = key in photo.marks or certainty == "hidden"
            item.setText(phrase("{0}  {1}{2}", signs[certainty] if marked else "○", LANDMARKS[key].plain, error))
            item.setForeground(theme.color("ink" if marked and certainty != "hidden" else "soft"))
            if key == self.current:
                self.list.setCurrentItem(item)


@lru_cache(maxsize=96)
def guide_picture(key: str, ratio: int = 1) -> QPixmap:
    """Where a landmark sits: a drawing of the base head with a dot, shipped as pictures."""
    from yewfinch.app.rooms.sitter.landmark_guide import guide_point, guide_view

    view, at = guide_point(key)
    size = 170
    pixmap = QPixmap(QSize(size * ratio, size * ratio))
    pixmap.setDevicePixelRatio(ratio)
    pixmap.fill(Qt.GlobalColor.transparent)
    p = QPainter(pixmap)
    p.setRenderHint(QPainter.RenderHint.Antialiasing)
    p.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    p.drawImage(QRectF(0, 0, size, size), guide_view(view))
    point = QPointF(at[0] * size, at[1] * size)
    p.setPen(QPen(brushes.PAPER, 3.5))
    p.setBrush(brushes.GOLD)
    p.drawEllipse(point, 5.5, 5.5)
    p.setPen(QPen(brushes.INK, 1))
    p.drawEllipse(point, 5.5, 5.5)
    p.end()
    return pixmap
