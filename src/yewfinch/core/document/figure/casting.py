"""A base head or figure of an older cast brought over to the latest one."""

from __future__ import annotations

from dataclasses import replace

from yewfinch.core.anatomy.figure.casts import LATEST
from yewfinch.core.anatomy.figure.person import Figure
from yewfinch.core.document.figure.shaping import Figures


def is_older(figure: Figure | None) -> bool:
    """Whether there is a later cast than that of a figure."""
    return figure is not None and figure.person.cast != LATEST


def brought_over(maker: Figures, figure: Figure) -> Figure:
    """The same person of the latest cast; steer to it, and what was modelled goes along.

    A random person, and one with a sitter's landmarks, keeps the places of all landmarks; others keep sex, age, dials
    and measures.
    """
    person = figure.person
    if person.seed or person.landmarks or person.asymmetry:
        shape = maker.shape(person)
        places = {k: (float(p[0]), float(p[1]), float(p[2])) for k, p in shape.landmarks.items()}
        person = replace(person, seed=0, landmarks=places)
    return replace(figure, person=replace(person, cast=LATEST))
