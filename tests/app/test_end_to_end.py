"""The whole job in the real window: mark another photo, solve, model, paint, undo, save, reopen."""

import json
from pathlib import Path

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, drag, handled, line, view_picture
from tools.parts import marking
from yewfinch.core.formats import container

#: Where a sculptor clicks on the photo taken from a window seat, as parts of its width and height.
CLICKS = Path(__file__).parent / "window_seat_clicks.json"


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_from_the_demo_to_a_saved_portrait_and_back(window, qtbot, tmp_path):
    bench, portrait = window.bench, window.bench.portrait
    names = [p.name for p in portrait.sitter.photos]
    assert names == ["front", "three-quarter", "profile", "window-seat", "close-up"]
    assert [p.standpoint is not None for p in portrait.sitter.photos] == [True, True, True, False, False]

    # mark another photo: put it on the desk by its pin, click the landmarks, solve all together
    photo_id = portrait.sitter.photos[3].id
    QTest.mouseClick(window.walls.cards[photo_id].mark, Qt.MouseButton.LeftButton)
    assert window.pages.page("desk").isVisible()
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    canvas = window.pages.page("desk").canvas
    photo = portrait.sitter.photo(photo_id)
    for key, (u, v) in json.loads(CLICKS.read_text()).items():
        window.pages.page("desk").choose(key)
        spot = canvas.to_widget(u * photo.width, v * photo.height)
        drag(canvas, [(spot.x() + 1, spot.y() - 1), (spot.x() + 2, spot.y()), (spot.x(), spot.y())])
    QTest.mouseClick(window.pages.page("desk").match, Qt.MouseButton.LeftButton)
    qtbot.waitUntil(lambda: bench.standpoint.photo_id == photo_id, timeout=20000)
    assert window.viewport.isVisible()
    found = portrait.sitter.photo(photo_id).standpoint
    assert abs(found.lens - 210) < 40  # the photo says nothing; the truth is 210 mm
    assert found.camera().position[0] > 500  # from the sitter's left
    assert portrait.sitter.solution.bad == ()
    assert len(portrait.sitter.solution.fits) == 4

    # back to the front, model a stroke with symmetry
    bench.outlook.set_view(bench.outlook.view.turned(0, 0))
    bench.tools.take("clay")
    handled()
    surface = portrait.surface("head")
    start = surface.positions.copy()
    x, y = at_landmark(window, "g")
    drag(window.viewport, line((x + 30, y - 40), (x + 60, y - 60)))
    changed = np.any(surface.positions != start, axis=1)
    assert (start[changed, 0] > 5).any()
    assert (start[changed, 0] < -5).any()
    assert portrait.history.names[-1] == "Clay"

    # paint
    bench.tools.set_colour((180, 60, 50))
    QTest.mouseClick(window.stage_buttons["Skin"], Qt.MouseButton.LeftButton)
    assert bench.tools.tool_id == "paint"
    colour = surface.colour.copy()
    drag(window.viewport, line((x - 20, y - 70), (x + 20, y - 70)))
    assert (surface.colour != colour).any()
    modelled, painted = surface.positions.copy(), surface.colour.copy()
    shown = view_picture(window)

    # undo both with the keys, redo both
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    np.testing.assert_array_equal(surface.positions, start)
    np.testing.assert_array_equal(surface.colour, colour)
    for _ in range(2):
        QTest.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.ShiftModifier)
    np.testing.assert_array_equal(surface.positions, modelled)
    np.testing.assert_array_equal(surface.colour, painted)

    # save and reopen: the same arrays, the same picture
    path = tmp_path / "mine.yewfinch"
    view = bench.outlook.view
    assert window.documents.save(path).wait()
    assert not window.documents.unsaved
    held = container.load(path)
    np.testing.assert_array_equal(held.surface("head").positions, modelled)
    assert window.documents.open(path).wait()
    bench.outlook.set_view(view)
    handled()
    window.viewport.leaveEvent(None)
    again = bench.portrait.surface("head")
    np.testing.assert_array_equal(again.positions, modelled)
    np.testing.assert_array_equal(again.colour, painted)
    assert bench.portrait.sitter.photo(photo_id).standpoint == found
    difference = np.abs(view_picture(window) - shown)
    assert (difference > 8).mean() < 0.02  # but for the tool circle, which is elsewhere


def test_the_window_shows_clay_in_the_middle(window, qtbot):
    handled()
    shown = view_picture(window)
    h, w, _ = shown.shape
    middle, corner = shown[h // 2, w // 2], shown[5, 5]
    assert np.abs(corner - (169, 169, 167)).max() < 4
    assert np.abs(middle - corner).max() > 15


def test_marks_can_be_dragged_nudged_and_taken_away(window, qtbot):
    portrait = window.bench.portrait
    photo = portrait.sitter.photos[0]
    marking(window).mark(photo.id)
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    canvas = window.pages.page("desk").canvas
    spot = canvas.to_widget(*photo.marks["prn"])
    drag(canvas, [(spot.x(), spot.y()), (spot.x() + 9, spot.y() + 4)])
    moved = portrait.sitter.photos[0].marks["prn"]
    assert 4 < np.hypot(*(np.array(moved) - photo.marks["prn"])) < 60
    assert portrait.history.names[-1] == "Move nose tip"
    QTest.keyClick(canvas, Qt.Key.Key_Right)
    assert portrait.sitter.photos[0].marks["prn"][0] == moved[0] + 1
    QTest.keyClick(canvas, Qt.Key.Key_Delete)
    assert "prn" not in portrait.sitter.photos[0].marks
    window.undo()
    window.undo()
    window.undo()
    assert portrait.sitter.photos[0].marks == photo.marks
    QTest.keyClick(canvas, Qt.Key.Key_Escape)
    assert window.viewport.isVisible()


def test_a_photo_that_cannot_be_used_says_why(window, qtbot):
    portrait = window.bench.portrait
    photo = portrait.sitter.photos[3]
    marking(window).mark(photo.id)
    for i, key in enumerate(("en_l", "en_r", "ps_l", "ps_r", "pi_l", "pi_r")):
        window.pages.page("desk").put(key, (300.0 + 60 * (i % 2), 300.0 + 15 * i))
    window.pages.page("desk").match.click()
    qtbot.waitUntil(lambda: "in one plane" in window.pages.page("desk").message.text(), timeout=20000)
    assert portrait.sitter.photo(photo.id).standpoint is None
    assert portrait.sitter.photos[0].standpoint is not None  # the others were solved all the same
    assert window.pages.page("desk").isVisible()
