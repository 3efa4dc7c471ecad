"""Handles of the nose: root, bridge, length, tip, wings, nostrils, columella."""

from __future__ import annotations

import numpy as np

from yewfinch.core.features.handles.handle import Handle, Move, Points
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import angle, straight

_FORWARD, _UP = np.array([0.0, 0.0, 1.0]), np.array([0.0, 1.0, 0.0])


def _at(*values: float) -> DoubleArray:
    return np.array(values)


def _of(p: Points, name: str, side: int) -> float:
    """How far left a paired point lies, mm."""
    return float(p[f"{name}_{'l' if side > 0 else 'r'}"][0])


def _hump(p: Points, side: int) -> float:
    """How far the bridge stands before the straight line from its hollow to the tip, mm."""
    way = p["prn"] - p["se"]
    way = way[1:] / max(float(np.linalg.norm(way[1:])), 1e-9)
    off = (p["bridge"] - p["se"])[1:]
    return float(way[1] * off[0] - way[0] * off[1]) if way[0] < 0 else 0.0


def _along_bridge(p: Points) -> tuple[DoubleArray, DoubleArray]:
    middle = p["bridge"]
    high = max(float(p["se"][1] - p["prn"][1]), 20.0)
    return middle, _at(15.0, 0.62 * high, 26.0)


def _bridge_moves(p: Points, side: int) -> list[Move]:
    middle, radii = _along_bridge(p)
    return [Move(middle, radii, _FORWARD)]


def _bridge_width_moves(p: Points, side: int) -> list[Move]:
    middle, radii = _along_bridge(p)
    half = max(float(p["bridge_l"][0] - p["bridge_r"][0]) / 2.0, 3.0)
    out = []
    for s in (1.0, -1.0):
        out.append(Move(middle + _at(s * (half + 2.0), 0.0, -6.0), _at(half + 6.0, radii[1], 16.0), _at(0.5 * s, 0, 0)))
    return out


def _root_moves(p: Points, side: int) -> list[Move]:
    return [Move(p["se"], _at(17.0, 17.0, 22.0), _FORWARD)]


def _length_moves(p: Points, side: int) -> list[Move]:
    """Tip, wings and base go down, all of the nose's lower half."""
    low = 0.5 * (p["sn"] + p["prn"])
    high = max(float(p["se"][1] - p["sn"][1]), 25.0)
    return [Move(low + _at(0, 1.0, -4.0), _at(34.0, 0.8 * high, 34.0), -_UP)]


def _tip_moves(p: Points, side: int) -> list[Move]:
    wide = max(float(p["al_l"][0] - p["al_r"][0]), 24.0)
    return [Move(p["prn"] + _at(0, 0, -2.0), _at(0.62 * wide, 24.0, 26.0), _FORWARD)]


def _turn_moves(p: Points, side: int) -> list[Move]:
    """The tip turns up about the base of the wings."""
    base = 0.5 * (p["ac_l"] + p["ac_r"])
    return [Move(p["prn"] + _at(0, -1.0, -4.0), _at(22.0, 21.0, 22.0), hinge=(base, _at(-1.0, 0, 0)))]


def _tip_width_moves(p: Points, side: int) -> list[Move]:
    half = max(float(p["tip_l"][0] - p["tip_r"][0]) / 2.0, 4.0)
    return [
        Move(p["prn"] + _at(s * (half + 1.5), 0.0, -7.0), _at(half + 4.5, 13.0, 13.0), _at(0.5 * s, 0, 0))
        for s in (1.0, -1.0)
    ]


def _breadth_moves(p: Points, side: int) -> list[Move]:
    return [
        Move(p[f"al_{t}"] + _at(-1.0 * s, -1.0, -1.0), _at(14.0, 15.0, 20.0), _at(0.5 * s, 0, 0))
        for t, s in (("l", 1.0), ("r", -1.0))
    ]


def _rim_moves(p: Points, side: int) -> list[Move]:
    t = "l" if side > 0 else "r"
    return [Move(p[f"rim_{t}"] + _at(1.0 * side, 0.5, -1.0), _at(9.0, 9.5, 13.0), _UP)]


def _columella_moves(p: Points, side: int) -> list[Move]:
    return [Move(p["columella"], _at(6.0, 9.0, 13.0), -_UP)]


def _nostril_moves(p: Points, side: int) -> list[Move]:
    """The wing goes away from the columella, which stays."""
    outer = p[f"nostril_outer_{'l' if side > 0 else 'r'}"]
    return [Move(outer + _at(1.5 * side, -0.5, 0.0), _at(7.0, 11.0, 14.0), _at(1.0 * side, 0, 0))]


