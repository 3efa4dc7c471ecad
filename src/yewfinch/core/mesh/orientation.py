"""Which way faces look."""

from __future__ import annotations

from typing import TypeVar

import numpy as np
import numpy.typing as npt

T = TypeVar("T", bound=np.signedinteger)


def turned_round(faces: npt.NDArray[T]) -> npt.NDArray[T]:
    """The same faces (m, 4) seen from their other side; a triangle repeats its third index."""
    out = faces[:, [0, 3, 2, 1]]
    three = faces[:, 2] == faces[:, 3]
    out[three] = faces[three][:, [0, 2, 1, 1]]
    return np.ascontiguousarray(out)
