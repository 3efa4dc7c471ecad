"""The picture of the clay in the large view: drawn anew in full, in the part that changed, or coarsely first and then tile by tile."""

from __future__ import annotations

import time
from collections.abc import Callable

import moderngl
import numpy as np
from PyQt6.QtCore import QObject, QTimer
from PyQt6.QtWidgets import QWidget

from yewfinch.app.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.show.camera import Camera
from yewfinch.render.buffers import Part
from yewfinch.render.scene import Canvas, SceneRenderer

#: Milliseconds without motion after which all is drawn in full; pictures that take more seconds are drawn coarser meanwhile.
STILL, SLOW = 160, 0.05
#: Seconds that a tile of a picture may take, about; tiles to a side at most.
TILE, MOST_TILES = 0.07, 6
#: Pixels round a part that is drawn anew: outlines are softened.
MARGIN = 2


class ClayPicture(QObject):
    """What of the picture is true, and what has to be drawn.

    Parameters
    ----------
    bench : Bench
    view : QWidget
        Its owner; `again` asks it for another call of `draw`.
    again : callable
    """

    def __init__(self, bench: Bench, view: QWidget, again: Callable[[], object]) -> None:
        super().__init__(view)
        self.bench, self._again = bench, again
        self.canvas: Canvas | None = None
        self._stale, self._whole, self._coarse = True, False, False
        self._touched: DoubleArray | None = None
        self._tiles: list[Part] = []
        #: Seconds that a full picture takes, and what was spent on one so far.
        self.took, self._spent = 0.0, 0.0
        self._still, self._next = QTimer(self), QTimer(self)
        for timer, wait, run in ((self._still, STILL, self._rested), (self._next, 0, again)):
            timer.setSingleShot(True)
            timer.setInterval(wait)
            timer.timeout.connect(run)

    @property
    def due(self) -> bool:
        """Is anything of it to be drawn?"""
        return self._stale or self._touched is not None or bool(self._tiles)

    def begin(self) -> None:
        """There is a new context: nothing is drawn yet."""
        self.canvas, self._stale = None, True

    def spoil(self) -> None:
        """All of it has to be drawn anew."""
        self._stale = True
        self._again()

    def change(self, box: DoubleArray) -> None:
        """Clay within a box (2, 3) mm has changed; an inverted box says that nothing has."""
        if not np.isfinite(box).all():
            return
        t = self._touched
        self._touched = box if t is None else np.stack([np.minimum(t[0], box[0]), np.maximum(t[1], box[1])])
        self._again()

    def move(self) -> None:
        """The view moves: coarser pictures do until it rests."""
        self._still.start()

    def draw(self, context: moderngl.Context, renderer: SceneRenderer, camera: Camera, size: tuple[int, int]) -> moderngl.Texture:
        """Bring the picture up to date as far as it goes in good time.

        Parameters
        ----------
        context, renderer
        camera : Camera
            Of a picture of this size.
        size : (int, int)
            Pixels.
        """
        samples = renderer.samples(self.bench.portrait)
        if self.canvas is None or self.canvas.size != size or self.canvas.wanted != samples:
            if self.canvas is not None:
                self.canvas.release()
            self.canvas, self._stale = Canvas(context, *size, samples), True
        if self._stale:
            self._tiles = []
            self._draw_all(context, renderer, camera)
        elif self._touched is not None:
            part = part_of(self._touched, camera, size)
            self._touched = None
            if part is not None:
                renderer.draw(self.canvas.target, self.bench.portrait, camera, part=part)
                self.canvas.resolve()
        elif self._tiles:
            begun = time.perf_counter()
            renderer.draw(self.canvas.target, self.bench.portrait, camera, part=self._tiles.pop())
            self.canvas.resolve()
            context.finish()
            self._spent += time.perf_counter() - begun
            if not self._tiles:
                self.took = self._spent
        if self._tiles:
            self._next.start()
        return self.canvas.texture

    def _draw_all(self, context: moderngl.Context, renderer: SceneRenderer, camera: Camera) -> None:
        assert self.canvas is not None
        dense = renderer.many(self.bench.portrait)
        quick = self.took > SLOW and (dense or self._still.isActive()) and not self._whole
        begun = time.perf_counter()
        renderer.quick = quick
        renderer.draw(self.canvas.target, self.bench.portrait, camera)
        renderer.quick = False
        self.canvas.resolve()
        context.finish()
        self._coarse = quick and (dense or self.bench.looking.occlusion > 0)
        if self._coarse:
            self._still.start()
        elif not quick:
            self.took = time.perf_counter() - begun
        self._stale = self._whole = False
        self._touched = None

    def _rested(self) -> None:
        """Nothing has moved for a moment: draw in full what was drawn coarsely."""
        if self.canvas is None or not self._coarse:
            return
        self._coarse = False
        if self.took <= 2 * SLOW or self.bench.looking.occlusion > 0:  # corners need all of the picture at once
            self._whole = True
            self.spoil()
            return
        n = int(np.clip(np.ceil((self.took / TILE) ** 0.5), 1, MOST_TILES))
        x, y = (np.linspace(0, extent, n + 1).astype(int).tolist() for extent in self.canvas.size)
        self._tiles = [(x[i], y[j], x[i + 1] - x[i], y[j + 1] - y[j]) for j in range(n) for i in range(n)]
        self._spent = 0.0
        self._again()


def part_of(box: DoubleArray, camera: Camera, size: tuple[int, int]) -> Part | None:
    """The part of a picture, in pixels from below, in which a box (2, 3) mm is seen; None if it is not."""
    corners = np.array([[box[i, 0], box[j, 1], box[k, 2]] for i in (0, 1) for j in (0, 1) for k in (0, 1)])
    places = camera.project(corners)
    if not np.isfinite(places).all():
        return 0, 0, *size
    low = np.clip(np.floor(places.min(axis=0)) - MARGIN, 0, size).astype(int)
    high = np.clip(np.ceil(places.max(axis=0)) + MARGIN, 0, size).astype(int)
    if (high <= low).any():
        return None
    return int(low[0]), int(size[1] - high[1]), int(high[0] - low[0]), int(high[1] - low[1])
