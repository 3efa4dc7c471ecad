"""Pour: fill what is alike, or a named region, with one press."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch, canvas_of
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount, Choice
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray
from yewfinch.core.shared.colour import to_lab


def make(ctx: StrokeContext) -> Stroke:
    """A press that fills. Ctrl takes paint away there instead."""
    canvas = canvas_of(ctx)
    coat = Coat(canvas)
    try:
        while True:
            event = yield
            if event.phase == "press":
                hit = ctx.pick(event)
                if hit is not None:
                    _pour(ctx, canvas, coat, canvas.every(), hit.point, ctrl=event.ctrl)
                    ctx.tell()
            if event.phase == "release":
                ctx.finish("Pour")
                return
    except BaseException:
        ctx.abort()
        raise


def _pour(ctx: StrokeContext, canvas: Canvas, coat: Coat, patch: Patch, place: np.ndarray, *, ctrl: bool) -> None:
    """Fill all samples that belong to what lies at a place (3,) mm."""
    at = int(np.argmin(((patch.places - place.astype(np.float32)) ** 2).sum(axis=1)))
    if ctx.settings.value("by") == "region":
        share = _region(ctx, canvas, at)
    else:
        lab = to_lab(canvas.seen(patch)[:, :3] / 255.0)
        far = np.linalg.norm(lab - lab[at], axis=1)
        reach = float(ctx.settings.value("likeness"))
        share = np.clip((1.25 * reach - far) / (0.5 * reach), 0.0, 1.0).astype(np.float32)
    share = share * patch.weights * np.float32(ctx.settings.strength)
    some = np.flatnonzero(share > 0.0)
    part = patch.some(some)
    if not len(some):
        return
    if ctrl:
        coat.erase(part, share[some])
    else:
        coat.lay(part, share[some], ctx.rgb)


def _region(ctx: StrokeContext, canvas: Canvas, at: int) -> FloatArray:
    """How much each sample belongs to the named region that a sample lies in most; all of the piece if to none."""
    regions = getattr(ctx.piece, "regions", {})
    members = {name: canvas.spread(member[:, None])[:, 0] / np.float32(255.0) for name, member in regions.items()}
    small = sorted((float(m.sum()), name) for name, m in members.items() if m[at] > 0.5)
    return members[small[0][1]] if small else np.ones(canvas.count, np.float32)


TOOL = ToolSpec(
    "pour",
    "Pour",
    "Fills what has nearly the colour under the pointer, or the region that it lies in; Ctrl takes paint away there.",
    "Alt+U",
    ToolSettings(size=14.0, strength=1.0),
    make,
    channel="colour",
    place=52.8,
    group="colour",
    first=("Skin",),
    dabs=False,
    section=ToolSection(marks=(Mark("box", (4, 16, 40, 40), "#B5614B", inside=True),)),
    options=(
        Choice(
            "by",
            (
                ("likeness", "What is alike", "All of the piece that has nearly the same colour"),
                ("region", "The region", "The smallest named region that the pointer is in, or all of the piece"),
            ),
            "likeness",
        ),
        Amount("likeness", "Likeness", "Colours that differ by less are filled (CIELAB)", 8.0, 1.0, 60.0, "ΔE"),
    ),
)
