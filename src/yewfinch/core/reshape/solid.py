"""Solids: simple bodies with live parameters, until they are settled into clay.

A solid is a value: its kind, its measures in mm, where it stands and how it is turned. `solid_form`
makes its surface.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import in_a_row, phrase

#: Lengths of edges, and how far a solid may lie from the origin, mm.
FINEST, COARSEST, FARTHEST = 0.2, 100.0, 10_000.0
#: Points of a curve or profile.
MOST_POINTS = 200

Line = tuple[tuple[float, float, float, float], ...]


@dataclass(frozen=True)
class Measure:
    """One parameter.

    Attributes
    ----------
    key, title : str
    low, high, start : float, mm
    """

    key: str
    title: str
    low: float
    high: float
    start: float


@dataclass(frozen=True)
class Kind:
    """One kind of solid.

    Attributes
    ----------
    title, hint : str
    measures : tuple of Measure
    line : tuple of (x, y, z, radius), mm
        Of kinds that follow a line, what they begin with: a curve, or (radius, height, 0, 0) of a profile.
    """

    title: str
    hint: str
    measures: tuple[Measure, ...]
    line: Line = ()


def _mm(key: str, title: str, start: float, low: float = 0.5, high: float = 1000.0) -> Measure:
    return Measure(key, title, low, high, start)


KINDS: dict[str, Kind] = {
    "ball": Kind(
        "Ball",
        "A ball or an egg of even quads",
        (_mm("across", "Across", 90.0), _mm("tall", "Tall", 90.0), _mm("deep", "Deep", 90.0)),
    ),
    "eye": Kind(
        "Ball, poles forward",
        "Rings round the way forward, as eyeballs want them",
        (_mm("across", "Diameter", 24.2, 1.0, 500.0),),
    ),
    "block": Kind(
        "Block",
        "A block with rounded edges",
        (
            _mm("across", "Across", 80.0),
            _mm("tall", "Tall", 100.0),
            _mm("deep", "Deep", 60.0),
            _mm("edge", "Rounding", 8.0, 0.0, 500.0),
        ),
    ),
    "cylinder": Kind(
        "Cylinder",
        "Two radii, on request a hole, rounded rims",
        (
            _mm("low", "Radius below", 40.0),
            _mm("high", "Radius above", 40.0),
            _mm("tall", "Tall", 100.0),
            _mm("hole", "Hole", 0.0, 0.0, 990.0),
            _mm("edge", "Rounding", 6.0, 0.0, 500.0),
        ),
    ),
    "cone": Kind(
        "Cone",
        "A cone with a rounded tip",
        (_mm("low", "Radius", 40.0), _mm("tall", "Tall", 100.0), _mm("tip", "Tip", 3.0, 0.0, 500.0)),
    ),
    "ring": Kind("Ring", "A ring lying flat", (_mm("ring", "Radius", 60.0), _mm("thick", "Thickness", 24.0))),
    "tube": Kind(
        "Tube",
        "Along a curve, with a radius at each of its points",
        (_mm("scale", "Thickness", 100.0, 5.0, 500.0),),
        ((-60.0, 0.0, 0.0, 12.0), (-20.0, 25.0, 10.0, 16.0), (20.0, 20.0, 15.0, 14.0), (60.0, -10.0, 0.0, 8.0)),
    ),
    "lathe": Kind(
        "Lathe",
        "A profile turned about the upright axis",
        (_mm("scale", "Breadth", 100.0, 5.0, 500.0),),
        (
            (30.0, -60.0, 0.0, 0.0),
            (44.0, -35.0, 0.0, 0.0),
            (26.0, 5.0, 0.0, 0.0),
            (32.0, 45.0, 0.0, 0.0),
            (20.0, 60.0, 0.0, 0.0),
        ),
    ),
    "plane": Kind("Plane", "A flat sheet facing forward", (_mm("across", "Across", 120.0), _mm("tall", "Tall", 160.0))),
}


@dataclass(frozen=True)
class Solid:
    """One solid.

    Attributes
    ----------
    kind : str
        A key of `KINDS`.
    values : mapping of measure to mm
        `scale` of tube and lathe is in percent.
    place : (x, y, z), mm
        Of its middle.
    turn : (x, y, z), degrees
        About the axes of the world, x first.
    edge : float, mm
        Length of its quads' edges, about.
    line : tuple of (x, y, z, radius), mm
    """

    kind: str
    values: Mapping[str, float] = field(default_factory=dict)
    place: tuple[float, float, float] = (0.0, 0.0, 0.0)
    turn: tuple[float, float, float] = (0.0, 0.0, 0.0)
    edge: float = 4.0
    line: Line = ()

    def value(self, key: str) -> float:
        """A measure, or what its kind begins with."""
        return (
            self.values[key] if key in self.values else next(m.start for m in KINDS[self.kind].measures if m.key == key)
        )

    def with_value(self, key: str, value: float) -> Solid:
        """The same with another measure, kept within its limits."""
        (m,) = [m for m in KINDS[self.kind].measures if m.key == key]
        return replace(self, values={**self.values, key: float(np.clip(value, m.low, m.high))})

    @property
    def way(self) -> DoubleArray:
        """Turn and place as a (4, 4) matrix."""
        from scipy.spatial.transform import Rotation

        out = np.eye(4)
        out[:3, :3] = Rotation.from_euler("xyz", self.turn, degrees=True).as_matrix()
        out[:3, 3] = self.place
        return out


def begun(kind: str, place: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> Solid:
    """A solid of a kind as it begins.

    Raises
    ------
    YewfinchError
        If there is no such kind.
    """
    if kind not in KINDS:
        raise YewfinchError(phrase("There is no solid '{0}'. Use one of {1}.", kind, in_a_row(", ", KINDS)))
    return Solid(kind, place=place, line=KINDS[kind].line, edge=0.8 if kind == "eye" else 4.0)


def checked(solid: Solid) -> Solid:
    """The same solid, if every value makes sense.

    Raises
    ------
    YewfinchError
        Naming what does not.
    """
    begun(solid.kind)
    known = {m.key: m for m in KINDS[solid.kind].measures}
    for key, value in solid.values.items():
        if key not in known or not np.isfinite(value) or not known[key].low <= value <= known[key].high:
            raise YewfinchError(
                phrase("The measure '{0}' of a {1} cannot be {2}.", key, KINDS[solid.kind].title.lower(), value)
            )
    if not (np.isfinite(solid.edge) and FINEST <= solid.edge <= COARSEST):
        raise YewfinchError(
            phrase("A solid's edges cannot be {0} mm long; {1:g} to {2:g} mm make sense.", solid.edge, FINEST, COARSEST)
        )
    if not np.isfinite([*solid.place, *solid.turn]).all() or np.abs(solid.place).max() > FARTHEST:
        raise YewfinchError("The solid stands nowhere: its place or turn is no sensible number.")
    if bool(KINDS[solid.kind].line) != bool(solid.line) or len(solid.line) > MOST_POINTS:
        raise YewfinchError(
            phrase("A {0} with a line of {1} points makes no sense.", KINDS[solid.kind].title.lower(), len(solid.line))
        )
    line = np.array(solid.line, float).reshape(-1, 4)
    if not np.isfinite(line).all() or np.abs(line).max(initial=0.0) > FARTHEST or (len(line) and len(line) < 2):
        raise YewfinchError("The solid's line is broken: it needs two points or more, all within 10 m.")
    if solid.kind == "tube" and (line[:, 3] <= 0).any():
        raise YewfinchError("A tube needs a radius of more than 0 mm at each of its points.")
    if solid.kind == "lathe" and (line[:, 0] < 0).any():
        raise YewfinchError("A profile cannot cross the axis: its radii must be 0 mm or more.")
    return solid
