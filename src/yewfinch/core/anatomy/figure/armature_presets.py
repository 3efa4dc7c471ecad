"""Ready-made armatures, in the frame of the base head. Radii are common practice; joints those of the man's plan."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.anatomy.body.body_plan import HEAD_OFFSET
from yewfinch.core.anatomy.body.skeleton import FINGERS, plan_places
from yewfinch.core.reshape.armature import Armature, linked

_Rows = list[tuple[float, float, float, float, int]]


def ball() -> Armature:
    """One ball of the size of a cranium."""
    return linked([(0.0, 40.0, -10.0, 75.0, -1)], fillet=10.0)


def _head(rows: _Rows, neck: int) -> None:
    """Skull, face and jaw on a ball of the neck."""
    first = len(rows)
    rows += [
        (0.0, 42.0, -26.0, 74.0, neck),
        (0.0, 58.0, 22.0, 66.0, first),  # back of the skull, brow
        (0.0, 4.0, 44.0, 53.0, first + 1),
        (0.0, -36.0, 52.0, 40.0, first + 2),
        (0.0, -74.0, 69.0, 24.0, first + 3),  # face to chin
        (0.0, -14.0, 104.0, 9.0, first + 2),  # nose
        (42.0, 0.0, 46.0, 27.0, first + 2),  # cheekbone
        (34.0, -34.0, 40.0, 32.0, first + 3),
        (42.0, -54.0, 18.0, 22.0, first + 7),  # cheek, angle of the jaw
    ]


def head_and_neck() -> Armature:
    """Skull, face and neck down to the shoulders."""
    rows: _Rows = [(0.0, -205.0, -45.0, 62.0, -1), (0.0, -150.0, -42.0, 56.0, 0), (0.0, -85.0, -22.0, 55.0, 1)]
    _head(rows, 2)
    rows += [(95.0, -200.0, -40.0, 42.0, 0)]
    return linked(rows, fillet=26.0)


def _arm(rows: _Rows, collar: int, *, fingers: bool) -> None:
    """Add an arm, from the shoulder to the hand, to a ball."""
    at = {k: p - HEAD_OFFSET for k, p in plan_places().items()}
    s, e, w = at["shoulder_l"], at["elbow_l"], at["wrist_l"]
    line = [(s, 54.0), (s + 0.4 * (e - s), 45.0), (e, 37.0), (e + 0.3 * (w - e), 37.0), (w, 22.0)]
    for i, (p, r) in enumerate(line):
        rows.append((*_t(p), r, collar if i == 0 else len(rows) - 1))
    _hand(rows, len(rows) - 1, fingers=fingers)


def _hand(rows: _Rows, wrist: int, *, fingers: bool) -> None:
    at = {k: p - HEAD_OFFSET for k, p in plan_places().items()}
    if not fingers:
        palm = (at["wrist_l"] + at["middle1_l"]) / 2
        rows.append((*_t(palm), 30.0, wrist))
        rows.append((*_t(at["middle2_l"]), 20.0, len(rows) - 1))
        rows.append((*_t(at["middle4_l"]), 13.0, len(rows) - 1))
        rows.append((*_t(at["thumb3_l"]), 12.0, len(rows) - 3))
        return
    thick = {"thumb": 11.5, "index": 10.0, "middle": 10.3, "ring": 9.6, "little": 8.6}
    for key in FINGERS:
        root = wrist
        if key != "thumb":
            rows.append((*_t(at["wrist_l"] + 0.45 * (at[f"{key}1_l"] - at["wrist_l"])), 13.0, wrist))
            root = len(rows) - 1
        for i in (1, 2, 3, 4):
            radius = thick[key] * (1.25 if key == "thumb" and i == 1 else (1.0, 1.05, 0.92, 0.8)[i - 1])
            rows.append((*_t(at[f"{key}{i}_l"]), radius, root if i == 1 else len(rows) - 1))


def arm() -> Armature:
    """Shoulder, arm and a hand with fingers, the left one."""
    rows: _Rows = []
    _arm(rows, -1, fingers=True)
    return linked(rows, mirrored=False, fillet=6.0)


def hand() -> Armature:
    """A wrist and a hand with five fingers, the left one."""
    at = {k: p - HEAD_OFFSET for k, p in plan_places().items()}
    fore = at["wrist_l"] - 0.3 * (at["wrist_l"] - at["elbow_l"])
    rows: _Rows = [(*_t(fore), 27.0, -1), (*_t(at["wrist_l"]), 21.0, 0)]
    _hand(rows, 1, fingers=True)
    return linked(rows, mirrored=False, fillet=6.0)


def figure() -> Armature:
    """A standing figure with arms, legs and mitten hands."""
    at = {k: p - HEAD_OFFSET for k, p in plan_places().items()}
    rows: _Rows = [
        (*_t(at["pelvis"] + np.array([0, -10, 0])), 104.0, -1),
        (*_t(at["waist"] + np.array([0, 10, 14])), 96.0, 0),
        (*_t(at["chest"] + np.array([0, 30, 20])), 118.0, 1),
        (0.0, -215.0, -50.0, 84.0, 2),
        (0.0, -150.0, -40.0, 55.0, 3),
        (0.0, -85.0, -22.0, 55.0, 4),
    ]
    _head(rows, 5)
    rows.append((70.0, -345.0, -40.0, 92.0, 2))  # the chest's side
    rows.append((56.0, -500.0, -42.0, 86.0, len(rows) - 1))  # the flank
    rows.append((62.0, -632.0, -52.0, 98.0, len(rows) - 1))  # the hip's crest
    rows.append((100.0, -205.0, -50.0, 46.0, 3))  # collarbone and blade
    _arm(rows, len(rows) - 1, fingers=False)
    h, k, a = at["hip_l"], at["knee_l"], at["ankle_l"]
    line = [
        (h + np.array([4, 30, -20]), 92.0),
        (h + 0.35 * (k - h), 80.0),
        (k, 54.0),
        (k + 0.28 * (a - k) + np.array([0, 0, -14]), 55.0),
        (a, 35.0),
    ]
    for i, (p, r) in enumerate(line):
        rows.append((*_t(p), r, 0 if i == 0 else len(rows) - 1))
    ankle = len(rows) - 1
    rows.append((*_t(a + np.array([0, -42, -26])), 30.0, ankle))
    rows.append((*_t(at["toes_l"] + np.array([0, 8, 0])), 27.0, ankle))
    rows.append((*_t(at["toes_l"] + np.array([4, -2, 62])), 15.0, len(rows) - 1))
    return linked(rows, fillet=34.0)


def _t(p: np.ndarray) -> tuple[float, float, float]:
    return float(p[0]), float(p[1]), float(p[2])


#: Title and maker of each ready-made armature.
PRESETS: dict[str, tuple[str, Callable[[], Armature]]] = {
    "ball": ("One ball", ball),
    "head": ("Head and neck", head_and_neck),
    "arm": ("Arm", arm),
    "hand": ("Hand", hand),
    "figure": ("Figure", figure),
}
