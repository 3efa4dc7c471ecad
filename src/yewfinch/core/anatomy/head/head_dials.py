"""Dials of the base head: how the form goes with more or less of one thing.

Each dial is a field of displacements over the plain head, in mm at dial value 1, built from soft
bumps and ridges round places of the plain head. A value of 1 is 'clearly more', -1 'clearly
less'. They name forms, not groups of people. Amounts are common practice.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from yewfinch.core.reshape.field_shapes import Point, curve
from yewfinch.core.shared.arrays import DoubleArray


@dataclass(frozen=True)
class Dial:
    """One dial.

    Attributes
    ----------
    key, title : str
    less, more : str
        What either end looks like.
    group : str
    """

    key: str
    title: str
    less: str
    more: str
    group: str


#: What the sculptor turns, in the order of the panel.
DIALS: tuple[Dial, ...] = (
    Dial("fullness", "Fullness", "lean: cheeks and temples hollow", "full: cheeks, jaw and chin soft", "face"),
    Dial("brow", "Brow ridge", "smooth", "strong, over the eyes", "face"),
    Dial("temples", "Temples", "hollow", "full", "face"),
    Dial("cheekbones", "Cheekbones", "flat", "prominent", "face"),
    Dial("cheek_fat", "Upper cheek", "flat under the eye", "round, an apple", "face"),
    Dial("jaw", "Jaw corner", "slight", "strong", "face"),
    Dial("jowls", "Jowls", "tight along the jaw", "hanging beside the chin", "face"),
    Dial("chin", "Chin", "receding", "forward", "face"),
    Dial("chin_breadth", "Chin breadth", "pointed", "square", "face"),
    Dial("under_chin", "Under the chin", "drawn in", "soft, a second chin", "face"),
    Dial("forehead", "Forehead", "sloping back", "domed", "face"),
    Dial("bridge", "Nose bridge", "hollow", "arched", "nose"),
    Dial("bridge_breadth", "Bridge breadth", "narrow", "broad", "nose"),
    Dial("tip", "Nose tip", "fine", "full", "nose"),
    Dial("tip_up", "Turn of the tip", "down", "up", "nose"),
    Dial("wings", "Nose wings", "thin", "full", "nose"),
    Dial("muzzle", "Mouth's ground", "flat, drawn in", "full, pushed forward", "lips"),
    Dial("lip_upper", "Upper lip", "thin", "full", "lips"),
    Dial("lip_lower", "Lower lip", "thin", "full", "lips"),
    Dial("mouth_corners", "Mouth corners", "down", "up", "lips"),
    Dial("fold", "Fold of the upper lid", "deep socket", "heavy over the lid", "lids"),
    Dial("bags", "Under the eyes", "smooth", "bags", "lids"),
    Dial("ears", "Ears", "close", "standing off", "ears and neck"),
    Dial("larynx", "Larynx", "hidden", "prominent", "ears and neck"),
    Dial("neck", "Neck muscles", "slight", "strong", "ears and neck"),
)


@dataclass(frozen=True, eq=False)
class Out:
    """Outward normals of the head folded onto its left half; 1 before the mouth line, 0 behind."""

    normals: DoubleArray
    lips: DoubleArray


def fields(
    rest: DoubleArray,
    normals: DoubleArray,
    inside: DoubleArray,
    in_mouth: DoubleArray,
    shapes_of: Callable[[DoubleArray, Out], dict[str, DoubleArray]],
) -> dict[str, DoubleArray]:
    """Displacements (n, 3) mm of every dial and of age, at value 1.

    Parameters
    ----------
    rest : (n, 3) float64
        The plain head, symmetric.
    normals : (n, 3) float64
    inside : (n,) float64
        1 for what lies in an opening: mouth, nostrils, ear canals, behind the lids. It does not
        move along its own normals, so that opposite walls do not meet.
    in_mouth : (n,) float64
        1 for what lies behind the mouth line; the lips' own dials leave it alone.
    shapes_of : callable
        What each dial does, of a cast.
    """
    q = rest.copy()
    q[:, 0] = np.abs(q[:, 0])
    side = np.where(rest[:, 0] < 0, -1.0, 1.0)
    outward = normals * np.stack([side, np.ones_like(side), np.ones_like(side)], axis=1)
    found = shapes_of(q, Out(outward * (1.0 - inside)[:, None], (1.0 - in_mouth)[:, None]))
    out = {}
    for key, shape in found.items():
        move = shape * np.stack([side, np.ones_like(side), np.ones_like(side)], axis=1)
        move[np.abs(rest[:, 0]) < 1e-9, 0] = 0.0
        out[key] = move
    return out


def shapes(q: DoubleArray, out: Out) -> dict[str, DoubleArray]:
    """Displacements (n, 3) mm of every dial at value 1, for places folded onto the left half."""
    n = out.normals

    def bump(at: Point, reach: float, amount: float) -> DoubleArray:
        """Along the normal, within about `reach` mm."""
        gap = ((q - np.array(at)) ** 2).sum(axis=1)
        return n * (amount * np.exp(-gap / (2 * (reach / 2) ** 2)))[:, None]

    def ridge(through: list[Point], reach: float, amount: float) -> DoubleArray:
        gap = np.maximum(curve(q, through, [0.01] * len(through)), 0.0)
        return n * (amount * np.exp(-(gap**2) / (2 * (reach / 2) ** 2)))[:, None]

    def along(through: list[Point], reach: float, way: Point) -> DoubleArray:
        """A field that moves the form in one direction, near a curve."""
        gap = np.maximum(curve(q, through, [0.01] * len(through)), 0.0)
        return np.exp(-(gap**2) / (2 * (reach / 2) ** 2))[:, None] * np.array(way)

    def push(at: Point, reach: float, way: Point) -> DoubleArray:
        """A field that moves the form in one direction, within about `reach` mm."""
        gap = ((q - np.array(at)) ** 2).sum(axis=1)
        return np.exp(-gap / (2 * (reach / 2) ** 2))[:, None] * np.array(way)

    laugh: list[Point] = [(20.5, -19, 92), (25, -28, 89), (31, -41, 83), (34, -50, 77)]
    mouth_to_chin: list[Point] = [(32.0, -57, 78), (32.0, -64, 75), (30, -72, 74)]
    behind = (
        np.clip((q[:, 0] - 68.0) / 8.0, 0.0, 1.0)
        * np.clip((12.0 - q[:, 2]) / 16.0, 0.0, 1.0)
        * np.exp(-(((q[:, 1] - 1.0) / 34.0) ** 4))
    )
    ear_off = np.zeros_like(q)
    ear_off[:, 0] = behind * np.clip((4.0 - q[:, 2]) / 26.0, 0.0, 1.3) * 5.0
    return {
        "fullness": bump((46, -34, 60), 46, 4.4)
        + bump((34, -78, 56), 40, 3.8)
        + bump((0, -96, 50), 46, 5.0)
        + bump((56, -38, 22), 42, 3.2)
        + bump((0, -120, 20), 70, 2.5)
        + bump((60, 40, 52), 34, 1.4)
        + bump((14, -88, 86), 26, 1.2),
        "brow": ridge([(8, 38, 98), (26, 44, 91), (41, 41, 80)], 16, 2.4)
        + bump((0, 40, 98), 22, 1.6)
        + bump((15.5, 32, 88), 17, -1.3),
        "temples": bump((62, 42, 46), 40, 3.0) + bump((60, 22, 50), 26, 1.2),
        "cheekbones": ridge([(38, -4, 80), (53, -3, 66), (68, 0, 36)], 22, 2.2) + bump((46, -28, 72), 28, -1.0),
        "cheek_fat": bump((33, -12, 82), 30, 3.2) + bump((40, -30, 78), 26, 1.0),
        "jaw": bump((59, -52, 12), 34, 3.8) + bump((54, -30, 26), 34, 1.8),
        "jowls": bump((36, -70, 60), 26, 3.0) + push((37, -72, 58), 30, (0, -2.4, 0.4)) + bump((24, -80, 76), 13, -1.2),
        "chin": push((0, -84, 92), 52, (0, -0.6, 4.2)),
        "chin_breadth": bump((19, -84, 88), 20, 2.6) + bump((30, -80, 72), 24, 1.8),
        "under_chin": bump((0, -98, 56), 44, 5.0) + push((0, -98, 54), 40, (0, -2.0, 0)) + bump((24, -92, 46), 34, 2.0),
        "forehead": push((0, 78, 84), 80, (0, 0, 3.4)) + push((0, 46, 94), 30, (0, 0, -0.6)),
        "bridge": push((0, 8, 104), 22, (0, 0, 2.4)),
        "bridge_breadth": bump((8, 6, 96), 16, 1.7) + bump((7, 18, 91), 14, 1.2) + bump((11, -6, 97), 14, 0.8),
        "tip": bump((0, -14, 120), 18, 1.8) + bump((6, -14, 117), 14, 0.8),
        "tip_up": push((0, -17, 116), 30, (0, 3.0, 0.3)),
        "wings": bump((17, -17, 102), 15, 1.8),
        "muzzle": push((0, -46, 98), 46, (0, 0, 2.6)) + push((20, -44, 92), 26, (0.4, 0, 0.8)),
        "lip_upper": out.lips * along([(0, -45.5, 105), (10, -45.0, 103), (19, -47.4, 95)], 8.5, (0, 0.5, 1.7)),
        "lip_lower": out.lips * along([(0, -54.0, 104), (10, -53.6, 102), (19, -52.2, 95)], 9.5, (0, -0.6, 1.9)),
        "mouth_corners": push((27, -50.3, 84), 18, (0, 2.6, -0.4)),
        "fold": along([(22, 36, 86), (34, 37.5, 86), (45, 34, 79), (51, 28, 71)], 13, (0, -0.9, 1.8))
        + push((19, 32, 86), 18, (0, -0.2, 1.3)),
        "bags": along([(22, 9, 84), (32, 6.5, 83), (42, 8.5, 77)], 9, (0, -0.3, 1.7))
        + ridge([(21, 2, 87), (33, -1.5, 83), (44, 3, 76)], 9, -1.1),
        "ears": ear_off,
        "larynx": bump((0, -117, 38), 24, 4.0),
        "neck": ridge([(56, -40, -16), (38, -116, 2), (14, -170, 16)], 24, 2.6)
        + bump((60, -110, -40), 70, 4.0)
        + bump((30, -90, -70), 60, 3.0)
        + bump((15, -130, 24), 32, -1.6)
        + bump((0, -168, 16), 24, -1.4),
        "sag": along([(27, -16, 88), (33, -26, 84), (39, -40, 75), (40, -52, 68)], 15, (0.5, -0.8, 1.0))
        + ridge(laugh, 7, -1.1)
        + ridge(mouth_to_chin, 9, -1.3)
        + push((40, -46, 68), 44, (0, -2.2, 0))
        + push((30, -14, 80), 26, (0, -1.8, 0.4))
        + push((0, -96, 58), 40, (0, -3.0, 0))
        + ridge([(7, -100, 44), (10, -140, 22)], 12, 1.6)
        + push((30, 44, 88), 34, (0, -2.2, 0.3))
        + push((46, 32, 76), 24, (0, -2.2, 0.3)),
        "hollows": bump((62, 42, 48), 34, -2.4)
        + bump((48, -26, 68), 34, -2.6)
        + ridge([(21, 6, 85), (32, 1, 83), (43, 4, 77)], 11, -1.2)
        + bump((32, 33, 86), 16, -1.0)
        + bump((58, -30, 34), 34, -1.6),
    }
