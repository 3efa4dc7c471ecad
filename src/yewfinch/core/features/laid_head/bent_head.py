"""The head bent freely onto clay, stiff first and soft last."""

from __future__ import annotations

from collections.abc import Mapping
from typing import TYPE_CHECKING

import numpy as np

from yewfinch.core.features.laid_head.clay_places import ClayPlaces, Pairs, Similarity, normals_of
from yewfinch.core.features.laid_head.pattern import Pattern
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.progress import Progress, silent

if TYPE_CHECKING:
    from scipy.sparse import csr_array

#: Stiffness against bending, one after the other; rounds at each (choices, tried on random persons).
STIFFNESS, ROUNDS = (60.0, 15.0, 4.0, 1.0), 2
#: Part of a step that also holds across the clay's normal: low, so that the head can slide along the clay.
_ALONG = 0.03
#: How far off clay may be, mm: first and last.
_FIRST, _LAST = 8.0, 3.0
_FACING = 0.5
#: Weight of a click.
_CLICK = 30.0
#: Steps of the iterative solve, and the error at which it ends.
_STEPS, _ENOUGH = 60, 1e-3


def bent_head(
    form: Pattern,
    start: DoubleArray,
    clay: ClayPlaces,
    pose: Similarity,
    clicks: Mapping[str, DoubleArray],
    progress: Progress = silent,
) -> DoubleArray:
    """Bend the head until it lies on the clay.

    Parameters
    ----------
    form : Pattern
    start : (size, 3) float64, mm
        The level that is bent, in the head's frame.
    clay : ClayPlaces
    pose : Similarity
        Of the clay.
    clicks : mapping of landmark key to (3,) mm
        On the clay.
    progress : Progress

    Returns
    -------
    (size, 3) float64, mm

    Notes
    -----
    Nearest places and a solve for smooth displacements by turns, with falling stiffness (Amberg, Romdhani & Vetter
    2007, from memory; here displacements bend like a thin plate, and places may slide along the clay).
    """
    from scipy.sparse import csr_array, eye_array

    bend = (eye_array(form.size) - umbrella(form.faces, form.size)).tocsr()
    plate = (bend.T @ bend).tocsr()
    at = start.copy()
    trust = form.trust[: form.size]
    ties, aims = _ties(form, clicks, pose)
    total = len(STIFFNESS) * ROUNDS
    for number, stiff in enumerate(STIFFNESS):
        for turn in range(ROUNDS):
            done = number * ROUNDS + turn
            progress(done / total, "bending the head onto the clay")
            pairs = clay.near(at, normals_of(at, form.faces), pose)
            reach = _FIRST * (_LAST / _FIRST) ** (done / (total - 1))
            weight = trust * (pairs.facing > _FACING) * (pairs.gap < 2 * reach)
            weight = weight * np.clip((pairs.facing - _FACING) / 0.2, 0.0, 1.0) / (1.0 + (pairs.gap / reach) ** 2) ** 2
            at = start + _solved(csr_array(plate * stiff), pairs, weight, start, at - start, ties, aims)
    return at


def _ties(form: Pattern, clicks: Mapping[str, DoubleArray], pose: Similarity) -> tuple[csr_array, DoubleArray]:
    """Matrix (c, size) that gives the clicked landmarks from the level that is bent, and their places (c, 3)."""
    from scipy.sparse import coo_array

    row: list[int] = []
    column: list[int] = []
    value: list[float] = []
    aims: list[DoubleArray] = []
    for key, place in clicks.items():
        tie = form.landmarks.get(key)
        if tie is None:
            continue
        for r, w in zip(tie.rows, tie.weights, strict=True):
            for c, part in form.coarse_rows(r):
                row.append(len(aims))
                column.append(c)
                value.append(w * part)
        aims.append(pose.to_head(place))
    shape = (len(aims), form.size)
    return coo_array((value, (row, column)), shape=shape).tocsr(), np.array(aims).reshape(-1, 3)


def _solved(
    plate: csr_array,
    pairs: Pairs,
    weight: DoubleArray,
    start: DoubleArray,
    guess: DoubleArray,
    ties: csr_array,
    aims: DoubleArray,
) -> DoubleArray:
    """Displacements (size, 3) mm that bring vertices to the planes of their places and bend little.

    Conjugate gradients, with the solve of the part that is alike along x, y and z as the preconditioner.
    """
    from scipy.sparse import diags_array
    from scipy.sparse.linalg import LinearOperator, cg, splu

    n = len(start)
    held = (ties.T @ ties * _CLICK).tocsr()
    same = plate + held + diags_array(weight * _ALONG + 1e-6)
    ready = splu((same + diags_array(weight * (1 - _ALONG) / 3)).tocsc())
    across = weight * (1.0 - _ALONG)
    normals = pairs.normals

    def product(flat: DoubleArray) -> DoubleArray:
        u = flat.reshape(n, 3)
        out = same @ u + normals * (across * (normals * u).sum(axis=1))[:, None]
        return np.asarray(out).ravel()

    wanted = pairs.at - start
    right = wanted * (weight * _ALONG)[:, None] + normals * (across * (normals * wanted).sum(axis=1))[:, None]
    right = right + ties.T @ (aims - ties @ start) * _CLICK
    found, _ = cg(
        LinearOperator((3 * n, 3 * n), product, dtype=np.float64),
        right.ravel(),
        x0=guess.ravel(),
        rtol=_ENOUGH,
        maxiter=_STEPS,
        M=LinearOperator((3 * n, 3 * n), lambda f: ready.solve(f.reshape(n, 3)).ravel(), dtype=np.float64),
    )
    return np.asarray(found.reshape(n, 3))
