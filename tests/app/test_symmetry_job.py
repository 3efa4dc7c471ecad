"""The window says when a piece is symmetric no longer, and strokes keep what is."""

import numpy as np
import pytest

from tests.app.hands import drag, handled, line
from yewfinch.core.mesh.query.twins import is_still_symmetric, twins_of

FLIP = np.float32([-1, 1, 1])


@pytest.mark.parametrize("extent", [(1280, 800)])
def test_a_stroke_without_symmetry_is_told_of_and_undo_gives_it_back(window, qtbot):
    w, portrait = window, window.bench.portrait
    said = []
    w.bench.said.connect(lambda text, kind: said.append(text))
    w.bench.set_stage("Form")
    w.bench.tools.take("swell")
    w.viewport.view_all()
    handled()
    surface = portrait.surface("head")
    assert twins_of(surface) is not None
    x, y = w.viewport.camera().project(surface.positions[[int(np.argmax(surface.positions[:, 2]))]])[0]
    drag(w.viewport, line((x + 30, y - 40), (x + 60, y - 30)))
    twin = twins_of(portrait.surface("head"))
    at = portrait.surface("head").positions
    np.testing.assert_allclose(at[twin], at * FLIP, atol=1e-4)  # the demo was saved so
    assert not any("symmetric no longer" in text for text in said)

    w.bench.tools.set_symmetry(False)
    drag(w.viewport, line((x + 30, y - 40), (x + 60, y - 30)))
    assert [t for t in said if "symmetric no longer" in t] == [next(t for t in said if "Head is symmetric" in t)]
    assert is_still_symmetric(portrait.surface("head")) is False
    portrait.history.undo()
    assert is_still_symmetric(portrait.surface("head")) is True
    portrait.history.redo()
    assert sum("symmetric no longer" in t for t in said) == 2


def test_a_long_sentence_makes_the_window_no_wider(window):
    width, clay = window.width(), window.viewport.width()
    sentence = "What was done is told at length. " * 30
    window.bench.say(sentence)
    handled()
    assert (window.width(), window.viewport.width()) == (width, clay)
    assert window.status.message.text() == sentence and window.status.message.toolTip() == sentence
    dots = window.status.message.grab().toImage()
    assert len({dots.pixel(x, dots.height() // 2) for x in range(dots.width())}) > 2  # it is painted
