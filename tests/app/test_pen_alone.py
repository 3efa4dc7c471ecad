"""A whole sitting by the pen alone in the real window: begin, take a tool, stroke, turn, take back, save."""

import numpy as np
from PyQt6.QtCore import QRect
from PyQt6.QtWidgets import QApplication, QFileDialog, QMenu

from tests.app.hands import handled, line, pen, second_button, tap
from yewfinch.core.formats import container


def tray_over(view):
    """The tray, opened by the pen's second button over the middle of the clay."""
    second_button(view, (view.width() / 2, view.height() / 2))
    handled()
    (sheet,) = [w for w in QApplication.topLevelWidgets() if type(w).__name__ == "TraySheet" and w.isVisible()]
    return sheet


def test_from_the_start_page_to_a_saved_stroke_by_the_pen_alone(window, tmp_path, monkeypatch, qtbot):
    window.settle = lambda: True
    window.actions_table["start"].run()
    handled()
    tap(window.pages.page("start").ways["demo"])
    handled()
    assert window.bench.portrait.name == "Demo portrait"
    tap(window.stage_buttons["Form"])
    handled()
    assert window.bench.stage == "Form"

    # a tool from the tray, then a light and a firm stroke
    view, history = window.viewport, window.bench.portrait.history
    tap(tray_over(view).tools[1])
    handled()
    assert window.bench.tools.tool_id == "clay"
    surface = window.bench.portrait.surface("head")
    rest = surface.positions.copy()
    x, y = view.width() / 2, view.height() / 2
    heights = []
    for pressure in (0.2, 0.9):
        pen(view, line((x, y - 30), (x + 40, y - 40)), pressure)
        qtbot.waitUntil(lambda: not view.busy, timeout=5000)
        handled()
        assert history.names[-1] == "Clay"
        heights.append(np.abs(surface.positions - rest).max())
        tap(tray_over(view).small["undo"])
        handled()
        np.testing.assert_array_equal(surface.positions, rest)
    assert heights[1] > 1.5 * heights[0]

    # another side of the work through the round, and a stroke that stays
    turn = window.bench.outlook.view.turn
    tap(window.round.buttons["profile-right"])
    handled()
    assert window.bench.outlook.view.turn != turn
    pen(view, line((x - 20, y), (x + 20, y)), 0.7)
    qtbot.waitUntil(lambda: not view.busy, timeout=5000)
    handled()
    made = surface.positions.copy()
    assert (made != rest).any()

    path = tmp_path / "by pen.yewfinch"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_, **__: (str(path), ""))
    bar = window.menuBar()
    first = bar.actions()[0]
    tap(bar, QRect(bar.actionGeometry(first)).center())
    menu = next(w for w in QApplication.topLevelWidgets() if isinstance(w, QMenu) and w.isVisible())
    save = next(a for a in menu.actions() if a.text().split("\t")[0].replace("&", "") == "Save")
    tap(menu, menu.actionGeometry(save).center())
    qtbot.waitUntil(lambda: window.documents.path == path, timeout=15000)
    np.testing.assert_array_equal(container.load(path).surface("head").positions, made)
