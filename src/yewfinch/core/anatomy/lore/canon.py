"""Head proportions: the canon of thirds and fifths.

Canons are guides, never errors: each of the nine neoclassical canons fits a minority of real
faces (Farkas, Hreczko, Kolar & Munro 1985, Plast Reconstr Surg 75:328).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class Share:
    """One part of a canon.

    Attributes
    ----------
    title : str
    size : float
        Millimetres.
    share : float
        Part of the whole, 0 to 1.
    ideal : float
        What the canon says, 0 to 1.
    """

    title: str
    size: float
    share: float
    ideal: float


def thirds(points: Mapping[str, DoubleArray]) -> list[Share]:
    """Hairline to brows, brows to nose base, nose base to chin, as heights of the face.

    Parameters
    ----------
    points : mapping of landmark key to (3,) float, mm
        +y up. Parts with a missing landmark are left out, and then nothing is returned.
    """
    keys = ("tr", "g", "sn", "gn")
    if any(k not in points for k in keys):
        return []
    heights = [float(points[k][1]) for k in keys]
    titles = ("hairline to brows", "brows to nose base", "nose base to chin")
    return _shares(titles, heights)


def fifths(points: Mapping[str, DoubleArray]) -> list[Share]:
    """Five eye widths across the face at the eyes, from ear to ear in front view."""
    keys = ("pa_r", "ex_r", "en_r", "en_l", "ex_l", "pa_l")
    if any(k not in points for k in keys):
        return []
    at = [float(points[k][0]) for k in keys]
    titles = ("right ear to eye", "right eye", "between the eyes", "left eye", "left eye to ear")
    return _shares(titles, at)


def _shares(titles: tuple[str, ...], at: list[float]) -> list[Share]:
    whole = abs(at[-1] - at[0])
    if whole < 1e-6:
        return []
    sizes = [abs(b - a) for a, b in zip(at[:-1], at[1:], strict=True)]
    ideal = 1.0 / len(sizes)
    return [Share(t, s, s / whole, ideal) for t, s in zip(titles, sizes, strict=True)]
