"""Texture coordinates of the base head: each half laid out on one half of the square.

The front midline is in the middle, the cut runs over the crown, down the back and along the bust's
underside. The same for every person and cast, so a picture painted for one base head fits them all.
"""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.first_cast.first_positions import first_positions
from yewfinch.core.anatomy.head.head_form import FORMED
from yewfinch.core.anatomy.head.head_model import HeadModel
from yewfinch.core.mesh.surface.unfold import TexturePlaces, unfold
from yewfinch.core.shared.arrays import DoubleArray

#: Near the corners of the left half: front low, front high, back high, back low; plain head, mm.
_CORNERS = ((0.0, -214.0, 30.0), (0.0, 107.0, 64.0), (0.0, 107.0, -88.0), (0.0, -214.0, -105.0))
#: Rim left free round the square.
MARGIN = 0.01


def texture_places(model: HeadModel, level: int) -> TexturePlaces:
    """Texture places of a level, in the rows of the model's vertices."""
    uv = model.linear_at_level(_half(model), level).copy()
    mirror = model.mirror_at(level)
    rest = model.at_level(first_positions(), level)
    middle = mirror == np.arange(len(mirror))
    right = (rest[:, 0] < 0) & ~middle
    seam = middle & (uv[:, 0] > 0.5 + 1e-7)
    uv[right, 0] = 1.0 - uv[right, 0]
    uv = MARGIN + uv * (1.0 - 2 * MARGIN)
    return TexturePlaces(uv.astype(np.float32), seam)


def _half(model: HeadModel) -> DoubleArray:
    """Left places of every vertex of the formed level; a right one has its twin's."""
    n = model.size(0)
    p, mirror = first_positions()[:n], model.mirror[:n]
    middle = mirror == np.arange(n)
    left = middle | (p[:, 0] > 0)
    faces = model.coarse[left[model.coarse].all(axis=1) & ~middle[model.coarse].all(axis=1)]
    loop = _loop(faces, middle)
    at = [int(np.argmin(np.linalg.norm(p[loop] - np.array(c), axis=1))) for c in _CORNERS]
    loop = np.roll(loop, -at[0])
    ends = [(i - at[0]) % len(loop) for i in at] + [len(loop)]
    if ends[1] > ends[3]:  # the loop runs the other way round
        loop = np.concatenate([loop[:1], loop[:0:-1]])
        ends = [0, *((len(loop) - e) % len(loop) for e in ends[1:4]), len(loop)]
    square = np.array([(0.5, 0.0), (0.5, 1.0), (1.0, 1.0), (1.0, 0.0), (0.5, 0.0)])
    where = np.empty((len(loop), 2))
    for side in range(4):
        rows = loop[np.arange(ends[side], ends[side + 1] + 1) % len(loop)]
        way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(p[rows], axis=0), axis=1))])
        t = (way / way[-1])[:-1, None]
        where[ends[side] : ends[side + 1]] = (1 - t) * square[side] + t * square[side + 1]
    uv = unfold(faces, p, loop, where)
    right = ~left
    uv[right] = uv[mirror[right]]
    for number in range(FORMED):
        uv = model.step(number).linear(uv)
    return uv


def _loop(faces: np.ndarray, middle: np.ndarray) -> np.ndarray:
    """The midline vertices in order round the left half."""
    pairs = np.concatenate([faces[:, [i, (i + 1) % 4]] for i in range(4)])
    on = pairs[middle[pairs].all(axis=1)]
    following = dict(on.tolist())
    out = [int(on[0, 0])]
    while following[out[-1]] != out[0]:
        out.append(following[out[-1]])
    return np.array(out)
