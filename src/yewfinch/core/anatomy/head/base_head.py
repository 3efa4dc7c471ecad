"""The base head: an adult head with neck and collar, two eyeballs, landmarks and lines tied to them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np
import numpy.typing as npt

from yewfinch.core.anatomy.head import head_field
from yewfinch.core.anatomy.head.eyeball import eyeball
from yewfinch.core.anatomy.head.face_lines import SAMPLES, Line, lines_on
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS, Landmark
from yewfinch.core.mesh.query.anchors import Anchor, anchor
from yewfinch.core.mesh.query.pick import Hit, pick
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, IndexArray
from yewfinch.core.shared.phrases import phrase

HEAD, LEFT_EYE, RIGHT_EYE = "head", "eye_left", "eye_right"


@dataclass(frozen=True)
class BaseHead:
    """What the generator makes.

    Attributes
    ----------
    head, left_eye, right_eye : Surface
    mirror : (n,) int32
        Row of each head vertex's mirror image.
    anchors : dict of landmark key to Anchor
        On pieces ``head``, ``eye_left`` and ``eye_right``.
    lines : dict of line key to anchors
    regions : dict of region name to (n,) uint8
        Membership of the head's vertices, 0 to 255.
    """

    head: Surface
    left_eye: Surface
    right_eye: Surface
    mirror: IndexArray
    anchors: dict[str, Anchor]
    lines: dict[str, Line] = field(default_factory=dict)
    regions: dict[str, npt.NDArray[np.uint8]] = field(default_factory=dict)

    def surface(self, piece: str) -> Surface:
        """The surface of a piece by its identifier."""
        return {HEAD: self.head, LEFT_EYE: self.left_eye, RIGHT_EYE: self.right_eye}[piece]


def assemble(model: HeadModel, places: Mapping[str, tuple[float, float, float]] | None = None) -> BaseHead:
    """The plain head at its formed level, with eyeballs, landmarks and lines.

    Parameters
    ----------
    model : HeadModel
    places : mapping of landmark, without side, to (x, y, z) mm, optional
        Where it has some of them, on the left, if not where `landmarks` says.
    """
    faces, order = model.order(FORMED)
    new_of_old = np.empty(len(order), INDEX)
    new_of_old[order] = np.arange(len(order), dtype=INDEX)
    head = Surface(model.positions[order], faces)
    mirror = new_of_old[model.mirror[order]]
    x, y, z = head_field.EYE
    left = eyeball((x, y, z), head_field.EYE_RADIUS)
    right = eyeball((-x, y, z), head_field.EYE_RADIUS)
    anchors = _charted(model, new_of_old, mirror)
    for key, mark in LANDMARKS.items():
        if mark.side < 0 or not mark.on_head or key in anchors:
            continue
        if mark.approach == "eye":
            for piece, surface, k in ((LEFT_EYE, left, key), (RIGHT_EYE, right, mark.twin)):
                sx = x if piece == LEFT_EYE else -x
                hit = pick(surface, (sx + 1e-3, y + 1e-3, 300), (0, 0, -1))
                if hit is not None:
                    anchors[k] = anchor(piece, hit)
            continue
        found = anchor(HEAD, _meet(head, replace(mark, place=(places or {}).get(key.removesuffix("_l"), mark.place))))
        anchors[key] = found
        if mark.side:
            a, b, c = (int(mirror[r]) for r in found.corners)
            anchors[mark.twin] = Anchor(HEAD, (a, b, c), found.weights)
    ordered = {k: anchors[k] for k in LANDMARKS if k in anchors}
    points = {k: a.on({HEAD: head, LEFT_EYE: left, RIGHT_EYE: right}[a.piece]) for k, a in ordered.items()}
    lines = {**lines_on(HEAD, head, points), **_charted_lines(model, new_of_old, mirror)}
    regions = {name: np.ascontiguousarray(model.region[order, i]) for i, name in enumerate(model.regions)}
    return BaseHead(head, left, right, mirror, ordered, lines, regions)


def _charted(model: HeadModel, row_of: IndexArray, mirror: IndexArray) -> dict[str, Anchor]:
    """Landmarks that the charts know, on both sides."""
    out = {}
    for key, rows in model.landmark_rows().items():
        corners = [int(row_of[r]) for r in rows]
        corners += [corners[-1]] * (3 - len(corners))
        weights = (1.0, 0.0, 0.0) if len(rows) == 1 else (0.5, 0.5, 0.0)
        out[key] = Anchor(HEAD, (corners[0], corners[1], corners[2]), weights)
        twin = LANDMARKS[key].twin
        if twin != key:
            a, b, c = (int(mirror[r]) for r in corners)
            out[twin] = Anchor(HEAD, (a, b, c), weights)
    return out


def _charted_lines(model: HeadModel, row_of: IndexArray, mirror: IndexArray) -> dict[str, Line]:
    out = {}
    for key, rows in model.line_rows().items():
        pick_at = np.round(np.linspace(0, len(rows) - 1, min(SAMPLES, len(rows)))).astype(int)
        own = [int(row_of[rows[i]]) for i in pick_at]
        out[key] = tuple(Anchor(HEAD, (r, r, r), (1.0, 0.0, 0.0)) for r in own)
        if key.endswith("_l"):
            out[key[:-1] + "r"] = tuple(Anchor(HEAD, (int(mirror[r]),) * 3, (1.0, 0.0, 0.0)) for r in own)
    return out


def _meet(head: Surface, mark: Landmark) -> Hit:
    """Meet the surface at a landmark's place, from its side; extremes are searched nearby."""
    place = np.array(mark.place, float)
    if mark.side == 0:
        place[0] = 0.0
    way = {
        "front": (0, 0, -1), "side": (-1, 0, 0), "below": (0, 1, 0), "above": (0, -1, 0),
        "back": (0, 0, 1),
    }[mark.approach]  # fmt: skip
    direction = np.array(way, float)
    base = mark.key.split("_")[0]
    if base in _SEARCH:
        axis, radius = np.array(_SEARCH[base][0], float), _SEARCH[base][1]
        rows = head.rows_in_ball(place, radius)
        if mark.side == 0:
            rows = rows[np.abs(head.positions[rows, 0]) < 1e-6]
        if len(rows):
            place = head.positions[rows[np.argmax(head.positions[rows] @ axis)]].astype(float)
    if base in _NEAREST:
        rows = head.rows_in_ball(place, 8.0)
        rows = rows[np.abs(head.positions[rows, 0]) < 1e-6]
        row = rows[np.argmin(np.linalg.norm(head.positions[rows] - place, axis=1))]
        direction = -head.normals[row].astype(float)
        place = head.positions[row].astype(float)
    aim = place + direction * 1e-4 + np.array([1e-4, 2e-4, 1e-4]) * (direction == 0)
    start = aim - direction * 16.0
    hit = pick(head, start, direction)
    if hit is None or np.linalg.norm(hit.point - place) > 16.0:
        row = head.nearest_row(place)
        normal = head.normals[row].astype(float)
        hit = pick(head, head.positions[row] + normal * 2.0 + 1e-4, -normal)
    if hit is None:
        raise RuntimeError(phrase("landmark {0} does not meet the base head", mark.key))
    return hit


#: Landmarks in a hollow of the midline: the nearest vertex, met along its normal.
_NEAREST = ("sn",)

#: Landmarks that are extremes: direction and radius of search in mm.
_SEARCH: dict[str, tuple[tuple[float, float, float], float]] = {
    "v": ((0, 1, 0), 12), "op": ((0, 0, -1), 20), "prn": ((0, 0, 1), 8), "g": ((0, 0, 1), 6),
    "pg": ((0, 0, 1), 6), "gn": ((0, -1, 0), 14), "eu": ((1, 0, 0), 14), "zy": ((1, 0, 0), 12),
    "go": ((1, 0, 0), 9), "al": ((1, 0, 0), 5), "sa": ((0, 1, 0), 9), "sba": ((0, -1, 0), 8),
    "pa": ((0, 0, -1), 9), "se": ((0, 0, -1), 4), "sl": ((0, 0, -1), 4), "c": ((0, 0.7, -0.7), 6),
}  # fmt: skip
