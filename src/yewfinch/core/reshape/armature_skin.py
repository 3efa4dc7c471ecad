"""The skin over an armature: a smooth form along its chains, as a closed surface of even quads."""

from __future__ import annotations

import numpy as np

from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.armature import Armature
from yewfinch.core.reshape.forms import Forms
from yewfinch.core.reshape.quad_net import quads, symmetric_quads
from yewfinch.core.shared.arrays import DoubleArray
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, silent

#: Pieces of a spline between two balls: for a quick look, and else.
_QUICK_STEPS, _STEPS = 4, 12
#: Edges along the longest side of the skin that is shown while balls are edited.
QUICK = 66
#: Cells of the grid against the edges that come of them.
_CELL = 1.2
#: Grid points of one skin at most.
_MOST = 60_000_000
#: Finest and coarsest edge of clay, mm.
FINEST, COARSEST = 0.3, 100.0


def form_of(armature: Armature, steps: int = _STEPS) -> Forms:
    """The form; of a mirrored armature its left half, with |x| taken for x.

    Balls between branchings lie on one spline, along which the radius changes smoothly; chains are
    joined with the armature's fillet.

    Raises
    ------
    YewfinchError
        If there are no balls.
    """
    if not armature.balls:
        raise YewfinchError("The armature has no balls yet. Draw one, or take a ready-made armature.")
    form = Forms(soft=0.5 if armature.mirrored else 0.0)
    for chain in chains(armature):
        at = [armature.balls[i].at for i in chain]
        radii = [armature.balls[i].radius for i in chain]
        if len(chain) == 1:
            form.body(at[0], (radii[0],) * 3, armature.fillet)
        elif len(chain) == 2:
            form.rods(at, radii, armature.fillet)
        else:
            form.bent(at, radii, armature.fillet, steps)
    return form


def chains(armature: Armature) -> list[list[int]]:
    """Runs of balls without branchings, each from its beginning, or the branching before it, to its end."""
    out = []
    below = [armature.children(i) for i in range(len(armature.balls))]
    for i, ball in enumerate(armature.balls):
        begins = ball.parent < 0
        if begins and not below[i]:
            out.append([i])
        if begins or len(below[i]) > 1:
            for child in below[i]:
                run = [i, child]
                while len(below[run[-1]]) == 1:
                    run.append(below[run[-1]][0])
                if begins or len(below[i]) > 1:
                    out.append(run)
    return out


def bounds(armature: Armature) -> tuple[DoubleArray, DoubleArray]:
    """Corners of a box round all balls, mm; of a mirrored armature both halves."""
    at, radius = np.array([b.place for b in armature.balls]), np.array([[b.radius] for b in armature.balls])
    low, high = (at - radius).min(axis=0), (at + radius).max(axis=0)
    if armature.mirrored:
        low[0] = -high[0]
    return low, high


def edge_for(armature: Armature, cells: int) -> float:
    """Length of an edge, mm, with so many along the longest side."""
    low, high = bounds(armature)
    return float(np.clip((high - low).max() / cells, FINEST, COARSEST))


def skin(armature: Armature, edge: float, *, quick: bool = False, progress: Progress = silent) -> Surface:
    """The skin as a closed surface of quads.

    Parameters
    ----------
    armature : Armature
    edge : float
        Length of the quads' edges, mm, about.
    quick : bool
        For a look while a ball is dragged: less even, and less near to the form.
    progress : Progress

    Returns
    -------
    Surface
        Of a mirrored armature symmetric in x to the last bit. Parts thinner than an edge may be lost.

    Raises
    ------
    YewfinchError
        If there are no balls, or the edge is so short or long that no sensible surface comes of it.
    """
    form = form_of(armature, _QUICK_STEPS if quick else _STEPS)
    if not (np.isfinite(edge) and FINEST <= edge <= COARSEST):
        raise YewfinchError(
            phrase("An edge of {0:g} mm makes no sense here; {1:g} to {2:g} mm do.", edge, FINEST, COARSEST)
        )
    low, high = bounds(armature)
    cell = _CELL * edge
    spare = 3.5 * cell + 0.3 * armature.fillet + 0.15 * max(b.radius for b in armature.balls)
    sides = [np.arange(a - spare, b + spare + cell, cell) for a, b in zip(low, high, strict=True)]
    count = int(np.prod([float(len(s)) for s in sides]))
    if count > _MOST:
        raise YewfinchError(
            phrase(
                "An edge of {0:g} mm is too short for an armature of {1:.0f} mm. Choose a longer one.",
                edge,
                (high - low).max(),
            )
        )
    how = {"relax": 2 if quick else 12, "firm": 1 if quick else 3, "near": True, "progress": progress}
    try:
        if armature.mirrored:
            half = np.arange(cell / 2, high[0] + spare + cell, cell)
            positions, faces, _ = symmetric_quads(form.distance, half, sides[1], sides[2], one=False, **how)  # type: ignore[arg-type]  # keys are names of its arguments
        else:
            positions, faces = quads(form.distance, *sides, **how)  # type: ignore[arg-type]  # keys are names of its arguments
    except BadSurfaceError as error:
        raise YewfinchError(
            phrase("An edge of {0:g} mm is too long for balls this small. Choose a shorter one.", edge)
        ) from error
    ordered, order = in_face_order(positions, faces)
    return Surface(positions[order], ordered)
