"""The layout of the head's quads: a sleeve of rows and columns with rings round the features.

The sleeve runs round head and neck: column 0 is the front midline, the last one the back; row 0
is the lower rim of the bust, row `CHIN_LINE` runs along the jaw. It is closed above and below by
grids. Rectangles of it are left open for eyes, mouth, nostrils and ears and filled with rings.
Guessed places are in mm of the plain head; what they miss is made up for by settling on the form.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head import (
    ear,
    lids,
    lips,
    nostrils,
)
from yewfinch.core.anatomy.head.cage import FREE, ON_FIELD, Builder, Cage
from yewfinch.core.anatomy.head.head_field import skin
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.curves import Monotone

COLUMNS, ROWS = 20, 28
#: The row along the jaw.
CHIN_LINE = 8
#: Numbers of the features' charts.
LIDS, LIPS, NOSTRIL, EAR = 2, 3, 4, 5
#: First column, first row of each feature's rectangle.
_EYE, _MOUTH, _NOSTRIL, _EAR = (3, 19), (0, 11), (1, 14), (11, 15)

#: Front view (x, y) of columns 0 to 8, by row.
_FRONT: dict[int, list[tuple[float, float]]] = {
    9: [(0, -83), (5, -83), (10, -83), (16, -82), (22, -80.5), (30, -78), (38, -74), (46, -69), (52, -64)],
    10: [(0, -68), (5, -68), (10.5, -67.5), (17, -66.5), (24.5, -65.5), (33, -64), (41, -61), (49, -58), (55, -55)],
    11: [(0, -62), (6, -62), (13, -61.5), (22, -59.5), (31, -56), (38.5, -55), (45, -53), (52, -51), (58, -49)],
    12: [(34.5, -48.5), (41, -47), (47, -45), (53, -44), (59, -43)],
    13: [(0, -35.5), (5.5, -35), (12, -35.5), (21, -37), (30, -40), (36.5, -39), (43, -38), (51, -37), (60, -36.5)],
    14: [(0, -28.5), (3.6, -29), (8, -29.5), (13, -29), (19, -28.5), (27, -29), (36, -29.5), (47, -30), (60.5, -30)],
    15: [(0, -24.5), (3.4, -25.5), (14.6, -24.8), (18.6, -24), (24, -23), (35, -23), (47, -23), (61, -23)],
    16: [
        (0, -20.5),
        (4.5, -20.5),
        (9.8, -20.5),
        (14.6, -20.5),
        (18.0, -18.5),
        (22, -17),
        (34, -16),
        (47, -16),
        (61.5, -16),
    ],
    17: [(0, -14.5), (5, -14.5), (10.5, -14.5), (15.5, -14), (18.6, -12.5), (22, -10), (33, -9), (47, -9), (62, -9)],
    18: [(0, -7), (4.8, -7.5), (9, -8), (13, -7.5), (17, -6), (23, -4), (32, -3.5), (46, -3.5), (61.5, -3)],
    19: [(0, 2), (4, 2), (8.5, 3), (13.5, 5.5), (21.5, 3), (30, 0.5), (39, 0.5), (47.5, 3), (55.5, 6)],
    20: [(0, 12), (3.6, 12), (7.0, 12), (10.6, 13.5), (57, 12.5)],
    21: [(0, 22), (3.3, 22), (6.4, 22), (9.6, 22.5), (57, 21.5)],
    22: [(0, 32), (3.7, 32), (7.2, 32.5), (10.8, 33.5), (56, 30.5)],
    23: [(0, 42), (4.5, 42), (9.5, 42.5), (15, 44.5), (23, 47.5), (31, 49), (39.5, 48), (47.5, 44.5), (54, 39)],
}
#: Columns that the rows over an opening have.
_FRONT_COLUMNS: dict[int, list[int]] = {
    12: [4, 5, 6, 7, 8], 15: [0, 1, 3, 4, 5, 6, 7, 8], 20: [0, 1, 2, 3, 8], 21: [0, 1, 2, 3, 8], 22: [0, 1, 2, 3, 8],
}  # fmt: skip
#: Heights at columns 8, 11, 16 and 20, by row.
_SIDE: dict[int, tuple[float, float, float, float]] = {
    9: (-64, -60.5, -69, -82), 10: (-55, -56, -63, -74), 11: (-49, -51.5, -57, -66), 12: (-43, -47, -51, -59),
    13: (-36.5, -42.5, -45, -52), 14: (-30, -38, -39, -45), 15: (-23, -33, -33, -37), 16: (-16, -24, -26, -28),
    17: (-9, -15, -18, -18), 18: (-3, -6, -9, -8), 19: (6, 4, 0, 2), 20: (12.5, 12, 10, 12), 21: (21.5, 21, 20, 22),
    22: (30.5, 30, 30, 32), 23: (39, 39, 40, 42), 24: (54, 53, 54, 57), 25: (71, 70, 70, 74), 26: (89, 88, 88, 91),
    27: (107, 106, 106, 107),
}  # fmt: skip
#: Heights of the neck's rows at columns 0, 8, 11, 16 and 20.
_NECK: dict[int, tuple[float, float, float, float, float]] = {
    0: (-214, -214, -214, -214, -214), 1: (-196, -192, -188, -188, -192), 2: (-176, -171, -166, -166, -170),
    3: (-158, -154, -149, -148, -151), 4: (-140, -136, -130, -131, -136), 5: (-121, -114, -106, -112, -122),
    6: (-104, -97, -88, -96, -109),
}  # fmt: skip
#: Under the chin and along the jaw: column and place.
_CHIN: list[tuple[int, float, float, float]] = [
    (0, 0, -95, 84), (3, 16, -93.5, 81), (5, 29, -88, 67), (8, 45, -77, 40), (10, 53, -68, 22), (11, 57, -61, 11),
    (12, 59, -57, -2), (13, 58, -60, -14), (16, 50, -76, -38), (18, 26, -85, -60), (20, 0, -90, -66),
]  # fmt: skip
#: The rim of the shoulders and the collarbones: column and place.
_COLLAR: dict[int, list[tuple[int, float, float, float]]] = {
    1: [
        (0, 0, -196, 27),
        (4, 40, -196, 34),
        (8, 84, -190, 22),
        (10, 104, -184, -2),
        (12, 108, -182, -30),
        (14, 100, -184, -62),
        (17, 56, -182, -96),
        (20, 0, -182, -102),
    ],
    2: [
        (0, 0, -174, 17),
        (3, 22, -171, 23),
        (6, 50, -167, 19),
        (8, 74, -163, 6),
        (10, 86, -162, -16),
        (12, 88, -161, -40),
        (14, 78, -159, -62),
        (17, 46, -160, -82),
        (20, 0, -162, -88),
    ],
}
_UNDER: list[tuple[int, float, float, float]] = [
    (0, 0, -94, 56), (3, 15, -93, 54), (5, 26, -90, 48), (8, 41, -83, 28), (10, 49, -78, 12), (11, 52, -72, 2),
    (12, 54, -70, -8), (13, 54, -72, -18), (16, 48, -85, -42), (18, 26, -94, -62), (20, 0, -99, -68),
]  # fmt: skip
#: Direction of the columns round the head and round the neck, degrees from the front.
_ROUND = Monotone([0, 3, 8, 9, 10, 11, 16, 17, 18, 20], [0, 16, 48, 57, 66.5, 77, 119, 133, 148.5, 180])
_ROUND_NECK = Monotone([0, 8, 11, 16, 20], [0, 66, 90, 139, 180])


def head_cage() -> Cage:
    """The coarse head, guessed places only; see `head_form.settle`."""
    b = Builder()
    grid = np.full((ROWS, COLUMNS + 1), -1)
    open_ = _openings()
    for r in range(ROWS):
        for c in range(COLUMNS + 1):
            if (r, c) not in open_:
                grid[r, c] = b.vertex(*_guess(r, c))
    for r in range(ROWS - 1):
        for c in range(COLUMNS):
            corners = [int(grid[r, c]), int(grid[r, c + 1]), int(grid[r + 1, c + 1]), int(grid[r + 1, c])]
            if min(corners) >= 0 and (r, c) not in _open_faces():
                b.quads.append((corners[0], corners[1], corners[2], corners[3]))
    _skin_cap(b, [int(v) for v in grid[-1]], 6, 8)
    _skin_cap(b, [int(v) for v in grid[0, ::-1]], 6, 8)
    at = grid.astype(int)
    _feature(b, _loop(at, *_EYE, lids.ACROSS, lids.UP), LIDS, lids.RINGS, (lids.ACROSS, lids.UP))
    _feature(
        b, _loop(at, *_NOSTRIL, nostrils.ACROSS, nostrils.UP), NOSTRIL, nostrils.RINGS, (nostrils.ACROSS, nostrils.UP)
    )
    _feature(b, _loop(at, *_EAR, ear.ACROSS, ear.UP), EAR, ear.RINGS, (ear.ACROSS, ear.UP))
    _mouth(b, at)
    _regions(b, at)
    return b.whole()


def _rect(first: tuple[int, int], across: int, up: int) -> tuple[range, range]:
    c, r = first
    return range(r, r + up), range(c, c + across)


def _open_faces() -> set[tuple[int, int]]:
    out = set()
    for first, across, up in (
        (_EYE, lids.ACROSS, lids.UP), (_MOUTH, lips.ACROSS, lips.UP),
        (_NOSTRIL, nostrils.ACROSS, nostrils.UP), (_EAR, ear.ACROSS, ear.UP),
    ):  # fmt: skip
        rows, cols = _rect(first, across, up)
        out |= {(r, c) for r in rows for c in cols}
    return out


def _openings() -> set[tuple[int, int]]:
    """Grid vertices inside the rectangles."""
    faces = _open_faces()
    out = set()
    for r in range(ROWS):
        for c in range(COLUMNS + 1):
            around = [
                (r + i, c + j) for i in (-1, 0) for j in (-1, 0) if 0 <= c + j < COLUMNS and 0 <= r + i < ROWS - 1
            ]
            if all(f in faces for f in around):
                out.add((r, c))
    return out


def _guess(r: int, c: int) -> tuple[DoubleArray, float]:
    """Guessed place of a grid vertex, and how firmly it is held there."""
    if r in (CHIN_LINE, CHIN_LINE - 1):
        table = np.array(_CHIN if r == CHIN_LINE else _UNDER)
        point = Monotone(table[:, 0], table[:, 1:])(c)
        return np.asarray(point), 0.8 if r == CHIN_LINE else 0.3
    if r in _COLLAR:
        table = np.array(_COLLAR[r])
        return np.asarray(Monotone(table[:, 0], table[:, 1:])(c)), 0.4
    if r in _FRONT and c <= 8:
        columns = _FRONT_COLUMNS.get(r, list(range(9)))
        x, y = _FRONT[r][columns.index(c)]
        return _march(np.array([x, y, 150.0]), np.array([0.0, 0.0, -1.0])), 0.75
    if r < CHIN_LINE:
        y = float(Monotone([0, 8, 11, 16, 20], _NECK[r])(c))
        turn = np.radians(_ROUND_NECK(c))
        axis = np.array([0.0, y, -30.0 if r < 3 else -17.0 + (y + 60.0) * 0.24])
        held = 0.25
    else:
        y = float(Monotone([8, 11, 16, 20], _SIDE[r])(max(c, 8)))
        turn = np.radians(_ROUND(c))
        axis = np.array([0.0, y, -8.0])
        held = 0.3 if r > 23 or (r < 15 and c > 9) else 0.5
    way = np.array([np.sin(turn), 0.0, np.cos(turn)])
    point = _march(axis + way * 220.0, -way)
    if c in (0, COLUMNS):
        point[0] = 0.0
    return point, held


def _march(start: DoubleArray, way: DoubleArray) -> DoubleArray:
    """Where a ray from outside first meets the form (Hart 1996, "Sphere tracing")."""
    point = start.copy()
    for _ in range(90):
        d = float(skin(point[None])[0])
        point = point + way * d * 0.8
        if abs(d) < 1e-3:
            break
    return point


def _loop(grid: np.ndarray, c: int, r: int, across: int, up: int) -> list[int]:
    """A rectangle's boundary, counter-clockwise from its lower left corner."""
    bottom = [int(v) for v in grid[r, c : c + across]]
    right = [int(v) for v in grid[r : r + up, c + across]]
    top = [int(v) for v in grid[r + up, c + across : c : -1]]
    left = [int(v) for v in grid[r + up : r : -1, c]]
    return bottom + right + top + left


