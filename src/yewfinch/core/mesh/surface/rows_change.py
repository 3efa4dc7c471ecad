"""What was written into some rows of one channel: enough to take it back and to do it again."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import IndexArray

Channel = Literal["positions", "colour", "mask", "roughness"]


@dataclass(frozen=True)
class RowsChange:
    """Rows of one channel of one piece.

    Attributes
    ----------
    piece : str
    channel : {"positions", "colour", "mask", "roughness"}
    rows : (k,) int32
    before, after : (k, c) of the channel's dtype
    """

    piece: str
    channel: Channel
    rows: IndexArray
    before: npt.NDArray[np.generic]
    after: npt.NDArray[np.generic]

    @property
    def size(self) -> int:
        """Bytes held."""
        return self.rows.nbytes + self.before.nbytes + self.after.nbytes
