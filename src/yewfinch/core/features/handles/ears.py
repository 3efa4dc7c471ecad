"""Handles of the ears: length, width, stand-off as on a hinge, tilt, lobe, helix, antihelix."""

from __future__ import annotations

import numpy as np

from yewfinch.core.features.handles.handle import Handle, Move, Points
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.geometry import straight


def _tag(side: int) -> str:
    return "l" if side > 0 else "r"


def _parts(p: Points, side: int) -> tuple[DoubleArray, DoubleArray, DoubleArray, DoubleArray]:
    """Upper root, lower root, top and lobe of one ear."""
    t = _tag(side)
    return p[f"obs_{t}"], p[f"obi_{t}"], p[f"sa_{t}"], p[f"sba_{t}"]


def _whole(p: Points, side: int, wider: float = 1.0) -> tuple[DoubleArray, DoubleArray]:
    """Middle and radii of an ellipsoid round what of the ear stands off the head."""
    t = _tag(side)
    _, _, sa, sba = _parts(p, side)
    pa, tr = p[f"pa_{t}"], p[f"t_{t}"]
    high, deep = float(sa[1] - sba[1]), float(tr[2] - pa[2])
    middle = np.array([pa[0] + 2.0 * side, (sa[1] + sba[1]) / 2.0, 0.35 * tr[2] + 0.65 * pa[2]])
    return middle, wider * np.array([22.0, 0.72 * high, 0.95 * deep])


def _hinge_moves(p: Points, side: int) -> list[Move]:
    obs, obi, _, _ = _parts(p, side)
    middle, radii = _whole(p, side)
    way = (obi - obs) / max(float(np.linalg.norm(obi - obs)), 1e-9)
    return [Move(middle, radii, hinge=(obs, side * way))]


def _length_moves(p: Points, side: int) -> list[Move]:
    _, _, sa, sba = _parts(p, side)
    high = float(sa[1] - sba[1])
    radii = np.array([24.0, 0.55 * high, 34.0])
    return [
        Move(sa + np.array([3.0 * side, -1.0, -2.0]), radii, np.array([0, 0.5, 0])),
        Move(sba + np.array([3.0 * side, 1.0, -2.0]), radii, np.array([0, -0.5, 0])),
    ]


def _width_moves(p: Points, side: int) -> list[Move]:
    t = _tag(side)
    _, radii = _whole(p, side)
    return [Move(p[f"pa_{t}"], np.array([26.0, radii[1], 30.0]), np.array([0, 0, -1.0]))]


def _tilt_moves(p: Points, side: int) -> list[Move]:
    """All that stands off the head turns about the notch before it."""
    middle, radii = _whole(p, side)
    return [
        Move(
            middle - np.array([4.0 * side, 0.0, 0.0]),
            radii * (1.7, 1.7, 1.7),
            hinge=(p[f"t_{_tag(side)}"], np.array([-1.0, 0.0, 0.0])),
        )
    ]


def _tilt(p: Points, side: int) -> float:
    _, _, sa, sba = _parts(p, side)
    return float(np.degrees(np.arctan2(sba[2] - sa[2], sa[1] - sba[1])))


def _lobe_moves(p: Points, side: int) -> list[Move]:
    _, _, _, sba = _parts(p, side)
    return [Move(sba + np.array([2.0 * side, -1.5, -1.0]), np.array([16.0, 9.0, 18.0]), np.array([0, -1.0, 0]))]


def _helix_moves(p: Points, side: int) -> list[Move]:
    """The rim goes out from the groove inside it."""
    t = _tag(side)
    pa, scapha = p[f"pa_{t}"], p[f"scapha_{t}"]
    middle = 0.35 * scapha + 0.65 * pa
    _, radii = _whole(p, side)
    return [
        Move(middle + np.array([3.0 * side, 4.0, -2.0]), np.array([14.0, 0.75 * radii[1], 9.0]), np.array([side, 0, 0]))
    ]


