"""Colour and other values as pictures by texture places, for other programs, and such a picture back onto samples."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin import _map_kernels as kernels
from yewfinch.core.skin import _transfer_kernels
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import Grain
from yewfinch.core.skin.paint_transfer import Source

#: Sides of maps, pixels.
SIZES = (1024, 2048, 4096, 8192)
#: Colour goes on beyond the rims of what is covered by so many pixels of each 1024.
_PADDING = 6
#: Pixels that are worked out in one go.
_PART = 1 << 21


def size_for(surface: Surface, painting: Painting | None, corners: FloatArray) -> int:
    """The smallest map whose pixels are about as fine as the colour samples of a piece."""
    count = len(surface) if painting is None else painting.grain.count
    a, b, c, d = (corners[:, k].astype(np.float64) for k in range(4))
    area = 0.5 * np.abs(_cross(b - a, c - a)) + 0.5 * np.abs(_cross(c - a, d - a))
    wanted = np.sqrt(count / max(float(area.sum()), 1e-6))
    return next((s for s in SIZES if s >= 0.8 * wanted), SIZES[-1])


def _cross(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    return np.asarray(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0])


@dataclass(frozen=True, eq=False)
class Layout:
    """Which place of a surface each pixel of a map shows.

    Attributes
    ----------
    surface : Surface
    grain : Grain
        Samples whose values are laid out.
    corners : (m, 4, 2) float32
        Texture places of its faces' corners, 0 to 1, v upwards.
    face, half : (size, size) int32
        The face, -1 for none, and which half of it, cut along corners 0-2; top row first.
    weights : (size, size, 2) float32
        Of the half's second and third corner.
    at : (k,) int
        Pixels that show something.
    rim, source : (j,) int
        Pixels of the padding round them, and which pixel each repeats.
    """

    surface: Surface
    grain: Grain
    corners: FloatArray
    face: IndexArray
    half: IndexArray
    weights: FloatArray
    at: npt.NDArray[np.intp]
    rim: npt.NDArray[np.intp]
    source: npt.NDArray[np.intp]

    @property
    def size(self) -> int:
        """Side of the maps, pixels."""
        return len(self.face)

    def bake(
        self,
        values: Mapping[str, npt.NDArray[np.generic]],
        progress: Progress = silent,
        *,
        straight: Collection[str] = (),
    ) -> dict[str, npt.NDArray[np.generic]]:
        """Maps of values of samples.

        Parameters
        ----------
        values : mapping of str to (N, w) uint8, or (N, w) float32
        progress : Progress
            May cancel.
        straight : collection of str
            Those of which the last value is an alpha that weighs the others.

        Returns
        -------
        dict of str to (size, size, w)
            Of the same types, padded; 0 where neither a face nor padding lies.
        """
        flat = {k: np.zeros((self.size * self.size, v.shape[1]), v.dtype) for k, v in values.items()}
        g = self.grain
        face, half, weights = self.face.ravel(), self.half.ravel(), self.weights.reshape(-1, 2)
        for first in range(0, len(self.at), _PART):
            progress(first / len(self.at), "working out the map")
            at = self.at[first : first + _PART]
            rows, shares = np.empty((len(at), 4), INDEX), np.empty((len(at), 4), np.float32)
            _transfer_kernels.around(
                face[at], half[at], weights[at].astype(np.float64), g.faces, g.first, g.quads, g.edge, g.corners,
                g.edges, g.across, len(g.made) > 0, rows, shares,
            )  # fmt: skip
            for name, table in values.items():
                if table.dtype == np.uint8:
                    found = np.empty((len(at), table.shape[1]), np.uint8)
                    _transfer_kernels.mixed(rows, shares, table, name in straight, found)
                    flat[name][at] = found
                else:
                    flat[name][at] = np.einsum("nkw,nk->nw", np.asarray(table, np.float32)[rows], shares)
        for picture in flat.values():
            picture[self.rim] = picture[self.source]
        return {k: v.reshape(self.size, self.size, -1) for k, v in flat.items()}


def layout(surface: Surface, grain: Grain, corners: FloatArray, size: int) -> Layout:
    """Find out which place of a surface each pixel of a map shows.

    Raises
    ------
    YewfinchError
        If the size makes no sense, or nothing lies on the map.
    """
    from scipy.ndimage import distance_transform_edt

    if not 64 <= size <= SIZES[-1]:
        raise YewfinchError(phrase("A map of {0} pixels makes no sense; 64 to {1} do.", size, SIZES[-1]))
    face, half = np.full((size, size), -1, INDEX), np.zeros((size, size), INDEX)
    weights = np.zeros((size, size, 2), np.float32)
    kernels.rastered(surface.faces, _pixels(corners, size), size, face, half, weights)
    at = np.flatnonzero(face.ravel() >= 0)
    if not len(at):
        raise YewfinchError("No face of the piece lies on its map.")
    far, (y, x) = distance_transform_edt(face < 0, return_indices=True)
    rim = np.flatnonzero(((far > 0) & (far <= _PADDING * size / 1024)).ravel())
    return Layout(surface, grain, corners, face, half, weights, at, rim, (y * size + x).ravel()[rim])


def baked(surface: Surface, painting: Painting | None, corners: FloatArray, size: int) -> ByteArray:
    """The colour of a piece as a picture.

    Parameters
    ----------
    surface : Surface
    painting : Painting or None
        Its colour layers; without any, vertices have the colour.
    corners : (m, 4, 2) float32
        Texture places of its faces' corners, 0 to 1, v upwards.
    size : int
        Side of the picture, pixels.

    Returns
    -------
    (size, size, 4) uint8
        sRGB, top row first; alpha is 0 where no face and no padding lies.

    Raises
    ------
    YewfinchError
        If the size makes no sense, or nothing lies on the picture.
    """
    source = Source.plain(surface) if painting is None else Source(surface, painting)
    made = layout(surface, source.painting.grain, corners, size)
    return np.asarray(made.bake({"colour": source.painting.shown})["colour"], np.uint8)


def normal_map(made: Layout, height: FloatArray) -> ByteArray:
    """What a fine height does to normals, in the tangent frame of the texture places, as glTF 2.0 wants it.

    Parameters
    ----------
    made : Layout
    height : (size, size) float32, mm
        Padded, as `Layout.bake` gives it.

    Returns
    -------
    (size, size, 3) uint8
        Red along u, green along v upwards, blue outwards; 128, 128, 255 is even.
    """
    size = made.size
    along, shear, across = _frames(made)
    out = np.empty((size * size, 3), np.uint8)
    out[:] = (128, 128, 255)
    flat = height.ravel()
    for first in range(0, len(made.at), _PART):
        at = made.at[first : first + _PART]
        x, y = at % size, at // size
        left, right = np.maximum(x - 1, 0), np.minimum(x + 1, size - 1)
        up, down = np.maximum(y - 1, 0), np.minimum(y + 1, size - 1)
        hu = (flat[y * size + right] - flat[y * size + left]) * (size / np.maximum(right - left, 1))
        hv = (flat[up * size + x] - flat[down * size + x]) * (size / np.maximum(down - up, 1))
        f, h = made.face.ravel()[at], made.half.ravel()[at]
        a, b, c = along[h, f], shear[h, f], across[h, f]
        t = hu / np.maximum(a, 1e-9)
        s = np.divide(hv - b * t, c, out=np.zeros_like(t), where=np.abs(c) > 1e-9)
        n = np.stack([-t, -s, np.ones_like(t)], axis=1)
        n /= np.linalg.norm(n, axis=1, keepdims=True)
        out[at] = np.clip(np.round(127.5 + 127.5 * n), 0, 255).astype(np.uint8)
    out[made.rim] = out[made.source]
    return out.reshape(size, size, 3)


def _frames(made: Layout) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
    """How places move with texture places on both halves of each face, (2, m) mm for all the map.

    Along u; along v in the direction of u; along v across it.
    """
    out = np.zeros((3, 2, len(made.corners)))
    at, uv = made.surface.positions[made.surface.faces].astype(np.float64), made.corners.astype(np.float64)
    for h in range(2):
        p, q = at[:, 1 + h] - at[:, 0], at[:, 2 + h] - at[:, 0]
        (a, b), (c, d) = (uv[:, 1 + h] - uv[:, 0]).T, (uv[:, 2 + h] - uv[:, 0]).T
        det = a * d - b * c
        with np.errstate(divide="ignore", invalid="ignore"):
            du, dv = (p * d[:, None] - q * b[:, None]) / det[:, None], (q * a[:, None] - p * c[:, None]) / det[:, None]
            long = np.linalg.norm(du, axis=1)
            t = du / long[:, None]
            n = np.cross(p, q)
            n /= np.linalg.norm(n, axis=1, keepdims=True)
            side = np.cross(n, t)
            out[:, h] = long, (dv * t).sum(axis=1), (dv * side).sum(axis=1)
    return tuple(np.nan_to_num(v, posinf=0.0, neginf=0.0) for v in out)  # type: ignore[return-value]  # three of them


def _pixels(corners: FloatArray, size: int) -> DoubleArray:
    """Texture places as pixels, y downwards."""
    out = corners.astype(np.float64) * size
    out[..., 1] = size - out[..., 1]
    return np.ascontiguousarray(out)


def on_samples(grain: Grain, corners: FloatArray, picture: ByteArray) -> ByteArray:
    """A picture at all colour samples, (N, 4) uint8 sRGB with alpha.

    Parameters
    ----------
    grain : Grain
    corners : (m, 4, 2) float32
        Texture places of the faces' corners, v upwards.
    picture : (h, w, 3) or (h, w, 4) uint8, sRGB
        Top row first.

    Raises
    ------
    YewfinchError
        If it is no such picture.
    """
    if picture.ndim != 3 or picture.shape[2] not in (3, 4) or min(picture.shape[:2]) < 2:
        raise YewfinchError("A map has to be a picture in colour, two pixels wide and high at least.")
    h, w = picture.shape[:2]
    places = _quad_places(grain, corners.astype(np.float64))
    places[..., 0] *= w
    places[..., 1] = h - places[..., 1] * h
    values = np.full((grain.count, picture.shape[2]), 255.0, np.float32)
    weighed = np.array(picture, np.float32, order="C")
    if picture.shape[2] == 4:  # what is clear has no colour that could count
        weighed[..., :3] *= weighed[..., 3:] / np.float32(255.0)
    kernels.looked_up(
        grain.quads, grain.edge, grain.corners, grain.edges, grain.across, np.ascontiguousarray(places), weighed,
        values,
    )  # fmt: skip
    out = np.full((grain.count, 4), 255, np.uint8)
    if picture.shape[2] == 4:
        values[:, :3] *= 255.0 / np.maximum(values[:, 3:], 1e-3)
    out[:, : values.shape[1]] = np.clip(np.round(values), 0.0, 255.0)
    return out


def _quad_places(grain: Grain, corners: DoubleArray) -> DoubleArray:
    """Texture places of the corners of the grain's quads, (q, 4, 2)."""
    if not len(grain.made):
        return corners.copy()
    faces = grain.faces
    triangle = faces[:, 2] == faces[:, 3]
    middle = np.where(triangle[:, None], corners[:, :3].mean(axis=1), corners.mean(axis=1))
    face = np.repeat(np.arange(len(faces)), np.diff(grain.first))
    c = np.arange(len(face)) - grain.first[face]
    many = np.where(triangle, 3, 4)[face]
    own = corners[face, c]
    after, before = corners[face, (c + 1) % many], corners[face, (c - 1) % many]
    return np.asarray(np.stack([own, 0.5 * (own + after), middle[face], 0.5 * (own + before)], axis=1))


def _warm() -> None:
    at = np.array([[0.0, 0.0, 0.0], [1.0, 0.0, 0.0], [1.0, 1.0, 0.0], [0.0, 1.0, 0.0]], POSITION)
    surface = Surface(at, np.array([[0, 1, 2, 3]], INDEX))
    corners = np.array([[[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]]], np.float32)
    picture = baked(surface, None, corners, 64)
    on_samples(Source.plain(surface).painting.grain, corners, picture)


warmup.register("colour maps", _warm)
