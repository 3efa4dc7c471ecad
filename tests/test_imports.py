"""The core comes without Qt and OpenGL, and quickly without heavy libraries."""

import ast
import subprocess
import sys
from functools import cache
from pathlib import Path

import numpy as np
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components

import yewfinch


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
    found = modules_after("import yewfinch.core.formats.container, yewfinch.core.sculpt.toolbox")
    assert not {"trimesh", "igl", "scipy.sparse"} & found


def test_the_bench_starts_without_heavy_libraries():
    found = modules_after("from yewfinch.app.rooms import all_rooms; all_rooms()")
    assert "yewfinch.app.rooms.any_clay.room" in found
    assert not {"trimesh", "igl", "skimage", "cv2", "scipy.sparse", "scipy.linalg", "scipy.ndimage"} & found


@cache
def imports():
    """Which modules of ours each imports: at the top, within functions and for types alike."""
    root = Path(yewfinch.__file__).parents[1]
    files = {
        ".".join(f.relative_to(root).with_suffix("").parts).removesuffix(".__init__"): f for f in root.rglob("*.py")
    }
    out = {}
    for module, file in files.items():
        found = set()
        for node in ast.walk(ast.parse(file.read_text())):
            if isinstance(node, ast.Import):
                found |= {a.name for a in node.names}
            elif isinstance(node, ast.ImportFrom) and node.module:
                found |= {
                    f"{node.module}.{a.name}" if f"{node.module}.{a.name}" in files else node.module for a in node.names
                }
        out[module] = (found & set(files)) - {module}
    return out


def circles(graph):
    """Sets of nodes that reach each other."""
    nodes = list(graph)
    number = {node: i for i, node in enumerate(nodes)}
    one = [number[n] for n in nodes for _ in graph[n]]
    two = [number[o] for n in nodes for o in graph[n]]
    net = coo_array((np.ones(len(one)), (one, two)), shape=(len(nodes), len(nodes)))
    lot = connected_components(net, connection="strong")[1]
    lots = {k: frozenset(n for n, own in zip(nodes, lot, strict=True) if own == k) for k in set(lot.tolist())}
    return {found for found in lots.values() if len(found) > 1 or next(iter(found)) in graph[next(iter(found))]}


def test_circles_are_found():
    assert circles({"a": {"b"}, "b": {"c"}, "c": {"b"}, "d": {"a"}}) == {frozenset("bc")}
    assert circles({"a": {"a"}, "b": set()}) == {frozenset("a")}


def test_no_modules_import_each_other():
    found = imports()
    assert len(found) > 400
    assert "yewfinch.app.view.hands" in found["yewfinch.app.view.viewport"]
    assert circles(found) == set()


def test_no_packages_import_each_other():
    """Whole folders, but for those that hold the others."""
    found = imports()
    folders = {module: module.rpartition(".")[0] for module in found}
    graph = {folder: set() for folder in folders.values()}
    for module, others in found.items():
        graph[folders[module]] |= {folders[o] for o in others if folders[o] != folders[module]}
    leaves = {folder for folder in graph if not any(other.startswith(f"{folder}.") for other in graph)}
    assert circles({folder: graph[folder] & leaves for folder in leaves}) == set()
