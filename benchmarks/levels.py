"""Levels and form layers at about 2.5 million vertices.

The last subdivision beside libigl's Loop, steps, strokes on layers, weighing; alone: `python -m benchmarks.levels`.
"""

from __future__ import annotations

import time

import igl
import numpy as np

from benchmarks.results import measured, said
from benchmarks.timing import best
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import form_layers
from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.halfedges import finer, subdivided
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.demo.shapes import cube_sphere


def main() -> None:
    """Rows for the subdivision, the steps and the form_layers."""
    state = levels.begun(cube_sphere(81), {})
    for _ in range(3):
        state = levels.added(state)
    net, rise = state.levels.levels[-2].net, state.levels.levels[-2].rise
    assert rise is not None
    at = state.levels.levels[-2].kept.positions
    ours = best(lambda: subdivided(net, rise, at))
    topology = best(lambda: finer(net))
    triangles = np.concatenate([net.faces[:, :3], net.faces[:, [0, 2, 3]]]).astype(np.int64)
    wide = at.astype(np.float64)
    theirs = best(lambda: igl.loop(wide, triangles), 1)
    said("last level", f"{net.n:,} to {rise.size:,} vertices; faces and rows of neighbours {1e3 * topology:.0f} ms")
    measured(
        "subdivision", theirs / ours, "positions of the last level, libigl's Loop beside it", f"{1e3 * ours:.0f} ms"
    )
    start = time.perf_counter()
    low = levels.down(state)
    down = time.perf_counter() - start
    rows = low.surface.rows_in_ball((0, 0, 100), 30.0)
    low.surface.set_rows(rows, low.surface.positions[rows] * 1.02)
    levels.up(low)
    start = time.perf_counter()
    high = levels.up(low)
    up = time.perf_counter() - start
    high.surface.set_rows(rows, high.surface.positions[rows] * 1.001)
    start = time.perf_counter()
    levels.down(high)
    changed = time.perf_counter() - start
    said("  one level down", f"{down:.2f} s; up after a change below {up:.2f} s; down after one above {changed:.2f} s")
    _layers(high)


def _layers(state: levels.State) -> None:
    portrait = Portrait()
    portrait.pieces["clay"] = Piece("clay", "Clay", state.surface)
    portrait.perform(form_layers.add(portrait, "clay")[0])
    surface = state.surface
    rows = surface.rows_in_ball((0, 0, 100), 8.0)
    before = surface.positions[rows].copy()

    def stroke() -> None:
        surface.set_rows(rows, before * 1.002)
        done = RowsChange("clay", "positions", rows, before, surface.positions[rows].copy())
        portrait.keep_stroke("Stroke", done, form_layers.after_stroke(portrait, "clay", "layer1", done))

    took = best(stroke)
    share = 1e3 * best(
        lambda: portrait.perform(form_layers.weigh(portrait, "clay", "layer1", np.random.default_rng(1).uniform()))
    )
    said(f"  a stroke of {len(rows):,} rows taken into a layer", f"{1e3 * took:.1f} ms; weighed {share:.1f} ms")
    every = np.arange(len(surface), dtype=np.int32)
    start = surface.positions.copy()
    surface.set_rows(every, start * 1.001)
    done = RowsChange("clay", "positions", every, start, surface.positions.copy())
    portrait.keep_stroke("All", done, form_layers.after_stroke(portrait, "clay", "layer1", done))
    took = best(
        lambda: portrait.perform(form_layers.weigh(portrait, "clay", "layer1", np.random.default_rng(2).uniform()))
    )
    said(f"  a layer over all {len(surface):,} rows weighed", f"{took:.2f} s")
    portrait.history.close()


if __name__ == "__main__":
    main()
