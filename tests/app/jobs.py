"""Begin jobs in the window and wait for them."""

import trimesh

from tests.app.hands import handled, unfold


def done(w, qtbot):
    """Wait until pieces are fused."""
    qtbot.waitUntil(lambda: not w.panel("Fuse and remesh").busy(), timeout=120000)
    w.activateWindow()  # without a window manager nobody else does, after a dialog
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    handled()


def finished(w, panel, qtbot):
    """Wait until a panel has ended its job."""
    qtbot.waitUntil(lambda: not panel.busy(), timeout=60000)
    w.activateWindow()
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    handled()


def begun(window, *folds):
    """The window in the stage Form with panels open, and the head's surface."""
    w = window
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    for name in ("Levels", "Form layers", "Likeness"):
        w.inspector.folds[name].button.setChecked(False)
    unfold(w, *folds)
    handled()
    return w, w.bench.portrait.surface("head")


def sound(surface):
    """A surface as a body of trimesh, closed and turned one way."""
    mesh = trimesh.Trimesh(surface.positions, surface.triangles(), process=False)
    assert mesh.is_watertight
    assert mesh.is_winding_consistent
    return mesh
