"""Masks by lasso and box, stored and hidden.

Shells; cuts along drawn lines; mended, reduced and mirrored: in the real window.
"""

import numpy as np
import pytest
import trimesh
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QInputDialog, QProgressDialog, QPushButton

from tests.app.hands import click, drag, handled, line, unfold
from tests.app.jobs import finished
from yewfinch.app.rooms.masks import mask_maker


@pytest.fixture
def w(window, qtbot):
    window.bench.set_stage("Block")
    for title in ("Masks from the form", "Cut and outline", "Symmetry of shape", "Mend and reduce"):
        unfold(window, title)
    window.bench.selection.choose("head")
    handled()
    return window


def seen(w, *points):
    return [tuple(map(float, p)) for p in w.viewport.camera().project(np.array(points, float))]


def round_about(w, point, size):
    (x, y), a = seen(w, point)[0], np.linspace(0, 6.2, 30)
    return [(x + size * np.cos(t), y + size * np.sin(t)) for t in a]


def test_masked_by_lasso_freed_by_box_stored_hidden_and_saved(w, qtbot, tmp_path, monkeypatch):
    surface = w.bench.portrait.surface("head")
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_A)
    assert w.bench.mode == "outline"
    drag(w.viewport, round_about(w, (35, 45, 85), 40))
    held = surface.mask[:, 0] > 127
    assert held.any()
    assert (surface.positions[held][:, 0] < -5).any()  # symmetry is on
    assert surface.positions[held][:, 2].min() > -20  # what faces away is not met
    before = int(held.sum())
    click(w.panel("Masks from the form").shapes["box"])
    drag(w.viewport, line(*seen(w, (0, 120, 60), (120, 20, 60))), mods=Qt.KeyboardModifier.ControlModifier)
    assert 0 < int((surface.mask[:, 0] > 127).sum()) < before
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert w.bench.mode == "tool"
    monkeypatch.setattr(QInputDialog, "getText", lambda *a, **k: ("around the eyes", True))
    click(w.panel("Masks from the form").store)
    assert "around the eyes" in w.bench.portrait.pieces["head"].regions
    click(w.panel("Masks from the form").buttons["grow"])
    wider = int((surface.mask > 0).sum())
    click(w.panel("Masks from the form").buttons["shrink"])
    assert int((surface.mask > 0).sum()) < wider
    QTest.mouseClick(
        w.panel("Masks from the form").hidden,
        Qt.MouseButton.LeftButton,
        pos=w.panel("Masks from the form").hidden.rect().center()
        - w.panel("Masks from the form").hidden.rect().center() / 1.2,
    )
    assert w.bench.portrait.pieces["head"].hide_masked
    w.documents.save(tmp_path / "a.yewfinch").wait()
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait.pieces["head"].surface is not surface)
    head = w.bench.portrait.pieces["head"]
    assert head.hide_masked
    assert "around the eyes" in head.regions


def test_on_dense_clay_a_lasso_masks_the_same_behind_a_dialog(w, qtbot, monkeypatch):
    surface, ways = w.bench.portrait.surface("head"), []
    made = mask_maker.at_once_or_behind_dialog
    monkeypatch.setattr(mask_maker, "at_once_or_behind_dialog", lambda *a: (ways.append(made(*a)), ways[-1])[1])
    click(w.panel("Masks from the form").shapes["lasso"])
    drag(w.viewport, round_about(w, (35, 45, 85), 40))
    at_once = surface.mask.copy()
    assert ways == [None]
    assert at_once.any()
    w.undo()
    monkeypatch.setattr(mask_maker, "LIGHT", 1)  # as if there were so many more vertices
    drag(w.viewport, round_about(w, (35, 45, 85), 40))
    finished(w, w.panel("Masks from the form").maker, qtbot)
    assert ways[1] is not None
    assert np.array_equal(surface.mask, at_once)
    w.undo()
    assert not surface.mask.any()


