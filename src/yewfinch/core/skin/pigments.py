"""Colour of skin by its pigments: melanin, blood, oxygen in it and a yellow; and pigments by a colour.

Colours come from a small table that `tools/make_pigments.py` made from `skin_optics`, under D65 for the standard
observer of 1931, so that they cost no spectra.
"""

from __future__ import annotations

from dataclasses import astuple, dataclass
from functools import cache, lru_cache
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.colour import to_lab, to_linear, to_srgb
from yewfinch.core.skin.colour_difference import ciede2000

if TYPE_CHECKING:
    from scipy.spatial import cKDTree

#: Melanosomes in the epidermis and blood in the dermis as shares of the volume, oxygen in the blood, yellow: least and
#: most. More than 0.43 melanin was not measured; the darkest tones of the Monk scale need it.
BOUNDS = {"melanin": (0.004, 1.0), "blood": (0.001, 0.2), "oxygen": (0.0, 1.0), "yellow": (0.0, 1.0)}
FILE = Path(__file__).with_name("pigments.npz")
#: Colours that are looked up at once; rounds of finding pigments, and the longest step in the table's own axes.
_LOT, _ROUNDS, _STEP = 50_000, 12, 0.15
#: Oxygen that is tried for a colour, the usual first; others only if they come nearer by this, CIEDE2000.
OXYGENS, _NEAR = (0.75, 0.95, 0.5, 0.25, 1.0, 0.0), 0.3
#: How far pigments are tried to see what they do, in the table's own axes; how much is added so that steps stay small.
_TRY, _DAMPED = 1e-3, 1e-3


@dataclass(frozen=True)
class Pigments:
    """What colours skin.

    Attributes
    ----------
    melanin : float
        Melanosomes as a share of the epidermis: 0.01 to 0.06 in light skin, 0.08 to 0.16 in medium, 0.18 to 0.43 in
        dark (Jacques 2013).
    blood : float
        As a share of the dermis: 0.002 to 0.07.
    oxygen : float
        Share of the blood that carries some: 0.4 to 0.98; little is blue.
    yellow : float
        Carotene, or bilirubin in a bruise: 0 for none, 1 for very much.
    """

    melanin: float = 0.03
    blood: float = 0.015
    oxygen: float = 0.75
    yellow: float = 0.25


@dataclass(frozen=True, eq=False)
class _Table:
    """Colours (m, b, o, y, 3) as cube roots of linear sRGB, on even axes from 0 to 1."""

    roots: DoubleArray

    def linear(self, at: DoubleArray) -> DoubleArray:
        """Linear sRGB of places (n, 4) on its axes, by cubes between its places."""
        return np.maximum(self._spline(at), 0.0) ** 3

    def _spline(self, at: DoubleArray) -> DoubleArray:
        from scipy.ndimage import map_coordinates

        sizes = np.array(self.roots.shape[:4]) - 1.0
        places = (np.clip(at, 0.0, 1.0) * sizes).T
        return np.stack([map_coordinates(f, places, order=3, mode="nearest", prefilter=False) for f in _filtered()], 1)


@cache
def _table() -> _Table:
    return _Table(tables()[0].astype(np.float64))


@cache
def tables() -> tuple[FloatArray, FloatArray]:
    """What is shipped: cube roots of linear sRGB (m, b, o, y, 3) on the axes of the pigments, and the nearest pigments
    (n, n, n, 4) on these axes for a cube of sRGB colours.
    """
    with np.load(FILE) as held:
        return held["roots"].astype(np.float32), held["nearest"].astype(np.float32)


@cache
def flat_tables() -> tuple[FloatArray, FloatArray, tuple[int, ...]]:
    """The nearest pigments and the cube roots of `tables` as flat arrays, and how many places the axes of these have:
    what compiled loops take.
    """
    roots, nearest = tables()
    return nearest.ravel(), roots.ravel(), roots.shape[:4]


@cache
def curves() -> tuple[FloatArray, FloatArray]:
    """Linear light of even steps of sRGB, and sRGB of even steps of the square root of linear light, 0 to 1."""
    x = np.linspace(0.0, 1.0, 4097)
    return to_linear(x).astype(np.float32), to_srgb(x * x).astype(np.float32)


@cache
def _filtered() -> tuple[DoubleArray, ...]:
    from scipy.ndimage import spline_filter

    roots = _table().roots
    return tuple(np.asarray(spline_filter(roots[..., k], order=3, mode="nearest")) for k in range(3))


def on_axes(pigments: npt.ArrayLike) -> DoubleArray:
    """Pigments (n, 4) on the table's axes from 0 to 1: melanin and blood by their logarithms."""
    p = np.atleast_2d(np.asarray(pigments, np.float64))
    out = np.empty_like(p)
    for k, (name, (low, high)) in enumerate(BOUNDS.items()):
        value = np.clip(p[:, k], low, high)
        by_log = name in ("melanin", "blood")
        out[:, k] = np.log(value / low) / np.log(high / low) if by_log else (value - low) / (high - low)
    return out


def from_axes(at: DoubleArray) -> DoubleArray:
    """The reverse of `on_axes`."""
    out = np.empty_like(at)
    for k, (name, (low, high)) in enumerate(BOUNDS.items()):
        by_log = name in ("melanin", "blood")
        out[:, k] = low * (high / low) ** at[:, k] if by_log else low + at[:, k] * (high - low)
    return out


