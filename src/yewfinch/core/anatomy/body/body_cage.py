"""The layout of the body's quads: a sleeve for the trunk, and sleeves for arms and legs set into it.

The trunk's sleeve has the columns of the head's (0 in front, the last one behind) and runs from the
neck's ring down to the groin; a rectangle of it is left open at each side for the arm, whose
sleeve has as many columns as that has edges. Below, half the trunk and a path under the crotch make
the ring of a leg. Guessed places are in mm of the body's plan, met by rays from inside the forms.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy.body.arm_forms import arm
from yewfinch.core.anatomy.body.body_plan import Build
from yewfinch.core.anatomy.body.first_cast.first_arm import first_arm
from yewfinch.core.anatomy.body.first_cast.first_foot import first_foot, first_toe
from yewfinch.core.anatomy.body.first_cast.first_hand import first_finger, first_palm, first_thumb
from yewfinch.core.anatomy.body.first_cast.first_leg import first_leg
from yewfinch.core.anatomy.body.first_cast.first_torso import first_torso
from yewfinch.core.anatomy.body.foot_cage import foot_rings
from yewfinch.core.anatomy.body.hand_cage import hand_rings
from yewfinch.core.anatomy.body.hand_forms import finger, hand_frame, palm, thumb
from yewfinch.core.anatomy.body.leg_forms import foot, leg, toe
from yewfinch.core.anatomy.body.torso_forms import torso
from yewfinch.core.anatomy.head.cage import Builder, Cage
from yewfinch.core.anatomy.head.head_cage import COLUMNS
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.curves import Monotone

#: Charts: what a vertex belongs to. Places are ring and column; fingers and toes count on.
TRUNK, ARM, HAND, LEG, FOOT = 2, 3, 4, 5, 6
FINGER, THUMB, TOE = 10, 14, 20
#: Columns and rows of the opening for the arm; edges round arm and leg.
_ARM_COLUMNS, _ARM_ROWS = (8, 12), (4, 10)
ARM_AROUND, LEG_AROUND = 20, 24
#: Rows of the trunk, from the neck's ring down to the groin.
ROWS = 26

#: Rows over the shoulders: column and place.
_SHOULDER: dict[int, list[tuple[int, float, float, float]]] = {
    0: [
        (0, 0, 1469, 65),
        (3, 24, 1471, 63),
        (6, 38, 1470, 42),
        (8, 49, 1469, 29),
        (10, 62, 1474, 14),
        (12, 77, 1482, -1),
        (14, 71, 1483, -26),
        (17, 34, 1480, -39),
        (20, 0, 1478, -44),
    ],
    1: [
        (0, 0, 1453, 62),
        (3, 22, 1456, 68),
        (6, 50, 1460, 62),
        (8, 72, 1464, 46),
        (10, 84, 1465, 24),
        (12, 86, 1466, 2),
        (14, 74, 1467, -22),
        (17, 44, 1466, -42),
        (20, 0, 1464, -50),
    ],
    2: [
        (0, 0, 1431, 72),
        (4, 42, 1434, 79),
        (8, 100, 1448, 50),
        (10, 116, 1452, 20),
        (12, 118, 1450, -12),
        (14, 104, 1444, -40),
        (17, 56, 1442, -60),
        (20, 0, 1442, -64),
    ],
    3: [
        (0, 0, 1405, 85),
        (4, 46, 1410, 90),
        (8, 122, 1428, 54),
        (10, 146, 1440, 18),
        (12, 148, 1438, -24),
        (14, 122, 1424, -55),
        (17, 62, 1415, -80),
        (20, 0, 1415, -80),
    ],
    4: [
        (0, 0, 1375, 96),
        (4, 50, 1382, 102),
        (7, 112, 1402, 76),
        (8, 142, 1412, 56),
        (9, 163, 1432, 28),
        (10, 172, 1440, -4),
        (11, 167, 1432, -36),
        (12, 146, 1412, -60),
        (13, 118, 1396, -80),
        (16, 70, 1386, -98),
        (20, 0, 1385, -92),
    ],
}
#: Rows beside the arm: heights at the front, at its front and back edge, and at the back.
_FRONT_EDGE = Monotone(
    [4, 5, 6, 7, 8, 9, 10],
    [
        [142, 1412, 56],
        [146, 1394, 60],
        [147, 1375, 62],
        [147, 1356, 62],
        [146, 1337, 61],
        [143, 1318, 58],
        [139, 1300, 52],
    ],
)
_BACK_EDGE = Monotone(
    [4, 5, 6, 7, 8, 9, 10],
    [
        [146, 1412, -60],
        [150, 1395, -66],
        [152, 1377, -70],
        [152, 1357, -72],
        [150, 1338, -71],
        [146, 1318, -67],
        [141, 1300, -60],
    ],
)
_FRONT = Monotone([4, 10, 14, 20, 25], [1375, 1250, 1146, 972, 848])
_BACK = Monotone([4, 10, 14, 20, 25], [1385, 1256, 1150, 980, 866])
_SIDE = Monotone([10, 14, 19, 22, 25], [1296, 1205, 1090, 1036, 992])
#: The groin's line and the path under the crotch: place by column.
_GROIN: list[tuple[int, float, float, float]] = [
    (0, 0, 848, 62),
    (3, 46, 884, 82),
    (6, 104, 944, 76),
    (10, 166, 992, 0),
    (14, 118, 946, -80),
    (17, 58, 896, -106),
    (20, 0, 862, -56),
    (21, 0, 842, -32),
    (22, 0, 834, -2),
    (23, 0, 838, 32),
]
#: No flank lies further out under the arm, mm.
_FLANK = 205.0
#: Heights of the leg's rings, as a part of the way from the groin to the first level ring and then in mm.
_TILTED = (0.14, 0.28, 0.43, 0.58, 0.73, 0.87, 1.0)
_LEVEL = (
    700,
    670,
    640,
    611,
    583,
    558,
    537,
    519,
    503,
    487,
    470,
    451,
    428,
    402,
    374,
    346,
    317,
    287,
    256,
    225,
    195,
    168,
    144,
    122,
)
#: Where the arm's rings lie: parts of upper arm and forearm.
_UPPER = (0.30, 0.38, 0.46, 0.54, 0.62, 0.70, 0.78, 0.85, 0.905, 0.95, 0.985)
_LOWER = (0.02, 0.065, 0.12, 0.19, 0.27, 0.35, 0.43, 0.51, 0.59, 0.67, 0.75, 0.83, 0.90, 0.96)


@dataclass
class Skins:
    """The forms that the vertices of each chart lie on."""

    trunk: Forms
    limb: Forms
    arm: Forms
    leg: Forms
    foot: Forms
    hand: Forms
    palm: Forms
    thumb: Forms
    fingers: list[tuple[Forms, DoubleArray]]
    toes: list[tuple[Forms, DoubleArray]]

    def of(self, chart: int) -> Forms:
        """The forms of a chart."""
        if chart >= TOE:
            return self.toes[chart - TOE][0]
        if chart >= FINGER:
            return self.fingers[chart - FINGER][0]
        return {TRUNK: self.trunk, ARM: self.arm, LEG: self.leg, FOOT: self.foot, HAND: self.hand}[chart]


def skins(build: Build) -> Skins:
    """The forms of a build, each part joined with what it grows from."""
    digits: list[tuple[Forms, DoubleArray]]
    if build.cast == 1:
        trunk, limb, low = first_torso(build), first_arm(build), first_leg(build)
        hand, feet, heel = first_palm(build), first_foot(build), 3.0
        digits = [first_finger(build, i)[:2] for i in range(4)] + [first_thumb(build)[:2]]
        tips = [first_toe(build, i) for i in range(5)]
    else:
        trunk, limb, low = torso(build), arm(build), leg(build)
        hand, feet, heel = palm(build), foot(build), 18.0
        digits = [finger(build, i)[:2] for i in range(4)] + [thumb(build)[:2]]
        tips = [toe(build, i) for i in range(5)]
    armpit = build.of(30.0, 22.0, 36.0)
    whole = Forms(soft=4.0).add(trunk).join(limb, armpit).join(low, 20.0)
    shoulder = Forms(soft=4.0).add(trunk).join(limb, armpit).join(hand, 2.0)
    thigh = Forms(soft=4.0).add(trunk).join(low, 20.0).join(feet, heel)
    sole = Forms(soft=0.0).add(low).join(feet, heel)
    thumbs = Forms(soft=0.0).add(hand).join(digits[4][0], 10.0)
    fingers = [(Forms(soft=0.0).add(hand).join(f, 5.0), line) for f, line in digits[:4]] + [(thumbs, digits[4][1])]
    toes = [(Forms(soft=0.0).add(feet).join(f, 5.0), line) for f, line in tips]
    wrist = Forms(soft=0.0).add(limb).join(hand, 2.0).join(digits[4][0], 10.0)
    for f, _ in digits[:4]:
        wrist.join(f, 5.0)
    for f, _ in tips:
        sole.join(f, 5.0)
    return Skins(whole, limb, shoulder, thigh, sole, wrist, hand, digits[4][0], fingers, toes)


def body_cage(build: Build, skin: Skins) -> Cage:
    """The coarse body below the neck, guessed places only; see `body_form`."""
    b = Builder()
    grid = _trunk(b, build, skin)
    for name, rows in (("chest", range(4, 12)), ("belly", range(12, 21)), ("shoulder", range(4))):
        b.mark(name, [int(v) for r in rows for v in grid[r] if v >= 0])
    _arm(b, build, skin, grid)
    _leg(b, build, skin, grid)
    return b.whole()


def _trunk(b: Builder, build: Build, skin: Skins) -> np.ndarray:
    grid = np.full((ROWS, COLUMNS + 1), -1)
    (c0, c1), (r0, r1) = _ARM_COLUMNS, _ARM_ROWS
    for r in range(ROWS):
        for c in range(COLUMNS + 1):
            if not (c0 < c < c1 and r0 < r < r1):
                point = _trunk_guess(build, skin, r, c)
                grid[r, c] = b.vertex(
                    point, held=1.0 if r == 0 else 0.5 if r < r1 else 0.35, chart=TRUNK, place=(float(r), float(c))
                )
    for r in range(ROWS - 1):
        for c in range(COLUMNS):
            if not (c0 <= c < c1 and r0 <= r < r1):
                b.quads.append((int(grid[r + 1, c]), int(grid[r + 1, c + 1]), int(grid[r, c + 1]), int(grid[r, c])))
    return grid


def _trunk_guess(build: Build, skin: Skins, r: int, c: int) -> DoubleArray:
    """Guessed place of a vertex of the trunk; on the midline at the first and last column."""
    wide = float(build.joints["shoulder"][0]) / 172.0
    if r in _SHOULDER:
        point = _in_table(_SHOULDER[r], c) * (1.0 + (wide - 1.0) * r / 4, 1.0, 1.0)
        point = skin.trunk.onto(point[None], 8 if r == 0 else 4)[0]
    elif r == ROWS - 1:
        point = _in_table(_GROIN, c)
        if 0 < c < COLUMNS:
            point = skin.trunk.onto(point[None], 4)[0]
    elif r <= _ARM_ROWS[1]:
        point = _beside_arm(skin, r, c, wide)
    else:
        point = _below_arm(skin, r, c)
    if c in (0, COLUMNS):
        point[0] = 0.0
    return np.asarray(point)


def _in_table(table: list[tuple[int, float, float, float]], c: int) -> DoubleArray:
    """A place between those that a table has by column."""
    held = np.array(table, float)
    return np.asarray(Monotone(held[:, 0], held[:, 1:])(c))


def _beside_arm(skin: Skins, r: int, c: int, wide: float) -> DoubleArray:
    """Before and behind the arm's opening: from the midline to the opening's edges, which stay put."""
    edges = np.asarray(_FRONT_EDGE(r)) * (wide, 1, 1), np.asarray(_BACK_EDGE(r)) * (wide, 1, 1)
    if 8 <= c <= 12:
        t = (c - 8) / 4
        point = edges[0] * (1 - t) + edges[1] * t
        if r == _ARM_ROWS[1]:  # the armpit
            point = point - (0, 6.0 * np.sin(np.pi * t), 0)
        return np.asarray(skin.trunk.onto(point[None], 6)[0])
    y = float(Monotone([0, 8, 12, 20], [float(_FRONT(r)), edges[0][1], edges[1][1], float(_BACK(r))])(c))
    x, z = (edges[0] if c < 8 else edges[1])[[0, 2]]
    t = c / 8 if c < 8 else (20 - c) / 8
    start = np.array([0.0, y, 0.0])
    way = np.array([x * t, y, z + (1 - t**1.5) * (34.0 if c < 8 else -30.0)]) - start  # flattened in front and behind
    return np.asarray(skin.trunk.outward((start + way * 0.25)[None], (way / np.linalg.norm(way))[None])[0])


def _below_arm(skin: Skins, r: int, c: int) -> DoubleArray:
    """A place of the trunk from the armpit down; the last rows come to follow the groin's line."""
    low = min(r, 19)
    ends = [float(_FRONT(r)), float(_SIDE(r)), float(_BACK(r))]
    y = float(Monotone([0, 10, 20], ends)(c))
    if r > low:
        plain = float(np.interp(c, [0, 10, 20], [float(_FRONT(low)), float(_SIDE(low)), float(_BACK(low))]))
        y = plain + (float(_in_table(_GROIN[:7], c)[1]) - plain) * (r - low) / 6.0
    t = np.pi * c / COLUMNS
    way = np.array([np.sin(t) * 1.35, 0.0, np.cos(t)])
    point = np.asarray(skin.trunk.outward(np.array([[0.0, y, -4.0]]), (way / np.linalg.norm(way))[None])[0])
    if point[0] > _FLANK:  # where chest and arm are full the ray runs through the armpit into the arm
        point = point * (_FLANK / point[0], 1.0, _FLANK / point[0])
    return point


