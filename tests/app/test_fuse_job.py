"""A rough head of solids in the real window: fused, cut, remeshed, mirrored, saved, reopened, undone."""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, drag, handled, line, typed, unfold
from tests.app.jobs import done, sound

PARTS = (
    ("ball", {"across": 150, "tall": 180, "deep": 190}, (0, 40, -5), (0, 0, 0)),
    ("block", {"across": 105, "tall": 110, "deep": 90, "edge": 30}, (0, -45, 45), (0, 0, 0)),
    ("cylinder", {"low": 62, "high": 52, "tall": 150, "edge": 4}, (0, -110, -25), (12, 0, 0)),
    ("cone", {"low": 17, "tall": 55, "tip": 8}, (0, -5, 100), (18, 0, 0)),
    ("ball", {"across": 16, "tall": 62, "deep": 36}, (78, 0, -8), (0, 0, 8)),
)


@pytest.fixture
def roughed(window, qtbot):
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    portrait = window.bench.portrait
    for key in ("head", "eye_left", "eye_right", "teeth"):
        portrait.put_piece(replace(portrait.pieces[key], visible=False), "Hide")
    for kind, values, place, turn in PARTS:
        click(window.panel("Solids").kinds[kind])
        window.panel("Solids").solids.change(
            replace(
                window.panel("Solids").solids.solid,
                values=values,
                place=tuple(map(float, place)),
                turn=tuple(map(float, turn)),
                edge=6.0,
            ),
            "all",
        )
        window.panel("Solids").solids.finish()
    window.panel("Pieces").mirror(window.bench.selection.piece_id)  # the other ear
    unfold(window, "Fuse and remesh")
    window.bench.set_mode("tool")
    window.bench.selection.choose("solid")
    qtbot.waitUntil(lambda: "6 pieces in sight" in window.panel("Fuse and remesh").note.text())
    return window


def test_a_rough_head_is_fused_worked_on_cut_and_remeshed(roughed, qtbot, tmp_path):
    w, portrait, panel = roughed, roughed.bench.portrait, roughed.panel("Fuse and remesh")
    typed(panel.edge.box, "6")
    typed(panel.join.box, "12")
    steps = portrait.history.position
    click(panel.fuse)
    done(w, qtbot)
    made = portrait.pieces["solid"]
    assert made.solid is None
    assert portrait.history.position == steps + 1
    assert set(portrait.pieces) == {"head", "eye_left", "eye_right", "teeth", "solid"}
    mesh = sound(made.surface)
    assert mesh.euler_number == 2
    assert "quads with edges of 6 mm" in w.status.message.text()
    qtbot.waitUntil(lambda: not panel._timer.isActive())
    assert panel.edge.value() == pytest.approx(6.0)  # what was chosen stays, though other pieces are in sight
    # symmetric parts gave a symmetric head
    at = made.surface.positions
    key, other = np.lexsort(at.T), np.lexsort((at * np.array([-1, 1, 1], np.float32)).T)
    np.testing.assert_allclose(at[key], (at * np.array([-1, 1, 1]))[other], atol=1e-6)

    # it is clay
    w.viewport.view_all()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    w.bench.tools.take("clay")
    handled()
    x, y = w.viewport.camera().project(np.array([[20.0, 90.0, 60.0]]))[0]
    before = made.surface.positions.copy()
    drag(w.viewport, line((x, y), (x + 30, y)))
    assert not np.array_equal(made.surface.positions, before)

    # an eye's hollow cut out with a ball
    click(w.panel("Solids").kinds["ball"])
    w.panel("Solids").solids.change(
        replace(
            w.panel("Solids").solids.solid, values={"across": 60, "tall": 50, "deep": 60}, place=(34.0, 20.0, 80.0)
        ),
        "all",
    )
    w.panel("Solids").solids.finish()
    volume = sound(made.surface).volume
    qtbot.waitUntil(panel.take.isEnabled)
    click(panel.take)
    done(w, qtbot)
    assert sound(portrait.surface("solid")).volume < volume - 8000
    assert set(portrait.pieces) == {"head", "eye_left", "eye_right", "teeth", "solid"}

    w.bench.selection.choose("solid")
    qtbot.waitUntil(lambda: not panel._timer.isActive())  # an edge that fits is offered when other pieces are in sight
    typed(panel.edge.box, "9")
    count = len(portrait.surface("solid"))
    click(panel.remesh)
    done(w, qtbot)
    assert len(portrait.surface("solid")) < 0.6 * count
    sound(portrait.surface("solid"))

    at = portrait.surface("solid").positions.copy()
    assert w.documents.save(tmp_path / "rough.yewfinch").wait()
    assert w.documents.open(tmp_path / "rough.yewfinch").wait()
    np.testing.assert_array_equal(w.bench.portrait.surface("solid").positions, at)


def test_fusing_is_cancelled_and_nothing_is_lost(roughed, qtbot):
    from PyQt6.QtWidgets import QApplication, QProgressDialog, QPushButton

    w, portrait = roughed, roughed.bench.portrait
    held, steps = dict(portrait.pieces), portrait.history.position
    typed(w.panel("Fuse and remesh").edge.box, "1.2")
    click(w.panel("Fuse and remesh").fuse)
    (dialog,) = [d for d in QApplication.topLevelWidgets() if isinstance(d, QProgressDialog) and d.isVisible()]
    click(dialog.findChild(QPushButton))
    done(w, qtbot)
    assert portrait.pieces == held
    assert portrait.history.position == steps
    assert "left as they were" in w.status.message.text()


def test_undo_gives_the_solids_back_with_their_measures(roughed, qtbot):
    w, portrait = roughed, roughed.bench.portrait
    typed(w.panel("Fuse and remesh").edge.box, "9")
    click(w.panel("Fuse and remesh").fuse)
    done(w, qtbot)
    QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert [portrait.pieces[f"solid{n}"].solid.kind for n in (2, 3, 4)] == ["block", "cylinder", "cone"]
    assert portrait.pieces["solid"].solid.value("tall") == 180


def test_an_open_sheet_is_named(roughed, qtbot):
    w = roughed
    click(w.panel("Solids").kinds["plane"])
    click(w.panel("Fuse and remesh").fuse)
    done(w, qtbot)
    qtbot.waitUntil(lambda: "'Plane' has an open rim" in w.status.message.text())