def colours_of(pigments: npt.ArrayLike) -> DoubleArray:
    """Colours of skin by its pigments.

    Parameters
    ----------
    pigments : (n, 4) float64
        Melanin, blood, oxygen, yellow as in `Pigments`; beyond their bounds as at these.

    Returns
    -------
    (n, 3) float64
        Linear sRGB, D65; 0 where sRGB has no such colour.
    """
    return _table().linear(on_axes(pigments))


def axes_of(srgb: ByteArray) -> DoubleArray:
    """Where on the axes the pigments of many colours lie, (n, 4), 0 to 1 each, as `on_axes`.

    Parameters
    ----------
    srgb : (n, 3) uint8
        Those that differ by less than four steps of 255 in each channel are taken for one.
    """
    coarse = np.asarray(srgb, np.uint8) & 0xFC
    key = coarse.astype(np.uint32) @ np.array([65536, 256, 1], np.uint32)
    held, which = np.unique(key, return_inverse=True)
    each = np.stack([held >> 16, (held >> 8) & 255, held & 255], axis=1) + 1.5
    return np.asarray(on_axes(pigments_of(each / 255.0)[0])[which])


def colours_at(axes: DoubleArray) -> DoubleArray:
    """Linear sRGB, (n, 3), of skin whose pigments lie at places of the axes, (n, 4)."""
    return _table().linear(axes)


def colour_of(pigments: Pigments) -> tuple[int, int, int]:
    """The colour of skin as 8-bit sRGB."""
    r, g, b = np.round(255.0 * np.clip(to_srgb(colours_of([astuple(pigments)])[0]), 0.0, 1.0)).astype(int)
    return int(r), int(g), int(b)


def pigments_of(srgb: npt.ArrayLike, oxygen: float | None = None) -> tuple[DoubleArray, DoubleArray]:
    """The pigments whose colour is nearest to given ones.

    Blood and its oxygen can hardly both be told from a colour.

    Parameters
    ----------
    srgb : (n, 3) float64
        Each 0 to 1.
    oxygen : float, optional
        Of all of them; without it, the usual one where that comes near, else the best of some.

    Returns
    -------
    pigments : (n, 4) float64
        As in `Pigments`.
    distance : (n,) float64
        CIEDE2000 between the colour and the skin's.

    Notes
    -----
    The nearest place of the table in CIELAB, then Gauss-Newton with damping (Levenberg 1944) in CIELAB.
    """
    wanted = to_lab(np.atleast_2d(np.asarray(srgb, np.float64)))
    out, far = np.empty((len(wanted), 4)), np.full(len(wanted), np.inf)
    for tried in OXYGENS if oxygen is None else (oxygen,):
        left = np.flatnonzero(far > _NEAR)
        for lot in np.array_split(left, max(1, -(-len(left) // _LOT))):
            found, away = _nearest(wanted[lot], tried)
            better = away < far[lot] - (0.0 if tried == OXYGENS[0] else _NEAR)
            out[lot[better]], far[lot[better]] = found[better], away[better]
    return out, far


@lru_cache(maxsize=16)
def _tree(share: float) -> tuple[cKDTree, DoubleArray]:
    """Colours of a grid of melanin, blood and yellow with so much oxygen, in CIELAB, and the grid."""
    from scipy.spatial import cKDTree

    grid = np.stack(np.meshgrid(*[np.linspace(0.0, 1.0, n) for n in (25, 25, 9)], indexing="ij"), -1).reshape(-1, 3)
    return cKDTree(_lab(grid, share)), grid


def _nearest(wanted: DoubleArray, oxygen: float) -> tuple[DoubleArray, DoubleArray]:
    share = float(on_axes([[0.03, 0.015, oxygen, 0.0]])[0, 2])
    tree, grid = _tree(share)
    place = grid[tree.query(wanted)[1]]
    now = _lab(place, share)
    best, least = place.copy(), np.linalg.norm(now - wanted, axis=1)
    for _ in range(_ROUNDS):
        slopes = np.empty((len(place), 3, 3))
        for k in range(3):
            step = np.where(place[:, k] > 0.5, -_TRY, _TRY)
            tried = place.copy()
            tried[:, k] += step
            slopes[:, :, k] = (_lab(tried, share) - now) / step[:, None]
        pull = np.einsum("nka,nkb->nab", slopes, slopes) + _DAMPED * np.eye(3)
        by = np.linalg.solve(pull, np.einsum("nka,nk->na", slopes, wanted - now)[..., None])[..., 0]
        place = np.clip(place + np.clip(by, -_STEP, _STEP), 0.0, 1.0)
        now = _lab(place, share)
        off = np.linalg.norm(now - wanted, axis=1)
        better = off < least
        best[better], least[better] = place[better], off[better]
    found = np.insert(best, 2, share, axis=1)
    return from_axes(found), ciede2000(_lab(best, share), wanted)


def _lab(place: DoubleArray, oxygen: float) -> DoubleArray:
    """CIELAB of places (n, 3) of melanin, blood and yellow on the table's axes."""
    return to_lab(to_srgb(_table().linear(np.insert(place, 2, oxygen, axis=1))))
