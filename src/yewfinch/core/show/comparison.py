"""Clay compared with another form: how far each place lies from it, with a sign, in words and in colours."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: So many vertices are asked for at a time, so that it can be cancelled.
_LOT = 20_000
#: What is farther from the other form than this has nothing to do with it, mm.
REACH = 40.0
#: Colours of places that lie within, on and outside of the other form: deep blue, near white, burnt orange (sRGB).
_STOPS = np.array([[24, 52, 104], [96, 140, 184], [240, 236, 226], [220, 140, 72], [158, 66, 22]], np.float64)
_FAR = (150, 150, 148)


@dataclass(frozen=True, eq=False)
class Apart:
    """How far clay lies from another form.

    Attributes
    ----------
    signed : (n,) float64, mm
        Of each vertex; more than nothing lies outside of the other form, NaN where that is out of reach.
    """

    signed: DoubleArray

    @property
    def known(self) -> DoubleArray:
        """Those within reach."""
        return np.asarray(self.signed[np.isfinite(self.signed)])

    def words(self) -> str:
        """What it comes to."""
        known = self.known
        if not len(known):
            return "Nothing of the clay is near the other form."
        away = np.abs(known)
        share = 100.0 * len(known) / len(self.signed)
        far = (
            ""
            if share > 99.0
            else phrase("; {0:.0f} % of the clay is farther than {1:g} mm and left out", 100.0 - share, REACH)
        )
        return phrase(
            "{0:.2f} mm off (root mean square), half of it within {1:.2f} mm, at most {2:+.1f} and {3:+.1f} mm{4}.",
            np.sqrt((known**2).mean()),
            np.median(away),
            known.max(),
            known.min(),
            far,
        )


def apart(surface: Surface, other: Surface, progress: Progress = silent) -> Apart:
    """How far clay lies from another form.

    Parameters
    ----------
    surface : Surface
    other : Surface
    progress : Progress
        May cancel.
    """
    progress(0.0, "looking for the nearest places")
    tree = NearestTree(other.positions, other.triangles())
    out: DoubleArray = np.empty(len(surface))
    for first in range(0, len(surface), _LOT):
        progress(first / len(surface), "measuring")
        at = surface.positions[first : first + _LOT].astype(np.float64)
        found = tree.find(at, reach=REACH)
        met = found.rows >= 0
        signed = np.full(len(at), np.nan)
        way = at[met] - tree.places(found)[met]
        side = np.sign((way * tree.normals(found.rows[met])).sum(axis=1))
        signed[met] = np.where(side < 0.0, -1.0, 1.0) * np.sqrt(found.squares[met])
        out[first : first + _LOT] = signed
    return Apart(out)


def colours_of(signed: DoubleArray, most: float) -> ByteArray:
    """Colours (n, 4), sRGB, of signed distances (n,) mm, up to the greatest that is told apart."""
    t = np.clip(np.nan_to_num(signed) / max(most, 1e-9), -1.0, 1.0) * 2.0 + 2.0
    low = np.minimum(t.astype(int), len(_STOPS) - 2)
    share = (t - low)[:, None]
    out = np.full((len(signed), 4), 255.0)
    out[:, :3] = _STOPS[low] * (1.0 - share) + _STOPS[low + 1] * share
    out[~np.isfinite(signed), :3] = _FAR
    return np.asarray(np.round(out), np.uint8)