HANDLES: tuple[Handle, ...] = (
    Handle(
        "root",
        "Root forward",
        "nose",
        "How far the hollow of the root lies before the inner corners of the eyes",
        2.0,
        35.0,
        lambda p, s: float(p["se"][2] - (p["en_l"][2] + p["en_r"][2]) / 2.0),
        _root_moves,
        needs=("se", "en_l", "en_r"),
    ),
    Handle(
        "hump",
        "Bridge line",
        "nose",
        "How far the bridge stands before the straight line from root to tip; less is hollow",
        -8.0,
        10.0,
        _hump,
        _bridge_moves,
        needs=("se", "prn", "bridge"),
        landmarks=False,
    ),
    Handle(
        "bridge_width",
        "Bridge breadth",
        "nose",
        "Breadth of the bridge halfway down, 5 mm behind its line",
        4.0,
        40.0,
        lambda p, s: float(p["bridge_l"][0] - p["bridge_r"][0]),
        _bridge_width_moves,
        needs=("bridge", "bridge_l", "bridge_r", "se", "prn"),
        landmarks=False,
    ),
    Handle(
        "nose_length",
        "Length",
        "nose",
        "From the root down to the base, n-sn",
        25.0,
        90.0,
        lambda p, s: straight(p["n"], p["sn"]),
        _length_moves,
        men=(54.8, 3.3),
        women=(50.6, 3.1),
        source="Farkas 1994",
        needs=("n", "sn", "prn", "se"),
    ),
    Handle(
        "tip",
        "Tip projection",
        "nose",
        "From the base to the tip, sn-prn",
        6.0,
        45.0,
        lambda p, s: straight(p["sn"], p["prn"]),
        _tip_moves,
        men=(21.1, 2.7),
        women=(19.8, 2.7),
        source="Zhuang 2005",
        needs=("sn", "prn", "al_l", "al_r"),
    ),
    Handle(
        "tip_turn",
        "Tip turned up",
        "nose",
        "Nasolabial angle: columella, base, upper lip",
        60.0,
        160.0,
        lambda p, s: angle(p["columella"], p["sn"], p["ls"]),
        _turn_moves,
        unit="°",
        men=(92.5, 8.0),
        women=(102.5, 8.0),
        source="Powell & Humphreys 1984; spread: Legan & Burstone 1980",
        landmarks=False,
        needs=("columella", "sn", "ls", "prn", "ac_l", "ac_r"),
    ),
    Handle(
        "tip_width",
        "Tip breadth",
        "nose",
        "Breadth of the tip 7 mm behind its front",
        5.0,
        45.0,
        lambda p, s: float(p["tip_l"][0] - p["tip_r"][0]),
        _tip_width_moves,
        needs=("tip_l", "tip_r", "prn"),
        landmarks=False,
    ),
    Handle(
        "nose_breadth",
        "Wings' breadth",
        "nose",
        "From wing to wing, al-al",
        18.0,
        65.0,
        lambda p, s: straight(p["al_l"], p["al_r"]),
        _breadth_moves,
        men=(34.9, 2.1),
        women=(31.4, 2.0),
        source="Farkas 1994",
        needs=("al_l", "al_r"),
    ),
    Handle(
        "rim",
        "Wing's rim up",
        "nose",
        "How far the rim of the nostril lies above the base; more shows the nostril from the front",
        -6.0,
        14.0,
        lambda p, s: float(p["rim_l" if s > 0 else "rim_r"][1] - p["sn"][1]),
        _rim_moves,
        paired=True,
        needs=("rim_", "sn"),
        landmarks=False,
    ),
    Handle(
        "columella",
        "Columella down",
        "nose",
        "How far the columella hangs below the rims of the nostrils; 2 to 4 mm are usual",
        -6.0,
        12.0,
        lambda p, s: float((p["rim_l"][1] + p["rim_r"][1]) / 2.0 - p["columella"][1]),
        _columella_moves,
        needs=("columella", "rim_l", "rim_r"),
        landmarks=False,
    ),
    Handle(
        "nostril",
        "Nostril's breadth",
        "nose",
        "Breadth of the opening of the nostril, seen from below",
        0.5,
        25.0,
        lambda p, s: abs(_of(p, "nostril_outer", s) - _of(p, "nostril_inner", s)),
        _nostril_moves,
        paired=True,
        needs=("nostril_inner_", "nostril_outer_"),
        landmarks=False,
    ),
)