def _antihelix_moves(p: Points, side: int) -> list[Move]:
    t = _tag(side)
    _, radii = _whole(p, side)
    at = p[f"antihelix_{t}"]
    return [Move(at, np.array([12.0, 0.55 * radii[1], 7.0]), np.array([side, 0.0, 0.0]))]


def _relief(p: Points, side: int, high: str, low: str) -> float:
    t = _tag(side)
    return side * float(p[f"{high}_{t}"][0] - p[f"{low}_{t}"][0])


HANDLES: tuple[Handle, ...] = (
    Handle(
        "stand_off",
        "Stands off",
        "ears",
        "From the rim to the head behind it; the ear turns like a door about its root",
        4.0,
        45.0,
        lambda p, s: s * float(p[f"pa_{_tag(s)}"][0] - p[f"scalp_{_tag(s)}"][0]),
        _hinge_moves,
        paired=True,
        men=(17.5, 2.5),
        women=(17.5, 2.5),
        source="Farkas 1994; Tolleth 1978: 15 to 20",
        landmarks=False,
        needs=("obs_", "obi_", "sa_", "sba_", "pa_", "t_", "scalp_"),
    ),
    Handle(
        "ear_length",
        "Length",
        "ears",
        "From top to lobe, sa-sba; after 30 ears grow by 0.22 mm a year",
        30.0,
        110.0,
        lambda p, s: straight(p[f"sa_{_tag(s)}"], p[f"sba_{_tag(s)}"]),
        _length_moves,
        paired=True,
        men=(62.5, 3.6),
        women=(59.0, 3.6),
        source="Farkas 1994",
        needs=("sa_", "sba_"),
    ),
    Handle(
        "ear_width",
        "Width",
        "ears",
        "From front to back, pra-pa; 0.55 to 0.60 of the length is usual",
        15.0,
        65.0,
        lambda p, s: straight(p[f"pra_{_tag(s)}"], p[f"pa_{_tag(s)}"]),
        _width_moves,
        paired=True,
        men=(35.0, 2.5),
        women=(33.0, 2.5),
        source="Farkas 1994; spread: common practice",
        needs=("pra_", "pa_", "sa_", "sba_", "t_", "obs_", "obi_"),
    ),
    Handle(
        "ear_tilt",
        "Leans back",
        "ears",
        "The long axis against the upright, in profile; 15 to 20 degrees are usual",
        -15.0,
        45.0,
        _tilt,
        _tilt_moves,
        paired=True,
        unit="°",
        men=(17.5, 5.0),
        women=(17.5, 5.0),
        source="Farkas 1994; Tolleth 1978",
        needs=("sa_", "sba_", "t_", "pa_", "obs_", "obi_"),
    ),
    Handle(
        "lobe",
        "Lobe",
        "ears",
        "How far the lobe hangs below its root",
        -3.0,
        30.0,
        lambda p, s: float(p[f"obi_{_tag(s)}"][1] - p[f"sba_{_tag(s)}"][1]),
        _lobe_moves,
        paired=True,
        needs=("obi_", "sba_"),
    ),
    Handle(
        "helix",
        "Rim's height",
        "ears",
        "How far the rim stands out over the groove inside it",
        -4.0,
        16.0,
        lambda p, s: _relief(p, s, "pa", "scapha"),
        _helix_moves,
        paired=True,
        landmarks=False,
        needs=("pa_", "scapha_", "sa_", "sba_", "t_", "obs_", "obi_"),
    ),
    Handle(
        "antihelix",
        "Inner fold",
        "ears",
        "How far the antihelix stands out over the bowl of the ear",
        -2.0,
        22.0,
        lambda p, s: _relief(p, s, "antihelix", "concha"),
        _antihelix_moves,
        paired=True,
        landmarks=False,
        needs=("antihelix_", "concha_", "pa_", "sa_", "sba_", "t_", "obs_", "obi_"),
    ),
)
