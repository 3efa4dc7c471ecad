"""The inside of the mouth laid out as a bag that teeth have room in.

What lies behind the lips keeps how far round the mouth it is and how far in, and goes to a bag with those: straight
back between the lips, up and down before the gums, back round the teeth, and shut at the throat.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING

import numpy as np

from yewfinch.core.features.lips.lip_chart import MouthLines, Rows, net_of
from yewfinch.core.features.lips.lips import MIDDLE, Frame, Lips, frame_of
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: The bag by how far in it lies, as a part of the whole way: how much wider it is than the mouth on each side, mm, how
#: far above and below the line, mm, and how far behind its front the last three are, mm.
_IN = (0.0, 0.12, 0.22, 0.42, 0.86, 1.0)
_WIDER = (0.0, -0.3, -0.6, 2.5, 8.0, -12.0)
_UP = (0.0, 0.2, 0.6, 14.5, 16.0, 5.0)
_DOWN = (0.0, 0.2, 0.6, 15.0, 17.0, 5.0)
_BEHIND = (0.0, 46.0, 54.0)
#: The slit between the lips rises so far behind their edges, mm, so that lips that are shut are shut to the eye.
_RISES = (0.0, 0.8, 0.4, 0.0, 0.0, 0.0)
#: So far behind its front the bag is no longer curved as the lips are, mm.
_STRAIGHT = 6.0
#: The bag's front keeps so far off the gum, and is at least so far behind the lips' edges, mm.
_CLEAR, _THIN = 1.2, 2.5
#: How soon it is as high as in its middle, seen from the front: less is boxier.
_BOXY = 0.4
#: How far the lower half of its front goes back for 1 mm down.
_LEAN = 0.18
#: So much flesh is left before it, mm; skin is looked for from so far before the mouth.
_FLESHY, _BEFORE = 2.4, 80.0
#: Skin is looked for at places that are so far apart, mm.
_GRID = 1.5
#: Less than so many vertices are no inside.
_FEWEST = 12
#: An inside reaches at least so far behind the lips' edges, mm along the clay.
_SHALLOW = 5.0
#: Rounds of evening out what was laid.
_ROUNDS = 4
#: Colour of the inside, sRGB, and how deep it is a third as light, mm.
FLESH, _DARK = (150, 74, 72), 14.0


@dataclass(frozen=True, eq=False)
class Inside:
    """The inside of a mouth.

    Attributes
    ----------
    rows : (k,) int64
        Vertices behind the lips.
    upper : (k,) bool
        On the upper lip's side.
    deep : (k,) float64
        How far in, 0 at the lips' edges, 1 at the throat.
    across : (k,) float64
        From -1 in the sitter's right corner to 1 in the left one.
    """

    rows: Rows
    upper: np.ndarray
    deep: DoubleArray
    across: DoubleArray


def inside_of(surface: Surface, lips: Lips, lines: MouthLines, rows: Rows, upper: DoubleArray) -> Inside:
    """The inside of a mouth: what the lips' edges part from the lips' borders, as far as it hangs together.

    Parameters
    ----------
    surface : Surface
    lips : Lips
    lines : MouthLines
        Of the lips.
    rows : (n,) int64
        Vertices round the mouth.
    upper : (n,) float64
        How far each belongs to the upper lip's side.

    Raises
    ------
    YewfinchError
        If the mouth has no inside.
    """
    from scipy.sparse import csr_array
    from scipy.sparse.csgraph import connected_components, dijkstra

    owner, other = net_of(surface, rows)
    number = np.full(len(surface), -1, np.int64)
    number[rows] = np.arange(len(rows))
    at = surface.positions[rows].astype(np.float64)
    long = np.maximum(np.linalg.norm(at[owner] - at[other], axis=1), 1e-9)
    whole = csr_array((long, (owner, other)), shape=(len(rows), len(rows)))
    rim = np.zeros(len(rows), bool)
    for line in (lines.upper_edge_rows, lines.lower_edge_rows):
        rim[_path(whole, number[line])] = True
    free = ~rim[owner] & ~rim[other]
    lot = connected_components(
        csr_array((long[free], (owner[free], other[free])), shape=(len(rows), len(rows))), directed=False
    )[1]
    outer = lot[number[lines.border_rows[number[lines.border_rows] >= 0]]]
    some = ~rim & ~np.isin(lot, outer)
    # of the rest, what touches the rim: loose parts and the nostrils do not
    touching = some[other] & rim[owner]
    some &= np.isin(lot, lot[other[touching]])
    far, _, source = dijkstra(whole, indices=np.flatnonzero(rim), min_only=True, return_predecessors=True)
    chosen = np.flatnonzero(some & np.isfinite(far))
    # what lies between the edges of sealed lips is a strip of skin
    if len(chosen) < _FEWEST or far[chosen].max() < _SHALLOW:
        raise YewfinchError(
            "This clay has no inside of a mouth for teeth: its lips are one surface. 'Cut open' parts them."
        )
    frame = frame_of(lips)
    half = max(float(frame.own(lips.upper_edge)[-1, 0]), 1.0)
    across = np.clip(frame.own(at[source[chosen]])[:, 0] / half, -1.0, 1.0)
    return Inside(rows[chosen], upper[chosen] >= 0.5, far[chosen] / max(float(far[chosen].max()), 1e-9), across)


def _path(graph: csr_array, line: Rows) -> Rows:
    """All vertices of the shortest ways from each of a line's vertices to the next one."""
    from scipy.sparse.csgraph import dijkstra

    line = line[line >= 0]
    found = [line]
    for one, two in zip(line[:-1], line[1:], strict=True):
        if one == two:
            continue
        before = dijkstra(graph, indices=int(one), return_predecessors=True, limit=25.0)[1]
        at, way = int(two), []
        while at >= 0 and at != one:
            way.append(at)
            at = int(before[at])
        found.append(np.array(way, np.int64))
    return np.unique(np.concatenate(found))


