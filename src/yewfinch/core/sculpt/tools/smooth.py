"""Smooth: even the clay out; Ctrl brings out what stands above its surroundings."""

from __future__ import annotations

import itertools
from dataclasses import replace

import numpy as np

from yewfinch.core.sculpt.registry import ToolSpec, register
from yewfinch.core.sculpt.settings import ToolSettings
from yewfinch.core.sculpt.smoothing import touch
from yewfinch.core.sculpt.stroke import Stroke, StrokeContext, dab_stroke
from yewfinch.core.shared import warmup


def make(ctx: StrokeContext) -> Stroke:
    """A stroke that smooths."""
    return dab_stroke(ctx, "Smooth", touch)


register(
    ToolSpec(
        "smooth",
        "Smooth",
        "Evens the clay out; Ctrl sharpens what is there.",
        "S",
        ToolSettings(size=20.0, strength=0.5, falloff="soft"),
        make,
        place=40,
    )
)


def _warm() -> None:
    from yewfinch.core.document.piece import Piece
    from yewfinch.core.document.portrait import Portrait
    from yewfinch.core.mesh.surface import Surface
    from yewfinch.core.sculpt.pointer import PointerEvent
    from yewfinch.core.sculpt.registry import tools

    grid = np.stack(np.meshgrid(np.arange(5.0), np.arange(5.0), indexing="ij"), -1).reshape(-1, 2)
    flat = np.concatenate([grid, np.zeros((25, 1))], axis=1)
    quads = [(i * 5 + j, i * 5 + j + 5, i * 5 + j + 6, i * 5 + j + 1) for i in range(4) for j in range(4)]
    piece = Piece("warm", "warm", Surface(flat, quads))
    portrait = Portrait()
    portrait.pieces["warm"] = piece
    for spec, keep in itertools.product(tools(), (True, False)):
        settings = replace(spec.settings, size=3.0, stabiliser=0.0, connected=True, keep_volume=keep)
        ctx = StrokeContext(portrait, piece, settings, channel=spec.channel, reference=lambda rows: piece.surface.positions[rows])
        stroke = spec.make(ctx)
        next(stroke)
        down = np.array([0.0, 0.0, -1.0])
        stroke.send(PointerEvent("press", np.array([2.1, 2.2, 9.0]), down))
        stroke.send(PointerEvent("move", np.array([3.9, 2.2, 9.0]), down))
        try:
            stroke.send(PointerEvent("release", np.array([3.1, 2.2, 9.0]), down))
        except StopIteration:
            continue


warmup.register("tools", _warm)
