"""The measures by which the base head is steered, with their means by sex and age.

Adult means and spreads are those of `norms.NORMS`. A child's are parts of the adult's, and so
are the changes of age; both tables are from memory after Farkas 1994 (growth), Heathcote 1995,
BMJ 311:1668 (the ear grows 0.22 mm a year), van den Bosch et al. 1999, Br J Ophthalmol 83:347
(the eye's fissure) and handbooks (the upper lip longer by 2 to 4 mm from 30 to 70, its red thinner
by a third), rounded, and good to some percent.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.anatomy.lore.norms import NORMS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import angle, angle_slope

#: At 3, 8 and 14 years, as parts of the adult's, both sexes alike. Face and nose height, head length and the pupils'
#: distance after Farkas 1994 and Dodgson 2004 (from memory), the others between them by common practice: what is part
#: of the brain's case grows first, the jaws last.
CHILD: dict[str, tuple[float, float, float]] = {
    "head_length": (0.92, 0.96, 0.98), "head_breadth": (0.93, 0.96, 0.98), "frontal_breadth": (0.87, 0.93, 0.97),
    "face_breadth": (0.81, 0.88, 0.95), "jaw_breadth": (0.79, 0.87, 0.94), "menton_sellion": (0.75, 0.84, 0.94),
    "face_height": (0.75, 0.84, 0.94), "forehead": (0.92, 0.95, 0.98), "upper_face": (0.76, 0.85, 0.95),
    "lower_face": (0.80, 0.86, 0.94), "mandible": (0.77, 0.83, 0.93), "nose_height": (0.68, 0.81, 0.95),
    "nose_breadth": (0.77, 0.85, 0.95), "nose_protrusion": (0.60, 0.75, 0.92), "mouth_width": (0.74, 0.84, 0.94),
    "upper_lip": (0.85, 0.90, 0.96), "intercanthal": (0.86, 0.93, 0.98), "biocular": (0.83, 0.90, 0.97),
    "fissure": (0.83, 0.91, 0.97), "pupils": (0.775, 0.87, 0.95), "ear_length": (0.84, 0.90, 0.96),
    "ear_width": (0.94, 0.97, 1.0), "brow_height": (0.86, 0.92, 0.97), "chin_depth": (0.76, 0.84, 0.94),
    "vault": (0.955, 0.975, 0.99), "red_upper": (0.86, 0.94, 1.0), "red_lower": (0.84, 0.92, 1.0),
    "neck_girth": (0.667, 0.755, 0.90), "neck_length": (0.58, 0.74, 0.90),
}  # fmt: skip
#: The part of the difference between the sexes that is not there yet at 8 years: necks of girls and boys of 8 are 27
#: and 28 cm round, those of 3 years 24 and 24.5 (paediatric surveys, from memory).
ALIKE: dict[str, float] = {"neck_girth": 0.8}
#: At 80 years, as a part of that at 30.
OLD: dict[str, float] = {
    "upper_face": 1.06, "nose_height": 1.04, "nose_breadth": 1.07, "nose_protrusion": 1.03, "mouth_width": 1.04,
    "upper_lip": 1.14, "red_upper": 0.62, "red_lower": 0.66, "fissure": 0.93, "ear_length": 1.17, "ear_width": 1.05,
    "mandible": 0.955, "brow_height": 0.94,
}  # fmt: skip
#: Source of what no survey at hand gives.
PLAIN = "plain head"
CHILD_AGE, GROWN_AGE, PRIME_AGE, OLD_AGE = 8.0, 19.0, 30.0, 80.0
#: Ages of the table of growth.
GROWING = (3.0, 8.0, 14.0, GROWN_AGE)


@dataclass(frozen=True)
class Steered:
    """A measure that can be set.

    Attributes
    ----------
    key, title : str
    points : tuple of landmarks
        Two for a distance, three for an angle at the middle one; none for one that is taken on the form. Of a pair the
        left ones.
    unit : {"mm", "deg"}
    low, high : float
        Limits.
    men, women : (mean, spread)
        Of adults; the spread is None where none is published.
    source : str
    group : str
    """

    key: str
    title: str
    points: tuple[str, ...]
    unit: str
    low: float
    high: float
    men: tuple[float, float | None]
    women: tuple[float, float | None]
    source: str
    group: str

    def value(self, at: Mapping[str, DoubleArray]) -> float:
        """Its value on landmarks, mm or degrees; NaN if one is missing."""
        if not self.points or any(p not in at for p in self.points):
            return float("nan")
        p = [np.asarray(at[k], float) for k in self.points]
        return float(np.linalg.norm(p[0] - p[1])) if len(p) == 2 else angle(p[0], p[1], p[2])

    def slope(self, at: DoubleArray) -> DoubleArray:
        """Derivative by its landmarks, of the landmarks' own shape (2 or 3, 3), mm or degrees per mm."""
        if len(at) == 3:
            return angle_slope(at[0], at[1], at[2])
        way = at[0] - at[1]
        way = way / max(float(np.linalg.norm(way)), 1e-9)
        return np.array([way, -way])

    @property
    def twins(self) -> tuple[str, ...]:
        """The landmarks of the other side; the same for a measure across the midline."""
        other = tuple(LANDMARKS[p].twin for p in self.points)
        return self.points if set(other) == set(self.points) else other

    def mean(self, sex: float, age: float) -> float:
        """Published mean for a sex (0 woman, 1 man) and an age in years."""
        apart = (sex - 0.5) * (1.0 - ALIKE.get(self.key, 0.0) * min(youth(age), 1.0))
        adult = (self.women[0] + self.men[0]) / 2 + (self.men[0] - self.women[0]) * apart
        return adult * growth(self.key, age)

    def spread(self, sex: float) -> float | None:
        """Published standard deviation of adults."""
        men, women = self.men[1], self.women[1] or self.men[1]
        if men is None or women is None:
            return None
        return women + (men - women) * sex


