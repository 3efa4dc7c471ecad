"""Guides: lines drawn on clay for the quads of a remesh to follow."""

from __future__ import annotations

import numpy as np

from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.query.anchors import Anchor, anchor
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera

#: A guide has a place every so many pixels of the drawing; places of one that are farther apart than so many times the
#: usual lie on either side of an edge of the form.
_STEP, _GAP = 5.0, 6.0
#: Guides nearer to a drawn line than so many pixels are met by it.
_NEAR = 8.0
#: Most guides of a portrait.
MOST = 1000


def drawn(portrait: Portrait, piece: Piece, camera: Camera, points: DoubleArray) -> Edit:
    """A line drawn on the view, laid on a piece.

    Parameters
    ----------
    portrait : Portrait
    piece : Piece
    camera : Camera
        Of the view.
    points : (k, 2) float64, pixels

    Raises
    ------
    YewfinchError
        If the piece is locked or no clay, the line does not lie on it, or there are too many guides.
    """
    if len(portrait.guides) >= MOST:
        raise YewfinchError(phrase("There are {0} guides already. Remove some first.", MOST))
    longest = laid_on(piece, camera, points)
    return Edit("Draw a guide", (FieldChange("guides", portrait.guides, (*portrait.guides, tuple(longest))),))


def laid_on(piece: Piece, camera: Camera, points: DoubleArray) -> list[Anchor]:
    """A line drawn on the view, (k, 2) pixels, laid on a piece; of several parts that lie on it the longest.

    Raises
    ------
    YewfinchError
        If the piece is locked or no clay, or the line does not lie on it.
    """
    if piece.fixed:
        raise YewfinchError(phrase("'{0}' is locked, or no clay yet.", piece.name))
    rows: list[list[Anchor]] = [[]]
    last, usual = None, None
    for at in _even(points):
        hit = piece.pick(*camera.ray(float(at[0]), float(at[1])))
        if hit is None:
            rows.append([])
            last = None
            continue
        if last is not None:
            away = float(np.linalg.norm(hit.point - last))
            if usual is not None and away > _GAP * usual:
                rows.append([])
            else:
                usual = away if usual is None else max(usual, away / 2)
        rows[-1].append(anchor(piece.id, hit))
        last = hit.point
    longest = max(rows, key=len)
    if len(longest) < 2:
        raise YewfinchError(phrase("The line does not lie on '{0}'. Draw it over the chosen piece.", piece.name))
    return longest


def erased(portrait: Portrait, piece: Piece, camera: Camera, points: DoubleArray) -> Edit | None:
    """Remove the guides of a piece that a line drawn on the view meets; None if it meets none."""
    from scipy.spatial import cKDTree

    line = cKDTree(_even(points))

    def met(guide: tuple[Anchor, ...]) -> bool:
        if guide[0].piece != piece.id:
            return False
        flat = camera.project(np.array([a.on(piece.surface) for a in guide]))
        flat = flat[np.isfinite(flat).all(axis=1)]
        return bool(len(flat) and line.query(_even(flat))[0].min() < _NEAR)

    left = tuple(g for g in portrait.guides if not met(g))
    count = len(portrait.guides) - len(left)
    if not count:
        return None
    name = "Remove a guide" if count == 1 else phrase("Remove {0} guides", count)
    return Edit(name, (FieldChange("guides", portrait.guides, left),))


def cleared(portrait: Portrait, piece: str) -> Edit | None:
    """Remove all guides of a piece; None if it has none."""
    left = tuple(g for g in portrait.guides if g[0].piece != piece)
    if len(left) == len(portrait.guides):
        return None
    return Edit("Remove all guides", (FieldChange("guides", portrait.guides, left),))


def _even(points: DoubleArray) -> DoubleArray:
    """Places every few pixels along a drawn line."""
    if len(points) < 2:
        return points
    along = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(points, axis=0), axis=1))])
    at = np.linspace(0.0, along[-1], max(2, int(along[-1] / _STEP) + 1))
    return np.stack([np.interp(at, along, points[:, k]) for k in range(2)], axis=1)
