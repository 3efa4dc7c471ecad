"""All-quad closed surfaces from a signed distance field on a graded grid, exactly symmetric if wanted.

The grid is a tensor product of three coordinate lists, so features can have finer cells than
plain regions. `grid_net` makes the net of its inside points; the vertices are then
evened out along the surface and projected back onto the field.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from yewfinch.core.reshape.grid_net import Net, net_of
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.progress import Progress, part, silent

#: A field maps (k, 3) points in mm to (k,) signed distances in mm, negative inside.
Field = Callable[[DoubleArray], DoubleArray]

#: Grid points along the side of a block that is looked at as a whole.
_BLOCK = 4


def graded_axis(stops: list[tuple[float, float]], end: float) -> DoubleArray:
    """Grid coordinates whose spacing changes smoothly.

    Parameters
    ----------
    stops : list of (coordinate, spacing)
        Ascending; the spacing is interpolated between stops, in mm.
    end : float
        The list stops at the first coordinate at or beyond `end`.

    Returns
    -------
    (k,) float64
    """
    at = np.array([s[0] for s in stops])
    step = np.array([s[1] for s in stops])
    out = [float(at[0])]
    while out[-1] < end:
        out.append(out[-1] + float(np.interp(out[-1], at, step)))
    return np.array(out)


def sample(field: Field, xs: DoubleArray, ys: DoubleArray, zs: DoubleArray, progress: Progress = silent) -> FloatArray:
    """Sample a field on a grid, slab by slab.

    Returns
    -------
    (len(xs), len(ys), len(zs)) float32
    """
    out = np.empty((len(xs), len(ys), len(zs)), np.float32)
    y, z = (a.ravel() for a in np.meshgrid(ys, zs, indexing="ij"))
    for i, x in enumerate(xs):
        progress(i / len(xs), "shaping the form")
        points = np.stack([np.full_like(y, x), y, z], axis=1)
        out[i] = field(points).reshape(len(ys), len(zs))
    return out


def sample_near(
    field: Field, xs: DoubleArray, ys: DoubleArray, zs: DoubleArray, progress: Progress = silent
) -> FloatArray:
    """The same for a field that never changes by more than a mm for each mm: right in sign everywhere, and exact in
    every cell that the surface crosses.

    Blocks of grid points whose middle is farther from the surface than from their corners take its value.
    """
    axes = (xs, ys, zs)
    shape = tuple(len(c) for c in axes)
    firsts = [np.arange(0, n, _BLOCK) for n in shape]
    ends = [np.minimum(f + _BLOCK, n) for f, n in zip(firsts, shape, strict=True)]
    middles = [(c[f] + c[e - 1]) / 2 for c, f, e in zip(axes, firsts, ends, strict=True)]
    spans = [(c[e - 1] - c[f]) / 2 for c, f, e in zip(axes, firsts, ends, strict=True)]
    gap = float(np.sqrt(sum(np.diff(c).max() ** 2 for c in axes)))  # a crossed cell may reach into the next block
    centres = np.stack(np.meshgrid(*middles, indexing="ij"), axis=-1)
    reach = np.linalg.norm(np.stack(np.meshgrid(*spans, indexing="ij"), axis=-1), axis=-1)
    value = field(centres.reshape(-1, 3)).reshape(reach.shape)
    near = np.abs(value) <= (reach + gap) * 1.02
    block = [np.arange(n) // _BLOCK for n in shape]
    out = value[np.ix_(*block)].astype(np.float32)
    wanted = near[np.ix_(*block)]
    some = np.nonzero(wanted)
    for part_of in np.array_split(np.arange(len(some[0])), max(1, len(some[0]) // 200_000)):
        progress(float(part_of[0]) / max(len(some[0]), 1) if len(part_of) else 1.0, "shaping the form")
        at = tuple(k[part_of] for k in some)
        out[at] = field(np.stack([c[k] for c, k in zip(axes, at, strict=True)], axis=1))
    return out


def symmetric_quads(
    field: Field,
    half_x: DoubleArray,
    ys: DoubleArray,
    zs: DoubleArray,
    *,
    relax: int = 12,
    progress: Progress = silent,
    one: bool = True,
    near: bool = False,
    firm: int = 3,
) -> tuple[FloatArray, IndexArray, IndexArray]:
    """Turn a field symmetric in x into a closed all-quad surface.

    Parameters
    ----------
    field : Field
        Evaluated for x >= 0 only; the other half is its mirror image.
    half_x : (k,) float64
        Grid coordinates for x > 0; the first is half a cell, so that a layer of cells
        straddles the plane and its vertices lie exactly on it.
    ys, zs : float64
        Grid coordinates.
    relax : int
        Rounds of evening out.
    one : bool
        Keep the largest body only and fill closed voids; else all bodies that are no specks.
    near : bool
        The field is no steeper than a distance, see `sample_near`.
    firm : int
        Steps onto the field at the beginning and at the end.

    Returns
    -------
    positions : (n, 3) float32, mm
    faces : (m, 4) int32
    mirror : (n,) int32
        Row of each vertex's mirror image; mirrored positions are equal to the last bit.

    Raises
    ------
    BadSurfaceError
        If the field has no zero level inside the grid or touches its rim.
    """
    values = (sample_near if near else sample)(field, half_x, ys, zs, part(progress, 0.0, 0.6))
    net = net_of((np.concatenate([values[:1], values]) < 0).astype(np.uint8), half=True, one=one)
    at = _settle(field, _middles(net, np.concatenate([-half_x[:1], half_x]), ys, zs), net, relax, progress, firm)
    positions, faces, mirror = net.whole(at.astype(np.float32))
    return positions.astype(np.float32), faces, mirror


def quads(
    field: Field,
    xs: DoubleArray,
    ys: DoubleArray,
    zs: DoubleArray,
    *,
    relax: int = 12,
    progress: Progress = silent,
    near: bool = False,
    firm: int = 3,
) -> tuple[FloatArray, IndexArray]:
    """Turn any field into closed all-quad surfaces, one for each body that is larger than a speck.

    Parameters
    ----------
    field : Field
    xs, ys, zs : float64
        Grid coordinates.
    relax, near, firm
        As in `symmetric_quads`.

    Returns
    -------
    positions : (n, 3) float32, mm
    faces : (m, 4) int32

    Raises
    ------
    BadSurfaceError
        If the field has no zero level inside the grid or touches its rim.
    """
    values = (sample_near if near else sample)(field, xs, ys, zs, part(progress, 0.0, 0.6))
    net = net_of((values < 0).astype(np.uint8))
    positions = _settle(field, _middles(net, xs, ys, zs), net, relax, progress, firm)
    return positions.astype(np.float32), net.faces


def _middles(net: Net, *axes: DoubleArray) -> DoubleArray:
    return np.stack([(c[net.cells[:, k]] + c[net.cells[:, k] + 1]) / 2 for k, c in enumerate(axes)], axis=1)


def _settle(field: Field, at: DoubleArray, net: Net, relax: int, progress: Progress, firm: int) -> DoubleArray:
    """Even vertices out along the surface."""
    for step in range(relax + 1):
        progress(0.6 + 0.4 * step / (relax + 1), "settling the surface")
        if step:
            at = net.evened(at, 0.5)
        for _ in range(firm if step in (0, relax) else 1):
            at = _project(field, at)
        at[: net.middle, 0] = 0.0
    for weight in (0.5, -0.52) * 4:  # Taubin 1995: takes the teeth off thin edges
        at = net.evened(at, weight)
    return at


def _project(field: Field, points: DoubleArray) -> DoubleArray:
    """One Newton step towards the zero level, at most 2 mm long."""
    eps = 0.05
    d = field(points)
    grad = np.stack([(field(points + e) - d) / eps for e in np.eye(3) * eps], axis=1)
    size = np.maximum((grad**2).sum(axis=1), 0.09)
    step = np.clip(d / np.sqrt(size), -2.0, 2.0)[:, None]
    out: DoubleArray = points - step * grad / np.sqrt(size)[:, None]
    return out


def _warm() -> None:
    axis = np.arange(-3.5, 4.0)
    symmetric_quads(lambda p: np.linalg.norm(p, axis=1) - 2.0, axis[axis > 0], axis, axis, relax=1)
    quads(lambda p: np.linalg.norm(p, axis=1) - 2.0, axis, axis, axis, relax=1)


warmup.register("surfaces from fields", _warm)
