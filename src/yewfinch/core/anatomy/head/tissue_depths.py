"""How thick the flesh over the bone is at named points of the head, in adults.

Means of adults of both sexes in mm, rounded to half a millimetre as pooled tables give them
(Stephan & Simpson 2008 and the later pooled tables, from memory). Single faces differ from
them by some 2 to 4 mm; children have about a tenth less (common practice).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from yewfinch.core.anatomy.head.head_measures import CHILD_AGE, GROWN_AGE

#: Part of an adult's depth at about eight years.
_CHILD = 0.9


@dataclass(frozen=True)
class DepthPoint:
    """One point.

    Attributes
    ----------
    key, title : str
    depth : float
        Mean of adults, mm.
    at : mapping of landmark to weight
        The skin point is the place of the skin nearest to this mean of landmarks; left ones.
    jaw : bool
        It stands on the lower jaw.
    """

    key: str
    title: str
    depth: float
    at: Mapping[str, float]
    jaw: bool = False

    @property
    def paired(self) -> bool:
        """Is there one on each side?"""
        return any(k.endswith("_l") for k in self.at)

    def in_age(self, age: float) -> float:
        """The depth at an age in years, mm."""
        grown = min(max((age - CHILD_AGE) / (GROWN_AGE - CHILD_AGE), 0.0), 1.0)
        return self.depth * (_CHILD + (1 - _CHILD) * grown)


POINTS: dict[str, DepthPoint] = {
    p.key: p
    for p in (
        DepthPoint("vertex", "Vertex", 5.0, {"v": 1.0}),
        DepthPoint("opisthocranion", "Opisthocranion", 6.5, {"op": 1.0}),
        DepthPoint("glabella", "Glabella", 5.5, {"g": 1.0}),
        DepthPoint("nasion", "Nasion", 6.5, {"n": 1.0}),
        DepthPoint("rhinion", "End of the nasal bones", 3.0, {"n": 0.74, "prn": 0.26}),
        DepthPoint("subnasale", "Subnasale", 13.0, {"sn": 1.0}),
        DepthPoint("mid_philtrum", "Mid-philtrum", 11.0, {"sn": 0.5, "ls": 0.5}),
        DepthPoint("upper_lip", "Labrale superius", 11.5, {"ls": 1.0}),
        DepthPoint("lower_lip", "Labrale inferius", 13.0, {"li": 1.0}, jaw=True),
        DepthPoint("mentolabial", "Mentolabial sulcus", 11.0, {"sl": 1.0}, jaw=True),
        DepthPoint("pogonion", "Pogonion", 11.5, {"pg": 1.0}, jaw=True),
        DepthPoint("menton", "Menton", 7.0, {"gn": 1.0}, jaw=True),
        DepthPoint("above_orbit", "Above the orbit", 6.5, {"sci_l": 0.55, "ps_l": 0.45}),
        DepthPoint("below_orbit", "Below the orbit", 7.0, {"or_l": 1.0}),
        DepthPoint("beside_orbit", "Beside the orbit", 8.0, {"ex_l": 0.8, "t_l": 0.2}),
        DepthPoint("cheekbone_arch", "Zygion", 6.5, {"zy_l": 1.0}),
        DepthPoint("upper_canine", "Upper canine", 10.0, {"sbal_l": 0.5, "ch_l": 0.5}),
        DepthPoint("lower_canine", "Lower canine", 11.0, {"sl": 0.6, "ch_l": 0.34, "gn": 0.06}, jaw=True),
        DepthPoint("upper_molar", "Upper second molar", 26.0, {"ch_l": 0.62, "zy_l": 0.28, "go_l": 0.1}),
        DepthPoint("lower_molar", "Lower second molar", 19.5, {"ch_l": 0.45, "go_l": 0.45, "gn": 0.1}, jaw=True),
        DepthPoint("mid_ramus", "Middle of the ramus", 17.5, {"t_l": 0.36, "go_l": 0.36, "ch_l": 0.28}, jaw=True),
        DepthPoint("gonion", "Gonion", 11.0, {"go_l": 1.0}, jaw=True),
        DepthPoint("jaw_border", "Middle of the jaw's border", 10.5, {"go_l": 0.5, "gn": 0.5}, jaw=True),
    )
}  # fmt: skip
