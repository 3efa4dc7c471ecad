"""The ear: rings from the head round the back of the shell, over helix, scapha and antihelix into
the concha and the canal; in front the same rings form the tragus.

Local frame: u backward along the plate, v up along the ear's axis, w away from the head, mm,
from a point in front of the concha. Places count from the front attachment of the lobe (0) along
the lobe, up the back, over the top, and down the front past the tragus.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.chart import Chart, keyed, loop_spline
from yewfinch.core.shared.arrays import DoubleArray

ACROSS, UP = 5, 8
AROUND = 2 * (ACROSS + UP)
RINGS = 13
#: Rings of the helix's outermost edge, of its crest and of the antihelix.
EDGE, HELIX, ANTIHELIX = 4, 5, 8

#: Where the frame stands on the head, mm; how far the plate stands off and leans back, degrees.
ORIGIN = np.array([75.2, 1.0, -11.0])
STAND_OFF, LEAN = 31.0, 14.0
W_AXIS = np.array([np.cos(np.radians(STAND_OFF)), 0.0, np.sin(np.radians(STAND_OFF))])
_MIDDLE = np.array([-3.5, -3.5])

#: Place and outline (u, v) of the outer edge.
_OUTLINE: list[tuple[float, float, float]] = [
    (0.0, -8.0, -25.5), (1.2, -5.0, -29.5), (2.5, 0.0, -30.5), (3.8, 4.6, -26.5), (5.0, 7.4, -20.5),
    (6.5, 11.6, -11.5), (8.0, 15.0, -3.0), (9.5, 17.0, 6.0), (11.0, 17.0, 14.5), (12.5, 14.2, 22.5),
    (14.0, 8.5, 28.0), (15.5, 1.5, 30.0), (17.0, -5.5, 27.6), (18.4, -10.4, 22.0), (19.6, -12.6, 15.0),
    (21.0, -13.2, 8.0), (22.3, -13.0, 2.0), (23.6, -12.6, -4.5), (24.8, -11.6, -13.0),
]  # fmt: skip

#: For some places the rings 1 to 12 as (part of the way from the middle to the outline, w).
_SECTIONS: dict[float, list[tuple[float, float]]] = {
    # front of the lobe
    0.0: [(1.20, 0.0), (1.11, 0.0), (1.04, 0.2), (1.00, 0.7), (0.92, 1.0), (0.82, 1.6), (0.68, 1.4), (0.50, 0.2),
          (0.42, -2.2), (0.33, -5.0), (0.19, -7.0), (0.13, -12.5)],
    # lobe
    2.3: [(0.84, -4.2), (0.92, -2.6), (0.98, -1.4), (1.00, 0.3), (0.94, 1.9), (0.83, 2.2), (0.66, 1.9), (0.48, 1.0),
          (0.40, -1.4), (0.32, -4.8), (0.18, -7.0), (0.13, -12.5)],
    # antitragus
    4.2: [(0.72, -4.6), (0.86, -3.0), (0.97, -1.6), (1.00, 0.4), (0.94, 2.1), (0.84, 1.9), (0.70, 1.9), (0.55, 3.3),
          (0.46, 0.6), (0.36, -4.6), (0.19, -7.0), (0.13, -12.5)],
    # back
    6.5: [(0.60, -6.0), (0.82, -3.4), (0.96, -2.0), (1.00, 0.3), (0.95, 2.4), (0.87, 1.5), (0.79, -0.3), (0.63, 2.9),
          (0.50, 1.0), (0.38, -4.8), (0.19, -7.0), (0.13, -12.5)],
    9.5: [(0.56, -6.5), (0.80, -3.6), (0.96, -2.2), (1.00, 0.4), (0.955, 2.8), (0.87, 1.9), (0.79, -0.6), (0.62, 2.8),
          (0.49, 1.0), (0.37, -4.8), (0.19, -7.0), (0.13, -12.5)],
    # the antihelix parts: its upper leg, the hollow between, its lower leg
    12.4: [(0.60, -5.4), (0.82, -2.8), (0.96, -1.8), (1.00, 0.4), (0.96, 2.9), (0.89, 2.0), (0.80, -0.9), (0.66, 2.3),
           (0.50, 0.8), (0.36, -4.6), (0.18, -7.0), (0.13, -12.5)],
    13.6: [(0.64, -4.6), (0.83, -2.3), (0.96, -1.6), (1.00, 0.4), (0.96, 2.9), (0.89, 2.0), (0.78, 1.0), (0.64, 2.1),
           (0.48, 0.6), (0.35, -4.2), (0.18, -7.0), (0.13, -12.5)],
    15.2: [(0.70, -4.0), (0.85, -1.9), (0.96, -1.3), (1.00, 0.4), (0.965, 2.9), (0.90, 1.9), (0.82, -1.1), (0.68, -1.7),
           (0.50, 0.4), (0.35, -3.8), (0.18, -7.0), (0.13, -12.5)],
    16.6: [(0.80, -3.4), (0.90, -1.7), (0.98, -1.1), (1.00, 0.3), (0.96, 2.8), (0.88, 1.9), (0.80, -0.6), (0.66, 0.9),
           (0.50, 1.7), (0.34, -3.4), (0.18, -7.0), (0.13, -12.5)],
    # front of the helix, where it comes off the cheek
    18.0: [(0.90, -3.0), (0.96, -1.6), (1.00, -0.9), (1.00, 0.2), (0.95, 2.6), (0.87, 2.0), (0.79, -0.4), (0.62, -0.6),
           (0.46, -0.8), (0.32, -3.4), (0.18, -7.0), (0.13, -12.5)],
    # root of the helix, running into the concha
    20.2: [(1.28, 0.0), (1.17, 0.0), (1.08, 0.4), (1.00, 1.4), (0.90, 2.6), (0.76, 1.5), (0.62, 0.5), (0.50, -0.6),
           (0.40, -2.0), (0.30, -4.2), (0.19, -7.0), (0.13, -12.5)],
    # notch over the tragus
    22.0: [(1.32, 0.0), (1.20, 0.0), (1.10, 0.0), (1.00, 0.0), (0.90, -0.2), (0.80, -0.9), (0.70, -2.0), (0.60, -3.2),
           (0.50, -3.6), (0.40, -5.2), (0.22, -7.4), (0.13, -12.5)],
    # tragus
    23.6: [(1.36, 0.0), (1.22, 0.0), (1.06, 0.3), (0.92, 1.4), (0.76, 3.6), (0.58, 4.4), (0.46, 3.2), (0.56, -1.0),
           (0.56, -3.6), (0.46, -5.8), (0.24, -7.6), (0.13, -12.5)],
    24.9: [(1.30, 0.0), (1.20, 0.0), (1.09, 0.0), (1.00, 0.1), (0.88, 0.3), (0.76, 0.0), (0.66, -0.8), (0.56, -2.2),
           (0.47, -3.8), (0.36, -5.4), (0.21, -7.2), (0.13, -12.5)],
}  # fmt: skip

#: How far the rings of some places follow the cheek, w counted from it, instead of the plate.
_ON_CHEEK: list[tuple[float, float]] = [
    (0.0, 1.0),
    (1.2, 0.55),
    (2.3, 0.1),
    (4.2, 0.0),
    (9.0, 0.0),
    (16.5, 0.0),
    (18.4, 0.25),
    (20.2, 1.0),
    (22.0, 1.0),
    (24.9, 1.0),
]
#: The same by ring, from ring 1 on.
_ON_CHEEK_RING = (1.0, 1.0, 1.0, 1.0, 0.9, 0.75, 0.55, 0.3, 0.1, 0.0, 0.0, 0.0)


def to_head(local: DoubleArray) -> DoubleArray:
    """Local (u, v, w) to the head's frame, mm, sitter's left."""
    lean, off = np.radians(LEAN), np.radians(STAND_OFF)
    u, v, w = local[..., 0], local[..., 1], local[..., 2]
    back = np.cos(lean) * u + np.sin(lean) * v
    up = np.cos(lean) * v - np.sin(lean) * u
    u_axis = np.array([np.sin(off), 0.0, -np.cos(off)])
    out: DoubleArray = (
        ORIGIN + back[..., None] * u_axis + up[..., None] * np.array([0.0, 1.0, 0.0]) + w[..., None] * W_AXIS
    )
    return out


def ear(boundary: DoubleArray) -> Chart:
    """The chart inside the boundary (AROUND, 3) mm on the head."""
    rim = loop_spline(boundary)
    table = np.array(_OUTLINE)
    outline = keyed([float(k) for k in table[:, 0]], table[:, 1:], AROUND)
    sections = keyed(list(_SECTIONS), np.array(list(_SECTIONS.values())), AROUND)
    cheek = keyed([c[0] for c in _ON_CHEEK], np.array([[c[1]] for c in _ON_CHEEK]), AROUND)

    def rings(k: DoubleArray) -> tuple[DoubleArray, DoubleArray, DoubleArray]:
        k = np.mod(k, AROUND)
        edge = outline(k) - _MIDDLE
        section = sections(k)
        out = np.zeros((RINGS, len(k), 3))
        shift = np.zeros_like(out)
        hold = np.zeros((RINGS, len(k)))
        follows = np.clip(cheek(k)[:, 0], 0.0, 1.0)
        out[0], hold[0] = rim(k), 1.0
        for ring in range(1, RINGS):
            part, w = section[:, ring - 1, 0], section[:, ring - 1, 1]
            uv = _MIDDLE + edge * part[:, None]
            if ring > 9:  # the canal opens behind the tragus
                uv[:, 0] -= 1.1 * (ring - 9)
            # the plate bends outwards at its back, and in front to where the head's side is
            w = w + 0.0035 * uv[:, 0] ** 2 * np.minimum(part, 1.0)
            w = w + 0.07 * np.minimum(uv[:, 0] + 4.0, 0.0) ** 2 * np.clip((10.5 - ring) / 2, 0.0, 1.0)
            hold[ring] = follows * _ON_CHEEK_RING[ring - 1]
            shift[ring] = (hold[ring] * section[:, ring - 1, 1])[:, None] * W_AXIS
            w = w - hold[ring] * section[:, ring - 1, 1]
            out[ring] = to_head(np.stack([uv[:, 0], uv[:, 1], w], axis=1))
        hold[1] = 1.0
        shift[1] *= follows[:, None]
        out[RINGS - 1] += (0.0, 0.0, 1.5)  # the canal runs inward and forward
        return out, hold, shift

    return Chart(RINGS, AROUND, True, rings)
