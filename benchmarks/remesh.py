"""Remeshing the base head.

Time of its parts, how near it stays, how even its quads are; alone: `python -m benchmarks.remesh [CELLS]`.
"""

from __future__ import annotations

import sys
import time

import igl
import numpy as np
from skimage.measure import marching_cubes

from benchmarks.results import measured
from benchmarks.timing import best
from tools import judge
from yewfinch.core.document.figure.new_portrait import new_portrait
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.query.inside import Inside
from yewfinch.core.mesh.query.nearest import nearest
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape import fuse
from yewfinch.core.reshape.adapt import adapted
from yewfinch.core.reshape.body import Body
from yewfinch.core.reshape.field_aligned.along_form import along_form
from yewfinch.core.reshape.quad_net import sample_near
from yewfinch.core.reshape.scan import inside_grid
from yewfinch.demo.shapes import cube_sphere


def main(cells: int = 128) -> None:
    """A row for the inside scan, one for the time, two for what came of it."""
    head = new_portrait().surface("head")
    at, triangles = head.positions.astype(np.float64), head.triangles().astype(np.int64)
    longest = float(np.ptp(at, axis=0).max())
    edge = longest / cells / fuse.CELL
    _scan(at, triangles, longest / cells)
    made = _remesh(head, edge, cells)
    _quality(head, made, edge)
    _along()
    judge.remesh([4.0], 6)
    _adaptive()


def _along() -> None:
    """Quads along the form of a head of 640,000 faces; also of one that is not its own image."""
    state = levels.begun(new_portrait().surface("head"), {})
    for _ in range(2):
        state = levels.added(state)
    dense = state.surface
    edge = 1.0 * float(np.sqrt(dense.area() / 40_000))
    made = along_form(dense, edge)
    took = best(lambda: along_form(dense, edge), 2)
    rough = np.random.default_rng(0).normal(0.0, 0.005, dense.positions.shape)
    uneven = Surface(dense.positions + rough + [1.0, 0.0, 0.0], dense.faces)
    other = best(lambda: along_form(uneven, edge), 2)
    measured(
        "quads_along",
        max(took, other),
        "quads along the form of a dense head",
        f"{took:.1f} s if it is symmetric, {other:.1f} s if not; {len(dense.faces):,} faces, {len(made.faces):,} quads",
    )
    corners = np.bincount(made.faces.ravel(), minlength=len(made))
    measured("quads_regular", 100 * float((corners == 4).mean()), "vertices with four quads")
    at, ring, starts = made.positions.astype(np.float64), made.ring, made.ring_at
    length = np.linalg.norm(at[np.repeat(np.arange(len(at)), np.diff(starts))] - at[ring], axis=1)
    own = np.add.reduceat(length, starts[:-1]) / np.diff(starts)
    even = np.repeat(own > 0.8 * edge, np.diff(starts))  # elsewhere the form asked for shorter ones
    measured(
        "quads_even",
        float(length[even].std() / length[even].mean()),
        "edges of one length",
        f"{even.mean():.2f} of all",
    )


def _adaptive() -> None:
    """A leg of a stroke over 700 rows of half a million vertices, beside making such a surface anew."""
    ball = cube_sphere(290)
    near = np.nonzero(np.linalg.norm(ball.positions - np.array([20.0, 0.0, 98.0]), axis=1) < 8.0)[0]
    for symmetric in (False, True):
        made = adapted(ball, near, 0.25, symmetric=symmetric, rounds=1)
        assert made is not None
        leg = best(lambda symmetric=symmetric: adapted(ball, near, 0.25, symmetric=symmetric, rounds=1), 5)
        anew = best(lambda made=made: Surface(made.surface.positions, made.surface.faces), 3)
        print(
            f"adaptive detail under {len(near)} of {len(ball):,} vertices{', symmetric' if symmetric else ''}: "
            f"{1e3 * leg:.0f} ms a leg; "
            f"the surface anew {1e3 * anew:.0f} ms"
        )


