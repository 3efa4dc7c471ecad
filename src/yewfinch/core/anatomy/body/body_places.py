"""Landmarks of the body on its surface."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.body.body_cage import FINGER, FOOT, TOE
from yewfinch.core.anatomy.body.body_model import BodyModel

#: Landmarks below the neck on the man's plan, mm; the nearest vertex is taken. Left ones and midline.
PLACES: dict[str, tuple[float, float, float]] = {
    "acromion_l": (206.0, 1438.0, -12.0), "radiale_l": (318.0, 1128.0, -8.0), "stylion_l": (388.0, 902.0, 64.0),
    "trochanterion_l": (170.0, 925.0, -6.0), "tibiale_l": (42.0, 492.0, 6.0),
    "sphyrion_l": (56.0, 75.0, -22.0),
    "suprasternale": (0.0, 1452.0, 66.0), "cervicale": (0.0, 1468.0, -48.0), "thelion_l": (104.0, 1306.0, 110.0),
    "omphalion": (0.0, 1048.0, 110.0), "crotch": (0.0, 826.0, 0.0),
}  # fmt: skip
#: Landmarks that are farthest in a direction on one part of the body.
_FARTHEST: dict[str, tuple[int, tuple[float, float, float]]] = {
    "dactylion_l": (FINGER + 1, (0.30, -0.935, 0.17)),
    "pternion_l": (FOOT, (0.0, 0.0, -1.0)),
    "acropodion_l": (TOE, (0.0, 0.0, 1.0)),
}


def landmark_rows(model: BodyModel) -> dict[str, int]:
    """The vertex of each landmark below the neck at the formed level, on both sides."""
    man = model.bodies["man"].astype(np.float64)
    out = {}
    for key, place in PLACES.items():
        near = np.linalg.norm(man - place, axis=1)
        if place[0] == 0.0:
            near[man[:, 0] != 0.0] = np.inf
        out[key] = int(np.argmin(near))
    for key, (chart, way) in _FARTHEST.items():
        rows = np.nonzero((model.chart == chart) & (man[:, 0] > 0))[0]
        out[key] = int(rows[np.argmax(man[rows] @ np.array(way))])
    for key in [k for k in out if k.endswith("_l")]:
        out[key[:-1] + "r"] = int(model.mirror[out[key]])
    return out
