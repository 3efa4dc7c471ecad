"""Photos laid onto the skin from where they were taken: what the camera saw, lined up, faded and joined.

References
----------
Burt & Adelson 1983, "A multiresolution spline with application to image mosaics", ACM TOG 2:217: bands of detail are
joined over seams as wide as they are coarse; here the bands are those of the clay's net.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import ByteArray, DoubleArray, FloatArray
from yewfinch.core.shared.colour import to_linear
from yewfinch.core.sight.camera import Camera

#: Skin is taken in full up to this angle from the camera, degrees, and not at all from the second on.
_FULL, _NOTHING = 45.0, 76.0
#: What lies so much behind what the camera saw there is hidden, mm.
_BEHIND = 3.0
#: Pixels of the depths round about that may hide a place, too: edges are where photo and clay agree least.
_ROUND = 2
#: Knots of lining up along each side of a picture; softness of it, pixels of the kernel.
_KNOTS, _SOFT = 48, 2.0
#: Over so much of the picture's width what is drawn as a bound fades.
_BOUND = 0.02
#: Light is compared where two photos show the same skin at least so well.
_SAME = 0.15
#: Bands of detail: rounds of smoothing over the net; the coarsest first.
_BANDS = (60, 12)


@dataclass(frozen=True, eq=False)
class Shot:
    """A photo with its standpoint.

    Attributes
    ----------
    name : str
    camera : Camera
        Of the picture, in the clay's frame.
    pixels : (h, w, 3) uint8, sRGB
        At any scale.
    depth : (hd, wd) float32, mm
        What the camera sees of all clay, at any scale; infinite where there is none.
    pairs : (k, 4) float64
        Places on the picture where the clay has something, and where the photo has the same, pixels of the camera's
        picture; none if nothing is known.
    bounds : tuple of (k, 2) float64
        Lines drawn on the photo beyond which it shows no skin: hair, or what lies behind; pixels of the same.
    middle : (2,) float64 or None
        A place that is skin for certain; without it lines bound nothing.
    """

    name: str
    camera: Camera
    pixels: ByteArray
    depth: FloatArray
    pairs: DoubleArray
    bounds: tuple[DoubleArray, ...] = ()
    middle: DoubleArray | None = None


@dataclass(frozen=True, eq=False)
class Taken:
    """What a photo says of the skin.

    Attributes
    ----------
    colour : (n, 3) float32
        Linear light, 0 to 1, at each sample.
    weight : (n,) float32
        How well it is seen, 0 to 1.
    """

    colour: FloatArray
    weight: FloatArray


def taken(shot: Shot, places: FloatArray, normals: FloatArray, line_up: float = 1.0) -> Taken:
    """Look up samples of the skin on a photo.

    Parameters
    ----------
    shot : Shot
    places, normals : (n, 3) float32, mm and unit
    line_up : float
        How far features are brought onto each other while the clay is still off: 0 not at all, 1 fully.
    """
    camera = shot.camera
    at = camera.project(places)
    weight = visible(camera, shot.depth, places, normals)
    if line_up > 0.0 and len(shot.pairs) > 3:
        at = at + line_up * _shift(shot, at)
    if shot.middle is not None:
        for line in shot.bounds:
            rows = np.flatnonzero(weight > 0.0)
            weight[rows] *= within(line, shot.middle, at[rows], _BOUND * camera.width)
    h, w = shot.pixels.shape[:2]
    x, y = at[:, 0] * (w / camera.width) - 0.5, at[:, 1] * (h / camera.height) - 0.5
    weight[(x < 0.0) | (y < 0.0) | (x > w - 1.0) | (y > h - 1.0)] = 0.0
    colour = np.zeros((len(places), 3), np.float32)
    rows = np.flatnonzero(weight > 0.0)
    colour[rows] = _bilinear(_LIGHT[shot.pixels], x[rows], y[rows])
    return Taken(colour, weight.astype(np.float32))


def visible(camera: Camera, depth: FloatArray, places: FloatArray, normals: FloatArray) -> DoubleArray:
    """How well a camera sees places of a surface, (n,) 0 to 1: less where slanted, not where something hides them.

    Parameters
    ----------
    camera : Camera
    depth : (h, w) float32, mm
        What it sees of all clay, at any scale; infinite where there is none.
    places, normals : (n, 3) float32, mm and unit
    """
    deep = camera.depths(places)
    if camera.flat:
        to_eye = np.broadcast_to(-camera.rotation[2], places.shape)
    else:
        to_eye = camera.position - places
        to_eye = to_eye / np.maximum(np.linalg.norm(to_eye, axis=1, keepdims=True), 1e-9)
    cos = (to_eye * normals).sum(axis=1)
    weight = _fade(np.degrees(np.arccos(np.clip(cos, -1.0, 1.0))))
    weight[(deep <= 1.0) | _hidden(camera, depth, camera.project(places), deep)] = 0.0
    return weight


#: Linear light of each byte of sRGB.
_LIGHT = to_linear(np.arange(256) / 255.0).astype(np.float32)


def within(line: DoubleArray, middle: DoubleArray, at: DoubleArray, soft: float) -> DoubleArray:
    """How far places lie on the same side of a drawn line as a middle, (n,) 0 to 1.

    Parameters
    ----------
    line : (k, 2) float64
    middle : (2,) float64
    at : (n, 2) float64
        What lies beyond the line's ends is not bounded by it.
    soft : float
        Over so much it fades.
    """
    off, beyond = _beside(line, np.concatenate([middle[None], at]))
    side = 1.0 if off[0] >= 0.0 else -1.0
    share = np.clip(0.5 + side * off[1:] / soft, 0.0, 1.0)
    return np.where(beyond[1:], 1.0, share)


def beyond(line: DoubleArray, at: DoubleArray) -> npt.NDArray[np.bool_]:
    """Which places (n, 2) lie beyond the ends of a drawn line (k, 2), so that it says nothing of them."""
    return _beside(line, at)[1]


def _beside(line: DoubleArray, at: DoubleArray) -> tuple[DoubleArray, npt.NDArray[np.bool_]]:
    """How far places lie to the left of a line, less than 0 to its right, and which lie beyond its ends."""
    off, nearest = np.zeros(len(at)), np.full(len(at), np.inf)
    beyond = np.zeros(len(at), np.bool_)
    last = len(line) - 2
    for i in range(last + 1):
        a, way = line[i], line[i + 1] - line[i]
        long = float(way @ way)
        if long < 1e-12:
            continue
        step = at - a
        t = step @ way / long
        foot = step - np.clip(t, 0.0, 1.0)[:, None] * way
        far = np.hypot(foot[:, 0], foot[:, 1])
        better = far < nearest
        turn = (way[0] * step[:, 1] - way[1] * step[:, 0]) / np.sqrt(long)
        nearest[better] = far[better]
        off[better] = np.where(turn[better] >= 0.0, far[better], -far[better])
        beyond[better] = ((i == 0) & (t[better] < 0.0)) | ((i == last) & (t[better] > 1.0))
    return off, beyond


def _fade(angle: DoubleArray) -> DoubleArray:
    t = np.clip((_NOTHING - angle) / (_NOTHING - _FULL), 0.0, 1.0)
    return np.asarray(t * t * (3.0 - 2.0 * t))


def _hidden(camera: Camera, depth: FloatArray, at: DoubleArray, deep: DoubleArray) -> npt.NDArray[np.bool_]:
    """Which places have something before them, or nearly."""
    from scipy.ndimage import minimum_filter

    near = minimum_filter(depth, size=2 * _ROUND + 1, mode="nearest")
    h, w = near.shape
    x = np.clip((at[:, 0] * (w / camera.width)).astype(np.int64), 0, w - 1)
    y = np.clip((at[:, 1] * (h / camera.height)).astype(np.int64), 0, h - 1)
    pixel = deep / camera.focal * (camera.width / w)  # mm
    return np.asarray(near[y, x] < deep - _BEHIND - 2.5 * _ROUND * pixel)


def _shift(shot: Shot, at: DoubleArray) -> DoubleArray:
    """Steps in pixels that bring places on the picture onto the photo's features, smoothly: a thin plate."""
    from scipy.interpolate import RBFInterpolator

    camera, pairs = shot.camera, shot.pairs
    clay, _ = np.unique(np.round(pairs[:, :2], 2), axis=0, return_index=True)
    order = [int(np.flatnonzero((np.round(pairs[:, :2], 2) == c).all(axis=1))[0]) for c in clay]
    known, steps = pairs[order, :2], pairs[order, 2:] - pairs[order, :2]
    # nothing moves far away from all that is known
    low, high = known.min(axis=0), known.max(axis=0)
    room = 0.6 * float((high - low).max())
    rim = np.array(
        [(x, y) for x in np.linspace(low[0] - room, high[0] + room, 5) for y in (low[1] - room, high[1] + room)]
        + [(x, y) for y in np.linspace(low[1], high[1], 3) for x in (low[0] - room, high[0] + room)]
    )
    plate = RBFInterpolator(
        np.concatenate([known, rim]), np.concatenate([steps, np.zeros_like(rim)]), smoothing=_SOFT, degree=1
    )
    xs, ys = np.linspace(0.0, camera.width, _KNOTS), np.linspace(0.0, camera.height, _KNOTS)
    grid = np.stack(np.meshgrid(xs, ys), axis=-1).reshape(-1, 2)
    field = plate(grid).reshape(_KNOTS, _KNOTS, 2)
    outside = (grid < low - room).any(axis=1) | (grid > high + room).any(axis=1)
    field[outside.reshape(_KNOTS, _KNOTS)] = 0.0
    x = np.clip(at[:, 0] / camera.width * (_KNOTS - 1), 0.0, _KNOTS - 1.001)
    y = np.clip(at[:, 1] / camera.height * (_KNOTS - 1), 0.0, _KNOTS - 1.001)
    return _bilinear(field, x, y)


