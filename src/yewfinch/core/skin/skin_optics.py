"""Light that skin gives back, wavelength by wavelength: an epidermis with melanin over a dermis with blood.

The epidermis is a layer of Kubelka and Munk, so that what it scatters back itself counts: without that, dark skin comes
out too dark and too saturated. The dermis below is a half space in diffusion with reflection at its surface. To what
the papers have a yellow pigment is added (carotene, as food gives it, or bilirubin in a bruise that fades): without it
the model's fair skins are less yellow than measured European faces. The gleam of the surface is no colour and left out.

References
----------
Jacques 2013, "Optical properties of biological tissues: a review", Phys. Med. Biol. 58:R37: melanosomes, scattering.
Prahl 1999, "Optical absorption of hemoglobin", after Gratzer and Kollias, from memory.
Farrell, Patterson & Wilson 1992, Med. Phys. 19:879: the dermis.
Kubelka 1948, J. Opt. Soc. Am. 38:448: the epidermis. Sandell & Zhu 2011, J. Biophotonics 4:773: K and S from absorption
and scattering (K = 2 mu_a, S = 3/4 mu_s').
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray

#: Where light is looked at, nm.
WAVELENGTHS: DoubleArray = np.arange(400.0, 701.0, 5.0)
#: Thickness of the epidermis, cm; index of refraction of skin.
EPIDERMIS, INDEX = 0.006, 1.4
#: Haemoglobin in blood, g/l, over its molar mass, g/mol; and the factor from decadic to natural absorption.
_HAEMOGLOBIN, _NATURAL = 150.0 / 64_500.0, 2.303
#: Molar extinction of haemoglobin with oxygen and without, 1/(cm M), every 10 nm from 400 nm on, and at 576 nm.
_AT = (*range(400, 580, 10), 576, *range(580, 701, 10))
_WITH = (
    266232, 466840, 480360, 246072, 102580, 62816, 44480, 33209, 26629, 23684, 20933, 20035, 24202, 39957, 53236, 43016,
    32613, 44496, 55540, 50104, 14401, 3200, 1506, 942, 610, 442, 368, 320, 294, 278, 276, 290,
)  # fmt: skip
_WITHOUT = (
    223296, 303956, 407560, 528600, 413280, 103292, 23389, 16156, 14550, 16684, 20862, 25774, 31590, 39036, 46592,
    53412, 53788, 45072, 40584, 37020, 28324, 14677, 9444, 6510, 5149, 4345, 3750, 3227, 2795, 2408, 2052, 1794,
)  # fmt: skip
#: Bands of carotene in fat: middle and width, nm, and share of the highest; its absorption where it is 1, per cm.
_CAROTENE, _YELLOW = ((428.0, 22.0, 0.7), (454.0, 17.0, 1.0), (484.0, 14.0, 0.85)), 12.0


def haemoglobin(oxygen: DoubleArray) -> DoubleArray:
    """Absorption of whole blood, (n, w) per cm, by how much of it carries oxygen, (n,) 0 to 1."""
    from scipy.interpolate import PchipInterpolator

    order = np.argsort(_AT)
    at = np.array(_AT, float)[order]
    rich, poor = (
        np.exp(PchipInterpolator(at, np.log(np.array(v, float)[order]))(WAVELENGTHS)) for v in (_WITH, _WITHOUT)
    )
    share = np.asarray(oxygen, np.float64)[:, None]
    return np.asarray(_NATURAL * _HAEMOGLOBIN * (share * rich + (1.0 - share) * poor))


def reflectance(pigments: npt.ArrayLike) -> DoubleArray:
    """The share of light that skin gives back, gleam apart.

    Parameters
    ----------
    pigments : (n, 4) float64
        Melanosomes in the epidermis and blood in the dermis as shares of their volume, oxygen in that blood from 0 to
        1, and the yellow.

    Returns
    -------
    (n, w) float64, 0 to 1
        At `WAVELENGTHS`.
    """
    p = np.atleast_2d(np.asarray(pigments, np.float64))
    melanin, blood, yellow = p[:, 0, None], p[:, 1, None], p[:, 3, None]
    plain = 0.244 + 85.3 * np.exp(-(WAVELENGTHS - 154.0) / 66.2)
    scatters = 46.0 * (WAVELENGTHS / 500.0) ** -1.421
    bands = sum(share * np.exp(-(((WAVELENGTHS - at) / wide) ** 2) / 2.0) for at, wide, share in _CAROTENE)
    carotene = _YELLOW * yellow * np.asarray(bands)
    epidermis = melanin * 519.0 * (WAVELENGTHS / 500.0) ** -3.0 + (1.0 - melanin) * plain + carotene
    dermis = blood * haemoglobin(p[:, 2]) + (1.0 - blood) * plain + carotene
    below = _half_space(dermis, scatters)
    back, through = _layer(epidermis, scatters)
    return np.asarray(back + through**2 * below / (1.0 - back * below))


def _half_space(absorbs: DoubleArray, scatters: DoubleArray) -> DoubleArray:
    """Diffuse reflectance of a half space (Farrell et al. 1992, total over the surface)."""
    inner = -1.440 / INDEX**2 + 0.710 / INDEX + 0.668 + 0.0636 * INDEX  # Groenhuis et al. 1983
    mismatch = (1.0 + inner) / (1.0 - inner)
    albedo = scatters / (absorbs + scatters)
    root = np.sqrt(3.0 * (1.0 - albedo))
    return np.asarray(albedo / 2.0 * (1.0 + np.exp(-4.0 / 3.0 * mismatch * root)) * np.exp(-root))


def _layer(absorbs: DoubleArray, scatters: DoubleArray) -> tuple[DoubleArray, DoubleArray]:
    """Reflectance and transmittance of the epidermis (Kubelka 1948)."""
    k, s = 2.0 * absorbs, 0.75 * scatters
    a = (s + k) / s
    b = np.sqrt(a**2 - 1.0)
    sinh, cosh = np.sinh(b * s * EPIDERMIS), np.cosh(b * s * EPIDERMIS)
    below = a * sinh + b * cosh
    return np.asarray(sinh / below), np.asarray(b / below)
