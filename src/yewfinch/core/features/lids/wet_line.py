"""The wet line: tears in the corner between the lower lid's margin and the eye, clear, drawn over both."""

from __future__ import annotations

from functools import cache

import numpy as np

from yewfinch.core.features.eyes.eye import Eye
from yewfinch.core.features.lids.lid_margins import POINTS, flat, globe_of, margins, opening_line, ways
from yewfinch.core.features.lids.lids import Lids, to_portrait
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: Its height up the margin, mm (handbooks, from memory: 0.2 to 0.3), and how far it reaches onto the eye.
HEIGHT, ONTO = 0.25, 0.35
#: From the eye to the margin: part of the way over to the margin, and of the height. Hollow, as water in a corner is.
_HOLLOW = ((0.0, 0.0), (0.3, 0.06), (0.55, 0.18), (0.78, 0.42), (1.0, 1.0))
#: It lies so far over what is below it, mm, and ends at this part of the margin before each corner.
_OVER, _ENDS = 0.015, 0.06
_SMOOTH = 14
#: What tells it from a cornea where it is drawn.
WET_LINE = (255, 0, 0)


def wet_line(lids: Lids, eye: Eye) -> Surface:
    """The wet line of an eye's lower lid: always as many vertices; none of it is left when the lids are shut."""
    globe = globe_of(lids, eye)
    now = margins(lids, globe)
    edge = opening_line(lids, globe, upper=False)
    share = np.linspace(0.0, 1.0, POINTS)
    room = np.clip(now.heights() * globe.radius / (3.0 * ONTO), 0.0, 1.0)
    much = room * np.clip(np.minimum(share, 1.0 - share) / _ENDS - 0.5, 0.0, 1.0)
    up = np.gradient(flat(edge), axis=0) @ np.array([[0.0, 1.0], [-1.0, 0.0]])  # across the margin, into the opening
    up /= np.maximum(np.linalg.norm(up, axis=1, keepdims=True), 1e-9)
    up *= np.where(up[:, 1:] < 0.0, -1.0, 1.0)
    rings = []
    for over, high in _HOLLOW:
        way = ways(flat(edge) + up * (ONTO / globe.radius * (1.0 - over) * much)[:, None])
        floor = np.maximum(globe.out_to(way), np.linalg.norm(edge, axis=1) - lids.gap) if over == 1.0 else None
        out = globe.out_to(way) if floor is None else floor
        rings.append(way * (out + _OVER + HEIGHT * high * much)[:, None])
    return _net(lids.side)[0].moved(_placed(lids, eye, np.asarray(rings)))


def _placed(lids: Lids, eye: Eye, rings: DoubleArray) -> np.ndarray:
    at = to_portrait(lids, eye, rings.reshape(-1, 3))
    return np.asarray(at[_net(lids.side)[1]].astype(np.float32))


@cache
def _net(side: int) -> tuple[Surface, IndexArray]:
    """Faces, points anywhere, and the order of these in them."""
    column = np.arange(POINTS - 1)
    faces = []
    for n in range(len(_HOLLOW) - 1):
        one, two = n * POINTS, (n + 1) * POINTS
        quad = [one + column, two + column, two + column + 1, one + column + 1]
        faces.append(np.stack(quad if side > 0 else quad[::-1], axis=1))
    count = POINTS * len(_HOLLOW)
    made, order = in_face_order(np.zeros((count, 3), np.float32), np.concatenate(faces).astype(np.int32))
    surface = Surface(np.zeros((count, 3)), made)
    surface.roughness[:] = _SMOOTH
    surface.colour[:, :3] = WET_LINE
    return surface, order
