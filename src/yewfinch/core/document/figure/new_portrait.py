"""A new portrait: a base head with its eyeballs, landmarks and lines, or a ball of clay."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.model.piece import Piece
from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.reshape.solid import begun
from yewfinch.core.reshape.solid_form import surface_of
from yewfinch.core.shared.progress import Progress, silent


def new_portrait(figure: Figure | None = None, progress: Progress = silent) -> Portrait:
    """A portrait with a base head, a man's if no other is asked for.

    Raises
    ------
    YewfinchError
        If a value of the figure's person makes no sense.
    """
    plain_model(progress)  # with progress, should it not be there yet
    figure = figure or Figure(PRESETS["man"][1])
    portrait = Portrait()
    portrait.pieces, portrait.anchors, portrait.lines = figures().pieces(figure)
    portrait.figure = figure
    return portrait


#: Breadth of a ball of clay and length of its edges, mm.
_BALL, _EDGE = 180.0, 2.5


def ball_of_clay() -> Portrait:
    """A portrait with a ball of clay of even quads and nothing else, 180 mm across."""
    solid = replace(begun("ball"), edge=_EDGE)
    for key in ("across", "tall", "deep"):
        solid = solid.with_value(key, _BALL)
    portrait = Portrait()
    portrait.pieces = {"clay": Piece("clay", "Clay", surface_of(solid))}
    return portrait