def growth(key: str, age: float) -> float:
    """A measure at an age as a part of that at 30 years; 1 where nothing is known."""
    if age < GROWN_AGE:
        parts = CHILD.get(key, (0.82, 0.9, 0.97) if key in LENGTHS else (1.0, 1.0, 1.0))
        return float(np.interp(age, GROWING, (*parts, 1.0)))
    t = max(age - PRIME_AGE, 0.0) / (OLD_AGE - PRIME_AGE)
    return float(1.0 + (OLD.get(key, 1.0) - 1.0) * t)


def youth(age: float) -> float:
    """How much of a child's form there is at an age: 0 when grown, 1 at 8 years, 1.25 at 3."""
    return float(np.interp(age, (3.0, CHILD_AGE, 14.0, GROWN_AGE), (1.25, 1.0, 0.42, 0.0)))


_GROUPS: dict[str, tuple[str, ...]] = {
    "head": ("head_length", "head_breadth", "frontal_breadth", "forehead"),
    "face": ("face_breadth", "jaw_breadth", "face_height", "menton_sellion", "upper_face", "lower_face", "mandible"),
    "nose": ("nose_height", "nose_breadth", "nose_protrusion"),
    "mouth": ("mouth_width", "upper_lip"),
    "eyes": ("intercanthal", "biocular", "fissure", "pupils"),
    "ears": ("ear_length", "ear_width"),
}
#: Measures that are lengths between landmarks.
LENGTHS = {n.key for n in NORMS}


def _table() -> dict[str, Steered]:
    out = {}
    for group, keys in _GROUPS.items():
        for key in keys:
            (n,) = [n for n in NORMS if n.key == key]
            middle, room = (n.men[0] + n.women[0]) / 2, 0.35
            out[key] = Steered(
                key, n.title, (n.start, n.end), "mm", round(middle * (1 - room), 1), round(middle * (1 + room), 1),
                n.men, n.women, n.source, group,
            )  # fmt: skip
    # Nothing published at hand for these over skin, or a range only (reds of the lips: Farkas 1994, 7-10 and 8-11):
    # the plain head's own values, for a woman smaller as her published measures are, and no spread.
    for key, title, points, unit, low, high, man, woman, group in (
        (
            "jaw_angle",
            "jaw angle (ear notch - jaw corner - chin)",
            ("t_l", "go_l", "gn"),
            "deg",
            105.0,
            160.0,
            133.0,
            134.0,
            "face",
        ),
        ("vault", "crown to the root of the nose", ("v", "n"), "mm", 110.0, 200.0, 151.5, 145.5, "head"),
        ("red_upper", "red of the upper lip", ("ls", "sto"), "mm", 2.0, 18.0, 8.0, 8.2, "mouth"),
        ("red_lower", "red of the lower lip", ("sto", "li"), "mm", 2.0, 20.0, 9.0, 9.0, "mouth"),
        ("brow_height", "inner eye corner to the brow's top", ("en_l", "sci_l"), "mm", 22.0, 46.0, 33.4, 33.0, "eyes"),
        ("chin_depth", "ear notch to chin point", ("t_l", "pg"), "mm", 95.0, 185.0, 144.7, 134.0, "face"),
    ):
        out[key] = Steered(key, title, points, unit, low, high, (man, None), (woman, None), PLAIN, group)
    return out


#: All measures between landmarks that can be set, by key, in the order of the panel.
STEERED: dict[str, Steered] = _table()
#: Those of the neck, which `neck` takes on the form: girth after ANSUR II (Gordon et al. 2014, NATICK/TR-15/007;
#: from memory).
NECK: dict[str, Steered] = {
    m.key: m
    for m in (
        Steered(
            "neck_girth",
            "neck girth below the larynx",
            (),
            "mm",
            220.0,
            520.0,
            (398.0, 26.0),
            (330.0, 19.0),
            "ANSUR II",
            "neck",
        ),
        Steered(
            "neck_length",
            "chin-neck corner to the pit of the neck",
            (),
            "mm",
            40.0,
            130.0,
            (74.0, None),
            (70.0, None),
            PLAIN,
            "neck",
        ),
    )
}
#: All that can be set.
SETTABLE = {**STEERED, **NECK}
