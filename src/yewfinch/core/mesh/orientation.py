"""Which way faces look."""

from __future__ import annotations

from typing import TypeVar

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh import _ring_kernels

T = TypeVar("T", bound=np.signedinteger)


def turned_round(faces: npt.NDArray[T]) -> npt.NDArray[T]:
    """The same faces (m, 4) seen from their other side; a triangle repeats its third index."""
    return np.asarray(_ring_kernels.turned_faces(faces))
