"""Laying any surface out flat in charts, where it has no texture places, so that maps of it can be written.

Faces that look about the same way and hang together are one chart, seen along that way: no angle is stretched by more
than a quarter where the form is smooth. Charts are packed by the library xatlas.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.skin import _map_kernels as kernels

#: Ways that charts look: along the axes of a cube and through its corners.
_WAYS = np.array(
    [[x, y, z] for x in (-1, 0, 1) for y in (-1, 0, 1) for z in (-1, 0, 1) if abs(x) + abs(y) + abs(z) in (1, 3)], float
)
_WAYS /= np.linalg.norm(_WAYS, axis=1, keepdims=True)
#: Rounds in which neighbours even out which way faces look; charts of fewer faces join a neighbour.
_ROUNDS, _FEWEST = 3, 24
#: Neighbours that look no farther apart than this, as the cosine, are one soft form.
_SOFT = 0.7
#: A face may be seen from the side by so much, as the cosine, when its chart joins another.
_SLANT = 0.3
#: Side of the picture that overlaps are looked for on, pixels; rounds of that.
_LOOKED, _TRIES = 2048, 6
#: Pixels that two faces have to share to count as one over the other: rims of neighbours meet on some.
_PIXELS = 3
#: Faces that can be laid out.
_MOST = 4_000_000
#: Room between charts, pixels of 1024.
_ROOM = 6


def unwrapped(surface: Surface, progress: Progress = silent) -> FloatArray:
    """Texture places of the corners of all faces.

    Parameters
    ----------
    surface : Surface
    progress : Progress
        May cancel.

    Returns
    -------
    (m, 4, 2) float32
        0 to 1, v upwards. No two faces share a place.

    Raises
    ------
    YewfinchError
        If there are too many faces.
    """
    count = len(surface.faces)
    if count > _MOST:
        raise YewfinchError("This piece has too many faces to be laid out flat. Go to a coarser level, or reduce it.")
    progress(0.05, "finding charts")
    one, two = _neighbours(surface.faces)
    normals, even = _normals(surface, one, two)
    label = np.argmax(even @ _WAYS.T, axis=1)
    turned = (normals * _WAYS[label]).sum(axis=1) < _SLANT
    label[turned] = np.argmax(normals[turned] @ _WAYS.T, axis=1)
    chart = _charts(label, one, two)
    for _ in range(6):
        label = _joined(label, chart, normals, one, two)
        chart = _charts(label, one, two)
    way = _WAYS[label]
    layer = np.zeros(count, np.int64)
    for attempt in range(_TRIES + 1):
        progress(0.2 + 0.15 * attempt, "packing charts")
        flat = _seen(surface, way)
        uv = _packed(surface.faces, chart, flat)
        hidden = np.zeros(0, np.int64) if attempt == _TRIES else _hidden(surface, uv, way)
        if not len(hidden):
            break
        layer[hidden] += 1  # what lies under another part of its chart becomes a chart of its own
        chart = _charts(label + len(_WAYS) * layer, one, two)
    low, high = min(float(uv.min()), 0.0), max(float(uv.max()), 1.0)  # packing may leave the square by a hair
    return np.ascontiguousarray((uv - low) / (high - low), np.float32)


def _neighbours(faces: IndexArray) -> tuple[IndexArray, IndexArray]:
    """Pairs of faces that share an edge."""
    m = len(faces)
    a = faces.ravel()
    b = np.roll(faces, -1, axis=1).ravel()
    face = np.repeat(np.arange(m, dtype=np.int32), 4)
    real = a != b
    low, high, face = np.minimum(a, b)[real].astype(np.int64), np.maximum(a, b)[real].astype(np.int64), face[real]
    order = np.argsort(low << 32 | high, kind="stable")
    key = (low << 32 | high)[order]
    same = np.flatnonzero(key[1:] == key[:-1])
    return face[order[same]], face[order[same + 1]]


def _normals(surface: Surface, one: IndexArray, two: IndexArray) -> tuple[DoubleArray, DoubleArray]:
    """Which way faces look, (m, 3) unit, and the same evened out where they bend softly."""
    at = surface.positions[surface.faces].astype(np.float64)
    out = np.cross(at[:, 2] - at[:, 0], at[:, 3] - at[:, 1])
    triangle = surface.faces[:, 2] == surface.faces[:, 3]
    out[triangle] = np.cross(at[triangle, 1] - at[triangle, 0], at[triangle, 2] - at[triangle, 0])
    own = out / np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-12)
    soft = (own[one] * own[two]).sum(axis=1) > _SOFT
    one, two = one[soft], two[soft]
    for _ in range(_ROUNDS):
        more = out.copy()
        for k in range(3):
            more[:, k] += np.bincount(one, out[two, k], len(out)) + np.bincount(two, out[one, k], len(out))
        out = more
    return own, np.asarray(out / np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-12))


def _charts(label: np.ndarray, one: IndexArray, two: IndexArray) -> np.ndarray:
    """The number of the connected lot of faces of one label that each face lies in."""
    from scipy.sparse import coo_array
    from scipy.sparse.csgraph import connected_components

    same = label[one] == label[two]
    links = coo_array((np.ones(int(same.sum()), np.int8), (one[same], two[same])), shape=(len(label),) * 2)
    return np.asarray(connected_components(links, directed=False)[1])


def _joined(label: np.ndarray, chart: np.ndarray, normals: DoubleArray, one: IndexArray, two: IndexArray) -> np.ndarray:
    """Labels in which faces of small charts have that of a larger neighbour that sees them, too."""
    size = np.bincount(chart)
    small = size[chart] < max(_FEWEST, len(label) // 5000)
    out, best = label.copy(), np.where(small, 0, size[chart])
    for a, b in ((one, two), (two, one)):
        fits = small[a] & (size[chart[b]] > size[chart[a]]) & ((normals[a] * _WAYS[label[b]]).sum(axis=1) > _SLANT)
        rows, source = a[fits], b[fits]
        order = np.argsort(size[chart[source]], kind="stable")
        rows, source = rows[order], source[order]
        better = size[chart[source]] > best[rows]
        out[rows[better]] = label[source[better]]
        best[rows[better]] = size[chart[source[better]]]
    return out


def _seen(surface: Surface, way: DoubleArray) -> DoubleArray:
    """Corners of faces (m, 4, 2), mm, as they are seen from where each face's chart looks."""
    up = np.where(np.abs(way[:, 1:2]) > 0.9, np.array([0.0, 0.0, -1.0]), np.array([0.0, 1.0, 0.0]))
    right = np.cross(up, way)
    right /= np.linalg.norm(right, axis=1, keepdims=True)
    above = np.cross(way, right)
    at = surface.positions[surface.faces].astype(np.float64)
    return np.stack([(at * right[:, None]).sum(axis=2), (at * above[:, None]).sum(axis=2)], axis=2)


