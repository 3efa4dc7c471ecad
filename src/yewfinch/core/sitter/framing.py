"""How a photo is looked at: turned and cropped, its marks and standpoint staying right.

Marks and standpoints always refer to the whole upright photo. A turned picture is what a camera
rolled about its axis sees, and a crop only moves the principal point, so both are exact.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import ByteArray, DoubleArray
from yewfinch.core.sight.camera import Camera
from yewfinch.core.sitter.photo import Photo

#: Smallest side of a crop, pixels.
LEAST = 16.0


@dataclass(frozen=True, eq=False)
class Framing:
    """The map from the upright photo to the picture that is shown.

    Attributes
    ----------
    turn : (2, 2) float64
    shift : (2,) float64
        A photo's (x, y) is shown at turn (x, y) + shift, pixels.
    width, height : float
        Of the shown picture, pixels.
    """

    turn: DoubleArray
    shift: DoubleArray
    width: float
    height: float

    def to_shown(self, points: npt.ArrayLike) -> DoubleArray:
        """Pixels of the shown picture, (..., 2)."""
        return np.asarray(np.asarray(points, np.float64) @ self.turn.T + self.shift)

    def to_photo(self, points: npt.ArrayLike) -> DoubleArray:
        """Pixels of the upright photo, (..., 2)."""
        return np.asarray((np.asarray(points, np.float64) - self.shift) @ self.turn)

    def camera(self, camera: Camera) -> Camera:
        """The camera that took the shown picture."""
        roll = np.eye(3)
        roll[:2, :2] = self.turn
        centre = self.to_shown(camera.centre)
        return Camera(
            roll @ camera.rotation, camera.position, camera.focal, self.width, self.height,
            (float(centre[0]), float(centre[1])), camera.flat,
        )  # fmt: skip


def turned_size(photo: Photo) -> tuple[float, float]:
    """Size of the whole turned photo, pixels."""
    c, s = abs(np.cos(np.radians(photo.turn))), abs(np.sin(np.radians(photo.turn)))
    return float(photo.width * c + photo.height * s), float(photo.width * s + photo.height * c)


def framing(photo: Photo) -> Framing:
    """How a photo is looked at."""
    a = np.radians(photo.turn)
    turn = np.array([[np.cos(a), -np.sin(a)], [np.sin(a), np.cos(a)]])
    w, h = turned_size(photo)
    shift = np.array([w / 2, h / 2]) - turn @ np.array([photo.width / 2, photo.height / 2])
    if photo.crop is not None:
        left, top, right, bottom = photo.crop
        left, top = max(0.0, min(left, w - LEAST)), max(0.0, min(top, h - LEAST))
        right, bottom = min(w, max(right, left + LEAST)), min(h, max(bottom, top + LEAST))
        return Framing(turn, shift - (left, top), right - left, bottom - top)
    return Framing(turn, shift, w, h)


def framed_pixels(pixels: ByteArray, photo: Photo) -> ByteArray:
    """The picture as it is shown: turned, cropped, with its exposure and warmth.

    Parameters
    ----------
    pixels : (h, w, 3) uint8, sRGB
        The upright photo at any scale.

    Returns
    -------
    (h2, w2, 3) uint8, sRGB
    """
    if not (photo.turn or photo.crop is not None or photo.exposure or photo.warmth):
        return np.ascontiguousarray(pixels, np.uint8)
    import cv2

    scale = pixels.shape[1] / photo.width
    out = pixels
    if photo.turn or photo.crop is not None:
        frame = framing(photo)
        size = max(1, round(frame.width * scale)), max(1, round(frame.height * scale))
        # pixel centres lie at half pixels
        shift = frame.shift * scale + frame.turn @ (0.5, 0.5) - 0.5
        matrix = np.concatenate([frame.turn, shift[:, None]], axis=1)
        out = np.asarray(cv2.warpAffine(out, matrix, size, flags=cv2.INTER_AREA, borderValue=(169, 169, 167)), np.uint8)
    if photo.exposure or photo.warmth:
        out = np.asarray(cv2.LUT(out, look_up(photo.exposure, photo.warmth)), np.uint8)
    return np.ascontiguousarray(out, np.uint8)


def look_up(exposure: float, warmth: float) -> ByteArray:
    """Table of sRGB values for an exposure in stops and a warmth, (256, 1, 3) uint8.

    Exposure and the gains of red and blue act in linear light.
    """
    value = np.arange(256) / 255.0
    linear = np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)
    gains = 2.0**exposure * np.array([1.0 + 0.35 * warmth, 1.0, 1.0 - 0.35 * warmth])
    lit = np.clip(linear[:, None] * gains, 0.0, 1.0)
    back = np.where(lit <= 0.0031308, lit * 12.92, 1.055 * lit ** (1 / 2.4) - 0.055)
    return np.asarray(np.round(back * 255), np.uint8)[:, None, :]
