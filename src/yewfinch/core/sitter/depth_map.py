"""What a camera sees of the clay, as depths; after a stroke only the touched part is drawn again."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray, FloatArray, IndexArray
from yewfinch.core.show.camera import Camera
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
        self._rects: dict[str, npt.NDArray[np.int64]] = {}
        self.drawn_faces = 0

    def draw(self, surfaces: Mapping[str, Surface]) -> None:
        """Draw everything anew."""
        self._surfaces = dict(surfaces)
        self._rects = {k: self._project(s, np.arange(s.leaf_count)) for k, s in self._surfaces.items()}
        self.depth[:] = np.inf
        h, w = self.depth.shape
        self._fill((0, 0, w, h))

    def update(self, piece: str, leaves: IndexArray) -> Rect | None:
        """Draw again what changed rows of a piece can touch.

        Parameters
        ----------
        piece : str
        leaves : (k,) int32
            Leaves whose positions changed.

        Returns
        -------
        (left, top, right, bottom) or None
            What was drawn again, map pixels.
        """
        surface = self._surfaces.get(piece)
        if surface is None or len(leaves) == 0:
            return None
        owners = np.unique(np.concatenate([surface.leaf_owners(int(leaf)) for leaf in leaves]))
        before = self._rects[piece][owners]
        after = self._project(surface, owners)
        self._rects[piece][owners] = after
        both = np.concatenate([before, after])
        h, w = self.depth.shape
        rect = (
            max(0, int(both[:, 0].min())), max(0, int(both[:, 1].min())),
            min(w, int(both[:, 2].max())), min(h, int(both[:, 3].max())),
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

    def _project(self, surface: Surface, leaves: npt.NDArray[np.integer]) -> npt.NDArray[np.int64]:
        """Rectangles of leaves on the map, (k, 4): left, top, right, bottom, one pixel wider."""
        low, high = surface.leaf_lo[leaves].astype(np.float64), surface.leaf_hi[leaves].astype(np.float64)
        corners = np.stack(
            [np.stack([(low, high)[i][:, 0], (low, high)[j][:, 1], (low, high)[k][:, 2]], axis=1)
             for i in (0, 1) for j in (0, 1) for k in (0, 1)], axis=1,
        )  # fmt: skip
        seen = self.camera.project(corners.reshape(-1, 3)).reshape(len(leaves), 8, 2)
        h, w = self.depth.shape
        behind = ~np.isfinite(seen).all(axis=(1, 2))
        seen = np.clip(np.nan_to_num(seen), -1e6, 1e6)
        out = np.concatenate([np.floor(seen.min(axis=1)) - 1, np.ceil(seen.max(axis=1)) + 2], axis=1)
        out[behind] = (0, 0, w, h)
        return out.astype(np.int64)

    def _fill(self, rect: Rect) -> None:
        c = self.camera
        shift: DoubleArray = -c.rotation @ c.position
        for piece, surface in self._surfaces.items():
            r = self._rects[piece]
            hit = (r[:, 0] < rect[2]) & (r[:, 2] > rect[0]) & (r[:, 1] < rect[3]) & (r[:, 3] > rect[1])
            leaves = np.flatnonzero(hit).astype(INDEX)
            self.drawn_faces += int((surface.face_start[leaves + 1] - surface.face_start[leaves]).sum())
            _depth_kernels.fill_leaves(
                self.depth, leaves, surface.positions, surface.faces, surface.face_start,
                np.ascontiguousarray(c.rotation), shift, float(c.focal), float(c.centre[0]), float(c.centre[1]), *rect,
            )  # fmt: skip


def _warm() -> None:
    cube = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], dtype=POSITION)
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    camera = Camera(np.eye(3), np.array([0.0, 0.0, -10.0]), 8.0, 8, 8, (4.0, 4.0))
    DepthMap(camera).draw({"cube": Surface(cube, faces)})


warmup.register("outlines", _warm)
