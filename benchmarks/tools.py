"""A dab of every tool on dense clay, beside a bare gather and scatter of the same rows.

Alone: `python -m benchmarks.tools`.
"""

from __future__ import annotations

import time
from dataclasses import replace

import numpy as np

from benchmarks.timing import best, gather_scatter
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stamps import stamp_of
from yewfinch.core.sculpt.stroke import StrokeContext
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.sculpt.toolbox import tools
from yewfinch.demo.shapes import cube_sphere

CENTRE = np.array([8.0, 30.0, 95.0]) / np.linalg.norm([8.0, 30.0, 95.0]) * 100


def radius_of(surface: Surface, rows: int) -> float:
    """Of a ball about the place that holds so many rows, mm."""
    low, high = 0.2, 200.0
    for _ in range(40):
        middle = (low + high) / 2
        low, high = (middle, high) if len(surface.rows_in_ball(CENTRE, middle)) < rows else (low, middle)
    return high


def dab(surface: Surface, spec: ToolSpec, radius: float, runs: int = 15) -> tuple[float, float]:
    """Seconds of the event that brings one dab in the middle of a stroke (pick, footprint, tool, recorder, normals,
    boxes), and of the bare gather and scatter just before it.
    """
    took, bare = [], []
    rows = surface.rows_in_ball(CENTRE, radius)
    held = np.empty((len(rows), 3), np.float32)
    for _ in range(runs):
        portrait = Portrait()
        piece = portrait.pieces["b"] = Piece("b", "b", surface)
        settings = replace(spec.settings, size=2 * radius, spacing=0.1, course="hand", strength=0.05)
        ctx = StrokeContext(
            portrait, piece, settings, symmetry=False, channel=spec.channel, stamp=stamp_of((), settings.stamp)
        )
        start = surface.positions.copy() if spec.needs else None
        if start is not None:
            ctx.reference = start.__getitem__
        stroke = spec.make(ctx)
        next(stroke)
        way = -CENTRE / 100
        side = np.cross(way, (0.0, 1.0, 0.0))
        side /= np.linalg.norm(side)
        events = [
            PointerEvent("press" if k == 0 else "move", CENTRE * 3 + side * 0.205 * radius * k, way) for k in range(3)
        ]
        for event in events[:2]:
            stroke.send(event)
        begun = time.perf_counter()
        gather_scatter(rows, surface.positions, held)
        middle = time.perf_counter()
        stroke.send(events[2])
        took.append(time.perf_counter() - middle)
        bare.append(middle - begun)
        stroke.close()
    return float(np.median(took)), float(np.median(bare))


def main() -> None:
    """A row for each tool."""
    surfaces = {n: cube_sphere(round((n / 6) ** 0.5)) for n in (250_000, 2_500_000)}
    print(f"\n{'tool':20s} {'10 k rows of 2.5 M':>28s} {'50 k rows of 2.5 M':>28s} {'10 k: 2.5 M / 250 k':>20s}")
    radii = {(n, count): radius_of(surface, count) for n, surface in surfaces.items() for count in (10_000, 50_000)}
    way = -CENTRE / 100
    picks = 2 * best(lambda: pick(surfaces[2_500_000], CENTRE * 3, way), 50)
    print(f"of each event two picks, {1e6 * picks:.0f} microseconds; the second number is without them")
    for spec in tools():
        row, times = [], {}
        for n, count in ((2_500_000, 10_000), (2_500_000, 50_000), (250_000, 10_000)):
            dab(surfaces[n], spec, radii[n, count], 2)
            times[n, count] = dab(surfaces[n], spec, radii[n, count])
        for count in (10_000, 50_000):
            t, b = times[2_500_000, count]
            row.append(f"{1e3 * t:.2f} ms = {t / b:.0f}x, {(t - picks) / b:.0f}x bare")
        print(
            f"{spec.title:20s} {row[0]:>28s} {row[1]:>28s} "
            f"{times[2_500_000, 10_000][0] / times[250_000, 10_000][0]:>19.2f}x"
        )


if __name__ == "__main__":
    main()
