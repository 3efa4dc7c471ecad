"""Colour spaces: sRGB, linear light, and hue/saturation/lightness.

References
----------
IEC 61966-2-1 (sRGB transfer function); CSS Color Module Level 3 (HSL).
"""

from __future__ import annotations

import colorsys

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.phrases import phrase


def to_linear(srgb: npt.ArrayLike) -> DoubleArray:
    """Linear light from sRGB values in 0..1."""
    v = np.asarray(srgb, np.float64)
    out: DoubleArray = np.where(v <= 0.04045, v / 12.92, ((v + 0.055) / 1.055) ** 2.4)
    return out


def to_srgb(linear: npt.ArrayLike) -> DoubleArray:
    """SRGB values in 0..1 from linear light."""
    v = np.maximum(np.asarray(linear, np.float64), 0.0)
    out: DoubleArray = np.where(v <= 0.0031308, v * 12.92, 1.055 * v ** (1 / 2.4) - 0.055)
    return out


#: Linear sRGB to CIE XYZ (IEC 61966-2-1), and the white of D65.
_XYZ = np.array([[0.4124, 0.3576, 0.1805], [0.2126, 0.7152, 0.0722], [0.0193, 0.1192, 0.9505]])
_WHITE = np.array([0.9505, 1.0, 1.089])


def to_lab(srgb: npt.ArrayLike) -> DoubleArray:
    """CIELAB under D65 from sRGB values (..., 3) in 0..1 (CIE 15:2004).

    Examples
    --------
    >>> to_lab([1.0, 0.0, 0.0]).round(1).tolist()
    [53.2, 80.1, 67.2]
    """
    t = to_linear(srgb) @ _XYZ.T / _WHITE
    f = np.where(t > (6 / 29) ** 3, np.cbrt(t), t / (3 * (6 / 29) ** 2) + 4 / 29)
    return np.stack([116 * f[..., 1] - 16, 500 * (f[..., 0] - f[..., 1]), 200 * (f[..., 1] - f[..., 2])], axis=-1)


def hex_of(rgb: tuple[int, int, int]) -> str:
    """``#rrggbb`` of 8-bit sRGB."""
    return "#{:02x}{:02x}{:02x}".format(*rgb)


def from_hex(text: str) -> tuple[int, int, int]:
    """8-bit sRGB from ``#rrggbb`` or ``rrggbb`` or ``#rgb``.

    Raises
    ------
    ValueError
        If the text is no such colour.

    Examples
    --------
    >>> from_hex("#c98a16")
    (201, 138, 22)
    """
    t = text.strip().lstrip("#")
    if len(t) == 3:
        t = "".join(c * 2 for c in t)
    try:
        if len(t) != 6:
            raise ValueError
        return int(t[0:2], 16), int(t[2:4], 16), int(t[4:6], 16)
    except ValueError:
        raise ValueError(phrase("a colour is written like #c98a16, got {0!r}", text)) from None


def to_hsl(rgb: tuple[int, int, int]) -> tuple[float, float, float]:
    """Hue in degrees, saturation and lightness in percent, of 8-bit sRGB."""
    h, lightness, s = colorsys.rgb_to_hls(*(c / 255 for c in rgb))
    return h * 360, s * 100, lightness * 100


def from_hsl(hue: float, saturation: float, lightness: float) -> tuple[int, int, int]:
    """8-bit sRGB of hue in degrees, saturation and lightness in percent."""
    r, g, b = colorsys.hls_to_rgb((hue % 360) / 360, lightness / 100, saturation / 100)
    return round(r * 255), round(g * 255), round(b * 255)
