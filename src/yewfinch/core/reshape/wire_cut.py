"""Cutting a closed surface along a line drawn on a view, and closing both halves along the cut."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.repair.divide import Divided, divided
from yewfinch.core.mesh.repair.holes import border_edges
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.repair.parts import used_rows
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.caps import Cap, evened_caps
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.sight.outline import Outline

#: Rims of up to so many edges are closed.
_LONGEST = 20_000
#: Vertices nearer to the cut than this, pixels, lie on it: no slivers.
_NEAR = 1e-3
_KNOTTED = "The cut closes on itself in a way that cannot be capped. Draw it a little differently."


@dataclass(frozen=True, eq=False)
class Half:
    """One side of a cut.

    Attributes
    ----------
    surface : Surface
        Of plain clay unless channels were given; closed if what was cut was.
    ends : (n, 2) int64
        Old vertices between which each vertex lies.
    share : (n,) float64
        How far from the first to the second.
    """

    surface: Surface
    ends: npt.NDArray[np.int64]
    share: DoubleArray

    def carried(self, channel: npt.NDArray[Any]) -> npt.NDArray[Any]:
        """A channel of the old surface on this one."""
        a, b = channel[self.ends[:, 0]].astype(np.float64), channel[self.ends[:, 1]].astype(np.float64)
        t = self.share.reshape(-1, *[1] * (channel.ndim - 1))
        mixed = a + (b - a) * t
        return np.asarray(
            np.round(mixed).astype(np.uint8) if channel.dtype == np.uint8 else mixed.astype(channel.dtype)
        )


def cut(
    surface: Surface, outline: Outline, *, held: npt.NDArray[np.bool_] | None = None
) -> tuple[Half | None, Half | None]:
    """Cut a surface along an outline.

    Parameters
    ----------
    surface : Surface
    outline : Outline
        The cut runs along the view through all of the surface.
    held : (n,) bool, optional
        Vertices that stay on the second side wherever they are: masked ones.

    Returns
    -------
    Half or None
        What lies within the outline, or to the right of an open line; None if nothing does.
    Half or None
        The rest.

    Raises
    ------
    YewfinchError
        If a cap cannot be made.
    """
    at = surface.positions.astype(np.float64)
    values = outline.side(at)
    values[np.abs(values) < _NEAR] = 0.0
    if held is not None:
        values[held] = np.abs(values[held]) + _NEAR
    found = divided(at, surface.faces, values, outline.side if held is None else None)
    if not len(found.low) or not len(found.high):
        whole = Half(surface.copy(), np.stack([np.arange(len(at))] * 2, axis=1), np.zeros(len(at)))
        return (whole, None) if len(found.low) else (None, whole)
    was_closed = bool((surface.closed == 1).all())
    try:
        lots, scale = _caps(found, outline, surface)
        capped, caps = evened_caps(found, lots, lambda places: outline.on_wall(places / (scale, 1.0)))
        back = caps[:, [0, 2, 1, 1]]
        halves = _half(capped, np.concatenate([found.low, caps])), _half(capped, np.concatenate([found.high, back]))
    except YewfinchError:
        if not was_closed:
            raise
        halves = None
    if halves is None or (was_closed and not _sound(*halves)):  # rims that cross or lie on one another
        halves = _closed(_half(found, found.low)), _closed(_half(found, found.high))
        if not _sound(*halves):
            raise YewfinchError(_KNOTTED)
    return halves


def _sound(*halves: Half) -> bool:
    """Are all closed?"""
    return all((half.surface.closed == 1).all() for half in halves)


def _half(found: Divided, faces: IndexArray) -> Half:
    rows, local = used_rows(faces, len(found.positions))
    ordered, order = in_face_order(found.positions[rows].astype(np.float32), local.astype(INDEX))
    kept = rows[order]
    return Half(Surface(found.positions[kept], ordered), found.ends[kept], found.share[kept])


def _closed(half: Half) -> Half:
    """A half whose rim does not lie on the cut's wall, closed by itself."""
    made = mended(
        half.surface.positions, half.surface.faces, weld=0.0, speck=0.0, longest=_LONGEST, flat=True, crossing=True
    )
    ordered, order = in_face_order(made.positions.astype(np.float32), made.faces)
    rows = made.origin[order]
    return Half(Surface(made.positions[order], ordered), half.ends[rows], half.share[rows])


