"""One closed surface of even quads from several, or from one: fused and remeshed.

What is inside is told by winding numbers on a grid, so surfaces may overlap and cross themselves and each
other; vertices of the grid's net are laid on the nearest faces and drawn onto ridges.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import stored_untangled
from yewfinch.core.mesh.query.nearest import nearest
from yewfinch.core.mesh.repair.symmetry import is_symmetric
from yewfinch.core.mesh.repair.topology import topology_of
from yewfinch.core.mesh.surface.channel_spec import Values
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.reshape import narrow
from yewfinch.core.reshape.body import Body, Form, Skin
from yewfinch.core.reshape.digital import ball_around, ball_within, is_beside
from yewfinch.core.reshape.grid_net import Net, fitted, net_of, settled
from yewfinch.core.reshape.ridges import Planes, sharpened
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, DoubleArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Edges on offer, mm; widest join, mm.
FINEST, COARSEST, WIDEST = 0.3, 50.0, 60.0
#: Grid points of one job at most.
MOST_POINTS = 60_000_000
#: Cells of the grid against the edges that come of them.
CELL = 1.17
#: How often vertices are evened out.
_ROUNDS = 6
#: How often crossings are smoothed away.
_UNTANGLED = 30


def fused(
    surfaces: Sequence[Surface],
    edge: float,
    *,
    join: float = 0.0,
    take: Sequence[Surface] = (),
    common: Sequence[Surface] = (),
    symmetric: bool | None = None,
    progress: Progress = silent,
) -> Surface:
    """The union of surfaces, less what is taken away, as one surface of quads.

    Parameters
    ----------
    surfaces : sequence of Surface
        Closed ones, at least one.
    edge : float
        Length of the quads' edges, mm, about.
    join : float
        Width over which joins are rounded, mm.
    take : sequence of Surface
        What is cut out of them.
    common : sequence of Surface
        Only what lies within each of these stays.
    symmetric : bool, optional
        Across x = 0 to the last bit; not given, if the surfaces are.
    progress : Progress
        May cancel.

    Returns
    -------
    Surface
        Closed, of plain clay; see `origins` for colours. Bodies smaller than a few edges and bubbles inside are lost.

    Raises
    ------
    YewfinchError
        If a surface is open, a number makes no sense, or nothing is left.
    """
    if not surfaces:
        raise YewfinchError("There is nothing to fuse. Show some clay first.")
    if not (np.isfinite(edge) and FINEST <= edge <= COARSEST):
        raise YewfinchError(
            phrase("Edges of {0:g} mm make no sense here; {1:g} to {2:g} mm do.", edge, FINEST, COARSEST)
        )
    if not (np.isfinite(join) and 0.0 <= join <= WIDEST):
        raise YewfinchError(phrase("A join cannot be {0:g} mm wide; 0 to {1:g} mm make sense.", join, WIDEST))
    cell = CELL * edge
    form = Form(
        [Body(s) for s in surfaces], [Body(s) for s in take], [Body(s) for s in common], join, 1.5 * join + 4.0 * cell
    )
    if any(b.is_open for b in (*form.bodies, *form.take, *form.common)):
        raise YewfinchError("A surface is open, so nobody can tell what is inside it.")
    low, high = np.min([b.box[0] for b in form.bodies], axis=0), np.max([b.box[1] for b in form.bodies], axis=0)
    spare = 3.5 * cell + 0.3 * join
    shape = np.ceil((high - low + 2 * spare) / cell).astype(int) + 1
    if float(np.prod(shape.astype(float))) > MOST_POINTS:
        raise YewfinchError(
            phrase(
                "Edges of {0:g} mm are too short for clay of {1:.0f} mm. Choose longer ones.", edge, (high - low).max()
            )
        )
    progress(0.0, "looking at the clay")
    if symmetric is None:
        lots = [lot for lot in (surfaces, take, common) if lot]  # a body and its image that is taken away are not
        symmetric = all(is_symmetric(np.concatenate([s.positions for s in lot])) for lot in lots)
    low = low - spare
    if symmetric:  # the grid's half, and one layer across the plane
        low[0], shape[0] = -cell / 2, int(np.ceil((high[0] + spare) / cell)) + 2
    progress(0.1, "finding the inside")
    solid = form.solid(low, cell, (int(shape[0]), int(shape[1]), int(shape[2])))
    if join > 0:
        _round_joins(form, solid, low, cell, part(progress, 0.2, 0.4))
    if symmetric:
        solid[0] = solid[1]
    progress(0.4, "keeping what is thin")
    planes = form.planes if form.alone is None else Skin(form.alone, -3.0 * cell if symmetric else -np.inf).planes
    marks = _keep_narrow(form, planes, solid, low, cell, symmetric)
    progress(0.5, "making the net")
    try:
        net = _net(form, solid, marks, symmetric)
    except BadSurfaceError as error:
        raise YewfinchError(
            phrase("Nothing that edges of {0:g} mm can show is left. Choose shorter ones.", edge)
        ) from error
    progress(0.6, "settling the surface")
    thin = narrow.near_marks(net.cells, marks)
    at, normals = settled(net, low + net.middles() * cell, planes, _ROUNDS, reach=cell, thin=thin)
    progress(0.8, "looking for ridges")
    at, net = sharpened(net, fitted(net, at, planes, 0.15 * edge), normals, planes, edge)
    positions, faces, mirror = net.whole(at)
    progress(0.85, "smoothing crossings away")
    stored = _untangled(net, faces, positions, mirror if symmetric else None, thin)
    progress(0.9, "putting it in order")
    ordered, order = in_face_order(stored, faces)
    return Surface(stored[order], ordered)


def _round_joins(form: Form, solid: ByteArray, low: DoubleArray, cell: float, progress: Progress) -> None:
    """Look anew at the points near the surface where two bodies are so near to each other that their join is
    rounded.
    """
    from scipy import ndimage

    wide = 2 * int(np.ceil(form.join / 4 / cell)) + 3  # a join moves the surface by a quarter of its width
    mixed = ndimage.maximum_filter(solid, wide) != ndimage.minimum_filter(solid, wide)
    at = np.argwhere(mixed)
    at = at[form.meeting(low + cell * at)]
    shares = np.array_split(at, max(1, len(at) // 100_000))
    for number, some in enumerate(shares):
        progress(number / len(shares), "rounding the joins")
        solid[tuple(some.T)] = form.distance(low + cell * some) < 0


def _keep_narrow(form: Form, planes: Planes, solid: ByteArray, low: DoubleArray, cell: float, half: bool) -> ByteArray:
    """Set points next to walls and gaps that lie between the grid's; which these are."""
    bodies = [*form.bodies, *form.take, *form.common]
    roles = [0] * len(form.bodies) + [1] * len(form.take) + [2] * len(form.common)
    size = (solid.shape[0], solid.shape[1], solid.shape[2])
    marks = narrow.between_points([b.mesh for b in bodies], roles, low, cell, size)
    if form.join > 0:  # a rounded join fills the gaps it is for
        at = np.argwhere(marks)
        marks[tuple(at[form.meeting(low + cell * at)].T)] = 0
    narrow.put(solid, marks, half=half)
    if form.alone is not None:
        alone = form.alone
        narrow.keep(alone.mesh, alone.normals, alone.winding, solid, marks, low, cell, half=half)
    narrow.close_walls(planes, solid, marks, low, cell, half=half)
    return marks


