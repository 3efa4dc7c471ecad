"""Published head and face measures of adults, and measuring a set of landmarks against them.

Sources (values from memory): F = Farkas 1994, North American whites 19-25 years;
N = Zhuang & Bradtmiller 2005, J Occup Environ Hyg 2:567. Surveys differ in technique and are
not mixed within one measure.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class Norm:
    """One measure: mean and standard deviation in mm, men and women; None where none is published.

    `across` restricts the distance to one axis (0 left-right, 1 up-down), as for a height
    taken with a spreading caliper against one taken with a sliding one; None is the full distance.
    """

    key: str
    title: str
    start: str
    end: str
    men: tuple[float, float | None]
    women: tuple[float, float | None]
    source: str
    across: int | None = None


NORMS: tuple[Norm, ...] = (
    Norm("head_length", "head length", "g", "op", (197.3, 7.4), (187.5, 7.2), "N"),
    Norm("head_breadth", "head breadth", "eu_l", "eu_r", (153.0, 6.0), (146.8, 5.6), "N"),
    Norm("frontal_breadth", "least forehead breadth", "ft_l", "ft_r", (105.5, 5.7), (102.9, 5.4), "N"),
    Norm("face_breadth", "face breadth", "zy_l", "zy_r", (143.5, 6.9), (135.1, 6.5), "N"),
    Norm("jaw_breadth", "jaw breadth", "go_l", "go_r", (120.4, 10.4), (110.1, 8.9), "N"),
    Norm("menton_sellion", "face length", "se", "gn", (122.7, 7.0), (113.4, 6.1), "N"),
    Norm("face_height", "face height", "n", "gn", (124.7, 5.7), (111.4, 4.8), "F"),
    Norm("forehead", "forehead height", "tr", "n", (67.0, 7.5), (63.0, 6.0), "F"),
    Norm("upper_face", "upper face height", "n", "sto", (76.6, 4.0), (69.4, 3.0), "F"),
    Norm("lower_face", "lower face height", "sn", "gn", (72.6, 4.5), (64.3, 4.0), "F"),
    Norm("mandible", "chin height", "sto", "gn", (50.7, 4.4), (43.4, 3.1), "F"),
    Norm("nose_height", "nose height", "n", "sn", (54.8, 3.3), (50.6, 3.1), "F"),
    Norm("nose_breadth", "nose breadth", "al_l", "al_r", (34.9, 2.1), (31.4, 2.0), "F"),
    Norm("nose_protrusion", "nose protrusion", "sn", "prn", (21.1, 2.7), (19.8, 2.7), "N"),
    Norm("mouth_width", "mouth width", "ch_l", "ch_r", (54.5, 3.0), (50.2, 3.5), "F"),
    Norm("upper_lip", "upper lip height", "sn", "sto", (22.0, 2.0), (20.0, 2.0), "F"),
    Norm("intercanthal", "between the inner eye corners", "en_l", "en_r", (33.3, 2.7), (31.8, 2.3), "F"),
    Norm("biocular", "between the outer eye corners", "ex_l", "ex_r", (91.2, 3.0), (87.8, 3.2), "F"),
    Norm("fissure", "eye fissure length", "en_l", "ex_l", (31.3, 1.2), (30.7, 1.2), "F"),
    Norm("pupils", "between the pupils", "p_l", "p_r", (64.67, 3.71), (62.31, 3.60), "Dodgson 2004"),
    Norm("ear_length", "ear length", "sa_l", "sba_l", (62.5, 3.6), (59.0, None), "F"),
    Norm("ear_width", "ear width", "pra_l", "pa_l", (35.0, None), (33.0, None), "F"),
)  # fmt: skip


def distance(points: Mapping[str, DoubleArray], start: str, end: str) -> float | None:
    """Straight distance in mm between two landmarks, None if one is missing."""
    if start not in points or end not in points:
        return None
    return float(np.linalg.norm(points[start] - points[end]))