def _bilinear(values: npt.NDArray[np.floating], x: DoubleArray, y: DoubleArray) -> DoubleArray:
    """Values (h, w, k) at places between their pixels, (n, k)."""
    h, w = values.shape[:2]
    i, j = np.clip(x.astype(np.int64), 0, w - 2), np.clip(y.astype(np.int64), 0, h - 2)
    u, v = np.clip(x - i, 0.0, 1.0)[:, None], np.clip(y - j, 0.0, 1.0)[:, None]
    top = (1.0 - u) * values[j, i] + u * values[j, i + 1]
    low = (1.0 - u) * values[j + 1, i] + u * values[j + 1, i + 1]
    return np.asarray((1.0 - v) * top + v * low)


def evened(several: Sequence[Taken]) -> list[Taken]:
    """The same photos with white balance and exposure brought together, by a factor for each channel of each.

    Least squares on the logarithms of light where two show the same skin; the mean of all stays.
    """
    count = len(several)
    if count < 2:
        return list(several)
    gains: DoubleArray = np.zeros((count, 3))
    normal, right = np.eye(count) * 1e-3, np.zeros((count, 3))
    met = False
    for i in range(count):
        for j in range(i + 1, count):
            both = np.minimum(several[i].weight, several[j].weight)
            rows = np.flatnonzero(both > _SAME)
            if len(rows) < 50:
                continue
            met = True
            off = np.log(np.maximum(several[i].colour[rows], 1e-3)) - np.log(np.maximum(several[j].colour[rows], 1e-3))
            typical, much = np.median(off, axis=0), float(both[rows].sum())
            normal[i, i] += much
            normal[j, j] += much
            normal[i, j] -= much
            normal[j, i] -= much
            right[i] -= much * typical
            right[j] += much * typical
    if met:
        gains = np.asarray(np.linalg.solve(normal, right))
        gains = gains - gains.mean(axis=0)
    return [Taken((t.colour * np.exp(g)).astype(np.float32), t.weight) for t, g in zip(several, gains, strict=True)]


