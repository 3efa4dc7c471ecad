"""Lines of the face that are compared along their length: lids, lips, brows, wings, ears, outline.

A line lies on the clay as a row of anchors and rides with it; an outline is what the silhouette
makes of the head from a standpoint and has no place of its own on the clay.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from yewfinch.core.anatomy.head.head_field import EYE
from yewfinch.core.mesh.query.anchors import Anchor, anchor
from yewfinch.core.mesh.query.pick import pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

Place = tuple[float, float, float]
#: A line on the clay: a row of anchors.
Line = tuple[Anchor, ...]

#: Points of a line on the clay.
SAMPLES = 25


@dataclass(frozen=True)
class FaceCurve:
    """One line of the face.

    Attributes
    ----------
    key : str
        With ``_l`` or ``_r`` for the sitter's left or right.
    plain, definition : str
    side : {-1, 0, 1}
    kind : {"line", "outline"}
    through : tuple of landmark keys or places
        Control points on the base head, mm, of the left one of a pair; empty for an outline.
    approach : {"front", "near"}
        Met from the front, or the nearest point of the surface.
    """

    key: str
    plain: str
    definition: str
    side: int
    kind: Literal["line", "outline"]
    through: tuple[str | Place, ...] = ()
    approach: Literal["front", "near"] = "front"

    @property
    def twin(self) -> str:
        """Key of the line on the other side; its own on the midline."""
        if not self.side:
            return self.key
        return self.key[:-1] + ("r" if self.side > 0 else "l")


def _lid(upper: bool) -> tuple[str | Place, ...]:
    """Margin of a lid of the base head, from the inner to the outer corner (see head_field.lids)."""
    ex, ey, ez = EYE
    out: list[str | Place] = ["en_l"]
    for x in (-11.0, -7.0, -3.0, 1.0, 5.0, 9.0):
        u = (x + 16.0) / 30.0
        slant = -1.5 + 2.6 * u
        y = (
            slant + 4.25 * np.sin(np.pi * u**0.86) ** 0.86 + 0.5
            if upper
            else slant - 5.2 * np.sin(np.pi * u**1.16) ** 0.92 - 0.5
        )
        out.append((ex + x, float(ey + y), ez + 14.0))
    return (*out, "ex_l")


_PAIRED: tuple[tuple[str, str, str, tuple[str | Place, ...], Literal["front", "near"]], ...] = (
    ("lid_upper", "upper lid margin", "edge of the upper lid, from the inner to the outer corner", _lid(True), "front"),
    (
        "lid_lower",
        "lower lid margin",
        "edge of the lower lid, from the inner to the outer corner",
        _lid(False),
        "front",
    ),
    (
        "brow",
        "brow",
        "upper border of the brow, from the nose outwards",
        ((11, 41, 95), (21, 46, 93), "sci_l", (42, 44.5, 82), (51, 38.5, 70)),
        "front",
    ),
    (
        "wing",
        "nose wing",
        "groove of the wing, from its top to its base",
        ((13.6, -8.8, 106), (17.2, -12.5, 102), "ac_l", (16.0, -24.0, 98), "sbal_l"),
        "front",
    ),
    (
        "ear_rim",
        "ear rim",
        "outer rim of the ear, from its upper to its lower root",
        ("obs_l", (73.5, 28, 2), "sa_l", (82, 27, -19), "pa_l", (82, 0, -23), (76, -17, -15), "sba_l", "obi_l"),
        "near",
    ),
)

_MIDDLE: tuple[FaceCurve, ...] = (
    FaceCurve(
        "face_outline", "face outline", "edge of head and face against what lies behind, in this photo", 0, "outline"
    ),
    FaceCurve(
        "jaw", "jaw line", "edge of the jaw against the neck or what lies behind, from ear to chin", 0, "outline"
    ),
    FaceCurve(
        "lip_upper",
        "upper lip border",
        "upper edge of the red of the lips, from corner to corner",
        0,
        "line",
        ("ch_r", (-18, -45.2, 105), "cph_r", "ls", "cph_l", (18, -45.2, 105), "ch_l"),
    ),
    FaceCurve(
        "lip_lower",
        "lower lip border",
        "lower edge of the red of the lips, from corner to corner",
        0,
        "line",
        ("ch_r", (-17, -55.0, 105), (-8, -58.2, 105), "li", (8, -58.2, 105), (17, -55.0, 105), "ch_l"),
    ),
    FaceCurve(
        "mouth_line",
        "mouth line",
        "line where the lips meet, from corner to corner",
        0,
        "line",
        ("ch_r", (-13, -49.2, 105), (-5, -49.1, 105), "sto", (5, -49.1, 105), (13, -49.2, 105), "ch_l"),
    ),
    FaceCurve(
        "mouth_line_lower",
        "mouth line, lower lip",
        "upper edge of the lower lip where the mouth is open, from corner to corner",
        0,
        "line",
        ("ch_r", (-13, -49.8, 105), (-5, -49.7, 105), "sto", (5, -49.7, 105), (13, -49.8, 105), "ch_l"),
    ),
    FaceCurve(
        "hairline",
        "hairline",
        "edge of the hair over the forehead",
        0,
        "line",
        ((-57, 58, 60), (-46, 80, 75), (-22, 91, 90), "tr", (22, 91, 90), (46, 80, 75), (57, 58, 60)),
    ),
)


def _expand() -> dict[str, FaceCurve]:
    out = {c.key: c for c in _MIDDLE[:2]}
    for key, plain, definition, through, approach in _PAIRED:
        for tag, word, side in (("l", "left", 1), ("r", "right", -1)):
            out[f"{key}_{tag}"] = FaceCurve(
                f"{key}_{tag}", f"{plain}, {word}", definition, side, "line", through, approach
            )
    out.update({c.key: c for c in _MIDDLE[2:]})
    return out


#: All lines by key.
CURVES: dict[str, FaceCurve] = _expand()


def lines_on(piece: str, surface: Surface, landmarks: Mapping[str, DoubleArray]) -> dict[str, tuple[Anchor, ...]]:
    """Tie the lines to a head that lies where the base head lies.

    Parameters
    ----------
    piece : str
        Identifier of the surface.
    surface : Surface
    landmarks : mapping of key to (3,) mm
        On it.

    Returns
    -------
    dict of curve key to anchors
        Lines whose landmarks are missing are left out.
    """
    out: dict[str, tuple[Anchor, ...]] = {}
    for key, line in CURVES.items():
        if line.kind == "outline":
            continue
        control = []
        for point in line.through:
            if isinstance(point, str):
                name = point[:-1] + "r" if line.side < 0 and point.endswith("_l") else point
                if name not in landmarks:
                    break
                control.append(np.asarray(landmarks[name], np.float64))
            else:
                control.append(np.array(point) * ((-1.0, 1.0, 1.0) if line.side < 0 else (1.0, 1.0, 1.0)))
        else:
            points = spaced(np.array(control), SAMPLES)
            out[key] = tuple(_tie(piece, surface, p, line.approach) for p in points)
    return out


def spaced(control: DoubleArray, count: int) -> DoubleArray:
    """Evenly spaced points, (count, k), on a smooth curve through control points, (n, k)."""
    from scipy.interpolate import PchipInterpolator

    length = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(control, axis=0), axis=1))])
    keep = np.concatenate([[True], np.diff(length) > 1e-9])
    smooth = PchipInterpolator(length[keep], control[keep])
    fine = smooth(np.linspace(0.0, length[-1], count * 8))
    way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(fine, axis=0), axis=1))])
    at = np.linspace(0.0, way[-1], count)
    return np.stack([np.interp(at, way, fine[:, k]) for k in range(fine.shape[1])], axis=1)


def _tie(piece: str, surface: Surface, point: DoubleArray, approach: str) -> Anchor:
    if approach == "front":
        hit = pick(surface, (point[0] + 1e-4, point[1] + 1e-4, point[2] + 60.0), (0.0, 0.0, -1.0))
        if hit is not None:
            return anchor(piece, hit)
    row = surface.nearest_row(point)
    normal = surface.normals[row].astype(np.float64)
    hit = pick(surface, surface.positions[row] + normal * 1.0, -normal)
    if hit is not None:
        return anchor(piece, hit)
    return Anchor(piece, (row, row, row), (1.0, 0.0, 0.0))
