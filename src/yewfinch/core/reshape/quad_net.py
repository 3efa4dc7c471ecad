"""All-quad closed surfaces from a signed distance field on a graded grid, exactly symmetric if wanted.

The grid is a tensor product of three coordinate lists, so features can have finer cells than
plain regions. One vertex per cell crossed by the surface, one quad per crossed grid edge
(Gibson 1998, "Constrained elastic surface nets"). Ambiguous cells, which would give
non-manifold edges, are filled first until every cell holds one sheet. The vertices are then
evened out along the surface and projected back onto the field.
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh import _kernels as mesh_kernels
from yewfinch.core.reshape import _quad_net_kernels as kernels
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.core.shared.progress import Progress, part, silent

#: A field maps (k, 3) points in mm to (k,) signed distances in mm, negative inside.
Field = Callable[[DoubleArray], DoubleArray]

#: Grid points along the side of a block that is looked at as a whole.
_BLOCK = 4
#: A body of fewer grid points is a speck.
_SPECK = 6


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


def sample(
    field: Field, xs: DoubleArray, ys: DoubleArray, zs: DoubleArray, progress: Progress = silent
) -> FloatArray:
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


def sample_near(field: Field, xs: DoubleArray, ys: DoubleArray, zs: DoubleArray, progress: Progress = silent) -> FloatArray:
    """The same for a field that never changes by more than a mm for each mm: right in sign everywhere, and exact in every cell that the surface crosses.

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
    half = (sample_near if near else sample)(field, half_x, ys, zs, part(progress, 0.0, 0.6))
    xs = np.concatenate([-half_x[::-1], half_x])
    cells, faces = _net(np.concatenate([half[::-1], half]), True, one)
    positions = _middles(cells, xs, ys, zs)
    cell_count = len(xs) - 1
    keys = (cells[:, 0].astype(np.int64) * len(ys) + cells[:, 1]) * len(zs) + cells[:, 2]
    twin = (
        (cell_count - 1 - cells[:, 0].astype(np.int64)) * len(ys) + cells[:, 1]
    ) * len(zs) + cells[:, 2]
    order = np.argsort(keys)
    mirror = order[np.searchsorted(keys[order], twin)].astype(INDEX)
    left = np.nonzero(cells[:, 0] >= cell_count // 2)[0].astype(INDEX)

    def mirrored(half: DoubleArray) -> DoubleArray:
        p = np.empty((len(mirror), 3))
        p[left] = half
        p[mirror[left]] = half * (-1.0, 1.0, 1.0)
        p[mirror == np.arange(len(mirror)), 0] = 0.0
        return p

    positions = _settle(field, positions, faces, left, mirrored, relax, progress, firm)
    return positions.astype(np.float32), faces, mirror


def quads(
    field: Field, xs: DoubleArray, ys: DoubleArray, zs: DoubleArray, *, relax: int = 12, progress: Progress = silent, near: bool = False,
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
    cells, faces = _net((sample_near if near else sample)(field, xs, ys, zs, part(progress, 0.0, 0.6)), False, False)
    every = np.arange(len(cells), dtype=INDEX)
    positions = _settle(field, _middles(cells, xs, ys, zs), faces, every, lambda p: p, relax, progress, firm)
    return positions.astype(np.float32), faces


def _middles(cells: IndexArray, *axes: DoubleArray) -> DoubleArray:
    return np.stack([(c[cells[:, k]] + c[cells[:, k] + 1]) / 2 for k, c in enumerate(axes)], axis=1)


def _net(values: FloatArray, both: bool, one: bool) -> tuple[IndexArray, IndexArray]:
    """Crossed cells and their quads; `both` keeps the two halves alike, `one` keeps the largest body only."""
    inside = values < 0
    ends = [slice(0, 2), slice(-2, None)]
    rim = [inside[e] for e in ends] + [inside[:, e] for e in ends] + [inside[:, :, e] for e in ends]
    if not inside.any() or any(side.any() for side in rim):
        raise BadSurfaceError("the form does not fit into its grid")
    solid = inside.astype(np.uint8)
    kernels.fill_ambiguous(solid, both)
    solid = _one_body(solid) if one else _no_specks(solid)
    found: tuple[IndexArray, IndexArray] = kernels.net(solid)
    return found


def _no_specks(solid: npt.NDArray[np.uint8]) -> npt.NDArray[np.uint8]:
    """Drop bodies of fewer than `_SPECK` grid points."""
    from scipy import ndimage

    labels, count = ndimage.label(solid)
    if count < 2:
        return solid
    size = np.bincount(labels.ravel())
    size[0] = 0
    return (size[labels] >= min(_SPECK, int(size.max()))).astype(np.uint8)


def _one_body(solid: npt.NDArray[np.uint8]) -> npt.NDArray[np.uint8]:
    """Drop loose specks and fill closed voids: one closed surface remains."""
    from scipy import ndimage

    labels, count = ndimage.label(solid)
    if count > 1:
        largest = np.argmax(np.bincount(labels.ravel())[1:]) + 1
        solid = (labels == largest).astype(np.uint8)
    air, count = ndimage.label(1 - solid)
    if count > 1:
        solid = (air != air[0, 0, 0]).astype(np.uint8)
    return solid


def _settle(
    field: Field,
    positions: DoubleArray,
    faces: IndexArray,
    own: IndexArray,
    whole: Callable[[DoubleArray], DoubleArray],
    relax: int,
    progress: Progress,
    firm: int,
) -> DoubleArray:
    """Even vertices out along the surface; `own` ones are worked on, `whole` makes all of them from these."""
    ring_at, ring, _ = mesh_kernels.build_ring(faces, len(positions))
    degree = np.diff(ring_at)[:, None]

    def pull(p: DoubleArray) -> DoubleArray:
        return np.asarray(np.add.reduceat(p[ring], ring_at[:-1], axis=0) / degree - p)

    for step in range(relax + 1):
        progress(0.6 + 0.4 * step / (relax + 1), "settling the surface")
        if step:
            positions = positions + 0.5 * pull(positions)
        half = positions[own]
        for _ in range(firm if step in (0, relax) else 1):
            half = _project(field, half)
        positions = whole(half)
    for weight in (0.5, -0.52) * 4:  # Taubin 1995: takes the teeth off thin edges
        positions = whole((positions + weight * pull(positions))[own])
    return positions


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
