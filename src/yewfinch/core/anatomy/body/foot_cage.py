"""The layout of the foot's quads: the leg's rings turn round the heel, run forward and part into toes.

Ten edges cross the instep and ten the sole, two each of the sides, so that every toe is a sleeve of eight.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.sleeves import sleeve
from yewfinch.core.anatomy.head.cage import Builder
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray

_AROUND = 24
#: Rings in the foot's middle plane: forward and up, on the instep and under the sole, against the ankle (z) and the
#: ground.
_RINGS: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = (
    ((38, 101), (-42, 103)),
    ((43, 95), (-50, 80)),
    ((49, 89), (-56, 56)),
    ((56, 83), (-58, 32)),
    ((64, 77), (-46, 4)),
    ((73, 70), (-18, 2)),
    ((83, 62), (12, 3)),
    ((94, 55), (40, 4)),
    ((106, 48), (65, 4)),
    ((119, 42), (88, 3)),
    ((132, 37), (110, 2)),
    ((144, 32), (130, 3)),
)
#: Where each toe's rings lie along its line.
_TOE_STOPS = [1.02, 1.16, 1.3, 1.45, 1.6, 1.75, 1.9]
#: Webs between the toes against the ball of the foot: side, height, forward.
_WEBS = ((-15.5, 13.0, 27.0), (0.5, 13.0, 29.0), (14.0, 12.5, 19.0), (27.0, 12.0, 9.0))


def foot_rings(
    b: Builder,
    loop: list[int],
    build: Build,
    form: Forms,
    toes: list[tuple[Forms, DoubleArray]],
    charts: tuple[int, int],
) -> None:
    """Go on from the leg's last ring."""
    chart, toe_chart = charts
    ankle, ball = build.joints["ankle"], build.joints["ball"]
    outer = loop
    for number, (top, under) in enumerate(_RINGS):
        t = number / (len(_RINGS) - 1)
        x = ankle[0] + (ball[0] - ankle[0]) * np.clip((number - 3) / (len(_RINGS) - 4), 0.0, 1.0)
        upper = np.array([x, top[1], ankle[2] + top[0]])
        lower = np.array([x, under[1], ankle[2] + under[0]])
        centre, up = (upper + lower) / 2, upper - lower
        size = float(np.linalg.norm(up))
        up /= size
        side = np.array([1.0, 0.0, 0.0])
        flat = np.clip((number - 4) / 4.0, 0.0, 1.0)
        points = []
        for c in range(_AROUND):
            turn = 2 * np.pi * (c - 4) / _AROUND
            way = np.cos(turn) * up + np.sin(turn) * side
            start = centre.copy()
            if flat > 0:  # a broad low section: start along its breadth
                across, rise = _section(c)
                half = 22.0 + 12.0 * t
                start = centre + side * across * half * flat
                start[2] -= max(across, 0.0) * 14.0 * flat * t
                way = way * (1 - flat) + flat * (rise * up + (1 - abs(rise)) * np.sign(across) * side)
                way /= np.linalg.norm(way)
            points.append(form.outward(start[None], way[None], 90.0)[0])
        ring = [b.vertex(p, held=0.7, chart=chart, place=(float(number + 1), float(c))) for c, p in enumerate(points)]
        b.ring(ring, outer, closed=True)
        b.mark("foot_l", ring)
        outer = ring
    base = ball * (1.0, 0.0, 1.0)
    webs = [
        b.vertex(base + np.array(w), held=0.9, chart=chart, place=(float(len(_RINGS) + 1), float(i)))
        for i, w in enumerate(_WEBS)
    ]
    middles = [outer[22], *webs, outer[10]]
    for i in range(5):
        c = -1 + 2 * i
        instep = [outer[(c + d) % _AROUND] for d in range(3)]
        sole = [outer[20 - c - 2 + d] for d in range(3)]
        own = [*instep, middles[i + 1], *sole, middles[i]]
        form_of, line = toes[i]
        made = sleeve(
            b,
            own,
            line,
            [_stop(i, s) for s in _TOE_STOPS],
            form_of,
            toe_chart + i,
            np.array([0.0, 1.0, 0.0]),
            reverse=True,
        )
        b.mark("foot_l", made)
        b.mark("toes_l", made)


def _stop(number: int, stop: float) -> float:
    """The outer toes are short: their rings begin further out."""
    return stop + (1.9 - stop) * 0.05 * max(number - 2, 0)


def _section(c: int) -> tuple[float, float]:
    """Where a column crosses the foot.

    -1 inner to 1 outer edge, and 1 on the instep, -1 on the sole, 0 at the edges.
    """
    if c in (10, 22):
        return (1.0 if c == 10 else -1.0), 0.0
    if 11 <= c <= 21:
        return (16 - c) / 5.0, -1.0
    i = c if c < 10 else c - _AROUND  # -1 at the inner edge to 9
    return (i - 4) / 5.0, 1.0
