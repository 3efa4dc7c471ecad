"""Colour as a picture by texture places, for other programs, and such a picture back onto the samples."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.skin import _map_kernels as kernels
from yewfinch.core.skin import _transfer_kernels
from yewfinch.core.skin.colour_layers import Painting
from yewfinch.core.skin.grain import Grain
from yewfinch.core.skin.paint_transfer import Source

#: Sides of maps, pixels.
SIZES = (1024, 2048, 4096, 8192)
#: Colour goes on beyond the rims of what is covered by so many pixels of each 1024.
_PADDING = 6


def size_for(surface: Surface, painting: Painting | None, corners: FloatArray) -> int:
    """The smallest map whose pixels are about as fine as the colour samples of a piece."""
    count = len(surface) if painting is None else painting.grain.count
    a, b, c, d = (corners[:, k].astype(np.float64) for k in range(4))
    area = 0.5 * np.abs(_cross(b - a, c - a)) + 0.5 * np.abs(_cross(c - a, d - a))
    wanted = np.sqrt(count / max(float(area.sum()), 1e-6))
    return next((s for s in SIZES if s >= 0.8 * wanted), SIZES[-1])


def _cross(a: DoubleArray, b: DoubleArray) -> DoubleArray:
    return np.asarray(a[:, 0] * b[:, 1] - a[:, 1] * b[:, 0])


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
    from scipy.ndimage import distance_transform_edt

    if not 64 <= size <= SIZES[-1]:
        raise YewfinchError(f"A map of {size} pixels makes no sense; 64 to {SIZES[-1]} do.")
    source = Source.plain(surface) if painting is None else Source(surface, painting)
    face, half = np.full((size, size), -1, INDEX), np.zeros((size, size), INDEX)
    weights = np.zeros((size, size, 2))
    kernels.rastered(surface.faces, _pixels(corners, size), size, face, half, weights)
    at = np.flatnonzero(face.ravel() >= 0)
    if not len(at):
        raise YewfinchError("No face of the piece lies on its map.")
    g = source.painting.grain
    rows, shares = np.empty((len(at), 4), INDEX), np.empty((len(at), 4), np.float32)
    _transfer_kernels.around(
        face.ravel()[at], half.ravel()[at], weights.reshape(-1, 2)[at], g.faces, g.first, g.quads, g.edge, g.corners,
        g.edges, g.across, len(g.made) > 0, rows, shares,
    )  # fmt: skip
    colours = np.empty((len(at), 4), np.uint8)
    _transfer_kernels.mixed(rows, shares, source.painting.shown, False, colours)
    out = np.zeros((size * size, 4), np.uint8)
    kernels.filled(at, colours, out)
    picture = out.reshape(size, size, 4)
    far, (y, x) = distance_transform_edt(face < 0, return_indices=True)
    rim = (far > 0) & (far <= _PADDING * size / 1024)
    picture[rim] = picture[y[rim], x[rim]]
    return picture


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
    kernels.looked_up(
        grain.quads, grain.edge, grain.corners, grain.edges, grain.across, np.ascontiguousarray(places),
        np.array(picture, np.uint8, order="C"), values,
    )  # fmt: skip
    out = np.full((grain.count, 4), 255, np.uint8)
    out[:, : values.shape[1]] = np.round(values)
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
