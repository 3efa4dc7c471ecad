"""What tools lay colour on: the samples of a colour layer, or, where a piece has none, the vertices.

A tool asks for what lies under a dab, reads what is there, and lays new values on; what that means for the picture,
the history and the other side is told here.
"""

from __future__ import annotations

from typing import NamedTuple, Protocol

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.channel_spec import CLAY
from yewfinch.core.mesh.surface.rows import each_once
from yewfinch.core.sculpt import _canvas_kernels as kernels
from yewfinch.core.sculpt.recorder import SampleRecorder
from yewfinch.core.sculpt.stroke import Dab, StrokeContext, footprint, weighed
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_SHIFT, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.skin.grain import SamplesUnder, spacing

_NOTHING = np.empty(0, INDEX), np.empty((0, 4), np.uint8)
#: Cells of a grid that nearby samples are looked up in, at most.
_MOST_CELLS = 1 << 20


class Patch(NamedTuple):
    """Samples under a dab.

    Attributes
    ----------
    rows : (k,) int32
    places, normals : (k, 3) float32, mm and unit
    weights : (k,) float32
        How much the tool works at each, 0 to 1, without its strength.
    leaves : (l,) int32
        Leaves of the surface that show them.
    """

    rows: IndexArray
    places: FloatArray
    normals: FloatArray
    weights: FloatArray
    leaves: IndexArray

    def some(self, which: npt.NDArray[np.intp]) -> Patch:
        """Only some of them."""
        return Patch(self.rows[which], self.places[which], self.normals[which], self.weights[which], self.leaves)


class Canvas(Protocol):
    """What colour is laid on."""

    count: int
    #: How far samples lie apart, mm.
    spacing: float
    #: What takes the place of paint that is taken away, sRGB with alpha.
    bare: ByteArray

    def under(self, dab: Dab) -> Patch:
        """Samples under a dab."""
        ...

    def near(self, centre: DoubleArray, radius: float) -> Patch:
        """Samples within a radius, mm, of a place, all with the weight 1."""
        ...

    def every(self) -> Patch:
        """All samples, with what the clay's mask leaves free as their weight."""
        ...

    def spread(self, values: ByteArray) -> FloatArray:
        """Values (n, width) of vertices at all samples."""
        ...

    def own(self, patch: Patch) -> ByteArray:
        """What is laid on there, (k, 4) sRGB with alpha."""
        ...

    def seen(self, patch: Patch) -> ByteArray:
        """What is seen there, (k, 4) sRGB."""
        ...

    def lay(self, patch: Patch, values: ByteArray) -> None:
        """Lay values (k, 4) on."""
        ...


def canvas_of(ctx: StrokeContext) -> Canvas:
    """What a stroke lays colour on."""
    return VertexCanvas(ctx) if ctx.painting is None else LayerCanvas(ctx)


class VertexCanvas:
    """The colours of vertices."""

    def __init__(self, ctx: StrokeContext) -> None:
        self._ctx = ctx
        self._surface = ctx.piece.surface
        self.count = len(self._surface)
        self.spacing = float(np.sqrt(self._surface.area() / self.count))
        self.bare: ByteArray = np.array(CLAY, np.uint8)

    def under(self, dab: Dab) -> Patch:
        """Samples under a dab."""
        rows, weights = footprint(self._ctx, dab)
        return self._patch(rows, weights)

    def near(self, centre: DoubleArray, radius: float) -> Patch:
        """Samples within a radius, mm, of a place, all with the weight 1."""
        rows = self._surface.rows_in_ball(centre, radius)
        return self._patch(rows, np.ones(len(rows), np.float32))

    def every(self) -> Patch:
        """All samples, with what the clay's mask leaves free as their weight."""
        rows = np.arange(self.count, dtype=INDEX)
        return self._patch(rows, self._surface.free(rows))

    def spread(self, values: ByteArray) -> FloatArray:
        """Values (n, width) of vertices at all samples."""
        return values.astype(np.float32)

    def _patch(self, rows: IndexArray, weights: FloatArray) -> Patch:
        s = self._surface
        return Patch(rows, s.positions[rows], s.normals[rows], weights, s.leaves_of(rows))

    def own(self, patch: Patch) -> ByteArray:
        """What is laid on there, (k, 4) sRGB with alpha."""
        return np.asarray(self._surface.colour[patch.rows])

    def seen(self, patch: Patch) -> ByteArray:
        """What is seen there, (k, 4) sRGB."""
        return self.own(patch)

    def lay(self, patch: Patch, values: ByteArray) -> None:
        """Lay values (k, 4) on; what is half transparent shows bare clay."""
        share = values[:, 3:] / np.float32(255.0)
        ctx, rows = self._ctx, patch.rows
        ctx.touch(rows)
        flat = np.round(values[:, :3] * share + self.bare[:3] * (1.0 - share)).astype(np.uint8)
        self._surface.colour[rows, :3] = flat
        ctx.wrote(self._surface.leaves_of(ctx.match(rows)))


