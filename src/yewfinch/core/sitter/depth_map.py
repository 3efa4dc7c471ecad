"""What a camera sees of the clay, as depths; after a stroke only the touched part is drawn again."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, LEAF_SHIFT, POSITION, FloatArray, IndexArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter import _depth_kernels

#: Longest side of a map, pixels: about a third of a millimetre on a head that fills the photo.
LONGEST = 1000
#: A step in depth that makes an edge of one form before another, mm (choice).
STEP = 5.0

Rect = tuple[int, int, int, int]


class DepthMap:
    """Depths in mm, infinite where there is no clay.

    Parameters
    ----------
    camera : Camera
        Of the whole picture, in the clay's frame.
    longest : int
        Pixels of the longer side of the map.

    Attributes
    ----------
    camera : Camera
        Scaled to the map.
    scale : float
        Map pixels a picture pixel.
    depth : (h, w) float32
    """

    def __init__(self, camera: Camera, longest: int = LONGEST) -> None:
        w, h = camera.width, camera.height
        self.scale = min(1.0, longest / max(w, h))
        width, height = max(2, round(w * self.scale)), max(2, round(h * self.scale))
        self.camera = Camera(
            camera.rotation, camera.position, camera.focal * self.scale, width, height,
            (camera.centre[0] * self.scale, camera.centre[1] * self.scale),
        )  # fmt: skip
        self.depth: FloatArray = np.full((height, width), np.inf, POSITION)
        self._surfaces: dict[str, Surface] = {}
        self._seen: dict[str, FloatArray] = {}
        self._rects: dict[str, npt.NDArray[np.int64]] = {}
        #: Triangles drawn so far.
        self.drawn = 0

    def draw(self, surfaces: Mapping[str, Surface]) -> None:
        """Draw everything anew."""
        self._surfaces = dict(surfaces)
        self._seen = {k: self._project(s, 0, len(s)) for k, s in self._surfaces.items()}
        self._rects = {k: self._boxes(k, np.arange(s.leaf_count)) for k, s in self._surfaces.items()}
        self.depth[:] = np.inf
        h, w = self.depth.shape
        self._fill((0, 0, w, h))

    def update(self, piece: str, leaves: IndexArray) -> Rect | None:
        """Draw again what changed rows of a piece can touch.

        Parameters
        ----------
        piece : str
        leaves : (k,) int32
            Leaves whose positions may have changed.

        Returns
        -------
        (left, top, right, bottom) or None
            What was drawn again, map pixels.
        """
        surface = self._surfaces.get(piece)
        if surface is None or len(leaves) == 0:
            return None
        seen = self._seen[piece]
        reach = [np.inf, np.inf, -np.inf, -np.inf]
        for leaf in leaves:
            first, last = int(leaf) << LEAF_SHIFT, min(len(surface), (int(leaf) + 1) << LEAF_SHIFT)
            now = self._project(surface, first, last)
            changed = first + np.flatnonzero((now != seen[first:last]).any(axis=1))
            if len(changed) == 0:
                continue
            ring = [surface.ring[surface.ring_at[r] : surface.ring_at[r + 1]] for r in changed]
            touched = np.unique(np.concatenate([changed, *ring]))
            for places in (seen[touched], now[changed - first]):
                reach[:2] = np.minimum(reach[:2], places[:, :2].min(axis=0)).tolist()
                reach[2:] = np.maximum(reach[2:], places[:, :2].max(axis=0)).tolist()
            seen[first:last] = now
        if not np.isfinite(reach).all():
            return None
        owners = np.unique(np.concatenate([surface.leaf_owners(int(leaf)) for leaf in leaves]))
        self._rects[piece][owners] = self._boxes(piece, owners)
        h, w = self.depth.shape
        rect = (
            int(np.clip(np.floor(reach[0]), 0, w)), int(np.clip(np.floor(reach[1]), 0, h)),
            int(np.clip(np.ceil(reach[2]) + 1, 0, w)), int(np.clip(np.ceil(reach[3]) + 1, 0, h)),
        )  # fmt: skip
        if rect[0] >= rect[2] or rect[1] >= rect[3]:
            return None
        self.depth[rect[1] : rect[3], rect[0] : rect[2]] = np.inf
        self._fill(rect)
        return rect

    def edges(self) -> npt.NDArray[np.bool_]:
        """Pixels of the near side of every edge: against nothing, or against clay far behind."""
        d = self.depth
        clay = np.isfinite(d)
        out = np.zeros(d.shape, np.bool_)
        far = np.where(clay, d, np.float32(1e9))
        for axis in (0, 1):
            for way in (1, -1):
                other = np.roll(far, way, axis)
                index: list[slice | int] = [slice(None), slice(None)]
                index[axis] = 0 if way == 1 else -1
                other[tuple(index)] = d[tuple(index)]  # the picture's border is no edge
                out |= clay & (other > far + STEP)
        return out

    def _project(self, surface: Surface, first: int, last: int) -> FloatArray:
        c = self.camera
        out = np.empty((last - first, 3), POSITION)
        _depth_kernels.project(
            surface.positions, first, last, np.ascontiguousarray(c.rotation), -c.rotation @ c.position,
            float(c.focal), float(c.centre[0]), float(c.centre[1]), out,
        )  # fmt: skip
        return out

    def _boxes(self, piece: str, leaves: npt.NDArray[np.integer]) -> npt.NDArray[np.int64]:
        """Rectangles on the map of the faces that leaves own, (k, 4): left, top, right, bottom."""
        surface, seen = self._surfaces[piece], self._seen[piece]
        out = np.zeros((len(leaves), 4), np.int64)
        for i, leaf in enumerate(leaves):
            faces = surface.faces[surface.face_start[leaf] : surface.face_start[leaf + 1]]
            if len(faces):
                places = np.clip(seen[faces.ravel(), :2], -1e6, 1e6)
                out[i, :2], out[i, 2:] = np.floor(places.min(axis=0)), np.ceil(places.max(axis=0)) + 1
        return out

    def _fill(self, rect: Rect) -> None:
        for piece, surface in self._surfaces.items():
            r = self._rects[piece]
            hit = (r[:, 0] < rect[2]) & (r[:, 2] > rect[0]) & (r[:, 1] < rect[3]) & (r[:, 3] > rect[1])
            self.drawn += _depth_kernels.fill_leaves(
                self.depth,
                np.flatnonzero(hit).astype(INDEX),
                self._seen[piece],
                surface.faces,
                surface.face_start,
                *rect,
            )


def _warm() -> None:
    cube = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], dtype=POSITION)
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    camera = Camera(np.eye(3), np.array([0.0, 0.0, -10.0]), 8.0, 8, 8, (4.0, 4.0))
    DepthMap(camera).draw({"cube": Surface(cube, faces)})


warmup.register("outlines", _warm)
