"""What a handle of the face is: a measure of points on the clay, and smooth moves that change it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import smooth_step

#: Points of the face by name: landmarks, and what `probes` finds, (3,) mm in the face's own frame.
Points = Mapping[str, DoubleArray]
#: Up to this part of its radii a move goes whole.
_WHOLE = 0.3


@dataclass(frozen=True, eq=False)
class Move:
    """A soft move of what lies round a place, in the face's own frame: x to the sitter's left, y up, z forwards.

    Attributes
    ----------
    centre, radii : (3,) float64, mm
        An ellipsoid along the axes; what lies in its middle goes whole, what lies outside stays.
    way : (3,) float64 or None
        How far that goes for 1 mm.
    hinge : (point (3,) mm, direction (3,)) or None
        Instead: about which axis it turns, by 1 degree.
    """

    centre: DoubleArray
    radii: DoubleArray
    way: DoubleArray | None = None
    hinge: tuple[DoubleArray, DoubleArray] | None = None

    def share(self, points: DoubleArray) -> DoubleArray:
        """How far points (n, 3) go along, (n,) 0 to 1."""
        away = np.linalg.norm((points - self.centre) / self.radii, axis=1)
        return smooth_step((1.0 - away) / (1.0 - _WHOLE))

    def step(self, points: DoubleArray, amount: float) -> DoubleArray:
        """Where points (n, 3) mm go for so many mm or degrees, as steps."""
        share = self.share(points)
        if self.hinge is not None:
            at, way = self.hinge
            return _turned(points - at, way, np.radians(amount) * share)
        assert self.way is not None
        return np.asarray(amount * share[:, None] * self.way)


def _turned(points: DoubleArray, way: DoubleArray, angle: DoubleArray) -> DoubleArray:
    """Steps of points (n, 3) that turn about an axis through the origin by angles (n,) radians (Rodrigues)."""
    k = way / max(float(np.linalg.norm(way)), 1e-12)
    cos, sin = np.cos(angle)[:, None], np.sin(angle)[:, None]
    out = points * cos + np.cross(k, points) * sin + (points @ k)[:, None] * k * (1.0 - cos)
    return np.asarray(out - points)


@dataclass(frozen=True)
class Handle:
    """One handle.

    Attributes
    ----------
    key, title : str
    feature : {"nose", "ears", "brow", "cheeks", "jaw", "chin"}
    tip : str
        What the measure is.
    low, high : float
        What may be set.
    measure : callable
        Of points and a side (1 left, -1 right): the measure, or None where points are missing.
    moves : callable
        Of points and a side: the moves for 1 mm or 1 degree.
    paired : bool
        Left and right have one each.
    unit : {"mm", "°"}
    men, women : (mean, spread) or None
        Published, in the unit.
    source : str
    landmarks : bool
        The measure is one of landmarks alone, so that the sitter has it, too.
    """

    key: str
    title: str
    feature: str
    tip: str
    low: float
    high: float
    measure: Callable[[Points, int], float | None]
    moves: Callable[[Points, int], Sequence[Move]]
    paired: bool = False
    unit: str = "mm"
    men: tuple[float, float] | None = None
    women: tuple[float, float] | None = None
    source: str = ""
    landmarks: bool = True
    needs: tuple[str, ...] = field(default=())

    def value(self, points: Points, side: int = 1) -> float | None:
        """The measure of one side; None where points are missing."""
        if not all(named(n, side) in points for n in self.needs):
            return None
        found = self.measure(points, side)
        return None if found is None or not np.isfinite(found) else float(found)

    def norm(self, sex: float) -> tuple[float, float] | None:
        """Mean and spread for a man (1), a woman (0) or between; None if none is published."""
        if self.men is None or self.women is None:
            return self.men or self.women
        return tuple(sex * m + (1.0 - sex) * w for m, w in zip(self.men, self.women, strict=True))  # type: ignore[return-value]


def named(name: str, side: int) -> str:
    """A point's key on one side: names that end in ``_`` are those of paired points."""
    return f"{name}{'l' if side > 0 else 'r'}" if name.endswith("_") else name


def stepped(moves: Sequence[Move], points: DoubleArray, amount: float) -> DoubleArray:
    """Where points (n, 3) mm of the face's own frame are after moves, by so many mm or degrees."""
    out = points.copy()
    for move in moves:
        out += move.step(points, amount)
    return out


def amount_for(handle: Handle, points: Points, sides: Sequence[int], value: float, rounds: int = 8) -> float | None:
    """By how many mm or degrees moves of a handle bring its measure to a value; None if it cannot be measured.

    Parameters
    ----------
    handle : Handle
    points : mapping of name to (3,) mm
    sides : sequence of {1, -1}
        Which are moved; the first one is measured.
    value : float
    rounds : int
        Of secants.
    """
    moves = [m for s in sides for m in handle.moves(points, s)]
    names = list(points)
    at = np.array([points[n] for n in names])

    def off(by: float) -> float:
        got = handle.value(dict(zip(names, stepped(moves, at, by), strict=True)), sides[0])
        return float("nan") if got is None else got - value

    now, by, last = off(0.0), 0.0, 0.0
    if not np.isfinite(now):
        return None
    step = 0.5
    before = now
    for _ in range(rounds):
        if abs(now) < 1e-3:
            break
        last, before = by, now
        by += step
        now = off(by)
        if not np.isfinite(now):
            return None
        slope = (now - before) / (by - last) if by != last else 1.0
        step = float(np.clip(-now / slope, -20.0, 20.0)) if abs(slope) > 1e-6 else 0.0
        if step == 0.0:
            break
    return by
