"""Texture places of base figures: charts laid out once for each crop, the same for every person.

What is shipped are the places of the coarsest level (`tools/make_places.py`); on finer ones they are linear in between.
A picture that is painted for one figure fits all of its crop. The head alone has places of its own (`head_places.py`).
"""

from __future__ import annotations

from functools import cache
from pathlib import Path

import numpy as np

from yewfinch.core.anatomy.figure.figure_model import FigureModel
from yewfinch.core.mesh.levels.corner_levels import quartered
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.shared.arrays import FloatArray, IndexArray

FILE = Path(__file__).with_suffix(".npz")
#: Places are kept as whole numbers up to this.
PARTS = 65535


@cache
def _shipped() -> dict[str, FloatArray]:
    with np.load(FILE) as held:
        return {k: held[k].astype(np.float32) / np.float32(PARTS) for k in held.files}


def corner_places(model: FigureModel, level: int, faces: IndexArray, order: IndexArray) -> CornerPlaces | None:
    """Texture places of a figure's surface; None if none are known for its faces.

    Parameters
    ----------
    model : FigureModel
    level : int
    faces : (m, 4) int32
        Of the surface, in its own order; the places belong to this very array.
    order : (n,) int32
        The row of the model's level of each row of the surface.
    """
    uv = _shipped().get(model.crop)
    if uv is None or len(uv) != len(model.faces(0)):
        return None
    for number in range(level):
        rows = model.faces(number)
        whole = np.ones((len(rows), 4), bool)
        whole[rows[:, 2] == rows[:, 3], 3] = False
        uv = quartered(uv, rows)[whole]
    new = np.empty(len(order), np.int32)
    new[order] = np.arange(len(order), dtype=np.int32)
    return CornerPlaces.in_order_of(new[model.faces(level)], uv, faces)
