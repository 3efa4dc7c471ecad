"""What the large view is looked at through.

A graphics card's own widget, or a plain one for pictures that the processor draws.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

import moderngl
import numpy as np
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QImage, QOffscreenSurface, QOpenGLContext, QPainter, QPaintEvent, QSurfaceFormat
from PyQt6.QtOpenGLWidgets import QOpenGLWidget
from PyQt6.QtWidgets import QWidget

from yewfinch.render.scene import by_processor


class Scene(Protocol):
    """What is seen: it draws into a context that is current, and paints over the picture."""

    def begin(self, context: moderngl.Context) -> None:
        """Make a new context's things."""

    def draw(self, size: tuple[int, int], screen: Callable[[], moderngl.Framebuffer]) -> moderngl.Texture | None:
        """Bring the picture up to date, of so many pixels; it is in a texture, or if that is None, on the screen."""

    def copy(self, picture: moderngl.Texture) -> None:
        """Fill the framebuffer in use with a picture."""

    def paint(self, painter: QPainter) -> None:
        """Paint what lies over it."""


class CardGlass(QOpenGLWidget):
    """A graphics card draws straight to the screen."""

    def __init__(self, scene: Scene, parent: QWidget) -> None:
        super().__init__(parent)
        self._scene = scene
        self._context: moderngl.Context | None = None

    def take_hold(self) -> None:
        """Make the context the current one."""
        self.makeCurrent()

    def initializeGL(self) -> None:  # noqa: N802 - Qt's name
        """Qt tells that there is a context now."""
        self._context = moderngl.create_context(require=330)
        self._scene.begin(self._context)

    def paintGL(self) -> None:  # noqa: N802 - Qt's name
        """Draw what the viewport shows."""
        if self._context is None:
            return
        screen = self._context.detect_framebuffer(self.defaultFramebufferObject())
        picture = self._scene.draw(pixels_of(self), lambda: screen)
        if picture is not None:
            screen.use()
            self._scene.copy(picture)
        paint(self, self._scene)


class ProcessorGlass(QWidget):
    """The processor draws, beside the screen, and the picture is copied.

    A window with a widget of OpenGL in it is put together by OpenGL whenever any of its widgets changes: 15 ms of a
    processor's
    time for a window of 1280x800. This one costs 2 ms, and only when it changes itself.
    """

    def __init__(self, scene: Scene, parent: QWidget, context: QOpenGLContext, surface: QOffscreenSurface) -> None:
        super().__init__(parent)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self._scene, self._gl, self._surface = scene, context, surface
        context.setParent(self)
        surface.setParent(self)
        self._context: moderngl.Context | None = None
        self._screen: moderngl.Framebuffer | None = None

    def take_hold(self) -> None:
        """Make the context the current one."""
        self._gl.makeCurrent(self._surface)

    def paintEvent(self, event: QPaintEvent | None) -> None:  # noqa: N802 - Qt's name
        """Draw and copy."""
        self.take_hold()
        if self._context is None:
            self._context = moderngl.create_context(require=330)
            self._scene.begin(self._context)
        size = pixels_of(self)
        picture = self._scene.draw(size, lambda: self._framebuffer(size))
        data = self._framebuffer(size).read(components=4, alignment=1) if picture is None else picture.read(alignment=1)
        rows = np.frombuffer(data, "<u4").reshape(size[::-1])[::-1] | np.uint32(
            0xFF000000
        )  # from the top; nothing is seen through
        image = QImage(rows.data, *size, QImage.Format.Format_RGBX8888)  # type: ignore[call-overload]  # Qt takes any buffer, without a copy
        image.setDevicePixelRatio(self.devicePixelRatioF())
        paint(self, self._scene, image)

    def _framebuffer(self, size: tuple[int, int]) -> moderngl.Framebuffer:
        assert self._context is not None
        if self._screen is None or self._screen.size != size:
            if self._screen is not None:
                for thing in (*self._screen.color_attachments, self._screen):
                    thing.release()
            self._screen = self._context.framebuffer([self._context.renderbuffer(size, 4)])
        return self._screen


def paint(widget: QWidget, scene: Scene, picture: QImage | None = None) -> None:
    """Paint a picture, unless it is there already, and what lies over it."""
    painter = QPainter(widget)
    if picture is not None:
        painter.drawImage(0, 0, picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    scene.paint(painter)
    painter.end()


def pixels_of(widget: QWidget) -> tuple[int, int]:
    """Size of a widget in pixels of the screen."""
    ratio = widget.devicePixelRatioF()
    return max(1, round(widget.width() * ratio)), max(1, round(widget.height() * ratio))


def glass_for(scene: Scene, parent: QWidget) -> CardGlass | ProcessorGlass:
    """The kind that this machine draws faster with."""
    surface = QOffscreenSurface()
    surface.setFormat(QSurfaceFormat.defaultFormat())
    surface.create()
    context = QOpenGLContext()
    context.setFormat(surface.requestedFormat())
    if not (context.create() and context.makeCurrent(surface)):
        return CardGlass(scene, parent)
    slow = by_processor(moderngl.create_context())
    if slow:
        return ProcessorGlass(scene, parent, context, surface)
    context.doneCurrent()
    return CardGlass(scene, parent)
