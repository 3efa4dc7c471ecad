"""A new portrait: a base head with its eyeballs, landmarks and lines."""

from __future__ import annotations

from yewfinch.core.anatomy.figure.person import PRESETS, Figure
from yewfinch.core.anatomy.population.plain import plain_model
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.document.model.portrait import Portrait
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