def _caps(found: Divided, outline: Outline, surface: Surface) -> tuple[list[Cap], float]:
    """What closes the lower lot where it was cut, turned round it closes the upper one.

    And mm along its wall for each pixel of the outline.
    """
    start, end = border_edges(found.low, len(found.positions))
    was_open = {int(v) for v in np.nonzero(surface.closed == 0)[0]} if (surface.closed == 0).any() else set()
    follow: dict[int, list[int]] = {}
    for a, b in zip(end.tolist(), start.tolist(), strict=True):
        if found.on_cut[a] and found.on_cut[b] and not (a in was_open and b in was_open):
            follow.setdefault(a, []).append(b)
    loops = _loops(follow)
    if not loops:
        return [], 1.0
    place = outline.place(found.positions)
    flat = [place[loop] for loop in loops]
    # pixels along and millimetres deep are brought to one measure
    scale = float(np.median([outline.camera.mm_per_pixel(found.positions[loop[0]]) for loop in loops]))
    flat = [f * (scale, 1.0) for f in flat]
    return _filled(loops, flat, outline.length * scale if outline.closed else None), scale


def _loops(follow: dict[int, list[int]]) -> list[npt.NDArray[np.int64]]:
    """Closed loops of directed edges; where several meet in a vertex the last one is taken first."""
    out = []
    while follow:
        first = next(iter(follow))
        loop, at = [first], _taken(follow, first)
        where = {first: 0}
        while at is not None:
            if at in where:  # a loop closes here: what led to it goes on
                own = loop[where[at] :]
                if len(own) > 2:
                    out.append(np.array(own, np.int64))
                for v in own[1:]:
                    where.pop(v, None)
                loop = loop[: where[at] + 1]
                if not follow.get(at):
                    if len(loop) > 1:
                        loop.pop()
                        where.pop(at)
                        at = loop[-1]
                        continue
                    break
            else:
                where[at] = len(loop)
                loop.append(at)
            at = _taken(follow, at)
    return out


def _taken(follow: dict[int, list[int]], at: int) -> int | None:
    ways = follow.get(at)
    if not ways:
        follow.pop(at, None)
        return None
    out = ways.pop()
    if not ways:
        del follow[at]
    return out


def _filled(loops: list[npt.NDArray[np.int64]], flat: list[DoubleArray], turn: float | None) -> list[Cap]:
    """Caps within loops of a wall: outer loops less those inside them; on a closed wall loops may run round it."""
    round_wall: list[tuple[npt.NDArray[np.int64], DoubleArray, int]] = []
    plain: list[tuple[npt.NDArray[np.int64], DoubleArray]] = []
    for loop, at in zip(loops, flat, strict=True):
        if turn is None:
            plain.append((loop, at))
            continue
        steps = np.diff(np.r_[at[:, 0], at[:1, 0]])
        steps -= turn * np.round(steps / turn)
        winding = round(float(steps.sum()) / turn)
        along = at[0, 0] + np.r_[0.0, np.cumsum(steps)[:-1]]
        unrolled = np.stack([along, at[:, 1]], axis=1)
        if winding == 0:
            plain.append((loop, unrolled))
        else:
            round_wall.append((loop, unrolled, winding))
    out = [] if not plain else [_polygons(plain)]
    # a loop that runs round the wall ends with the one behind it that runs the other way: between them is the
    # wall's inside
    round_wall.sort(key=lambda item: float(item[1][:, 1].mean()))
    for (near, near_at, w), (far, far_at, v) in zip(round_wall[::2], round_wall[1::2], strict=False):
        if w + v != 0 or turn is None:
            raise YewfinchError(_KNOTTED)
        out.append(_between(near, near_at, far, far_at, turn))
    if len(round_wall) % 2:
        raise YewfinchError("The cut ends inside the clay, so it cannot be capped. Draw it a little differently.")
    return out


