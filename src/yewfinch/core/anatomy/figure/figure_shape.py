"""A whole figure's form: the head's, the body's under it, and the join between them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import TYPE_CHECKING, Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.body.body_cage import TOE
from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.hand_forms import hand_frame
from yewfinch.core.anatomy.body.physique import Physique
from yewfinch.core.anatomy.figure.body_shape import BodyShape, BodyShaper
from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.anatomy.figure.head_shape import Shape
from yewfinch.core.anatomy.figure.person import Person
from yewfinch.core.anatomy.head.head_form import FORMED, as_triangles
from yewfinch.core.mesh.query.crossings import untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: The body's rows below the ring that follow where the head has it.
_SPREAD = 4.0
#: Where the skin between the left thumb and index lies on the man's plan, and so far round it, mm.
_WEB, _WEB_WIDE = hand_frame(Build()).at(68.0, 36.0, -9.0), 32.0
#: Edges to either side of the ring that are smoothed, and how often.
_SMOOTHED, _ROUNDS = 9, 10


@dataclass(frozen=True, eq=False)
class FigureShape:
    """A figure in the head's frame.

    Attributes
    ----------
    positions : (n, 3) float64, mm
        At the formed level of the crop's model.
    ground : float
        Height of the ground in the head's frame, mm; negative.
    body : BodyShape
        On its own, standing on y = 0.
    """

    positions: DoubleArray
    ground: float
    body: BodyShape


class FigureShaper:
    """Joins heads and bodies of one crop.

    Parameters
    ----------
    model : FigureModel
    bodies : BodyShaper
    """

    def __init__(self, model: FigureModel, bodies: BodyShaper) -> None:
        self.model, self.bodies = model, bodies

    def shape(self, head: Shape, person: Person, physique: Physique, *, draft: bool = False) -> FigureShape:
        """The figure of a person whose head has this shape; a draft may cross itself in armpits and between the legs.

        Raises
        ------
        YewfinchError
            If the body's measures cannot be met together.
        """
        at = head.landmarks
        ring = head.positions[self._ring_of_head]
        middle = float(ring[:, 1].mean())
        body = self.bodies.shape(person, physique, float(at["v"][1]) - middle, float(at["v"][1] - at["gn"][1]))
        own = body.positions
        below = own[self._ring_of_body]
        shift = np.array([0.0, middle - below[:, 1].mean(), ring[:, 2].mean() - below[:, 2].mean()])
        placed = own + shift
        row, weight, column = self._follow
        placed[row] += weight[:, None] * (ring - below - shift)[column]
        out = self.model.joined(head.positions, placed)
        out = self._smoothed(out)
        if not draft:
            mirror = None if person.asymmetry else self.model.level(FORMED).mirror
            out = untangled(out, self._tight if mirror is None else self._tight_left, self._pull, mirror, 80)
        return FigureShape(out, float(shift[1]), body)

    def _smoothed(self, p: DoubleArray) -> DoubleArray:
        """Take off the kink along the ring, and what shrinks by it (Taubin 1995)."""
        rows, weight, pull = self._join
        near = p[rows]
        for share in (0.5, -0.48) * _ROUNDS:
            near += share * weight[:, None] * (pull @ near - near)
        out = p.copy()
        out[rows] = near
        return out

    @cached_property
    def _pull(self) -> csr_array:
        return umbrella(self.model.faces(FORMED), self.model.size(FORMED))

    @cached_property
    def _tight(self) -> IndexArray:
        """Triangles where skin lies close to skin: armpits, the groin, toes, between thumb and index."""
        bodies = self.bodies.model
        man, chart = bodies.bodies["man"], bodies.chart
        near = (np.abs(man[:, 1] - 1320.0) < 75.0) & (np.abs(np.abs(man[:, 0]) - 150.0) < 60.0)
        near |= (np.abs(man[:, 0]) < 40.0) & (man[:, 1] < 900.0) & (man[:, 1] > 560.0)
        near |= chart >= TOE
        near |= np.linalg.norm(man * (np.sign(man[:, :1]) * (1, 0, 0) + (0, 1, 1)) - _WEB, axis=1) < _WEB_WIDE
        of = self.model.level(FORMED).body
        watched = np.where(of >= 0, near[of], False)
        triangles = as_triangles(self.model.faces(FORMED))
        return triangles[watched[triangles].any(axis=1)]

    @cached_property
    def _tight_left(self) -> IndexArray:
        """Those of one side, and those between the legs, where the sides meet."""
        of = self.model.level(FORMED).body
        across = np.where(of >= 0, self.bodies.model.bodies["man"][of, 0], 0.0)
        return self._tight[(across[self._tight] > -40.0).any(axis=1)]

    @cached_property
    def _ring_of_head(self) -> IndexArray:
        return self.model.level(FORMED).head[self.model.ring]

    @cached_property
    def _ring_of_body(self) -> IndexArray:
        return self.model.level(FORMED).body[self.model.ring]

    @cached_property
    def _follow(self) -> tuple[IndexArray, DoubleArray, IndexArray]:
        """The body's rows near the ring, how far they follow it, and the ring vertex in their column."""
        rows, row, at = self.model.in_columns(self.model.ring, -1.0, _SPREAD)
        t = np.clip(row / _SPREAD, 0.0, 1.0)
        number = np.full(self.model.size(FORMED), -1)
        number[self.model.ring] = np.arange(len(self.model.ring))
        return self.model.level(FORMED).body[rows], 1 - t * t * (3 - 2 * t), number[at].astype(INDEX)

    @cached_property
    def _join(self) -> tuple[npt.NDArray[np.int64], DoubleArray, Any]:
        """Rows round the ring, their weight, and the matrix of their neighbours' means."""
        n, pull = self.model.size(FORMED), self._pull
        away = np.full(n, np.inf)
        away[self.model.ring] = 0.0
        reached = np.isfinite(away)
        for ring in range(1, _SMOOTHED + 1):
            grown = (pull @ reached.astype(float)) > 0
            away[grown & ~reached] = ring
            reached |= grown
        rows = np.nonzero(reached)[0]
        weight = np.clip(1.0 - away[rows] / _SMOOTHED, 0.0, 1.0) ** 2  # 0 where neighbours are left out
        return rows, weight, pull[rows][:, rows]
