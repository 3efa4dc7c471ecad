"""Asymmetry told landmark by landmark, line by line and region by region: the clay's beside the sitter's."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.figure.head_lines import head_lines
from yewfinch.core.anatomy.head.face_lines import CURVES, SAMPLES, spaced
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS, REGIONS, region_of
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.asymmetry import Uneven, listed
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.sitter.alignment import Alignment
from yewfinch.core.sitter.solution import Solution

#: Draws of the sitter's landmarks from which the spread of lines is told.
_DRAWS = 24
_FLIP = np.array([-1.0, 1.0, 1.0])


@dataclass(frozen=True)
class Amount:
    """How far left and right differ at one thing, mm.

    Attributes
    ----------
    key : str
        Of the landmark, line or region; of a pair the left one's.
    title : str
        In plain words, without the side.
    clay, sitter : float or None, mm
        Of lines and regions the root mean square.
    spread : float or None, mm
        Standard deviation of the sitter's.
    """

    key: str
    title: str
    clay: float | None
    sitter: float | None
    spread: float | None

    @property
    def certain(self) -> bool:
        """Whether the sitter's is beyond doubt: more than twice its spread."""
        return self.sitter is not None and self.spread is not None and self.sitter > 2.0 * self.spread


def by_landmark(portrait: Portrait, solution: Solution | None, lay: Alignment | None) -> list[Amount]:
    """Each pair of landmarks and each of the midline, the most uneven of clay or sitter first."""
    found = [
        Amount(u.key, LANDMARKS[u.key].plain.removesuffix(", left"), _size(u.clay), _size(u.sitter), u.spread)
        for u in listed(portrait.landmarks(), solution, lay)
    ]
    return _sorted(found)


def by_region(portrait: Portrait, solution: Solution | None, lay: Alignment | None) -> list[Amount]:
    """Parts of the head by their landmarks, the most uneven first."""
    of: dict[str, list[Uneven]] = {}
    for u in listed(portrait.landmarks(), solution, lay):
        of.setdefault(region_of(u.key), []).append(u)
    out = []
    for name in REGIONS:
        own = of.get(name, [])
        clay = [_size(u.clay) for u in own]
        told = [(_size(u.sitter), u.spread) for u in own if u.sitter is not None and u.spread is not None]
        sitter = _mean_square([s for s, _ in told])
        spread = None
        if sitter is not None and told:
            pulls = sum((float(s or 0.0) * float(d or 0.0)) ** 2 for s, d in told)
            spread = float(np.sqrt(pulls) / (len(told) * max(sitter, 1e-9)))
        if own:
            out.append(Amount(name, name, _mean_square([c for c in clay if c is not None]), sitter, spread))
    return _sorted(out)


def by_line(portrait: Portrait, solution: Solution | None, lay: Alignment | None) -> list[Amount]:
    """Each pair of lines of the face and each line across the midline, the most uneven first.

    The sitter's lines are those that follow from the solved landmarks; what photos show between these is not told.
    """
    clay = {k: spaced(line, SAMPLES) for k in CURVES if (line := portrait.line(k)) is not None}
    told = _sitters_lines(solution, lay)
    out = []
    for key, curve in CURVES.items():
        if curve.kind == "outline" or curve.side < 0:
            continue
        own = _uneven(clay, key)
        sitter = [v for lines in told if (v := _uneven(lines, key)) is not None]
        if own is None and not sitter:
            continue
        spread = float(np.std(sitter[1:])) if len(sitter) > 2 else None
        title = curve.plain.removesuffix(", left")
        out.append(Amount(key, title, own, sitter[0] if sitter else None, spread))
    return _sorted(out)


#: The ways to list it, by what they are called.
LISTS: dict[str, Callable[[Portrait, Solution | None, Alignment | None], list[Amount]]] = {
    "landmark": by_landmark,
    "line": by_line,
    "region": by_region,
}


def _size(step: DoubleArray | None) -> float | None:
    return None if step is None else float(np.linalg.norm(step))


def _mean_square(values: list[float | None]) -> float | None:
    known = np.array([v for v in values if v is not None], np.float64)
    return float(np.sqrt((known**2).mean())) if len(known) else None


def _sorted(found: list[Amount]) -> list[Amount]:
    return sorted(found, key=lambda a: -max(a.clay or 0.0, a.sitter or 0.0))


def _uneven(lines: Mapping[str, DoubleArray], key: str) -> float | None:
    """Root mean square distance of a line from the other side's image, point by point along them, mm."""
    curve = CURVES[key]
    if key not in lines or curve.twin not in lines:
        return None
    own, image = lines[key], lines[curve.twin] * _FLIP
    if not curve.side:
        image = image[::-1]
    return float(np.sqrt(((own - image) ** 2).sum(axis=1).mean()))


def _sitters_lines(solution: Solution | None, lay: Alignment | None) -> list[dict[str, DoubleArray]]:
    """Lines of the sitter in the clay's frame: the most probable ones first, then draws."""
    if solution is None or lay is None:
        return []
    head = head_lines()
    if not set(head.keys) <= set(solution.keys):
        return []
    rows = [solution.index(k) for k in head.keys]
    root = np.linalg.cholesky(solution.covariance + 1e-9 * np.eye(3 * len(solution.keys)))
    noise = np.random.default_rng(1).normal(size=(_DRAWS, len(root)))
    out = []
    for step in (np.zeros((len(solution.keys), 3)), *((root @ n).reshape(-1, 3) for n in noise)):
        moved = lay.to_clay((solution.points + step)[rows]) - head.rest
        out.append({k: f.places + f.weights @ moved for k, f in head.lines.items()})
    return out
