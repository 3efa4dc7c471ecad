"""A surface with other faces in a few places: all that follows from the others is taken over, not worked out anew."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import TypeVar

import numpy as np

from yewfinch.core.mesh.repair import _splice_kernels as kernels
from yewfinch.core.mesh.surface import _ring_kernels
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.rows import Rows, each_once, without
from yewfinch.core.mesh.surface.surface import Surface
from yewfinch.core.shared import warmup
from yewfinch.core.shared.arrays import INDEX, POSITION, ByteArray, FloatArray, IndexArray
from yewfinch.core.shared.errors import BadSurfaceError

#: Bytes or numbers.
_Table = TypeVar("_Table", ByteArray, FloatArray)


@dataclass(frozen=True, eq=False)
class Patch:
    """What takes the place of some faces.

    Attributes
    ----------
    gone : (g,) int
        The faces that go.
    faces : (q, 4) int
        Those that come. Vertices are old rows, or as many as the surface has and the number of a new one.
    rows : (r,) int
        Old rows of theirs that are elsewhere, or hold other channels.
    positions : (r, 3) float32, mm
    channels : Channels
        Of these rows.
    new_positions : (k, 3) float32, mm
        Of new vertices, all of which some face uses.
    new_channels : Channels
    """

    gone: Rows
    faces: Rows
    rows: Rows
    positions: FloatArray
    channels: Channels
    new_positions: FloatArray
    new_channels: Channels


@dataclass(frozen=True, eq=False)
class Spliced:
    """The surface that comes of it.

    Attributes
    ----------
    surface : Surface
    row : (n,) int32
        Where each old vertex went; -1 for those that no face uses any more.
    source : (n',) int32
        The old row of each new one; the old surface's length and more for new vertices.
    touched : (t,) int32
        New rows whose faces are not all old ones.
    """

    surface: Surface
    row: IndexArray
    source: IndexArray
    touched: IndexArray

    @cached_property
    def _runs(self) -> IndexArray:
        return kernels.runs_of(self.source, len(self.row))

    def carried(self, old: ByteArray, new: ByteArray) -> ByteArray:
        """A column (n,) of the old vertices, with that of the new ones, on the surface's rows."""
        out = np.empty(len(self.source), np.uint8)
        kernels.taken_bytes(np.ascontiguousarray(old), np.ascontiguousarray(new), self.source, self._runs, out)
        return out


def spliced(surface: Surface, patch: Patch) -> Spliced:
    """A surface with a patch in it.

    Parameters
    ----------
    surface : Surface
        Stays as it is.
    patch : Patch

    Returns
    -------
    Spliced
        Rows that stay keep their order; new ones follow the old ones that they lie nearest to.

    Raises
    ------
    BadSurfaceError
        If positions are no numbers.

    Notes
    -----
    The cost beyond the patch is that of copying arrays.
    """
    from scipy.spatial import cKDTree

    n, count = len(surface), len(patch.new_positions)
    for at in (patch.positions, patch.new_positions):
        if not np.isfinite(at).all():
            raise BadSurfaceError("the patch has a position that is not a number")
    old = surface.faces[patch.gone]
    near = each_once(old, n)
    beside = without(surface.faces_of(near), patch.gone, len(surface.faces))
    used = np.concatenate([patch.faces.ravel(), surface.faces[beside].ravel()])
    lost = without(near, used[used < n], n)
    gone, after = np.zeros(n, np.uint8), np.zeros(n, INDEX)
    gone[lost] = 1
    left = without(near, lost, n)
    if len(left) == 0:
        left = near
    at = surface.positions[left].copy()
    here = np.searchsorted(left, patch.rows)
    found = here < len(left)
    found[found] = left[here[found]] == patch.rows[found]
    at[here[found]] = patch.positions[found]
    beside_row = left[cKDTree(at).query(patch.new_positions)[1]] if count else np.empty(0, INDEX)
    after[:] = np.bincount(beside_row, minlength=n)
    row, seat = np.empty(n, INDEX), np.empty(n, INDEX)
    size = kernels.numbered(n, gone, after, row, seat)
    order = np.argsort(beside_row, kind="stable")
    turn = np.arange(count) - np.searchsorted(beside_row[order], beside_row[order])
    added = np.empty(count, INDEX)
    added[order] = seat[beside_row[order]] + turn
    source = np.empty(size, INDEX)
    kernels.sources(row, added, source)
    name = np.concatenate([row, added])
    out = object.__new__(Surface)
    out.positions = _taken(surface.positions, np.asarray(patch.new_positions, POSITION), source)
    out.positions[row[patch.rows]] = patch.positions
    out._wear(Channels({k: _taken(old, patch.new_channels[k], source) for k, old in surface.channels.arrays.items()}))
    for key, values in out.channels.arrays.items():
        values[row[patch.rows]] = patch.channels[key]
    more = name[patch.faces].astype(INDEX)
    more = more[np.argsort(more.min(axis=1), kind="stable")]
    flag = np.zeros(len(surface.faces), np.uint8)
    flag[patch.gone] = 1
    out.faces = np.empty((len(surface.faces) - len(patch.gone) + len(more), 4), INDEX)
    kernels.spliced_faces(surface.faces, flag, row, more, out.faces)
    touched = each_once(np.concatenate([row[left], more.ravel()]), size).astype(INDEX)
    _take_rings(surface, out, row, source, touched, more, row[surface.faces[beside]])
    out.normals = _taken(surface.normals, np.zeros((count, 3), POSITION), source)
    out.settle()
    out.refresh(
        each_once(np.concatenate([touched, row[patch.rows]]), size).astype(INDEX)
    )  # normals beside what has moved, too
    out.version = 0
    return Spliced(out, row, source, touched)


def _take_rings(
    old: Surface,
    out: Surface,
    row: IndexArray,
    source: IndexArray,
    touched: IndexArray,
    more: IndexArray,
    beside: IndexArray,
) -> None:
    """Rings of what is touched from its faces, in the order in which the surface has them; all others as they were."""
    faces = np.concatenate([beside, more])
    faces = faces[np.argsort(faces.min(axis=1), kind="stable")]
    rows = each_once(faces, len(source))
    local, place = np.empty(len(source), INDEX), np.full(len(source), -1, INDEX)
    local[rows] = np.arange(len(rows), dtype=INDEX)
    own_at, own_ring, own_closed = _ring_kernels.build_ring(local[faces], len(rows))
    place[touched] = local[touched]
    ring_at = np.empty(len(source) + 1, INDEX)
    kernels.ring_starts(source, place, old.ring_at, own_at, ring_at)
    ring, closed = np.empty(int(ring_at[-1]), INDEX), np.empty(len(source), np.uint8)
    kernels.rings(
        source,
        place,
        old.ring_at,
        old.ring,
        old.closed,
        row,
        own_at,
        own_ring,
        own_closed,
        rows.astype(INDEX),
        ring_at,
        ring,
        closed,
    )
    out.ring_at, out.ring, out.closed = ring_at, ring, closed


def _taken(old: _Table, new: _Table, source: IndexArray) -> _Table:
    out = np.empty((len(source), old.shape[1]), old.dtype)
    kernels.taken(np.ascontiguousarray(old), np.ascontiguousarray(new, old.dtype), source, out)
    return out


def _warm() -> None:
    at = np.array([[0, 0, 0], [1, 0, 0], [1, 1, 0], [0, 1, 0]], POSITION)
    surface = Surface(at, [[0, 1, 2, 3]])
    patch = Patch(
        np.zeros(1, INDEX),
        np.array([[0, 1, 4, 4], [1, 2, 4, 4]], INDEX),
        np.zeros(1, INDEX),
        at[:1],
        Channels.plain(1),
        at[3:] + at[:1],
        Channels.plain(1),
    )
    made = spliced(surface, patch)
    held = np.zeros(4, np.uint8)
    made.carried(held, held[:1])
    held.flags.writeable = False  # as what comes from a file
    made.carried(held, np.zeros(1, np.uint8))


warmup.register("splicing", _warm)
