"""What was written into some rows of one channel: enough to take it back and to do it again."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from yewfinch.core.shared.arrays import IndexArray

#: "positions", or the name of a channel that is declared.
Channel = str


@dataclass(frozen=True)
class RowsChange:
    """Rows of one channel of one piece.

    Attributes
    ----------
    piece : str
    channel : Channel
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
