"""Fixtures: isolated settings, the base head, small surfaces, a real window."""

import gc
import os
import tempfile
from dataclasses import replace
from fnmatch import fnmatchcase
from pathlib import Path

_HOME = tempfile.mkdtemp(prefix="yewfinch-test-")
os.environ["YEWFINCH_STATE"] = f"{_HOME}/state"
os.environ["YEWFINCH_CONFIG"] = f"{_HOME}/config"
os.environ.setdefault("QT_QPA_PLATFORM", "xcb")

import pytest  # noqa: E402
from hypothesis import settings  # noqa: E402

from yewfinch.core.anatomy.population.plain import plain_head  # noqa: E402
from yewfinch.core.document.figure.new_portrait import new_portrait  # noqa: E402
from yewfinch.core.document.model.portrait import Portrait  # noqa: E402
from yewfinch.core.mesh.surface.surface import Surface  # noqa: E402
from yewfinch.demo.shapes import cube_sphere  # noqa: E402

# The same examples at every run: a rare one that fails belongs in a test by name, not in somebody's next run.
settings.register_profile("steady", derandomize=True, deadline=None, max_examples=50)
settings.register_profile("explore", derandomize=False, deadline=None, print_blob=True)
settings.load_profile("explore" if "YEWFINCH_EXPLORE" in os.environ else "steady")


def pytest_collection_modifyitems(config, items):
    """Mark what `long.txt` lists; unless tests are named one by one, './run test' leaves it out."""
    patterns = [p for p in Path(__file__).with_name("long.txt").read_text().splitlines() if p and p[0] != "#"]
    for item in items:
        if any(fnmatchcase(item.nodeid, pattern) for pattern in patterns):
            item.add_marker("long")


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
    from yewfinch.demo.demo_portrait import FILE

    return FILE


@pytest.fixture(scope="session")
def qapp():
    from yewfinch.app.kit import theme
    from yewfinch.app.shell.application import make_app

    app = make_app([])
    theme.apply(app)
    from yewfinch.app.rooms import all_rooms

    all_rooms()

    gc.collect()
    gc.freeze()  # what was imported stays: collecting after each window need not look at it
    return app


#: Windows that were closed, and after how many of them what they leave behind is collected: the application has turned
#: collecting by itself off, and each time takes a tenth of a second.
_closed, _TOGETHER = [0], 4


@pytest.fixture
def sampled():
    """Vertices of clay up to which a processor draws four samples a pixel.

    None in most tests, which takes a tenth less time.
    """
    return 0


@pytest.fixture
def extent(request):
    """Size of the window: a small one in most tests, since its picture is drawn by a processor."""
    return (1280, 800) if request.node.get_closest_marker("first_start") else (1280, 640)


@pytest.fixture
def pinned(request):
    """Panels that stay open, so that tests can work in several without opening each; none as the bench first starts."""
    if request.node.get_closest_marker("first_start"):
        return []
    return [
        "The sitter", "Likeness", "Outlines and lines", "Landmarks on the clay", "History", "Base head",
        "Measures of the head", "Body", "Pose", "Solids", "Pieces", "Levels", "Armature", "Form layers",
        "Towards the sitter", "Calipers", "Complexion", "Colour", "Colour layers", "Pigments", "Picture and export",
    ]  # fmt: skip


@pytest.fixture(scope="session")
def loaded_demo():
    """The demo portrait as it is read once: each window gets a copy, which is quicker than reading it again."""
    from yewfinch.demo.demo_portrait import demo_portrait

    loaded = demo_portrait()
    loaded.layers, loaded.states = {}, {}  # tests make their own
    for piece in loaded.pieces.values():
        assert piece.levels is None and piece.follows is None
        piece.surface.derive()
    return loaded


def copy_of(loaded: Portrait) -> Portrait:
    """The same portrait with surfaces and a history of its own."""
    p = Portrait()
    for name, value in vars(loaded).items():
        if name not in ("pieces", "history", "_held_back"):
            setattr(p, name, dict(value) if isinstance(value, dict) else value)
    p.pieces = {k: replace(piece, surface=piece.surface.copy()) for k, piece in loaded.pieces.items()}
    return p


@pytest.fixture
def window(qtbot, loaded_demo, monkeypatch, sampled, extent, pinned):
    """The real window on the demo portrait."""
    monkeypatch.setattr("yewfinch.render.scene.SAMPLED", sampled)
    from tests.app.hands import handled
    from yewfinch.app.bench_window import bench_window
    from yewfinch.core.session.settings import Arrangement, Settings

    settings = Settings(arrangement=Arrangement(pinned=pinned, tool_folded=not pinned))
    w = bench_window(copy_of(loaded_demo), settings)
    w.resize(*extent)
    w.show()
    w.activateWindow()  # without a window manager nobody else does, and shortcuts need it
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    qtbot.waitUntil(lambda: w.viewport.context is not None, timeout=20000)
    handled()
    yield w
    w.settle = lambda: True  # tests do not answer questions about unsaved work
    w.close()
    w.deleteLater()
    _closed[0] += 1
    if _closed[0] % _TOGETHER == 0:
        gc.collect()  # windows that went before; here, not in whatever thread allocates next