def test_reducing_is_cancelled_while_its_process_works(w, qtbot):
    faces = w.bench.portrait.surface("head").faces
    w.panel("Mend and reduce").count.setValue(1000)
    click(w.panel("Mend and reduce").reduce)
    (dialog,) = [d for d in QApplication.topLevelWidgets() if isinstance(d, QProgressDialog) and d.isVisible()]
    qtbot.waitUntil(lambda: dialog.value() >= 80, timeout=20000)  # edges collapse
    cancel = dialog.findChild(QPushButton)
    QTest.mouseClick(cancel, Qt.MouseButton.LeftButton)
    finished(w, w.panel("Mend and reduce"), qtbot)
    assert w.status.message.text() == "The piece was left as it was."
    assert w.bench.portrait.surface("head").faces is faces
    click(w.panel("Mend and reduce").reduce)  # and once more, to its end
    finished(w, w.panel("Mend and reduce"), qtbot)
    assert len(w.bench.portrait.surface("head").faces) <= 1008
    w.undo()
    assert w.bench.portrait.surface("head").faces is faces


def test_hidden_clay_is_not_drawn_and_not_met(w, qtbot):
    surface = w.bench.portrait.surface("head")
    drawn = w.viewport.small_picture(w.viewport.camera())
    x, y = (round(v) for v in seen(w, w.bench.portrait.landmark("prn"))[0])
    click(w.panel("Masks from the form").buttons["facing"])
    assert surface.mask.any()
    click(w.panel("Masks from the form").hidden)
    qtbot.waitUntil(lambda: w.bench.portrait.pieces["head"].hide_masked)
    after = w.viewport.small_picture(w.viewport.camera())
    assert after.pixelColor(x, y) != drawn.pixelColor(x, y)
    from PyQt6.QtCore import QPointF

    found = w.viewport.look_at(QPointF(x, y))
    assert found is None or found[0].point[2] < 0


def test_a_line_cuts_the_neck_and_a_lasso_keeps_both(w, qtbot):
    portrait = w.bench.portrait
    top = float(portrait.surface("head").bounds()[1, 1])
    click(w.panel("Cut and outline").draw)
    assert w.bench.mode == "outline"
    drag(w.viewport, line(*seen(w, (-150, -150, 60), (150, -150, 60))))
    finished(w, w.panel("Cut and outline").cutting, qtbot)
    head = portrait.surface("head")
    assert head.bounds()[0, 1] > -190
    assert head.bounds()[1, 1] == pytest.approx(top, abs=0.01)
    assert trimesh.Trimesh(head.positions, head.triangles(), process=False).is_watertight
    click(w.panel("Cut and outline").fates["keep"])
    click(w.panel("Cut and outline").shapes["lasso"])
    drag(w.viewport, round_about(w, (0, 90, 70), 60))
    finished(w, w.panel("Cut and outline").cutting, qtbot)
    assert any(p.name == "Head, cut off" for p in portrait.pieces.values())
    steps = portrait.history.position
    drag(w.viewport, line((5, 5), (8, 5)))  # too short to mean anything
    finished(w, w.panel("Cut and outline").cutting, qtbot)
    assert portrait.history.position == steps
    w.undo()
    w.undo()
    assert portrait.surface("head").bounds()[0, 1] < -190


def test_a_shell_and_a_part_split_off_are_pieces_of_their_own(w, qtbot):
    portrait = w.bench.portrait
    w.panel("Masks from the form").maker.make("scalp", lambda p: p.regions["scalp"][:, None])
    click(w.panel("Masks from the form").shells["outward"])
    finished(w, w.panel("Masks from the form").maker, qtbot)
    assert portrait.pieces[w.bench.selection.piece_id].name == "Head, shell"
    w.bench.selection.choose("head")
    click(w.panel("Masks from the form").buttons["split"])
    finished(w, w.panel("Masks from the form").maker, qtbot)
    assert portrait.pieces[w.bench.selection.piece_id].name == "Head, part"
    w.undo()
    w.undo()
    assert set(portrait.pieces) == {"head", "eye_left", "eye_right", "teeth"}


