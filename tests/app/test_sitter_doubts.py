"""What the window says of the sitter when marks, size or persons are not what they seem: by real clicks and keys."""

from dataclasses import replace

import numpy as np
import pytest
from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QToolButton

from tools.parts import doer, marking
from yewfinch.core.anatomy.figure.people import draw
from yewfinch.core.formats import container

LEFT = Qt.MouseButton.LeftButton


@pytest.fixture
def desk(window):
    """The window laid out for the sitter."""
    QTest.mouseClick(window.stage_buttons["Sitter"], LEFT)
    assert window.panel("The sitter").isVisible()
    return window


def solve(window, qtbot):
    QTest.keyClick(window, Qt.Key.Key_Return, Qt.KeyboardModifier.ControlModifier)
    qtbot.waitUntil(
        lambda: not doer(window, "solve").busy() and not window.bench.standpoint.out_of_date(), timeout=30000
    )


def set_sitter(window, sitter):
    window.bench.portrait.set_field("sitter", sitter, "prepared")


def marked_from(photo, head, seed, noise=1.0):
    """The photo with its marks where another head has them, seen by its own camera."""
    rng, camera = np.random.default_rng(seed), photo.standpoint.camera()
    return replace(
        photo,
        marks={
            k: tuple(float(v) for v in camera.project(head[k])[0] + rng.normal(0, noise, 2))
            for k in photo.marks
            if k in head
        },
    )


def choose(box, words):
    """Pick a line of a combo box with the arrow keys."""
    box.setFocus()
    for _ in range(box.count()):
        QTest.keyClick(box, Qt.Key.Key_Up)
    for _ in range(box.count() + 1):
        if box.currentText().startswith(words):
            return
        QTest.keyClick(box, Qt.Key.Key_Down)
    pytest.fail(f"no line begins with {words!r}")


def test_size_is_asked_for_first_and_left_out_until_it_is_there(desk, qtbot, tmp_path):
    bench, panel = desk.bench, desk.panel("The sitter")
    sitter = bench.portrait.sitter
    set_sitter(desk, replace(sitter, photos=tuple(replace(p, spans={}) for p in sitter.photos)))
    assert "Take one distance on the sitter with calipers" in panel.known_size.state.text()
    top = [panel.layout().itemAt(i).widget() for i in range(2)]
    assert top[0] is panel.known_size  # before everything else
    solve(desk, qtbot)
    assert bench.standpoint.leaves_size_out()
    desk.panel("Likeness").refresh()
    assert desk.panel("Likeness").sizeless.isChecked()
    assert "% too" not in desk.panel("Likeness").figure.text()
    without = bench.standpoint.likeness().overall

    choose(panel.known_size.measure, "between the outer")
    panel.known_size.mm.setFocus()
    panel.known_size.mm.selectAll()
    QTest.keyClicks(panel.known_size.mm, "94")
    add = next(b for b in panel.known_size.findChildren(QToolButton) if b.accessibleName() == "add a known distance")
    QTest.mouseClick(add, LEFT)
    assert bench.portrait.sitter.known[0].mm == 94
    assert "Solve again" in panel.state.text()
    assert panel.known_size.state.text() == "Size from calipers."
    solve(desk, qtbot)
    assert not bench.standpoint.leaves_size_out()
    desk.panel("Likeness").refresh()
    assert "% too" in desk.panel("Likeness").figure.text()
    assert bench.standpoint.likeness().overall != without
    container.save(bench.portrait, tmp_path / "sized.yewfinch")
    assert container.load(tmp_path / "sized.yewfinch").sitter.size_measured
    for _ in range(2):
        desk.undo()
    assert not bench.portrait.sitter.known
    assert bench.standpoint.leaves_size_out()


def test_two_persons_are_named(desk, qtbot):
    bench, panel = desk.bench, desk.panel("The sitter")
    sitter = bench.portrait.sitter
    stranger = marked_from(sitter.photo("photo2"), draw(np.random.default_rng(3), "woman"), 1)
    set_sitter(desk, sitter.replaced(stranger))
    solve(desk, qtbot)
    assert "The photos seem to show two persons" in panel.warnings.text()
    assert panel.warnings.isVisible()
    said = [panel.bad.item(i).text() for i in range(panel.bad.count())]
    assert any("another person than the others" in t for t in said)
    set_sitter(desk, sitter)
    solve(desk, qtbot)
    assert not panel.warnings.isVisible()


