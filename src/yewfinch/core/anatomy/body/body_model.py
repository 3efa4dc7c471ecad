"""The body as data: its layout, the bodies of woman, man and child on it, and what the dials change.

Rows are numbered by subdivision: those of a coarser level are the first ones of the next. All
positions are in the frame of `body_plan`.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.body.body_cage import skins
from yewfinch.core.anatomy.body.body_dials import DIALS, BodyDial
from yewfinch.core.anatomy.body.body_form import FORMED, Layout, formed, settled
from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.head.cage import Cage
from yewfinch.core.mesh.levels.subdivision import Step, split
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, part, silent

#: The plans between which bodies are mixed.
PLANS: dict[str, Build] = {"woman": Build(0.0, 1.0), "man": Build(1.0, 1.0), "child": Build(0.5, 0.0)}
#: Of which plans each dial is known; a mixed body takes a mix.
_DIALLED = ("woman", "man")
#: Dials that thicken arm and chest alike; together they have so much room in the folds of the armpits, whose middle
#: is at |x|, y of the man.
_THICKENING, _ROOM, _FOLD = ("muscle", "fullness"), 0.9, (155.0, 1330.0)


@dataclass(frozen=True, eq=False)
class BodyModel:
    """The body's surface.

    Attributes
    ----------
    coarse : (m, 4) int32
        Faces of level 0; open at the neck's ring.
    chart : (n,) int32
        What each vertex of the formed level belongs to, see `body_cage`.
    place : (n0, 2) float64
        Ring and column of the vertices of level 0.
    mirror : (n,) int32
    region : (n, k) uint8
    regions : tuple of str
    bodies : dict of plan to (n, 3) float32, mm
    fields : dict of "plan dial" to (n, 3) float32, mm
        What a dial turned to 1 adds, and -1 takes away.
    """

    coarse: IndexArray
    chart: IndexArray
    place: DoubleArray
    mirror: IndexArray
    region: npt.NDArray[np.uint8]
    regions: tuple[str, ...]
    bodies: dict[str, FloatArray]
    fields: dict[str, FloatArray]
    _steps: list[Step] = field(default_factory=list)

    @property
    def size0(self) -> int:
        """Vertices of level 0."""
        return len(self.place)

    def steps(self) -> list[Step]:
        """The splits up to the formed level."""
        return [self.step(number) for number in range(FORMED)]

    def step(self, level: int) -> Step:
        """The split from `level` to the next."""
        while len(self._steps) <= level:
            faces = self._steps[-1].faces if self._steps else self.coarse
            self._steps.append(split(faces, self._steps[-1].size if self._steps else self.size0))
        return self._steps[level]

    def mixed(self, sex: float, grown: float, dials: Mapping[str, float]) -> DoubleArray:
        """The body between the plans, with dials turned, (n, 3) float64 mm."""
        shares = {"woman": (1 - sex) * grown, "man": sex * grown, "child": 1 - grown}
        out = np.zeros(self.bodies["man"].shape)
        for plan, share in shares.items():
            if share:
                out += share * self.bodies[plan]
        thick = sum(max(dials.get(k, 0.0), 0.0) for k in _THICKENING)
        for key, value in dials.items():
            eased: float | DoubleArray = 1.0
            if key in _THICKENING and thick > _ROOM:
                eased = 1.0 - self._folds * (1.0 - _ROOM / thick)
            for plan, share in (("woman", 1 - sex), ("man", sex)):
                if value and share and f"{plan} {key}" in self.fields:
                    out += (value * share) * eased * self.fields[f"{plan} {key}"]
        return out

    @cached_property
    def _folds(self) -> DoubleArray:
        """1 in the folds of the armpits, fading round them, (n, 1)."""
        x, y, _ = self.bodies["man"].astype(np.float64).T
        return np.exp(-(((y - _FOLD[1]) / 85.0) ** 2) - ((np.abs(x) - _FOLD[0]) / 60.0) ** 2)[:, None]


def make_body(progress: Progress = silent, dials: tuple[BodyDial, ...] = DIALS, cast: int = 2) -> BodyModel:
    """Compute all of it, or with fewer dials, or the first cast. Takes about a minute."""
    made: Layout | None = None
    bodies: dict[str, FloatArray] = {}
    total = len(PLANS) + 1
    for number, (plan, build) in enumerate(PLANS.items()):
        made, p = formed(replace(build, cast=cast), made, part(progress, number / total, (number + 1) / total))
        bodies[plan] = p.astype(np.float32)
    assert made is not None
    fields: dict[str, FloatArray] = {}
    step, level = made.steps[0], 1
    faces, rise = step.faces, made.steps[1].smooth()
    dials = tuple(d for d in dials if d.since <= cast)
    for plan in _DIALLED:
        start = bodies[plan][: step.size].astype(np.float64)
        for dial in dials:
            progress((len(PLANS) + len(fields) / (2 * len(dials))) / total, "shaping the body")
            ends = []
            for way in (1.0, -1.0):
                skin = skins(Build(PLANS[plan].sex, PLANS[plan].grown, {dial.key: way}, cast))
                ends.append(settled(start, faces, made.charts[level], made.mirrors[level], skin, None, 2))
            fields[f"{plan} {dial.key}"] = (rise @ ((ends[0] - ends[1]) / 2)).astype(np.float32)
    return _model(made, bodies, fields)


def _model(made: Layout, bodies: dict[str, FloatArray], fields: dict[str, FloatArray]) -> BodyModel:
    cage: Cage = made.cage
    member = cage.region
    for step in made.steps:
        member = step.linear(member)
    return BodyModel(
        cage.faces,
        made.charts[-1],
        cage.place,
        made.mirrors[-1],
        np.round(member * 255).astype(np.uint8),
        cage.regions,
        bodies,
        fields,
        list(made.steps),
    )


def arrays_of(model: BodyModel) -> dict[str, npt.NDArray[np.generic]]:
    """The model as plain arrays."""
    out: dict[str, npt.NDArray[np.generic]] = {
        "coarse": model.coarse,
        "chart": model.chart,
        "place": model.place,
        "mirror": model.mirror,
        "region": model.region,
        "regions": np.array(model.regions),
    }
    out |= {f"body {k}": v for k, v in model.bodies.items()}
    out |= {f"dial {k}": v for k, v in model.fields.items()}
    return out


def from_arrays(held: Mapping[str, npt.NDArray[np.generic]]) -> BodyModel:
    """The model from such arrays."""
    some = {k: np.asarray(v, np.float32) for k, v in held.items() if k.startswith(("body ", "dial "))}
    return BodyModel(
        np.asarray(held["coarse"], INDEX),
        np.asarray(held["chart"], INDEX),
        np.asarray(held["place"], np.float64),
        np.asarray(held["mirror"], INDEX),
        np.asarray(held["region"], np.uint8),
        tuple(str(r) for r in held["regions"]),
        {k[5:]: v for k, v in some.items() if k.startswith("body ")},
        {k[5:]: v for k, v in some.items() if k.startswith("dial ")},
    )
