"""The large view of the clay: drawing and navigation. What is done to the clay, hands and paints of the rooms bring."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

import moderngl
import numpy as np
import numpy.typing as npt
from PyQt6.QtCore import QPointF, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import (
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QResizeEvent,
    QTabletEvent,
    QWheelEvent,
)
from PyQt6.QtWidgets import QWidget

from yewfinch.app.view import photo_layers, standpoint_paint
from yewfinch.app.view.brushes import label
from yewfinch.app.view.clay_picture import ClayPicture
from yewfinch.app.view.glass import glass_for
from yewfinch.app.view.hands import Hands
from yewfinch.app.view.key_pointer import KeyPointer
from yewfinch.app.view.modes import Hand, Mode, Over, Pictures
from yewfinch.app.view.photo_store import PhotoStore
from yewfinch.app.view.standpoint_view import StandpointView
from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.sculpt.pressure_curves import STRAIGHT, outcome
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared import compiler
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sight.view import View
from yewfinch.render.photo_layer import Layer, PhotoLayer
from yewfinch.render.scene import Canvas, SceneRenderer, bounds_of

#: Milliseconds after which it is looked again whether the compiler is awake.
_AWAKING = 200


class Viewport(QWidget):
    """The large view of the clay.

    Signals
    -------
    hovered : (object,) the Hit under the pointer with its piece's name, or None
    stroke_ended : ()
    """

    hovered = pyqtSignal(object)
    stroke_ended = pyqtSignal()
    second_pressed = pyqtSignal()

    def __init__(self, bench: Bench, photos: PhotoStore) -> None:
        super().__init__()
        self.bench, self.photos = bench, photos
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMinimumSize(320, 240)
        self.setAccessibleName("clay view")
        self.keys = KeyPointer(self, bench.say)
        #: From the pen's pressure to what counts as it.
        self.pen = STRAIGHT
        self.renderer: SceneRenderer | None = None
        self.context: moderngl.Context | None = None
        #: What draws, as OpenGL names it; for reports.
        self.drawn_by = ""
        self.layer: PhotoLayer | None = None
        self.glass = glass_for(self, self)
        self.glass.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.picture = ClayPicture(bench, self, self.update)
        self.pointer: QPointF | None = None
        self.hit: Hit | None = None
        self.hit_piece = ""
        self._drag: tuple[Qt.MouseButton, QPointF, View] | None = None
        self.standpoint = StandpointView(bench, self, self._redraw)
        self.blink_on = True
        self._awaking = QTimer(self)
        self._awaking.setInterval(_AWAKING)
        self._awaking.timeout.connect(self._look_whether_awake)
        self._blink = QTimer(self)
        self._blink.setInterval(500)
        self._blink.timeout.connect(self._blinked)
        self.hands = Hands(bench, self.stroke_ended.emit)
        self._overs: list[Over] = [Over(10.0, partial(standpoint_paint.paint, standpoint=self.standpoint))]
        self._pictures: list[Pictures] = []
        bench.outlook.changed.connect(self._redraw)
        bench.standpoint.changed.connect(self._overlay_changed)
        bench.tools.changed.connect(self._repaint)
        bench.mode_changed.connect(self._mode_changed)
        bench.portrait_changed.connect(self._opened)
        photos.ready.connect(self._picture_came)
        self._listen()

    # --- what rooms bring ------------------------------------------------------------------

    def add_mode(self, mode: Mode) -> None:
        """Take up what the pointer may do on the clay.

        Raises
        ------
        ValueError
            If there is a mode of its id.
        """
        self.hands.add(mode)

    def add_hand(self, hand: Hand) -> None:
        """Take up a hand that is asked before the mode's own, in every mode."""
        self.hands.first.append(hand)

    def add_over(self, over: Over) -> None:
        """Take up what lies over the clay in every mode."""
        self._overs.append(over)

    def add_pictures(self, pictures: Pictures) -> None:
        """Take up photos or drawings that are drawn with the clay."""
        self._pictures.append(pictures)

    def hand(self, mode: str) -> Hand:
        """The hand of a mode.

        Raises
        ------
        KeyError
            If there is no such mode.
        """
        return self.hands.modes[mode].hand

    @property
    def busy(self) -> bool:
        """Is something held in the view, or under way?"""
        return self.hands.busy

    def cancel(self) -> None:
        """Take back what is under way in the view."""
        self.hands.cancel()

    # --- listening -----------------------------------------------------------------------

    def _listen(self) -> None:
        portrait = self.bench.portrait
        portrait.rows_changed.connect(self._rows_changed)
        portrait.pieces_changed.connect(self._redraw)
        portrait.net_changed.connect(self._net_changed)
        portrait.field_changed.connect(self._redraw_field)

    def _opened(self) -> None:
        self._listen()
        self.hit, self.hit_piece = None, ""
        self.hovered.emit(None)
        self.standpoint.forget()
        self._redraw()

    def _rows_changed(self, piece: str, channel: str, leaves: IndexArray) -> None:
        if self.renderer is None or self.context is None:
            self._redraw()
            return
        self.glass.take_hold()
        box = self.renderer.update(piece, channel, leaves)
        if box is None or self.bench.outlook.looking.occlusion > 0 or self.bench.outlook.instead:
            self._redraw()  # corners far from a change may darken, too
        else:
            self.picture.change(box)

    def _net_changed(self, _piece: str, box: DoubleArray) -> None:
        if self.renderer is None or self.bench.outlook.looking.occlusion > 0 or self.bench.outlook.instead:
            self._redraw()
            return
        self.glass.take_hold()
        self.renderer.sync(self.bench.portrait)
        self.picture.change(box)

    def _redraw_field(self, _field: str) -> None:
        self._redraw()

    def _picture_came(self, photo_id: str) -> None:
        """A picture has arrived; only what is shown here matters."""
        if any(photo_id in p.ids() for p in self._pictures):
            self._redraw()
        elif photo_id == self.bench.standpoint.photo_id:
            self.update()

    def _repaint(self) -> None:
        self.update()

    def _redraw(self) -> None:
        self.picture.spoil()

    def _mode_changed(self) -> None:
        shape = Qt.CursorShape.ArrowCursor if self.bench.mode == "tool" else Qt.CursorShape.CrossCursor
        self.setCursor(shape)
        self._redraw()

    def _overlay_changed(self) -> None:
        if self.bench.standpoint.overlay.blink and self.bench.standpoint.photo_id is not None:
            if not self._blink.isActive():
                self._blink.start()
        else:
            self._blink.stop()
            self.blink_on = True
        self._redraw()

    def _blinked(self) -> None:
        self.blink_on = not self.blink_on
        self.update()

    # --- camera --------------------------------------------------------------------------

    def camera(self) -> Camera:
        """The camera for the widget's size in logical pixels."""
        w, h = float(max(1, self.width())), float(max(1, self.height()))
        standing = self.standpoint.camera()
        return self.bench.outlook.view.camera(w, h) if standing is None else standing

    def ray(self, position: QPointF) -> tuple[npt.NDArray[np.float64], npt.NDArray[np.float64]]:
        """Origin, mm, and unit direction through a point of the widget.

        From where it comes out of what a section cuts away.
        """
        origin, direction = self.camera().ray(position.x(), position.y())
        section = self.bench.outlook.looking.section
        begun = None if section is None else section.entered(origin, direction)
        return (origin if begun is None else begun), direction

    def look_at(self, position: QPointF) -> tuple[Hit, str] | None:
        """The nearest visible piece under a point of the widget; guides that are seen through are none."""
        origin, direction = self.ray(position)
        best: tuple[Hit, str] | None = None
        section = self.bench.outlook.looking.section
        for piece in self.bench.portrait.pieces.values():
            if not piece.visible or piece.see_through:
                continue
            hit = piece.pick(origin, direction)
            if hit is not None and section is not None and section.beyond(hit.point):
                continue
            if hit is not None and (best is None or hit.distance < best[0].distance):
                best = (hit, piece.id)
        return best

    def sees(self, point: npt.ArrayLike) -> bool:
        """Is a point of the surface, (3,) mm, in sight, or hidden behind clay?"""
        p = np.asarray(point, float)
        x, y = self.camera().project(p)[0]
        if not np.isfinite([x, y]).all():
            return False
        found = self.look_at(QPointF(float(x), float(y)))
        return found is None or float(np.linalg.norm(found[0].point - p)) < 3.0

    def view_all(self) -> None:
        """Show everything."""
        self._fit(bounds_of(self.bench.portrait))

    def view_selected(self) -> None:
        """Show the chosen piece, or the chosen landmark's surroundings."""
        bench = self.bench
        if bench.selection.landmark is not None:
            point = bench.portrait.landmark(bench.selection.landmark)
            if point is not None:
                self._fit(np.stack([point - 28.0, point + 28.0]))
                return
        piece = bench.portrait.pieces.get(bench.selection.piece_id)
        self._fit(bounds_of(bench.portrait) if piece is None else np.asarray(piece.surface.bounds(), np.float64))

    def _fit(self, bounds: DoubleArray) -> None:
        view = self.bench.outlook.view.fit(bounds, self.width(), self.height())
        self.bench.outlook.set_view(view)

    # --- drawing -------------------------------------------------------------------------

    def _look_whether_awake(self) -> None:
        """Draw again in full once the compiler is loaded."""
        if compiler.is_awake():
            self._awaking.stop()
            if self.renderer is not None:
                self.renderer.hurried = False
            self._redraw()

    def update(self) -> None:  # type: ignore[override]  # all of it, as Qt has it, too
        """Have it drawn again soon."""
        self.glass.update()

    def resizeEvent(self, event: QResizeEvent | None) -> None:  # noqa: N802 - Qt's name
        """The glass fills it."""
        self.glass.setGeometry(self.rect())

    def begin(self, context: moderngl.Context) -> None:
        """Make a new context's things."""
        self.context = context
        self.drawn_by = str(context.info["GL_RENDERER"])
        self.renderer = SceneRenderer(context)
        self.renderer.hurried = True
        self._awaking.start()
        self.layer = PhotoLayer(context)
        self.picture.begin(self.renderer.software)

    def draw(self, size: tuple[int, int], screen: Callable[[], moderngl.Framebuffer]) -> moderngl.Texture | None:
        """Draw the clay if it changed, and the photo over it."""
        assert self.context is not None and self.renderer is not None and self.layer is not None
        self.context.scissor = None
        if self.picture.due:
            for pictures in self._pictures:
                pictures.lay(self.renderer)
        self.renderer.looking, self.renderer.instead = self.bench.outlook.looking, self.bench.outlook.instead
        canvas = self.picture.draw(self.context, self.renderer, self.camera().sized(*size), size)
        layer = self._layer(self.devicePixelRatioF())
        if layer is None:
            return canvas.texture
        target = screen()
        target.use()
        self.context.viewport = (0, 0, *size)
        self.layer.draw(canvas.texture, layer)
        return None

    def copy(self, picture: moderngl.Texture) -> None:
        """Fill the framebuffer in use with a picture."""
        assert self.renderer is not None and self.context is not None
        self.context.viewport = (0, 0, *picture.size)
        self.renderer.blit(picture)

    def _layer(self, ratio: float) -> Layer | None:
        """What lies over or behind the clay: the photo of the standpoint, else what a room brings."""
        assert self.layer is not None
        if self.bench.standpoint.photo() is not None:
            if self.bench.standpoint.overlay.blink and not self.blink_on:
                return None
            return photo_layers.standpoint_layer(self.bench, self.photos, self.standpoint, self.layer, ratio)
        return next((layer for p in self._pictures if (layer := p.layer(ratio)) is not None), None)

    def paint(self, painter: QPainter) -> None:
        """Paint what lies over the picture."""
        mode = self.hands.mode
        overs = list(self._overs)
        if mode is not None and mode.paint is not None:
            overs.append(Over(mode.place, mode.paint))
        for over in sorted(overs, key=lambda o: o.place):
            over.paint(painter)
        words = "" if mode is None else mode.words()
        if words:
            label(painter, QPointF(14, self.height() - 18), words, self)

    def small_picture(self, camera: Camera, quick: bool = False) -> QImage:
        """A picture for the round, drawn in this widget's context; `quick` where many are wanted often."""
        if self.context is None or self.renderer is None:
            return QImage()
        self.glass.take_hold()
        w, h = int(camera.width), int(camera.height)
        renderer, finer = (
            self.renderer,
            2 if quick and self.renderer.software else 1,
        )  # cheaper than four samples a pixel
        canvas = Canvas(self.context, finer * w, finer * h, 4 if finer == 1 else 0)
        self.context.scissor = None
        # plainly: what is fine or cut would only be a blur at this size
        renderer.looking = replace(self.bench.outlook.looking, occlusion=0.0, cavity=0.0, wire=False, section=None)
        renderer.quick = quick
        renderer.draw(canvas.target, self.bench.portrait, camera.sized(finer * w, finer * h))
        renderer.quick = False
        pixels = canvas.pixels()
        canvas.release()
        image = QImage(pixels.tobytes(), finer * w, finer * h, finer * w * 3, QImage.Format.Format_RGB888)
        return (
            image.copy() if finer == 1 else image.scaled(w, h, transformMode=Qt.TransformationMode.SmoothTransformation)
        )

    # --- pointer -------------------------------------------------------------------------

    def hover(self, position: QPointF) -> None:
        """The pointer is here, pixels: what is under it is looked for and told."""
        self.pointer = position
        found = self.look_at(position)
        self.hit, self.hit_piece = found if found is not None else (None, "")
        self.hovered.emit(self.hit)
        self.update()

    def mousePressEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Work on the clay, or take hold of the view."""
        assert event is not None
        self.setFocus()
        position, button = event.position(), event.button()
        self.hover(position)
        if button == Qt.MouseButton.LeftButton:
            if self.standpoint.near_wipe(position):
                self.standpoint.wiping = True
                return
            if self.hit is not None:
                self.bench.selection.last_hit = self.hit_piece, self.hit.corners[int(self.hit.weights.argmax())]
            if self.hands.press(position, 1.0, event.modifiers()):
                return
        if self.bench.standpoint.photo_id is not None and button != Qt.MouseButton.RightButton:
            self.standpoint.take(position)
            return
        self._leave_standpoint_for_turning()
        self._drag = (button, position, self.bench.outlook.view)

    def mouseMoveEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """Go on with what the press began."""
        assert event is not None
        position = event.position()
        if self.standpoint.wiping:
            self.standpoint.wipe_to(position, bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier))
            return
        if self.hands.busy:
            self.hands.move(position, 1.0, event.modifiers())
            self.hover(position)
            return
        if self.standpoint.drag(position):
            return
        if self._drag is not None:
            self._navigate(position)
            return
        self.hover(position)

    def mouseReleaseEvent(self, event: QMouseEvent | None) -> None:  # noqa: N802
        """End what the press began."""
        assert event is not None
        if self.standpoint.wiping:
            self.standpoint.wiping = False
        elif self.hands.busy:
            self.hands.release(event.position(), 1.0, event.modifiers())
        self._drag = None
        self.standpoint.drop()

    def tabletEvent(self, event: QTabletEvent | None) -> None:  # noqa: N802
        """A pen: as the mouse, with pressure."""
        assert event is not None
        position = event.position()
        kind = event.type()
        if kind == event.Type.TabletPress and event.button() == Qt.MouseButton.MiddleButton and not self.busy:
            self.hover(position)
            event.accept()
            self.second_pressed.emit()
            return
        if kind == event.Type.TabletPress and event.button() == Qt.MouseButton.LeftButton:
            self.hover(position)
            if self.hands.press(position, self._pressed(event), event.modifiers()):
                event.accept()
                return
        elif kind == event.Type.TabletMove and self.hands.busy:
            self.hands.move(position, self._pressed(event), event.modifiers())
            self.hover(position)
            event.accept()
            return
        elif kind == event.Type.TabletRelease and self.hands.busy:
            self.hands.release(position, self._pressed(event), event.modifiers())
            event.accept()
            return
        event.ignore()  # Qt then sends a mouse event for it

    def _pressed(self, event: QTabletEvent) -> float:
        return event.pressure() if self.pen == STRAIGHT else outcome(self.pen, event.pressure())

    def leaveEvent(self, event: object) -> None:  # noqa: N802
        """The pointer is elsewhere: no circle."""
        if not self.keys.on:
            self.leave()

    def draw_as(self, rough: str, samples: int) -> None:
        """Draw roughly while something moves if 'slow', 'always' or 'never', and with so many samples a pixel; 0 leaves
        them to the machine.
        """
        self.picture.rough, self.picture.samples = rough, samples
        self.picture.spoil()

    def lead_by_keys(self) -> None:
        """Begin or end leading the pointer by keys."""
        self.setFocus()
        self.keys.toggle()
        self.update()

    def leave(self) -> None:
        """The pointer is nowhere."""
        self.pointer = None
        self.hit = None
        self.update()

    def wheelEvent(self, event: QWheelEvent | None) -> None:  # noqa: N802
        """Zoom to the cursor."""
        assert event is not None
        steps = event.angleDelta().y() / 120.0
        position = event.position()
        if self.bench.standpoint.photo() is not None:
            self.standpoint.enlarge(1.15**steps, position)
            return
        self.zoom(1.15**steps, position)

    def zoom(self, factor: float, position: QPointF) -> None:
        """Go nearer by a factor, keeping what is under `position` there."""
        self.picture.move()
        view = self.bench.outlook.view
        camera = self.camera()
        origin, direction = camera.ray(position.x(), position.y())
        forward = camera.rotation[2]
        t = float((np.array(view.target) - origin) @ forward / (direction @ forward))
        under = origin + t * direction
        distance = float(np.clip(view.distance / factor, 20.0, 50_000.0))
        k = 1.0 - distance / view.distance
        target = np.array(view.target) + (under - np.array(view.target)) * k
        self.bench.outlook.set_view(
            replace(view, distance=distance, target=(float(target[0]), float(target[1]), float(target[2])))
        )

    def focusNextPrevChild(self, forward: bool) -> bool:  # noqa: N802
        """Tab belongs to hiding the panels here; Shift+Tab goes on to the next control."""
        return False if forward else super().focusNextPrevChild(False)

    def keyPressEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """Esc cancels; other keys are the hand's, the rest are actions of the window."""
        assert event is not None
        if self.keys.key(event) or self.hands.key(event):
            return
        if event.key() == Qt.Key.Key_Escape:
            if self.busy:
                self.cancel()
            elif self.bench.mode != "tool":
                self.bench.set_mode("tool")
            else:
                self.bench.standpoint.take(None)
            return
        super().keyPressEvent(event)

    def keyReleaseEvent(self, event: QKeyEvent | None) -> None:  # noqa: N802
        """A key goes up."""
        assert event is not None
        self.hands.key_up(event)
        super().keyReleaseEvent(event)

    # --- navigation ----------------------------------------------------------------------

    def _leave_standpoint_for_turning(self) -> None:
        """Turning away from a standpoint begins at about the same direction."""
        photo = self.bench.standpoint.photo()
        if photo is None or photo.standpoint is None:
            return
        standing = self.bench.standpoint.camera()
        assert standing is not None
        forward = standing.rotation[2]
        turn = float(np.degrees(np.arctan2(-forward[0], -forward[2])))
        tilt = float(np.degrees(np.arcsin(np.clip(-forward[1], -1, 1))))
        self.bench.outlook.set_view(self.bench.outlook.view.turned(turn, tilt))

    def _navigate(self, position: QPointF) -> None:
        assert self._drag is not None
        self.picture.move()
        button, start, view = self._drag
        delta = position - start
        if button == Qt.MouseButton.MiddleButton:
            camera = view.camera(self.width(), self.height())
            scale = camera.mm_per_pixel(np.array(view.target))
            shift = -delta.x() * scale * camera.rotation[0] - delta.y() * scale * camera.rotation[1]
            t = np.array(view.target) + shift
            self.bench.outlook.set_view(replace(view, target=(float(t[0]), float(t[1]), float(t[2]))))
        else:
            across = -delta.x() if view.mirrored else delta.x()
            self.bench.outlook.set_view(view.turned(view.turn - across * 0.4, view.tilt + delta.y() * 0.4))
