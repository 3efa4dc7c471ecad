"""Modules of loops and of panels wait until something in them is asked for."""

import subprocess
import sys

SCRIPT = """
import sys
from threading import Barrier, Thread

from yewfinch.core.mesh.surface import _surface_kernels as kernels

assert "numba" not in sys.modules
assert kernels.__name__.endswith("_surface_kernels") and kernels.__file__.endswith("_surface_kernels.py")
assert "numba" not in sys.modules, "what Python says of every module runs nothing"
together, found = Barrier(4), []

def ask():
    together.wait()
    found.append(kernels.area)

threads = [Thread(target=ask) for _ in range(4)]
for thread in threads:
    thread.start()
for thread in threads:
    thread.join()
assert "numba" in sys.modules and len(found) == 4 and len({id(f) for f in found}) == 1
assert "extremes" in dir(kernels)
try:
    kernels.no_such_loop
except AttributeError as error:
    assert "no_such_loop" in str(error)
else:
    raise AssertionError
from yewfinch.app.rooms.figure import body_panel
assert "BodyPanel" not in object.__getattribute__(body_panel, "__dict__")
assert body_panel.BodyPanel.__name__ == "BodyPanel"
print("well")
"""


def test_a_module_runs_once_when_it_is_first_needed():
    out = subprocess.run([sys.executable, "-c", SCRIPT], check=False, capture_output=True, text=True, timeout=300)
    assert out.stdout == "well\n", out.stderr


def test_a_module_that_fails_says_so_each_time_and_can_be_mended(tmp_path):
    folder = tmp_path / "spoilt"
    folder.mkdir()
    (folder / "_broken_kernels.py").write_text("raise ValueError('not today')")
    script = f"""
import yewfinch
yewfinch.__path__.append({str(tmp_path)!r})
import types, sys
package = types.ModuleType("yewfinch.spoilt"); package.__path__ = [{str(folder)!r}]
sys.modules["yewfinch.spoilt"] = package
import yewfinch.spoilt._broken_kernels as broken
for _ in range(2):
    try:
        broken.loop
    except ValueError as error:
        print(error)
open({str(folder / "_broken_kernels.py")!r}, "w").write("loop = 12345")
print(broken.loop)
"""
    out = subprocess.run([sys.executable, "-B", "-c", script], check=False, capture_output=True, text=True, timeout=60)
    assert out.stdout == "not today\nnot today\n12345\n", out.stderr
