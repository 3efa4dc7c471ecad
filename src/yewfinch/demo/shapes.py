"""Plain shapes for tests and benchmarks."""

import numpy as np

from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface


def cube_sphere(n: int, radius: float = 100.0) -> Surface:
    """A ball of quads: a cube of n x n squares a side, blown up."""
    points: dict[tuple[int, int, int], int] = {}
    where: list[tuple[int, int, int]] = []
    quads = []

    def row(p: tuple[int, int, int]) -> int:
        if p not in points:
            points[p] = len(where)
            where.append(p)
        return points[p]

    for axis in range(3):
        for side in (0, n):
            for i in range(n):
                for j in range(n):
                    corners = []
                    for a, b in ((i, j), (i + 1, j), (i + 1, j + 1), (i, j + 1)):
                        p = [0, 0, 0]
                        p[axis], p[(axis + 1) % 3], p[(axis + 2) % 3] = side, a, b
                        corners.append(row((p[0], p[1], p[2])))
                    quads.append(corners if side else corners[::-1])
    q = np.array(where, float) / n * 2 - 1
    q = np.tan(q * np.pi / 4)
    q = q / np.linalg.norm(q, axis=1, keepdims=True) * radius
    faces, order = in_face_order(q.astype(np.float32), np.array(quads, np.int32))
    return Surface(q[order], faces)