def joined(several: Sequence[Taken], surface: Surface, spread) -> list[Taken]:  # type: ignore[no-untyped-def]
    """The same photos so that they join without a seam: each keeps its own detail and takes the coarse light of all.

    Parameters
    ----------
    several : sequence of Taken
        The first samples are the surface's vertices.
    surface : Surface
    spread : callable (values (n, k)) -> (N, k)
        Brings values of vertices to the samples.

    Returns
    -------
    list of Taken
        With weights that come to no more than 1 together.
    """
    if len(several) < 2:
        return list(several)
    n = len(surface)
    smooth = _smoother(surface)
    weights = np.stack([t.weight for t in several])
    sharp = weights**4
    sharp /= np.maximum(sharp.sum(axis=0), 1e-9)
    whole = np.maximum(weights.max(axis=0), 0.0)
    out: list[DoubleArray] = [t.colour.astype(np.float64) for t in several]
    bands: list[DoubleArray] = []
    for rounds in _BANDS:
        mean: DoubleArray = np.zeros((n, 3))
        for k, t in enumerate(several):
            own = smooth(np.concatenate([t.colour[:n] * t.weight[:n, None], t.weight[:n, None]], axis=1), rounds)
            low = own[:, :3] / np.maximum(own[:, 3:], 1e-6)
            share = smooth(sharp[k, :n, None], rounds)
            mean = np.asarray(mean + share * np.where(own[:, 3:] > 1e-3, low, 0.0))
            bands.append(low)
        total = sum(smooth(sharp[k, :n, None], rounds) for k in range(len(several)))
        common: DoubleArray = np.asarray(mean / np.maximum(total, 1e-6))
        for k in range(len(several)):
            low = bands[-len(several) + k]
            factor = np.clip(common / np.maximum(low, 1e-3), 0.5, 2.0)
            out[k] = np.asarray(out[k] * spread(np.where(low > 1e-4, factor, 1.0).astype(np.float32)))
        several = [Taken(c.astype(np.float32), t.weight) for c, t in zip(out, several, strict=True)]
    return [Taken(t.colour, (s * whole).astype(np.float32)) for t, s in zip(several, sharp, strict=True)]


def _smoother(surface: Surface):  # type: ignore[no-untyped-def]  # a closure over one sparse matrix
    """Smoothing of values (n, k) over the net, so many rounds."""
    from scipy.sparse import csr_array, diags_array

    n = len(surface)
    count = np.diff(surface.ring_at).astype(float)
    ring = csr_array((np.ones(len(surface.ring)), surface.ring, surface.ring_at), shape=(n, n))
    mix = diags_array(0.5 / np.maximum(count, 1.0)) @ ring + diags_array(np.where(count > 0, 0.5, 1.0))

    def smooth(values: DoubleArray, rounds: int) -> DoubleArray:
        for _ in range(rounds):
            values = mix @ values
        return np.asarray(values)

    return smooth


def stacked(several: Sequence[Taken]) -> list[FloatArray]:
    """Alphas of layers that lie over each other, the first uppermost, with which each counts by its weight."""
    left = np.ones(len(several[0].weight), np.float32)
    out = []
    for t in several:
        out.append(np.clip(t.weight / np.maximum(left, 1e-6), 0.0, 1.0).astype(np.float32))
        left = np.maximum(left - t.weight, 0.0)
    return out
