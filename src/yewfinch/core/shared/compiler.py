"""Whether compiled loops can be had at once, so that a first picture need not wait for them.

The compiler loads half a second of its own modules at the first compiled loop of a process. What is drawn first of
small clay is therefore worked out with NumPy, and the compiler is woken beside the window.
"""

from __future__ import annotations

import sys

from yewfinch.core.shared import _compiler_kernels

#: More vertices than these are sooner done with the compiler woken first.
SMALL = 150_000
#: A module that the compiler loads when it has a loop for the first time.
_LOADED = "numba.np.linalg"


def is_awake() -> bool:
    """Has the compiler loaded what it needs to run a loop? It never goes to sleep again."""
    return _LOADED in sys.modules


def awaken() -> None:
    """Have the compiler load what it needs, which takes half a second the first time."""
    _compiler_kernels.nothing(0)


def does_without(vertices: int) -> bool:
    """Is work on so many vertices better done without compiled loops now?"""
    return vertices <= SMALL and not is_awake()
