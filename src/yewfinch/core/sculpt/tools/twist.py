"""Twist: turn the clay about the normal under the pointer."""

from __future__ import annotations

import math

import numpy as np

from yewfinch.core.sculpt import _form_kernels as kernels
from yewfinch.core.sculpt.hold import Hold, hold
from yewfinch.core.sculpt.pointer import PointerEvent
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext
from yewfinch.core.sculpt.tool_section import Mark, ToolSection, hump
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray, FloatArray

#: Radians for a drag of one radius.
TURN = 1.0


def carry(held: Hold, weights: FloatArray, pull: DoubleArray, event: PointerEvent) -> DoubleArray:
    """Each row turned about the axis by as much as the pointer went to the right."""
    right = np.cross(event.direction, np.array([0.0, 1.0, 0.0]))
    size = float(np.linalg.norm(right))
    way = float(pull @ right) / size if size > 1e-9 else float(pull[0])
    dab = held.dab
    out = np.empty_like(held.start)
    kernels.twisted(
        held.start, weights, dab.centre, dab.axis, TURN * way / dab.radius * (-1.0 if held.mirrored else 1.0), out
    )
    return out


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that turns clay: the footprint is fixed when the pointer goes down."""
    return hold(ctx, "Twist", carry)


TOOL = ToolSpec(
    "twist",
    "Twist",
    "Turns the clay about the place where you take hold: drag right or left; Ctrl turns the other way.",
    "Shift+T",
    ToolSettings(size=40.0, strength=1.0, falloff="soft", pressure_strength=False),
    make,
    place=12,
    group="shape",
    first=("Form",),
    dabs=False,
    section=ToolSection(
        after=lambda t: 4 * math.sin((t - 0.5) * 14) * hump(t, 0.3),
        marks=(
            Mark("arc", (13, 4, 31, 16), "yew"),
            Mark("line", (30.5, 8, 27, 5), "yew"),
            Mark("line", (30.5, 8, 33, 4.5), "yew"),
        ),
    ),
)
