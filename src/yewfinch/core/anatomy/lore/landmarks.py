"""The anthropometric landmarks: abbreviations, names, definitions, and their places on the base head.

Names and definitions after Farkas 1994, *Anthropometry of the Head and Face* (from memory) and
ISO 7250-1. Left and right are the sitter's own.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

#: From where a landmark is looked for on the base head.
Approach = Literal["front", "side", "below", "above", "back", "eye"]


#: Landmarks that do not move with the skull.
_LOOSE = ("cervicale", "suprasternale", "acromion")


@dataclass(frozen=True)
class Landmark:
    """One landmark, or one side of a paired one.

    Attributes
    ----------
    key : str
        Abbreviation, with ``_l`` or ``_r`` for the sitter's left or right.
    name : str
        Full name with the side.
    plain : str
        What a sculptor would call it.
    definition : str
        One line.
    side : {-1, 0, 1}
        1 left, -1 right, 0 midline.
    place : (float, float, float)
        On the base head, mm in its Frankfurt frame; for a right one mirrored.
    approach : str
        Direction from which the surface is met at `place`.
    """

    key: str
    name: str
    plain: str
    definition: str
    side: int
    place: tuple[float, float, float]
    approach: Approach

    @property
    def rigid(self) -> bool:
        """Whether it moves with the skull; those of neck and shoulders do not, and are not solved."""
        return self.key.removesuffix("_l").removesuffix("_r") not in _LOOSE

    @property
    def on_head(self) -> bool:
        """Whether the base head reaches so far."""
        return not self.key.startswith("acromion")

    @property
    def twin(self) -> str:
        """Key of the landmark on the other side; its own key on the midline."""
        if not self.side:
            return self.key
        return self.key[:-1] + ("r" if self.side > 0 else "l")


_TABLE: tuple[tuple[str, str, str, str, bool, tuple[float, float, float], Approach], ...] = (
    ("v", "vertex", "top of the head", "highest point of the head in Frankfurt position", False, (0, 135, -8), "above"),
    ("tr", "trichion", "hairline", "hairline at the forehead midline", False, (0, 93, 80), "front"),
    ("g", "glabella", "between the brows", "most prominent point between the brows", False, (0, 40, 96), "front"),
    ("n", "nasion", "nasal root", "nasofrontal suture, at or just above the deepest point", False, (0, 27.2, 92), "front"),
    ("se", "sellion", "bridge hollow", "deepest point of the nasal root in profile", False, (0, 24, 92), "front"),
    ("prn", "pronasale", "nose tip", "most protruded point of the nose tip", False, (0, -17.5, 121), "front"),
    ("sn", "subnasale", "nose base", "where the columella meets the upper lip", False, (0, -27.5, 102.6), "front"),
    ("ls", "labiale superius", "upper lip border", "middle of the upper vermilion line", False, (0, -41.8, 104), "front"),
    ("sto", "stomion", "mouth line, middle", "middle of the closed lip line", False, (0, -50.1, 102), "front"),
    ("li", "labiale inferius", "lower lip border", "middle of the lower vermilion line", False, (0, -58.6, 101), "front"),
    ("sl", "sublabiale", "chin fold", "deepest point between lower lip and chin", False, (0, -67, 97), "front"),
    ("pg", "pogonion", "front of the chin", "most forward point of the chin", False, (0, -82, 98), "front"),
    ("gn", "gnathion", "bottom of the chin", "lowest point of the chin", False, (0, -95, 84), "below"),
    ("c", "cervical point", "chin to neck", "where the underside of the chin meets the neck", False, (0, -96, 34), "below"),
    ("op", "opisthocranion", "back of the head", "point at the back farthest from the glabella", False, (0, 36, -99), "back"),
    ("eu", "eurion", "side of the skull", "widest point of the braincase", True, (76, 55, -24), "side"),
    ("ft", "frontotemporale", "temple line", "innermost point of the temporal crest", True, (52.5, 52, 70), "side"),
    ("sci", "superciliare", "top of the brow", "highest point of the brow's upper border", True, (32, 47, 82), "front"),
    ("en", "endocanthion", "inner eye corner", "inner corner of the eye fissure", True, (16.3, 20.4, 76), "front"),
    ("ex", "exocanthion", "outer eye corner", "outer corner of the eye fissure", True, (46.3, 23.3, 68), "front"),
    ("ps", "palpebrale superius", "upper lid margin", "highest point of the upper lid margin", True, (31.6, 27.4, 82), "front"),
    ("pi", "palpebrale inferius", "lower lid margin", "lowest point of the lower lid margin", True, (33.2, 16.5, 81), "front"),
    ("p", "pupil", "pupil", "centre of the pupil, gaze straight ahead", True, (32.3, 22.0, 82), "eye"),
    ("or", "orbitale", "lower socket rim", "lowest point of the lower orbital rim", True, (32, 0.5, 76), "front"),
    ("mf", "maxillofrontale", "side of the nasal root", "side of the nasal root, beside the inner eye corner", True, (9.5, 22, 86), "front"),
    ("zy", "zygion", "cheekbone", "widest point of the cheekbone arch", True, (70, -1, 28), "side"),
    ("go", "gonion", "jaw angle", "widest point at the angle of the jaw", True, (57, -58, 12), "side"),
    ("al", "alare", "nose wing", "widest point of the nose wing", True, (17.5, -18, 101), "side"),
    ("ac", "alar curvature", "wing at the cheek", "where the curve of the wing meets the cheek", True, (18.2, -19, 95), "front"),
    ("sbal", "subalare", "wing base", "where the base of the wing ends in the upper lip", True, (10.5, -28, 98), "front"),
    ("cph", "crista philtri", "lip peak", "ridge of the philtrum at the vermilion line", True, (6.0, -40.6, 103), "front"),
    ("ch", "cheilion", "mouth corner", "corner of the mouth", True, (26.8, -50.2, 87), "front"),
    ("t", "tragion", "ear notch", "notch above the tragus", True, (74, 0.5, 0), "side"),
    ("sa", "superaurale", "top of the ear", "highest point of the ear", True, (78, 33, -8), "above"),
    ("sba", "subaurale", "ear lobe", "lowest point of the ear lobe", True, (73, -29, -8), "below"),
    ("pra", "preaurale", "front of the ear", "front of the ear, where the helix is attached", True, (71, 8, 2), "side"),
    ("pa", "postaurale", "back of the ear", "rearmost point of the ear's rim", True, (85, 12, -30), "back"),
    ("obs", "otobasion superius", "upper ear root", "upper attachment of the ear to the head", True, (72, 20, -1), "side"),
    ("po", "porion", "ear canal, top", "top of the opening of the ear canal", True, (70, -1.5, -5), "side"),
    ("obi", "otobasion inferius", "lower ear root", "lower attachment of the lobe to the cheek", True, (69, -25, 0), "side"),
    ("cervicale", "cervicale", "nape vertebra", "tip of the spine of the lowest neck vertebra (C7)", False, (0, -152, -87), "back"),
    ("suprasternale", "suprasternale", "pit of the neck", "bottom of the notch above the breastbone", False, (0, -168, 19), "front"),
    ("acromion", "acromion", "shoulder point", "outermost point of the shoulder roof", True, (185, -215, -30), "above"),
)  # fmt: skip


def _expand() -> dict[str, Landmark]:
    out: dict[str, Landmark] = {}
    for key, name, plain, definition, paired, (x, y, z), approach in _TABLE:
        if paired:
            for tag, word, sign in (("l", "left", 1), ("r", "right", -1)):
                out[f"{key}_{tag}"] = Landmark(
                    f"{key}_{tag}", f"{name}, {word}", f"{plain}, {word}", definition, sign,
                    (sign * x, y, z), approach,
                )  # fmt: skip
        else:
            out[key] = Landmark(key, name, plain, definition, 0, (x, y, z), approach)
    return out


#: All landmarks by key, in guided order.
LANDMARKS: dict[str, Landmark] = _expand()

#: The order in which a photo is marked when guided: few first, well spread in depth.
GUIDED: tuple[str, ...] = (
    "en_l", "en_r", "ex_l", "ex_r", "prn", "sn", "ch_l", "ch_r", "gn", "t_l", "t_r", "se",
    "al_l", "al_r", "sto", "ls", "li", "sba_l", "sba_r", "sa_l", "sa_r", "pg", "sl", "g",
    "ps_l", "ps_r", "pi_l", "pi_r", "p_l", "p_r", "cph_l", "cph_r", "ac_l", "ac_r", "go_l", "go_r",
    "zy_l", "zy_r", "pa_l", "pa_r", "tr", "v",
)  # fmt: skip

#: Parts of the head that are judged on their own, with their landmarks (without side).
REGIONS: dict[str, tuple[str, ...]] = {
    "eyes": ("en", "ex", "ps", "pi", "p", "sci", "or"),
    "nose": ("n", "se", "prn", "sn", "al", "ac", "sbal", "mf"),
    "mouth": ("ls", "sto", "li", "cph", "ch"),
    "ears": ("t", "po", "sa", "sba", "pra", "pa", "obs", "obi"),
    "jaw": ("sl", "pg", "gn", "c", "go"),
    "cranium": ("v", "tr", "g", "op", "eu", "ft", "zy"),
    "neck": ("cervicale", "suprasternale", "acromion"),
}


def region_of(key: str) -> str:
    """Part of the head a landmark belongs to; empty for an unknown one."""
    base = key.removesuffix("_l").removesuffix("_r")
    return next((r for r, keys in REGIONS.items() if base in keys), "")
