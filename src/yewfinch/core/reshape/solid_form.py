"""From a solid to its surface: closed and of quads wherever a kind allows."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.mesh.surface.nets import box_net, grid_quads, ring_net
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.solid import Solid, checked
from yewfinch.core.shared.arrays import DoubleArray, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase

#: Quads of one solid at most.
MOST = 2_000_000
_Net = tuple[DoubleArray, IndexArray]


def surface_of(solid: Solid) -> Surface:
    """The surface of a solid where it stands.

    Raises
    ------
    YewfinchError
        If a value makes no sense, or there would be more than `MOST` quads.
    """
    positions, faces = net_of(solid)
    way = solid.way
    placed = (positions @ way[:3, :3].T + way[:3, 3]).astype(np.float32)
    ordered, order = in_face_order(placed, faces)
    return Surface(placed[order], ordered)


def net_of(solid: Solid) -> _Net:
    """The net of a solid in its own frame: (n, 3) float64 mm and (m, 4) int32.

    Raises
    ------
    YewfinchError
        As `surface_of`.
    """
    return _MAKERS[checked(solid).kind](solid)


def _count(length: float, edge: float, least: int = 1) -> int:
    """Pieces of about an edge's length."""
    out = max(least, round(length / edge))
    if out > 4000:
        raise YewfinchError(
            phrase("Edges of {0:g} mm are too short for a solid of {1:.0f} mm. Choose longer ones.", edge, length)
        )
    return out


def _around(radius: float, edge: float) -> int:
    """Pieces round a circle, divisible by four and never few."""
    return max(12, 4 * round(_count(2 * np.pi * radius, edge) / 4))


def _warped(n: int) -> DoubleArray:
    """Coordinates -1 to 1 of a cube's face that come out even on a ball."""
    return np.asarray(np.tan(np.linspace(-1.0, 1.0, n + 1) * np.pi / 4))


def _ball(s: Solid) -> _Net:
    radii = np.array([s.value(k) for k in ("across", "tall", "deep")]) / 2
    n = _count(np.pi / 2 * radii.max(), s.edge, 3)
    _limit(6 * n * n, s)
    at, faces = box_net([_warped(n)] * 3)
    return at / np.linalg.norm(at, axis=1)[:, None] * radii, faces


def _eye(s: Solid) -> _Net:
    radius = s.value("across") / 2
    n, m = _count(np.pi * radius, s.edge, 6), _around(radius, s.edge)
    turn = np.linspace(0.0, np.pi, n + 1)[1:-1]
    return ring_net(_circles(radius * np.sin(turn), -radius * np.cos(turn), m, forward=True), "pole", "pole")


