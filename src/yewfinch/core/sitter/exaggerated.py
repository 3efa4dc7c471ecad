"""The sitter as a caricature: solved landmarks taken from a norm through the person and beyond."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import numpy as np

from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.sitter.alignment import procrustes
from yewfinch.core.sitter.solution import Solution

#: Landmarks that must be known of both.
_FEWEST = 8


def exaggerated(solution: Solution, norm: Mapping[str, DoubleArray], times: float, *, scaled: bool) -> Solution:
    """Landmarks norm + times (sitter - norm), with uncertainties that grow alike.

    Parameters
    ----------
    solution : Solution
    norm : mapping of landmark key to (3,) mm
        Laid onto the sitter before; landmarks that it lacks stay.
    times : float
        0 is the norm, 1 the sitter.
    scaled : bool
        The norm is brought to the sitter's size; else a difference of size grows, too.

    Raises
    ------
    CannotSolveError
        If too few landmarks are known of both.

    References
    ----------
    Brennan 1985, "Caricature generator: the dynamic exaggeration of faces by computer", Leonardo 18:170.
    """
    keys = [k for k in solution.keys if k in norm]
    if len(keys) < _FEWEST:
        raise CannotSolveError(
            phrase("At least {0} landmarks are needed to exaggerate the sitter; {1} are known.", _FEWEST, len(keys))
        )
    rows = np.array([solution.index(k) for k in keys])
    usual = np.array([norm[k] for k in keys])
    laid = procrustes(usual, solution.points[rows], np.ones(len(rows)), scaled=scaled).to_sitter(usual)
    points = solution.points.copy()
    points[rows] = laid + times * (points[rows] - laid)
    grown = np.ones(len(solution.keys))
    grown[rows] = times
    each = np.repeat(grown, 3)
    return replace(
        solution,
        points=points,
        covariance=solution.covariance * each[:, None] * each,
        placing=solution.placing * grown,
    )
