"""The plain head at every level: the cage settled on the form, split, and settled again."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

import numpy as np

from yewfinch.core.anatomy.head import (
    ear,
    lids,
    lips,
    nostrils,
)
from yewfinch.core.anatomy.head.cage import FREE, ON_FIELD, Cage
from yewfinch.core.anatomy.head.chart import Chart
from yewfinch.core.anatomy.head.head_cage import EAR, LIDS, LIPS, NOSTRIL, head_cage
from yewfinch.core.anatomy.head.head_field import EYE, EYE_RADIUS, skin
from yewfinch.core.mesh.levels.subdivision import Step, split
from yewfinch.core.mesh.query.crossings import untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent

if TYPE_CHECKING:
    pass

#: The level up to which the form is computed; finer ones are smooth.
FORMED = 2


@dataclass(frozen=True, eq=False)
class Level:
    """One level of the head.

    Attributes
    ----------
    positions : (n, 3) float64, mm
    faces : (m, 4) int32
    mirror : (n,) int32
    region : (n, k) float64
    chart : (n,) int32
    place : (n, 2) float64
    """

    positions: DoubleArray
    faces: IndexArray
    mirror: IndexArray
    region: DoubleArray
    chart: IndexArray
    place: DoubleArray


def head_levels(progress: Progress = silent) -> tuple[list[Level], list[Step], tuple[str, ...]]:
    """Levels 0 to FORMED, the steps between them, and the names of the regions."""
    cage = head_cage()
    charts = _charts(cage)
    n = len(cage.positions)
    level = Level(cage.positions, cage.faces, cage.mirror, cage.region, cage.chart, cage.place)
    level = _settled(level, charts, cage.held, 14)
    levels, steps = [level], []
    for number in range(1, FORMED + 1):
        progress(number / (FORMED + 1), "settling the head")
        step = split(level.faces, n)
        steps.append(step)
        level = _settled(_finer(level, step, charts), charts, None, 2)
        levels.append(level)
        n = len(level.positions)
    pull = umbrella(level.faces, n)
    smooth = untangled(level.positions, as_triangles(level.faces), pull, level.mirror, 30)
    levels[-1] = replace(level, positions=smooth)
    progress(1.0, "settling the head")
    return levels, steps, cage.regions


def _charts(cage: Cage) -> dict[int, Chart]:
    """The features inside their boundaries on the left side."""
    left = cage.positions[:, 0] >= 0
    out = {}
    for number, make in ((LIDS, lids.lids), (LIPS, lips.lips), (NOSTRIL, nostrils.nostril), (EAR, ear.ear)):
        first = (cage.chart == number) & (cage.place[:, 0] == 1) & left
        rows = np.nonzero(first)[0]
        rows = rows[np.argsort(cage.place[rows, 1])]
        out[number] = make(cage.positions[[_outer_of(cage, int(r)) for r in rows]])
    return out


def _outer_of(cage: Cage, row: int) -> int:
    """The vertex of the boundary beside one of the first ring."""
    near = cage.faces[(cage.faces == row).any(axis=1)]
    for face in near:
        at = list(face).index(row)
        for other in (face[at - 1], face[(at + 1) % 4]):
            if cage.chart[other] == ON_FIELD:
                return int(other)
    raise AssertionError("a first ring without boundary")


def _finer(level: Level, step: Step, charts: dict[int, Chart]) -> Level:
    """Split a level: positions by Catmull-Clark, places in the charts by means."""
    positions = step.smooth() @ level.positions
    chart, place = _split_places(level, step, charts)
    return Level(positions, step.faces, step.paired(level.mirror), step.linear(level.region), chart, place)


def _split_places(level: Level, step: Step, charts: dict[int, Chart]) -> tuple[IndexArray, DoubleArray]:
    f = step.old_faces
    groups = (step.edges, f)
    chart, place = [level.chart], [level.place]
    for group in groups:
        kinds = level.chart[group]
        first = kinds[:, 0]
        same = (kinds == first[:, None]).all(axis=1)
        kind = np.where(same, first, np.where((kinds == ON_FIELD).any(axis=1), ON_FIELD, FREE))
        p = level.place[group].copy()
        for number, feature in charts.items():
            if feature.closed:
                rows = np.nonzero(kind == number)[0]
                k = p[rows, :, 1]
                gap = k - k[:, :1]
                gap -= feature.around * np.round(gap / feature.around)
                p[rows, :, 1] = k[:, :1] + gap
        chart.append(kind)
        place.append(p.mean(axis=1))
    return np.concatenate(chart).astype(INDEX), np.concatenate(place)


def _settled(level: Level, charts: dict[int, Chart], held: DoubleArray | None, rounds: int) -> Level:
    """Place the charts' vertices, even out the others and lay them on the form; symmetric."""
    p = level.positions.copy()
    mirror = level.mirror
    own = np.arange(len(p))
    left = (p[:, 0] > 0) | (mirror == own)
    middle = mirror == own

    def mirrored() -> None:
        p[middle, 0] = 0.0
        side = left & ~middle
        p[mirror[side]] = p[side] * (-1.0, 1.0, 1.0)

    for kind, feature in charts.items():
        rows = np.nonzero((level.chart == kind) & left)[0]
        p[rows] = feature.points(level.place[rows], onto)
    mirrored()
    guess = p.copy()
    skin_rows = np.nonzero((level.chart == ON_FIELD) & left)[0]
    free = np.nonzero(level.chart == FREE)[0]
    pull = umbrella(level.faces, len(p))
    keep = (held if held is not None else np.full(len(p), 0.6))[skin_rows, None]
    for number in range(rounds):
        step = pull @ p - p
        p[free] += step[free]
        moved = p[skin_rows] + 0.5 * step[skin_rows]
        last = number == rounds - 1
        p[skin_rows] = onto(keep * guess[skin_rows] + (1 - keep) * moved, False, 3 if last else 1)
        mirrored()
    if held is None:  # take the ripples off that rows crowding over a slope leave (Taubin 1995)
        for weight in (0.5, -0.52) * 6:
            p[skin_rows] += weight * (pull[skin_rows] @ p - p[skin_rows])
            mirrored()
    for side in (1.0, -1.0):  # the bag behind each eyeball is round
        eye = np.array(EYE) * (side, 1.0, 1.0)
        away = p[free] - eye
        size = np.linalg.norm(away, axis=1)
        near = (size < EYE_RADIUS + 3.0) & (away[:, 2] < 0)
        p[free[near]] = eye + away[near] / size[near, None] * (EYE_RADIUS + 1.4)
    return Level(p, level.faces, mirror, level.region, level.chart, level.place)


def as_triangles(faces: IndexArray) -> IndexArray:
    """Each quad as two triangles."""
    return np.concatenate([faces[:, [0, 1, 2]], faces[:, [0, 2, 3]]])


def onto(points: DoubleArray, depth_only: bool = False, steps: int = 4) -> DoubleArray:
    """Move points (k, 3) mm onto the form along its gradient, or forward and back only."""
    p = points.copy()
    eps = 0.05
    way = np.array([0.0, 0.0, 1.0])
    for _ in range(steps * 2 if depth_only else steps):
        d = skin(p)
        if depth_only:
            slope = np.maximum((skin(p + way * eps) - d) / eps, 0.35)
            p[:, 2] -= np.clip(d / slope, -3.0, 3.0)
            continue
        grad = np.stack([(skin(p + e) - d) / eps for e in np.eye(3) * eps], axis=1)
        size = np.maximum((grad**2).sum(axis=1), 0.09)
        step = np.clip(d / np.sqrt(size), -3.0, 3.0)[:, None]
        p = p - step * grad / np.sqrt(size)[:, None]
    return p
