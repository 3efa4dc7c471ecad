"""The core comes without Qt and OpenGL, and quickly without heavy libraries."""

import subprocess
import sys


def modules_after(code):
    out = subprocess.run(
        [sys.executable, "-c", f"import sys\n{code}\nprint(*sys.modules)"], capture_output=True, text=True, check=True
    )
    return set(out.stdout.split())


def test_the_core_imports_neither_qt_nor_opengl():
    found = modules_after(
        "import pkgutil, importlib, yewfinch.core as c\n"
        "for m in pkgutil.walk_packages(c.__path__, 'yewfinch.core.'): importlib.import_module(m.name)"
    )
    assert "yewfinch.core.sculpt.tools.clay" in found
    assert not {m for m in found if m.split(".")[0] in ("PyQt6", "moderngl", "OpenGL")}


def test_heavy_libraries_wait_until_they_are_needed():
    found = modules_after("import yewfinch.core.formats.container, yewfinch.core.sculpt.registry")
    assert not {"trimesh", "igl", "scipy.sparse"} & found
