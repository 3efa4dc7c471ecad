"""Everything can be reached: names for screen readers, tool tips, keys in the help, no key twice."""

from collections import Counter

import pytest
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QKeySequence
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import (
    QAbstractButton,
    QAbstractItemView,
    QAbstractSpinBox,
    QCheckBox,
    QComboBox,
    QLineEdit,
    QSlider,
    QToolButton,
    QWidget,
)

from tests.app.hands import handled
from tools.parts import marking
from yewfinch.core.anatomy.lore.landmarks import LANDMARKS
from yewfinch.core.session.bench import STAGES

pytestmark = pytest.mark.first_start


def named(widget):
    return bool(widget.accessibleName() or (hasattr(widget, "text") and callable(widget.text) and widget.text()))


def test_controls_have_names(window):
    marking(window).mark("photo1")
    for fold in window.inspector.folds.values():
        fold.button.setChecked(True)
    bare = [
        w
        for kind in (QToolButton, QSlider, QComboBox, QAbstractSpinBox, QLineEdit, QAbstractItemView)
        for w in window.findChildren(kind)
        if not named(w)
        and not w.objectName().startswith("qt_")
        and w.parent() is not None
        and not isinstance(w.parent(), (QComboBox, QAbstractSpinBox, QLineEdit, QAbstractItemView))  # Qt's own parts
        and w.window() is window
    ]
    assert [type(w).__name__ + ":" + type(w.parent()).__name__ for w in bare] == []


def test_buttons_with_pictures_only_explain_themselves(window):
    silent = [
        b for b in window.findChildren(QAbstractButton)
        if not b.text() and not b.toolTip() and not isinstance(b, QCheckBox) and not b.objectName().startswith("qt_")
        and not b.icon().isNull() and not isinstance(b.parent(), QLineEdit)
    ]  # fmt: skip
    assert [type(b.parent()).__name__ for b in silent] == []


def test_no_key_is_given_twice(window):
    keys = Counter(a.keys for a in window.actions_table if a.keys)
    assert [k for k, n in keys.items() if n > 1] == []
    assert all(not QKeySequence(k).isEmpty() for k in keys)


def test_the_help_names_every_key_and_landmark(window):
    window.show_help()
    text = ""
    for row in range(window.help.titles.count()):
        window.help.titles.setCurrentRow(row)
        page = window.help.text.toPlainText()
        assert page.startswith(window.help.titles.item(row).text())
        text += page
    window.help.close()
    for action in window.actions_table:
        if action.keys:
            assert action.title in text
            assert action.keys in text
    for key, mark in LANDMARKS.items():
        if mark.side >= 0:
            assert key in text
    for words in (
        "Solve the sitter",
        "Towards the sitter",
        "Design sheets",
        "Comparison sheet",
        "guessed",
        "CSV",
        "Photo on the clay",
    ):
        assert words in text


def test_each_stage_shows_its_panels_and_no_others(window, qtbot):
    for stage in STAGES:
        window.bench.set_stage(stage)
        handled()
        shown = [t for t, f in window.inspector.folds.items() if f.isVisible()]
        declared = [p for room in window.rooms.values() for p in room.panels]
        own = sorted((p for p in declared if stage in p.stages), key=lambda p: p.stages[stage])
        titles = [p.title for p in own]
        assert set(shown) == set(titles), stage
        window.inspector.more.setChecked(True)
        handled()
        shown = [t for t, f in window.inspector.folds.items() if f.isVisible()]
        others = sorted((p for p in declared if stage in p.more), key=lambda p: p.more[stage])
        titles += [p.title for p in others]
        assert set(shown) == set(titles), stage
        window.inspector.more.setChecked(False)
        titles = [p.title for p in own]
        # in the order of the layout, from top to bottom
        places = [
            window.inspector.folds[t].mapTo(window.inspector.widget(), window.inspector.folds[t].rect().topLeft()).y()
            for t in titles
        ]
        assert places == sorted(places), stage