class LayerCanvas:
    """The samples of a colour layer, of its mask, or of a quality that it carries, such as its roughness.

    On masks light colours show the layer and dark ones hide it; values of a quality are handled as greys with alpha.
    """

    def __init__(self, ctx: StrokeContext, part: str = "") -> None:
        assert ctx.painting is not None
        assert isinstance(ctx.recorder, SampleRecorder)
        self.part = part or ctx.part
        self._ctx, self._painting = ctx, ctx.painting
        self._recorder = ctx.more[part] if part else ctx.recorder
        #: Samples that were read last, and what they held.
        self._read: tuple[IndexArray, ByteArray] = _NOTHING
        self._surface = ctx.piece.surface
        self._under = SamplesUnder(self._surface, ctx.painting.grain)
        self.count = ctx.painting.grain.count
        self.spacing = spacing(self._surface, ctx.painting.grain)
        self.bare: ByteArray = np.array((255, 255, 255, 255) if self.part == "mask" else (0, 0, 0, 0), np.uint8)

    def along(self) -> list[tuple[LayerCanvas, int]]:
        """Canvases of the qualities that go along with it, and their values; of the first canvas only."""
        mine = self.part == self._ctx.part
        return [(LayerCanvas(self._ctx, k), v) for k, v in self._ctx.along if k != self.part] if mine else []

    def under(self, dab: Dab) -> Patch:
        """Samples under a dab."""
        rows, at, normals, mask, leaves = self._under.ball(dab.centre, dab.radius)
        every = np.arange(len(rows), dtype=INDEX)
        way = self._way(dab, at) if self._ctx.settings.connected and len(rows) else np.empty(0)
        return Patch(rows, at, normals, weighed(self._ctx, dab, every, at, normals, mask, way), leaves)

    def _way(self, dab: Dab, at: FloatArray) -> DoubleArray:
        """Distances from a dab's centre along the net: by the vertex that is nearest to each sample."""
        from scipy.spatial import cKDTree

        surface = self._surface
        rows = surface.rows_in_ball(dab.centre, 1.5 * dab.radius)
        near = np.append(rows, surface.nearest_row(dab.centre)).astype(INDEX)
        near = np.unique(near)
        off, which = cKDTree(surface.positions[near]).query(at)
        own = self._ctx.along_surface(near, dab)
        straight = np.linalg.norm(at - dab.centre, axis=1)
        return np.asarray(np.where(np.isinf(own[which]), np.inf, np.maximum(straight, own[which] - off)))

    def near(self, centre: DoubleArray, radius: float) -> Patch:
        """Samples within a radius, mm, of a place, all with the weight 1."""
        rows, at, normals, _, leaves = self._under.ball(centre, radius)
        return Patch(rows, at, normals, np.ones(len(rows), np.float32), leaves)

    def every(self) -> Patch:
        """All samples, with what the clay's mask leaves free as their weight."""
        grain, s = self._painting.grain, self._surface
        normals = grain.spread(s.normals)
        normals /= np.maximum(np.linalg.norm(normals, axis=1, keepdims=True), 1e-9)
        free = 1.0 - grain.spread(s.mask)[:, 0] / np.float32(255.0)
        return Patch(
            np.arange(self.count, dtype=INDEX), grain.places(s), normals, free, np.arange(s.leaf_count, dtype=INDEX)
        )

    def spread(self, values: ByteArray) -> FloatArray:
        """Values (n, width) of vertices at all samples."""
        return self._painting.grain.spread(values)

    def own(self, patch: Patch) -> ByteArray:
        """What is laid on there, (k, 4) sRGB with alpha."""
        held = self._recorder.sheet.at(patch.rows)
        self._read = patch.rows, held
        if self.part == "colour":
            return held
        alpha = np.full((len(held), 1), 255, np.uint8) if self.part == "mask" else held[:, 1:]
        return np.concatenate([np.repeat(held[:, :1], 3, axis=1), alpha], axis=1)

    def seen(self, patch: Patch) -> ByteArray:
        """What is seen there, (k, 4) sRGB."""
        return self.own(patch) if self.part != "colour" else np.asarray(self._painting.shown[patch.rows])

    def lay(self, patch: Patch, values: ByteArray) -> None:
        """Lay values (k, 4) on."""
        ctx, rows = self._ctx, patch.rows
        if not len(rows):
            return
        if self.part == "mask":
            values = np.round(values[:, :3] @ np.array([0.2126, 0.7152, 0.0722])).astype(np.uint8)[:, None]
        elif self.part != "colour":
            values = np.ascontiguousarray(values[:, 2:])
        read, held = self._read
        self._recorder.touch(rows, held if read is rows else self._recorder.sheet.at(rows))
        self._read = _NOTHING
        self._painting.write(ctx.layer, rows, values, self.part)
        own = rows[rows < len(self._surface)]
        if self.part in ("colour", "mask"):
            self._surface.colour[own] = self._painting.shown[own]
        both = np.concatenate([patch.leaves, own >> LEAF_SHIFT])
        ctx.wrote(each_once(both, self._surface.leaf_count).astype(INDEX))


