"""Fixtures: isolated settings, the base head, small surfaces, a real window."""

import gc
import os
import tempfile
from dataclasses import replace
from pathlib import Path

_HOME = tempfile.mkdtemp(prefix="yewfinch-test-")
os.environ["YEWFINCH_STATE"] = f"{_HOME}/state"
os.environ["YEWFINCH_CONFIG"] = f"{_HOME}/config"
os.environ.setdefault("QT_QPA_PLATFORM", "xcb")

import numpy as np  # noqa: E402
import pytest  # noqa: E402
from hypothesis import settings  # noqa: E402

from yewfinch.core.document.new import new_portrait  # noqa: E402
from yewfinch.core.document.plain import plain_head  # noqa: E402
from yewfinch.core.document.portrait import Portrait  # noqa: E402
from yewfinch.core.mesh.order import in_face_order  # noqa: E402
from yewfinch.core.mesh.surface import Surface  # noqa: E402

# The same examples at every run: a rare one that fails belongs in a test by name, not in somebody's next run.
settings.register_profile("steady", derandomize=True, deadline=None)
settings.load_profile("steady")


def cube_sphere(n: int, radius: float = 100.0) -> Surface:
    """A ball of quads: a cube of n x n squares a side, blown up."""
    points: dict[tuple[int, int, int], int] = {}
    where: list[tuple[int, int, int]] = []
    quads = []

    def row(p: tuple[int, int, int]) -> int:
        if p not in points:
            points[p] = len(where)
            where.append(p)
        return points[p]

    for axis in range(3):
        for side in (0, n):
            for i in range(n):
                for j in range(n):
                    corners = []
                    for a, b in ((i, j), (i + 1, j), (i + 1, j + 1), (i, j + 1)):
                        p = [0, 0, 0]
                        p[axis], p[(axis + 1) % 3], p[(axis + 2) % 3] = side, a, b
                        corners.append(row((p[0], p[1], p[2])))
                    quads.append(corners if side else corners[::-1])
    q = np.array(where, float) / n * 2 - 1
    q = np.tan(q * np.pi / 4)
    q = q / np.linalg.norm(q, axis=1, keepdims=True) * radius
    faces, order = in_face_order(q.astype(np.float32), np.array(quads, np.int32))
    return Surface(q[order], faces)


@pytest.fixture
def ball() -> Surface:
    return cube_sphere(24)


@pytest.fixture(scope="session")
def made_head():
    return plain_head()


@pytest.fixture(scope="session")
def untouched():
    return new_portrait()


@pytest.fixture
def portrait(untouched):
    p = Portrait()
    p.pieces = {k: replace(piece, surface=piece.surface.copy()) for k, piece in untouched.pieces.items()}
    p.anchors, p.lines, p.figure = dict(untouched.anchors), dict(untouched.lines), untouched.figure
    yield p
    p.history.close()


@pytest.fixture(scope="session")
def demo_file() -> Path:
    from yewfinch.demo.portrait import FILE

    return FILE


@pytest.fixture(scope="session")
def qapp():
    from yewfinch.app import theme
    from yewfinch.app.main import make_app

    app = make_app([])
    theme.apply(app)
    import yewfinch.app.window  # noqa: F401

    gc.collect()
    gc.freeze()  # what was imported stays: collecting after each window need not look at it
    return app


@pytest.fixture
def window(qtbot, demo_file):
    """The real window on the demo portrait."""
    from yewfinch.app.window import MainWindow
    from yewfinch.core.document.settings import Settings
    from yewfinch.demo.portrait import demo_portrait

    w = MainWindow(demo_portrait(), Settings())
    w.show()
    w.activateWindow()  # without a window manager nobody else does, and shortcuts need it
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    qtbot.waitUntil(lambda: w.viewport.context is not None, timeout=20000)
    qtbot.wait(50)
    yield w
    w.settle = lambda: True  # tests do not answer questions about unsaved work
    w.close()
    w.deleteLater()
    gc.collect()  # windows that went before; here, not in whatever thread allocates next