def test_mended_reduced_and_mirrored_with_reports(w, qtbot):
    portrait = w.bench.portrait
    click(w.panel("Mend and reduce").mend)
    finished(w, w.panel("Mend and reduce"), qtbot)
    assert "Nothing was wrong" in w.panel("Mend and reduce").note.text()
    qtbot.waitUntil(w.panel("Symmetry of shape").buttons["check"].isEnabled)
    click(w.panel("Symmetry of shape").buttons["check"])
    finished(w, w.panel("Symmetry of shape"), qtbot)
    assert "0 have none" in w.panel("Symmetry of shape").note.text()
    surface = portrait.surface("head")
    rows = np.nonzero((surface.positions[:, 0] < -30) & (surface.positions[:, 2] > 60))[0].astype(np.int32)
    surface.set_rows(rows, surface.positions[rows] + np.float32([0, 0, 4]))
    click(w.panel("Symmetry of shape").buttons["left"])
    finished(w, w.panel("Symmetry of shape"), qtbot)
    assert "were moved" in w.panel("Symmetry of shape").note.text()
    w.panel("Mend and reduce").count.setValue(9000)
    click(w.panel("Mend and reduce").reduce)
    finished(w, w.panel("Mend and reduce"), qtbot)
    assert portrait.surface("head").faces.shape[0] == pytest.approx(9000, rel=0.01)
    assert "mm in the mean" in w.panel("Mend and reduce").note.text()
    w.undo()
    assert portrait.surface("head") is surface


def test_an_outline_is_fitted_and_a_tube_drawn(w, qtbot):
    portrait = w.bench.portrait
    surface = portrait.surface("head")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(90, 0))
    w.viewport.view_all()
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_E)
    assert w.lines.purpose.id == "fit"
    chin = portrait.landmark("pg")
    x, y = seen(w, chin)[0]
    drag(w.viewport, line((x - 8, y - 14), (x - 8, y + 14)))
    qtbot.waitUntil(lambda: not w.panel("Cut and outline").cutting.busy(), timeout=30000)
    qtbot.waitUntil(lambda: bool(portrait.history.names), timeout=5000)
    assert portrait.history.names[-1] == "Fit the outline of Head"
    assert portrait.landmark("pg")[2] - chin[2] > 2.0
    w.activateWindow()
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    w.undo()
    assert portrait.landmark("pg") == pytest.approx(chin, abs=1e-4)
    assert portrait.surface("head") is surface
    click(w.panel("Solids").draw["tube"])
    drag(w.viewport, line(*seen(w, (0, 100, 0), (0, 60, -90))))
    solid = portrait.pieces[w.bench.selection.piece_id].solid
    assert solid.kind == "tube"
    assert w.bench.mode == "outline"


def test_a_lathe_is_drawn_by_one_side_of_its_outline(w):
    portrait = w.bench.portrait
    w.viewport.setFocus()
    QTest.keyClick(w.viewport, Qt.Key.Key_Z, Qt.KeyboardModifier.ShiftModifier)
    assert w.lines.purpose.id == "lathe" and w.panel("Solids").draw["lathe"].isChecked()
    points = [(220.0, 80.0, 0.0), (260, 60, 0), (240, 20, 0), (270, -30, 0), (255, -60, 0)]
    path = [tuple(p) for p in seen(w, *points)]
    drag(w.viewport, [q for a, b in zip(path[:-1], path[1:], strict=True) for q in line(a, b, 8)])
    held = portrait.pieces[w.bench.selection.piece_id]
    assert held.solid.kind == "lathe" and portrait.history.names[-1] == "Draw a lathe"
    np.testing.assert_allclose(held.solid.place, (220, 10, 0), atol=2.0)
    profile = np.array(held.solid.line)[:, :2]
    assert profile[0, 0] == 0.0 and profile[0, 1] == pytest.approx(70, abs=2)
    assert profile[:, 0].max() == pytest.approx(50, abs=3) and profile[-1, 0] == pytest.approx(35, abs=3)
    low, high = held.surface.bounds()
    np.testing.assert_allclose((high - low)[[0, 2]], 100, atol=6)  # turned about the axis
    drag(w.viewport, line(path[0], (path[0][0], path[0][1] + 60)))  # along the axis: said, nothing made
    assert portrait.history.names[-1] == "Draw a lathe"
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    w.undo()
    assert held.id not in portrait.pieces
