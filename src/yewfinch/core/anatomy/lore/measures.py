"""Measures of a head from its landmarks: distances, angles and ratios, with norms and canons.

Canons are guides, never errors: each of the nine neoclassical ones fits a minority of real faces
(Farkas, Hreczko, Kolar & Munro 1985, Plast Reconstr Surg 75:328, from memory).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.anatomy.lore.norms import NORMS
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import angle

MeasureKind = Literal["distance", "height", "angle", "tilt", "slope", "iris share", "ratio", "height ratio"]
Group = Literal["size", "angle", "canon", "own"]
#: How many landmarks each kind takes.
TAKES: dict[str, int] = {
    "distance": 2, "height": 2, "angle": 3, "tilt": 2, "slope": 4, "iris share": 2, "ratio": 4, "height ratio": 4,
}  # fmt: skip
#: Visible iris, mm (Ruefer et al. 2005, Cornea 24:259, from memory).
IRIS = 11.71


@dataclass(frozen=True)
class Measure:
    """One number of a head.

    Attributes
    ----------
    key, title : str
    kind : str
        "distance" of two landmarks; "height" of the first over the second; "angle" at the second
        of three; "tilt": rise from the first to the second against the horizontal, seen from the
        front; "slope": angle between two lines in profile; "iris share": height over the visible
        iris; "ratio" of the first two's distance over the last two's; "height ratio" of their
        heights.
    landmarks : tuple of str
        Keys; as many as `TAKES` says.
    ideal : float or None
        What a canon says.
    men, women : (float, float or None) or None
        Published mean and standard deviation.
    group : str
    source : str
    """

    key: str
    title: str
    kind: MeasureKind
    landmarks: tuple[str, ...]
    ideal: float | None = None
    men: tuple[float, float | None] | None = None
    women: tuple[float, float | None] | None = None
    group: Group = "size"
    source: str = ""

    @property
    def unit(self) -> str:
        """Behind the number."""
        if self.kind in ("distance", "height"):
            return "mm"
        return "°" if self.kind in ("angle", "tilt", "slope") else ""

    def value(self, points: Mapping[str, DoubleArray]) -> float | None:
        """The number, in mm, degrees or as a ratio; None if a landmark is missing."""
        if any(k not in points for k in self.landmarks):
            return None
        return _value(self.kind, [np.asarray(points[k], np.float64) for k in self.landmarks])

    def spread(self, keys: tuple[str, ...], points: DoubleArray, covariance: DoubleArray) -> float | None:
        """Standard deviation of the number, to first order.

        Parameters
        ----------
        keys : tuple of str
        points : (n, 3) float64, mm
        covariance : (3 n, 3 n) float64, mm squared
        """
        if any(k not in keys for k in self.landmarks):
            return None
        rows = [keys.index(k) for k in self.landmarks]
        at = [points[r].astype(np.float64) for r in rows]
        slope = np.zeros(len(covariance))
        step = 1e-3
        for i, row in enumerate(rows):
            for axis in range(3):
                nudge = np.zeros(3)
                nudge[axis] = step
                up, down = list(at), list(at)
                up[i], down[i] = at[i] + nudge, at[i] - nudge
                slope[3 * row + axis] += (_value(self.kind, up) - _value(self.kind, down)) / (2 * step)
        return float(np.sqrt(max(float(slope @ covariance @ slope), 0.0)))

    def norm(self, kind: str = "any") -> tuple[float, float] | None:
        """Published mean and standard deviation for "man", "woman" or "any"; None without one."""
        if self.men is None or self.men[1] is None or self.women is None:
            return None
        women = (self.women[0], self.women[1] or self.men[1])
        if kind == "man":
            return self.men[0], self.men[1]
        if kind == "woman":
            return women
        mean = (self.men[0] + women[0]) / 2
        within = (self.men[1] ** 2 + women[1] ** 2) / 2
        return mean, float(np.sqrt(within + (self.men[0] - women[0]) ** 2 / 4))


def _value(kind: str, p: list[DoubleArray]) -> float:
    if kind == "distance":
        return float(np.linalg.norm(p[0] - p[1]))
    if kind == "height":
        return float(p[0][1] - p[1][1])
    if kind == "angle":
        return angle(p[0], p[1], p[2])
    if kind == "tilt":
        way = p[1] - p[0]
        return float(np.degrees(np.arctan2(way[1], abs(way[0]))))
    if kind == "slope":
        first, second = p[0] - p[1], p[2] - p[3]
        turn = np.arctan2(first[1], first[2]) - np.arctan2(second[1], second[2])
        return float(np.degrees((turn + np.pi / 2) % np.pi - np.pi / 2))
    if kind == "iris share":
        return float((p[0][1] - p[1][1]) / IRIS)
    if kind == "ratio":
        return float(np.linalg.norm(p[0] - p[1]) / max(float(np.linalg.norm(p[2] - p[3])), 1e-9))
    below = p[2][1] - p[3][1]
    return float((p[0][1] - p[1][1]) / (below if abs(below) > 1e-9 else 1e-9))


def _sizes() -> tuple[Measure, ...]:
    return tuple(
        Measure(n.key, n.title, "distance", (n.start, n.end), None, n.men, n.women, "size", n.source) for n in NORMS
    )


_C = "neoclassical canon; Farkas et al. 1985"

MEASURES: tuple[Measure, ...] = (
    *_sizes(),
    # Legan & Burstone 1980 (from memory) give the convexity as its complement, 12 (4) degrees.
    Measure("convexity", "brow - nose base - chin", "angle", ("g", "sn", "pg"), None, (168.0, 4.0), (168.0, 4.0),
            "angle", "Legan & Burstone 1980"),
    Measure("nasofrontal", "forehead - nasal root - nose tip", "angle", ("g", "se", "prn"), None, None, None, "angle",
            "aesthetic range 115 to 130 degrees, Powell & Humphreys 1984"),
    Measure("canthal_l", "tilt of the left eye", "tilt", ("en_l", "ex_l"), None, None, None, "angle",
            "2 to 6 degrees, oculoplastic handbooks"),
    Measure("canthal_r", "tilt of the right eye", "tilt", ("en_r", "ex_r"), None, None, None, "angle",
            "2 to 6 degrees, oculoplastic handbooks"),
    Measure("mouth_tilt", "tilt of the mouth line", "tilt", ("ch_r", "ch_l"), 0.0, None, None, "angle", "level"),
    Measure("lower_third", "nose base to mouth line / mouth line to chin", "height ratio", ("sn", "sto", "sto", "gn"), 0.5,
            None, None, "canon", "Legan & Burstone 1980"),
    Measure("half", "eye line: crown to pupil / whole head", "height ratio", ("v", "p_l", "v", "gn"), 0.5, None, None,
            "canon", "common practice"),
    Measure("mouth_third", "mouth line: from nose base / nose base to chin", "height ratio", ("sn", "sto", "sn", "gn"), 0.333,
            None, None, "canon", "common practice"),
    Measure("neck_heads", "chin to pit of the neck / head height", "height ratio", ("gn", "suprasternale", "v", "gn"), 0.333,
            None, None, "canon", "common practice"),
    Measure("shoulder_heads", "shoulder breadth / head height", "ratio", ("acromion_l", "acromion_r", "v", "gn"), None,
            None, None, "canon", "common practice"),
    Measure("aperture_l", "left eye: opening / iris (11.7 mm)", "iris share", ("ps_l", "pi_l"), None,
            None, None, "canon", "iris 11.71 mm: Ruefer et al. 2005"),
    Measure("aperture_r", "right eye: opening / iris (11.7 mm)", "iris share", ("ps_r", "pi_r"), None,
            None, None, "canon", "iris 11.71 mm: Ruefer et al. 2005"),
    Measure("canon1", "1: crown to eye / eye to chin", "height ratio", ("v", "en_l", "en_l", "gn"), 1.0, None, None, "canon", _C),
    Measure("canon2a", "2: forehead / nose", "height ratio", ("tr", "n", "n", "sn"), 1.0, None, None, "canon", _C),
    Measure("canon2b", "2: nose / lower face", "height ratio", ("n", "sn", "sn", "gn"), 1.0, None, None, "canon", _C),
    Measure("canon3a", "3: crown to hairline / hairline to brow", "height ratio", ("v", "tr", "tr", "g"), 1.0, None, None, "canon", _C),
    Measure("canon3b", "3: hairline to brow / brow to nose base", "height ratio", ("tr", "g", "g", "sn"), 1.0, None, None, "canon", _C),
    Measure("canon3c", "3: brow to nose base / nose base to chin", "height ratio", ("g", "sn", "sn", "gn"), 1.0, None, None, "canon", _C),
    Measure("canon4", "4: nose / ear", "ratio", ("n", "sn", "sa_l", "sba_l"), 1.0, None, None, "canon", _C),
    Measure("canon5", "5: slope of the nose bridge against the ear", "slope", ("se", "prn", "sa_l", "sba_l"), 0.0, None, None,
            "canon", _C),
    Measure("canon6", "6: between the eyes / nose breadth", "ratio", ("en_l", "en_r", "al_l", "al_r"), 1.0, None, None, "canon", _C),
    Measure("canon7", "7: between the eyes / eye", "ratio", ("en_l", "en_r", "en_l", "ex_l"), 1.0, None, None, "canon", _C),
    Measure("canon8", "8: mouth / nose breadth", "ratio", ("ch_l", "ch_r", "al_l", "al_r"), 1.5, None, None, "canon", _C),
    Measure("canon9", "9: nose breadth / face breadth", "ratio", ("al_l", "al_r", "zy_l", "zy_r"), 0.25, None, None, "canon", _C),
)  # fmt: skip
