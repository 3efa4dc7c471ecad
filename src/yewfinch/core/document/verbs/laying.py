"""The base head laid on a piece of clay: landmarks, lines and regions in one step; the clay stood upright."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace

import numpy as np

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit, FieldChange, PieceChange
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.document.verbs.face_lines import tied
from yewfinch.core.document.verbs.placing import Motion, moved
from yewfinch.core.features.laid_head.clay_places import Similarity
from yewfinch.core.features.laid_head.doubts import Doubt
from yewfinch.core.features.laid_head.laying import ASKED, LEAST, LaidHead, lay_head
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.shared.similarity import similarity

#: A head that leans more than this, in degrees, or whose size differs by more than this factor, can be stood upright.
LEANS, OUT_OF_SIZE = 4.0, 1.25
#: A pupil on an eye of its own stays there if it lies so near to where the laid head has it, mm at the sitter's size.
_SAME_PUPIL = 15.0


@dataclass(frozen=True)
class Laid:
    """What came of laying the head on.

    Attributes
    ----------
    piece : str
    landmarks, lines : int
        How many were found.
    doubts : tuple of Doubt
        The worst first.
    gap : float, mm
        Median distance of the laid head from the clay, at the sitter's size.
    upright : mapping of landmark key to (3,) mm
        Where landmarks lie on a head that stands upright, as large as life.
    """

    piece: str
    landmarks: int
    lines: int
    doubts: tuple[Doubt, ...]
    gap: float
    upright: Mapping[str, DoubleArray]


def clicked_on(portrait: Portrait, piece: str) -> dict[str, np.ndarray]:
    """Landmarks that lie on a piece, (3,) mm each."""
    surface = portrait.surface(piece)
    return {k: a.on(surface) for k, a in portrait.anchors.items() if a.piece == piece and k in LANDMARKS}


def lay_on(portrait: Portrait, piece: str, sure: Collection[str], progress: Progress = silent) -> tuple[Edit, Laid]:
    """Lay the base head on a piece; works on copies, so it may run in a thread.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    sure : collection of landmark keys
        Placed by hand on this piece: they stay, and the head is laid through them.
    progress : Progress

    Returns
    -------
    edit : Edit
        Not carried out yet.
    laid : Laid

    Raises
    ------
    YewfinchError
        If the piece is locked or no clay, or there are too few landmarks.
    """
    held = portrait.pieces[piece]
    if held.fixed:
        raise YewfinchError(f"'{held.name}' is locked, or no clay yet.")
    at_rest(portrait, held)
    clicks = {k: v for k, v in clicked_on(portrait, piece).items() if k in sure}
    if len(clicks) < LEAST:
        raise YewfinchError(f"Click at least {LEAST} landmarks on '{held.name}' first; {len(clicks)} are there.")
    sitter = portrait.sitter
    surface = held.surface.frozen()
    found = lay_head(surface, clicks, people(sitter.kind, sitter.age, sitter.years), progress)
    keys = [k for k in found.landmarks if k not in clicks and not _own_pupil(portrait, k, found)]
    places = np.array([found.landmarks[k] for k in keys])
    new = dict(zip(keys, nearest_anchors(piece, surface, places), strict=True))
    # landmarks on this piece that were not found now are gone: they lay elsewhere by an earlier try
    kept = {k: a for k, a in portrait.anchors.items() if a.piece != piece or k in clicks}
    anchors = {**kept, **new}
    lines = {k: v for k, v in portrait.lines.items() if not v or v[0].piece != piece}
    lines |= {k: tied(piece, surface, v) for k, v in found.lines.items()}
    regions = {**held.regions, **found.regions}
    edit = Edit(
        "Lay the head on",
        (
            FieldChange("anchors", portrait.anchors, {k: anchors[k] for k in (*LANDMARKS, *anchors) if k in anchors}),
            FieldChange("lines", portrait.lines, {k: lines[k] for k in (*CURVES, *lines) if k in lines}),
            PieceChange(held, replace(held, regions=regions)),
        ),
    )
    laid = Laid(piece, len(found.landmarks), len(found.lines), found.doubts, found.gap, found.upright)
    return edit, laid


def standing(portrait: Portrait, laid: Laid) -> Similarity:
    """How the clay stands now against a head that stands upright, as large as life."""
    now = {k: v for k, v in clicked_on(portrait, laid.piece).items() if k in laid.upright}
    if len(now) < LEAST:
        return Similarity(np.eye(3), 1.0, np.zeros(3))
    return Similarity(*similarity(np.array([laid.upright[k] for k in now]), np.array(list(now.values()))))


def stand_up(portrait: Portrait, laid: Laid) -> Edit:
    """Turn and size a piece as the laid head stands: upright, looking ahead, as large as life, in the usual place.

    Pieces of its group, and what follows it, go along.

    Raises
    ------
    YewfinchError
        As for moving pieces, or if a part of it is masked.
    """
    held = portrait.pieces[laid.piece]
    along = [p.id for p in portrait.pieces.values() if p.id != held.id and held.group and p.group == held.group]
    pieces = [held.id, *(k for k in along if not portrait.pieces[k].locked)]
    if any(portrait.surface(k).mask.any() for k in pieces):
        raise YewfinchError("Masked clay would stay behind. Clear the mask first.")
    pose = standing(portrait, laid)
    linear = pose.turn.T / pose.scale
    return moved(portrait, pieces, Motion(linear, -linear @ pose.shift), "Stand the clay upright")


def needs_standing_up(pose: Similarity) -> bool:
    """Whether clay leans or is of another size than life by so much that measures would be off."""
    return pose.lean > LEANS or not 1.0 / OUT_OF_SIZE < pose.scale < OUT_OF_SIZE


def next_click(portrait: Portrait, piece: str) -> str | None:
    """The next landmark to click on a piece; None if all that are asked for lie on it."""
    on = clicked_on(portrait, piece)
    return next((k for k in ASKED if k not in on), None)


def _own_pupil(portrait: Portrait, key: str, found: LaidHead) -> bool:
    """Whether a pupil lies on an eye of its own, near where the laid head has it."""
    anchor = portrait.anchors.get(key)
    if key not in ("p_l", "p_r") or anchor is None or anchor.piece not in portrait.pieces:
        return False
    eye = portrait.pieces[anchor.piece]
    away = float(np.linalg.norm(anchor.on(eye.surface) - found.landmarks[key]))
    return eye.eye is not None and away < _SAME_PUPIL * found.pose.scale