class Coat:
    """What one stroke has laid on so far, over what was there when it began, and what it lays on along with it.

    Parameters
    ----------
    canvas : Canvas
    """

    def __init__(self, canvas: Canvas) -> None:
        self.canvas = canvas
        self._along = [(Coat(c), (float(v),) * 3) for c, v in canvas.along()] if isinstance(canvas, LayerCanvas) else []
        #: See the loops.
        self._state = np.zeros((canvas.count, 2), np.uint32)

    def lay(
        self, patch: Patch, share: FloatArray, rgb: tuple[float, ...] | FloatArray, *, builds: bool = False
    ) -> None:
        """Lay a colour on, with a share (k,) of 0 to 1 at each sample.

        Parameters
        ----------
        patch : Patch
        share : (k,) float32
        rgb : (3,) numbers
            sRGB, 0 to 255.
        builds : bool
            Each touch adds to the last one; else the strongest counts.
        """
        own, out = self._words(patch)
        kernels.laid(
            patch.rows, np.asarray(share, np.float32), np.asarray(rgb, np.float32), builds, self._state, _word(own),
            _word(out),
        )  # fmt: skip
        self.canvas.lay(patch, out)
        for coat, grey in self._along:
            coat.lay(patch, share, grey, builds=builds)

    def _words(self, patch: Patch) -> tuple[ByteArray, ByteArray]:
        """What is laid on there now, and room for what will be."""
        own = np.ascontiguousarray(self.canvas.own(patch))
        return own, np.empty_like(own)

    def lay_each(self, patch: Patch, share: FloatArray, colours: FloatArray) -> None:
        """Lay a colour of its own (k, 3) onto each sample; the strongest touch counts."""
        own, out = self._words(patch)
        kernels.laid_each(
            patch.rows, np.asarray(share, np.float32), np.asarray(colours, np.float32), self._state, _word(own),
            _word(out),
        )  # fmt: skip
        self.canvas.lay(patch, out)

    def erase(self, patch: Patch, share: FloatArray) -> None:
        """Take paint away, with a share (k,) of 0 to 1 at each sample."""
        for coat, _ in self._along:
            coat.erase(patch, share)
        bare = self.canvas.bare
        if bare[3]:
            self.lay(patch, share, tuple(float(v) for v in bare[:3]))
            return
        own, out = self._words(patch)
        kernels.erased(patch.rows, np.asarray(share, np.float32), self._state, _word(own), _word(out))
        self.canvas.lay(patch, out)

    def forget(self, patch: Patch) -> None:
        """What is laid on there next begins from what is there now."""
        self._state[patch.rows] = 0


