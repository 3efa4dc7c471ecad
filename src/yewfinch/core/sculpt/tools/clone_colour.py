"""Clone colour: carry the look of one place of the skin to another."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Near, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import MIRROR, Dab, Stroke, StrokeContext, across
from yewfinch.core.sculpt.tool_options import Amount, Switch
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray, FloatArray

#: Under which names the place that is copied from, and how far that is off, are kept between strokes.
FROM, OFF = "clone.from", "clone.off"


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that copies what is seen. Ctrl and a press say where from; they lay nothing on."""
    tint, turned = float(ctx.settings.value("tint")), bool(ctx.settings.value("turned"))
    aligned = bool(ctx.settings.value("aligned"))
    rgb = np.array(ctx.rgb, np.float32)

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        started: list[DoubleArray] = []

        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            if dab.force < 0.0:
                if not dab.flipped:
                    ctx.kept[FROM] = dab.centre.copy(), dab.axis.copy()
                    ctx.kept.pop(OFF, None)
                return
            if FROM not in ctx.kept:
                return
            place, axis = ctx.kept[FROM]
            if not started and not dab.flipped:
                started.append(dab.centre.copy() if not aligned or OFF not in ctx.kept else ctx.kept[OFF])
                ctx.kept[OFF] = started[0]
            begun = started[0] if started else dab.centre
            if dab.flipped:
                place, axis, begun = place * MIRROR, axis * MIRROR, begun * MIRROR
            flip = np.array(MIRROR if turned else (1.0, 1.0, 1.0))
            centre = place + (dab.centre - begun) * flip
            source = canvas.near(centre, 1.6 * dab.radius)
            if not len(source.rows):
                return
            turn = _turn(dab.axis, axis, flip)
            points = centre + (patch.places - dab.centre) @ turn.T
            near, reach = Near(source.places, canvas.spacing), 1.2 * canvas.spacing
            there, found = near.mixed_at(points.astype(np.float32), canvas.seen(source), reach)
            colours = there[:, :3]
            share = np.where(found, np.minimum(weights * dab.force * 1.4, 1.0), 0.0)
            coat.lay_each(patch, share.astype(np.float32), colours + tint * (rgb - colours))

        return touch

    return colour_stroke(ctx, "Clone colour", lays)


def _turn(here: DoubleArray, there: DoubleArray, flip: DoubleArray) -> DoubleArray:
    """How steps in the skin here become steps in the skin there, (3, 3): the way up stays the way up."""

    def frame(axis: DoubleArray) -> DoubleArray:
        up = across(np.array([0.0, 1.0, 0.0]), axis)
        up = up if up.any() else across(np.array([1.0, 0.0, 0.0]), axis)
        return np.stack([np.cross(up, axis), up, axis], axis=1)

    there_frame = frame(there)
    if flip[0] < 0.0:
        there_frame = there_frame * np.array([-1.0, 1.0, 1.0])
    return np.asarray(there_frame @ frame(here).T)


TOOL = ToolSpec(
    "clone_colour",
    "Clone colour",
    "Copies the look of another place: Ctrl and a click say which one; Shift evens out.",
    "Alt+C",
    ToolSettings(size=12.0, strength=0.8, falloff="soft", front=False),
    make,
    channel="colour",
    place=52.4,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (7, 13, 19, 25), "#B5614B", inside=True),
            Mark("disc", (26, 13, 38, 25), "#B5614B", inside=True),
        )
    ),
    options=(
        Switch(
            "aligned", "Aligned",
            "Later strokes go on from the same pair of places; else each begins at the chosen one", default=True,
        ),
        Switch("turned", "Mirrored", "The copy is the image of what it is taken from"),
        Amount(
            "tint", "Tint", "So far towards the colour in hand", 0.0, 0.0, 100.0, "%", shown=100.0, decimals=0
        ),
        *FACING,
    ),
)  # fmt: skip