def _arm(b: Builder, build: Build, skin: Skins, grid: np.ndarray) -> None:
    (c0, c1), (r0, r1) = _ARM_COLUMNS, _ARM_ROWS
    loop = [int(v) for v in grid[r1, c0:c1]] + [int(v) for v in grid[r1:r0:-1, c1]]
    loop += [int(v) for v in grid[r0, c1:c0:-1]] + [int(v) for v in grid[r0:r1, c0]]
    j = build.joints
    s, e, w = j["shoulder"], j["elbow"], j["wrist"]
    start = np.mean([b.points[v] for v in loop], axis=0)
    down, fore = (e - s) / np.linalg.norm(e - s), (w - e) / np.linalg.norm(w - e)
    joint = s + (e - s) * _UPPER[0]
    bow = start + np.array([0.55, 0.0, 0.0]) * np.linalg.norm(joint - start)
    centres, ways = [], []
    for t in (0.2, 0.42, 0.62, 0.81):
        centres.append((1 - t) ** 2 * start + 2 * t * (1 - t) * bow + t * t * joint)
        tangent = 2 * (1 - t) * (bow - start) + 2 * t * (joint - bow)
        ways.append(tangent / np.linalg.norm(tangent))
    centres += [s + (e - s) * t for t in _UPPER] + [e + (w - e) * t for t in _LOWER]
    ways += [down] * len(_UPPER) + [fore] * len(_LOWER)
    n = len(centres)
    ways = [_unit(ways[max(i - 1, 0)] + 2 * ways[i] + ways[min(i + 1, n - 1)]) for i in range(n)]
    front = np.array([0.0, 0.0, 1.0])
    for i, (centre, way) in enumerate(zip(centres, ways, strict=True)):
        ahead = _unit(front - way * (front @ way))
        out = np.cross(ahead, way)
        turn = 2 * np.pi * (np.arange(ARM_AROUND) - 2) / ARM_AROUND
        rays = -np.cos(turn)[:, None] * out - np.sin(turn)[:, None] * ahead
        points = skin.limb.outward(np.repeat(centre[None], ARM_AROUND, 0), rays, 130.0)
        inner = [
            b.vertex(p, held=0.45 if i < 4 else 0.7, chart=ARM, place=(float(i + 1), float(k)))
            for k, p in enumerate(points)
        ]
        b.ring(loop, inner, closed=True)
        b.mark("upper arm_l" if i < 15 else "forearm_l", inner)
        loop = inner
    hand_rings(b, loop, hand_frame(build), skin.palm, skin.thumb, skin.fingers, (HAND, FINGER, THUMB))


