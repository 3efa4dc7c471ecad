"""A surface taken apart into a form that is its own mirror image, and what it differs from that by."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.repair.symmetry import Plane, matched
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray, IndexArray

#: Usual distance of healthy faces from their mirror image: root mean square, mm (Taylor et al. 2014, J Craniofac Surg
#: 25:124, from memory), and what viewers notice (Chu et al. 2011, Arch Facial Plast Surg 13:14, from memory).
USUAL, NOTICED = (0.4, 1.3), (2.0, 4.0)
#: A net of faces is symmetric if no more than this part of its vertices has no image.
_MISSING = 0.002
#: Rounds of drawing a form to its own image where the net is not symmetric.
_ROUNDS = 6
#: An image that lies farther away than this, mm, is another part of the clay.
_FARTHEST = 25.0
_FLIP = np.array([-1.0, 1.0, 1.0])


@dataclass(frozen=True, eq=False)
class Parts:
    """A form's two parts; together they are the form.

    Attributes
    ----------
    symmetric : (n, 3) float64, mm
    steps : (n, 3) float64, mm
        From there to the form.
    twin : (n,) int64 or None
        Each vertex's image by the net of faces; None if that is not symmetric.
    """

    symmetric: DoubleArray
    steps: DoubleArray
    twin: npt.NDArray[np.int64] | None

    @property
    def away(self) -> DoubleArray:
        """How far each vertex is from the image of its counterpart, (n,) mm."""
        return 2.0 * np.linalg.norm(self.steps, axis=1)


#: Images by the net of faces that were found last; a net keeps them however its form changes.
_KNOWN: list[tuple[IndexArray, npt.NDArray[np.int64]]] = []
_KEPT = 4


def known(surface: Surface) -> bool:
    """Whether a surface can be taken apart at once: it was before, or one with its faces."""
    return any(faces is surface.faces for faces, _ in _KNOWN)


def _twins(surface: Surface, at: DoubleArray) -> npt.NDArray[np.int64]:
    for faces, twin in _KNOWN:
        if faces is surface.faces:
            return twin
    found = matched(at, surface.faces, Plane()).twin
    if (found < 0).mean() <= _MISSING:
        _KNOWN[:] = [(surface.faces, found), *_KNOWN[: _KEPT - 1]]
    return found


def parts(surface: Surface) -> Parts:
    """Take a surface apart about the sitter's midline, x = 0.

    Where the net of faces is symmetric, a vertex's counterpart is its image by the net, however far the form is from
    symmetric; else what lies nearest to it on the mirrored form.
    """
    at = surface.positions.astype(np.float64)
    twin = _twins(surface, at)
    lonely = twin < 0
    if lonely.mean() <= _MISSING:
        other = np.where(lonely[:, None], at, at[np.maximum(twin, 0)] * _FLIP)
        middle = (at + other) / 2.0
        on_midline = twin == np.arange(len(at))
        middle[on_midline, 0] = 0.0
        return Parts(middle, at - middle, np.where(lonely, np.arange(len(at)), twin))
    middle = at.copy()
    triangles = surface.triangles()
    for _ in range(_ROUNDS):
        tree = NearestTree(middle * _FLIP, triangles[:, ::-1])
        found = tree.find(middle, reach=_FARTHEST)
        image = tree.places(found)
        ok = (found.rows >= 0) & np.isfinite(found.squares)
        middle[ok] = ((middle + image) / 2.0)[ok]
    return Parts(middle, at - middle, None)


def antisymmetric(steps: DoubleArray, twin: npt.NDArray[np.int64]) -> DoubleArray:
    """What of steps (n, 3) changes the asymmetry only: the symmetric part of a form with them stays as it is."""
    return (steps - steps[twin] * _FLIP) / 2.0


def as_other_side(surface: Surface, twin: npt.NDArray[np.int64], share: DoubleArray) -> DoubleArray:
    """The surface with some vertices as the image of the other side, by shares (n,) from 0 to 1: (n, 3) float64, mm."""
    at = surface.positions.astype(np.float64)
    return at + share[:, None] * (at[twin] * _FLIP - at)


def colours(away: DoubleArray, most: float) -> npt.NDArray[np.uint8]:
    """Colours of distances (n,) mm, up to the greatest shown: from paper over gold to deep blue; (n, 4) uint8 sRGB."""
    stops = np.array([[238, 234, 224], [226, 190, 98], [148, 92, 84], [52, 54, 110]], np.float64)
    t = np.clip(away / max(most, 1e-9), 0.0, 1.0) * (len(stops) - 1)
    low = np.minimum(t.astype(int), len(stops) - 2)
    share = (t - low)[:, None]
    out = np.full((len(away), 4), 255.0)
    out[:, :3] = stops[low] * (1.0 - share) + stops[low + 1] * share
    return np.asarray(np.round(out), np.uint8)
