"""Lines of the face on the clay: drawn, dragged, moved and taken away."""

from __future__ import annotations

import numpy as np

from yewfinch.core.anatomy.head.face_lines import CURVES, SAMPLES, Line, spaced
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit, FieldChange
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.guides import laid_on
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sight.camera import Camera

#: A dragged place takes its neighbours along over so many mm of the line, unless another reach is given.
REACH = 6.0
#: Lines that lie on the clay, by key: all but outlines.
ON_CLAY = tuple(k for k, c in CURVES.items() if c.kind == "line")


def drawn(portrait: Portrait, piece: Piece, key: str, camera: Camera, points: DoubleArray) -> Edit:
    """A line of the face drawn on the view, in place of the one that there is.

    Parameters
    ----------
    portrait : Portrait
    piece : Piece
        That it is laid on.
    key : str
        Of the line.
    camera : Camera
        Of the view.
    points : (k, 2) float64, pixels
        Drawn in either direction.

    Raises
    ------
    YewfinchError
        If the piece is locked or no clay, or the line does not lie on it.
    """
    laid = np.array([a.on(piece.surface) for a in laid_on(piece, camera, points)])
    line = spaced(laid, SAMPLES)
    if not _runs_well(portrait, key, line):
        line = line[::-1]
    return _edit(portrait, key, tied(piece.id, piece.surface, line), phrase("Draw {0}", CURVES[key].plain))


def dragged(surface: Surface, line: Line, number: int, to: DoubleArray, reach: float = REACH) -> Line:
    """A line with one place dragged along the clay; its neighbours go along, less and less.

    Parameters
    ----------
    surface : Surface
        That the line lies on.
    line : tuple of Anchor
    number : int
        Of the place.
    to : (3,) float64, mm
    reach : float, mm
        Along the line; infinite for all of it alike.
    """
    at = np.array([a.on(surface) for a in line])
    way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(at, axis=0), axis=1))])
    share = np.exp(-(((way - way[number]) / max(reach, 1e-6)) ** 2))
    share[share < 0.02] = 0.0
    moved = at + share[:, None] * (np.asarray(to, np.float64) - at[number])
    new = nearest_anchors(line[0].piece, surface, moved[share > 0])
    out = list(line)
    for i, a in zip(np.flatnonzero(share > 0), new, strict=True):
        out[i] = a
    return tuple(out)


def removed(portrait: Portrait, key: str) -> Edit | None:
    """Take a line away; None if there is none."""
    if key not in portrait.lines:
        return None
    left = {k: v for k, v in portrait.lines.items() if k != key}
    return Edit(phrase("Remove {0}", CURVES[key].plain), (FieldChange("lines", portrait.lines, left),))


def changed(portrait: Portrait, key: str, line: Line) -> Edit:
    """A line in the place of what it was."""
    return _edit(portrait, key, line, phrase("Move {0}", CURVES[key].plain))


def tied(piece: str, surface: Surface, line: DoubleArray) -> Line:
    """Places (n, 3) mm of a line tied to the nearest of a surface."""
    return tuple(nearest_anchors(piece, surface, np.asarray(line, np.float64)))


def _edit(portrait: Portrait, key: str, line: Line, name: str) -> Edit:
    if key not in ON_CLAY:
        raise YewfinchError("Outlines follow from the form and have no place on the clay.")
    # in the order in which lines are declared, so that lists of them do not depend on when one was drawn
    after = {**portrait.lines, key: line}
    after = {k: after[k] for k in (*CURVES, *after) if k in after}
    return Edit(name, (FieldChange("lines", portrait.lines, after),))


def _runs_well(portrait: Portrait, key: str, line: DoubleArray) -> bool:
    """Whether a line runs as its definition does: from its first landmark or place to its last."""
    curve, landmarks = CURVES[key], portrait.landmarks()
    ends = []
    for point in (curve.through[0], curve.through[-1]):
        if isinstance(point, str):
            name = point[:-1] + "r" if curve.side < 0 and point.endswith("_l") else point
            ends.append(landmarks.get(name))
        else:
            ends.append(None)
    first, last = ends
    if first is not None or last is not None:
        gap = 0.0
        for end, near, far in ((first, line[0], line[-1]), (last, line[-1], line[0])):
            if end is not None:
                gap += float(np.linalg.norm(near - end) - np.linalg.norm(far - end))
        return gap <= 0.0
    a, b = (
        np.array(LANDMARKS[p].place if isinstance(p, str) else p, float) for p in (curve.through[0], curve.through[-1])
    )
    way = (b - a) * ((-1.0, 1.0, 1.0) if curve.side < 0 else (1.0, 1.0, 1.0))
    return float((line[-1] - line[0]) @ way) >= 0.0
