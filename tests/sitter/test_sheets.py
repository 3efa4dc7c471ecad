"""Design sheets: where they lie, and how two are fitted to each other."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from yewfinch.core.shared.errors import CannotSolveError
from yewfinch.core.sight.view import DIRECTIONS, View
from yewfinch.core.sitter.sheets import HEIGHT, DesignSheet, aligned, new_sheet

SHEET = DesignSheet("a", "front", "a.png", 400, 500, "front", 0.5, 10.0, -20.0)


@pytest.mark.parametrize("direction", list(DIRECTIONS))
def test_a_sheet_faces_its_view_and_keeps_its_size(direction):
    sheet = replace(SHEET, direction=direction)
    turn, tilt = DIRECTIONS[direction]
    view = View(turn, tilt, (0, 0, 0), orthographic=True)
    assert sheet.faces(view)
    assert not sheet.faces(view.turned(turn + 20, tilt))
    camera = view.camera(800, 800)
    left, top, width, height = sheet.box(camera)
    assert width * camera.flat == pytest.approx(400 * 0.5)
    assert height * camera.flat == pytest.approx(500 * 0.5)
    middle = camera.project([0, 0, 0])[0]
    assert (left + width / 2 - middle[0]) * camera.flat == pytest.approx(10.0)
    assert (top + height / 2 - middle[1]) * camera.flat == pytest.approx(20.0)


def test_the_back_is_seen_across_the_turn_of_the_dial():
    back = replace(SHEET, direction="back")
    assert back.faces(View(-179, 0))
    assert back.faces(View(178, 1))


@given(a=st.floats(20, 200), b=st.floats(260, 480), p=st.floats(0, 300), q=st.floats(330, 900), scale=st.floats(0.2, 2))
def test_two_marks_bring_two_sheets_to_one_height(a, b, p, q, scale):
    first = replace(SHEET, scale=scale, marks=((5.0, a), (9.0, b)))
    second = DesignSheet("b", "side", "b.png", 300, 900, "profile-left", 1.0, 3.0, 7.0, marks=((100.0, p), (20.0, q)))
    fitted = aligned(second, first)
    np.testing.assert_allclose(fitted.heights(), first.heights(), atol=1e-6)
    assert fitted.x == second.x  # across, each view is its own
    again = aligned(fitted, first)
    assert again.scale == pytest.approx(fitted.scale)


@pytest.mark.parametrize(("marks", "message"), [
    ((), "0 of the two marks"), (((1.0, 5.0),), "1 of the two marks"),
    (((1.0, 50.0), (2.0, 50.2)), "different heights"), (((1.0, 400.0), (2.0, 50.0)), "opposite order"),
])  # fmt: skip
def test_marks_that_fit_nothing_are_refused(marks, message):
    good = replace(SHEET, marks=((5.0, 100.0), (9.0, 300.0)))
    with pytest.raises(CannotSolveError, match=message):
        aligned(replace(SHEET, name="other", marks=marks), good)


def test_a_third_mark_takes_the_place_of_the_first():
    sheet = SHEET.marked((1, 2)).marked((3, 4)).marked((5, 6))
    assert sheet.marks == ((3.0, 4.0), (5.0, 6.0))


def test_a_new_sheet_is_about_a_head_high():
    sheet = new_sheet("s", "x", "x.png", 1000, 2000)
    assert sheet.height * sheet.scale == pytest.approx(HEIGHT)