def _word(values: ByteArray) -> npt.NDArray[np.uint32]:
    """Bytes (k, 4) as words (k,)."""
    return values.view(np.uint32)[:, 0]


class Near:
    """Samples of a patch, to be looked up by their places.

    Parameters
    ----------
    places : (k, 3) float32, mm
        One at least.
    size : float, mm
        About how far is looked.
    """

    def __init__(self, places: FloatArray, size: float) -> None:
        self.places = places
        self._low = places.min(axis=0)
        room = places.max(axis=0) - self._low
        self._size = max(size, float((room.prod() / _MOST_CELLS) ** (1 / 3)), float(room.max()) / 1000.0, 1e-6)
        self._shape = np.maximum((room / self._size).astype(np.int64) + 1, 1)
        self._start = np.zeros(int(self._shape.prod()) + 1, np.int64)
        self._order = np.empty(len(places), np.int64)
        kernels.binned(places, self._low, self._size, self._shape, self._start, self._order)

    def means(self, values: ByteArray, reach: float) -> FloatArray:
        """Means of values (k, 4) round each sample, (k, 4), within a reach of mm that is no more than the size."""
        out = np.empty((len(self.places), 4), np.float32)
        kernels.means(
            self.places, values, self._low, self._size, self._shape, self._start, self._order,
            min(reach, self._size), out,
        )  # fmt: skip
        return out

    def mixed_at(self, points: FloatArray, values: ByteArray, reach: float) -> tuple[FloatArray, npt.NDArray[np.bool_]]:
        """Values (k, 4) at any points (j, 3), mm, mixed of those within a reach: (j, 4), and where there are any."""
        out = np.empty((len(points), 5), np.float32)
        kernels.mixed_at(
            np.ascontiguousarray(points, np.float32), self.places, values, self._low, self._size, self._shape,
            self._start, self._order, reach, out,
        )  # fmt: skip
        return out[:, :4], out[:, 4] > 0.0


def both(ctx: StrokeContext, dab: Dab) -> tuple[Dab, ...]:
    """A dab, and its image if there is symmetry."""
    return (dab, dab.mirrored()) if ctx.symmetry else (dab,)


def _warm() -> None:
    rows, share, words = np.zeros(1, INDEX), np.ones(1, np.float32), np.zeros((1, 4), np.uint8)
    state = np.zeros((1, 2), np.uint32)
    kernels.laid(rows, share, np.zeros(3, np.float32), False, state, _word(words), _word(words.copy()))
    kernels.erased(rows, share, state, _word(words), _word(words.copy()))
    kernels.laid_each(rows, share, np.zeros((1, 3), np.float32), state, _word(words), _word(words.copy()))
    near = Near(np.zeros((2, 3), np.float32), 1.0)
    near.means(np.zeros((2, 4), np.uint8), 1.0)
    near.mixed_at(np.zeros((1, 3), np.float32), np.zeros((2, 4), np.uint8), 1.0)


warmup.register("canvases", _warm)