def _packed(faces: IndexArray, chart: np.ndarray, flat: DoubleArray) -> DoubleArray:
    """Charts side by side on a square, none over another: corners (m, 4, 2) of 0 to 1."""
    import xatlas

    m = len(faces)
    key = chart[:, None].astype(np.int64) * (int(faces.max()) + 1) + faces  # a vertex in a chart
    _, first, number = np.unique(key.ravel(), return_index=True, return_inverse=True)
    corner = number.reshape(m, 4)
    places = flat.reshape(-1, 2)[first].astype(np.float32)
    quad = faces[:, 2] != faces[:, 3]
    triangles = np.concatenate([corner[:, :3], corner[quad][:, [0, 2, 3]]]).astype(np.uint32)
    owner = np.concatenate([chart, chart[quad]]).astype(np.uint32)
    atlas = xatlas.Atlas()
    atlas.add_uv_mesh(places, triangles, owner[:, None])
    options = xatlas.PackOptions()
    options.padding, options.resolution = _ROOM, 1024
    atlas.generate(xatlas.ChartOptions(), options)
    _, index, uv = atlas.get_mesh(0)
    side = max(atlas.width, atlas.height)
    scaled = uv.astype(np.float64) * (np.array([atlas.width, atlas.height]) / side)
    out = np.empty((m, 4, 2))
    first_half, second = scaled[index[:m]], scaled[index[m:]]
    out[:, :3] = first_half
    out[:, 3] = out[:, 2]
    out[quad, 3] = second[:, 2]
    return out


def _hidden(surface: Surface, uv: DoubleArray, way: DoubleArray) -> np.ndarray:
    """Faces that lie under another one on the picture, seen along their charts' ways."""
    corners = uv * _LOOKED
    corners[..., 1] = _LOOKED - corners[..., 1]
    last = len(uv) - 1
    top = _drawn(surface.faces, corners)
    low = _drawn(surface.faces[::-1], corners[::-1])  # in the other order another one comes out on top
    differ = (top >= 0) & (top != last - low)
    pairs = np.stack([top[differ], last - low[differ]], axis=1).astype(np.int64)
    if not len(pairs):
        return np.zeros(0, np.int64)
    pairs, count = np.unique(pairs, axis=0, return_counts=True)
    pairs = pairs[count >= _PIXELS]
    depth = (surface.positions[surface.faces].mean(axis=1) * way).sum(axis=1)
    under = np.where(depth[pairs[:, 0]] < depth[pairs[:, 1]], pairs[:, 0], pairs[:, 1])
    return np.unique(under)


def _drawn(faces: IndexArray, corners: DoubleArray) -> IndexArray:
    """The face that was drawn last at each pixel; -1 for none."""
    face, half = np.full((_LOOKED, _LOOKED), -1, INDEX), np.zeros((_LOOKED, _LOOKED), INDEX)
    weights = np.zeros((_LOOKED, _LOOKED, 2), np.float32)
    kernels.rastered(np.ascontiguousarray(faces), np.ascontiguousarray(corners), _LOOKED, face, half, weights)
    return face
