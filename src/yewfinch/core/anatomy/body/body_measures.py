"""The measures of the body that can be set, with their means.

Adult means and spreads: Gordon et al. 2014 (stature, biacromial breadth, hand and foot), Heinz et
al. 2003 (hip breadth between the trochanters); lengths of arm and leg are the fractions of stature
of Drillis & Contini 1966; all from memory. A child's fractions of stature are common practice.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class BodyMeasure:
    """A measure of the body that can be set.

    Attributes
    ----------
    key, title : str
    points : (str, str)
        Landmarks; ``v`` and ``ground`` for the stature.
    men, women : (mean, spread)
        Adults, mm; the spread is None where none is at hand.
    child : float
        At eight years, mm.
    source : str
    low, high : float
        Limits, mm.
    """

    key: str
    title: str
    points: tuple[str, str]
    men: tuple[float, float | None]
    women: tuple[float, float | None]
    child: float
    source: str
    low: float
    high: float

    def mean(self, sex: float, grown: float) -> float:
        """Mean between woman (0) and man (1), child (0) and grown (1), mm."""
        adult = self.women[0] + (self.men[0] - self.women[0]) * sex
        return self.child + (adult - self.child) * grown

    def value(self, at: Mapping[str, DoubleArray]) -> float:
        """The distance on landmarks, mm; the stature is upright."""
        a, b = at[self.points[0]], at[self.points[1]]
        return float(abs(a[1] - b[1])) if self.key == "stature" else float(np.linalg.norm(a - b))


_DC = "Drillis & Contini 1966"
_ANSUR = "Gordon et al. 2014"
_MEN, _WOMEN, _CHILD = 1756.0, 1629.0, 1280.0


def _fraction(part: float, child: float) -> tuple[tuple[float, None], tuple[float, None], float]:
    return (round(part * _MEN, 1), None), (round(part * _WOMEN, 1), None), round(child * _CHILD, 1)


MEASURES: dict[str, BodyMeasure] = {
    m.key: m
    for m in (
        BodyMeasure("stature", "stature", ("v", "ground"), (_MEN, 69.0), (_WOMEN, 64.0), _CHILD, _ANSUR, 700.0, 2600.0),
        BodyMeasure(
            "shoulders",
            "shoulder breadth (acromion to acromion)",
            ("acromion_l", "acromion_r"),
            (416.0, 19.0),
            (365.0, 18.0),
            283.0,
            _ANSUR,
            150.0,
            640.0,
        ),
        BodyMeasure(
            "hip_breadth",
            "hip breadth (over the thighbones' heads)",
            ("trochanterion_l", "trochanterion_r"),
            (325.0, None),
            (315.0, None),
            222.0,
            "Heinz et al. 2003",
            130.0,
            520.0,
        ),
        BodyMeasure(
            "upper_arm",
            "upper arm (shoulder to elbow)",
            ("acromion_l", "radiale_l"),
            *_fraction(0.186, 0.182),
            _DC,
            110.0,
            520.0,
        ),
        BodyMeasure(
            "forearm",
            "forearm (elbow to wrist)",
            ("radiale_l", "stylion_l"),
            *_fraction(0.146, 0.143),
            _DC,
            90.0,
            420.0,
        ),
        BodyMeasure(
            "hand",
            "hand (wrist to fingertip)",
            ("stylion_l", "dactylion_l"),
            (193.0, 10.0),
            (181.0, 10.0),
            140.0,
            _ANSUR,
            70.0,
            300.0,
        ),
        BodyMeasure(
            "thigh",
            "thigh (hip to knee)",
            ("trochanterion_l", "tibiale_l"),
            *_fraction(0.245, 0.235),
            _DC,
            150.0,
            720.0,
        ),
        BodyMeasure(
            "lower_leg",
            "lower leg (knee to ankle)",
            ("tibiale_l", "sphyrion_l"),
            *_fraction(0.246, 0.236),
            _DC,
            150.0,
            720.0,
        ),
        BodyMeasure(
            "foot",
            "foot (heel to toe)",
            ("pternion_l", "acropodion_l"),
            (271.0, 13.0),
            (246.0, 12.0),
            198.0,
            _ANSUR,
            90.0,
            400.0,
        ),
    )
}
