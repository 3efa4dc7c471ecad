"""The warm-up: nothing is left to be compiled while somebody works."""

import subprocess
import sys

#: Made or reached by what the set-up makes besides: the base head, the bodies, the skull.
ELSEWHERE = {
    "anatomy.figure._flesh_kernels.left_over",
    "anatomy.figure._flesh_kernels.fit",
    "anatomy.figure._flesh_kernels.evened",
    "mesh.surface._surface_kernels.middles",
    "mesh.surface._surface_kernels.morton",
}

SCRIPT = """
import sys
from numba.core.registry import CPUDispatcher
from yewfinch.warm import import_all
from yewfinch.core.shared import warmup
import_all()
warmup.run()
for name, module in list(sys.modules.items()):
    if name.startswith("yewfinch.") and name.endswith("_kernels"):
        dir(module)  # runs it, if nothing has
        for key, thing in vars(module).items():
            of_here = isinstance(thing, CPUDispatcher) and thing.__module__ == name and not key.startswith("_")
            if of_here and not thing.signatures:
                print(name.removeprefix("yewfinch.core.") + "." + key)
"""


def test_every_kernel_is_compiled_by_the_warm_up():
    out = subprocess.run([sys.executable, "-c", SCRIPT], capture_output=True, text=True, timeout=600, check=True)
    assert set(out.stdout.split()) - ELSEWHERE == set()
