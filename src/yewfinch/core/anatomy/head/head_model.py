"""The plain head as data: its levels, what each vertex belongs to, and its landmarks and lines.

Vertices are numbered by subdivision: those of a coarser level are the first ones of the next.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head import ear, lids, lips
from yewfinch.core.anatomy.head.first_cast.first_positions import first_positions
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS
from yewfinch.core.anatomy.head.head_form import FORMED, head_levels
from yewfinch.core.mesh.levels.subdivision import Step, split
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent

#: The finest level on offer.
FINEST = 4

#: Landmarks that are a place of a chart: chart, ring, place.
_AT: dict[str, tuple[int, float, float]] = {
    "en_l": (LIDS, lids.INNER_EDGE, lids.INNER_PLACE),
    "ex_l": (LIDS, lids.INNER_EDGE, (lids.INNER_PLACE + lids.AROUND / 2) % lids.AROUND),
    "ch_l": (LIPS, lips.LINE, lips.AROUND / 2),
    "ls": (LIPS, lips.BORDER, lips.AROUND),
    "li": (LIPS, lips.BORDER, 0.0),
    "obs_l": (EAR, 1.0, 17.5), "obi_l": (EAR, 2.0, 0.25), "pra_l": (EAR, 3.0, 20.25), "t_l": (EAR, 5.0, 23.25),
    "po_l": (EAR, 11.0, 20.0),
}  # fmt: skip
#: Landmarks that are extremes along a ring: chart, ring, direction.
_FARTHEST: dict[str, tuple[int, float, tuple[float, float, float]]] = {
    "ps_l": (LIDS, lids.INNER_EDGE, (0, 1, 0)), "pi_l": (LIDS, lids.INNER_EDGE, (0, -1, 0)),
    "cph_l": (LIPS, lips.BORDER, (0, 1, 0)),
    "sa_l": (EAR, ear.EDGE, (0, 1, 0)), "sba_l": (EAR, ear.EDGE, (0, -1, 0)), "pa_l": (EAR, ear.EDGE, (0, 0, -1)),
}  # fmt: skip
#: Lines that run along a ring: chart, ring, first and last place.
_LINES: dict[str, tuple[int, float, float, float]] = {
    "lid_lower_l": (LIDS, lids.INNER_EDGE, lids.INNER_PLACE, lids.INNER_PLACE + lids.AROUND / 2),
    "lid_upper_l": (LIDS, lids.INNER_EDGE, lids.INNER_PLACE + lids.AROUND, lids.INNER_PLACE + lids.AROUND / 2),
    "ear_rim_l": (EAR, ear.EDGE, 20.0, 0.0),
}  # fmt: skip


@dataclass(frozen=True, eq=False)
class HeadModel:
    """The plain head.

    Attributes
    ----------
    positions : (n, 3) float64, mm
        Of the formed level.
    coarse : (m, 4) int32
        Faces of level 0.
    mirror : (n,) int32
        Of the formed level.
    region : (n, k) uint8
        Membership of each region, 0 to 255.
    regions : tuple of str
    chart : (n,) int32
    place : (n, 2) float32
    """

    positions: DoubleArray
    coarse: IndexArray
    mirror: IndexArray
    region: npt.NDArray[np.uint8]
    regions: tuple[str, ...]
    chart: IndexArray
    place: npt.NDArray[np.float32]
    _steps: list[Step] = field(default_factory=list)

    def step(self, level: int) -> Step:
        """The split from `level` to the next."""
        while len(self._steps) <= level:
            faces = self._steps[-1].faces if self._steps else self.coarse
            n = self._steps[-1].size if self._steps else int(self.coarse.max()) + 1
            self._steps.append(split(faces, n))
        return self._steps[level]

    def faces(self, level: int) -> IndexArray:
        """Faces of a level, (m, 4) int32."""
        return self.coarse if level == 0 else self.step(level - 1).faces

    def size(self, level: int) -> int:
        """Vertices of a level."""
        return int(self.coarse.max()) + 1 if level == 0 else self.step(level - 1).size

    def at_level(self, values: DoubleArray, level: int) -> DoubleArray:
        """Values (n, c) of the formed level at another one: sampled below, smooth above."""
        if level <= FORMED:
            return values[: self.size(level)]
        for number in range(FORMED, level):
            values = self.step(number).smooth() @ values
        return values

    def linear_at_level(self, values: DoubleArray, level: int) -> DoubleArray:
        """The same by plain means, for memberships."""
        if level <= FORMED:
            return values[: self.size(level)]
        for number in range(FORMED, level):
            values = self.step(number).linear(values)
        return values

    def mirror_at(self, level: int) -> IndexArray:
        """Rows of the mirror images at a level."""
        mirror = self.mirror[: self.size(min(level, FORMED))]
        for number in range(FORMED, level):
            mirror = self.step(number).paired(mirror)
        return mirror

    def order(self, level: int) -> tuple[IndexArray, IndexArray]:
        """Faces with rows in leaf order, and for each such row the row here; by the first cast's form, for all."""
        if level not in self._orders:
            rest = self.at_level(first_positions(), level).astype(np.float32)
            self._orders[level] = in_face_order(rest, self.faces(level))
        return self._orders[level]

    @cached_property
    def _orders(self) -> dict[int, tuple[IndexArray, IndexArray]]:
        return {}

    def row_at(self, chart: int, ring: float, place: float) -> int:
        """The vertex of the left side nearest a place of a chart."""
        rows = self.rows_of(chart)
        away = np.abs(self.place[rows, 0] - ring) * 100 + self._along(chart, self.place[rows, 1] - place)
        return int(rows[np.argmin(away)])

    def rows_of(self, chart: int, ring: float | None = None) -> IndexArray:
        """Vertices of the left side in a chart, or on one of its rings."""
        mask = (self.chart == chart) & (self.positions[:, 0] > -1e-9)
        if ring is not None:
            mask &= np.abs(self.place[:, 0] - ring) < 1e-3
        return np.nonzero(mask)[0].astype(INDEX)

    def _along(self, chart: int, gap: npt.NDArray[np.float32]) -> npt.NDArray[np.float32]:
        around = {LIDS: lids.AROUND, EAR: ear.AROUND}.get(chart)
        if around is None:
            return np.abs(gap)
        return np.abs((gap + around / 2) % around - around / 2)

    def landmark_rows(self) -> dict[str, tuple[int, ...]]:
        """Rows whose mean is a landmark, for those that the charts know; left and midline."""
        out: dict[str, tuple[int, ...]] = {k: (self.row_at(*at),) for k, at in _AT.items()}
        for key, (chart, ring, way) in _FARTHEST.items():
            rows = self.rows_of(chart, ring)
            out[key] = (int(rows[np.argmax(self.positions[rows] @ np.array(way, float))]),)
        upper, lower = (self.row_at(LIPS, lips.LINE, k) for k in (lips.AROUND, 0))
        out["sto"] = (upper, lower)
        return out

    def line_rows(self) -> dict[str, list[int]]:
        """Rows along the lines that the charts know, in order; left ones, and those of the lips."""
        out = {}
        for key, (chart, ring, first, last) in _LINES.items():
            rows = self.rows_of(chart, ring)
            around = float(ear.AROUND if chart == EAR else lids.AROUND)
            k = self.place[rows, 1].astype(float)
            lo, hi = min(first, last), max(first, last)
            k = lo + np.mod(k - lo + 1e-6, around)
            keep = k <= hi + 1e-3
            rows, k = rows[keep], k[keep]
            out[key] = [int(r) for r in rows[np.argsort(k if last > first else -k)]]
        for key, ring, upper in (
            ("lip_upper", lips.BORDER, True),
            ("lip_lower", lips.BORDER, False),
            ("mouth_line", lips.LINE, True),
            ("mouth_line_lower", lips.LINE, False),
        ):
            rows = self.rows_of(LIPS, ring)
            k = self.place[rows, 1]
            half = rows[(k >= lips.AROUND / 2 - 1e-3) if upper else (k <= lips.AROUND / 2 + 1e-3)]
            half = half[np.argsort(self.positions[half, 0])]
            out[key] = [int(self.mirror[r]) for r in half[:0:-1]] + [int(r) for r in half]
        return out


def make_model(progress: Progress = silent) -> HeadModel:
    """Compute the plain head. Takes some tens of seconds."""
    levels, steps, regions = head_levels(progress)
    top = levels[-1]
    region = np.round(top.region * 255).astype(np.uint8)
    return HeadModel(
        top.positions,
        levels[0].faces,
        top.mirror,
        region,
        regions,
        top.chart,
        top.place.astype(np.float32),
        list(steps),
    )


def arrays_of(model: HeadModel) -> dict[str, npt.NDArray[np.generic]]:
    """The model as plain arrays."""
    return {
        "positions": model.positions, "coarse": model.coarse, "mirror": model.mirror, "region": model.region,
        "regions": np.array(model.regions), "chart": model.chart, "place": model.place,
    }  # fmt: skip


def from_arrays(held: Mapping[str, npt.NDArray[np.generic]]) -> HeadModel:
    """The model from such arrays."""
    return HeadModel(
        np.asarray(held["positions"], np.float64), np.asarray(held["coarse"], INDEX), np.asarray(held["mirror"], INDEX),
        np.asarray(held["region"], np.uint8), tuple(str(r) for r in held["regions"]), np.asarray(held["chart"], INDEX),
        np.asarray(held["place"], np.float32),
    )  # fmt: skip
