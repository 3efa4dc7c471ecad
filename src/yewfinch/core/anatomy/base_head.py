"""The base head: a plain adult head with neck, two eyeballs, and landmarks tied to them."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from yewfinch.core.anatomy import head_field
from yewfinch.core.anatomy.eyeball import eyeball
from yewfinch.core.anatomy.head_grid import head_axes
from yewfinch.core.anatomy.landmarks import LANDMARKS, Landmark
from yewfinch.core.mesh.anchors import Anchor, anchor
from yewfinch.core.mesh.order import in_face_order
from yewfinch.core.mesh.pick import Hit, pick
from yewfinch.core.mesh.surface import Surface
from yewfinch.core.reshape.quad_net import symmetric_quads
from yewfinch.core.shared.arrays import INDEX, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, silent

#: Grid scale that gives about 30 thousand vertices.
PLAIN_SCALE = 1.42

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
    """

    head: Surface
    left_eye: Surface
    right_eye: Surface
    mirror: IndexArray
    anchors: dict[str, Anchor]

    def surface(self, piece: str) -> Surface:
        """The surface of a piece by its identifier."""
        return {HEAD: self.head, LEFT_EYE: self.left_eye, RIGHT_EYE: self.right_eye}[piece]


def head_surface(
    scale: float = PLAIN_SCALE, progress: Progress = silent
) -> tuple[FloatArray, IndexArray, IndexArray]:
    """Positions, faces and mirror rows of the head, in leaf order. The slow part."""
    positions, faces, mirror = symmetric_quads(
        head_field.head, *head_axes(scale), progress=progress
    )
    faces, old_of_new = in_face_order(positions, faces)
    new_of_old = np.empty(len(positions), INDEX)
    new_of_old[old_of_new] = np.arange(len(positions), dtype=INDEX)
    return positions[old_of_new], faces, new_of_old[mirror[old_of_new]].astype(INDEX)


def assemble(positions: FloatArray, faces: IndexArray, mirror: IndexArray) -> BaseHead:
    """Put the pieces together and tie the landmarks."""
    head = Surface(positions, faces)
    x, y, z = head_field.EYE
    left = eyeball((x, y, z), head_field.EYE_RADIUS)
    right = eyeball((-x, y, z), head_field.EYE_RADIUS)
    anchors: dict[str, Anchor] = {}
    for key, mark in LANDMARKS.items():
        if mark.side < 0 or not mark.on_head:
            continue
        if mark.approach == "eye":
            for piece, surface, k in ((LEFT_EYE, left, key), (RIGHT_EYE, right, mark.twin)):
                sx = x if piece == LEFT_EYE else -x
                hit = pick(surface, (sx + 1e-3, y + 1e-3, 300), (0, 0, -1))
                if hit is not None:
                    anchors[k] = anchor(piece, hit)
            continue
        found = anchor(HEAD, _meet(head, mark))
        anchors[key] = found
        if mark.side:
            a, b, c = (int(mirror[r]) for r in found.corners)
            anchors[mark.twin] = Anchor(HEAD, (a, b, c), found.weights)
    return BaseHead(head, left, right, mirror, {k: anchors[k] for k in LANDMARKS if k in anchors})


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
        raise RuntimeError(f"landmark {mark.key} does not meet the base head")
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
