"""What is kept of laying the base head on a piece of clay: what was found, and what is still to be looked at."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from yewfinch.core.features.laid_head.doubts import Doubt
from yewfinch.core.mesh.query.anchors import Anchor
from yewfinch.core.shared.bounds import Count, Mm, Name, Positive


@dataclass(frozen=True)
class Laid:
    """What came of laying the head on a piece.

    Attributes
    ----------
    landmarks, lines : int
        How many were found.
    gap : float, mm
        Median distance of the laid head from the clay, at the sitter's size.
    doubts : tuple of Doubt
        The worst first.
    upright : mapping of landmark key to (3,) mm
        Where landmarks lie on a head that stands upright, as large as life.
    found : mapping of landmark key to Anchor
        Where all of the piece's landmarks were put then.
    right : tuple of landmark key
        Doubtful ones that somebody found right.
    """

    landmarks: Count
    lines: Count
    gap: Positive
    doubts: tuple[Doubt, ...]
    upright: Mapping[str, tuple[Mm, Mm, Mm]]
    found: Mapping[str, Anchor]
    right: tuple[Name, ...] = ()
