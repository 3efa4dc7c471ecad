"""Bytes for colour samples that cost memory only where something was laid on; written in place."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, ByteArray, IndexArray
from yewfinch.core.skin import _layer_kernels as kernels


class Sheet:
    """Values (N, width) uint8 of samples, kept by leaves of 512; those of leaves that are not kept are plain.

    Parameters
    ----------
    count : int
        Samples.
    plain : tuple of int
        Values of samples that nothing was laid on; as many as a sample has.
    """

    def __init__(self, count: int, plain: tuple[int, ...]) -> None:
        self.count = count
        self.plain = np.array(plain, np.uint8)
        self.slot: IndexArray = np.full((count + LEAF_ROWS - 1) >> LEAF_SHIFT, -1, INDEX)
        self.pool: ByteArray = np.empty((0, LEAF_ROWS, len(plain)), np.uint8)
        self._used = 0
        self._known: tuple[IndexArray, ByteArray, int, int] | None = None

    @property
    def addresses(self) -> tuple[int, int]:
        """Of the slots and of the pool, for loops that take many sheets; as long as both arrays are kept alive."""
        known = self._known
        if known is None or known[0] is not self.slot or known[1] is not self.pool:
            known = self._known = self.slot, self.pool, self.slot.ctypes.data, self.pool.ctypes.data
        return known[2], known[3]

    @property
    def width(self) -> int:
        """Values of a sample."""
        return len(self.plain)

    @property
    def size(self) -> int:
        """Bytes held."""
        return self.pool.nbytes + self.slot.nbytes

    @property
    def leaves(self) -> IndexArray:
        """Leaves that are kept, ascending."""
        return np.flatnonzero(self.slot >= 0).astype(INDEX)

    def at(self, rows: IndexArray) -> ByteArray:
        """Values (k, width) of samples."""
        out = np.empty((len(rows), self.width), np.uint8)
        kernels.gathered(rows, self.slot, self.pool, self.plain, out)
        return out

    def put(self, rows: IndexArray, values: npt.ArrayLike) -> None:
        """Lay values (k, width) onto samples."""
        self._keep(kernels.leaves_of(rows, len(self.slot)))
        kernels.scattered(rows, self.slot, self.pool, np.ascontiguousarray(values, np.uint8))

    def _keep(self, leaves: npt.NDArray[np.integer]) -> None:
        """Keep leaves from now on."""
        new = leaves[self.slot[leaves] < 0]
        if not len(new):
            return
        wanted = self._used + len(new)
        if wanted > len(self.pool):
            room = min(max(wanted, len(self.pool) * 3 // 2, 8), len(self.slot))
            pool = np.empty((room, LEAF_ROWS, self.width), np.uint8)
            pool[: self._used] = self.pool[: self._used]
            self.pool = pool
        self.pool[self._used : wanted] = self.plain
        self.slot[new] = np.arange(self._used, wanted, dtype=INDEX)
        self._used = wanted

    def dense(self) -> ByteArray:
        """All values, (N, width), in an array of its own."""
        out = np.empty((len(self.slot), LEAF_ROWS, self.width), np.uint8)
        held = self.slot >= 0
        out[held] = self.pool[self.slot[held]]
        out[~held] = self.plain
        return out.reshape(-1, self.width)[: self.count]

    @classmethod
    def of_dense(cls, values: ByteArray, plain: tuple[int, ...]) -> Sheet:
        """The sheet of all values (N, width); leaves that are plain are not kept."""
        out = cls(len(values), plain)
        whole = np.empty((len(out.slot), LEAF_ROWS, out.width), np.uint8)
        flat = whole.reshape(-1, out.width)
        flat[: len(values)], flat[len(values) :] = values, plain
        kept = np.flatnonzero((whole != out.plain).any(axis=(1, 2)))
        out.pool = whole if len(kept) == len(whole) else whole[kept]
        out.slot[kept] = np.arange(len(kept), dtype=INDEX)
        out._used = len(kept)
        return out

    def renumbered(self, row: IndexArray) -> Sheet:
        """The same values under other numbers: sample i of the new sheet is sample `row[i]` of this one."""
        if not len(self.leaves):
            return Sheet(len(row), tuple(int(v) for v in self.plain))
        return Sheet.of_dense(self.dense()[row], tuple(int(v) for v in self.plain))

    def copy(self) -> Sheet:
        """The same values in arrays of their own."""
        out = Sheet(0, tuple(int(v) for v in self.plain))
        out.count, out.slot, out.pool, out._used = (
            self.count,
            self.slot.copy(),
            self.pool[: self._used].copy(),
            self._used,
        )
        return out

    def table(self) -> tuple[IndexArray, ByteArray]:
        """Leaves that are kept (l,) and their values (512 l, width), for a file; leaves that are plain are left out."""
        leaves = self.leaves
        values = self.pool[self.slot[leaves]]
        some = (values != self.plain).any(axis=(1, 2))
        return leaves[some], values[some].reshape(-1, self.width)

    @classmethod
    def of_table(cls, count: int, plain: tuple[int, ...], leaves: IndexArray, values: ByteArray) -> Sheet:
        """The reverse of `table`."""
        out = cls(count, plain)
        out.pool = np.ascontiguousarray(values, np.uint8).reshape(len(leaves), LEAF_ROWS, len(plain)).copy()
        out.slot[leaves] = np.arange(len(leaves), dtype=INDEX)
        out._used = len(leaves)
        return out