def _grid(at: np.ndarray, cell: float) -> tuple[np.ndarray, tuple[int, int, int]]:
    low = at.min(axis=0) - 3.5 * cell
    shape = np.ceil((at.max(axis=0) - low) / cell + 3.5).astype(int)
    return low, (int(shape[0]), int(shape[1]), int(shape[2]))


def _scan(at: np.ndarray, triangles: np.ndarray, cell: float) -> None:
    """Inside or not for all points of a grid, beside libigl's fast winding number for those of the band that the
    surface crosses.
    """
    low, shape = _grid(at, cell)
    solid = inside_grid(at, triangles, low, cell, shape)
    crossed = np.zeros(shape, bool)
    for k in range(3):
        differs = np.diff(solid, axis=k) != 0
        crossed[tuple(slice(0, -1) if j == k else slice(None) for j in range(3))] |= differs
        crossed[tuple(slice(1, None) if j == k else slice(None) for j in range(3))] |= differs
    points = np.ascontiguousarray(low + cell * np.argwhere(crossed))
    ours = best(lambda: inside_grid(at, triangles, low, cell, shape), 5)
    start = time.perf_counter()
    theirs = np.ravel(igl.fast_winding_number(at, triangles, points)) > 0.5
    other = time.perf_counter() - start
    differ = int((solid[crossed].astype(bool) != theirs).sum())
    measured(
        "inside",
        other / ours,
        f"inside of a grid of {solid.size:,} points",
        f"{1e3 * ours:.1f} ms; libigl for the {len(points):,} of its band alone; {differ} signs differ",
    )
    few = points[:: max(1, len(points) // 200_000)]
    maker = Inside(at, triangles)
    single = best(lambda: maker.winding(few), 5)
    print(
        f"inside of single points: {other / len(points) * len(few) / single:.0f} times faster than libigl's fast "
        "winding number, "
        f"{int(((maker.winding(few) > 0) != theirs[:: max(1, len(points) // 200_000)]).sum())} signs differ"
    )


def _remesh(head: Surface, edge: float, cells: int) -> Surface:
    """The whole of it and its parts, beside scikit-image's marching cubes on the dense grid of distances."""
    cell = edge * fuse.CELL
    low, shape = _grid(head.positions.astype(np.float64), cell)
    values = sample_near(Body(head).distance, *(low[k] + cell * np.arange(shape[k]) for k in range(3)))
    fuse.fused([head], edge)
    told: list[tuple[float, str]] = []
    runs, others = [], []
    for _ in range(7):
        others.append(best(lambda: marching_cubes(values, 0.0), 1))
        told.clear()
        made = fuse.fused([head], edge, progress=lambda _, text: told.append((time.perf_counter(), text)))
        told.append((time.perf_counter(), ""))
        runs.append([b[0] - a[0] for a, b in zip(told, told[1:], strict=False)])
    usual, other = np.median(runs, axis=0), float(np.median(others))
    named = ", ".join(f"{text} {took / other:.2f}" for took, (_, text) in zip(usual, told, strict=False))
    surface = sum(usual[:4])
    measured(
        "remesh",
        surface / other,
        f"remesh at {cells} cells, scan, net and surface",
        f"edges of {edge:.2f} mm, {len(made.faces):,} quads; ridges and order, too: {sum(usual) / other:.2f}; {named}",
    )
    return made


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

    print(
        f"  distance in edges: Hausdorff {max(away.max(), back.max()) / edge:.2f}, mean "
        f"{(away.mean() + back.mean()) / 2 / edge:.3f}; "
        f"volume off by {100 * abs(volume(made) / volume(old) - 1):.3f} %"
    )
    print(
        f"  edges within 0.5 to 1.5 of the one asked for: {100 * ((length > 0.5) & (length < 1.5)).mean():.1f} %; "
        f"vertices with four neighbours {100 * four:.0f} %"
    )


if __name__ == "__main__":
    main(*(int(a) for a in sys.argv[1:2]))
