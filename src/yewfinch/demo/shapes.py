"""Plain shapes for tests and benchmarks."""

from functools import lru_cache

import numpy as np

from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import FloatArray, IndexArray


def cube_sphere(n: int, radius: float = 100.0) -> Surface:
    """A ball of quads: a cube of n x n squares a side, blown up."""
    positions, faces = _blown_up(n, radius)
    return Surface(positions.copy(), faces.copy())


@lru_cache(maxsize=16)
def _blown_up(n: int, radius: float) -> tuple[FloatArray, IndexArray]:
    """Places, mm, and quads of such a ball."""
    i, j = np.divmod(np.arange(n * n), n)
    sides = []
    for axis in range(3):
        for side in (0, n):
            corners = np.full((n * n, 4, 3), side)
            corners[..., (axis + 1) % 3] = np.stack([i, i + 1, i + 1, i], axis=1)
            corners[..., (axis + 2) % 3] = np.stack([j, j, j + 1, j + 1], axis=1)
            sides.append(corners if side else corners[:, ::-1])
    cells = np.concatenate(sides).reshape(-1, 3)
    where, quads = np.unique(cells, axis=0, return_inverse=True)
    q = np.tan((where / n * 2 - 1) * np.pi / 4)
    q = q / np.linalg.norm(q, axis=1, keepdims=True) * radius
    faces, order = in_face_order(q.astype(np.float32), quads.reshape(-1, 4).astype(np.int32))
    return q[order].astype(np.float32), faces
