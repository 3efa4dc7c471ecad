"""A surface laid onto another of nearly the same form, and coarser levels made under a dense surface that way."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.levels import levels
from yewfinch.core.mesh.levels.levels import State
from yewfinch.core.mesh.query.nearest import Found, NearestTree
from yewfinch.core.mesh.query.twins import one_of_each, twins_of, write_twins
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.reshape.field_aligned.along_form import COARSEST, FINEST, along_form
from yewfinch.core.reshape.fuse import origins
from yewfinch.core.reshape.left_out import drawn_out
from yewfinch.core.shared.arrays import INDEX, DoubleArray
from yewfinch.core.shared.errors import YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Places whose surface looks more than this away are not laid on: the cosine.
_FACING = 0.3
#: What has found no place follows its neighbours, in so many rounds.
_ROUNDS = 30
#: How often a level is drawn out to what it leaves out, and so many places that it may leave out.
_REACHING, _AIMS = 3, 200_000
#: Levels that are made under a dense surface at most.
MOST_UNDER = 5


def laid(surface: Surface, tree: NearestTree, reach: float, *, fading: bool = False) -> DoubleArray:
    """Vertices of a surface laid on the nearest places that face as they do.

    Parameters
    ----------
    surface : Surface
    tree : NearestTree
        Of the surface that it is laid on.
    reach : float, mm
        No farther than this.
    fading : bool
        What finds nothing stays, and from half of the reach on vertices go less of the way; else it moves as its
        neighbours do.

    Returns
    -------
    (n, 3) float64, mm
    """
    at = surface.positions.astype(np.float64)
    found = tree.find(at, reach=reach)
    near = found.rows >= 0
    facing = (
        np.einsum("nk,nk->n", tree.normals(np.maximum(found.rows, 0)), surface.normals.astype(np.float64)) > _FACING
    )
    sure = near & facing
    if not sure.any():
        return at
    step = np.where(
        sure[:, None], tree.places(Found(found.squares, np.maximum(found.rows, 0), found.weights)) - at, 0.0
    )
    if fading:
        return at + step * np.clip(2.0 - 2.0 * np.sqrt(found.squares) / reach, 0.0, 1.0)[:, None]
    lost = np.nonzero(~sure)[0]
    if len(lost):
        count = surface.ring_at[lost + 1] - surface.ring_at[lost]
        some = lost[count > 0]
        count = count[count > 0]
        ends = np.cumsum(count)
        each = np.repeat(surface.ring_at[some] - (ends - count), count) + np.arange(int(ends[-1]) if len(ends) else 0)
        ring = surface.ring[each]
        for _ in range(_ROUNDS if len(some) else 0):
            step[some] = np.add.reduceat(step[ring], ends - count, axis=0) / count[:, None]
    return at + step


def lay(surface: Surface, tree: NearestTree, reach: float, aims: tuple[DoubleArray, DoubleArray] | None = None) -> None:
    """Lay a surface on another, as `laid` says; one that is its own image across x = 0 stays so.

    Parameters
    ----------
    surface : Surface
    tree, reach
        As for `laid`.
    aims : two arrays (k, 3) float64, optional
        Places of the other, mm, and normals there, that it is drawn out to before.
    """
    twin = twins_of(surface)
    if aims is not None:
        size = np.full(len(surface.faces), reach / 3.0)
        out, _, _ = drawn_out(surface.positions.astype(np.float64), surface.faces, size, *aims)
        surface.set_rows(np.arange(len(surface), dtype=INDEX), out)
    at = laid(surface, tree, reach).astype(np.float32)
    if twin is not None:
        left = one_of_each(np.arange(len(surface), dtype=INDEX), surface.positions, twin)
        write_twins(left, at, twin)
    surface.set_rows(np.arange(len(surface), dtype=INDEX), at)


def mean_edge(surface: Surface) -> float:
    """Mean length of a surface's edges, mm."""
    a = np.repeat(np.arange(len(surface)), np.diff(surface.ring_at))
    return float(np.linalg.norm(surface.positions[a] - surface.positions[surface.ring], axis=1).mean())


def under(
    surface: Surface, count: int, regions: Mapping[str, npt.NDArray[np.uint8]], progress: Progress = silent
) -> State:
    """A dense surface as the finest of several levels.

    Parameters
    ----------
    surface : Surface
        Closed.
    count : int
        Levels below it.
    regions : mapping of name to (n,) uint8
    progress : Progress
        May cancel.

    Returns
    -------
    State
        Its finest level is current, with about as many vertices as the surface, laid on it; colours, masks and regions
        as there.

    Raises
    ------
    YewfinchError
        If the surface is open, or so coarse that nothing is left below it.
    """
    if not 1 <= count <= MOST_UNDER:
        raise YewfinchError(phrase("1 to {0} coarser levels can be made, not {1}.", MOST_UNDER, count))
    edge = mean_edge(surface) * 2**count
    longest = float(np.ptp(surface.positions, axis=0).max())
    if edge > min(COARSEST, longest / 4):
        raise YewfinchError(phrase("The coarsest level would have edges of {0:.0f} mm; ask for fewer levels.", edge))
    base = along_form(surface, max(edge, FINEST), progress=part(progress, 0.0, 0.3))
    tree = NearestTree(surface.positions, surface.triangles())
    state = levels.begun(base, {})
    some = slice(None, None, max(1, len(surface) // _AIMS))
    aims = surface.positions[some].astype(np.float64), surface.normals[some].astype(np.float64)
    for number in range(count):
        progress(0.3 + 0.5 * number / count, "laying the levels on")
        state = levels.added(state)
        length = edge / 2 ** (number + 1)
        lay(state.surface, tree, 3.0 * length)
        for _ in range(_REACHING):
            lay(state.surface, tree, 3.0 * length, aims)
    progress(0.85, "carrying colours over")
    own = state.surface
    found = origins(own.positions, [surface])
    own.wear(found.channels([surface]))
    carried = {k: np.ascontiguousarray(found.carried([v[:, None]])[:, 0]) for k, v in regions.items()}
    # once down and up again, so that all levels have them
    finest = State(own, state.levels, {k: v for k, v in carried.items() if v.any()})
    progress(0.95, "putting it in order")
    return levels.to_level(levels.to_level(finest, 0), count)
