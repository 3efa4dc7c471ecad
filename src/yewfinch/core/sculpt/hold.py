"""Strokes that take hold of clay once and carry it along: the footprint is fixed when the pointer goes down."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.mesh.query.pick import Hit
from yewfinch.core.mesh.query.twins import one_of_each, with_twins, write_twins
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.smoothing import touch as smooth_touch
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke, footprint, shared_scale
from yewfinch.core.shared.arrays import DoubleArray, FloatArray


class Hold:
    """What was taken hold of.

    Attributes
    ----------
    start, normals : (k, 3) float64
        Positions of the rows, mm, and their normals, when the pointer went down.
    dab : Dab
        The place, or its mirror image.
    mirrored : bool
    """

    def __init__(self, start: DoubleArray, normals: DoubleArray, dab: Dab, mirrored: bool) -> None:
        self.start, self.normals, self.dab, self.mirrored = start, normals, dab, mirrored


#: Works out the steps (k, 3) mm of what is held: (hold, weights (k,), how far the pointer went (3,) mm, event).
Carry = Callable[[Hold, FloatArray, DoubleArray, PointerEvent], DoubleArray]


def smoothing(ctx: StrokeContext, first: PointerEvent) -> Stroke:
    """The rest of a stroke that smooths, for tools whose stroke began with Shift held."""
    inner = dab_stroke(ctx, "Smooth", smooth_touch)
    next(inner)
    inner.send(first)
    try:
        while True:
            event = yield
            inner.send(event)
    except StopIteration:
        return


def hold(ctx: StrokeContext, name: str, carry: Carry) -> Stroke:
    """A stroke that carries clay; with Shift held when it begins, one that smooths."""
    first = yield
    if first.shift:
        yield from smoothing(ctx, first)
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
        if ctx.twins is not None:
            rows = one_of_each(rows, surface.positions, ctx.twins)
    _, wa = footprint(ctx, dab, rows)
    wb = np.zeros_like(wa)
    if ctx.symmetry:
        _, wb = footprint(ctx, dab.mirrored(), rows)
    scale = shared_scale(wa, wb)[:, None]
    start = surface.positions[rows].copy()
    normals = surface.normals[rows].astype(np.float64)
    own = Hold(start.astype(np.float64), normals, dab, False)
    other = Hold(own.start, normals, dab.mirrored(), True)
    ctx.touch(rows)
    every = rows if ctx.twins is None else with_twins(rows, ctx.twins)
    held = ctx.symmetry & (np.abs(start[:, 0]) < 1e-6)
    try:
        event = first
        while True:
            pull = pointer_way(first, event, hit) * ctx.settings.force(event.pressure)
            if event.ctrl:
                pull = -pull
            steps = carry(own, wa, pull, event)
            if ctx.symmetry:
                steps = (steps + carry(other, wb, pull, event)) * scale
            target = (start + steps).astype(np.float32)
            target[held, 0] = 0.0
            surface.positions[rows] = target
            if ctx.twins is not None:
                write_twins(rows, surface.positions, ctx.twins)
            leaves = surface.refresh(every)
            ctx.book.rows_written(ctx.piece.id, "positions", leaves)
            if event.phase == "release":
                ctx.finish(name)
                return
            event = yield
    except BaseException:  # cancelled, or an error of ours
        ctx.abort()
        raise


def pointer_way(first: PointerEvent, now: PointerEvent, hit: Hit) -> DoubleArray:
    """How far the pointer went in the plane through the hit, across the first view ray; mm."""
    across = first.direction
    denominator = float(now.direction @ across)
    if abs(denominator) < 1e-6:
        return np.zeros(3)
    t = float((hit.point - now.origin) @ across) / denominator
    return np.asarray(now.origin + t * now.direction - hit.point)
