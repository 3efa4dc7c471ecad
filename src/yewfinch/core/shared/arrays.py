"""Array dtypes and aliases used throughout the core."""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

FloatArray = npt.NDArray[np.float32]
DoubleArray = npt.NDArray[np.float64]
IndexArray = npt.NDArray[np.int32]
ByteArray = npt.NDArray[np.uint8]

POSITION = np.float32
INDEX = np.int32

#: Rows of one leaf: the unit of query, picking, dirty ranges and buffer writes.
LEAF_ROWS = 512
LEAF_SHIFT = 9

#: Most vertices and faces any surface may have; checked before allocation.
MAX_VERTICES = 20_000_000
MAX_FACES = 40_000_000
