"""Fine creases of the red of the lips: they run from the edge to the border, fanning out, each a little different.

Spacing, depth and direction: common practice.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.features.lips.lip_chart import Rows, net_of, on_red
from yewfinch.core.features.lips.lips import POINTS, Lips
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: A crease is about so wide, as a part of how far the creases are apart.
_WIDE = 0.22
#: Edges of the clay may be so long, as a part of how far the creases are apart.
_COARSEST = 0.5
#: Red is looked for within so far of the middle of the mouth, mm.
_NEAR = 48.0
#: What may be set, lowest and highest, mm.
RANGES = {"depth": (0.02, 1.0), "apart": (0.6, 5.0)}


@dataclass(frozen=True)
class Creases:
    """Creases as they are wanted.

    Attributes
    ----------
    depth : float, mm
        Of the deepest ones.
    apart : float, mm
        How far they are from each other on the line of the mouth, on average.
    seed : int
        Which ones.
    """

    depth: float = 0.18
    apart: float = 1.8
    seed: int = 1


def creased(surface: Surface, lips: Lips, rows: Rows, upper: DoubleArray, creases: Creases) -> DoubleArray:
    """Steps that lay creases on the red, (n, 3) mm for all vertices of the clay.

    Parameters
    ----------
    surface : Surface
    lips : Lips
    rows : (k,) int64
        Vertices round the mouth.
    upper : (k,) float64
        How far each belongs to the upper lip's side.
    creases : Creases

    Raises
    ------
    YewfinchError
        If a value makes no sense, or the clay is too coarse to hold such creases.
    """
    for key, (low, high) in RANGES.items():
        value = getattr(creases, key)
        if not (np.isfinite(value) and low <= value <= high):
            raise YewfinchError(
                phrase("Creases cannot have a {0} of {1:g} mm; {2:g} to {3:g} mm make sense.", key, value, low, high)
            )
    middle = lips.upper_edge.mean(axis=0)
    near = np.linalg.norm(surface.positions[rows].astype(np.float64) - middle, axis=1) < _NEAR
    rows, upper = rows[near], upper[near]
    at = surface.positions[rows].astype(np.float64)
    depth, on = np.zeros(len(rows)), np.zeros(len(rows), bool)
    rng = np.random.default_rng(creases.seed)
    for of, share in ((True, upper), (False, 1.0 - upper)):
        edge, border = (lips.upper_edge, lips.upper) if of else (lips.lower_edge, lips.lower)
        red = on_red(at, edge, border)
        inside = (share > 0.5) & (red.out > -0.3) & (red.out < 1.15) & (np.abs(red.along) < 0.97)
        long = float(np.linalg.norm(np.diff(edge, axis=0), axis=1).sum())
        depth[inside] += _valleys(red.along[inside] * long / 2.0, red.out[inside], long, creases, rng)
        on |= inside
    _fine_enough(surface, rows[on], creases)
    steps = np.zeros((len(surface), 3))
    facing = np.clip(2.0 * _outwards(surface, lips, rows, upper) + 0.6, 0.0, 1.0)
    steps[rows] = -(creases.depth * depth * facing)[:, None] * surface.normals[rows].astype(np.float64)
    return steps


def _outwards(surface: Surface, lips: Lips, rows: Rows, upper: DoubleArray) -> DoubleArray:
    """How far vertices face away from the middle of the mouth's inside, -1 to 1."""
    inside = lips.upper_edge.mean(axis=0) - (0.0, 0.0, 12.0)
    way = surface.positions[rows].astype(np.float64) - inside
    way /= np.maximum(np.linalg.norm(way, axis=1, keepdims=True), 1e-9)
    return np.asarray((way * surface.normals[rows]).sum(axis=1))


def _valleys(
    along: DoubleArray, out: DoubleArray, long: float, creases: Creases, rng: np.random.Generator
) -> DoubleArray:
    """Depth from 0 to about 1 at places of the red: `along` in mm, `out` from the edge (0) to the border (1)."""
    count = max(int(long / creases.apart), 3)
    middles = (np.arange(count) + 0.5) / count * long - long / 2.0 + rng.normal(0.0, 0.22, count) * creases.apart
    strength = rng.uniform(0.35, 1.0, count)
    first, last = rng.uniform(-0.3, 0.35, count), rng.uniform(0.55, 1.1, count)
    bend, phase = rng.normal(0.0, 0.16, count) * creases.apart, rng.uniform(0.0, 6.3, count)
    wide = _WIDE * creases.apart * rng.uniform(0.8, 1.3, count)
    total = np.zeros(len(along))
    for k in range(count):
        x = along - middles[k] - bend[k] * np.sin(3.0 * out + phase[k])
        near = np.flatnonzero(np.abs(x) < 3.0 * wide[k])
        t = (out[near] - first[k]) / (last[k] - first[k])
        inside = np.clip(np.minimum(t, 1.0 - t) / 0.3, 0.0, 1.0)
        soft = inside * inside * (3.0 - 2.0 * inside)
        total[near] = np.maximum(total[near], strength[k] * soft * np.exp(-((x[near] / wide[k]) ** 2)))
    return total * np.clip((0.5 * long - np.abs(along)) / 4.0, 0.0, 1.0)  # none right at the corners


def _fine_enough(surface: Surface, rows: Rows, creases: Creases) -> None:
    if len(rows) < 2 * POINTS:
        raise YewfinchError(
            "The clay is far too coarse for creases of the lips: it has hardly a vertex there. Add a detail level."
        )
    owner, other = net_of(surface, rows)
    at = surface.positions[rows].astype(np.float64)
    edge = float(np.median(np.linalg.norm(at[owner] - at[other], axis=1)))
    if edge > _COARSEST * creases.apart:
        raise YewfinchError(
            phrase(
                "The clay is too coarse for such creases: its edges on the lips are {0:.2f} mm long, "
                "and creases {1:.1f} mm apart need {2:.2f} mm. Add a detail level, or set them "
                "farther apart.",
                edge,
                creases.apart,
                _COARSEST * creases.apart,
            )
        )