def _feature(b: Builder, loop: list[int], chart: int, rings: int, inside: tuple[int, int]) -> None:
    """Rings of a closed chart, and a cap of free vertices at their end."""
    middle = np.mean([b.points[v] for v in loop], axis=0)
    outer = loop
    for s in range(1, rings):
        t = s / rings
        inner = [
            b.vertex((1 - t) * np.array(b.points[v]) + t * middle, chart=chart, place=(float(s), float(k)))
            for k, v in enumerate(loop)
        ]
        b.ring(outer, inner, closed=True)
        _note(b, chart, s, inner)
        outer = inner
    b.close(outer, *inside)


def _mouth(b: Builder, grid: np.ndarray) -> None:
    c, r = _MOUTH
    path = [int(v) for v in grid[r, c : c + lips.ACROSS]] + [int(v) for v in grid[r : r + lips.UP, lips.ACROSS]]
    path += [int(v) for v in grid[r + lips.UP, lips.ACROSS :: -1]] if c == 0 else []
    outer = path
    for s in range(1, lips.RINGS):
        inner = []
        for k, v in enumerate(path):
            x, y, z = b.points[v]
            t = s / lips.RINGS
            inner.append(
                b.vertex(np.array([x * (1 - t), y + t * (-50.0 - y), z]), chart=LIPS, place=(float(s), float(k)))
            )
        b.ring(outer, inner, closed=False)
        _note(b, LIPS, s, inner)
        outer = inner
    b.close_half(outer, lips.ACROSS, lips.UP)


