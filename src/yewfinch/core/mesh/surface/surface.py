"""A surface of quads and triangles in flat arrays, with local upkeep of what derives from it."""

from __future__ import annotations

from functools import cached_property
from types import ModuleType

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface import _ring_kernels, _surface_kernels, first_look
from yewfinch.core.mesh.surface.channel_spec import Values
from yewfinch.core.mesh.surface.channels import Channels
from yewfinch.core.mesh.surface.orientation import turned_round
from yewfinch.core.mesh.surface.rows import Rows, each_once
from yewfinch.core.shared import compiler, warmup
from yewfinch.core.shared.arrays import (
    INDEX,
    LEAF_ROWS,
    LEAF_SHIFT,
    MAX_FACES,
    MAX_VERTICES,
    POSITION,
    ByteArray,
    FloatArray,
    IndexArray,
)
from yewfinch.core.shared.counts import grouped
from yewfinch.core.shared.errors import BadSurfaceError
from yewfinch.core.shared.phrases import phrase


class Surface:
    """Positions, faces and channels of one piece of clay.

    Parameters
    ----------
    positions : (n, 3) float32
        Millimetres.
    faces : (m, 4) or (m, 3) int32
        Quads counter-clockwise from outside; a triangle repeats its third index.
    colour : (n, 4) uint8, optional
        sRGB with alpha. Plain clay if not given.
    channels : Channels, optional
        Colour and all else that vertices hold; untouched clay if not given. Copied.

    Raises
    ------
    BadSurfaceError
        If shapes, indices or values make no surface.

    Notes
    -----
    Change positions only through `set_rows`, so that normals, boxes and versions stay true.
    Keep rows in spatial order (see `order.in_face_order`): a leaf is 512 consecutive rows, and
    queries, picking, dirty ranges and buffer writes all work by leaves.
    """

    #: The image of each row across x = 0, once somebody has found it (`mesh/query/twins.py`); None if not known.
    known_twins: IndexArray | None = None
    #: Whether its faces look inwards, once somebody has found out; None if not known.
    known_inside_out: bool | None = None

    def __init__(
        self,
        positions: npt.ArrayLike,
        faces: npt.ArrayLike,
        colour: npt.ArrayLike | None = None,
        *,
        channels: Channels | None = None,
    ) -> None:
        places = np.array(positions, dtype=POSITION, order="C")
        quads = _as_quads(faces)
        _check(places, quads)
        own = Channels.plain(len(places)) if channels is None else channels.copy()
        if colour is not None:
            own = own.put(colour=np.array(colour, dtype=np.uint8, order="C"))
        self._begin(places, quads, own)
        self.derive()

    @classmethod
    def taking(cls, positions: FloatArray, faces: IndexArray, channels: Channels) -> Surface:
        """A surface that keeps these very arrays, as a reader of files has them; nobody else may write to them.

        Its rings and normals, which take longer than all else, are worked out when they are first asked for: see
        `derive`.

        Parameters
        ----------
        positions : (n, 3) float32, mm, in C order
        faces : (m, 4) int32, in C order
        channels : Channels

        Raises
        ------
        BadSurfaceError
            If shapes, indices or values make no surface.
        """
        out = object.__new__(cls)
        _check(positions, faces)
        out._begin(positions, faces, channels)
        return out

    def _begin(self, positions: FloatArray, faces: IndexArray, channels: Channels) -> None:
        self.positions: FloatArray = positions
        self.faces: IndexArray = faces
        self._wear(channels)
        self._sort_faces()
        self.settle()

    def derive(self) -> None:
        """Work out rings and normals if that was left for later; what would wait for them does it beforehand."""
        _ = self.normals

    @cached_property
    def _rings(self) -> tuple[IndexArray, IndexArray, ByteArray]:
        made: tuple[IndexArray, IndexArray, ByteArray] = _ring_kernels.build_ring(self.faces, len(self.positions))
        return made

    @cached_property
    def ring_at(self) -> IndexArray:
        """Where the ring of each row begins in `ring`, (n + 1,)."""
        return self._rings[0]

    @cached_property
    def ring(self) -> IndexArray:
        """Neighbours of each row, in order and counter-clockwise from outside."""
        return self._rings[1]

    @cached_property
    def closed(self) -> ByteArray:
        """Whether faces stand all round each row, (n,) 0 or 1."""
        return self._rings[2]

    @cached_property
    def normals(self) -> FloatArray:
        """Unit normals of all rows, (n, 3), pointing outwards."""
        if compiler.does_without(len(self)):
            return first_look.all_normals(self.positions, self.faces)
        out = np.zeros((len(self.positions), 3), POSITION)
        _surface_kernels.all_normals(self.positions, self.ring_at, self.ring, self.closed, out)
        return out

    def settle(self) -> None:
        """Link the leaves, once rows, faces and rings are there; for those who make surfaces of others."""
        self.version, self._tick = 0, 0
        self._link_leaves()
        self._own_buffers()

    def _wear(self, channels: Channels) -> None:
        channels.check(len(self.positions))
        #: What its vertices hold; the arrays are its own.
        self.channels: Channels = channels
        self.colour: ByteArray = channels.colour
        self.mask: ByteArray = channels.mask
        self.roughness: ByteArray = channels.roughness

    def values(self, channel: str) -> Values:
        """What is held in a channel, (n, width), or the positions (n, 3) mm; not a copy.

        Raises
        ------
        KeyError
            If there is no such channel.
        """
        return self.positions if channel == "positions" else self.channels[channel]

    def wear(self, channels: Channels) -> None:
        """Take over what vertices hold; copied."""
        self._wear(channels.copy())

    def moved(
        self, positions: npt.ArrayLike, channels: Channels | None = None, rows: IndexArray | None = None
    ) -> Surface:
        """Another surface with the same rows and faces, and all that follows from these, at other positions (n, 3) mm.

        If it is known that only some rows (k,) are elsewhere, what belongs to the others is copied.
        """
        out = object.__new__(Surface)
        out.__dict__.update(self.__dict__)  # faces, rings and links are never written to
        out.positions = np.array(positions, dtype=POSITION, order="C")
        if len(out.positions) != len(self):
            raise BadSurfaceError(
                phrase("the surface has {0} vertices, got {1}", grouped(len(self)), grouped(len(out.positions)))
            )
        _check_positions(out.positions if rows is None else out.positions[rows])
        out._wear((self.channels if channels is None else channels).copy())
        out.version, out._tick = 0, 0
        if rows is None:
            out.normals = np.zeros((len(out), 3), POSITION)
            out.mend_all()
            return out
        out.normals = self.normals.copy()
        out._own_buffers(self)
        out.refresh(rows)
        out.version, out._tick, out._scratch = 0, 0, None
        return out

    def turned(self, positions: npt.ArrayLike) -> Surface:
        """Another surface with the same rows, at other positions (n, 3) mm, whose faces look the other way."""
        faces = turned_round(self.faces)
        if not self.closed.all():
            return Surface(positions, faces, channels=self.channels)
        out = self.moved(positions, rows=np.empty(0, INDEX))
        out.known_inside_out = None
        out.faces, out.ring = faces, _ring_kernels.turned_rings(self.ring_at, self.ring)
        out.mend_all()
        return out

    def _sort_faces(self) -> None:
        made = _loops(len(self)).by_lowest_row(self.faces, len(self.positions))
        if len(made):
            self.faces = made

    def _link_leaves(self) -> None:
        loops = _loops(len(self))
        count = (len(self.positions) + LEAF_ROWS - 1) >> LEAF_SHIFT
        self.face_start: IndexArray = loops.leaf_starts(self.faces, count, LEAF_SHIFT)
        self._beyond_at, self._beyond = loops.beyond_leaves(self.faces, self.face_start, LEAF_SHIFT)
        self._links_at, self._links = loops.leaf_links(self._beyond_at, self._beyond, LEAF_SHIFT)

    def _own_buffers(self, boxes: Surface | None = None) -> None:
        """Arrays that are written to; boxes of leaves as another surface has them, or worked out."""
        count = len(self.face_start) - 1
        self._scratch: tuple[IndexArray, IndexArray, IndexArray] | None = (
            None  # made at the first touch: surfaces in the history need none
        )
        self.leaf_lo: FloatArray = np.empty((count, 3), POSITION) if boxes is None else boxes.leaf_lo.copy()
        self.leaf_hi: FloatArray = np.empty((count, 3), POSITION) if boxes is None else boxes.leaf_hi.copy()
        self._flag_a = np.zeros(count, np.uint8)
        self._flag_b = np.zeros(count, np.uint8)
        self._out_a = np.empty(count, INDEX)
        self._out_b = np.empty(count, INDEX)
        self.pick_buffers = (np.empty(count, np.float64), np.empty(count, INDEX))
        if boxes is None:
            self._mend_boxes()

    def _mend_boxes(self) -> None:
        everything = np.arange(len(self.leaf_lo), dtype=INDEX)
        _loops(len(self)).boxes_of(
            everything, self.positions, self._beyond_at, self._beyond, LEAF_SHIFT, self.leaf_lo, self.leaf_hi
        )

    def _buffers(self) -> tuple[IndexArray, IndexArray, IndexArray]:
        if self._scratch is None:
            n = len(self.positions)
            self._scratch = np.zeros(n, INDEX), np.empty(n, INDEX), np.empty(n, INDEX)
            self._tick = 1
        return self._scratch

    def __len__(self) -> int:
        return len(self.positions)

    @property
    def leaf_count(self) -> int:
        """Number of leaves of 512 rows."""
        return len(self.leaf_lo)

    def bounds(self) -> FloatArray:
        """Lowest and highest corner, shape (2, 3), mm."""
        return np.stack([self.leaf_lo.min(axis=0), self.leaf_hi.max(axis=0)])

    def rows_in_ball(self, centre: npt.ArrayLike, radius: float) -> IndexArray:
        """Rows within `radius` mm of `centre`, ascending. A copy, safe to keep."""
        c = np.asarray(centre, POSITION)
        found = self._buffers()[2]
        n = _surface_kernels.rows_in_ball(
            self.positions, self.leaf_lo, self.leaf_hi, LEAF_SHIFT,
            c[0], c[1], c[2], POSITION(radius), found,
        )  # fmt: skip
        return found[:n].copy()

    def nearest_row(self, point: npt.ArrayLike) -> int:
        """Row of the vertex nearest to `point` (3,) mm."""
        p = np.asarray(point, POSITION)
        return int(
            _surface_kernels.nearest_row(self.positions, self.leaf_lo, self.leaf_hi, LEAF_SHIFT, p[0], p[1], p[2])
        )

    def free(self, rows: IndexArray) -> FloatArray:
        """How far the mask leaves rows free, (k,) float32 from 0 to 1."""
        return np.asarray(1.0 - self.mask[rows, 0] * np.float32(1 / 255), np.float32)

    def set_rows(self, rows: IndexArray, positions: npt.ArrayLike) -> IndexArray:
        """Move vertices; mend normals and boxes round them; return the dirty leaves.

        Parameters
        ----------
        rows : (k,) int32
        positions : (k, 3) float, mm

        Returns
        -------
        (j,) int32
            Leaves whose positions or normals changed, for partial uploads.
        """
        if len(rows) == len(self) and (rows == np.arange(len(self), dtype=INDEX)).all():
            self.positions[:] = positions  # ten times as fast
        else:
            self.positions[rows] = positions
        return self.refresh(rows)

    def refresh(self, rows: IndexArray) -> IndexArray:
        """Mend normals and boxes after positions of `rows` were written in place."""
        if len(rows) == 0:
            return np.empty(0, INDEX)
        if len(rows) == len(self):  # a piece that is moved as a whole
            self.mend_all_normals()
            self._mend_boxes()
            self.version += 1
            return np.arange(self.leaf_count, dtype=INDEX)
        self._tick += 1
        met, wide, _ = self._buffers()
        n = _surface_kernels.grow_rows(rows, self.ring_at, self.ring, met, self._tick, wide)
        grown = wide[:n]
        _surface_kernels.normals_of(grown, 0, 0, self.positions, self.ring_at, self.ring, self.closed, self.normals)
        a, b = _surface_kernels.dirty_leaves(
            grown, LEAF_SHIFT, self._links_at, self._links,
            self._flag_a, self._flag_b, self._out_a, self._out_b,
        )  # fmt: skip
        _surface_kernels.boxes_of(
            self._out_b[:b], self.positions, self._beyond_at, self._beyond, LEAF_SHIFT,
            self.leaf_lo, self.leaf_hi,
        )  # fmt: skip
        self.version += 1
        return np.sort(self._out_a[:a])

    def mend_all(self) -> None:
        """Work out every vertex normal and the boxes of all leaves anew."""
        self.mend_all_normals()
        self._own_buffers()

    def mend_all_normals(self) -> None:
        """Work out every vertex normal anew."""
        if "normals" not in self.__dict__:
            self.derive()
            return
        _surface_kernels.all_normals(self.positions, self.ring_at, self.ring, self.closed, self.normals)

    def leaves_of(self, rows: IndexArray) -> IndexArray:
        """Leaves that hold `rows`, ascending."""
        return each_once(np.asarray(rows) >> LEAF_SHIFT, self.leaf_count).astype(INDEX)

    def faces_of(self, rows: Rows) -> IndexArray:
        """Faces that use any of some rows, ascending; the cost follows their number."""
        flag = np.zeros(len(self), np.bool_)
        flag[rows] = True
        leaves = each_once(np.asarray(rows) >> LEAF_SHIFT, self.leaf_count)
        if len(leaves) == 0:
            return np.empty(0, INDEX)
        owners = each_once(np.concatenate([self.leaf_owners(int(leaf)) for leaf in leaves]), self.leaf_count)
        first, count = self.face_start[owners], self.face_start[owners + 1] - self.face_start[owners]
        some = (np.repeat(first - (np.cumsum(count) - count), count) + np.arange(count.sum())).astype(INDEX)
        return some[flag[self.faces[some]].any(axis=1)]

    def leaf_owners(self, leaf: int) -> IndexArray:
        """Leaves that own faces using vertices of `leaf`."""
        return self._links[self._links_at[leaf] : self._links_at[leaf + 1]]

    def triangles(self) -> IndexArray:
        """All faces as (k, 3) triangles: quads cut along corners 0-2."""
        return triangles_of(self.faces)

    def area(self) -> float:
        """Area of all faces, mm2."""
        return float(_surface_kernels.area(self.positions, self.faces))

    def copy(self) -> Surface:
        """An independent surface with the same rows and faces."""
        out = self.moved(self.positions, rows=np.empty(0, INDEX))
        out.faces = self.faces.copy()  # what belongs to faces is told by which array they are
        return out

    def frozen(self) -> Surface:
        """What this surface is now, to be read in another thread while it goes on changing.

        Nothing can be done with it.
        """
        out = object.__new__(Surface)
        out.__dict__.update(self.__dict__)
        out.positions = self.positions.copy()
        out._wear(self.channels.copy())
        return out


