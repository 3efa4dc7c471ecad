"""The clay against the sitter, kept until either changes."""

from __future__ import annotations

from yewfinch.core.document.model.portrait import Portrait
from yewfinch.core.document.verbs.exaggerating import usual_landmarks
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sitter.exaggerated import exaggerated
from yewfinch.core.sitter.likeness import Likeness, likeness


class Compared:
    """One comparison, worked out again only when the clay, the sitter or the terms are others."""

    def __init__(self) -> None:
        self._kept: tuple[object, Likeness | None, tuple[object, ...]] | None = None

    def of(self, portrait: Portrait, scaled: bool, times: float) -> Likeness | None:
        """The clay against the sitter; None if it cannot be told.

        Parameters
        ----------
        portrait : Portrait
        scaled : bool
            Size is left out.
        times : float
            How far the sitter is taken from the mean of sex and age; 1 is the sitter.
        """
        versions = tuple((k, p.surface.version) for k, p in portrait.pieces.items())
        # the things themselves are kept and compared: a freed one's address may be given again
        held = (portrait, portrait.anchors, portrait.sitter.solution, *(p.surface for p in portrait.pieces.values()))
        key = (versions, scaled, times)
        old = self._kept
        if (
            old is None
            or old[0] != key
            or len(old[2]) != len(held)
            or any(a is not b for a, b in zip(old[2], held, strict=True))
        ):
            self._kept = old = (key, _worked_out(portrait, scaled, times), held)
        return old[1]


def _worked_out(portrait: Portrait, scaled: bool, times: float) -> Likeness | None:
    solution = portrait.sitter.solution
    if solution is None:
        return None
    try:
        if times != 1.0:
            solution = exaggerated(solution, usual_landmarks(portrait), times, scaled=scaled)
        return likeness(portrait.landmarks(), solution, scaled=scaled)
    except CannotSolveError:
        return None
