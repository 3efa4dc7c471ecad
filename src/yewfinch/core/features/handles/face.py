"""Handles of brow, cheeks, jaw and chin."""

from __future__ import annotations

import numpy as np

from yewfinch.core.features.handles.handle import Handle, Move, Points
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import angle, straight

_FORWARD, _UP = np.array([0.0, 0.0, 1.0]), np.array([0.0, 1.0, 0.0])


def _tag(side: int) -> str:
    return "l" if side > 0 else "r"


def _at(*values: float) -> DoubleArray:
    return np.array(values)


def _brow_moves(p: Points, side: int) -> list[Move]:
    return [Move(p[f"sci_{_tag(side)}"] + _at(0, -2.0, 0), _at(33.0, 19.0, 30.0), _UP)]


def _ridge_moves(p: Points, side: int) -> list[Move]:
    """Glabella and both ridges come forward."""
    out = [Move(p["g"] + _at(0, 3.5, 0), _at(26.0, 15.0, 24.0), _FORWARD)]
    for s in (1.0, -1.0):
        out.append(Move(p["g"] + _at(31.0 * s, 4.0, -6.0), _at(24.0, 15.0, 26.0), 0.8 * _FORWARD))
    return out


def _zy_moves(p: Points, side: int) -> list[Move]:
    return [
        Move(p[f"zy_{t}"] + _at(0, 0, 6.0), _at(34.0, 32.0, 44.0), _at(0.5 * s, 0, 0))
        for t, s in (("l", 1.0), ("r", -1.0))
    ]


def _malar_moves(p: Points, side: int) -> list[Move]:
    return [Move(p[f"malar_{_tag(side)}"] + _at(0, -2.0, -2.0), _at(30.0, 25.0, 32.0), _FORWARD)]


def _cheek_moves(p: Points, side: int) -> list[Move]:
    return [Move(p[f"cheek_{_tag(side)}"], _at(33.0, 34.0, 38.0), _at(0.75 * side, 0.0, 0.66))]


def _cheek(p: Points, side: int) -> float:
    """How far the cheek bulges out before the straight line from the cheekbone to the corner of the mouth, mm."""
    t = _tag(side)
    middle = 0.5 * (p[f"zy_{t}"] + p[f"ch_{t}"])
    return float((p[f"cheek_{t}"] - middle) @ _at(0.75 * side, 0.0, 0.66))


def _go_moves(p: Points, side: int) -> list[Move]:
    return [
        Move(p[f"go_{t}"] + _at(0, -2.0, 0), _at(34.0, 38.0, 42.0), _at(0.5 * s, 0, 0))
        for t, s in (("l", 1.0), ("r", -1.0))
    ]


def _corner_moves(p: Points, side: int) -> list[Move]:
    """The angle of the jaw goes down and back: the angle gets squarer."""
    t = _tag(side)
    return [Move(p[f"go_{t}"], _at(30.0, 34.0, 40.0), _at(0, 0.62, 0.5))]


def _gonial(p: Points, side: int) -> float:
    """Angle at the gonion between ear and chin, in profile, degrees."""
    t = _tag(side)
    flat = _at(0.0, 1.0, 1.0)
    return angle(p[f"t_{t}"] * flat, p[f"go_{t}"] * flat, p["gn"] * flat)


def _chin_moves(p: Points, side: int) -> list[Move]:
    middle = 0.55 * p["pg"] + 0.45 * p["gn"]
    return [Move(middle + _at(0, 0, -3.0), _at(40.0, 30.0, 40.0), _FORWARD)]


def _chin_height_moves(p: Points, side: int) -> list[Move]:
    middle = 0.35 * p["pg"] + 0.65 * p["gn"]
    return [Move(middle + _at(0, -2.0, -4.0), _at(48.0, 40.0, 56.0), -_UP)]


def _chin_width_moves(p: Points, side: int) -> list[Move]:
    return [Move(p[f"chin_{t}"], _at(24.0, 21.0, 30.0), _at(0.5 * s, 0, 0)) for t, s in (("l", 1.0), ("r", -1.0))]


def _fold_moves(p: Points, side: int) -> list[Move]:
    return [Move(p["sl"], _at(24.0, 9.5, 16.0), -_FORWARD)]


def _fold(p: Points, side: int) -> float:
    """How far sl lies behind the line from li to pg, in profile, mm."""
    way = (p["pg"] - p["li"])[1:]
    way = way / max(float(np.linalg.norm(way)), 1e-9)
    off = (p["sl"] - p["li"])[1:]
    return float(way[0] * off[1] - way[1] * off[0])


