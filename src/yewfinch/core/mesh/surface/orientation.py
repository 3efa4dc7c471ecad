"""Which way faces look."""

from __future__ import annotations

from typing import TypeVar

import numpy as np
import numpy.typing as npt

from yewfinch.core.mesh.surface import _ring_kernels
from yewfinch.core.shared import warmup

T = TypeVar("T", bound=np.signedinteger)


def turned_round(faces: npt.NDArray[T]) -> npt.NDArray[T]:
    """The same faces (m, 4) seen from their other side; a triangle repeats its third index."""
    return np.asarray(_ring_kernels.turned_faces(faces))


def _warm() -> None:
    turned_round(np.array([[0, 1, 2, 3]], np.int32))
    turned_round(np.array([[0, 1, 2, 3]], np.int64))


warmup.register("turned faces", _warm)
