"""Move: take hold of the clay and draw it along with the pointer."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.pick import Hit
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.registry import ToolSpec, register
from yewfinch.core.sculpt.settings import ToolSettings
from yewfinch.core.sculpt.stroke import (
    MIRROR,
    Dab,
    Stroke,
    StrokeContext,
    dab_stroke,
    footprint,
    shared_scale,
)
from yewfinch.core.sculpt.tools.smooth import touch as smooth_touch
from yewfinch.core.shared.arrays import DoubleArray


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that moves clay: the footprint is fixed when the pointer goes down."""
    first = yield
    if first.shift:
        inner = dab_stroke(ctx, "Smooth", smooth_touch)
        next(inner)
        inner.send(first)
        try:
            while True:
                event = yield
                inner.send(event)
        except StopIteration:
            return
    hit = ctx.pick(first)
    if hit is None:
        return
    radius = ctx.settings.radius(first.pressure)
    dab = Dab(hit.point, hit.normal, np.zeros(3), radius, 1.0)
    surface = ctx.piece.surface
    rows = surface.rows_in_ball(dab.centre, radius)
    if ctx.symmetry:
        rows = np.union1d(rows, surface.rows_in_ball(dab.mirrored().centre, radius)).astype(np.int32)
    _, wa = footprint(ctx, dab, rows)
    wb = np.zeros_like(wa)
    if ctx.symmetry:
        _, wb = footprint(ctx, dab.mirrored(), rows)
    scale = shared_scale(wa, wb)[:, None]
    start = surface.positions[rows].copy()
    ctx.recorder.touch(rows)
    held = ctx.symmetry & (np.abs(start[:, 0]) < 1e-6)
    try:
        event = first
        while True:
            pull = _pull(first, event, hit) * ctx.settings.force(event.pressure)
            if event.ctrl:
                pull = -pull
            steps = (wa[:, None] * pull + wb[:, None] * (pull * MIRROR)) * scale
            target = (start + steps).astype(np.float32)
            target[held, 0] = 0.0
            leaves = surface.set_rows(rows, target)
            ctx.portrait.rows_written(ctx.piece.id, "positions", leaves)
            if event.phase == "release":
                ctx.finish("Move")
                return
            event = yield
    except GeneratorExit:
        ctx.abort()
        raise


def _pull(first: PointerEvent, now: PointerEvent, hit: Hit) -> DoubleArray:
    """How far the pointer went in the plane through the hit, across the first view ray; mm."""
    across = first.direction
    denominator = float(now.direction @ across)
    if abs(denominator) < 1e-6:
        return np.zeros(3)
    t = float((hit.point - now.origin) @ across) / denominator
    return np.asarray(now.origin + t * now.direction - hit.point)


register(
    ToolSpec(
        "move",
        "Move",
        "Draws the clay along with the pointer; Ctrl pushes it the other way.",
        "M",
        ToolSettings(size=40.0, strength=1.0, falloff="soft", pressure_strength=False),
        make,
        place=10,
    )
)