def _untangled(
    net: Net, faces: IndexArray, positions: DoubleArray, mirror: IndexArray | None, thin: npt.NDArray[np.bool_]
) -> FloatArray:
    """The net as it is stored, without crossings.

    These are looked for where something is thin, or where faces look the other way.
    """
    if len(net.aside):
        thin = thin | net.aside.any(axis=1)
    if net.half:
        thin = np.concatenate([thin, thin[net.middle :]])
    across = np.cross(positions[faces[:, 2]] - positions[faces[:, 0]], positions[faces[:, 3]] - positions[faces[:, 1]])
    out = np.stack([np.bincount(faces.ravel(), np.repeat(across[:, k], 4), len(positions)) for k in range(3)], axis=1)
    sharp = np.minimum.reduce([(across * out[faces[:, k]]).sum(axis=1) for k in range(4)]) <= 0.0
    some = sharp | thin[faces].any(axis=1)
    if not some.any():
        return positions.astype(POSITION)
    triangles = np.concatenate([faces[:, :3], faces[:, [0, 2, 3]]])
    return stored_untangled(
        positions, triangles, umbrella(faces, len(positions)), mirror, _UNTANGLED, np.concatenate([some, some])
    )


def _net(form: Form, solid: ByteArray, marks: ByteArray, half: bool) -> Net:
    """The net; one body that came without handles and hollows gets none, if the grid can do without."""
    net = net_of(solid.copy(), half=half, apart=True, fixed=marks)
    if form.alone is None or _is_ball(net) or not topology_of(form.alone.surface).is_ball:
        return net
    cut = ball_within(solid, half=half)
    ways = [cut] if is_beside(solid & (1 - cut), cut) else [cut, ball_around(solid, half=half)]
    for way in sorted(ways, key=lambda w: int(np.count_nonzero(w != solid))):  # the one that changes less first
        again = net_of(way, half=half, apart=True, fixed=marks)
        if _is_ball(again):
            return again
    return net


