"""The base head as it is laid on clay: two of its levels, and how far each vertex is to be trusted there."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.figure.head_shape import plain_shaper
from yewfinch.core.anatomy.head import lids, lips, nostrils
from yewfinch.core.anatomy.head.cage import FREE
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS, NOSTRIL
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray

#: The level that is bent: edges of about 4 mm.
LEVEL = 1
#: Rings of the ear's charts from here on lie in its canal, and places so deep behind them count half.
_CANAL, _CONCHA = 11.0, 9.0
#: Neck and collar of other heads end anywhere: weights.
_NECK, _COLLAR = 0.15, 0.0


@dataclass(frozen=True, eq=False)
class Tied:
    """A point of the head: rows of the formed level, and weights."""

    rows: tuple[int, ...]
    weights: tuple[float, ...]

    def on(self, positions: DoubleArray) -> DoubleArray:
        """Where it lies, (3,) mm."""
        return np.asarray(np.asarray(self.weights) @ positions[list(self.rows)])


@dataclass(frozen=True, eq=False)
class Pattern:
    """The plain head, ready to be laid on clay.

    Attributes
    ----------
    keys : tuple of str
        Landmarks, in the order of the warp.
    rest : (k, 3) float64, mm
        Landmarks of the plain head.
    model : HeadModel
    warp : (n, k) float32
        Part of each landmark's displacement by which each vertex of the formed level goes along.
    trust : (n,) float64
        0 for what lies inside (mouth, nostrils, behind the lids) or ends anywhere, 1 for skin.
    landmarks : dict of key to Tied
        Those on the head itself.
    lines : dict of line key to tuple of Tied
    regions : dict of name to (n,) uint8
    """

    keys: tuple[str, ...]
    rest: DoubleArray
    model: HeadModel
    warp: FloatArray
    trust: DoubleArray
    landmarks: dict[str, Tied]
    lines: dict[str, tuple[Tied, ...]]
    regions: dict[str, npt.NDArray[np.uint8]]

    @property
    def faces(self) -> IndexArray:
        """Faces of the level that is bent."""
        return self.model.faces(LEVEL)

    @property
    def fine_faces(self) -> IndexArray:
        """Faces of the formed level."""
        return self.model.faces(FORMED)

    @property
    def size(self) -> int:
        """Vertices of the level that is bent; the first ones of the formed level."""
        return self.model.size(LEVEL)

    def shaped(self, landmarks: DoubleArray, rows: IndexArray | slice = slice(None)) -> DoubleArray:
        """The head bent so that its landmarks are these (k, 3) mm; (n, 3) mm of some rows."""
        return np.asarray(self.model.positions[rows] + self.warp[rows] @ (landmarks - self.rest))

    def finer(self, values: DoubleArray) -> DoubleArray:
        """Values (size, c) of the level that is bent at the formed level, by plain means between."""
        return self.model.step(LEVEL).linear(values)

    def coarse_rows(self, row: int) -> list[tuple[int, float]]:
        """Rows of the level that is bent that `finer` gives a row of the formed level from, with their parts."""
        step = self.model.step(LEVEL)
        if row < step.n:
            return [(row, 1.0)]
        row -= step.n
        corners = step.edges[row] if row < len(step.edges) else np.unique(step.old_faces[row - len(step.edges)])
        return [(int(c), 1.0 / len(corners)) for c in corners]


@lru_cache(maxsize=1)
def pattern() -> Pattern:
    """The pattern of the base head in use; takes a second the first time."""
    shaper = plain_shaper()
    model, plain = shaper.model, shaper.plain
    rows = np.arange(len(model.positions), dtype=INDEX)

    def tied(a: Anchor) -> Tied:
        return Tied(tuple(shaper.model_rows(a)), a.weights)

    landmarks = {k: tied(a) for k, a in plain.anchors.items() if a.piece == "head"}
    lines = {k: tuple(tied(a) for a in line) for k, line in plain.lines.items()}
    regions = {name: np.ascontiguousarray(model.region[:, i]) for i, name in enumerate(model.regions)}
    return Pattern(
        shaper.keys,
        shaper.rest_landmarks,
        model,
        shaper.warp_of(rows).astype(np.float32),
        _trust(model),
        landmarks,
        lines,
        regions,
    )


def _trust(model: HeadModel) -> DoubleArray:
    out = np.ones(len(model.positions))
    ring = model.place[:, 0]
    for chart, first in ((LIPS, lips.LINE + 0.1), (NOSTRIL, nostrils.RIM + 0.5), (LIDS, lids.INNER_EDGE + 0.1)):
        out[(model.chart == chart) & (ring > first)] = 0.0
    ear = model.chart == EAR
    out[ear & (ring > _CONCHA)] = 0.5
    out[ear & (ring > _CANAL)] = 0.0
    share = {name: model.region[:, i] / 255.0 for i, name in enumerate(model.regions)}
    out *= 1.0 - (1.0 - _NECK) * share["neck"]
    out *= 1.0 - (1.0 - _COLLAR) * share["collar"]
    out[model.chart == FREE] = 0.0  # walls of cavities
    return out
