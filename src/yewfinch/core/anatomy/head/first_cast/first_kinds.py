"""What sex and age made of the first cast of the base heads, and where some landmarks lay on it."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.head_measures import (
    CHILD_AGE,
    GROWN_AGE,
    LENGTHS,
    OLD_AGE,
    PRIME_AGE,
    Steered,
)

#: What sex does beyond the measures: dial values of a woman; of a man the plain head's own.
WOMAN: dict[str, float] = {
    "brow": -0.4, "jaw": -0.5, "larynx": -0.85, "neck": -0.9, "lip_upper": 0.25, "lip_lower": 0.2, "forehead": 0.35,
    "fullness": 0.2, "tip": -0.2, "hollows": -0.35, "fold": 0.25, "chin_breadth": -0.7,
}  # fmt: skip
#: What a child's form is beyond the measures.
CHILD: dict[str, float] = {
    "brow": -0.15,
    "jaw": -0.8,
    "larynx": -0.95,
    "neck": -2.0,
    "fullness": 1.0,
    "fold": 0.5,
    "bridge": -0.9,
    "tip_up": 0.8,
    "forehead": 1.2,
    "cheekbones": -0.5,
    "lip_upper": 0.3,
    "lip_lower": 0.2,
    "chin": -0.2,
    "hollows": -0.7,
    "chin_breadth": -0.6,
}
#: What age is at 80, over 30.
AGED: dict[str, float] = {
    "sag": 1.0,
    "hollows": 0.9,
    "bags": 0.7,
    "fold": 0.45,
    "lip_upper": -0.7,
    "lip_lower": -0.6,
    "tip_up": -0.5,
    "ears": 0.3,
    "mouth_corners": -0.5,
}
#: At 8 years, as a part of the adult's, both sexes alike.
GROWTH: dict[str, float] = {
    "head_length": 0.935, "head_breadth": 0.955, "frontal_breadth": 0.93, "face_breadth": 0.88, "jaw_breadth": 0.87,
    "menton_sellion": 0.85, "face_height": 0.85, "forehead": 0.94, "upper_face": 0.86, "lower_face": 0.86,
    "mandible": 0.83, "nose_height": 0.82, "nose_breadth": 0.84, "nose_protrusion": 0.75, "mouth_width": 0.84,
    "upper_lip": 0.90, "intercanthal": 0.94, "biocular": 0.90, "fissure": 0.92, "pupils": 0.875, "ear_length": 0.90,
    "ear_width": 0.97, "brow_height": 0.92, "chin_depth": 0.84, "neck_girth": 0.73, "neck_length": 0.75,
}  # fmt: skip
#: Places of landmarks that lie elsewhere on the second cast, mm.
PLACES: dict[str, tuple[float, float, float]] = {
    "n": (0, 29.2, 92), "se": (0, 26, 92), "ls": (0, -39.5, 104), "sto": (0, -47.9, 102), "li": (0, -57, 101),
    "sl": (0, -66, 97), "cph": (6.0, -38.2, 103), "ch": (26.8, -48.2, 87),
}  # fmt: skip
#: Dials that chance turned, in their order.
DRAWN = (
    "fullness", "brow", "cheekbones", "jaw", "chin", "chin_breadth", "forehead", "bridge", "tip", "tip_up",
    "wings", "lip_upper", "lip_lower", "mouth_corners", "fold", "bags", "ears", "larynx", "neck",
)  # fmt: skip
#: Neck and bust of a woman and a child against the plain man's: across, up and down, forward.
BUILD_WOMAN, BUILD_CHILD = (0.86, 0.87, 0.86), (0.66, 0.56, 0.68)


#: At 80 years, as a part of that at 30.
AGES: dict[str, float] = {
    "nose_height": 1.04, "nose_breadth": 1.07, "nose_protrusion": 1.03, "mouth_width": 1.04, "upper_lip": 1.08,
    "fissure": 0.96, "ear_length": 1.17, "ear_width": 1.05, "lower_face": 0.98, "mandible": 0.97,
}  # fmt: skip
#: Measures that its mean did not keep to.
LATER = ("vault", "red_upper", "red_lower")


def first_youth(age: float) -> float:
    """How much of a child's form there is at an age: 0 when grown, 1 at 8 years and before."""
    return 1.0 - float(np.clip((age - CHILD_AGE) / (GROWN_AGE - CHILD_AGE), 0.0, 1.0))


def first_dials_of_kind(sex: float, age: float) -> dict[str, float]:
    """What sex and age make of the form beyond the measures, as values of dials."""
    out: dict[str, float] = {}
    young = first_youth(age)
    old = max(age - PRIME_AGE, 0.0) / (OLD_AGE - PRIME_AGE)
    for table, part in ((WOMAN, (1.0 - sex) * (1.0 - young)), (CHILD, young), (AGED, old)):
        for key, value in table.items():
            out[key] = out.get(key, 0.0) + value * part
    return out


def first_mean(m: Steered, sex: float, age: float) -> float:
    """The mean of a measure for a sex and an age, mm or degrees."""
    adult = m.women[0] + (m.men[0] - m.women[0]) * sex
    if age >= GROWN_AGE:
        return adult * (1.0 + (AGES.get(m.key, 1.0) - 1.0) * max(age - PRIME_AGE, 0.0) / (OLD_AGE - PRIME_AGE))
    child = GROWTH.get(m.key, 0.9 if m.key in LENGTHS else 1.0)
    return adult * float(child + (1.0 - child) * (age - CHILD_AGE) / (GROWN_AGE - CHILD_AGE))
