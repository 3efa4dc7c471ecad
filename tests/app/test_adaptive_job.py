"""Strokes that adapt the detail in the real window, undone, saved and reopened."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from scipy.spatial import cKDTree

from tests.app.hands import at_landmark, clay_picture, click, drag, handled, line, typed, unfold
from yewfinch.app.kit.workers import Worker


def test_strokes_bring_the_edges_under_them_to_a_length(window, qtbot, tmp_path):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    unfold(w, "Adaptive detail")
    w.panel("Adaptive detail").on.click()
    assert w.bench.tools.adaptive.on
    typed(w.panel("Adaptive detail").length.box, "0.8")
    w.bench.tools.take("clay")
    w.bench.tools.change(size=24.0)
    surface = portrait.surface("head")
    before = surface.positions.copy()
    cheek = portrait.landmark("zy_l")
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 12, y + 10), (x - 26, y + 26)))
    after = portrait.surface("head")
    assert len(after) > len(surface) + 300
    flip = after.positions * np.float32([-1, 1, 1])
    assert cKDTree(after.positions).query(flip)[0].max() < 1e-4
    assert np.linalg.norm(portrait.landmark("zy_l") - cheek) < 3.0
    assert portrait.history.names[-1] == "Clay"
    drag(w.viewport, line((x - 12, y + 30), (x - 26, y + 40)))  # and on, on the new surface
    assert portrait.surface("head") is not after
    w.documents.save(tmp_path / "a.yewfinch").wait()
    w.undo()
    assert portrait.surface("head") is after
    w.undo()
    assert portrait.surface("head") is surface
    np.testing.assert_array_equal(surface.positions, before)
    w.documents.open(tmp_path / "a.yewfinch").wait()
    qtbot.waitUntil(lambda: w.bench.portrait is not portrait)
    assert len(w.bench.portrait.surface("head")) > len(after) - 200


def test_rules_and_what_is_refused(window):
    w = window
    w.bench.set_stage("Form")
    unfold(w, "Adaptive detail")
    for rule, slider in (
        ("tool", w.panel("Adaptive detail").part),
        ("view", w.panel("Adaptive detail").pixels),
        ("length", w.panel("Adaptive detail").length),
    ):
        click(w.panel("Adaptive detail").rules[rule])
        assert slider.isVisible()
    click(w.panel("Adaptive detail").rules["tool"])
    assert w.bench.tools.adaptive.edge(24.0, 0.5) == pytest.approx(2.0)
    click(w.panel("Adaptive detail").rules["view"])
    assert w.bench.tools.adaptive.edge(24.0, 0.5) == pytest.approx(3.0)


def test_dense_clay_is_adapted_beside_the_window(window, qtbot, monkeypatch):
    monkeypatch.setattr("yewfinch.app.rooms.stroke.strokes._AT_ONCE", 100_000)
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.selection.choose("head")
    w.panel("Levels").add()
    qtbot.waitUntil(lambda: not w.panel("Levels").busy(), timeout=60000)
    handled()
    w.activateWindow()
    qtbot.waitUntil(w.isActiveWindow, timeout=10000)
    dense = portrait.surface("head")
    assert len(dense) > 150_000
    before, steps = dense.positions.copy(), portrait.history.position
    strokes = w.viewport.hand("tool").strokes
    w.bench.tools.change_adaptive(on=True, length=0.5)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=16.0)
    x, y = at_landmark(w, "zy_l")
    drag(w.viewport, line((x - 12, y + 10), (x - 20, y + 20)))
    assert portrait.surface("head") is dense or not strokes.adapting()
    qtbot.waitUntil(lambda: portrait.surface("head") is not dense, timeout=20000)
    assert portrait.history.position == steps + 1  # one step with the stroke
    finer = portrait.surface("head")
    assert len(finer) > len(dense) + 100
    drag(w.viewport, line((x - 12, y + 30), (x - 20, y + 40)))
    drag(w.viewport, line((x - 12, y - 10), (x - 20, y - 20)))  # waits for what follows from the one before
    qtbot.waitUntil(lambda: not strokes.adapting(), timeout=20000)
    handled()
    assert portrait.history.position == steps + 3
    for _ in range(3):
        w.undo()
    assert portrait.surface("head") is dense
    np.testing.assert_array_equal(dense.positions, before)
    # undone before it is done: nothing follows any more
    drag(w.viewport, line((x - 12, y + 10), (x - 20, y + 20)))
    w.undo()
    strokes.wait()
    handled()
    assert portrait.surface("head") is dense
    np.testing.assert_array_equal(dense.positions, before)


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_detail_comes_while_the_stroke_goes_on_and_all_of_it_is_one_step(window):
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.tools.change_adaptive(on=True, length=0.8)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=22.0, taper_in=5.0)
    w.bench.tools.set_symmetry(False)
    surface = portrait.surface("head")
    before, steps = surface.positions.copy(), portrait.history.position
    x, y = at_landmark(w, "g")
    points = line((x - 60, y - 60), (x + 60, y - 70), 40)

    def go(last):
        QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[0])))
        seen = []
        for p in points[1:last]:
            QTest.mouseMove(w.viewport, QPoint(*(round(v) for v in p)))
            seen.append(len(portrait.surface("head")))
        return seen

    seen = go(40)
    assert len(set(seen)) >= 3 and seen[-1] > len(surface) + 500  # finer and finer under the tool
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))
    made = portrait.surface("head")
    assert portrait.history.position == steps + 1 and portrait.history.names[-1] == "Clay"
    assert made.closed.all() == surface.closed.all()
    # no gap and no knot where one leg goes over into the next
    raised = cKDTree(before).query(made.positions)[0]
    assert raised.max() < w.bench.tools.settings.size
    w.undo()
    assert portrait.surface("head") is surface
    np.testing.assert_array_equal(surface.positions, before)
    w.redo()
    assert portrait.surface("head") is made
    # done again, it is one step again
    QTest.keyClick(w.viewport, Qt.Key.Key_R, Qt.KeyboardModifier.ControlModifier)
    assert portrait.history.position == steps + 1 and portrait.surface("head") is not made
    assert abs(len(portrait.surface("head")) - len(made)) < 0.02 * len(made)
    w.undo()
    np.testing.assert_array_equal(portrait.surface("head").positions, before)
    # Esc in the middle takes all of it back, with nothing left to do again
    go(30)
    assert portrait.surface("head") is not surface
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert portrait.surface("head") is surface and portrait.history.position == steps
    np.testing.assert_array_equal(surface.positions, before)
    assert portrait.history.redo() is None
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))


def test_the_picture_keeps_up_with_legs_of_a_stroke_on_dense_clay(window, qtbot):
    """Only the part that a leg changed is drawn, and that is what drawing all of it shows."""
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.tools.change_adaptive(on=True, length=0.8)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=22.0, strength=1.0)
    heard = []
    portrait.pieces_changed.connect(lambda: heard.append("pieces"))
    portrait.net_changed.connect(lambda *_: heard.append("net"))
    x, y = at_landmark(w, "zy_l")
    points = line((x - 30, y - 40), (x - 36, y + 40), 30)
    QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[0])))
    for p in points[1:]:
        QTest.mouseMove(w.viewport, QPoint(*(round(v) for v in p)))
        handled()
    assert heard.count("net") >= 2 and "pieces" not in heard
    part = clay_picture(w)
    w.viewport.picture.spoil()
    handled()
    whole = clay_picture(w)
    assert (
        np.abs(part.astype(int) - whole).max() <= 24
        and (np.abs(part.astype(int) - whole).max(axis=2) > 4).mean() < 1e-3
    )
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))
    assert heard[-1] == "pieces" or "pieces" in heard
    assert len([e for e in portrait.history.last().changes if type(e).__name__ == "PieceChange"]) == 1


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_legs_on_dense_clay_are_made_beside_the_window_and_events_wait(window, qtbot, monkeypatch):
    monkeypatch.setattr("yewfinch.app.rooms.stroke.strokes._AT_ONCE", 1000)
    w, portrait = window, window.bench.portrait
    w.bench.set_stage("Form")
    w.bench.tools.change_adaptive(on=True, length=0.8)
    w.bench.tools.take("clay")
    w.bench.tools.change(size=22.0, taper_out=0.0)
    w.bench.tools.set_symmetry(False)
    strokes = w.viewport.hand("tool").strokes
    surface = portrait.surface("head")
    before, steps = surface.positions.copy(), portrait.history.position
    x, y = at_landmark(w, "g")
    points = line((x - 60, y - 60), (x + 60, y - 70), 40)

    def go(last):
        QTest.mousePress(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[0])))
        waited = 0
        for p in points[1:last]:
            QTest.mouseMove(w.viewport, QPoint(*(round(v) for v in p)))
            waited += strokes.busy and bool(strokes._waiting)
        return waited

    # all of the stroke comes before the first leg is done: it waits, the release too
    assert go(40) > 10
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))
    assert strokes.busy and portrait.surface("head") is surface
    qtbot.waitUntil(lambda: not strokes.busy and not strokes.adapting(), timeout=20000)
    handled()
    made = portrait.surface("head")
    assert len(made) > len(surface) + 500
    assert portrait.history.position == steps + 1 and portrait.history.names[-1] == "Clay"
    reach = cKDTree(before).query(made.positions)[0]
    assert 0.2 < reach.max() < 22.0
    far = at_landmark(w, "g")[0] + 40  # the clay is raised to the stroke's end
    shown = w.viewport.camera().project(made.positions)
    raised = shown[reach > 0.2]
    assert raised[:, 0].max() > far - 20 and raised[:, 0].min() < far - 60
    w.undo()
    assert portrait.surface("head") is surface
    np.testing.assert_array_equal(surface.positions, before)
    # Esc while a leg is made takes all of it back
    go(30)
    assert strokes.busy
    QTest.keyClick(w.viewport, Qt.Key.Key_Escape)
    assert not strokes.busy and portrait.history.position == steps
    qtbot.waitUntil(lambda: not Worker._running)
    handled()
    assert portrait.surface("head") is surface and portrait.history.redo() is None
    np.testing.assert_array_equal(surface.positions, before)
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))
    # another stroke begins at once: what waits is done first
    go(40)
    QTest.mouseRelease(w.viewport, Qt.MouseButton.LeftButton, pos=QPoint(*(round(v) for v in points[-1])))
    drag(w.viewport, line((x - 40, y - 90), (x + 20, y - 95)))
    qtbot.waitUntil(lambda: not strokes.busy and not strokes.adapting(), timeout=20000)
    handled()
    assert portrait.history.position == steps + 2
