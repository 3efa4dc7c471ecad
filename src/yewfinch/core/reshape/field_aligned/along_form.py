"""A surface of even quads that run along its form."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.query.crossings import stored_untangled, untangled
from yewfinch.core.mesh.query.nearest import NearestTree
from yewfinch.core.mesh.query.twins import twins_of
from yewfinch.core.mesh.repair.mend import mended
from yewfinch.core.mesh.repair.parts import used_rows
from yewfinch.core.mesh.repair.symmetry import Plane, half
from yewfinch.core.mesh.surface.order import in_face_order
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.mesh.surface.umbrella import umbrella
from yewfinch.core.reshape.field_aligned import _working_kernels as working_kernels
from yewfinch.core.reshape.field_aligned.even import Ground, Quads, evened, quartered
from yewfinch.core.reshape.field_aligned.fields import fields, neighbours
from yewfinch.core.reshape.field_aligned.form import ON, bends, wishes
from yewfinch.core.reshape.field_aligned.gather import gathered
from yewfinch.core.reshape.field_aligned.working import Begun, Linked, Working, divided, linked
from yewfinch.core.reshape.left_out import reached
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, DoubleArray, IndexArray
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadSurfaceError, YewfinchError
from yewfinch.core.shared.phrases import phrase
from yewfinch.core.shared.progress import Progress, part, silent

#: Edges on offer, mm; most quads of one surface.
FINEST, COARSEST, MOST = 0.3, 50.0, 4_000_000
#: The coarse net's edges against the quads': each of its faces is cut into four.
_COARSE = 2.0
#: How much longer edges may be a millimetre farther on, where their length changes.
_GRADING = 0.25
#: Edges between the shortest and the longest, against the one asked for.
LEAST, GREATEST = 0.25, 4.0
#: A bend by this angle in a coarse edge, radians, asks for no shorter ones; one by more than that cannot be held.
_BENT, _THIN = 0.7, 2.0
#: Rounds of smoothing crossings away.
_UNTANGLED = 30


def along_form(
    surface: Surface,
    edge: float,
    *,
    lines: Sequence[DoubleArray] = (),
    times: npt.ArrayLike | None = None,
    bent: float = 0.0,
    progress: Progress = silent,
) -> Surface:
    """Even quads that run along a surface's bends, crests and creases, and along lines.

    Parameters
    ----------
    surface : Surface
        Closed or open; what is its own image across x = 0 stays so, to the last bit.
    edge : float
        Length of the quads' edges, mm.
    lines : sequence of (k, 3) float64, mm
        Lines on the surface that quads are to follow.
    times : (n,) float, optional
        What that length is multiplied by at each vertex, `LEAST` to `GREATEST`.
    bent : float
        0 to 1: how much shorter edges get where the form bends within their length.
    progress : Progress
        May cancel.

    Returns
    -------
    Surface
        Of quads alone, of plain clay; with as many bodies, handles and rims as the surface.

    Raises
    ------
    YewfinchError
        If the length makes no sense, or so many quads would come of it that nothing could hold them.

    Notes
    -----
    Fields of crosses and of lattice places (Jakob, Tarini, Panozzo & Sorkine-Hornung 2015, "Instant field-aligned
    meshes"). The net is not read out of the lattice as there: the surface's own triangles are drawn together, vertex by
    vertex, where that leaves them sound, so that nothing can tear or grow together.
    """
    if not (np.isfinite(edge) and FINEST <= edge <= COARSEST):
        raise YewfinchError(
            phrase("Edges of {0:g} mm make no sense here; {1:g} to {2:g} mm do.", edge, FINEST, COARSEST)
        )
    count = surface.area() / edge**2
    if count > MOST:
        raise YewfinchError(phrase("Edges of {0:g} mm would make {1} quads. Choose longer ones.", edge, grouped(count)))
    progress(0.0, "looking at the clay")
    factor = np.ones(len(surface)) if times is None else np.clip(np.asarray(times, np.float64), LEAST, GREATEST)
    symmetric = twins_of(surface) is not None
    own, factor = _prepared(surface, factor, symmetric)
    progress(0.1, "making ready")
    work = _worked(own, edge, factor, bent, symmetric, part(progress, 0.1, 0.3))
    starts, ring = neighbours(work)
    if symmetric:
        lines = [*lines, *(np.asarray(line) * [-1.0, 1.0, 1.0] for line in lines)]
    found = fields(work, wishes(work, starts, ring, lines, half=symmetric), starts, ring, part(progress, 0.3, 0.6))
    progress(0.6, "drawing the net together")
    net = quartered(gathered(work, found, half=symmetric))
    ground = Ground(
        NearestTree(work.points, work.triangles),
        NearestTree(own.points, own.triangles),
        _tree_of(work.lines, symmetric),
        work.points,
        work.normals,
    )
    settled = evened(net, ground, half=symmetric, progress=part(progress, 0.65, 0.9))
    progress(0.9, "putting it in order")
    free, size, places, normals = net.free(), net.size, work.points, work.normals
    whole, quads, mirror = settled, net.faces, None
    if symmetric:
        whole, quads, mirror = _mirrored(net, settled)
        free = free[np.minimum(np.arange(len(whole)), mirror)]
        size, places = np.tile(size, 2), np.concatenate([places, places * [-1.0, 1.0, 1.0]])
        normals = np.concatenate([normals, normals * [-1.0, 1.0, 1.0]])
    triangles, pull = np.concatenate([quads[:, :3], quads[:, [0, 2, 3]]]), umbrella(quads, len(whole))
    whole = untangled(whole, triangles, pull, mirror, _UNTANGLED)
    whole = reached(whole, quads, size, places, normals, ground.true, free, mirror)
    stored = stored_untangled(whole, triangles, pull, mirror, _UNTANGLED)
    ordered, order = in_face_order(stored, quads)
    return Surface(stored[order], ordered)


def _prepared(surface: Surface, factor: DoubleArray, symmetric: bool) -> tuple[Linked, DoubleArray]:
    """Linked triangles, of a symmetric surface those of the sitter's left half, and what belongs to their vertices."""
    points, faces, own = surface.positions.astype(np.float64), surface.faces, factor[:, None]
    if symmetric:
        cut = half(points, faces, Plane(), "left")
        flat = cut.on_cut[cut.high].all(axis=1)  # what lies in the plane is its own image
        rows, left = used_rows(cut.high[~flat], len(cut.positions))
        faces = left.astype(INDEX)
        points, own = cut.positions[rows], cut.carried(own)[rows]
    try:
        made = linked(points, faces)
    except BadSurfaceError:
        whole = mended(points, faces, weld=0.0, speck=0.0, longest=0)
        made, own = linked(whole.positions, whole.faces), own[whole.origin]
    if symmetric:
        _pin(made)
    return made, own[:, 0]


def _pin(own: Linked) -> None:
    """Keep the places where a rim of the surface meets the plane of symmetry."""
    edges = np.flatnonzero(own.beyond < 0)
    corner = own.triangles.ravel()
    a, b = corner[edges], corner[edges + np.where(edges % 3 == 2, -2, 1)]
    plane = (np.abs(own.points[a, 0]) < ON) & (np.abs(own.points[b, 0]) < ON)
    own.pinned[np.intersect1d(np.r_[a[plane], b[plane]], np.r_[a[~plane], b[~plane]])] = 1


def _worked(own: Linked, edge: float, factor: DoubleArray, bent: float, symmetric: bool, progress: Progress) -> Working:
    """The triangles for edges of the lengths wanted, where the form bends shorter ones."""
    own, step = divided(own, _COARSE * edge * factor)
    if float(step.max()) > 1.001 * float(step.min()):
        every = np.argsort(step)
        working_kernels.graded(own.triangles, own.beyond, own.leaves, own.points, step, _GRADING, every)
    begun = Begun(own, step)

    def made() -> Working:
        work = begun.worked()
        if symmetric:
            _square_to_plane(work)
        return work

    work = made()
    progress(0.5, "looking how the form bends")
    turn = np.maximum(bends(work, *neighbours(work)).more * work.step, 1e-9)
    less = np.minimum(np.clip(_BENT / turn, LEAST, 1.0) ** bent, np.clip(_THIN / turn, LEAST, 1.0))
    there = (work.source >= 0) & (less < 1.0)  # what lies between gets what its neighbours leave it
    if not there.any():
        return work
    begun.shorter(work.source[there], less[there], _COARSE * edge * LEAST, _GRADING)
    return made()


def _square_to_plane(work: Working) -> None:
    """Normals on the plane of symmetry lie in it."""
    one, two = work.ends(np.flatnonzero(work.beyond < 0))
    rows = np.concatenate([one, two])
    rows = rows[np.abs(work.points[rows, 0]) < ON]
    work.normals[rows, 0] = 0.0
    work.normals[rows] /= np.maximum(np.linalg.norm(work.normals[rows], axis=1, keepdims=True), 1e-12)


def _tree_of(lines: DoubleArray, symmetric: bool) -> NearestTree | None:
    """A tree of line pieces (k, 2, 3) mm, without those in the plane of symmetry."""
    if symmetric:
        lines = lines[(np.abs(lines[:, :, 0]) >= ON).any(axis=1)]
    if not len(lines):
        return None
    rows = np.arange(len(lines))
    return NearestTree(lines.reshape(-1, 3), np.stack([2 * rows, 2 * rows + 1, 2 * rows + 1], axis=1))


def _mirrored(net: Quads, at: DoubleArray) -> tuple[DoubleArray, IndexArray, IndexArray]:
    """The half and its image: points, faces, and the image of each point."""
    n = len(at)
    beside = np.ones(n, bool)
    beside[net.on_plane()] = False
    twin = np.arange(n, dtype=INDEX)
    twin[beside] = n + np.arange(int(beside.sum()))
    whole = np.concatenate([at, at[beside] * [-1.0, 1.0, 1.0]])
    mirror = np.concatenate([twin, np.flatnonzero(beside)]).astype(INDEX)
    return whole, np.concatenate([net.faces, twin[net.faces][:, ::-1]]), mirror


def _warm() -> None:
    at = np.array([[x, y, z] for x in (-4, 4) for y in (-4, 4) for z in (-4, 4)], float)
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    for side in (at, at + np.array([1.0, 0.0, 0.0])):
        along_form(Surface(side, faces), 1.0, bent=1.0, times=np.linspace(0.8, 1.0, 8))


warmup.register("quads along the form", _warm)
