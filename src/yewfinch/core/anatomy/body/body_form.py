"""The body at every level: the cage settled on its forms, split, and settled again."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.body.body_cage import Skins, body_cage, skins
from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.head.cage import FREE, Cage
from yewfinch.core.anatomy.head.head_form import as_triangles
from yewfinch.core.mesh.levels.subdivision import Step, split
from yewfinch.core.mesh.query.crossings import untangled
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent

#: The level up to which the form is computed; finer ones are smooth.
FORMED = 2
#: How firmly a vertex keeps its guessed place after a split.
_KEEP = 0.6


@dataclass(frozen=True, eq=False)
class Layout:
    """What all bodies have in common.

    Attributes
    ----------
    cage : Cage
        Level 0.
    steps : list of Step
        From each level to the next.
    charts, mirrors : list of (n,) int32
        By level.
    """

    cage: Cage
    steps: list[Step]
    charts: list[IndexArray]
    mirrors: list[IndexArray]


def layout(cage: Cage) -> Layout:
    """Levels of a cage, without positions."""
    steps: list[Step] = []
    charts, mirrors = [cage.chart], [cage.mirror]
    faces, n = cage.faces, len(cage.positions)
    for _ in range(FORMED):
        step = split(faces, n)
        steps.append(step)
        held = charts[-1]
        charts.append(np.concatenate([held, held[step.edges].max(axis=1), held[step.old_faces].max(axis=1)]))
        mirrors.append(step.paired(mirrors[-1]))
        faces, n = step.faces, step.size
    return Layout(cage, steps, charts, mirrors)


def formed(build: Build, made: Layout | None = None, progress: Progress = silent) -> tuple[Layout, DoubleArray]:
    """A build's body at the formed level, (n, 3) mm in the frame of `body_plan`; symmetric.

    Parameters
    ----------
    build : Build
    made : Layout, optional
        Of another build: all have the same.
    progress : Progress
    """
    skin = skins(build)
    cage = body_cage(build, skin)
    made = made or layout(cage)
    p = settled(cage.positions, cage.faces, made.charts[0], cage.mirror, skin, cage.held, 10)
    for number, step in enumerate(made.steps):
        progress((number + 1) / (FORMED + 1), "settling the body")
        p = settled(step.smooth() @ p, step.faces, made.charts[number + 1], made.mirrors[number + 1], skin, None, 2)
    faces, mirror = made.steps[-1].faces, made.mirrors[-1]
    p = untangled(p, as_triangles(faces), umbrella(faces, len(p)), mirror, 30)
    return made, p


def settled(
    positions: DoubleArray,
    faces: IndexArray,
    chart: IndexArray,
    mirror: IndexArray,
    skin: Skins,
    held: DoubleArray | None,
    rounds: int,
) -> DoubleArray:
    """Even out vertices along the forms they lie on; the neck's ring stays."""
    p = positions.copy()
    middle = mirror == np.arange(len(p))
    left = (p[:, 0] > 0) | middle
    side = left & ~middle
    rim = _rim(faces, len(p))
    pull = umbrella(faces, len(p))
    guess = p.copy()
    keep = np.where(rim, 1.0, held if held is not None else _KEEP)
    groups = [(int(k), np.nonzero((chart == k) & left & ~rim)[0]) for k in np.unique(chart) if k != FREE]
    rows = np.concatenate([r for _, r in groups])

    def mirrored() -> None:
        p[middle, 0] = 0.0
        p[mirror[side]] = p[side] * (-1.0, 1.0, 1.0)

    mirrored()
    for number in range(rounds):
        moved = p[rows] + 0.5 * (pull[rows] @ p - p[rows])
        weight = keep[rows, None]
        p[rows] = weight * guess[rows] + (1 - weight) * moved
        for kind, own in groups:
            p[own] = skin.of(kind).onto(p[own], 3 if number == rounds - 1 else 1)
        mirrored()
    for share in (0.5, -0.52) * (5 if held is None else 0):  # ripples off (Taubin 1995)
        p[rows] += share * (pull[rows] @ p - p[rows])
        mirrored()
    return p


def _rim(faces: IndexArray, n: int) -> np.ndarray:
    """Vertices along an open edge."""
    ends = np.sort(np.stack([faces, np.roll(faces, -1, axis=1)], axis=-1).reshape(-1, 2), axis=1).astype(np.int64)
    keys, count = np.unique(ends[:, 0] * n + ends[:, 1], return_counts=True)
    out = np.zeros(n, bool)
    once = keys[count == 1]
    out[once // n] = out[once % n] = True
    return out