def _loops(vertices: int) -> ModuleType:
    """The compiled loops, or what stands in for them at the first look at small clay."""
    return first_look if compiler.does_without(vertices) else _surface_kernels


def triangles_of(faces: IndexArray) -> IndexArray:
    """Faces (m, 4) as (k, 3) triangles: quads cut along corners 0-2."""
    second = faces[faces[:, 3] != faces[:, 2]][:, [0, 2, 3]]
    return np.concatenate([faces[:, :3], second]).astype(INDEX)


def triangles_apart(faces: IndexArray) -> IndexArray:
    """Faces (m, 4) as (k, 3) triangles none of whose new edges is one already, as far as that can be.

    Quads are cut along corners 0-2, or along 1-3 where an edge or another quad's cut joins these: it would have more
    than two faces.
    """
    n = int(faces.max(initial=0)) + 1
    quad = faces[:, 3] != faces[:, 2]
    q = faces[quad].astype(np.int64)

    def keys(a: npt.NDArray[np.int64], b: npt.NDArray[np.int64]) -> npt.NDArray[np.int64]:
        return np.minimum(a, b) * n + np.maximum(a, b)

    wide = faces.astype(np.int64)
    sides = keys(wide.ravel(), np.roll(wide, -1, axis=1).ravel())
    one, two = keys(q[:, 0], q[:, 2]), keys(q[:, 1], q[:, 3])
    _, which, often = np.unique(one, return_inverse=True, return_counts=True)
    turn = np.isin(one, sides) | (often[which] > 1)
    turn &= ~np.isin(two, np.concatenate([sides, one[~turn]]))
    q = np.where(turn[:, None], np.roll(q, -1, axis=1), q)
    return np.concatenate([faces[~quad][:, :3], q[:, [0, 1, 2]], q[:, [0, 2, 3]]]).astype(INDEX)


