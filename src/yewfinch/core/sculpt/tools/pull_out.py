"""Pull out: draw a long form out of the clay; what is under the pointer goes along, the rest stays behind."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.hold import pointer_way, smoothing
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, displace
from yewfinch.core.sculpt.tool_section import ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray, IndexArray

#: Longest single step as a part of the radius.
STEP = 0.2


def steps(ctx: StrokeContext, rows: IndexArray, weights: FloatArray, dab: Dab) -> FloatArray:
    """The step of the dab, by the weights."""
    return np.asarray(weights[:, None] * dab.along, np.float32)


def make(ctx: StrokeContext) -> Stroke:
    """A stroke whose footprint goes along with the pointer."""
    first = yield
    if first.shift:
        yield from smoothing(ctx, first)
        return
    hit = ctx.pick(first)
    if hit is None:
        return
    at, radius = hit.point.copy(), ctx.settings.radius(first.pressure)
    try:
        event = first
        while True:
            way = (
                pointer_way(first, event, hit) * ctx.settings.force(event.pressure) * (-1.0 if event.ctrl else 1.0)
                + hit.point
                - at
            )
            length = float(np.linalg.norm(way))
            count = min(int(np.ceil(length / (STEP * radius))), 400)
            for _ in range(count):
                displace(ctx, Dab(at, hit.normal, way / count, radius, 1.0), steps)
                at = at + way / count
            if event.phase == "release":
                ctx.finish("Pull out")
                return
            event = yield
    except BaseException:  # cancelled, or an error of ours
        ctx.abort()
        raise


TOOL = ToolSpec(
    "pull_out",
    "Pull out",
    "Draws a long form out of the clay, as far as you go; Ctrl presses one in.",
    "Shift+M",
    ToolSettings(size=18.0, strength=1.0, falloff="round", pressure_strength=False, front=False),
    make,
    place=11,
    group="shape",
    first=("Block", "Form"),
    dabs=False,
    section=ToolSection(after=lambda t: 15 * hump(t, 0.07)),
)
