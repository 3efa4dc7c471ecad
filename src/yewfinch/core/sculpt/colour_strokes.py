"""What tools that lay colour on have in common: how far they reach round the form, and their strokes."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Near, Patch, both, canvas_of
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext, dab_stroke
from yewfinch.core.sculpt.tool_options import Amount, Option, Switch
from yewfinch.core.shared.arrays import FloatArray

#: Options of all of them.
FACING: tuple[Option, ...] = (
    Amount(
        "facing", "Facing",
        "What is turned away from the skin under the tool by more than this stays as it is: the back of an ear",
        60.0, 15.0, 180.0, "°", decimals=0,
    ),
    Switch("facing_soft", "Soft limit", "It fades out towards the limit; else it ends there", default=True),
)  # fmt: skip
#: Over so many degrees a soft limit fades.
_FADES = 25.0
#: With Shift so much of the way to the mean of what is round about, at full weight.
_EVENS = 0.7

#: Carries out one dab on one side.
Touch = Callable[[Dab, Patch, FloatArray], None]
#: Evens out what is laid on: (canvas, coat, patch, shares, reach in mm).
Soften = Callable[[Canvas, Coat, Patch, FloatArray, float], None]


def facing(ctx: StrokeContext, dab: Dab, normals: FloatArray) -> FloatArray:
    """How much the tool works at normals (k, 3), 0 to 1, by what its facing limit says."""
    own = ctx.settings.own
    limit = float(own.get("facing", 180.0))
    if limit >= 180.0:
        return np.ones(len(normals), np.float32)
    angle = np.degrees(np.arccos(np.clip(normals @ dab.axis.astype(np.float32), -1.0, 1.0)))
    if not own.get("facing_soft", True):
        return np.asarray(angle <= limit, np.float32)
    t = np.clip((limit - angle) / _FADES, 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t), np.float32)


def colour_stroke(
    ctx: StrokeContext, name: str, make: Callable[[Canvas, Coat], Touch], *, soften: Soften | None = None
) -> Stroke:
    """A stroke of dabs of colour; with Shift it evens out what is laid on.

    Parameters
    ----------
    ctx : StrokeContext
    name : str
        Of the edit.
    make : callable (canvas, coat) -> callable (dab, patch, weights)
        Makes what carries one dab out; the weights (k,) are without the tool's strength.
    soften : callable, optional
        Evens out, in the place of `even_out`.
    """
    canvas = canvas_of(ctx)
    coat = Coat(canvas)
    touch = make(canvas, coat)

    def each(ctx: StrokeContext, dab: Dab) -> None:
        for one in both(ctx, dab):
            patch = canvas.under(one)
            if len(patch.rows):
                touch(one, patch, patch.weights * facing(ctx, one, patch.normals))

    def soft(ctx: StrokeContext, dab: Dab) -> None:
        for one in both(ctx, dab):
            patch = canvas.under(one)
            if len(patch.rows):
                share = patch.weights * facing(ctx, one, patch.normals) * np.float32(min(abs(one.force), 1.0) * _EVENS)
                (soften or even_out)(canvas, coat, patch, share, 0.3 * one.radius)

    return dab_stroke(ctx, name, each, soft)


def lay_or_erase(coat: Coat, rgb: tuple[float, float, float]) -> Touch:
    """Dabs that lay a colour on, 0 to 255 a channel; with less than no force they take what is on away."""

    def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
        share = np.minimum(weights * abs(dab.force), 1.0)
        if dab.force < 0.0:
            coat.erase(patch, share)
        else:
            coat.lay(patch, share, rgb)

    return touch


def even_out(canvas: Canvas, coat: Coat, patch: Patch, share: FloatArray, reach: float) -> None:
    """Bring what is laid on nearer to its mean within a reach of mm, by a share (k,) of the way; less than 0: away."""
    own = canvas.own(patch)
    reach = max(reach, 1.8 * canvas.spacing)
    mean = Near(patch.places, reach).means(own, reach)
    held = own.astype(np.float32)
    clear, bare = held[:, 3:] == 0.0, mean[:, 3:] == 0.0
    held[:, :3] = np.where(clear, mean[:, :3], held[:, :3])
    mean[:, :3] = np.where(bare, held[:, :3], mean[:, :3])
    out = held + share[:, None] * (mean - held)
    coat.forget(patch)
    canvas.lay(patch, np.clip(np.round(out), 0.0, 255.0).astype(np.uint8))