def _polygons(rings: list[tuple[npt.NDArray[np.int64], DoubleArray]]) -> Cap:
    """Triangles of nested rings, every other one a hole."""
    from mapbox_earcut import triangulate_float64

    depth = [sum(_holds(other[1], at[0]) for j, other in enumerate(rings) if j != i) for i, (_, at) in enumerate(rings)]
    out = []
    for i, (_, at) in enumerate(rings):
        if depth[i] % 2:
            continue
        inner = [j for j, (_, hole) in enumerate(rings) if depth[j] == depth[i] + 1 and _holds(at, hole[0])]
        group = [i, *inner]
        points = np.concatenate([rings[j][1] for j in group])
        rows = np.concatenate([rings[j][0] for j in group])
        ends = np.cumsum([len(rings[j][0]) for j in group]).astype(np.uint32)
        found = np.asarray(triangulate_float64(points, ends), np.int64).reshape(-1, 3)
        # the library turns all alike; they must run as the outer ring does
        area = float((at[:, 0] * np.roll(at[:, 1], -1) - np.roll(at[:, 0], -1) * at[:, 1]).sum())
        a, b, c = (points[found[:, k]] for k in range(3))
        turned = float(((b - a)[:, 0] * (c - a)[:, 1] - (b - a)[:, 1] * (c - a)[:, 0]).sum())
        if turned * area < 0:
            found = found[:, ::-1]
        out.append(_complete(rows[found], [rings[j][0] for j in group]))
    if not out:
        raise YewfinchError(_KNOTTED)
    rows, first = np.unique(np.concatenate([loop for loop, _ in rings]), return_index=True)
    return Cap(rows, np.concatenate([at for _, at in rings])[first], np.searchsorted(rows, np.concatenate(out)))


def _complete(triangles: npt.NDArray[np.int64], loops: list[npt.NDArray[np.int64]]) -> npt.NDArray[np.int64]:
    """See that every edge of the loops has its triangle; where points fall together the library leaves some out."""
    have = {(int(a), int(b)) for t in triangles for a, b in ((t[0], t[1]), (t[1], t[2]), (t[2], t[0]))}
    wanted = {(int(a), int(b)) for loop in loops for a, b in zip(loop, np.roll(loop, -1), strict=True)}
    rim = {(a, b) for a, b in have if (b, a) not in have}
    if rim == wanted:
        return triangles
    # what lacks between the triangles' rim and the loops are chains without area: a fan closes each
    follow = dict([*(wanted - rim), *((b, a) for a, b in rim - wanted)])
    extra = []
    while follow:
        first = next(iter(follow))
        chain, at = [first], follow.pop(first)
        while at != first and at in follow:
            chain.append(at)
            at = follow.pop(at)
        if at != first:
            raise YewfinchError("The cut cannot be capped: its rim crosses itself. Draw it a little differently.")
        extra += [(chain[0], chain[k], chain[k + 1]) for k in range(1, len(chain) - 1)]
    return np.concatenate([triangles, np.array(extra, np.int64).reshape(-1, 3)])


def _between(
    near: npt.NDArray[np.int64], near_at: DoubleArray, far: npt.NDArray[np.int64], far_at: DoubleArray, turn: float
) -> Cap:
    """A band of triangles between two loops that run round a wall in opposite directions."""
    far, far_at = far[::-1], far_at[::-1]
    if near_at[-1, 0] < near_at[0, 0]:  # both towards growing places
        flip = True
        near, near_at, far, far_at = near[::-1], near_at[::-1], far[::-1], far_at[::-1]
    else:
        flip = False
    a, b = near_at[:, 0], far_at[:, 0]
    shift = int(np.argmin(np.abs((b - a[0] + turn / 2) % turn - turn / 2)))
    far, deep = np.roll(far, -shift), np.roll(far_at[:, 1], -shift)
    b = np.r_[b[shift:], b[:shift] + turn]
    b = b + turn * np.round((a[0] - b[0]) / turn)
    near, far = np.r_[near, near[0]], np.r_[far, far[0]]
    a, b = np.r_[a, a[0] + turn], np.r_[b, b[0] + turn]
    i = j = 0
    n = len(near)
    out = []
    while i < n - 1 or j < len(far) - 1:
        step_near = j == len(far) - 1 or (i < n - 1 and a[i + 1] <= b[j + 1])
        if step_near:
            out.append((i, i + 1, n + j))
            i += 1
        else:
            out.append((i, n + j + 1, n + j))
            j += 1
    triangles = np.array(out, np.int64)
    if flip:
        triangles = triangles[:, ::-1]
    flat = np.stack([np.r_[a, b], np.r_[near_at[:, 1], near_at[0, 1], deep, deep[0]]], axis=1)
    return Cap(np.r_[near, far], flat, triangles, ((0, n), (n - 1, n + len(far) - 1)))


def _holds(ring: DoubleArray, point: DoubleArray) -> bool:
    """Whether a ring goes round a point (even-odd)."""
    a, b = ring, np.roll(ring, -1, axis=0)
    between = (a[:, 1] > point[1]) != (b[:, 1] > point[1])
    rise = np.where(a[:, 1] == b[:, 1], 1.0, b[:, 1] - a[:, 1])
    meets = a[:, 0] + (point[1] - a[:, 1]) / rise * (b[:, 0] - a[:, 0])
    return bool((between & (point[0] < meets)).sum() % 2)