def _is_ball(net: Net) -> bool:
    """One body without handles and hollows, by the characteristic of Euler and Poincaré."""
    count, faces = len(net.cells), len(net.faces)
    if net.half:
        count, faces = 2 * count - net.middle, 2 * faces
    return count - faces == 2 and net.bodies() == 1


@dataclass(frozen=True, eq=False)
class Origins:
    """Which place of which surface lies nearest to each of some points.

    Attributes
    ----------
    source : (n,) int
        Number of the surface.
    corners : (n, 3) int32
        Rows of a triangle of it.
    weights : (n, 3) float64
    """

    source: npt.NDArray[np.int64]
    corners: IndexArray
    weights: DoubleArray

    def carried(self, channels: Sequence[Values | None]) -> Values:
        """One channel, (n, c) of the type that it has, mixed from that of each surface; 0 where a surface has none."""
        like = next((c for c in channels if c is not None), np.zeros((0, 1), np.uint8))
        out = np.zeros((len(self.source), like.shape[1]), like.dtype)
        for number, channel in enumerate(channels):
            own = self.source == number
            if channel is not None and own.any():
                mixed = np.einsum("nk,nkc->nc", self.weights[own], channel[self.corners[own]].astype(np.float64))
                out[own] = np.clip(np.round(mixed), 0, 255) if out.dtype == np.uint8 else mixed
        return out

    def channels(self, surfaces: Sequence[Surface]) -> Channels:
        """What the points hold of what their surfaces do."""
        return Channels.unpacked(self.carried([s.channels.packed() for s in surfaces]))


def origins(points: npt.ArrayLike, surfaces: Sequence[Surface]) -> Origins:
    """Where points (n, 3) mm come from on surfaces."""
    at = np.asarray(points, np.float64)
    best = np.full(len(at), np.inf)
    source = np.zeros(len(at), np.int64)
    corners, weights = np.zeros((len(at), 3), INDEX), np.zeros((len(at), 3))
    for number, surface in enumerate(surfaces):
        away, rows, parts = nearest(surface, at)
        own = away < best
        best[own], source[own], corners[own], weights[own] = away[own], number, rows[own], parts[own]
    return Origins(source, corners, weights)


def _warm() -> None:
    at = np.array([[x, y, z] for x in (-4, 4) for y in (-4, 4) for z in (-4, 4)], float)
    cube = Surface(at, [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]])
    for symmetric in (True, False):
        made = fused([cube], 1.5, symmetric=symmetric)
    fused([cube, made], 1.5, join=1.0)
    origins(at, [cube])


warmup.register("fusing", _warm)