def _convexity(p: Points, side: int) -> float:
    """Angle of the profile g-sn-pg against straight, degrees: more is a chin that lies back."""
    flat = _at(0.0, 1.0, 1.0)
    return 180.0 - angle(p["g"] * flat, p["sn"] * flat, p["pg"] * flat)


HANDLES: tuple[Handle, ...] = (
    Handle(
        "brow",
        "Brow over the pupil",
        "brow",
        "From the pupil up to the upper border of the brow; about 25 mm is usual",
        8.0,
        45.0,
        lambda p, s: float(p[f"sci_{_tag(s)}"][1] - p[f"p_{_tag(s)}"][1]),
        _brow_moves,
        paired=True,
        men=(25.0, 3.0),
        women=(25.0, 3.0),
        source="handbooks; spread: common practice",
        needs=("sci_", "p_"),
    ),
    Handle(
        "ridge",
        "Brow ridge forward",
        "brow",
        "How far the place between the brows lies before the root of the nose",
        -6.0,
        20.0,
        lambda p, s: float(p["g"][2] - p["n"][2]),
        _ridge_moves,
        needs=("g", "n"),
    ),
    Handle(
        "cheekbones",
        "Cheekbones' breadth",
        "cheeks",
        "From cheekbone to cheekbone, zy-zy",
        90.0,
        190.0,
        lambda p, s: straight(p["zy_l"], p["zy_r"]),
        _zy_moves,
        men=(143.5, 6.9),
        women=(135.1, 6.5),
        source="Zhuang 2005",
        needs=("zy_l", "zy_r"),
    ),
    Handle(
        "malar",
        "Cheekbone forward",
        "cheeks",
        "How far the cheekbone under the outer part of the eye lies before that corner",
        -20.0,
        30.0,
        lambda p, s: float(p[f"malar_{_tag(s)}"][2] - p[f"ex_{_tag(s)}"][2]),
        _malar_moves,
        paired=True,
        landmarks=False,
        needs=("malar_", "ex_"),
    ),
    Handle(
        "cheek",
        "Cheek's fullness",
        "cheeks",
        "How far the cheek bulges before the line from cheekbone to mouth; less is hollow",
        -15.0,
        30.0,
        _cheek,
        _cheek_moves,
        paired=True,
        landmarks=False,
        needs=("cheek_", "zy_", "ch_"),
    ),
    Handle(
        "jaw_breadth",
        "Jaw's breadth",
        "jaw",
        "From angle to angle of the jaw, go-go",
        70.0,
        170.0,
        lambda p, s: straight(p["go_l"], p["go_r"]),
        _go_moves,
        men=(120.4, 10.4),
        women=(110.1, 8.9),
        source="Zhuang 2005",
        needs=("go_l", "go_r"),
    ),
    Handle(
        "jaw_angle",
        "Jaw's angle",
        "jaw",
        "At the angle of the jaw, between ear and chin in profile; more is steeper",
        95.0,
        160.0,
        _gonial,
        _corner_moves,
        paired=True,
        unit="°",
        needs=("go_", "t_", "gn"),
    ),
    Handle(
        "convexity",
        "Profile's bend",
        "chin",
        "Brow, base of the nose, chin against a straight line; more is a chin that lies back",
        -20.0,
        40.0,
        _convexity,
        lambda p, s: [Move(m.centre, m.radii, -m.way) for m in _chin_moves(p, s) if m.way is not None],
        unit="°",
        men=(12.0, 4.0),
        women=(12.0, 4.0),
        source="Legan & Burstone 1980",
        needs=("g", "sn", "pg", "gn"),
    ),
    Handle(
        "chin_height",
        "Chin's height",
        "chin",
        "From the line of the mouth to the bottom of the chin, sto-gn",
        20.0,
        80.0,
        lambda p, s: straight(p["sto"], p["gn"]),
        _chin_height_moves,
        men=(50.7, 4.4),
        women=(43.4, 3.1),
        source="Farkas 1994",
        needs=("sto", "gn", "pg"),
    ),
    Handle(
        "chin_width",
        "Chin's breadth",
        "chin",
        "Breadth of the chin 12 mm behind its front",
        15.0,
        100.0,
        lambda p, s: float(p["chin_l"][0] - p["chin_r"][0]),
        _chin_width_moves,
        landmarks=False,
        needs=("chin_l", "chin_r"),
    ),
    Handle(
        "fold",
        "Fold under the lip",
        "chin",
        "How deep the fold lies behind the line from lower lip to chin",
        -2.0,
        14.0,
        _fold,
        _fold_moves,
        men=(4.0, 2.0),
        women=(4.0, 2.0),
        source="Legan & Burstone 1980",
        needs=("li", "sl", "pg"),
    ),
)
