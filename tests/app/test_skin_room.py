"""In the window: the colour in hand mixed of pigments, painted, measured on clay, region and photo."""

import numpy as np
from PyQt6.QtCore import QPointF

from tests.app.hands import at_landmark, drag, handled, line, typed, unfold
from yewfinch.core.document.verbs.skin_tones import mean_colour
from yewfinch.core.skin.pigments import Pigments, colour_of
from yewfinch.core.skin.skin_readouts import reading


def _open(window, name):
    window.bench.set_stage("Skin")
    handled()
    if not window.inspector.folds[name].button.isChecked():
        unfold(window, name)
    handled()
    return window.panel(name)


def _numbers(panel, column):
    """L*, a* and b* of a column of the table."""
    return np.array([float(panel.table.item(row, column).text()) for row in range(3)])


def test_pigments_mix_the_colour_in_hand_and_follow_one_from_elsewhere(window):
    panel, tools = _open(window, "Pigments"), window.bench.tools
    typed(panel.dials["melanin"].box, "12")
    typed(panel.dials["blood"].box, "4")
    handled()
    assert panel.pigments.melanin == 0.12 and panel.pigments.blood == 0.04
    assert tools.rgb == colour_of(panel.pigments)
    dark = reading(np.array(tools.rgb) / 255.0)
    typed(panel.dials["melanin"].box, "2")
    assert reading(np.array(tools.rgb) / 255.0).lab[0] > dark.lab[0] + 8.0
    tools.set_colour(colour_of(Pigments(0.05, 0.03, panel.pigments.oxygen, 0.4)))
    handled()
    assert abs(panel.dials["melanin"].value() - 5.0) < 1.0 and abs(panel.dials["blood"].value() - 3.0) < 1.0
    assert "of such skin" in panel.note.text() or "nearest skin" in panel.note.text()
    tools.set_colour((20, 60, 240))
    handled()
    assert "no skin" in panel.note.text()
    assert tools.rgb == (20, 60, 240)  # the dials follow; the colour stays


def test_a_stroke_of_mixed_colour_is_measured_under_the_pointer_and_over_a_region(window, qtbot):
    pigments, panel = _open(window, "Pigments"), _open(window, "Measures of skin")
    window.bench.selection.choose("head")
    typed(pigments.dials["blood"].box, "15")
    typed(pigments.dials["melanin"].box, "6")
    window.bench.tools.take("paint")
    window.bench.tools.change(size=30.0, strength=1.0)
    handled()
    portrait = window.bench.portrait
    panel.part.setCurrentIndex(panel.part.findData("nose"))
    panel.refresh()
    before = _numbers(panel, 4)
    said = reading(mean_colour(portrait, "head", "nose"))
    assert np.abs(before - said.lab).max() < 0.06 and panel.table.item(3, 4).text() == f"{said.ita:.0f}°"
    x, y = at_landmark(window, "prn")
    for _ in range(3):
        drag(window.viewport, line((x - 14, y), (x + 14, y)))
    window.viewport.hover(QPointF(float(x), float(y)))
    panel.refresh()
    hand, here, after = (_numbers(panel, column) for column in (1, 2, 4))
    assert np.abs(hand - here).max() < 4.0
    assert np.linalg.norm(after - hand) < np.linalg.norm(before - hand) - 1.0  # in the mean of the region, too
    assert panel.table.item(0, 3).text() == "–"  # one stands at no photo


def test_clay_and_photo_are_compared_where_one_stands(window, qtbot):
    panel = _open(window, "Measures of skin")
    photo = next(p for p in window.bench.portrait.sitter.photos if p.name == "front")
    window.bench.standpoint.take(photo.id)
    handled()
    view = window.viewport
    x, y = view.camera().project(window.bench.portrait.landmark("prn")[None])[0]
    view.hover(QPointF(float(x), float(y)))
    panel.refresh()
    assert "ΔE00" in panel.note.text() and panel.table.item(0, 3).text() != "–"
    assert 25.0 < float(panel.table.item(0, 3).text()) < 95.0
