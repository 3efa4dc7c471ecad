"""How well the definition of each landmark is met: the standard deviation by which one hand places it off.

An error of this kind is the same on every photo, because the hand understands the definition a little differently;
it is not the error of a single click. Published figures are from repeated marking of heads in three dimensions.

Sources (values from memory, rounded to 0.1 mm, for one axis): T = Toma et al. 2009, Orthod Craniofac Res 12:33 (laser
scans, two sessions and two hands); F = Fagertun et al. 2014, BMC Med Imaging 14:35 (photographed heads, several
hands); P = Plooij et al. 2009, Int J Oral Maxillofac Surg 38:267 (photographed heads). "common practice" where no
survey at hand has the landmark.
"""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Repeatability:
    """How well one landmark is placed again, both sides alike.

    Attributes
    ----------
    mm : float
        Standard deviation on each axis.
    source : str
    """

    mm: float
    source: str


_T, _F, _P, _CP = "Toma et al. 2009", "Fagertun et al. 2014", "Plooij et al. 2009", "common practice"

#: By the landmark's abbreviation without its side.
REPEATABILITY: dict[str, Repeatability] = {
    "v": Repeatability(3.5, _CP), "tr": Repeatability(2.5, _CP), "g": Repeatability(1.5, _T), "n": Repeatability(1.2, _T),
    "se": Repeatability(1.2, _CP), "prn": Repeatability(0.7, _T), "sn": Repeatability(0.7, _P), "ls": Repeatability(0.6, _T),
    "sto": Repeatability(0.6, _F), "li": Repeatability(0.7, _T), "sl": Repeatability(1.0, _T), "pg": Repeatability(1.3, _T),
    "gn": Repeatability(1.5, _T), "c": Repeatability(2.5, _CP), "op": Repeatability(3.5, _CP), "eu": Repeatability(3.5, _CP),
    "ft": Repeatability(2.5, _CP), "sci": Repeatability(1.8, _F), "en": Repeatability(0.6, _P), "ex": Repeatability(0.8, _P),
    "ps": Repeatability(0.8, _T), "pi": Repeatability(0.9, _T), "p": Repeatability(0.5, _F), "or": Repeatability(2.2, _CP),
    "mf": Repeatability(1.6, _CP), "zy": Repeatability(3.0, _P), "go": Repeatability(3.2, _P), "al": Repeatability(0.7, _P),
    "ac": Repeatability(0.9, _P), "sbal": Repeatability(1.0, _P), "cph": Repeatability(0.8, _T), "ch": Repeatability(0.8, _T),
    "t": Repeatability(1.0, _F), "sa": Repeatability(1.2, _F), "sba": Repeatability(1.2, _F), "pra": Repeatability(1.5, _CP),
    "pa": Repeatability(1.8, _F), "obs": Repeatability(1.5, _CP), "po": Repeatability(1.5, _CP), "obi": Repeatability(1.4, _F),
}  # fmt: skip
#: Of a landmark that the table does not have, mm.
_OTHER = 2.0


def placing_spread(key: str) -> float:
    """Standard deviation on each axis by which a hand places a landmark consistently off, mm."""
    base = key.removesuffix("_l").removesuffix("_r")
    return REPEATABILITY[base].mm if base in REPEATABILITY else _OTHER
