"""The base head laid on a piece of clay: landmarks, lines and regions in one step; the clay stood upright."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace

import numpy as np

from yewfinch.core.anatomy.figure.people import people
from yewfinch.core.anatomy.head.face_lines import CURVES
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.document.model.edits import Edit, FieldChange, PieceChange
from yewfinch.core.document.model.laid import Laid
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.carrying import at_rest
from yewfinch.core.document.verbs.face_lines import tied
from yewfinch.core.document.verbs.placing import Motion, moved
from yewfinch.core.features.laid_head.clay_places import Similarity
from yewfinch.core.features.laid_head.doubts import Doubt
from yewfinch.core.features.laid_head.laying import ASKED, LEAST, LaidHead, lay_head
from yewfinch.core.mesh.query.nearest import nearest_anchors
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent
from yewfinch.core.shared.similarity import similarity

#: A head that leans more than this, in degrees, or whose size differs by more than this factor, can be stood upright.
LEANS, OUT_OF_SIZE = 4.0, 1.25
#: A pupil on an eye of its own stays there if it lies so near to where the laid head has it, mm at the sitter's size.
_SAME_PUPIL = 15.0
#: More landmarks than this on a piece were not all clicked by hand; a gap that is larger than this is told as it, mm.
_BY_HAND, _FAR = 20, 1e6


def clicked_on(portrait: Portrait, piece: str) -> dict[str, np.ndarray]:
    """Landmarks that lie on a piece, (3,) mm each."""
    surface = portrait.surface(piece)
    return {k: a.on(surface) for k, a in portrait.anchors.items() if a.piece == piece and k in LANDMARKS}


def of_piece(portrait: Portrait, piece: str) -> Laid | None:
    """What came of laying the head on a piece; None if it was not, or if all landmarks were placed anew since."""
    laid = portrait.laid.get(piece)
    if laid is None or piece not in portrait.pieces:
        return None
    return laid if any(portrait.anchors.get(k) == a for k, a in laid.found.items()) else None


def sure_on(portrait: Portrait, piece: str) -> set[str]:
    """Landmarks on a piece that were placed, moved or found right by hand."""
    on = {k: a for k, a in portrait.anchors.items() if a.piece == piece and k in LANDMARKS}
    laid = of_piece(portrait, piece)
    if laid is not None:
        return {k for k, a in on.items() if k in ASKED or k in laid.right or laid.found.get(k) != a}
    return set(on) if len(on) <= _BY_HAND else {k for k in on if k in ASKED}


def doubts_on(portrait: Portrait, piece: str) -> list[Doubt]:
    """What is still to be looked at on a piece, the worst first."""
    laid, sure = of_piece(portrait, piece), sure_on(portrait, piece)
    return [] if laid is None else [d for d in laid.doubts if d.key not in sure]


def found_right(portrait: Portrait, piece: str, key: str) -> Edit:
    """Say of a doubtful landmark that it lies where it should.

    Raises
    ------
    YewfinchError
        If no head lies on the piece.
    """
    laid = of_piece(portrait, piece)
    if laid is None:
        raise YewfinchError("No head was laid on this piece.")
    made = {**portrait.laid, piece: replace(laid, right=(*laid.right, key))}
    return Edit(
        phrase("{0} looks right", LANDMARKS[key].plain.capitalize()), (FieldChange("laid", portrait.laid, made),)
    )


def lay_on(portrait: Portrait, piece: str, sure: Collection[str], progress: Progress = silent) -> Edit:
    """Lay the base head on a piece; works on copies, so it may run in a thread.

    Parameters
    ----------
    portrait : Portrait
    piece : str
    sure : collection of landmark keys
        Placed by hand on this piece: they stay, and the head is laid through them.
    progress : Progress

    Raises
    ------
    YewfinchError
        If the piece is locked or no clay, or there are too few landmarks.
    """
    held = portrait.pieces[piece]
    if held.fixed:
        raise YewfinchError(phrase("'{0}' is locked, or no clay yet.", held.name))
    at_rest(portrait, held)
    clicks = {k: v for k, v in clicked_on(portrait, piece).items() if k in sure}
    if len(clicks) < LEAST:
        raise YewfinchError(
            phrase("Click at least {0} landmarks on '{1}' first; {2} are there.", LEAST, held.name, len(clicks))
        )
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
    laid = Laid(
        len(found.landmarks),
        len(found.lines),
        min(found.gap, _FAR),
        found.doubts,
        {k: (float(x), float(y), float(z)) for k, (x, y, z) in found.upright.items()},
        {k: a for k, a in anchors.items() if a.piece == piece},
    )
    return Edit(
        "Lay the head on",
        (
            FieldChange("laid", portrait.laid, {**portrait.laid, piece: laid}),
            FieldChange("anchors", portrait.anchors, {k: anchors[k] for k in (*LANDMARKS, *anchors) if k in anchors}),
            FieldChange("lines", portrait.lines, {k: lines[k] for k in (*CURVES, *lines) if k in lines}),
            PieceChange(held, replace(held, regions=regions)),
        ),
    )


def standing(portrait: Portrait, piece: str) -> Similarity:
    """How a piece stands now against the head that lies on it, upright and as large as life."""
    laid = of_piece(portrait, piece)
    now = {} if laid is None else {k: v for k, v in clicked_on(portrait, piece).items() if k in laid.upright}
    if laid is None or len(now) < LEAST:
        return Similarity(np.eye(3), 1.0, np.zeros(3))
    return Similarity(*similarity(np.array([laid.upright[k] for k in now]), np.array(list(now.values()))))


def stand_up(portrait: Portrait, piece: str) -> Edit:
    """Turn and size a piece as the head on it stands: upright, looking ahead, as large as life, in the usual place.

    Pieces of its group, and what follows it, go along.

    Raises
    ------
    YewfinchError
        As for moving pieces, or if a part of it is masked.
    """
    held = portrait.pieces[piece]
    along = [p.id for p in portrait.pieces.values() if p.id != held.id and held.group and p.group == held.group]
    pieces = [held.id, *(k for k in along if not portrait.pieces[k].locked)]
    if any(portrait.surface(k).mask.any() for k in pieces):
        raise YewfinchError("Masked clay would stay behind. Clear the mask first.")
    pose = standing(portrait, piece)
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
