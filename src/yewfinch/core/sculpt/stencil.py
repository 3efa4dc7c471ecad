"""A stencil: a stamp that lies over the view, through which tools work."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.sculpt import _stamp_kernels as kernels
from yewfinch.core.sculpt.stamps import Stamp
from yewfinch.core.shared.arrays import DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera

#: Handles of the warp grid to a side; pixels of the longer side of the warped picture.
HANDLES, PIXELS = 4, 640
#: Over so many degrees before the steepest angle less and less goes through.
FADE = 15.0
#: Limits of the width as a part of the view's height, and of pictures side by side.
NARROWEST, WIDEST, MOST = 0.02, 8.0, 24

#: Where the handles of the warp grid stand, in widths and heights of the stencil from its lower left corner.
Warp = tuple[tuple[float, float], ...]


def straight() -> Warp:
    """The warp grid as it stands at first, row by row from below."""
    t = np.linspace(0.0, 1.0, HANDLES)
    return tuple((float(u), float(v)) for v in t for u in t)


STRAIGHT = straight()


@dataclass(frozen=True, eq=False)
class Stencil:
    """A picture over the view.

    Attributes
    ----------
    stamp : Stamp
    at : (float, float)
        Its middle in the view, in heights of the view from the view's middle, to the right and down.
    width : float
        In heights of the view.
    angle : float, degrees
        Counter-clockwise.
    tiles : int
        So many pictures side by side.
    invert : bool
    opacity : float
        How strongly it is shown.
    steepest : float, degrees
        Nothing goes through where the clay is turned away from the eye by more.
    warp : Warp
        Of HANDLES by HANDLES handles.
    """

    stamp: Stamp
    at: tuple[float, float] = (0.0, 0.0)
    width: float = 0.6
    angle: float = 0.0
    tiles: int = 1
    invert: bool = False
    opacity: float = 0.45
    steepest: float = 75.0
    warp: Warp = STRAIGHT

    def changed(self, **changes: object) -> Stencil:
        """The stencil with other values, brought within their limits.

        Raises
        ------
        YewfinchError
            If a value is not a number.
        """
        out = replace(self, **changes)  # type: ignore[arg-type]  # keys are names of its fields
        numbers = (*out.at, out.width, out.angle, out.opacity, out.steepest, *np.ravel(out.warp))
        if not np.isfinite(numbers).all():
            raise YewfinchError("The stencil's place is not a number.")
        if len(out.warp) != HANDLES * HANDLES:
            raise YewfinchError(
                phrase("The stencil's grid has {0} handles, got {1}.", HANDLES * HANDLES, len(out.warp))
            )
        return replace(
            out,
            width=float(np.clip(out.width, NARROWEST, WIDEST)),
            tiles=int(np.clip(out.tiles, 1, MOST)),
            opacity=float(np.clip(out.opacity, 0.0, 1.0)),
            steepest=float(np.clip(out.steepest, 5.0, 90.0)),
            angle=(out.angle + 180.0) % 360.0 - 180.0,
        )

    def axes(self, width: float, height: float) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        """Lower left corner in a view's pixels, and the ways to the right and to the upper edge."""
        a = np.radians(self.angle)
        across = self.width * height * np.array([np.cos(a), -np.sin(a)])
        up = self.width * self.stamp.aspect * height * np.array([-np.sin(a), -np.cos(a)])
        middle = np.array([width / 2 + self.at[0] * height, height / 2 + self.at[1] * height])
        return middle - (across + up) / 2, across, up

    def places(self, width: float, height: float) -> DoubleArray:
        """Pixels of the warp handles in a view, (16, 2)."""
        corner, across, up = self.axes(width, height)
        return np.asarray([corner + u * across + v * up for u, v in self.warp])

    def _room(self) -> tuple[DoubleArray, DoubleArray]:
        """Lower left and upper right of what the warped picture takes up, in widths and heights."""
        fine = self._fine.reshape(-1, 2)
        return fine.min(axis=0), fine.max(axis=0)

    @cached_property
    def _fine(self) -> DoubleArray:
        """The warp on a fine grid, (33, 33, 2): smooth through the handles (Catmull & Rom 1974)."""
        grid = np.array(self.warp).reshape(HANDLES, HANDLES, 2)
        m = _through_handles(33)
        return np.asarray(np.einsum("ia,jb,abk->ijk", m, m, grid))

    @cached_property
    def picture(self) -> tuple[FloatArray, DoubleArray]:
        """What lets through, warped and tiled, (h, w) float32 with -1 outside.

        And its box in widths and heights, (2, 2).
        """
        grey = self.stamp.grey
        out, inside, box = self.laid(grey[..., None], PIXELS)
        grey = out[..., 0]
        return np.where(inside, 1.0 - grey if self.invert else grey, -1.0).astype(np.float32), box

    def laid(
        self, picture: npt.NDArray[np.floating], pixels: int
    ) -> tuple[FloatArray, npt.NDArray[np.bool_], DoubleArray]:
        """Any picture as it lies in the stencil's place.

        Parameters
        ----------
        picture : (h, w, c) floats
            Top row first.
        pixels : int
            Of the longer side of what is returned.

        Returns
        -------
        (h, w, c) float32
            Warped and tiled.
        (h, w) bool
            Where there is any of it.
        (2, 2) float64
            Its box in widths and heights of the stencil.
        """
        low, high = self._room()
        size = np.maximum(high - low, 1e-6)
        shape = size * (1.0, self.stamp.aspect)
        h, w = (max(2, round(pixels * s / shape.max())) for s in (shape[1], shape[0]))
        if self.warp == STRAIGHT:
            v, u = np.meshgrid(1.0 - (np.arange(h) + 0.5) / h, (np.arange(w) + 0.5) / w, indexing="ij")
            inside = np.ones((h, w), bool)
        else:
            u, v, inside = self._unwarped(h, w, low, size)
        from scipy.ndimage import map_coordinates

        ph, pw = picture.shape[:2]
        x, y = (u * self.tiles) % 1.0 * pw - 0.5, (1.0 - (v * self.tiles) % 1.0) * ph - 0.5
        mode = "grid-wrap" if self.tiles > 1 else "nearest"
        out = [map_coordinates(picture[..., k], [y, x], order=1, mode=mode) for k in range(picture.shape[2])]
        return np.stack(out, axis=-1).astype(np.float32), inside, np.stack([low, high])

    def seen_at(
        self, picture: npt.NDArray[np.floating], pixels: int, camera: Camera, at: DoubleArray
    ) -> tuple[FloatArray, npt.NDArray[np.bool_]]:
        """Values of a picture in the stencil's place at pixels of a view.

        Parameters
        ----------
        picture, pixels
            As `laid`.
        camera : Camera
            Of the view.
        at : (n, 2) float64

        Returns
        -------
        (n, c) float32
        (n,) bool
            Where the picture lies.
        """
        from scipy.ndimage import map_coordinates

        whole, inside, (low, high) = self.laid(picture, pixels)
        corner, across, up = self.axes(camera.width, camera.height)
        back = np.linalg.inv(np.stack([across, up], axis=1))
        place = ((at - corner) @ back.T - low) / np.maximum(high - low, 1e-9)
        h, w = inside.shape
        x, y = place[:, 0] * w - 0.5, (1.0 - place[:, 1]) * h - 0.5
        there = (x >= -0.5) & (y >= -0.5) & (x <= w - 0.5) & (y <= h - 0.5)
        rows = np.flatnonzero(there)
        j, i = np.round(y[rows]).astype(int), np.round(x[rows]).astype(int)
        there[rows] = inside[np.clip(j, 0, h - 1), np.clip(i, 0, w - 1)]
        out = [map_coordinates(whole[..., k], [y, x], order=1, mode="nearest") for k in range(whole.shape[2])]
        return np.stack(out, axis=-1).astype(np.float32), there

    def _unwarped(
        self, h: int, w: int, low: DoubleArray, size: DoubleArray
    ) -> tuple[DoubleArray, DoubleArray, np.ndarray]:
        """Where in the picture each pixel of its box comes from, and whether it does."""
        import cv2

        n = len(self._fine)
        t = np.linspace(0.0, 1.0, n)
        back = np.full((h, w, 2), np.nan, np.float32)
        at = (self._fine - low) / size * (w, h)
        at[..., 1] = h - at[..., 1]
        for j in range(n - 1):
            for i in range(n - 1):
                quad = np.array([at[j, i], at[j, i + 1], at[j + 1, i + 1], at[j + 1, i]], np.float32)
                x0, y0 = np.clip(np.floor(quad.min(axis=0)).astype(int) - 1, 0, (w - 1, h - 1))
                x1, y1 = np.clip(np.ceil(quad.max(axis=0)).astype(int) + 1, 1, (w, h))
                if x1 <= x0 or y1 <= y0:
                    continue
                whole = np.array([(t[i], t[j]), (t[i + 1], t[j]), (t[i + 1], t[j + 1]), (t[i], t[j + 1])], np.float32)
                if abs(cv2.contourArea(quad)) < 1e-6:
                    continue
                turn = cv2.getPerspectiveTransform(quad, whole)
                y, x = np.mgrid[y0:y1, x0:x1] + 0.5
                p = np.stack([x, y, np.ones_like(x)], axis=-1) @ turn.T
                uv = p[..., :2] / np.where(np.abs(p[..., 2:]) > 1e-12, p[..., 2:], 1e-12)
                room = 1e-4
                own = ((uv >= whole[0] - room) & (uv <= whole[2] + room)).all(axis=-1)
                back[y0:y1, x0:x1][own] = uv[own]
        inside = np.isfinite(back[..., 0])
        back = np.nan_to_num(back)
        return back[..., 0].astype(np.float64), back[..., 1].astype(np.float64), inside

    def weigh(
        self, camera: Camera, points: FloatArray, normals: FloatArray, weights: FloatArray, *, mirrored: bool = False
    ) -> None:
        """Multiply weights (k,) by what is let through at points (k, 3) mm seen by a camera.

        `mirrored`: as at their images across x = 0.
        """
        grey, (low, high) = self.picture
        corner, across, up = self.axes(camera.width, camera.height)
        # pixels to widths and heights of the stencil, then to its picture's box
        back = np.linalg.inv(np.stack([across, up], axis=1))
        frame = np.concatenate([back, (-back @ corner)[:, None]], axis=1)
        frame[:, 2] -= low
        frame /= (high - low)[:, None]
        steep = np.cos(np.radians([self.steepest, max(self.steepest - FADE, 0.0)]))
        kernels.through(
            points,
            normals,
            -1.0 if mirrored else 1.0,
            camera.rotation,
            camera.position,
            camera.focal,
            np.asarray(camera.centre, np.float64),
            camera.flat,
            frame,
            np.maximum(grey, 0.0),
            False,
            steep,
            weights,
        )


def _through_handles(count: int) -> DoubleArray:
    """Weights (count, HANDLES) of a smooth line through its handles at even places from the first to the last."""
    t = np.linspace(0.0, HANDLES - 1.0, count)
    out = np.zeros((count, HANDLES + 2))
    k = np.minimum(t.astype(int), HANDLES - 2)
    f = t - k
    for j, w in enumerate(
        (
            -0.5 * f + f**2 - 0.5 * f**3,
            1 - 2.5 * f**2 + 1.5 * f**3,
            0.5 * f + 2 * f**2 - 1.5 * f**3,
            -0.5 * f**2 + 0.5 * f**3,
        )
    ):
        out[np.arange(count), k + j] += w
    inner = out[:, 1:-1].copy()  # beyond the ends the line goes on straight
    inner[:, 0] += 2 * out[:, 0]
    inner[:, 1] -= out[:, 0]
    inner[:, -1] += 2 * out[:, -1]
    inner[:, -2] -= out[:, -1]
    return inner
