"""Rings of a sleeve round a middle line: fingers, thumb, toes."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from yewfinch.core.anatomy.head.cage import Builder
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray


def sleeve(
    b: Builder,
    loop: list[int],
    line: DoubleArray,
    stops: Sequence[float],
    form: Forms,
    chart: int,
    side: DoubleArray,
    *,
    reverse: bool = False,
    square: tuple[int, int] = (2, 2),
) -> list[int]:
    """Run rings from a loop along a middle line and close the end.

    Parameters
    ----------
    b : Builder
    loop : list of int
        First ring; counter-clockwise from outside, clockwise with `reverse`.
    line : (k, 3) mm
        Joints of the middle line.
    stops : sequence of float
        Where the rings lie along it: 1.5 is half way between the second and the third joint.
    form : Forms
        Rays from the line meet it.
    chart : int
        Number of the chart; places are ring and number along the ring.
    side : (3,) unit
        Across the sleeve; the rings do not twist about the line against it.
    square : (int, int)
        Quads across and up of the cap.

    Returns
    -------
    list of int
        All new vertices.
    """
    n = len(loop)
    made: list[int] = []
    start = np.array([b.points[v] for v in loop])
    outer = loop
    offset: float | None = None
    sense = -1.0 if reverse else 1.0
    for number, stop in enumerate(stops):
        i = min(int(stop), len(line) - 2)
        centre = line[i] + (line[i + 1] - line[i]) * (stop - i)
        way = _tangent(line, stop)
        e1 = side - way * (side @ way)
        e1 /= np.linalg.norm(e1)
        e2 = np.cross(way, e1)
        if offset is None:  # start where the loop's vertices are
            away = start - start.mean(axis=0)
            turn = np.arctan2(away @ e2, away @ e1) - sense * 2 * np.pi * np.arange(n) / n
            offset = float(np.angle(np.exp(1j * turn).mean()))
        turn = offset + sense * 2 * np.pi * np.arange(n) / n
        rays = np.cos(turn)[:, None] * e1 + np.sin(turn)[:, None] * e2
        points = form.outward(np.repeat(centre[None], n, 0), rays, 40.0)
        inner = [b.vertex(p, held=0.8, chart=chart, place=(float(number + 1), float(k))) for k, p in enumerate(points)]
        if reverse:
            b.ring(inner, outer, closed=True)
        else:
            b.ring(outer, inner, closed=True)
        made += inner
        outer = inner
    first = len(b.points)
    b.close(outer[::-1] if reverse else outer, *square)
    way = _tangent(line, stops[-1])
    for v in range(first, len(b.points)):
        tip = np.array(b.points[v])
        p = form.outward(tip[None], way[None], 40.0)[0]
        b.points[v] = (float(p[0]), float(p[1]), float(p[2]))
        b.chart[v], b.held[v] = chart, 0.8
        b.place[v] = (float(len(stops) + 1), 0.0)
        made.append(v)
    return made


def _tangent(line: DoubleArray, stop: float) -> DoubleArray:
    """Direction of the line, turning evenly near its joints."""
    ways = np.diff(line, axis=0)
    ways /= np.linalg.norm(ways, axis=1)[:, None]
    i = min(int(stop), len(ways) - 1)
    t = stop - i
    out = ways[i].copy()
    if t < 0.3 and i > 0:
        out = ways[i - 1] * (0.5 - t / 0.6) + ways[i] * (0.5 + t / 0.6)
    elif t > 0.7 and i < len(ways) - 1:
        out = ways[i] * (0.5 + (1 - t) / 0.6) + ways[i + 1] * (0.5 - (1 - t) / 0.6)
    return np.asarray(out / np.linalg.norm(out))
