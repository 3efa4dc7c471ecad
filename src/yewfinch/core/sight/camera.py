"""Cameras: where a picture is taken from, and through which lens.

Camera axes follow OpenCV: x right, y down, z forward. A lens in millimetres is meant on the
36x24 mm frame; its field of view is taken over the frame's diagonal (43.27 mm), so that the
35 mm equivalent written by cameras of any shape of sensor means the same.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import DoubleArray

FRAME_DIAGONAL = float(np.hypot(36.0, 24.0))


def focal_px(lens: float, width: float, height: float) -> float:
    """Focal length in pixels of a 35 mm equivalent `lens` in mm on a picture's diagonal."""
    return lens / FRAME_DIAGONAL * float(np.hypot(width, height))


def lens_mm(focal: float, width: float, height: float) -> float:
    """35 mm equivalent of a focal length in pixels: the inverse of `focal_px`."""
    return focal * FRAME_DIAGONAL / float(np.hypot(width, height))


def field_of_view(size: float, focal: float) -> float:
    """Full angle in degrees over `size`, both in the same unit: 2 atan(size / 2 focal)."""
    return float(np.degrees(2.0 * np.arctan(size / (2.0 * focal))))


@dataclass(frozen=True)
class Camera:
    """A camera with a picture.

    Attributes
    ----------
    rotation : (3, 3) float64
        World to camera; rows are the camera's right, down and forward.
    position : (3,) float64, mm
    focal : float
        Pixels.
    width, height : float
        Of the picture, pixels.
    centre : (2,) float
        Principal point, pixels.
    flat : float
        0 for perspective; otherwise millimetres per pixel of an orthographic picture.
    """

    rotation: DoubleArray
    position: DoubleArray
    focal: float
    width: float
    height: float
    centre: tuple[float, float]
    flat: float = 0.0

    def sized(self, width: float, height: float) -> Camera:
        """The same view in a picture of so many pixels of the same shape."""
        s = width / self.width
        if s == 1.0 and height == self.height:
            return self
        return replace(
            self,
            focal=self.focal * s,
            width=width,
            height=height,
            centre=(self.centre[0] * s, self.centre[1] * s),
            flat=self.flat / s,
        )

    def depths(self, points: npt.ArrayLike) -> DoubleArray:
        """Distance along the viewing direction, (k,) mm."""
        p = np.atleast_2d(np.asarray(points, np.float64))
        return np.asarray((p - self.position) @ self.rotation[2])

    def project(self, points: npt.ArrayLike) -> DoubleArray:
        """Pixels of (k, 3) points in mm; NaN for points behind a perspective camera."""
        p = np.atleast_2d(np.asarray(points, np.float64))
        c = (p - self.position) @ self.rotation.T
        if self.flat:
            return np.asarray(c[:, :2] / self.flat + self.centre)
        z = np.where(c[:, 2] > 1e-6, c[:, 2], np.nan)
        return np.asarray(c[:, :2] / z[:, None] * self.focal + self.centre)

    def ray(self, x: float, y: float) -> tuple[DoubleArray, DoubleArray]:
        """Origin and unit direction through a pixel."""
        u, v = x - self.centre[0], y - self.centre[1]
        if self.flat:
            offset = self.rotation.T @ np.array([u * self.flat, v * self.flat, 0.0])
            return self.position + offset, self.rotation[2].copy()
        d = self.rotation.T @ np.array([u / self.focal, v / self.focal, 1.0])
        return self.position.copy(), np.asarray(d / np.linalg.norm(d))

    def mm_per_pixel(self, point: npt.ArrayLike) -> float:
        """Size of a pixel at the depth of a point."""
        if self.flat:
            return self.flat
        return float(max(self.depths(point)[0], 1e-6) / self.focal)

    def view_matrix(self) -> DoubleArray:
        """World to OpenGL eye space, (4, 4)."""
        flip = np.diag([1.0, -1.0, -1.0])
        out = np.eye(4)
        out[:3, :3] = flip @ self.rotation
        out[:3, 3] = -out[:3, :3] @ self.position
        return out

    def clip_matrix(self, near: float, far: float) -> DoubleArray:
        """OpenGL eye space to clip space, (4, 4), for planes at `near` and `far` mm."""
        w, h = self.width, self.height
        cx, cy = self.centre
        m = np.zeros((4, 4))
        if self.flat:
            m[0, 0], m[1, 1] = 2 / (w * self.flat), 2 / (h * self.flat)
            m[0, 3], m[1, 3] = 2 * cx / w - 1, 1 - 2 * cy / h
            m[2, 2], m[2, 3], m[3, 3] = -2 / (far - near), -(far + near) / (far - near), 1
            return m
        m[0, 0], m[1, 1] = 2 * self.focal / w, 2 * self.focal / h
        m[0, 2], m[1, 2] = 1 - 2 * cx / w, 2 * cy / h - 1
        m[2, 2] = -(far + near) / (far - near)
        m[2, 3] = -2 * far * near / (far - near)
        m[3, 2] = -1
        return m

    def fitted(self, width: float, height: float) -> tuple[Camera, tuple[float, float, float, float]]:
        """The same view as large as it goes, centred in another picture size.

        Returns
        -------
        camera : Camera
            For the new size.
        box : (left, top, width, height)
            Where the old picture lies in the new one, pixels.
        """
        s = min(width / self.width, height / self.height)
        left, top = (width - self.width * s) / 2, (height - self.height * s) / 2
        camera = Camera(
            self.rotation, self.position, self.focal * s, width, height,
            (self.centre[0] * s + left, self.centre[1] * s + top), self.flat / s,
        )  # fmt: skip
        return camera, (left, top, self.width * s, self.height * s)
