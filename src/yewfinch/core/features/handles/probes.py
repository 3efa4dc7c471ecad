"""Points of the face that no landmark names, met on the clay by rays: bridge, sides of nose and chin, ears, cheeks."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.features.handles.handle import Points
from yewfinch.core.shared.arrays import DoubleArray

#: Where a ray first meets the clay: origin and direction in the face's own frame, (3,) mm; None if nowhere.
Meet = Callable[[DoubleArray, DoubleArray], DoubleArray | None]

#: What lies so far above the base of the nose, seen from below, is in a nostril, mm.
_INTO = 6.0
_LEFTWARDS, _UP, _BACK = np.array([-1.0, 0.0, 0.0]), np.array([0.0, 1.0, 0.0]), np.array([0.0, 0.0, -1.0])


def probes(points: Points, meet: Meet) -> dict[str, DoubleArray]:
    """Further points of a face by name, of those that can be met.

    Parameters
    ----------
    points : mapping of landmark to (3,) mm
        In the face's own frame.
    meet : callable
        Asks the clay.
    """
    out: dict[str, DoubleArray] = {}

    def keep(name: str, found: DoubleArray | None) -> None:
        if found is not None:
            out[name] = found

    if {"se", "prn", "sn"} <= set(points):
        _nose(points, meet, keep)
    if {"pg", "gn"} <= set(points):
        low = points["gn"][1] * 0.55 + points["pg"][1] * 0.45
        deep = points["pg"][2] - 12.0
        for tag, side in (("l", 1.0), ("r", -1.0)):
            keep(f"chin_{tag}", meet(np.array([90.0 * side, low, deep]), side * _LEFTWARDS))
    for tag, side in (("l", 1.0), ("r", -1.0)):
        _side(points, meet, tag, side, keep)
    return out


def _nose(points: Points, meet: Meet, keep: Callable[[str, DoubleArray | None], None]) -> None:
    se, prn, sn = points["se"], points["prn"], points["sn"]
    middle = 0.5 * (se + prn)
    bridge = meet(np.array([1e-3, middle[1], middle[2] + 60.0]), _BACK)
    keep("bridge", bridge)
    for tag, side in (("l", 1.0), ("r", -1.0)):
        if bridge is not None:
            keep(f"bridge_{tag}", meet(np.array([40.0 * side, bridge[1], bridge[2] - 5.0]), side * _LEFTWARDS))
        keep(f"tip_{tag}", meet(np.array([40.0 * side, prn[1], prn[2] - 7.0]), side * _LEFTWARDS))
        if f"al_{tag}" in points:
            x = 0.72 * points[f"al_{tag}"][0]
            deep = 0.5 * (prn[2] + sn[2]) - 3.0
            keep(f"rim_{tag}", meet(np.array([x, sn[1] - 25.0, deep]), _UP))
            _nostril(x, sn, sn[2] + 0.15 * (prn[2] - sn[2]), meet, tag, keep)
    keep("columella", meet(np.array([1e-3, sn[1] - 25.0, 0.5 * (prn[2] + sn[2])]), _UP))


def _nostril(
    rim: float,
    sn: DoubleArray,
    deep: float,
    meet: Meet,
    tag: str,
    keep: Callable[[str, DoubleArray | None], None],
) -> None:
    """Both sides of a nostril's opening: where rays from below begin and cease to go into it."""
    across = np.linspace(0.1, 1.25, 70) * rim
    met = [meet(np.array([x, sn[1] - 8.0, deep]), _UP) for x in across]
    into = [m is not None and m[1] > sn[1] + _INTO for m in met]
    if any(into):
        first = into.index(True)
        last = first + into[first:].index(False) - 1 if False in into[first:] else len(into) - 1
        for name, x in (("inner", across[first]), ("outer", across[last])):
            keep(f"nostril_{name}_{tag}", np.array([x, sn[1] + 0.5 * _INTO, deep]))


def _side(points: Points, meet: Meet, tag: str, side: float, keep: Callable[[str, DoubleArray | None], None]) -> None:
    """Cheek and ear of one side."""
    inwards = side * _LEFTWARDS
    if {f"zy_{tag}", f"ch_{tag}"} <= set(points):
        middle = 0.5 * (points[f"zy_{tag}"] + points[f"ch_{tag}"])
        way = np.array([-0.75 * side, 0.0, -0.66])
        keep(f"cheek_{tag}", meet(middle - 60.0 * way, way))
    if {f"or_{tag}", f"ex_{tag}"} <= set(points):
        at = np.array([points[f"ex_{tag}"][0] - 4.0 * side, points[f"or_{tag}"][1] - 6.0, 180.0])
        keep(f"malar_{tag}", meet(at, _BACK))
    if {f"t_{tag}", f"pa_{tag}"} <= set(points):
        pa, t = points[f"pa_{tag}"], points[f"t_{tag}"]
        if f"obs_{tag}" in points:  # behind the ear, from where its root is: that stays when the ear is turned
            root = points[f"obs_{tag}"]
            keep(f"scalp_{tag}", meet(np.array([160.0 * side, root[1] - 17.0, root[2] - 29.0]), inwards))
        for name, shares in (
            ("concha", (0.2, 0.28, 0.36)),
            ("antihelix", (0.5, 0.57, 0.64, 0.71)),
            ("scapha", (0.78, 0.84)),
        ):
            met = [meet(np.array([160.0 * side, *(t + s * (pa - t))[1:]]), inwards) for s in shares]
            some = [m for m in met if m is not None]
            if some:
                best = (
                    np.argmax([side * m[0] for m in some])
                    if name == "antihelix"
                    else np.argmin([side * m[0] for m in some])
                )
                keep(f"{name}_{tag}", some[int(best)])
