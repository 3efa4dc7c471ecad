"""What a layer of adjustment does to the colour below it: brightness, contrast, curves, white balance, saturation, hue.

References
----------
W3C Filter Effects Module Level 1: brightness, contrast and saturate. Fritsch & Carlson 1980, "Monotone piecewise cubic
interpolation": curves. von Kries 1902: white balance, here on the channels of linear sRGB.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.colour import to_linear, to_srgb
from yewfinch.core.shared.errors import YewfinchError

#: Points of a curve: what comes in and what goes out, 0 to 1 each, ascending.
Curve = tuple[tuple[float, float], ...]

#: A curve that changes nothing.
STRAIGHT: Curve = ((0.0, 0.0), (1.0, 1.0))


@dataclass(frozen=True)
class Adjustment:
    """Settings of a layer of adjustment; these change nothing.

    Attributes
    ----------
    brightness, contrast, saturation : float
        Factors, 0 to 4.
    hue : float, degrees
    grey : (3,) float
        sRGB, 0 to 1: what is to become grey of the same lightness, as a white card in a photo is.
    curves : (Curve, Curve, Curve)
        For red, green and blue.
    """

    brightness: float = 1.0
    contrast: float = 1.0
    saturation: float = 1.0
    hue: float = 0.0
    grey: tuple[float, float, float] = (0.5, 0.5, 0.5)
    curves: tuple[Curve, Curve, Curve] = (STRAIGHT, STRAIGHT, STRAIGHT)

    def __post_init__(self) -> None:
        numbers = (self.brightness, self.contrast, self.saturation)
        if not all(np.isfinite(v) and 0.0 <= v <= 4.0 for v in numbers) or not np.isfinite(self.hue):
            raise YewfinchError("Brightness, contrast and saturation are factors of 0 to 4; the hue is in degrees.")
        if not all(np.isfinite(v) and 0.02 <= v <= 1.0 for v in self.grey):
            raise YewfinchError("What is to become grey has to be a colour that is not nearly black.")
        for curve in self.curves:
            x = [p[0] for p in curve]
            if not 2 <= len(curve) <= 32 or any(b - a < 1e-3 for a, b in zip(x[:-1], x[1:], strict=True)):
                raise YewfinchError("A curve has 2 to 32 points from left to right.")
            if not all(0.0 <= v <= 1.0 for p in curve for v in p):
                raise YewfinchError("Points of a curve lie between 0 and 1.")

    def tables(self) -> FloatArray:
        """What becomes of each of 256 values of red, green and blue, (3, 256), 0 to 1; without saturation and hue."""
        x = np.linspace(0.0, 1.0, 256)
        out = np.empty((3, 256))
        linear = to_linear(np.array(self.grey))
        gain = float(linear @ (0.2126, 0.7152, 0.0722)) / linear
        for k in range(3):
            y = to_srgb(np.clip(to_linear(x) * gain[k], 0.0, 1.0))
            y = np.clip(y * self.brightness, 0.0, 1.0)
            y = np.clip((y - 0.5) * self.contrast + 0.5, 0.0, 1.0)
            out[k] = y if self.curves[k] == STRAIGHT else along(self.curves[k], y)
        return out.astype(np.float32)


def along(curve: Curve, x: DoubleArray) -> DoubleArray:
    """A curve at values x, smooth and without overshooting; level beyond its ends."""
    from scipy.interpolate import PchipInterpolator

    at, to = np.array(curve).T
    return np.asarray(np.clip(PchipInterpolator(at, to)(np.clip(x, at[0], at[-1])), 0.0, 1.0))