def _leg(b: Builder, build: Build, skin: Skins, grid: np.ndarray) -> None:
    groin = [int(v) for v in grid[ROWS - 1]]
    for c in range(COLUMNS + 1, LEG_AROUND):
        groin.append(
            b.vertex(
                np.array(_GROIN[c - LEG_AROUND][1:], float), held=0.6, chart=TRUNK, place=(float(ROWS - 1), float(c))
            )
        )
    heights = [b.points[v][1] for v in groin]
    j = build.joints
    hip, knee, ankle = j["hip"], j["knee"], j["ankle"]
    loop = groin
    first = 738.0
    turn = 2 * np.pi * (np.arange(LEG_AROUND) - 22) / LEG_AROUND
    rays = np.stack([-np.cos(turn), np.zeros(LEG_AROUND), np.sin(turn)], axis=1)
    for number, part in enumerate((*_TILTED, *_LEVEL)):
        level = number >= len(_TILTED)
        y = np.full(LEG_AROUND, float(part)) if level else np.array(heights) * (1 - part) + first * part
        if level:  # bones of other lengths: knee and ankle stay where the plan has them
            y = y + float(np.interp(part, [75, 498, 700], [0.0, knee[1] - 498.0, 0.0]))
        t = (hip[1] - y) / (hip[1] - knee[1])
        s = np.clip((knee[1] - y) / (knee[1] - ankle[1]), 0.0, 1.0)
        centre = np.where((t < 1)[:, None], hip + (knee - hip) * t[:, None], knee + (ankle - knee) * s[:, None])
        centre[:, 1] = y
        points = skin.leg.outward(centre, rays, 150.0)
        points[:, 0] = np.maximum(points[:, 0], 2.0)
        new = [
            b.vertex(p, held=0.5 if not level else 0.7, chart=LEG, place=(float(number + 1), float(c)))
            for c, p in enumerate(points)
        ]
        b.ring(new, loop, closed=True)
        b.mark("thigh_l" if y.mean() > knee[1] else "lower leg_l", new)
        loop = new
    foot_rings(b, loop, build, skin.foot, skin.toes, (FOOT, TOE))


def _unit(v: DoubleArray) -> DoubleArray:
    return np.asarray(v / np.linalg.norm(v))
