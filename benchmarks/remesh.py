"""Remeshing the base head: time of its parts, how near it stays, how even its quads are; alone: `python -m benchmarks.remesh [CELLS]`."""

from __future__ import annotations

import sys
import time

import igl
import numpy as np
from tests.conftest import cube_sphere

from yewfinch.core.document.new import new_portrait
from yewfinch.core.mesh.inside import Inside
from yewfinch.core.mesh.nearest import nearest
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.reshape import fuse
from yewfinch.core.reshape.adapt import adapted


def main(cells: int = 128) -> None:
    """A row for the inside scan, one for the time, two for what came of it."""
    head = new_portrait().surface("head")
    at, triangles = head.positions.astype(np.float64), head.triangles().astype(np.int64)
    longest = float(np.ptp(at, axis=0).max())
    edge = longest / cells / fuse._CELL
    _scan(at, triangles, longest / cells)
    start = time.perf_counter()
    made = fuse.fused([head], edge)
    taken = time.perf_counter() - start
    print(f"remesh at {cells} cells on the long side, edges of {edge:.2f} mm: {len(made.faces):,} quads in {taken:.2f} s")
    _quality(head, made, edge)
    _adaptive()


def _adaptive() -> None:
    """What follows a stroke of 700 rows on half a million vertices, beside making the surface's buffers anew."""
    ball = cube_sphere(290)
    near = np.linalg.norm(ball.positions - np.array([20.0, 0.0, 98.0]), axis=1) < 8.0
    colours = ball.colour.astype(np.float32)
    for symmetric in (False, True):
        adapted(ball.positions, ball.faces, colours, near, 0.25, symmetric=symmetric)
        start = time.perf_counter()
        made = adapted(ball.positions, ball.faces, colours, near, 0.25, symmetric=symmetric)
        middle = time.perf_counter()
        assert made is not None
        Surface(made.positions, made.faces)
        anew = time.perf_counter() - middle
        print(f"adaptive detail under {int(near.sum())} of {len(ball):,} vertices{', symmetric' if symmetric else ''}: {middle - start:.2f} s, the new surface {anew:.2f} s")


def _scan(at: np.ndarray, triangles: np.ndarray, cell: float) -> None:
    """Inside or not for the grid points of a band round the surface, beside libigl's fast winding number."""
    grid = np.unique(np.round(np.repeat(at, 7, axis=0) / cell + np.array([*np.eye(3), *-np.eye(3), (0, 0, 0)])[np.arange(7 * len(at)) % 7]), axis=0)
    points = np.ascontiguousarray(grid[np.lexsort(grid.T)] * cell)
    maker = Inside(at, triangles)
    maker.winding(points[:10])
    start = time.perf_counter()
    own = maker.winding(points) > 0
    ours = time.perf_counter() - start
    start = time.perf_counter()
    theirs = np.ravel(igl.fast_winding_number(at, triangles, points)) > 0.5
    other = time.perf_counter() - start
    print(f"\ninside of {len(points):,} points of a band: {other / ours:.0f} times faster than libigl's fast winding number, {int((own != theirs).sum())} signs differ")


def _quality(old: Surface, made: Surface, edge: float) -> None:
    away = np.sqrt(nearest(old, made.positions.astype(np.float64))[0])
    back = np.sqrt(nearest(made, old.positions.astype(np.float64))[0])
    a, b = np.repeat(np.arange(len(made)), np.diff(made.ring_at)), made.ring
    length = np.linalg.norm(made.positions[a] - made.positions[b], axis=1) / edge
    four = float((np.diff(made.ring_at) == 4).mean())

    def volume(s: Surface) -> float:
        p = s.positions.astype(np.float64)
        q, r, t, u = (p[s.faces[:, k]] for k in range(4))
        return float(((q * np.cross(r, t)).sum() + (q * np.cross(t, u)).sum()) / 6)

    print(f"  distance in edges: Hausdorff {max(away.max(), back.max()) / edge:.2f}, mean {(away.mean() + back.mean()) / 2 / edge:.3f}; "
          f"volume off by {100 * abs(volume(made) / volume(old) - 1):.3f} %")
    print(f"  edges within 0.5 to 1.5 of the one asked for: {100 * ((length > 0.5) & (length < 1.5)).mean():.1f} %; vertices with four neighbours {100 * four:.0f} %")


if __name__ == "__main__":
    main(*(int(a) for a in sys.argv[1:2]))
