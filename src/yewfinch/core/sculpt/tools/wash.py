"""Wash: colour so thin that it takes many touches, as glazes on skin do."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import FloatArray

#: What one dab of full strength lays on; a stroke has some ten at each place.
_FLOW = 0.06


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that builds up where it goes again. Ctrl washes paint off, Shift evens it out."""

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            share = np.minimum(weights * abs(dab.force) * _FLOW, 1.0)
            if dab.force < 0.0:
                bare = canvas.bare
                own = canvas.own(patch).astype(np.float32)
                if bare[3]:
                    coat.lay(patch, share, tuple(float(v) for v in bare[:3]), builds=True)
                else:
                    own[:, 3] *= 1.0 - share
                    coat.forget(patch)
                    canvas.lay(patch, np.floor(own).astype(np.uint8))
            else:
                coat.lay(patch, share, ctx.rgb, builds=True)

        return touch

    return colour_stroke(ctx, "Wash", lays)


TOOL = ToolSpec(
    "wash",
    "Wash",
    "Lays colour on so thinly that it builds up slowly; Ctrl washes it off, Shift evens it out.",
    "Alt+W",
    ToolSettings(size=24.0, strength=0.35, falloff="soft", front=False),
    make,
    channel="colour",
    place=50.2,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (7, 11, 29, 31), "#50B5614B", inside=True),
            Mark("disc", (15, 14, 37, 34), "#50B5614B", inside=True),
        )
    ),
    options=FACING,
)
