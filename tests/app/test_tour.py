"""The tour in the real window: every step done by hand, left at any step, nothing left behind."""

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest

from tests.app.hands import click, drag, handled
from yewfinch.core.document.verbs import marking
from yewfinch.core.session.bench import STAGES

pytestmark = pytest.mark.first_start


@pytest.fixture
def tour(window):
    window.settle = lambda: True
    window.show_tour()
    handled()
    return window.tour


def test_it_has_eight_steps_each_with_something_to_do_it_with(window, tour):
    assert len(tour.steps) == 8
    for i, step in enumerate(tour.steps):
        tour.go(i)
        handled()
        assert step.stage in STAGES
        assert tour.title.text() == step.title
        assert window.bench.stage == step.stage
        target = step.target()
        assert target is not None, step.title
        assert target.isVisible(), step.title
        assert tour.words.heightForWidth(tour.words.width()) <= tour.words.height() + 1, step.title
        box = tour.geometry()
        assert window.rect().contains(box)
        if target is not window.viewport:
            assert tour.frame.isVisible()
            assert tour.frame.geometry().contains(target.mapTo(window, QPoint(3, 3)))


def test_it_is_left_at_any_step_and_goes_back_and_on(window, tour):
    click(tour.next)
    click(tour.next)
    assert tour.at == 2
    click(tour.back)
    assert tour.at == 1
    click(tour.leave)
    assert not tour.isVisible()
    assert not tour.frame.isVisible()
    assert not tour._clock.isActive()
    for _ in range(8):
        tour.go(tour.at + 1)
    assert not tour.isVisible()


def test_doing_a_step_leads_to_the_next_one(window, tour, qtbot, tmp_path):
    w = window
    tour.go(3)  # stand there
    photo = w.bench.portrait.sitter.photos[0]
    w.bench.standpoint.take(photo.id)
    qtbot.waitUntil(lambda: "done" in tour.count.text(), timeout=3000)
    qtbot.waitUntil(lambda: tour.at == 4, timeout=5000)
    w.bench.standpoint.take(None)
    w.viewport.view_all()
    handled()
    middle = np.array([w.viewport.width() / 2, w.viewport.height() * 0.3])
    drag(w.viewport, [middle + np.array(off) for off in ((0, 0), (6, 2), (12, 4), (18, 6))])
    qtbot.waitUntil(lambda: tour.at == 5, timeout=8000)
    dial = tour.steps[5].target()
    w.bench.outlook.set_view(w.bench.outlook.view.turned(40, 0))
    assert dial.isVisible()
    qtbot.waitUntil(lambda: tour.at == 6, timeout=5000)
    assert w.panel("Likeness").isVisible()
    w.bench.selection.choose_landmark("prn")
    qtbot.waitUntil(lambda: tour.at == 7, timeout=5000)
    w.documents.save(tmp_path / "mine.yewfinch").wait()
    qtbot.waitUntil(lambda: not tour.isVisible(), timeout=8000)
    assert "tour" in w.status.message.text()


def test_six_marks_do_the_second_step(window, tour, qtbot):
    tour.go(1)
    p = window.bench.portrait
    photo = next(ph for ph in p.sitter.photos if len(ph.marks) > 6)
    keys = list(photo.marks)[:6]
    for i, key in enumerate(keys):
        assert tour.at == 1
        mark = p.sitter.photo(photo.id).marks[key]
        x, y = mark[0], mark[1]
        marking.set_mark(p, photo.id, key, (x + 1.0, y), "Move a mark")
        if i < 5:
            tour.look()
            assert "done" not in tour.count.text()
    tour.look()
    assert "done" in tour.count.text()
    click(tour.leave)


def test_it_is_begun_from_the_menu_and_the_start_page_and_never_by_itself(window, qtbot):
    assert window.tour is None
    window.settle = lambda: True
    window.actions_table["start"].run()
    handled()
    click(window.pages.page("start").ways["tour"])
    handled()
    assert window.tour.isVisible()
    assert window.tour.at == 0
    assert len(window.bench.portrait.sitter.photos) == 5
    QTest.keyClick(window.tour, Qt.Key.Key_Tab)
    click(window.tour.leave)
