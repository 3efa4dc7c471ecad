"""How a body is built: where its joints lie and how thick it is, before it is scaled to a person.

Frame of the plans: +y up from the ground, +z forward, +x to the sitter's left, in mm of a plan
whose neck ends `NECK` above the ground; all plans share that height and are scaled afterwards.
Heights of the man's joints follow the fractions of stature of Drillis & Contini 1966 (from
memory), breadths the means of Gordon et al. 2014 and Heinz et al. 2003; how they differ for woman
and child is from the same tables for women and common practice for the child.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray

#: Height of the ring where neck and head meet, in every plan.
NECK = 1472.0
#: Stature of the man's plan with the plain head on it.
STATURE = 1756.0
#: Where the plain head stands over the man's plan.
HEAD_OFFSET = (0.0, 1627.0, 45.0)


@dataclass(frozen=True)
class Build:
    """What a plan is of.

    Attributes
    ----------
    sex : float
        From 0, a woman, to 1, a man.
    grown : float
        From 0, about eight years old, to 1, grown.
    dials : mapping of dial to value
        0 is ordinary, 1 clearly more; see `body_dials`.
    cast : int
        1 for the forms of the first cast.
    """

    sex: float = 1.0
    grown: float = 1.0
    dials: Mapping[str, float] = field(default_factory=dict)
    cast: int = 2

    def dial(self, key: str) -> float:
        """A dial's value, 0 if it was not turned."""
        return self.dials.get(key, 0.0)

    def of(self, woman: float, man: float, child: float) -> float:
        """A number between those of woman, man and child."""
        adult = woman + (man - woman) * self.sex
        return child + (adult - child) * self.grown

    @property
    def muscle(self) -> float:
        """Thickness of muscles against the man's."""
        return self.of(0.74, 1.0, 0.62) * (1.0 + 0.30 * self.dial("muscle"))

    @property
    def fat(self) -> float:
        """Thickness of what lies over them, mm more or less than the man's."""
        more = 5.0 if self.cast == 1 else 7.5
        return self.of(2.2, 0.0, 1.0) + more * self.dial("fullness")

    @property
    def crisp(self) -> float:
        """How clearly single forms are set off, 1 in the man."""
        return float(
            np.clip(self.of(0.55, 1.0, 0.45) + 0.45 * self.dial("muscle") - 0.35 * self.dial("fullness"), 0.1, 2.0)
        )

    @cached_property
    def joints(self) -> dict[str, DoubleArray]:
        """Joints of the left side and the middle, mm."""
        of = self.of
        shoulder = np.array([of(158.0, 172.0, 158.0), of(1392.0, 1405.0, 1388.0), -8.0])
        out = np.radians(24.0)
        upper_way = np.array([np.sin(out), -np.cos(out), -0.03])
        elbow = shoulder + upper_way * of(290.0, 300.0, 290.0)
        lower_way = np.array([0.355, -0.915, 0.175])
        wrist = elbow + lower_way / np.linalg.norm(lower_way) * of(246.0, 256.0, 248.0)
        hip = np.array([of(84.0, 82.0, 76.0), of(922.0, 925.0, 905.0), 0.0])
        knee = np.array([of(78.0, 86.0, 80.0), of(496.0, 498.0, 486.0), 4.0])
        ankle = np.array([of(84.0, 92.0, 84.0), 75.0, -28.0])
        made = {
            "pelvis": (0.0, 975.0, -8.0), "waist": (0.0, 1090.0, -22.0), "chest": (0.0, 1240.0, -35.0),
            "neck": (0.0, 1452.0, -22.0), "head": (0.0, 1608.0, 22.0), "collar": (22.0, 1446.0, 42.0),
            "shoulder": shoulder, "elbow": elbow, "wrist": wrist, "hip": hip, "knee": knee, "ankle": ankle,
            "ball": (ankle[0] + 13.0, 20.0, 106.0), "toes": (ankle[0] + 15.0, 12.0, 170.0),
        }  # fmt: skip
        return {k: np.asarray(v, float) for k, v in made.items()}
