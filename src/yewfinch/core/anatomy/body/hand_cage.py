"""The layout of the hand's quads: the arm's rings run on to the knuckles and part into fingers.

Eight edges cross the palm and eight the back of the hand, two each of its sides, so that every
finger is a sleeve of eight; the thumb is a sleeve of ten set into the hand's edge.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.hand_forms import HandFrame
from yewfinch.core.anatomy.body.sleeves import sleeve
from yewfinch.core.anatomy.head.cage import Builder
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray

_AROUND = 20
#: Rings of the hand, mm from the wrist at its middle, and how far the edges lie before that.
_RINGS = (0.0, 10.0, 21.0, 33.0, 46.0, 59.0, 72.0, 85.0, 97.0)
#: Rings between which the thumb comes out.
_THUMB_FROM, _THUMB_TO = 2, 5
#: Where each finger's rings lie along its joints.
_FINGER_STOPS = [0.62, 0.8, 0.92, 1.0, 1.08, 1.25, 1.5, 1.75, 1.9, 2.0, 2.1, 2.35, 2.65, 2.9]
_THUMB_STOPS = [0.86, 0.94, 1.02, 1.1, 1.25, 1.5, 1.75, 1.9, 2.0, 2.1, 2.35, 2.65, 2.92]
#: Webs between the fingers, from the index: along, to the thumb, to the back of the hand.
_WEBS = ((118.0, 16.0, -5.0), (120.0, -5.5, -5.0), (105.0, -26.0, -6.0))


def hand_rings(
    b: Builder,
    loop: list[int],
    hand: HandFrame,
    form: Forms,
    alone: Forms,
    fingers: list[tuple[Forms, DoubleArray]],
    charts: tuple[int, int, int],
) -> None:
    """Go on from the arm's last ring.

    `form` is the hand without fingers and thumb, `alone` the thumb without the hand.
    """
    chart, finger_chart, thumb_chart = charts
    rings = [loop]
    for number, along in enumerate(_RINGS):
        t = np.clip((along - 20.0) / 78.0, 0.0, 1.0)
        points = []
        for k in range(_AROUND):
            across, out = _section(k, float(t))
            # the knuckles' line bends back towards the little finger
            back = t * (0.16 * (across - 6.0) if across < 6.0 else 0.04 * (6.0 - across))
            centre = hand.at(along + back, across * 0.72, 0.0)
            way = hand.way(0.0, 0.0, 1.0) * out + hand.way(0, 1, 0) * (
                across / 40.0 if abs(out) > 0.5 else np.sign(across)
            )
            way /= np.linalg.norm(way)
            points.append(form.outward(centre[None], way[None], 60.0)[0])
        inside = [17] if _THUMB_FROM < number < _THUMB_TO else []
        ring = [
            -1 if k in inside else b.vertex(points[k], held=0.7, chart=chart, place=(float(number), float(k)))
            for k in range(_AROUND)
        ]
        outer = rings[-1]
        for k in range(_AROUND):
            j = (k + 1) % _AROUND
            if not (_THUMB_FROM < number <= _THUMB_TO and k in (16, 17)):
                b.quads.append((outer[k], outer[j], ring[j], ring[k]))
        b.mark("hand_l", [v for v in ring if v >= 0])
        rings.append(ring)
    low, high = rings[_THUMB_FROM + 1], rings[_THUMB_TO + 1]
    between = rings[_THUMB_FROM + 2 : _THUMB_TO + 1]
    hole = (
        [low[k] for k in (16, 17, 18)]
        + [r[18] for r in between]
        + [high[k] for k in (18, 17, 16)]
        + [r[16] for r in between[::-1]]
    )
    line = fingers[4][1]
    made = sleeve(b, hole, line, _THUMB_STOPS, alone, thumb_chart, hand.back, square=(2, len(between) + 1))
    b.mark("hand_l", made)
    b.mark("thumb_l", made)
    last = rings[-1]
    webs = [
        b.vertex(hand.at(*w), held=0.9, chart=chart, place=(float(len(_RINGS)), float(i))) for i, w in enumerate(_WEBS)
    ]
    middles = [last[17], *webs, last[7]]  # from the thumb's side to the other
    for i in range(4):
        k = -2 + 2 * i
        under = [last[(k + d) % _AROUND] for d in range(3)]
        over = [last[14 - k - 2 + d] for d in range(3)]
        own = [*under, middles[i + 1], *over, middles[i]]
        form_of, line = fingers[i]
        made = sleeve(b, own, line, _FINGER_STOPS, form_of, finger_chart + i, hand.back)
        b.mark("hand_l", made)
        b.mark("fingers_l", made)


def _section(k: int, t: float) -> tuple[float, float]:
    """Where a column crosses the hand: mm towards the thumb, and 1 on its back, -1 in the palm, 0 at the edges.

    `t` runs from the wrist, which is narrow, to the knuckles.
    """
    half = 17.0 + 15.0 * t
    middle = -4.0 * t
    if k in (7, 17):
        return (half + 6 + middle if k == 17 else -half - 6 + middle), 0.0
    if k < 7 or k > 17:
        i = k if k < 7 else k - _AROUND  # -2 at the thumb's side to 6
        return middle + half * (2 - i) / 4, -1.0
    return middle + half * (k - 12) / 4, 1.0
