"""What is said of a skin's colour: CIELAB, the individual typology angle with its class, melanin and erythema index."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.colour import to_lab, to_linear

#: Classes by the individual typology angle, from which on, degrees (Chardon et al. 1991; Del Bino et al. 2006).
CLASSES = (
    (55.0, "very light"),
    (41.0, "light"),
    (28.0, "intermediate"),
    (10.0, "tan"),
    (-30.0, "brown"),
    (-360.0, "dark"),
)
#: Less light than this is not told from none.
_LEAST = 1e-4


@dataclass(frozen=True)
class SkinReading:
    """Measures of one colour.

    Attributes
    ----------
    lab : (3,) float
        CIELAB under D65.
    ita : float, degrees
        Individual typology angle, atan((L* - 50) / b*).
    kind : str
        Its class.
    melanin, erythema : float
        100 log10(1 / red) and 100 (log10(1 / green) - log10(1 / red)) of linear light (Diffey et al. 1984; Takiwaki
        1998); instruments differ, so only compare them with each other.
    """

    lab: tuple[float, float, float]
    ita: float
    kind: str
    melanin: float
    erythema: float


def reading(srgb: npt.ArrayLike) -> SkinReading:
    """Measures of one sRGB colour (3,), each 0 to 1."""
    rgb = np.asarray(srgb, np.float64)
    lightness, red, yellow = (float(v) for v in to_lab(rgb))
    ita = float(np.degrees(np.arctan2(lightness - 50.0, max(yellow, 1e-6))))
    light = np.maximum(to_linear(rgb), _LEAST)
    in_red, in_green = (float(-100.0 * np.log10(light[k])) for k in (0, 1))
    kind = next(name for least, name in CLASSES if ita > least)
    return SkinReading((lightness, red, yellow), ita, kind, in_red, in_green - in_red)
