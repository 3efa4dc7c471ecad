"""The hidden head of the invented sitter: the base head bent to other proportions.

Used only to make the photos. Nothing of it goes into the demo portrait but what a sculptor could
read off the photos.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.interpolate import RBFInterpolator

from yewfinch.core.anatomy.figure.person import Figure, Person
from yewfinch.core.anatomy.head.base_head import HEAD, LEFT_EYE, RIGHT_EYE
from yewfinch.core.anatomy.head.face_lines import Line
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray

#: How the sitter's left landmarks (and the midline) differ from the base head, mm.
BOTH: dict[str, tuple[float, float, float]] = {
    "v": (0, 4, 0), "tr": (0, 5, -1), "g": (0, 1, 2.5), "n": (0, 1, -0.5), "se": (0, 0, -1.5),
    "prn": (0, -3.5, 4), "sn": (0, -2.5, 0), "ls": (0, -2.5, -1), "sto": (0, -3, -0.5),
    "li": (0, -3.5, -0.5), "sl": (0, -5, -2), "pg": (0, -7, 3), "gn": (0, -8, 2), "c": (0, -4, 0),
    "op": (0, 0, -2), "eu": (-2.5, 0, 0), "ft": (-1.5, 0, 0), "sci": (0.5, 1.5, 0.5),
    "en": (0.8, 0, 0), "ex": (1.6, -1.8, 0), "ps": (1, 0.3, 0), "pi": (1, 0, 0), "or": (0.5, -1, -1),
    "mf": (0.2, 0, 0), "zy": (2.5, 0, 0), "go": (1.5, -5, 1), "al": (2.2, -2.5, 0.5), "ac": (2.0, -2.5, 0),
    "sbal": (1.2, -2.5, 0), "cph": (0.5, -2.2, -0.5), "ch": (2.8, -4.0, -0.5), "t": (1, 0, 0),
    "sa": (4, 4, -1), "sba": (2, -4, 0), "pra": (1, 0, 0), "pa": (4, 0, -3), "obs": (1.5, 2, 0),
    "obi": (1, -2.5, 0),
}  # fmt: skip
#: What is not symmetric: the nose bent to the left, the left lower lid heavier, a crooked mouth.
ASYMMETRY: dict[str, tuple[float, float, float]] = {
    "se": (0.4, 0, 0), "prn": (2.6, 0, 0), "sn": (1.6, 0, 0), "al_l": (1.8, 0, 0), "al_r": (2.2, 0.6, 0),
    "ac_l": (0.8, 0, 0), "ac_r": (0.8, 0.4, 0), "pi_l": (0, -1.9, 0.7), "or_l": (0, -0.8, 0.9),
    "ex_l": (0, -0.8, 0), "ch_l": (0, 1.6, 0), "ch_r": (0, -0.7, 0), "sto": (0.5, 0, 0), "ls": (0.6, 0, 0),
    "pg": (-0.6, 0, 0), "sa_r": (1.2, -2.0, 0), "sci_l": (0, 1.4, 0), "zy_r": (1.0, 0, 0),
}  # fmt: skip
#: Whom the photographed head was bent from, and its dials.
_DIALS = {
    "bridge": 0.6, "brow": 0.3, "fullness": -0.3, "cheek_fat": -0.3, "lip_upper": -0.9, "lip_lower": -0.8,
    "muzzle": -0.5, "jowls": 0.3, "bags": 0.4,
}  # fmt: skip
BENT_FROM = Figure(Person(sex=1.0, age=52.0, dials=_DIALS), level=3)


@dataclass(frozen=True)
class Sitter:
    """The hidden head, its landmarks in mm, its lines, and where its vertices lie on the plain head."""

    head: Surface
    eyes: tuple[Surface, Surface]
    landmarks: dict[str, DoubleArray]
    rest: DoubleArray
    anchors: dict[str, Anchor]
    lines: dict[str, Line]


def offsets(points: dict[str, DoubleArray]) -> dict[str, DoubleArray]:
    """How far each landmark is moved from the base head."""
    out: dict[str, DoubleArray] = {}
    for key in points:
        base = key.split("_")[0]
        d = np.array(BOTH.get(base, (0.0, 0.0, 0.0)))
        if key.endswith("_r"):
            d = d * (-1.0, 1.0, 1.0)
        out[key] = d + np.array(ASYMMETRY.get(key, (0.0, 0.0, 0.0)))
    for side in ("l", "r"):
        out[f"p_{side}"] = (out[f"en_{side}"] + out[f"ex_{side}"]) * 0.5 * (1.0, 0.5, 0.0)
    return out


def make() -> Sitter:
    """The sitter's head. Takes some seconds."""
    maker = figures()
    pieces, anchors, lines = maker.pieces(BENT_FROM)
    points = {k: a.on(pieces[a.piece].surface) for k, a in anchors.items()}
    moved = offsets(points)
    keys = [k for k in points if anchors[k].piece == HEAD and k.split("_")[0] in BOTH]
    lo = np.array([[x, y, z] for x in (-90.0, 90.0) for y, z in ((-170.0, -90.0), (-170.0, 10.0), (-222.0, -30.0))])
    centres = np.concatenate([[points[k] for k in keys], lo])
    steps = np.concatenate([[moved[k] for k in keys], np.zeros((len(lo), 3))])
    bend = RBFInterpolator(centres, steps, kernel="linear", smoothing=0.3)
    made = pieces[HEAD].surface
    head = Surface(made.positions + bend(made.positions.astype(np.float64)), made.faces)
    eyes = []
    landmarks = {k: anchors[k].on(head) for k in keys}
    for side, piece in (("l", LEFT_EYE), ("r", RIGHT_EYE)):
        eye = pieces[piece].surface
        shift = moved[f"p_{side}"] + (0, 0, 0.3)
        eyes.append(Surface(eye.positions + shift, eye.faces, channels=eye.channels))
        landmarks[f"p_{side}"] = points[f"p_{side}"] + shift
    model, level = maker.model, BENT_FROM.level
    rest = model.at_level(model.positions, level)[model.order(level)[1]]
    return Sitter(head, (eyes[0], eyes[1]), landmarks, rest, {k: anchors[k] for k in keys}, lines)
