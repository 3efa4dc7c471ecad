"""Gradient: colour that fades along a line drawn over the form."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, both, canvas_of
from yewfinch.core.sculpt.colour_strokes import FACING, facing
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray


def make(ctx: StrokeContext) -> Stroke:
    """Full colour where the press was and before it, none where the release was and beyond. Ctrl takes paint away."""
    canvas = canvas_of(ctx)
    coat = Coat(canvas)
    first: tuple[DoubleArray, DoubleArray] | None = None
    last: DoubleArray | None = None
    try:
        while True:
            event = yield
            hit = ctx.pick(event)
            if hit is not None and first is None:
                first = hit.point, hit.normal
            elif hit is not None:
                last = hit.point
            if event.phase == "release":
                if first is not None and last is not None and np.linalg.norm(last - first[0]) > 1e-3:
                    way = last - first[0]
                    reach = float(np.linalg.norm(way))
                    dab = Dab(first[0], first[1], way / reach, reach, ctx.settings.strength)
                    for one in both(ctx, dab):
                        _lay(ctx, canvas, coat, one, ctrl=event.ctrl)
                    ctx.tell()
                ctx.finish("Gradient")
                return
    except BaseException:
        ctx.abort()
        raise


def _lay(ctx: StrokeContext, canvas: Canvas, coat: Coat, dab: Dab, *, ctrl: bool) -> None:
    """One side: within the tool's size beside the line, and as far before its start as it is long."""
    patch = canvas.every()
    off = patch.places - dab.centre.astype(np.float32)
    along = off @ dab.along.astype(np.float32) / np.float32(dab.radius)
    t = np.clip(1.0 - along, 0.0, 1.0)
    share = t * t * (3.0 - 2.0 * t) * patch.weights * np.float32(dab.force)
    share = share * facing(ctx, dab, patch.normals) * (np.linalg.norm(off, axis=1) < 4.0 * dab.radius)
    some = np.flatnonzero(share > 0.002)
    if not len(some):
        return
    part = patch.some(some)
    if ctrl:
        coat.erase(part, share[some])
    else:
        coat.lay(part, share[some], ctx.rgb)


TOOL = ToolSpec(
    "gradient",
    "Gradient",
    "Fades the chosen colour out along a line that you draw over the form; Ctrl fades paint away.",
    "Alt+Y",
    ToolSettings(size=20.0, strength=0.6),
    make,
    channel="colour",
    place=52.9,
    group="colour",
    dabs=False,
    section=ToolSection(
        marks=tuple(
            Mark("box", (6 + 8 * i, 14, 14 + 8 * i, 40), f"#{200 - 60 * i:02X}B5614B", inside=True) for i in range(4)
        )
    ),
    options=FACING,
)