def test_the_desk_can_be_worked_by_keys(window, qtbot):
    marking(window).mark("photo4")
    qtbot.waitUntil(lambda: not window.photos.busy(), timeout=8000)
    desk = window.pages.page("desk")
    photo = window.bench.portrait.sitter.photo("photo4")
    desk.put("en_l", (400.0, 500.0), advance=False)
    desk.choose("en_l")
    for key, move in (
        (Qt.Key.Key_Right, (1, 0)),
        (Qt.Key.Key_Down, (0, 1)),
        (Qt.Key.Key_Left, (-1, 0)),
        (Qt.Key.Key_Up, (0, -1)),
    ):
        x, y = window.bench.portrait.sitter.photo("photo4").marks["en_l"]
        QTest.keyClick(desk.canvas, key, Qt.KeyboardModifier.ShiftModifier)
        assert window.bench.portrait.sitter.photo("photo4").marks["en_l"] == (x + 10 * move[0], y + 10 * move[1])
    QTest.keyClick(desk.canvas, Qt.Key.Key_2)
    assert window.bench.portrait.sitter.photo("photo4").certainty == {"en_l": "guessed"}
    desk.choose("en_r")
    QTest.keyClick(desk.canvas, Qt.Key.Key_3)
    assert window.bench.portrait.sitter.photo("photo4").certainty["en_r"] == "hidden"
    QTest.keyClick(desk.canvas, Qt.Key.Key_Escape)
    assert not desk.isVisible()
    assert photo.marks == {}


def test_a_standpoint_is_left_and_entered_again_without_loss(window, qtbot):
    from PyQt6.QtCore import QPoint, QPointF
    from PyQt6.QtGui import QWheelEvent
    from PyQt6.QtWidgets import QApplication

    bench, v = window.bench, window.viewport
    view = bench.outlook.view
    bench.standpoint.take("photo2")
    at = QPointF(v.width() / 2, v.height() / 2)
    for _ in range(3):
        QApplication.sendEvent(v, QWheelEvent(
            at, QPointF(v.mapToGlobal(at.toPoint())), QPoint(), QPoint(0, 120), Qt.MouseButton.NoButton,
            Qt.KeyboardModifier.NoModifier, Qt.ScrollPhase.NoScrollPhase, False,
        ))  # fmt: skip
    near = v.standpoint.box()
    assert near.width() > 1.4 * v.height() * 0.8
    bench.standpoint.take("photo1")
    assert v.standpoint.box().height() <= v.height() + 1  # another photo is shown whole
    QTest.keyClick(v, Qt.Key.Key_Escape)
    assert bench.standpoint.photo_id is None
    assert bench.outlook.view == view
    bench.standpoint.take("photo2")
    assert v.standpoint.box() == near
    v.standpoint.reset_zoom()
    assert v.standpoint.box().height() <= v.height() + 1


def test_no_name_of_ours_hides_one_of_qts(window):
    """An attribute called `size` or `mask` would be called by Qt's own code, and by whoever counts on Qt."""
    hidden = {
        f"{type(w).__name__}.{name}"
        for w in (window, *window.findChildren(QWidget))
        if type(w).__module__.startswith("yewfinch")
        for name in vars(w)
        if hasattr(next(c for c in type(w).__mro__ if c.__module__.startswith("PyQt6")), name)
    }
    assert hidden == set()


def test_a_panel_that_is_opened_comes_into_sight(window, qtbot):
    window.bench.set_stage("Features")
    window.inspector.more.setChecked(True)
    handled()
    for title in ("Proportions", "Stroke", "Section"):
        fold, inspector = window.inspector.folds[title], window.inspector
        inspector.ensureWidgetVisible(fold.button)
        QTest.mouseClick(fold.button, Qt.MouseButton.LeftButton)
        handled()
        top = fold.mapTo(inspector.viewport(), fold.rect().topLeft()).y()
        assert top >= 0, title
        assert min(top + fold.height(), inspector.viewport().height()) - top > 60, title
        assert top + min(fold.height(), inspector.viewport().height() - 20) <= inspector.viewport().height() + 1, title
    window.bench.set_stage("Form")  # another stage begins with its first panels
    assert window.inspector.verticalScrollBar().value() == 0
