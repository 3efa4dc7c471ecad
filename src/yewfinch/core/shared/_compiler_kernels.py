"""The smallest loop there is. See `compiler.py`."""

from numba import njit


@njit(cache=True)
def nothing(count):  # type: ignore[no-untyped-def]
    """Counts up to so many."""
    n = 0
    for _ in range(count):
        n += 1
    return n
