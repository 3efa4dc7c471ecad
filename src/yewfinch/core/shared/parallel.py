"""How loops are made parallel: those written with `prange`, and none that Numba would find by itself.

Looking for more in every array expression takes a seventh of all the time of compiling and finds nothing worth having;
sums are added in one order, too.
"""

from typing import Any

#: Numba's types say that this is true or false; it takes a dictionary as well.
LOOPS: Any = {
    "prange": True, "comprehension": False, "numpy": False, "reduction": False, "inplace_binop": False,
    "setitem": False, "stencil": False, "fusion": False,
}  # fmt: skip
