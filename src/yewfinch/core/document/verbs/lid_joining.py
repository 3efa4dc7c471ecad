"""Lids joined to the clay, and lids fitted to the lines that are drawn on the sitter's photos."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.locks import see_unlocked
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs import eyes as eye_verbs
from yewfinch.core.document.verbs.carrying import dressed, tied
from yewfinch.core.document.verbs.lids import Held, held, side_of
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.lids.lid_fit import DrawnMargin, fitted
from yewfinch.core.features.lids.lid_join import joined
from yewfinch.core.features.lids.lids import Lids
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.arrays import INDEX, POSITION, FloatArray
from yewfinch.core.shared.errors import CannotSolveError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent
from yewfinch.core.sitter.likeness import likeness

#: Points of a margin's line on the clay.
_SAMPLES = 25


def join(portrait: Portrait, eyes: Sequence[str], clay: str, progress: Progress = silent) -> Edit:
    """Join lids with bodies of their own to clay; they are its skin from then on, with lines and dials as before.

    Raises
    ------
    YewfinchError
        If the clay may not be changed, an eye has no such lids, or no clay lies round it.
    """
    piece = usable(portrait, clay)
    bodies: dict[str, Held] = {}
    for key in eyes:
        found = held(portrait, key)
        if found is not None and found.own:
            see_unlocked(portrait, portrait.pieces[found.piece])
            bodies[key] = found
    if not bodies:
        raise YewfinchError("There are no lids with a body of their own to join. Begin some first.")
    surface, margins = piece.surface, {}
    for number, (key, found) in enumerate(bodies.items()):
        progress(0.6 * number / len(bodies), "joining lids")
        made = joined(surface, found.lids, eye_verbs.standing(portrait.pieces[key]))
        at = made.positions.astype(POSITION)
        margins[found.lids.side] = at[made.upper], at[made.lower]
        faces, order = in_face_order(at, made.faces.astype(INDEX))
        surface = Surface(at[order], faces)
    progress(0.65, "carrying colours over")
    gone = [portrait.pieces[b.piece] for b in bodies.values()]
    whole = dressed(surface, [piece, *gone], piece, keep={piece.id})
    whole = replace(whole, skin_lids={**piece.skin_lids, **{k: b.lids for k, b in bodies.items()}})
    changes: list[Change] = [PieceChange(piece, whole), *(PieceChange(p, None) for p in gone)]
    changes += _with_margins(portrait, tied(portrait, {p.id: whole for p in (piece, *gone)}), surface, clay, margins)
    name = "Join the lids" if len(bodies) > 1 else phrase("Join {0}", gone[0].name)
    return told(portrait, Edit(name, tuple(changes)), part(progress, 0.8, 1.0), whole=False)


def _with_margins(
    portrait: Portrait,
    changes: list[Change],
    surface: Surface,
    clay: str,
    margins: Mapping[int, tuple[FloatArray, FloatArray]],
) -> list[Change]:
    """The changes with lines and landmarks of lids tied to the very margins of the clay."""
    anchors, lines = dict(portrait.anchors), dict(portrait.lines)
    rest = []
    for change in changes:
        if isinstance(change, FieldChange) and change.field == "anchors":
            anchors = dict(change.after)
        elif isinstance(change, FieldChange) and change.field == "lines":
            lines = dict(change.after)
        else:
            rest.append(change)

    def at(point: FloatArray) -> Anchor:
        row = int(np.argmin(((surface.positions - point) ** 2).sum(axis=1)))
        return Anchor(clay, (row, row, row), (1.0, 0.0, 0.0))

    for side, (upper, lower) in margins.items():
        tag = "l" if side > 0 else "r"
        for key, line in ((f"lid_upper_{tag}", upper), (f"lid_lower_{tag}", lower)):
            some = np.unique(np.round(np.linspace(0, len(line) - 1, _SAMPLES)).astype(int))
            lines[key] = tuple(at(line[k]) for k in some)
        anchors |= {
            f"en_{tag}": at(upper[0]),
            f"ex_{tag}": at(upper[-1]),
            f"ps_{tag}": at(upper[np.argmax(upper[:, 1])]),
            f"pi_{tag}": at(lower[np.argmin(lower[:, 1])]),
        }
    return [
        *rest,
        FieldChange("anchors", portrait.anchors, anchors),
        FieldChange("lines", portrait.lines, lines),
    ]


def fit(portrait: Portrait, eyes: Sequence[str], progress: Progress = silent) -> dict[str, tuple[Lids, float]]:
    """Lids fitted to the lines of lids that are drawn on solved photos.

    Returns
    -------
    dict of an eye's id to its lids and how far they are off the lines, median, mm

    Raises
    ------
    YewfinchError
        If the sitter is not solved, or no line is drawn.
    """
    found = portrait.sitter.solution
    if found is None:
        raise CannotSolveError("The sitter is not solved yet. Mark the photos and solve first.")
    lay = likeness(portrait.landmarks(), found, scaled=not portrait.sitter.size_measured).alignment
    out = {}
    for number, key in enumerate(eyes):
        present, eye = held(portrait, key), eye_verbs.standing(portrait.pieces[key])
        if present is None:
            continue
        tag = "l" if side_of(eye) > 0 else "r"
        drawn = [
            DrawnMargin(lay.camera(photo.standpoint.camera()), np.array(photo.curves[line], np.float64), upper)
            for photo in portrait.sitter.photos
            if photo.standpoint is not None
            for line, upper in ((f"lid_upper_{tag}", True), (f"lid_lower_{tag}", False))
            if len(photo.curves.get(line, ())) > 1
        ]
        if drawn:
            share = part(progress, number / len(eyes), (number + 1) / len(eyes))
            out[key] = fitted(present.lids, eye, drawn, share)
    if not out:
        raise YewfinchError("No line of these lids is drawn on a photo that is solved. Draw one, and solve the sitter.")
    return out