def test_a_child_is_told_by_age_or_years(desk, qtbot):
    bench, panel = desk.bench, desk.panel("The sitter")
    sitter = bench.portrait.sitter
    child = draw(np.random.default_rng(5), age="child")
    photos = tuple(
        replace(marked_from(p, child, i), spans={}) if p.standpoint else p for i, p in enumerate(sitter.photos)
    )
    set_sitter(desk, replace(sitter, photos=photos))

    def face():
        found = bench.portrait.sitter.solution.landmarks()
        return np.linalg.norm(found["n" if "n" in found else "se"] - found["gn"])

    true = np.linalg.norm(child["se"] - child["gn"])
    solve(desk, qtbot)
    as_adult = face()
    assert "has the form of a child's" in panel.warnings.text()
    assert panel.warnings.isVisible()
    choose(panel.person.age, "a child")
    assert bench.portrait.sitter.age == "child"
    solve(desk, qtbot)
    assert "has the form of" not in panel.warnings.text()
    assert abs(face() - true) < abs(as_adult - true)
    panel.person.years.setFocus()
    panel.person.years.selectAll()
    QTest.keyClicks(panel.person.years, "70")
    QTest.keyClick(panel.person.years, Qt.Key.Key_Return)
    assert (bench.portrait.sitter.years, bench.portrait.sitter.age) == (70.0, "old")
    assert panel.person.age.currentData() == "old"
    desk.undo()
    assert panel.person.age.currentData() == "child"
    assert panel.person.years.text() == "years?"
    choose(panel.person.kind, "female")
    assert bench.portrait.sitter.kind == "woman"


def test_an_open_mouth_is_ticked_on_the_desk(desk, qtbot, tmp_path):
    bench = desk.bench
    marking(desk).mark("photo1")
    tick = desk.pages.page("desk").mouth_open
    assert tick.isVisible() and not tick.isChecked()
    QTest.mouseClick(tick, LEFT, pos=QPoint(8, tick.height() // 2))
    assert bench.portrait.sitter.photo("photo1").mouth_open
    assert bench.standpoint.out_of_date()
    solve(desk, qtbot)
    container.save(bench.portrait, tmp_path / "open.yewfinch")
    assert container.load(tmp_path / "open.yewfinch").sitter.photo("photo1").mouth_open
    while bench.portrait.sitter.photo("photo1").mouth_open:
        desk.undo()
    marking(desk).mark("photo1")
    assert not tick.isChecked()


def test_another_expression_is_named(desk, qtbot):
    from benchmarks.other_heads import smiling

    bench, panel = desk.bench, desk.panel("The sitter")
    sitter = bench.portrait.sitter
    head = sitter.solution.landmarks(seen_only=False)
    front = marked_from(sitter.photo("photo1"), smiling(np.random.default_rng(1), head), 2)
    set_sitter(desk, sitter.replaced(front))
    solve(desk, qtbot)
    assert "'front' shows another expression (smile" in panel.warnings.text()
    assert bench.portrait.sitter.photo("photo1").standpoint is not None


def test_fit_to_the_sitter_is_one_step_and_says_what_it_rests_on(desk, qtbot):
    bench, said = desk.bench, []
    bench.said.connect(lambda text, kind: said.append(text))
    bench.portrait.perform(desk.panel("Base head").steering.maker.begin(bench.portrait, bench.portrait.figure, "fresh"))
    QTest.mouseClick(desk.stage_buttons["Block"], LEFT)
    before, steps = bench.standpoint.likeness().overall, len(bench.portrait.history.names)
    form = bench.portrait.surface("head").positions.copy()
    desk.panel("Base head").lopsided.click()
    QTest.mouseClick(desk.panel("Base head").fit, LEFT)
    qtbot.waitUntil(
        lambda: not desk.panel("Base head").steering.busy() and any("drawn lines" in t for t in said), timeout=60000
    )
    assert len(bench.portrait.history.names) == steps + 1
    assert bench.standpoint.likeness().overall < 0.4 * before
    assert "which moved the surface by up to" in said[-1]
    desk.undo()
    np.testing.assert_array_equal(bench.portrait.surface("head").positions, form)