def _block(s: Solid) -> _Net:
    half = np.array([s.value(k) for k in ("across", "tall", "deep")]) / 2
    r = min(s.value("edge"), float(half.min()) * 0.999)
    bend = _count(np.pi / 2 * r, s.edge, 2) if r > 0 else 0
    bend += bend % 2  # so that the middle of an edge has a line
    lines = []
    for h in half:
        flat = np.linspace(-(h - r), h - r, _count(2 * (h - r), s.edge) + 1)
        rim = r * np.tan(np.linspace(0.0, 1.0, bend // 2 + 1)[1:] * np.pi / 4)
        lines.append(np.concatenate([flat[0] - rim[::-1], flat, flat[-1] + rim]))
    n = [len(c) - 1 for c in lines]
    _limit(2 * (n[0] * n[1] + n[1] * n[2] + n[0] * n[2]), s)
    at, faces = box_net(lines)
    inner = np.clip(at, -(half - r), half - r)
    away = at - inner
    size = np.linalg.norm(away, axis=1)[:, None]
    return inner + np.where(size > 0, away / np.maximum(size, 1e-12) * r, away), faces


def _cylinder(s: Solid) -> _Net:
    low, high, tall = s.value("low"), s.value("high"), s.value("tall")
    hole = min(s.value("hole"), min(low, high) - 0.5)
    r = min(s.value("edge"), tall / 2, (min(low, high) - max(hole, 0.0)) / (2 if hole > 0 else 1)) * 0.999
    m = _around(max(low, high), s.edge)
    if hole > 0:
        corners = [(hole, -tall / 2), (low, -tall / 2), (high, tall / 2), (hole, tall / 2)]
        return _turned(_rounded(corners, r, s.edge, closed=True), m, s, loop=True)
    corners = [(0.45 * low, -tall / 2), (low, -tall / 2), (high, tall / 2), (0.45 * high, tall / 2)]
    return _turned(_rounded(corners, min(r, 0.54 * min(low, high)), s.edge), m, s)


def _cone(s: Solid) -> _Net:
    low, tall = s.value("low"), s.value("tall")
    slope = np.hypot(low, tall)
    tip = min(s.value("tip"), 0.9 * low * tall / (low + slope))  # no larger than the circle that fits inside
    rim = min(0.06 * low, 0.06 * tall)
    side = _rounded([(0.45 * low, -tall / 2), (low, -tall / 2), (0.0, tall / 2)], rim, s.edge)
    if tip > 0.01:
        middle = tall / 2 - tip * slope / low  # the ball of the tip touches the side
        start = np.arctan2(low, tall)
        turn = np.linspace(start, np.pi / 2, _count(tip * (np.pi / 2 - start), s.edge, 2) + 1)
        arc = np.stack([tip * np.cos(turn), middle + tip * np.sin(turn)], axis=1)[:-1]
        side = np.concatenate([side[side[:, 1] < arc[0, 1] - 1e-9], arc])
        side = np.concatenate(
            [_between(side[: -len(arc)], s.edge), _between(np.array([side[-len(arc) - 1], arc[0]]), s.edge)[1:-1], arc]
        )
    else:
        side = _between(side, s.edge)[:-1]
    return _turned(side, _around(low, s.edge), s, end="pole")


def _ring(s: Solid) -> _Net:
    ring, thick = s.value("ring"), min(s.value("thick"), 1.96 * s.value("ring")) / 2
    k = _around(thick, s.edge)
    turn = np.linspace(0.0, 2 * np.pi, k, endpoint=False)
    profile = np.stack([ring + thick * np.cos(turn), thick * np.sin(turn)], axis=1)
    return _turned(profile, _around(ring + thick, s.edge), s, loop=True)


def _tube(s: Solid) -> _Net:
    from yewfinch.core.reshape.field_shapes import spline

    line = np.array(s.line, float)
    at = _evenly(spline(line[:, :3], line[:, 3], 24), s.edge)
    points, radii = at[:, :3], np.maximum(at[:, 3] * s.value("scale") / 100.0, 0.2)
    m = _around(float(radii.max()), s.edge)
    _limit(m * len(points), s)
    along = np.gradient(points, axis=0)
    along /= np.linalg.norm(along, axis=1)[:, None]
    u = np.empty_like(along)
    first = np.cross(along[0], [0.0, 1.0, 0.0] if abs(along[0, 1]) < 0.9 else [1.0, 0.0, 0.0])
    u[0] = first / np.linalg.norm(first)
    for i in range(1, len(u)):  # carried along without twist
        u[i] = u[i - 1] - (u[i - 1] @ along[i]) * along[i]
        u[i] /= np.linalg.norm(u[i])
    v = np.cross(along, u)
    turn = np.linspace(0.0, 2 * np.pi, m, endpoint=False)
    circle = np.cos(turn)[None, :, None] * u[:, None] + np.sin(turn)[None, :, None] * v[:, None]
    rings = points[:, None] + radii[:, None, None] * circle
    caps = []
    for i, side in ((0, -1.0), (-1, 1.0)):
        rise = np.linspace(0.0, np.pi / 2, _count(radii[i] * np.pi / 2, s.edge, 2) + 1)[1:-1]
        cap = points[i] + radii[i] * (
            np.cos(rise)[:, None, None] * circle[i] + side * np.sin(rise)[:, None, None] * along[i]
        )
        caps.append(cap[::-1] if side < 0 else cap)
    return ring_net(np.concatenate([caps[0], rings, caps[1]]), "pole", "pole")


def _lathe(s: Solid) -> _Net:
    from yewfinch.core.reshape.field_shapes import spline

    line = np.array(s.line, float)
    line[:, 0] *= s.value("scale") / 100.0
    points = np.concatenate([line[:, :2], np.zeros((len(line), 1))], axis=1)
    profile = _evenly(spline(points, np.zeros(len(points)), 24), s.edge)[:, :2].copy()
    profile[:, 0] = np.maximum(profile[:, 0], 0.0)
    if profile[-1, 1] < profile[0, 1]:
        profile = profile[::-1]
    thin = 0.02 * max(float(profile[:, 0].max()), 1e-6)
    kinds = ["pole" if profile[i, 0] <= thin else "grid" for i in (0, -1)]
    if profile[1:-1, 0].min(initial=np.inf) <= thin:
        raise YewfinchError("The profile touches the axis in its middle. Keep its inner points away from it.")
    ends = [profile[:1] * (0.45, 1.0)] if kinds[0] == "grid" else []
    inner = profile[1 if kinds[0] == "pole" else 0 : len(profile) - (kinds[1] == "pole")]
    after = [profile[-1:] * (0.45, 1.0)] if kinds[1] == "grid" else []
    whole = np.concatenate([*ends, inner, *after])
    whole = np.concatenate([_between(whole[:2], s.edge), whole[2:-2], _between(whole[-2:], s.edge)])
    return _turned(whole, _around(float(profile[:, 0].max()), s.edge), s, start=kinds[0], end=kinds[1])


def _plane(s: Solid) -> _Net:
    across, tall = s.value("across"), s.value("tall")
    n, m = _count(across, s.edge), _count(tall, s.edge)
    _limit(n * m, s)
    x, y = np.meshgrid(np.linspace(-across / 2, across / 2, n + 1), np.linspace(-tall / 2, tall / 2, m + 1))
    return np.stack([x.ravel(), y.ravel(), np.zeros(x.size)], axis=1), grid_quads(m + 1, n + 1)


# --- profiles -----------------------------------------------------------------------------


def _circles(radii: DoubleArray, heights: DoubleArray, m: int, *, forward: bool = False) -> DoubleArray:
    """Rings about the upright axis, or about that forward, (k, m, 3)."""
    turn = np.linspace(0.0, 2 * np.pi, m, endpoint=False)
    a, b = radii[:, None] * np.cos(turn), radii[:, None] * np.sin(turn)
    h = np.repeat(heights[:, None], m, axis=1)
    return np.stack([a, b, h] if forward else [b, h, a], axis=-1)


def _turned(
    profile: DoubleArray, m: int, s: Solid, *, loop: bool = False, start: str = "grid", end: str = "grid"
) -> _Net:
    _limit(m * len(profile), s)
    return ring_net(_circles(profile[:, 0], profile[:, 1], m), start, end, loop=loop)  # type: ignore[arg-type]  # all circles have as many points


def _rounded(corners: list[tuple[float, float]], r: float, edge: float, *, closed: bool = False) -> DoubleArray:
    """A line of corners with rounded ones, cut into pieces of about an edge's length, (k, 2)."""
    at = np.array(corners, float)
    n = len(at)
    out: list[DoubleArray] = []
    for i in range(n):
        if not closed and i in (0, n - 1):
            out.append(at[i : i + 1])
            continue
        a, b, c = at[i - 1], at[i], at[(i + 1) % n]
        to_a, to_c = (a - b) / np.linalg.norm(a - b), (c - b) / np.linalg.norm(c - b)
        opening = np.arccos(np.clip(to_a @ to_c, -1.0, 1.0))
        reach = min(r / np.tan(opening / 2), 0.49 * np.linalg.norm(a - b), 0.49 * np.linalg.norm(c - b))
        if reach <= 1e-6:
            out.append(at[i : i + 1])
            continue
        radius = reach * np.tan(opening / 2)
        bisector = (to_a + to_c) / np.linalg.norm(to_a + to_c)
        middle = b + bisector * radius / np.sin(opening / 2)
        start, stop = b + to_a * reach - middle, b + to_c * reach - middle
        pieces = _count(radius * (np.pi - opening), edge, 2)
        t = np.linspace(0.0, 1.0, pieces + 1)[:, None]
        whole = np.pi - opening
        arc = (np.sin((1 - t) * whole) * start + np.sin(t * whole) * stop) / np.sin(whole)  # Shoemake 1985
        out.append(middle + arc)
    line = np.concatenate([*out, out[0][:1]]) if closed else np.concatenate(out)
    cut = _between(line, edge)
    return cut[:-1] if closed else cut


def _between(line: DoubleArray, edge: float) -> DoubleArray:
    """The same line with pieces of about an edge's length, corners kept, (k, 2)."""
    out = [line[:1]]
    for a, b in zip(line[:-1], line[1:], strict=True):
        n = _count(float(np.linalg.norm(b - a)), edge)
        out.append(a + (b - a) * np.linspace(0.0, 1.0, n + 1)[1:, None])
    return np.concatenate(out)


def _evenly(line: DoubleArray, edge: float) -> DoubleArray:
    """Places along a line (k, c), of which the first three columns are in space, about an edge's length apart."""
    way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(line[:, :3], axis=0), axis=1))])
    even = np.linspace(0.0, way[-1], _count(way[-1], edge, 2) + 1)
    return np.stack([np.interp(even, way, c) for c in line.T], axis=1)


def _limit(count: float, s: Solid) -> None:
    if count > MOST:
        raise YewfinchError(
            phrase(
                "Edges of {0:g} mm would give about {1} quads. Choose longer ones; {2} are the most.",
                s.edge,
                grouped(count),
                grouped(MOST),
            )
        )


_MAKERS: dict[str, Callable[[Solid], _Net]] = {
    "ball": _ball,
    "eye": _eye,
    "block": _block,
    "cylinder": _cylinder,
    "cone": _cone,
    "ring": _ring,
    "tube": _tube,
    "lathe": _lathe,
    "plane": _plane,
}
