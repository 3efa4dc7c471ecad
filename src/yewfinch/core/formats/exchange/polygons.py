"""Polygons of any number of corners as the quads and triangles that surfaces are made of."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import MAX_FACES
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadFileError
from yewfinch.core.shared.phrases import phrase

#: Most corners of one polygon: cutting takes time with their square.
MOST_CORNERS = 20_000

Slots = npt.NDArray[np.int64]


def cut(
    corners: npt.NDArray[np.int64],
    counts: npt.NDArray[np.int64],
    positions: npt.NDArray[np.float64],
    name: str,
    *,
    own: bool = False,
) -> Slots:
    """Cut polygons into quads and triangles, hollow ones too.

    Parameters
    ----------
    corners : (k,) int64
        Vertices of all polygons, one after another.
    counts : (p,) int64
        Corners of each; those with fewer than three give nothing.
    positions : (n, 3) float64
    name : str
        Of the file, for messages.
    own : bool
        Yewfinch wrote the file: its quads begin where they shall be cut.

    Returns
    -------
    (m, 4) int64
        Places in `corners`, in the order of the polygons; a triangle repeats its third. A quad's inner diagonal goes
        from its
        first to its third corner.

    Raises
    ------
    BadFileError
        If a vertex is not there, or there are absurdly many faces or corners.

    Notes
    -----
    Hollow polygons are cut by ears (Meisters 1975) in their mean plane (Newell's normal; Sutherland et al. 1974).
    """
    if len(counts) and int(counts.max()) > MOST_CORNERS:
        raise BadFileError(
            phrase(
                "{0} has a face of {1} corners; at most {2} can be used.",
                name,
                grouped(int(counts.max())),
                grouped(MOST_CORNERS),
            )
        )
    if int(np.maximum(counts - 2, 0).sum()) > MAX_FACES:
        raise BadFileError(phrase("{0} has more faces than can be used ({1}).", name, grouped(MAX_FACES)))
    if len(corners) and (corners.min() < 0 or corners.max() >= len(positions)):
        raise BadFileError(phrase("{0} has faces that name vertices it does not have.", name))
    starts = np.concatenate([[0], np.cumsum(counts)[:-1]]) if len(counts) else counts
    parts: list[Slots] = []
    order: list[Slots] = []
    three, four = np.flatnonzero(counts == 3), np.flatnonzero(counts == 4)
    parts.append(starts[three, None] + np.array([[0, 1, 2, 2]]))
    order.append(three)
    parts.append(starts[four, None] + np.arange(4) if own else _quads(starts[four], corners, positions))
    order.append(four)
    for p in np.flatnonzero(counts > 4):
        made = _many(corners[starts[p] : starts[p] + counts[p]], positions)
        parts.append(starts[p] + made)
        order.append(np.full(len(made), p, np.int64))
    return np.concatenate(parts)[np.argsort(np.concatenate(order), kind="stable")].astype(np.int64)


def _quads(starts: npt.NDArray[np.int64], corners: npt.NDArray[np.int64], positions: npt.NDArray[np.float64]) -> Slots:
    """Quads as they come, or begun at their second corner if that or the fourth is hollow."""
    slots = starts[:, None] + np.arange(4)
    p = positions[corners[slots]] if len(slots) else np.zeros((0, 4, 3))
    normal = np.cross(p[:, 2] - p[:, 0], p[:, 3] - p[:, 1])
    at = [np.einsum("ij,ij->i", np.cross(p[:, i] - p[:, i - 1], p[:, (i + 1) % 4] - p[:, i]), normal) for i in (1, 3)]
    hollow = np.minimum(*at) < 0 if len(slots) else np.zeros(0, bool)
    slots[hollow] = np.roll(slots[hollow], -1, axis=1)
    return slots


def _many(loop: npt.NDArray[np.int64], positions: npt.NDArray[np.float64]) -> Slots:
    """One polygon of five or more corners as triangles, (n - 2, 4) places in it."""
    n = len(loop)
    fan = np.stack([np.zeros(n - 2, np.int64), np.arange(1, n - 1), np.arange(2, n), np.arange(2, n)], axis=1)
    p = positions[loop]
    with np.errstate(all="ignore"):
        p = p - p.mean(axis=0)
        after = np.roll(p, -1, axis=0)
        normal = np.cross(p, after).sum(axis=0)
        length = float(np.linalg.norm(normal))
    if not (np.isfinite(length) and length > 0):
        return fan
    normal /= length
    turns = np.cross(after - p, np.roll(p, -2, axis=0) - after) @ normal
    if (turns >= 0).all():
        return fan
    from mapbox_earcut import triangulate_float64

    across = np.cross(normal, np.eye(3)[int(np.argmin(np.abs(normal)))])
    across /= np.linalg.norm(across)
    flat = np.stack([p @ across, p @ np.cross(normal, across)], axis=1)
    ears = triangulate_float64(flat, np.array([n], np.uint32)).reshape(-1, 3).astype(np.int64)
    if not len(ears):
        return fan
    a, b, c = (flat[ears[:, i]] for i in range(3))
    away = (b[:, 0] - a[:, 0]) * (c[:, 1] - a[:, 1]) - (b[:, 1] - a[:, 1]) * (c[:, 0] - a[:, 0]) < 0
    ears[away] = ears[away][:, ::-1]
    return np.concatenate([ears, ears[:, 2:]], axis=1)
