"""Values for some rows of a surface: kept by leaves of rows, so that it costs memory only where something is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import INDEX, LEAF_ROWS, LEAF_SHIFT, IndexArray

#: One column or more of float32 or uint8.
Values = npt.NDArray[np.generic]


@dataclass(frozen=True, eq=False)
class SparseRows:
    """A sparse array (n, width); rows that are not kept are zero. Never changed in place.

    Attributes
    ----------
    width : int
    dtype : str
    leaves : mapping of leaf to (512, width)
    """

    width: int = 3
    dtype: str = "float32"
    leaves: Mapping[int, Values] = field(default_factory=dict)

    @property
    def size(self) -> int:
        """Bytes held."""
        return sum(v.nbytes for v in self.leaves.values())

    def covered(self, count: int) -> IndexArray:
        """Rows of all leaves that are kept, of a surface with `count` rows."""
        if not self.leaves:
            return np.empty(0, INDEX)
        rows = (np.array(sorted(self.leaves), np.int64)[:, None] * LEAF_ROWS + np.arange(LEAF_ROWS)).ravel()
        return rows[rows < count].astype(INDEX)

    def held(self, rows: IndexArray) -> npt.NDArray[np.bool_]:
        """Which rows (k,) lie in leaves that are kept."""
        leaf, table = rows >> LEAF_SHIFT, self._kept
        return np.asarray(table[np.minimum(leaf, len(table) - 1)])

    @cached_property
    def _kept(self) -> npt.NDArray[np.bool_]:
        """Which leaves are kept, and one beyond them that is not."""
        table = np.zeros(max(self.leaves, default=-1) + 2, bool)
        table[list(self.leaves)] = True
        return table

    def at(self, rows: IndexArray) -> Values:
        """Values (k, width) of rows, ascending."""
        out = np.zeros((len(rows), self.width), self.dtype)
        for leaf, first, last in _runs(rows):
            kept = self.leaves.get(leaf)
            if kept is not None:
                out[first:last] = kept if last - first == LEAF_ROWS else kept[rows[first:last] & (LEAF_ROWS - 1)]
        return out

    def with_rows(self, rows: IndexArray, values: npt.ArrayLike) -> SparseRows:
        """Another sheet with values (k, width) at rows, ascending; leaves that are not touched are shared."""
        given = np.asarray(values, self.dtype)
        leaves = dict(self.leaves)
        for leaf, first, last in _runs(rows):
            kept = leaves.get(leaf)
            own = np.zeros((LEAF_ROWS, self.width), self.dtype) if kept is None else kept.copy()
            own[rows[first:last] & (LEAF_ROWS - 1)] = given[first:last]
            leaves[leaf] = own
        return SparseRows(self.width, self.dtype, leaves)

    def trimmed(self) -> SparseRows:
        """The same without leaves that are all zero."""
        return SparseRows(self.width, self.dtype, {k: v for k, v in self.leaves.items() if v.any()})

    def table(self) -> tuple[IndexArray, Values]:
        """Kept leaves (l,) and their values (512 l, width), for a file."""
        keys = sorted(self.leaves)
        values = np.concatenate([self.leaves[k] for k in keys]) if keys else np.zeros((0, self.width), self.dtype)
        return np.array(keys, INDEX), values

    @classmethod
    def of_table(cls, leaves: IndexArray, values: Values) -> SparseRows:
        """The reverse of `table`."""
        blocks = np.ascontiguousarray(values).reshape(len(leaves), LEAF_ROWS, values.shape[1])
        return cls(values.shape[1], values.dtype.name, {int(k): b for k, b in zip(leaves, blocks, strict=True)})


def _runs(rows: IndexArray) -> list[tuple[int, int, int]]:
    """Leaf, first and end of each run of ascending rows within one leaf."""
    if not len(rows):
        return []
    leaf = rows >> LEAF_SHIFT
    cuts = np.nonzero(np.diff(leaf))[0] + 1
    first = np.concatenate([[0], cuts])
    last = np.concatenate([cuts, [len(rows)]])
    return [(int(leaf[a]), int(a), int(b)) for a, b in zip(first, last, strict=True)]
