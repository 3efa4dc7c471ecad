"""What each dial did to the first cast of the base heads."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.head_dials import Out
from yewfinch.core.reshape.field_shapes import Point, curve
from yewfinch.core.shared.arrays import DoubleArray


def first_shapes(q: DoubleArray, out: Out) -> dict[str, DoubleArray]:
    """Displacements of each dial over the first plain head, by the conventions of `head_dials`."""
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

    laugh: list[Point] = [(21, -16, 96), (28, -30, 90), (33, -46, 82)]
    mouth_to_chin: list[Point] = [(30, -52, 82), (30, -66, 78)]
    behind = (
        np.clip((q[:, 0] - 68.0) / 8.0, 0.0, 1.0)
        * np.clip((12.0 - q[:, 2]) / 16.0, 0.0, 1.0)
        * np.exp(-(((q[:, 1] - 1.0) / 34.0) ** 4))
    )
    ear_off = np.zeros_like(q)
    ear_off[:, 0] = behind * np.clip((4.0 - q[:, 2]) / 26.0, 0.0, 1.3) * 5.0
    return {
        "fullness": bump((46, -36, 62), 44, 4.2)
        + bump((36, -80, 55), 40, 4.0)
        + bump((0, -96, 50), 46, 5.5)
        + bump((55, -40, 20), 40, 3.0)
        + bump((0, -120, 20), 70, 2.5)
        + bump((60, 40, 52), 34, 1.6)
        + bump((16, -88, 84), 26, 1.2),
        "brow": ridge([(8, 38, 98), (26, 45, 92), (42, 42, 84)], 16, 2.4) + bump((0, 40, 98), 22, 1.6),
        "cheekbones": ridge([(38, -4, 82), (54, -4, 70), (66, 0, 40)], 22, 2.4) + bump((44, -28, 76), 28, -1.0),
        "jaw": bump((60, -52, 14), 34, 3.6) + bump((54, -30, 26), 34, 1.8),
        "chin": push((0, -84, 92), 52, (0, -0.6, 4.2)),
        "chin_breadth": bump((19, -82, 88), 20, 2.6) + bump((30, -80, 74), 24, 1.8),
        "forehead": push((0, 78, 84), 80, (0, 0, 3.4)) + push((0, 46, 94), 30, (0, 0, -0.6)),
        "bridge": push((0, 10, 104), 22, (0, 0, 2.4)),
        "tip": bump((0, -14, 120), 18, 1.8) + bump((6, -14, 117), 14, 0.8),
        "tip_up": push((0, -17, 116), 30, (0, 3.0, 0.3)),
        "wings": bump((17, -17, 102), 15, 1.8),
        "lip_upper": out.lips * along([(0, -43.5, 104), (10, -43.2, 102), (19, -45.6, 94)], 8.5, (0, 0.5, 1.7)),
        "lip_lower": out.lips * along([(0, -52.2, 103), (10, -51.8, 101), (19, -50.2, 94)], 9.5, (0, -0.6, 1.9)),
        "mouth_corners": push((27, -48.5, 84), 18, (0, 2.6, -0.4)),
        "fold": along([(22, 36, 86), (34, 37.5, 86), (45, 34, 80), (51, 28, 74)], 13, (0, -0.9, 1.8))
        + push((19, 32, 86), 18, (0, -0.2, 1.3)),
        "bags": along([(22, 9, 84), (32, 6.5, 84), (42, 8.5, 80)], 8, (0, -0.3, 1.7))
        + ridge([(22, 3, 86), (34, 0.5, 84), (44, 4, 80)], 7, -1.0),
        "ears": ear_off,
        "larynx": bump((0, -117, 38), 22, 4.0),
        "neck": ridge([(58, -40, -16), (38, -116, 2), (14, -170, 16)], 22, 2.6)
        + bump((60, -110, -40), 70, 4.0)
        + bump((30, -90, -70), 60, 3.0)
        + bump((15, -130, 24), 32, -1.6)
        + bump((0, -168, 16), 24, -1.4),
        "sag": ridge(laugh, 9, -1.8)
        + ridge([(28, -18, 92), (36, -32, 86), (40, -46, 78)], 18, 1.8)
        + ridge(mouth_to_chin, 8, -1.6)
        + bump((40, -76, 58), 26, 3.0)
        + push((34, -60, 70), 44, (0, -2.6, 0))
        + push((0, -94, 60), 40, (0, -2.2, 0))
        + ridge([(6, -100, 44), (9, -140, 22)], 9, 1.8)
        + push((44, 34, 80), 20, (0, -2.0, 0.2)),
        "hollows": bump((62, 42, 50), 30, -2.6)
        + bump((46, -24, 72), 30, -2.4)
        + ridge([(22, 6, 84), (34, 2, 84)], 12, -1.4)
        + bump((60, -30, 36), 34, -2.0),
    }
