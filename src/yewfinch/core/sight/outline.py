"""A line or outline drawn on a view: which points lie within it, and on which side of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight import _outline_kernels as kernels
from yewfinch.core.sight.camera import Camera

#: A straight line, a drawn one, a closed one, a rectangle.
Shape = Literal["line", "curve", "lasso", "box"]
#: Points of a drawing are thinned to this distance, pixels; open ends go on for so many.
_STEP, _ON = 3.0, 1e5
#: Outside the box of a closed outline by more, the distance is that from the box, pixels.
_BESIDE = 40.0


@dataclass(frozen=True, eq=False)
class Outline:
    """What was drawn.

    Attributes
    ----------
    camera : Camera
        Of the view it was drawn on.
    points : (k, 2) float64, pixels
        Without double ones; not closed by repeating the first.
    closed : bool
    """

    camera: Camera
    points: DoubleArray
    closed: bool

    def side(self, p: DoubleArray) -> DoubleArray:
        """Distance on the view (n,) pixels of points (n, 3) mm; negative within, or to the right of an open line.

        Points behind the camera count as far outside.
        """
        flat = self.camera.project(p)
        seen = np.isfinite(flat).all(axis=1)
        out = np.full(len(p), _ON)
        out[seen] = self._flat_side(flat[seen])
        return out

    def _flat_side(self, at: DoubleArray) -> DoubleArray:
        if not self.closed:
            return self._open_side(at)
        # far from its box is outside, how far hardly matters
        low, high = self.points.min(axis=0), self.points.max(axis=0)
        out = np.maximum(np.maximum(low - at, at - high), 0.0).max(axis=1)
        near = np.nonzero(out < _BESIDE)[0]
        _, _, square, inside = kernels.nearest_sides(at[near], *self._sides())
        out[near] = np.where(inside, -1.0, 1.0) * np.sqrt(square)
        return np.asarray(out)

    def _sides(self) -> tuple[DoubleArray, DoubleArray]:
        """Starts and ends of the sides; open lines go on straight beyond their ends."""
        p = self.points
        if self.closed:
            return p, np.roll(p, -1, axis=0)
        before, after = p[0] - p[min(3, len(p) - 1)], p[-1] - p[max(-4, -len(p))]
        first = p[0] + before / np.linalg.norm(before) * _ON
        last = p[-1] + after / np.linalg.norm(after) * _ON
        whole = np.concatenate([first[None], p, last[None]])
        return whole[:-1], whole[1:]

    def _open_side(self, at: DoubleArray) -> DoubleArray:
        start, end = self._sides()
        along = end - start
        nearest, tn, square, _ = kernels.nearest_sides(at, start, end)

        def across(side: npt.NDArray[np.int64]) -> DoubleArray:
            away = at - start[side]
            return np.asarray(along[side, 0] * away[:, 1] - along[side, 1] * away[:, 0])

        cross = across(nearest)
        # at a corner the two sides may disagree: the corner's own bend decides
        for corner, other in ((tn >= 1.0, nearest + 1), (tn <= 0.0, nearest - 1)):
            k = np.clip(other, 0, len(start) - 1)
            bend = along[nearest, 0] * along[k, 1] - along[nearest, 1] * along[k, 0]
            bend = np.where(other < nearest, -bend, bend)
            both = across(k)
            mixed = corner & (other >= 0) & (other < len(start)) & (np.sign(both) != np.sign(cross))
            cross = np.where(mixed, np.where(bend > 0, np.minimum(cross, both), np.maximum(cross, both)), cross)
        # y runs down: a positive cross product is to the right
        return np.asarray(np.where(cross > 0, -1.0, 1.0) * np.sqrt(square))

    def place(self, p: DoubleArray) -> DoubleArray:
        """Where points (n, 3) mm lie on the wall that the line makes along the view: (n, 2), pixels along, mm deep."""
        start, end = self._sides()
        along = end - start
        length = np.linalg.norm(along, axis=1)
        begins = np.r_[0.0, np.cumsum(length)[:-1]]
        side, t, _, _ = kernels.nearest_sides(np.nan_to_num(self.camera.project(p)), start, end)
        out = np.empty((len(p), 2))
        out[:, 0] = begins[side] + t * length[side]
        out[:, 1] = self.camera.depths(p)
        return out

    def on_wall(self, places: DoubleArray) -> DoubleArray:
        """Points (n, 3) mm at places (n, 2) of the wall, pixels along and mm deep.

        What `place` tells of them. A closed wall goes on round.
        """
        start, end = self._sides()
        way = end - start
        length = np.linalg.norm(way, axis=1)
        begins = np.r_[0.0, np.cumsum(length)]
        along = places[:, 0] % begins[-1] if self.closed else np.clip(places[:, 0], 0.0, begins[-1])
        side = np.clip(np.searchsorted(begins, along, side="right") - 1, 0, len(length) - 1)
        pixels = start[side] + way[side] * ((along - begins[side]) / np.maximum(length[side], 1e-12))[:, None]
        camera, deep = self.camera, places[:, 1]
        aside = (pixels - np.array(camera.centre)) * (camera.flat if camera.flat else deep[:, None] / camera.focal)
        return np.asarray(camera.position + np.c_[aside, deep] @ camera.rotation)

    @property
    def length(self) -> float:
        """Length of the line, pixels."""
        start, end = self._sides()
        return float(np.linalg.norm(end - start, axis=1).sum())


def drawn(camera: Camera, points: DoubleArray, shape: Shape) -> Outline:
    """An outline of what the pointer drew.

    Parameters
    ----------
    camera : Camera
    points : (k, 2) float, pixels
        In the order in which they were drawn; of lines and boxes the first and the last count.
    shape : {"line", "curve", "lasso", "box"}

    Raises
    ------
    YewfinchError
        If it is too small to mean anything.
    """
    p = np.asarray(points, np.float64).reshape(-1, 2)
    p = p[np.isfinite(p).all(axis=1)]
    size = float(np.ptp(p, axis=0).max()) if len(p) else 0.0
    if size < 2 * _STEP:
        raise YewfinchError("That is too short. Press, drag across the clay and let go.")
    if shape == "line":
        return Outline(camera, p[[0, -1]], False)
    if shape == "box":
        (x0, y0), (x1, y1) = p[[0, -1]].min(axis=0), p[[0, -1]].max(axis=0)
        if min(x1 - x0, y1 - y0) < 1.0:
            raise YewfinchError("That box is too flat. Drag from one corner to the opposite one.")
        return Outline(camera, np.array([(x0, y0), (x1, y0), (x1, y1), (x0, y1)]), True)
    kept = [p[0]]
    for q in p[1:]:
        if np.linalg.norm(q - kept[-1]) >= _STEP:
            kept.append(q)
    line = np.array(kept)
    if shape == "lasso" and len(line) < 4:
        raise YewfinchError("That outline is too small. Draw round what is meant.")
    return Outline(camera, line, shape == "lasso")


def _warm() -> None:
    kernels.nearest_sides(np.zeros((1, 2)), np.zeros((1, 2)), np.ones((1, 2)))


warmup.register("outline", _warm)
