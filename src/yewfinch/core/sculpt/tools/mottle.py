"""Mottle: the irregular squiggles, veins and blotches that skin is painted with, following the hand."""

from __future__ import annotations

import numpy as np

from yewfinch.core.sculpt.canvas import Canvas, Coat, Patch
from yewfinch.core.sculpt.colour_strokes import FACING, Touch, colour_stroke
from yewfinch.core.sculpt.stroke import Dab, Stroke, StrokeContext
from yewfinch.core.sculpt.tool_options import Amount, Choice
from yewfinch.core.sculpt.tool_section import Mark, ToolSection
from yewfinch.core.sculpt.tool_settings import ToolSettings
from yewfinch.core.sculpt.tool_spec import ToolSpec
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.skin.noise import blotches, lines, veins

#: Tips that scribble within the tool's circle, and how far they wander while the hand goes a scale.
_TIPS, _WANDERS = 2, 2.2
#: Parts that the way of a tip between two dabs is drawn in.
_STEPS = 6


def make(ctx: StrokeContext) -> Stroke:
    """A stroke of a pattern that begins anew with each stroke. Ctrl takes paint away in it, Shift evens out."""
    kind = str(ctx.settings.value("pattern"))
    scale, width = float(ctx.settings.value("scale")), float(ctx.settings.value("width"))

    def lays(canvas: Canvas, coat: Coat) -> Touch:
        seed = _seed(ctx)
        tips = _Tips(seed, scale)

        def touch(dab: Dab, patch: Patch, weights: FloatArray) -> None:
            at = patch.places * np.array([-1.0 if dab.flipped else 1.0, 1.0, 1.0], np.float32)
            if kind == "squiggles":
                share = tips.drawn(dab, ctx.gone, patch.places, 0.5 * width) * np.minimum(2.0 * weights, 1.0)
            elif kind == "veins":
                share = weights * veins(at, scale, width, seed)
            else:
                share = weights * blotches(at, scale, seed, cover=min(0.5 * width / scale + 0.1, 0.9))
            share = np.minimum(share * abs(dab.force) * 1.5, 1.0).astype(np.float32)
            if dab.force < 0.0:
                coat.erase(patch, share)
            else:
                coat.lay(patch, share, ctx.rgb)

        return touch

    return colour_stroke(ctx, "Mottle", lays)


def _seed(ctx: StrokeContext) -> int:
    """A number that is another one at each stroke, and the same one when a stroke is done again."""
    return (ctx.seed * 2654435761 + 97) % 65521


class _Tips:
    """Fine tips that wander about within the tool's circle while it goes on."""

    def __init__(self, seed: int, scale: float) -> None:
        self._scale = scale
        rng = np.random.default_rng(seed)
        self._phase = rng.uniform(0.0, 2.0 * np.pi, (_TIPS, 2, 3))
        self._rate = rng.uniform(0.7, 1.6, (_TIPS, 2, 3)) * np.array([1.0, 2.1, 3.7])
        self._last: dict[bool, tuple[float, DoubleArray]] = {}

    def drawn(self, dab: Dab, gone: float, places: FloatArray, half: float) -> FloatArray:
        """How much the tips have laid on at places (k, 3) mm since the last dab, (k,) 0 to 1, `half` a width, mm."""
        flipped = dab.flipped
        if flipped:  # the image of what happens on the other side
            dab, places = dab.mirrored(), places * np.array([-1.0, 1.0, 1.0], np.float32)
        before, centre = self._last.get(flipped, (gone, dab.centre))
        self._last[flipped] = gone, dab.centre
        right = np.cross(dab.axis, (0.0, 1.0, 0.0) if abs(dab.axis[1]) < 0.9 else (1.0, 0.0, 0.0))
        right /= np.linalg.norm(right)
        up = np.cross(right, dab.axis)
        shape = np.array([1.0, 0.6, 0.35])
        ways = []
        for s in np.linspace(0.0, 1.0, _STEPS + 1):
            t = (before + s * (gone - before)) / self._scale * _WANDERS
            off = (np.sin(self._rate * t + self._phase) * shape).sum(axis=2) / shape.sum()  # within the circle
            here = centre + s * (dab.centre - centre)
            ways.append(here + 0.8 * dab.radius * (off[:, :1] * right + off[:, 1:] * up))
        way = np.array(ways, np.float32)
        return lines(places, way[:-1].reshape(-1, 3), way[1:].reshape(-1, 3), dab.axis, half)


TOOL = ToolSpec(
    "mottle",
    "Mottle",
    "Lays the chosen colour on in irregular squiggles, veins or blotches that never repeat; Ctrl takes paint away in "
    "them, Shift evens out.",
    "Alt+O",
    ToolSettings(size=20.0, strength=0.3, falloff="soft", front=False, spacing=0.03),
    make,
    channel="colour",
    place=50.4,
    group="colour",
    first=("Skin",),
    section=ToolSection(
        marks=(
            Mark("disc", (9, 12, 19, 22), "#90A0505A", inside=True),
            Mark("disc", (17, 15, 25, 26), "#90B06A3A", inside=True),
            Mark("disc", (25, 12, 36, 21), "#907A5A90", inside=True),
        )
    ),
    options=(
        Choice(
            "pattern",
            (
                ("squiggles", "Squiggles", "Thin lines that wander about within the circle while the hand goes on"),
                ("veins", "Veins", "A net of thin branching lines"),
                ("blotches", "Blotches", "Irregular patches"),
            ),
            "squiggles",
        ),
        Amount("scale", "Scale", "How far lines or patches lie apart, about", 8.0, 0.5, 60.0, "mm"),
        Amount("width", "Width", "How broad lines are; of patches, how much they cover", 1.2, 0.2, 20.0, "mm"),
        *FACING,
    ),
)
