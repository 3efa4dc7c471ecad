"""What sex and age make of the base head's form beyond its measures, as values of its dials."""

from __future__ import annotations

from yewfinch.core.anatomy.head.head_measures import OLD_AGE, youth

#: What sex does beyond the measures: dial values of a woman; of a man the plain head's own. A woman's brow is smoother
#: and her forehead steeper, the jaw's corner, chin and larynx slighter, the nose finer and turned up a little, the
#: cheek rounder, the lips fuller (handbooks of forensic and aesthetic anatomy, from memory; amounts by eye).
WOMAN: dict[str, float] = {
    "brow": -1.1, "jaw": -0.9, "larynx": -1.15, "neck": -1.3, "lip_upper": 0.55, "lip_lower": 0.4, "forehead": 0.8,
    "fullness": 0.3, "cheek_fat": 0.5, "tip": -0.35, "tip_up": 0.5, "bridge": -0.35, "bridge_breadth": -0.4,
    "wings": -0.3, "hollows": -0.6, "fold": 0.1, "chin_breadth": -1.0, "temples": 0.25, "cheekbones": 0.15,
    "mouth_corners": 0.2,
}  # fmt: skip
#: What a child's form is beyond the measures, at 8 years; a quarter more at 3.
CHILD: dict[str, float] = {
    "brow": -0.8, "jaw": -1.0, "larynx": -1.0, "neck": -1.7, "fullness": 0.7, "cheek_fat": 0.9, "fold": 0.35,
    "bridge": -1.2, "bridge_breadth": 0.35, "tip": -0.2, "tip_up": 1.1, "wings": -0.3, "forehead": 1.0,
    "cheekbones": -0.5, "lip_upper": 0.5, "lip_lower": 0.35, "chin": -0.3, "hollows": -0.8, "temples": 0.4,
    "chin_breadth": -0.9, "mouth_corners": 0.25, "muzzle": 0.3,
}  # fmt: skip
#: What age is at 80, over 30: when each begins, and how far it has gone at 80.
AGED: dict[str, tuple[float, float]] = {
    "sag": (38.0, 1.15), "hollows": (50.0, 1.0), "bags": (42.0, 0.8), "fold": (40.0, 0.8), "jowls": (48.0, 0.9),
    "under_chin": (45.0, 0.35), "lip_upper": (38.0, -1.3), "lip_lower": (38.0, -1.0), "tip_up": (35.0, -0.7),
    "tip": (45.0, 0.3), "ears": (40.0, 0.35), "mouth_corners": (48.0, -0.5), "cheek_fat": (55.0, -0.5),
    "temples": (55.0, -0.5), "muzzle": (55.0, -0.6), "neck": (55.0, 0.3),
}  # fmt: skip
#: Neck and bust against the plain man's: across, up and down, forward.
BUILD_WOMAN, BUILD_CHILD = (0.86, 0.88, 0.86), (0.68, 0.60, 0.70)


def dials_of_kind(sex: float, age: float) -> dict[str, float]:
    """What sex and age make of the form beyond the measures, as values of dials."""
    out: dict[str, float] = {}
    young = youth(age)
    for table, part in ((WOMAN, (1.0 - sex) * (1.0 - 0.85 * min(young, 1.0))), (CHILD, young)):
        for key, value in table.items():
            out[key] = out.get(key, 0.0) + value * part
    for key, (begins, value) in AGED.items():
        out[key] = out.get(key, 0.0) + value * max(age - begins, 0.0) / (OLD_AGE - begins)
    return out