def _as_quads(faces: npt.ArrayLike) -> IndexArray:
    array = np.asarray(faces)
    if array.ndim != 2 or array.shape[1] not in (3, 4):
        raise BadSurfaceError(phrase("faces must have shape (m, 3) or (m, 4), got {0}", array.shape))
    if len(array) > MAX_FACES:
        raise BadSurfaceError(
            phrase("{0} faces are more than the {1} allowed", grouped(len(array)), grouped(MAX_FACES))
        )
    if array.shape[1] == 3:
        array = np.concatenate([array, array[:, 2:3]], axis=1)
    return np.array(array, dtype=INDEX, order="C")


def _check(positions: FloatArray, faces: IndexArray) -> None:
    _check_positions(positions)
    n = len(positions)
    if n > MAX_VERTICES:
        raise BadSurfaceError(phrase("{0} vertices are more than the {1} allowed", grouped(n), grouped(MAX_VERTICES)))
    if n == 0 or len(faces) == 0:
        raise BadSurfaceError("the surface is empty: it needs at least one face")
    if faces.min() < 0 or faces.max() >= n:
        bad = int(faces.max() if faces.max() >= n else faces.min())
        raise BadSurfaceError(phrase("a face names vertex {0}, but there are only {1}", bad, n))


def _check_positions(positions: FloatArray) -> None:
    if positions.ndim != 2 or positions.shape[1] != 3:
        raise BadSurfaceError(phrase("positions must have shape (n, 3), got {0}", positions.shape))
    if len(positions) == 0:
        return
    reach = np.abs(_loops(len(positions)).extremes(positions)).max()
    if not np.isfinite(reach):
        row = int(np.nonzero(~np.isfinite(positions).all(axis=1))[0][0])
        raise BadSurfaceError(phrase("vertex {0} has a position that is not a number", row))
    if reach > 1e6:
        raise BadSurfaceError("the surface reaches further than a kilometre: check its units")


def _warm() -> None:
    compiler.awaken()
    cube = np.array([[x, y, z] for x in (-1, 1) for y in (-1, 1) for z in (-1, 1)], dtype=POSITION)
    faces = [[0, 1, 3, 2], [4, 6, 7, 5], [0, 4, 5, 1], [2, 3, 7, 6], [0, 2, 6, 4], [1, 5, 7, 3]]
    surface = Surface(cube, faces)
    rows = surface.rows_in_ball((1, 1, 1), 0.5)
    surface.set_rows(rows, surface.positions[rows])
    surface.nearest_row((0, 0, 0))
    surface.turned(-surface.positions)
    surface.area()


warmup.register("surfaces", _warm)