def laid(surface: Surface, lips: Lips, inside: Inside, front: float, size: float = 1.0) -> DoubleArray:
    """Where the inside of a mouth goes to give teeth room, (k, 3) mm.

    Parameters
    ----------
    surface : Surface
    lips : Lips
        Closed ones, or as they are.
    inside : Inside
    front : float, mm
        From the lips' edges back to the front of the upper gum.
    size : float
        Of the teeth, as a part of the usual.
    """
    frame = frame_of(lips)
    edges = frame.own(lips.lines[1:3])
    half = float(edges[0, -1, 0])
    wall = max(front - _CLEAR, _THIN)
    depths = [0.0, 0.45 * wall, max(wall - 1.5, 0.6 * wall), *(wall + size * d for d in _BEHIND)]
    behind, wider, rises = (np.interp(inside.deep, _IN, v) for v in (depths, _WIDER, _RISES))
    high = size * np.where(inside.upper, np.interp(inside.deep, _IN, _UP), np.interp(inside.deep, _IN, _DOWN))
    x0 = inside.across * half
    edge = np.where(
        inside.upper[:, None],
        np.stack([np.interp(x0, edges[0, :, 0], edges[0, :, k]) for k in range(3)], axis=1),
        np.stack([np.interp(x0, edges[1, :, 0], edges[1, :, k]) for k in range(3)], axis=1),
    )
    round_ = np.sqrt(np.maximum(1.0 - inside.across**2, 0.0))
    x = inside.across * (half + wider * np.clip(np.abs(inside.across) * 1.4, 0.0, 1.0))
    x = np.where(inside.deep > 0.8, x * (1.0 - 0.5 * (inside.deep - 0.8) / 0.2), x)
    sign = np.where(inside.upper, 1.0, -1.0)
    middle = edges[:, MIDDLE].mean(axis=0)
    # the front is curved as the lips, the back is flat
    bent = np.clip((_STRAIGHT - (behind - wall)) / _STRAIGHT, 0.0, 1.0)
    front_z = _along_arch(edges[0], x)
    front_z -= np.where(inside.upper, 0.0, _LEAN * high)  # under the lower lip the skin goes back
    flat = middle[2] - 0.55 * (middle[2] - front_z) - behind
    z = bent * (np.where(high < 1.5, edge[:, 2], front_z) - behind) + (1.0 - bent) * np.minimum(flat, front_z - wall)
    y = edge[:, 1] * np.clip(1.0 - behind / 30.0, 0.0, 1.0) + middle[1] * np.clip(behind / 30.0, 0.0, 1.0)
    y = y + rises * round_ + sign * high * round_**_BOXY
    z = np.where(high < 1.5, z, np.minimum(z, _skin_before(surface, frame, x, y) - _FLESHY))
    goes = np.stack([x, y, z], axis=1)
    out = _evened(surface, inside, frame.out(goes))
    return np.asarray(out)