def _note(b: Builder, chart: int, s: int, rows: list[int]) -> None:
    """Count a ring's vertices to the regions."""
    if chart == LIDS and s >= 2:
        half = lids.AROUND // 2
        first = int(lids.INNER_PLACE)
        lower = [rows[(first + i) % lids.AROUND] for i in range(half + 1)]
        upper = [rows[(first + half + i) % lids.AROUND] for i in range(half + 1)]
        if s <= 8:
            b.mark("lower lid_l", lower)
            b.mark("upper lid_l", upper)
        if s >= 8:
            b.mark("eye bag_l", rows)
    elif chart == LIPS:
        if lips.BORDER <= s <= 5:
            b.mark("lower lip", rows[: lips.AROUND // 2 + 1])
            b.mark("upper lip", rows[lips.AROUND // 2 :])
        if s >= 6:
            b.mark("mouth bag", rows)
    elif chart == NOSTRIL:
        b.mark("nose wing_l", rows)
        if s > nostrils.RIM:
            b.mark("nostril_l", rows)
    elif chart == EAR and s >= 2:
        b.mark("ear_l", rows)


def _regions(b: Builder, grid: np.ndarray) -> None:
    def block(rows: range, cols: range) -> list[int]:
        return [int(v) for v in grid[rows.start : rows.stop, cols.start : cols.stop].ravel() if v >= 0]

    b.mark("neck", block(range(3, 7), range(21)))
    b.mark("collar", block(range(3), range(21)))
    b.mark("chin", block(range(8, 11), range(4)))
    b.mark("jaw", block(range(7, 12), range(4, 13)))
    b.mark("cheek_l", block(range(12, 19), range(5, 10)))
    b.mark("nose", block(range(14, 22), range(3)) + block(range(14, 19), range(3, 5)))
    b.mark("nose wing_l", [*block(range(15, 18), range(3, 5)), int(grid[16, 2]), int(grid[17, 2])])
    b.mark("forehead", block(range(23, 27), range(8)))
    b.mark("temple_l", block(range(20, 25), range(8, 11)))
    b.mark("scalp", block(range(26, 28), range(6, 21)) + block(range(22, 26), range(11, 21))
           + block(range(12, 22), range(16, 21)) + list(b.regions.pop("crown", set())))  # fmt: skip


def _skin_cap(b: Builder, path: list[int], across: int, up: int) -> None:
    first = len(b.points)
    b.close_half(path, across, up)
    for v in range(first, len(b.points)):
        assert b.chart[v] == FREE
        b.chart[v] = ON_FIELD
    if b.points[path[0]][1] > 0:
        b.mark("crown", list(range(first, len(b.points))))
