"""A sealed mouth cut open in a portrait: lips of one surface get edges and an inside, so that they can part."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from yewfinch.core.document.model.edits import Change, Edit, FieldChange, PieceChange
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.lips import clay_of, lines_on, lips_now
from yewfinch.core.document.verbs.telling import told
from yewfinch.core.document.verbs.tidying import usable
from yewfinch.core.features.lips.lip_chart import Rows, of_upper
from yewfinch.core.features.lips.lips import POINTS, frame_of
from yewfinch.core.features.lips.mouth_cut import cut_mouth
from yewfinch.core.features.teeth.mouth_bag import FLESH, inside_of
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.progress import Progress, part, silent

#: The inside of a mouth is looked for so far round it, mm.
_NEAR = 60.0
#: The region that the inside belongs to.
BAG = "mouth bag"


def is_sealed(portrait: Portrait) -> bool:
    """Whether the portrait has clay with lines of a mouth whose lips are one surface."""
    clay = clay_of(portrait)
    if clay is None:
        return False
    surface = portrait.surface(clay)
    try:
        lines, lips = lines_on(portrait, clay), lips_now(portrait, clay)
        near = surface.rows_in_ball(frame_of(lips).origin, _NEAR).astype(np.int64)
        inside_of(surface, lips, lines, near, of_upper(surface, near, lines.upper_rows, lines.lower_rows))
    except YewfinchError:
        return True
    return False


def cut_open(portrait: Portrait, progress: Progress = silent) -> Edit:
    """Cut the lips of a portrait's clay apart along the line of the mouth.

    Parameters
    ----------
    portrait : Portrait
    progress : Progress
        May cancel.

    Raises
    ------
    YewfinchError
        If no clay has a line of a mouth, its lips are apart already, it may not be changed, or it is too coarse.
    """
    clay = clay_of(portrait)
    if clay is None:
        raise YewfinchError("No clay has lines of a mouth. Lay the head on, or draw them.")
    held = usable(portrait, clay)
    if not is_sealed(portrait):
        raise YewfinchError("This mouth has an inside already: its lips can be parted.")
    progress(0.2, "cutting along the line of the mouth")
    surface = held.surface
    line = portrait.line("mouth_line")
    assert line is not None
    made = cut_mouth(surface, line, frame_of(lips_now(portrait, clay)))
    channels = surface.channels.at(made.source)
    colour = channels.colour.copy()
    colour[made.inside, :3] = FLESH
    mask = channels.mask.copy()
    mask[made.inside] = 0
    own = Surface(made.positions.astype(np.float32), made.faces, channels=channels.put(colour=colour, mask=mask))
    regions = {k: np.where(made.inside, 0, v[made.source]).astype(np.uint8) for k, v in held.regions.items()}
    regions[BAG] = np.where(made.inside, 255, regions.get(BAG, 0)).astype(np.uint8)
    whole = replace(held, surface=own, regions=regions, texture=None, corners=None, levels=None)
    lines = {
        **portrait.lines,
        "mouth_line": _tied(clay, own, made.upper),
        "mouth_line_lower": _tied(clay, own, made.lower),
    }
    changes: list[Change] = [PieceChange(held, whole), FieldChange("lines", portrait.lines, lines)]
    anchors = {**portrait.anchors}
    for key, row in (("ch_r", made.upper[0]), ("ch_l", made.upper[-1])):
        if key in anchors and anchors[key].piece == clay:
            anchors[key] = _on_row(clay, int(row))
    changes.append(FieldChange("anchors", portrait.anchors, anchors))
    return told(portrait, Edit("Cut the mouth open", tuple(changes)), part(progress, 0.6, 1.0), whole=False)


def _tied(clay: str, surface: Surface, rows: Rows) -> tuple[Anchor, ...]:
    """Anchors on vertices along an edge, as many as a line has, evenly spaced."""
    at = surface.positions[rows].astype(np.float64)
    way = np.concatenate([[0.0], np.cumsum(np.linalg.norm(np.diff(at, axis=0), axis=1))])
    wanted = np.linspace(0.0, way[-1], POINTS)
    chosen = np.array([int(np.argmin(np.abs(way - w))) for w in wanted])
    return tuple(_on_row(clay, int(rows[i])) for i in np.unique(chosen))


def _on_row(clay: str, row: int) -> Anchor:
    return Anchor(clay, (row, row, row), (1.0, 0.0, 0.0))