def _skin_before(surface: Surface, frame: Frame, x: DoubleArray, y: DoubleArray) -> DoubleArray:
    """How far forwards the skin is before places of the mouth's own frame, mm: the hindmost of what is met round them.

    It is met from the front on a grid, so that dense clay takes no longer.
    """
    low, high = (np.array([f(x), f(y)]) for f in (np.min, np.max))
    count = np.ceil((high - low) / _GRID).astype(int) + 2
    met = np.full(count, np.inf)
    way = -frame.axes[:, 2]
    for i, j in np.ndindex(met.shape):
        at = np.array([low[0] + (i - 0.5) * _GRID, low[1] + (j - 0.5) * _GRID, _BEFORE])
        hit = pick(surface, frame.out(at), way)
        if hit is not None:
            met[i, j] = frame.own(np.asarray(hit.point, np.float64))[2]
    i, j = (np.floor((v - v0) / _GRID + 0.5).astype(int) for v, v0 in ((x, low[0]), (y, low[1])))
    four = [met[np.minimum(i + a, count[0] - 1), np.minimum(j + b, count[1] - 1)] for a in (0, 1) for b in (0, 1)]
    return np.asarray(np.min(four, axis=0))


def _along_arch(edge: DoubleArray, x: DoubleArray) -> DoubleArray:
    """How far forwards a lip's edge (m, 3) is at places across, mm; straight on beyond its corners."""
    out = np.interp(x, edge[:, 0], edge[:, 2])
    for corner, near, beyond in ((edge[0], edge[3], x < edge[0, 0]), (edge[-1], edge[-4], x > edge[-1, 0])):
        slope = (corner[2] - near[2]) / (corner[0] - near[0]) if abs(corner[0] - near[0]) > 1e-6 else 0.0
        out = np.where(beyond, corner[2] + slope * (x - corner[0]), out)
    return np.asarray(out)


def _evened(surface: Surface, inside: Inside, goes: DoubleArray) -> DoubleArray:
    """What was laid, evened out along the clay where it is far in."""
    owner, other = net_of(surface, inside.rows)
    count = np.maximum(np.bincount(owner, minlength=len(goes)), 1)[:, None]
    share = 0.5 * np.clip((inside.deep - 0.15) / 0.2, 0.0, 1.0)[:, None]
    for _ in range(_ROUNDS):
        mean = np.stack([np.bincount(owner, goes[other, k], len(goes)) for k in range(3)], axis=1) / count
        goes = goes + share * (mean - goes)
    return goes


def colours(inside: Inside, lips: Lips, goes: DoubleArray) -> np.ndarray:
    """Colours of the inside, sRGB (k, 3) uint8: flesh that grows dark towards the throat."""
    frame = frame_of(lips)
    behind = np.maximum(frame.own(lips.upper_edge)[MIDDLE, 2] - frame.own(goes)[:, 2] - 3.0, 0.0)
    light = 0.12 + 0.88 * np.exp(-behind / _DARK)
    return np.round(np.array(FLESH) * light[:, None]).astype(np.uint8)
