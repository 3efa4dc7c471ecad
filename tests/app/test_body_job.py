"""A figure in the real window: given a body, steered, a stroke kept, saved, reopened, undone."""

import numpy as np
import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from tests.app.hands import at_landmark, click, drag, handled, line, pull, settled
from yewfinch.core.anatomy.body.body_measures import MEASURES
from yewfinch.core.document.figure.shaping import figures
from yewfinch.core.formats import container
from yewfinch.render.scene import ground_of


@pytest.fixture
def block(window, qtbot):
    figures().prepare()  # in the window a dialog shows this; it is tested on its own
    window.settle = lambda: True
    QTest.keyClick(window, Qt.Key.Key_N, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(lambda: not window.bench.portrait.sitter.photos)
    QTest.mouseClick(window.stage_buttons["Block"], Qt.MouseButton.LeftButton)
    return window


def stature(portrait):
    return portrait.landmark("v")[1] - portrait.surface("head").positions[:, 1].min()


def test_a_head_is_given_a_body_and_steered(block, qtbot, tmp_path):
    w, portrait = block, block.bench.portrait
    panel = w.panel("Body")
    assert not panel.dials["muscle"].isEnabled()
    assert ground_of(portrait) is None
    head_alone = portrait.surface("head").positions.copy()
    click(panel.extents["full"])
    qtbot.waitUntil(lambda: portrait.figure.crop == "full")
    assert panel.extents["full"].isChecked()
    assert portrait.pieces["head"].name == "Figure"
    mean = MEASURES["stature"].men[0]
    assert stature(portrait) == pytest.approx(mean, abs=1)
    assert ground_of(portrait) == pytest.approx(portrait.landmark("v")[1] - mean, abs=1)
    assert panel.table.item(0, 1).text() == f"{mean:.0f}"
    assert np.linalg.norm(portrait.landmark("acromion_l") - portrait.landmark("acromion_r")) == pytest.approx(
        416, abs=3
    )

    # the stature typed, 1780 mm
    panel.table.setCurrentCell(0, 0)
    panel.slider.box.setFocus()
    panel.slider.box.selectAll()
    QTest.keyClicks(panel.slider.box, "1780")
    QTest.keyClick(panel.slider.box, Qt.Key.Key_Return)
    settled(w, qtbot)
    assert stature(portrait) == pytest.approx(1780, abs=0.5)
    assert portrait.history.names[-1] == "Body: stature"
    assert panel.table.item(0, 1).font().bold()

    # a stroke on the forehead stays while the body changes, in one step of undo
    w.bench.tools.take("clay")
    w.bench.outlook.set_view(w.bench.outlook.view.turned(0, 0))
    handled()
    before = portrait.surface("head").positions.copy()
    x, y = at_landmark(w, "g")
    drag(w.viewport, line((x + 3, y - 4), (x + 9, y - 8)))
    stroke = portrait.surface("head").positions - before
    assert np.abs(stroke).max() > 0.1
    steps = portrait.history.position
    pull(panel.dials["belly"].slider, 0.9)
    settled(w, qtbot)
    assert portrait.history.position == steps + 1
    assert portrait.figure.physique.dials["belly"] > 1
    expected = figures().positions(portrait.figure) + stroke
    np.testing.assert_allclose(portrait.surface("head").positions, expected, atol=2e-3)

    # eight heads
    click(panel.heads[8.0])
    settled(w, qtbot)
    head = portrait.landmark("v")[1] - portrait.landmark("gn")[1]
    assert stature(portrait) == pytest.approx(8 * head, abs=3)

    # saved and reopened it can be steered on
    file = tmp_path / "figure.yewfinch"
    container.save(portrait, file)
    back = container.load(file)
    assert back.figure == portrait.figure
    assert figures().steerable(back) == ""
    np.testing.assert_array_equal(back.surface("head").positions, portrait.surface("head").positions)

    # all undone it is the head alone again
    for _ in range(portrait.history.position):
        QTest.keyClick(w, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert portrait.figure.crop == "head"
    np.testing.assert_array_equal(portrait.surface("head").positions, head_alone)


def test_measures_that_cannot_be_met_leave_the_clay_as_it_is(block, qtbot):
    w, portrait = block, block.bench.portrait
    click(w.panel("Body").extents["bust"])
    qtbot.waitUntil(lambda: portrait.figure.crop == "bust")
    held, before = portrait.figure, portrait.surface("head").positions.copy()
    w.panel("Body").table.setCurrentCell(0, 0)
    w.panel("Body").slider.box.setFocus()
    w.panel("Body").slider.box.selectAll()
    QTest.keyClicks(w.panel("Body").slider.box, "700")
    QTest.keyClick(w.panel("Body").slider.box, Qt.Key.Key_Return)
    settled(w, qtbot)
    assert portrait.figure == held
    np.testing.assert_array_equal(portrait.surface("head").positions, before)
    assert ground_of(portrait) is None  # a bust stands on nothing


def test_first_use_prepares_behind_a_dialog(block, qtbot, monkeypatch):
    from yewfinch.core.document.figure.shaping import Figures

    w, portrait = block, block.bench.portrait
    asked = []
    monkeypatch.setattr(Figures, "bodies_at_hand", lambda self, cast=2: bool(asked))
    real = Figures.prepare

    def prepare(self, progress=lambda *_: None, cast=2):
        progress(0.5, "shaping")
        asked.append(True)
        real(self, cast=cast)

    monkeypatch.setattr(Figures, "prepare", prepare)
    click(w.panel("Body").extents["half"])
    qtbot.waitUntil(lambda: portrait.figure.crop == "half", timeout=30_000)
    qtbot.waitUntil(lambda: not w.panel("Base head").steering.busy())
    assert asked
