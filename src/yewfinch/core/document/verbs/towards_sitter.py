"""The clay of a portrait bent towards its sitter, by the field that `sitter.towards` finds."""

from __future__ import annotations

import numpy as np

from yewfinch.core.document.model.edits import Edit
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.mesh.surface.rows_change import RowsChange
from yewfinch.core.shared.arrays import INDEX, POSITION, DoubleArray, IndexArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.sitter.towards import REACH, WHOLE, Field


def _goes_whole(piece: Piece) -> bool:
    """Is it a body that is moved as a whole only?"""
    return piece.eye is not None or piece.lids is not None or piece.teeth is not None


def bend(portrait: Portrait, field: Field, name: str, near: DoubleArray, progress: Progress = silent) -> Edit:
    """The edit that carries a field out on all pieces that are not locked.

    Parameters
    ----------
    portrait : Portrait
    field : Field
    name : str
    near : (k, 3) float64, mm
        What moves; clay further than `REACH` from all of it stays.
    progress : Progress, optional

    Returns
    -------
    Edit
        Not carried out yet.
    """
    changes = []
    marks = portrait.landmarks()
    pieces = [
        p
        for p in portrait.pieces.values()
        if (not p.fixed or (_goes_whole(p) and not p.locked)) and not any(f.locked for f in portrait.followers(p.id))
    ]
    for n, piece in enumerate(pieces):
        progress(n / max(1, len(pieces)), phrase("bending {0}", piece.name))
        surface = piece.surface
        low, high = surface.bounds()
        if float(np.linalg.norm(high - low)) < WHOLE or piece.teeth is not None:
            rows: IndexArray = np.arange(len(surface), dtype=INDEX)
            leader = portrait.pieces.get(piece.lids_of or "", piece)  # lids go by their eye
            own = [marks[k] for k, a in portrait.anchors.items() if a.piece == leader.id and k in marks]
            step = field.at(np.array(own) if own else leader.surface.positions.astype(np.float64)).mean(axis=0)
            if (
                np.linalg.norm(near - surface.positions.mean(axis=0), axis=1).min() > REACH
                or np.linalg.norm(step) < 1e-3
            ):
                continue
            after = surface.positions + step.astype(POSITION)
        else:
            found = [surface.rows_in_ball(p, REACH) for p in near]
            rows = np.unique(np.concatenate(found)).astype(INDEX) if found else np.empty(0, INDEX)
            if len(rows) == 0:
                continue
            before = surface.positions[rows].astype(np.float64)
            gap = np.full(len(rows), np.inf)
            for p in near:
                np.minimum(gap, ((before - p) ** 2).sum(axis=1), out=gap)
            t = np.clip((REACH - np.sqrt(gap)) / (0.35 * REACH), 0.0, 1.0)
            ease = t * t * (3 - 2 * t)  # no step where the reach ends
            after = (before + field.at(before) * ease[:, None]).astype(POSITION)
        if not np.isfinite(after).all():
            raise CannotSolveError("The deformation does not come out as numbers. Choose fewer landmarks.")
        changes.append(RowsChange(piece.id, "positions", rows, surface.positions[rows].copy(), after))
    return Edit(name, tuple(changes))
