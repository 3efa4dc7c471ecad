"""The picture of the clay in the large view.

Drawn anew in full, in the part that changed, or roughly first and then tile by tile.
"""

from __future__ import annotations

import time
from collections.abc import Callable

import moderngl
import numpy as np
from PyQt6.QtCore import QObject, QTimer
from PyQt6.QtWidgets import QWidget

from yewfinch.app.view.guests import Guests
from yewfinch.core.session.bench import Bench
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sight.camera import Camera
from yewfinch.render.buffers import Part
from yewfinch.render.scene import COARSENED, Canvas, SceneRenderer

#: Milliseconds without change after which all is drawn in full; pictures that take more seconds are drawn roughly
#: first.
STILL, SLOW = 160, 0.05
#: A part that takes more seconds is drawn roughly, one that takes far more makes all of the picture a rough one.
SOME, MUCH = 0.012, 0.15
#: Seconds that a tile of a picture may take, about; tiles of no more pixels to a side are not divided.
TILE, LEAST = 0.035, 20
#: How much of the pace is learnt with each picture, but from those of less work, seconds, which tell little.
LEARN, LITTLE = 0.3, 0.005
#: Pixels round a part that is drawn anew: outlines are softened.
MARGIN = 2


class ClayPicture(QObject):
    """What of the picture is true, and what has to be drawn.

    A machine that is slow gets a rough picture at once, of one sample a pixel, with coarser faces of dense clay;
    after a moment without change a full one takes its place tile by tile.

    Parameters
    ----------
    bench : Bench
    view : QWidget
        Its owner; `again` asks it for another call of `draw`.
    again : callable
    """

    def __init__(self, bench: Bench, view: QWidget, again: Callable[[], object]) -> None:
        super().__init__(view)
        self._guests, self._shown = Guests(bench), bench.portrait
        self.bench, self._again = bench, again
        self.canvas: Canvas | None = None
        #: When pictures are rough while something moves: 'slow' if the machine is, 'always' or 'never'; and samples of
        #: a pixel, 0 for as many as this machine draws in good time.
        self.rough, self.samples = "slow", 0
        self._stale, self._whole, self._rough = True, False, False
        #: A picture that is drawn for another reason does not have what was spoilt just now.
        self._waits = False
        self._touched: DoubleArray | None = None
        self._tiles: list[Part] = []
        #: What of a full picture was drawn roughly since.
        self._patch: Part | None = None
        #: For the tiles that are being drawn it is known already how far away everything is.
        self._deep = False
        #: How many times the time of `SceneRenderer.work` this machine takes.
        self._pace = 1.0
        #: The same for tiles, of which it draws many in a row.
        self._tile_pace = 1.0
        self._still, self._next = QTimer(self), QTimer(self)
        for timer, wait, run in ((self._still, STILL, self._rested), (self._next, 0, self._go_on)):
            timer.setSingleShot(True)
            timer.setInterval(wait)
            timer.timeout.connect(run)

    @property
    def due(self) -> bool:
        """Is anything of it to be drawn?"""
        return self._stale or self._touched is not None or self._tiling

    @property
    def full(self) -> bool:
        """Is all of it drawn as well as it can be?"""
        return not (self._stale or self._rough or self._touched is not None or self._tiles or self._patch is not None)

    @property
    def _tiling(self) -> bool:
        return bool(self._tiles) and not self._still.isActive()

    def _go_on(self) -> None:
        self._waits = False
        self._again()

    def begin(self, software: bool) -> None:
        """Begin with a new context, of the processor or of a graphics card, in which nothing is drawn yet."""
        self.canvas, self._stale = None, True
        self._pace = self._tile_pace = 1.0 if software else 0.0

    def spoil(self) -> None:
        """All of it has to be drawn anew, after what else waits.

        Whoever changed so much has held the window already.
        """
        self._stale = self._waits = True
        self._next.start()

    def fill(self) -> None:
        """Draw all of it in full with the next call."""
        if not self.full:
            self._whole = True
            self.spoil()

    def change(self, box: DoubleArray) -> None:
        """Clay within a box (2, 3) mm has changed; an inverted box says that nothing has."""
        if not np.isfinite(box).all():
            return
        t = self._touched
        self._touched = box if t is None else np.stack([np.minimum(t[0], box[0]), np.maximum(t[1], box[1])])
        if self._rough or self._tiles:
            self._still.start()  # the rest can wait for the hand
        self._again()

    def move(self) -> None:
        """The view moves: rough pictures do until it rests."""
        self._still.start()

    def draw(self, context: moderngl.Context, renderer: SceneRenderer, camera: Camera, size: tuple[int, int]) -> Canvas:
        """Bring the picture up to date as far as it goes in good time.

        Parameters
        ----------
        context, renderer
        camera : Camera
            Of a picture of this size.
        size : (int, int)
            Pixels.
        """
        self._shown = self._guests.shown(camera)
        samples = self.samples or renderer.samples(self._shown)
        if self.canvas is None or self.canvas.size != size or self.canvas.wanted != samples:
            if self.canvas is not None:
                self.canvas.release()
            self.canvas, self._stale, self._waits = Canvas(context, *size, samples), True, False
        if self._stale and self._waits and not self._whole:
            return self.canvas
        part = None
        if self._touched is not None:
            part = part_of(self._touched, camera, size)
            self._touched = None
        seconds = 0.0 if part is None else self._seconds(renderer, camera, part)
        if self._stale or seconds > MUCH:
            self._tiles, self._patch = [], None
            self._draw_all(renderer, camera)
        elif part is not None and (
            seconds > SOME or self._rough or (self._pace > 0.0 and not renderer.ready(self._shown))
        ):
            self._draw_patch(renderer, camera, part)
        elif part is not None:
            self._draw_part(renderer, camera, part)
        elif self._tiling:
            self._draw_tiles(renderer, camera)
        if self._tiling:
            self._next.start()
        return self.canvas

    def _seconds(self, renderer: SceneRenderer, camera: Camera, part: Part | None = None) -> float:
        """Seconds that drawing all of it or a part in full takes, about."""
        return self._pace * renderer.work(self._shown, camera, part)

    def _draw_all(self, renderer: SceneRenderer, camera: Camera) -> None:
        assert self.canvas is not None
        can_wait = (self._pace > 0.0 or self.rough == "always") and self.rough != "never" and not self._whole
        if (
            can_wait and renderer.sync(self._shown) > COARSENED
        ):  # much dense clay is new: the old picture stays a little
            self._next.start()
            return
        rough = can_wait and (self.rough == "always" or self._seconds(renderer, camera) > SLOW)
        if rough and renderer.coarsen(self._shown, camera):
            self._next.start()
            return
        self._rough = rough
        begun = time.perf_counter()
        renderer.quick = self._rough
        renderer.draw(self.canvas.plain if self._rough else self.canvas.target, self._shown, camera)
        renderer.quick = False
        if not self._rough:
            self.canvas.resolve()
        renderer.context.finish()
        seconds, work = time.perf_counter() - begun, renderer.work_done(camera, self._rough)
        if work > LITTLE and self.bench.outlook.looking.occlusion <= 0.0:
            self._pace += LEARN * (seconds / work - self._pace)
        self._stale = self._whole = False
        if self._rough:
            self._still.start()

    def _draw_part(self, renderer: SceneRenderer, camera: Camera, part: Part) -> None:
        assert self.canvas is not None
        renderer.draw(self.canvas.target, self._shown, camera, part=part)
        self.canvas.resolve(part)

    def _draw_patch(self, renderer: SceneRenderer, camera: Camera, part: Part) -> None:
        """Draw a part of one sample a pixel, to be drawn in full when all rests."""
        assert self.canvas is not None
        renderer.quick = renderer.fine = True
        renderer.draw(self.canvas.plain, self._shown, camera, part=part)
        renderer.quick = renderer.fine = False
        self._patch = part if self._patch is None else around(self._patch, part)
        self._still.start()

    def _draw_tiles(self, renderer: SceneRenderer, camera: Camera) -> None:
        """Draw as much of the next tiles as can be drawn in good time; what is too much is divided."""
        begun = time.perf_counter()
        if renderer.prepare(self._shown):
            return
        while self._tiles and time.perf_counter() - begun < TILE / 2:
            part = self._tiles.pop()
            work = renderer.work(self._shown, camera, part)
            while self._tile_pace * work > TILE and max(part[2:]) > LEAST:
                part, rest = halves(part)
                self._tiles.append(rest)
                work = renderer.work(self._shown, camera, part)
            at = time.perf_counter()
            renderer.depths_stay = self._deep
            self._draw_part(renderer, camera, part)
            self._deep, renderer.depths_stay = True, False
            renderer.context.finish()
            if work > LITTLE and self.bench.outlook.looking.occlusion <= 0.0:
                self._tile_pace += LEARN * ((time.perf_counter() - at) / work - self._tile_pace)

    def _rested(self) -> None:
        """Nothing has changed for a moment: draw in full what was drawn roughly."""
        if self.canvas is None or not (self._rough or self._tiles or self._patch):
            return
        if self._rough:
            self._rough = self._deep = False
            self._tiles = [(0, 0, *self.canvas.size)]
        elif self._patch is not None:
            self._deep = False
            self._tiles.append(self._patch)
        self._patch = None
        self._again()


def around(one: Part, other: Part) -> Part:
    """The smallest part that holds two."""
    x, y = min(one[0], other[0]), min(one[1], other[1])
    return x, y, max(one[0] + one[2], other[0] + other[2]) - x, max(one[1] + one[3], other[1] + other[3]) - y


def halves(part: Part) -> tuple[Part, Part]:
    """A part of a picture cut across its longer side."""
    x, y, w, h = part
    if w >= h:
        return (x, y, w // 2, h), (x + w // 2, y, w - w // 2, h)
    return (x, y, w, h // 2), (x, y + h // 2, w, h - h // 2)


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
