"""Writes `core/anatomy/figure/figure_places.npz`: the charts of base figures. Run it when their coarsest faces change.

python tools/make_places.py
"""

import numpy as np

from yewfinch.core.anatomy.figure.figure_model import CROPS
from yewfinch.core.anatomy.figure.figure_places import FILE, PARTS
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.unfold import CornerPlaces
from yewfinch.core.skin.unwrap import unwrapped


def main() -> None:
    """Lay the coarsest level of each crop out flat, as the plain head on the man's body stands."""
    out = {}
    for crop in CROPS:
        model = figures().layout(crop)
        rest = model.rest[: model.size(0)].astype(np.float32)
        faces, rows = in_face_order(rest, model.faces(0))
        surface = Surface(rest[rows], faces)
        new = np.empty(len(rows), np.int32)
        new[rows] = np.arange(len(rows), dtype=np.int32)
        own = CornerPlaces.in_order_of(surface.faces, unwrapped(surface), new[model.faces(0)])
        out[crop] = np.round(own.uv * PARTS).astype(np.uint16)
        print(f"{crop}: {len(out[crop])} faces")
    np.savez_compressed(FILE, **out)


if __name__ == "__main__":
    main()
